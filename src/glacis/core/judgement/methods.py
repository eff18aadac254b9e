# SPDX-License-Identifier: GPL-3.0-or-later
"""Three methods side by side on one roof: what each says, by which figure, and what it does not see."""

from typing import TYPE_CHECKING, Literal

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.plane import LEAST_PLANE, condensing_plane, plane_temperature
from glacis.core.judgement.questions import is_open_insulation, is_vented
from glacis.core.units.quantities import Quantity

if TYPE_CHECKING:
    from glacis.core.hourly.verdicts import Verdict

Says = Literal["fit", "mind", "stop", "not asked"]


class Method(Struct, frozen=True):
    """What one method says of an area.

    Attributes:
        name: of it.
        says: its verdict.
        figure: that it says it by; None where it is not asked.
        quantity: of the figure; None for wood's moisture in percent by mass.
        of: what the figure is of.
        not_seen: what it leaves out.
    """

    name: str
    says: Says
    figure: float | None
    quantity: Quantity | None
    of: str
    not_seen: str


def monthly_method(roof: AnalysedArea) -> Method:
    """Condensate by months (ISO 13788:2012)."""
    monthly = roof.monthly
    says: Says = (
        "fit"
        if monthly.verdict == "none"
        else "stop"
        if monthly.verdict == "accumulates"
        else "mind"
    )
    if says == "mind" and monthly.peak <= roof.targets.condensate:
        says = "fit"
    figure, of = (
        (monthly.residual, "left after a year") if says == "stop" else (monthly.peak, "at most")
    )
    return Method(
        "Monthly",
        says,
        figure,
        Quantity.CONDENSATE,
        of,
        "sun, rain, storage, leaks, built-in water",
    )


def ratio_method(roof: AnalysedArea) -> Method:
    """The insulation ratio of US model codes: the condensing plane at 7 °C or more."""
    plane = condensing_plane(roof) or _under_the_deck(roof)
    left_out = "anything but the three coldest months; drying"
    if plane is None:
        words = "vented, or no air-open insulation"
        return Method("Insulation ratio", "not asked", None, Quantity.TEMPERATURE, words, left_out)
    temperature = plane_temperature(roof, plane[1], plane[2])
    says: Says = "fit" if temperature >= LEAST_PLANE else "stop"
    return Method(
        "Insulation ratio", says, temperature, Quantity.TEMPERATURE, "condensing plane", left_out
    )


def _under_the_deck(roof: AnalysedArea) -> tuple[int, float, float] | None:
    """The outer face of air-open insulation in an unvented roof that has nothing outside it."""
    if is_vented(roof):
        return None
    index = max((k for k, x in enumerate(roof.layers) if is_open_insulation(x)), default=None)
    if index is None:
        return None
    inside = roof.films.inside + sum(x.resistance for x in roof.layers[: index + 1])
    beyond = sum(x.resistance for x in roof.layers[index + 1 :]) + roof.heat.main.surfaces[1]
    return index, inside, beyond


def hourly_method(verdict: "Verdict") -> Method:
    """Heat and moisture hour by hour (EN 15026:2007)."""
    wood = verdict.wettest
    not_seen = "workmanship, members, ice, water from elsewhere"
    if wood is None:
        return Method(
            "Hourly",
            verdict.grade,
            verdict.condensate[0],
            Quantity.CONDENSATE,
            "standing free",
            not_seen,
        )
    return Method("Hourly", verdict.grade, wood.peak, None, wood.name, not_seen)


def methods_of(roof: AnalysedArea, verdict: "Verdict") -> tuple[Method, ...]:
    """All three on one area."""
    return monthly_method(roof), ratio_method(roof), hourly_method(verdict)


def they_differ(methods: tuple[Method, ...]) -> bool:
    """Whether one method condemns what another passes."""
    said = {method.says for method in methods}
    return "stop" in said and bool(said & {"fit", "mind"})
