# SPDX-License-Identifier: GPL-3.0-or-later
"""Where the planes of a surface spring from: outlets, the ends of level lines, and the corners they reach."""

import numpy as np
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.falls.engine.envelope import FAN, ONE_SIDE, TWO_SIDES
from glacis.core.falls.engine.sights import NEAR, is_clear, reach_corners, settle
from glacis.core.falls.ground import Ground, holds, touched
from glacis.core.falls.sources import Gauge, LineSource, Point, PointSource, Source, distance, way

UNREACHED = 1e300
"""Above every level [m]; our judgement."""


class PlaceRefused(ValueRefused):
    """A thing in the plan that cannot be where it is.

    Attributes:
        thing: its id.
        at: where, in plan [m].
    """

    def __init__(self, field: str, expected: str, thing: str, at: Point) -> None:
        super().__init__(field, f"({at[0]:.2f}, {at[1]:.2f})", expected)
        self.thing = thing
        self.at = at


class Origin(Struct, frozen=True):
    """A point that fans of planes spring from, or a level line.

    Attributes:
        at: in plan [m].
        level: of the surface there [m].
        source: index of the source that it drains to.
        gauge: by which it rises.
        cone: what it touches, see ``looks_inside``.
        half: the direction on whose left it looks, or along which the line lies; zeros for all round.
        line: the level line that it is; None for a point.
        is_corner: whether it is a corner that falls go round.
    """

    at: Point
    level: float
    source: int
    gauge: Gauge
    cone: tuple[float, ...]
    half: tuple[float, float] = (0.0, 0.0)
    line: LineSource | None = None
    is_corner: bool = False

    @property
    def row(self) -> tuple[float, ...]:
        """As ``envelope`` wants it."""
        line = self.line
        kind = FAN if line is None else TWO_SIDES if line.both_sides else ONE_SIDE
        length, fall = (0.0, 0.0) if line is None else (distance(line.start, line.end), line.fall)
        return (*self.at, self.level, *self.half, kind, length, fall)


def origins_of(ground: Ground, sources: tuple[Source, ...]) -> tuple[Origin, ...]:
    """All origins: points first, then the corners they reach, by gauge and height, then lines.

    Raises:
        PlaceRefused: for a source beside the plan.
    """
    points, lines = [], []
    for number, source in enumerate(sources):
        if isinstance(source, PointSource):
            points.append(_point(ground, number, source, source.at))
            continue
        half = way(source.start, source.end)
        if distance(source.start, source.end) <= NEAR:
            raise PlaceRefused("level line", "a line with a length", source.id, source.start)
        for at in (source.start, source.end):
            points.append(_point(ground, number, source, at))
        cone = points[-1].cone
        lines.append(Origin(source.start, source.foot, number, source.gauge, cone, half, source))
    corners = _corners(ground, points, lines)
    return (*points, *corners, *lines)


def _point(ground: Ground, number: int, source: Source, at: Point) -> Origin:
    if not holds(ground, at):
        kind = "outlet" if isinstance(source, PointSource) else "level line"
        raise PlaceRefused(f"{kind} {source.id}", "a place on the roof", source.id, at)
    one_sided = isinstance(source, LineSource) and not source.both_sides
    half = way(source.start, source.end) if one_sided else (0.0, 0.0)  # type: ignore[union-attr]
    cone = tuple(float(x) for x in touched(ground, at))
    level = source.foot if isinstance(source, LineSource) else source.level
    return Origin(at, level, number, source.gauge, cone, half)


def _corners(ground: Ground, points: list[Origin], lines: list[Origin]) -> list[Origin]:
    """For every gauge, the corners that its sources reach, lowest first."""
    found = []
    for gauge in dict.fromkeys(point.gauge for point in points):
        gradients = np.array(gauge.gradients)
        levels = np.full(len(ground.corners), UNREACHED)
        owners = np.full(len(ground.corners), -1)
        for point in points:
            if point.gauge == gauge:
                reach_corners(
                    np.array(point.row), np.array(point.cone), gradients, point.source,
                    ground.corners, ground.cones, ground.walls, levels, owners,
                )  # fmt: skip
        for line in lines:
            if line.gauge == gauge:
                _reach_from_line(ground, line, levels, owners)
        settle(levels, owners, ground.corners, ground.seen, gradients)
        for k in np.argsort(levels, kind="stable"):
            if levels[k] < UNREACHED:
                x, y = ground.corners[k]
                cone = tuple(float(c) for c in ground.cones[k])
                level, owner = float(levels[k]), int(owners[k])
                found.append(
                    Origin((float(x), float(y)), level, owner, gauge, cone, is_corner=True)
                )
    return found


def _reach_from_line(
    ground: Ground, origin: Origin, levels: np.ndarray, owners: np.ndarray
) -> None:
    line = origin.line
    if line is None:
        return
    (x0, y0), (ux, uy) = line.start, origin.half
    length = distance(line.start, line.end)
    for k, (x, y) in enumerate(ground.corners):
        on, off = ux * (x - x0) + uy * (y - y0), ux * (y - y0) - uy * (x - x0)
        if not 0 <= on <= length or (off < -NEAR and not line.both_sides):
            continue
        level = line.foot + line.fall * abs(off)
        if level < levels[k] and is_clear(x0 + on * ux, y0 + on * uy, x, y, ground.walls):
            levels[k], owners[k] = level, origin.source
