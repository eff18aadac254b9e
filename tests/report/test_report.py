# SPDX-License-Identifier: GPL-3.0-or-later
"""Drawings and the PDF: to scale, nothing over another, every figure there."""

import io

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from pypdf import PdfReader

from glacis.core.figures.parts import DETAIL
from glacis.core.judgement.decisions import accept
from glacis.core.model.document import Decision
from glacis.core.model.edit import set_thickness
from glacis.core.model.layers import Framing, MembraneLayer, SolidLayer
from glacis.core.model.log import Log
from glacis.core.moisture.parts import VAPOUR_LINES
from glacis.core.thickness.returns import returns_of
from glacis.core.units.quantities import System
from glacis.report.charts.axes import nice_step, nice_top, ticks
from glacis.report.charts.climate import climate_scene
from glacis.report.charts.compare import Column, compare_scene
from glacis.report.charts.methods import methods_scene
from glacis.report.charts.pressures import pressures_scene, surface_scene
from glacis.report.charts.returns import next_words, returns_scene
from glacis.report.charts.staircase import staircase_scene
from glacis.report.charts.water import verdict_words, water_scene
from glacis.report.frame import POINTS_PER_METRE
from glacis.report.front import alike
from glacis.report.hatch import DRAWERS, hatched
from glacis.report.palette import LAMP, PRINT, SHEET
from glacis.report.pdf import report_pdf
from glacis.report.plan import plan_scene
from glacis.report.plan_spots import Spot
from glacis.report.scene import Line, Patch, Scene, Text, runs, shorten, spread, text_width, wrapped
from glacis.report.section import SectionStyle, lay_out, section_scene
from support import analyser, climate, demo, roof_project

RESULTS = analyser().analyse(demo())
ROOFS = [item.roof for item in RESULTS.areas]
STYLE = SectionStyle(700, 480, temperature=True, live=True, threads=True)


def luminance(code: str) -> float:
    parts = [int(code[k : k + 2], 16) / 255 for k in (1, 3, 5)]
    lin = [p / 12.92 if p <= 0.03928 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
    return 0.2126 * lin[0] + 0.7152 * lin[1] + 0.0722 * lin[2]


def contrast(first: str, second: str) -> float:
    high, low = sorted((luminance(first), luminance(second)), reverse=True)
    return (high + 0.05) / (low + 0.05)


@pytest.mark.parametrize("palette", [SHEET, LAMP, PRINT], ids=["sheet", "lamp", "print"])
@pytest.mark.parametrize("ground", ["paper", "bench"])
@pytest.mark.parametrize("ink", ["ink", "second", "stop", "mind", "note", "accent", "cold"])
def test_text_can_be_read_on_its_ground(palette, ground, ink):
    assert contrast(palette[ink], palette[ground]) >= 4.5


def test_every_role_is_in_every_palette():
    assert set(SHEET) == set(LAMP) == set(PRINT)


@pytest.mark.parametrize("roof", ROOFS, ids=lambda roof: roof.area.id)
def test_layers_are_drawn_to_scale_and_touch(roof):
    layout = lay_out(roof, STYLE)
    for band in layout.bands:
        if band.true:
            drawn = (band.bottom - band.top) / (POINTS_PER_METRE / layout.scale)
            assert drawn == pytest.approx(band.layer.thickness, rel=1e-9)
    for lower, upper in zip(layout.bands, layout.bands[1:], strict=False):
        assert lower.top == pytest.approx(upper.bottom)
    assert layout.top >= 30
    assert layout.bottom <= STYLE.height - 40


@pytest.mark.parametrize("count", [1, 12, 24])
def test_labels_never_overlap_even_on_the_most_layered_roof(count):
    layers = tuple(
        SolidLayer(id=f"s{k}", material="gypsum-board", thickness=0.0125)
        if k % 2
        else MembraneLayer(id=f"m{k}", material="retarder-fixed-2")
        for k in range(count)
    )
    results = analyser().analyse(roof_project(*layers))
    roof = results.of("a").roof
    scene = section_scene(roof, results.detail("a"), STYLE)
    x = lay_out(roof, STYLE).right + 40
    lines = sorted(i.y for i in scene.items if isinstance(i, Text) and i.x == x)
    assert all(b - a >= 11.9 for a, b in zip(lines, lines[1:], strict=False))


def all_scenes(system: System) -> list[Scene]:
    found = []
    for result in RESULTS.areas:
        roof, detail = result.roof, RESULTS.detail(result.roof.area.id)
        lines = RESULTS.value(VAPOUR_LINES, roof.area.id)
        style = replace(STYLE, system=system, vapour=lines[0])
        found.append(section_scene(roof, detail, style))
        found.append(staircase_scene(roof, detail, 700, 480, system))
        found.append(water_scene(roof, detail, (700, 300), system, 3))
        found.append(pressures_scene(roof, lines[1], 1, (360, 220), system))
        found.extend(surface_scene(roof, width, 220, 1) for width in (260, 360))
        found.append(methods_scene(roof, 700, 420, system))
        returns = returns_of(roof)
        if returns is not None:
            found.append(returns_scene(roof, returns, 700, 420, system))
        columns = tuple(
            Column(f"c{k}", "A variant with a rather long name", result, detail) for k in range(4)
        )
        found.append(compare_scene(columns, "c1", 730, 590, system))
    site = demo().site.climate
    found.append(climate_scene(site, (("Rooms", site.humidity),), 740, 460, system))
    found.append(
        plan_scene(demo(), "laboratory", (Spot("laboratory", (34.0, 3.0), "stop"),), 220, 130)
    )
    return found


@pytest.mark.parametrize("system", ["si", "us"])
def test_nothing_is_drawn_beyond_its_sheet(system):
    for scene in all_scenes(system):
        for item in scene.items:
            if isinstance(item, Text):
                width = text_width(item.text, item.size)
                left = item.x - {"start": 0, "middle": width / 2, "end": width}[item.anchor]
                assert left >= -2, item
                assert left + width <= scene.width + 14, item
                assert 0 <= item.y <= scene.height + 1, item
                assert item.size >= 12
            else:
                assert all(-8 <= x <= scene.width + 8 for x in item.points[0::2]), item
                assert all(-12 <= y <= scene.height + 8 for y in item.points[1::2]), item


def test_no_mark_of_a_month_lies_over_the_limit_of_the_water():
    result = RESULTS.of("laboratory")
    for month in range(12):
        items = water_scene(
            result.roof, RESULTS.detail("laboratory"), (700, 300), "si", month
        ).items
        said = next(k for k, i in enumerate(items) if isinstance(i, Text) and "limit" in i.text)
        limit = items[said]
        assert isinstance(limit, Text)
        for item in items[said:]:
            if isinstance(item, Patch):
                assert min(item.points[1::2]) > limit.y or min(item.points[::2]) > limit.x


@pytest.mark.parametrize("system", ["si", "us"])
def test_the_scale_of_a_narrow_section_stands_below_its_temperatures(system):
    for result in RESULTS.areas:
        detail = RESULTS.detail(result.roof.area.id)
        style = replace(
            STYLE, width=220.0, height=360.0, system=system, labels="thickness", scale=None,
            temperature=True,
        )  # fmt: skip
        words = [i for i in section_scene(result.roof, detail, style).items if isinstance(i, Text)]
        scale = max(words, key=lambda text: text.y)
        assert all(text.y <= scale.y - 12 for text in words if text is not scale), (
            result.roof.area.id
        )


def test_every_colour_used_is_a_role():
    for scene in all_scenes("si"):
        for item in scene.items:
            roles = [item.ink] if not isinstance(item, Patch) else [item.fill, item.ink]
            assert all(role in SHEET for role in roles if role)


@given(
    st.sampled_from(sorted(DRAWERS)),
    st.floats(0, 500),
    st.floats(0, 500),
    st.floats(2, 300),
    st.floats(2, 300),
)
@settings(max_examples=60, deadline=None)
def test_hatches_stay_inside_their_layer_and_repeat(kind, x, y, width, height):
    area = (x, y, x + width, y + height)
    items = list(hatched(kind, area))
    assert items == list(hatched(kind, area))
    for item in items:
        if isinstance(item, (Line, Patch)):
            assert all(area[0] - 4 <= px <= area[2] + 4 for px in item.points[0::2])
            assert all(area[1] - 4 <= py <= area[3] + 4 for py in item.points[1::2])


@given(st.lists(st.floats(0, 400), min_size=1, max_size=20), st.floats(5, 40))
def test_spread_labels_keep_order_and_distance(centres, gap):
    centres.sort()
    placed = spread(list(centres), gap, 0.0, 400.0)
    tight = min(gap, 400.0 / max(1, len(centres) - 1))
    assert all(b - a >= tight - 1e-6 for a, b in zip(placed, placed[1:], strict=False))
    assert placed[0] >= -1e-6
    assert placed[-1] <= 400 + 1e-6


@given(st.floats(1e-3, 1e5))
def test_axis_steps_are_round_and_cover(value):
    assert nice_top(value) >= value * (1 - 1e-9)
    marks = ticks(0.0, value)
    assert 2 <= len(marks) <= 8
    assert nice_step(value) > 0


def test_symbols_get_real_subscripts_and_file_names_do_not():
    assert runs("s_d 10 m") == [("s", False), ("d", True), (" 10 m", False)]
    assert runs("my_roof.glacis") == [("my_roof.glacis", False)]
    assert ("Rsi,min", True) in runs("f_Rsi,min")
    assert shorten("A very long name of a layer", 60, 12).endswith("…")


def test_the_year_in_words():
    words = {roof.area.id: verdict_words(roof, "si") for roof in ROOFS}
    assert words["hall-south"] == "No water gathers inside the roof in any month."
    assert "stays, then" in words["laboratory"]
    assert "more a year" in words["laboratory"]
    assert "Dry in " in words["corridor"]


def pdf_text(content: bytes) -> str:
    return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(content)).pages)


def test_the_report_tells_all_and_unresolved_findings_first():
    content = report_pdf(RESULTS)
    text = pdf_text(content)
    assert content == report_pdf(RESULTS)
    first = text[: text.index("Headline results")]
    assert "Unresolved findings" in first
    assert "Seawater tanks is a wet room" in first
    for words in (
        "Basis of design", "Decisions on record", "A. Merrow", "Cautions", "Assumptions",
        "Wet laboratory", "Working: Thermal transmittance", "ISO 6946:2017", "ISO 13788:2012",
        "Local codes",
    ):  # fmt: skip
        assert words in text.replace("\n", " "), words
    assert f"{RESULTS.mean_transmittance:.3f}" in text


def test_the_report_gathers_areas_that_are_alike():
    # Two slopes of the hall are set out, each in its own way; the other six are told together.
    assert [len(group) for group in alike(RESULTS)] == [1, 1, 6, 1, 1, 1]


def test_the_report_speaks_us_units_on_letter_paper():
    project = replace(demo(), units="us")
    content = report_pdf(analyser().analyse(project))
    assert "Btu" in pdf_text(content)
    assert float(PdfReader(io.BytesIO(content)).pages[0].mediabox.width) == 612


def test_the_report_survives_an_empty_project_and_hostile_names():
    empty = replace(demo(), areas=(), log=Log())
    assert "None: the rules find nothing" in pdf_text(report_pdf(analyser().analyse(empty)))
    odd = replace(demo(), name="<b>& Sons</i> {0}", note="x")
    assert "<b>& Sons</i> {0}" in pdf_text(report_pdf(analyser().analyse(odd)))


def test_the_report_can_be_stopped():
    def stop(share: float, _words: str) -> None:
        if share > 0.3:
            raise InterruptedError

    with pytest.raises(InterruptedError):
        report_pdf(RESULTS, stop)


def test_the_next_board_is_priced_in_words():
    roof = ROOFS[0]
    present = returns_of(roof)
    assert present is not None
    words = next_words(present, "si")
    assert "20" in words
    assert "kWh/(m²·a)" in words
    assert "years by price" in words
    dear = replace(roof, targets=replace(roof.targets, heat_price=0.0))
    priceless = returns_of(dear)
    assert priceless is not None
    assert "never by price" in next_words(priceless, "us")


def test_differences_are_told_against_what_is_built():
    named = {item.roof.area.id: item for item in analyser().analyse(demo()).areas}
    first, second = named["hall-east"], named["laboratory"]
    columns = (
        Column("", "Built", first, RESULTS.detail("hall-east")),
        Column("v", "Other", second, RESULTS.detail("laboratory")),
    )
    words = [
        i.text for i in compare_scene(columns, "v", 730, 590, "si").items if isinstance(i, Text)
    ]
    u_old, u_new = (round(x.roof.transmittance, 3) for x in (first, second))
    assert f"{u_old:.3f}" in words
    assert f"{u_new:.3f}" in words
    assert any(w.startswith(("+", "−")) and f"{abs(u_new - u_old):.3f}" in w for w in words)
    assert any("stop" in w for w in words)


def test_long_titles_take_two_lines_and_then_an_ellipsis():
    assert wrapped("Short", 200, 13) == ("Short",)
    two = wrapped("Breather below the over-rafter boards", 120, 13)
    assert len(two) == 2
    assert " ".join(two).startswith("Breather below")
    assert wrapped("Unbreakablenameofgreatlength", 60, 13)[-1].endswith("…")


def test_a_webbed_member_is_drawn_as_two_flanges_and_a_web():
    framing = Framing(material="softwood-dense", width=0.06, spacing=0.6, web=0.01, flange=0.045)
    fill = SolidLayer(id="f", material="cellulose-dense", thickness=0.3, framing=framing)
    results = analyser().analyse(roof_project(fill))
    roof = results.of("a").roof
    scene = section_scene(roof, results.detail("a"), STYLE)
    metre = lay_out(roof, STYLE).metre
    boxes = [
        item for item in scene.items
        if isinstance(item, Patch) and item.ink == "ink" and not item.fill and len(item.points) == 8
    ]  # fmt: skip
    widths = sorted({round(abs(b.points[2] - b.points[0]) / metre, 3) for b in boxes})
    assert 0.01 in widths
    assert 0.06 in widths


def test_the_threads_name_a_gap_and_touch_what_does_the_job():
    bare = analyser().analyse(
        roof_project(SolidLayer(id="w", material="stone-wool-batt", thickness=0.2))
    )
    scene = section_scene(bare.of("a").roof, bare.detail("a"), STYLE)
    words = [item.text for item in scene.items if isinstance(item, Text)]
    assert words.count("none") == 3
    assert {"water", "air", "vapour", "thermal"} <= set(words)
    spots = [hot for hot in scene.hot if hot.hint.startswith("thermal: ")]
    assert spots[0].id == "w"


def test_the_report_tells_approach_control_layers_and_decisions():
    project = demo()
    finding = next(f for f in analyser().analyse(project).findings if f.rule == "heat.target")
    decision = Decision(id="", subject="Accepted: target", who="R. Vane", role="designer",
                        date="2026-05-04", reason="Owner wants the ceiling kept")  # fmt: skip
    project = accept(project, finding, decision)
    text = "\n".join(
        page.extract_text()
        for page in PdfReader(io.BytesIO(report_pdf(analyser().analyse(project)))).pages
    )
    assert "Approach: Warm deck" in text
    assert "Control layers: water" in text
    assert "Owner wants the ceiling kept" in text
    assert "no longer fits" not in text
    changed = set_thickness(project, finding_assembly(project, finding), "between", 0.10)
    later = "\n".join(
        page.extract_text()
        for page in PdfReader(io.BytesIO(report_pdf(analyser().analyse(changed)))).pages
    )
    assert "no longer fits" in later


def finding_assembly(project, finding):
    return next(area.assembly for area in project.areas if area.id == finding.area)


@pytest.mark.parametrize("outside", [-15.0, 35.0])
def test_temperatures_stand_within_the_section_whichever_side_is_warm(outside):
    weather = replace(climate((outside,) * 12), design_winter=outside)
    results = analyser().analyse(
        roof_project(
            SolidLayer(id="d", material="plywood", thickness=0.02),
            SolidLayer(id="e", material="eps-white", thickness=0.2),
            MembraneLayer(id="m", material="epdm-sheet"), weather=weather,
        )
    )  # fmt: skip
    item = results.areas[0]
    style = SectionStyle(230, 460, labels="thickness", temperature=True)
    scene = section_scene(item.roof, results.value(DETAIL, "a"), style)
    said = [text for text in scene.items if isinstance(text, Text) and "°C" in text.text]
    assert len(said) == 2
    for text in said:
        wide = text_width(text.text, text.size)
        left = text.x - {"start": 0.0, "middle": wide / 2, "end": wide}[text.anchor]
        assert left >= 0
        assert left + wide <= scene.width


def test_falls_stand_in_the_report_and_go_out_as_drawings():
    from glacis.report.chapters.falls import OFFER

    by_id = {export.id: export for export in OFFER.exports}
    drawn = by_id["falls"].make(RESULTS).decode()
    assert "Wet laboratory: tapered boards" in drawn
    assert "West outlet" in drawn
    assert by_id["boards"].make(RESULTS).decode().startswith("area,layer,mark,board")
    section = OFFER.sections[0].make(RESULTS, "laboratory")["falls"]
    assert section["scheme"] == "four-way"
    assert section["rain_test"] is None
    assert sum(o["catchment_m2"] for o in section["outlets"]) == pytest.approx(190.08)
    assert section["blocked"]["max_kg_m2"] == pytest.approx(1000 * section["blocked"]["depth_m"])
    assert sum(kind["count"] for kind in section["boards"]) > 100
    assert OFFER.sections[0].make(RESULTS, "bunkhouse") == {"falls": None}
    assert OFFER.sections[0].make(RESULTS, "corridor")["falls"]["scheme"] == "one-way"
