# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings where they will be driven, one by one, with what each zone takes of them."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.fixings.found import Fixed, LengthFound, SetPlaced
from glacis.core.fixings.held import Pattern
from glacis.core.model.document import RoofArea
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.fixing_marks import LABEL, fit_of, flat
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
    box,
    shorten,
)

SIDE = 300.0
ROW = 22.0
FEW = 3
"""Lengths that are listed beside a pattern; our judgement: more are told by their ends."""
MOST_DRAWN = 6000
"""Fixings drawn one by one at most; our judgement: more are a grey at any scale."""
T = Quantity.THICKNESS


class PatternView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        area: the roof area.
        fixed: what holds it.
        placed: the set that is shown.
        system: units of the reader.
        held: number of the zone in the hand; -1 for none.
    """

    area: RoofArea
    fixed: Fixed
    placed: SetPlaced
    system: System
    held: int = -1


def frame_of(size: Size) -> Bounds:
    """Where the plan stands."""
    return 24.0, 24.0, max(size[0] - SIDE - 24.0, 80.0), max(size[1] - 44.0, 90.0)


def pattern_fit(view: PatternView, size: Size) -> Fit:
    """How metres of the plan map to the drawing."""
    return fit_of(view.area.outline, frame_of(size))


def told(pattern: Pattern, system: System) -> str:
    """A pattern in words."""
    spacing, distance = (
        with_unit(pattern.spacing, T, system),
        with_unit(pattern.distance, T, system),
    )
    mass = Quantity.AREA_MASS
    words = {
        "rows": f"every {spacing} in rows {distance} apart",
        "board": f"{pattern.each} to a board",
        "along": f"every {spacing} on rafters {distance} apart",
        "clip": f"clips every {spacing}, seams {distance} apart",
        "crest": "every crest" if pattern.each == 1 else f"one crest in {pattern.each}",
        "ribbons": f"ribbons {spacing} apart",
        "full": "bonded",
        "mass": f"{with_unit(pattern.load, mass, system)} of {with_unit(pattern.bears, mass, system)} laid",
        "pieces": f"{pattern.each} to a piece" if pattern.per_area else "held by their weight",
    }
    return words[pattern.kind]


def pattern_scene(view: PatternView, size: Size) -> Scene:
    """The whole drawing."""
    fit = pattern_fit(view, size)
    items: list[Item] = [Patch(flat(fit, view.area.outline), "bench", "ink", CUT)]
    for k, zone in enumerate(view.fixed.wind.zones):
        for rings in zone.polygons:
            mine = k == view.held
            items.append(
                Patch(
                    flat(fit, rings[0]), "wash" if mine else "", "second", FACE if mine else HATCH
                )
            )
    hot: list[Hot] = []
    placed = view.placed.placed
    if placed is not None:
        is_board = view.placed.held.patterns[0].kind == "board"
        for line in placed.lines:
            items.append(Line(flat(fit, line), "hairline" if is_board else "second", DIMENSION))
        if not is_board:
            hot += _rows(placed.lines, fit)
        items += _points(view, fit)
    for hole in view.area.holes:
        items.append(Patch(flat(fit, hole.outline), "kerb", "ink", FACE))
    rows, touched = _list(view, size)
    items += rows
    items += scale_bar(fit, size, view.system)
    return Scene(size[0], size[1], tuple(items), (*hot, *touched))


def _points(view: PatternView, fit: Fit) -> Iterator[Item]:
    """Every fixing, its mark by its length where there are several."""
    placed = view.placed.placed
    if placed is None:
        return
    length = next((each for each in view.fixed.lengths if each.set == view.placed.set.id), None)
    mapped = length.mapped if length is not None else ()
    step = len(placed.points) // MOST_DRAWN + 1
    for k in range(0, len(placed.points), step):
        x, y = fit.point(*placed.points[k])
        yield length_mark(x, y, mapped[k] if mapped else 0)


def length_mark(x: float, y: float, band: int) -> Item:
    """The mark of a length: lozenge, square, cross stroke, and again larger."""
    half = 1.9 + 0.5 * (band // 3)
    if band % 3 == 0:
        return Patch((x - half, y, x, y - half, x + half, y, x, y + half), "accent")
    if band % 3 == 1:
        return Patch(box(x - half, y - half, x + half, y + half), "bench", "ink", FACE)
    return Line((x - half - 1, y + half + 1, x + half + 1, y - half - 1), "mind", CUT)


def _rows(lines: tuple[tuple[tuple[float, float], ...], ...], fit: Fit) -> Iterator[Hot]:
    """Rows answer to the hand."""
    for k, line in enumerate(lines):
        (ax, ay), (bx, by) = fit.point(*line[0]), fit.point(*line[-1])
        zone = (min(ax, bx) - 4, min(ay, by) - 4, max(ax, bx) + 4, max(ay, by) + 4)
        size = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5 or 1.0
        nx, ny = -(by - ay) / size * 4, (bx - ax) / size * 4
        band = (ax + nx, ay + ny, bx + nx, by + ny, bx - nx, by - ny, ax - nx, ay - ny)
        yield Hot("row", str(k), zone, "Drag across to set the rows closer or wider", band)


def _list(view: PatternView, size: Size) -> tuple[list[Item], list[Hot]]:
    left, right = size[0] - SIDE + 6, size[0] - 10
    head = shorten(view.placed.set.name, 200, 14)
    items: list[Item] = [Text(left, 22, head, 14, "ink", "start", "semibold")]
    items.append(Text(right, 22, "use", LABEL, "second", "end"))
    items.append(Line((left, 29, right, 29), "second", DIMENSION))
    hot: list[Hot] = []
    y = 30.0
    if view.placed.held.refused:
        items.append(
            Text(
                left, y + 16, shorten(view.placed.held.refused, right - left, LABEL), LABEL, "stop"
            )
        )
        return items, hot
    for pattern, count in zip(view.placed.held.patterns, view.placed.counts, strict=True):
        zone = view.fixed.wind.zones[pattern.zone]
        if pattern.zone == view.held:
            items.append(Patch(box(left - 4, y, right + 2, y + 2 * ROW - 6), "wash"))
        use = "–" if pattern.use is None else f"{100 * pattern.use:.0f}\u2009%"
        bad = not pattern.fits
        number = f"{count} pieces" if count else ""
        items += [
            Text(left, y + 15, zone.name, LABEL, "ink", "start", "semibold"),
            Text(left + 92, y + 15, number, LABEL, "ink"),
            Text(right, y + 15, use, LABEL, "stop" if bad else "ink", "end", "semibold"),
            Text(left, y + 31, shorten(told(pattern, view.system), right - left, LABEL), LABEL, "second"),
        ]  # fmt: skip
        hot.append(
            Hot(
                "zone",
                str(pattern.zone),
                (left - 4, y, right + 2, y + 2 * ROW - 6),
                f"Zone {zone.name}",
            )
        )
        y += 2 * ROW - 6
        if y > size[1] - 90:
            break
    y += 16
    for words, ink in _sums(view):
        items.append(Text(left, y, shorten(words, right - left, LABEL), LABEL, ink))
        y += 17
    return items, hot


def _sums(view: PatternView) -> Iterator[tuple[str, str]]:
    placed, system = view.placed, view.system
    if placed.count:
        mean = with_unit(placed.per_area, Quantity.COUNT_AREA, system)
        yield f"{placed.count} in all, {mean} in the mean", "ink"
    length = next((each for each in view.fixed.lengths if each.set == placed.set.id), None)
    if length is not None:
        told_lengths = list(lengths_told(length, system))
        if len(told_lengths) > FEW:
            sizes = [band.length for band in length.bands if band.length is not None]
            ends = " to ".join(with_unit(size, T, system) for size in (min(sizes), max(sizes)))
            told_lengths = [
                (f"{len(sizes)} lengths, {ends}", "ink"),
                *(row for row in told_lengths if row[1] == "stop"),
            ]
        yield from told_lengths
    bears = placed.held.resistance
    if bears.reason:
        yield bears.reason, "stop"
    elif bears.governs is not None:
        quantity = (
            Quantity.STRESS
            if bears.governs.mode in ("glue", "facer", "substrate", "bond")
            else Quantity.FORCE
        )
        yield f"R_d {with_unit(bears.design, quantity, system)}: {bears.governs.mode}", "second"


def lengths_told(found: LengthFound, system: System) -> Iterator[tuple[str, str]]:
    """Lengths of a set in words, each with its ink."""
    if found.bands:
        for band, count in zip(found.bands, found.counts, strict=True):
            if band.length is None:
                yield f"{count} without a length that fits", "stop"
            else:
                yield f"{count} of {with_unit(band.length, T, system)}", "ink"
    elif found.length is not None and found.length.chosen is not None:
        yield f"length {with_unit(found.length.chosen, T, system)}", "ink"
    else:
        yield "no stock length fits", "stop"


def percent(use: float | None) -> str:
    """A use in words."""
    return "nobody knows" if use is None else f"{plain(100 * use, 0)}\u2009%"
