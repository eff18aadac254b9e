# SPDX-License-Identifier: GPL-3.0-or-later
"""The headline figures of an area, each with its target and its working."""

from collections.abc import Callable
from typing import Literal

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.burdens import carbon_of, carbon_working, cost_of, cost_working
from glacis.core.build_up.fixings import usual_fixings
from glacis.core.climate.year import MONTH_NAMES
from glacis.core.errors import ValueRefused
from glacis.core.heat.corrections import fixing_addition, passed_by_fixings
from glacis.core.heat.energy import degree_hours
from glacis.core.heat.working import transmittance_working, weight_working
from glacis.core.moisture.assess import face_limit
from glacis.core.moisture.working import monthly_working, surface_working
from glacis.core.thickness.eaves import eaves_of, eaves_working
from glacis.core.units.format import significant
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in, summed

Figure = Literal[
    "u",
    "r",
    "surface",
    "condensate",
    "residual",
    "thickness",
    "weight",
    "inner",
    "cost",
    "carbon",
    "loss",
    "mean",
    "eaves",
    "starved",
    "air",
]


class Headline(Struct, frozen=True):
    """One headline figure.

    Attributes:
        id: which figure it is.
        name: as people call it.
        value: in SI.
        quantity: what kind of number it is.
        limit: its target in SI; None where it has none.
        meets: whether the target is met; None without one.
        less_is_better: which way is good; None where neither is.
        screwed: U with the usual fixings, where the target is met only because nobody stated any;
            else None.
    """

    id: Figure
    name: str
    value: float
    quantity: Quantity
    limit: float | None = None
    meets: bool | None = None
    less_is_better: bool | None = None
    screwed: float | None = None


def least_limit(roof: AnalysedArea) -> float:
    """The tightest water limit among the condensing places [kg/m²]."""
    running = roof.targets.condensate
    faces = roof.monthly.interfaces
    return min((face_limit(roof.monthly, face.place, running) for face in faces), default=running)


def within_limits(roof: AnalysedArea) -> bool:
    """Whether every condensing place stays within its own limit."""
    running = roof.targets.condensate
    return all(
        face.peak <= face_limit(roof.monthly, face.place, running)
        for face in roof.monthly.interfaces
    )


def screwed_over(roof: AnalysedArea) -> float | None:
    """U with the usual fixings [W/(m²·K)] where it is over the target and nobody stated any."""
    if roof.assembly.imperfections.fixing != "unstated" or not roof.meets_target:
        return None
    usual = usual_fixings(roof.layers, roof.heat.counted)
    if usual is None:
        return None
    counted = roof.layers[: roof.heat.counted]
    passed = passed_by_fixings(counted, usual.layer)
    screwed = roof.transmittance + fixing_addition(usual, passed, roof.heat.resistance).value
    return None if roof.meets(screwed) else screwed


def headlines(roof: AnalysedArea) -> tuple[Headline, ...]:
    """The figures a designer watches while working."""
    heat, surface = roof.heat, roof.surface
    q = Quantity
    return (
        Headline(
            "u", "U-value", roof.transmittance, q.TRANSMITTANCE, roof.target,
            roof.meets_target, True, screwed_over(roof),
        ),
        Headline("r", "R total", 1 / roof.transmittance, q.RESISTANCE, None, None, False),
        Headline(
            "surface", "f_Rsi", heat.surface_factor, q.FACTOR, surface.least_factor,
            surface.allows(heat.surface_factor) if 0 < (surface.least_factor or 0) < 1 else None, False,
        ),
        Headline(
            "condensate", "Condensate", roof.monthly.peak, q.CONDENSATE, least_limit(roof),
            within_limits(roof), True,
        ),
        Headline(
            "residual", "Left after a year", roof.monthly.residual, q.CONDENSATE, 0.0,
            not roof.monthly.gathers, True,
        ),
        Headline("thickness", "Thickness", roof.thickness, q.THICKNESS),
        Headline("weight", "Weight, dry", roof.weight, q.AREA_MASS),
        Headline("cost", "First cost", sum(cost_of(roof.built_layers)) / 2, q.COST, None, None, True),
        Headline(
            "carbon", "Carbon", sum(carbon_of(roof.built_layers)) / 2, q.CARBON, None, None, True
        ),
    )  # fmt: skip


def watched(roof: AnalysedArea) -> tuple[Headline, ...]:
    """Further figures that a change may move: U with the eaves, what is starved of air, what passes."""
    found, q = [], Quantity
    strip, air = eaves_of(roof), roof.aired
    if strip is not None:
        found.append(Headline("eaves", "U with its eaves", strip.whole, q.TRANSMITTANCE))
    if air is not None and air.layout is not None:
        found.append(Headline("starved", "Starved of air", air.layout.starved_share, q.SHARE))
        found.append(Headline("air", "Air, hot still noon", air.at_noon, q.AIR_FLOW_AREA))
    return tuple(found)


def _transmittance_working(roof: AnalysedArea) -> Working:
    flat = transmittance_working(roof.layers, roof.heat)
    if roof.taper is None:
        return flat
    from glacis.core.falls.working import taper_working

    return taper_working(roof.layers, flat, roof.taper)


def _thickness_working(roof: AnalysedArea) -> Working:
    steps = tuple(
        Step(f"d_{n}", layer.name, "", layer.thickness, Quantity.THICKNESS)
        for n, layer in enumerate(roof.layers, 1)
        if layer.kind != "roof-space"
    )
    if roof.taper is not None:
        spread = roof.taper.spread
        rise, kind = spread.most - spread.least, Quantity.THICKNESS
        shown = put_in("{} − {}", (spread.most, spread.least), rise, kind)
        note = "of the tapered layer, to its thickest place"
        steps = (*steps, Step("Δt", "t_1 − t_0", shown, rise, kind, "", note))
    parts = [step.value for step in steps]
    shown = put_in(summed(len(parts)), parts, roof.thickness, Quantity.THICKNESS) if parts else "0"
    total = Step("d", "Σ d", shown, roof.thickness, Quantity.THICKNESS)
    return Working(
        "Thickness of the build-up", (*steps, total), ("A roof space is not part of it.",)
    )


def _inner_working(roof: AnalysedArea) -> Working:
    indoor, outdoor = roof.zone.temperature, roof.climate.design_winter
    films, total = roof.films.inside, roof.heat.resistance
    values = (indoor, films, total, indoor, outdoor)
    surface = roof.winter_surface
    shown = put_in("{} − {}/{} × ({} − {})", values, surface, Quantity.TEMPERATURE)
    step = Step(
        "θ_si", "θ_i − R_si/R_tot (θ_i − θ_e)", shown, surface, Quantity.TEMPERATURE,
        "ISO 13788:2012, 4.4.1", "steady state, clear field",
    )  # fmt: skip
    return Working(
        "Inner surface on the winter design day",
        (step,),
        ("The room side takes the R_si of the heat loss, not the 0.25 m²·K/W of mould checks.",),
    )


def _inside_words(roof: AnalysedArea) -> str:
    if roof.zone.temperatures:
        return "with the rooms' temperature of each month"
    return f"at {significant(roof.zone.temperature)} °C inside"


def _loss_working(roof: AnalysedArea) -> Working:
    hours = degree_hours(roof.climate, roof.zone.year)
    u_value = roof.transmittance
    shown = put_in("{} × {} / 1000", (u_value, hours), roof.annual_loss, Quantity.HEAT_LOSS)
    step = Step("Q", "U Σ(θ_i − θ_e) t", shown, roof.annual_loss, Quantity.HEAT_LOSS)
    return Working(
        "Heat lost in a year",
        (step,),
        (
            f"Degree hours of the monthly means {_inside_words(roof)}.",
            "Sun, internal gains, air change and night set-back are not in it.",
        ),
    )


def _air_working(roof: AnalysedArea) -> Working:
    if roof.aired is None:
        step = Step("A", "nothing is stated about the air", "", 0.0, Quantity.VENT_AREA)
        return Working("Ventilation", (step,))
    from glacis.core.air.working import air_working

    return air_working(roof.aired)


_WORKINGS: dict[Figure, Callable[[AnalysedArea], Working]] = {
    "u": _transmittance_working,
    "r": _transmittance_working,
    "surface": lambda roof: surface_working(roof.heat, roof.surface, MONTH_NAMES),
    "condensate": lambda roof: monthly_working(roof.monthly),
    "residual": lambda roof: monthly_working(roof.monthly),
    "thickness": _thickness_working,
    "weight": lambda roof: weight_working(roof.built_layers, roof.weight),
    "inner": _inner_working,
    "cost": lambda roof: cost_working(roof.built_layers),
    "carbon": lambda roof: carbon_working(roof.built_layers),
    "loss": _loss_working,
    "eaves": eaves_working,
    "starved": _air_working,
    "air": _air_working,
}


def working_of(roof: AnalysedArea, figure: Figure) -> Working:
    """The steps behind a figure of one area.

    Raises:
        ValueRefused: for the mean U, which belongs to the whole roof.
    """
    make = _WORKINGS.get(figure)
    if make is None:
        raise ValueRefused("figure of an area", figure, ", ".join(_WORKINGS))
    return make(roof)
