# SPDX-License-Identifier: GPL-3.0-or-later
"""Additions to U for air voids, fixings and rain on inverted insulation.

ISO 6946:2017, annex F: dU_g (F.2), dU_f (F.3), dU_r (F.4).
"""

from math import pi

from msgspec import Struct

from glacis.core.climate.year import DAYS
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import Climate, FixingSet, Imperfections

VOID_ADDITION = {0: 0.0, 1: 0.01, 2: 0.04}
"""dU'' [W/(m²·K)] by level of air voids (table F.1)."""
VOID_WORDS = {
    0: "no gaps, or gaps that do not pass through: boards staggered, stepped or taped",
    1: "gaps pass from warm to cold side, but no air circulates",
    2: "gaps pass through and air circulates between the warm and the cold side",
}
RAIN_WORDS = {
    0.04: "one layer of boards, butt joints, open ballast",
    0.03: "one layer with shiplap joints, open ballast",
    0.01: "joints under soil or a closed covering",
    0.002: "a water-shedding layer over the boards",
}
"""f·x [W·day/(m²·K·mm)] by joint and covering: 0.04 from F.4, the lower ones usual for approved
systems, whose approval decides."""
HEATING_LIMIT = 12.0
"""A month colder than this [°C] counts to the heating season for rain; our judgement after the usual
heating limit of houses."""
SMALL = 0.03
"""Corrections below this share of U in all may be left out [-] (ISO 6946:2017, clause 7)."""
THROUGH = 0.8
"""Coefficient α of a fixing that passes through the whole insulation [-] (ISO 6946:2017, F.3.2)."""


class Addition(Struct, frozen=True):
    """One addition to U and what went into it.

    Attributes:
        value: [W/(m²·K)].
        resistance: R_1 of the layer concerned [m²·K/W].
        layer: its name.
        base: dU'' for voids, alpha lambda A n/d for fixings, p f x for rain [W/(m²·K)].
        shown: the base with its values put in.
    """

    value: float = 0.0
    resistance: float = 0.0
    layer: str = ""
    base: float = 0.0
    shown: str = ""


class Corrections(Struct, frozen=True):
    """All additions to the U-value of the clear field.

    Attributes:
        voids: dU_g.
        fixings: dU_f.
        inverted_rain: dU_r.
        applied: whether they are added; False where all are small and left out by choice.
    """

    voids: Addition = Addition()
    fixings: Addition = Addition()
    inverted_rain: Addition = Addition()
    applied: bool = True

    @property
    def computed(self) -> float:
        """Sum of the additions, added or not [W/(m²·K)]."""
        return self.voids.value + self.fixings.value + self.inverted_rain.value

    @property
    def total(self) -> float:
        """What is added to U [W/(m²·K)]."""
        return self.computed if self.applied else 0.0


def rain_per_day(climate: Climate) -> float:
    """Mean rain in the heating season p [mm/day]; 0 where no rain is stated."""
    if not climate.rain:
        return 0.0
    season = [m for m in range(12) if climate.temperature[m] < HEATING_LIMIT]
    days = sum(DAYS[m] for m in season)
    return sum(climate.rain[m] for m in season) / days if days else 0.0


def covering_index(layers: tuple[LayerData, ...]) -> int | None:
    """Index of the waterproof covering, the innermost sheet with that job."""
    for index, layer in enumerate(layers):
        if layer.kind == "membrane" and layer.has_role("covering"):
            return index
    return None


def inverted_layers(layers: tuple[LayerData, ...]) -> tuple[LayerData, ...]:
    """Insulation outside the waterproof covering."""
    covering = covering_index(layers)
    if covering is None:
        return ()
    return tuple(x for x in layers[covering + 1 :] if x.is_insulation)


def strongest(layers: tuple[LayerData, ...]) -> LayerData | None:
    """The insulating layer with the largest R."""
    return max(
        (x for x in layers if x.is_insulation), key=lambda layer: layer.resistance, default=None
    )


def void_addition(level: int, layer: LayerData, total: float) -> Addition:
    """dU_g = dU'' (R_1/R_tot)² (F.2)."""
    base = VOID_ADDITION[level]
    value = base * (layer.resistance / total) ** 2
    return Addition(value, layer.resistance, layer.name, base, f"level {level}")


def fixing_addition(fixings: FixingSet, layer: LayerData, total: float) -> Addition:
    """dU_f = alpha (lambda_f A_f n_f/d_0) (R_1/R_tot)² (F.3).

    alpha is 0.8 for a fixing through the whole layer and 0.8 d_1/d_0 for one whose metal
    reaches through only d_1 of the thickness d_0.
    """
    d_0 = layer.thickness
    d_1 = max(1e-3, d_0 - fixings.recess)
    alpha = THROUGH * d_1 / d_0
    section = pi * fixings.diameter**2 / 4
    base = alpha * fixings.conductivity * section * fixings.per_area / d_0
    shown = (
        f"{alpha:.3g} × {fixings.conductivity:g} × {section:.3g} × {fixings.per_area:g} / {d_0:g}"
    )
    value = base * (layer.resistance / total) ** 2
    return Addition(value, layer.resistance, layer.name, base, shown)


def rain_addition(
    factor: float, rain: float, boards: tuple[LayerData, ...], total: float
) -> Addition:
    """dU_r = p f x (R_1/R_tot)², R_1 of the boards above the covering only (F.4)."""
    resistance = sum(board.resistance for board in boards)
    base = rain * factor
    value = base * (resistance / total) ** 2
    names = " and ".join(board.name for board in boards)
    return Addition(value, resistance, names, base, f"{rain:.3g} mm/day × {factor:g}")


def corrections_for(
    layers: tuple[LayerData, ...], total: float, stated: Imperfections, rain: float
) -> Corrections:
    """All additions for layers that count, inside to outside.

    Args:
        layers: those that count.
        total: R_tot of the clear field [m²·K/W].
        stated: air voids, fixings and the rain factor.
        rain: in the heating season [mm/day].
    """
    main = strongest(layers)
    if main is None:
        return Corrections()
    fixed = next((x for x in layers if x.id == stated.fixings.layer), main)
    boards = inverted_layers(layers)
    found = Corrections(
        voids=void_addition(stated.voids, main, total),
        fixings=fixing_addition(stated.fixings, fixed, total)
        if stated.fixing == "counted"
        else Addition(),
        inverted_rain=rain_addition(stated.rain_factor, rain, boards, total)
        if boards
        else Addition(),
    )
    small = found.computed < SMALL / total
    return Corrections(
        found.voids, found.fixings, found.inverted_rain, not (stated.leave_out_small and small)
    )
