# SPDX-License-Identifier: GPL-3.0-or-later
"""Timber over the Set-out bench: outriggers, furring that planes a deck out, curves in facets."""

from functools import partial
from typing import Any

from msgspec.structs import replace
from PyQt6.QtCore import QSize, pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QStackedWidget, QWidget

from glacis.core.model.set_out import Curve, Furring, FurringZone, Outriggers
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.report.charts.set_out_timber import curve_scene, furring_scene, outriggers_scene
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.set_out.hand import SetOutHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.choices import choice_row
from glacis.ui.widgets.field_grid import field_grid
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet
from glacis.ui.widgets.unit_field import UnitField

T, L = Quantity.THICKNESS, Quantity.LOAD
PAGES = (
    (
        "outriggers",
        "Outriggers",
        "Beams that carry the eaves past the wall, and boards that go in uncut",
    ),
    ("furring", "Planing out", "Strips that bring zones of a deck to one plane"),
    ("curve", "Curve", "A curved roof in flat facets"),
)
SCENES = {"outriggers": outriggers_scene, "furring": furring_scene, "curve": curve_scene}
WORDS = {
    "outriggers": "Loads without factors, each outrigger with its share: the engineer sizes it and what holds it down. "
    "An overhang is no scaffold.",
    "furring": "Heights from one level line. Laps of a sheet thicken it where they lie: tell that, do not rip for it.",
    "curve": "Boards over a hump touch in their middle; chords need about twice the fill.",
}
ZONE_COLUMNS = (
    Column("base", "base", "Height of its supports over the level line", 96, T),
    Column("deck", "deck", "Thickness of its deck", 96, T),
    Column("sheets", "sheets", "All sheets on it together", 96, T),
)
FIELDS: dict[str, tuple[tuple[tuple[str, str, Quantity, str], ...], ...]] = {
    "outriggers": (
        (("Overhang", "overhang", T, "Beyond the outer support"), ("backspan", "backspan", T, "Between the supports"),
         ("Board", "board", T, "Board that lies between two"), ("fit", "fit", T, "What it needs to go in")),
        (("Dead", "dead", L, "Dead load"), ("snow", "snow", L, "Snow load"), ("uplift", "uplift", L, "Wind under it"),
         ("Tip", "tip", Quantity.FORCE, "Load at the end of each")),
        (("Wide", "width", T, "Width of an outrigger"), ("first", "start", T, "Centre of the first from the left")),
    ),
    "furring": ((("Least", "least", T, "Furring at least"),),),
    "curve": (
        (("Radius", "radius", Quantity.LENGTH, "Of the curve"), ("angle", "angle", Quantity.ANGLE, "Of all of it"),
         ("Within", "limit", Quantity.JOINT, "Between curve and facet at most"),
         ("Board", "board", T, "Thickness of what lies over it")),
    ),
}  # fmt: skip
NODES: dict[str, Any] = {"outriggers": Outriggers, "furring": Furring, "curve": Curve}


class TimberPanel(BenchPanel):
    """Three drawings, each with its figures beneath."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: SetOutHand, parent: QWidget) -> None:
        super().__init__("Timber", parent)
        self._desk, self._hand = desk, hand
        self.page = "outriggers"
        self.choices = choice_row(self.column, PAGES, self.show_page)
        self.canvas = Canvas("Outriggers, furring or a curve", QSize(320, 180))
        self.column.addWidget(self.canvas, 1)
        self.fields: dict[tuple[str, str], UnitField] = {}
        self.stack = QStackedWidget()
        for name, _, _ in PAGES:
            self.stack.addWidget(self._page(name))
        self.column.addWidget(self.stack)
        self._why = label("", "second small", wrap=True)
        self.column.addWidget(self._why)
        self.finish()

    def _page(self, name: str) -> QWidget:
        held = QWidget()
        rows = tuple(
            tuple(
                (words, self._field(name, key, quantity, tip)) for words, key, quantity, tip in row
            )
            for row in FIELDS[name]
        )
        if name != "furring":
            field_grid(held, rows)
            return held
        line = tight(QHBoxLayout(held), (0, 0, 0, 0), 8)
        self.zones = NodeSheet("Zones of the deck, side by side", FurringZone, ZONE_COLUMNS)
        self.zones.changed.connect(self._take_zones)
        self.zones.said.connect(self.said)
        self.zones.setMaximumHeight(132)
        side = QWidget()
        field_grid(side, rows)
        self.more, self.fewer = QPushButton("Add a zone"), QPushButton("Take it out")
        self.more.setToolTip("Another zone beside the last")
        self.fewer.setToolTip("Take the zone in the hand out, else the last")
        self.more.clicked.connect(self.add_zone)
        self.fewer.clicked.connect(self.zones.take_away)
        line.addWidget(self.zones, 1)
        for widget in (side, self.more, self.fewer):
            line.addWidget(widget)
        return held

    def _field(self, part: str, key: str, quantity: Quantity, tip: str) -> UnitField:
        field = UnitField(tip, quantity, 92).bounded(ranges_of(NODES[part])[key])
        field.committed.connect(partial(self._take, part, key))
        field.said.connect(self.said)
        self.fields[part, key] = field
        return field

    def show_page(self, name: str) -> None:
        """Show another of the three."""
        self.page = name
        self.refresh()

    def _stated(self, part: str) -> Any:
        stated = self._hand.stated
        return (getattr(stated, part) if stated is not None else None) or NODES[part]()

    def refresh(self) -> None:
        """Show what is stated, and what follows."""
        found, system = self._hand.found, self._desk.system
        for name, button in self.choices.items():
            button.setChecked(name == self.page)
        self.stack.setCurrentIndex([name for name, _, _ in PAGES].index(self.page))
        for (part, key), field in self.fields.items():
            field.show_value(getattr(self._stated(part), key), system)
        zones = self._stated("furring").zones
        self.zones.show_nodes(zones, system)
        self.fewer.setEnabled(bool(zones))
        fault = next((why for what, why in found.faults if what == self.page), "") if found else ""
        self._why.setText(fault or WORDS[self.page])
        if found is not None:
            draw = SCENES[self.page]
            self.canvas.show_scene(lambda w, h: draw(found, (w, h), system), self._desk.palette)

    def _change(self, part: str, **values: Any) -> bool:
        made = replace(self._stated(part), **values)
        done = self._hand.change(f"Change {part}", {part: made})
        self.refresh()
        return done

    def _take(self, part: str, key: str, value: float) -> None:
        if not self._change(part, **{key: value}):
            self.fields[part, key].refuse()

    def _take_zones(self, zones: tuple[FurringZone, ...]) -> None:
        if not self._change("furring", zones=zones):
            self.zones.refuse()

    def add_zone(self) -> None:
        """Another zone beside the last, like it."""
        zones = self._stated("furring").zones
        self.zones.add(zones[-1] if zones else FurringZone())
