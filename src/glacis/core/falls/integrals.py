# SPDX-License-Identifier: GPL-3.0-or-later
"""Areas, volumes and means over a surface whose height is a plane in every cell."""

from collections.abc import Callable

import numpy as np

from glacis.core.falls.arrays import Arrayed
from glacis.core.falls.surface import Cells

NODES, WEIGHTS = np.polynomial.legendre.leggauss(16)
"""Gauss and Legendre's rule: exact for polynomials of degree 31."""
FEW = 0.02
"""Spread of R under which the mean of 1/R is a series [-]; our judgement: by trial both agree to 1e-12 there."""


class Spread(Arrayed, frozen=True, eq=False):
    """How thick a layer is where: triangles that cover a plan.

    Attributes:
        areas: of the triangles (n,) [m²].
        corners: thickness at their corners (n, 3) [m].
        owners: index of the source that each drains to (n,).
    """

    areas: np.ndarray
    corners: np.ndarray
    owners: np.ndarray

    @property
    def area(self) -> float:
        """Of the plan [m²]."""
        return float(self.areas.sum())

    @property
    def volume(self) -> float:
        """Of the layer [m³]."""
        return float(self.areas @ self.corners.mean(axis=1))

    @property
    def mean(self) -> float:
        """Mean thickness [m]."""
        return self.volume / self.area

    @property
    def least(self) -> float:
        """Thickness at the thinnest place [m]."""
        return float(self.corners.min())

    @property
    def most(self) -> float:
        """Thickness at the thickest place [m]."""
        return float(self.corners.max())

    def area_of(self, owner: int) -> float:
        """Of the catchment of a source [m²]."""
        return float(self.areas[self.owners == owner].sum())


def spread_of(cells: Cells, deck: tuple[float, float, float] = (0.0, 0.0, 0.0)) -> Spread:
    """The thickness between a surface and the plane of the deck z = a·x + b·y + c [m]."""
    places = np.arange(1, cells.shapes.shape[1] - 1)
    cell, second = np.nonzero(places < cells.counts[:, None] - 1)
    second = places[second]
    triangles = np.stack(
        [cells.shapes[cell, 0], cells.shapes[cell, second], cells.shapes[cell, second + 1]], axis=1
    )
    u, v = triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0]
    areas = (u[:, 0] * v[:, 1] - u[:, 1] * v[:, 0]) / 2
    planes = (cells.planes - np.array(deck))[cell]
    heights = np.einsum("nij,nj->ni", triangles, planes[:, :2]) + planes[:, 2:]
    return Spread(areas, heights, cells.owners[cell])


def mean_of(spread: Spread, function: Callable[[np.ndarray], np.ndarray]) -> float:
    """The area mean of a smooth function of the thickness [m], by Gauss in the thickness.

    Over a triangle with thicknesses t0 <= t1 <= t2 the share of area to the thickness rises linearly to
    2/(t2 - t0) at t1 and falls linearly to nothing at t2.
    """
    t = np.sort(spread.corners, axis=1)
    share = (NODES + 1) / 2
    total = np.zeros(len(t))
    whole = t[:, 2] - t[:, 0]
    for start, end in ((0, 1), (2, 1)):
        reach = t[:, end] - t[:, start]
        at = t[:, start, None] + share * reach[:, None]
        ratio = np.divide(np.abs(reach), whole, out=np.full(len(t), 0.5), where=whole > 0)
        total += ratio * (function(at) * (WEIGHTS * share)).sum(axis=1)
    return float(spread.areas @ total) / spread.area


def mean_conductance(base: float, conductivity: float, spread: Spread) -> float:
    """The area mean of 1/(R0 + t/λ) [W/(m²·K)], in closed form.

    ISO 6946:2017, annex C, for triangles with three different corners: the second divided difference of
    x ln x - x. Where R hardly differs its series is used, which no cancelling harms.

    Args:
        base: R0 of both films and all flat layers [m²·K/W], above 0.
        conductivity: of the tapered layer [W/(m·K)], above 0.
        spread: its thickness.
    """
    r = np.sort(base + spread.corners / conductivity, axis=1)
    wide = r[:, 2] - r[:, 0] > FEW * r[:, 0]
    means = np.empty(len(r))
    a, b, c = r[wide].T
    means[wide] = 2 * (_slope(b, c) - _slope(a, b)) / (c - a)
    means[~wide] = _nearly_even(r[~wide])
    return float(spread.areas @ means) / spread.area


def _slope(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    """The divided difference of x ln x - x between a and b >= a: ln a + (1 + 1/x) ln(1 + x) - 1."""
    x = (b - a) / a
    small = x < 1e-4
    safe = np.where(small, 1.0, x)
    exact = (1 + 1 / safe) * np.log1p(safe)
    found: np.ndarray = np.log(a) + np.where(small, 1 + x / 2 - x**2 / 6 + x**3 / 12, exact) - 1
    return found


def _nearly_even(r: np.ndarray) -> np.ndarray:
    """The mean of 1/R over triangles where R spreads by less than ``FEW``, to the sixth power of that."""
    middle = r.mean(axis=1)
    e = (r - middle[:, None]) / middle[:, None]
    p2, p3, p4 = ((e**n).sum(axis=1) for n in (2, 3, 4))
    # Moments of a linear function over a triangle from the power sums of its corner values, p1 = 0:
    # h_n 2 n!/(n + 2)! with the complete symmetric polynomials h2 = p2/2, h3 = p3/3, h4 = p4/4 + p2^2/8.
    second, third, fourth = p2 / 12, p3 / 30, (p4 / 4 + p2**2 / 8) / 15
    found: np.ndarray = (1 + second - third + fourth) / middle
    return found
