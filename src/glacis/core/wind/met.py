# SPDX-License-Identifier: GPL-3.0-or-later
"""What the wind meets at each area, gathered from what is stated about parapets, eaves and overhangs."""

from collections.abc import Iterable
from math import hypot
from typing import Protocol

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Footprint
from glacis.core.shape.overhangs import reached
from glacis.core.wind.loads import Told
from glacis.core.wind.mapped import AreaMap, Overhangs
from glacis.core.wind.roofs import Line

NEAR = 0.02
"""Edges shorter than this are none [m]; our judgement: outlines keep their millimetres."""


class Said(Struct, frozen=True):
    """What somebody said about one area to the wind.

    Attributes:
        area: its id.
        parapet: height all round [m]; None for what Falls has.
        parapets: edges by id and their heights [m].
        rounding: radius of the eaves [m].
        loaded: area that one fixing holds [m²].
    """

    area: str
    parapet: float | None = None
    parapets: tuple[tuple[str, float], ...] = ()
    rounding: float = 0.0
    loaded: float = 1.0


class Stated(Protocol):
    """What is read of a project."""

    @property
    def mapped(self) -> AreaMap:
        """Zones of the area."""
        ...

    @property
    def fixings(self) -> tuple[Said, ...]:
        """What somebody said about the areas of its roof."""
        ...

    @property
    def walls(self) -> tuple[tuple[str, float], ...]:
        """Height of the parapet by area, as Falls has it [m]."""
        ...

    @property
    def lines(self) -> tuple[tuple[str, Line], ...]:
        """Edges in plan that parapets are stated for [m]."""
        ...

    @property
    def airtight(self) -> frozenset[str]:
        """Ids of areas whose covering the air inside does not reach."""
        ...


def overhangs_of(areas: Iterable[RoofArea], footprints: Iterable[Footprint]) -> Overhangs:
    """Eaves that reach out, by area.

    Args:
        areas: roof areas.
        footprints: that they grow from.
    """
    by_source = {footprint.id: _overhangs(footprint) for footprint in footprints}
    return {
        area.id: by_source.get(area.grown.source, ()) for area in areas if area.grown is not None
    }


def _overhangs(footprint: Footprint) -> tuple[tuple[Line, float], ...]:
    found = []
    for loop in footprint.loops:
        corners = reached(loop)
        for edge, a, b in zip(loop.edges, corners, corners[1:] + corners[:1], strict=True):
            if edge.overhang > 0 and hypot(b[0] - a[0], b[1] - a[1]) > NEAR:
                found.append(((a, b), edge.overhang))
    return tuple(found)


def told_of(read: Stated) -> dict[str, Told]:
    """What the wind meets, by area of one roof."""
    walls, lines = dict(read.walls), dict(read.lines)
    stated = {item.area: item for item in read.fixings}
    found = {}
    for area in read.mapped.mates:
        said = stated.get(area) or Said(area)
        parapet = walls.get(area, 0.0) if said.parapet is None else said.parapet
        own = tuple((lines[edge], height) for edge, height in said.parapets if edge in lines)
        found[area] = Told(said.loaded, area not in read.airtight, parapet, own, said.rounding)
    return found
