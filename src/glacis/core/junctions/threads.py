# SPDX-License-Identifier: GPL-3.0-or-later
"""Control lines as rows of things joined by links: how they are drawn and listed."""

from msgspec import Struct

from glacis.core.junctions.chains import CONTROLS
from glacis.core.junctions.continuity import Line
from glacis.core.junctions.traced import Traced
from glacis.core.model.junctions import Control, Link

GAP = -1
"""Stands between two things that nothing joins; by definition."""


class Thread(Struct, frozen=True):
    """A row of things of one control.

    Attributes:
        control: whose.
        things: in order.
        links: number of the link after each thing but the last; :data:`GAP` where the line breaks.
        main: whether it is the line itself, not a branch or a backup.
    """

    control: Control
    things: tuple[str, ...]
    links: tuple[int, ...]
    main: bool


def _along(
    names: tuple[str, ...], links: tuple[Link, ...], control: Control
) -> tuple[list[str], list[int]]:
    """Things that hang together, from the first, as far as links lead on from one to the next."""
    things, numbers = [names[0]], list[int]()
    left = set(names[1:])
    while left:
        here = things[-1]
        for number, link in enumerate(links):
            other = link.end if link.start == here else link.start if link.end == here else ""
            if link.control == control and other in left:
                things.append(other)
                numbers.append(number)
                left.discard(other)
                break
        else:
            break
    return things, numbers


def _main(line: Line, links: tuple[Link, ...]) -> Thread | None:
    if line.state == "none":
        return None
    if line.state != "broken":
        return Thread(line.control, line.path, line.links, True)
    here, there = line.islands
    things, numbers = _along(here, links, line.control)
    if there:
        beyond, more = _along(there, links, line.control)
        things, numbers = [*things, *reversed(beyond)], [*numbers, GAP, *reversed(more)]
    return Thread(line.control, tuple(things), tuple(numbers), True)


def _branches(control: Control, found: Traced, drawn: set[int]) -> list[Thread]:
    """What the main row leaves, each link once, in rows as long as they go on; nothing of what is not there."""
    links = found.links
    left = [
        number
        for number, link in enumerate(links)
        if link.control == control
        and number not in drawn
        and not {link.start, link.end} & found.bare
    ]
    rows = []
    while left:
        number = left.pop(0)
        things, numbers = [links[number].start, links[number].end], [number]
        while True:
            onward = next((n for n in left if links[n].start == things[-1]), None)
            if onward is None:
                break
            left.remove(onward)
            things.append(links[onward].end)
            numbers.append(onward)
        rows.append(Thread(control, tuple(things), tuple(numbers), False))
    return rows


def threads_of(found: Traced) -> tuple[Thread, ...]:
    """The lines of a junction in rows: each control's own line first, then its branches and backups."""
    rows: list[Thread] = []
    for control in CONTROLS:
        main = _main(found.line(control), found.links)
        drawn = set(main.links) if main is not None else set()
        rows += [main] if main is not None else []
        rows += _branches(control, found, drawn)
    return tuple(rows)
