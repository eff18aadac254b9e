# SPDX-License-Identifier: GPL-3.0-or-later
"""Zones of a roof by ASCE 7, figures 30.3-2 (7-16 and 7-22), 30.4-2 (7-10) and 30.5-1, measured in plan."""

from collections.abc import Iterator

from glacis.core.errors import ValueRefused
from glacis.core.units.quantities import FOOT
from glacis.core.wind.en_zones import Plan, Zone
from glacis.core.wind.flat import SLIVER, Shape, common, joined, less
from glacis.core.wind.outline import Side, across
from glacis.core.wind.roofs import Face

Bounds = tuple[tuple[str, Shape], ...]
LOW = 60.0
"""Height up to which the figures for low buildings hold [ft] (ASCE 7-16, 30.3)."""
FLAT_TO = 7.0
"""Pitch up to which a roof is flat [°] (ASCE 7-16, figure 30.3-2A)."""
LEAST_STRIP = 3.0
"""[ft] (ASCE 7-16, figure 30.3-2B, note 6)."""


def strip_width(least: float, height: float) -> float:
    """A [m]: a tenth of the least width or 0.4 h, whichever is less, and at least 4 % of it and 3 ft."""
    return max(min(0.1 * least, 0.4 * height), 0.04 * least, LEAST_STRIP * FOOT)


def _strips(plan: Plan, depth: float) -> Shape:
    from shapely import Polygon

    return common(plan.whole, joined([Polygon(side.strip(depth)) for side in plan.sides]))


def _corners(plan: Plan, leg: float, width: float) -> Shape:
    """An L at every corner that sticks out."""
    from shapely import Polygon

    found = [Polygon()]
    for side in plan.sides:
        reach = min(leg, side.length)
        if side.out_start:
            found.append(Polygon(side.band(0.0, reach, width)))
        if side.out_end:
            found.append(Polygon(side.band(side.length - reach, side.length, width)))
    return common(plan.whole, joined(found))


def least_width(plan: Plan) -> float:
    """Least extent across any side [m]."""
    return min(across(plan.points, side.along) for side in plan.sides)


def asce_zones(plan: Plan, height: float, edition: str) -> Iterator[Zone]:
    """Zones of a roof, all winds together.

    Args:
        plan: of the roof.
        height: mean roof height h [m].
        edition: of ASCE 7.

    Raises:
        ValueRefused: for a roof that the figures do not have.
    """
    steepest = max(face.pitch for face in plan.roof.faces)
    if steepest <= FLAT_TO:
        if edition == "7-10":
            raise ValueRefused(
                "flat roof by ASCE 7-10",
                "no coefficients",
                "edition 7-16 or 7-22, or stated suctions",
            )
        yield from _flat(plan, height)
        return
    if height > LOW * FOOT:
        raise ValueRefused(
            "mean roof height of a pitched roof", f"{height:.1f} m", f"{LOW:g} ft at most by ASCE 7"
        )
    for face, shape in zip(plan.roof.faces, plan.faces, strict=True):
        if face.pitch > FLAT_TO and face.kind in ("mono", "trough"):
            raise ValueRefused(
                f"{face.kind} roof of {face.pitch:g}°",
                "no coefficients by ASCE 7",
                "stated suctions",
            )
        yield from _pitched(plan, face, shape, height, edition)


def _flat(plan: Plan, height: float) -> Iterator[Zone]:
    if height > LOW * FOOT:
        a = max(0.1 * least_width(plan), LEAST_STRIP * FOOT)
        bounds: Bounds = (
            ("3", _corners(plan, 2 * a, a)),
            ("2", _strips(plan, a)),
            ("1", plan.whole),
        )
        form, reach = "flat-tall", a
    else:
        bounds = (
            ("3", _corners(plan, 0.6 * height, 0.2 * height)), ("2", _strips(plan, 0.6 * height)),
            ("1", _strips(plan, 1.2 * height)), ("1'", plan.whole),
        )  # fmt: skip
        form, reach = "flat", 0.6 * height
    for face, shape in zip(plan.roof.faces, plan.faces, strict=True):
        yield from _in_turn(face, shape, bounds, (form, face.pitch), reach)


def _in_turn(
    face: Face, shape: Shape, bounds: Bounds, key: tuple[str, float], reach: float
) -> Iterator[Zone]:  # fmt: skip
    rest = shape
    for name, bound in bounds:
        part = common(rest, bound)
        if part.area > SLIVER:
            rest = less(rest, part)
            yield Zone(face.area, name, key[0], "any", key[1], part, 0.0, -1, reach)


def _bands(lines: list[tuple[tuple[float, float], tuple[float, float]]], depth: float) -> Shape:
    from shapely import LineString

    return joined([LineString(line).buffer(depth, cap_style="square") for line in lines])


def _pitched(plan: Plan, face: Face, shape: Shape, height: float, edition: str) -> Iterator[Zone]:
    """Strips along eaves (e), verges (n) and ridges or hips (r), and where they cross."""
    a = strip_width(least_width(plan), height)
    level = [
        side for side in plan.sides if abs(face.rise(side.start, side.end)) < 0.01 * side.length
    ]
    rising = [side for side in plan.sides if side not in level]
    eaves, verges = _of_sides(shape, level, a), _of_sides(shape, rising, a)
    tops = common(shape, _bands([m.line for m in face.meetings if m.kind in ("ridge", "hip")], a))
    crossed_e, crossed_r = common(eaves, verges), common(tops, verges)
    if edition == "7-10":
        corners = joined((crossed_e, crossed_r, common(eaves, tops)))
        strips = joined((eaves, verges, tops))
        bounds: Bounds = (("3", corners), ("2", strips), ("1", shape))
        form = "gable-hip-2010"
    else:
        bounds = (
            ("3r", crossed_r), ("3e", crossed_e), ("2n", verges), ("2r", tops), ("2e", eaves), ("1", shape),
        )  # fmt: skip
        form = "gable"
    yield from _in_turn(face, shape, bounds, (form, face.pitch), a)


def _of_sides(shape: Shape, sides: list[Side], depth: float) -> Shape:
    from shapely import Polygon

    return common(shape, joined([Polygon(side.strip(depth)) for side in sides]))
