# SPDX-License-Identifier: GPL-3.0-or-later
"""From stated falls to surface, facets, what every outlet takes, and what stands when it is blocked."""

from collections.abc import Iterator
from math import hypot

import numpy as np
from msgspec.structs import replace

from glacis.core.errors import GlacisError
from glacis.core.falls.crickets import HalfCricket, fall_along, with_crickets
from glacis.core.falls.drawn_ridges import RidgesAskew, with_ridges
from glacis.core.falls.engine.sights import is_clear
from glacis.core.falls.facets import Facet, Facets, Line, facets_of
from glacis.core.falls.found import Drain, Drained, Escape, Undrained
from glacis.core.falls.ground import Ground
from glacis.core.falls.integrals import Spread, spread_of
from glacis.core.falls.kerb_crickets import kerb_halves
from glacis.core.falls.level_edges import NotSeenWhole, with_level_edges
from glacis.core.falls.mouths import line_flows, outlet_flow, outlet_head, outlet_pipe
from glacis.core.falls.origins import Origin, PlaceRefused
from glacis.core.falls.plan import deck_of, runs_of, sources_of
from glacis.core.falls.raising import with_troughs
from glacis.core.falls.sources import LineSource, Source
from glacis.core.falls.standing import Spill, Standing, passes_of, standing
from glacis.core.falls.surface import Surface, Unreached, surface_of
from glacis.core.falls.water import (
    MILLI,
    USUAL_HEAD,
    WALL_SHARE,
    opening,
    run_off,
)
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls, LevelLine, Outlet, Overflow

LEVEL = 1e-6
"""Heights closer than this are one [m]; our judgement."""


def drained(area: RoofArea, falls: Falls, ground: Ground) -> Drained | Undrained:
    """The falls of an area, or what is wrong with them."""
    try:
        return _drained(area, falls, ground)
    except PlaceRefused as fault:
        return Undrained(falls, str(fault), fault.at, fault.thing)
    except RidgesAskew as fault:
        return Undrained(falls, str(fault), fault.at, fault.thing)
    except (Unreached, NotSeenWhole) as fault:
        return Undrained(falls, str(fault), fault.at)
    except GlacisError as fault:
        return Undrained(falls, str(fault))


def _drained(area: RoofArea, falls: Falls, ground: Ground) -> Drained:
    surface = _surface(area, falls, ground)
    lowest = min(source.level for source in surface.sources)
    facets = facets_of(surface.cells)
    heights = spread_of(surface.cells, (0.0, 0.0, lowest))
    slope_x, slope_y, _ = deck_of(area)
    over = spread_of(surface.cells, (slope_x, slope_y, 0.0))
    drains = _drains(falls, surface, heights, lowest)
    escapes = tuple(_escape(overflow, surface, lowest) for overflow in falls.overflows)
    return Drained(
        area=area,
        stated=falls,
        surface=surface,
        facets=facets,
        deck=(slope_x, slope_y, over.least),
        heights=heights,
        over_deck=Spread(over.areas, over.corners - over.least, over.owners),
        drains=drains,
        escapes=escapes,
        cases=_cases(falls, facets, heights, drains, escapes),
        least_fall=_least_fall(surface, facets),
        longest=max(_longest(surface, ground), _over_crickets(falls, surface)),
    )


def _surface(area: RoofArea, falls: Falls, ground: Ground) -> Surface:
    """The surface of the stated scheme: crickets and level edges on what the sources make."""
    bare = surface_of(ground, sources_of(falls, area))
    surface = replace(bare, cells=with_troughs(bare.cells, bare.sources))
    if falls.edges == "level":
        return with_level_edges(surface, falls.fall)
    if falls.edges == "drawn":
        return with_ridges(surface, ground, falls.ridges, falls.fall)
    halves = (*_halves(falls, surface), *kerb_halves(surface, ground, falls.kerb_cricket))
    return replace(surface, cells=with_crickets(surface.cells, halves)) if halves else surface


def _halves(falls: Falls, surface: Surface) -> Iterator[HalfCricket]:
    numbers = {source.id: number for number, source in enumerate(surface.sources)}
    for run in runs_of(falls):
        line = run.line
        along = fall_along(line.cricket_rule, falls.fall, line.cricket)
        for crest in (run.start, run.end):
            if hypot(crest[0] - run.at[0], crest[1] - run.at[1]) < LEVEL:
                continue
            forward = crest == run.end
            for left in (True, False) if line.both_sides else (forward,):
                yield HalfCricket(
                    run.at, crest, left, line.raised, falls.fall, line.cricket, along,
                    numbers[run.outlet.id],
                )  # fmt: skip


def _drains(falls: Falls, surface: Surface, heights: Spread, lowest: float) -> tuple[Drain, ...]:
    named: dict[str, Outlet | LevelLine] = {outlet.id: outlet for outlet in falls.outlets}
    named |= {line.id: line for line in falls.lines}
    extra = _from_above(falls, surface, heights)
    found = []
    for number, source in enumerate(surface.sources):
        thing = named[source.id]
        catchment = heights.area_of(number)
        share = catchment / heights.area
        counted = catchment + WALL_SHARE * falls.wall_above * share
        flow = run_off(falls.rain, counted, falls.risk) + extra[number]
        capacity, head, pipe = _taken(thing, flow)
        found.append(
            Drain(
                thing.id, thing.name, source.level - lowest, catchment, flow, capacity, head,
                surface.dry[number], pipe,
            )
        )  # fmt: skip
    return tuple(found)


def _taken(
    thing: Outlet | LevelLine, flow: float
) -> tuple[float | None, float | None, float | None]:
    """Capacity [l/s], the head at which it takes its flow [m], and what its pipes carry [l/s]."""
    if isinstance(thing, Outlet):
        capacity = outlet_flow(thing, USUAL_HEAD / MILLI)
        return capacity, outlet_head(thing, flow), outlet_pipe(thing)
    flows = line_flows(thing)
    return (None, None, None) if flows is None else (flows[0], None, flows[1])


def _from_above(falls: Falls, surface: Surface, heights: Spread) -> list[float]:
    """What upper roofs bring to every source [l/s]: spread, and all of a spout to where it lands."""
    count = len(surface.sources)
    found = [falls.from_above * heights.area_of(k) / heights.area for k in range(count)]
    for spout in falls.spouts:
        owner = surface.owner_at(spout.at)
        if owner is None:
            raise PlaceRefused(f"spout '{spout.name}'", "a place on the roof", spout.id, spout.at)
        found[owner] += spout.flow
    return found


def _escape(overflow: Overflow, surface: Surface, lowest: float) -> Escape:
    owner = surface.owner_at(overflow.at)
    if owner is None:
        place = "a place on the edge of the roof"
        raise PlaceRefused(f"overflow '{overflow.name}'", place, overflow.id, overflow.at)
    full = opening(overflow.width * MILLI, overflow.height * MILLI, overflow.height * MILLI)
    return Escape(overflow, owner, surface.level_at(overflow.at) - lowest, full)


def _cases(
    falls: Falls,
    facets: Facets,
    heights: Spread,
    drains: tuple[Drain, ...],
    escapes: tuple[Escape, ...],
) -> tuple[Standing, ...]:
    """Each outlet blocked alone, then all outlets together."""
    partings = tuple(line for line in facets.creases if line.owners[0] != line.owners[1])
    lowest = min([o.raised for o in falls.outlets] + [line.raised for line in falls.lines])
    passes = passes_of(partings, lowest)
    spills = [
        Spill(e.stated.id, e.owner, max(e.stated.sill, e.surface), e.stated.width, e.stated.height)
        for e in escapes
    ]
    rim = falls.upstand
    if rim > 0:
        spills += [Spill("", owner, rim, 1.0, 1.0) for owner in range(len(drains))]
    flows = tuple(drain.flow for drain in drains)
    outlets = [k for k, drain in enumerate(drains) if drain.head is not None and not drain.dry]
    chosen = [(k,) for k in outlets] + ([tuple(outlets)] if len(outlets) > 1 else [])
    return tuple(standing(blocked, heights, passes, tuple(spills), flows) for blocked in chosen)


def _least_fall(surface: Surface, facets: Facets) -> float:
    """The least fall of facets, of valleys, and along walls that water runs to."""
    falls = [facet.fall for facet in facets.facets if not _is_trough(facet, surface.sources)]
    for line in (*facets.creases, *facets.walls):
        if line.kind in ("ridge", "parting") or _is_gutter(line, surface.sources):
            continue
        falls.append(line.fall)
    return min(falls)


def _is_trough(facet: Facet, sources: tuple[Source, ...]) -> bool:
    """Whether a facet is a gutter's level trough."""
    source = sources[facet.owner]
    return isinstance(source, LineSource) and source.trough > 0 and facet.fall < LEVEL


def _is_gutter(line: Line, sources: tuple[Source, ...]) -> bool:
    """Whether a crease or wall is a level line itself."""
    return any(
        isinstance(sources[owner], LineSource)
        and max(abs(level - sources[owner].level) for level in line.levels) < LEVEL
        for owner in line.owners
    )


def _longest(surface: Surface, ground: Ground) -> float:
    """The longest way of water: straight to where a fan springs from, and on round corners [m]."""
    origins = surface.origins
    used = np.unique(surface.cells.origins[surface.cells.origins >= 0])
    lengths = _way_lengths(origins, ground)
    longest = 0.0
    for number in used.tolist():
        origin = origins[number]
        mine = surface.cells.origins == number
        shapes, counts = surface.cells.shapes[mine], surface.cells.counts[mine]
        points = shapes[np.arange(shapes.shape[1]) < counts[:, None]]
        away = points - np.array(origin.at)
        if origin.line is not None:
            ux, uy = origin.half
            far = np.abs(ux * away[:, 1] - uy * away[:, 0])
        else:
            far = np.hypot(away[:, 0], away[:, 1])
        longest = max(longest, float(far.max()) + lengths[number])
    return longest


def _over_crickets(falls: Falls, surface: Surface) -> float:
    """The longest straight way from a cricket to its outlet [m]; 0 without crickets."""
    longest = 0.0
    for run in runs_of(falls):
        number = next(k for k, source in enumerate(surface.sources) if source.id == run.outlet.id)
        mine = (surface.cells.owners == number) & (surface.cells.origins < 0)
        shapes, counts = surface.cells.shapes[mine], surface.cells.counts[mine]
        points = shapes[np.arange(shapes.shape[1]) < counts[:, None]] - np.array(run.at)
        if len(points):
            longest = max(longest, float(np.hypot(points[:, 0], points[:, 1]).max()))
    return longest


def _way_lengths(origins: tuple[Origin, ...], ground: Ground) -> list[float]:
    """From every origin to its source [m]."""
    lengths = [0.0] * len(origins)
    corners = [k for k, origin in enumerate(origins) if origin.is_corner]
    for place, k in enumerate(corners):
        here = origins[k]
        before = [j for j, o in enumerate(origins) if not o.is_corner] + corners[:place]
        lengths[k] = min(
            (
                _step(origins[j], here, ground) + lengths[j]
                for j in before
                if _leads(origins[j], here)
            ),
            default=0.0,
        )
    return lengths


def _leads(before: Origin, here: Origin) -> bool:
    """Whether the height of a corner is reached from another origin, walls apart."""
    if before.source != here.source or before.gauge != here.gauge:
        return False
    dx, dy = here.at[0] - before.at[0], here.at[1] - before.at[1]
    if before.line is not None:
        rise = before.line.fall * abs(before.half[0] * dy - before.half[1] * dx)
    else:
        rise = before.gauge.rise(dx, dy)
    return abs(before.level + rise - here.level) < LEVEL


def _step(before: Origin, here: Origin, ground: Ground) -> float:
    (x0, y0), (x1, y1) = before.at, here.at
    if before.line is not None:
        ux, uy = before.half
        on = ux * (x1 - x0) + uy * (y1 - y0)
        x0, y0 = x0 + on * ux, y0 + on * uy
    clear = is_clear(x0, y0, x1, y1, ground.walls)
    return hypot(x1 - x0, y1 - y0) if clear else float("inf")
