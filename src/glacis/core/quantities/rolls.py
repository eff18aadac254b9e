# SPDX-License-Identifier: GPL-3.0-or-later
"""Rolls laid on a plane: strips, their pieces, seams, joints, and how the rest of a roll runs on.

Own derivation: strips are clipped from the plane, nothing is rastered. A strip's piece is as long as the plane
is over its whole width.
"""

from collections.abc import Iterable
from math import ceil

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.quantities.surface import (
    NEAR,
    Ground,
    Ring,
    Turned,
    long_directions,
    metres_on,
    strip,
    turned,
)

SLACK = 1e-9
"""By definition of rounding."""
STAGGER = 0.3
"""End laps of neighbouring strips stay at least so far apart [m]; our judgement: trade practice, so that no four
sheets meet in a point."""
MOST_STRIPS = 20_000
"""More strips than this are a slip of the pen; our judgement."""


class RollSize(Struct, frozen=True):
    """A sheet in rolls and how it is laid [m].

    Attributes:
        width: of a roll.
        length: of a roll.
        side_lap: of neighbouring strips.
        end_lap: where two rolls follow each other.
        least: a rest shorter than this is not used on.
    """

    width: float
    length: float
    side_lap: float = 0.08
    end_lap: float = 0.12
    least: float = 1.0


def check_roll(roll: RollSize) -> None:
    """Refuse a roll that cannot be laid.

    Raises:
        ValueRefused: naming the figure.
    """
    for what, value in (("width of a roll", roll.width), ("length of a roll", roll.length)):
        if not value > 0:
            raise ValueRefused(what, f"{value:g} m", "more than 0")
    if not 0 <= roll.side_lap < roll.width:
        raise ValueRefused(
            "side lap",
            f"{roll.side_lap * 1000:g} mm",
            f"from 0 to less than the roll, {roll.width * 1000:g} mm",
        )
    if not 0 <= roll.end_lap < roll.length:
        raise ValueRefused(
            "end lap",
            f"{roll.end_lap * 1000:g} mm",
            f"from 0 to less than the roll, {roll.length:g} m",
        )
    if not 0 <= roll.least + roll.end_lap <= roll.length:
        raise ValueRefused(
            "least piece",
            f"{roll.least:g} m",
            f"from 0 to the roll less its end lap, {roll.length - roll.end_lap:g} m",
        )


class Piece(Struct, frozen=True):
    """A piece of a strip before rolls are opened for it.

    Attributes:
        strip: number, from 0.
        length: with what is turned up at its ends [m].
        left: where it begins along u [m].
        right: where the plane ends under it [m].
        outline: on the plane, as it lies [m].
    """

    strip: int
    length: float
    left: float
    right: float
    outline: Ring


class Bit(Struct, frozen=True):
    """A length off one roll.

    Attributes:
        piece: number of the piece it lies in.
        roll: number of the roll, from 0.
        start: from the left end of the piece [m].
        length: of sheet, its end lap counted [m].
    """

    piece: int
    roll: int
    start: float
    length: float


class RunOn(Struct, frozen=True):
    """Pieces cut from rolls one after the other.

    Attributes:
        rolls: opened.
        bits: what each piece is made of.
        joints: end laps.
        wasted: rests too short to be used, and cuts back [m].
        left: whole rest of the last roll that can be used on [m].
    """

    rolls: int
    bits: tuple[Bit, ...]
    joints: int
    wasted: float
    left: float


class RollPlan(Struct, frozen=True):
    """Rolls on a plane.

    Attributes:
        size: of the rolls.
        direction: they run in [°].
        strips: side by side.
        pieces: of the strips.
        run: cut from rolls.
        net: plane that is covered [m²].
        side_seam: [m].
        end_seam: [m].
        tees: points where an end lap meets a side lap.
        laid: sheet that lies there, laps and cut edges counted [m²].
        lap: of it doubled in laps [m²].
        turned_up: of it stands at edges [m²].
        least_rolls: that any way of cutting these pieces takes.
    """

    size: RollSize
    direction: float
    strips: int
    pieces: tuple[Piece, ...]
    run: RunOn
    net: float
    side_seam: float
    end_seam: float
    tees: int
    laid: float
    lap: float
    turned_up: float
    least_rolls: int

    @property
    def rolls(self) -> int:
        """To open."""
        return self.run.rolls

    @property
    def bought(self) -> float:
        """Whole rolls [m²]."""
        return self.rolls * self.size.width * self.size.length

    @property
    def waste(self) -> float:
        """Bought over net, less 1 [-]."""
        return self.bought / self.net - 1

    @property
    def cut(self) -> float:
        """Cut away of what is laid off rolls [m²]: neither net, nor lap, nor turned up."""
        return self.laid - self.net - self.lap - self.turned_up


def strip_count(extent: float, width: float, lap: float) -> int:
    """How many strips cover an extent: ceil((extent - lap)/(width - lap)), at least one.

    >>> strip_count(9.0, 1.05, 0.08)
    10
    """
    return max(1, ceil((extent - lap) / (width - lap) - SLACK))


def pieces_on(ground: Turned, roll: RollSize) -> tuple[int, tuple[Piece, ...]]:
    """Strips over a turned plane and their pieces.

    Raises:
        ValueRefused: for a roll that cannot be laid, or more strips than anybody lays.
    """
    check_roll(roll)
    cover = roll.width - roll.side_lap
    count = strip_count(ground.extent, roll.width, roll.side_lap)
    if count > MOST_STRIPS:
        raise ValueRefused("strips", f"{count}", f"at most {MOST_STRIPS}")
    top = ground.low + ground.extent
    pieces = []
    for k in range(count):
        low = ground.low + k * cover
        high = min(low + roll.width, top)
        for part in strip(ground, low, high):
            left, _, right, _ = part.bounds
            ups = _turned_up(ground, left, low, high) + _turned_up(ground, right, low, high)
            box = ((left, low), (right, low), (right, high), (left, high))
            pieces.append(Piece(k, right - left + ups, left, right, ground.back(box)))
    return count, tuple(pieces)


def _turned_up(ground: Turned, at: float, low: float, high: float) -> float:
    """What is turned up where a strip ends: the most of the edges it ends on [m]."""
    found = 0.0
    for (u0, v0), (u1, v1), up in ground.edges:
        if up > found and min(v0, v1) < high - NEAR and max(v0, v1) > low + NEAR:
            span = abs(v1 - v0)
            if span < NEAR:
                continue
            at_low = u0 + (max(min(v0, v1), low) - v0) / (v1 - v0) * (u1 - u0)
            at_high = u0 + (min(max(v0, v1), high) - v0) / (v1 - v0) * (u1 - u0)
            if min(abs(at_low - at), abs(at_high - at)) < NEAR:
                found = up
    return found


def run_on(pieces: Iterable[Piece], roll: RollSize) -> RunOn:
    """Pieces cut from rolls in their order; the rest of a roll starts the next piece where it may.

    A rest is used if it is at least ``least`` long or suffices by itself; no last bit is shorter than that: the
    one before is cut back. Joints of neighbouring strips stay apart: the roll before is cut back likewise.
    """
    check_roll(roll)
    bits: list[Bit] = []
    opened, joints, rest, wasted = 0, 0, 0.0, 0.0
    before: dict[int, list[float]] = {}
    for number, piece in enumerate(pieces):
        near = before.get(piece.strip - 1, [])
        mine = before.setdefault(piece.strip, [])
        done = 0.0
        while done < piece.length - SLACK:
            lap = roll.end_lap if done > 0 else 0.0
            need = piece.length - done + lap
            if rest < SLACK or (rest < min(need, roll.least) - SLACK):
                wasted += rest
                rest, opened = roll.length, opened + 1
            taken = need if rest >= need - SLACK else _taken(rest, need, lap, roll)
            if taken < need - SLACK:
                taken = _apart(piece.left + done - lap + taken, taken, near, lap, roll)
            bits.append(Bit(number, opened - 1, done - lap, taken))
            rest -= taken
            done += taken - lap
            if done < piece.length - SLACK:
                joints += 1
                mine.append(piece.left + done)
                wasted += rest
                rest = 0.0
    left = rest if rest >= roll.least else 0.0
    return RunOn(opened, tuple(bits), joints, wasted + rest - left, left)


def _taken(rest: float, need: float, lap: float, roll: RollSize) -> float:
    """How much of a rest is laid so that what follows is no shorter than may be [m]."""
    follows = need - rest + roll.end_lap
    if follows >= roll.least - SLACK:
        return rest
    cut_back = rest - (roll.least - follows)
    return cut_back if cut_back > lap + NEAR else rest


def _apart(at: float, taken: float, near: list[float], lap: float, roll: RollSize) -> float:
    """A length cut back so that its joint keeps off those of the strip below [m]."""
    for _ in near:
        close = [other for other in near if abs(at - other) < STAGGER - SLACK]
        if not close:
            break
        back = at - (min(close) - STAGGER)
        if taken - back < max(roll.least, 2 * lap):
            break
        at, taken = at - back, taken - back
    return taken


def roll_plan(ground: Ground, direction: float, roll: RollSize) -> RollPlan:
    """Rolls over a plane in one direction.

    Args:
        ground: in true lengths [m].
        direction: they run in [°], anticlockwise from the plane's u axis.
        roll: its size and laps.

    Raises:
        ValueRefused: for a roll that cannot be laid, or an outline that crosses itself.
    """
    plane = turned(ground, direction)
    strips, pieces = pieces_on(plane, roll)
    run = run_on(pieces, roll)
    cover = roll.width - roll.side_lap
    seam_lines = [plane.low + k * cover + roll.side_lap / 2 for k in range(1, strips)]
    side_seam = sum(metres_on(plane, v) for v in seam_lines)
    end_seam = run.joints * roll.width
    length = sum(piece.length for piece in pieces)
    laid = (length + run.joints * roll.end_lap) * roll.width
    lap = side_seam * roll.side_lap + end_seam * roll.end_lap
    turned_up = sum(p.length - (p.right - p.left) for p in pieces) * roll.width
    return RollPlan(
        roll, direction, strips, pieces, run, float(plane.shape.area), side_seam, end_seam, _tees(pieces, run, strips),
        laid, lap, turned_up, ceil(length / roll.length - SLACK),
    )  # fmt: skip


def _tees(pieces: tuple[Piece, ...], run: RunOn, strips: int) -> int:
    """Ends of end laps that meet a side lap."""
    found = 0
    for bit in run.bits:
        if bit.start + SLACK < 0 or bit.start > SLACK:
            number = pieces[bit.piece].strip
            found += (number > 0) + (number < strips - 1)
    return found


class RollWish(Struct, frozen=True):
    """What a metre or a piece of trouble counts, to rank directions; our judgement until the user says.

    Attributes:
        seam: of side and end seams [1/m].
        joint: of an end lap.
        piece: of a piece.
        waste: of sheet bought beyond the net [1/m²].
    """

    seam: float = 1.0
    joint: float = 3.0
    piece: float = 0.5
    waste: float = 4.0


def trouble(plan: RollPlan, wish: RollWish) -> float:
    """What a plan costs in seams, joints, pieces and waste, by the user's weights [-]."""
    return (
        wish.seam * (plan.side_seam + plan.end_seam) + wish.joint * plan.run.joints
        + wish.piece * len(plan.pieces) + wish.waste * (plan.bought - plan.net)
    )  # fmt: skip


class Way(Struct, frozen=True):
    """A direction that was tried: its plan, or why it is forbidden.

    Attributes:
        direction: [°].
        plan: None where it is forbidden.
        trouble: by the user's weights [-]; 0 for a forbidden one.
        forbidden: why; empty where it may be laid.
    """

    direction: float
    plan: RollPlan | None
    trouble: float
    forbidden: str = ""


def ranked(
    ground: Ground, roll: RollSize, wish: RollWish, forbidden: tuple[tuple[float, str], ...] = ()
) -> tuple[Way, ...]:
    """Every direction worth trying, the least trouble first, forbidden ones last with their reason."""
    found = []
    for direction in long_directions(ground):
        why = next((words for way, words in forbidden if _same_way(way, direction)), "")
        if why:
            found.append(Way(direction, None, 0.0, why))
            continue
        plan = roll_plan(ground, direction, roll)
        found.append(Way(direction, plan, trouble(plan, wish)))
    return tuple(sorted(found, key=lambda w: (w.plan is None, round(w.trouble, 6), w.direction)))


def _same_way(one: float, other: float) -> bool:
    away = abs(one - other) % 180
    return min(away, 180 - away) < 0.5


def gore_count(radius: float, width: float, lap: float) -> int:
    """Gores round a cone: ceil(2 pi R/(width - lap)).

    Raises:
        ValueRefused: where the lap is as wide as the sheet.
    """
    from math import pi

    if not 0 <= lap < width:
        raise ValueRefused("lap", f"{lap * 1000:g} mm", f"less than the sheet, {width * 1000:g} mm")
    return ceil(2 * pi * radius / (width - lap) - SLACK)


def pleated(length: float, folds: int, depth: float) -> float:
    """Length of a loose sheet that is pleated: each fold takes twice its depth [m]."""
    return length + folds * 2 * depth
