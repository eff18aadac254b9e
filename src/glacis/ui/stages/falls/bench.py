# SPDX-License-Identifier: GPL-3.0-or-later
"""The Falls bench: place outlets and see the roof shaped, drained and flooded at once."""

from functools import partial
from typing import TYPE_CHECKING, cast

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QStackedWidget, QToolButton

from glacis.core.errors import GlacisError
from glacis.core.falls.change import remove_falls
from glacis.core.falls.drawing import FALLS_DRAWING, FALLS_WATER, FallsDrawing
from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.means import WORDS as WORDS_OF_MEANS
from glacis.core.falls.means import by_means
from glacis.core.falls.parts import BOARDS, RAIN_TEST
from glacis.core.graph.part import Failed, Ready
from glacis.core.model.falls import Means
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.plan import Fit
from glacis.report.scene import Hot, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.stages.falls.hand import TOOLS, FallsHand
from glacis.ui.stages.falls.seeker import Seeker
from glacis.ui.stages.falls.stepper import DrawStepper
from glacis.ui.stages.falls.strips import FallsStrip
from glacis.ui.stages.falls.thing_strip import ThingStrip
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight

if TYPE_CHECKING:
    from glacis.core.falls.rain import RainTest
    from glacis.report.charts.falls_means import Way
    from glacis.report.charts.falls_plan import FallsView

VIEWS = (
    ("thickness", "Thickness", "Contours of the finished surface; drag outlets and overflows (1)"),
    ("blocked", "Blocked", "Water that stands when outlets are blocked (2)"),
    ("boards", "Boards", "Tapered boards, cut and marked, and what is to be bought (4)"),
    ("edge", "Edge", "Parapet, overflow and upstand in section, and what lies on the roof (6)"),
    ("means", "Means", "Five ways of making these falls side by side; press one to take it (5)"),
    ("rain", "Rain", "Where rain stands on a surface built within its tolerance (3)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "thickness",
    Qt.Key.Key_2: "blocked",
    Qt.Key.Key_3: "rain",
    Qt.Key.Key_4: "boards",
    Qt.Key.Key_5: "means",
    Qt.Key.Key_6: "edge",
}
WORDS = {
    "thickness": "Drag an outlet and everything follows; drag on the roof for a section. Low edges, wet "
    "sheets and rooflights: guard them before anybody walks here.",
    "blocked": "Still water with outlets blocked. Whether a deck that sags runs away under it is for the "
    "structural engineer to judge.",
    "rain": "Rain on many draws of the surface, each within the tolerance: the darker, the more of them hold "
    "water there. Deviations hold over the stated length; a shorter one finds more puddles.",
    "draw": "One surface as it may be built: the darker, the deeper. Small hollows fill first and run over into "
    "larger ones.",
    "boards": "Rows lie between contours, joints of every other row are shifted. Offcuts only slide along their "
    "contour: turned, their taper would be wrong. Cutting raises dust: mask and extraction.",
    "edge": "The edge at true proportions, where the overflow lies or the surface is highest. People fall over "
    "low parapets: guard the edge; what the structure bears is its engineer's to say.",
    "means": "Each is the whole roof worked out anew. Screed brings water and weight: ask the engineer, and wait; "
    "foam brings isocyanates: masks, and nobody else on the roof.",
    "outlet": "Press on the roof where the outlet comes; Escape leaves.",
    "overflow": "Press the edge where the overflow comes; Escape leaves.",
    "gutter": "Press the edge that the gutter comes along; Escape leaves.",
    "spout": "Press where an upper roof lets its water out onto this one; Escape leaves.",
    "door": "Press the edge where a door or another low sill lies; Escape leaves.",
    "ridge": "Press one end of the ridge, then the other, each on an edge or another ridge; Escape leaves.",
    "valley": "Press one end of the valley, then the other; Escape leaves.",
}


class FallsBench(Bench):
    """The plan with its contours, a section below, and what is stated of them."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Falls")
        self._view = "thickness"
        self._case = -1
        self._last: tuple[str, FallsView] | None = None
        self._least = 0.0
        self.canvas = Canvas("Plan of the falls", QSize(400, 240))
        self.hand = FallsHand(desk, self._fit, self)
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.cases = chooser("Which outlets are blocked", ())
        self.cases.setMinimumWidth(130)
        self.cases.activated.connect(self._choose_case)
        self.controls.addWidget(self.cases)
        self.tools: dict[str, QToolButton] = {}
        for tool, words, tip, _letter in TOOLS:
            button = QToolButton()
            button.setText(words)
            button.setCheckable(True)
            button.setToolTip(plain_tip(tip))
            button.clicked.connect(partial(self._take_tool, tool))
            self.tools[tool] = button
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._move)
        self.canvas.released.connect(self._release)
        self.canvas.hovered.connect(self._hover)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 5)
        self.setFocusProxy(self.canvas)
        self.section = Canvas("Section through the falls", QSize(400, 90))
        self.section.setMaximumHeight(150)
        self.column.addWidget(self.section, 1)
        self._why = label(kind="second small", wrap=True)
        self.seeker = Seeker(desk)
        self.controls.addWidget(self.seeker.answers)
        self.seeker.said.connect(self.said)
        self.stepper = DrawStepper()
        self.stepper.stepped.connect(self.refresh)
        said = tight(QHBoxLayout(), (0, 0, 0, 0), 12)
        said.addWidget(self._why, 1)
        said.addWidget(self.seeker)
        self.column.addLayout(said)
        below = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for button in self.tools.values():
            below.addWidget(button)
        below.addWidget(self.stepper)
        below.addStretch(1)
        self.column.addLayout(below)
        self.strip = FallsStrip(desk, self.hand)
        self.thing = ThingStrip(desk, self.hand)
        self.strips = QStackedWidget()
        for strip in (self.strip, self.thing):
            strip.said.connect(self.said)
            self.strips.addWidget(strip)
        self.column.addWidget(self.strips)
        self.hand.changed.connect(self.refresh)
        desk.got_on.connect(self._follow)
        self.hand.said.connect(self.said)

    def show_view(self, name: str) -> None:
        """Show the thickness, or the water that stands."""
        self._view = name
        self.refresh()

    def take_falls_away(self) -> None:
        """Leave the selected area as flat as its deck."""
        area = self.hand.area
        if area is not None and self.hand.falls is not None:
            self.desk.act("Take the falls away", lambda p: remove_falls(p, area.id))

    def refresh(self) -> None:
        """Show the selected area's falls as they are."""
        self._take_marked()
        self.hand.check()
        self.views[self._view].setChecked(True)
        for tool, button in self.tools.items():
            button.setChecked(tool == self.hand.tool)
            button.setEnabled(self.hand.area is not None)
            button.setVisible(self._view not in ("rain", "edge", "means"))
        thing = self.hand.thing is not None
        self.strips.setCurrentWidget(self.thing if thing else self.strip)
        self.strips.setVisible(self.hand.area is not None)
        self.strip.show_view(self._view)
        (self.thing if thing else self.strip).refresh()
        self.seeker.follow()
        outlets = self.hand.falls.outlets if self.hand.falls else ()
        self.seeker.setVisible(self._view == "thickness" and not thing and bool(outlets))
        self._show()
        one = self._view == "rain" and self.stepper.is_on_one
        self._why.setText(WORDS[self.hand.tool or ("draw" if one else self._view)])

    def _take_marked(self) -> None:
        """Take in the hand what a finding has just pointed at."""
        place = self.desk.marked
        if place is not None and place.kind == "outlet" and place.ids:
            self.hand.chosen = place.ids[0]

    def _show(self) -> None:
        area, palette = self.desk.area, self.desk.palette
        if area is None:
            self.say(self.empty_words())
            for canvas in (self.canvas, self.section):
                canvas.show_scene(saying(self.empty_words()), palette)
            return
        found = area.roof.drained
        if isinstance(found, Drained):
            drawing = self.desk.value(FALLS_DRAWING, area.roof.area.id)
            if drawing is not None:
                self._show_drained(found, drawing)
        else:
            self._show_undrained(found)

    def _show_drained(self, found: Drained, drawing: FallsDrawing) -> None:
        from glacis.report.charts.falls_plan import FallsView, falls_plan_scene

        area, palette, system = self.desk.area, self.desk.palette, self.desk.system
        if area is None:
            return
        self._fill_cases(found)
        if self._view in ("means", "edge"):
            self.stepper.follow(None)
            if self._view == "means":
                self._show_means(found)
            else:
                self._show_edge(found, drawing)
            self._show_section(found, drawing, -1)
            return
        case = self.case_in(found) if self._view == "blocked" else -1
        rain, told = self._rain(area.roof.area.id)
        self.stepper.follow(rain)
        boards = None
        if self._view == "boards":
            boards = self.desk.value(BOARDS, area.roof.area.id)
            told = told or (
                "" if boards else "The falls are not made by boards: choose them in Thickness."
            )
        view = FallsView(
            roof=area.roof, found=found, contours=drawing.contours, obstacles=drawing.obstacles,
            system=system, case=found.cases[case] if case >= 0 else None,
            water=self.desk.value(FALLS_WATER, area.roof.area.id)[case] if case >= 0 else (), rain=rain, boards=boards,
            draw=self.stepper.drawn(found) if rain else None,
            chosen=self.hand.chosen,
            section=self._section_ends(found),
        )  # fmt: skip
        self._last, self._least = (area.roof.area.id, view), drawing.least
        fit = self.hand.held_fit
        self.canvas.show_scene(lambda w, h: falls_plan_scene(view, (w, h), fit), palette)
        self._show_section(found, drawing, case)
        fall = with_unit(found.least_fall, Quantity.FALL, system)
        parts = [f"least fall {fall}"]
        if area.roof.taper is not None:
            spread = area.roof.taper.spread
            least, most = (
                with_unit(t, Quantity.THICKNESS, system) for t in (spread.least, spread.most)
            )
            parts.insert(0, f"{least} to {most}")
            parts.append(f"U {with_unit(area.roof.transmittance, Quantity.TRANSMITTANCE, system)}")
        self.say(told or " · ".join(parts))

    def _rain(self, area: str) -> "tuple[RainTest | None, str]":
        """The rain test where it is looked at, or in words how it stands."""
        if self._view != "rain":
            return None, ""
        if self.hand.is_dragging:
            return None, "The rain test follows when the hand lets go."
        state = self.desk.want(RAIN_TEST, area)
        if isinstance(state, Ready):
            return state.value, ""
        if isinstance(state, Failed):
            return None, state.why
        return None, f"Rain test: {state.words or 'begins'}"

    def _follow(self) -> None:
        if self._view == "rain" and self.isVisible():
            self.refresh()
        self.seeker.follow()

    def _show_edge(self, found: Drained, drawing: FallsDrawing) -> None:
        from glacis.report.charts.falls_edge import falls_edge_scene

        area, system = self.desk.area, self.desk.system
        if area is None:
            return
        roof = area.roof
        self.canvas.show_scene(
            lambda w, h: falls_edge_scene(roof, found, drawing.least, (w, h), system),
            self.desk.palette,
        )
        left = found.stated.upstand - found.highest
        shown = with_unit(left, Quantity.THICKNESS, system)
        self.say(f"{shown} of upstand left at the highest place" if found.stated.upstand else "")

    def _show_means(self, found: Drained) -> None:
        from glacis.report.charts.falls_means import means_scene, means_words

        ways = tuple(self._way(means) for means in WORDS_OF_MEANS)
        system, chosen = self.desk.system, found.stated.means
        self.canvas.show_scene(
            lambda w, h: means_scene(ways, chosen, (w, h), system), self.desk.palette
        )
        self.say(means_words(ways, system))

    def _way(self, means: Means) -> "Way":
        """The roof with its falls made another way, only considered."""
        from glacis.report.charts.falls_means import Way

        area = self.hand.area
        name = area.id if area is not None else ""
        try:
            results = self.desk.consider(lambda p: by_means(p, name, means, self.desk.library))
            return Way(means, results.of(name).roof)
        except GlacisError as fault:
            return Way(means, None, fault.words(self.desk.system))

    def take_means(self, means: Means) -> None:
        """Make the falls of the selected area another way."""
        area = self.hand.area
        if area is not None:
            words = WORDS_OF_MEANS[means].name
            self.desk.act(words, lambda p: by_means(p, area.id, means, self.desk.library))

    def _show_section(self, found: Drained, drawing: FallsDrawing, case: int) -> None:
        from glacis.core.falls.contours import section_of
        from glacis.report.charts.falls_section import falls_section_scene

        start, end = self._section_ends(found)
        cuts = section_of(found, drawing.least, start, end)
        waters = self._waters(found, drawing, case, (start, end)) if case >= 0 else ()
        system = self.desk.system
        self.section.show_scene(
            lambda w, h: falls_section_scene(cuts, waters, (w, h), system), self.desk.palette
        )

    def _waters(
        self,
        found: Drained,
        drawing: FallsDrawing,
        case: int,
        ends: tuple[tuple[float, float], ...],
    ) -> tuple[tuple[float, float, float], ...]:
        """Where along the section which catchment's water stands, and how high."""
        from glacis.core.falls.contours import catchments_along

        levels = {pool.owner: pool.level for pool in found.cases[case].pools}
        runs = catchments_along(found, ends[0], ends[1])
        over = drawing.least - found.heights.least
        return tuple((a, b, levels[owner] + over) for a, b, owner in runs if owner in levels)

    def _section_ends(self, found: Drained) -> tuple[tuple[float, float], tuple[float, float]]:
        """The line drawn by hand, or one through the first outlet along the longer side."""
        if self.hand.section is not None:
            return self.hand.section
        xs, ys = [x for x, _ in found.area.outline], [y for _, y in found.area.outline]
        at = (sum(xs) / len(xs), sum(ys) / len(ys))
        if found.stated.outlets:
            at = found.stated.outlets[0].at
        if max(xs) - min(xs) >= max(ys) - min(ys):
            return (min(xs), at[1]), (max(xs), at[1])
        return (at[0], min(ys)), (at[0], max(ys))

    def _show_undrained(self, found: Undrained | None) -> None:
        from glacis.report.charts.falls_empty import (
            PITCHED,
            falls_broken_scene,
            falls_empty_scene,
        )

        area, palette = self.desk.area, self.desk.palette
        if area is None:
            return
        roof = area.roof
        words = found.why if found is not None else "No falls stated yet."
        if found is None and roof.area.pitch > PITCHED:
            words = "This area sheds water by its pitch; falls are for low slopes."
        self.say(words)
        self.cases.setVisible(False)
        marked = found.at if found is not None else None
        falls, chosen, first = self.hand.falls, self.hand.chosen, self.hand.first
        last = self._last[1] if self._last and self._last[0] == roof.area.id else None
        if last is not None and found is not None and falls is not None:
            self.canvas.show_scene(
                lambda w, h: falls_broken_scene(last, falls, words, (marked, chosen), (w, h)),
                palette,
            )
            return
        self.canvas.show_scene(
            lambda w, h: falls_empty_scene(
                roof.area, falls, words, (marked, first, chosen), (w, h)
            ),
            palette,
        )
        self.section.show_scene(
            saying("The section follows as soon as the roof drains.", 12), palette
        )

    def _fill_cases(self, found: Drained) -> None:
        names = [
            "all outlets" if len(case.blocked) > 1 else found.drains[case.blocked[0]].name
            for case in found.cases
        ]
        shown = [self.cases.itemText(k) for k in range(self.cases.count())]
        if shown != names:
            self.cases.clear()
            self.cases.addItems(names)
        self.cases.setVisible(self._view == "blocked" and len(names) > 1)
        if names:
            self.cases.setCurrentIndex(self.case_in(found))

    def case_in(self, found: Drained) -> int:
        """Which case is looked at: the chosen one, else the worst; −1 where there is none."""
        if 0 <= self._case < len(found.cases):
            return self._case
        worst = found.worst
        return found.cases.index(worst) if worst is not None else len(found.cases) - 1

    def _choose_case(self, index: int) -> None:
        self._case = index
        self.refresh()

    def _take_tool(self, tool: str, _on: bool = False) -> None:
        self.hand.take(tool)  # type: ignore[arg-type]

    def _fit(self) -> Fit:
        from glacis.report.charts.falls_plan import falls_fit

        area = self.hand.area
        outline = area.outline if area is not None else ((0.0, 0.0), (1.0, 1.0))
        return falls_fit(outline, (float(self.canvas.width()), float(self.canvas.height())))

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        if self._view in ("means", "edge"):
            if hot is not None and hot.kind == "means":
                self.take_means(cast(Means, hot.id))
            return
        self.hand.press(hot, at)

    def _move(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        self.hand.move(at, modifiers)
        if self.hand.is_dragging:
            self.canvas.set_note(at, self._note())

    def _note(self) -> str:
        area, system = self.desk.area, self.desk.system
        if area is None or not isinstance(area.roof.drained, Drained):
            return "does not drain"
        lines = [f"least fall {with_unit(area.roof.drained.least_fall, Quantity.FALL, system)}"]
        if area.roof.taper is not None:
            lines += [
                f"mean {with_unit(area.roof.taper.spread.mean, Quantity.THICKNESS, system)}",
                f"U {with_unit(area.roof.transmittance, Quantity.TRANSMITTANCE, system)}",
            ]
        return "\n".join(lines)

    def _release(self, _at: QPointF) -> None:
        self.canvas.set_note(None)
        self.hand.release()

    def _hover(self, at: QPointF, _modifiers: object) -> None:
        """The thickness under the pointer."""
        area = self.desk.area
        found = area.roof.drained if area else None
        if area is None or not isinstance(found, Drained) or self._view in ("means", "edge"):
            self.canvas.set_note(None)
            return
        fit = self._fit()
        spot = (at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale
        level = found.over_deck_at(spot)
        if level != level:
            self.canvas.set_note(None)
            return
        thickness = level + self._least
        self.canvas.set_note(at, with_unit(thickness, Quantity.THICKNESS, self.desk.system))

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif key in (Qt.Key.Key_PageUp, Qt.Key.Key_PageDown) and self._view == "rain":
            self.stepper.step(1 if key == Qt.Key.Key_PageDown else -1)
        elif key == Qt.Key.Key_B and self._view == "blocked" and self.cases.count():
            self._choose_case((self.cases.currentIndex() + 1) % self.cases.count())
        elif not self.hand.key(key, event.modifiers()):
            return
        event.accept()
