# SPDX-License-Identifier: GPL-3.0-or-later
"""The section of a junction as it is drawn: pieces in their true form, isotherms, ways of the heat."""

from collections.abc import Iterable, Sequence
from math import ceil, hypot

import contourpy
import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.conduction.section import Bend, Box, Region
from glacis.core.conduction.solve import Solved, solve
from glacis.core.errors import ValueRefused
from glacis.core.junctions.cases import EdgeCase, draw
from glacis.core.junctions.edge_solved import EdgeFault, EdgeSolved
from glacis.core.junctions.sections.drawn import INSIDE, OUTSIDE, Drawn, Span
from glacis.core.junctions.solved import QUICK, solve_quickly
from glacis.core.model.junctions import Control

Points = tuple[tuple[float, float], ...]
MOST_ISOTHERMS = 32
"""Isotherms of a drawing at most; our judgement: more close up to a tint."""
LEAST_SPAN = 0.1
"""Between inside and outside [K], below which nothing is told by temperature; our judgement."""
WAYS = 9
"""Ways of the heat that are drawn; our judgement: as many as can be followed."""
BENT_STEPS = 16
"""Points along a side of a bent piece; our judgement: the eye sees no corner."""


class Shown(Struct, frozen=True):
    """A piece in its true form.

    Attributes:
        name: as drawings call it; empty for air.
        hatch: drawing convention.
        outline: corners [m].
        ambient: number of its air; -1 for material.
        box: its rectangle before bending [m].
    """

    name: str
    hatch: str
    outline: Points
    ambient: int
    box: Box


class Isotherm(Struct, frozen=True):
    """A line of one temperature [°C]; the critical one is that at which inner faces get too cold."""

    temperature: float
    lines: tuple[Points, ...]
    critical: bool = False


class Rooms(Struct, frozen=True):
    """Airs that a section is told in.

    Attributes:
        inside: of the rooms [°C].
        outside: on the design day [°C].
        needed: f_Rsi that inner faces need [-]; None where no month asks for one.
    """

    inside: float = 20.0
    outside: float = 0.0
    needed: float | None = None

    def at(self, share: float) -> float:
        """Temperature [°C] at a share of the way from outside to inside [-]."""
        return self.outside + share * (self.inside - self.outside)

    def share(self, temperature: float) -> float:
        """Share of the way from outside to inside [-] at a temperature [°C]."""
        return (temperature - self.outside) / (self.inside - self.outside)


class SectionView(Struct, frozen=True):
    """What the drawing of a section shows.

    Attributes:
        case: what it is drawn from.
        pieces: later ones lie over earlier ones.
        box: left, right, bottom, top of what is drawn [m].
        rooms: airs that it is told in.
        isotherms: at whole degrees, and at the temperature at which inner faces get too cold.
        ways: of the heat, from inside to outside.
        runs: ways of the control lines.
        solved: on the coarse grid.
        bend: of the rectangles.
        spans: reference lengths, of sections that are not bent.
    """

    case: EdgeCase
    pieces: tuple[Shown, ...]
    box: tuple[float, float, float, float]
    rooms: Rooms
    isotherms: tuple[Isotherm, ...]
    ways: tuple[Points, ...]
    runs: tuple[tuple[Control, Points], ...]
    solved: EdgeSolved
    bend: Bend = Bend()
    spans: tuple[Span, ...] = ()


def _turned(
    x: NDArray[np.float64], y: NDArray[np.float64], bend: Bend
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Places in the attitude that the section has on the roof: a slope that was solved lying falls away."""
    if bend.kind != "apex":
        return x, y
    turn = np.radians(bend.pitch)
    return x * np.cos(turn) - y * np.sin(turn), x * np.sin(turn) + y * np.cos(turn)


def turned(point: tuple[float, float], bend: Bend) -> tuple[float, float]:
    """A place of the solved section as it lies on the roof."""
    x, y = _turned(np.array([point[0]]), np.array([point[1]]), bend)
    return float(x[0]), float(y[0])


def bent(points: Iterable[tuple[float, float]], bend: Bend) -> Points:
    """Points of the rectangles in the true section, as it lies on the roof."""
    flat = np.array(list(points), dtype=float)
    x, y = _turned(*bend.at(flat[:, 0], flat[:, 1]), bend)
    return tuple(zip(x.tolist(), y.tolist(), strict=True))


def _along(points: Sequence[tuple[float, float]], steps: int) -> list[tuple[float, float]]:
    """Points with as many again between each two."""
    found = []
    for (x0, y0), (x1, y1) in zip(points, points[1:], strict=False):
        found += [(x0 + (x1 - x0) * k / steps, y0 + (y1 - y0) * k / steps) for k in range(steps)]
    return [*found, points[-1]]


def _outline(region: Region, bend: Bend) -> Points:
    x0, x1, y0, y1 = region.box
    corners = [(x0, y0), (x1, y0), (x1, y1), (x0, y1), (x0, y0)]
    if bend.kind == "none" or bend.pitch == 0:
        return tuple(corners[:-1])
    return bent(_along(corners, BENT_STEPS), bend)[:-1]


def _fields(solved: Solved, bend: Bend) -> tuple[NDArray[np.float64], ...]:
    """Places of all crossings and temperatures there, masked where nothing conducts."""
    x, y = np.meshgrid(solved.grid.x, solved.grid.y)
    x, y = bend.at(x, y)
    number = solved.mesh.number
    theta = np.where(number >= 0, solved.temperatures[np.maximum(number, 0)], np.nan)
    return x, y, theta


def _degrees(rooms: Rooms) -> list[tuple[float, bool]]:
    """Temperatures that get an isotherm, and whether each is the critical one."""
    low, high = sorted((rooms.inside, rooms.outside))
    if high - low < LEAST_SPAN:
        return []
    step = next(step for step in (1, 2, 5, 10, 20) if (high - low) / step <= MOST_ISOTHERMS)
    first = ceil((low + 1e-9) / step) * step
    found = [(float(degree), False) for degree in range(first, ceil(high), step)]
    if rooms.needed is not None and 0 < rooms.needed < 1:
        found.append((rooms.at(rooms.needed), True))
    return found


def _isotherms(solved: Solved, bend: Bend, rooms: Rooms) -> tuple[Isotherm, ...]:
    x, y, theta = _fields(solved, bend)
    x, y = _turned(x, y, bend)
    drawer = contourpy.contour_generator(x, y, np.ma.masked_invalid(theta))
    found = []
    for degree, critical in _degrees(rooms):
        level = OUTSIDE + (INSIDE - OUTSIDE) * rooms.share(degree)
        traced: list[NDArray[np.float64]] = list(drawer.lines(level))  # type: ignore[arg-type]
        lines = tuple(
            tuple((float(px), float(py)) for px, py in line) for line in traced if len(line) > 1
        )
        if lines:
            found.append(Isotherm(degree, lines, critical))
    return tuple(found)


class _Flow:
    """The way heat takes through the cells of a solved section, in the coordinates of its rectangles."""

    def __init__(self, solved: Solved, bend: Bend) -> None:
        grid = solved.grid
        self.x, self.y, self.solid = grid.x, grid.y, grid.conductivity > 0
        px, py, theta = _fields(solved, bend)
        theta = np.nan_to_num(theta)
        wide, high = np.diff(self.x)[None, :], np.diff(self.y)[:, None]

        def slopes(f: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
            along = (f[:-1, 1:] - f[:-1, :-1] + f[1:, 1:] - f[1:, :-1]) / 2 / wide
            upward = (f[1:, :-1] - f[:-1, :-1] + f[1:, 1:] - f[:-1, 1:]) / 2 / high
            return along, upward

        (xu, xv), (yu, yv), (tu, tv) = slopes(px), slopes(py), slopes(theta)
        size = xu * yv - xv * yu
        gx, gy = (yv * tu - yu * tv) / size, (xu * tv - xv * tu) / size
        self.u, self.v = -(yv * gx - xv * gy) / size, -(xu * gy - yu * gx) / size

    def way(self, x: float, y: float) -> list[tuple[float, float]]:
        """From a point within the section down the temperatures, until it leaves."""
        points = [(x, y)]
        for _ in range(600):
            column, row = int(np.searchsorted(self.x, x)) - 1, int(np.searchsorted(self.y, y)) - 1
            if not (
                0 <= column < len(self.x) - 1
                and 0 <= row < len(self.y) - 1
                and self.solid[row, column]
            ):
                break
            u, v = float(self.u[row, column]), float(self.v[row, column])
            speed = hypot(u, v)
            if speed < 1e-12:
                break
            wide, high = self.x[column + 1] - self.x[column], self.y[row + 1] - self.y[row]
            step = (
                0.6 * min(wide / abs(u) if u else 1e9, high / abs(v) if v else 1e9) + 1e-6 / speed
            )
            x, y = x + u * step, y + v * step
            points.append((x, y))
        return points


def _ways(solved: Solved, drawn: Drawn) -> tuple[Points, ...]:
    """Ways that carry equal parts of what the rooms lose, begun on their faces."""
    mesh, faces = solved.mesh, solved.mesh.faces
    airs = drawn.section.ambients
    rooms = np.array([air.is_room for air in airs])
    inner = rooms[faces.ambient]
    if not inner.any():
        return ()
    start, end = faces.start[inner], faces.end[inner]
    warm = np.array([air.temperature for air in airs])[faces.ambient[inner]]
    lost = (warm - (solved.temperatures[start] + solved.temperatures[end]) / 2) * faces.length[
        inner
    ]
    sums = np.cumsum(lost / faces.film[inner])
    number = mesh.number
    flat_x, flat_y = np.meshgrid(solved.grid.x, solved.grid.y)
    ux, uy = flat_x[number >= 0], flat_y[number >= 0]
    middle = ((ux[start] + ux[end]) / 2, (uy[start] + uy[end]) / 2)
    flow = _Flow(solved, drawn.section.bend)
    found = []
    for k in range(WAYS):
        at = int(np.searchsorted(sums, sums[-1] * (k + 0.5) / WAYS))
        x, y = float(middle[0][at]), float(middle[1][at])
        nudges = ((1e-6, 0.0), (-1e-6, 0.0), (0.0, 1e-6), (0.0, -1e-6))
        longest = max((flow.way(x + dx, y + dy) for dx, dy in nudges), key=len)
        if len(longest) > 2:
            found.append(bent(longest, drawn.section.bend))
    return tuple(found)


def _box(pieces: Sequence[Shown]) -> tuple[float, float, float, float]:
    xs = [x for piece in pieces if piece.ambient < 0 for x, _ in piece.outline]
    ys = [y for piece in pieces if piece.ambient < 0 for _, y in piece.outline]
    return min(xs), max(xs), min(ys), max(ys)


def section_view(case: EdgeCase, rooms: Rooms) -> SectionView | EdgeFault:
    """The section of a junction as it is drawn, solved on a coarse grid; the first half where two meet."""
    try:
        drawn = draw(case)[0]
        solved = solve(drawn.section, QUICK)
        result = solve_quickly(case)
    except ValueRefused as fault:
        return EdgeFault(str(fault))
    bend = drawn.section.bend
    pieces = tuple(
        Shown(region.name, region.hatch, _outline(region, bend), region.ambient, region.box)
        for region in drawn.section.regions
    )
    runs = tuple((run.control, bent(_along(run.points, BENT_STEPS), bend)) for run in drawn.runs)
    return SectionView(
        case,
        pieces,
        _box(pieces),
        rooms,
        _isotherms(solved, bend, rooms),
        _ways(solved, drawn),
        runs,
        result,
        bend,
        drawn.spans,
    )
