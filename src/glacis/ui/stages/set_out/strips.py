# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields under the Set-out bench: what is laid, gauges and seats, members, eaves, panels."""

from functools import partial
from typing import Any

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from glacis.core.model.covering import (
    COVERINGS,
    DeckBoard,
    PanelProduct,
    RollProduct,
    SheetProduct,
    ShingleStrip,
    SlatePiece,
    Tile,
)
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.core.model.set_out import EavesSection, MeasuredRun, MemberGrid, PanelRun, SetOut
from glacis.core.set_out.change import choose_product, measure_run
from glacis.core.set_out.shipped import products_of
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.set_out.hand import SetOutHand
from glacis.ui.widgets.field_grid import Pairs, chooser, field_grid
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 72
KINDS: dict[type[Any], str] = {
    Tile: "tiles", SlatePiece: "slates", ShingleStrip: "shingles", SheetProduct: "sheets", RollProduct: "rolls",
    PanelProduct: "panels", DeckBoard: "deck",
}  # fmt: skip
T = Quantity.THICKNESS


class Strip(QWidget):
    """Fields of one view."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: SetOutHand) -> None:
        super().__init__()
        self.desk = desk
        self.hand = hand
        self.column: QVBoxLayout = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        self.column.setAlignment(Qt.AlignmentFlag.AlignTop)

    def add_grid(self, *rows: Pairs) -> None:
        """Rows of labelled fields."""
        held = QWidget()
        field_grid(held, rows)
        self.column.addWidget(held)

    def field(self, words: str, quantity: Quantity, node: Any, key: str, take: Any) -> UnitField:
        """An entry for one figure."""
        made = UnitField(words, quantity, WIDTH).bounded(ranges_of(node)[key])
        made.committed.connect(partial(take, made, key))
        made.said.connect(self.said)
        return made

    def take_own(self, field: UnitField, key: str, value: float) -> None:
        """State a figure of the set-out itself."""
        if not self.hand.change("Change set-out", {key: value}):
            field.refuse()

    def take_part(self, part: str, field: UnitField, key: str, value: float) -> None:
        """State a figure of members, eaves or panels."""
        if not self.hand.change_part(f"Change {part}", part, key, value):
            field.refuse()


class LaidOf(QWidget):
    """What a layer is laid of: two choosers in a row, with what else belongs there."""

    def __init__(
        self, desk: Desk, kinds: tuple[type[Any], ...], more: tuple[tuple[str, QWidget], ...] = ()
    ) -> None:
        super().__init__()
        self._desk, self._kinds = desk, kinds
        self.layer = chooser("Layer that is laid piece by piece", ())
        self.product = chooser("What it is laid of", ())
        self.layer.activated.connect(lambda _k: self._show_product())
        self.product.activated.connect(lambda _k: self._take())
        row = tight(QHBoxLayout(self), (0, 0, 0, 0), 8)
        for words, box in (("Layer", self.layer), ("laid of", self.product)):
            box.setMinimumWidth(96)
            box.setMaximumWidth(230)
            row.addWidget(label(words, "second small"))
            row.addWidget(box, 1)
        for words, widget in more:
            row.addWidget(label(words, "second small"))
            row.addWidget(widget)
        row.addStretch(1)
        self._shown: tuple[object, ...] = ()
        self._offered: tuple[tuple[str, str], ...] = ()

    def refresh(self) -> None:
        """Show the layers of the selected build-up, the outermost first."""
        assembly, area = self._desk.assembly, self._desk.area
        if assembly is None or area is None:
            return
        names = {layer.id: layer.name for layer in area.roof.layers}
        laid = [
            layer
            for layer in reversed(assembly.layers)
            if isinstance(layer, SolidLayer | MembraneLayer)
        ]
        known = products_of(self._desk.project.products)
        here = (assembly.id, *(layer.id for layer in laid))
        if here != self._shown:
            self._shown = here
            self.layer.clear()
            for layer in laid:
                self.layer.addItem(names.get(layer.id, layer.id), layer.id)
            suited = (
                k
                for k, layer in enumerate(laid)
                if isinstance(known.get(layer.product), self._kinds)
            )
            self.layer.setCurrentIndex(next(suited, 0))
        offered = tuple((product.id, product.name) for product in known.values())
        if offered != self._offered:
            self._offered = offered
            self.product.clear()
            self.product.addItem("nothing chosen", "")
            for product in known.values():
                self.product.addItem(f"{product.name} ({KINDS[type(product)]})", product.id)
        self._show_product()

    def _show_product(self) -> None:
        assembly, wanted = self._desk.assembly, self.layer.currentData()
        layers = assembly.layers if assembly is not None else ()
        held = next((layer for layer in layers if layer.id == wanted), None)
        self.product.setCurrentIndex(max(0, self.product.findData(getattr(held, "product", ""))))

    def _take(self) -> None:
        assembly = self._desk.assembly
        if assembly is None:
            return
        layer, product = self.layer.currentData(), self.product.currentData()
        self._desk.act("Choose product", lambda p: choose_product(p, assembly.id, layer, product))
        self._show_product()


class CourseStrip(Strip):
    """Gauges, seats and datum."""

    def __init__(self, desk: Desk, hand: SetOutHand) -> None:
        super().__init__(desk, hand)
        own = partial(self.field, node=SetOut, take=self.take_own)
        self.overhang = own(
            "Overhang of the lowest course into the gutter, in plan", T, key="overhang"
        )
        self.top = own("From the top of the plane down to the highest batten", T, key="top_clear")
        self.least = own("Frame above the line below it, at least", T, key="seat_least")
        self.most = own("Frame above the line below it, at most", T, key="seat_most")
        self.datum = own("Datum from the end of the eaves", T, key="datum")
        self.colder = own(
            "Span from the coldest to the hottest metal", Quantity.TEMPERATURE_STEP, key="colder"
        )
        self.gauge = chooser(
            "Equal gauges, or one below and one above the window in the hand",
            (("equal", "even"), ("two", "two")),
        )
        self.gauge.activated.connect(lambda _k: self._take_gauge())
        self.side = chooser(
            "End that pieces are laid from, seen looking up the slope",
            (("left", False), ("right", True)),
        )
        self.side.activated.connect(lambda _k: self._take_side())
        self.move_it = QPushButton("Move onto a course")
        self.move_it.setToolTip("Move the window in the hand the least way onto a whole course")
        self.move_it.clicked.connect(self.move_window)
        self._laid_of = LaidOf(desk, COVERINGS, (("from", self.side),))
        self.column.addWidget(self._laid_of)
        self.add_grid(
            (("Gauge", self.gauge), ("Seat", self.least), ("to", self.most), ("", self.move_it)),
            (("Eaves", self.overhang), ("Top", self.top), ("Datum", self.datum), ("Metal", self.colder)),
        )  # fmt: skip

    def refresh(self) -> None:
        """Show what is stated."""
        self._laid_of.refresh()
        stated, system = self.hand.stated or SetOut(area=""), self.desk.system
        self.overhang.show_value(stated.overhang, system)
        self.top.show_limit(stated.top_clear, system, "product")
        self.least.show_value(stated.seat_least, system)
        self.most.show_value(stated.seat_most, system)
        self.datum.show_value(stated.datum, system)
        self.colder.show_value(stated.colder, system)
        self.gauge.setCurrentIndex(self.gauge.findData(stated.gauge))
        self.side.setCurrentIndex(int(stated.mirrored))
        found = self.hand.found
        self.colder.setEnabled(found is not None and found.sheeted is not None)
        seat = self.hand.seat
        self.move_it.setEnabled(seat is not None and seat.moved is not None and not seat.sits)
        self.gauge.setEnabled(bool(self.hand.windows))

    def _take_gauge(self) -> None:
        choice = self.gauge.currentData()
        windows = self.hand.windows
        window = self.hand.window or (windows[0].id if windows else "")
        self.hand.change(
            "Choose gauges", {"gauge": choice, "window": window if choice == "two" else ""}
        )
        self.refresh()

    def _take_side(self) -> None:
        self.hand.change("Lay from the other end", {"mirrored": self.side.currentData()})
        self.refresh()

    def move_window(self) -> None:
        """Move the window in the hand the least way onto a course."""
        seat = self.hand.seat
        if seat is not None and seat.moved is not None:
            self.hand.move(seat.window.id, (0.0, seat.moved.shift))


class DeckStrip(Strip):
    """Members and what is laid on them."""

    def __init__(self, desk: Desk, hand: SetOutHand) -> None:
        super().__init__(desk, hand)
        self._laid_of = LaidOf(desk, (DeckBoard, RollProduct))
        self.column.addWidget(self._laid_of)
        part = partial(self.field, node=MemberGrid, take=partial(self.take_part, "grid"))
        self.spacing = part("Spacing of the members", T, key="spacing")
        self.width_ = part("Width of a member", T, key="width")
        self.start = chooser(
            "What of the first member lies on the datum",
            (("outer face", "face"), ("centre", "centre")),
        )
        self.start.activated.connect(lambda _k: self._take_start())
        self.add_grid((("Members", self.spacing), ("wide", self.width_), ("First", self.start)))

    def refresh(self) -> None:
        """Show what is stated, and what the build-up says where nothing is."""
        self._laid_of.refresh()
        stated, system = self.hand.stated, self.desk.system
        grid = stated.grid if stated is not None else MemberGrid()
        stack = self.hand.found.stack if self.hand.found is not None else None
        spacing = grid.spacing or (stack.spacing if stack else 0.0)
        self.spacing.show_limit(spacing or None, system, "ask")
        self.width_.show_limit(grid.width or (stack.width if stack else 0.0) or None, system, "ask")
        self.start.setCurrentIndex(self.start.findData(grid.start))

    def _take_start(self) -> None:
        self.hand.change_part("Change members", "grid", "start", self.start.currentData())
        self.refresh()


class EavesStrip(Strip):
    """The eaves in section."""

    def __init__(self, desk: Desk, hand: SetOutHand) -> None:
        super().__init__(desk, hand)
        part = partial(self.field, node=EavesSection, take=partial(self.take_part, "eaves"))
        own = partial(self.field, node=SetOut, take=self.take_own)
        self.fields: dict[str, UnitField] = {
            key: part(words, quantity, key=key)
            for key, words, quantity in (
                ("projection", "Fascia's front from the wall, in plan", T), ("rafter", "Depth of the rafter", T),
                ("below", "How far the fascia hangs below the tails", T), ("kick", "Kick under the lowest course", T),
                ("seat", "Seat of the birdsmouth, level", T), ("wall", "Thickness of the wall head", T),
                ("sprocket_pitch", "Pitch of a flatter sprocket, 0 for none", Quantity.ANGLE),
                ("sprocket_length", "Length of that sprocket", T),
            )
        }  # fmt: skip
        self.batten = own("Depth of the tile battens", T, key="batten")
        self.counter = own(
            "Depth of the counter-battens, where no layer states it", T, key="counter"
        )
        named = self.fields
        self.add_grid(
            (("Projects", named["projection"]), ("Rafter", named["rafter"]), ("Fascia below", named["below"]),
             ("Kick", named["kick"])),
            (("Seat", named["seat"]), ("Wall", named["wall"]), ("Sprocket", named["sprocket_pitch"]),
             ("long", named["sprocket_length"])),
                (("Batten", self.batten), ("Counter", self.counter)),
        )  # fmt: skip

    def refresh(self) -> None:
        """Show what is stated."""
        stated, system = self.hand.stated or SetOut(area=""), self.desk.system
        section = stated.eaves or EavesSection()
        stack = self.hand.found.stack if self.hand.found is not None else None
        for key, field in self.fields.items():
            value = getattr(section, key)
            if key == "rafter":
                field.show_limit(value or (stack.rafter if stack else 0.0) or None, system, "ask")
            elif key == "sprocket_pitch":
                field.show_limit(value or None, system, "straight")
            else:
                field.show_value(value, system)
        self.batten.show_value(stated.batten, system)
        self.counter.show_value((stack.counter if stack else 0.0) or stated.counter, system)
        self.counter.setEnabled(stack is None or not stack.counter)


class PanelStrip(Strip):
    """Overhangs, measured runs, foam."""

    def __init__(self, desk: Desk, hand: SetOutHand) -> None:
        super().__init__(desk, hand)
        part = partial(self.field, node=PanelRun, take=partial(self.take_part, "panels"))
        run = partial(self.field, node=MeasuredRun, take=self._take_edge)
        self.start = part("Overhang where the row begins", T, key="start")
        self.end_ = part("Overhang where it ends, as drawn", T, key="end")
        self.tolerance = part("Tolerance of the far edge", T, key="tolerance")
        self.temperature = part(
            "Temperature of cans and air", Quantity.TEMPERATURE, key="temperature"
        )
        self.humidity = part("Humidity of the air", Quantity.HUMIDITY, key="humidity")
        self.laid = chooser("Panels laid when the run was measured", ())
        self.laid.activated.connect(lambda _k: self._show_run())
        self.bottom = run("Run at the lower edge", T, key="bottom")
        self.top = run("Run at the upper edge", T, key="top")
        self.recut = QCheckBox("Last panel recut")
        self.recut.setToolTip(
            plain_tip("The last panel has been recut to its two widths before it was lifted")
        )
        self.recut.clicked.connect(self._take_recut)
        self._laid_of = LaidOf(desk, (PanelProduct,))
        self.column.addWidget(self._laid_of)
        self.add_grid(
            (("Laid", self.laid), ("lower", self.bottom), ("upper", self.top), ("", self.recut)),
            (("Starts", self.start), ("ends", self.end_), ("within", self.tolerance)),
            (("Foam at", self.temperature), ("humid", self.humidity)),
        )  # fmt: skip

    @property
    def _row(self) -> PanelRun:
        stated = self.hand.stated
        return (stated.panels if stated is not None else None) or PanelRun()

    def refresh(self) -> None:
        """Show what is stated."""
        self._laid_of.refresh()
        row, system = self._row, self.desk.system
        self.start.show_value(row.start, system)
        self.end_.show_value(row.end, system)
        self.tolerance.show_value(row.tolerance, system)
        self.temperature.show_value(row.temperature, system)
        self.humidity.show_value(row.humidity, system)
        found = self.hand.found
        panelled = found.panelled if found is not None else None
        count = panelled.row.n if panelled is not None else 0
        if self.laid.count() != max(0, count - 1):
            self.laid.clear()
            for number in range(2, count + 1):
                self.laid.addItem(f"{number} panels", number)
            if row.measured:
                self.laid.setCurrentIndex(self.laid.findData(row.measured[-1].laid))
        for widget in (self.laid, self.bottom, self.top):
            widget.setEnabled(panelled is not None)
        self.recut.setChecked(row.recut)
        self.recut.setEnabled(bool(row.measured))
        self._show_run()

    def _run(self) -> MeasuredRun | None:
        laid = self.laid.currentData()
        return next((run for run in self._row.measured if run.laid == laid), None)

    def _show_run(self) -> None:
        run, system = self._run(), self.desk.system
        self.bottom.show_limit(run.bottom if run else None, system, "measure")
        self.top.show_limit(run.top if run else None, system, "measure")

    def _take_edge(self, field: UnitField, key: str, value: float) -> None:
        """Write an edge down; an edge not yet measured begins like the other."""
        area, laid, run = self.hand.area, self.laid.currentData(), self._run()
        if area is None or laid is None:
            return
        other = (run.top if key == "bottom" else run.bottom) if run is not None else value
        bottom, top = (value, other) if key == "bottom" else (other, value)
        fresh = MeasuredRun(laid=laid, bottom=bottom, top=top)
        if not self.desk.act("Write a measured run down", lambda p: measure_run(p, area.id, fresh)):
            field.refuse()

    def _take_recut(self, done: bool) -> None:
        self.hand.change_part("Recut the last panel", "panels", "recut", done)
        self.refresh()
