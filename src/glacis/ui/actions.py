"""One table of everything that can be done: menus, shortcuts, tooltips, the keyboard page."""

from msgspec import Struct


class Action(Struct, frozen=True):
    """Something the user can do.

    Attributes:
        id: name of the window's method that does it.
        menu: menu it stands in.
        text: as the menu shows it.
        keys: its shortcut, as Qt writes it; empty for none.
        tip: what it does, in a sentence.
        argument: passed to the method where not empty.
        rule: whether a line stands above it in the menu.
    """

    id: str
    menu: str
    text: str
    keys: str
    tip: str
    argument: str = ""
    rule: bool = False


MENUS = ("File", "Edit", "Layer", "View", "Help")

ACTIONS = (
    Action("new_project", "File", "New", "Ctrl+N", "Begin an empty project"),
    Action("open_project", "File", "Open…", "Ctrl+O", "Open a project file"),
    Action("open_demo", "File", "Open the demo", "", "Open Tern Point Field Station"),
    Action("open_barn", "File", "Open the demo in US units", "", "Open Sallow Creek Seed Barn"),
    Action("open_example", "File", "Open an example…", "Ctrl+E", "Open one of the example roofs"),
    Action("save", "File", "Save", "Ctrl+S", "Save the project", rule=True),
    Action("save_as", "File", "Save as…", "Ctrl+Shift+S", "Save under another name"),
    Action("write_report", "File", "Write report…", "Ctrl+P", "Write the report as PDF", rule=True),
    Action("close", "File", "Quit", "Ctrl+Q", "Close the window", rule=True),
    Action("undo", "Edit", "Undo", "Ctrl+Z", "Take back the last step"),
    Action("redo", "Edit", "Redo", "Ctrl+Shift+Z", "Do it again"),
    Action("add_area", "Edit", "Add roof area…", "Ctrl+Shift+N", "Add a roof area", rule=True),
    Action("new_roof", "Edit", "New roof…", "Ctrl+R", "A roof from a form, a drawn outline or a file"),
    Action("free_planes", "Edit", "Free the planes", "", "Shape the planes of the selected roof one by one"),
    Action("choose_approach", "Edit", "Approach…", "Ctrl+B", "Choose how the selected area is built"),
    Action("solve", "Edit", "Solve for the target…", "Ctrl+T", "Thicknesses that meet the target"),
    Action("insert_layer", "Layer", "Insert…", "Ins", "Insert a layer outside the selected one"),
    Action("remove_layer", "Layer", "Remove", "Ctrl+Del", "Take the selected layer out"),
    Action("move_layer", "Layer", "Move outward", "Alt+Up", "Move the selected layer outward", "1", rule=True),
    Action("move_layer", "Layer", "Move inward", "Alt+Down", "Move the selected layer inward", "-1"),
    Action("grow_layer", "Layer", "Next thickness up", "Ctrl++", "Next purchasable thickness", "1", rule=True),
    Action("grow_layer", "Layer", "Next thickness down", "Ctrl+-", "Purchasable thickness below", "-1"),
    Action("show_stage", "View", "Site", "Ctrl+1", "Climate, rooms and targets", "site"),
    Action("show_stage", "View", "Shape", "Ctrl+2", "Planes, edges, lengths and cuts", "shape"),
    Action("show_stage", "View", "Build-up", "Ctrl+3", "The section, to be edited", "build-up"),
    Action("show_stage", "View", "Heat", "Ctrl+4", "U-value and its limits", "heat"),
    Action("show_stage", "View", "Moisture", "Ctrl+5", "Condensate over the year", "moisture"),
    Action("show_stage", "View", "Compare", "Ctrl+6", "Variants side by side", "compare"),
    Action("show_stage", "View", "Handover", "Ctrl+7", "The report", "handover"),
    Action("step_area", "View", "Next area", "Ctrl+PgDown", "Select the next roof area", "1", rule=True),
    Action("step_area", "View", "Area before", "Ctrl+PgUp", "Select the roof area before", "-1"),
    Action("open_working", "View", "Working of U", "Ctrl+W", "Open the steps behind U", "u", rule=True),
    Action("open_working", "View", "Working of f_Rsi", "Ctrl+Shift+F", "Open the steps behind f_Rsi", "surface"),
    Action("open_working", "View", "Working of the water", "Ctrl+Shift+M", "Open its steps", "condensate"),
    Action("toggle_findings", "View", "Fold findings", "F9", "Fold the findings away or back", rule=True),
    Action("toggle_theme", "View", "Light or dark", "Ctrl+D", "Change between Sheet and Lamp"),
    Action("toggle_units", "View", "SI or US units", "Ctrl+U", "Change the units of every figure"),
    Action("show_keys", "Help", "Keyboard", "F1", "Everything the keyboard does"),
    Action("show_about", "Help", "About Glacis", "", "Version, licence and what it defers to"),
)  # fmt: skip

BENCH_KEYS = (
    ("Build-up", "Up, Down", "select the next layer outward or inward"),
    ("Build-up", "Alt+Up, Alt+Down", "move the selected layer"),
    ("Build-up", "+, −", "next purchasable thickness; with Alt one millimetre"),
    ("Build-up", "Return", "type the thickness"),
    ("Build-up", "Delete", "remove the selected layer"),
    ("Build-up", "C, T, V", "control layers, temperature line, vapour lines"),
    ("Build-up", "Shift while dragging", "leave the purchasable steps"),
    ("Site", "Left, Right, Return", "pick a month and type its temperature; Shift+Return its humidity"),
    ("Shape", "1, 2, 3, 4", "plan, in space, cuts, layers"),
    ("Shape", "Space, arrows", "take the next corner and move it; with Shift by 1 cm; Delete removes it"),
    ("Shape", "Return", "type the length of the chosen edge"),
    ("Shape", "Ctrl and press", "choose more areas, to be built alike"),
    ("Shape", "F, wheel", "the selected area or all; nearer and back"),
    ("Shape", "arrows; +, −", "turn the roof or the layers; lift the layers apart"),
    ("Shape", "Up, Down", "choose a cut"),
    ("Shape", "Return, Backspace, Escape", "while drawing: close, take back a corner, leave"),
    ("Moisture", "Left, Right", "look at another month"),
    ("Heat", "1, 2, 3", "paths, thickness, methods"),
    ("Compare", "Left, Right, Return", "select a variant and build it; K keeps the present, Delete removes"),
    ("everywhere", "Tab, Space", "reach and press everything else"),
)  # fmt: skip
