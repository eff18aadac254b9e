# SPDX-License-Identifier: GPL-3.0-or-later
"""A grid of members along the eaves, and deck sheets whose ends meet on it."""

from math import ceil, floor
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import MOST_LINES, bounded, positive

First = Literal["face", "centre"]
LEAST_BEARING = 0.018
"""Of a sheet's end on its member [m]; our judgement after usual practice: two rows of nails in a 45 mm member."""
LEAST_ROW = 0.3
"""Height of a row of sheets at eaves or ridge [m]; our judgement: less bends under a foot."""
SLACK = 1e-9
"""By definition of rounding."""


class Grid(Struct, frozen=True):
    """Members along the eaves [m].

    Attributes:
        run: along the eaves.
        spacing: centre to centre.
        width: of a member.
        first: whether the first member's outer face or its centre lies on the datum.
        doubled: numbers of members that stand twice, from 1.
    """

    run: float
    spacing: float
    width: float
    first: First = "face"
    doubled: tuple[int, ...] = ()


class Framed(Struct, frozen=True):
    """Members as they stand.

    Attributes:
        centres: of single members, from the datum [m].
        members: how many, doubled ones counted twice.
        clear_first: clear width of the first bay [m].
        last: centre to centre of the last bay [m].
    """

    centres: tuple[float, ...]
    members: int
    clear_first: float
    last: float


def framed(grid: Grid) -> Framed:
    """Where the members stand: the second centre at the spacing, the last at the end of the run.

    With its outer face on the datum the first member stands half its width in, so that ends of sheets
    that begin at the datum meet on centres; its bay is narrower by that.

    Raises:
        ValueRefused: for members wider than their spacing, or a run shorter than two of them.
    """
    positive("spacing of the members", grid.spacing)
    if grid.width >= grid.spacing:
        raise ValueRefused(
            "width of the members", f"{grid.width * 1000:g} mm", f"less than their spacing, {grid.spacing * 1000:g} mm",
        )  # fmt: skip
    bounded("members", grid.run / grid.spacing, MOST_LINES)
    if grid.run < 2 * grid.width:
        raise ValueRefused(
            "run of the grid", f"{grid.run:g} m", f"room for two members, {2 * grid.width:g} m"
        )
    half = grid.width / 2
    start, end = (half, grid.run - half) if grid.first == "face" else (0.0, grid.run)
    count = floor((end - SLACK) / grid.spacing)
    inner = [k * grid.spacing for k in range(1, count + 1) if k * grid.spacing < end - SLACK]
    centres = (start, *inner, end)
    doubled = sum(1 for number in grid.doubled if 1 <= number <= len(centres))
    clear = centres[1] - centres[0] - grid.width
    return Framed(centres, len(centres) + doubled, clear, centres[-1] - centres[-2])


def beside(frame: Framed, width: float, opening: tuple[float, float]) -> tuple[int, ...]:
    """Numbers of the members that are doubled beside an opening, from 1: the last left of it, the first right.

    Args:
        frame: as it stands.
        width: of a member [m].
        opening: its left and right edge with their clearance, from the datum of the frame [m].
    """
    left = [k for k, at in enumerate(frame.centres, 1) if at + width / 2 <= opening[0]]
    right = [k for k, at in enumerate(frame.centres, 1) if at - width / 2 >= opening[1]]
    return (*left[-1:], *right[:1])


def bearing(width: float, gap: float, joint: int) -> float:
    """What a full-length sheet still bears beyond a joint when every joint before it had a gap [m]."""
    return width / 2 - joint * gap


def creeps_off(width: float, gap: float, joints: int) -> int | None:
    """The first joint whose sheet bears too little; None where all bear."""
    for joint in range(1, joints + 1):
        if bearing(width, gap, joint) < LEAST_BEARING:
            return joint
    return None


class Sheeting(Struct, frozen=True):
    """Deck sheets [m]: the long way across the members."""

    length: float
    width: float
    gap: float = 0.0


class SheetLaid(Struct, frozen=True):
    """A deck sheet on the plane [m].

    Attributes:
        row: from the eaves, from 1.
        left: its left end.
        right: its right end.
        low: its lower edge.
        high: its upper edge.
        cut: whether it is shorter or narrower than it is sold.
    """

    row: int
    left: float
    right: float
    low: float
    high: float
    cut: bool


class Decked(Struct, frozen=True):
    """Deck sheets over a rectangle.

    Attributes:
        sheets: as they lie.
        bought: whole sheets, offcuts that reach used on.
        stagger: from row to row [m].
        first_row: height of the lowest row [m].
        trimmed: how much each sheet is trimmed so that ends stay on centres [m]; 0 for none.
        gap: left at every end [m].
        creeps: joint from which untrimmed sheets bear too little; None for none.
    """

    sheets: tuple[SheetLaid, ...]
    bought: int
    stagger: float
    first_row: float
    trimmed: float
    gap: float
    creeps: int | None


def row_heights(slope: float, width: float) -> tuple[float, ...]:
    """Heights of the rows from the eaves [m]: where the last would be narrow, the first is cut.

    >>> [round(height, 3) for height in row_heights(5.1, 1.25)]
    [1.05, 1.25, 1.25, 1.25, 0.3]
    """
    count = max(1, ceil(slope / width - SLACK))
    last = slope - (count - 1) * width
    if count == 1 or last >= LEAST_ROW:
        return (*((width,) * (count - 1)), last)
    return _evened(slope, width, count)


def _evened(slope: float, width: float, count: int) -> tuple[float, ...]:
    first = width - (LEAST_ROW - (slope - (count - 1) * width))
    if count == 2:
        first = max(LEAST_ROW, slope - width)
        return (first, slope - first)
    return (first, *((width,) * (count - 2)), slope - first - (count - 2) * width)


def decked(grid: Grid, slope: float, sheeting: Sheeting) -> Decked:
    """Deck sheets with their ends on members, each row moved against the one below.

    Every sheet reaches over two spans at least, but where sheets of two spans are moved by one: there a
    piece over one span begins every second row and wants blocking. Offcuts that reach are used on.

    Raises:
        ValueRefused: for sheets that do not reach over two spans.
    """
    spans = floor((sheeting.length + sheeting.gap) / grid.spacing + SLACK)
    if spans < 2:
        raise ValueRefused(
            "length of a deck sheet", f"{sheeting.length:g} m", f"two spans at least, {2 * grid.spacing:g} m",
        )  # fmt: skip
    reach = spans * grid.spacing
    bounded("deck sheets", grid.run / reach * slope / sheeting.width, MOST_LINES)
    begun = max(2, spans - max(1, spans // 2)) if spans > 2 else 1
    joints = max(0, ceil(grid.run / reach) - 1)
    sheets: list[SheetLaid] = []
    offcuts: list[tuple[float, float]] = []
    bought, low = 0, 0.0
    heights = row_heights(slope, sheeting.width)
    below: list[float] = []
    for row, height in enumerate(heights):
        inner = _row_ends(grid, begun if row % 2 else spans, spans, below)
        below = inner[:-1]
        ends = [0.0, *inner]
        for left, right in zip(ends, ends[1:], strict=False):
            cut = right - left < reach - SLACK or height < sheeting.width - SLACK
            sheets.append(SheetLaid(row + 1, left, right, low, low + height, cut))
            bought += _take(offcuts, (right - left, height), (reach, sheeting.width))
        low += height
    trimmed = max(0.0, sheeting.length + sheeting.gap - reach)
    stagger = (spans - begun) * grid.spacing
    creeps = creeps_off(grid.width, sheeting.gap, joints)
    return Decked(tuple(sheets), bought, stagger, heights[0], trimmed, sheeting.gap, creeps)


def _row_ends(grid: Grid, wanted: int, spans: int, below: list[float]) -> list[float]:
    """Right ends of a row's sheets [m]: of all first sheets the one whose joints lie off those below.

    Among these the one with the fewest pieces over a single span, then the one nearest to what is wanted.
    """
    tries = []
    for first in range(1, spans + 1):
        for ends in _ends(grid, first, spans):
            met = sum(
                1 for end in ends[:-1] for low in below if abs(end - low) < grid.spacing - SLACK
            )
            sizes = [right - left for left, right in zip([0.0, *ends], ends, strict=False)]
            single = sum(1 for size in sizes if size < 2 * grid.spacing - SLACK)
            tries.append((met, single, abs(first - wanted), ends))
    return min(tries, key=lambda way: way[:3])[3]


def _ends(grid: Grid, first: int, spans: int) -> list[list[float]]:
    """Right ends of the sheets of a row [m], and where its last piece is short also with the one before cut."""
    inner: list[int] = []
    at = first
    while at * grid.spacing < grid.run - SLACK:
        inner.append(at)
        at += spans
    ways = [[*(k * grid.spacing for k in inner), grid.run]]
    if inner and grid.run - inner[-1] * grid.spacing < 2 * grid.spacing - SLACK:
        before = inner[-2] if len(inner) > 1 else 0
        for moved in range(inner[-1] - 1, before + 1, -1):
            left = grid.run - moved * grid.spacing
            if 2 * grid.spacing - SLACK <= left <= spans * grid.spacing + SLACK:
                ways.append([*(k * grid.spacing for k in (*inner[:-1], moved)), grid.run])
    return ways


def _take(
    offcuts: list[tuple[float, float]], wanted: tuple[float, float], whole: tuple[float, float]
) -> int:
    """Sheets that are opened for a piece: 0 where an offcut reaches."""
    for offcut in sorted(offcuts):
        if offcut[0] >= wanted[0] - SLACK and offcut[1] >= wanted[1] - SLACK:
            offcuts.remove(offcut)
            _keep(offcuts, offcut, wanted)
            return 0
    _keep(offcuts, whole, wanted)
    return 1


def _keep(
    offcuts: list[tuple[float, float]], held: tuple[float, float], wanted: tuple[float, float]
) -> None:
    length, height = held[0] - wanted[0], held[1] - wanted[1]
    if length >= LEAST_ROW:
        offcuts.append((length, held[1]))
    if height >= LEAST_ROW:
        offcuts.append((wanted[0], height))
