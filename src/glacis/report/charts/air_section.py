# SPDX-License-Identifier: GPL-3.0-or-later
"""A bay in long section up the slope: its way, its vents, which way the air goes, how warm, and what drives it."""

from collections.abc import Iterator
from math import cos, radians, sin

from msgspec import Struct

from glacis.core.air.channel import BayFlow, SegmentState
from glacis.core.air.layout import BayPiece
from glacis.core.units.format import number, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.axes import Plot, level_line, ticks
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
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
    spread,
)

GAP = 26.0
"""The deepest gap is drawn so deep [pt], whatever its depth: the section says so."""
PITCH_GRIP = 12.0
"""How far beyond the high end the pitch is taken hold of [pt]."""
BOTH_ENDS = 110.0
"""Width from which both ends of the bay are named under its temperatures [pt]."""
LABEL = 12.0
LEFT_SHARE, RIGHT = 0.40, 168.0
"""Share of the width that the section takes, and width of the budget of pressures [pt]."""


class SectionView(Struct, frozen=True):
    """What is drawn of a bay.

    Attributes:
        piece: the bay.
        name: its number from the left.
        flow: in the state that is looked at.
        lengths: of its segments along the air [m].
        depths: of their gaps [m].
        pitches: of the planes they lie on [°].
        gaps: which of them can be changed here, and their numbers in the plane's list.
        pitch: of the plane [°].
        outside: of the air [°C].
        narrow: the narrowest place [m²/m], and where.
        drying: the most that air takes off a wet upper face [kg/(s·m²)]; negative where it wets it.
        state: its name.
        system: units of the reader.
    """

    piece: BayPiece
    name: str
    flow: BayFlow
    lengths: tuple[float, ...]
    depths: tuple[float, ...]
    pitches: tuple[float, ...]
    gaps: dict[int, int]
    pitch: float
    outside: float
    narrow: tuple[float, str]
    drying: float
    state: str
    system: System


def air_section_scene(view: SectionView, size: Size) -> Scene:
    """Section, temperatures along it, and the budget of pressures."""
    width, height = size
    split = width * LEFT_SHARE
    items, hot = _section(view, (split, height))
    plot_right = width - RIGHT
    items += list(_temperatures(view, (split + 44, 30.0, plot_right - 86, height - 24)))
    items += list(_budget(view, (plot_right + 8, 30.0, width - 10, height - 10)))
    return Scene(width, height, tuple(items), tuple(hot))


def _section(view: SectionView, size: Size) -> tuple[list[Item], list[Hot]]:
    """The way of the air at its true pitch, its gap drawn deeper than it is."""
    width, height = size
    slopes = [radians(pitch) for pitch in view.pitches]
    parts = list(zip(view.lengths, slopes, strict=True))
    run = max(1e-6, sum(length * cos(slope) for length, slope in parts))
    rise = sum(length * sin(slope) for length, slope in parts)
    scale = min((width - 160) / run, (height - 84) / max(rise, 1e-6))
    x, y = 44.0, height - 34.0
    deepest = max(view.depths)
    items: list[Item] = [
        Text(
            8,
            18,
            f"Bay {view.name}, {view.state.lower()}",
            LABEL,
            "ink",
            face="semibold",
        )
    ]
    items.append(Text(8, height - 6, "gap drawn deeper than it is", LABEL, "second"))
    hot: list[Hot] = []
    spots = []
    for index, ((length, slope), depth) in enumerate(zip(parts, view.depths, strict=True)):
        ux, uy = cos(slope), -sin(slope)
        nx, ny = uy, -ux
        ex, ey = x + ux * length * scale, y + uy * length * scale
        deep = max(5.0, GAP * depth / deepest)
        lower = (x, y, ex, ey)
        upper = (x + nx * deep, y + ny * deep, ex + nx * deep, ey + ny * deep)
        items.append(Patch((*lower, upper[2], upper[3], upper[0], upper[1]), "wash"))
        items.append(Line(upper, "ink", CUT))
        items.append(Line(lower, "ink", FACE))
        middle = (x + ex) / 2, (y + ey) / 2
        spots.append(Spot(middle, deep, (ux, uy)))
        if index in view.gaps:
            hot.append(_gap_hot(view.gaps[index], lower, depth, view.system))
        x, y = ex, ey
    first = spots[0].along
    items += list(_ends(view, (44.0, height - 34.0), (x, y), ((first[1], -first[0]), (nx, ny))))
    items += list(_stream(view, spots))
    hot += _vent_hots((44.0, height - 34.0), (x, y))
    px, py = x + ux * PITCH_GRIP, y + uy * PITCH_GRIP
    items.append(Patch(box(px - 4, py - 4, px + 4, py + 4), "bench", "accent", CUT))
    hint = f"pitch {with_unit(view.pitch, Quantity.ANGLE, view.system)}: drag up or down"
    hot.append(Hot("pitch", "", (px - 9, py - 9, px + 9, py + 9), hint))
    return items, hot


def _gap_hot(index: int, lower: tuple[float, ...], depth: float, system: System) -> Hot:
    x0, y0, x1, y1 = lower
    corners = (x0, y0 - 5, x1, y1 - 5, x1, y1 + 7, x0, y0 + 7)
    hint = f"gap {with_unit(depth, Quantity.THICKNESS, system)}: drag to deepen or narrow it"
    return Hot("gap", str(index), (x0, min(y0, y1) - 6, x1, max(y0, y1) + 8), hint, corners)


def _vent_hots(low: tuple[float, float], high: tuple[float, float]) -> list[Hot]:
    found = []
    for name, (x, y) in (("low", low), ("high", high)):
        spot = (x - 14, y - 34, x + 14, y + 8)
        found.append(Hot("mouth", name, spot, f"{name} vent: drag up or down to open or narrow it"))
    return found


def _ends(
    view: SectionView,
    low: tuple[float, float],
    high: tuple[float, float],
    squares: tuple[tuple[float, float], tuple[float, float]],
) -> Iterator[Item]:
    """Both vents with what they let through, shut ones as a solid bar square to the slope there."""
    piece = view.piece
    ends = ((piece.low, low, -36.0, 16.0), (piece.high, high, 26.0, 8.0))
    for (end, (x, y), aside, drop), across in zip(ends, squares, strict=True):
        tip = x + across[0] * GAP, y + across[1] * GAP
        if end.open:
            yield Line((x, y, *tip), "accent", 3.0, "dot")
        else:
            yield Line((x, y, *tip), "stop", 4.0)
        words = end.kind or "opening"
        shown = with_unit(end.net, Quantity.VENT_AREA, view.system) if end.open else "shut"
        yield Text(max(8.0, x + aside), y + drop, f"{words}: {shown}", LABEL, "ink")


class Spot(Struct, frozen=True):
    """The middle of a drawn segment, how deep its gap is drawn [pt], and its direction upwards."""

    middle: tuple[float, float]
    deep: float
    along: tuple[float, float]


def _stream(view: SectionView, spots: list[Spot]) -> Iterator[Item]:
    """An arrow in each segment the way its air goes, with its speed; a word where none goes."""
    mass = view.flow.mass
    way = 1.0 if mass > 0 else -1.0
    for spot, state, length in zip(spots, view.flow.segments, view.lengths, strict=True):
        (x, y), (ux, uy) = spot.middle, spot.along
        mx, my = x + uy * spot.deep / 2, y - ux * spot.deep / 2
        if mass == 0:
            if length == max(view.lengths):
                yield Text(x + 14, y + 20, "no air passes", LABEL, "stop")
            continue
        dx, dy = ux * 16 * way, uy * 16 * way
        yield arrow((mx - dx, my - dy), (mx + dx, my + dy), "ink", CUT)
        if length == max(view.lengths):
            yield from _speed(view, state, (x, y))


def _speed(view: SectionView, state: SegmentState, at: tuple[float, float]) -> Iterator[Item]:
    flow = with_unit(view.flow.volume, Quantity.AIR_FLOW, view.system)
    speed = with_unit(state.speed, Quantity.SPEED, view.system)
    yield Text(at[0] + 16, at[1] + 22, f"{flow}, {speed}", LABEL, "ink")


def _temperatures(view: SectionView, area: tuple[float, float, float, float]) -> Iterator[Item]:
    """Upper face, air and lower face from the low end to the high one."""
    left, top, right, bottom = area
    cells = view.flow.cells
    values = [view.outside]
    for cell in cells:
        values += [cell.t_low, cell.t_high, cell.t_top, cell.t_bottom]
    low, high = min(values), max(values)
    room = max(1.0, (high - low) * 0.08)
    plot = Plot(left, top, right, bottom, low - room, high + room)
    whole = cells[-1].end

    def x(at: float) -> float:
        return left + at / whole * (right - left)

    unit = Quantity.TEMPERATURE.unit(view.system).symbol
    yield Text(
        left - 36, top - 12, f"Temperature along the bay, {unit}", LABEL, "ink", face="semibold"
    )
    for value in ticks(plot.low, plot.high):
        yield level_line(plot, value)
        yield Text(
            left - 6,
            plot.y(value) + 4,
            number(value, Quantity.TEMPERATURE, view.system),
            LABEL,
            "second",
            "end",
        )
    middle = [(cell.start + cell.end) / 2 for cell in cells]
    lines = (
        ("upper face", "warm", [(x(m), plot.y(c.t_top)) for m, c in zip(middle, cells, strict=True)]),
        ("air", "accent", [(x(p), plot.y(t)) for c in cells for p, t in ((c.start, c.t_low), (c.end, c.t_high))]),
        ("lower face", "ink", [(x(m), plot.y(c.t_bottom)) for m, c in zip(middle, cells, strict=True)]),
    )  # fmt: skip
    for _, ink, points in lines:
        flat = tuple(value for point in points for value in point)
        if len(points) == 1:
            flat = (left, points[0][1], right, points[0][1])
        yield Line(flat, ink, CUT)
    ends = [points[-1][1] for _, _, points in lines]
    ends.append(plot.y(view.outside))
    order = sorted(range(4), key=lambda k: ends[k])
    places = spread([ends[k] for k in order], 14.0, top, bottom)
    named = (*((name, ink) for name, ink, _ in lines), ("outside", "second"))
    for k, y in zip(order, places, strict=True):
        name, ink = named[k]
        yield Text(right + 6, y + 4, name, LABEL, ink)
    yield Line((left, ends[3], right, ends[3]), "second", DIMENSION, "dash")
    if right - left > BOTH_ENDS:
        yield Text(left, bottom + 16, "low end", LABEL, "second")
        yield Text(right, bottom + 16, "high end", LABEL, "second", "end")


def _budget(view: SectionView, area: tuple[float, float, float, float]) -> Iterator[Item]:
    """What drives the air beside what it costs, in pascals."""
    left, top, right, bottom = area
    flow = view.flow
    unit = Quantity.AIR_PRESSURE.unit(view.system).symbol
    yield Text(left, top - 12, f"Pressure, {unit}", LABEL, "ink", face="semibold")
    way = 1.0 if flow.mass >= 0 else -1.0
    parts = [("buoyancy", way * flow.buoyancy), ("wind", way * flow.wind)]
    costs = [("at entry", flow.inlet), ("along the way", flow.friction), ("at exit", flow.outlet)]
    if flow.mass == 0:
        yield Text(left, top + 14, "nothing drives it", LABEL, "second")
        return
    most = max(sum(v for _, v in costs), sum(max(0.0, v) for _, v in parts), 1e-9)
    y = top + 6
    names = 84.0
    row = min(18.0, (bottom - top - 30) / 5)
    for name, value in parts + costs:
        drives = name in ("buoyancy", "wind")
        size = abs(value) / most * (right - left - names - 44)
        narrow = (name == "at entry" and view.narrow[1] == "low vent") or (
            name == "at exit" and view.narrow[1] == "high vent"
        )
        yield Text(
            left, y + 10, shorten(name, names - 4, LABEL), LABEL, "ink" if drives else "second"
        )
        yield Patch(
            box(left + names, y + 2, left + names + size, y + 11), "accent" if drives else "hatch"
        )
        yield Text(
            left + names + size + 5,
            y + 10,
            number(value, Quantity.AIR_PRESSURE, view.system),
            LABEL,
            "stop" if narrow else "ink",
        )
        y += row
    word = "could dry" if view.drying >= 0 else "wets by"
    told = with_unit(abs(view.drying), Quantity.FLOW, view.system)
    yield Text(left, y + 28, shorten(f"{word} {told}", right - left, LABEL), LABEL, "second")
    where = view.narrow[1]
    yield Text(left, y + 12, shorten(f"narrowest: {where}", right - left, LABEL), LABEL, "second")


def depth_per_point(view: SectionView) -> float:
    """How much a gap deepens for each point that its face is dragged down [m]."""
    return max(view.depths) / GAP
