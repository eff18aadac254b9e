# SPDX-License-Identifier: GPL-3.0-or-later
"""Numbers drawn for invented weather: the same on every machine, as only uniform ones are drawn."""

from itertools import accumulate

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri

Array = NDArray[np.float64]


class Draws:
    """A stream of random numbers from a seed."""

    def __init__(self, seed: int) -> None:
        self._stream = np.random.Generator(np.random.PCG64(seed))

    def uniform(self, count: int) -> Array:
        """Between 0 and 1, neither of them [-]."""
        return np.maximum(self._stream.random(count), 1e-12)

    def normal(self, count: int) -> Array:
        """Standard normal [-], through the inverse of its distribution."""
        return np.asarray(ndtri(self.uniform(count)))

    def persistent(self, count: int, stays: float) -> Array:
        """Standard normal, each correlated by ``stays`` with the one before [-]."""
        return persistent(self.normal(count), stays)


def persistent(innovations: Array, stays: float) -> Array:
    """An autoregressive series of order 1 and variance 1 from independent normal numbers [-]."""
    scaled = innovations * np.sqrt(1 - stays**2)
    scaled[0] = innovations[0]
    return np.array([*accumulate(scaled.tolist(), lambda before, fresh: stays * before + fresh)])
