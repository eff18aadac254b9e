# SPDX-License-Identifier: GPL-3.0-or-later
"""Usual sizes and a free place for what is put on a roof area."""

from typing import cast

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.geometry import Dormer, Opening, OpeningKind, Point
from glacis.core.model.lookup import things_of
from glacis.core.shape.change import add_dormer, add_opening
from glacis.core.shape.planes import plane_of

PLACES = (
    ("dormer", "Dormer"), ("rooflight", "Rooflight"), ("hatch", "Access hatch"),
    ("chimney", "Chimney"), ("plant", "Plant"), ("post", "Post or pipe"), ("solar", "Solar array"),
)  # fmt: skip
SIZES: dict[str, tuple[float, float, float]] = {
    "rooflight": (0.78, 1.18, 0.15), "hatch": (0.9, 0.9, 0.3), "chimney": (0.6, 0.6, 1.2),
    "plant": (1.2, 0.8, 0.4), "post": (0.1, 0.1, 0.3), "solar": (3.4, 1.75, 0.12),
}  # fmt: skip
"""Width, length and upstand of each [m]."""
STEPS = 12
"""Places tried across an area in each direction for something new; our judgement."""


def _name(project: Project, words: str) -> str:
    taken = {thing.name for thing in things_of(project)}
    number = 1
    while f"{words} {number}" in taken:
        number += 1
    return f"{words} {number}"


def _spots(area: RoofArea) -> list[Point]:
    """Places over an area, those near its middle first."""
    plane = plane_of(area)
    west, south, east, north = plane.box
    middle = ((west + east) / 2, (south + north) / 2)
    spots = [
        (west + (east - west) * i / STEPS, south + (north - south) * j / STEPS)
        for i in range(1, STEPS)
        for j in range(1, STEPS)
    ]
    spots.sort(key=lambda p: (p[0] - middle[0]) ** 2 + (p[1] - middle[1]) ** 2)
    return [(round(x, 2), round(y, 2)) for x, y in spots]


def placed_opening(project: Project, area: RoofArea, kind: str) -> Opening:
    """An opening of usual size where it lies clear, else in the middle."""
    width, length, upstand = SIZES[kind]
    words = dict(PLACES)[kind]
    spots = _spots(area)

    def at(spot: Point) -> Opening:
        return Opening(
            id=kind, name=_name(project, words), kind=cast("OpeningKind", kind), area=area.id,
            at=spot, width=width, length=length, upstand=upstand,
        )  # fmt: skip

    for spot in spots:
        try:
            add_opening(project, at(spot))
        except GlacisError:
            continue
        return at(spot)
    return at(spots[0])


def placed_dormer(project: Project, area: RoofArea) -> Dormer:
    """A gable dormer of usual size where it lies clear, else in the middle."""
    spots = _spots(area)

    def at(spot: Point) -> Dormer:
        return Dormer(
            id="dormer", name=_name(project, "Dormer"), area=area.id, at=spot, width=1.8, wall=0.9,
            pitch=max(5.0, area.pitch),
        )  # fmt: skip

    for spot in spots:
        try:
            add_dormer(project, at(spot))
        except GlacisError:
            continue
        return at(spot)
    return at(spots[0])
