# SPDX-License-Identifier: GPL-3.0-or-later
"""The rain test: pour water on the surface as it may be built, many times, and count where it stands."""

from math import sqrt

import numpy as np

from glacis.core.errors import ValueRefused
from glacis.core.falls.arrays import Arrayed
from glacis.core.falls.built import SURE
from glacis.core.falls.found import Drained
from glacis.core.falls.nests import Nest, nests_in
from glacis.core.falls.raster import DEEP, Pool, Raster, cell_size, pools_in, raster_of
from glacis.core.falls.sources import Point
from glacis.core.falls.strayed import Strayed
from glacis.core.graph.part import Progress, unwatched

WIDE = 0.25
"""A draw ponds where water stands deep enough over more than this [m²]; our judgement."""
DRAWS = 200
"""Draws of a test; our judgement: a share of one half is then known to seven in a hundred."""
SELDOM = 0.05
"""Share of draws that pond at the tolerance to ask for [-]; our judgement: one roof in twenty."""
SEEKING_CELLS, SEEKING_DRAWS, HALVINGS = 25_000, 60, 7
"""A coarser test, asked again and again, seeks that tolerance; our judgement: three in sixty, and some seconds."""
LOOSEST = 0.05
"""Tolerances are sought up to this [m]; our judgement: nobody builds worse."""


class RainTest(Arrayed, frozen=True, eq=False):
    """What many draws of the surface hold.

    Attributes:
        corner: least x and y of the raster [m].
        size: of its cells [m].
        tolerance: that 95 % of the surface keeps, to both sides [m].
        correlation: length over which deviations hold [m].
        draws: of the surface.
        ponding: draws in which water stands deep and wide enough to count.
        ponds: numbers of those draws, the most water first.
        seldom: tolerance at which one draw in twenty ponds [m]; None beyond what is sought.
        shares: of the draws in which each cell is deeper than counts (ny, nx) [-]; nan outside.
        nominal: pools of the surface as drawn.
        typical: pools of the draw that holds the middle volume of those that pond.
    """

    corner: Point
    size: float
    tolerance: float
    correlation: float
    draws: int
    ponding: int
    ponds: tuple[int, ...]
    seldom: float | None
    shares: np.ndarray
    nominal: tuple[Pool, ...]
    typical: tuple[Pool, ...]

    @property
    def share(self) -> float:
        """Of the draws that pond [-]."""
        return self.ponding / self.draws

    @property
    def between(self) -> tuple[float, float]:
        """The range that holds the true share with 95 % [-] (Wilson 1927)."""
        return wilson(self.ponding, self.draws)


def wilson(found: int, tried: int) -> tuple[float, float]:
    """The 95 % range of a share of ``tried`` (Wilson 1927, J. Am. Stat. Assoc. 22).

    >>> low, high = wilson(15, 100)
    >>> round(low, 3), round(high, 3)
    (0.093, 0.233)
    """
    if tried < 1 or not 0 <= found <= tried:
        raise ValueRefused("draws", tried, "1 or more, and no more found than tried")
    p, z = found / tried, SURE
    middle = p + z * z / (2 * tried)
    half = z * sqrt(p * (1 - p) / tried + z * z / (4 * tried * tried))
    whole = 1 + z * z / tried
    return max(0.0, (middle - half) / whole), min(1.0, (middle + half) / whole)


def rain_test(found: Drained, draws: int = DRAWS, progress: Progress = unwatched) -> RainTest:
    """Rain over so many draws of the surface within its stated tolerance.

    The draws are the same each time: a test asked again gives the same answer.
    """
    raster = raster_of(found)
    strayed = Strayed(found, raster)
    wet = np.zeros(raster.z.shape)
    ponding: list[tuple[float, int, tuple[Pool, ...]]] = []
    for number in range(draws):
        progress(0.8 * number / draws, f"draw {number + 1} of {draws}")
        depth, pools = pools_in(raster, strayed.draw(number))
        wet += np.nan_to_num(depth) > DEEP
        counted = tuple(pool for pool in pools if pool.area > WIDE)
        if counted:
            ponding.append((sum(pool.volume for pool in counted), number, counted))
    ponding.sort(key=lambda row: (-row[0], row[1]))
    shares = np.where(np.isnan(raster.z), np.nan, wet / draws)
    _, nominal = pools_in(raster, raster.z)
    typical = ponding[len(ponding) // 2][2] if ponding else ()
    return RainTest(
        raster.corner, raster.size, found.stated.tolerance, found.stated.correlation, draws, len(ponding),
        tuple(number for _, number, _ in ponding), seldom_ponding(found, progress), shares, tuple(nominal),
        typical,
    )  # fmt: skip


def seldom_ponding(found: Drained, progress: Progress = unwatched) -> float | None:
    """The tolerance at which one draw in twenty ponds [m], by halving; None beyond ``LOOSEST``.

    A coarser raster and fewer draws than those of the test, always the same ones: more tolerance ponds more.
    """
    raster = raster_of(found, cell_size(found, SEEKING_CELLS))
    strayed = Strayed(found, raster)

    def often(tolerance: float) -> bool:
        """Whether more draws pond than are to."""
        most, ponding = int(SELDOM * SEEKING_DRAWS), 0
        for number in range(SEEKING_DRAWS):
            ponding += does_pond(raster, strayed.draw(number, tolerance))
            if ponding > most:
                return True
        return False

    low, high = 0.0, LOOSEST
    if not often(high):
        return None
    for step in range(HALVINGS):
        progress(0.8 + 0.2 * step / HALVINGS, "the tolerance at which one draw in twenty ponds")
        middle = (low + high) / 2
        low, high = (low, middle) if often(middle) else (middle, high)
    return low


def does_pond(raster: Raster, z: np.ndarray) -> bool:
    """Whether water stands deep and wide enough on a surface (ny, nx) [m] to count."""
    return any(pool.area > WIDE for pool in pools_in(raster, z)[1])


class RainDraw(Arrayed, frozen=True, eq=False):
    """One draw of a surface under rain.

    Attributes:
        number: of the draw.
        corner: least x and y of the raster [m].
        size: of its cells [m].
        depth: of the water on each cell (ny, nx) [m]; nan outside.
        pools: deep enough to count, largest first.
        nests: hollows of the surface, the smaller ones in the larger.
    """

    number: int
    corner: Point
    size: float
    depth: np.ndarray
    pools: tuple[Pool, ...]
    nests: tuple[Nest, ...]


def rain_draw(found: Drained, number: int) -> RainDraw:
    """One of the draws that a test is made of, looked at by itself."""
    raster = raster_of(found)
    z = Strayed(found, raster).draw(number)
    depth, pools = pools_in(raster, z)
    return RainDraw(
        number, raster.corner, raster.size, depth, tuple(pools), nests_in(raster, z, DEEP)
    )
