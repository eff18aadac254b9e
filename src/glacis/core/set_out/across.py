# SPDX-License-Identifier: GPL-3.0-or-later
"""Tiles across a plane: how many, at which cover, so that whole tiles or halves end at both verges."""

from math import ceil, floor
from typing import Literal

from msgspec import Struct

from glacis.core.set_out.refused import ordered, positive

Bond = Literal["straight", "broken"]
SLACK = 1e-9
"""By definition of rounding."""


class Shunt(Struct, frozen=True):
    """What is free across a plane [m].

    Attributes:
        cover_least: from tile to tile, pushed together.
        cover_most: drawn apart.
        overhang_least: over a verge.
        overhang_most: the same at most.
    """

    cover_least: float
    cover_most: float
    overhang_least: float
    overhang_most: float


class Across(Struct, frozen=True):
    """Tiles in a course.

    Attributes:
        tiles: in every course, halves counted as such [-].
        cover: from tile to tile [m].
        overhang: over each verge [m].
    """

    tiles: float
    cover: float
    overhang: float


def across(width: float, shunt: Shunt, bond: Bond) -> Across | None:
    """The count whose cover comes nearest to the middle of its limits; None where none is possible.

    Args:
        width: of the plane between its verges [m].
        shunt: what is free.
        bond: whole tiles in straight bond, halves as well in broken bond.

    Raises:
        ValueRefused: for limits that are crossed.
    """
    positive("width of the plane", width)
    ordered("cover", positive("cover", shunt.cover_least), shunt.cover_most)
    ordered("overhang at the verge", shunt.overhang_least, shunt.overhang_most)
    step = 1.0 if bond == "straight" else 0.5
    low, high = width + 2 * shunt.overhang_least, width + 2 * shunt.overhang_most
    middle = (shunt.cover_least + shunt.cover_most) / 2
    found = []
    for halves in range(
        ceil(low / shunt.cover_most / step - SLACK), floor(high / shunt.cover_least / step + SLACK) + 1
    ):  # fmt: skip
        tiles = halves * step
        if tiles <= 0:
            continue
        least = max(shunt.cover_least, low / tiles)
        most = min(shunt.cover_most, high / tiles)
        if least <= most + SLACK:
            cover = min(max(middle, least), max(least, most))
            found.append(Across(tiles, cover, (tiles * cover - width) / 2))
    return min(found, key=lambda way: abs(way.cover - middle)) if found else None
