# SPDX-License-Identifier: GPL-3.0-or-later
"""The usual chains of a kind of junction, and where each begins and ends."""

from functools import cache
from typing import cast, get_args

from msgspec import Struct

from glacis.core.junctions.chain_table import CHAINS
from glacis.core.model.junctions import Control, Joint, Link, Side

CONTROLS: tuple[Control, ...] = get_args(Control)
GATHERING = ("scupper", "overflow", "outlet", "valley", "eaves-gutter")
"""Kinds of junction where water gathers; our judgement: where it runs together before it leaves."""
GATHERING_THINGS = ("gutter", "sill pan", "cricket")
"""Words in the names of things where water gathers; our judgement, likewise."""
NOT_LAPPED = ("clamp", "pressed", "cast", "cover")
"""How things join that do not lap; by definition."""


class Ends(Struct, frozen=True):
    """What a control line of a junction joins: the layer of the field, and what it has to reach.

    Attributes:
        start: by name; empty where this kind has no such line of its own.
        end: likewise.
    """

    start: str = ""
    end: str = ""


@cache
def kinds() -> dict[str, tuple[Link, ...]]:
    """The usual links of every kind of junction, in the order of the table."""
    found: dict[str, list[Link]] = {}
    kind = ""
    for line in _whole_lines(CHAINS):
        if line.startswith("["):
            kind = line.strip("[]")
            found[kind] = []
        else:
            found[kind].append(_link(line))
    return {name: tuple(links) for name, links in found.items()}


def _whole_lines(text: str) -> list[str]:
    lines: list[str] = []
    for line in text.splitlines():
        if line.startswith(" "):
            lines[-1] += " " + line.strip()
        else:
            lines.append(line)
    return lines


def _link(line: str) -> Link:
    control, _, rest = line.partition(": ")
    ends, joint, over, least, trade, drawn_by, how = rest.split(" | ", 6)
    start, _, end = ends.partition(" > ")
    return Link(
        control=cast(Control, control), start=start, end=end, joint=cast(Joint, joint), over=cast(Side, over),
        how=how, least=0.0 if least == "-" else float(least) / 1000, trade=trade, drawn_by=drawn_by,
    )  # fmt: skip


SAME_AS = {"overflow": "scupper"}
"""Kinds that are made like others; by definition: an overflow is a scupper that lies higher."""


def usual_links(kind: str) -> tuple[Link, ...]:
    """The usual links of a kind of junction [none for a kind that nobody knows]."""
    return kinds().get(SAME_AS.get(kind, kind), ())


@cache
def ends_of(kind: str) -> dict[Control, Ends]:
    """What each control line of a kind has to join: from its first link on to where that leads."""
    found: dict[Control, Ends] = {}
    for control in CONTROLS:
        links = [link for link in usual_links(kind) if link.control == control]
        if not links:
            found[control] = Ends()
            continue
        end, onward = links[0].end, {link.start: link.end for link in reversed(links)}
        while end in onward:
            end = onward[end]
        found[control] = Ends(links[0].start, end)
    return found


@cache
def _downhill(kind: str) -> dict[str, frozenset[str]]:
    """What lies downhill of each thing of a kind, near and far, by its usual water line."""
    below: dict[str, set[str]] = {}
    for link in usual_links(kind):
        if link.control == "water" and link.over != "none":
            high, low = (link.start, link.end) if link.over == "from" else (link.end, link.start)
            below.setdefault(high, set()).add(low)
            below.setdefault(low, set())
    for _ in below:
        for near in below.values():
            near.update(*(below[thing] for thing in tuple(near)))
    return {thing: frozenset(near) for thing, near in below.items()}


def uphill_of(kind: str, link: Link) -> Side:
    """Which end of a link is uphill: as the form of this kind of junction has it, else as stated.

    On a level roof what stands up is uphill of the field, and the wall of its flashing; on slopes
    what lies above. The order of links in a list says nothing.
    """
    below = _downhill(SAME_AS.get(kind, kind))
    if link.end in below.get(link.start, ()):
        return "from"
    if link.start in below.get(link.end, ()):
        return "to"
    return link.uphill


def gathers(kind: str, link: Link) -> bool:
    """Whether water gathers where a link laps."""
    ends = f"{link.start} {link.end}"
    return kind in GATHERING or any(word in ends for word in GATHERING_THINGS)
