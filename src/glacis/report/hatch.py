# SPDX-License-Identifier: GPL-3.0-or-later
"""Hatches by material family, after general drafting convention, as primitives.

Each drawer fills a rectangle and repeats itself: the same rectangle gives the same marks,
so that drawings do not flicker and print as they look.
"""

from collections.abc import Callable, Iterator
from math import pi, sin

from glacis.report.clipping import stroke_within
from glacis.report.scene import HATCH, Item, Line, Patch

Box = tuple[float, float, float, float]


def _noise(seed: int) -> float:
    """A repeatable number from 0 to 1."""
    value = (seed * 2654435761 + 1013904223) & 0xFFFFFFFF
    value ^= value >> 15
    value = (value * 2246822519) & 0xFFFFFFFF
    value ^= value >> 13
    return value / 0xFFFFFFFF


def _stroke(*points: float) -> Line:
    return Line(points, "hatch", HATCH)


def clipped(x0: float, y0: float, x1: float, y1: float, area: Box) -> Line | None:
    """The part of a stroke inside ``area``; None where it misses."""
    part = stroke_within((x0, y0), (x1, y1), area)
    return _stroke(*part[0], *part[1]) if part is not None else None


def _slants(area: Box, step: float, lean: float = 1.0) -> Iterator[Item]:
    left, top, right, bottom = area
    height = bottom - top
    x = left - height
    while x < right + height:
        ends = (x, bottom, x + height, top) if lean > 0 else (x, top, x + height, bottom)
        line = clipped(*ends, area)
        if line:
            yield line
        x += step


def fibre(area: Box) -> Iterator[Item]:
    """A continuous loop from face to face: batts and mats."""
    left, top, right, bottom = area
    height = bottom - top
    period = min(26.0, max(8.0, height * 0.45))
    middle, swing = (top + bottom) / 2, height / 2 - min(1.5, height / 5)
    points: list[float] = []
    x = left
    while x <= right:
        phase = (x - left) / period * 2 * pi
        lean = 0.22 * period * sin(2 * phase)
        points += [min(right, max(left, x - lean)), middle + swing * sin(phase)]
        x += period / 24
    yield _stroke(*points)


def foam(area: Box) -> Iterator[Item]:
    """Two crossing slants: foam boards."""
    yield from _slants(area, 11.0)
    yield from _slants(area, 11.0, -1.0)


def _rows(area: Box, row: float) -> Iterator[tuple[int, float]]:
    top, bottom = area[1], area[3]
    count = max(1, int((bottom - top) / row))
    for index in range(count):
        yield index, top + (index + 0.5) * (bottom - top) / count


def board(area: Box) -> Iterator[Item]:
    """Short level strokes: wood-based and mineral boards."""
    left, right = area[0], area[2]
    for row, y in _rows(area, 4.0):
        x = left + 14 * _noise(row * 37)
        step = 0
        while x < right:
            length = 5 + 9 * _noise(row * 911 + step)
            line = clipped(x, y, x + length, y, area)
            if line:
                yield line
            x += length + 5 + 6 * _noise(row * 577 + step)
            step += 1


def timber_end(area: Box) -> Iterator[Item]:
    """Two diagonals in each member: timber cut across the grain; long strips get grain."""
    left, top, right, bottom = area
    if right - left > 6 * (bottom - top):
        yield from grain(area)
        return
    yield _stroke(left, top, right, bottom)
    yield _stroke(left, bottom, right, top)


def grain(area: Box) -> Iterator[Item]:
    """Long wavering lines: timber along the grain."""
    left, right = area[0], area[2]
    for row, y in _rows(area, 6.0):
        swing = min(1.2, (area[3] - area[1]) / 6)
        points: list[float] = []
        x = left
        while x <= right:
            points += [x, y + swing * sin(x / 31 + row * 2.1)]
            x += 8
        yield _stroke(*points)


def _dot(x: float, y: float, r: float) -> Patch:
    return Patch((x - r, y, x, y - r, x + r, y, x, y + r), "hatch")


def _scatter(area: Box, per_mark: float) -> Iterator[tuple[int, float, float]]:
    """Evenly loose positions, one to each cell of a jittered grid."""
    left, top, right, bottom = area
    columns = max(1, int((right - left) / per_mark))
    rows = max(1, int((bottom - top) / per_mark))
    wide, high = (right - left) / columns, (bottom - top) / rows
    for row in range(rows):
        for column in range(columns):
            seed = row * 7919 + column * 104729
            x = left + (column + 0.2 + 0.6 * _noise(seed)) * wide
            y = top + (row + 0.2 + 0.6 * _noise(seed + 1)) * high
            yield seed, x, y


def gypsum(area: Box) -> Iterator[Item]:
    """Sparse dots: gypsum and plaster."""
    for _, x, y in _scatter(area, 7.0):
        yield _dot(x, y, 0.7)


def concrete(area: Box) -> Iterator[Item]:
    """Dots and small triangles: concrete and screed."""
    for seed, x, y in _scatter(area, 11.0):
        if _noise(seed + 2) < 0.35 and area[3] - area[1] > 9:
            r = 2.4
            yield Patch((x, y - r, x + r, y + r, x - r, y + 0.7 * r), "", "hatch", HATCH)
        else:
            yield _dot(x, y, 0.7)


def metal(area: Box) -> Iterator[Item]:
    """Close slants: metal."""
    yield from _slants(area, 3.5)


def tile(area: Box) -> Iterator[Item]:
    """Wide slants the other way: tile and slate."""
    yield from _slants(area, 9.0, -1.0)


def loose(area: Box) -> Iterator[Item]:
    """Small ticks in every direction: loose fill."""
    for seed, x, y in _scatter(area, 8.0):
        turn = _noise(seed + 3) * pi
        dx, dy = 2.6 * sin(turn + pi / 2), 2.6 * sin(turn)
        line = clipped(x - dx, y - dy, x + dx, y + dy, area)
        if line:
            yield line


def soil(area: Box) -> Iterator[Item]:
    """Groups of three slanted strokes: earth and substrate."""
    for _, x, y in _scatter(area, 19.0):
        for k in (-1, 0, 1):
            line = clipped(x + 3.5 * k - 3, y + 3, x + 3.5 * k + 3, y - 3, area)
            if line:
                yield line


def gravel(area: Box) -> Iterator[Item]:
    """Rounded stones of several sizes: gravel and stone."""
    for seed, x, y in _scatter(area, 9.0):
        r = min(1.8 + 1.8 * _noise(seed + 4), (area[3] - area[1]) / 3)
        points: list[float] = []
        for k in range(8):
            turn = k * pi / 4
            points += [x + r * sin(turn + pi / 2), y + 0.8 * r * sin(turn)]
        yield Patch(tuple(points), "", "hatch", HATCH)


def drain(area: Box) -> Iterator[Item]:
    """A row of studs: drainage boards and mats."""
    left, top, right, bottom = area
    points: list[float] = []
    x = left
    up = True
    while x <= right:
        y = bottom if up else top
        points += [x, y, min(right, x + 6), y]
        x += 8
        up = not up
    yield _stroke(*points)


def unknown(area: Box) -> Iterator[Item]:
    """A cross from corner to corner: a material nobody knows."""
    left, top, right, bottom = area
    yield Line((left, top, right, bottom), "stop", HATCH)
    yield Line((left, bottom, right, top), "stop", HATCH)


def nothing(_area: Box) -> Iterator[Item]:
    """Air and solid sheets carry no hatch."""
    yield from ()


DRAWERS: dict[str, Callable[[Box], Iterator[Item]]] = {
    "fibre": fibre, "foam": foam, "board": board, "timber-end": timber_end, "gypsum": gypsum,
    "concrete": concrete, "metal": metal, "tile": tile, "loose": loose, "soil": soil,
    "gravel": gravel, "drain": drain, "membrane": nothing, "air": nothing, "unknown": unknown,
}  # fmt: skip


def hatched(kind: str, area: Box) -> Iterator[Item]:
    """A rectangle in its tint with the hatch of ``kind`` on it."""
    left, top, right, bottom = area
    yield Patch((left, top, right, top, right, bottom, left, bottom), f"tint:{kind}")
    if bottom - top >= 2 and right - left >= 2:
        yield from DRAWERS[kind](area)
