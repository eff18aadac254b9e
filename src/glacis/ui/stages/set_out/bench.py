# SPDX-License-Identifier: GPL-3.0-or-later
"""The Set-out bench: the plane from the eaves, its deck, its eaves in section, its panels."""

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QPushButton, QStackedWidget

from glacis.core.errors import GlacisError
from glacis.core.set_out.change import remove_set_out, with_products
from glacis.core.set_out.found import SetOutFound
from glacis.core.set_out.working import set_out_working
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.working import Working
from glacis.files.errors import shown_name
from glacis.report.charts.set_out_eaves import eaves_scene
from glacis.report.charts.set_out_panels import panels_scene
from glacis.report.charts.set_out_plane import PlaneView, plane_scene, sheet_of
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stages.set_out.hand import SetOutHand
from glacis.ui.stages.set_out.lists import ListPanel
from glacis.ui.stages.set_out.strips import CourseStrip, DeckStrip, EavesStrip, PanelStrip
from glacis.ui.stages.set_out.timber_panel import TimberPanel
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.labels import label

VIEWS = (
    (
        "courses",
        "Courses",
        "Courses, pieces, windows and running dimensions, seen from the eaves (1)",
    ),
    ("deck", "Deck", "Members, deck sheets and rolls, seen from the eaves (2)"),
    ("eaves", "Eaves", "The eaves in section, every thickness square and plumb (3)"),
    ("panels", "Panels", "A row of structural panels with its measured edges (4)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "courses", Qt.Key.Key_2: "deck", Qt.Key.Key_3: "eaves", Qt.Key.Key_4: "panels",
}  # fmt: skip
ARROWS = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1),
}  # fmt: skip
SMALL, LARGE = 0.001, 0.1
WORDS = {
    "courses": "Seen from the eaves looking up: left is left, lengths are true. Drag a window or the flag. Gauges and "
    "laps are the product's. Edges, rooflights and wet slopes: fall protection before anyone goes up.",
    "deck": "Ends of sheets meet on members. Nothing laid loose bears a foot: fix each sheet before stepping on it.",
    "eaves": "Square and plumb thickness of every band. The engineer decides what a birdsmouth may take.",
    "panels": "Measure both edges after each panel; recut the last one on the ground. Nobody under a load that hangs.",
}


class SetOutBench(Bench):
    """Where everything goes on the selected area."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Set-out")
        self._prompts = prompts
        self._view = "courses"
        self.views = view_buttons(self, VIEWS, self.show_view)
        for words, tip, done in (
            ("Timber…", "Outriggers, planing out, curves", self.open_timber),
            (
                "Lists…",
                "Courses, cut pieces, sheets, panels and infill pieces as lists",
                self.open_lists,
            ),
            ("Working", "Every step behind gauges, coils, panels and eaves", self.show_working),
        ):
            button = QPushButton(words)
            button.setToolTip(plain_tip(tip))
            button.clicked.connect(done)
            self.controls.addWidget(button)
        self.lists: ListPanel | None = None
        self.timber: TimberPanel | None = None
        self.hand = SetOutHand(desk, self)
        self.canvas = Canvas("The plane as one sees it looking up from the eaves", QSize(400, 260))
        self.canvas.pressed.connect(self._grip)
        self.canvas.dragged.connect(self._drag)
        self.canvas.released.connect(self._release)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.start = QPushButton("Set this area out")
        self.start.setToolTip("Begin with the usual datum, gauges and seats")
        self.start.clicked.connect(self.begin)
        self.column.addWidget(self.start, 0, Qt.AlignmentFlag.AlignHCenter)
        self._why = label("", "second small", wrap=True)
        self.column.addWidget(self._why)
        self.courses = CourseStrip(desk, self.hand)
        self.deck = DeckStrip(desk, self.hand)
        self.eaves = EavesStrip(desk, self.hand)
        self.panels = PanelStrip(desk, self.hand)
        self.strips = QStackedWidget()
        for strip in (self.courses, self.deck, self.eaves, self.panels):
            strip.said.connect(self.said)
            self.strips.addWidget(strip)
        self.column.addWidget(self.strips)
        self.hand.changed.connect(self.refresh)
        self.setFocusProxy(self.canvas)

    def begin(self) -> None:
        """Begin with the usual set-out."""
        if self.hand.stated is None:
            self.hand.begin()

    def take_away(self) -> None:
        """Leave nothing stated about the set-out of the selected area."""
        area = self.hand.area
        if area is not None and self.hand.stated is not None:
            self.desk.act("Take the set-out away", lambda p: remove_set_out(p, area.id))

    def read_products(self) -> None:
        """Products of one's own from a table."""
        from glacis.files.products_csv import read_products

        path = self._prompts.products_path(self)
        if path is None:
            return

        try:
            products = read_products(path)
        except GlacisError as fault:
            self._prompts.tell(self, "Not read", str(fault))
            return
        if self.desk.act("Read products", lambda p: with_products(p, products)):
            count = f"{len(products)} {'product' if len(products) == 1 else 'products'}"
            self.said.emit(f"{count} read from {shown_name(path)}", False)

    def show_working(self) -> None:
        """Open the steps behind the figures."""
        if self.hand.found is not None:
            self.working_made.emit(self.working)

    def working(self) -> tuple[Working, str] | None:
        """The steps behind the figures, and whose they are; None where nothing is stated."""
        found, area = self.hand.found, self.hand.area
        return (
            (set_out_working(found), area.name) if found is not None and area is not None else None
        )

    def open_lists(self) -> None:
        """Show the lists over the bench."""
        if self.lists is None:
            self.lists = ListPanel(self.desk, self.hand, self)
        open_alone(self, self.lists)

    def open_timber(self) -> None:
        """Show outriggers, planing out and curves over the bench."""
        if self.timber is None:
            self.timber = TimberPanel(self.desk, self.hand, self)
            self.timber.said.connect(self.said)
        open_alone(self, self.timber)

    @property
    def _panels(self) -> list[ListPanel | TimberPanel]:
        return [panel for panel in (self.lists, self.timber) if panel is not None]

    def refresh(self) -> None:
        """Show the selected area's set-out as it is."""
        self.hand.check()
        self.views[self._view].setChecked(True)
        found = self.hand.found
        stated = found is not None
        self.start.setVisible(self.desk.area is not None and not stated)
        self.strips.setVisible(stated)
        self._why.setVisible(stated)
        for panel in self._panels:
            if panel.isVisible():
                panel.refresh()
        if found is None:
            words = self.empty_words() or "Nobody has set this area out yet."
            self.say("")
            self.canvas.show_scene(saying(words), self.desk.palette)
            return
        self._why.setText(WORDS[self._view])
        self.strips.setCurrentIndex([name for name, _, _ in VIEWS].index(self._view))
        {
            "courses": self.courses.refresh, "deck": self.deck.refresh, "eaves": self.eaves.refresh,
            "panels": self.panels.refresh,
        }[self._view]()  # fmt: skip
        self.canvas.show_scene(self._scene(found), self.desk.palette)
        self.say(self._summary(found))

    def _scene(self, found: SetOutFound) -> SceneMaker:
        system = self.desk.system
        if self._view == "eaves":
            if found.eaves is None:
                return saying(self._fault(found, "eaves") or "Type a figure of the eaves below.")
            return lambda w, h: eaves_scene(found, (w, h), system)
        if self._view == "panels":
            panelled = found.panelled
            if panelled is None:
                words = "No layer of this build-up is laid of structural panels: choose one below."
                return saying(self._fault(found, "panels") or words)
            return lambda w, h: panels_scene(panelled, (w, h), system)
        what = "deck" if self._view == "deck" else "pieces"
        names = {item.id: item.name for item in self.desk.project.openings}
        view = PlaneView(found, names, system, what, self.hand.window)
        return lambda w, h: plane_scene(view, (w, h))

    def _fault(self, found: SetOutFound, what: str) -> str:
        return next((why for part, why in found.faults if part == what), "")

    def _summary(self, found: SetOutFound) -> str:
        show, system = with_unit, self.desk.system
        covered, sheeted = found.covered, found.sheeted
        if self._view == "panels" and found.panelled is not None:
            return f"{found.panelled.row.n} panels, {found.panelled.cans.cans} cans of foam"
        if self._view == "eaves" and found.eaves is not None:
            return f"fascia {show(found.eaves.fascia_height, Quantity.THICKNESS, system)}"
        if self._view == "deck":
            parts = []
            if found.frame is not None:
                parts.append(f"{found.frame.members} members")
            if found.decked is not None:
                parts.append(f"{found.decked.bought} sheets")
            if found.rolled is not None:
                parts.append(f"{found.rolled[1].rolls} rolls")
            return ", ".join(parts)
        if covered is not None and covered.laid is not None:
            gauge = max((course.gauge for course in covered.courses), default=0.0)
            pieces = len(covered.laid.course)
            return f"{len(covered.courses)} courses at {show(gauge, Quantity.THICKNESS, system)}, {pieces} pieces"
        if sheeted is not None:
            return f"{len(sheeted.strips)} strips, {show(sheeted.metres, Quantity.LENGTH, system)}"
        return self._fault(found, "courses") or self._fault(found, "sheets") or "no covering chosen"

    def _grip(self, hot: Hot | None, at: QPointF) -> None:
        found = self.hand.found
        if found is None or self._view not in ("courses", "deck"):
            return
        size = float(self.canvas.width()), float(self.canvas.height())
        self.hand.grip(hot, at, sheet_of(found, size).scale)

    def _drag(self, at: QPointF, _modifiers: object) -> None:
        self.hand.drag(at)
        if self.hand.is_dragging:
            self.canvas.set_note(at, self._note())

    def _note(self) -> str:
        seat, stated, system = self.hand.seat, self.hand.stated, self.desk.system
        if seat is not None:
            over = with_unit(seat.over, Quantity.THICKNESS, system)
            said = "sits on a course" if seat.sits else "half a course below it"
            return f"{over} above course {seat.line + 1}\n{said}"
        return f"datum {with_unit(stated.datum, Quantity.THICKNESS, system)}" if stated else ""

    def _release(self, _at: QPointF) -> None:
        self.canvas.set_note(None)
        self.hand.release()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif key == Qt.Key.Key_W:
            self.hand.next_window()
        elif key in ARROWS and self.hand.window:
            shift = event.modifiers() & Qt.KeyboardModifier.ShiftModifier
            step = LARGE if shift else SMALL
            along, up = ARROWS[key]
            self.hand.move(self.hand.window, (along * step, up * step))
        elif key == Qt.Key.Key_Escape and self.hand.window:
            self.hand.choose("")
        else:
            return
        event.accept()
