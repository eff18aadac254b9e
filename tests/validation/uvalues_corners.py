# SPDX-License-Identifier: GPL-3.0-or-later
"""Hand-worked U-values where clauses meet: voids in cavities, screws and gaps through two layers,
cold stores, coverings that are no sheets.

Expected figures are worked here from ISO 6946:2017 and the values written out, and from
nothing that Glacis computes.
"""

from math import pi

from glacis.core.model.document import FixingSet, Imperfections
from glacis.core.model.layers import AirLayer, Framing, Layer, RoofSpaceLayer, SolidLayer
from support import own_material
from validation.uvalues import GYPSUM, SLATE, VENTED, HandWorked, narrow_void
from validation.uvalues_more import BITUMEN, DECK, R_DECK, R_SHEET, solid

WOOL_150 = SolidLayer(id="w", material="stone-wool-batt", thickness=0.15)
SLIGHT = AirLayer(id="a", thickness=0.05, ventilation="slight", opening=800e-6)
BOARD = solid("oriented-strand-board", 0.018)

# The slight void lies within what the well ventilated cavity leaves: both cases end in R_si.
_within_closed = 0.10 + 0.05 + 0.15 / 0.035 + 0.16 + 0.018 / 0.13 + 0.10
_within_open = 0.10 + 0.05 + 0.15 / 0.035 + 0.10

# Two slight voids: the inner one opens everything outside it, the outer one what is left.
_two_closed = 0.10 + 0.05 + 0.15 / 0.035 + 0.16 + 0.018 / 0.13 + 0.16 + 0.018 / 0.13 + 0.04
_two_inner = 0.10 + 0.05 + 0.15 / 0.035 + 0.10
_two_outer = 0.10 + 0.05 + 0.15 / 0.035 + 0.16 + 0.018 / 0.13 + 0.10
_two_slight = 0.7 * (0.4 * _two_closed + 0.6 * _two_outer) + 0.3 * _two_inner

PAIR: tuple[Layer, ...] = (
    DECK,
    solid("stone-wool-board", 0.12),
    SolidLayer(id="top", material="stone-wool-board-top", thickness=0.08),
    BITUMEN,
)
_top = own_material(
    id="stone-wool-board-top", conductivity=0.041, density=150.0, roles=("insulation",)
)
_lower = own_material(
    id="stone-wool-board", conductivity=0.036, density=120.0, roles=("insulation",)
)
_pair = 0.12 / 0.036 + 0.08 / 0.041
_total = 0.10 + R_DECK + _pair + R_SHEET + 0.04
_shaft = 50 * pi * 0.0048**2 / 4 * 5


def _screws(**more: object) -> Imperfections:
    return Imperfections(
        fixing="counted",
        fixings=FixingSet(diameter=0.0048, per_area=5.0, **more),  # type: ignore[arg-type]
    )


# Sunk by 140 of 200 mm: 60 mm of metal, all of it in the lower board.
_sunk = 0.8 * 0.06 / 0.2 * _shaft / 0.06 * (0.06 / 0.036 / _total) ** 2

_mastic = own_material(
    id="mastic", family="bitumen", conductivity=0.70, density=2100.0, mu_dry=1e5, mu_wet=1e5,
    roles=("covering", "water"),
)  # fmt: skip
_inverted = 0.10 + 0.15 / 2.3 + 0.02 / 0.70 + 0.12 / 0.034 + 0.04
_rain = 7 * 60.0 / (31 + 28 + 31 + 30 + 31 + 30 + 31)
_cold = 0.17 + 0.0007 / 50 + 0.12 / 0.022 + 0.22 + 0.018 / 0.13 + R_SHEET + 0.04

CORNERS: tuple[HandWorked, ...] = (
    HandWorked("Slight void inside a ventilated cavity",
               (GYPSUM, WOOL_150, SLIGHT, BOARD, VENTED, SLATE), 40.0,
               1 / (0.7 * _within_closed + 0.3 * _within_open),
               "both cases end at the well ventilated layer with 0.10"),
    HandWorked("Two slight voids, 800 and 1100 mm²",
               (GYPSUM, WOOL_150, SLIGHT, BOARD,
                AirLayer(id="b", thickness=0.05, ventilation="slight", opening=1100e-6),
                SolidLayer(id="o", material="oriented-strand-board", thickness=0.018)), 5.0,
               1 / _two_slight, "0.7 (0.4 R_closed + 0.6 R_outer open) + 0.3 R_inner open"),
    HandWorked("Void of 50 × 50 mm between battens",
               (AirLayer(id="n", thickness=0.05, framing=Framing(
                   material="softwood-dense", width=0.05, spacing=0.1, share=0.5)), BOARD), 0.0,
               2 / (1 / (0.5 / (0.14 + 0.018 / 0.13 + narrow_void(0.05, 0.05))
                         + 0.5 / (0.14 + 0.018 / 0.13 + 0.05 / 0.13))
                    + 0.14 + 0.018 / 0.13 + 1 / (0.5 / narrow_void(0.05, 0.05) + 0.5 / (0.05 / 0.13))),
               "R_g = 0.196 by annex D.4"),
    HandWorked("Five screws through two boards", PAIR, 2.0,
               1 / _total + 0.8 * _shaft / 0.2 * (_pair / _total) ** 2,
               "d₀ = 200 mm, R₁ of both boards", _screws(), materials=(_top, _lower)),
    HandWorked("Screws named for the upper of two boards", PAIR, 2.0,
               1 / _total + 0.8 * _shaft / 0.2 * (_pair / _total) ** 2,
               "the same: they reach the deck", _screws(layer="top"), materials=(_top, _lower)),
    HandWorked("Screws that hold the lower board alone", PAIR, 2.0,
               1 / _total + 0.8 * _shaft / 0.12 * (0.12 / 0.036 / _total) ** 2,
               "d₀ = 120 mm, R₁ of the lower board", _screws(layer="stone-wool-board"),
               materials=(_top, _lower)),
    HandWorked("Screws through two boards, sunk by 140 mm", PAIR, 2.0, 1 / _total + _sunk,
               "α = 0.8 × 60/200, d₁ = 60 mm, R₁ = 0.06/0.036", _screws(recess=0.14),
               materials=(_top, _lower)),
    HandWorked("Plastic shafts", PAIR, 2.0, 1 / _total, "below 1 W/(m·K): nothing to add",
               _screws(conductivity=0.25), materials=(_top, _lower)),
    HandWorked("Shafts of just 1 W/(m·K)", PAIR, 2.0,
               1 / _total + 0.8 * _shaft / 50 / 0.2 * (_pair / _total) ** 2, "from 1 on they count",
               _screws(conductivity=1.0), materials=(_top, _lower)),
    HandWorked("Gaps through two boards, level 2", PAIR, 2.0, 1 / _total + 0.04 * (_pair / _total) ** 2,
               "0.04 (R₁/R)², R₁ of both", Imperfections(voids=2), materials=(_top, _lower)),
    HandWorked("Gaps in one board, the other staggered",
               (PAIR[0], solid("stone-wool-board", 0.12, boards=2, staggered=True), *PAIR[2:]), 2.0,
               1 / _total + 0.04 * (0.08 / 0.041 / _total) ** 2, "R₁ of the upper board",
               Imperfections(voids=2), materials=(_top, _lower)),
    HandWorked("Inverted over mastic asphalt",
               (solid("reinforced-concrete", 0.15), solid("mastic", 0.02), solid("xps", 0.12),
                solid("gravel-ballast", 0.05)), 1.0,
               1 / _inverted + _rain * 0.04 * (0.12 / 0.034 / _inverted) ** 2,
               "R₁ of the boards over the asphalt", materials=(_mastic,)),
    HandWorked("Old sheet under a new warm roof",
               (DECK, BITUMEN, solid("eps-white", 0.16), SolidLayer(id="new", material="mastic", thickness=0.02)),
               1.0, 1 / (0.10 + R_DECK + R_SHEET + 0.16 / 0.036 + 0.02 / 0.70 + 0.04),
               "the new covering keeps the rain off: no ΔU_r", materials=(_mastic,)),
    HandWorked("Cold store at 2 °C",
               (solid("steel-sheet", 0.0007), solid("pir-foil", 0.12), AirLayer(id="c", thickness=0.1),
                BOARD, BITUMEN), 3.0, 1 / _cold, "heat flows down: R_si 0.17, 100 mm of air 0.22", indoor=2.0),
    HandWorked("Attic by its own balance",
               (GYPSUM, WOOL_150, RoofSpaceLayer(id="s", covering="balance", height=1.1, air_change=2.0,
                                                 roof_u=2.5, roof_ratio=1.2)), 35.0,
               1 / (0.10 + 0.05 + 0.15 / 0.035
                    + 1 / (1.2 * 2.5 + 1200 / 3600 * 2.0 * 1.1) + 0.04),
               "R_u = 1/(1.2 × 2.5 + 1200/3600 × 2 × 1.1)"),
)  # fmt: skip
