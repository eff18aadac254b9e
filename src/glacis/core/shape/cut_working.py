# SPDX-License-Identifier: GPL-3.0-or-later
"""How the angles of a cut come about, by trigonometry that a pocket calculator can redo."""

from collections.abc import Iterator
from math import acos, asin, atan, atan2, cos, degrees, radians, sin, tan

from glacis.core.model.document import RoofArea
from glacis.core.shape.cuts import Cut, SideCut
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in


def _step(
    symbol: str,
    expression: str,
    arithmetic: tuple[str, tuple[float, ...]],
    value: float,
    note: str = "",
) -> Step:
    """A step that gives an angle, by a template and the angles it takes [°]."""
    shown = put_in(*arithmetic, value, Quantity.ANGLE)
    return Step(symbol, expression, shown, value, Quantity.ANGLE, note=note)


def _run(first: RoofArea, second: RoofArea) -> float:
    """Direction in plan of the line that two planes share, clockwise from north [°].

    Along it both planes rise alike: tan α1 · cos δ1 = tan α2 · cos δ2.
    """
    one, two = tan(radians(first.pitch)), tan(radians(second.pitch))
    a, b = radians(first.azimuth), radians(second.azimuth)
    east = -(one * cos(a) - two * cos(b))
    north = one * sin(a) - two * sin(b)
    rising = east * sin(a) + north * cos(a) <= 0
    return degrees(atan2(east, north) if rising else atan2(-east, -north)) % 360


def _away(run: float, azimuth: float) -> float:
    """Angle in plan between a line and the way up a slope [°], 0 to 180."""
    return abs((run - azimuth) % 360.0 - 180.0)


def _side(area: RoofArea, side: SideCut, number: int, run: float, pitch: float) -> Iterator[Step]:
    slope, away = area.pitch, _away(run, area.azimuth)
    share = max(-1.0, min(1.0, sin(radians(pitch)) / sin(radians(slope))))
    k = str(number)
    up = (area.azimuth + 180) % 360
    up += 360 * round((run - up) / 360)
    yield _step(
        f"δ_{k}", "angle in plan between the line and the way up the slope",
        ("|{}° − {}°|", (run, up)), away, area.name,
    )  # fmt: skip
    mitre = degrees(acos(share))
    backing = sin(radians(slope)) * sin(radians(mitre)) / cos(radians(pitch))
    yield _step(
        f"m_{k}", f"acos(sin p / sin α_{k})", ("acos(sin {}° / sin {}°)", (pitch, slope)), mitre,
        "mitre of a board along the eaves, from square",
    )  # fmt: skip
    yield _step(
        f"j_{k}", f"90° − δ_{k}", ("90° − {}°", (away,)), 90.0 - away, "bevel of a jack on its side"
    )
    yield _step(
        f"b_{k}", f"asin(sin α_{k} · sin m_{k} / cos p)",
        ("asin(sin {}° · sin {}° / cos {}°)", (slope, mitre, pitch)),
        degrees(asin(min(1.0, backing))), "backing of a member along the line",
    )  # fmt: skip
    assert side.area == area.id  # noqa: S101 - sides come in the order of the areas


def cut_working(cut: Cut, first: RoofArea, second: RoofArea) -> Working:
    """The steps behind a cut of two areas, in the order the cut names them."""
    one, two = radians(first.pitch), radians(second.pitch)
    turn = first.azimuth - second.azimuth
    inner = sin(one) * sin(two) * cos(radians(turn)) + cos(one) * cos(two)
    between = degrees(acos(max(-1.0, min(1.0, inner))))
    run = _run(first, second)
    away, other = _away(run, first.azimuth), _away(run, second.azimuth)
    pitch = degrees(atan(tan(one) * cos(radians(away))))
    values = (
        "acos(sin {}° · sin {}° · cos {}° + cos {}° · cos {}°)",
        (first.pitch, second.pitch, abs(turn) % 360, first.pitch, second.pitch),
    )
    through = 180.0 + between if cut.kind == "valley" else 180.0 - between
    sign = "+" if cut.kind == "valley" else "−"
    steps = [
        _step("ε", "acos(sin α_1 · sin α_2 · cos(γ_1 − γ_2) + cos α_1 · cos α_2)", values, between,
              "between the normals of the two planes"),
        _step("dihedral", f"180° {sign} ε", (f"180° {sign} {{}}°", (between,)), through),
        _step("tilt", "ε / 2", ("{}° / 2", (between,)), between / 2, "of the blade, from square"),
        Step("run", "direction in which both planes rise alike: tan α_1 · cos δ_1 = tan α_2 · cos δ_2",
             f"tan {first.pitch:.3f}° · cos {away:.3f}° = tan {second.pitch:.3f}° · cos {other:.3f}°",
             run, Quantity.ANGLE),
        _step("p", "atan(tan α_1 · cos δ_1)",
              ("atan(tan {}° · cos {}°)", (first.pitch, away)), pitch, "pitch of the line"),
        _step("plumb", "90° − p", ("90° − {}°", (pitch,)), 90.0 - pitch),
    ]  # fmt: skip
    for k, (area, side) in enumerate(zip((first, second), cut.sides, strict=True), 1):
        steps += _side(area, side, k, run, pitch)
    return Working(
        f"Angles of the {cut.kind}",
        tuple(steps),
        (
            "By spherical trigonometry: γ is where a plane faces, α its pitch, p the pitch of the line.",
            "True planes without play for coverings, and no thickness of the blade.",
            "Boards meet in the plane that halves the angle between them.",
        ),
    )
