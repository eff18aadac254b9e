# SPDX-License-Identifier: GPL-3.0-or-later
"""Amounts of what is poured, blown, brushed, folded or lies loose."""

from collections.abc import Iterable
from math import ceil

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.quantities.bars import CutList, cut_list

SLACK = 1e-9
"""By definition of rounding."""


class Filled(Struct, frozen=True):
    """Loose fill.

    Attributes:
        settled: volume in the end [m³].
        mass: [kg].
        blown: depth to blow [m].
        by_area: mass on the square metre, for the check on site [kg/m²].
    """

    settled: float
    mass: float
    blown: float
    by_area: float


def loose_fill(
    area: float, depth: float, density: float, settling: float, members: float = 0.0
) -> Filled:
    """Loose fill by its settled volume and settled density.

    Args:
        area: [m²].
        depth: settled [m].
        density: settled [kg/m³].
        settling: share of the blown depth that it loses [-], 0 to 0.5.
        members: volume of joists in it [m³].

    Raises:
        ValueRefused: for settling out of its range.
    """
    if not 0 <= settling <= 0.5:
        raise ValueRefused("settling", f"{settling:g}", "from 0 to 0.5")
    volume = max(0.0, area * depth - members)
    mass = volume * density
    return Filled(volume, mass, depth / (1 - settling), mass / area if area > 0 else 0.0)


def packs_of(amount: float, pack: float) -> int:
    """Whole packs.

    Raises:
        ValueRefused: for a pack of nothing.

    >>> packs_of(3.0000000001, 1.0), packs_of(0.0, 5.0)
    (3, 0)
    """
    if not pack > 0:
        raise ValueRefused("pack", f"{pack:g}", "more than 0")
    return max(0, ceil(amount / pack - 1e-9))


def coats_mass(area: float, by_coat: float, coats: int, both_faces: bool = False) -> float:
    """What coats take [kg]: contact adhesive counts both faces."""
    return area * by_coat * coats * (2 if both_faces else 1)


def wet_film(film: float, density: float, solids: float) -> float:
    """What makes a dry film so thick [kg/m²]: dry film over its share of solids.

    Raises:
        ValueRefused: for solids out of their range.
    """
    if not 0 < solids <= 1:
        raise ValueRefused("solids", f"{solids:g}", "above 0, at most 1")
    return film * density / solids


class Trimmed(Struct, frozen=True):
    """Pieces along straight edges.

    Attributes:
        whole: pieces laid uncut.
        ends: what closes each edge, cut from pieces.
        net: edges [m].
        lap: doubled [m].
    """

    whole: int
    ends: CutList | None
    net: float
    lap: float
    piece: float

    @property
    def count(self) -> int:
        """Pieces to buy."""
        return self.whole + (len(self.ends.bars) if self.ends is not None else 0)

    @property
    def cut(self) -> float:
        """Cut away [m]."""
        return self.count * self.piece - self.net - self.lap


def edge_pieces(edge: float, piece: float, lap: float) -> int:
    """Pieces along a straight edge: ceil((edge - lap)/(piece - lap)), at least one.

    Raises:
        ValueRefused: for a lap as long as the piece.
    """
    if not 0 <= lap < piece:
        raise ValueRefused("lap", f"{lap * 1000:g} mm", f"less than the piece, {piece * 1000:g} mm")
    return max(1, ceil((edge - lap) / (piece - lap) - SLACK))


def trimmed(edges: Iterable[float], piece: float, lap: float) -> Trimmed:
    """Pieces along edges; what closes one edge is cut from the rest of another's.

    Args:
        edges: lengths of straight edges [m].
        piece: as sold [m].
        lap: where two meet [m].
    """
    whole, net, laps = 0, 0.0, 0.0
    ends = []
    for edge in edges:
        count = edge_pieces(edge, piece, lap)
        last = edge - (count - 1) * (piece - lap)
        net += edge
        laps += (count - 1) * lap
        if last > piece - 1e-6:
            whole += count
        else:
            whole += count - 1
            ends.append(last)
    cuts = cut_list(ends, (piece,), 0.0) if ends else None
    return Trimmed(whole, cuts, net, laps, piece)


def foam_metres(metres: float, section: float, yield_of: float) -> float:
    """Cans of foam for joints: metres by section over the yield of one.

    Raises:
        ValueRefused: for a can that yields nothing.
    """
    if not yield_of > 0:
        raise ValueRefused("yield of a can", f"{yield_of:g} m³", "more than 0")
    return metres * section / yield_of


def skips_of(volume: float, bulking: float, skip: float, reused: float = 0.0) -> int:
    """Skips for what is taken off: volume on the roof by its bulking, less what is used again."""
    return packs_of(volume * bulking * (1 - reused), skip)
