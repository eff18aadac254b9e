# SPDX-License-Identifier: GPL-3.0-or-later
"""Hand-worked roofs through the whole pipeline, and the table that shows them."""

import pytest

from glacis.core.model.layers import AirLayer, MembraneLayer, SolidLayer
from support import analysed, case, own_material, roof_project
from validation.uvalues import ROOFS, HandWorked
from validation.uvalues_corners import CORNERS
from validation.uvalues_more import MORE

ALL = (*ROOFS, *MORE, *CORNERS)


def by_glacis(roof: HandWorked) -> float:
    """U [W/(m²·K)] as Glacis finds it."""
    project = roof_project(
        *roof.layers, pitch=roof.pitch, imperfections=roof.imperfections, method=roof.method,
        materials=roof.materials, indoor=roof.indoor,
    )  # fmt: skip
    return analysed(project).roof.heat.transmittance


@pytest.mark.parametrize("roof", ALL, ids=lambda roof: roof.name)
def test_u_by_hand(roof: HandWorked):
    assert by_glacis(roof) == pytest.approx(roof.expected, rel=1e-9)


def test_slightly_ventilated_cavity_matches_the_reference():
    found = case("u06c_cavity_Av800")
    insulation = own_material(id="i", conductivity=0.038)
    sheet = own_material(id="m", family="plastic", conductivity=0.17, thicknesses=(0.005,))
    project = roof_project(
        SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
        SolidLayer(id="w", material="i", thickness=0.15),
        AirLayer(id="a", thickness=0.05, ventilation="slight", opening=800e-6),
        SolidLayer(id="p", material="plywood", thickness=0.018),
        SolidLayer(id="s", material="m", thickness=0.005),
        materials=(insulation, sheet),
        pitch=0.0,
    )
    heat = analysed(project).roof.heat
    assert heat.transmittance == pytest.approx(found["expected"]["U"], rel=1e-8)
    assert heat.main.total == pytest.approx(found["expected"]["R_unventilated"], rel=1e-8)
    (opened,) = heat.opened
    assert opened.weight == pytest.approx(0.3)
    assert opened.combined.total == pytest.approx(found["expected"]["R_well_ventilated"], rel=1e-8)


def test_the_surface_factor_uses_its_own_inner_film():
    project = roof_project(
        SolidLayer(id="c", material="reinforced-concrete", thickness=0.2),
        MembraneLayer(id="m", material="bitumen-two-ply"),
    )
    total = 0.25 + 0.2 / 2.3 + 0.008 / 0.23 + 0.04
    assert analysed(project).roof.heat.surface_factor == pytest.approx(1 - 0.25 / total)
