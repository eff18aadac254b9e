# SPDX-License-Identifier: GPL-3.0-or-later
"""The rain test: pour water on the surface as it is built, a hairbreadth higher here and lower there.

A surface within a tolerance is drawn many times: a smooth random field whose correlation length says over
what distance a deviation holds. A deviation of its own for every cell of the raster would fill the roof with
puddles that nobody ever saw; one that is far longer than a board would find none. So the length is stated and
shown with the answer.
"""

from math import exp, sqrt

import numpy as np
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.falls.arrays import Arrayed
from glacis.core.falls.built import SURE
from glacis.core.falls.engine.flood import flood, paint, pooled, shed
from glacis.core.falls.found import Drained
from glacis.core.falls.sources import Point, PointSource, Source
from glacis.core.graph.part import Progress, unwatched

MOST_CELLS = 160_000
"""Cells of the raster at most; our judgement: a draw in a twentieth of a second."""
FINEST = 0.05
"""Cells are no smaller than this [m]; our judgement: half a mouth of an outlet."""
DEEP, WIDE = 0.005, 0.25
"""A draw ponds where water stands deeper than this [m] over more than this [m²]; our judgement."""
DRAWS = 200
"""Draws of a test; our judgement: a share of one half is then known to seven in a hundred."""
WIND = 2.0
"""Wind over the roof that dries it [m/s]; our judgement: a sheltered site."""


class Pool(Struct, frozen=True):
    """Water that stands after the rain.

    Attributes:
        at: its deepest place in plan [m].
        depth: there [m].
        area: [m²].
        volume: [m³].
    """

    at: Point
    depth: float
    area: float
    volume: float


class RainTest(Arrayed, frozen=True, eq=False):
    """What many draws of the surface hold.

    Attributes:
        corner: least x and y of the raster [m].
        size: of its cells [m].
        tolerance: that 95 % of the surface keeps, to both sides [m].
        correlation: length over which deviations hold [m].
        draws: of the surface.
        ponding: draws in which water stands deep and wide enough to count.
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


def evaporation(temperature: float, humidity: float, wind: float = WIND) -> float:
    """How much standing water dries away [mm/day] (Penman 1948, as recalled, confirm).

    Args:
        temperature: of the air [°C].
        humidity: of the air [-].
        wind: over the water [m/s].
    """
    saturated = 6.112 * exp(17.62 * temperature / (243.12 + temperature))
    return 0.26 * (1 + 0.54 * wind) * saturated * (1 - humidity)


def days_to_dry(
    depth: float, temperatures: tuple[float, ...], humidities: tuple[float, ...]
) -> float:
    """How long water so deep [m] stands in the mean of the year [day]; infinite where nothing dries."""
    pairs = zip(temperatures, humidities, strict=True)
    a_day = sum(evaporation(t, h) for t, h in pairs) / len(temperatures) / 1000
    return depth / a_day if a_day > 0 else float("inf")


class Raster(Arrayed, frozen=True, eq=False):
    """A surface as cells.

    Attributes:
        corner: least x and y [m].
        size: of a cell [m].
        z: heights at the middles, rows upwards (ny, nx) [m]; nan outside.
        exits: flat indices of cells that let water out.
    """

    corner: Point
    size: float
    z: np.ndarray
    exits: np.ndarray


def raster_of(found: Drained, size: float | None = None) -> Raster:
    """The surface as cells, as fine as their number lets.

    Args:
        found: the falls.
        size: of a cell [m]; None for the usual.
    """
    xs, ys = zip(*found.area.outline, strict=True)
    if size is None:
        size = max(FINEST, sqrt((max(xs) - min(xs)) * (max(ys) - min(ys)) / MOST_CELLS))
    rows = int(np.ceil((max(ys) - min(ys)) / size - 1e-9))
    columns = int(np.ceil((max(xs) - min(xs)) / size - 1e-9))
    z = np.full((rows, columns), np.nan)
    corner = (float(min(xs)), float(min(ys)))
    cells = found.surface.cells
    paint(cells.shapes, cells.counts, cells.planes, np.array(corner), size, z)
    used = [s for k, s in enumerate(found.surface.sources) if not found.surface.dry[k]]
    radii = {outlet.id: outlet.diameter / 2 for outlet in found.stated.outlets}
    exits = [cell for s in used for cell in _exits(s, radii.get(s.id, 0.0), corner, size, z)]
    return Raster(corner, size, z, np.array(sorted(set(exits)), dtype=np.int64))


def _exits(source: Source, radius: float, corner: Point, size: float, z: np.ndarray) -> list[int]:
    """Cells of the roof that an outlet or a level line takes water from."""
    rows, columns = z.shape
    y, x = np.meshgrid(
        corner[1] + (np.arange(rows) + 0.5) * size,
        corner[0] + (np.arange(columns) + 0.5) * size,
        indexing="ij",
    )
    if isinstance(source, PointSource):
        away = np.hypot(x - source.at[0], y - source.at[1])
    else:
        (ax, ay), (bx, by) = source.start, source.end
        length = np.hypot(bx - ax, by - ay)
        along = np.clip(((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length**2, 0, 1)
        away = np.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay))
    away = np.where(np.isnan(z), np.inf, away)
    near = away <= max(radius, size * 0.75)
    if not near.any():
        near = away <= away.min() + 1e-9
    found: list[int] = np.flatnonzero(near.ravel()).tolist()
    return found


class Flooded(Arrayed, frozen=True, eq=False):
    """A raster with a border of nan, flat, and the water on it.

    Attributes:
        z: heights [m].
        offsets: of the eight neighbours of a cell.
        levels: of ground or water [m].
        parents: where water came in from.
        columns: of the raster with its border.
    """

    z: np.ndarray
    offsets: np.ndarray
    levels: np.ndarray
    parents: np.ndarray
    columns: int

    def inner(self, flat: np.ndarray) -> np.ndarray:
        """A flat row of values as the raster without its border (ny, nx)."""
        whole: np.ndarray = flat.reshape(-1, self.columns)
        return whole[1:-1, 1:-1]


def flooded_by(z: np.ndarray, exits: np.ndarray) -> Flooded:
    """The water that stands on a raster (ny, nx) [m], nan outside, with these exits (flat indices)."""
    columns = z.shape[1] + 2
    padded = np.pad(z, 1, constant_values=np.nan).ravel()
    offsets = np.array(
        [-columns, columns, -1, 1, -columns - 1, -columns + 1, columns - 1, columns + 1]
    )
    levels, parents = np.empty_like(padded), np.empty(padded.size, dtype=np.int64)
    rows = exits // z.shape[1]
    flood(padded, offsets, (rows + 1) * columns + exits % z.shape[1] + 1, levels, parents)
    return Flooded(padded, offsets, levels, parents, columns)


def flows_on(flooded: Flooded) -> np.ndarray:
    """How many cells' rain passes each cell (ny, nx) [-]."""
    flows = np.empty(flooded.z.size)
    shed(flooded.z, flooded.offsets, flooded.levels, flooded.parents, flows)
    return flooded.inner(flows)


def pools_in(raster: Raster, z: np.ndarray, least: float = DEEP) -> tuple[np.ndarray, list[Pool]]:
    """Depth of water over a surface ``z`` [m], and its pools deeper than ``least`` [m], largest first."""
    flooded = flooded_by(z, raster.exits)
    marks = np.empty(flooded.z.size, dtype=np.int64)
    count = pooled(flooded.z, flooded.offsets, flooded.levels, least, marks)
    depth = flooded.inner(flooded.levels) - z
    labels = flooded.inner(marks).ravel()
    found = []
    flat = np.nan_to_num(depth.ravel())
    order = np.flatnonzero(labels >= 0)
    for label in range(count):
        mine = order[labels[order] == label]
        deepest = int(mine[np.argmax(flat[mine])])
        j, i = divmod(deepest, z.shape[1])
        at = (
            raster.corner[0] + (i + 0.5) * raster.size,
            raster.corner[1] + (j + 0.5) * raster.size,
        )
        cell = raster.size**2
        found.append(
            Pool(at, float(flat[deepest]), len(mine) * cell, float(flat[mine].sum()) * cell)
        )
    found.sort(key=lambda pool: -pool.volume)
    return depth, found


class Field:
    """Smooth random deviations, of spread 1, whose correlation over a distance d is exp(-d²/(2 l²))."""

    def __init__(self, shape: tuple[int, int], size: float, correlation: float) -> None:
        rows, columns = (n + int(4 * correlation / size) for n in shape)
        fy, fx = np.fft.fftfreq(rows, size), np.fft.rfftfreq(columns, size)
        squared = fy[:, None] ** 2 + fx[None, :] ** 2
        # The square of this filter is the spectrum of the correlation exp(-d²/(2 l²)) between two places.
        self._filter = np.exp(-(np.pi**2) * correlation**2 * squared)
        self._padded = (rows, columns)
        self._shape = shape
        power = self._filter**2
        inner = power[:, 1 : (columns + 1) // 2].sum() if columns > 1 else 0.0
        total = power.sum() + inner
        self._scale = 1 / sqrt(total / (rows * columns))

    def draw(self, rng: np.random.Generator) -> np.ndarray:
        """One field of spread 1 (ny, nx) [-]."""
        white = np.fft.rfft2(rng.standard_normal(self._padded))
        smooth = np.fft.irfft2(white * self._filter, s=self._padded)
        drawn: np.ndarray = smooth[: self._shape[0], : self._shape[1]] * self._scale
        return drawn


def rain_test(found: Drained, draws: int = DRAWS, progress: Progress = unwatched) -> RainTest:
    """Rain over so many draws of the surface within its stated tolerance.

    The draws are the same each time: a test asked again gives the same answer.
    """
    raster = raster_of(found)
    stated = found.stated
    spread = stated.tolerance / SURE
    field = Field(raster.z.shape, raster.size, stated.correlation)
    rng = np.random.default_rng(20_000)
    wet = np.zeros(raster.z.shape)
    ponding: list[tuple[float, tuple[Pool, ...]]] = []
    for number in range(draws):
        progress(number / draws, f"draw {number + 1} of {draws}")
        depth, pools = pools_in(raster, raster.z + spread * field.draw(rng))
        wet += np.nan_to_num(depth) > DEEP
        counted = tuple(pool for pool in pools if pool.area > WIDE)
        if counted:
            ponding.append((sum(pool.volume for pool in counted), counted))
    ponding.sort(key=lambda pair: pair[0])
    shares = np.where(np.isnan(raster.z), np.nan, wet / draws)
    _, nominal = pools_in(raster, raster.z)
    typical = ponding[len(ponding) // 2][1] if ponding else ()
    return RainTest(
        raster.corner, raster.size, stated.tolerance, stated.correlation, draws, len(ponding),
        shares, tuple(nominal), typical,
    )  # fmt: skip
