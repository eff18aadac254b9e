# SPDX-License-Identifier: GPL-3.0-or-later
"""What the wind meets at each area, gathered from what is stated about parapets, eaves and overhangs."""

from math import hypot
from typing import Protocol

from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Footprint
from glacis.core.shape.overhangs import reached
from glacis.core.shape.shape import RoofShape
from glacis.core.wind.loads import Told
from glacis.core.wind.roofs import Line

NEAR = 0.02
"""Within so much an outline lies on the eaves of its footprint [m]; our judgement: outlines keep their millimetres."""


class Stated(Protocol):
    """What is read of a project."""

    @property
    def areas(self) -> tuple[RoofArea, ...]:
        """Roof areas."""
        ...

    @property
    def shape(self) -> RoofShape:
        """The roof in space."""
        ...

    @property
    def footprints(self) -> tuple[Footprint, ...]:
        """Whose eaves reach out."""
        ...

    @property
    def fixings(
        self,
    ) -> tuple[tuple[str, float | None, tuple[tuple[str, float], ...], float, float], ...]:
        """By area: parapet all round, parapets by edge, rounding, loaded area."""
        ...

    @property
    def walls(self) -> tuple[tuple[str, float], ...]:
        """Height of the parapet by area, as Falls has it [m]."""
        ...

    @property
    def airtight(self) -> frozenset[str]:
        """Ids of areas whose covering the air inside does not reach."""
        ...


def _overhangs(footprint: Footprint) -> tuple[tuple[Line, float], ...]:
    found = []
    for loop in footprint.loops:
        corners = reached(loop)
        for edge, a, b in zip(loop.edges, corners, corners[1:] + corners[:1], strict=True):
            if edge.overhang > 0 and hypot(b[0] - a[0], b[1] - a[1]) > NEAR:
                found.append(((a, b), edge.overhang))
    return tuple(found)


def told_of(read: Stated) -> dict[str, Told]:
    """What the wind meets, by area."""
    walls = dict(read.walls)
    stated = {item[0]: item for item in read.fixings}
    overhangs = {footprint.id: _overhangs(footprint) for footprint in read.footprints}
    lines: dict[str, Line] = {edge.id: (edge.start[:2], edge.end[:2]) for edge in read.shape.edges}
    found = {}
    for area in read.areas:
        _, all_round, by_edge, rounding, loaded = stated.get(area.id, (area.id, None, (), 0.0, 1.0))
        parapet = walls.get(area.id, 0.0) if all_round is None else all_round
        found[area.id] = Told(
            loaded=loaded, inside_reaches=area.id not in read.airtight, parapet=parapet,
            parapets=tuple((lines[edge], height) for edge, height in by_edge if edge in lines), rounding=rounding,
            overhangs=overhangs.get(area.grown.source, ()) if area.grown is not None else (),
        )  # fmt: skip
    return found
