# SPDX-License-Identifier: GPL-3.0-or-later
"""What can be done: menus, shortcuts, tooltips and the keyboard page come from these tables."""

from collections.abc import Callable
from functools import partial
from typing import TYPE_CHECKING, Any, Literal

from msgspec import Struct

from glacis.ui.stand import TEXT_SIZES

if TYPE_CHECKING:
    from glacis.ui.window import MainWindow

LEADER = "Ctrl+G"
"""Pressed before a stage's letter, it goes there."""
MenuName = Literal["File", "Edit", "Layer", "View", "Help"]
MENUS: tuple[MenuName, ...] = ("File", "Edit", "Layer", "View", "Help")


class Action(Struct, frozen=True):
    """Something the user can do.

    Attributes:
        menu: menu it stands in.
        text: as the menu shows it.
        keys: its shortcut, as Qt writes it; empty for none.
        tip: what it does, in a sentence.
        do: does it, to the window; an action of a stage, to that stage's bench.
        rule: whether a line stands above it in the menu.
        asks: whether it asks something first or closes the window.
        last: whether it stands below what the stages bring to its menu.
        stays: whether an action of a stage is done without going to that stage.
        on: whether what it chooses is in force, which a mark in the menu tells; None for most.
    """

    menu: MenuName
    text: str
    keys: str
    tip: str
    do: Callable[[Any], object]
    rule: bool = False
    asks: bool = False
    last: bool = False
    stays: bool = False
    on: Callable[[Any], bool] | None = None


class BenchKey(Struct, frozen=True):
    """Keys that a bench answers to while it has the focus, and what they do."""

    keys: str
    words: str


def _window(do: "Callable[[MainWindow], object]") -> Callable[[Any], object]:
    """An action of the window, typed as such."""
    return do


def _size_text(percent: int, window: "MainWindow") -> None:
    window.size_text(percent)


def _has_text(percent: int, window: "MainWindow") -> bool:
    return window.desk.settings.text_size == percent


UNDO = Action("Edit", "Undo", "Ctrl+Z", "Take back the last step", _window(lambda w: w.undo()))
REDO = Action("Edit", "Redo", "Ctrl+Shift+Z", "Do it again", _window(lambda w: w.redo()))
OPEN = Action("File", "Open…", "Ctrl+O", "Open a project file", _window(lambda w: w.papers.open_project()),
              asks=True)  # fmt: skip

WINDOW_ACTIONS = (
    Action("File", "New", "Ctrl+N", "Begin an empty project", _window(lambda w: w.papers.new_project())),
    OPEN,
    Action("File", "Open the demo", "", "Open Tern Point Field Station", _window(lambda w: w.papers.open_demo())),
    Action("File", "Open the demo in US units", "", "Open Sallow Creek Seed Barn",
           _window(lambda w: w.papers.open_demo("sallow-creek"))),
    Action("File", "Open an example…", "Ctrl+E", "Open one of the example roofs",
           _window(lambda w: w.papers.open_example()), asks=True),
    Action("File", "Save", "Ctrl+S", "Save the project", _window(lambda w: w.papers.save()), rule=True, asks=True),
    Action("File", "Save as…", "Ctrl+Shift+S", "Save under another name", _window(lambda w: w.papers.save_as()),
           asks=True),
    Action("File", "Quit", "Ctrl+Q", "Close the window", _window(lambda w: w.close()), rule=True, asks=True,
           last=True),
    UNDO,
    REDO,
    Action("View", "Next stage", "Ctrl+Tab", "Go to the next stage of the walk",
           _window(lambda w: w.step_stage(1))),
    Action("View", "Stage before", "Ctrl+Shift+Tab", "Go to the stage before",
           _window(lambda w: w.step_stage(-1))),
    Action("View", "Next area", "Ctrl+PgDown", "Select the next roof area", _window(lambda w: w.step_area(1)),
           rule=True),
    Action("View", "Area before", "Ctrl+PgUp", "Select the roof area before",
           _window(lambda w: w.step_area(-1))),
    Action("View", "Working of U", "Ctrl+W", "Open the steps behind U",
           _window(lambda w: w.open_working("u")), rule=True),
    Action("View", "Working of f_Rsi", "Ctrl+Shift+F", "Open the steps behind f_Rsi",
           _window(lambda w: w.open_working("surface"))),
    Action("View", "Working of the water", "Ctrl+Shift+M", "Open its steps",
           _window(lambda w: w.open_working("condensate"))),
    Action("View", "Fold findings", "F9", "Fold the findings away or back",
           _window(lambda w: w.toggle_findings()), rule=True),
    Action("View", "Light or dark", "Ctrl+D", "Change between Sheet and Lamp",
           _window(lambda w: w.toggle_theme())),
    Action("View", "SI or US units", "Ctrl+U", "Change the units of every figure",
           _window(lambda w: w.toggle_units())),
    *(
        Action("View", f"Text at {percent} %", "", "Size of text and drawings from the next start on",
               _window(partial(_size_text, percent)), rule=percent == TEXT_SIZES[0],
               on=partial(_has_text, percent))
        for percent in TEXT_SIZES
    ),
    Action("Help", "Keyboard", "F1", "Everything the keyboard does", _window(lambda w: w.show_keys()),
           asks=True),
    Action("Help", "Tour in six steps", "", "What is where in the window, shown on the demo",
           _window(lambda w: w.take_tour()), asks=True),
    Action("Help", "What is this?", "Shift+F1", "Point at a figure, symbol or control to read what it is",
           _window(lambda w: w.explainer.ask()), rule=True, asks=True),
    Action("Help", "What is in hand?", "Ctrl+F1", "Explain what has the keyboard",
           _window(lambda w: w.explainer.tell_focus()), asks=True),
    Action("Help", "Glossary", "", "Every word and symbol with its meaning",
           _window(lambda w: w.show_glossary()), asks=True),
    Action("Help", "About Glacis", "", "Version, licence and what it defers to",
           _window(lambda w: w.show_about()), asks=True),
)  # fmt: skip
