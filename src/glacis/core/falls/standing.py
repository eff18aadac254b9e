# SPDX-License-Identifier: GPL-3.0-or-later
"""Water that stands when outlets are blocked, exactly: levels by ridges and overflows, depths by cells.

Within a catchment everything falls to its outlet, so blocked water in it has one level: the lowest over which
it finds a working exit, along ridges into neighbours or through an overflow. Own derivation.
"""

import numpy as np
from msgspec import Struct

from glacis.core.falls.facets import Line
from glacis.core.falls.integrals import Spread
from glacis.core.falls.water import MILLI, WATER, common_head

UNBOUNDED = 1e300
"""Above every level [m]; our judgement."""


class Spill(Struct, frozen=True):
    """An overflow as water meets it.

    Attributes:
        id: of the overflow.
        owner: index of the source in whose catchment it lies.
        sill: above the lowest outlet [m], or the surface there where that is higher.
        width: of the opening [m].
        height: of the opening [m].
    """

    id: str
    owner: int
    sill: float
    width: float
    height: float


class Pool(Struct, frozen=True):
    """Water standing in one catchment.

    Attributes:
        owner: index of the source.
        level: of the water [m].
        area: wetted [m²].
        volume: [m³].
        depth: at the deepest place [m].
    """

    owner: int
    level: float
    area: float
    volume: float
    depth: float


class Standing(Struct, frozen=True):
    """What stands on the roof with certain outlets blocked.

    Attributes:
        blocked: indices of the sources that take nothing.
        pools: of the catchments that hold water.
        escapes: whether all water finds a way out somewhere.
        exits: ids of the overflows that work then.
        roof: area of the roof [m²].
    """

    blocked: tuple[int, ...]
    pools: tuple[Pool, ...]
    escapes: bool
    exits: tuple[str, ...]
    roof: float

    @property
    def volume(self) -> float:
        """Of all water [m³]."""
        return sum(pool.volume for pool in self.pools)

    @property
    def depth(self) -> float:
        """At the deepest place [m]."""
        return max((pool.depth for pool in self.pools), default=0.0)

    @property
    def most(self) -> float:
        """Load at the deepest place [kg/m²]."""
        return WATER * self.depth

    @property
    def mean(self) -> float:
        """Load over the whole roof [kg/m²]."""
        return WATER * self.volume / self.roof

    def level(self, owner: int) -> float | None:
        """Of the water in a catchment [m]; None where none stands."""
        return next((pool.level for pool in self.pools if pool.owner == owner), None)


def passes_of(partings: tuple[Line, ...], datum: float) -> dict[tuple[int, int], float]:
    """The lowest place between every two catchments, above a datum [m], from the lines between them."""
    found: dict[tuple[int, int], float] = {}
    for line in partings:
        low, high = sorted(line.owners)
        found[low, high] = min(min(line.levels) - datum, found.get((low, high), UNBOUNDED))
    return found


def water_levels(
    blocked: tuple[int, ...],
    sources: int,
    passes: dict[tuple[int, int], float],
    exits: dict[int, float],
) -> list[float]:
    """For every catchment the level over which its water gets out [m]: the least greatest pass.

    Args:
        blocked: indices of the sources that take nothing.
        sources: how many there are.
        passes: the lowest place between two catchments [m].
        exits: level at which the overflows of a catchment let water out [m], by source.
    """
    levels = [UNBOUNDED if k in blocked else -UNBOUNDED for k in range(sources)]
    for owner, level in exits.items():
        levels[owner] = min(levels[owner], level)
    settled: set[int] = set()
    while len(settled) < sources:
        here = min((k for k in range(sources) if k not in settled), key=lambda k: levels[k])
        settled.add(here)
        for (a, b), level in passes.items():
            if here in (a, b):
                other = b if here == a else a
                levels[other] = min(levels[other], max(levels[here], level))
    return levels


def standing(
    blocked: tuple[int, ...],
    depth: Spread,
    passes: dict[tuple[int, int], float],
    spills: tuple[Spill, ...],
    flows: tuple[float, ...],
) -> Standing:
    """What stands with ``blocked`` sources.

    Args:
        blocked: indices of the sources that take nothing.
        depth: height of the surface above the lowest outlet, by triangles.
        passes: the lowest place between two catchments [m].
        spills: overflows.
        flows: rain of every catchment [l/s].
    """
    sources = len(flows)
    working = tuple(spill for spill in spills if spill.owner in blocked)
    exits = {s.owner: s.sill for s in sorted(working, key=lambda s: -s.sill)}
    levels = water_levels(blocked, sources, passes, exits)
    used: tuple[Spill, ...] = ()
    if working:
        basin = [k for k in blocked if any(abs(levels[k] - s.sill) < 1e-9 for s in working)]
        used = tuple(s for s in working if s.owner in basin and s.sill <= levels[s.owner] + 1e-9)
        if used:
            together = sum(flows[k] for k in basin)
            head = common_head(
                tuple((s.width * MILLI, s.height * MILLI, s.sill * MILLI) for s in used), together
            )
            exits = {owner: max(level, head / MILLI) for owner, level in exits.items()}
            levels = water_levels(blocked, sources, passes, exits)
    pools = []
    for owner in blocked:
        if abs(levels[owner]) < UNBOUNDED:
            pool = _pool(owner, levels[owner], depth)
            if pool.area > 0:
                pools.append(pool)
    escapes = all(abs(levels[owner]) < UNBOUNDED for owner in blocked)
    return Standing(blocked, tuple(pools), escapes, tuple(s.id for s in used), depth.area)


def _pool(owner: int, level: float, surface: Spread) -> Pool:
    """The water of one catchment below a level: exact parts of triangles."""
    mine = surface.owners == owner
    area, volume = below(surface.areas[mine], surface.corners[mine], level)
    depth = max(0.0, level - float(surface.corners[mine].min())) if mine.any() else 0.0
    return Pool(owner, level, area, volume, depth)


def below(areas: np.ndarray, corners: np.ndarray, level: float) -> tuple[float, float]:
    """Area [m²] and volume [m³] between a level and the part of triangles that lies below it."""
    d = level - np.sort(corners, axis=1)
    low, middle, high = d.T
    wet = low > 0
    all_in, two_in = high >= 0, (middle > 0) & (high < 0)
    one_in = wet & (middle <= 0)
    safe = np.where(wet, low, 1.0)
    first, second = (
        safe / np.where(one_in, safe - middle, 1.0),
        safe / np.where(one_in, safe - high, 1.0),
    )
    part = np.where(one_in, areas * first * second, 0.0)
    volume = part * safe / 3
    dry_a = np.where(two_in, -high, 0.0) / np.where(two_in, middle - high, 1.0)
    dry_b = np.where(two_in, -high, 0.0) / np.where(two_in, low - high, 1.0)
    dry = areas * dry_a * dry_b
    part = np.where(two_in, areas - dry, part)
    volume = np.where(two_in, areas * (low + middle + high) / 3 - dry * high / 3, volume)
    part = np.where(wet & all_in, areas, part)
    volume = np.where(wet & all_in, areas * (low + middle + high) / 3, volume)
    return float(part.sum()), float(volume.sum())
