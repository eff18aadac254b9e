# SPDX-License-Identifier: GPL-3.0-or-later
"""More hand-worked U-values: corrections, webbed joists, settling, inverted roofs, US practice.

Expected figures are worked here from ISO 6946:2017 and the values written out, and from
nothing that Glacis computes.
"""

from math import pi

from glacis.core.model.document import FixingSet, Imperfections
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from validation.uvalues import GYPSUM, SLATE, TIMBER, VENTED, WOOL, F, HandWorked, _two_paths


def solid(material: str, thickness: float, **more: object) -> SolidLayer:
    return SolidLayer(id=material, material=material, thickness=thickness, **more)  # type: ignore[arg-type]


def sheet(material: str) -> MembraneLayer:
    return MembraneLayer(id=material, material=material)


def rafters(width: float, spacing: float = 0.6, **more: float) -> Framing:
    return Framing(material="softwood-dense", width=width, spacing=spacing, **more)  # type: ignore[arg-type]


DECK = solid("plywood", 0.021)
BITUMEN = sheet("bitumen-two-ply")
EPS = solid("eps-white", 0.2)
R_DECK, R_SHEET, R_EPS = 0.021 / 0.13, 0.008 / 0.23, 0.2 / 0.036
R_WARM = 0.10 + R_DECK + R_EPS + R_SHEET + 0.04


def corrected(total: float, added: float) -> float:
    return 1 / total + added


def fixing(count: float, diameter: float, conductivity: float, metal: float = 0.2) -> float:
    """dU_f of fixings whose metal reaches through ``metal`` [m] of the 200 mm."""
    alpha, section = 0.8 * metal / 0.2, pi * diameter**2 / 4
    return alpha * conductivity * section * count / metal * (metal / 0.036 / R_WARM) ** 2


WARM = (DECK, EPS, BITUMEN)
SCREWS = Imperfections(fixing="counted", fixings=FixingSet(diameter=0.0048, per_area=5.0))
SUNK = Imperfections(
    fixing="counted", fixings=FixingSet(diameter=0.0048, per_area=5.0, recess=0.15)
)
STAINLESS = Imperfections(
    fixing="counted", fixings=FixingSet(diameter=0.006, per_area=4.0, conductivity=17.0)
)

_slab, _xps = 0.2 / 2.3, 0.16 / 0.034
_gravel, _shed = 0.06 / 2.0, 0.0005 / 0.20
_inverted = 0.10 + _slab + R_SHEET + _xps + _shed + 0.04
_counted = _inverted + _gravel
# Months below 12 °C in the mild test climate: January to April, October to December.
_rain = 7 * 60.0 / (31 + 28 + 31 + 30 + 31 + 30 + 31)

# Webbed joist: flanges 60 x 45 at 625, web 10 thick, cellulose 0.039, 300 deep.
_f_flange, _f_web = 0.06 / 0.625, 0.01 / 0.625
_fill, _wood = 0.3 / 0.039, 0.3 / 0.13
_beside = 0.09 / 0.13 + 0.21 / 0.039
_rest = 0.10 + 0.05 + 0.04
_upper_joist = 1 / (
    (1 - _f_flange) / (_rest + _fill)
    + (_f_flange - _f_web) / (_rest + _beside)
    + _f_web / (_rest + _wood)
)
_lower_joist = (
    _rest
    + 0.09 / ((1 - _f_flange) * 0.039 + _f_flange * 0.13)
    + 0.21 / ((1 - _f_web) * 0.039 + _f_web * 0.13)
)

_rest_vented = 0.10 + 0.05 + 0.10
_upper = 1 / ((1 - F) / (_rest_vented + WOOL) + F / (_rest_vented + TIMBER))
_lower = _rest_vented + 1 / ((1 - F) / WOOL + F / TIMBER)
FRAMED = (
    GYPSUM,
    SolidLayer(id="w", material="stone-wool-batt", thickness=0.16, framing=rafters(0.08)),
    VENTED,
    SLATE,
)

_trimmed = 0.06 / 0.6 + 0.02
_stated = 0.18
_attic = 0.10 + 0.05 + 0.2 / 0.04 * 0.9 + 0.06 + 0.04
_both = _two_paths(0.06 / 0.6, 0.18 / 0.035, 0.18 / 0.13, 0.10 + 0.05 + 0.06 / 0.043 + 0.10)

MORE: tuple[HandWorked, ...] = (
    HandWorked("Warm deck without corrections", WARM, 1.0, 1 / R_WARM,
               "0.10 + 0.021/0.13 + 0.2/0.036 + 0.008/0.23 + 0.04"),
    HandWorked("Air voids, level 1", WARM, 1.0, corrected(R_WARM, 0.01 * (R_EPS / R_WARM) ** 2),
               "0.01 (R₁/R)²", Imperfections(voids=1)),
    HandWorked("Air voids, level 2", WARM, 1.0, corrected(R_WARM, 0.04 * (R_EPS / R_WARM) ** 2),
               "0.04 (R₁/R)²", Imperfections(voids=2)),
    HandWorked("Five steel screws through", WARM, 1.0, corrected(R_WARM, fixing(5, 0.0048, 50)),
               "0.8 × 50 × 18.1 mm² × 5/0.2 (R₁/R)²", SCREWS),
    HandWorked("Five screws sunk 150 of 200 mm", WARM, 1.0,
               corrected(R_WARM, fixing(5, 0.0048, 50, 0.05)),
               "α = 0.8 × 50/200, d₁ = 50 mm, R₁ = 0.05/0.036", SUNK),
    HandWorked("Four stainless screws of 6 mm", WARM, 1.0, corrected(R_WARM, fixing(4, 0.006, 17)),
               "0.8 × 17 × 28.3 mm² × 4/0.2 (R₁/R)²", STAINLESS),
    HandWorked("Screws below 3 %, left out by choice", WARM, 1.0, 1 / R_WARM, "clause 7",
               Imperfections(fixing="counted", leave_out_small=True,
                             fixings=FixingSet(diameter=0.003, per_area=1.0))),
    HandWorked("Inverted roof under open gravel",
               (solid("reinforced-concrete", 0.2), BITUMEN, solid("xps", 0.16),
                sheet("rain-shedding-layer"), solid("gravel-ballast", 0.06)), 1.0,
               corrected(_inverted, _rain * 0.04 * (_xps / _inverted) ** 2),
               "p = 7 × 60 mm/212 days, f x = 0.04 as stated, R₁ of the boards above the sheet only, no R of gravel",
               Imperfections(rain_factor=0.04)),
    HandWorked("Inverted roof under a shedding layer",
               (solid("reinforced-concrete", 0.2), BITUMEN, solid("xps", 0.16),
                sheet("rain-shedding-layer"),
                SolidLayer(id="g", material="gravel-ballast", thickness=0.06, counts=True)), 1.0,
               corrected(_counted, _rain * 0.002 * (_xps / _counted) ** 2),
               "the same with f x = 0.002 by its layers, and the R of the gravel stated to count"),
    HandWorked("Webbed joists in dense cellulose",
               (GYPSUM, SolidLayer(id="p", material="cellulose-dense", thickness=0.3,
                                   framing=Framing(material="softwood-dense", width=0.06, spacing=0.625,
                                                   web=0.01, flange=0.045))), 30.0,
               2 / (_upper_joist + _lower_joist),
               "three strips and three depths: flange 9.6 %, web 1.6 %"),
    HandWorked("Rafters by parallel paths", FRAMED, 42.0, 1 / _upper, "1/R′", method="parallel"),
    HandWorked("Rafters by isothermal planes", FRAMED, 42.0, 1 / _lower, "1/R″", method="isothermal"),
    HandWorked("Rafters with trimmers allowed for",
               (GYPSUM, SolidLayer(id="w", material="stone-wool-batt", thickness=0.16,
                                   framing=rafters(0.06, allowance=0.02)), VENTED, SLATE), 42.0,
               _two_paths(_trimmed, WOOL, TIMBER, _rest_vented), "f = 60/600 + 0.02"),
    HandWorked("Share of members stated outright",
               (GYPSUM, SolidLayer(id="w", material="stone-wool-batt", thickness=0.16,
                                   framing=rafters(0.06, share=_stated)), VENTED, SLATE), 42.0,
               _two_paths(_stated, WOOL, TIMBER, _rest_vented), "f = 0.18"),
    HandWorked("Between and over the rafters",
               (GYPSUM, SolidLayer(id="w", material="stone-wool-batt", thickness=0.18,
                                   framing=rafters(0.06)),
                solid("wood-fibre-board", 0.06), VENTED, SLATE), 42.0, _both,
               "f = 0.1; 60 mm of 0.043 over the rafters"),
    HandWorked("Blown fill that settles by a tenth, bare tiles",
               (GYPSUM, solid("cellulose-blown", 0.2, settling=0.1),
                RoofSpaceLayer(id="r", covering="tiles")), 30.0, 1 / _attic,
               "0.2 × 0.9/0.040, R_u = 0.06"),
    HandWorked("Two boards and a thin air layer",
               (solid("oriented-strand-board", 0.018), AirLayer(id="a", thickness=0.007),
                solid("pir-foil", 0.12), sheet("epdm-sheet")), 2.0,
               1 / (0.10 + 0.018 / 0.13 + 0.13 + 0.12 / 0.022 + 0.0012 / 0.25 + 0.04),
               "7 mm of air: R = 0.13"),
    HandWorked("Concrete plank with screed and glass",
               (solid("hollow-core-plank", 0.2), solid("cement-screed", 0.06),
                solid("cellular-glass", 0.16), BITUMEN), 1.0,
               1 / (0.10 + 0.2 / 1.3 + 0.06 / 1.35 + 0.16 / 0.041 + R_SHEET + 0.04),
               "0.10 + 0.2/1.3 + 0.06/1.35 + 0.16/0.041 + 0.008/0.23 + 0.04"),
)  # fmt: skip
