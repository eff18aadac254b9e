# SPDX-License-Identifier: GPL-3.0-or-later
"""The vapour path: positions on the s_d axis with their share of the temperature drop.

ISO 13788:2012, 6.4.2: layers with R above 0.25 m²·K/W are cut into equal parts below it.
"""

from math import ceil

from msgspec import Struct

LARGEST_STEP = 0.25
"""Largest thermal resistance of one step [m²·K/W] (ISO 13788:2012, 6.4.1)."""
SAME_PLACE = 1e-9
"""Closer than this on the s_d axis [m] counts as one place; our judgement, well above rounding."""


class PathLayer(Struct, frozen=True):
    """A layer of the path: id, name, thickness [m], R [m²·K/W], s_d [m] and water limit.

    ``limit`` is the most water it may take at its faces [kg/m²], or None where only the
    limit for running water holds.
    """

    id: str
    name: str
    thickness: float
    resistance: float
    sd: float
    limit: float | None = None


class Place(Struct, frozen=True):
    """A point on the path.

    Attributes:
        sd: equivalent air layer thickness from the inner surface [m].
        warm: thermal resistance from indoor air to the place [m²·K/W].
        cold: the same to its far side, where several layers share one s_d.
        depth: from the inner surface [m].
        layer: index of the layer that ends here or holds it; -1 at the inner surface.
        within: whether it lies inside that layer rather than at its outer face.
    """

    sd: float
    warm: float
    cold: float
    depth: float
    layer: int
    within: bool


class Path(Struct, frozen=True):
    """All places from the inner to the outer surface, and R from air to air [m²·K/W]."""

    layers: tuple[PathLayer, ...]
    places: tuple[Place, ...]
    total: float


def build_path(layers: tuple[PathLayer, ...], inside: float, outside: float) -> Path:
    """Cut ``layers``, inside to outside, into the places of the monthly method.

    Args:
        layers: at least one with an s_d above zero.
        inside: R_si [m²·K/W].
        outside: everything beyond the last layer, R_se included [m²·K/W].
    """
    sd, warm, depth = 0.0, inside, 0.0
    places = [Place(0.0, inside, inside, 0.0, -1, False)]
    for index, layer in enumerate(layers):
        steps = max(1, ceil(layer.resistance / LARGEST_STEP - 1e-9)) if layer.sd > SAME_PLACE else 1
        for step in range(1, steps + 1):
            sd += layer.sd / steps
            warm += layer.resistance / steps
            depth += layer.thickness / steps
            within = step < steps
            last = places[-1]
            if sd - last.sd <= SAME_PLACE:
                places[-1] = Place(last.sd, last.warm, warm, depth, index, False)
            else:
                places.append(Place(sd, warm, warm, depth, index, within))
    return Path(layers, tuple(places), warm + outside)
