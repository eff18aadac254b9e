# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind the U of a tapered roof."""

from glacis.core.falls.taper import Taper
from glacis.core.heat.resolve import LayerData
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

ANNEX = "ISO 6946:2017, annex C"
MOST_CATCHMENTS = 40
"""Catchments that a working lists at most; our judgement: one page. Beyond, their sum alone is given."""


def taper_working(layers: tuple[LayerData, ...], thinnest: Working, taper: Taper) -> Working:
    """How the area mean of U came about, with what shorter ways would have given.

    Args:
        layers: inside to outside, the tapered one at its least thickness.
        thinnest: how U came about where it is thinnest.
        taper: the tapered layer.
    """
    u, t = Quantity.TRANSMITTANCE, Quantity.THICKNESS
    layer = next(layer for layer in layers if layer.id == taper.layer)
    spread = taper.spread
    steps = [
        *thinnest.steps,
        Step("t_0", f"least thickness of {layer.name}", "", spread.least, t),
        Step("t_1", "greatest thickness", "", spread.most, t),
        Step("V", "volume, exact over all facets", "", spread.volume, Quantity.VOLUME),
        Step("A", "area in plan", "", spread.area, Quantity.AREA),
        Step("t_m", "V/A", put_in("{}/{}", (spread.volume, spread.area), spread.mean, t), spread.mean, t),
        Step(
            "U_0", "U where it is thinnest", put_in("1/{}", (1 / taper.thinnest,), taper.thinnest, u),
            taper.thinnest, u, "ISO 6946:2017, 6.5.2", "with the corrections that hold there",
        ),
    ]  # fmt: skip
    if taper.exact:
        conductivity = layer.thickness / layer.resistance
        base = 1 / taper.thinnest - spread.least / conductivity
        values = (1 / taper.thinnest, spread.least, conductivity)
        shown = put_in("{} − {}/{}", values, base, Quantity.RESISTANCE)
        steps.append(Step("R_0", "1/U_0 − t_0/λ", shown, base, Quantity.RESISTANCE, ANNEX))
    steps += _mean_steps(taper)
    total = 1 / taper.transmittance
    shown = put_in("1/{}", (taper.transmittance,), total, Quantity.RESISTANCE)
    steps.append(Step("R", "1/U", shown, total, Quantity.RESISTANCE))
    rise = put_in("{}/{} − 1", (taper.of_mean, taper.transmittance), taper.error, Quantity.SHARE)
    steps += [
        Step("U_tm", "U of the mean thickness", "", taper.of_mean, u, "", "too low: not used"),
        Step("error", "U_tm/U − 1", rise, taper.error, Quantity.SHARE, "", "of taking it for U"),
    ]
    how = (
        "Every facet's mean of 1/(R_0 + t/λ) is in closed form, by triangles."
        if taper.exact
        else "Members or corrections make 1/U bend with the thickness: U is integrated over the "
        "facets by Gauss in the thickness."
    )
    return Working(
        "Thermal transmittance of the tapered roof",
        tuple(steps),
        (
            how,
            "The section and the year of water are those of the thinnest place, and so are the first steps.",
            "ISO 6946 wants falls of at most 5 %; heat flow across the slope is left out.",
            *thinnest.assumptions,
        ),
    )


def _mean_steps(taper: Taper) -> list[Step]:
    u = Quantity.TRANSMITTANCE
    parts = [(k, area, mean) for k, (area, mean) in enumerate(taper.by_source, 1) if area > 0]
    if len(parts) == 1 or len(parts) > MOST_CATCHMENTS:
        return [Step("U", "area mean of U over all facets", "", taper.transmittance, u, ANNEX)]
    steps = []
    for k, area, mean in parts:
        steps.append(Step(f"A_{k}", f"catchment {k}", "", area, Quantity.AREA))
        steps.append(Step(f"U_{k}", "area mean of U over it", "", mean, u, ANNEX))
    values = [value for _, area, mean in parts for value in (area, mean)]
    values.append(taper.spread.area)
    template = f"({' + '.join(['{} × {}'] * len(parts))})/{{}}"
    shown = put_in(template, values, taper.transmittance, u)
    return [*steps, Step("U", "Σ A_k U_k/A", shown, taper.transmittance, u, ANNEX)]
