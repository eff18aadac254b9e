# SPDX-License-Identifier: GPL-3.0-or-later
"""Crickets: ridged fillets between the outlets of a level valley, so that the valley falls to them.

Along the valley u and across it v the field is z = s·v and a half cricket c·u + k·v with k = s - c/tan φ, φ
the angle of its foot in plan; z is the greater. The valley between them falls s·sin φ whatever c is. Own
derivation.
"""

from math import atan, hypot, sin, sqrt

import numpy as np
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.falls.raising import raised
from glacis.core.falls.sources import Point
from glacis.core.falls.surface import Cells
from glacis.core.model.falls import CricketRule


class HalfCricket(Struct, frozen=True):
    """From an outlet to a crest, on one side of the valley.

    Attributes:
        outlet: in plan [m].
        crest: foot of its ridge on the valley, in plan [m].
        left: whether it lies to the left, seen from outlet to crest.
        level: of the valley [m].
        fall: of the roof beside it [-].
        width: of the cricket over its length, tan φ [-].
        along: fall of its plane along the valley, c [-].
        owner: index of the source that it drains to.
    """

    outlet: Point
    crest: Point
    left: bool
    level: float
    fall: float
    width: float
    along: float
    owner: int

    @property
    def length(self) -> float:
        """From outlet to crest [m]."""
        return hypot(self.crest[0] - self.outlet[0], self.crest[1] - self.outlet[1])

    @property
    def rise(self) -> float:
        """Of the crest over the outlet [m]."""
        return self.along * self.length

    @property
    def plane(self) -> tuple[float, float, float]:
        """Its plane z = a·x + b·y + c [m]."""
        (x, y), length = self.outlet, self.length
        ux, uy = (self.crest[0] - x) / length, (self.crest[1] - y) / length
        nx, ny = (-uy, ux) if self.left else (uy, -ux)
        across = self.fall - self.along / self.width
        a, b = self.along * ux + across * nx, self.along * uy + across * ny
        return a, b, self.level - a * x - b * y

    @property
    def shape(self) -> np.ndarray:
        """The rectangle in plan that it may fill, anticlockwise (4, 2) [m]."""
        (x, y), (cx, cy) = self.outlet, self.crest
        reach = self.width
        ox, oy = (-(cy - y) * reach, (cx - x) * reach)
        if not self.left:
            ox, oy = -ox, -oy
        ring = [(x, y), (cx, cy), (cx + ox, cy + oy), (x + ox, y + oy)]
        return np.array(ring if self.left else ring[::-1])


def fall_along(rule: CricketRule, fall: float, width: float) -> float:
    """C of a cricket [-] by one of the three meanings of its fall.

    Args:
        rule: ``along``: its planes fall purely along the valley, c = s·tan φ; ``added-twice``: added taper of
            twice the fall, c = 2 s·tan φ; ``twice-as-steep``: its planes fall 2 s, the greater root of
            c² + (s - c/tan φ)² = 4 s².
        fall: of the roof [-], above 0.
        width: tan φ [-], above 0.

    >>> round(fall_along("along", 0.02, 0.5), 6), round(fall_along("added-twice", 0.02, 0.5), 6)
    (0.01, 0.02)
    """
    if fall <= 0 or width <= 0:
        raise ValueRefused("fall and width of crickets", min(fall, width), "above 0")
    if rule == "along":
        return fall * width
    if rule == "added-twice":
        return 2 * fall * width
    return fall * width * (1 + sqrt(1 + 3 * (1 + width**2))) / (1 + width**2)


def valley_fall(fall: float, width: float) -> float:
    """The fall along the foot of a cricket [-]: s·sin φ, whatever the cricket's own fall.

    >>> round(1 / valley_fall(1 / 60, 0.5), 1)
    134.2
    """
    return fall * sin(atan(width))


def with_crickets(cells: Cells, halves: tuple[HalfCricket, ...]) -> Cells:
    """The cells raised by crickets where those are higher."""
    return raised(cells, tuple((half.shape, half.plane, half.owner) for half in halves))
