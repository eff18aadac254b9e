"""The steps behind the monthly method's result."""

from glacis.core.climate.year import MONTH_NAMES, SECONDS
from glacis.core.moisture.air import DELTA_0
from glacis.core.moisture.monthly import Interface, Monthly, profile
from glacis.core.units.format import significant as sig
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working

ISO = "ISO 13788:2012"

LEFT_OUT = (
    "The monthly method leaves out sun, rain, built-in moisture, air leakage, storage in the "
    "materials and movement of liquid water.",
    "Dry-cup vapour values are used up to and with the main insulation, wet-cup values outside it.",
    "A well ventilated air layer ends the calculation; a slightly ventilated one counts as closed.",
    "The path runs between the framing members.",
)


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
            Step(f"M_a,{MONTH_NAMES[month][:3]}", shown, "", total, Quantity.CONDENSATE, f"{ISO}, 6.4")
        )
    return steps


def _first_month_steps(monthly: Monthly, start: int) -> list[Step]:
    """The first condensing month in full, for one interface."""
    air = monthly.air[start]
    lines = profile(monthly.path, air)
    face = max(monthly.interfaces, key=lambda item: item.rates[start])
    k, end = face.place, len(monthly.path.places) - 1
    others = [f.place for f in monthly.interfaces if f.rates[start] > 0 and f.place != k]
    before = max([0, *(p for p in others if p < k)])
    after = min([end, *(p for p in others if p > k)])
    s = [place.sd for place in monthly.path.places]
    p = lines.pressure
    rate = DELTA_0 * ((p[before] - p[k]) / (s[k] - s[before]) - (p[k] - p[after]) / (s[after] - s[k]))
    name = MONTH_NAMES[start]
    pressure = Quantity.PRESSURE
    return [
        Step("p_i", f"indoor vapour pressure, {name}", "", air.indoor_pressure, pressure, f"{ISO}, 5.3"),
        Step("p_e", f"outdoor vapour pressure, {name}", "", air.outdoor_pressure, pressure, f"{ISO}, 5.2"),
        Step("θ_c", f"{place_name(monthly, face)}, {name}", "", lines.temperature[k], Quantity.TEMPERATURE, f"{ISO}, 6.4.2"),
        Step("p_c", "saturation there", f"p_sat({sig(lines.temperature[k])})", lines.saturation[k], pressure, f"{ISO}, E.1"),
        Step(
            "g_c",
            "δ₀ [(p_1 − p_c)/(s_c − s_1) − (p_c − p_2)/(s_2 − s_c)]",
            f"{DELTA_0:.0e} × [({sig(p[before])} − {sig(p[k])})/{sig(s[k] - s[before])}"
            f" − ({sig(p[k])} − {sig(p[after])})/{sig(s[after] - s[k])}]",
            rate,
            Quantity.FLOW,
            f"{ISO}, 6.4.4",
            "1 and 2 are the next bends of the vapour line on either side",
        ),
        Step(
            "Δ_M",
            "g_c t",
            f"{rate:.3e} × {SECONDS[start]:.4g} s",
            rate * SECONDS[start],
            Quantity.CONDENSATE,
            f"{ISO}, 6.4.4",
        ),
    ]  # fmt: skip


def monthly_working(monthly: Monthly) -> Working:
    """How the year's condensate came about."""
    title = "Condensate over the year"
    if monthly.start is None:
        air = min(monthly.air, key=lambda month: month.outdoor)
        month = MONTH_NAMES[monthly.air.index(air)]
        steps = (
            Step("p_i", f"indoor vapour pressure, {month}", "", air.indoor_pressure, Quantity.PRESSURE, f"{ISO}, 5.3"),
            Step("p_e", f"outdoor vapour pressure, {month}", "", air.outdoor_pressure, Quantity.PRESSURE, f"{ISO}, 5.2"),
            Step("M_a", "the vapour line stays below saturation in every month", "", 0.0, Quantity.CONDENSATE, f"{ISO}, 6.4"),
        )  # fmt: skip
        return Working(title, steps, LEFT_OUT)
    steps_all = _first_month_steps(monthly, monthly.start) + _month_steps(monthly, monthly.start)
    steps_all.append(
        Step("M_a", "most at the end of any month", "", monthly.peak, Quantity.CONDENSATE, f"{ISO}, 6.5")
    )
    steps_all.append(
        Step("M_end", "left after twelve months", "", monthly.residual, Quantity.CONDENSATE, f"{ISO}, 6.6")
    )
    return Working(title, tuple(steps_all), LEFT_OUT)
