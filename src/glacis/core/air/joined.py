# SPDX-License-Identifier: GPL-3.0-or-later
"""Bays that go on over a change of pitch: mansards, sprocketed eaves, roofs that flatten towards the ridge."""

from collections.abc import Mapping
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.layout import BREAK, BayEnd, BayPiece, Layout, Stretch, as_one, status_of
from glacis.core.model.air import Air

Way = Literal["low", "high"]


class Joint(Struct, frozen=True):
    """A plane on the other side of a change of pitch.

    Attributes:
        pitch: of it [°].
        air: what is stated about it.
        layout: of its own bays, as if both its ends were all there is.
    """

    pitch: float
    air: Air
    layout: Layout


class Reach(Struct, frozen=True):
    """What a bay finds beyond a change of pitch: what it passes, nearest first, and where it ends."""

    stretches: tuple[Stretch, ...]
    end: BayEnd


def join(own: str, layout: Layout, others: Mapping[str, Joint]) -> Layout:
    """The bays of an area, going on to where they end on the planes beyond its changes of pitch.

    Args:
        own: id of the area.
        layout: of its bays, ending where its plane ends.
        others: areas that share its build-up, by id.
    """
    neighbours = {rim.side.id: rim.neighbour for rim in layout.edges if rim.side.kind == BREAK}
    if not any(name in others for name in neighbours.values()):
        return layout
    pieces = [_joined(own, piece, layout, others) for piece in layout.pieces]
    return replace(layout, pieces=tuple(as_one(pieces) if layout.way.sideways else pieces))


def _joined(own: str, piece: BayPiece, layout: Layout, others: Mapping[str, Joint]) -> BayPiece:
    low = _reach(own, piece, layout, others, "low")
    high = _reach(own, piece, layout, others, "high")
    return replace(
        piece,
        low=low.end,
        high=high.end,
        below=low.stretches[::-1],
        above=high.stretches,
        status=status_of(low.end.open, high.end.open),
    )


def _reach(
    area: str, piece: BayPiece, layout: Layout, others: Mapping[str, Joint], way: Way
) -> Reach:
    """Where a bay ends in one direction, over as many changes of pitch as there are."""
    passed: list[Stretch] = []
    met = {area}
    while True:
        end = piece.low if way == "low" else piece.high
        at = piece.piece.lower if way == "low" else piece.piece.upper
        rim = next((r for r in layout.edges if r.side.id == at.edge), None)
        beyond = rim.neighbour if rim is not None and rim.side.kind == BREAK else ""
        if end.open or beyond not in others or beyond in met:
            return Reach(tuple(passed), end)
        joint = others[beyond]
        found = _partner(area, at.along, joint.layout, way)
        if found is None:
            return Reach(tuple(passed), end)
        passed.append(Stretch(found.piece.length, joint.pitch, joint.air))
        met.add(beyond)
        area, piece, layout = beyond, found, joint.layout


def _partner(area: str, along: float, layout: Layout, way: Way) -> BayPiece | None:
    """The bay on the other side whose centre line comes nearest; None where none lies within half a spacing."""
    shared = {rim.side.id for rim in layout.edges if rim.neighbour == area}
    near = []
    for piece in layout.pieces:
        end = piece.piece.upper if way == "low" else piece.piece.lower
        if end.edge in shared:
            near.append((abs(end.along - along), piece))
    distance, nearest = min(near, key=lambda pair: pair[0], default=(0.0, None))
    return nearest if nearest is not None and distance <= layout.way.spacing / 2 + 1e-9 else None
