# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions as they are handed on: drawings, details, links, sections, results."""

import csv
import io
from itertools import combinations
from xml.etree import ElementTree as ET

import pytest
from ezdxf.filemanagement import readfile
from msgspec.structs import replace
from pypdf import PdfReader

from core.junction_roofs import EDGE, drawn, on
from glacis.core.graph.part import WHOLE
from glacis.core.junctions.edge_parts import EDGES, SECTION
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.pieces import KINDS
from glacis.report.chapters.junctions.chapter import details_of
from glacis.report.chapters.junctions.files import details, drawing, links, pictures
from glacis.report.charts.junction_lines import LinesView, lines_scene
from glacis.report.charts.junction_matrix import HEAD, ROW, MatrixView, matrix_scene
from glacis.report.charts.junction_names import reach
from glacis.report.charts.junction_section import SectionDrawing, section_scene
from glacis.report.clipping import clipped_patch, clipped_stroke
from glacis.report.results import results_json
from glacis.report.scene import Line, Patch, Text
from support import analyser, demo


@pytest.fixture(scope="module")
def results():
    made = analyser().analyse(demo())
    made.reader.finish(EDGES, WHOLE)
    return made


def test_results_tell_lines_gaps_and_what_edges_lose(results):
    found = results_json(results)
    by_id = {item["id"]: item for item in found["junctions"]}
    parapet = by_id["parapet:laboratory#1"]
    assert parapet["continuity"] == {
        "water": "whole",
        "air": "whole",
        "vapour": "whole",
        "thermal": "broken",
    }
    assert parapet["gap"] == ["thermal: roof insulation | wall insulation"]
    assert parapet["theta_min"] == pytest.approx(-6 + parapet["f_Rsi"] * 27)
    lap = by_id["overflow:laboratory/overflow-1"]["laps"][0]
    assert (lap["id"], lap["verdict"]) == ("lap.reverse-never", "stop")
    assert found["U_whole"] > found["U_mean"]
    assert {point["kind"] for point in found["points"]} == {"post", "outlet"}
    assert by_id["eaves-warm:hall-south#1"]["kind"] == "eaves"
    assert {item["form"] for item in found["junctions"]} <= set(KINDS)
    unsolved = results_json(analyser().analyse(demo()))
    assert unsolved["U_whole"] is None
    assert all(item["psi_e"] is None for item in unsolved["junctions"])


def test_each_detail_is_a_sheet_with_section_lines_and_links(results):
    pages = PdfReader(io.BytesIO(details(results))).pages
    assert len(pages) <= len(details_of(results.reader)) + 2
    text = pages[0].extract_text()
    assert "Parapet" in text
    assert "upstand strip" in text
    assert "f_Rsi".replace("_", "") in text.replace("_", "")
    assert "roof designer" in text


def test_links_are_steps_that_can_be_read_again(results):
    rows = list(csv.DictReader(io.StringIO(links(results).decode())))
    assert {row["control"] for row in rows} == {"water", "air", "vapour", "thermal"}
    mine = [
        row
        for row in rows
        if row["junction"] == "parapet:laboratory#1" and row["control"] == "water"
    ]
    assert [row["step"] for row in mine] == ["1", "2", "3", "4"]
    assert mine[0]["over"] == "to"
    assert any(row["verdict"] == "lap.reverse-never" for row in rows)
    odd = drawn(EDGE, on("roof sheet", how="=cmd()"))
    told = links(analyser().analyse(odd)).decode()
    assert "'=cmd()" in told


def test_sections_are_drawings_at_true_size_and_one_picture(results, tmp_path):
    path = tmp_path / "sections.dxf"
    path.write_bytes(drawing(results))
    read = readfile(path)
    layers = {entity.dxf.layer for entity in read.modelspace()}
    assert {"PIECES", "ISOTHERMS", "LINE-WATER", "LINE-THERMAL", "NAMES"} <= layers
    root = ET.fromstring(pictures(results))  # noqa: S314 - our own
    assert root.tag.endswith("svg")
    texts = [element.text or "" for element in root.iter() if element.tag.endswith("tspan")]
    assert any("parapet" in text for text in texts)


def test_every_section_of_the_demo_is_drawn_within_its_sheet(results):
    for found in results.value(JUNCTIONS):
        view = results.value(SECTION, found.piece.id)
        if view is None:
            continue
        for system in ("si", "us"):
            for size in ((540.0, 260.0), (740.0, 420.0)):
                scene = section_scene(SectionDrawing(view, found, system), size)
                for item in scene.items:
                    if isinstance(item, (Line, Patch)):
                        assert -1 <= min(item.points[::2]) <= max(item.points[::2]) <= size[0] + 1
                        assert -1 <= min(item.points[1::2]) <= max(item.points[1::2]) <= size[1] + 1
                names = {item.text for item in scene.items if isinstance(item, Text)}
                assert {"water", "thermal"} <= names
                assert not _covered(scene.items)


def _covered(items):
    """Temperatures of isotherms and other words that lie on each other."""
    texts = [item for item in items if isinstance(item, Text) and not item.angle]
    temperatures = [item for item in texts if item.ink in ("cold", "stop") and "°" in item.text]
    names = [item for item in temperatures if not item.text.startswith("f_")]
    return [
        (name.text, other.text)
        for name in names
        for other in texts
        if other is not name and _meet(reach(name), reach(other))
    ]


def _meet(a, b):
    return a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3]


def test_lines_show_joints_laps_and_gaps_in_words(results):
    post = next(x for x in results.value(JUNCTIONS) if x.piece.kind == "post")
    scene = lines_scene(LinesView(post, "si"), (740.0, 420.0))
    texts = [item.text for item in scene.items if isinstance(item, Text)]
    assert "gap" in texts
    assert "weld" in texts
    assert {hot.kind for hot in scene.hot} == {"element", "link", "gap"}


def test_a_drawing_is_cut_at_its_frame():
    square = [(-5.0, -5.0), (5.0, -5.0), (5.0, 5.0), (-5.0, 5.0)]
    assert sorted(clipped_patch(square, (0.0, 0.0, 10.0, 10.0))) == [
        (0.0, 0.0),
        (0.0, 5.0),
        (5.0, 0.0),
        (5.0, 5.0),
    ]
    assert clipped_patch(square, (6.0, 6.0, 9.0, 9.0)) == []
    line = [(-5.0, 1.0), (5.0, 1.0), (5.0, 20.0)]
    assert clipped_stroke(line, (0.0, 0.0, 10.0, 10.0)) == [[(0.0, 1.0), (5.0, 1.0), (5.0, 10.0)]]
    assert clipped_stroke([(-5.0, -1.0), (-1.0, -5.0)], (0.0, 0.0, 10.0, 10.0)) == []


def test_a_project_without_walls_says_why_there_is_no_section():
    bare = analyser().analyse(replace(demo(), walls=()))
    bare.reader.finish(EDGES, WHOLE)
    whys = {
        item["no_section"] for item in results_json(bare)["junctions"] if item["form"] == "parapet"
    }
    assert whys == {"state the wall that stands below or beside"}


@pytest.mark.parametrize("width", [558.0, 738.0])
@pytest.mark.parametrize("system", ["si", "us"])
def test_words_of_the_matrix_stand_clear_of_each_other(results, width, system):
    rows = tuple(detail.row for detail in details_of(results.reader))
    names = {area.id: area.name for area in demo().areas}
    scene = matrix_scene(MatrixView(rows, names, system), (width, HEAD + ROW * len(rows) + 20))
    texts = [item for item in scene.items if isinstance(item, Text)]
    assert sum(text.text.startswith("ψ") for text in texts) > 10
    met = [(a.text, b.text) for a, b in combinations(texts, 2) if _meet(reach(a), reach(b))]
    assert met == []
