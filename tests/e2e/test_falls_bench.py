# SPDX-License-Identifier: GPL-3.0-or-later
"""The Falls bench driven by hand: outlets placed, dragged, blocked; schemes, figures, undo of it all."""

import pytest
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtTest import QTest

from e2e.conftest import drag, hot, middle, send
from glacis.core.falls.change import falls_in
from glacis.core.falls.found import Drained, Undrained
from glacis.core.shape.change import remove_opening
from glacis.report.scene import Patch, Text
from glacis.ui.stages.falls.bench import FallsBench

PLAIN = Qt.KeyboardModifier.NoModifier


@pytest.fixture
def bench(window) -> FallsBench:
    window.desk.session.judge_all()
    window.desk.select_area("laboratory")
    return window.bench("falls", FallsBench)


def words(canvas) -> str:
    assert canvas.scene is not None
    return "\n".join(i.text for i in canvas.scene.items if isinstance(i, Text))


def at(bench, x: float, y: float) -> QPointF:
    return QPointF(*bench._fit().point(x, y))


def press(bench, x: float, y: float) -> None:
    send(bench.canvas, QEvent.Type.MouseButtonPress, at(bench, x, y), PLAIN)
    send(bench.canvas, QEvent.Type.MouseButtonRelease, at(bench, x, y), PLAIN)


def found(window, area: str = "laboratory") -> Drained:
    drained = window.desk.results.of(area).roof.drained
    assert isinstance(drained, Drained)
    return drained


def test_dragging_an_outlet_reshapes_the_roof_in_one_step(window, bench):
    before, u_before = window.desk.project, window.desk.area.roof.transmittance
    start = middle(hot(bench.canvas, "outlet", "outlet-1"))
    send(bench.canvas, QEvent.Type.MouseButtonPress, start, PLAIN)
    scale = bench._fit().scale
    send(bench.canvas, QEvent.Type.MouseMove, start + QPointF(2 * scale, -3 * scale), PLAIN)
    assert "least fall 1:84.9" in bench.canvas._note[1].replace("\u2009", " ")
    send(
        bench.canvas, QEvent.Type.MouseButtonRelease, start + QPointF(2 * scale, -3 * scale), PLAIN
    )
    assert falls_in(window.desk.project, "laboratory").outlets[0].at == pytest.approx(
        (36.0, 9.0), abs=0.05
    )
    assert window.desk.area.roof.transmittance != u_before
    window.undo()
    assert window.desk.project == before


def test_an_outlet_does_not_leave_the_roof(window, bench):
    start = middle(hot(bench.canvas, "outlet", "outlet-1"))
    drag(bench.canvas, start, start + QPointF(0.0, 2000.0))
    assert falls_in(window.desk.project, "laboratory").outlets[0].at == (34.0, 6.0)


def test_placing_and_taking_out_by_pointer_and_keys(window, bench):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, Qt.Key.Key_O)
    assert bench.tools["outlet"].isChecked()
    press(bench, 32.0, 10.0)
    assert len(found(window).drains) == 3
    assert bench.hand.chosen == falls_in(window.desk.project, "laboratory").outlets[-1].id
    QTest.keyClick(bench.canvas, Qt.Key.Key_Right)
    assert falls_in(window.desk.project, "laboratory").outlets[-1].at == pytest.approx(
        (32.1, 10.0), abs=0.02
    )
    QTest.keyClick(bench.canvas, Qt.Key.Key_Delete)
    assert len(found(window).drains) == 2
    QTest.keyClick(bench.canvas, Qt.Key.Key_V)
    press(bench, 46.0, 7.0)
    overflow = falls_in(window.desk.project, "laboratory").overflows[-1]
    assert overflow.at[0] == pytest.approx(46.0)
    assert overflow.sill > found(window).escapes[-1].surface
    QTest.keyClick(bench.canvas, Qt.Key.Key_Escape)
    assert bench.hand.chosen == ""
    QTest.keyClick(bench.canvas, Qt.Key.Key_Space)
    assert bench.hand.chosen == "outlet-1"


def test_a_roof_without_falls_says_how_to_begin_and_follows_a_gutter(window, bench):
    bench.take_falls_away()
    assert "No falls stated yet" in words(bench.canvas)
    flat = window.desk.area.roof.transmittance
    bench.tools["gutter"].click()
    press(bench, 38.0, 0.0)
    line = falls_in(window.desk.project, "laboratory").lines[0]
    assert {line.start, line.end} == {(30.0, 0.0), (46.0, 0.0)}
    assert found(window).highest == pytest.approx(12 / 60)
    assert window.desk.area.roof.transmittance < flat
    bench.tools["valley"].click()
    press(bench, 32.0, 8.0)
    assert bench.hand.first is not None
    press(bench, 44.0, 8.0)
    assert falls_in(window.desk.project, "laboratory").lines[1].both_sides


def test_blocked_outlets_flood_the_plan_case_by_case(window, bench):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, Qt.Key.Key_2)
    assert "129.8\u2009kg/m²" in words(bench.canvas)
    assert any(
        isinstance(i, Patch) and i.fill.startswith("flood:") for i in bench.canvas.scene.items
    )
    assert any(
        isinstance(i, Patch) and i.fill.startswith("flood:") for i in bench.section.scene.items
    )
    assert bench.cases.count() == 3
    QTest.keyClick(bench.canvas, Qt.Key.Key_B)
    assert "Blocked: West outlet" in words(bench.canvas)
    case = bench.case_in(found(window))
    assert found(window).cases[case].blocked == (0,)
    bench.strip.fields["from_above"].setText("0.5 l/s")
    bench.strip.fields["from_above"].returnPressed.emit()
    assert sum(d.flow for d in found(window).drains) == pytest.approx(190.08 * 75 / 3600 + 0.5)
    window.undo()
    bench.strip.fields["allowance"].setText("150")
    bench.strip.fields["allowance"].returnPressed.emit()
    assert not any(
        f.rule == "falls.load" and f.severity == "stop" for f in window.desk.area.findings
    )


def test_fields_choosers_and_their_refusals(window, bench):
    field = bench.strip.fields["fall"]
    field.setText("1:40")
    field.returnPressed.emit()
    assert falls_in(window.desk.project, "laboratory").fall == pytest.approx(1 / 40)
    field.setText("0")
    field.returnPressed.emit()
    assert falls_in(window.desk.project, "laboratory").fall == pytest.approx(1 / 40)
    bench.strip.directions.setCurrentIndex(1)
    bench.strip.directions.activated.emit(1)
    assert len(found(window).surface.sources[0].gauge.gradients) == 8
    bench.strip.means.setCurrentIndex(bench.strip.means.findData("structure"))
    bench.strip.means.activated.emit(0)
    assert window.desk.area.roof.taper is None
    assert not bench.strip.layer.isEnabled()
    press(bench, 42.5, 5.0)
    bench.thing.fields["raised"].setText("30 mm")
    bench.thing.fields["raised"].returnPressed.emit()
    assert found(window).drains[1].level == pytest.approx(0.03)
    bench.thing.name.setText("Far outlet")
    bench.thing.name.editingFinished.emit()
    assert found(window).drains[1].name == "Far outlet"
    bench.thing.grate.click()
    assert not falls_in(window.desk.project, "laboratory").outlets[1].grate


def test_a_section_is_drawn_by_hand_and_a_finding_leads_to_its_overflow(window, bench):
    send(bench.canvas, QEvent.Type.MouseButtonPress, at(bench, 31.0, 11.0), PLAIN)
    send(bench.canvas, QEvent.Type.MouseMove, at(bench, 45.0, 2.0), PLAIN)
    send(bench.canvas, QEvent.Type.MouseButtonRelease, at(bench, 45.0, 2.0), PLAIN)
    (ax, ay), (bx, by) = bench.hand.section
    assert (ax, ay, bx, by) == pytest.approx((31.0, 11.0, 45.0, 2.0), abs=0.05)
    assert "heights ×" in words(bench.section)
    low = next(f for f in window.desk.area.findings if f.rule == "falls.overflow-low")
    window.desk.go_to(low.place, "falls")
    assert bench.hand.chosen == "overflow-1"
    remedy = window.desk.results.remedies(low)[0]
    window.desk.act(remedy.title, remedy.change)
    assert not any(f.rule == "falls.overflow-low" for f in window.desk.area.findings)


def test_the_thickness_is_told_under_the_pointer(window, bench):
    send(bench.canvas, QEvent.Type.MouseMove, at(bench, 34.0, 6.0), PLAIN)
    assert bench.canvas._note[1] == "160\u2009mm"
    send(bench.canvas, QEvent.Type.MouseMove, QPointF(3.0, 3.0), PLAIN)
    assert bench.canvas._note is None


def test_falls_that_break_keep_the_plan_and_say_why(window, bench):
    from msgspec.structs import replace

    from glacis.core.falls.change import change_falls

    window.desk.act("Break it", lambda p: change_falls(
        p, "laboratory", lambda f: replace(f, outlets=(replace(f.outlets[0], at=(99.0, 9.0)),))
    ))  # fmt: skip
    assert isinstance(window.desk.area.roof.drained, Undrained)
    assert "expected a place" in words(bench.canvas)
    assert "The plan shows the last surface" in words(bench.canvas)
    assert window.desk.area.roof.taper is None
    window.undo()
    assert isinstance(window.desk.area.roof.drained, Drained)


def test_the_rain_test_runs_beside_and_is_told_in_shares(window, bench, qtbot):
    bench.show_view("rain")
    assert "Rain test" in bench._line.words or "Rain test" in words(bench.canvas)
    qtbot.waitUntil(lambda: "draws that pond" in words(bench.canvas), timeout=45_000)
    assert "of 200" in words(bench.canvas)
    assert bench.strip.fields["correlation"].isVisibleTo(bench.strip)
    assert "1 in 20 ponds within" in words(bench.canvas)
    for key, value in (("tolerance", "20 mm"), ("sag", "6 mm"), ("board_steps", "2 mm")):
        bench.strip.fields[key].setText(value)
        bench.strip.fields[key].returnPressed.emit()
    qtbot.waitUntil(lambda: "deck sags up to" in words(bench.canvas), timeout=45_000)
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, Qt.Key.Key_PageDown)
    assert bench.stepper.words.text().startswith("1 of ")
    assert "smaller ones in them" in words(bench.canvas)
    QTest.keyClick(bench.canvas, Qt.Key.Key_PageUp)
    assert "draws that pond" in words(bench.canvas)
    bench.stepper.film.click()
    qtbot.waitUntil(lambda: bench.stepper.words.text().startswith("2 of "), timeout=10_000)
    bench.stepper.film.click()
    bench.show_view("thickness")
    assert not bench.stepper.isVisibleTo(bench)
    assert "Thickness" in words(bench.canvas)


def test_five_ways_stand_side_by_side_and_one_is_taken(window, bench):
    before = window.desk.project
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, Qt.Key.Key_5)
    told = words(bench.canvas)
    for name in (
        "Tapered boards",
        "Screed to falls",
        "Sprayed foam to falls",
        "Sloped structure",
        "Firring strips",
    ):
        assert name in told
    weight = window.desk.area.roof.weight
    send(
        bench.canvas,
        QEvent.Type.MouseButtonPress,
        middle(hot(bench.canvas, "means", "screed")),
        PLAIN,
    )
    assert window.desk.area.roof.weight > weight + 100
    assert falls_in(window.desk.project, "laboratory").means == "screed"
    window.undo()
    assert window.desk.project == before


def test_boards_are_drawn_and_told_and_change_with_their_size(window, bench):
    bench.show_view("boards")
    assert "30>50" in words(bench.canvas)
    count = words(bench.canvas)
    bench.strip.board["length"].setText("0.6 m")
    bench.strip.board["length"].returnPressed.emit()
    assert falls_in(window.desk.project, "laboratory").boards.length == pytest.approx(0.6)
    assert "30>40" in words(bench.canvas)
    assert words(bench.canvas) != count
    bench.strip.bond.setCurrentIndex(0)
    bench.strip.bond.activated.emit(0)
    assert "joints of rows apart\n0" in words(bench.canvas)
    assert "falls.joints" in {finding.rule for finding in window.desk.area.findings}
    bench.strip.tapers.setCurrentIndex(0)
    bench.strip.tapers.activated.emit(0)
    assert falls_in(window.desk.project, "laboratory").boards.tapers == 1


def test_better_places_are_sought_listed_and_taken(window, bench, qtbot):
    before = falls_in(window.desk.project, "laboratory").outlets
    volume = window.desk.area.roof.taper.spread.volume
    bench.seeker.button.click()
    assert not bench.seeker.button.isEnabled()
    qtbot.waitUntil(lambda: bench.seeker.answers.count() > 1, timeout=45_000)
    bench.seeker.answers.setCurrentIndex(1)
    bench.seeker.answers.activated.emit(1)
    assert window.desk.area.roof.taper.spread.volume < volume
    assert bench.seeker.answers.isVisibleTo(bench)
    window.undo()
    assert falls_in(window.desk.project, "laboratory").outlets == before


def test_crickets_and_level_edges_are_chosen_where_they_belong(window, bench):
    bench.hand.remove()
    bench.tools["valley"].click()
    press(bench, 30.2, 6.0)
    press(bench, 45.8, 6.0)
    line = bench.hand.thing
    assert line is not None
    for number, x in ((0, 34.0), (1, 42.0)):
        at_ = falls_in(window.desk.project, "laboratory").outlets[number]
        bench.hand.chosen = at_.id
        bench.hand.change(at=(x, 6.0))
    bench.hand.chosen = line.id
    bench.refresh()
    bench.thing.cricket.setCurrentIndex(3)
    bench.thing.cricket.activated.emit(3)
    assert bench.hand.thing.cricket == 0.5
    assert found(window).least_fall == pytest.approx(0.4472136 / 60, rel=1e-6)
    bench.thing.rule.setCurrentIndex(1)
    bench.thing.rule.activated.emit(1)
    assert max(f.fall for f in found(window).facets.facets) == pytest.approx(2**0.5 / 60)
    bench.thing.sides.click()
    assert not bench.hand.thing.both_sides
    bench.thing.remove.click()
    assert falls_in(window.desk.project, "laboratory").lines == ()
    bench.strip.edges.setCurrentIndex(1)
    bench.strip.edges.activated.emit(1)
    # A longer cricket at the kerb changes nothing where its face lies in two facets or falls differ.
    bench.strip.kerbs.setCurrentIndex(2)
    bench.strip.kerbs.activated.emit(2)
    assert falls_in(window.desk.project, "laboratory").kerb_cricket == 2.0
    # A kerb stands in a catchment: its water goes round it from part to part.
    assert min(f.fall for f in found(window).facets.facets) >= (1 - 1e-9) / 60
    top = found(window).highest
    assert found(window).height((30.0, 0.0)) == pytest.approx(top)
    bench.tools["gutter"].click()
    press(bench, 38.0, 0.0)
    assert isinstance(window.desk.area.roof.drained, Undrained)
    assert "outlet in every catchment" in bench._line.words
    assert "The plan shows the last surface" in words(bench.canvas)


def test_the_bench_speaks_feet_and_inches_and_minds_pitched_and_empty_roofs(window, bench):
    window.toggle_units()
    assert "in/ft" in bench._line.words
    assert "gal/min" in words(bench.canvas)
    field = bench.strip.fields["fall"]
    field.setText("1/4 in/ft")
    field.returnPressed.emit()
    assert falls_in(window.desk.project, "laboratory").fall == pytest.approx(1 / 48)
    window.desk.select_area("bunkhouse")
    assert "by its pitch" in bench._line.words
    assert "Press Outlet" not in words(bench.canvas)
    window.desk.select_area("corridor")
    press(bench, 27.0, 4.5)
    assert bench.hand.chosen == "gutter-1"
    window.papers.new_project()
    assert "No roof area yet" in words(bench.canvas)
    assert not bench.tools["outlet"].isEnabled()
    assert not bench.strips.isVisibleTo(bench)


def test_keys_nudge_and_an_overflow_keeps_to_the_edge(window, bench):
    bench.canvas.setFocus()
    bench.hand.chosen = "overflow-1"
    bench.refresh()
    for key in (Qt.Key.Key_Up, Qt.Key.Key_Left):
        QTest.keyClick(bench.canvas, key)
    overflow = falls_in(window.desk.project, "laboratory").overflows[0]
    assert overflow.at == pytest.approx((37.9, 0.0))
    QTest.keyClick(bench.canvas, Qt.Key.Key_Left, Qt.KeyboardModifier.ShiftModifier)
    moved = falls_in(window.desk.project, "laboratory").overflows[0]
    assert moved.at == pytest.approx((37.89, 0.0))
    bench.thing.fields["sill"].setText("120 mm")
    bench.thing.fields["sill"].returnPressed.emit()
    assert found(window).escapes[0].stated.sill == pytest.approx(0.12)
    bench.thing.fields["width"].setText("nonsense")
    bench.thing.fields["width"].returnPressed.emit()
    assert found(window).escapes[0].stated.width == pytest.approx(0.3)
    QTest.keyClick(bench.canvas, Qt.Key.Key_Escape)
    QTest.keyClick(bench.canvas, Qt.Key.Key_G)
    press(bench, 38.0, 6.0)
    assert falls_in(window.desk.project, "laboratory").lines == ()
    QTest.keyClick(bench.canvas, Qt.Key.Key_Escape)
    assert bench.hand.tool == ""


def test_a_spout_a_gutter_with_its_pipes_and_an_opening_in_the_parapet(window, bench):
    bench.canvas.setFocus()
    before = found(window).drains[1].flow
    QTest.keyClick(bench.canvas, Qt.Key.Key_P)
    press(bench, 43.0, 3.0)
    assert found(window).drains[1].flow == pytest.approx(before + 1.0)
    bench.thing.fields["flow"].setText("2.5 l/s")
    bench.thing.fields["flow"].returnPressed.emit()
    assert found(window).drains[1].flow == pytest.approx(before + 2.5)
    QTest.keyClick(bench.canvas, Qt.Key.Key_Delete)
    assert found(window).drains[1].flow == pytest.approx(before)
    bench.hand.chosen = "outlet-2"
    bench.refresh()
    bench.thing.mouth.setCurrentIndex(2)
    bench.thing.mouth.activated.emit(2)
    # The nearest edge of an opening through the parapet from (42.5, 5) is the east one.
    assert falls_in(window.desk.project, "laboratory").outlets[1].at == pytest.approx((46.0, 5.0))
    assert not bench.thing.grate.isVisibleTo(bench)
    bench.tools["gutter"].click()
    press(bench, 38.0, 0.0)
    bench.thing.gutter.setCurrentIndex(2)
    bench.thing.gutter.activated.emit(2)
    assert "carries" in words(bench.canvas)
    one = found(window).drains[2].capacity or 0.0
    bench.thing.pipes.setCurrentIndex(1)
    bench.thing.pipes.activated.emit(1)
    bench.thing.bend.click()
    gutter = bench.hand.thing.gutter
    assert (gutter.kind, gutter.pipes, gutter.bend) == ("box", 2, True)
    # Two stretches, less each for the bend, more each for being half as long.
    assert (found(window).drains[2].capacity or 0.0) > 2 * 0.85 * one > 0
    bench.thing.gutter_fields["depth"].setText("120 mm")
    bench.thing.gutter_fields["depth"].returnPressed.emit()
    assert bench.hand.thing.gutter.depth == pytest.approx(0.12)
    bench.thing.gutter.setCurrentIndex(0)
    bench.thing.gutter.activated.emit(0)
    assert bench.hand.thing.gutter is None


def test_a_ridge_is_drawn_dragged_by_its_end_and_undone(window, bench):
    before = window.desk.project
    bench.canvas.setFocus()
    for kerb in window.desk.project.openings:
        if kerb.area == "laboratory":
            window.desk.act("Take it away", lambda p, kerb=kerb: remove_opening(p, kerb.id))
    QTest.keyClick(bench.canvas, Qt.Key.Key_R)
    press(bench, 38.0, 0.1)
    press(bench, 39.0, 11.9)
    falls = falls_in(window.desk.project, "laboratory")
    assert falls.edges == "drawn"
    assert (falls.ridges[0].start[1], falls.ridges[0].end[1]) == (0.0, 12.0)
    assert found(window).drains[0].catchment == pytest.approx(8.5 * 12, rel=0.01)
    start = middle(hot(bench.canvas, "end", "1"))
    scale = bench._fit().scale
    drag(bench.canvas, start, start - QPointF(1.0 * scale, 0.0))
    assert falls_in(window.desk.project, "laboratory").ridges[0].end == pytest.approx(
        (38.0, 12.0), abs=0.06
    )
    assert "R" not in bench.hand.tool
    bench.strip.edges.setCurrentIndex(0)
    bench.strip.edges.activated.emit(0)
    assert falls_in(window.desk.project, "laboratory").ridges
    QTest.keyClick(bench.canvas, Qt.Key.Key_Delete)
    assert not falls_in(window.desk.project, "laboratory").ridges
    while window.desk.project != before:
        window.undo()


def test_the_edge_in_section_and_what_lies_on_the_roof(window, bench):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, Qt.Key.Key_6)
    told = words(bench.canvas)
    # 320 + 2 x 40 mm at 1:20, 60 mm down on both sides, 15 mm folded on each: 400.5 + 150.
    assert "girth\n550" in told.replace("\u2009", " ")
    assert "Section at South scupper" in told
    edge = bench.strip.edge
    edge.coping.setCurrentIndex(2)
    edge.coping.activated.emit(2)
    assert "falls.coping" in {finding.rule for finding in window.desk.area.findings}
    edge.parapet["wall"].setText("220 mm")
    edge.parapet["wall"].returnPressed.emit()
    assert falls_in(window.desk.project, "laboratory").parapet.wall == pytest.approx(0.22)
    edge.burden["panels"].setText("60 kg/m²")
    edge.burden["panels"].returnPressed.emit()
    edge.burden["permanent"].setText("50 kg/m²")
    edge.burden["permanent"].returnPressed.emit()
    assert "in all\n60" in words(bench.canvas)
    assert "falls.burden" in {finding.rule for finding in window.desk.area.findings}
    edge.burden["strength"].setText("30 kPa")
    edge.burden["strength"].returnPressed.emit()
    assert falls_in(window.desk.project, "laboratory").burden.strength == pytest.approx(30_000)
    edge.coping.setCurrentIndex(0)
    edge.coping.activated.emit(0)
    assert falls_in(window.desk.project, "laboratory").parapet is None
    assert not edge.parapet["wall"].isVisibleTo(edge)
    window.desk.select_area("corridor")
    assert "layers, dry" in words(bench.canvas)


def test_a_door_that_water_would_come_in_by_is_raised(window, bench):
    bench.canvas.setFocus()
    QTest.keyClick(bench.canvas, Qt.Key.Key_D)
    press(bench, 30.0, 6.0)
    door = bench.hand.thing
    # The west edge lies 4 m from its outlet: 66.7 mm, 12.5 and 150 mm over that, to the millimetre.
    assert door.at == pytest.approx((30.0, 6.0), abs=0.06)
    assert door.level == pytest.approx(0.229, abs=0.002)
    assert not any(f.rule == "falls.threshold" for f in window.desk.area.findings)
    bench.thing.fields["level"].setText("100 mm")
    bench.thing.fields["level"].returnPressed.emit()
    finding = next(f for f in window.desk.area.findings if f.rule == "falls.threshold")
    assert (finding.severity, finding.place.ids[0]) == ("stop", door.id)
