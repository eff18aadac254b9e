# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip along the eaves where the roof leaves no room for the full insulation."""

from math import cos, radians, sin

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import strongest
from glacis.core.thickness.solve import transmittance_at
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in


class Eaves(Struct, frozen=True):
    """What the strip does to its area.

    Attributes:
        share: of the area that the strip takes [-].
        transmittance: U in the strip [W/(m²·K)].
        whole: U of the area with its strip [W/(m²·K)].
    """

    share: float
    transmittance: float
    whole: float


def eaves_length(roof: AnalysedArea) -> float:
    """Length along the eaves in plan [m]: how far the outline reaches across its fall."""
    angle = radians(roof.area.azimuth)
    along = [x * cos(angle) - y * sin(angle) for x, y in roof.area.outline]
    return max(along) - min(along)


def eaves_of(roof: AnalysedArea) -> Eaves | None:
    """The strip of an area; None where none is stated or nothing insulates.

    The squeezed insulation keeps its conductivity: light wool conducts less when squeezed, so
    this is on the safe side (ISO 6946:2017 gives no rule for it).
    """
    width, thickness = roof.area.eaves_width, roof.area.eaves_thickness
    if width <= 0 or thickness <= 0:
        return None
    index = strongest(roof.layers[: roof.heat.counted])
    if index is None:
        return None
    u_strip = transmittance_at(roof, index, min(thickness, roof.layers[index].thickness))
    share = min(1.0, width * eaves_length(roof) / roof.true_area)
    whole = (1 - share) * roof.transmittance + share * u_strip
    return Eaves(share, u_strip, whole)


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
