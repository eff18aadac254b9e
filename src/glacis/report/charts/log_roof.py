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
from glacis.core.model.log import Entry, Observed
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


class RoofView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        project: the document.
        area: id of the selected one; empty for none.
        entry: id of the one in the hand.
        system: of units.
        gone: whether all that was ever seen shows, rather than what is open.
        first: row of the list.
        near: whether the selected area alone is drawn.
    """

    project: Project
    area: str
    entry: str
    system: System
    gone: bool = False
    first: int = 0
    near: bool = False

    @property
    def drawn(self) -> Project:
        """The document with the areas that are drawn."""
        if not self.near:
            return self.project
        mine = tuple(area for area in self.project.areas if area.id == self.area)
        return replace(self.project, areas=mine) if mine else self.project


def shown(view: RoofView) -> tuple[tuple[Entry, Observed], ...]:
    """Observations that are pinned: those that are open, worst first; or all."""
    entries = standing(view.project.log)
    if view.gone:
        found = [(e, e.what) for e in entries if isinstance(e.what, Observed)]
    else:
        found = list(open_observations(entries))
    if view.near:
        found = [pair for pair in found if pair[0].spot.area == view.area]
    return tuple(sorted(found, key=lambda pair: (-pair[1].severity, pair[0].date, pair[0].id)))


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
    drawn = plan_scene(view.drawn, view.area, (), wide, size[1])
    items, hot = list(drawn.items), list(drawn.hot)
    pinned = shown(view)
    if view.project.areas:
        fit = fit_plan(view.drawn, wide, size[1])
        for number, (entry, what) in enumerate(pinned, 1):
            if entry.spot.at is None:
                continue
            x, y = fit.point(*entry.spot.at)
            items += pin(x, y, what.severity, entry.id == view.entry)
            items.append(Text(x + 11, y + 4, str(number), 12, "ink", face="semibold"))
            around = (x - 12, y - 12, x + 22, y + 12)
            hot.append(Hot("entry", entry.id, around, summary(entry, view.system)))
        items += scale_bar(fit, (wide, size[1]), view.system)
    listed, places = _list(view, pinned, size)
    return Scene(*size, (*items, *listed), (*hot, *places))


def _list(
    view: RoofView, pinned: tuple[tuple[Entry, Observed], ...], size: Size
) -> tuple[list[Item], list[Hot]]:
    left, right = size[0] - SIDE + 12, size[0] - 10
    items: list[Item] = [Line((left - 8, 8, left - 8, size[1] - 8), "hairline", FACE)]
    hot: list[Hot] = []
    head = f"{len(pinned)} on record" if view.gone else f"{len(pinned)} still to be seen"
    items.append(Text(left, 22, head, 13, "ink", face="semibold"))
    y = 44.0
    if not pinned:
        nothing = "Nothing is open. Press “Pin” and then the roof to note what is seen."
        for piece in wrapped(nothing, right - left, 12):
            items.append(Text(left, y, piece, 12, "second"))
            y += LINE
    names = {area.id: area.name for area in view.project.areas}
    for number, (entry, what) in enumerate(pinned[view.first :], 1 + view.first):
        words = wrapped(summary(entry, view.system), right - left - 26, 12)[:3]
        tall = LINE * (1 + len(words)) + GAP
        if y + tall > size[1] - 8:
            more = len(pinned) - number + 1
            items.append(Text(left, size[1] - 10, f"and {more} more: the wheel goes on", 12, "second"))  # fmt: skip
            break
        if entry.id == view.entry:
            items.append(Patch(box(left - 4, y - 14, right, y + tall - GAP), "wash", "", 0.0))
        items += pin(left + 9, y - 3, what.severity, chosen=False)
        where = names.get(entry.spot.area, entry.spot.area)
        title = shorten(f"{number}  {where}, {entry.date}", right - left - 26, 12)
        items.append(Text(left + 24, y, title, 12, "second"))
        for k, line in enumerate(words, 1):
            items.append(Text(left + 24, y + LINE * k, line, 12))
        place = (left - 4, y - 14, right, y + tall - GAP)
        hot.append(Hot("entry", entry.id, place, summary(entry, view.system)))
        y += tall
        items.append(Line((left, y - GAP - 2, right, y - GAP - 2), "hairline", DIMENSION))
    return items, hot
