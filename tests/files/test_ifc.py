# SPDX-License-Identifier: GPL-3.0-or-later
"""Layer sets as IFC, read back with the library that wrote them; skipped where the extra is not installed."""

import pytest

from glacis.demo.shipped import shipped_demo
from glacis.files.ifc_write import Sheeted, can_write_ifc, layer_sets_ifc
from support import analyser

ifcopenshell = pytest.importorskip("ifcopenshell")


@pytest.fixture(scope="module")
def written():
    results = analyser().analyse(shipped_demo("tern-point"), "figures")
    areas = tuple(
        Sheeted(item.roof.area, item.roof.layers, item.figures.whole) for item in results.areas
    )
    return results, areas, layer_sets_ifc(results.project, areas)


def test_every_area_is_a_slab_with_its_layers_inside_to_outside(written):
    _results, areas, content = written
    assert can_write_ifc()
    file = ifcopenshell.file.from_string(content.decode())
    slabs = {slab.Tag: slab for slab in file.by_type("IfcSlab")}
    assert set(slabs) == {each.area.id for each in areas}
    for each in areas:
        usage = slabs[each.area.id].HasAssociations[0].RelatingMaterial
        told = [
            (x.Name, x.LayerThickness, x.IsVentilated) for x in usage.ForLayerSet.MaterialLayers
        ]
        assert told == [
            (x.name, pytest.approx(x.thickness), x.ventilation != "none") for x in each.layers
        ]
        told_of = slabs[each.area.id].IsDefinedBy[0].RelatingPropertyDefinition
        props = {p.Name: p.NominalValue.wrappedValue for p in told_of.HasProperties}
        assert props["ThermalTransmittance"] == pytest.approx(each.heat)
    names = [m.Name for m in file.by_type("IfcMaterial")]
    assert len(names) == len(set(names))


def test_equal_projects_give_equal_files_and_ids_are_their_own(written):
    results, areas, content = written
    assert layer_sets_ifc(results.project, areas) == content
    file = ifcopenshell.file.from_string(content.decode())
    ids = [each.GlobalId for each in file.by_type("IfcRoot")]
    assert len(ids) == len(set(ids))
