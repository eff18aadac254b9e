# SPDX-License-Identifier: GPL-3.0-or-later
"""Eaves in section: rafter, board, battens, fascia and sprocket, every thickness square and plumb."""

from collections.abc import Iterator
from math import cos, radians, tan

from msgspec import Struct

from glacis.core.model.set_out import EavesSection
from glacis.core.set_out.eaves import Eaves, Slope
from glacis.core.set_out.found import SetOutFound
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import CUT, DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text, spread

LEFT, RIGHT, TOP, BOTTOM = 120.0, 230.0, 30.0, 40.0
"""Room round the section [pt]."""
BEYOND = 0.35
"""How far up the slope is drawn from the wall's inner face [m]; our judgement: enough to read each band."""
T = Quantity.THICKNESS


class Band(Struct, frozen=True):
    """A layer along the slope: its name, lower and upper face square above the rafter [m], fill."""

    name: str
    low: float
    high: float
    fill: str


class Frame(Struct, frozen=True):
    """Metres of the section to points: x outwards is drawn to the left."""

    x0: float
    y0: float
    scale: float

    def at(self, x: float, z: float) -> tuple[float, float]:
        """A place on the drawing."""
        return self.x0 - x * self.scale, self.y0 - z * self.scale


def bands_of(found: SetOutFound) -> tuple[Band, ...]:
    """Bands over the rafters, from inside to outside."""
    stack, stated = found.stack, found.stated
    section = stated.eaves
    rafter = (section.rafter if section is not None else 0.0) or stack.rafter
    counter = stack.counter or stated.counter
    kick = section.kick if section is not None else 0.0
    board, raised = stack.board, stack.board + counter
    bands = [
        Band("rafter", -rafter, 0.0, "tint:timber-end"),
        Band("board", 0.0, board, "tint:board"),
        Band("counter-batten", board, raised, "tint:timber-end"),
        Band("batten", raised, raised + stated.batten, "copper:2"),
    ]
    if kick:
        bands.append(
            Band("covering", raised + stated.batten, raised + stated.batten + kick, "tint:tile")
        )
    return tuple(band for band in bands if band.high - band.low > 1e-6)


def eaves_scene(found: SetOutFound, size: Size, system: System) -> Scene:
    """The section at one scale."""
    cut, section = found.eaves, found.stated.eaves
    width, height = size
    if cut is None or section is None:
        words = Text(width / 2, height / 2, "No eaves section is stated.", 13, "second", "middle")
        return Scene(width, height, (words,))
    pitch = found.plane.pitch
    bands = bands_of(found)
    inside = -(section.wall + BEYOND)
    top = Slope(pitch).at(inside, bands[-1].high)
    low = min(cut.tail_underside - section.below, -0.25) - 0.1
    room = width - LEFT - RIGHT, height - TOP - BOTTOM
    scale = min(room[0] / (section.projection - inside), room[1] / (top - low))
    frame = Frame(LEFT + section.projection * scale, height - BOTTOM + low * scale, scale)
    items: list[Item] = []
    items += _infill(found, frame)
    for band in bands:
        items.append(_along(band, frame, pitch, (inside, section.projection)))
    items += _wall(found, cut, frame, (low, system))
    items += _fascia(found, cut, frame)
    items += _sprocket(found, cut, frame)
    items += _labels(bands, frame, (inside, pitch), system)
    items += _figures(found, cut, frame, system)
    items.append(_scale_words(found, size))
    return Scene(width, height, tuple(items))


def _scale_words(found: SetOutFound, size: Size) -> Text:
    words = f"section square to the eaves, pitch {found.plane.pitch:.1f}°; z from the rafter's top at the wall's face"
    return Text(size[0] / 2, size[1] - 8, words, 12, "second", "middle")


def _along(band: Band, frame: Frame, pitch: float, ends: tuple[float, float]) -> Patch:
    inside, outside = ends
    corners: list[float] = []
    for x, square in (
        (inside, band.low),
        (outside, band.low),
        (outside, band.high),
        (inside, band.high),
    ):
        corners += frame.at(x, Slope(pitch).at(x, square))
    return Patch(tuple(corners), band.fill, "ink", CUT if band.name == "rafter" else FACE)


def _seat(found: SetOutFound, section: EavesSection) -> float:
    """Height of the wall head, into which the birdsmouth is cut [m]."""
    pitch = found.plane.pitch
    rafter = section.rafter or found.stack.rafter
    return Slope(pitch).at(0.0, -rafter) + section.seat * tan(radians(pitch))


def _wall(
    found: SetOutFound, cut: Eaves, frame: Frame, more: tuple[float, System]
) -> Iterator[Item]:
    """The wall head, and what the birdsmouth takes and leaves over it."""
    section = found.stated.eaves
    if section is None:
        return
    low, system = more
    seat_top = _seat(found, section)
    corners: list[float] = []
    for x, z in ((0.0, low), (0.0, seat_top), (-section.wall, seat_top), (-section.wall, low)):
        corners += frame.at(x, z)
    yield Patch(tuple(corners), "tint:board", "ink", CUT)
    x, y = frame.at(-section.wall, (seat_top + low) / 2)
    share = with_unit(cut.birdsmouth_share, Quantity.SHARE, system)
    heel = with_unit(cut.heel_at_plate, T, system)
    yield Text(x + 12, y - 4, f"birdsmouth {share} of the rafter", 12, "ink")
    yield Text(x + 12, y + 12, f"leaves {heel} plumb over the plate", 12, "second")


def _infill(found: SetOutFound, frame: Frame) -> Iterator[Item]:
    """What fills the bays over the wall head, behind the rafter."""
    section, plate = found.stated.eaves, found.plate
    if section is None or plate is None:
        return
    base = _seat(found, section)
    corners: list[float] = []
    for x, z in (
        (0.0, base), (0.0, base + plate.height_out), (-section.wall, base + plate.height_in), (-section.wall, base)
    ):  # fmt: skip
        corners += frame.at(x, z)
    yield Patch(tuple(corners), "tint:fibre", "ink", FACE)


def _fascia(found: SetOutFound, cut: Eaves, frame: Frame) -> Iterator[Item]:
    section = found.stated.eaves
    if section is None:
        return
    high = cut.flat_sprocket.fascia_top if cut.flat_sprocket else cut.fascia_top
    low = cut.tail_underside - section.below
    x, top = frame.at(section.projection, high)
    _, base = frame.at(section.projection, low)
    yield Patch((x, top, x - 5, top, x - 5, base, x, base), "tint:timber-end", "ink", CUT)


def _sprocket(found: SetOutFound, cut: Eaves, frame: Frame) -> Iterator[Item]:
    """The flatter sprocket's upper face with its wedge, or the straight one."""
    section, flat = found.stated.eaves, cut.flat_sprocket
    if section is None or flat is None:
        return
    pitch = found.plane.pitch
    raised = found.stack.board + (found.stack.counter or found.stated.counter)
    head = frame.at(flat.head_x, flat.head_z)
    toe = frame.at(section.projection, flat.toe_z)
    under = frame.at(section.projection, Slope(pitch).at(section.projection, raised))
    yield Patch((*head, *toe, *under), "copper:3", "ink", CUT)


def _labels(
    bands: tuple[Band, ...], frame: Frame, cut: tuple[float, float], system: System
) -> Iterator[Item]:
    """Each band with its thickness square and plumb, in its order."""
    inside, pitch = cut
    places = [
        frame.at(inside, Slope(pitch).at(inside, (band.low + band.high) / 2))
        for band in reversed(bands)
    ]
    ys = spread([y for _, y in places], 17, 20, 1e4)
    for band, (x, y), shown in zip(reversed(bands), places, ys, strict=True):
        square = band.high - band.low
        plumb = square / cos(radians(pitch))
        words = f"{band.name} {with_unit(square, T, system)}, plumb {with_unit(plumb, T, system)}"
        yield Line((x, y, x + 12, shown, x + 18, shown), "second", DIMENSION)
        yield Text(x + 22, shown + 4, words, 12, "ink")


def _figures(found: SetOutFound, cut: Eaves, frame: Frame, system: System) -> Iterator[Item]:
    """Fascia at the left, projection below, heel at the plate."""
    section = found.stated.eaves
    if section is None:
        return
    high = cut.flat_sprocket.fascia_top if cut.flat_sprocket else cut.fascia_top
    low = cut.tail_underside - section.below
    x, top = frame.at(section.projection, high)
    _, base = frame.at(section.projection, low)
    at = x - 22
    yield Line((at, top, at, base), "ink", DIMENSION)
    for y in (top, base):
        yield Line((at - 3, y + 3, at + 3, y - 3), "ink", DIMENSION)
    fascia = high - low
    yield Text(at - 6, (top + base) / 2 - 3, "fascia", 12, "second", "end")
    yield Text(
        at - 6, (top + base) / 2 + 12, with_unit(fascia, T, system), 12, "ink", "end", "semibold"
    )
    yield Text(at - 6, top - 6, f"z {with_unit(high, T, system)}", 12, "second", "end")
    yield Text(at - 6, base + 14, f"z {with_unit(low, T, system)}", 12, "second", "end")
    wall_x, _ = frame.at(0.0, 0.0)
    y = base + 26
    yield Line((x, y, wall_x, y), "ink", DIMENSION)
    for place in (x, wall_x):
        yield Line((place - 3, y + 3, place + 3, y - 3), "ink", DIMENSION)
    yield Text(
        (x + wall_x) / 2, y - 5, with_unit(section.projection, T, system), 12, "ink", "middle"
    )
