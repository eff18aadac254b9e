# SPDX-License-Identifier: GPL-3.0-or-later
"""Hand-worked U-values: the build-up, and the arithmetic as one would do it on paper.

Every expected figure is worked from ISO 6946:2017 with the values written out here, and
from nothing that Glacis computes. The same list makes the table in docs/physics.
"""

from typing import NamedTuple

from glacis.core.model.document import Imperfections, Material, Method
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    Layer,
    MembraneLayer,
    RoofSpaceLayer,
    SolidLayer,
)


class HandWorked(NamedTuple):
    """A roof, its pitch [°], its U by hand [W/(m²·K)] and how that was worked."""

    name: str
    layers: tuple[Layer, ...]
    pitch: float
    expected: float
    how: str
    imperfections: Imperfections = Imperfections()
    method: Method = "combined"
    materials: tuple[Material, ...] = ()
    indoor: float = 20.0


def _rafters(width: float, spacing: float = 0.6, aligned: str = "") -> Framing:
    return Framing(material="softwood-dense", width=width, spacing=spacing, aligned_with=aligned)


def _two_paths(f: float, a: float, b: float, rest: float) -> float:
    """U of one framed layer: R between a, through members b, everything else rest."""
    upper = 1 / ((1 - f) / (rest + a) + f / (rest + b))
    lower = rest + 1 / ((1 - f) / a + f / b)
    return 2 / (upper + lower)


GYPSUM = SolidLayer(id="g", material="gypsum-board", thickness=0.0125)
SLATE = SolidLayer(id="s", material="slate", thickness=0.008)
VENTED = AirLayer(id="v", thickness=0.04, ventilation="well")

F = 0.08 / 0.6
WOOL, TIMBER = 0.16 / 0.035, 0.16 / 0.13


def narrow_void(depth: float, width: float, driven: float = 1.95) -> float:
    """R of a void between members by annex D.4, both faces of emissivity 0.9, at 10 °C."""
    sides = 2 / (1 + (1 + depth**2 / width**2) ** 0.5 - depth / width)
    return 1 / (driven + 4 * 5.670374419e-8 * 283.15**3 / (1 / 0.9 + 1 / 0.9 - 2 + sides))


# 400 mm less 60 mm leave 340 mm: narrower than ten times 40 mm.
_service = narrow_void(0.04, 0.34)
_crossing_parts = [
    ((1 - 0.15) * (1 - F), _service + WOOL),
    (0.15 * (1 - F), 0.04 / 0.13 + WOOL),
    ((1 - 0.15) * F, _service + TIMBER),
    (0.15 * F, 0.04 / 0.13 + TIMBER),
]
_crossing_upper = 1 / sum(f / (0.10 + 0.05 + r + 0.10) for f, r in _crossing_parts)
_crossing_lower = (
    0.10
    + 0.05
    + 1 / (0.85 / _service + 0.15 / (0.04 / 0.13))
    + 1 / ((1 - F) / WOOL + F / TIMBER)
    + 0.10
)

_aligned_parts = [
    (1 - F, WOOL + 0.16),
    (F - 0.1, TIMBER + 0.16),
    (0.1, TIMBER + 0.04 / 0.13),
]
_aligned_upper = 1 / sum(f / (0.10 + 0.05 + r + 0.018 / 0.13 + 0.04) for f, r in _aligned_parts)
_aligned_lower = (
    0.10
    + 0.05
    + 1 / ((1 - F) / WOOL + F / TIMBER)
    + 1 / (0.9 / 0.16 + 0.1 / (0.04 / 0.13))
    + 0.018 / 0.13
    + 0.04
)

_foil = 1 / (1.95 + 4 * 5.670374419e-8 * 283.15**3 / (1 / 0.9 + 1 / 0.05 - 1))
_closed = 0.10 + 0.05 + 0.15 / 0.035 + 0.16 + 0.018 / 0.13 + 0.008 / 0.23 + 0.04
_open = 0.10 + 0.05 + 0.15 / 0.035 + 0.10

ROOFS: tuple[HandWorked, ...] = (
    HandWorked(
        "Bare concrete slab, flat",
        (SolidLayer(id="c", material="reinforced-concrete", thickness=0.2),),
        0.0,
        1 / (0.10 + 0.2 / 2.3 + 0.04),
        "0.10 + 0.2/2.3 + 0.04",
    ),
    HandWorked(
        "Warm deck on concrete",
        (
            SolidLayer(id="c", material="reinforced-concrete", thickness=0.18),
            MembraneLayer(id="b", material="bitumen-aluminium-barrier"),
            SolidLayer(id="e", material="eps-grey", thickness=0.14),
            MembraneLayer(id="w", material="bitumen-two-ply"),
        ),
        1.1,
        1 / (0.10 + 0.18 / 2.3 + 0.0035 / 0.23 + 0.14 / 0.031 + 0.008 / 0.23 + 0.04),
        "0.10 + 0.18/2.3 + 0.0035/0.23 + 0.14/0.031 + 0.008/0.23 + 0.04",
    ),
    HandWorked(
        "Rafters with wool, well ventilated covering",
        (
            GYPSUM,
            SolidLayer(id="w", material="stone-wool-batt", thickness=0.16, framing=_rafters(0.08)),
            VENTED,
            SLATE,
        ),
        42.0,
        _two_paths(F, WOOL, TIMBER, 0.10 + 0.05 + 0.10),
        "f = 80/600; R′ = 3.7065, R″ = 3.6066; outer film 0.10 by 6.9.4",
    ),
    HandWorked(
        "Rafters crossed by service battens",
        (
            GYPSUM,
            AirLayer(id="a", thickness=0.04, framing=_rafters(0.06, 0.4)),
            SolidLayer(id="w", material="stone-wool-batt", thickness=0.16, framing=_rafters(0.08)),
            VENTED,
            SLATE,
        ),
        42.0,
        2 / (_crossing_upper + _crossing_lower),
        "four sections, shares multiplied: 60/400 and 80/600; void 340 × 40 by annex D.4",
    ),
    HandWorked(
        "Counter-battens in line with rafters, closed void",
        (
            GYPSUM,
            SolidLayer(id="w", material="stone-wool-batt", thickness=0.16, framing=_rafters(0.08)),
            AirLayer(id="a", thickness=0.04, framing=_rafters(0.06, aligned="w")),
            SolidLayer(id="p", material="plywood", thickness=0.018),
        ),
        30.0,
        2 / (_aligned_upper + _aligned_lower),
        "three sections: 0.867 neither, 0.033 rafter only, 0.100 both",
    ),
    HandWorked(
        "Foil-faced cavity under wool",
        (
            GYPSUM,
            AirLayer(id="a", thickness=0.025, emissivity_outside=0.05),
            SolidLayer(id="w", material="stone-wool-batt", thickness=0.1),
            SolidLayer(id="p", material="plywood", thickness=0.018),
        ),
        30.0,
        1 / (0.10 + 0.05 + _foil + 0.1 / 0.035 + 0.018 / 0.13 + 0.04),
        "R_a = 1/(1.95 + E 5.149), E = 1/(1/0.9 + 1/0.05 − 1)",
    ),
    HandWorked(
        "Slightly ventilated void, 800 mm²",
        (
            GYPSUM,
            SolidLayer(id="w", material="stone-wool-batt", thickness=0.15),
            AirLayer(id="a", thickness=0.05, ventilation="slight", opening=800e-6),
            SolidLayer(id="p", material="plywood", thickness=0.018),
            MembraneLayer(id="m", material="bitumen-two-ply"),
        ),
        2.0,
        1 / (0.7 * _closed + 0.3 * _open),
        "0.7 R_closed + 0.3 R_open by 6.9.3",
    ),
    HandWorked(
        "Cold attic with blown cellulose",
        (
            GYPSUM,
            SolidLayer(id="w", material="cellulose-blown", thickness=0.3),
            RoofSpaceLayer(id="r", covering="sheeted"),
        ),
        30.0,
        1 / (0.10 + 0.05 + 0.3 / 0.040 + 0.2 + 0.04),
        "R_u = 0.2 for tiles on felt",
    ),
    HandWorked(
        "Mansard slope of 70°",
        (GYPSUM, SolidLayer(id="e", material="pir-foil", thickness=0.1)),
        70.0,
        1 / (0.13 + 0.05 + 0.1 / 0.022 + 0.04),
        "above 60° the inner film is 0.13",
    ),
)
