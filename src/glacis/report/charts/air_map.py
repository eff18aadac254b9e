# SPDX-License-Identifier: GPL-3.0-or-later
"""The bays of an area on its plan: which of them breathe, by hatch and by word."""

from collections.abc import Callable, Iterator, Sequence
from itertools import groupby
from math import hypot

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.bays import Status
from glacis.core.air.found import STATUS_WORDS, Aired
from glacis.core.air.layout import EdgeVents
from glacis.core.air.tables import Tables
from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Point
from glacis.core.shape.upslope import plan_frame
from glacis.core.units.format import number, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.falls_column import SIDE, column
from glacis.report.charts.room import LABEL, clear, text_bounds
from glacis.report.plan import Fit, scale_bar
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    HATCH,
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
    text_width,
)

Placing = Callable[[Point], Point]
MARGIN = 34.0
TINTS: dict[Status, str] = {
    "through": "tone:0", "no-exhaust": "tint:unknown", "no-intake": "tint:unknown", "closed": "tint:unknown",
}  # fmt: skip
STEP = 7.0
"""Between strokes of a hatch [pt]."""
WORTH_A_WORD = 0.06
"""Share of the area from which a run is named although its status has been [-]; our judgement."""
SHORTEST = 14.0
"""An arrow shorter than this is left out [pt]."""
OPEN_EDGE = 4.0
"""Stroke of an edge that opens to the outside."""


class EdgeDrawn(Struct, frozen=True):
    """An edge as it is drawn.

    Attributes:
        id: of the edge.
        kind: of the edge.
        ends: in plan, anticlockwise [m].
        length: [m].
        beside: whether it runs up the slope.
        open: parts of it along which it opens, from 0 at the first end to 1.
        net: opening to the metre [m²/m]; None where it has none.
        passed: whether bays go on beyond it.
    """

    id: str
    kind: str
    ends: tuple[Point, Point]
    length: float
    beside: bool
    open: tuple[tuple[float, float], ...]
    net: float | None
    passed: bool = False


class PieceDrawn(Struct, frozen=True):
    """A piece of a bay as it is drawn.

    Attributes:
        name: of its bay.
        status: whether it breathes.
        outline: in plan [m].
        low: where its centre line begins, in plan [m].
        high: where it ends [m].
        length: along the slope [m].
        area: [m²].
        way: of its air: 1 up, -1 down, 0 where it stands.
    """

    name: str
    status: Status
    outline: tuple[Point, ...]
    low: Point
    high: Point
    length: float
    area: float
    way: int = 0


class MapView(Struct, frozen=True):
    """What is drawn of the bays.

    Attributes:
        outline: of the area in plan [m].
        holes: in it.
        area: along the slope [m²].
        pieces: of its bays.
        edges: with their vents.
        system: units of the reader.
        piece: index of the chosen piece; -1 for none.
        edge: id of the chosen edge; empty for none.
        rows: name, figure and weight of what stands in the column beside the map; none for no column.
    """

    outline: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...]
    area: float
    pieces: tuple[PieceDrawn, ...]
    edges: tuple[EdgeDrawn, ...]
    system: System
    piece: int = -1
    edge: str = ""
    rows: tuple[tuple[str, str, str], ...] = ()


def map_view(area: RoofArea, aired: Aired, state: int, system: System) -> MapView | None:
    """What is to be drawn of an area's bays in a state; None where they are not laid out."""
    layout, tables = aired.layout, aired.tables
    if layout is None or tables is None:
        return None
    back = plan_frame(area.azimuth, area.pitch)
    passed = {p.piece.lower.edge for p in layout.pieces if p.below}
    passed |= {p.piece.upper.edge for p in layout.pieces if p.above}
    pieces = tuple(
        PieceDrawn(
            name=layout.map.name(found.piece),
            status=found.status,
            outline=tuple(back(corner) for corner in found.piece.outline),
            low=back(found.piece.lower.at),
            high=back(found.piece.upper.at),
            length=found.piece.length,
            area=found.piece.area,
            way=way,
        )
        for found, way in zip(layout.pieces, _ways(aired, state), strict=True)
    )
    return MapView(
        outline=area.outline,
        holes=tuple(hole.outline for hole in area.holes),
        area=layout.map.area,
        pieces=pieces,
        edges=tuple(
            replace(
                _drawn(rim, tables, (back(rim.side.start), back(rim.side.end))),
                passed=rim.side.id in passed,
            )
            for rim in layout.edges
        ),
        system=system,
        rows=map_rows(aired, aired.saved, system),
    )


def _ways(aired: Aired, state: int) -> tuple[int, ...]:
    """Which way the air flows in each piece: 1 up, -1 down, 0 where it stands."""
    layout, states = aired.layout, aired.states
    if layout is None:
        return ()
    if states is None:
        return tuple(1 if piece.status == "through" else 0 for piece in layout.pieces)
    flows = states.flows[state]
    signs = []
    for kind in states.of_piece:
        mass = flows[kind].mass if kind >= 0 else 0.0
        signs.append(0 if mass == 0 else 1 if mass > 0 else -1)
    return tuple(signs)


def _drawn(rim: EdgeVents, tables: Tables, ends: tuple[Point, Point]) -> EdgeDrawn:
    """An edge with the parts of it that open."""
    length = rim.side.length
    leftwards = rim.side.start[0] > rim.side.end[0]
    parts = []
    for vent in rim.vents:
        first, last = (vent.right, vent.left) if leftwards else (vent.left, vent.right)
        if not vent.sealed and first + last < length:
            parts.append((first / length, 1 - last / length))
    net = rim.net(tables) / length if parts else None
    return EdgeDrawn(rim.side.id, rim.side.kind, ends, length, rim.low is None, tuple(parts), net)


def map_fit(outline: Sequence[Point], size: Size, *, beside: bool = True) -> Fit:
    """The largest scale at which an area fits, north up, with a column ``beside`` it or without."""
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    wide, high = max(max(xs) - min(xs), 0.5), max(max(ys) - min(ys), 0.5)
    across = size[0] - (SIDE if beside else 0.0)
    room = max(across - 2 * MARGIN, 40.0), max(size[1] - 2 * MARGIN, 40.0)
    scale = min(room[0] / wide, room[1] / high)
    return Fit(
        scale,
        across / 2 - (max(xs) + min(xs)) / 2 * scale,
        size[1] / 2 + (max(ys) + min(ys)) / 2 * scale,
    )


def air_map_scene(view: MapView, size: Size) -> Scene:
    """The whole map."""
    fit = map_fit(view.outline, size, beside=bool(view.rows))

    def at(point: Point) -> Point:
        return fit.point(*point)

    items: list[Item] = [Patch(_flat([at(corner) for corner in view.outline]), "tone:2")]
    hot: list[Hot] = []
    for index, piece in enumerate(view.pieces):
        shape = [at(corner) for corner in piece.outline]
        items.extend(_piece(piece, shape, index == view.piece))
        hint = f"bay {piece.name}: {STATUS_WORDS[piece.status]}"
        hot.append(Hot("bay", str(index), _box(shape), hint, _flat(shape)))
    for hole in view.holes:
        items.append(Patch(_flat([at(corner) for corner in hole]), "bench", "ink", FACE))
    if 0 <= view.piece < len(view.pieces):
        chosen = [at(corner) for corner in view.pieces[view.piece].outline]
        items.append(Patch(_flat(chosen), "", "accent", 2.0))
    items.extend(_arrows(view, at))
    taken: list[Bounds] = []
    for rim in view.edges:
        items.extend(_edge(rim, at, chosen=rim.id == view.edge))
    for rim in sorted(view.edges, key=lambda found: -found.length):
        words = _edge_words(rim, at, view, taken)
        if words is not None:
            items.append(words)
        hot.append(_edge_hot(rim, at, view))
    items.extend(_status_words(view, at, taken))
    items.extend(scale_bar(fit, size, view.system))
    if view.rows:
        items.extend(column(view.rows, size))
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def _flat(points: Sequence[Point]) -> tuple[float, ...]:
    return tuple(value for point in points for value in point)


def _box(points: Sequence[Point]) -> Bounds:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return min(xs), min(ys), max(xs), max(ys)


def _piece(piece: PieceDrawn, shape: list[Point], chosen: bool) -> Iterator[Item]:
    """A piece in its tint with its hatch: none where it breathes, slants by which end is shut, both for both."""
    yield Patch(_flat(shape), "wash" if chosen else TINTS[piece.status], "hairline", DIMENSION)
    if piece.status in ("no-exhaust", "closed"):
        yield from _slants(shape, 1.0)
    if piece.status in ("no-intake", "closed"):
        yield from _slants(shape, -1.0)


def _slants(shape: list[Point], lean: float) -> Iterator[Item]:
    """Strokes at 45° across a polygon."""
    offsets = [y - lean * x for x, y in shape]
    level = (min(offsets) // STEP + 1) * STEP
    while level < max(offsets):
        crossings = sorted(_crossings(shape, lean, level))
        for start, end in zip(crossings[::2], crossings[1::2], strict=False):
            yield Line((start, lean * start + level, end, lean * end + level), "hatch", HATCH)
        level += STEP


def _crossings(shape: list[Point], lean: float, level: float) -> Iterator[float]:
    for (x0, y0), (x1, y1) in zip(shape, (*shape[1:], shape[0]), strict=True):
        a, b = y0 - lean * x0 - level, y1 - lean * x1 - level
        if (a <= 0) != (b <= 0):
            yield x0 + (x1 - x0) * a / (a - b)


def _arrows(view: MapView, at: Placing) -> Iterator[Item]:
    """Which way the air flows, in some of the bays that breathe."""
    moving = [piece for piece in view.pieces if piece.way]
    every = max(1, len(moving) // 8)
    for piece in moving[::every]:
        low, high = (piece.low, piece.high) if piece.way > 0 else (piece.high, piece.low)
        start, end = at(_between(low, high, 0.3)), at(_between(low, high, 0.7))
        if hypot(end[0] - start[0], end[1] - start[1]) >= SHORTEST:
            yield arrow(start, end, "ink", FACE)


def _between(a: Point, b: Point, share: float) -> Point:
    return a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share


def _edge(rim: EdgeDrawn, at: Placing, *, chosen: bool) -> Iterator[Item]:
    """An edge, and beside it a bar where it opens to the outside; shut ends of the vent stay bare."""
    (x0, y0), (x1, y1) = at(rim.ends[0]), at(rim.ends[1])
    yield Line((x0, y0, x1, y1), "accent" if chosen else "ink", 2.4 if chosen else CUT)
    size = hypot(x1 - x0, y1 - y0)
    if size < 1:
        return
    east, south = (y1 - y0) / size * -OPEN_EDGE, (x1 - x0) / size * OPEN_EDGE
    for a, b in rim.open:
        p = x0 + (x1 - x0) * a + east, y0 + (y1 - y0) * a + south
        q = x0 + (x1 - x0) * b + east, y0 + (y1 - y0) * b + south
        yield Line((*p, *q), "accent", 3.0, "dash")


def _named(rim: EdgeDrawn, system: System) -> str:
    """An edge with what it lets through to the metre."""
    if rim.net is None:
        return f"{rim.kind}, bays go on" if rim.passed else f"{rim.kind}, shut"
    return f"{rim.kind} {with_unit(rim.net, Quantity.OPENING, system)}"


def _edge_words(rim: EdgeDrawn, at: Placing, view: MapView, taken: list[Bounds]) -> Text | None:
    """The words of an edge beside it, where there is room."""
    (x0, y0), (x1, y1) = at(rim.ends[0]), at(rim.ends[1])
    size = hypot(x1 - x0, y1 - y0)
    words = _named(rim, view.system)
    if size < text_width(words, LABEL) * 0.6 or (rim.beside and rim.net is None):
        return None
    east, south = (y1 - y0) / size, -(x1 - x0) / size
    aside = abs(east) * text_width(words, LABEL) / 2 + abs(south) * 6 + 10
    x, y = (x0 + x1) / 2 - east * aside, (y0 + y1) / 2 - south * aside + 4
    ink = "accent" if rim.id == view.edge else "second"
    text = Text(x, y, words, LABEL, ink, "middle")
    spot = text_bounds(text)
    if not clear(spot, taken):
        return None
    taken.append(spot)
    return text


def _edge_hot(rim: EdgeDrawn, at: Placing, view: MapView) -> Hot:
    """A band along an edge that answers to the pointer."""
    (x0, y0), (x1, y1) = at(rim.ends[0]), at(rim.ends[1])
    size = max(1.0, hypot(x1 - x0, y1 - y0))
    dx, dy = (y1 - y0) / size * 7, -(x1 - x0) / size * 7
    band = ((x0 + dx, y0 + dy), (x1 + dx, y1 + dy), (x1 - dx, y1 - dy), (x0 - dx, y0 - dy))
    return Hot(
        "vent-edge",
        rim.id,
        _box(band),
        f"{_named(rim, view.system)}; press for its vents",
        _flat(band),
    )


def _status_words(view: MapView, at: Placing, taken: list[Bounds]) -> Iterator[Item]:
    """The word of each run of neighbours that share a status, once, on the longest piece of it."""
    told: set[Status] = set()
    for status, group in groupby(view.pieces, key=lambda piece: piece.status):
        run = list(group)
        if status in told and sum(piece.area for piece in run) < WORTH_A_WORD * view.area:
            continue
        told.add(status)
        middle = run[len(run) // 2] if status == "through" else max(run, key=lambda p: p.length)
        for share in (0.5, 0.65, 0.35, 0.8, 0.2):
            x, y = at(_between(middle.low, middle.high, share))
            text = Text(x, y + 4, STATUS_WORDS[status], LABEL, "ink", "middle", "semibold")
            left, top, right, bottom = text_bounds(text)
            if clear((left, top, right, bottom), taken):
                taken.append((left, top, right, bottom))
                yield Patch(box(left - 3, top, right + 3, bottom), TINTS[status])
                yield text
                break


def map_rows(aired: Aired, saved: float | None, system: System) -> tuple[tuple[str, str, str], ...]:
    """Name, figure and weight of what stands beside the map.

    Args:
        aired: the air of an area.
        saved: heat that the air keeps out on the hot still noon [W/m²]; None where none passes.
        system: units of the reader.
    """
    layout, free = aired.layout, aired.free
    if layout is None or free is None:
        return ()

    def show(value: float, quantity: Quantity) -> str:
        return with_unit(value, quantity, system)

    breathing = sum(1 for piece in layout.pieces if piece.status == "through")
    rows = [
        ("Bays", "", "head"),
        (
            "as one body" if layout.way.sideways else "breathe",
            f"{breathing} of {len(layout.pieces)}",
            "plain",
        ),
        ("starved", show(layout.starved_share, Quantity.SHARE), "main"),
    ]
    if aired.chutes is not None:
        rows.append(("chutes", f"{aired.chutes.chutes}", "plain"))
    rows.append(("Free area, net", "", "head"))
    verdict = free.verdict
    asked = verdict.asked if verdict else None
    for name, have, want in (
        ("low", free.low, asked.low if asked else 0.0),
        ("high", free.high, asked.high if asked else 0.0),
    ):
        told = show(have, Quantity.VENT_AREA)
        if want > 0:
            told = f"{number(have, Quantity.VENT_AREA, system)} of {show(want, Quantity.VENT_AREA)}"
        rows.append((name, told, "main"))
    if free.rule is not None:
        rows.append((free.rule.name, "", "plain"))
    rows.append(("narrowest", show(aired.narrow[0], Quantity.OPENING), "plain"))
    rows.append(("Hot still noon", "", "head"))
    rows.append(("air", show(aired.at_noon, Quantity.AIR_FLOW_AREA), "main"))
    if saved is not None:
        rows.append(("heat kept out", show(saved, Quantity.HEAT_FLUX), "plain"))
    return tuple(rows)
