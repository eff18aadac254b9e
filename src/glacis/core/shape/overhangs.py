# SPDX-License-Identifier: GPL-3.0-or-later
"""How far a roof reaches out beyond its outline, and where its planes begin there."""

from math import hypot, radians, tan

from glacis.core.model.geometry import FootprintEdge, Loop, Point
from glacis.core.shape.rims import ALIKE, RoofRefused


def start_of(edge: FootprintEdge) -> float:
    """Height of a plane where it begins, at the tip of its overhang [m]."""
    return edge.rise - edge.overhang * tan(radians(edge.pitch))


def run_of(a: Point, b: Point) -> tuple[float, float]:
    """Direction of an edge, of length 1."""
    size = hypot(b[0] - a[0], b[1] - a[1])
    return (b[0] - a[0]) / size, (b[1] - a[1]) / size


def _corner(before: tuple[Point, Point, float], after: tuple[Point, Point, float]) -> Point:
    """Where two edges meet after each moved outward by its overhang."""
    (at, run, out), (here, way, reach) = before, after
    det = run[0] * way[1] - run[1] * way[0]
    if abs(det) < ALIKE:
        if abs(out - reach) > ALIKE:
            raise RoofRefused("two edges in one line have different overhangs", here)
        return here[0] + way[1] * reach, here[1] - way[0] * reach
    # Offsets along the outward normals (dy, -dx) of both edges.
    one = at[0] * run[1] - at[1] * run[0] + out
    two = here[0] * way[1] - here[1] * way[0] + reach
    return (two * run[0] - one * way[0]) / det, (two * run[1] - one * way[1]) / det


def reached(loop: Loop) -> tuple[Point, ...]:
    """The corners of a loop with all overhangs [m]."""
    if not any(edge.overhang for edge in loop.edges):
        return loop.outline
    lines = [(edge.at, run_of(edge.at, end), edge.overhang) for edge, end in loop.sides]
    return tuple(_corner(lines[k - 1], lines[k]) for k in range(len(lines)))
