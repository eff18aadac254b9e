# SPDX-License-Identifier: GPL-3.0-or-later
"""Set-out as it is drawn, told in the report and handed on as JSON."""

import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from core.set_outs import METAL, SLATE, TILE, hipped, laid, lit, long_row, plane, rigged, seen_from
from glacis.core.set_out.laid_out import laid_out
from glacis.core.set_out.parts import SET_OUT
from glacis.core.units.quantities import INCH
from glacis.demo.shipped import shipped_demo
from glacis.report.blocks import Grid, Picture, Words
from glacis.report.chapters.set_out import OFFER
from glacis.report.charts.set_out_eaves import bands_of, eaves_scene
from glacis.report.charts.set_out_panels import panels_scene
from glacis.report.charts.set_out_plane import PlaneView, plane_scene, sheet_of
from glacis.report.charts.set_out_timber import outriggers_scene
from glacis.report.charts.story_pole import story_pole_scene
from glacis.report.results import results_json
from glacis.report.scene import Line, Patch, Scene, Text, text_width
from support import analyser, demo

SIZE = (740.0, 480.0)
CHAPTER = OFFER.chapters[0].part


def found_in(project, area="a"):
    return analyser().analyse(project).value(SET_OUT, area)


def words_of(scene: Scene) -> list[str]:
    return [item.text for item in scene.items if isinstance(item, Text)]


def area_of(project, name):
    told = results_json(analyser().analyse(project))
    json.dumps(told)
    return next(item for item in told["areas"] if item["id"] == name)


def test_results_tell_courses_pieces_and_members_of_the_hall():
    told = area_of(demo(), "hall-south")
    courses = told["set_out"]["courses"]
    # 6 m in plan at 42° are 8.0738 m of slope, 50 mm of overhang 0.0673 m: 41 courses at 200 mm at most.
    assert [courses[0]["note"], courses[-1]["note"], len(courses)] == ["first", "top", 41]
    assert courses[0]["gauge_m"] is None
    assert {round(course["gauge_m"], 4) for course in courses[1:]} == {round(8.14107 / 41, 4)}
    assert courses[1]["s_m"] - courses[0]["s_m"] == pytest.approx(courses[1]["gauge_m"])
    assert told["set_out"]["pieces"]["tiles"] is None
    assert told["set_out"]["pieces"]["slates"]["whole"] > 2500
    assert told["set_out"]["grid"] == {"first_m": 0.04, "spacing_m": 0.6, "members": 41}
    assert told["eaves_section"]["birdsmouth_share"] == pytest.approx(
        0.07 * 0.900404 / (0.16 / 0.743145), rel=1e-5
    )
    assert told["panels"] is None
    assert area_of(demo(), "bunkhouse")["set_out"] is None


def test_results_tell_the_row_of_panels_of_the_barn():
    told = area_of(shipped_demo("sallow-creek"), "barn-south")
    row = told["panels"]
    assert row["count"] == 15
    assert row["growth_m"] == pytest.approx([1.5 / 8 * INCH, 0.75 / 8 * INCH])
    assert row["run_m"] == pytest.approx(
        [(720 + 14 * 1.5 / 8) * INCH, (720 + 14 * 0.75 / 8) * INCH]
    )
    assert row["skew"] == pytest.approx(-0.75 / 252)
    assert row["recut_m"] == pytest.approx(
        [(48 - 14 * 1.5 / 8) * INCH, (48 - 14 * 0.75 / 8) * INCH]
    )
    sheets = told["set_out"]["pieces"]["sheets"]
    assert sum(item["count"] for item in sheets) == 21


def test_the_chapter_draws_the_plane_lists_it_and_warns():
    results = analyser().analyse(demo())
    blocks = results.value(CHAPTER, "hall-south")
    words = [block.text for block in blocks if isinstance(block, Words)]
    assert words[0] == "Set-out"
    assert "fall protection" in words[-1]
    assert sum(isinstance(block, Picture) for block in blocks) == 2
    tables = [block for block in blocks if isinstance(block, Grid)]
    assert len(tables[0].rows) == 42
    assert results.value(CHAPTER, "bunkhouse") == ()
    barn = analyser().analyse(shipped_demo("sallow-creek")).value(CHAPTER, "barn-south")
    assert any("cans" in block.text for block in barn if isinstance(block, Words))
    rig = analyser().analyse(rigged()).value(CHAPTER, "a")
    assert sum(isinstance(block, Picture) for block in rig) == 2


@settings(max_examples=30, deadline=None)
@given(
    st.floats(4.0, 40.0), st.floats(2.0, 12.0), st.floats(0.0, 0.9), st.sampled_from(("si", "us")),
    st.sampled_from(("tile-interlocking", "slate-500-250", "sheet-rib", "shingle-strip")), st.booleans(),
)  # fmt: skip
def test_every_plane_fits_its_drawing_and_its_figures_stand_apart(
    wide, deep, cut, system, product, turned
):
    inset = cut * wide / 2
    area = plane((0, 0), (wide, 0), (wide - inset, deep), (inset, deep))
    found = laid_out(seen_from(product, area, mirrored=turned))
    scene = plane_scene(PlaneView(found, {}, system), SIZE)
    sheet = sheet_of(found, SIZE)
    assert 0 <= sheet.x(found.plane.left) < sheet.x(found.plane.right) <= SIZE[0]
    assert 0 <= sheet.y(found.plane.slope) < sheet.y(0.0) <= SIZE[1]
    labels = [item for item in scene.items if isinstance(item, Text)]
    for text in labels:
        width = text_width(text.text, text.size)
        left = text.x - {"start": 0.0, "middle": width / 2, "end": width}[text.anchor]
        assert left >= -1, text.text
        assert left + width <= SIZE[0] + 1, text.text
    at_left = sorted(text.y for text in labels if text.anchor == "end")
    assert all(after - before >= 11 for before, after in zip(at_left, at_left[1:], strict=False))
    flag = next(hot for hot in scene.hot if hot.kind == "datum")
    middle = (flag.box[0] + flag.box[2]) / 2
    assert (middle > SIZE[0] / 2) == turned


def test_what_reaches_over_a_hip_is_not_seen_and_slivers_are_marked():
    found = found_in(hipped(TILE))
    scene = plane_scene(PlaneView(found, {}, "si"), SIZE)
    patches = [item for item in scene.items if isinstance(item, Patch)]
    mask = next(k for k, item in enumerate(patches) if item.fill == "bench")
    assert mask > max(k for k, item in enumerate(patches) if item.fill.startswith("copper"))
    stops = [item for item in scene.items if isinstance(item, Line) and item.ink == "stop"]
    assert len(stops) == len(found.covered.slivers) > 0


def test_a_window_tells_how_it_sits():
    view = PlaneView(found_in(lit(laid(TILE), (5.0, 2.6))), {"w": "Window"}, "si")
    scene = plane_scene(view, SIZE)
    hint = next(hot.hint for hot in scene.hot if hot.kind == "window")
    assert "half a course lies under it" in hint
    assert "Window" in words_of(scene)
    bare = plane_scene(
        PlaneView(found_in(lit(laid(METAL), (5.0, 2.6))), {"w": "Window"}, "si"), SIZE
    )
    assert "course" not in next(hot.hint for hot in bare.hot if hot.kind == "window")


def test_panels_outriggers_eaves_and_pole_say_their_figures():
    row = found_in(long_row(0.02)).panelled
    said = words_of(panels_scene(row, SIZE, "si"))
    assert "20.0\u2009mm over" in said
    assert "recut to 1088\u2009mm" in said
    plain = words_of(panels_scene(found_in(long_row(0.0)).panelled, SIZE, "si"))
    assert not any("recut" in words for words in plain)
    lifted = found_in(rigged())
    assert any("hold down" in words for words in words_of(outriggers_scene(lifted, SIZE, "si")))
    hall = found_in(demo(), "hall-south")
    bands = bands_of(hall)
    assert [band.name for band in bands] == [
        "rafter",
        "board",
        "counter-batten",
        "batten",
        "covering",
    ]
    assert all(a.high == b.low for a, b in zip(bands, bands[1:], strict=False))
    told = words_of(eaves_scene(hall, SIZE, "si"))
    assert "rafter 160\u2009mm, plumb 215\u2009mm" in told
    pole = words_of(story_pole_scene(found_in(laid(SLATE)).covered, (330.0, 1040.0), "si"))
    assert any(words.endswith("top") for words in pole)
