# SPDX-License-Identifier: GPL-3.0-or-later
"""The sections of a junction solved: psi or chi, and f_Rsi."""

from functools import lru_cache

from glacis.core.conduction.grid import Fineness
from glacis.core.conduction.refine import Coupled, refined
from glacis.core.conduction.solve import coldest, coupling, solve
from glacis.core.errors import ValueRefused
from glacis.core.junctions.cases import EdgeCase, draw
from glacis.core.junctions.edge_solved import Cold, EdgeFault, EdgeSolved
from glacis.core.junctions.sections.drawn import INSIDE, OUTSIDE, Drawn

QUICK = Fineness(0.012, 1.7, 0.12, 2)
"""The grid while a hand drags; our judgement, some thousand cells."""


def _cold(drawn: Drawn, fineness: Fineness) -> tuple[Cold, ...]:
    """Coldest points, by the run with films for mould."""
    solved = solve(drawn.section, fineness, mould=True)
    found = coldest(drawn.section, solved)
    return tuple(
        Cold(room, (theta - OUTSIDE) / (INSIDE - OUTSIDE), at) for room, theta, at in found
    )


def _one(drawn: Drawn, found: Coupled, times: float) -> EdgeSolved:
    inner = found.value - sum(share.transmittance * share.internal for share in drawn.shares)
    outer = found.value - sum(share.transmittance * share.external for share in drawn.shares)
    return EdgeSolved(
        found.value * times, inner * times, outer * times, found.gap * times, found.cells, found.solved.balance,
        _cold(drawn, found.fineness), drawn.shares, drawn.doubled,
    )  # fmt: skip


def _together(halves: list[EdgeSolved]) -> EdgeSolved:
    first = halves[0]
    if len(halves) == 1:
        return first
    return EdgeSolved(
        sum(half.coupling for half in halves), sum(half.internal for half in halves),
        sum(half.external for half in halves), sum(half.gap for half in halves), max(h.cells for h in halves),
        max(half.balance for half in halves), tuple(cold for half in halves for cold in half.cold),
        tuple(share for half in halves for share in half.shares),
    )  # fmt: skip


def _solved(case: EdgeCase, fineness: Fineness | None) -> EdgeSolved:
    drawings = draw(case)
    halves = []
    for drawn in drawings:
        times = 2.0 if drawn.doubled and len(drawings) == 1 else 1.0
        if fineness is None:
            found = refined(drawn.section)
        else:
            solved = solve(drawn.section, fineness)
            value = coupling(drawn.section, solved)
            found = Coupled(value, 0.0, 0.0, solved, solved.grid.cells, fineness)
        halves.append(_one(drawn, found, times))
    return _together(halves)


@lru_cache(maxsize=256)
def solve_edge(case: EdgeCase) -> EdgeSolved:
    """A junction on ever finer grids until psi stands still.

    Raises:
        ValueRefused: for a section that cannot be drawn or solved.
    """
    return _solved(case, None)


def solve_quickly(case: EdgeCase) -> EdgeSolved:
    """A junction on one coarse grid, for a hand that drags.

    Raises:
        ValueRefused: for a section that cannot be drawn or solved.
    """
    return _solved(case, QUICK)


def try_edge(case: EdgeCase) -> EdgeSolved | EdgeFault:
    """A junction, or why it cannot be solved."""
    try:
        return solve_edge(case)
    except ValueRefused as fault:
        return EdgeFault(str(fault))
