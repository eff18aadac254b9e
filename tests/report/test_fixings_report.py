# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings as they are handed on: chapter, schedule, workbook, results; drawings whose words stand clear."""

import csv
import io

import pytest
from msgspec.structs import replace
from openpyxl import load_workbook

from core.fixed_roofs import FIXINGS_TRIPS
from glacis.core.fixings.parts import FIXED, SCHOOLS, wind_of
from glacis.core.fixings.walls import walls_of
from glacis.core.fixings.working import fixings_working
from glacis.core.heat.parts import THERMAL
from glacis.demo.shipped import shipped_demo
from glacis.report.chapters.fixings.chapter import FIXINGS_CHAPTER, REGISTER_CHAPTER
from glacis.report.chapters.fixings.files import pull_outs, register, schedule, workbook
from glacis.report.charts.fixing_chain import ChainView, chain_scene
from glacis.report.charts.fixing_length import LengthView, length_scene
from glacis.report.charts.fixing_pattern import PatternView, pattern_scene
from glacis.report.charts.fixing_schools import SchoolsView, schools_scene
from glacis.report.charts.fixing_tests import PullOutsView, height_of, pull_outs_scene
from glacis.report.charts.fixing_zones import ZonesView, zones_scene
from glacis.report.charts.junction_names import reach
from glacis.report.results import results_json
from glacis.report.scene import Text
from support import analyser, demo

SIZES = [(738.0, 478.0), (558.0, 320.0)]


@pytest.fixture(scope="module")
def results():
    return analyser().analyse(demo())


@pytest.fixture(scope="module")
def barn():
    return analyser().analyse(shipped_demo("sallow-creek"))


def inside(scene):
    """Words that leave the drawing."""
    level = [item for item in scene.items if isinstance(item, Text) and not item.angle]
    return [
        item.text
        for item in level
        if reach(item)[0] < -1
        or reach(item)[2] > scene.width + 1
        or reach(item)[3] > scene.height + 2
    ]


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("system", ["si", "us"])
def test_no_drawing_of_the_demos_lets_words_out_of_its_sheet(results, barn, size, system):
    for made, area in (
        (results, "laboratory"),
        (results, "hall-south"),
        (barn, "barn-south"),
        (barn, "lean-south"),
    ):
        fixed, layers = made.value(FIXED, area), made.value(THERMAL, area).layers
        stated = next(item for item in made.project.areas if item.id == area)
        wind = wind_of(made.reader, area)
        asce = made.project.wind.basis == "asce"
        scenes = [
            zones_scene(
                ZonesView(stated, wind, walls_of(made.reader, area), asce, system, 0), size
            ),
            chain_scene(ChainView(fixed, layers, system), size),
            schools_scene(SchoolsView(made.value(SCHOOLS, area), system), size),
        ]
        for placed in fixed.sets:
            scenes.append(pattern_scene(PatternView(stated, fixed, placed, system, 0), size))
            found = next((item for item in fixed.lengths if item.set == placed.set.id), None)
            if found is not None:
                scenes.append(length_scene(LengthView(fixed, placed, found, layers, system), size))
        assert [inside(scene) for scene in scenes] == [[]] * len(scenes)


def test_results_tell_zones_sets_chain_and_evidence(results):
    found = results_json(results)
    lab = next(item for item in found["areas"] if item["id"] == "laboratory")
    zones = lab["wind"]["zones"]
    assert lab["wind"]["basis"] == "en"
    assert sum(zone["area_m2"] for zone in zones) == pytest.approx(192.0, rel=1e-6)
    assert zones[0]["w_d_Pa"] == pytest.approx(1.5 * zones[0]["w_k_Pa"])
    placed = results.value(FIXED, "laboratory").sets[0]
    assert (
        sum(item["count"] for item in lab["fixing_sets"])
        == placed.count
        == len(placed.placed.points)
    )
    assert lab["chain"][0]["way"] == "Sheet screws"
    assert {item["id"] for item in found["evidence"]} == {"TA-114", "TA-208"}
    bare = results_json(analyser().analyse(replace(demo(), wind=type(demo().wind)(), fixings=())))
    assert next(item for item in bare["areas"] if item["id"] == "laboratory")["wind"] is None


def test_files_tell_what_is_placed_and_are_read_again(results):
    rows = list(csv.DictReader(io.StringIO(schedule(results).decode())))
    lab = [row for row in rows if row["area"] == "Wet laboratory"]
    assert sum(int(row["count"]) for row in lab) == results.value(FIXED, "laboratory").sets[0].count
    book = load_workbook(io.BytesIO(workbook(results)), read_only=True)
    assert book.sheetnames == ["Schedule", "Chain", "Bears", "Points"]
    points = sum(
        len(each.placed.points)
        for area in ("laboratory", "hall-south", "hall-north")
        for each in results.value(FIXED, area).sets
        if each.placed is not None
    )
    assert sum(1 for _ in book["Points"].iter_rows()) == points + 1
    assert len(pull_outs(results).splitlines()) == 6
    assert len(register(results).splitlines()) == 6


def test_the_chapter_carries_zones_patterns_lengths_register_and_cautions(results):
    words = " ".join(
        getattr(block, "text", "") for block in results.value(FIXINGS_CHAPTER, "laboratory")
    )
    assert "fall protection" in words
    assert "Sheet screws" in words
    assert "From the sheet to the frame" in words
    register_words = " ".join(
        getattr(block, "text", "") for block in results.value(REGISTER_CHAPTER)
    )
    assert (
        "TA-114 for Wet laboratory: screw site screw 5.0 in the place of deck screw 4.8."
        in register_words
    )
    steep = " ".join(
        getattr(block, "text", "") for block in results.value(FIXINGS_CHAPTER, "hall-south")
    )
    assert "Thrust down the slope" in steep
    assert "Coefficients unconfirmed" in steep


@pytest.mark.parametrize("rule", FIXINGS_TRIPS)
def test_a_report_and_results_can_be_made_of_every_faulty_roof(rule):
    made = analyser().analyse(FIXINGS_TRIPS[rule])
    assert made.value(FIXINGS_CHAPTER, "a") is not None
    results_json(made)
    assert fixings_working(
        made.project.wind, wind_of(made.reader, "a"), made.value(FIXED, "a")
    ).steps


def test_tests_on_a_line_keep_substrates_apart(results):
    scene = pull_outs_scene(
        PullOutsView(results.project.pull_outs, "si"), (738.0, height_of(results.project.pull_outs))
    )
    words = [item.text for item in scene.items if isinstance(item, Text)]
    assert "plywood deck" in words
    assert "R_d 699\u2009N, k 2.34" in words
