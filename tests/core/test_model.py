# SPDX-License-Identifier: GPL-3.0-or-later
"""The document: edits make new documents, ranges are kept, the library is sound."""

from math import cos, radians, tan

import pytest
from msgspec.structs import replace

from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.fixings.parts import WIND
from glacis.core.heat.parts import material_ids
from glacis.core.materials.library import nearest_purchasable, read_material
from glacis.core.model.document import Project
from glacis.core.model.edit import (
    give_own_assembly,
    insert_layer,
    move_layer,
    remove_layer,
    set_layer,
    set_thickness,
)
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.model.lookup import plan_area, turning
from glacis.core.model.quantities import Quantities
from glacis.core.model.validate import check_project, is_sound
from glacis.core.set_out.change import move_opening
from glacis.core.units.format import significant
from support import analyser, demo, library, own_material, roof_project

MEMBRANE_LEAST, MATERIAL_LEAST = 15, 60


def test_the_library_is_large_enough_and_every_value_is_physical():
    materials = library().materials
    families = library().family_index()
    assert len([m for m in materials if not m.is_membrane]) >= MATERIAL_LEAST
    assert len([m for m in materials if m.is_membrane]) >= MEMBRANE_LEAST
    assert len({m.id for m in materials}) == len(materials)
    for material in materials:
        family = families[material.family]
        low, high = family.conductivity
        assert low <= material.conductivity <= high, material.id
        low, high = family.density
        assert low <= material.density <= high, material.id
        assert 100 <= material.heat_capacity <= 2500, material.id
        assert material.source, material.id
        assert material.purpose, material.id
        assert material.fire, material.id
        assert material.vapour_note, material.id
        assert material.thicknesses, material.id
        assert (material.mu_dry is None) != (material.sd_dry is None), material.id
        assert list(material.thicknesses) == sorted(material.thicknesses), material.id


def test_a_conductivity_of_65_for_0_065_does_not_pass():
    families = library().family_index()
    low, high = families["loose-fill"].conductivity
    assert not low <= 65 <= high
    assert all(family.source for family in families.values())


def test_a_broken_table_row_names_material_column_and_value():
    columns = (
        "id,name,family,conductivity,density,heat_capacity,mu_dry,mu_wet,sd_dry,sd_wet,"
        "thicknesses_mm,roles,least_pitch,fire,purpose,vapour_note,source"
    )
    row = dict.fromkeys(columns.split(","), "")
    with pytest.raises(ValueRefused, match=r"material 'x', conductivity.*'abc'"):
        read_material({**row, "id": "x", "conductivity": "abc"})
    with pytest.raises(ValueRefused, match="thicknesses_mm"):
        read_material({**row, "id": "x", "thicknesses_mm": "a;b"})


def test_thicknesses_come_from_what_can_be_bought():
    board = next(m for m in library().materials if m.id == "wood-fibre-board")
    assert nearest_purchasable(board, 0.055) == 0.052
    assert nearest_purchasable(board, 0.055 + 0.003) == 0.06
    assert nearest_purchasable(board, 0.253) == 0.252  # 200 and 52 mm together
    assert nearest_purchasable(None, 0.05649) == 0.056


@pytest.mark.parametrize(
    ("layer", "field"),
    [
        (SolidLayer(id="x", material="slate", thickness=0.0), "thickness"),
        (SolidLayer(id="x", material="slate", thickness=-0.1), "thickness"),
        (SolidLayer(id="x", material="slate", thickness=float("nan")), "thickness"),
        (SolidLayer(id="x", material="slate", thickness=89.0), "thickness"),
        (AirLayer(id="x", thickness=0.02, emissivity_inside=1.5), "emissivity"),
        (
            SolidLayer(
                id="x",
                material="slate",
                thickness=0.1,
                framing=Framing(material="softwood", width=0.7, spacing=0.6),
            ),
            "width of the members",
        ),
        (
            SolidLayer(
                id="x",
                material="slate",
                thickness=0.1,
                framing=Framing(material="softwood", width=0.5, spacing=0.6, allowance=0.4),
            ),
            "framing share",
        ),
    ],
)
def test_layers_that_cannot_be_built_are_refused(layer, field):
    with pytest.raises(ValueRefused, match=field):
        set_layer(roof_project(replace(layer, thickness=0.1)), "b", layer)


def test_a_document_that_contradicts_itself_is_refused():
    project = demo()
    broken = replace(project, areas=(replace(project.areas[0], assembly="gone"),))
    assert isinstance(is_sound(broken), MissingReference)
    twice = replace(project, areas=(project.areas[0], project.areas[0]))
    with pytest.raises(ValueRefused, match="an id used once"):
        check_project(twice)
    short = replace(project.site.climate, temperature=(1.0, 2.0))
    with pytest.raises(ValueRefused, match="12 monthly values"):
        check_project(replace(project, site=replace(project.site, climate=short)))
    assert is_sound(project) is None


def test_edits_leave_the_old_document_alone():
    before = demo()
    sheet = MembraneLayer(id="new", material="retarder-fixed-2")
    after = insert_layer(before, "hall-slate", 2, sheet)
    assert [x.id for x in after.assemblies[0].layers][2] == "new"
    assert before == demo()
    assert remove_layer(after, "hall-slate", "new") == before
    assert (
        move_layer(move_layer(before, "hall-slate", "over", 0), "hall-slate", "over", 4) == before
    )
    assert after.assemblies[1] is before.assemblies[1]


def test_taking_a_framed_layer_out_frees_what_was_in_line_with_it():
    after = remove_layer(demo(), "hall-slate", "between")
    layer = next(x for x in after.assemblies[0].layers if x.id == "counter-battens")
    assert layer.framing.aligned_with == ""
    check_project(after)


def test_an_area_can_be_given_its_own_assembly():
    after = give_own_assembly(demo(), "hall-west")
    changed = set_thickness(after, after.areas[2].assembly, "between", 0.2)
    results = analyser().analyse(changed)
    u = {item.roof.area.id: item.roof.heat.transmittance for item in results.areas}
    assert u["hall-west"] < u["hall-south"]
    base = turning(after.areas[0].outline)
    assert base == pytest.approx(108.0)
    holes = sum(abs(turning(hole.outline)) for hole in after.areas[0].holes)
    assert plan_area(after.areas[0]) == pytest.approx(base - holes)
    # A dormer 2 m wide with a wall of 1.1 m at the pitch of its roof, and 1.14 by 1.4 m of light.
    dormer = 2.0 * 1.1 / tan(radians(42)) + 1.0
    assert holes == pytest.approx(dormer + 1.14 * 1.4 * cos(radians(42)))


def test_an_edit_recomputes_only_what_depends_on_it():
    engine = analyser()
    engine.analyse(demo())
    first = dict(engine.counts)
    assert first == {
        "thermal": 4, "air": 3, "monthly": 4, "area": 11, "figures": 11, "findings": 11, "shape": 1,
        "falls plan": 2, "falls": 2, "taper": 2, "ventilation": 1,
        "ventilation bays": 1, "ventilation way": 1,
        "findings of edges": 1, "findings of openings": 1, "findings of the project": 1,
        "set-out": 2, "set-out laid": 2, "findings of set-out": 2,
        "junctions listed": 1, "junctions": 1, "findings of junctions": 1,
        "roofs in the wind": 1, "zones of all winds": 1, "figures of the wind": 3, "worst of all winds": 3, "wind": 3,
        "ground of fixings": 3, "fixings placed": 3, "fixings": 3, "findings of fixings": 3,
        "how layers are counted": 4, "weight of an area": 11, "stacks on the deck": 1, "findings of quantities": 1,
        "findings of the log": 1,
    }  # fmt: skip
    engine.analyse(demo())
    assert engine.counts == first
    changed = set_thickness(demo(), "lab-low-slope", "insulation", 0.2)
    engine.analyse(changed)
    more = {part: engine.counts[part] - first[part] for part in first}
    assert more == {
        "thermal": 1, "air": 0, "monthly": 1, "area": 1, "figures": 1, "findings": 1, "shape": 0,
        "falls plan": 0, "falls": 0, "taper": 1, "ventilation": 0,
        "ventilation bays": 0, "ventilation way": 0,
        "findings of edges": 0, "findings of openings": 1, "findings of the project": 0,
        "set-out": 0, "set-out laid": 0, "findings of set-out": 0,
        "junctions listed": 0, "junctions": 0, "findings of junctions": 0,
        "roofs in the wind": 0, "zones of all winds": 0, "figures of the wind": 0, "worst of all winds": 0, "wind": 0,
        "ground of fixings": 0, "fixings placed": 0, "fixings": 1, "findings of fixings": 1,
        "how layers are counted": 1, "weight of an area": 1, "stacks on the deck": 0, "findings of quantities": 1,
        "findings of the log": 0,
    }  # fmt: skip
    engine.analyse(replace(changed, name="Renamed"))
    assert {part: engine.counts[part] - first[part] for part in first} == more


def test_a_thickness_lays_no_slate_anew():
    engine = analyser()
    engine.analyse(demo())
    first = dict(engine.counts)
    engine.analyse(set_thickness(demo(), "hall-slate", "over", 0.06))
    assert engine.counts["set-out laid"] == first["set-out laid"]
    assert engine.counts["set-out"] == first["set-out"] + 2


def test_a_roof_window_that_moves_measures_no_zone_of_the_wind_anew():
    engine = analyser()
    engine.analyse(demo())
    first = dict(engine.counts)
    before = engine.analyse(demo()).value(WIND, "hall-south").zones
    after = (
        engine.analyse(move_opening(demo(), "hall-light", 0.0, 0.1)).value(WIND, "hall-south").zones
    )
    assert engine.counts["zones of all winds"] == first["zones of all winds"]
    assert engine.counts["worst of all winds"] == first["worst of all winds"] + 1
    assert before != after
    assert sum(zone.plan_area for zone in before) == pytest.approx(
        sum(zone.plan_area for zone in after)
    )


def large_project(areas: int, assemblies: int) -> Project:
    base = demo()
    made = tuple(
        replace(base.assemblies[k % 4], id=f"a{k}", name=f"Assembly {k}") for k in range(assemblies)
    )
    roofs = tuple(
        replace(base.areas[k % 7], id=f"r{k}", assembly=f"a{k % assemblies}") for k in range(areas)
    )
    bare = replace(
        base,
        dormers=(),
        openings=(),
        footprints=(),
        falls=(),
        airs=(),
        probes=(),
        set_outs=(),
        fixings=(),
        pull_outs=(),
        quantities=Quantities(),
    )
    free = tuple(replace(area, grown=None) for area in roofs)
    return replace(bare, assemblies=made, areas=free, variants=())


def test_in_a_large_project_one_edit_recomputes_one_assembly():
    project = large_project(200, 60)
    check_project(project)
    engine = analyser()
    engine.analyse(project)
    first = dict(engine.counts)
    changed = set_thickness(project, "a5", "insulation", 0.2)
    engine.analyse(changed)
    more = {part: engine.counts[part] - first[part] for part in first}
    users = sum(area.assembly == "a5" for area in project.areas)
    directions = {area.pitch > 60 for area in project.areas if area.assembly == "a5"}
    zones = {area.zone for area in project.areas if area.assembly == "a5"}
    assert more == {
        "thermal": len(directions), "air": 0, "monthly": len(zones), "area": users,
        "figures": users, "findings": users, "shape": 0,
        "findings of edges": 0, "findings of openings": 0, "findings of the project": 0,
        "junctions listed": 0, "junctions": 0, "findings of junctions": 0, "findings of the log": 0,
    }  # fmt: skip


@pytest.mark.parametrize(
    ("values", "message"),
    [
        ({"conductivity": 0.0}, "conductivity"),
        ({"conductivity": 1000.0}, "conductivity"),
        ({"density": 0.0}, "density"),
        ({"mu_dry": -1.0}, "μ, dry cup"),
        ({"curve": ((10.0, 0.02), (0.0, 0.03))}, "temperatures that rise"),
        ({"thicknesses": (9.0,)}, "thickness sold"),
    ],
)
def test_matter_that_cannot_be_is_refused_naming_it(values, message):
    with pytest.raises(ValueRefused, match=message):
        check_project(replace(demo(), materials=(own_material(**values),)))


@pytest.mark.parametrize(
    ("layer", "message"),
    [
        (SolidLayer(id="x", material="eps-white", thickness=0.2, boards=0), "boards"),
        (SolidLayer(id="x", material="eps-white", thickness=0.2, settling=0.9), "settling"),
        (RoofSpaceLayer(id="x", covering="balance", air_change=-1.0), "air changes"),
        (
            SolidLayer(
                id="x", material="eps-white", thickness=0.1,
                framing=Framing(material="softwood", width=0.06, spacing=0.6, web=0.01, flange=0.05),
            ),
            "flange",
        ),
        (
            SolidLayer(
                id="x", material="eps-white", thickness=0.1,
                framing=Framing(material="softwood", width=0.06, spacing=0.6, share=1.2),
            ),
            "share",
        ),
    ],
)  # fmt: skip
def test_boards_spaces_and_webs_that_cannot_be_are_refused(layer, message):
    with pytest.raises(ValueRefused, match=message):
        check_project(roof_project(layer))


def test_a_roof_thicker_than_any_roof_is_refused():
    layers = [SolidLayer(id=f"l{k}", material="eps-white", thickness=2.5) for k in range(3)]
    with pytest.raises(ValueRefused, match="all layers together"):
        check_project(roof_project(*layers))


def test_a_preview_forgets_nothing():
    engine = analyser()
    engine.analyse(demo())
    for thickness in (0.2, 0.22, 0.24):
        engine.preview(set_thickness(demo(), "lab-low-slope", "insulation", thickness))
    before = dict(engine.counts)
    engine.analyse(demo())
    assert engine.counts == before


def test_every_headline_opens_its_working_and_ends_in_its_figure():
    from glacis.core.figures.headline import headlines, working_of

    for item in analyser().analyse(demo()).areas:
        for figure in headlines(item.roof):
            working = working_of(item.roof, figure.id)
            values = [significant(step.value, 6) for step in working.steps]
            assert significant(figure.value, 6) in values, (item.roof.area.id, figure.id)


def test_materials_of_framing_count_as_used():
    assert "softwood-dense" in material_ids(demo().assemblies[0])
    with pytest.raises(GlacisError):
        analyser().analyse(replace(demo(), assemblies=()))
