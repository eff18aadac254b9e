# SPDX-License-Identifier: GPL-3.0-or-later
"""The bays of an area on its plan: which of them breathe, by hatch and by word."""

from collections.abc import Callable, Iterator, Sequence
from itertools import groupby
from math import hypot

from msgspec import Struct

from glacis.core.air.bays import Status, plan_frame
from glacis.core.air.found import Aired
from glacis.core.air.layout import BayPiece, EdgeVents, Layout
from glacis.core.air.tables import Tables
from glacis.core.model.document import RoofArea
from glacis.core.model.geometry import Point
from glacis.core.units.format import with_unit
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
    text_width,
)

Placing = Callable[[Point], Point]
MARGIN = 34.0
WORDS: dict[Status, str] = {
    "through": "breathes", "no-exhaust": "no way out", "no-intake": "no way in", "closed": "shut",
}  # fmt: skip
"""What each status is called on the drawing."""
TINTS: dict[Status, str] = {
    "through": "tone:0", "no-exhaust": "tint:unknown", "no-intake": "tint:unknown", "closed": "tint:unknown",
}  # fmt: skip
STEP = 7.0
"""Between strokes of a hatch [pt]."""
OPEN_EDGE = 4.0
"""Stroke of an edge that opens to the outside."""


class MapView(Struct, frozen=True):
    """What is drawn of the bays.

    Attributes:
        area: as stated.
        aired: its air.
        layout: of the bays.
        tables: of net areas.
        system: units of the reader.
        piece: index of the chosen piece; -1 for none.
        edge: id of the chosen edge; empty for none.
        up: whether air flows up in each piece: 1, -1, or 0 where it stands.
        rows: name, figure and weight of what stands in the column beside the map; none for no column.
    """

    area: RoofArea
    aired: Aired
    layout: Layout
    tables: Tables
    system: System
    piece: int = -1
    edge: str = ""
    up: tuple[int, ...] = ()
    rows: tuple[tuple[str, str, str], ...] = ()


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
    fit = map_fit(view.area.outline, size, beside=bool(view.rows))
    back = plan_frame(view.area.azimuth, view.area.pitch)

    def at(point: Point) -> Point:
        return fit.point(*back(point))

    items: list[Item] = [Patch(_flat(fit.point(*corner) for corner in view.area.outline), "tone:2")]
    hot: list[Hot] = []
    for index, piece in enumerate(view.layout.pieces):
        shape = [at(corner) for corner in piece.piece.outline]
        items.extend(_piece(piece, shape, index == view.piece))
        hint = f"bay {piece.piece.bay + 1}: {WORDS[piece.status]}"
        hot.append(Hot("bay", str(index), _box(shape), hint, _flat(shape)))
    for hole in view.area.holes:
        items.append(
            Patch(_flat(fit.point(*corner) for corner in hole.outline), "bench", "ink", FACE)
        )
    if view.piece >= 0:
        chosen = [at(corner) for corner in view.layout.pieces[view.piece].piece.outline]
        items.append(Patch(_flat(chosen), "", "accent", 2.0))
    items.extend(_arrows(view, at))
    taken: list[Bounds] = []
    for rim in view.layout.edges:
        items.extend(_edge(rim, at, chosen=rim.side.id == view.edge))
    for rim in sorted(view.layout.edges, key=lambda r: -r.side.length):
        words = _edge_words(rim, at, view, taken)
        if words is not None:
            items.append(words)
        hot.append(_edge_hot(rim, at, view))
    items.extend(_status_words(view, at, taken))
    items.extend(scale_bar(fit, size, view.system))
    if view.rows:
        items.extend(column(view.rows, size))
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def _flat(points: "Iterator[Point] | Sequence[Point]") -> tuple[float, ...]:
    return tuple(value for point in points for value in point)


def _box(points: Sequence[Point]) -> Bounds:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return min(xs), min(ys), max(xs), max(ys)


def _piece(piece: BayPiece, shape: list[Point], chosen: bool) -> Iterator[Item]:
    """A piece in its tint with its hatch: none where it breathes, slants towards its shut end, or crossed."""
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
    through = [k for k, way in enumerate(view.up) if way]
    every = max(1, len(through) // 8)
    for k in through[::every]:
        piece = view.layout.pieces[k].piece
        low, high = piece.lower.at, piece.upper.at
        if view.up[k] < 0:
            low, high = high, low
        start = _between(low, high, 0.3)
        end = _between(low, high, 0.7)
        (x0, y0), (x1, y1) = at(start), at(end)
        size = hypot(x1 - x0, y1 - y0)
        if size < 14:
            continue
        ex, ey = (x1 - x0) / size, (y1 - y0) / size
        yield Line(
            (x0, y0, x1, y1, x1 - 6 * ex - 3 * ey, y1 - 6 * ey + 3 * ex, x1, y1,
             x1 - 6 * ex + 3 * ey, y1 - 6 * ey - 3 * ex), "ink", FACE,
        )  # fmt: skip


def _between(a: Point, b: Point, share: float) -> Point:
    return a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share


def _edge(rim: EdgeVents, at: Placing, *, chosen: bool) -> Iterator[Item]:
    """An edge, and beside it a bar where it opens to the outside; shut ends of the vent stay bare."""
    (x0, y0), (x1, y1) = at(rim.side.start), at(rim.side.end)
    yield Line((x0, y0, x1, y1), "accent" if chosen else "ink", 2.4 if chosen else CUT)
    size = hypot(x1 - x0, y1 - y0)
    if size < 1:
        return
    out = (y1 - y0) / size * -OPEN_EDGE, (x1 - x0) / size * OPEN_EDGE
    leftwards = rim.side.start[0] > rim.side.end[0]
    for vent in rim.vents:
        stops = (vent.right, vent.left) if leftwards else (vent.left, vent.right)
        a, b = stops[0] / rim.side.length, 1 - stops[1] / rim.side.length
        if b <= a or vent.sealed:
            continue
        p = x0 + (x1 - x0) * a + out[0], y0 + (y1 - y0) * a + out[1]
        q = x0 + (x1 - x0) * b + out[0], y0 + (y1 - y0) * b + out[1]
        yield Line((*p, *q), "accent", 3.0, "dash")


def _named(rim: EdgeVents, view: MapView) -> str:
    """An edge with what it lets through to the metre."""
    length = sum(rim.vented_length(vent) for vent in rim.vents if not vent.sealed)
    if not rim.vents or length <= 0:
        return f"{rim.side.kind}, shut"
    net = rim.net(view.tables) / rim.side.length
    return f"{rim.side.kind} {with_unit(net, Quantity.OPENING, view.system)}"


def _edge_words(rim: EdgeVents, at: Placing, view: MapView, taken: list[Bounds]) -> Text | None:
    """The words of an edge beside it, where there is room."""
    (x0, y0), (x1, y1) = at(rim.side.start), at(rim.side.end)
    size = hypot(x1 - x0, y1 - y0)
    words = _named(rim, view)
    if size < text_width(words, LABEL) * 0.6 or (rim.low is None and not rim.vents):
        return None
    upright = abs(y1 - y0) > abs(x1 - x0)
    aside = (text_width(words, LABEL) / 2 + 10) if upright else 15.0
    east, south = (y1 - y0) / size, -(x1 - x0) / size
    x, y = (x0 + x1) / 2 - east * aside, (y0 + y1) / 2 - south * aside + 4
    ink = "accent" if rim.side.id == view.edge else "second"
    text = Text(x, y, words, LABEL, ink, "middle")
    spot = text_bounds(text)
    if not clear(spot, taken):
        return None
    taken.append(spot)
    return text


def _edge_hot(rim: EdgeVents, at: Placing, view: MapView) -> Hot:
    """A band along an edge that answers to the pointer."""
    (x0, y0), (x1, y1) = at(rim.side.start), at(rim.side.end)
    size = max(1.0, hypot(x1 - x0, y1 - y0))
    dx, dy = (y1 - y0) / size * 7, -(x1 - x0) / size * 7
    band = ((x0 + dx, y0 + dy), (x1 + dx, y1 + dy), (x1 - dx, y1 - dy), (x0 - dx, y0 - dy))
    return Hot(
        "vent-edge",
        rim.side.id,
        _box(band),
        f"{_named(rim, view)}; press for its vents",
        _flat(band),
    )


def _status_words(view: MapView, at: Placing, taken: list[Bounds]) -> Iterator[Item]:
    """The word of each run of neighbours that share a status, once, on the longest piece of it."""
    numbered = list(enumerate(view.layout.pieces))
    for status, group in groupby(numbered, key=lambda pair: pair[1].status):
        run = [piece for _, piece in group]
        middle = (
            run[len(run) // 2] if status == "through" else max(run, key=lambda p: p.piece.length)
        )
        low, high = middle.piece.lower.at, middle.piece.upper.at
        word = WORDS[status]
        for share in (0.5, 0.65, 0.35, 0.8, 0.2):
            x, y = at(_between(low, high, share))
            text = Text(x, y + 4, word, LABEL, "ink", "middle", "semibold")
            spot = text_bounds(text)
            if clear(spot, taken):
                taken.append(spot)
                back = (
                    spot[0] - 3,
                    spot[1],
                    spot[2] + 3,
                    spot[1],
                    spot[2] + 3,
                    spot[3],
                    spot[0] - 3,
                    spot[3],
                )
                yield Patch(back, TINTS[status])
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
        ("breathe", f"{breathing} of {len(layout.pieces)}", "plain"),
        ("starved", show(layout.starved_share, Quantity.SHARE), "main"),
    ]
    if aired.chutes is not None:
        rows.append(("chutes", f"{aired.chutes.chutes}", "plain"))
    rows.append(("Free area, net", "", "head"))
    verdict = free.verdict
    asked = verdict.asked if verdict else None
    rows.append(("low", show(free.low, Quantity.VENT_AREA), "main"))
    if asked is not None and free.rule is not None:
        rows.append(("asked", show(asked.low, Quantity.VENT_AREA), "plain"))
    rows.append(("high", show(free.high, Quantity.VENT_AREA), "main"))
    if asked is not None and asked.high > 0:
        rows.append(("asked", show(asked.high, Quantity.VENT_AREA), "plain"))
    if free.rule is not None:
        rows.append((free.rule.name, "", "plain"))
    rows.append(("narrowest", show(aired.narrow[0], Quantity.OPENING), "plain"))
    rows.append(("Hot still noon", "", "head"))
    rows.append(("air", show(aired.at_noon, Quantity.AIR_FLOW_AREA), "main"))
    if saved is not None:
        rows.append(("heat kept out", show(saved, Quantity.HEAT_FLUX), "plain"))
    return tuple(rows)
