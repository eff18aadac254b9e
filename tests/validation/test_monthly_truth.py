# SPDX-License-Identifier: GPL-3.0-or-later
"""The year of water against small steps of time, for roofs of several kinds."""

import pytest

from glacis.core.model.document import HumidityClass
from glacis.core.model.layers import Layer, MembraneLayer, SolidLayer
from support import analysed, climate, roof_project
from validation.monthly_truth import run, saturation

COLD = climate(
    (-9.5, -8.5, -4.0, 2.5, 9.5, 14.5, 17.0, 15.5, 10.5, 5.0, -1.0, -6.5),
    (0.87, 0.85, 0.80, 0.72, 0.66, 0.68, 0.72, 0.77, 0.81, 0.84, 0.88, 0.89),
)


def solid(material: str, thickness: float) -> SolidLayer:
    return SolidLayer(id=material, material=material, thickness=thickness)


def sheet(material: str) -> MembraneLayer:
    return MembraneLayer(id=material, material=material)


ROOFS: dict[str, tuple[Layer, ...]] = {
    "dries": (
        solid("reinforced-concrete", 0.2), sheet("retarder-fixed-10"),
        solid("stone-wool-slab", 0.12), sheet("pvc-sheet"),
    ),
    "accumulates": (
        solid("gypsum-board", 0.0125), solid("stone-wool-batt", 0.2), solid("plywood", 0.018),
        sheet("bitumen-two-ply"),
    ),
    "foam over fibre": (
        solid("gypsum-board", 0.0125), sheet("kraft-facing"), solid("glass-wool-batt", 0.14),
        solid("plywood", 0.018), solid("eps-white", 0.06), sheet("epdm-sheet"),
    ),
    "dense pack": (
        solid("gypsum-board", 0.0125), solid("oriented-strand-board", 0.015),
        solid("cellulose-dense", 0.3), solid("medium-density-fibreboard", 0.016),
        sheet("underlay-synthetic-closed"),
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", ROOFS)
def test_water_by_month_matches_small_steps(name):
    project = roof_project(*ROOFS[name], pitch=2, weather=COLD, humidity=HumidityClass(number=3))
    monthly = analysed(project).roof.monthly
    assert monthly.start is not None, "this roof is here because it condenses"
    places = monthly.path.places
    s = [place.sd for place in places]
    limits, ends = [], []
    for air in monthly.air:
        slope = (air.indoor - air.outdoor) / monthly.path.total
        theta = [air.indoor - slope * place.cold for place in places]
        limits.append([saturation(t) for t in theta])
        ends.append((air.indoor_pressure, air.outdoor_pressure))
    truth = run(s, limits, ends, monthly.start, 240)
    mine = [
        [sum(f.mass[(monthly.start + k) % 12] for f in monthly.interfaces if f.place == place)
         for place in range(len(s))]
        for k in range(12)
    ]  # fmt: skip
    peak = max(sum(month) for month in truth)
    assert max(sum(month) for month in mine) == pytest.approx(peak, rel=0.001)
    for month_mine, month_truth in zip(mine, truth, strict=True):
        assert sum(month_mine) == pytest.approx(sum(month_truth), abs=0.001 * peak)
    assert monthly.residual == pytest.approx(sum(truth[-1]), abs=0.001 * peak)
