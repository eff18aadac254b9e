# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind the monthly method's result."""

from glacis.core.climate.year import MONTH_NAMES, SECONDS
from glacis.core.heat.assess import Heat
from glacis.core.heat.surfaces import R_SI_MOULD
from glacis.core.moisture.air import dew_point, saturation_pressure
from glacis.core.moisture.monthly import Interface, MonthAir, Monthly, profile
from glacis.core.moisture.surface import Surface
from glacis.core.units.format import significant as sig
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import DELTA_0, Quantity
from glacis.core.working import Step, Working, put_in

ISO = "ISO 13788:2012"

LEFT_OUT = (
    "The monthly method leaves out sun, rain, built-in moisture, air leakage, storage in the "
    "materials and movement of liquid water.",
    "Dry-cup vapour values are used up to and with the main insulation, wet-cup values outside it.",
    "Strand board counts with the unsafe of its two values: the lower inside, the higher outside.",
    "A well ventilated air layer ends the calculation; a slightly ventilated one counts as closed.",
    "The path runs between the framing members.",
)


SATURATION = {"p_sat": saturation_pressure, "p_sat_inverse": dew_point}
"""What workings of moisture name beside arithmetic."""
NO_DEMAND = (
    "No month is colder outside than the rooms, so nothing is asked of the inner surface in winter."
)


def surface_working(heat: Heat, surface: Surface, month_names: tuple[str, ...]) -> Working:
    """How f_Rsi and what it must reach came about."""
    resistance = R_SI_MOULD / (1 - heat.surface_factor)
    shown = put_in("1 − {}/{}", (R_SI_MOULD, resistance), heat.surface_factor, Quantity.FACTOR)
    note = "clear field; junctions are lower"
    if heat.method != "combined":
        note += "; R_tot by the combined method, whatever U is judged by"
    reached = Step(
        "f_Rsi", "1 − R_si/R_tot with R_si = 0.25", shown, heat.surface_factor, Quantity.FACTOR,
        "ISO 13788:2012, 4.4.1 and 5.4", note,
    )  # fmt: skip
    asked = _demand_steps(surface, month_names)
    words = () if asked else (NO_DEMAND,)
    return Working(
        "Temperature factor of the inner surface",
        (reached, *asked),
        (*words, "Surface humidity is held below the limit in the monthly mean."),
    )


def _demand_steps(surface: Surface, month_names: tuple[str, ...]) -> tuple[Step, ...]:
    """What the critical month asks; nothing where none does."""
    worst, month = surface.months[surface.critical], month_names[surface.critical]
    if worst.factor is None:
        return ()
    least, outside = worst.least_surface, worst.outdoor
    inverse = put_in(
        "p_sat⁻¹({}/{})",
        (worst.pressure, surface.humidity),
        least,
        Quantity.TEMPERATURE,
        SATURATION,
    )
    values = (least, outside, surface.indoor, outside)
    ratio = put_in("({} − {})/({} − {})", values, worst.factor, Quantity.FACTOR)
    return (
        Step(
            "p_i", f"indoor vapour pressure, {month}", "", worst.pressure, Quantity.PRESSURE,
            "ISO 13788:2012, 5.3",
        ),
        Step(
            "θ_si,min", "temperature at which p_i/φ_cr saturates", inverse, least,
            Quantity.TEMPERATURE, "ISO 13788:2012, 5.3 and E.2",
        ),
        Step(
            "f_Rsi,min", "(θ_si,min − θ_e)/(θ_i − θ_e)", ratio, worst.factor, Quantity.FACTOR,
            "ISO 13788:2012, 5.3", f"critical month: {month}",
        ),
    )  # fmt: skip


def place_name(monthly: Monthly, face: Interface) -> str:
    """Where water gathers, in words."""
    layer = monthly.path.layers[face.layer]
    if face.within:
        return f"within {layer.name}"
    return f"on the outer face of {layer.name}"


def _month_steps(monthly: Monthly, start: int) -> list[Step]:
    steps = []
    for offset in range(12):
        month = (start + offset) % 12
        gained = sum(face.rates[month] for face in monthly.interfaces)
        total = monthly.totals[month]
        if total == 0 and gained == 0:
            continue
        shown = ", ".join(
            f"{place_name(monthly, face)} {sig(face.rates[month] * 1000, 3)} g/m²"
            for face in monthly.interfaces
            if face.rates[month]
        )
        steps.append(
            Step(
                f"M_a,{MONTH_NAMES[month][:3]}",
                shown,
                "",
                total,
                Quantity.CONDENSATE,
                f"{ISO}, 6.4",
            )
        )
    return steps


def _air_steps(air: MonthAir, month: str) -> list[Step]:
    inside, outside = air.indoor_pressure, air.outdoor_pressure
    kind = Quantity.PRESSURE
    return [
        Step("p_i", f"indoor vapour pressure, {month}", "", inside, kind, f"{ISO}, 5.3"),
        Step("p_e", f"outdoor vapour pressure, {month}", "", outside, kind, f"{ISO}, 5.2"),
    ]


def _bends(monthly: Monthly, face: Interface, month: int) -> tuple[int, int, int]:
    """Places of a wet interface and of the next bends of the vapour line on either side."""
    here, end = face.place, len(monthly.path.places) - 1
    others = [f.place for f in monthly.interfaces if f.rates[month] > 0 and f.place != here]
    before = max([0, *(place for place in others if place < here)])
    after = min([end, *(place for place in others if place > here)])
    return before, here, after


def _first_month_steps(monthly: Monthly, start: int) -> list[Step]:
    """The first condensing month in full, for one interface."""
    air, name = monthly.air[start], MONTH_NAMES[start]
    lines = profile(monthly.path, air)
    face = max(monthly.interfaces, key=lambda item: item.rates[start])
    i, k, j = _bends(monthly, face, start)
    s = [place.sd for place in monthly.path.places]
    p = lines.pressure
    rate = DELTA_0 * ((p[i] - p[k]) / (s[k] - s[i]) - (p[k] - p[j]) / (s[j] - s[k]))
    theta = lines.temperature[k]
    where = f"{place_name(monthly, face)}, {name}"
    ends = ((p[i], p[k], s[k], s[i]), (p[k], p[j], s[j], s[k]))
    pieces = [value for ends_of_one in ends for value in ends_of_one]
    template = "{} × (({} − {})/({} − {}) − ({} − {})/({} − {}))"
    shown = put_in(template, (DELTA_0, *pieces), rate, Quantity.FLOW)
    formula = "δ₀ [(p_1 − p_c)/(s_c − s_1) − (p_c − p_2)/(s_2 − s_c)]"
    note = "1 and 2 are the next bends of the vapour line on either side"
    gained = rate * SECONDS[start]
    mass = put_in("{} × {}", (rate, SECONDS[start]), gained, Quantity.CONDENSATE)
    saturated = lines.saturation[k]
    pressure = put_in("p_sat({})", (theta,), saturated, Quantity.PRESSURE, SATURATION)
    return [
        *_air_steps(air, name),
        Step("θ_c", where, "", theta, Quantity.TEMPERATURE, f"{ISO}, 6.4.2"),
        Step("p_c", "saturation there", pressure, saturated, Quantity.PRESSURE, f"{ISO}, E.1"),
        Step("g_c", formula, shown, rate, Quantity.FLOW, f"{ISO}, 6.4.4", note),
        Step("ΔM", "g_c t", mass, gained, Quantity.CONDENSATE, f"{ISO}, 6.4.4"),
    ]


def monthly_working(monthly: Monthly) -> Working:
    """How the year's condensate came about."""
    title = "Condensate over the year"
    if monthly.start is None:
        air = min(monthly.air, key=lambda month: month.outdoor)
        month = MONTH_NAMES[monthly.air.index(air)]
        words = "the vapour line stays below saturation in every month"
        none = Step("M_a", words, "", 0.0, Quantity.CONDENSATE, f"{ISO}, 6.4")
        steps = (*_air_steps(air, month), none)
        return Working(title, steps, LEFT_OUT)
    steps_all = _first_month_steps(monthly, monthly.start) + _month_steps(monthly, monthly.start)
    steps_all.append(
        Step(
            "M_a",
            "most at the end of any month",
            "",
            monthly.peak,
            Quantity.CONDENSATE,
            f"{ISO}, 6.5",
        )
    )
    steps_all.append(
        Step(
            "M_end",
            "left after twelve months",
            "",
            monthly.residual,
            Quantity.CONDENSATE,
            f"{ISO}, 6.6",
        )
    )
    which = (
        f"Begun dry in {MONTH_NAMES[monthly.start]}; every further year adds "
        f"{with_unit(monthly.gain, Quantity.CONDENSATE, 'si')}, so the first one is shown."
        if monthly.verdict == "accumulates"
        else f"The year that repeats itself, begun with {MONTH_NAMES[monthly.start]}."
    )
    return Working(title, tuple(steps_all), (which, *LEFT_OUT))
