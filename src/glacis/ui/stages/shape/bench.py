# SPDX-License-Identifier: GPL-3.0-or-later
"""The Shape bench: the roof in plan, in space, as layers, and the cuts where its planes meet."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRect, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QStackedWidget, QWidget

from glacis.core.judgement.place import Place
from glacis.core.model.lookup import area_of
from glacis.core.shape.cut_working import cut_working
from glacis.core.shape.cuts import Cut
from glacis.core.shape.outline import Point
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.shape import RoofShape
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.working import Working
from glacis.report.charts.cuts import Choice, cut_words, cuts_scene
from glacis.report.charts.exploded import Apart, exploded_scene
from glacis.report.charts.in_space import Turn, space_scene
from glacis.report.charts.outlines import shape_plan_scene
from glacis.report.charts.shades import SHADES, shading
from glacis.report.plan import Fit
from glacis.report.scene import Hot, Scene, Text, wrapped
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.stages.shape.area_strip import AreaStrip
from glacis.ui.stages.shape.drawing_strip import DrawingStrip
from glacis.ui.stages.shape.edge_strip import EdgeStrip
from glacis.ui.stages.shape.files import ShapeFiles
from glacis.ui.stages.shape.plan_hand import ARROWS, PlanHand
from glacis.ui.stages.shape.roof_panel import RoofPanel
from glacis.ui.stages.shape.saw_strip import SawStrip
from glacis.ui.stages.shape.thing_strip import ThingStrip
from glacis.ui.stages.shape.tools import ShapeTools
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight

VIEWS = (
    ("plan", "Plan", "Edges and their true lengths; drag edges, corners and openings (1)"),
    ("space", "In space", "The whole roof from above; drag to turn it (2)"),
    ("cuts", "Cuts", "Angles for boards and members at hips, valleys and ridges (3)"),
    ("layers", "Layers", "The selected area's layers lifted apart (4)"),
)
WORDS = {
    "plan": "Lengths are true lengths along the slope. Drag a corner or an edge (Shift: off the grid); "
    "a double click on an edge makes a corner, Delete takes it out.",
    "draw": "Press where corners come (Shift: any direction), or type length and direction. The first "
    "corner again, Return or a double click closes; Backspace takes the last back.",
    "line": "Press two points on the outline of the selected area; each part keeps its plane until it "
    "is given another.",
    "space": "Drag or use the arrows to turn. Working on or near edges and openings needs guarding.",
    "layers": "Drag or use the arrows to turn, + and − to lift apart. Press a layer to select it.",
    "cuts": "Angles of the true planes, without play. Cut a trial piece first; a tilted blade throws "
    "its offcut and raises dust: clamp, guard and protect eyes, ears and lungs.",
    "thing": "Drag to move it. Rooflights and hatches are fragile: guard or cover them until the roof "
    "is done, and defer to their own approval for upstand and pitch.",
}
TURN = 15.0
LOWEST, HIGHEST = 8.0, 80.0
"""How low and how high the eye may stand [°]."""
VIEW_KEYS = {
    Qt.Key.Key_1: "plan", Qt.Key.Key_2: "space", Qt.Key.Key_3: "cuts", Qt.Key.Key_4: "layers",
}  # fmt: skip


class ShapeBench(Bench):
    """Draw the roof, measure it, state what each area is, read the cuts."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Shape")
        self.files = ShapeFiles(self, prompts)
        self._view = "plan"
        self._turn = Turn()
        self._apart = Apart()
        self._turning: tuple[QPointF, float, float] | None = None
        self._cut = 0
        self._choice = Choice(0, ())
        self._lengths = ""
        self._marked: Place | None = None
        self._panel: RoofPanel | None = None
        self.views = view_buttons(self, VIEWS, self.show_view)
        self._make_buttons()
        self.canvas = Canvas("Shape of the roof", QSize(400, 260))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._move)
        self.canvas.released.connect(self._release)
        self.canvas.double_clicked.connect(self._double)
        self.canvas.hovered.connect(self._hover)
        self.canvas.wheeled.connect(self._wheel)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.setFocusProxy(self.canvas)
        self.hand = PlanHand(desk, self.canvas, lambda: self.shape)
        self.tools = ShapeTools(self, desk, self.hand)
        self.place.clicked.connect(self.tools.open_places)
        self.remove.clicked.connect(self.tools.remove_selected)
        self._why = label(kind="second small", wrap=True)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        row.addWidget(self._why, 1)
        self.shaded = chooser(
            "What areas are shaded by", tuple((f"shaded by {w}", k) for k, w in SHADES)
        )
        self.shaded.activated.connect(self.refresh)
        self.picture = QPushButton("Save picture…")
        self.picture.setToolTip("Write this drawing as SVG or PNG")
        self.picture.clicked.connect(self.save_picture)
        for widget in (self.shaded, self.picture):
            row.addWidget(widget)
        self.column.addLayout(row)
        self._make_strips()

    def _make_buttons(self) -> None:
        self.new = QPushButton("New…")
        self.new.setToolTip("A new roof from a form, a drawn outline or a file (Ctrl+R)")
        self.new.clicked.connect(lambda _on=False: self.open_panel())
        self.place = QPushButton("Place…")
        self.place.setToolTip("A dormer, rooflight, chimney or plant on the selected area")
        self.remove = QPushButton("Remove")
        self.remove.setToolTip(
            "Take the selected area away, with its whole roof where it grows from an outline; undo brings it back"
        )
        for button in (self.new, self.place, self.remove):
            self.controls.addWidget(button)

    def _make_strips(self) -> None:
        desk = self.desk
        self.strip = AreaStrip(desk, lambda: self.hand.also)
        self.edge = EdgeStrip(desk, self.hand)
        self.thing = ThingStrip(desk, self.hand)
        self.drawing = DrawingStrip(desk, self.hand)
        self.cards = QPushButton("Cut cards…")
        self.cards.setToolTip("Write a card for every cut as PDF, to be taken to the saw")
        self.cards.clicked.connect(self.write_cards)
        self.steps = QPushButton("Working…")
        self.steps.setToolTip("The steps behind the chosen cut (Return)")
        self.steps.clicked.connect(self.open_cut_working)
        self.saw = SawStrip(desk, (self.steps, self.cards))
        self.strips = QStackedWidget()
        for strip in (self.strip, self.edge, self.thing, self.drawing, self.saw):
            strip.said.connect(self.said)
            self.strips.addWidget(strip)
        self.column.addWidget(self.strips)
        self.hand.changed.connect(self.refresh)
        self.hand.said.connect(self.said)
        self.hand.length_wanted.connect(self.edge.take_length)

    @property
    def shape(self) -> RoofShape:
        """The roof in space."""
        return self.desk.value(SHAPE)

    def cuts(self) -> tuple[Cut, ...]:
        """The selected area's cuts before all others."""
        chosen = self.hand.area
        return tuple(sorted(self.shape.cuts, key=lambda cut: chosen not in cut.areas))

    def show_view(self, name: str) -> None:
        """Show the plan, the roof in space or the cuts."""
        self._view = name
        self.hand.pen.drawing = None
        self.refresh()

    def _strip(self) -> QWidget | None:
        if self._view == "cuts":
            return self.saw
        if self.hand.pen.drawing is not None:
            return self.drawing
        if self._view == "plan" and self.hand.thing:
            return self.thing
        if self._view == "plan" and self.hand.rim:
            return self.edge
        return self.strip if self.desk.area is not None else None

    def _show_strip(self, strip: QWidget) -> None:
        """Show one strip; the others claim no height meanwhile."""
        for place in range(self.strips.count()):
            page = self.strips.widget(place)
            if page is not None:
                fit = QSizePolicy.Policy.Preferred if page is strip else QSizePolicy.Policy.Ignored
                page.setSizePolicy(QSizePolicy.Policy.Preferred, fit)
        self.strips.setCurrentWidget(strip)
        self.strips.updateGeometry()

    def refresh(self) -> None:
        """Show the roof as it is."""
        self._take_marked()
        self.hand.check()
        self.views[self._view].setChecked(True)
        for button in (self.remove, self.place):
            button.setEnabled(self.desk.area is not None)
        strip = self._strip()
        self.strips.setVisible(strip is not None)
        if strip is not None:
            self._show_strip(strip)
        words = self._view
        if self.hand.pen.drawing is not None:
            words = "line" if self.hand.pen.kind == "line" else "draw"
        elif strip is self.thing:
            words = "thing"
        self._why.setText(WORDS[words])
        self.shaded.setVisible(self._view == "space")
        for item in (self.strip, self.edge, self.thing, self.drawing):
            if item is strip:
                item.refresh()
        self.saw.refresh()
        self._choose_cut()
        self.say(self.empty_words() or self._totals())
        self.canvas.show_scene(self._scene, self.desk.palette)

    def _choose_cut(self) -> None:
        """Find what the saw is set to for the chosen cut, before anything is painted."""
        cuts, project = self.shape.cuts, self.desk.project
        self._cut = max(0, min(self._cut, len(cuts) - 1))
        names = {area.id: area.name for area in project.areas}
        words = cut_words(cuts[self._cut], names, project.saw, self.desk.system) if cuts else ()
        self._choice = Choice(self._cut, tuple(words))

    def _take_marked(self) -> None:
        """Show in the plan what a finding has just pointed at."""
        place = self.desk.marked
        if place is self._marked:
            return
        self._marked = place
        if place is not None and place.kind in ("edge", "opening"):
            self._view = "plan"
            self.hand.pen.drawing = None
            self.hand.choose(thing=place.ids[0] if place.kind == "opening" else "")

    def empty_words(self) -> str:
        """What to say while there is no area and none is drawn."""
        if self.hand.pen.drawing is not None or self.desk.area is not None:
            return ""
        return "No roof yet: press New for a form, a drawn outline or a file."

    def _totals(self) -> str:
        show, planes = partial(with_unit, system=self.desk.system), self.shape.planes
        slope = show(sum(p.true_area for p in planes), Quantity.AREA)
        flat = show(sum(p.plan_area for p in planes), Quantity.AREA)
        sums: dict[str, float] = {}
        for junction in self.shape.junctions:
            sums[junction.kind] = sums.get(junction.kind, 0.0) + junction.length
        lengths = ", ".join(
            f"{kind} {show(sums[kind], Quantity.LENGTH)}"
            for kind in ("eaves", "verge", "parapet", "ridge", "hip", "valley", "abutment", "kerb")
            if kind in sums
        )
        self._lengths = f"{flat} in plan · {lengths}"
        return f"{slope} of roof"

    def _scene(self, width: float, height: float) -> Scene:
        words = self.empty_words()
        if words:
            return Scene(
                width, height, (Text(width / 2, height / 2, words, 13, "second", "middle"),)
            )
        project, chosen = self.desk.project, self.hand.area
        names = {area.id: area.name for area in project.areas}
        if self._view == "space":
            shades = shading(self.shaded.currentData(), project, self.desk.results)
            return space_scene(project, self.shape, shades, chosen, self._turn, (width, height))
        if self._view == "layers" and self.desk.area is not None:
            apart = replace(self._apart, selected=self.desk.selected_layer)
            return exploded_scene(self.desk.area.roof, apart, (width, height), self.desk.system)
        if self._view == "cuts":
            return cuts_scene(self.cuts(), names, self._choice, width, height)
        held = self.hand.held()
        scene = shape_plan_scene(project, self.shape, held, self.hand.fit(), width, height)
        lines = wrapped(self._lengths, width - 160, 12)
        sums = (
            Text(width - 8, height - 10 - 16 * above, line, 12, "second", "end")
            for above, line in enumerate(reversed(lines))
        )
        return replace(scene, items=(*scene.items, *sums))

    def _fit(self) -> Fit:
        return self.hand.fit()

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        if self._view in ("space", "layers"):
            view = self._turn if self._view == "space" else self._apart
            self._turning = (at, view.azimuth, view.lift)
            if hot is not None and hot.kind == "area":
                self.desk.select_area(hot.id)
            elif hot is not None and hot.kind == "layer":
                self.desk.select_layer(hot.id)
        elif self._view == "plan":
            self.hand.press(hot, at)
        elif hot is not None and hot.kind == "cut":
            self._cut = int(hot.id)
        self.refresh()

    def _move(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        if self._turning is not None:
            start, azimuth, lift = self._turning
            self._look((azimuth + (at.x() - start.x()) * 0.5), lift + (at.y() - start.y()) * 0.25)
        else:
            self.hand.move(at, modifiers)

    def _look(self, azimuth: float, lift: float) -> None:
        """Put the eye elsewhere; it stays above the horizon and off the zenith."""
        lift = max(LOWEST, min(HIGHEST, lift))
        if self._view == "space":
            self._turn = Turn(azimuth % 360, lift)
        else:
            self._apart = replace(self._apart, azimuth=azimuth % 360, lift=lift)
        self.refresh()

    def _wheel(self, at: QPointF, notches: float) -> None:
        if self._view == "plan":
            self.hand.wheel(at, notches)
        elif self._view == "layers":
            self._lift_apart(notches)

    def _lift_apart(self, steps: float) -> None:
        gap = max(0.0, min(0.4, self._apart.gap + 0.02 * steps))
        self._apart = replace(self._apart, gap=gap)
        self.refresh()

    def _release(self, _at: QPointF) -> None:
        self._turning = None
        self.hand.release()

    def _double(self, hot: Hot | None, at: QPointF) -> None:
        if self._view == "plan":
            self.hand.double(hot, at)
            self.refresh()
        elif self._view == "cuts" and hot is not None:
            self.open_cut_working()

    def _hover(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        if self._view == "plan":
            self.hand.pen.hover(at, modifiers)

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif self._view in ("space", "layers") and key in ARROWS:
            view = self._turn if self._view == "space" else self._apart
            east, north = ARROWS[key]
            self._look(view.azimuth + TURN * east, view.lift + TURN / 3 * north)
        elif self._view == "layers" and key in (Qt.Key.Key_Plus, Qt.Key.Key_Minus):
            self._lift_apart(1 if key == Qt.Key.Key_Plus else -1)
        elif self._view == "cuts" and key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self._cut += 1 if key == Qt.Key.Key_Down else -1
        elif self._view == "cuts" and key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.open_cut_working()
        elif self._view != "plan" or not self.hand.key(key, event.modifiers()):
            return
        event.accept()
        self.refresh()

    def _ground(self) -> QRect:
        canvas = self.canvas.geometry()
        return QRect(canvas.x(), canvas.top(), canvas.width(), self.height() - canvas.top() - 8)

    @property
    def panel(self) -> RoofPanel:
        """What asks for a new roof, made when it is first wanted."""
        if self._panel is None:
            self._panel = RoofPanel(self.desk, self)
            self._panel.drawing_wanted.connect(self.start_drawing)
            self._panel.file_wanted.connect(self.read_file)
            self._panel.closed.connect(self.canvas.setFocus)
            self._panel.added.connect(self._take_new)
        return self._panel

    def open_panel(self, drawn: tuple[Point, ...] = ()) -> None:
        """Ask for a new roof, over an outline where one was drawn."""
        self.panel.open_over(self._ground(), drawn)

    def read_file(self) -> None:
        """Ask for a drawing and offer its outlines."""
        self.files.read_outlines(lambda found: self.panel.open_over(self._ground(), found=found))

    def start_drawing(self) -> None:
        """Draw a new outline in the plan."""
        self._view = "plan"
        self.hand.choose()
        self.hand.pen.start()

    def _take_new(self, _area: str) -> None:
        self._view = "plan"
        self.hand.pen.drawing = None
        self.hand.choose()
        area = self.desk.area
        if area is not None and len(area.roof.layers) == 1:
            self.said.emit("It is a bare deck yet: choose its approach (Ctrl+B).", False)
        self.refresh()

    def save_picture(self) -> None:
        """Write the drawing as it is shown."""
        canvas = self.canvas
        self.files.save_picture(
            self._view, canvas, lambda: self._scene(canvas.width(), canvas.height())
        )

    def write_cards(self) -> None:
        """Write a card for every cut."""
        self.files.write_cards()

    def open_cut_working(self) -> None:
        """Open the steps behind the chosen cut; they follow the roof."""
        if self.cuts():
            self.working_made.emit(self.cut_working)

    def cut_working(self) -> tuple[Working, str] | None:
        """The steps behind the chosen cut, and between which areas."""
        cuts = self.cuts()
        if not cuts:
            return None
        cut = cuts[min(self._cut, len(cuts) - 1)]
        first, second = (area_of(self.desk.project, name) for name in cut.areas)
        return cut_working(cut, first, second), f"{first.name} and {second.name}"
