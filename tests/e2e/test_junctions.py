# SPDX-License-Identifier: GPL-3.0-or-later
"""The Junctions bench driven as a designer drives it: break a line, mend it, turn a lap, wrap, add a pipe, undo."""

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from glacis.core.graph.part import Ready
from glacis.core.junctions.edge_parts import EDGES
from glacis.report.scene import Text
from glacis.ui.stages.junctions.bench import JunctionsBench

PARAPET, POST = "parapet:laboratory#1", "post:laboratory/lab-hoist"
OVERFLOW = "overflow:laboratory/overflow-1"


@pytest.fixture
def bench(window) -> JunctionsBench:
    window.desk.select_area("laboratory")
    window.show_stage("junctions")
    return window.bench("junctions", JunctionsBench)


def press(canvas, kind, identifier):
    found = next(h for h in canvas.scene.hot if (h.kind, h.id) == (kind, identifier))
    left, top, right, bottom = found.box
    QTest.mouseClick(
        canvas, Qt.MouseButton.LeftButton, pos=QPoint(int((left + right) / 2), int((top + bottom) / 2))
    )  # fmt: skip


def key(bench, code):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, code)


def written(bench):
    return [item.text for item in bench.canvas.scene.items if isinstance(item, Text)]


def solved(window, qtbot):
    qtbot.waitUntil(lambda: isinstance(window.desk.results.state(EDGES), Ready), timeout=120_000)


def test_the_worst_come_first_and_a_press_leads_to_the_lines(window, bench):
    rows = [spot.id for spot in bench.canvas.scene.hot]
    assert rows[0] == PARAPET
    assert "broken" in written(bench)
    press(bench.canvas, "junction", POST)
    assert bench.hand.junction == POST
    key(bench, Qt.Key.Key_Return)
    assert bench.view == "lines"
    assert "gap" in written(bench)


def test_a_line_is_broken_mended_and_all_is_undone(window, bench):
    before = window.desk.project
    bench.hand.choose("valley:hall-north+hall-porch-east#1")
    bench.show_view("lines")
    press(bench.canvas, "link", "3")
    assert bench.hand.link == 3
    key(bench, Qt.Key.Key_Delete)
    assert bench.hand.found.line("air").state == "broken"
    assert "gap" in written(bench)
    finding = next(
        f for f in window.desk.results.findings
        if f.rule == "junction.missing" and f.place.ids == ("valley:hall-north+hall-porch-east#1",)
    )  # fmt: skip
    remedy = next(r for r in window.desk.results.remedies(finding) if r.title.startswith("Join"))
    assert window.desk.act(remedy.title, remedy.change)
    assert bench.hand.found.line("air").state == "whole"
    window.desk.store.undo()
    assert bench.links.mended.isVisible()
    bench.links.mended.click()
    assert bench.hand.found.line("air").state == "whole"
    for _ in range(2):
        window.desk.store.undo()
    assert window.desk.project == before


def test_the_reversed_lap_lets_a_drop_in_until_it_is_turned(window, bench):
    said = []
    bench.said.connect(lambda words, bad: said.append((words, bad)))
    bench.hand.choose(OVERFLOW)
    bench.show_view("lines")
    key(bench, Qt.Key.Key_D)
    assert said[-1] == (
        "The drop runs off over every lap",
        False,
    )  # its flange is welded over the sheet
    bench.hand.choose_link(0)
    bench.links.joint.setCurrentIndex(bench.links.joint.findData("sealant"))
    bench.links.joint.activated.emit(0)
    key(bench, Qt.Key.Key_D)
    assert said[-1] == ("The drop gets in between field sheet and scupper pan flange", True)
    assert any(f.rule == "lap.reverse-never" for f in window.desk.results.findings)
    bench.hand.choose_link(None)
    key(bench, Qt.Key.Key_Right)
    assert bench.hand.link == 0
    key(bench, Qt.Key.Key_T)
    assert not any(f.rule == "lap.reverse-never" for f in window.desk.results.findings)
    key(bench, Qt.Key.Key_D)
    assert said[-1] == ("The drop runs off over every lap", False)
    bench.shut_down()
    window.desk.store.undo()
    assert any(f.rule == "lap.reverse-never" for f in window.desk.results.findings)


def test_the_parapet_is_wrapped_by_the_slider_and_the_line_closes(window, bench, qtbot):
    before = window.desk.project
    bench.hand.choose(PARAPET)
    bench.show_view("section")
    solved(window, qtbot)
    bare = bench.hand.loss.solved
    assert any(
        f.rule == "edge.mould" and f.place.ids == (PARAPET,) for f in window.desk.results.findings
    )
    bench.sections.way.setCurrentIndex(1)
    bench.sections.way.activated.emit(1)
    assert "on a coarse grid (now" in bench.sections.told.text()
    bench.sections.slider.setValue(10)
    assert 0 < bench.sections.detail.insulation < 0.1
    bench.sections.slider.setValue(20)
    bench.sections.apply.click()
    assert bench.hand.detail.wrap == "both"
    assert bench.hand.found.line("thermal").state == "whole"
    solved(window, qtbot)
    wrapped = bench.hand.loss.solved
    assert wrapped.external < bare.external / 2
    assert wrapped.factor > bare.factor
    window.desk.store.undo()
    assert window.desk.project == before


def test_a_way_out_of_mould_is_tried_before_it_is_offered(window, bench, qtbot):
    solved(window, qtbot)
    finding = next(
        f
        for f in window.desk.results.findings
        if f.rule == "edge.mould" and f.place.ids == (PARAPET,)
    )
    titles = [remedy.title for remedy in window.desk.results.remedies(finding)]
    assert any("Wrap" in title for title in titles)
    remedy = next(r for r in window.desk.results.remedies(finding) if "Wrap" in r.title)
    assert window.desk.act(remedy.title, remedy.change)
    details = [
        item.detail
        for item in window.desk.project.junctions
        if item.id.startswith("parapet:laboratory")
    ]
    assert len(details) == 6
    assert all(detail is not None and detail.wrap == "both" for detail in details)
    whole = window.desk.results.whole_transmittance
    assert whole is None  # not worked out anew yet: never an old figure under a new roof


def test_a_pipe_is_added_by_hand_and_taken_out(window, bench):
    before = window.desk.project
    bench.open_adding()
    bench.adding.name.setText("Vent of the tanks")
    bench.adding.add.click()
    piece = window.desk.project.hand_pieces[0]
    assert bench.hand.junction == f"pipe:laboratory/{piece.id}"
    assert bench.view == "lines"
    assert bench.hand.found.worst == "whole"
    bench.adding.remove.click()
    assert window.desk.project.hand_pieces == ()
    window.desk.store.undo()
    window.desk.store.undo()
    assert window.desk.project == before


def test_a_wall_is_added_changed_and_taken_away(window, bench):
    before = window.desk.project
    bench.open_walls()
    panel = bench.walls
    panel.usual.setCurrentIndex(2)
    panel.add.click()
    assert len(window.desk.project.walls) == 2
    panel.more.click()
    assert window.desk.project.walls[1].layers[-1].name == "mineral wool"
    box = panel.layers.field(0, "name")
    box.setCurrentIndex(box.findData("brick"))
    box.activated.emit(box.currentIndex())
    first = window.desk.project.walls[1].layers[0]
    assert (first.part, first.conductivity) == ("structure", 0.6)
    panel.remove.click()
    for _ in range(4):
        window.desk.store.undo()
    assert window.desk.project == before


def test_a_question_is_answered_with_name_and_date(window, bench):
    bench.show_view("questions")
    view = bench.questions
    row = next(k for k in range(view.table.rowCount()) if "soaker" in view.table.item(k, 1).text())
    view.table.setCurrentCell(row, 0)
    view.answer.setText("Tray under the counterflashing, detail 14")
    view.who.setText("")
    view.keep.click()
    assert len(window.desk.project.answers) == 1
    view.who.setText("A. Merrow")
    view.keep.click()
    assert window.desk.project.answers[-1].answer.startswith("Tray under")
    view.go.click()
    assert bench.view == "lines"


def test_fields_of_a_link_are_stated_and_a_new_one_joined(window, bench):
    bench.hand.choose(POST)
    bench.show_view("lines")
    bench.hand.choose_link(0)
    strip = bench.links
    strip.trade.setCurrentIndex(strip.trade.findData("plumber"))
    strip.trade.activated.emit(strip.trade.currentIndex())
    assert bench.hand.found.links[0].trade == "plumber"
    strip.control.setCurrentIndex(strip.control.findData("air"))
    strip.start.setCurrentText("roof air layer")
    strip.end.setCurrentText("base plate")
    strip.join.click()
    assert bench.hand.found.line("air").state == "undrawn"
    strip.drawn_by.setCurrentIndex(strip.drawn_by.findData("roof designer"))
    strip.drawn_by.activated.emit(strip.drawn_by.currentIndex())
    assert bench.hand.found.line("air").state == "whole"
    strip.start.setCurrentText("x")
    strip.end.setCurrentText("x")
    before = window.desk.project
    strip.join.click()
    assert window.desk.project == before
    bench.usual_again()
    assert not bench.hand.found.stated


def test_a_finding_takes_the_bench_to_its_junction(window, bench):
    finding = next(f for f in window.desk.results.findings if f.rule == "junction.undrawn")
    window.desk.go_to(finding.place, finding.stage)
    assert bench.hand.junction == finding.place.ids[0]
    assert bench.view == "lines"
    for code, view in (
        (Qt.Key.Key_2, "plan"),
        (Qt.Key.Key_1, "matrix"),
        (Qt.Key.Key_5, "questions"),
    ):
        key(bench, code)
        assert bench.view == view


def test_a_project_without_areas_says_what_to_do(window, bench):
    from msgspec.structs import replace

    from glacis.core.model.document import Project

    bare = replace(Project(name="Bare", site=window.desk.project.site))
    window.desk.open_document(bare)
    assert any("No roof area yet" in words for words in written(bench))


def test_working_opens_for_the_junction_in_the_hand(window, bench, qtbot):
    bench.hand.choose(PARAPET)
    solved(window, qtbot)
    bench.show_working()
    panel = window._working_panel()
    assert panel.isVisible()
    assert panel.windowTitle() == "Working: Parapet"
    working, where = bench.working()
    assert where == "Wet laboratory"
    assert working.steps[0].symbol == "L_2D"


def test_a_contact_is_held_otherwise_with_a_reason(window, bench):
    before = window.desk.project
    bench.open_contacts()
    panel = bench.contacts
    assert panel.table.item(0, 3).text() == "a layer between"
    panel.value.setCurrentIndex(panel.value.findData("compatible"))
    panel.hold.click()
    assert window.desk.project == before  # no reason, no exception
    panel.reason.setText("maker's letter of 2026-03-01")
    panel.hold.click()
    assert panel.table.item(0, 3).text() == "may touch (own)"
    panel.back.click()
    assert window.desk.project == before


def test_a_detail_for_dry_climates_is_refused_on_the_coast(window, bench):
    bench.hand.choose(PARAPET)
    bench.show_view("lines")
    strip = bench.links
    strip.dry.setCurrentIndex(strip.dry.findData("render-cap"))
    strip.dry.activated.emit(strip.dry.currentIndex())
    found = [f for f in window.desk.results.findings if f.rule == "junction.dry-only"]
    assert [f.severity for f in found] == ["stop"]
    remedy = window.desk.results.remedies(found[0])[0]
    assert window.desk.act(remedy.title, remedy.change)
    assert not [f for f in window.desk.results.findings if f.rule == "junction.dry-only"]
    assert bench.hand.stated.dry == ""


def test_two_things_are_joined_by_dragging_one_onto_the_other(window, bench):
    before = window.desk.project
    bench.hand.choose(POST)
    bench.show_view("lines")
    spots = {spot.id: spot.box for spot in bench.canvas.scene.hot if spot.kind == "element"}

    def middle(name):
        left, top, right, bottom = spots[name]
        return QPoint(int((left + right) / 2), int((top + bottom) / 2))

    start, end = middle("air|roof air layer"), middle("air|base plate")
    QTest.mousePress(bench.canvas, Qt.MouseButton.LeftButton, pos=start)
    QTest.mouseMove(bench.canvas, end)
    QTest.mouseRelease(bench.canvas, Qt.MouseButton.LeftButton, pos=end)
    assert bench.hand.found.line("air").state == "undrawn"
    assert bench.hand.found.links[bench.hand.link].end == "base plate"
    window.desk.store.undo()
    assert window.desk.project == before
