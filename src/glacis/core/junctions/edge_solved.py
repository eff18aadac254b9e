# SPDX-License-Identifier: GPL-3.0-or-later
"""What a junction loses, and its coldest point; apart from the solver, so that telling of it stays light."""

from msgspec import Struct

from glacis.core.junctions.sections.drawn import Share


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


class EdgeFault(Struct, frozen=True):
    """Why a junction could not be solved, in words."""

    why: str
