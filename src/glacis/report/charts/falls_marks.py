# SPDX-License-Identifier: GPL-3.0-or-later
"""Outlets, lines, overflows and spouts on the plan of the falls, to be dragged."""

from collections.abc import Iterator
from math import cos, hypot, sin

from glacis.core.model.falls import Falls, LevelLine, Outlet, Overflow, Ridge, Spout, Threshold
from glacis.report.charts.room import bounds_of
from glacis.report.plan import Fit
from glacis.report.scene import CUT, FACE, Hot, Item, Line, Patch, Text, box, shorten

LABEL = 12.0
NONE: frozenset[str] = frozenset()
HAND = "\nDrag it; its fields stand below"


def thing_marks(
    falls: Falls,
    fit: Fit,
    chosen: str,
    blocked: frozenset[str] = NONE,
    working: frozenset[str] = NONE,
) -> tuple[list[Item], list[Hot]]:
    """What drains a roof where it lies, and where it may be taken hold of.

    Args:
        falls: as stated.
        fit: where metres go.
        chosen: id of what is in the hand.
        blocked: ids of outlets that take nothing.
        working: ids of overflows that run.
    """

    def ink(identifier: str) -> str:
        return "accent" if identifier == chosen else "ink"

    items: list[Item] = []
    hot: list[Hot] = []
    for line in falls.lines:
        items.extend(_gutter(line, ink(line.id), fit))
        (ax, ay), (bx, by) = fit.point(*line.start), fit.point(*line.end)
        zone = bounds_of((ax, ay, bx, by), 7.0)
        hot.append(Hot("line", line.id, zone, f"{line.name}{HAND}"))
    for ridge in falls.ridges:
        items.extend(_ridge(ridge, ink(ridge.id), fit, is_used=falls.edges == "drawn"))
        (ax, ay), (bx, by) = fit.point(*ridge.start), fit.point(*ridge.end)
        zone = bounds_of((ax, ay, bx, by), 7.0)
        hot.append(Hot("line", ridge.id, zone, f"{ridge.name}{HAND}"))
    for outlet in falls.outlets:
        items.extend(_outlet(outlet, ink(outlet.id), fit, is_blocked=outlet.id in blocked))
        hot.append(_zone("outlet", outlet, fit, (11.0, 11.0)))
    for overflow in falls.overflows:
        fill = "wash" if overflow.id in working else "bench"
        items.extend(_overflow(overflow, ink(overflow.id), fit, fill))
        hot.append(_zone("overflow", overflow, fit, (10.0, 8.0)))
    for door in falls.thresholds:
        items.extend(_door(door, ink(door.id), fit))
        hot.append(_zone("door", door, fit, (11.0, 9.0)))
    for spout in falls.spouts:
        items.extend(_spout(spout, ink(spout.id), fit))
        hot.append(_zone("spout", spout, fit, (10.0, 12.0)))
    long: tuple[LevelLine | Ridge, ...] = (*falls.lines, *falls.ridges)
    for held in (line for line in long if line.id == chosen):
        ends = _ends(held, fit)
        items += [end for end, _ in ends]
        hot += [zone for _, zone in ends]
    return items, hot


def _ends(line: LevelLine | Ridge, fit: Fit) -> list[tuple[Item, Hot]]:
    """Handles at both ends of a line in the hand."""
    found: list[tuple[Item, Hot]] = []
    for end, at in enumerate((line.start, line.end)):
        x, y = fit.point(*at)
        handle = Patch(box(x - 4, y - 4, x + 4, y + 4), "accent", "bench", FACE)
        zone = (x - 8, y - 8, x + 8, y + 8)
        found.append((handle, Hot("end", str(end), zone, f"An end of {line.name}: drag it")))
    return found


def _ridge(ridge: Ridge, ink: str, fit: Fit, *, is_used: bool) -> Iterator[Item]:
    (x1, y1), (x2, y2) = fit.point(*ridge.start), fit.point(*ridge.end)
    yield Line((x1, y1, x2, y2), ink, 2.4 if is_used else CUT, "dash" if is_used else "dot")
    yield _named(ridge.name, (x1 + x2) / 2 + 6, (y1 + y2) / 2 - 8, ink)


def _zone(
    kind: str, thing: Outlet | Overflow | Threshold | Spout, fit: Fit, reach: tuple[float, float]
) -> Hot:
    x, y = fit.point(*thing.at)
    zone = (x - reach[0], y - reach[1], x + reach[0], y + reach[1])
    return Hot(kind, thing.id, zone, f"{thing.name}{HAND}")


def _outlet(outlet: Outlet, ink: str, fit: Fit, *, is_blocked: bool) -> Iterator[Item]:
    """A ring with a dot, a square one for a rectangular mouth, a slot for an opening in the parapet."""
    x, y = fit.point(*outlet.at)
    outer, inner = (circle(x, y, 9.0), circle(x, y, 3.5))
    if outlet.mouth == "box":
        outer, inner = box(x - 8, y - 8, x + 8, y + 8), box(x - 3, y - 3, x + 3, y + 3)
    elif outlet.mouth == "scupper":
        outer, inner = box(x - 9, y - 6, x + 9, y + 6), box(x - 5, y - 2, x + 5, y + 2)
    yield Patch(outer, "bench", ink, CUT)
    if is_blocked:
        yield Line((x - 6, y - 6, x + 6, y + 6), "stop", 2.0)
        yield Line((x - 6, y + 6, x + 6, y - 6), "stop", 2.0)
    else:
        yield Patch(inner, ink, ink, FACE)
    yield _named(outlet.name, x + 14, y - 8, ink)


def _overflow(overflow: Overflow, ink: str, fit: Fit, fill: str) -> Iterator[Item]:
    x, y = fit.point(*overflow.at)
    yield Patch(box(x - 8, y - 5, x + 8, y + 5), fill, ink, CUT)
    yield Line((x - 4, y, x + 4, y), ink, FACE)
    yield _named(overflow.name, x + 12, y + 16, ink)


def _door(door: Threshold, ink: str, fit: Fit) -> Iterator[Item]:
    """A sill: two short lines beside a gap."""
    x, y = fit.point(*door.at)
    yield Patch(box(x - 10, y - 4, x + 10, y + 4), "bench", ink, FACE)
    yield Line((x - 10, y - 7, x - 10, y + 7), ink, CUT)
    yield Line((x + 10, y - 7, x + 10, y + 7), ink, CUT)
    yield _named(door.name, x + 14, y + 16, ink)


def _spout(spout: Spout, ink: str, fit: Fit) -> Iterator[Item]:
    """A drop: a point above and a round foot."""
    x, y = fit.point(*spout.at)
    yield Patch(
        (x, y - 11, x + 6, y, x + 4, y + 5, x, y + 7, x - 4, y + 5, x - 6, y), "wash", ink, CUT
    )
    yield _named(spout.name, x + 12, y + 5, ink)


def _named(name: str, x: float, y: float, ink: str) -> Text:
    return Text(x, y, shorten(name, 130, LABEL), LABEL, ink, "start", "semibold")


def _gutter(line: LevelLine, ink: str, fit: Fit) -> Iterator[Item]:
    (x1, y1), (x2, y2) = fit.point(*line.start), fit.point(*line.end)
    size = hypot(x2 - x1, y2 - y1) or 1.0
    nx, ny = -(y2 - y1) / size * 2.2, (x2 - x1) / size * 2.2
    for side in (-1, 1):
        yield Line((x1 + side * nx, y1 + side * ny, x2 + side * nx, y2 + side * ny), ink, CUT)
    yield _named(line.name, (x1 + x2) / 2 + 6, (y1 + y2) / 2 - 8, ink)


def circle(x: float, y: float, radius: float) -> tuple[float, ...]:
    """A circle in the drawing, as flat x, y pairs."""
    steps = 24
    return tuple(
        value
        for k in range(steps)
        for value in (
            x + radius * cos(6.283185307 * k / steps), y + radius * sin(6.283185307 * k / steps),
        )
    )  # fmt: skip
