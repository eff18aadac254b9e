# SPDX-License-Identifier: GPL-3.0-or-later
"""What drawings of fixings share: the fit of an area, hatched zones, names of zones, a stack of layers."""

from collections.abc import Iterator, Sequence
from math import hypot

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.model.geometry import Point
from glacis.core.wind.suction import WindZone
from glacis.report.hatch import hatched
from glacis.report.plan import Fit
from glacis.report.scene import CUT, FACE, HATCH, Bounds, Item, Line, Patch, Text, box

LABEL = 12.0
TONES = 5
"""Tones of ink from mild to hard."""
HATCHES = (0.0, 18.0, 12.0, 8.0, 5.0)
"""Distance of hatch lines by tone [pt]; none for the mildest; our judgement: told apart in grey."""
Ring = Sequence[Point]


def fit_of(outline: Ring, frame: Bounds) -> Fit:
    """The largest scale at which an area fits into a frame."""
    left, top, right, bottom = frame
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    wide, high = max(max(xs) - min(xs), 0.5), max(max(ys) - min(ys), 0.5)
    room = max(right - left, 50.0), max(bottom - top, 50.0)
    scale = min(room[0] / wide, room[1] / high)
    x = left + (room[0] - wide * scale) / 2 - min(xs) * scale
    y = top + (room[1] + high * scale) / 2 + min(ys) * scale
    return Fit(scale, x, y)


def flat(fit: Fit, ring: Ring) -> tuple[float, ...]:
    """A ring in the drawing, flat x, y pairs."""
    return tuple(value for x, y in ring for value in fit.point(x, y))


def tone_of(zone: WindZone, zones: Sequence[WindZone]) -> int:
    """Tone of a zone among others, 0 for the mildest."""
    least, most = min(each.design for each in zones), max(each.design for each in zones)
    if most - least < 1e-6:
        return 2
    return round((TONES - 1) * (zone.design - least) / (most - least))


def lines_within(rings: Sequence[Sequence[Point]], step: float) -> Iterator[tuple[Point, Point]]:
    """Strokes at 45° within an outline and outside its holes, so far apart [pt]."""
    # Turned so that strokes are level: u along them, v across.
    turned = [[((x + y) / 2**0.5, (y - x) / 2**0.5) for x, y in ring] for ring in rings]
    low, high = (
        min(v for ring in turned for _, v in ring),
        max(v for ring in turned for _, v in ring),
    )
    v = step * (int(low / step) + (0.5 if low >= 0 else -0.5))
    while v < high:
        crossings = sorted(
            a[0] + (v - a[1]) / (b[1] - a[1]) * (b[0] - a[0])
            for ring in turned
            for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)
            if (a[1] <= v) != (b[1] <= v)
        )
        for start, end in zip(crossings[::2], crossings[1::2], strict=False):
            yield tuple(((u - v) / 2**0.5, (u + v) / 2**0.5) for u in (start, end))  # type: ignore[misc]
        v += step


def zone_patches(zones: Sequence[WindZone], fit: Fit) -> Iterator[Item]:
    """Zones in ink and hatch, the hardest the densest."""
    parts = [(zone, rings) for zone in zones for rings in zone.polygons]
    parts.sort(key=lambda part: -_size(part[1][0]))
    for zone, rings in parts:
        yield Patch(flat(fit, rings[0]), f"tone:{tone_of(zone, zones)}", "second", HATCH)
    for zone, rings in parts:
        step = HATCHES[tone_of(zone, zones)]
        if step:
            drawn = [[fit.point(x, y) for x, y in ring] for ring in rings]
            for (ax, ay), (bx, by) in lines_within(drawn, step):
                yield Line((ax, ay, bx, by), "hatch", HATCH)


def _size(ring: Ring) -> float:
    return (
        abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)))
        / 2
    )


def middle_of(rings: Sequence[Ring]) -> tuple[Point, float]:
    """The place of a shape farthest from its edges, and how far it is from them [m]."""
    from shapely import Point as Spot
    from shapely import Polygon
    from shapely.ops import polylabel

    shape = Polygon(rings[0], rings[1:])
    try:
        point = polylabel(shape, tolerance=max(0.02, shape.area**0.5 / 50))
    except Exception:  # noqa: BLE001 - a shape too thin to have a middle still has a point
        point = shape.representative_point()
    reach = shape.boundary.distance(Spot(point.x, point.y))
    return (float(point.x), float(point.y)), float(reach)


def spot_of(zone: WindZone) -> Point:
    """Where the name of a zone stands: within the largest of its parts [m]."""
    return middle_of(max(zone.polygons, key=lambda part: _size(part[0])))[0]


class Drawn(Struct, frozen=True):
    """A layer of a stack in a drawing: its number, top and bottom [pt]."""

    number: int
    top: float
    bottom: float


LEAST = 9.0
"""Height at least of a layer in a stack [pt]; thinner ones are drawn thicker than they are."""


def stack_of(layers: Sequence[LayerData], first: int, frame: Bounds) -> tuple[Drawn, ...]:
    """Layers from ``first`` outward, outside on top, as near to scale as a least height lets."""
    shown = list(range(first, len(layers)))
    room = frame[3] - frame[1]
    total = sum(layers[k].thickness for k in shown) or 1.0
    free = max(0.0, room - LEAST * len(shown))
    found, y = [], frame[1]
    for k in reversed(shown):
        high = LEAST + free * layers[k].thickness / total
        found.append(Drawn(k, y, y + high))
        y += high
    return tuple(found)


def stack_patches(
    layers: Sequence[LayerData], drawn: Sequence[Drawn], left: float, right: float
) -> Iterator[Item]:
    """A stack in hatch and tint."""
    for band in drawn:
        layer = layers[band.number]
        if layer.kind == "membrane":
            yield Patch(box(left, band.top, right, band.bottom), "bench")
            middle = (band.top + band.bottom) / 2
            yield Line((left, middle, right, middle), "ink", 3.0)
        else:
            yield from hatched(layer.hatch, (left, band.top, right, band.bottom))
        yield Line((left, band.top, right, band.top), "ink", FACE)
    if drawn:
        yield Line((left, drawn[-1].bottom, right, drawn[-1].bottom), "ink", FACE)


def screw(x: float, top: float, bottom: float, ink: str, plate: float = 9.0) -> Iterator[Item]:
    """A fixing from its plate to its tip."""
    yield Line((x - plate, top, x + plate, top), ink, 3.0)
    yield Line((x, top, x, bottom), ink, CUT)
    y = (top + bottom) / 2
    while y < bottom - 4:
        yield Line((x - 3, y + 2, x + 3, y - 1), ink, FACE)
        y += 5
    yield Line((x - 2.5, bottom - 5, x, bottom, x + 2.5, bottom - 5), ink, FACE)


def dimension(a: Point, b: Point, words: str, off: float) -> Iterator[Item]:
    """A dimension between two points of a drawing, ``off`` to the left of the way from one to the other [pt]."""
    size = hypot(b[0] - a[0], b[1] - a[1])
    if size < 1:
        return
    nx, ny = (b[1] - a[1]) / size, -(b[0] - a[0]) / size
    p, q = (a[0] + nx * off, a[1] + ny * off), (b[0] + nx * off, b[1] + ny * off)
    yield Line((*p, *q), "second", HATCH)
    for x, y in (p, q):
        yield Line((x - 3, y + 3, x + 3, y - 3), "second", FACE)
    x, y = (p[0] + q[0]) / 2, (p[1] + q[1]) / 2
    upright = abs(b[0] - a[0]) < abs(b[1] - a[1])
    if upright:
        yield Text(
            x + (6 if nx >= 0 else -6), y + 4, words, LABEL, "second", "start" if nx >= 0 else "end"
        )
    else:
        yield Text(x, y + (-5 if ny <= 0 else 14), words, LABEL, "second", "middle")
