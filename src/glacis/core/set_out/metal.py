# SPDX-License-Identifier: GPL-3.0-or-later
"""Metal sheets: strips across, lengths to order, movement, and coils that no sheet spans two of."""

from collections.abc import Sequence
from math import ceil, pi

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.laying import shape_of
from glacis.core.set_out.plane import RoofPlane
from glacis.core.set_out.refused import MOST_LINES, bounded, positive

LEAST_RIP = 0.15
"""A last strip narrower than this becomes two equal rips [m]; our judgement: narrower cannot be folded or held."""
SLACK = 1e-9
"""By definition of rounding."""


def strip_edges(width: float, cover: float) -> tuple[float, ...]:
    """Edges of the strips from the datum [m]: full covers, then the rip; two equal rips where it is narrow.

    >>> strip_edges(2.1, 0.5)
    (0.0, 0.5, 1.0, 1.5, 1.8, 2.1)
    """
    positive("cover of a sheet", cover)
    positive("width of the plane", width)
    bounded("strips", width / cover, MOST_LINES)
    count = max(1, ceil(width / cover - SLACK))
    last = width - (count - 1) * cover
    edges = [round(k * cover, 9) for k in range(count)] + [round(width, 9)]
    if count > 1 and last < LEAST_RIP - SLACK:
        edges[-2] = round(width - (cover + last) / 2, 9)
    return tuple(edges)


class MetalSheet(Struct, frozen=True):
    """How sheets are ordered [m].

    Attributes:
        cover: across.
        eaves: beyond the datum.
        ridge: that they stop short of the top.
        step: of lengths that can be ordered; 0 for any.
        transport: length at most; 0 for any.
        end_lap: where two lie in line.
    """

    cover: float
    eaves: float = 0.0
    ridge: float = 0.0
    step: float = 0.0
    transport: float = 0.0
    end_lap: float = 0.2


class Strip(Struct, frozen=True):
    """A strip of sheets up the slope [m].

    Attributes:
        left: edge.
        right: edge.
        low: lowest place of it in the plane.
        high: highest.
        length: of each sheet in it, as ordered.
        pieces: sheets in line.
        rip: whether it is narrower than the cover.
        skew: whether its ends are cut on the skew.
    """

    left: float
    right: float
    low: float
    high: float
    length: float
    pieces: int
    rip: bool
    skew: bool


def ordered_length(length: float, sheet: MetalSheet) -> tuple[float, int]:
    """Length of a sheet as ordered [m], and how many lie in line where transport bears no more.

    >>> ordered_length(12.31, MetalSheet(0.5, step=0.1, transport=8.0, end_lap=0.2))
    (6.3, 2)
    """
    positive("length of a sheet", length)
    count = 1
    if sheet.transport and length > sheet.transport + SLACK:
        if sheet.end_lap >= sheet.transport:
            raise ValueRefused(
                "end lap",
                f"{sheet.end_lap:g} m",
                f"less than what is carried, {sheet.transport:g} m",
            )
        count = ceil((length - sheet.end_lap) / (sheet.transport - sheet.end_lap) - SLACK)
    each = (length + (count - 1) * sheet.end_lap) / count
    if sheet.step:
        each = round(ceil(each / sheet.step - 1e-6) * sheet.step, 6)
    return each, count


def strips_over(plane: RoofPlane, sheet: MetalSheet) -> tuple[Strip, ...]:
    """Strips over a plane from its datum: each as long as its longest line, with eaves and ridge.

    What a window cuts through wholly is two strips in one line.
    """
    import shapely

    shape = shape_of(plane)
    left, _, right, top = shape.bounds
    found = []
    for west, east in _pairs(left, right, sheet.cover):
        band = shapely.intersection(shape, shapely.box(west, -1.0, east, top + 1.0))
        for part in shapely.get_parts(band):
            if part.area < 1e-7:
                continue
            _, low, _, high = part.bounds
            at_eaves = sheet.eaves if low < 1e-6 else 0.0
            at_ridge = sheet.ridge if high > top - 1e-6 else 0.0
            each, count = ordered_length(max(high - low + at_eaves - at_ridge, 0.01), sheet)
            skew = part.area < (east - west) * (high - low) - 1e-6
            rip = east - west < sheet.cover - 1e-6
            found.append(Strip(west, east, low, high, each, count, rip, skew))
    return tuple(found)


def _pairs(left: float, right: float, cover: float) -> list[tuple[float, float]]:
    """Left and right edges of the strips of a plane that may begin left of its datum [m]."""
    edges = list(strip_edges(right, cover)) if right > 0 else []
    if left < -SLACK:
        edges = [-edge for edge in strip_edges(-left, cover)[:0:-1]] + edges
    return list(zip(edges, edges[1:], strict=False))


class Coil(Struct, frozen=True):
    """Sheet on a coil.

    Attributes:
        mass: [kg].
        density: [kg/m³].
        thickness: [m].
        width: [m].
        outer: diameter [m]; 0 where it is not known.
        bore: diameter of its bore [m].
        setup: lost at its beginning [m].
    """

    mass: float
    density: float
    thickness: float
    width: float
    outer: float = 0.0
    bore: float = 0.0
    setup: float = 0.0


def coil_length(coil: Coil) -> float:
    """Length of sheet on a coil [m]: mass/(ρ t w); of its diameters where its mass is not known.

    Raises:
        ValueRefused: where neither mass nor diameters are known.
    """
    positive("thickness of the sheet", coil.thickness)
    positive("width of the coil", coil.width)
    if coil.mass > 0:
        return coil.mass / (positive("density", coil.density) * coil.thickness * coil.width)
    if coil.outer > coil.bore >= 0:
        return by_diameters(coil)
    raise ValueRefused("coil", "neither mass nor diameters", "its mass, or its diameter and bore")


def by_diameters(coil: Coil) -> float:
    """Length of a tight coil by its diameters [m]: (D² - d²) π/(4 t)."""
    return (coil.outer**2 - coil.bore**2) * pi / (4 * coil.thickness)


class Shared(Struct, frozen=True):
    """Sheets shared out over coils.

    Attributes:
        coils: lengths of the sheets from each [m].
        left: what each leaves [m].
        unplaced: sheets longer than a coil [m].
    """

    coils: tuple[tuple[float, ...], ...]
    left: tuple[float, ...]
    unplaced: tuple[float, ...]


def share_out(lengths: Sequence[float], coils: Sequence[float], setup: float = 0.0) -> Shared:
    """Sheets from coils, longest first, each from the first coil that still holds it.

    Args:
        lengths: of sheets [m].
        coils: lengths of the coils at hand [m]; with one alone, as many like it as are needed.
        setup: lost at the beginning of each coil [m].
    """
    used: list[list[float]] = []
    free: list[float] = []
    unplaced = []
    more = list(coils[1:]) if len(coils) > 1 else None
    for length in sorted(lengths, reverse=True):
        for number, room in enumerate(free):
            if room >= length - SLACK:
                used[number].append(length)
                free[number] = room - length
                break
        else:
            opened = _open(length, (coils[0], more), len(used), setup)
            if opened is None:
                unplaced.append(length)
                continue
            for room in opened:
                used.append([])
                free.append(room)
            used[-1].append(length)
            free[-1] -= length
    return Shared(tuple(map(tuple, used)), tuple(free), tuple(unplaced))


def _open(
    length: float, at_hand: tuple[float, list[float] | None], begun: int, setup: float
) -> list[float] | None:
    """What the coils that have to be opened for a sheet hold; None where none holds it."""
    first, more = at_hand
    if more is None:
        return [first - setup] if first - setup >= length - SLACK else None
    stock = [first, *more][begun:]
    opened = []
    for coil in stock:
        opened.append(coil - setup)
        if coil - setup >= length - SLACK:
            return opened
    return None


def movement(length: float, expansion: float, range_of: float) -> float:
    """How much a sheet grows from its coldest to its hottest [m]: α L ΔT.

    Args:
        length: from its fixed point [m].
        expansion: α [1/K].
        range_of: temperatures [K].
    """
    return expansion * length * range_of
