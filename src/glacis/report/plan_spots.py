# SPDX-License-Identifier: GPL-3.0-or-later
"""Where findings lie in plan: at the edge, opening or outlet concerned, else amid the area."""

from collections.abc import Callable, Iterable, Iterator

from msgspec import Struct

from glacis.core.judgement.finding import SEVERITIES, Finding, Severity
from glacis.core.judgement.place import Place
from glacis.core.model.document import Project
from glacis.core.model.falls import Outlet, Overflow, Spout, Threshold
from glacis.core.model.geometry import Dormer, Opening, Point
from glacis.report.scene import FACE, Item, Patch, box

WIDE, HIGH = 3.0, 4.5
"""Half the width and height of a mark [pt]."""
Middle = Callable[[str], Point | None]
"""The middle of a junction in plan [m], by its id."""


class Spot(Struct, frozen=True):
    """A place in plan and the worst that was found there.

    Attributes:
        area: id of the area that is meant as a whole; empty for a place on it.
        at: in plan [m].
        severity: of the worst finding there.
    """

    area: str
    at: Point
    severity: Severity


def _placed(project: Project, place: Place) -> Iterator[tuple[str, Point]]:
    """Everything with an id that stands at a point of the areas of a place."""
    things: list[Opening | Dormer | Outlet | Overflow | Threshold | Spout] = []
    things += [*project.openings, *project.dormers]
    for falls in project.falls:
        if falls.area in place.areas:
            things += [*falls.outlets, *falls.overflows, *falls.thresholds, *falls.spouts]
    return ((thing.id, thing.at) for thing in things)


def _point(project: Project, place: Place, middle: Middle) -> Point | None:
    if place.kind == "edge":
        return middle(place.ids[0])
    if place.kind in ("opening", "outlet"):
        return next((at for name, at in _placed(project, place) if name in place.ids), None)
    return None


def spots_of(project: Project, findings: Iterable[Finding], middle: Middle) -> tuple[Spot, ...]:
    """One spot for each place that stops, or that is to be minded and is less than an area."""
    centres = {
        area.id: (
            sum(x for x, _ in area.outline) / len(area.outline),
            sum(y for _, y in area.outline) / len(area.outline),
        )
        for area in project.areas
    }
    worst: dict[tuple[str, Point], Severity] = {}
    for finding in findings:
        if finding.severity == "note":
            continue
        point = _point(project, finding.place, middle)
        whole = finding.place.areas if point is None and finding.severity == "stop" else ()
        keys = [(name, centres[name]) for name in whole if name in centres]
        for key in keys if point is None else [("", point)]:
            ranks = (finding.severity, worst.get(key, finding.severity))
            worst[key] = min(ranks, key=SEVERITIES.index)
    return tuple(Spot(area, at, severity) for (area, at), severity in worst.items())


def spot_marks(spot: Spot, x: float, y: float) -> Iterator[Item]:
    """A bar: solid for stop, half for mind."""
    if spot.severity == "stop":
        yield Patch(box(x - WIDE, y - HIGH, x + WIDE, y + HIGH), "stop", "bench", FACE)
        return
    yield Patch(box(x - WIDE, y - HIGH, x + WIDE, y + HIGH), "bench", "mind", FACE)
    yield Patch(box(x - WIDE, y, x + WIDE, y + HIGH), "mind", "mind", FACE)
