# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Fixings bench, and what drags and keys change."""

from collections.abc import Mapping
from math import hypot
from typing import Any

from PyQt6.QtCore import QObject, QPointF, pyqtSignal

from glacis.core.fixings.change import (
    change_fastener,
    change_set,
    change_way,
    set_parapet,
    state_fixings,
    state_wind,
)
from glacis.core.fixings.compared import SchoolFound
from glacis.core.fixings.found import Fixed, LengthFound, SetPlaced
from glacis.core.fixings.parts import FIXED, SCHOOLS, fixings_of, wind_of
from glacis.core.fixings.walls import Wall, walls_of
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import RoofArea
from glacis.core.model.fixings import AreaFixings, SeamRows
from glacis.core.wind.loads import AreaWind
from glacis.session.places import random_name
from glacis.ui.desk import Desk

STEP = 0.01
"""A parapet or the rolls are dragged in whole centimetres [m]."""
PER_METRE = 120.0
"""How far the hand goes for a metre of parapet [pt]."""


class Drag:
    """A drag on its way: what is held, where the hand was, and the figure it began with."""

    def __init__(self, kind: str, name: str, at: QPointF, before: float) -> None:
        self.kind, self.name, self.at, self.before = kind, name, at, before
        self.merge = random_name()


class FixingsHand(QObject):
    """The zone, the edge and the set in the hand."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.zone = -1
        self.edge = ""
        self.set = ""
        self.school = ""
        self._drag: Drag | None = None

    @property
    def area(self) -> RoofArea | None:
        """The selected area."""
        return self._desk.area.roof.area if self._desk.area else None

    @property
    def stated(self) -> AreaFixings:
        """What is stated about its fixings, or what stands while nobody says anything."""
        area = self.area
        if area is None:
            return AreaFixings(area="")
        return fixings_of(self._desk.results.reader, area.id) or AreaFixings(area=area.id)

    @property
    def wind(self) -> AreaWind:
        """Wind on it."""
        return wind_of(self._desk.results.reader, self.area.id) if self.area else AreaWind()

    @property
    def fixed(self) -> Fixed | None:
        """What holds it; None where nothing is stated."""
        return self._desk.value(FIXED, self.area.id) if self.area else None

    @property
    def layers(self) -> tuple[LayerData, ...]:
        """Layers of its build-up."""
        return self._desk.value(THERMAL, self.area.id).layers if self.area else ()

    @property
    def schools(self) -> tuple[SchoolFound, ...]:
        """Schools side by side."""
        return self._desk.value(SCHOOLS, self.area.id) if self.area else ()

    @property
    def placed(self) -> SetPlaced | None:
        """The set in the hand, else the first."""
        sets = self.fixed.sets if self.fixed is not None else ()
        return next((each for each in sets if each.set.id == self.set), sets[0] if sets else None)

    @property
    def length(self) -> LengthFound | None:
        """Lengths of the set in the hand."""
        fixed, placed = self.fixed, self.placed
        if fixed is None or placed is None:
            return None
        return next((each for each in fixed.lengths if each.set == placed.set.id), None)

    @property
    def walls(self) -> tuple[Wall, ...]:
        """Free edges of the area, with their parapets."""
        area = self.area
        return walls_of(self._desk.results.reader, area.id) if area is not None else ()

    def check(self) -> None:
        """Let go of what is no longer there."""
        if self.zone >= len(self.wind.zones):
            self.zone = -1
        if all(wall.edge != self.edge for wall in self.walls):
            self.edge = ""
        if all(held.id != self.set for held in self.stated.sets):
            self.set = ""

    def choose(self, **values: Any) -> None:
        """Take a zone, an edge or a set in the hand."""
        for name, value in values.items():
            setattr(self, name, value)
        self.changed.emit()

    def next_zone(self) -> None:
        """The next zone, after the last none."""
        count = len(self.wind.zones)
        self.choose(zone=self.zone + 1 if self.zone + 1 < count else -1)

    def next_set(self) -> None:
        """The next set."""
        names = [held.id for held in self.stated.sets]
        if names:
            place = names.index(self.set) if self.set in names else 0
            self.choose(set=names[(place + 1) % len(names)])

    def state(self, words: str, values: Mapping[str, Any], merge: str = "") -> bool:
        """State figures about the area."""
        area = self.area
        if area is None:
            return False
        return self._desk.act(words, lambda p: state_fixings(p, area.id, **values), merge)

    def state_wind(self, words: str, values: Mapping[str, Any], merge: str = "") -> bool:
        """State the wind."""
        return self._desk.act(words, lambda p: state_wind(p, **values), merge)

    def raise_parapet(self, edge: str, height: float, merge: str = "") -> bool:
        """Give one edge a parapet so high [m]."""
        area = self.area
        if area is None:
            return False
        height = max(0.0, round(height / STEP) * STEP)
        return self._desk.act(
            "Change parapet", lambda p: set_parapet(p, area.id, edge, height), merge
        )

    def change(self, part: str, values: Mapping[str, Any], merge: str = "") -> bool:
        """State figures of the set in the hand: of itself, its way, or what it drives in."""
        area, placed = self.area, self.placed
        if area is None or placed is None:
            return False
        done = {"set": change_set, "way": change_way, "fastener": change_fastener}[part]
        name = placed.set.id
        words = f"Change {placed.set.name.lower()}"
        return self._desk.act(words, lambda p: done(p, area.id, name, **values), merge)

    @property
    def is_dragging(self) -> bool:
        """Whether something is held."""
        return self._drag is not None

    def grip(self, kind: str, name: str, at: QPointF) -> None:
        """Take hold of a parapet or of the rows."""
        if kind == "parapet":
            wall = next(wall for wall in self.walls if wall.edge == name)
            self._drag = Drag(kind, name, at, wall.height)
            self.choose(edge=name)
        elif (
            kind == "row" and self.placed is not None and isinstance(self.placed.set.way, SeamRows)
        ):
            self._drag = Drag(kind, name, at, self.placed.set.way.roll)

    def drag(self, at: QPointF, scale: float) -> None:
        """Move what is held with the hand.

        Args:
            at: where the hand is.
            scale: of the drawing [pt/m].
        """
        held = self._drag
        if held is None:
            return
        if held.kind == "parapet":
            self.raise_parapet(
                held.name, held.before + (held.at.y() - at.y()) / PER_METRE, held.merge
            )
            return
        number = int(held.name) + 1
        away = hypot(at.x() - held.at.x(), at.y() - held.at.y()) / scale / number
        way = (
            1.0
            if at.y() < held.at.y() or (at.y() == held.at.y() and at.x() > held.at.x())
            else -1.0
        )
        roll = round((held.before + way * away) / STEP) * STEP
        self.change("way", {"roll": min(4.0, max(0.5, roll))}, held.merge)

    def release(self) -> None:
        """Let go."""
        self._drag = None
