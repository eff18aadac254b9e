# SPDX-License-Identifier: GPL-3.0-or-later
"""The air of whole areas: what is stated, what follows, and the laws that tie them."""

import csv
import io
from math import radians, tan

import pytest
from ezdxf.filemanagement import read
from msgspec.structs import replace
from openpyxl import load_workbook

from core.airy import FILL, HIGH, LINING, LOW, SPACE, attic, hall_vented, sloping, vent
from glacis.core.air.change import (
    air_in,
    change_air,
    new_vent,
    remove_air,
    set_air,
    usual_air,
    vent_of,
    with_vent,
    without_vent,
)
from glacis.core.air.meshes import mesh_prices
from glacis.core.air.parts import AIR_DAY, AIR_MESHES, AIR_WAY, AIRED, read_air
from glacis.core.air.path import way_of
from glacis.core.air.states import pressure_coefficient, turned_from
from glacis.core.air.tables import SHIPPED
from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.model.air import Air, AirVent, Chutes, Heel, Members, PathSegment, TableValue
from glacis.core.model.edit import remove_area
from glacis.core.model.validate import check_project
from glacis.core.thickness.eaves import _mean_over, cut_to, eaves_of
from glacis.core.thickness.solve import transmittance_of
from glacis.files.project_file import decode, encode
from glacis.files.vents_table import COLUMNS
from glacis.report.chapters.air import OFFER
from glacis.report.results import results_json
from support import analysed, analyser, demo, roof_project


def aired(project):
    return analysed(project).roof.aired


def test_bays_of_a_plain_slope_all_breathe_and_a_short_vent_starves_the_last():
    found = aired(sloping())
    assert {piece.status for piece in found.layout.pieces} == {"through"}
    assert found.layout.starved_share == pytest.approx(
        found.layout.map.slivers / found.layout.map.area
    )
    short = aired(sloping(vents=(replace(LOW, right=2.0), HIGH)))
    dead = [p for p in short.layout.pieces if p.status != "through"]
    # Centre lines at 0.3 + 0.6 k reach past 8 m from the 14th bay on.
    assert [p.piece.bay for p in dead] == [13, 14, 15, 16]
    assert {p.status for p in dead} == {"no-intake"}
    left = aired(sloping(vents=(replace(LOW, left=2.0), HIGH)))
    assert [p.piece.bay for p in left.layout.pieces if p.status != "through"] == [0, 1, 2]


def test_a_mirrored_roof_has_mirrored_flows():
    one = sloping(members=Members(datum="left", offset=0.1), vents=(replace(LOW, left=2.0), HIGH))
    two = sloping(members=Members(datum="right", offset=0.1), vents=(replace(LOW, right=2.0), HIGH))
    a, b = aired(one), aired(two)
    assert a.layout.starved_share == pytest.approx(b.layout.starved_share)
    assert a.at_noon == pytest.approx(b.at_noon)


def test_a_vent_for_one_edge_stands_in_for_that_of_its_kind():
    project = sloping()
    edge = next(r.side.id for r in aired(project).layout.edges if r.side.kind == "eaves")
    own = replace(LOW, id="own", edge=edge, per_metre=0.1)
    found = aired(sloping(vents=(LOW, HIGH, own)))
    assert found.free.low == pytest.approx(aired(project).free.low * 0.1 / LOW.per_metre)
    counted = replace(LOW, per_metre=0.0, count=20, each=0.01)
    assert aired(sloping(vents=(counted, HIGH))).free.low == pytest.approx(20 * 0.01 * 0.71 * 0.9)
    assert aired(sloping(vents=(replace(LOW, sealed=True), HIGH))).free.low == 0.0


def test_screens_apart_cost_the_air_more_than_the_code_counts():
    two = (*LOW.obstructions, *LOW.obstructions)
    together = aired(sloping(vents=(replace(LOW, obstructions=two), HIGH)))
    apart = aired(sloping(vents=(replace(LOW, obstructions=two, apart=True), HIGH)))
    assert together.free.low == apart.free.low
    assert apart.at_noon > together.at_noon  # 1/√2 of one screen is more than its square


def test_an_attic_breathes_as_one_and_its_heel_is_in_u():
    found = aired(attic())
    assert found.states is None
    noon, night, *_ = found.attic.flows
    assert noon.temperature > found.attic.conditions[0].temperature
    assert night.exchange > 0
    assert found.at_noon == pytest.approx(noon.volume / 50.0)
    assert found.saved > 0
    result = analysed(attic(heel=Heel(height=0.12)))
    strip = result.figures.eaves
    assert strip.heel.at_inner == pytest.approx(0.12 - 0.05 / 0.8660254 + 0.2 * 0.5773503)
    assert result.figures.whole > result.roof.transmittance
    wide = strip.heel.width * 10.0 / 50.0
    assert strip.share == pytest.approx(wide)
    # A stated strip stays possible where no heel is stated.
    plain = attic(heel=None)
    squeezed = replace(
        plain, areas=(replace(plain.areas[0], eaves_width=0.5, eaves_thickness=0.1),)
    )
    assert analysed(squeezed).figures.eaves.heel is None
    assert analysed(squeezed).figures.whole > analysed(plain).figures.whole


def test_the_mean_of_the_strip_agrees_with_many_steps_across_two_layers():
    roof = analysed(attic(heel=Heel(height=0.12))).roof
    start, full = 0.18, 0.4
    steps = 4000
    depths = [start + (full - start) * (k + 0.5) / steps for k in range(steps)]
    wanted = sum(transmittance_of(roof, cut_to(roof, d)) for d in depths) / steps
    assert _mean_over(roof, start, full) == pytest.approx(wanted, rel=1e-7)
    assert eaves_of(roof).heel.f_rsi < 1


def test_areas_that_share_an_attic_breathe_through_each_others_vents():
    base = attic()
    area = base.areas[0]
    north = replace(
        area, id="n", name="North", azimuth=0.0,
        outline=((0.0, 5.0), (10.0, 5.0), (10.0, 10.0), (0.0, 10.0)),
    )  # fmt: skip
    alone = set_air(
        replace(base, areas=(area, north)), replace(base.airs[0], vents=(vent("eaves", 0.025),))
    )
    assert {p.status for p in analyser().analyse(alone).of("a").roof.aired.layout.pieces} == {
        "no-exhaust"
    }
    both = set_air(alone, Air(area="n", vents=(vent("eaves", 0.025),), chutes=Chutes()))
    found = analyser().analyse(both).of("a").roof.aired
    assert {p.status for p in found.layout.pieces} == {"through"}
    assert len(found.attic.vents) == 2
    assert found.attic.plan == pytest.approx(100.0)
    assert found.free.basis.span == pytest.approx(10.0)


def broken(pitches: tuple[float, ...], low=LOW, high=HIGH, each=2.0):
    """A slope of 10 m that changes its pitch every ``each`` metres in plan, vents at its bottom and top."""
    base = sloping(pitch=pitches[0])
    area, level, areas = base.areas[0], 0.0, []
    for k, pitch in enumerate(pitches):
        lower, upper = each * k, each * (k + 1)
        outline = ((0.0, lower), (10.0, lower), (10.0, upper), (0.0, upper))
        areas.append(replace(area, id=f"p{k}", pitch=pitch, level=level, outline=outline))
        level += each * tan(radians(pitch))
    base = replace(base, areas=tuple(areas), airs=())
    for k in range(len(pitches)):
        ends = {0: low, len(pitches) - 1: high}
        vents = (ends[k],) if ends.get(k) is not None else ()
        base = set_air(base, Air(area=f"p{k}", vents=vents))
    return base


def test_bays_go_on_over_a_change_of_pitch():
    results = analyser().analyse(broken((58.0, 40.0, 20.0)))
    found = [results.of(f"p{k}").roof.aired for k in range(3)]
    assert all({p.status for p in one.layout.pieces} == {"through"} for one in found)
    # Every plane sees the same air in the same bay, and the same rule over the whole run.
    masses = [one.states.flows[0][0].mass for one in found]
    assert masses[0] > 0
    assert masses == pytest.approx([masses[0]] * 3, rel=1e-9)
    assert [len(one.states.flows[0][0].segments) for one in found] == [3, 3, 3]
    assert [one.free.basis.slope for one in found] == pytest.approx(
        [found[0].free.basis.slope] * 3, rel=0.02
    )
    assert found[1].free.low == pytest.approx(found[0].free.low, rel=0.03)
    assert found[1].free.high == pytest.approx(found[2].free.high, rel=0.03)
    # Nothing but the pitch tells it from one plane: with one pitch the planes join without a break.
    assert {f.rule for f in results.of("p1").findings if f.rule.startswith("air.")} == set()


def test_a_change_of_pitch_lends_no_way_where_the_far_end_is_shut():
    results = analyser().analyse(broken((65.0, 30.0), high=None))
    assert [results.of(f"p{k}").roof.aired.layout.pieces[5].status for k in range(2)] == [
        "no-exhaust",
        "no-exhaust",
    ]
    # Rafters set out half a spacing further still meet; with other rafters above, each bay takes the nearest.
    made = broken((65.0, 30.0))
    other = change_air(
        made, "p1", lambda air: replace(air, members=Members(spacing=0.4, width=0.06))
    )
    met = analyser().analyse(other).of("p0").roof.aired
    assert {p.status for p in met.layout.pieces} == {"through"}


def test_bays_under_small_units_are_one_body():
    results = analyser().analyse(hall_vented())
    north = results.of("hall-north").roof.aired
    assert north.way.sideways
    assert north.layout.starved_share == pytest.approx(
        north.layout.map.slivers / north.layout.map.area
    )
    assert len(north.states.classes) == 1
    boarded = change_air(hall_vented(), "hall-north", lambda air: replace(air, path="over-roof"))
    parted = analyser().analyse(boarded).of("hall-north").roof.aired
    assert parted.layout.starved_share > 0.3


def test_the_units_one_reads_in_change_no_figure():
    for project in (sloping(), attic()):
        si, us = aired(project), aired(replace(project, units="us"))
        assert si.free == us.free
        assert si.at_noon == us.at_noon


def test_rooflights_and_dormers_lend_a_slope_no_eaves_and_no_ridge():
    boarded = set_air(demo(), usual_air("hall-south", "over-roof", frozenset({"eaves", "ridge"})))
    found = analyser().analyse(boarded).of("hall-south").roof.aired
    assert found.free.basis.eaves == pytest.approx(24.0)
    assert found.free.basis.ridge == pytest.approx(12.0)
    assert not {rim.side.kind for rim in found.layout.edges} & {"kerb", "abutment"}


def test_segments_make_up_the_way_and_a_notch_costs_air():
    plain = aired(sloping())
    noon = aired(
        sloping(
            segments=(
                PathSegment(kind="soffit", depth=0.05, length=0.5, level=True),
                PathSegment(kind="channel"),
            )
        )
    )
    flow = noon.states.flows[0][0]
    assert len(flow.segments) == 2
    assert flow.mass < plain.states.flows[0][0].mass
    notched = aired(sloping(segments=(PathSegment(kind="channel", zeta=20.0, roughness=2.0),)))
    assert notched.at_noon < plain.at_noon
    foil = aired(sloping(segments=(PathSegment(kind="channel", e_bottom=0.05),)))
    assert foil.states.flows[0][0].heat_down < plain.states.flows[0][0].heat_down


def test_tables_may_be_stated_otherwise():
    project = sloping()
    own = TableValue(row="mesh-3.2", column="net", value=0.355, source="maker")
    halved = replace(project, air_values=(own,))
    assert aired(halved).free.low == pytest.approx(aired(project).free.low / 2)


def test_every_screen_has_its_price():
    project = sloping()
    results = analyser().analyse(project)
    prices = results.value(AIR_MESHES, "a")
    named = {price.screen.id: price for price in prices}
    assert named["mesh-1.2"].flow < named["mesh-3.2"].flow < named["mesh-6.4"].flow
    assert named["mesh-3.2"].low == pytest.approx(results.of("a").roof.aired.free.low)
    assert named["mesh-3.2"].stops_embers
    assert not named["mesh-6.4"].stops_embers
    assert "foam-filler" not in named
    reader = results._reader
    assert mesh_prices(read_air(reader, "a", project.airs[0])) == prices
    assert analyser().analyse(roof_project(LINING)).value(AIR_MESHES, "a") == ()


def test_a_summer_day_flows_up_by_day_and_down_by_night():
    day = analyser().analyse(sloping()).value(AIR_DAY, "a").strips[0]
    assert len(day.volume) == 24
    assert day.volume[12] > 0 > day.volume[2]
    assert max(day.top) < max(day.covering)
    assert analyser().analyse(attic()).value(AIR_DAY, "a") is None


@pytest.mark.parametrize(
    ("kind", "pitch", "turned", "cp"),
    [
        ("eaves", 30, 0, 0.4), ("eaves", 30, 180, -0.35), ("eaves", 30, 90, -0.5), ("ridge", 20, 0, -0.7),
        ("ridge", 30, 0, -0.5), ("abutment", 30, 180, 0.3), ("abutment", 30, 0, -0.3), ("hip", 30, 0, -0.05),
        ("verge", 30, 0, -0.5),
    ],
)  # fmt: skip
def test_wind_presses_as_the_table_says(kind, pitch, turned, cp):
    assert pressure_coefficient(kind, pitch, turned, SHIPPED) == pytest.approx(cp)


def test_wind_from_behind_is_turned_by_180_whichever_way_one_counts():
    assert turned_from(0.0, 180.0) == 180
    assert turned_from(350.0, 10.0) == pytest.approx(20)
    assert turned_from(10.0, 350.0) == pytest.approx(20)


def test_ways_of_air_by_build_up_and_as_stated():
    results = analyser().analyse(demo())
    ways = {area.id: results.value(AIR_WAY, area.id).way for area in results.project.areas}
    assert ways["laboratory"].kind == "unvented"
    assert "none is wanted" in ways["laboratory"].why
    assert ways["bunkhouse"].kind == "cold-attic"
    assert ways["hall-south"].kind == "counter-batten"
    slope = analysed(sloping()).roof
    flat = way_of(slope.layers, "cold-ventilated-slope", 3.0, None, 0.1)
    assert flat.kind == "cold-flat"
    over = way_of(slope.layers, "ventilated-over-roof", 30.0, None, 0.1)
    assert over.kind == "over-roof"
    stated = way_of(
        slope.layers, "cold-ventilated-slope", 30.0, Air(area="a", path="unvented"), 0.1
    )
    assert not stated.vented


def test_usual_vents_meet_the_usual_rule_for_every_way():
    for path, project in (("cold-slope", sloping()), ("cold-attic", attic())):
        usual = usual_air("a", path, frozenset({"eaves", "top", "verge"}))  # type: ignore[arg-type]
        free = aired(set_air(project, replace(usual, heel=project.airs[0].heel))).free
        assert free.verdict.met, path
        assert not free.unfit
    hip = new_vent(Air(area="a"), "hip", "hip", "cold-slope")
    assert (hip.kind, hip.per_metre) == ("hip", 0.012)


def test_changes_of_air_are_refused_by_name_and_leave_the_rest():
    project = sloping()
    assert remove_air(project, "a").airs == ()
    assert air_in(remove_air(project, "a"), "a") is None
    with pytest.raises(MissingReference, match="roof area"):
        set_air(project, Air(area="nowhere"))
    with pytest.raises(ValueRefused, match="members"):
        change_air(project, "a", lambda air: replace(air, members=Members(spacing=0.4, width=0.5)))
    with pytest.raises(ValueRefused, match="vent"):
        change_air(project, "a", lambda air: replace(air, vents=(replace(LOW, discharge=2.0),)))
    with pytest.raises(ValueRefused, match="used once"):
        change_air(project, "a", lambda air: replace(air, vents=(LOW, LOW)))
    with pytest.raises(MissingReference, match="vent"):
        without_vent(project.airs[0], "no-such")
    wider = with_vent(project.airs[0], replace(LOW, per_metre=0.05))
    assert vent_of(wider, LOW.id).per_metre == 0.05
    assert len(without_vent(wider, LOW.id).vents) == 1


def test_the_air_of_a_project_comes_back_from_its_file_and_goes_with_its_area():
    project = attic(snow=0.3)
    check_project(project)
    assert decode(encode(project), "test") == project
    assert remove_area(hall_vented(), "bunkhouse").airs == hall_vented().airs[1:]
    twice = replace(project, airs=(*project.airs, *project.airs))
    with pytest.raises(ValueRefused, match="air of one roof area"):
        check_project(twice)


def test_results_hold_what_the_format_promises():
    data = results_json(analyser().analyse(hall_vented()))
    areas = {area["id"]: area for area in data["areas"]}
    bunk, north, lab = areas["bunkhouse"], areas["hall-north"], areas["laboratory"]
    assert bunk["air"]["path"] == "cold-attic"
    assert bunk["air"]["starved_share"] == pytest.approx(2 / 30)
    assert [bay["status"] for bay in bunk["air"]["bays"][-3:]] == [
        "through",
        "no-intake",
        "no-intake",
    ]
    assert bunk["eaves"]["U_strip"] > bunk["U"]
    assert bunk["hot_day"]["gain_shut"] > bunk["hot_day"]["gain_vented"]
    assert north["air"]["bays"][0]["flow_m3_h"] > 0
    assert north["hot_day"]["T_top"] > north["hot_day"]["T_bottom"]
    assert north["eaves"] is None
    assert lab["air"] is None
    assert bunk["ice_kg_m"] is None


def test_schedules_and_the_drawing_of_bays():
    results = analyser().analyse(hall_vented())
    files = {export.id: export.make(results) for export in OFFER.exports}
    rows = list(csv.reader(io.StringIO(files["vents"].decode())))
    assert tuple(rows[0]) == COLUMNS
    by_item = {(row[0], row[1], row[2]): row for row in rows[1:]}
    eaves = by_item["Bunkhouse", "vent", "eaves"]
    # 18 m less 1.25 m of 40 mm behind metal mesh: 40000 · 0.639 · 16.75 mm².
    assert float(eaves[5]) == pytest.approx(16.75)
    assert int(eaves[9]) == pytest.approx(40000 * 0.639 * 16.75, abs=1)
    assert by_item["Bunkhouse", "chute", "eaves"][6] == "30"
    assert by_item["Bunkhouse", "baffle", "eaves"][6] == "30"
    assert ("Bunkhouse", "dam", "eaves") not in by_item
    book = load_workbook(io.BytesIO(files["vents-book"]))
    assert [cell.value for cell in book["Vents"][1]] == list(COLUMNS)
    drawing = read(io.StringIO(files["bays"].decode()))
    layers = [entity.dxf.layer for entity in drawing.modelspace()]
    assert layers.count("BAYS-NO-INTAKE") == 2
    assert layers.count("BAYS-THROUGH") == 28 + 42


def test_a_flat_cold_roof_breathes_from_edge_to_edge():
    flat = sloping(pitch=0.0, depth=0.06)
    edges = frozenset(rim.side.kind for rim in aired(flat).layout.edges)
    assert edges == {"edge"}
    found = aired(set_air(flat, usual_air("a", "cold-flat", edges)))
    assert found.way.kind == "cold-flat"
    assert {piece.status for piece in found.layout.pieces} == {"through"}
    assert found.free.rule.id == "flat-cold-5"
    # Both long edges, 25 mm each; the short sides count for nothing.
    assert found.free.verdict.asked.low == found.free.verdict.asked.high == pytest.approx(0.25)
    assert found.free.low == found.free.high == pytest.approx(0.05 * 0.71 * 0.9 * 10)
    assert found.free.verdict.met
    rules = {f.rule for f in analysed(set_air(flat, usual_air("a", "cold-flat", edges))).findings}
    assert "air.still" in rules  # level: nothing drives it but wind


def test_members_may_be_unstated_but_never_guessed():
    project = roof_project(
        LINING, replace(FILL, framing=None), SPACE, pitch=30.0, approach="cold-ventilated-attic"
    )
    stated = set_air(project, Air(area="a", vents=(vent("eaves", 0.02),)))
    found = aired(stated)
    assert found.layout is None
    assert "spacing" in found.fault
    given = set_air(
        project,
        Air(area="a", vents=(vent("eaves", 0.02),), members=Members(spacing=0.6, width=0.05)),
    )
    assert aired(given).layout is not None
    assert analyser().analyse(stated).value(AIRED, "a") == found
    assert AirVent(id="x", edge="eaves", kind="soffit").per_metre == 0.0
