# SPDX-License-Identifier: GPL-3.0-or-later
"""Laps in the path of water: the sheet that is uphill lies on top."""

from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.junctions.chains import NOT_LAPPED, gathers, uphill_of
from glacis.core.model.junctions import Joint, Link

Verdict = Literal["ok", "note", "mind", "stop"]
WELDED: tuple[Joint, ...] = ("weld",)
"""Joints that make two sheets one; our judgement: tape and sealant age, a weld is the sheet itself."""


class LapVerdict(Struct, frozen=True):
    """What is to be said about a lap.

    Attributes:
        verdict: ok, note, mind or stop.
        id: of what is wrong; empty for nothing.
        why: in words; empty for nothing.
    """

    verdict: Verdict = "ok"
    id: str = ""
    why: str = ""


class Lap(Struct, frozen=True):
    """An overlap in the path of water.

    Attributes:
        uphill: what is uphill.
        downhill: what is downhill.
        over: which of the two lies over the other; "none" where neither does.
        gathers: whether water gathers there.
        sealed: how the lap is closed; "lap" for not at all.
        length: of the lap [m]; None where nobody stated it.
        least: that it needs [m]; None where nothing is asked.
        decided: whether somebody who may has agreed to it as it is.
    """

    uphill: str
    downhill: str
    over: str
    gathers: bool = False
    sealed: Joint = "lap"
    length: float | None = None
    least: float | None = None
    decided: bool = False


def judge_lap(lap: Lap) -> LapVerdict:
    """What a lap is worth (our judgement, after how water runs).

    Raises:
        ValueRefused: where what lies over is neither of the two, or both are one.
    """
    if lap.uphill == lap.downhill:
        raise ValueRefused("lap", f"'{lap.uphill}' on itself", "two different sheets")
    if lap.over == "none":
        return LapVerdict("stop", "lap.butt", "nothing laps: a butt joint in the water path")
    if lap.over not in (lap.uphill, lap.downhill):
        raise ValueRefused(
            "sheet that lies over", f"'{lap.over}'", f"'{lap.uphill}' or '{lap.downhill}'"
        )
    if lap.over == lap.uphill:
        if lap.length is not None and lap.least is not None and lap.length < lap.least - 1e-9:
            return LapVerdict("mind", "lap.short", "lap under the least for this slope")
        return LapVerdict()
    if lap.gathers:
        why = "reverse lap where water gathers: a pan is the way, sealed or not"
        return LapVerdict("stop", "lap.reverse-never", why)
    if lap.sealed in WELDED:
        if lap.decided:
            return LapVerdict("note", "lap.reverse-welded", "one piece by welding")
        why = "one piece by welding: record who decided"
        return LapVerdict("mind", "lap.reverse-welded", why)
    return LapVerdict("stop", "lap.reverse", "the lower sheet's upper edge faces the water")


def lap_of(kind: str, link: Link) -> Lap | None:
    """The lap that a link makes; None where it makes none, or nobody knows which end is uphill."""
    side = uphill_of(kind, link)
    if link.control != "water" or link.joint in NOT_LAPPED or side == "none":
        return None
    high, low = (link.start, link.end) if side == "from" else (link.end, link.start)
    over = {"from": link.start, "to": link.end, "none": "none"}[link.over]
    return Lap(
        high, low, over, gathers(kind, link), link.joint, link.length or None, link.least or None,
        bool(link.decided),
    )  # fmt: skip


def is_direction_open(kind: str, link: Link) -> bool:
    """Whether a link laps in the path of water and nobody knows which of its ends is uphill."""
    laps = link.control == "water" and link.joint not in NOT_LAPPED
    return laps and uphill_of(kind, link) == "none"


class Passed(Struct, frozen=True):
    """A step of a drop on its way down.

    Attributes:
        uphill: where it comes from.
        downhill: where it gets to.
        enters: whether it gets in between the two.
        why: in words where it does.
    """

    uphill: str
    downhill: str
    enters: bool
    why: str = ""


def drop(kind: str, links: tuple[Link, ...]) -> tuple[Passed, ...]:
    """The way of a drop over the top surface, from the highest thing in the path of water to the lowest.

    It passes each lap from the sheet uphill to the one downhill, and enters where the edge that it
    meets faces it and is not welded.
    """
    steps: list[Passed] = []
    laps = [(link, lap_of(kind, link)) for link in links]
    found = [lap for _, lap in laps if lap is not None]
    below = {lap.downhill for lap in found}
    waiting = [lap.uphill for lap in found if lap.uphill not in below]
    seen: set[str] = set()
    while waiting:
        at = waiting.pop(0)
        if at in seen:
            continue
        seen.add(at)
        for lap in (lap for lap in found if lap.uphill == at):
            verdict = judge_lap(lap)
            open_edge = lap.over != lap.uphill and lap.sealed not in WELDED
            steps.append(Passed(at, lap.downhill, open_edge, verdict.why if open_edge else ""))
            waiting.append(lap.downhill)
    return tuple(steps)
