# SPDX-License-Identifier: GPL-3.0-or-later
"""The Fixings bench: wind by zone, the pattern of each set, the chain, lengths, schools side by side."""

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout

from glacis.core.fixings.change import count_in_heat, state_fixings
from glacis.core.fixings.to_heat import fed_by
from glacis.core.fixings.working import fixings_working
from glacis.core.model.fixings import SeamRows
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.wind.coefficients import FLATTEST
from glacis.core.working import Working
from glacis.report.charts.fixing_chain import ChainView, chain_scene
from glacis.report.charts.fixing_length import LengthView, length_scene
from glacis.report.charts.fixing_pattern import PatternView, pattern_fit, pattern_scene
from glacis.report.charts.fixing_schools import SchoolsView, schools_scene
from glacis.report.charts.fixing_zones import ZonesView, zones_scene
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.stages.fixings.hand import STEP, FixingsHand
from glacis.ui.stages.fixings.register_panel import RegisterPanel
from glacis.ui.stages.fixings.set_bar import SetBar
from glacis.ui.stages.fixings.strength_panel import StrengthPanel
from glacis.ui.stages.fixings.strips import ScrewStrip, SetStrip, WindStrip
from glacis.ui.stages.fixings.wind_panel import WindPanel
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight

VIEWS = (
    ("zones", "Zones", "Wind on every place of the area, with parapets (1)"),
    ("pattern", "Pattern", "Fixings where they will be driven (2)"),
    ("chain", "Chain", "What holds each interface from the sheet to the frame (3)"),
    ("length", "Length", "How long the fixing is, and which lengths are sold (4)"),
    ("schools", "Schools", "Ways to hold this roof side by side (5)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "zones", Qt.Key.Key_2: "pattern", Qt.Key.Key_3: "chain", Qt.Key.Key_4: "length",
    Qt.Key.Key_5: "schools",
}  # fmt: skip
WORDS = {
    "zones": "Local annex and engineer outrank this page. Drag an edge to raise its parapet. Edges and corners: fall "
    "protection, and no loose sheets or boards in wind.",
    "pattern": "Points are the count. Rooflights are fragile; drills overhead and dust want goggles and a mask; nobody "
    "below where tips come through.",
    "chain": "The tested set outranks this page. Hot bitumen, flame and solvents want a permit; isocyanates a mask.",
    "length": "Measure the roof, not the drawing: old decks are thinner than they were.",
    "schools": "Strengths are assumed until a product is chosen. Press a school to take its sets over.",
}
Panel = WindPanel | StrengthPanel | RegisterPanel


class FixingsBench(Bench):
    """What holds the selected area down."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Fixings")
        self._prompts = prompts
        self._view = "zones"
        self.hand = FixingsHand(desk, self)
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.controls.addWidget(
            push_button(
                "Working", "Every step behind wind, rows, chain and length", self.show_working
            )
        )
        self.wind: WindPanel | None = None
        self.strengths: StrengthPanel | None = None
        self.register: RegisterPanel | None = None
        self.canvas = Canvas("What holds the selected area down", QSize(400, 240))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._drag)
        self.canvas.released.connect(self._release)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.bar = SetBar(desk, self.hand)
        self.column.addWidget(self.bar)
        self.wind_strip, self.set_strip, self.screw_strip = (
            WindStrip(desk, self.hand), SetStrip(desk, self.hand), ScrewStrip(desk, self.hand)
        )  # fmt: skip
        self.strips = {
            "zones": self.wind_strip,
            "pattern": self.set_strip,
            "length": self.screw_strip,
        }
        for strip in self.strips.values():
            strip.said.connect(self.said)
            self.column.addWidget(strip)
        self._why = label("", "second small", wrap=True)
        foot = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        foot.addWidget(self._why, 1)
        self.hold = push_button(
            "Hold it so", "Take the sets of the school in the hand over", self.hold_so
        )
        foot.addWidget(self.hold)
        for words, tip, done in (
            ("Wind…", "Source, factors, terrain by direction, coefficients", self.open_wind),
            ("Tests…", "What a fixing bears, and pull-out tests", self.open_strengths),
            ("Approvals…", "The register, and the products that stand here", self.open_register),
        ):
            foot.addWidget(push_button(words, tip, done))
        self.column.addLayout(foot)
        self.hand.changed.connect(self.refresh)
        self.setFocusProxy(self.canvas)

    def open_wind(self) -> None:
        """Show the wind over the bench."""
        if self.wind is None:
            self.wind = WindPanel(self.desk, self.hand, self)
            self.wind.said.connect(self.said)
        open_alone(self, self.wind)

    def open_strengths(self) -> None:
        """Show strengths and tests over the bench."""
        if self.strengths is None:
            self.strengths = StrengthPanel(self.desk, self.hand, self._prompts, self)
            self.strengths.said.connect(self.said)
        open_alone(self, self.strengths)

    def open_register(self) -> None:
        """Show the register over the bench."""
        if self.register is None:
            self.register = RegisterPanel(self.desk, self.hand, self._prompts, self)
            self.register.said.connect(self.said)
        open_alone(self, self.register)

    @property
    def _panels(self) -> list[Panel]:
        return [panel for panel in (self.wind, self.strengths, self.register) if panel is not None]

    def read_tests(self) -> None:
        """Pull-out tests from a table."""
        self.open_strengths()
        if self.strengths is not None:
            self.strengths.read()

    def read_register(self) -> None:
        """Approvals from a table."""
        self.open_register()
        if self.register is not None:
            self.register.read()

    def count_in_heat(self) -> None:
        """Have Heat count what is placed here."""
        fixed, area = self.hand.fixed, self.hand.area
        if fixed is None or area is None:
            self.said.emit("No fixings are stated here yet.", True)
            return
        counted = tuple(each.mean for each in fed_by(fixed.sets, self.hand.layers))
        self.desk.act(
            "Count these fixings in Heat", lambda p: count_in_heat(p, area.assembly, counted)
        )

    def hold_so(self) -> None:
        """Take the sets of the school in the hand over."""
        area = self.hand.area
        school = next(
            (each.school for each in self.hand.schools if each.school.id == self.hand.school), None
        )
        if area is not None and school is not None:
            self.desk.act(
                f"Hold it: {school.name.lower()}",
                lambda p: state_fixings(p, area.id, sets=school.sets),
            )

    def show_working(self) -> None:
        """Open the steps behind the figures."""
        if self.working() is not None:
            self.working_made.emit(self.working)

    def working(self) -> tuple[Working, str] | None:
        """The steps behind the figures, and whose they are; None where there is no wind."""
        area, wind = self.hand.area, self.hand.wind
        if area is None or not wind.zones:
            return None
        return fixings_working(self.desk.project.wind, wind, self.hand.fixed), area.name

    def refresh(self) -> None:
        """Show how the selected area is held."""
        self.hand.check()
        self.views[self._view].setChecked(True)
        for panel in self._panels:
            if panel.isVisible():
                panel.refresh()
        empty = self.empty_words()
        self.bar.setVisible(not empty and self._view in ("pattern", "length", "chain"))
        for view, strip in self.strips.items():
            strip.setVisible(not empty and view == self._view)
        self.hold.setVisible(not empty and self._view == "schools")
        self._why.setText("" if empty else WORDS[self._view])
        if empty:
            self.say("")
            self.canvas.show_scene(saying(empty), self.desk.palette)
            return
        if self.bar.isVisibleTo(self):
            self.bar.refresh()
        if self._view in self.strips:
            self.strips[self._view].refresh()
        self.hold.setEnabled(bool(self.hand.school))
        self.canvas.show_scene(self._scene(), self.desk.palette)
        self.say(self._summary())

    def _scene(self) -> SceneMaker:
        hand, system = self.hand, self.desk.system
        area, wind, fixed = hand.area, hand.wind, hand.fixed
        if area is None or not wind.zones:
            return saying(
                wind.refused or "Nobody stated the wind yet: choose below what it goes by."
            )
        if self._view == "zones":
            asce = self.desk.project.wind.basis == "asce"
            flat = area.pitch <= FLATTEST
            zones = ZonesView(area, wind, hand.walls, asce, system, hand.zone, hand.edge, flat)
            return lambda w, h: zones_scene(zones, (w, h))
        if self._view == "schools":
            schools = SchoolsView(hand.schools, system, hand.school)
            return lambda w, h: schools_scene(schools, (w, h))
        placed, length = hand.placed, hand.length
        if fixed is None or placed is None:
            return saying("Nothing holds this area yet: add a set below, or take a school.")
        if self._view == "chain":
            chain = ChainView(fixed, hand.layers, system, placed.set.id)
            return lambda w, h: chain_scene(chain, (w, h))
        if self._view == "length":
            if length is None:
                return saying(f"{placed.set.name}: nothing is driven in, so nothing has a length.")
            shown = LengthView(fixed, placed, length, hand.layers, system)
            return lambda w, h: length_scene(shown, (w, h))
        pattern = PatternView(area, fixed, placed, system, hand.zone)
        return lambda w, h: pattern_scene(pattern, (w, h))

    def _summary(self) -> str:
        wind, fixed, system = self.hand.wind, self.hand.fixed, self.desk.system
        if not wind.zones:
            return ""
        worst = with_unit(wind.zones[0].design, Quantity.LOAD, system)
        if fixed is None or not fixed.sets:
            return f"up to {worst} of suction"
        weakest = fixed.chain.weakest
        if weakest is None or weakest.use is None:
            return f"up to {worst}; something is not held"
        return f"up to {worst}; weakest link at {100 * weakest.use:.0f} %"

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        if hot is None:
            self.hand.choose(zone=-1, edge="")
        elif hot.kind in ("parapet", "row"):
            self.hand.grip(hot.kind, hot.id, at)
        elif hot.kind == "zone":
            self.hand.choose(zone=int(hot.id))
        elif hot.kind == "school":
            self.hand.choose(school=hot.id)

    def _drag(self, at: QPointF, _modifiers: object) -> None:
        if not self.hand.is_dragging:
            return
        self.hand.drag(at, self._scale())
        self.canvas.set_note(at, self._note())

    def _scale(self) -> float:
        area, fixed, placed = self.hand.area, self.hand.fixed, self.hand.placed
        if area is None or fixed is None or placed is None:
            return 1.0
        size = float(self.canvas.width()), float(self.canvas.height())
        return pattern_fit(PatternView(area, fixed, placed, self.desk.system), size).scale

    def _note(self) -> str:
        system, placed = self.desk.system, self.hand.placed
        if self._view == "zones":
            wall = next((wall for wall in self.hand.walls if wall.edge == self.hand.edge), None)
            worst = self.hand.wind.zones[0].design if self.hand.wind.zones else 0.0
            height = with_unit(wall.height if wall is not None else 0.0, Quantity.THICKNESS, system)
            return f"parapet {height}\nup to {with_unit(worst, Quantity.LOAD, system)}"
        if placed is not None and isinstance(placed.set.way, SeamRows):
            return f"rolls {with_unit(placed.set.way.roll, Quantity.THICKNESS, system)}\n{placed.count} fixings"
        return ""

    def _release(self, _at: QPointF) -> None:
        self.canvas.set_note(None)
        self.hand.release()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        step = 0.1 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else STEP
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif key == Qt.Key.Key_Z:
            self.hand.next_zone()
        elif key == Qt.Key.Key_N:
            self.hand.next_set()
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self._nudge(step if key == Qt.Key.Key_Up else -step)
        elif key == Qt.Key.Key_Escape and (self.hand.zone >= 0 or self.hand.edge):
            self.hand.choose(zone=-1, edge="")
        else:
            return
        event.accept()

    def _nudge(self, step: float) -> None:
        """Raise or lower the parapet in the hand; set rows wider or closer."""
        if self._view == "zones":
            wall = next((wall for wall in self.hand.walls if wall.edge == self.hand.edge), None)
            if wall is None and self.hand.walls:
                self.hand.choose(edge=self.hand.walls[0].edge)
                return
            if wall is not None:
                self.hand.raise_parapet(wall.edge, wall.height + step)
        elif self._view == "pattern":
            placed = self.hand.placed
            if placed is not None and isinstance(placed.set.way, SeamRows):
                self.hand.change(
                    "way", {"roll": min(4.0, max(0.5, round(placed.set.way.roll + step, 3)))}
                )
