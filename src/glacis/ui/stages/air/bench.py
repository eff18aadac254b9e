# SPDX-License-Identifier: GPL-3.0-or-later
"""The Air bench: the bays on the plan, one of them in section, its day."""

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRect, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QResizeEvent
from PyQt6.QtWidgets import QPushButton, QStackedWidget

from glacis.core.air.change import change_air, remove_air
from glacis.core.air.found import Aired
from glacis.core.air.parts import AIR_DAY, AIR_WAY
from glacis.core.air.path import AirWay
from glacis.core.model.air import Heel
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.report.scene import Hot, saying
from glacis.session.places import random_name
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.air.hand import AirHand
from glacis.ui.stages.air.lists import ListPanel, ScreensPanel, WayPanel
from glacis.ui.stages.air.pictures import attic_of, day_of, map_of, section_of
from glacis.ui.stages.air.strips import AirStrip
from glacis.ui.stages.air.table_panel import TablePanel
from glacis.ui.stages.air.vent_strip import VentStrip
from glacis.ui.widgets.labels import label

STATES = (
    ("noon", "Still noon", "A hot, still noon with a clear sky (1)"),
    ("night", "Night", "A clear, still night of the winter design day (2)"),
    ("windy", "Windy", "An overcast day of the coldest month in the site's wind (3)"),
    ("breezy", "Sun and wind", "A hot noon in the site's wind (4)"),
)
STATE_KEYS = {
    Qt.Key.Key_1: "noon",
    Qt.Key.Key_2: "night",
    Qt.Key.Key_3: "windy",
    Qt.Key.Key_4: "breezy",
}
ROOMY = 620
"""Height of the bench from which the day has room under the section [pt]."""
WORDS = (
    "Press a bay for its section, an edge for its vents; drag gap, vents or pitch in the section. Rules are "
    "recalled: the local code outranks them. Fall protection before anyone opens a ridge or eaves."
)


class AirBench(Bench):
    """Which bays breathe, and what passes them."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Air")
        self._view = "noon"
        self.states = view_buttons(self, STATES, self.show_view)
        working = QPushButton("Working")
        working.setToolTip("Every step behind free areas, starved share and flow")
        working.clicked.connect(self.show_working)
        self.controls.addWidget(working)
        self.way_button = QPushButton("Way…")
        self.way_button.setToolTip("The way through a bay, segment by segment from the low end")
        self.way_button.clicked.connect(self.open_way)
        self.controls.addWidget(self.way_button)
        tables = QPushButton("Tables…")
        tables.setToolTip("Rules, screens and losses, each with its source, to be stated otherwise")
        tables.clicked.connect(self.open_tables)
        self.controls.addWidget(tables)
        self.tables: TablePanel | None = None
        self.lists: dict[str, ListPanel] = {}
        self.hand = AirHand(desk, self)
        self.map = Canvas("Bays of the area on its plan", QSize(400, 190))
        self.map.pressed.connect(lambda hot, _at: self.hand.choose(hot))
        self.map.key.connect(self._key)
        self.section = Canvas("One bay in section, its temperatures and pressures", QSize(400, 150))
        self.section.pressed.connect(self._grip)
        self.section.dragged.connect(self._drag)
        self.section.released.connect(self._release)
        self.section.key.connect(self._key)
        self.day = Canvas("Air through the bay by hour of a summer day", QSize(400, 74))
        self.usual = QPushButton("Give it the usual vents")
        self.usual.setToolTip("Vents along eaves and ridge, chutes in an attic")
        self.usual.clicked.connect(self.give_usual_vents)
        self.column.addWidget(self.map, 5)
        self.column.addWidget(self.usual, 0, Qt.AlignmentFlag.AlignHCenter)
        self.column.addWidget(self.section, 4)
        self.column.addWidget(self.day, 1)
        self._why = label(WORDS, "second small", wrap=True)
        self.column.addWidget(self._why)
        self.strip = AirStrip(desk, self.hand)
        self.vent = VentStrip(desk, self.hand)
        self.strips = QStackedWidget()
        for strip in (self.strip, self.vent):
            strip.said.connect(self.said)
            self.strips.addWidget(strip)
        self.column.addWidget(self.strips)
        self.vent.screens_wanted.connect(self.open_screens)
        self.hand.changed.connect(self.refresh)
        self.setFocusProxy(self.map)
        self._per_point = 0.001
        self._has_day = False
        self._heel: tuple[float, float, float, str] | None = None

    def show_working(self) -> None:
        """Open the steps behind the figures."""
        if self.hand.aired is not None:
            self.working_wanted.emit("air")

    def open_tables(self) -> None:
        """Show the tables of ventilation."""
        if self.tables is None:
            self.tables = TablePanel(self.desk, self)
        self.tables.open_over(self._over())

    def open_way(self) -> None:
        """Show the segments of the way through a bay."""
        self._open_list("way", WayPanel)

    def open_screens(self) -> None:
        """Show what stands in the vent of the edge in the hand."""
        self._open_list("screens", ScreensPanel)

    def _open_list(self, name: str, kind: type[WayPanel] | type[ScreensPanel]) -> None:
        for panel in self.lists.values():
            panel.dismiss()
        if name not in self.lists:
            self.lists[name] = kind(self.desk, self.hand, self)
            self.lists[name].said.connect(self.said)
        self.lists[name].open_over(self._over())

    def _over(self) -> QRect:
        return QRect(16, 44, self.width() - 24, self.height() - 52)

    def give_usual_vents(self) -> None:
        """Vents along eaves and ridge, chutes in an attic."""
        self.hand.give_usual()

    def take_air_away(self) -> None:
        """Leave nothing stated about the air of the selected area."""
        area = self.hand.area
        if area is not None and self.hand.air is not None:
            self.desk.act("Take the vents away", lambda p: remove_air(p, area.id))

    def refresh(self) -> None:
        """Show the selected area's air as it is."""
        self.hand.check()
        self.states[self._view].setChecked(True)
        area = self.desk.area
        aired = self.hand.aired
        laid = aired is not None and aired.layout is not None
        for button in self.states.values():
            button.setEnabled(laid)
        self.way_button.setEnabled(aired is not None and aired.way.kind != "cold-attic")
        for panel in self.lists.values():
            if panel.isVisible():
                panel.refresh()
        self.strips.setCurrentWidget(self.vent if self.hand.edge else self.strip)
        (self.vent if self.hand.edge else self.strip).refresh()
        if area is None:
            self._say_nothing(self.empty_words())
            return
        way = self.desk.value(AIR_WAY, area.roof.area.id).way
        self.strips.setVisible(way.vented or aired is not None)
        self.usual.setVisible(way.vented and (aired is None or not aired.stated.vents))
        if aired is not None and laid:
            self._show(aired)
        else:
            self._say_nothing(self._words_without(way, aired))

    def _words_without(self, way: AirWay, aired: Aired | None) -> str:
        if aired is not None and aired.fault:
            return aired.fault
        if not way.vented:
            return way.why
        depth = with_unit(way.depth, Quantity.THICKNESS, self.desk.system)
        return f"The build-up has a ventilated space of {depth}; nobody stated what opens into it."

    def _say_nothing(self, words: str) -> None:
        self.say(words)
        self.map.show_scene(saying(words, 13), self.desk.palette)
        for canvas in (self.section, self.day):
            canvas.setVisible(False)
        self._why.setVisible(False)

    def _show(self, aired: Aired) -> None:
        area, palette, system = self.desk.area, self.desk.palette, self.desk.system
        if area is None or aired.layout is None:
            return
        self._why.setVisible(True)
        self.section.setVisible(True)
        number = [name for name, _, _ in STATES].index(self._view)
        plan = map_of(area.roof, aired, self.hand, number, system)
        self.map.show_scene(plan, palette)
        if aired.attic is not None:
            self.section.show_scene(attic_of(area, aired, number, system), palette)
            self._has_day = False
        else:
            made = section_of(area.roof, aired, self.hand.piece, number, system)
            self._per_point = made.per_point
            self.section.show_scene(made.scene, palette)
            day = self.desk.value(AIR_DAY, area.roof.area.id)
            self._has_day = day is not None
            if day is not None:
                self.day.show_scene(day_of(aired, day, self.hand.piece, system), palette)
        self._give_room()
        self.say(self._summary(aired))

    def _give_room(self) -> None:
        """The day gives way to map and section in a low window."""
        self.day.setVisible(self._has_day and self.height() >= ROOMY)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Another height may have no room for the day."""
        super().resizeEvent(event)
        if self.section.isVisible():
            self._give_room()

    def _summary(self, aired: Aired) -> str:
        share = aired.layout.starved_share if aired.layout is not None else 0.0
        return f"{with_unit(share, Quantity.SHARE, self.desk.system)} starved"

    def _grip(self, hot: Hot | None, at: QPointF) -> None:
        air = self.hand.air
        if hot is not None and hot.kind == "heel" and air is not None and air.heel is not None:
            self._heel = (at.y(), air.heel.height, float(hot.id), random_name())
            return
        self.hand.grip(hot, at)

    def _drag(self, at: QPointF, _modifiers: object) -> None:
        if self._heel is not None:
            self._drag_heel(at)
        else:
            self.hand.drag(at, self._per_point)
        if self._heel is not None or self.hand.is_dragging:
            self.section.set_note(at, self._note())

    def _drag_heel(self, at: QPointF) -> None:
        if self._heel is None:
            return
        start, height, scale, merge = self._heel
        bounds = range_of(Heel, "height")
        raised = round((height + (start - at.y()) / scale) / 0.01) * 0.01
        value = min(bounds.most, max(bounds.least, raised))
        area, air = self.hand.area, self.hand.air
        if area is not None and air is not None and air.heel is not None:
            heel = replace(air.heel, height=value)
            self.desk.act(
                "Change heel",
                lambda p: change_air(p, area.id, lambda a: replace(a, heel=heel)),
                merge,
            )

    def _note(self) -> str:
        aired, area, system = self.hand.aired, self.desk.area, self.desk.system
        if aired is None or area is None or aired.layout is None:
            return ""
        lines = [
            f"air {with_unit(aired.at_noon, Quantity.AIR_FLOW_AREA, system)}",
            f"narrowest {with_unit(aired.narrow[0], Quantity.OPENING, system)}",
        ]
        air = self.hand.air
        if self._heel is not None and air is not None and air.heel is not None:
            lines = [f"heel {with_unit(air.heel.height, Quantity.THICKNESS, system)}"]
            whole = with_unit(area.figures.whole, Quantity.TRANSMITTANCE, system)
            lines.append(f"U with its eaves {whole}")
        return "\n".join(lines)

    def _release(self, _at: QPointF) -> None:
        self.section.set_note(None)
        self._heel = None
        self.hand.release()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in STATE_KEYS:
            self.show_view(STATE_KEYS[key])
        elif key in (Qt.Key.Key_Left, Qt.Key.Key_Right):
            self.hand.step_piece(1 if key == Qt.Key.Key_Right else -1)
        elif key == Qt.Key.Key_E:
            self.hand.step_edge()
        elif key == Qt.Key.Key_Escape and self.hand.edge:
            self.hand.choose(None)
        else:
            return
        event.accept()
