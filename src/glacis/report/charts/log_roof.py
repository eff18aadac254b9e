# SPDX-License-Identifier: GPL-3.0-or-later
"""What was seen on the roof, pinned on its plan, and listed beside it."""

from collections.abc import Iterator
from math import cos, pi, sin

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.log.as_built import standing
from glacis.core.log.keeping import open_observations
from glacis.core.log.words import summary
from glacis.core.model.document import Project
from glacis.core.model.geometry import Point
from glacis.core.model.log import Observed
from glacis.core.units.quantities import System
from glacis.report.plan import fit_plan, plan_scene, scale_bar
from glacis.report.scene import (
    CUT,
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

SIDE = 306.0
"""Width of the list [pt]."""
LINE, GAP = 17.0, 14.0
INKS = {1: "note", 2: "mind", 3: "stop"}
PIN = 8.0


class Pinned(Struct, frozen=True):
    """An observation that is drawn: its entry, where, when, how grave, what."""

    id: str
    area: str
    at: Point | None
    date: str
    severity: int
    words: str


class RoofView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        project: the document, with the areas that are drawn.
        area: id of the selected one; empty for none.
        entry: id of the one in the hand.
        pinned: observations, worst first.
        system: of units.
        gone: whether all that was ever seen shows, rather than what is open.
        first: row of the list.
    """

    project: Project
    area: str
    entry: str
    pinned: tuple[Pinned, ...]
    system: System
    gone: bool = False
    first: int = 0


def roof_view(
    project: Project, area: str = "", entry: str = "", *, gone: bool = False, near: bool = False, first: int = 0
) -> RoofView:  # fmt: skip
    """What is drawn of a document.

    Args:
        project: the document.
        area: id of the selected one; empty for none.
        entry: id of the one in the hand.
        gone: whether all that was ever seen shows, rather than what is open.
        near: whether the selected area alone is drawn.
        first: row of the list.
    """
    entries = standing(project.log)
    ever = ((entry, entry.what) for entry in entries)
    seen = [(entry, what) for entry, what in ever if isinstance(what, Observed)]
    found = seen if gone else list(open_observations(entries))
    mine = tuple(each for each in project.areas if each.id == area) if near else ()
    if mine:
        found = [pair for pair in found if pair[0].spot.area == area]
    system = project.units
    pinned = [
        Pinned(e.id, e.spot.area, e.spot.at, e.date, what.severity, summary(e, system))
        for e, what in found
    ]
    pinned.sort(key=lambda each: (-each.severity, each.date, each.id))
    drawn = replace(project, areas=mine) if mine else project
    return RoofView(drawn, area, entry, tuple(pinned), system, gone, first)


def pin(x: float, y: float, severity: int, chosen: bool) -> Iterator[Item]:
    """A mark by severity: a ring to watch, a triangle to repair, a full square for now."""
    ink = INKS[severity]
    fill = ink if severity == 3 else "bench"
    corners = {1: 12, 2: 3, 3: 4}[severity]
    turn = {1: 0.0, 2: -pi / 2, 3: pi / 4}[severity]
    grown = PIN + (2 if chosen else 0)
    ring = tuple(
        value for k in range(corners)
        for value in (x + grown * cos(turn + 2 * pi * k / corners), y + grown * sin(turn + 2 * pi * k / corners))
    )  # fmt: skip
    yield Patch(ring, fill, "accent" if chosen else ink, CUT if chosen else FACE)


def roof_scene(view: RoofView, size: Size) -> Scene:
    """The plan with its pins, and the list of what they are."""
    wide = size[0] - SIDE
    drawn = plan_scene(view.project, view.area, (), wide, size[1])
    items, hot = list(drawn.items), list(drawn.hot)
    if view.project.areas:
        fit = fit_plan(view.project, wide, size[1])
        for number, seen in enumerate(view.pinned, 1):
            if seen.at is None:
                continue
            x, y = fit.point(*seen.at)
            items += pin(x, y, seen.severity, seen.id == view.entry)
            items.append(Text(x + 11, y + 4, str(number), 12, "ink", face="semibold"))
            hot.append(Hot("entry", seen.id, (x - 12, y - 12, x + 22, y + 12), seen.words))
        items += scale_bar(fit, (wide, size[1]), view.system)
    listed, places = _list(view, size)
    return Scene(*size, (*items, *listed), (*hot, *places))


def _list(view: RoofView, size: Size) -> tuple[list[Item], list[Hot]]:
    left, right = size[0] - SIDE + 12, size[0] - 10
    count = len(view.pinned)
    head = f"{count} on record" if view.gone else f"{count} still to be seen"
    items: list[Item] = [
        Line((left - 8, 8, left - 8, size[1] - 8), "hairline", FACE),
        Text(left, 22, head, 13, "ink", face="semibold"),
    ]
    hot: list[Hot] = []
    y = 44.0
    if not count:
        nothing = "Nothing is open. Press “Pin” and then the roof to note what is seen."
        for line in wrapped(nothing, right - left, 12):
            items.append(Text(left, y, line, 12, "second"))
            y += LINE
    names = {area.id: area.name for area in view.project.areas}
    for number, seen in enumerate(view.pinned[view.first :], 1 + view.first):
        words = wrapped(seen.words, right - left - 26, 12, 2)
        tall = LINE * (1 + len(words)) + GAP
        if y + tall > size[1] - 8:
            more = f"and {count - number + 1} more: the wheel goes on"
            items.append(Text(left, size[1] - 10, more, 12, "second"))
            break
        place = (left - 4, y - 14, right, y + tall - GAP)
        if seen.id == view.entry:
            items.append(Patch(box(*place), "wash", "", 0.0))
        items += pin(left + 9, y - 3, seen.severity, chosen=False)
        title = f"{number}  {names.get(seen.area, seen.area)}, {seen.date}"
        items.append(Text(left + 24, y, shorten(title, right - left - 26, 12), 12, "second"))
        items += [Text(left + 24, y + LINE * k, line, 12) for k, line in enumerate(words, 1)]
        hot.append(Hot("entry", seen.id, place, seen.words))
        y += tall
        items.append(Line((left, y - GAP - 2, right, y - GAP - 2), "hairline", DIMENSION))
    return items, hot
