# SPDX-License-Identifier: GPL-3.0-or-later
"""Finer grids until what one wants to know stands still, and from how far apart two methods meet."""

from collections.abc import Callable

from msgspec import Struct

from glacis.core.conduction.grid import USUAL, Fineness, finer
from glacis.core.conduction.section import Section
from glacis.core.conduction.solve import MOST_CELLS, Solved, coupling, solve
from glacis.core.conduction.volumes import flows_by_volumes

MOVES = 0.002
"""How much psi may still move from one grid to the next [W/(m·K)]; our judgement: 1 % of L alone (ISO
10211:2017, A.2) lets a psi pass that is 8 % low."""
SHARE = 0.01
"""How much L may move, in parts of itself [-] (ISO 10211:2017, A.2)."""
Told = Callable[[float, str], None]


class Coupled(Struct, frozen=True):
    """L of a section, and how sure it is.

    Attributes:
        value: the mean of what elements and volumes find, or what the elements of a bent section do
            [W/(m·K)], or [W/K] about an axis.
        gap: between the two, or between the last two grids of a bent section, likewise.
        moved: since the grid before, likewise.
        solved: by elements, on the finest grid.
        cells: of that grid.
        fineness: of that grid.
    """

    value: float
    gap: float
    moved: float
    solved: Solved
    cells: int
    fineness: Fineness = USUAL


def is_bent(section: Section) -> bool:
    """Whether a section is no heap of rectangles."""
    return section.bend.kind != "none" and section.bend.pitch != 0


def _lost(section: Section, flows: tuple[float, ...]) -> float:
    rooms = [a for a in section.ambients if a.is_room]
    outside = next(a for a in section.ambients if not a.is_room)
    lost = sum(-flow for flow, a in zip(flows, section.ambients, strict=True) if a.is_room)
    return lost / (rooms[0].temperature - outside.temperature)


def _value(section: Section, solved: Solved) -> tuple[float, float]:
    above = coupling(section, solved)
    if is_bent(section):
        return above, 0.0
    below = _lost(section, flows_by_volumes(section, solved.grid))
    return (above + below) / 2, abs(above - below)


def refined(section: Section, fineness: Fineness = USUAL, most: int = 120_000) -> Coupled:
    """L of a section on ever finer grids, until it moves less than :data:`MOVES` and :data:`SHARE`.

    Args:
        section: with rooms of one temperature and outside of another.
        fineness: to begin with.
        most: cells at which it stops, however much it still moves.

    Raises:
        ValueRefused: for a section that cannot be solved.
    """
    solved = solve(section, fineness)
    value, gap = _value(section, solved)
    moved = float("inf")
    while solved.grid.cells * 4 < min(most, MOST_CELLS):
        fineness = finer(fineness)
        solved = solve(section, fineness)
        before = value
        value, gap = _value(section, solved)
        moved = abs(value - before)
        if moved < MOVES / 2 and moved < SHARE * value:
            break
    bent = is_bent(section)
    return Coupled(value, moved if bent else gap, moved, solved, solved.grid.cells, fineness)
