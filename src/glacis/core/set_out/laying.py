# SPDX-License-Identifier: GPL-3.0-or-later
"""Pieces of a covering laid one by one over a plane, so that their exposed faces tile it."""

from typing import TYPE_CHECKING

import numpy as np
from msgspec import Struct

from glacis.core.set_out.plane import RoofPlane
from glacis.core.set_out.refused import MOST_PIECES, bounded

if TYPE_CHECKING:
    import shapely

WHOLE, CUT, WIDE = 0, 1, 2
"""What a piece is made from: whole, cut from one, or cut from a wide one; by definition."""
SLACK = 1e-7
"""[m]; by definition of rounding."""
LEAST_SHARE = 1e-9
"""Area below which a piece is none [m²]; by definition of rounding."""


class Bonded(Struct, frozen=True):
    """How pieces stand in their courses [m].

    Attributes:
        lines: lower edges of the exposed faces, and the upper edge of the last, from the eaves up.
        width: of a piece.
        starts: where joints of each course lie, counted from the datum by whole widths.
        least: an end narrower than this is merged with its neighbour, cut from a wide piece.
        begin_wide: an end at the left narrower than this is merged likewise.
    """

    lines: tuple[float, ...]
    width: float
    starts: tuple[float, ...]
    least: float = 0.0
    begin_wide: float = 0.0


class Laid(Struct, frozen=True, eq=False):
    """Pieces of a covering; one row a piece.

    Attributes:
        boxes: left, lower, right and upper edge of the exposed face [m], n x 4.
        course: number from the eaves, from 0, n.
        kind: whole, cut or from a wide one, n.
        areas: exposed [m²], n.
        cut: outlines of those that are not whole rectangles, by their number.
    """

    boxes: np.ndarray
    course: np.ndarray
    kind: np.ndarray
    areas: np.ndarray
    cut: "dict[int, shapely.Geometry]"

    def __eq__(self, other: object) -> bool:
        """Whether the same pieces lie at the same places."""
        return isinstance(other, Laid) and all(
            np.array_equal(getattr(self, name), getattr(other, name))
            for name in ("boxes", "course", "kind", "areas")
        )

    def __hash__(self) -> int:
        """By how many there are, and their area."""
        return hash((len(self.course), float(self.areas.sum())))

    @property
    def whole(self) -> int:
        """Pieces that are laid as they are."""
        return int((self.kind == WHOLE).sum())

    @property
    def cuts(self) -> int:
        """Pieces cut from one of the usual width."""
        return int((self.kind == CUT).sum())

    @property
    def wide(self) -> int:
        """Pieces cut from a wide one."""
        return int((self.kind == WIDE).sum())


def shape_of(plane: RoofPlane) -> "shapely.Polygon":
    """The plane less its holes; what crosses itself is taken apart where it does."""
    from shapely import Polygon, make_valid

    shape = make_valid(Polygon(plane.outline))
    for _, ring in plane.holes:
        shape = shape.difference(make_valid(Polygon(ring)))
    return shape


def _spans(shape: "shapely.Polygon", low: float, high: float) -> list[tuple[float, float]]:
    """Where a course lies along the eaves: one stretch, or more beside what cuts it through."""
    import shapely

    west, _, east, _ = shape.bounds
    band = shapely.clip_by_rect(shape, west - 1, low, east + 1, high)
    parts = [part for part in shapely.get_parts(band) if part.area > LEAST_SHARE]
    spans = sorted((part.bounds[0], part.bounds[2]) for part in parts)
    joined: list[tuple[float, float]] = []
    for start, end in spans:
        if joined and start < joined[-1][1] - SLACK:
            joined[-1] = (joined[-1][0], max(joined[-1][1], end))
        else:
            joined.append((start, end))
    return joined


def _marks(span: tuple[float, float], start: float, bond: Bonded) -> tuple[np.ndarray, list[bool]]:
    """Joints of a course within a stretch with its ends, and whether each piece is a wide one."""
    left, right = span
    first = start + np.ceil((left - start) / bond.width + SLACK) * bond.width
    inner = np.arange(first, right - SLACK, bond.width)
    marks = np.concatenate([[left], inner, [right]])
    begun = max(bond.least, bond.begin_wide + SLACK)
    wide_first = len(marks) > 2 and marks[1] - marks[0] < begun - 1e-12
    if wide_first:
        marks = np.delete(marks, 1)
    wide_last = len(marks) > 2 and marks[-1] - marks[-2] < bond.least - SLACK
    if wide_last:
        marks = np.delete(marks, -2)
    wide = [False] * (len(marks) - 1)
    wide[0] = wide[0] or wide_first
    wide[-1] = wide[-1] or wide_last
    return marks, wide


def lay(plane: RoofPlane, bond: Bonded) -> Laid:
    """Lay a plane course by course from the eaves: every piece is there, whole or cut.

    A piece counts as cut where its exposed face crosses an edge of the plane or of a hole.
    """
    rows = len(bond.lines) - 1
    bounded("pieces on the plane", rows * (plane.right - plane.left) / bond.width, MOST_PIECES)
    shape = shape_of(plane)
    boxes, courses, wides = [], [], []
    for number, (low, high) in enumerate(zip(bond.lines, bond.lines[1:], strict=False)):
        for span in _spans(shape, low, high):
            marks, wide = _marks(span, bond.starts[number], bond)
            size = len(marks) - 1
            block = np.empty((size, 4))
            block[:, 0], block[:, 2] = marks[:-1], marks[1:]
            block[:, 1], block[:, 3] = low, high
            boxes.append(block)
            courses.append(np.full(size, number))
            wides.append(np.array(wide))
    if not boxes:
        none = np.zeros(0, dtype=int)
        return Laid(np.zeros((0, 4)), none, none, np.zeros(0), {})
    return _cut(
        shape, np.concatenate(boxes), np.concatenate(courses), (np.concatenate(wides), bond)
    )


def _cut(
    shape: "shapely.Polygon",
    boxes: np.ndarray,
    course: np.ndarray,
    kinds: tuple[np.ndarray, Bonded],
) -> Laid:
    import shapely

    wide, bond = kinds
    faces = shapely.box(boxes[:, 0], boxes[:, 1], boxes[:, 2], boxes[:, 3])
    room = shapely.buffer(shape, SLACK, join_style="mitre")
    shapely.prepare(room)
    inside = shapely.contains_properly(room, faces)
    areas = (boxes[:, 2] - boxes[:, 0]) * (boxes[:, 3] - boxes[:, 1])
    crossing = np.flatnonzero(~inside)
    cut = {k: shapely.clip_by_rect(shape, *boxes[k]) for k in crossing.tolist()}
    for number, part in cut.items():
        areas[number] = part.area
    narrow = boxes[:, 2] - boxes[:, 0] < bond.width - 1e-6
    kind = np.where(wide, WIDE, np.where(inside & ~narrow, WHOLE, CUT))
    kept = np.flatnonzero(areas > LEAST_SHARE)
    numbers = {int(old): new for new, old in enumerate(kept)}
    return Laid(
        boxes[kept],
        course[kept],
        kind[kept],
        areas[kept],
        {numbers[old]: part for old, part in cut.items() if old in numbers},
    )


def slivers(laid: Laid, least: float) -> np.ndarray:
    """Numbers of cut pieces whose exposed face is narrower than ``least`` [m] everywhere."""
    found = [
        number
        for number, part in laid.cut.items()
        if part.bounds[2] - part.bounds[0] < least - SLACK
    ]
    narrow = np.flatnonzero(laid.boxes[:, 2] - laid.boxes[:, 0] < least - SLACK).tolist()
    return np.array(sorted({*found, *narrow}), dtype=int)


def mirrored_laid(laid: Laid, width: float) -> Laid:
    """What was laid as in a mirror about the middle of a ``width`` from the datum [m]."""
    import shapely

    boxes = laid.boxes[:, [2, 1, 0, 3]].copy()
    boxes[:, [0, 2]] = width - boxes[:, [0, 2]]
    cut = {
        number: shapely.transform(part, lambda xy: np.stack([width - xy[:, 0], xy[:, 1]], axis=1))
        for number, part in laid.cut.items()
    }
    return Laid(boxes, laid.course, laid.kind, laid.areas, cut)
