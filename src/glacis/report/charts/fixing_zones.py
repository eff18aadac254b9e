# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind on an area in plan: zones in ink and hatch with widths and suctions, parapets along its edges."""

from collections.abc import Iterator
from math import cos, hypot, radians, sin

from msgspec import Struct

from glacis.core.fixings.walls import Wall
from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Point
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.core.wind.loads import AreaWind
from glacis.core.wind.suction import WindZone
from glacis.report.charts.fixing_marks import (
    LABEL,
    dimension,
    fit_of,
    flat,
    middle_of,
    spot_of,
    tone_of,
    zone_patches,
)
from glacis.report.plan import Fit, scale_bar
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Bounds,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    arrow,
    box,
    shorten,
    text_width,
)

SIDE = 262.0
"""Width of the list of zones [pt]."""
MARGIN = 62.0
ROW = 22.0
T, LOAD = Quantity.LENGTH, Quantity.LOAD


class ZonesView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        area: the roof area.
        wind: on it.
        walls: its free edges.
        asce: whether zones are those of ASCE 7.
        system: units of the reader.
        held: number of the zone in the hand; -1 for none.
        edge: id of the edge in the hand.
        parapets: whether parapets count here: on flat roofs.
    """

    area: RoofArea
    wind: AreaWind
    walls: tuple[Wall, ...]
    asce: bool
    system: System
    held: int = -1
    edge: str = ""
    parapets: bool = True


def frame_of(size: Size) -> Bounds:
    """Where the plan stands."""
    return MARGIN, 40.0, max(size[0] - SIDE - 98.0, MARGIN + 50), max(size[1] - 44.0, 90.0)


def zones_fit(view: ZonesView, size: Size) -> Fit:
    """How metres of the plan map to the drawing."""
    return fit_of(view.area.outline, frame_of(size))


def zones_scene(view: ZonesView, size: Size) -> Scene:
    """The whole drawing."""
    fit = zones_fit(view, size)
    zones = view.wind.zones
    items: list[Item] = [*zone_patches(zones, fit)]
    items.append(Patch(flat(fit, view.area.outline), "", "ink", CUT))
    for hole in view.area.holes:
        items.append(Patch(flat(fit, hole.outline), "kerb", "ink", FACE))
    items += _held(view, fit)
    items += _widths(view, fit)
    marks, hot = _walls(view, fit)
    items += marks
    items += _names(view, fit)
    rows, touched = _list(view, size)
    items += rows
    items += _north()
    items += scale_bar(fit, size, view.system)
    return Scene(size[0], size[1], tuple(items), (*_touch(view, fit), *touched, *hot))


def _held(view: ZonesView, fit: Fit) -> Iterator[Item]:
    """The zone in the hand, and the wind that governs it."""
    if not 0 <= view.held < len(view.wind.zones):
        return
    zone = view.wind.zones[view.held]
    for rings in zone.polygons:
        yield Patch(flat(fit, rings[0]), "", "accent", 2.4)
    if view.asce or not zone.reach:
        return
    x, y = fit.point(*spot_of(zone))
    east, south = sin(radians(zone.wind_from)), -cos(radians(zone.wind_from))
    yield arrow((x + 62 * east, y + 62 * south), (x + 20 * east, y + 20 * south), "accent", CUT)


def _names(view: ZonesView, fit: Fit) -> Iterator[Item]:
    """The letter of a zone on each of its parts that has room for it."""
    for zone in view.wind.zones:
        words = zone.name.split()[0]
        half = text_width(words, 13) / 2 + 3
        for rings in zone.polygons:
            (x, y), reach = middle_of(rings)
            if reach * fit.scale < 6:
                continue
            x, y = fit.point(x, y)
            yield Patch(box(x - half, y - 8, x + half, y + 8), "bench")
            yield Text(x, y + 5, words, 13, "ink", "middle", "semibold")


def _widths(view: ZonesView, fit: Fit) -> Iterator[Item]:
    """Widths of strips along the longest free edge, where the corner zone sets them."""
    zones = view.wind.zones
    if not zones or not zones[0].reach or not view.walls:
        return
    reach = zones[0].reach
    wall = max(
        view.walls, key=lambda each: hypot(each.end[0] - each.start[0], each.end[1] - each.start[1])
    )
    (ax, ay), (bx, by) = wall.start, wall.end
    size = hypot(bx - ax, by - ay)
    ux, uy = (bx - ax) / size, (by - ay) / size
    along, deep = (reach, reach) if view.asce else (reach / 4, reach / 10)
    a = fit.point(ax, ay)
    if not view.asce and along < size:
        b = fit.point(ax + ux * along, ay + uy * along)
        yield from dimension(b, a, with_unit(along, T, view.system), 20.0)
    c = fit.point(bx, by)
    d = fit.point(bx - uy * deep, by + ux * deep)
    yield from dimension(d, c, with_unit(deep, T, view.system), 20.0)


def _walls(view: ZonesView, fit: Fit) -> tuple[list[Item], list[Hot]]:
    """Edges as thick as their parapets are high, each to be dragged."""
    items: list[Item] = []
    hot: list[Hot] = []
    for wall in view.walls if view.parapets else ():
        a, b = fit.point(*wall.start), fit.point(*wall.end)
        size = hypot(b[0] - a[0], b[1] - a[1])
        if size < 24:
            continue
        mine = wall.edge == view.edge
        ink = "accent" if mine else "ink"
        if wall.height > 0:
            items.append(Line((*a, *b), ink, min(9.0, 2.0 + 6.0 * wall.height)))
        elif mine:
            items.append(Line((*a, *b), ink, 2.6))
        x, y = (a[0] + b[0]) / 2, (a[1] + b[1]) / 2
        items.append(
            Patch(box(x - 5, y - 5, x + 5, y + 5), "bench", "accent", CUT if mine else FACE)
        )
        words = with_unit(wall.height, Quantity.THICKNESS, view.system)
        nx, ny = -(b[1] - a[1]) / size, (b[0] - a[0]) / size
        if mine or wall.stated or (wall.height > 0 and size > 120):
            items += _outside(x, y, (nx, ny), f"parapet {words}", ink)
        zone = (min(a[0], b[0]) - 7, min(a[1], b[1]) - 7, max(a[0], b[0]) + 7, max(a[1], b[1]) + 7)
        px, py = nx * 7, ny * 7
        band = (
            a[0] + px,
            a[1] + py,
            b[0] + px,
            b[1] + py,
            b[0] - px,
            b[1] - py,
            a[0] - px,
            a[1] - py,
        )
        hint = f"Parapet {words} over the roof\nDrag up or down to raise or lower it"
        hot.append(Hot("parapet", wall.edge, zone, hint, band))
    return items, hot


def _outside(x: float, y: float, normal: Point, words: str, ink: str) -> Iterator[Item]:
    """Words beside an edge on its outer side; the normal points outwards in the drawing."""
    nx, ny = normal
    if abs(nx) > abs(ny):
        yield Text(
            x + (12 if nx > 0 else -12), y - 9, words, LABEL, ink, "start" if nx > 0 else "end"
        )
        return
    yield Text(x, y + (20 if ny > 0 else -12), words, LABEL, ink, "middle")


def wind_words(zone: WindZone, asce: bool) -> str:
    """Which wind governs a zone, in a few words."""
    if asce or not zone.reach:
        return ""
    names = (
        "north",
        "north-east",
        "east",
        "south-east",
        "south",
        "south-west",
        "west",
        "north-west",
    )
    return f"wind from {names[round(zone.wind_from / 45) % 8]}"


COMPASS = ("N", "NE", "E", "SE", "S", "SW", "W", "NW")


def _named(zone: WindZone, asce: bool) -> str:
    """A zone and where its wind comes from, in a few letters."""
    if asce or not zone.reach:
        return zone.name
    return f"{zone.name}, {COMPASS[round(zone.wind_from / 45) % 8]}"


def _list(view: ZonesView, size: Size) -> tuple[list[Item], list[Hot]]:
    """Zones by name: coefficient, suction, area."""
    left, right = size[0] - SIDE + 6, size[0] - 10
    symbol = "GC_p" if view.asce else "c_pe"
    units = LOAD.unit(view.system).symbol
    items: list[Item] = [
        Text(left, 22, "zone", LABEL, "second"), Text(left + 118, 22, symbol, LABEL, "second", "end"),
        Text(left + 186, 22, f"w_d {units}", LABEL, "second", "end"), Text(right, 22, "area", LABEL, "second", "end"),
        Line((left, 29, right, 29), "second", DIMENSION),
    ]  # fmt: skip
    hot = []
    fits = max(1, int((size[1] - 90) / ROW))
    for k, zone in enumerate(view.wind.zones[:fits]):
        y = 30 + ROW * k
        if k == view.held:
            items.append(Patch(box(left - 4, y, right + 2, y + ROW), "wash"))
        items.append(
            Patch(
                box(left, y + 5, left + 14, y + 17),
                f"tone:{tone_of(zone, view.wind.zones)}",
                "second",
                FACE,
            )
        )
        external = plain(zone.external, 2) if zone.rows else "stated"
        value = with_unit(zone.design, LOAD, view.system).replace(units, "").strip()
        items += [
            Text(left + 20, y + 15, shorten(_named(zone, view.asce), 62, LABEL), LABEL, "ink", "start", "semibold"),
            Text(left + 118, y + 15, external, LABEL, "mind" if zone.open else "ink", "end"),
            Text(left + 186, y + 15, value, LABEL, "ink", "end", "semibold"),
            Text(right, y + 15, with_unit(zone.true_area, Quantity.AREA, view.system), LABEL, "second", "end"),
        ]  # fmt: skip
        unsure = "\nrows unconfirmed: " + ", ".join(zone.open) if zone.open else ""
        words = wind_words(zone, view.asce)
        below = plain(zone.under, 2)
        hint = f"Zone {zone.name}, {words or 'all winds'}; {below} from below{unsure}"
        hot.append(Hot("zone", str(k), (left - 4, y, right + 2, y + ROW), hint))
    y = 30 + ROW * min(fits, len(view.wind.zones)) + 18
    for words, ink in _told(view):
        items.append(Text(left, y, shorten(words, right - left, LABEL), LABEL, ink))
        y += 17
    return items, hot


def _told(view: ZonesView) -> Iterator[tuple[str, str]]:
    wind, system = view.wind, view.system
    if not wind.zones:
        return
    height = with_unit(wind.height, T, system)
    if wind.peak is not None:
        pressure = with_unit(wind.peak.pressure, LOAD, system)
        yield f"{'q_h' if view.asce else 'q_p'} {pressure} at {height}", "second"
    if not view.asce and wind.zones[0].reach:
        yield f"e {with_unit(wind.zones[0].reach, T, system)} at the hardest zone", "second"
    if wind.open_rows:
        yield "coefficients unconfirmed", "mind"


def _north() -> Iterator[Item]:
    x, y = 22.0, 18.0
    yield arrow((x, y + 18), (x, y), "second", FACE)
    yield Text(x, y + 31, "N", LABEL, "second", "middle")


def _touch(view: ZonesView, fit: Fit) -> Iterator[Hot]:
    """Zones answer where they lie, the smallest over the others."""
    found = []
    for k, zone in enumerate(view.wind.zones):
        words = f"Zone {zone.name}: {with_unit(zone.design, LOAD, view.system)}"
        for rings in zone.polygons:
            outline = flat(fit, rings[0])
            xs, ys = outline[::2], outline[1::2]
            found.append(Hot("zone", str(k), (min(xs), min(ys), max(xs), max(ys)), words, outline))
    yield from sorted(
        found, key=lambda each: -(each.box[2] - each.box[0]) * (each.box[3] - each.box[1])
    )
