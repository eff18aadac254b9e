# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Air bench, and what drags and keys change."""

from collections.abc import Mapping
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QObject, QPointF, pyqtSignal

from glacis.core.air.change import air_in, change_air, set_air, usual_air, with_usual
from glacis.core.air.found import Aired
from glacis.core.air.parts import AIR_WAY
from glacis.core.model.air import Air, AirVent, Chutes
from glacis.core.model.document import RoofArea
from glacis.core.model.edit import set_thickness
from glacis.core.shape.change import area_change
from glacis.core.units.ranges import range_of
from glacis.report.scene import Hot
from glacis.session.places import random_name
from glacis.ui.desk import Desk

PER_POINT = 0.0005
"""How much a vent opens for each point it is dragged [m²/m]."""
DEPTH_STEP, OPENING_STEP, PITCH_STEP = 0.001, 0.0005, 0.5
"""Steps that dragged figures move in [m], [m²/m], [°]."""
DEGREES_PER_POINT = 0.15
"""How much the pitch turns for each point its end is dragged [°]."""


class AirHand(QObject):
    """The bay and the edge in the hand, and what a drag has taken hold of."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.piece = -1
        self.edge = ""
        self._of = ""
        self._held: tuple[Hot, QPointF, float, str] | None = None

    @property
    def area(self) -> RoofArea | None:
        """The selected area."""
        return self._desk.area.roof.area if self._desk.area else None

    @property
    def air(self) -> Air | None:
        """What is stated about its air."""
        return air_in(self._desk.project, self.area.id) if self.area else None

    @property
    def aired(self) -> Aired | None:
        """What follows from that."""
        return self._desk.area.roof.aired if self._desk.area else None

    @property
    def vents(self) -> tuple[AirVent, ...]:
        """Vents along the edge in the hand."""
        found = self.aired
        if found is None or found.layout is None:
            return ()
        return next((rim.vents for rim in found.layout.edges if rim.side.id == self.edge), ())

    def check(self) -> None:
        """Let go of what is no longer there; take the longest bay that breathes where none is in the hand."""
        layout = self.aired.layout if self.aired else None
        name = self.area.id if self.area else ""
        if layout is None or name != self._of:
            self.piece, self.edge, self._of = -1, "", name
        if layout is None:
            return
        if all(rim.side.id != self.edge for rim in layout.edges):
            self.edge = ""
        if not 0 <= self.piece < len(layout.pieces):
            self.piece = self.aired.longest if self.aired else -1

    def change(self, words: str, values: Mapping[str, object], merge: str = "") -> bool:
        """Change what is stated about the air of the area."""
        area = self.area
        if area is None:
            return False
        return self._desk.act(
            words, lambda p: change_air(p, area.id, lambda air: replace(air, **values)), merge
        )

    def give_usual(self) -> bool:
        """The vents that one would begin with."""
        area = self.area
        if area is None:
            return False
        unstated = self._desk.value(AIR_WAY, area.id)
        usual = usual_air(area.id, unstated.way.kind, unstated.kinds)
        kept = self.air
        made = with_usual(kept, usual) if kept else usual
        return self._desk.act("Give it the usual vents", partial(set_air, air=made))

    def choose(self, hot: Hot | None) -> None:
        """Take a bay or an edge of the map in the hand; beside both, let go of the edge."""
        if hot is not None and hot.kind == "bay":
            self.piece, self.edge = int(hot.id), ""
        elif hot is not None and hot.kind == "vent-edge":
            self.edge = "" if hot.id == self.edge else hot.id
        else:
            self.edge = ""
        self.changed.emit()

    def step_piece(self, step: int) -> None:
        """The bay before or after."""
        layout = self.aired.layout if self.aired else None
        if layout is not None and layout.pieces:
            self.piece = (self.piece + step) % len(layout.pieces)
            self.changed.emit()

    def step_edge(self) -> None:
        """The next edge."""
        layout = self.aired.layout if self.aired else None
        if layout is None or not layout.edges:
            return
        names = [rim.side.id for rim in layout.edges]
        at = names.index(self.edge) + 1 if self.edge in names else 0
        self.edge = names[at % len(names)]
        self.changed.emit()

    @property
    def is_dragging(self) -> bool:
        """Whether something is on its way."""
        return self._held is not None

    def grip(self, hot: Hot | None, at: QPointF) -> None:
        """Take hold of a gap, a vent or the pitch in the section."""
        if hot is None:
            return
        start = {"gap": self._depth, "mouth": self._opening, "pitch": self._pitch}.get(hot.kind)
        value = start(hot.id) if start else None
        if value is not None:
            self._held = (hot, at, value, random_name())

    def drag(self, at: QPointF, per_point: float) -> None:
        """Move what is held; ``per_point`` is how much a gap deepens for each point [m]."""
        if self._held is None:
            return
        hot, start, value, merge = self._held
        down = at.y() - start.y()
        if hot.kind == "gap":
            self._set_depth(hot.id, _stepped(value + down * per_point, DEPTH_STEP), merge)
        elif hot.kind == "mouth":
            self._set_opening(hot.id, _stepped(value - down * PER_POINT, OPENING_STEP), merge)
        else:
            self._set_pitch(_stepped(value - down * DEGREES_PER_POINT, PITCH_STEP), merge)

    def release(self) -> None:
        """Let go."""
        self._held = None

    def _depth(self, index: str) -> float | None:
        air, aired = self.air, self.aired
        if air is None or aired is None:
            return None
        number = int(index)
        if number < len(air.segments) and air.segments[number].depth:
            return air.segments[number].depth
        if air.chutes is not None and not air.segments and number == 0:
            return air.chutes.gap
        return aired.way.depth

    def _set_depth(self, index: str, value: float, merge: str) -> None:
        air, aired, roof = self.air, self.aired, self._desk.area
        if air is None or aired is None or roof is None:
            return
        bounds = range_of(Chutes, "gap")
        depth = min(bounds.most, max(bounds.least, value))
        number = int(index)
        if number < len(air.segments) and air.segments[number].depth:
            segments = tuple(
                replace(s, depth=depth) if k == number else s for k, s in enumerate(air.segments)
            )
            self.change("Change depth of the way", {"segments": segments}, merge)
        elif air.chutes is not None and not air.segments and number == 0:
            self.change("Change chutes", {"chutes": replace(air.chutes, gap=depth)}, merge)
        else:
            assembly, layer = roof.roof.assembly.id, aired.way.layer
            self._desk.act(
                "Change depth of the way", lambda p: set_thickness(p, assembly, layer, depth), merge
            )

    def _vent_at(self, end: str) -> AirVent | None:
        layout = self.aired.layout if self.aired else None
        if layout is None or not 0 <= self.piece < len(layout.pieces):
            return None
        piece = layout.pieces[self.piece]
        edge = (piece.low if end == "low" else piece.high).edge
        vents = next((rim.vents for rim in layout.edges if rim.side.id == edge), ())
        return next((vent for vent in vents if not vent.count), None)

    def _opening(self, end: str) -> float | None:
        vent = self._vent_at(end)
        return None if vent is None else vent.per_metre

    def _set_opening(self, end: str, value: float, merge: str) -> None:
        vent = self._vent_at(end)
        if vent is not None:
            bounds = range_of(AirVent, "per_metre")
            self.set_vent(replace(vent, per_metre=min(bounds.most, max(0.0, value))), merge)

    def set_vent(self, vent: AirVent, merge: str = "") -> bool:
        """Put a vent in the place of the one with its id."""
        air = self.air
        if air is None:
            return False
        vents = tuple(vent if v.id == vent.id else v for v in air.vents)
        return self.change("Change vent", {"vents": vents}, merge)

    def _pitch(self, _name: str) -> float | None:
        return self.area.pitch if self.area else None

    def _set_pitch(self, value: float, merge: str) -> None:
        area = self.area
        if area is None:
            return
        tilted = replace(area, pitch=min(80.0, max(1.0, value)))
        self._desk.act("Change pitch", area_change(self._desk.project, tilted), merge)


def _stepped(value: float, step: float) -> float:
    return round(value / step) * step
