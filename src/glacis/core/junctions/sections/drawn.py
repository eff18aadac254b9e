# SPDX-License-Identifier: GPL-3.0-or-later
"""What a generator of sections hands over, and the pieces that all of them lay."""

from collections.abc import Iterable

from msgspec import Struct

from glacis.core.conduction.section import Ambient, Box, Region, Section
from glacis.core.heat.surfaces import R_SI
from glacis.core.junctions.sections.stack import Ply, Stack
from glacis.core.model.junctions import Control

LEAST_REACH = 1.0
"""From the junction to a cut at least [m] (ISO 10211:2017, 5.2.2)."""
THICKNESSES = 3.0
"""The same in thicknesses of the part that is cut [-] (ISO 10211:2017, 5.2.2)."""
INSIDE, OUTSIDE = 20.0, 0.0
"""Temperatures that L is found with [°C]; any two that differ give the same."""
MARGIN = 0.05
"""Air drawn beyond outer faces [m]; our judgement, it carries no heat."""
OUT, ROOM, UPPER = 0, 1, 2
"""Numbers of the airs: outside, the room, and one above a floor."""


class Share(Struct, frozen=True):
    """A plane part of a section whose U is taken off L.

    Attributes:
        name: of it.
        transmittance: U [W/(m²·K)].
        internal: its length by inner faces [m], or area of a disc [m²].
        external: its length by outer faces, likewise.
    """

    name: str
    transmittance: float
    internal: float
    external: float


class Run(Struct, frozen=True):
    """The way of a control line through a section: its points before bending [m]."""

    control: Control
    points: tuple[tuple[float, float], ...]


class Span(Struct, frozen=True):
    """A reference length as it is dimensioned: along the level or upright, from here to there [m]."""

    name: str
    upright: bool
    start: float
    end: float


class Drawn(Struct, frozen=True):
    """A section with what its psi is reckoned by.

    Attributes:
        section: to be solved.
        shares: plane parts.
        runs: ways of the control lines.
        doubled: whether what is solved is one of two alike halves.
        spans: reference lengths of sections that are not bent.
    """

    section: Section
    shares: tuple[Share, ...]
    runs: tuple[Run, ...] = ()
    doubled: bool = False
    spans: tuple[Span, ...] = ()


def reach(*stacks: Stack) -> float:
    """How far from the junction a section is cut [m]."""
    return max(LEAST_REACH, THICKNESSES * max(stack.thickness for stack in stacks))


def airs(roof: Stack, wall: Stack | None = None, *, upper: bool = False) -> tuple[Ambient, ...]:
    """Airs of a section: outside, the room below and, where asked for, one above a floor."""
    across = R_SI["horizontal"] if wall is None else wall.inside
    out = roof.outside if wall is None else wall.outside
    found = [
        Ambient("outside", OUTSIDE, out, roof.outside),
        Ambient("room", INSIDE, across, roof.inside, is_room=True),
    ]
    if upper:
        found.append(Ambient("room above", INSIDE, across, R_SI["down"], is_room=True))
    return tuple(found)


def laid(plies: Iterable[Ply], left: float, right: float, bottom: float) -> list[Region]:
    """Plies that lie on each other from ``bottom`` upwards, from inside to outside."""
    regions, at = [], bottom
    for ply in plies:
        regions.append(piece(ply, (left, right, at, at + ply.thickness)))
        at += ply.thickness
    return regions


def standing(plies: Iterable[Ply], left: float, bottom: float, top: float) -> list[Region]:
    """Plies that stand side by side from ``left`` on."""
    regions, at = [], left
    for ply in plies:
        regions.append(piece(ply, (at, at + ply.thickness, bottom, top)))
        at += ply.thickness
    return regions


def piece(ply: Ply, box: Box) -> Region:
    """A region of a ply."""
    return Region(box, ply.conductivity, -1, ply.name, ply.hatch)


def depth(plies: Iterable[Ply]) -> float:
    """Of plies together [m]."""
    return sum(ply.thickness for ply in plies)


def panel(transmittance: float, inside: float, outside: float, thickness: float) -> float:
    """Conductivity of a panel of a thickness [m] that has this U with these films [W/(m·K)]."""
    resistance = max(1 / transmittance - inside - outside, 1e-3)
    return thickness / resistance
