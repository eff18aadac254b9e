# SPDX-License-Identifier: GPL-3.0-or-later
"""Draws of a surface as it may be built: smooth deviations, steps between boards, a deck that sags.

A deviation of its own for every cell of the raster would fill the roof with puddles that nobody ever saw; one
that holds far longer than a board would find none. So its length is stated and shown with the answer.
"""

from math import cos, pi, radians, sin, sqrt

import numpy as np

from glacis.core.falls.built import SURE
from glacis.core.falls.found import Drained
from glacis.core.falls.plan import longest_way
from glacis.core.falls.raster import Raster

SEED = 20_000
"""Draws are the same each time, so that a test asked again gives the same answer; our judgement."""


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


class Strayed:
    """All that makes a built surface stray from the drawn one, over a raster of it."""

    def __init__(self, found: Drained, raster: Raster) -> None:
        stated = found.stated
        self._raster = raster
        self._tolerance = stated.tolerance
        self._steps, self._sag = stated.board_steps, stated.sag
        self._field = Field(raster.z.shape, raster.size, stated.correlation)
        rows, columns = raster.z.shape
        x = raster.corner[0] + (np.arange(columns) + 0.5) * raster.size
        y = raster.corner[1] + (np.arange(rows) + 0.5) * raster.size
        turn = longest_way(found.area.outline) + radians(stated.turn)
        u = x[None, :] * cos(turn) + y[:, None] * sin(turn)
        v = y[:, None] * cos(turn) - x[None, :] * sin(turn)
        self._boards = _squares(u / stated.boards.length, v / stated.boards.width)
        along, across = x - x.min(), y - y.min()
        self._bays = _squares(
            (along / stated.bay)[None, :] + np.zeros_like(u),
            (across / stated.bay)[:, None] + np.zeros_like(u),
        )
        self._bowl = np.abs(
            np.sin(pi * along / stated.bay)[None, :] * np.sin(pi * across / stated.bay)[:, None]
        )

    def draw(self, number: int, tolerance: float | None = None) -> np.ndarray:
        """The surface of one draw (ny, nx) [m]; nan outside.

        Args:
            number: of the draw; the same one is the same surface.
            tolerance: instead of the stated one [m].
        """
        rng = np.random.default_rng((SEED, number))
        within = self._tolerance if tolerance is None else tolerance
        z: np.ndarray = self._raster.z + within / SURE * self._field.draw(rng)
        if self._steps > 0:
            names, boards = self._boards
            z += self._steps / SURE * rng.standard_normal(boards)[names]
        if self._sag > 0:
            names, bays = self._bays
            z -= self._sag * self._bowl * rng.random(bays)[names]
        return z


def _squares(u: np.ndarray, v: np.ndarray) -> tuple[np.ndarray, int]:
    """For every cell the number of the unit square that it lies in, and how many there are."""
    i, j = np.floor(u).astype(np.int64), np.floor(v).astype(np.int64)
    i, j = i - i.min(), j - j.min()
    wide = int(i.max()) + 1
    return j * wide + i, wide * (int(j.max()) + 1)
