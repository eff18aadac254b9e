# SPDX-License-Identifier: GPL-3.0-or-later
"""Outriggers with their loads, furring under a plane, a curve in facets: each at one scale but where it says so."""

from collections.abc import Iterator
from math import cos, pi, radians, sin

from glacis.core.set_out.curves import Facets
from glacis.core.set_out.found import SetOutFound
from glacis.core.set_out.outriggers import SIDE_SCREW, Outrigged
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    arrow,
    box,
    saying,
)

T = Quantity.THICKNESS
EDGE = 26.0
"""Room at the sides of a drawing [pt]."""


def outriggers_scene(found: SetOutFound, size: Size, system: System) -> Scene:
    """One outrigger in elevation under its worst load, and all of them beside the members."""
    rig, stated = found.outrigged, found.stated.outriggers
    if rig is None or stated is None:
        return saying("Type a figure of the outriggers below.")(*size)
    width, height = size
    long = stated.overhang + stated.backspan
    scale = min((width - 2 * EDGE - 220) / long, 200.0)
    left, y = EDGE + 30, height * 0.3
    wall = left + stated.overhang * scale
    inner = left + long * scale
    items: list[Item] = [Patch(box(left, y, inner, y + 14), "tint:timber-end", "ink", CUT)]
    worst = rig.cases[0]
    lifts = "wind" in worst.name
    for k in range(1, 6):
        x = left + (wall - left) * (k - 0.5) / 5
        ends = (y + 40, y + 18) if lifts else (y - 30, y - 4)
        items.append(arrow((x, ends[0]), (x, ends[1]), "mind", FACE))
    for x, force, word in (
        (wall, worst.on.outer, "over the wall"),
        (inner - 6, worst.on.inner, "inner end"),
    ):
        up = force >= 0
        items.append(
            arrow(
                (x, y + (54 if up else 18)),
                (x, y + (18 if up else 54)),
                "ink" if up else "stop",
                CUT,
            )
        )
        shown = with_unit(abs(force), Quantity.FORCE, system)
        items.append(Text(x, y + 70, word, 12, "second", "middle"))
        items.append(
            Text(
                x,
                y + 86,
                shown if up else f"hold down {shown}",
                12,
                "ink" if up else "stop",
                "middle",
            )
        )
    items += _spans(found, (left, wall, inner, y - 46), system)
    words = f"worst: {worst.name}"
    items.append(Text(width - EDGE, 24, words, 12, "ink", "end"))
    for number, case in enumerate(rig.cases):
        inner_words = with_unit(case.on.inner, Quantity.FORCE, system)
        outer_words = with_unit(case.on.outer, Quantity.FORCE, system)
        line = f"{case.name}: inner {inner_words}, outer {outer_words}"
        items.append(Text(width - EDGE, 42 + 16 * number, line, 12, "second", "end"))
    items += _beside_members(found, rig, size, system)
    return Scene(width, height, tuple(items))


def _spans(
    found: SetOutFound, place: tuple[float, float, float, float], system: System
) -> Iterator[Item]:
    stated = found.stated.outriggers
    left, wall, inner, y = place
    if stated is None:
        return
    yield Line((left, y, inner, y), "ink", DIMENSION)
    for x in (left, wall, inner):
        yield Line((x - 3, y + 3, x + 3, y - 3), "ink", DIMENSION)
    for x, value in (((left + wall) / 2, stated.overhang), ((wall + inner) / 2, stated.backspan)):
        yield Text(x, y - 5, with_unit(value, T, system), 12, "ink", "middle")


def _beside_members(
    found: SetOutFound, rig: Outrigged, size: Size, system: System
) -> Iterator[Item]:
    """Riggers as strokes over the members, those that need a block marked."""
    width, height = size
    spacing = found.stated.grid.spacing or found.stack.spacing
    member = found.stated.grid.width or found.stack.width
    run = rig.laid.centres[-1] - rig.laid.centres[0] + spacing
    scale = (width - 2 * EDGE) / max(run, 0.1)
    base = height - 52
    for k in range(int(run / spacing) + 2):
        x = EDGE + k * spacing * scale
        if x <= width - EDGE + 1:
            half = member * scale / 2
            yield Patch(box(x - half, base - 44, x + half, base), "copper:1", "hairline", FACE)
    reach = max(0.0, member / 2 - SIDE_SCREW)
    for at in rig.laid.centres:
        off = abs((at + spacing / 2) % spacing - spacing / 2)
        blocked = off > reach + 1e-9
        x = EDGE + at * scale
        yield Line((x, base - 56, x, base - 12), "mind" if blocked else "accent", CUT)
        if blocked:
            yield Line((x - 5, base - 60, x + 5, base - 60), "mind", CUT)
    best = rig.best
    words = (
        f"{rig.laid.boards} boards uncut, {rig.laid.blocks} blocks; begun at {with_unit(best.start, T, system)}: "
        f"{best.blocks} blocks"
    )
    yield Text(width / 2, base + 22, words, 12, "ink", "middle")
    yield Text(
        EDGE,
        base + 42,
        "members below, outriggers across; a bar marks those that need a block",
        12,
        "second",
    )


def furring_scene(found: SetOutFound, size: Size, system: System) -> Scene:
    """Zones side by side, their heights drawn larger, with the strip that brings each to the plane."""
    planed, stated = found.planed, found.stated.furring
    if planed is None or stated is None:
        return saying("Add a zone of the deck below.")(*size)
    width, height = size
    low = min(zone.base for zone in stated.zones)
    tall = max(planed.target - low, 0.01)
    scale = (height - 130) / tall
    base = height - 60
    each = (width - 2 * EDGE - 80) / len(stated.zones)
    items: list[Item] = []
    for number, (zone, rip) in enumerate(zip(stated.zones, planed.rips, strict=True)):
        left = EDGE + number * each
        right = left + each * 0.86
        at = base - (zone.base - low) * scale
        items.append(Patch(box(left, at, right, base + 4), "hairline"))
        for thick, fill in (
            (zone.deck, "tint:timber-end"),
            (zone.sheets, "tint:membrane"),
            (rip, "copper:3"),
        ):
            if thick > 0:
                items.append(Patch(box(left, at - thick * scale, right, at), fill, "ink", FACE))
                at -= thick * scale
        middle = (left + right) / 2
        items.append(
            Text(
                middle, at - 6, f"rip {with_unit(rip, T, system)}", 12, "ink", "middle", "semibold"
            )
        )
        items.append(
            Text(middle, base + 20, zone.name or f"zone {number + 1}", 12, "second", "middle")
        )
    y = base - (planed.target - low) * scale
    items.append(Line((EDGE, y, width - EDGE - 70, y), "accent", CUT))
    items.append(Text(width - EDGE - 64, y + 4, "the plane", 12, "accent"))
    worst = max((abs(step) for step in planed.steps), default=0.0)
    words = f"steps between neighbours {with_unit(worst, Quantity.JOINT, system)} at most; heights not to scale"
    items.append(Text(width / 2, height - 14, words, 12, "second", "middle"))
    return Scene(width, height, tuple(items))


def curve_scene(found: SetOutFound, size: Size, system: System) -> Scene:
    """The curve with its facets, one of them enlarged in words."""
    facet, stated = found.facets, found.stated.curve
    if facet is None or stated is None:
        return saying("Type a figure of the curve below.")(*size)
    width, height = size
    half = radians(min(stated.angle, 358.0)) / 2
    wide = 2 * stated.radius * (sin(half) if half < pi / 2 else 1.0)
    tall = stated.radius * (1 - cos(half))
    scale = min((width - 2 * EDGE - 40) / wide, (height - 150) / max(tall, 1e-6))
    x0, y0 = width / 2, 46 + stated.radius * scale

    def at(angle: float, radius: float) -> tuple[float, float]:
        return x0 + radius * scale * sin(angle), y0 - radius * scale * cos(angle)

    arc = [at(-half + 2 * half * k / 120, stated.radius) for k in range(121)]
    knots = [at(-half + 2 * half * k / facet.count, stated.radius) for k in range(facet.count + 1)]
    items: list[Item] = [
        Line(tuple(value for spot in arc for value in spot), "second", FACE, "dash"),
        Line(tuple(value for spot in knots for value in spot), "ink", CUT),
    ]
    for k in range(facet.count + 1):
        angle = -half + 2 * half * k / facet.count
        inner, outer = at(angle, stated.radius), at(angle, stated.radius + 10 / scale)
        items.append(Line((*inner, *outer), "accent", FACE))
    items += [
        Text(
            width / 2,
            height - 74 + 18 * number,
            words,
            12,
            "ink" if number == 0 else "second",
            "middle",
        )
        for number, words in enumerate(_curve_words(facet, system))
    ]
    return Scene(width, height, tuple(items))


def _curve_words(facet: Facets, system: System) -> tuple[str, ...]:
    chord, tangent = (with_unit(value, T, system) for value in (facet.chord, facet.tangent))
    bevel = with_unit(facet.bevel, Quantity.ANGLE, system)
    opening, off = (
        with_unit(value, Quantity.JOINT, system) for value in (facet.opening, facet.off)
    )
    return (
        f"{facet.count} facets, {chord} between ends on the curve ({tangent} where boards touch in their middle)",
        f"each edge bevelled {bevel}; butted boards open {opening} at their outer face",
        f"{off} off the curve at most; fill {1000 * facet.fill:.2f} l to the metre a facet, "
        f"{1000 * facet.fill_chord:.2f} under chords",
    )
