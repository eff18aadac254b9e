# SPDX-License-Identifier: GPL-3.0-or-later
"""What a junction loses, and its coldest point: psi or chi, f_Rsi."""

from functools import lru_cache

from msgspec import Struct

from glacis.core.conduction.grid import Fineness
from glacis.core.conduction.refine import Coupled, refined
from glacis.core.conduction.solve import coldest, coupling, solve
from glacis.core.errors import ValueRefused
from glacis.core.junctions.cases import EdgeCase, draw
from glacis.core.junctions.sections.drawn import INSIDE, OUTSIDE, Drawn, Share

QUICK = Fineness(0.012, 1.7, 0.12, 2)
"""The grid while a hand drags; our judgement, some thousand cells."""


class Cold(Struct, frozen=True):
    """The coldest point of a room.

    Attributes:
        room: its name.
        factor: f_Rsi there [-].
        at: where, in the true section [m].
    """

    room: str
    factor: float
    at: tuple[float, float]


class EdgeSolved(Struct, frozen=True):
    """What a junction does to heat.

    Attributes:
        coupling: L2D [W/(m·K)], or L3D of a point's disc [W/K].
        internal: psi by inner lengths [W/(m·K)], or chi [W/K].
        external: psi by outer lengths, or chi.
        gap: how far two methods, or two grids, lie apart in L, likewise.
        cells: of the finest grid.
        balance: heat in less heat out, over heat in [-].
        cold: the coldest point of each room.
        shares: plane parts and the lengths they are taken with.
        doubled: whether one of two alike halves was solved.
    """

    coupling: float
    internal: float
    external: float
    gap: float
    cells: int
    balance: float
    cold: tuple[Cold, ...]
    shares: tuple[Share, ...]
    doubled: bool = False

    @property
    def factor(self) -> float:
        """The least f_Rsi of all rooms [-]."""
        return min(cold.factor for cold in self.cold)


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


class EdgeFault(Struct, frozen=True):
    """Why a junction could not be solved, in words."""

    why: str


def try_edge(case: EdgeCase) -> EdgeSolved | EdgeFault:
    """A junction, or why it cannot be solved."""
    try:
        return solve_edge(case)
    except ValueRefused as fault:
        return EdgeFault(str(fault))
