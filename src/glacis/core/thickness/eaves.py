# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip along the eaves where the roof leaves no room for the full insulation."""

from itertools import pairwise
from math import cos, radians, sin, tan

from msgspec import Struct

from glacis.core.air.heel import depth_at
from glacis.core.air.plate import fill_depth, plate_of
from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import LayerData, rescaled, strongest
from glacis.core.heat.surfaces import R_SI_MOULD
from glacis.core.model.lookup import plan_area
from glacis.core.thickness.solve import transmittance_at, transmittance_of
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

FILM_OF_FILL = 1e-5
"""Depth at which insulation is as good as none [m]; our judgement: a dusting."""
GAUSS = 6
"""Points of Gauss's rule to a layer (our judgement: U agrees with the closed form to 1e-9)."""


class HeelEaves(Struct, frozen=True):
    """A strip whose insulation deepens from the plate inwards, as a heel lets it.

    Attributes:
        at_outer: depth of the insulation over the outer face of the wall [m].
        at_inner: over its inner face [m].
        full: away from the eaves [m].
        end: where that is reached, from the outer face [m].
        width: from the inner face inwards [m].
        inner: U over the inner face [W/(m²·K)].
        f_rsi: there, in one dimension [-]: the corner itself is colder.
    """

    at_outer: float
    at_inner: float
    full: float
    end: float
    width: float
    inner: float
    f_rsi: float


class Eaves(Struct, frozen=True):
    """What the strip does to its area.

    Attributes:
        share: of the area that the strip takes [-].
        transmittance: U in the strip [W/(m²·K)].
        whole: U of the area with its strip [W/(m²·K)].
        heel: how its depth grows; None for a strip of one stated depth.
    """

    share: float
    transmittance: float
    whole: float
    heel: HeelEaves | None = None


def eaves_length(roof: AnalysedArea) -> float:
    """Length along the eaves in plan [m]: how far the outline reaches across its fall."""
    angle = radians(roof.area.azimuth)
    along = [x * cos(angle) - y * sin(angle) for x, y in roof.area.outline]
    return max(along) - min(along)


def eaves_of(roof: AnalysedArea) -> Eaves | None:
    """The strip of an area: by its heel, else as stated; None where there is none or nothing insulates.

    Insulation that is squeezed keeps its conductivity: light wool conducts less when squeezed, so
    this is on the safe side (ISO 6946:2017 gives no rule for it).
    """
    by_heel = _by_heel(roof)
    if by_heel is not None:
        return by_heel
    width, thickness = roof.area.eaves_width, roof.area.eaves_thickness
    if width <= 0 or thickness <= 0:
        return None
    index = strongest(roof.layers[: roof.heat.counted])
    if index is None:
        return None
    u_strip = transmittance_at(roof, index, min(thickness, roof.layers[index].thickness))
    return _mixed(roof, width * eaves_length(roof) / roof.true_area, u_strip)


def _mixed(
    roof: AnalysedArea, share: float, u_strip: float, heel: HeelEaves | None = None
) -> Eaves:
    kept = min(1.0, share)
    return Eaves(kept, u_strip, (1 - kept) * roof.transmittance + kept * u_strip, heel)


def _by_heel(roof: AnalysedArea) -> Eaves | None:
    """The strip over the plate of a cold attic whose heel is stated."""
    air = roof.aired
    if air is None or air.stated.heel is None or air.way.kind != "cold-attic":
        return None
    full, pitch = fill_depth(roof.layers), roof.area.pitch
    if full <= 0 or pitch <= 0:
        return None
    heel = air.stated.heel
    plate = plate_of(heel, air.stated, pitch)
    outer, inner = depth_at(0.0, plate, full), depth_at(heel.wall, plate, full)
    end = max(0.0, (full - outer) / tan(radians(pitch)))
    width = max(0.0, end - heel.wall)
    u_inner = transmittance_of(roof, cut_to(roof, inner))
    resistance = 1 / u_inner - roof.films.inside + R_SI_MOULD
    found = HeelEaves(outer, inner, full, end, width, u_inner, 1 - R_SI_MOULD / resistance)
    if width <= 0:
        return _mixed(roof, 0.0, roof.transmittance, found)
    share = width * eaves_length(roof) / plan_area(roof.area)
    return _mixed(roof, share, _mean_over(roof, max(0.0, inner), full), found)


def cut_to(roof: AnalysedArea, depth: float) -> tuple[LayerData, ...]:
    """The layers with the insulation on the ceiling cut off at ``depth`` [m] from its underside."""
    left, made = max(0.0, depth), []
    for number, layer in enumerate(roof.layers):
        if layer.is_insulation and number < roof.heat.counted:
            kept = min(layer.thickness, left)
            made.append(rescaled(layer, max(kept, FILM_OF_FILL)))
            left -= kept
        else:
            made.append(layer)
    return tuple(made)


def _mean_over(roof: AnalysedArea, start: float, full: float) -> float:
    """Mean U where the insulation deepens evenly [W/(m²·K)]: Gauss's rule between the faces of layers."""
    from numpy.polynomial.legendre import leggauss

    faces, at = [start], 0.0
    for layer in roof.layers[: roof.heat.counted]:
        if layer.is_insulation:
            at += layer.thickness
            if start < at < full - FILM_OF_FILL:
                faces.append(at)
    faces.append(full)
    points, weights = leggauss(GAUSS)
    total = 0.0
    for low, high in pairwise(faces):
        half, middle = (high - low) / 2, (high + low) / 2
        total += half * sum(
            float(w) * transmittance_of(roof, cut_to(roof, middle + half * float(x)))
            for x, w in zip(points, weights, strict=True)
        )
    return total / (full - start)


def whole_transmittance(roof: AnalysedArea) -> float:
    """U of an area with its eaves strip, if it has one [W/(m²·K)]."""
    strip = eaves_of(roof)
    return roof.transmittance if strip is None else strip.whole


def eaves_working(roof: AnalysedArea) -> Working:
    """How the eaves strip came into U."""
    strip = eaves_of(roof)
    kind = Quantity.TRANSMITTANCE
    if strip is None:
        step = Step("U", "no strip stated", "", roof.transmittance, kind)
        return Working("U with the eaves strip", (step,))
    if strip.heel is not None:
        return _heel_working(roof, strip, strip.heel)
    sizes = (roof.area.eaves_width, eaves_length(roof), roof.true_area)
    shown = put_in("{} × {} / {}", sizes, strip.share, Quantity.SHARE)
    parts = (strip.share, roof.transmittance, strip.share, strip.transmittance)
    mix = put_in("(1 − {}) × {} + {} × {}", parts, strip.whole, kind)
    return Working(
        "U with the eaves strip",
        (
            Step("f", "b l/A", shown, strip.share, Quantity.SHARE, "", "share of the strip"),
            Step("U_e", "as U, with the insulation of the strip", "", strip.transmittance, kind),
            Step("U_A", "(1 − f) U + f U_e", mix, strip.whole, kind, "area-weighted"),
        ),
        ("Squeezed insulation keeps its conductivity.",),
    )


def _heel_working(roof: AnalysedArea, strip: Eaves, heel: HeelEaves) -> Working:
    """How the heel came into U."""
    kind, depth = Quantity.TRANSMITTANCE, Quantity.THICKNESS
    pitch = roof.area.pitch
    stated = roof.aired.stated if roof.aired else None
    wall = stated.heel.wall if stated and stated.heel else 0.0
    inner = put_in("{} + {} × tan {}°", (heel.at_outer, wall, pitch), heel.at_inner, depth)
    if heel.at_inner >= heel.full:
        inner = ""
    run = put_in("({} − {})/tan {}°", (heel.full, heel.at_outer, pitch), heel.end, Quantity.LENGTH)
    reach = put_in("{} − {}", (heel.end, wall), heel.end - wall, Quantity.LENGTH)
    sizes = (heel.width, eaves_length(roof), plan_area(roof.area))
    shown = put_in("{} × {} / {}", sizes, strip.share, Quantity.SHARE)
    parts = (strip.share, roof.transmittance, strip.share, strip.transmittance)
    mix = put_in("(1 − {}) × {} + {} × {}", parts, strip.whole, kind)
    gap = "h − g/cos α, at most t"
    return Working(
        "U with the strip over the plate",
        (
            Step("t_0", gap, "", heel.at_outer, depth, "", "over the outer face of the wall"),
            Step("t_i", "t_0 + w tan α", inner, heel.at_inner, depth, "", "over its inner face"),
            Step(
                "x*", "(t − t_0)/tan α", run, heel.end, Quantity.LENGTH, "", "full depth from here"
            ),
            Step(
                "b", "x* − w, 0 at least", reach if heel.width else "", heel.width, Quantity.LENGTH
            ),
            Step("f", "b l/A", shown, strip.share, Quantity.SHARE, "", "share of the strip"),
            Step("U_e", "mean of U over the strip", "", strip.transmittance, kind),
            Step("U_A", "(1 − f) U + f U_e", mix, strip.whole, kind, "area-weighted"),
        ),
        (
            "Squeezed insulation keeps its conductivity.",
            "Members lie parallel to the fill and are cut off with it.",
        ),
    )
