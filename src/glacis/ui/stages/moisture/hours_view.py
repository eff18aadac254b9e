# SPDX-License-Identifier: GPL-3.0-or-later
"""The selected area hour by hour: run in the background, drawn, scrubbed, told."""

from typing import TYPE_CHECKING, Any, TypeVar

from PyQt6.QtCore import QPointF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QResizeEvent
from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from glacis.core.graph.part import Failed, LongPart, Pending, Ready
from glacis.core.hourly.parts import AIR_BORNE, HOURLY, RAIN_BORNE, REASONS, RESERVE, VERDICT, Hours
from glacis.report.scene import Hot, saying
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.stages.moisture.hours_strip import HoursStrip
from glacis.ui.widgets.labels import label, tight

if TYPE_CHECKING:
    from glacis.core.hourly.reserve import Most, Reserve
    from glacis.core.hourly.verdicts import Verdict
    from glacis.report.charts.hours import Shows

Value = TypeVar("Value")
CAUTION = (
    "Hourly calculation after EN 15026. It knows nothing of workmanship, ice, or water that runs in from elsewhere: "
    "materials are estimates where said, and the product's approval and local practice come first."
)

SHORT = "Hourly calculation after EN 15026. What it leaves out and assumes: point here."
LOW = 500
"""Height under which there is no room for all that is assumed [px]."""


class HoursView(QWidget):
    """The tapestry of an area, its words and what may be changed."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self._day: dict[str, int] = {}
        self._seeking = self._assumed = ""
        self._shown: tuple[str, Hours, Verdict] | None = None
        self._drawn: tuple[object, ...] | None = None
        self.shows: Shows = "humidity"
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 4)
        self.canvas = Canvas("Moisture through the roof, depth by days", QSize(400, 240))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(lambda at, _keys: self._scrub(at))
        self.canvas.released.connect(lambda _at: self.canvas.set_note(None))
        self.canvas.key.connect(self._key)
        column.addWidget(self.canvas, 1)
        self.words = label("", "small", wrap=True)
        column.addWidget(self.words)
        self.assumed = label("", "second small", wrap=True)
        column.addWidget(self.assumed)
        self.reserve = QPushButton("Reserve")
        self.reserve.setToolTip(
            "Seek how much water a year may get into the outermost wood before it passes its limit"
        )
        self.reserve.clicked.connect(self.seek_reserve)
        self.stop = QPushButton("Stop")
        self.stop.setToolTip("End the run that goes on")
        self.stop.clicked.connect(self.halt)
        self.strip = HoursStrip(desk, (self.reserve, self.stop))
        self.strip.said.connect(self.said)
        column.addWidget(self.strip)
        self._halted = ""

    @property
    def _area(self) -> str:
        return self._desk.area.roof.area.id if self._desk.area else ""

    def show_field(self, shows: "Shows") -> None:
        """Show humidity or temperature in the tapestry."""
        self.shows = shows
        self.refresh()

    def seek_reserve(self) -> None:
        """Begin to seek what the area forgives."""
        self._seeking = self._area
        self.refresh()

    def halt(self) -> None:
        """End what goes on for this area."""
        jobs = self._desk.session.jobs
        for part in (HOURLY, RESERVE, RAIN_BORNE, AIR_BORNE, REASONS):
            jobs.cancel((part.name, self._area))
        self._seeking, self._halted = "", self._key_of()
        self.refresh()

    def _key_of(self) -> str:
        return f"{self._area} {id(self._desk.project)}"

    def refresh(self) -> None:
        """Show how the area's run stands; where there is none, it begins."""
        area = self._desk.area
        self.strip.refresh()
        if area is None or not area.roof.layers:
            self._draw_words("No layers yet.")
            self._say("", "")
            self.stop.setEnabled(False)
            return
        if self._halted != self._key_of():
            self._halted = ""
        state = (
            self._desk.session.state(HOURLY, self._area)
            if self._halted
            else self._desk.want(HOURLY, self._area)
        )
        if isinstance(state, Ready):
            verdict = self._desk.results.value(VERDICT, self._area)
            self._shown = (self._area, state.value, verdict)
            self._show(state.value, verdict)
        elif isinstance(state, Failed):
            self._draw_words(state.why)
            self._say("", "")
            self.stop.setEnabled(False)
        else:
            self._wait(state)

    def _draw_words(self, words: str) -> None:
        self.canvas.show_scene(saying(words), self._desk.palette)
        self._drawn = None

    def _wait(self, state: Pending) -> None:
        """The last picture of this area stays until the new run is there."""
        words = (
            "Stopped."
            if self._halted
            else f"Hour by hour: {state.words or 'begins'}, {100 * state.share:.0f} %"
        )
        self.stop.setEnabled(not self._halted)
        if self._shown is None or self._shown[0] != self._area:
            self._draw_words(words)
            self._say(words, "")
            return
        self._say(f"{words} The picture is that of before.", self._assumed)

    def _show(self, hours: Hours, verdict: "Verdict") -> None:
        from glacis.core.hourly.story import story
        from glacis.report.charts.hours import hours_scene

        system, shows, day = self._desk.system, self.shows, self._day.get(self._area)
        reserve, borne, told = self._sought()
        drawn = (id(hours), system, shows, day, self._desk.settings.theme)
        if drawn != self._drawn:  # words on how a search gets on draw nothing anew
            self.canvas.show_scene(
                lambda w, h: hours_scene(hours, verdict, (w, h), system, shows=shows, day=day),
                self._desk.palette,
            )
            self._drawn = drawn
        lines = [*story(hours.run, verdict, reserve, system, borne), *([told] if told else [])]
        lines = [" ".join(lines), *self._three(verdict)]
        weather = "Weather invented from the months." if hours.invented else ""
        self._say("\n".join(lines), " ".join((CAUTION, weather, *hours.assumed)))

    def _three(self, verdict: "Verdict") -> tuple[str, ...]:
        """Three methods in a line; where they differ, why, once that is worked out."""
        from glacis.core.judgement.methods import methods_of, they_differ
        from glacis.core.judgement.questions import is_low_slope
        from glacis.report.charts.three import methods_line

        area = self._desk.area
        if area is None:
            return ()
        methods = methods_of(area.roof, verdict)
        line = methods_line(methods, self._desk.system)
        differ = they_differ(methods)
        if not (differ or (is_low_slope(area.roof) and verdict.wettest is not None)):
            return (line,)
        session = self._desk.session
        state = (
            session.state(REASONS, self._area)
            if self._halted
            else session.want(REASONS, self._area)
        )
        if isinstance(state, Ready):
            told = f"{'They differ. ' if differ else ''}{state.value.words(self._desk.system)}"
            return (line, told) if told else (line,)
        if not differ:
            return (line,)
        if isinstance(state, Pending) and not self._halted:
            return (line, f"They differ; why, is being worked out: {100 * state.share:.0f} %")
        return (line, "They differ.")

    def _sought(self) -> "tuple[Reserve | None, tuple[Most | None, Most | None], str]":
        """What the area forgives and which leaks it bears, where that is known or sought; how the search stands."""
        reserve, words = self._one(RESERVE, "Seeking the reserve")
        rain, air = None, None
        if reserve is not None:
            rain, words = self._one(RAIN_BORNE, "Seeking which rain it bears")
            if not words:
                air, words = self._one(AIR_BORNE, "Seeking which air it bears")
        seeking = self._seeking == self._area
        running = seeking and bool(words)
        if seeking and not running:
            self._seeking = ""
            if reserve is None:
                self.said.emit("No wood lies in this roof: there is no reserve to seek.", False)
        self.reserve.setEnabled(not running)
        self.stop.setEnabled(running)
        return reserve, (rain, air), words

    def _one(self, part: LongPart[Any, Value], doing: str) -> tuple[Value | None, str]:
        """A part that is sought, where it is known; else how far it is."""
        session, seeking = self._desk.session, self._seeking == self._area
        state = session.want(part, self._area) if seeking else session.state(part, self._area)
        if isinstance(state, Ready):
            return state.value, ""
        if isinstance(state, Failed):
            self._seeking = ""
            return None, state.why
        return None, f"{doing}: {100 * state.share:.0f} %." if seeking else ""

    def _say(self, words: str, assumed: str) -> None:
        """Words beneath the picture; where the window is low, what is assumed is pointed at."""
        self._assumed = assumed
        low = bool(assumed) and self.height() < LOW
        self.words.setText(words)
        self.assumed.setText(SHORT if low else assumed)
        self.assumed.setToolTip(plain_tip(assumed if low else ""))

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Say as much as there is room for."""
        super().resizeEvent(event)
        self._say(self.words.text(), self._assumed)

    def headline(self) -> str:
        """The verdict in short."""
        from glacis.core.hourly.story import WORDS

        if self._shown is None or self._shown[0] != self._area:
            return ""
        verdict = self._shown[2]
        return WORDS[verdict.grade]

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        if hot is not None:
            self._scrub(at)

    def _scrub(self, at: QPointF) -> None:
        from glacis.report.charts.hours import day_words, layout_of

        if self._shown is None or self._shown[0] != self._area:
            return
        _, hours, verdict = self._shown
        day = layout_of(hours, verdict, self.canvas.width(), self.canvas.height()).day(at.x())
        self._day[self._area] = day
        self._show(hours, verdict)
        self.canvas.set_note(at, day_words(hours, verdict, day, self._desk.system))

    def _key(self, event: QKeyEvent) -> None:
        """Arrows go by days, with Shift by months."""
        from glacis.report.charts.hours import wettest_day

        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if step is None or self._shown is None or self._shown[0] != self._area:
            return
        _, hours, verdict = self._shown
        if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            step *= 30
        self._day[self._area] = (self._day.get(self._area, wettest_day(verdict)) + step) % 365
        self._show(hours, verdict)
        event.accept()
