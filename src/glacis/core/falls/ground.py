# SPDX-License-Identifier: GPL-3.0-or-later
"""The plan that a surface lies on: its walls, the corners that falls go round, and who sees whom.

It depends on outline and obstacles alone, so it is worked out once while outlets are dragged.
"""

from collections.abc import Iterator
from itertools import chain
from math import cos, sin

import numpy as np
import shapely
from shapely.affinity import rotate
from shapely.geometry import MultiPolygon, Polygon
from shapely.geometry.polygon import orient

from glacis.core.errors import ValueRefused
from glacis.core.falls.arrays import Arrayed
from glacis.core.falls.engine.cells import CORNERS
from glacis.core.falls.engine.sights import CONVEX, NEAR, OPEN, REFLEX, is_within, sights, touch
from glacis.core.falls.sources import Point, distance, way
from glacis.core.model.lookup import turning

Ring = tuple[Point, ...]

STRAIGHT = 1e-9
"""Sine of the turn under which a corner is none [-]; our judgement: 1 µm in 1 km."""
TILES_AT_LEAST, TILES_TO_A_CORNER = 60, 6
"""Tiles that the plan is cut into; our judgement: measured to be near the fastest."""
SPECK = 1e-6
"""Area below which a part of the plan is none [m²]; our judgement: a square millimetre."""


class Ground(Arrayed, frozen=True, eq=False):
    """A plan made ready.

    Attributes:
        rings: of every part, anticlockwise, and of its holes, clockwise [m].
        walls: (n, 4) [m], the roof on their left.
        turns: all corners (c, 2) [m].
        turn_cones: what each of those touches (c, 5).
        corners: those that falls go round (r, 2) [m].
        cones: what each of them touches (r, 5).
        seen: which corners see each other (r, r).
        tiles: convex parts that make up the plan (t, CORNERS, 2) [m].
        tile_counts: of their corners (t,).
        area: [m²].
    """

    rings: tuple[Ring, ...]
    walls: np.ndarray
    turns: np.ndarray
    turn_cones: np.ndarray
    corners: np.ndarray
    cones: np.ndarray
    seen: np.ndarray
    tiles: np.ndarray
    tile_counts: np.ndarray
    area: float


def ground_of(outline: Ring, obstacles: tuple[Ring, ...] = (), gap: float = 0.0) -> Ground:
    """A plan with what stands in the way of water cut out of it.

    Args:
        outline: corners in plan [m].
        obstacles: kerbs, courtyards, internal gutters, each a ring [m].
        gap: obstacles closer than this are one to water [m].

    Raises:
        ValueRefused: where nothing is left of the outline.
    """
    plan = Polygon(outline).difference(_joined(obstacles, gap)) if obstacles else Polygon(outline)
    parts = [part for part in getattr(plan, "geoms", (plan,)) if part.area > SPECK]
    if not parts:
        raise ValueRefused("outline of the falls", 0.0, "a plan with something left of it")
    whole = MultiPolygon([orient(part) for part in parts])
    rings = tuple(_rings(whole))
    walls = np.array([(*a, *b) for ring in rings for a, b in ring_sides(ring)])
    found = [turn for ring in rings for turn in _turns(ring)]
    turns = np.array([at for at, _ in found], dtype=float)
    turn_cones = np.array([cone for _, cone in found], dtype=float)
    corners, cones = turns[turn_cones[:, 0] == REFLEX], turn_cones[turn_cones[:, 0] == REFLEX]
    clean = shapely.union_all([Polygon(ring) for ring in rings if turning(ring) > 0]).difference(
        shapely.union_all([Polygon(ring) for ring in rings if turning(ring) < 0])
    )
    tiles, counts = _tiles(clean, walls, TILES_AT_LEAST + TILES_TO_A_CORNER * len(corners))
    seen = sights(corners, cones, walls)
    return Ground(
        rings, walls, turns, turn_cones, corners, cones, seen, tiles, counts, float(clean.area)
    )


def _tiles(plan: Polygon, walls: np.ndarray, number: int) -> tuple[np.ndarray, np.ndarray]:
    """The plan in about so many convex parts, squares along its longest wall where they fit."""
    ways = walls[:, 2:] - walls[:, :2]
    longest = ways[int(np.argmax((ways**2).sum(axis=1)))]
    angle = float(np.arctan2(longest[1], longest[0]))
    angle -= round(angle / (np.pi / 2)) * np.pi / 2  # squares along the axes stay exact
    turned = rotate(plan, -angle, origin=(0.0, 0.0), use_radians=True)
    left, low, right, high = turned.bounds
    size = (turned.area / number) ** 0.5
    across, up = max(1, round((right - left) / size)), max(1, round((high - low) / size))
    x, y = np.linspace(left, right, across + 1), np.linspace(low, high, up + 1)
    gx, gy = np.meshgrid(x, y)
    boxes = shapely.box(gx[:-1, :-1], gy[:-1, :-1], gx[1:, 1:], gy[1:, 1:]).ravel()
    shapely.prepare(turned)
    parts = shapely.get_parts(shapely.intersection(turned, boxes))
    parts = parts[shapely.area(parts) > 0]
    convex = shapely.area(shapely.convex_hull(parts)) <= shapely.area(parts) * (1 + STRAIGHT)
    convex &= (shapely.get_num_interior_rings(parts) == 0) & (
        shapely.get_num_coordinates(parts) < 9
    )
    cut = [shapely.get_parts(shapely.constrained_delaunay_triangles(p)) for p in parts[~convex]]
    turn = np.array([(cos(angle), sin(angle)), (-sin(angle), cos(angle))])
    whole = (orient(part).exterior.coords[:-1] for part in (*parts[convex], *chain(*cut)))
    rings = [
        ring for ring in (_plain_ring(np.array(tile) @ turn) for tile in whole) if len(ring) > 2
    ]
    tiles = np.zeros((len(rings), CORNERS, 2))
    for k, ring in enumerate(rings):
        tiles[k, : len(ring)] = ring
    return tiles, np.array([len(ring) for ring in rings])


def _plain_ring(ring: np.ndarray) -> np.ndarray:
    """The corners of a tile without those that lie on each other."""
    away = ring - np.roll(ring, 1, axis=0)
    kept: np.ndarray = ring[(away**2).sum(axis=1) > NEAR**2]
    return kept


def _joined(obstacles: tuple[Ring, ...], gap: float) -> Polygon:
    together = shapely.union_all([Polygon(ring) for ring in obstacles])
    if gap <= 0 or len(obstacles) == 1:
        return together
    grown = together.buffer(gap / 2, join_style="mitre")
    return grown.buffer(-gap / 2, join_style="mitre").union(together)


def _rings(whole: MultiPolygon) -> Iterator[Ring]:
    for part in whole.geoms:
        for ring in (part.exterior, *part.interiors):
            points = _without_straight([(float(x), float(y)) for x, y in ring.coords[:-1]])
            if len(points) > 2:
                yield tuple(points)


def _without_straight(points: list[Point]) -> list[Point]:
    kept = [p for k, p in enumerate(points) if distance(points[k - 1], p) > NEAR]
    return [
        p
        for k, p in enumerate(kept)
        if abs(_turn(kept[k - 1], p, kept[(k + 1) % len(kept)])) > STRAIGHT
    ]


def _turn(a: Point, b: Point, c: Point) -> float:
    """Sine of the turn to the left at b, running from a to c; 2 where it turns right back."""
    ux, uy, vx, vy = b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]
    size = distance(a, b) * distance(b, c)
    if ux * vx + uy * vy < 0 and abs(ux * vy - uy * vx) <= STRAIGHT * size:
        return 2.0
    return (ux * vy - uy * vx) / size


def ring_sides(ring: Ring) -> Iterator[tuple[Point, Point]]:
    """Every corner with the next, the last with the first."""
    return zip(ring, (*ring[1:], ring[0]), strict=True)


def _turns(ring: Ring) -> Iterator[tuple[Point, tuple[float, ...]]]:
    """The corners of a ring, each with what it touches."""
    for k, at in enumerate(ring):
        before, after = ring[k - 1], ring[(k + 1) % len(ring)]
        kind = CONVEX if _turn(before, at, after) > 0 else REFLEX
        yield at, (float(kind), *way(before, at), *way(at, after))


def touched(ground: Ground, at: Point) -> np.ndarray:
    """What a point of the plan touches, for ``looks_inside``: a corner, a wall, or nothing."""
    return touch(at[0], at[1], ground.turns, ground.turn_cones, ground.walls)


def holds(ground: Ground, at: Point) -> bool:
    """Whether a point lies on the plan, its walls included."""
    return bool(touched(ground, at)[0] != OPEN or is_within(at[0], at[1], ground.walls))
