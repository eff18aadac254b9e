# SPDX-License-Identifier: GPL-3.0-or-later
"""The order of work as it is handed on: tables, calendar, day sheets, results, words that stay inside drawings."""

import csv
import io
from datetime import date

import pytest
from msgspec.structs import replace
from pypdf import PdfReader

from core.low_roof import twelve
from glacis.core.graph.part import WHOLE
from glacis.core.model.days import day_text
from glacis.core.model.order import Move, Order
from glacis.core.order.bays import bays_of
from glacis.core.order.parts import PLAN
from glacis.core.order.tonight import closed_tonight
from glacis.core.order.weather import Finish
from glacis.demo.shipped import shipped_demo
from glacis.report.chapters.order.chapter import blocks, reads
from glacis.report.chapters.order.files import calendar, day_sheets, links, tasks
from glacis.report.charts.order_clocks import ClocksView, TonightView, clocks_scene, tonight_scene
from glacis.report.charts.order_finish import FinishView, finish_scene
from glacis.report.charts.order_growth import grown_at, growth_scene
from glacis.report.charts.order_timeline import TimelineView, fitting, timeline_scene
from glacis.report.results import results_json
from glacis.report.scene import Text
from report.drawn import outside
from support import analyser, demo

SIZES = [(738.0, 518.0), (558.0, 340.0)]


@pytest.fixture(scope="module")
def results():
    return analyser().analyse(demo())


@pytest.fixture(scope="module")
def plan(results):
    return results.value(PLAN, WHOLE)


def rows(data: bytes) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(data.decode())))


def test_tables_and_results_tell_the_same_order(results, plan):
    listed, tied = rows(tasks(results)), rows(links(results))
    told = results_json(results)
    assert [row["id"] for row in listed] == [task["id"] for task in told["tasks"]]
    assert len(tied) == len(told["links"]) == len(plan.links)
    assert all(row["reason"] for row in tied)
    dates = [date.fromisoformat(row["start"]) for row in listed]
    assert min(dates) == date(2027, 4, 5)
    assert all(day.weekday() < 5 for day in dates)
    by_id = {row["id"]: row for row in listed}
    for row in tied:
        if row["kind"] == "fs":
            first, second = by_id[row["before"]], by_id[row["after"]]
            assert (
                float(first["start_day"]) + float(first["days"])
                <= float(second["start_day"]) + 2e-3
            )
    assert told["order"]["workdays"] == pytest.approx(plan.network.length)
    broken = [clock for clock in told["clocks"] if clock["broken"]]
    assert [clock["task"] for clock in broken] == ["laboratory/retarder"]


def test_hold_points_and_last_days_stand_in_a_calendar_that_others_read(results, plan):
    text = calendar(results).decode()
    assert all(len(line.encode()) <= 75 for line in text.split("\r\n"))
    unfolded = text.replace("\r\n ", "")
    holds = [task for task in plan.tasks if task.hold]
    assert unfolded.count("SUMMARY:Hold point") == len(holds)
    assert unfolded.count("SUMMARY:Last day to cover") == len(plan.clocks)
    begun = plan.calendar.date(plan.network.earliest[plan.at("laboratory/air-test")])
    event = unfolded.split("UID:hold/laboratory/air-test@glacis")[1].split("END:VEVENT")[0]
    assert f"DTSTART;VALUE=DATE:{day_text(begun).replace('-', '')}" in event
    undated = analyser().analyse(replace(demo(), order=Order()))
    assert "BEGIN:VEVENT" not in calendar(undated).decode()


def test_every_day_of_work_has_its_sheet_with_cautions(results, plan):
    pages = [page.extract_text() for page in PdfReader(io.BytesIO(day_sheets(results))).pages]
    words = " ".join(" ".join(pages).split())
    assert "Fall protection, nets and edge protection" in words
    assert "Permit for hot work" in words
    starts = {plan.calendar.date(at) for at in plan.crews}
    assert len(pages) >= len(starts)
    for day in starts:
        assert day_text(day) in words


def test_the_chapter_tells_moves_that_no_longer_fit():
    ghost = replace(
        twelve(), order=Order(begins="2027-04-05", moves=(Move(before="a/sheet", after="nobody"),))
    )
    said = str(blocks(reads(analyser().analyse(ghost).reader, "")))
    assert "nobody" in said
    assert "nobody" not in str(blocks(reads(analyser().analyse(twelve()).reader, "")))


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("system", ["si", "us"])
@pytest.mark.parametrize("name", ["tern-point", "sallow-creek"])
def test_words_stay_inside_their_drawings(name, system, size):
    project = shipped_demo(name)
    results = analyser().analyse(project)
    plan = results.value(PLAN, WHOLE)
    names = {area.id: area.name for area in project.areas}
    area = project.areas[0]
    tonight = project.order.tonight
    finish = Finish(plan.network.length, 30.0, 33.0, 36.0, 38.0, 0.1, 1000, 1, True, (0.5,) * 12)
    closed = closed_tonight(tonight, [8.0, 20.0, 10.0])
    scenes = [
        timeline_scene(TimelineView(plan, (), names, system), size),
        timeline_scene(TimelineView(plan, (), names, system, plan.tasks[-1].id, crews=True), size),
        clocks_scene(ClocksView(plan, names, system), size),
        finish_scene(FinishView(finish, plan.calendar), size),
        tonight_scene(
            TonightView(area, closed, bays_of(area, tonight.width, closed.advance), system), size
        ),
    ]
    roof = results.areas[0].roof
    for at in (0.0, 3.25, plan.network.length):
        view = grown_at(project, roof, plan, plan.network.earliest, at, system)
        scenes.append(growth_scene(view, size))
    for scene in scenes:
        assert any(isinstance(item, Text) for item in scene.items)
        assert not outside(scene)


def test_a_list_that_was_scrolled_fills_a_taller_sheet(plan):
    def rows_of(height: float) -> list[str]:
        scene = timeline_scene(
            TimelineView(plan, (), {}, "si", first=len(plan.tasks)), (738.0, height)
        )
        return [spot.id for spot in scene.hot]

    assert len(rows_of(340.0)) == fitting(340.0)
    assert len(rows_of(518.0)) == fitting(518.0)
    assert rows_of(518.0)[-1] == plan.tasks[-1].id


def test_tasks_that_wait_in_a_circle_are_drawn_as_such():
    project = twelve()
    low = analyser().analyse(project).value(PLAN, WHOLE)
    stuck = replace(low, network=None, circle=("a/sheet", "a/deck"))
    scene = timeline_scene(TimelineView(stuck, (), {}, "si"), SIZES[0])
    words = " ".join(item.text for item in scene.items if isinstance(item, Text))
    assert "polyolefin" in words.lower() or "a/sheet" in words
