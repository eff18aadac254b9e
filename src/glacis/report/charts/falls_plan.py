# SPDX-License-Identifier: GPL-3.0-or-later
"""The plan of a roof with falls: thickness in contours, or the water that stands, and what drains it."""

from collections.abc import Iterator
from math import cos, hypot, sin
from typing import TYPE_CHECKING

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.contours import Band, Contours
from glacis.core.falls.found import Drained
from glacis.core.falls.standing import Standing
from glacis.core.model.geometry import Point
from glacis.core.units.format import fall_ratio, number, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.falls_boards import board_marks, board_patches, board_rows, board_zones
from glacis.report.charts.falls_column import SIDE, column
from glacis.report.charts.falls_marks import LABEL, NONE, circle, thing_marks
from glacis.report.charts.falls_rain import depth_patches, draw_rows, rain_rows, share_patches
from glacis.report.charts.room import clear, text_bounds
from glacis.report.palette import FLOOD_TINTS, THICKNESS_TINTS
from glacis.report.plan import Fit, scale_bar
from glacis.report.scene import (
    CUT,
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
    text_width,
)

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.falls.rain import RainDraw, RainTest

MARGIN = 34.0


class FallsView(Struct, frozen=True):
    """What is drawn of a roof with falls.

    Attributes:
        roof: the area with its results.
        found: its falls.
        contours: of the thickness.
        obstacles: outlines that water goes round.
        system: units of the reader.
        case: what stands on the roof; None for the dry roof.
        water: where that stands, by depth.
        rain: what stands in draws of the surface; None for the surface as drawn.
        draw: one of those draws; None for all.
        boards: that make the falls; None where they are not looked at.
        chosen: id of the outlet, line or overflow in the hand.
        section: ends of the section line; None for none.
    """

    roof: AnalysedArea
    found: Drained
    contours: Contours
    obstacles: tuple[tuple[Point, ...], ...]
    system: System
    case: Standing | None = None
    water: tuple[Band, ...] = ()
    rain: "RainTest | None" = None
    draw: "RainDraw | None" = None
    boards: "Layout | None" = None
    chosen: str = ""
    section: tuple[Point, Point] | None = None


def falls_fit(outline: tuple[Point, ...], size: Size) -> Fit:
    """The largest scale at which an area fits beside the column of figures."""
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    wide, high = max(max(xs) - min(xs), 0.5), max(max(ys) - min(ys), 0.5)
    room = max(size[0] - SIDE - 2 * MARGIN, 50.0), max(size[1] - 2 * MARGIN, 50.0)
    scale = min(room[0] / wide, room[1] / high)
    left = MARGIN + (room[0] - wide * scale) / 2 - min(xs) * scale
    bottom = MARGIN + (room[1] + high * scale) / 2 + min(ys) * scale
    return Fit(scale, left, bottom)


def falls_plan_scene(view: FallsView, size: Size, fit: Fit | None = None) -> Scene:
    """The whole drawing, at its own scale unless one is given."""
    fit = fit or falls_fit(view.roof.area.outline, size)
    items: list[Item] = []
    if view.boards is not None:
        items.extend(board_patches(view.boards, fit))
    else:
        items.extend(_tints(view, fit))
        items.extend(_contour_lines(view, fit))
    items.extend(_creases(view, fit))
    for ring in view.obstacles:
        items.append(Patch(flat(fit, ring), "kerb", "ink", FACE))
    items.append(Patch(flat(fit, view.roof.area.outline), "", "ink", CUT))
    if view.section is not None:
        items.extend(_section_line(view.section, fit))
    marks, hot = _marks(view, fit)
    taken = [spot.box for spot in hot]
    if view.boards is None:
        items.extend(_arrows(view, fit, taken))
        items.extend(_labels(view, fit, taken))
    else:
        hot = [*board_zones(view.boards, fit), *hot]
        taken += [text_bounds(_from_start(i)) for i in marks if isinstance(i, Text)]
        items.extend(board_marks(view.boards, fit, taken))
    items.extend(marks)
    items.extend(column(figure_rows(view), size))
    items.extend(scale_bar(fit, size, view.system))
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def flat(fit: Fit, ring: tuple[Point, ...]) -> tuple[float, ...]:
    """A ring in the drawing, as flat x, y pairs."""
    return tuple(value for x, y in ring for value in fit.point(x, y))


def _tints(view: FallsView, fit: Fit) -> Iterator[Item]:
    bands = view.contours.bands
    last = max(1, len(bands) - 1)
    for place, band in enumerate(bands):
        tone = (
            0
            if view.case is not None or view.rain is not None
            else round(place / last * (THICKNESS_TINTS - 1))
        )
        yield from _band(band, f"copper:{tone}", fit)
    if view.draw is not None:
        yield from depth_patches(view.draw, fit)
    elif view.rain is not None:
        yield from share_patches(view.rain, fit)
    for place, band in enumerate(view.water):
        tone = min(FLOOD_TINTS - 1, round(place / max(1, len(view.water) - 1) * (FLOOD_TINTS - 1)))
        yield from _band(band, f"flood:{tone}", fit)


def _band(band: Band, role: str, fit: Fit) -> Iterator[Item]:
    for rings in band.rings:
        yield Patch(_with_holes(fit, rings), role, role, HATCH)


def _with_holes(fit: Fit, rings: tuple[tuple[Point, ...], ...]) -> tuple[float, ...]:
    """One outline that runs in to every hole and back."""
    outer = rings[0]
    path = [*outer, outer[0]]
    for hole in rings[1:]:
        path += [*hole, hole[0], outer[0]]
    return flat(fit, tuple(path))


def _contour_lines(view: FallsView, fit: Fit) -> Iterator[Item]:
    for contour in view.contours.contours:
        for line in contour.lines:
            yield Line(flat(fit, line), "second", HATCH)


def _labels(view: FallsView, fit: Fit, taken: list[Bounds]) -> Iterator[Item]:
    """Thickness at contours, upright enough to be read, off what stands there."""
    for contour in view.contours.contours:
        words = number(contour.level, Quantity.THICKNESS, view.system)
        room = text_width(words, LABEL) + 10
        for line in contour.lines:
            spot = _longest_run(flat(fit, line))
            if spot is None or spot[2] < room:
                continue
            x, y, _ = spot
            if _lies_on_edge(view.roof.area.outline, fit, x, y):
                continue
            text = Text(x, y + 4, words, LABEL, "ink", "middle")
            bounds = text_bounds(text)
            if clear(bounds, taken):
                taken.append(bounds)
                yield Patch(
                    box(bounds[0] + 1, bounds[1] + 1, bounds[2] - 1, bounds[3] - 1), "bench"
                )
                yield text


def _lies_on_edge(outline: tuple[Point, ...], fit: Fit, x: float, y: float) -> bool:
    """Whether a point of the drawing lies so near an edge that words there would cross it."""
    run = flat(fit, (*outline, outline[0]))
    for k in range(0, len(run) - 3, 2):
        ax, ay, bx, by = run[k : k + 4]
        ex, ey = bx - ax, by - ay
        share = min(1.0, max(0.0, ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey)))
        if hypot(ax + share * ex - x, ay + share * ey - y) < LABEL:
            return True
    return False


def _longest_run(run: tuple[float, ...]) -> tuple[float, float, float] | None:
    """Middle and length of the longest straight part of a line."""
    best = None
    for k in range(0, len(run) - 3, 2):
        x1, y1, x2, y2 = run[k : k + 4]
        length = hypot(x2 - x1, y2 - y1)
        if best is None or length > best[2]:
            best = ((x1 + x2) / 2, (y1 + y2) / 2, length)
    return best


def _creases(view: FallsView, fit: Fit) -> Iterator[Item]:
    for line in view.found.facets.creases:
        run = flat(fit, (line.start, line.end))
        if line.kind == "valley":
            yield Line(run, "ink", FACE)
        elif line.kind == "ridge":
            yield Line(run, "ink", FACE, "dash")
        else:
            yield Line(run, "second", HATCH, "dot")


def _arrows(view: FallsView, fit: Fit, taken: list[Bounds]) -> Iterator[Item]:
    """An arrow down the fall in every facet that has room, with its fall."""
    for facet in view.found.facets.facets:
        if facet.area * fit.scale**2 < 2400 or facet.fall <= 0:
            continue
        cx = sum(x for x, _ in facet.outline) / len(facet.outline)
        cy = sum(y for _, y in facet.outline) / len(facet.outline)
        x, y = fit.point(cx, cy)
        ux, uy = -facet.plane[0] / facet.fall, facet.plane[1] / facet.fall
        spot = (x - 22, y - 22, x + 22, y + 22)
        if not clear(spot, taken):
            continue
        taken.append(spot)
        tip = (x + 14 * ux, y + 14 * uy)
        yield Line((x - 14 * ux, y - 14 * uy, *tip), "ink", FACE)
        for turn in (2.6, -2.6):
            wx, wy = ux * cos(turn) - uy * sin(turn), ux * sin(turn) + uy * cos(turn)
            yield Line((*tip, tip[0] + 6 * wx, tip[1] + 6 * wy), "ink", FACE)


def _marks(view: FallsView, fit: Fit) -> tuple[list[Item], list[Hot]]:
    blocked = frozenset(view.found.drains[k].id for k in view.case.blocked) if view.case else NONE
    working = frozenset(view.case.exits) if view.case else NONE
    return thing_marks(view.found.stated, fit, view.chosen, blocked, working)


def _from_start(text: Text) -> Text:
    """The same words about their middle, as their bounds are taken."""
    return replace(text, x=text.x + text_width(text.text, text.size) / 2, anchor="middle")


def _section_line(ends: tuple[Point, Point], fit: Fit) -> Iterator[Item]:
    (x1, y1), (x2, y2) = fit.point(*ends[0]), fit.point(*ends[1])
    yield Line((x1, y1, x2, y2), "accent", FACE, "dash-dot")
    for (x, y), word in (((x1, y1), "A"), ((x2, y2), "B")):
        yield Patch(circle(x, y, 8), "bench", "accent", FACE)
        yield Text(x, y + 4, word, LABEL, "accent", "middle", "semibold")


def figure_rows(view: FallsView) -> Iterator[tuple[str, str, str]]:
    """Name, figure and weight (``head``, ``main`` or ``plain``) of everything in the column."""
    found, system, taper = view.found, view.system, view.roof.taper

    def show(value: float, quantity: Quantity) -> str:
        return with_unit(value, quantity, system)

    t, u = Quantity.THICKNESS, Quantity.TRANSMITTANCE
    if view.boards is not None:
        yield from board_rows(view.boards, found.stated.boards, system)
        return
    if view.rain is not None and view.draw is not None:
        yield from draw_rows(view.draw, view.rain, system)
        return
    if view.rain is not None:
        yield from rain_rows(view.rain, view.roof, system)
        return
    if view.case is not None:
        yield from _water_rows(view)
        return
    if taper is not None:
        yield ("Thickness", "", "head")
        yield ("least", show(taper.spread.least, t), "plain")
        yield ("mean", show(taper.spread.mean, t), "plain")
        yield ("most", show(taper.spread.most, t), "plain")
        yield ("volume", show(taper.spread.volume, Quantity.VOLUME), "plain")
        yield ("mean weight", show(taper.spread.mean * taper.density, Quantity.AREA_MASS), "plain")
        yield ("U of the roof", show(taper.transmittance, u), "main")
        yield ("where thinnest", show(taper.thinnest, u), "plain")
        yield ("of mean thickness", show(taper.of_mean, u), "plain")
    else:
        yield ("Height over the lowest outlet", "", "head")
        yield ("most", show(found.highest, t), "plain")
    yield ("Falls", "", "head")
    yield ("facets", _fall(found.stated.fall, system), "plain")
    yield ("least on the way", _fall(found.least_fall, system), "main")
    yield ("longest way", show(found.longest, Quantity.LENGTH), "plain")
    yield ("Catchments", "", "head")
    for drain in found.drains:
        yield (drain.name, show(drain.catchment, Quantity.AREA), "plain")
        rain = show(drain.flow, Quantity.WATER_FLOW)
        if drain.head is not None:
            yield ("  rain, head", f"{rain} · {show(drain.head, t)}", "plain")
        elif drain.capacity is not None:
            flow = number(drain.flow, Quantity.WATER_FLOW, system)
            carried = show(drain.capacity, Quantity.WATER_FLOW)
            yield ("  carries", f"{flow} of {carried}", "plain")
        else:
            yield ("  rain", rain, "plain")


def _fall(value: float, system: System) -> str:
    return fall_ratio(value) if system == "si" else with_unit(value, Quantity.FALL, "us")


def _water_rows(view: FallsView) -> Iterator[tuple[str, str, str]]:
    case, system = view.case, view.system
    if case is None:
        return
    names = " and ".join(view.found.drains[k].name for k in case.blocked)
    yield (f"Blocked: {names}", "", "head")
    if not case.escapes:
        yield ("water finds no way out", "", "main")
        return
    yield ("deepest", with_unit(case.depth, Quantity.THICKNESS, system), "main")
    yield ("load there", with_unit(case.most, Quantity.AREA_MASS, system), "main")
    yield ("mean load", with_unit(case.mean, Quantity.AREA_MASS, system), "plain")
    yield ("water", with_unit(case.volume, Quantity.VOLUME, system), "plain")
    yield ("weight", with_unit(case.volume * 1000, Quantity.MASS, system), "plain")
    wet = sum(pool.area for pool in case.pools)
    yield ("wetted", with_unit(wet, Quantity.AREA, system), "plain")
    allowed = view.found.stated.allowance
    stated = with_unit(allowed, Quantity.AREA_MASS, system) if allowed else "not stated"
    yield ("structure may bear", stated, "plain")
    leaves = "over " + ", ".join(o.name for o in view.found.stated.overflows if o.id in case.exits)
    yield ("it leaves", leaves if any(case.exits) else "over a ridge or the rim", "plain")
