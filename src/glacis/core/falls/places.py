# SPDX-License-Identifier: GPL-3.0-or-later
"""Where outlets stand best: least volume, or least height, by going downhill from many starts.

Moving an outlet by d changes the height over a facet that springs from it by -g·d, so the volume falls
fastest along the sum of area times gradient over its facets. Own derivation. Steps that do not help are halved.
"""

from itertools import product
from math import hypot
from typing import Literal

import numpy as np
import shapely
from msgspec import Struct
from msgspec.structs import replace
from shapely.geometry import Point as Spot
from shapely.geometry import Polygon

from glacis.core.errors import GlacisError
from glacis.core.falls.ground import Ground
from glacis.core.falls.integrals import spread_of
from glacis.core.falls.plan import gauge_of, sources_of
from glacis.core.falls.sources import Point, PointSource
from glacis.core.falls.surface import Surface, shape_area, surface_of
from glacis.core.graph.part import Progress, unwatched
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Directions, Falls

Aim = Literal["volume", "height"]
CLEAR = 0.5
"""Outlets stay so far from walls and kerbs [m]; our judgement: room for the flange and to sweep."""
FIRST_STEP, LAST_STEP = 2.0, 0.05
"""Steps that outlets are moved in [m]; our judgement: from across a bay to a hand's breadth."""
STARTS = 6
"""Starts beside the stated one; our judgement: more hardly find better in our trials."""
STARTS_OF_SCHEMES = 3
"""Starts tried with other directions of the facets; our judgement."""
SCHEMES: tuple[Directions, ...] = ("four", "eight")
"""Directions that are tried besides the stated ones; our judgement: what boards are made for."""
MOST_TURNS = 60
"""Of the descent from one start; our judgement, twice what was needed in trials."""
SHOWN = 4
"""Answers at most, besides one with other directions; our judgement: a list that is read to its end."""
GRID = 0.05
"""Answers are told in steps of this [m]; our judgement: nobody drills a deck closer."""


class Answer(Struct, frozen=True):
    """Outlets elsewhere.

    Attributes:
        aim: what was made least.
        places: of the outlets, in their order, in plan [m].
        volume: under the surface, above the lowest outlet [m³].
        highest: place of the surface above the lowest outlet [m].
        directions: that facets face.
        fall: of every facet [-], so that no path of water falls less than it did.
    """

    aim: Aim
    places: tuple[Point, ...]
    volume: float
    highest: float
    directions: Directions
    fall: float


class Answers(Struct, frozen=True):
    """What was found, best volume first.

    Attributes:
        stated: the outlets as they stand.
        found: others, none worse than that in what it aims at.
    """

    stated: Answer
    found: tuple[Answer, ...]


def best_places(
    area: RoofArea, falls: Falls, ground: Ground, progress: Progress = unwatched
) -> Answers:
    """A short list of places for the stated outlets.

    Raises:
        GlacisError: where the stated outlets give no surface.
    """
    zone = _zone(ground)
    stated = tuple(outlet.at for outlet in falls.outlets)
    first = _measured(area, falls, ground, stated)
    starts = [stated, *_starts(zone, len(stated))]
    aims: tuple[Aim, ...] = ("volume", "height")
    runs = [(falls, aim, start) for aim, start in product(aims, starts)]
    runs += [
        (scheme, "volume", start)
        for scheme in _schemes(area, falls)
        for start in starts[:STARTS_OF_SCHEMES]
    ]
    found: list[Answer] = []
    for number, (scheme, aim, start) in enumerate(runs):
        progress(number / len(runs), f"start {number + 1} of {len(runs)}")
        answer = _descended(area, scheme, ground, zone, start, aim)
        if answer is not None and _worth(answer) < _worth(_as(first, aim)) - 1e-6:
            found.append(replace(answer, places=_nearest_first(falls, answer.places)))
    found.sort(key=lambda a: (a.aim != "volume", _worth(a)))
    return Answers(first, _distinct(found, falls.directions))


def _schemes(area: RoofArea, falls: Falls) -> list[Falls]:
    """Other directions of the facets, their fall such that no path of water falls less than it did."""
    if falls.along or falls.edges != "free" or any(line.cricket for line in falls.lines):
        return []
    least = gauge_of(falls, area).least_fall
    found = []
    for directions in SCHEMES:
        if directions != falls.directions:
            other = replace(falls, directions=directions)
            fall = falls.fall * least / gauge_of(other, area).least_fall
            found.append(replace(other, fall=fall))
    return found


def with_places(falls: Falls, places: tuple[Point, ...]) -> Falls:
    """The falls with their outlets moved."""
    moved = tuple(replace(outlet, at=at) for outlet, at in zip(falls.outlets, places, strict=True))
    return replace(falls, outlets=moved)


def with_answer(falls: Falls, answer: Answer) -> Falls:
    """The falls as an answer has them."""
    return replace(
        with_places(falls, answer.places), directions=answer.directions, fall=answer.fall
    )


def _nearest_first(falls: Falls, places: tuple[Point, ...]) -> tuple[Point, ...]:
    """The same places, each given to the outlet that has least far to go, where all are of one level."""
    if len({outlet.raised for outlet in falls.outlets}) > 1:
        return places
    left = list(places)
    ordered = []
    for outlet in falls.outlets:
        x, y = outlet.at
        nearest = min(left, key=lambda at: hypot(at[0] - x, at[1] - y))
        left.remove(nearest)
        ordered.append(nearest)
    return tuple(ordered)


def _as(answer: Answer, aim: Aim) -> Answer:
    return replace(answer, aim=aim)


def _worth(answer: Answer) -> float:
    return answer.volume if answer.aim == "volume" else answer.highest


def _distinct(found: list[Answer], stated: Directions) -> tuple[Answer, ...]:
    """The best of each aim, the best of other directions between them."""
    kept: list[Answer] = []
    for answer in found:
        same = any(
            (other.aim, other.directions) == (answer.aim, answer.directions)
            and abs(_worth(other) - _worth(answer)) < 1e-3 * _worth(other)
            for other in kept
        )
        if not same:
            kept.append(answer)
    plain = [a for a in kept if a.directions == stated]
    by_aim = [[a for a in plain if a.aim == aim][: SHOWN // 2] for aim in ("volume", "height")]
    others = [a for a in kept if a.directions != stated][:1]
    return (*by_aim[0], *others, *by_aim[1])


def _zone(ground: Ground) -> Polygon:
    """Where outlets may stand."""
    parts = [
        Polygon(tile[:count]) for tile, count in zip(ground.tiles, ground.tile_counts, strict=True)
    ]
    whole = shapely.union_all(parts, grid_size=1e-6)
    zone = whole.buffer(-CLEAR, join_style="mitre")
    return zone if not zone.is_empty else whole


def _starts(zone: Polygon, count: int) -> list[tuple[Point, ...]]:
    """Spread over the zone: even rows first, then by chance, always the same."""
    rng = np.random.default_rng(7)
    west, south, east, north = zone.bounds
    along = east - west >= north - south
    shares = [(k + 0.5) / count for k in range(count)]
    middle = ((west + east) / 2, (south + north) / 2)
    row = tuple(
        (west + s * (east - west), middle[1]) if along else (middle[0], south + s * (north - south))
        for s in shares
    )
    starts = [tuple(_into(zone, at) for at in row)]
    while len(starts) < STARTS:
        spots = rng.random((count, 2)) * (east - west, north - south) + (west, south)
        starts.append(tuple(_into(zone, (float(x), float(y))) for x, y in spots))
    return starts


def _into(zone: Polygon, at: Point) -> Point:
    """The nearest place of the zone."""
    spot = Spot(at)
    if zone.covers(spot):
        return at
    nearest = shapely.shortest_line(zone, spot).coords[0]
    return (float(nearest[0]), float(nearest[1]))


def _measured(area: RoofArea, falls: Falls, ground: Ground, places: tuple[Point, ...]) -> Answer:
    surface = surface_of(ground, sources_of(with_places(falls, places), area))
    return _answer(surface, places, falls)


def _answer(surface: Surface, places: tuple[Point, ...], falls: Falls) -> Answer:
    lowest = min(source.level for source in surface.sources)
    spread = spread_of(surface.cells, (0.0, 0.0, lowest))
    return Answer("volume", places, spread.volume, spread.most, falls.directions, falls.fall)


def _descended(
    area: RoofArea, falls: Falls, ground: Ground, zone: Polygon, start: tuple[Point, ...], aim: Aim
) -> Answer | None:
    """The best that is found downhill from a start, on the grid; None where it gives no surface."""
    places, step = start, FIRST_STEP
    try:
        surface = surface_of(ground, sources_of(with_places(falls, places), area))
    except GlacisError:
        return None
    best = _as(_answer(surface, places, falls), aim)
    for _ in range(MOST_TURNS):
        if step < LAST_STEP:
            break
        ways = _downhill(surface, places, aim)
        tried = tuple(
            _into(zone, (x + step * wx, y + step * wy))
            for (x, y), (wx, wy) in zip(places, ways, strict=True)
        )
        tried = tuple((_on_grid(x), _on_grid(y)) for x, y in tried)
        try:
            other = surface_of(ground, sources_of(with_places(falls, tried), area))
        except GlacisError:
            step /= 2
            continue
        answer = _as(_answer(other, tried, falls), aim)
        if _worth(answer) < _worth(best) - 1e-9:
            best, places, surface = answer, tried, other
        else:
            step /= 2
    return best


def _on_grid(value: float) -> float:
    return round(round(value / GRID) * GRID, 6)


def _downhill(surface: Surface, places: tuple[Point, ...], aim: Aim) -> list[Point]:
    """For every outlet a direction of at most unit length in which the aim falls."""
    numbers = [k for k, s in enumerate(surface.sources) if isinstance(s, PointSource)]
    cells = surface.cells
    ways: list[Point] = []
    for number, (x, y) in zip(numbers, places, strict=True):
        mine = cells.owners == number
        if not mine.any():
            ways.append((0.0, 0.0))
            continue
        held = np.arange(cells.shapes.shape[1]) < cells.counts[mine][:, None]
        if aim == "height":
            points = cells.shapes[mine][held]
            heights = np.repeat(cells.planes[mine], cells.counts[mine], axis=0)
            z = (heights[:, :2] * points).sum(axis=1) + heights[:, 2]
            dx, dy = points[int(np.argmax(z))] - (x, y)
        else:
            areas = np.array([shape_area(cells.shape(int(k))) for k in np.flatnonzero(mine)])
            dx, dy = areas @ cells.planes[mine][:, :2]
        size = hypot(dx, dy)
        ways.append((float(dx / size), float(dy / size)) if size > 1e-9 else (0.0, 0.0))
    return ways
