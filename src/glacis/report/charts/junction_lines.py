# SPDX-License-Identifier: GPL-3.0-or-later
"""The four lines of a junction, thing by thing: laps drawn apart, gaps torn open and numbered."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.junctions.laps import LapVerdict
from glacis.core.junctions.threads import GAP, Thread, threads_of
from glacis.core.junctions.traced import Traced
from glacis.core.model.junctions import Link
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.junction_marks import LINE_INKS, LINE_KINDS, numbered
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
    wrapped,
)

LEFT, TOP, TALL = 74.0, 14.0, 62.0
"""Room for the names of the controls, above, and for a row [pt]."""
JOIN = 92.0
"""Width of a link at most [pt]."""


class LinesView(Struct, frozen=True):
    """What the drawing shows: a junction, the link in the hand by its number, units, a drop on its way.

    Attributes:
        found: the junction.
        system: units.
        held: number of the link in the hand; None for none.
        drop: number of the link that a drop passes; None for none.
        enters: whether it gets in there.
    """

    found: Traced
    system: System
    held: int | None = None
    drop: int | None = None
    enters: bool = False


def link_words(link: Link, system: System) -> str:
    """How a link joins, in a few words."""
    if link.length:
        return f"{link.joint} {with_unit(link.length, Quantity.THICKNESS, system)}"
    if link.least:
        return f"{link.joint} ≥ {with_unit(link.least, Quantity.THICKNESS, system)}"
    return link.joint


def _verdict_ink(link: Link, lap: LapVerdict | None) -> str:
    if lap is not None and lap.verdict in ("stop", "mind"):
        return lap.verdict
    return "mind" if not (link.drawn_by and link.trade) else "ink"


def _strips(left: float, right: float, y: float, link: Link, forward: bool) -> Iterator[Item]:
    """Two sheets drawn apart so that over and under shows."""
    middle = (left + right) / 2
    control, ink = link.control, LINE_INKS[link.control]
    width, dash = LINE_KINDS[control]
    if link.over == "none" or link.joint in ("pressed", "clamp", "cast", "cover"):
        yield Line((left, y, right, y), ink, width, dash)
        for x in (middle - 3, middle + 3):
            yield Line((x, y - 6, x, y + 6), "second", FACE)
        return
    first_over = (link.over == "from") == forward
    high, low = (y - 4, y + 4)
    one, other = (high, low) if first_over else (low, high)
    yield Line((left, one, middle + 12, one), ink, width, dash)
    yield Line((middle - 12, other, right, other), ink, width, dash)
    if link.joint in ("weld", "tape", "sealant"):
        for k in range(4):
            x = middle - 9 + 6 * k
            yield Line((x, y - 2, x, y + 2), "second", FACE)


def _link(
    view: LinesView, number: int, ends: tuple[float, float, float], forward: bool
) -> Iterator[Item]:
    left, right, y = ends
    link, lap = view.found.links[number], view.found.laps[number]
    if number == view.held:
        yield Patch(box(left, y - 22, right, y + 26), "wash", "accent", FACE)
    yield from _strips(left + 2, right - 2, y, link, forward)
    ink = _verdict_ink(link, lap)
    middle, room = (left + right) / 2, right - left - 4
    mark = ("!", lap.verdict) if lap is not None and lap.verdict in ("stop", "mind") else None
    mark = mark or (("?", "mind") if not link.drawn_by else None)
    if mark is not None:
        yield from numbered(left + 10, y - 15, *mark)
    aside = 10.0 if mark is not None else 0.0
    words = shorten(link_words(link, view.system), room - 2 * aside, 12)
    yield Text(middle + aside, y - 11, words, 12, ink, "middle")
    who = link.trade or "nobody's work"
    yield Text(
        middle, y + 20, shorten(who, room, 12), 12, "second" if link.trade else "mind", "middle"
    )
    if number == view.drop:
        yield _drop(middle, y - 12 if not view.enters else y, "stop" if view.enters else "accent")


def _drop(x: float, y: float, ink: str) -> Patch:
    """A drop of water."""
    return Patch(
        (x, y - 9, x + 4, y - 2, x + 3, y + 3, x, y + 5, x - 3, y + 3, x - 4, y - 2), ink, ink
    )


def _tear(left: float, right: float, y: float, number: int) -> Iterator[Item]:
    """A gap: nothing joins the two sides."""
    middle = (left + right) / 2
    for x in (left + 4, right - 4):
        yield Line((x - 4, y - 8, x + 3, y - 2, x - 3, y + 3, x + 4, y + 8), "stop", 2.0)
    yield from numbered(middle, y, str(number), "stop")
    yield Text(middle, y + 24, "gap", 12, "stop", "middle", "semibold")


def _plate(words: str, left: float, right: float, y: float, faint: bool) -> Iterator[Item]:
    """A thing of the line."""
    yield Patch(box(left, y - 17, right, y + 17), "paper", "hairline" if faint else "second", FACE)
    lines = wrapped(words, right - left - 8, 12, 2)
    start = y + 4 - 7 * (len(lines) - 1)
    for k, line in enumerate(lines):
        yield Text((left + right) / 2, start + 14 * k, line, 12, "ink", "middle")


def _row(
    view: LinesView, thread: Thread, y: float, width: float
) -> Iterator[tuple[Item | None, Hot | None]]:
    count = len(thread.things)
    room = width - LEFT - 10
    join = min(JOIN, room * 0.5 / max(1, count - 1)) if count > 1 else 0.0
    plate = min(190.0, (room - join * (count - 1)) / count)
    x = LEFT
    for k, name in enumerate(thread.things):
        words = view.found.element(name).words
        for item in _plate(words, x, x + plate, y, not thread.main):
            yield item, None
        spot = (x, y - 17, x + plate, y + 17)
        hint = f"{words}\nDrag it onto another thing to join the two"
        yield None, Hot("element", f"{thread.control}|{name}", spot, hint)
        x += plate
        if k == count - 1:
            break
        number = thread.links[k]
        ends = x, x + join, y
        if number == GAP:
            for item in _tear(*ends, 1):
                yield item, None
            where = box_of(ends)
            yield None, Hot("gap", thread.control, where, f"The {thread.control} line breaks here")
        else:
            link = view.found.links[number]
            for item in _link(view, number, ends, link.start == name):
                yield item, None
            yield None, Hot("link", str(number), box_of(ends), _hint(view, number))
        x += join


def box_of(ends: tuple[float, float, float]) -> tuple[float, float, float, float]:
    """Where a link answers to the pointer."""
    left, right, y = ends
    return left, y - 24, right, y + 26


def _hint(view: LinesView, number: int) -> str:
    link, lap = view.found.links[number], view.found.laps[number]
    over = {
        "from": f"{link.start} over {link.end}",
        "to": f"{link.end} over {link.start}",
        "none": "",
    }[link.over]
    parts = (
        f"{link.start} – {link.end}", over, link.how, f"made by {link.trade or 'nobody'}",
        f"drawn by {link.drawn_by or 'nobody'} {link.dated}".strip(), lap.why if lap is not None else "",
    )  # fmt: skip
    return "\n".join(part for part in parts if part)


def lines_scene(view: LinesView, size: Size) -> Scene:
    """All four lines of a junction, one below the other."""
    width, height = size
    rows = threads_of(view.found)
    tall = min(TALL, (height - TOP - 8) / max(1, len(rows)))
    items: list[Item] = []
    hot: list[Hot] = []
    last = ""
    for k, thread in enumerate(rows):
        y = TOP + tall * (k + 0.5)
        if thread.control != last:
            stroke, dash = LINE_KINDS[thread.control]
            items.append(Text(8, y + 4, thread.control, 13, "ink", "start", "semibold"))
            items.append(Line((8, y + 12, 52, y + 12), LINE_INKS[thread.control], stroke, dash))
            if last:
                items.append(Line((0, y - tall / 2, width, y - tall / 2), "hairline", DIMENSION))
        else:
            items.append(Text(8, y + 4, "besides", 12, "second"))
        last = thread.control
        for item, spot in _row(view, thread, y, width):
            items += [item] if item is not None else []
            hot += [spot] if spot is not None else []
    none = [line.control for line in view.found.lines if line.state == "none"]
    if none:
        words = f"No line here for {', '.join(none)}: the build-up has no such layer, or another edge carries it."
        items.append(Text(8, height - 6, words, 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))
