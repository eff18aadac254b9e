# SPDX-License-Identifier: GPL-3.0-or-later
"""Benchmarks of the falls: surface, plan of sights, drag, rain over a million cells, boards."""

import heapq
from functools import cache, partial
from statistics import median

import numpy as np
import shapely

from glacis.core.falls.boards import layout
from glacis.core.falls.drained import drained
from glacis.core.falls.facets import facets_of
from glacis.core.falls.found import Drained
from glacis.core.falls.ground import Ground, Ring, ground_of
from glacis.core.falls.integrals import mean_conductance, spread_of
from glacis.core.falls.raster import Raster, flooded_by, flows_on, pools_in
from glacis.core.falls.sources import PointSource, Source, regular
from glacis.core.falls.strayed import Field
from glacis.core.falls.surface import surface_of
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import BoardSet, Falls, Outlet
from timing import timed

LARGE: Ring = ((0.0, 0.0), (125.0, 0.0), (125.0, 80.0), (0.0, 80.0))
ELL: Ring = ((0.0, 0.0), (30.0, 0.0), (30.0, 10.0), (12.0, 10.0), (12.0, 26.0), (0.0, 26.0))
SIDE = 1000
RUNS = 9


def _outlets(count: int, seed: int = 1) -> tuple[Source, ...]:
    gauge = regular(1 / 60, 4, 0.0)
    places = np.random.default_rng(seed).random((count, 2)) * (125, 80)
    return tuple(
        PointSource(str(k), (float(x), float(y)), 0.06, gauge) for k, (x, y) in enumerate(places)
    )


def _kerbs(count: int, sources: tuple[Source, ...]) -> tuple[Ring, ...]:
    rng = np.random.default_rng(2)
    at = [shapely.Point(s.at) for s in sources if isinstance(s, PointSource)]
    found: list[shapely.Polygon] = []
    while len(found) < count:
        (x, y), (w, h) = rng.random(2) * (120, 75) + 0.5, 1 + rng.random(2) * 2
        box = shapely.box(x, y, x + w, y + h)
        clear = all(box.distance(other) > 0.5 for other in found)
        if clear and all(box.distance(point) > 0.3 for point in at):
            found.append(box)
    return tuple(tuple(box.exterior.coords[:-1]) for box in found)


def _whole(ground: Ground, sources: tuple[Source, ...]) -> None:
    surface = surface_of(ground, sources)
    facets_of(surface.cells)
    mean_conductance(1.28, 0.036, spread_of(surface.cells))


def large_surface(kerbs: int) -> float:
    """Median seconds to surface, facets, volume and U of 10,000 m² with 40 outlets."""
    sources = _outlets(40)
    ground = ground_of(LARGE, _kerbs(kerbs, sources) if kerbs else ())
    _whole(ground, sources)
    return median(timed(partial(_whole, ground, sources)) for _ in range(RUNS))


def sights() -> float:
    """Median seconds to the plan of 10,000 m² with 25 kerbs, once for an outline."""
    kerbs = _kerbs(25, _outlets(40))
    ground_of(LARGE, kerbs)
    return median(timed(partial(ground_of, LARGE, kerbs)) for _ in range(RUNS))


def dragged_outlet() -> float:
    """Median seconds to surface, volume and U of a 500 m² L with three kerbs, as an outlet moves."""
    kerbs: tuple[Ring, ...] = (
        ((5.0, 4.0), (7.0, 4.0), (7.0, 5.5), (5.0, 5.5)),
        ((18.0, 3.0), (19.0, 3.0), (19.0, 4.0), (18.0, 4.0)),
        ((4.0, 16.0), (6.0, 16.0), (6.0, 18.0), (4.0, 18.0)),
    )
    ground, gauge = ground_of(ELL, kerbs), regular(1 / 60, 4, 0.0)

    def drag(k: int) -> None:
        sources = (
            PointSource("a", (24.0 + k / 20, 5.0), 0.0, gauge),
            PointSource("b", (6.0, 22.0), 0.0, gauge),
        )
        surface = surface_of(ground, sources)
        mean_conductance(1.28, 0.036, spread_of(surface.cells))

    drag(0)
    return median(timed(partial(drag, k)) for k in range(25))


@cache
def _rough() -> np.ndarray:
    """A million cells that fall to the middle of one side, with smooth deviations."""
    steps = np.arange(SIDE)
    plane = np.add.outer(steps * 0.001, np.abs(steps - SIDE / 2) * 0.001)
    rough: np.ndarray = plane + 0.005 * Field((SIDE, SIDE), 0.05, 1.0).draw(
        np.random.default_rng(0)
    )
    return rough


def million_cells() -> float:
    """Median seconds to flood a million cells, route their rain and find the pools."""
    z, exits = _rough(), np.array([SIDE // 2])
    raster = Raster((0.0, 0.0), 0.1, z, exits)

    def pour() -> None:
        flows_on(flooded_by(z, exits))
        pools_in(raster, z)

    pour()
    return median(timed(pour) for _ in range(5))


def flood_alone() -> float:
    """Median seconds to flood a million cells."""
    z, exits = _rough(), np.array([SIDE // 2])
    flooded_by(z, exits)
    return median(timed(partial(flooded_by, z, exits)) for _ in range(5))


def plain_flood() -> float:
    """Seconds for the same by a plain heap in plain Python."""
    z = _rough().tolist()
    levels = [[0.0] * SIDE for _ in range(SIDE)]
    done = [[False] * SIDE for _ in range(SIDE)]

    def pour() -> None:
        heap = [(z[0][SIDE // 2], 0, SIDE // 2)]
        done[0][SIDE // 2] = True
        while heap:
            level, j, i = heapq.heappop(heap)
            levels[j][i] = level
            for nj in range(max(0, j - 1), min(SIDE, j + 2)):
                for ni in range(max(0, i - 1), min(SIDE, i + 2)):
                    if not done[nj][ni]:
                        done[nj][ni] = True
                        heapq.heappush(heap, (max(level, z[nj][ni]), nj, ni))

    return timed(pour)


def thousand_boards() -> float:
    """Median seconds to lay some 1,200 boards."""
    outline = ((0.0, 0.0), (60.0, 0.0), (60.0, 25.0), (0.0, 25.0))
    roof = RoofArea(
        id="a",
        name="A",
        outline=outline,
        pitch=0.0,
        azimuth=180.0,
        level=0.0,
        assembly="b",
        zone="z",
    )
    outlets = tuple(Outlet(id=str(k), name=str(k), at=(6.0 + 12 * k, 12.0)) for k in range(5))
    found = drained(roof, Falls(area="a", outlets=outlets), ground_of(outline))
    if not isinstance(found, Drained):
        raise TypeError(found.why)
    return median(timed(partial(layout, found, BoardSet())) for _ in range(3))
