# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the plan for the chosen edge of a footprint, and for the footprint itself."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QWidget

from glacis.core.model.geometry import Break, Footprint, FootprintEdge
from glacis.core.shape.change import (
    edge_length,
    set_edge,
    set_footprint,
    set_length,
    set_plane_values,
)
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of, ranges_of
from glacis.ui.desk import Desk
from glacis.ui.stages.shape.plan_hand import PlanHand
from glacis.ui.widgets.field_grid import chooser, field_grid
from glacis.ui.widgets.unit_field import UnitField

KINDS = (
    ("Eaves: a plane rises", "eaves"), ("Verge: a gable", "verge"),
    ("Parapet", "parapet"), ("Abutment: a wall", "abutment"),
)  # fmt: skip
WIDTH = 88


def _with_first(edge: FootprintEdge, key: str, value: float) -> tuple[Break, ...]:
    """The breaks of an edge with another pitch or height of the first; none for an empty pitch."""
    if key == "upper_pitch" and not value:
        return ()
    first = edge.breaks[0] if edge.breaks else Break(start=edge.rise + 0.5, pitch=value)
    name = "pitch" if key == "upper_pitch" else "start"
    return (replace(first, **{name: value}), *edge.breaks[1:])


class EdgeStrip(QWidget):
    """Kind, length, pitch, overhang, rise and upper pitch of an edge; level and top of its roof."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: PlanHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.kind = chooser("What the edge is", KINDS)
        self.kind.activated.connect(self._take_kind)
        self.length = UnitField("Length of the edge", Quantity.LENGTH, WIDTH)
        self.length.committed.connect(self._take_length)
        self.fields: dict[str, UnitField] = {}
        for key, words, quantity in (
            ("pitch", "Pitch of the plane", Quantity.ANGLE),
            ("overhang", "Overhang beyond the edge", Quantity.LENGTH),
            ("rise", "Height of the plane at the edge above the roof's level", Quantity.LENGTH),
            ("upper_pitch", "Pitch the plane goes on at, empty for none", Quantity.ANGLE),
            ("upper_from", "Height above the roof's level where that begins", Quantity.LENGTH),
        ):
            self.fields[key] = UnitField(words, quantity, WIDTH)
            if key in ranges_of(FootprintEdge):
                self.fields[key].bounded(ranges_of(FootprintEdge)[key])
            self.fields[key].committed.connect(partial(self._take, key))
        self.level = UnitField("Level of the roof", Quantity.LENGTH, WIDTH)
        self.level.bounded(range_of(Footprint, "level"))
        self.level.committed.connect(self._take_level)
        self.top = UnitField("Height at which the roof is cut level", Quantity.LENGTH, WIDTH)
        self.top.committed.connect(self._take_top)
        f = self.fields
        first = (("Edge", self.kind), ("Length", self.length), ("Overhang", f["overhang"]))
        second = (
            ("Pitch", f["pitch"]),
            ("goes on at", f["upper_pitch"]),
            ("from", f["upper_from"]),
        )
        third = (("Rises at", f["rise"]), ("Roof level", self.level), ("cut level at", self.top))
        field_grid(self, (first, second, third))
        for field in (self.length, self.level, self.top, *f.values()):
            field.said.connect(self.said)

    def _edge(self) -> tuple[Footprint, FootprintEdge] | None:
        footprint = self._hand.footprint
        if footprint is None or not self._hand.rim:
            return None
        return footprint, footprint.side(self._hand.rim)[0]

    def refresh(self) -> None:
        """Show the chosen edge."""
        found = self._edge()
        if found is None:
            return
        footprint, edge = found
        system = self._desk.system
        self.kind.setCurrentIndex(self.kind.findData(edge.kind))
        self.length.show_value(edge_length(footprint, edge.id), system)
        for key in ("pitch", "overhang", "rise"):
            self.fields[key].show_value(getattr(edge, key), system)
        upper = edge.breaks[0] if edge.breaks else None
        self.fields["upper_pitch"].show_limit(upper.pitch if upper else None, system, "one pitch")
        self.fields["upper_from"].show_value(upper.start if upper else 0.0, system)
        for key in ("pitch", "rise"):
            self.fields[key].setEnabled(edge.kind == "eaves")
        self.fields["upper_from"].setEnabled(upper is not None)
        self.level.show_value(footprint.level, system)
        self.top.show_limit(footprint.top, system, "it closes")

    def take_length(self) -> None:
        """Put the hand on the length."""
        self.length.setFocus()
        self.length.selectAll()

    def _change(self, field: UnitField, words: str, values: dict[str, object]) -> None:
        found = self._edge()
        if found is None:
            return
        footprint, edge = found
        changed = set_plane_values(footprint, edge.id, values)
        if not self._desk.act(words, partial(set_footprint, footprint=changed)):
            field.refuse()

    def _take_kind(self, index: int) -> None:
        found = self._edge()
        if found is None:
            return
        footprint, edge = found
        changed = replace(edge, kind=self.kind.itemData(index))
        self._desk.act("Change edge", partial(set_edge, footprint_id=footprint.id, edge=changed))
        self.refresh()

    def _take(self, key: str, value: float) -> None:
        found = self._edge()
        if found is None:
            return
        values: dict[str, object] = {key: value}
        if key in ("upper_pitch", "upper_from"):
            values = {"breaks": _with_first(found[1], key, value)}
        self._change(self.fields[key], "Change edge", values)

    def _take_length(self, value: float) -> None:
        found = self._edge()
        if found is None:
            return
        act = partial(set_length, footprint_id=found[0].id, edge=found[1].id, length=value)
        if not self._desk.act("Change length of edge", act):
            self.length.refuse()

    def _take_roof(self, field: UnitField, words: str, **values: object) -> None:
        footprint = self._hand.footprint
        if footprint is None:
            return
        changed = replace(footprint, **values)
        if not self._desk.act(words, partial(set_footprint, footprint=changed)):
            field.refuse()

    def _take_level(self, value: float) -> None:
        self._take_roof(self.level, "Change level of roof", level=value)

    def _take_top(self, value: float) -> None:
        self._take_roof(self.top, "Cut roof level", top=value or None)
