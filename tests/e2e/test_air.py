# SPDX-License-Identifier: GPL-3.0-or-later
"""The Air bench driven as a designer drives it: vents, meshes, chutes, heel, drags, undo."""

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from glacis.core.air.change import air_in
from glacis.ui.stages.air.bench import AirBench


@pytest.fixture
def bench(window) -> AirBench:
    window.show_stage("air")
    return window.bench("air", AirBench)


def vented_hall(window, bench):
    """The north slope of the hall with the usual vents under its slates."""
    window.desk.select_area("hall-north")
    bench.usual.click()


def layout(bench):
    return bench.hand.aired.layout


def choose_path(bench, path):
    bench.strip.path.setCurrentIndex(bench.strip.path.findData(path))
    bench.strip.path.activated.emit(bench.strip.path.currentIndex())


def edge_of(bench, kind):
    return next(rim.side.id for rim in layout(bench).edges if rim.side.kind == kind)


def press(canvas, kind, name):
    """Press a part of a drawing where it is topmost."""
    hot = next(h for h in canvas.scene.hot if h.kind == kind and h.id == name)
    left, top, right, bottom = hot.box
    for a in (0.5, 0.3, 0.7, 0.15, 0.85):
        for b in (0.5, 0.3, 0.7, 0.15, 0.85):
            spot = QPoint(int(left + a * (right - left)), int(top + b * (bottom - top)))
            found = canvas.hot_at(spot.toPointF())
            if found is not None and (found.kind, found.id) == (kind, name):
                QTest.mousePress(canvas, Qt.MouseButton.LeftButton, pos=spot)
                return spot
    raise AssertionError(f"{kind} {name} lies under something else")


def let_go(canvas, spot):
    QTest.mouseRelease(canvas, Qt.MouseButton.LeftButton, pos=spot)


def test_hip_vents_feed_a_hipped_slope_and_all_is_undone(window, bench):
    window.desk.select_area("hall-west")
    before = window.desk.project
    assert bench.usual.isVisible()
    bench.usual.click()
    choose_path(bench, "over-roof")
    starved = layout(bench).starved_share
    assert starved > 0.9  # a hip end without a ridge has no way out
    finding = next(f for f in window.desk.area.findings if f.rule == "air.starved")
    titles = [remedy.title for remedy in window.desk.results.remedies(finding)]
    assert "vent the hips too" in titles
    spot = press(bench.map, "vent-edge", edge_of(bench, "hip"))
    let_go(bench.map, spot)
    assert bench.strips.currentWidget() is bench.vent
    bench.vent.open.click()
    once = layout(bench).starved_share
    assert once < starved
    bench.vent.scope.setCurrentIndex(1)
    bench.vent.scope.activated.emit(1)
    assert layout(bench).starved_share < 0.05 < once
    while window.desk.store.undo_label:
        window.desk.store.undo()
    assert window.desk.project == before


def test_a_finer_mesh_costs_air_and_chutes_in_every_other_bay_cost_intake(window, bench):
    window.desk.select_area("bunkhouse")
    aired = bench.hand.aired
    low, flow = aired.free.low, aired.at_noon
    bench.hand.edge = edge_of(bench, "eaves")
    bench.refresh()
    mesh = bench.vent.mesh
    mesh.setCurrentIndex(mesh.findData("mesh-1.2"))
    mesh.activated.emit(mesh.currentIndex())
    finer = bench.hand.aired
    assert finer.free.low == pytest.approx(low * 0.64 * 0.7 / (0.71 * 0.9))
    assert finer.at_noon < flow
    bench.hand.choose(None)
    every = bench.strip.every
    every.setCurrentIndex(every.findData(2))
    every.activated.emit(every.currentIndex())
    alternate = bench.hand.aired
    # 15 chutes of 555 by 50 mm let more through than the soffit has.
    assert alternate.chutes.chutes == 15
    assert alternate.low_with_every_bay >= alternate.free.low
    assert "air.alternate-chutes" in {f.rule for f in window.desk.area.findings}


def test_the_heel_is_dragged_and_typed_and_the_strip_follows(window, bench, qtbot):
    window.desk.select_area("bunkhouse")
    whole = window.desk.area.figures.whole
    assert "air.low-heel" in {f.rule for f in window.desk.area.findings}
    grip = next(h for h in bench.section.scene.hot if h.kind == "heel")
    spot = press(bench.section, "heel", grip.id)
    up = spot - QPoint(0, 20)
    QTest.mouseMove(bench.section, up)
    let_go(bench.section, up)
    heel = air_in(window.desk.project, "bunkhouse").heel
    assert heel.height == pytest.approx(0.14 + 20 / float(grip.id), abs=0.011)
    raised = window.desk.area.figures.whole
    assert raised < whole
    bench.strip.height_.setText("500 mm")
    qtbot.keyClick(bench.strip.height_, Qt.Key.Key_Return)
    assert window.desk.area.figures.eaves.heel.width == 0.0
    assert "air.low-heel" not in {f.rule for f in window.desk.area.findings}
    window.desk.store.undo()
    assert window.desk.area.figures.whole == raised
    window.desk.store.undo()
    assert window.desk.area.figures.whole == whole


def test_gap_and_vents_are_dragged_in_the_section(window, bench):
    vented_hall(window, bench)
    depth, flow = bench.hand.aired.way.depth, bench.hand.aired.at_noon
    spot = press(bench.section, "gap", "0")
    down = spot + QPoint(0, 12)
    QTest.mouseMove(bench.section, down)
    let_go(bench.section, down)
    assert bench.hand.aired.way.depth > depth
    window.desk.store.undo()
    assert bench.hand.aired.way.depth == depth
    spot = press(bench.section, "mouth", "high")
    wide = spot - QPoint(0, 16)
    QTest.mouseMove(bench.section, wide)
    let_go(bench.section, wide)
    ridge = next(v for v in bench.hand.air.vents if v.edge == "ridge")
    assert ridge.per_metre == pytest.approx(0.012 + 16 * 0.0005)
    assert bench.hand.aired.at_noon > flow
    pitch = window.desk.area.roof.area.pitch
    spot = press(bench.section, "pitch", "")
    QTest.mouseMove(bench.section, spot - QPoint(0, 30))
    let_go(bench.section, spot - QPoint(0, 30))
    assert window.desk.area.roof.area.pitch == pytest.approx(pitch + 30 * 0.15, abs=0.5)


def test_keys_step_bays_edges_and_states(window, bench, qtbot):
    vented_hall(window, bench)
    first = bench.hand.piece
    qtbot.keyClick(bench.map, Qt.Key.Key_Right)
    assert bench.hand.piece == first + 1
    qtbot.keyClick(bench.map, Qt.Key.Key_2)
    assert bench.view == "night"
    assert bench.states["night"].isChecked()
    qtbot.keyClick(bench.map, Qt.Key.Key_E)
    assert bench.hand.edge
    assert bench.strips.currentWidget() is bench.vent
    qtbot.keyClick(bench.map, Qt.Key.Key_Escape)
    assert not bench.hand.edge


def test_an_unvented_roof_says_why_nothing_is_needed_and_unstated_members_are_asked_for(
    window, bench
):
    window.desk.select_area("laboratory")
    assert "none is wanted" in bench.map.words_at(bench.map.rect().center().toPointF())[0]
    assert not bench.strips.isVisible()
    assert not bench.usual.isVisible()
    assert not bench.section.isVisible()
    window.desk.select_area("hall-west")
    assert "nobody stated what opens into it" in bench._line.words


def test_members_are_set_out_from_either_end(window, bench, qtbot):
    window.desk.select_area("bunkhouse")
    assert len(layout(bench).pieces) == 30
    bench.strip.spacing.setText("400 mm")
    qtbot.keyClick(bench.strip.spacing, Qt.Key.Key_Return)
    assert len(layout(bench).pieces) == 45
    bench.strip.width_.setText("500 mm")
    qtbot.keyClick(bench.strip.width_, Qt.Key.Key_Return)
    assert (
        air_in(window.desk.project, "bunkhouse").members.width == 0.0
    )  # refused: wider than the spacing


def test_snow_on_the_site_brings_ice_to_a_warm_attic(window, bench):
    window.desk.select_area("bunkhouse")
    window.show_stage("site")
    row = window.bench("site").exposure
    row.fields["snow"].committed.emit(0.3)
    rules = {f.rule for f in window.desk.area.findings}
    assert {"air.ice", "air.snowed"} <= rules
    frost = window.desk.area.roof.aired.frost
    assert frost.worst.ice > 1
    row.sheltered.click()
    assert window.desk.project.site.sheltered


def test_figures_of_the_tables_are_stated_and_shipped_again(window, bench, qtbot):
    window.desk.select_area("bunkhouse")
    low = bench.hand.aired.free.low
    bench.open_tables()
    table = bench.tables.table
    row = next(
        k for k in range(table.rowCount())
        if table.item(k, 0).text().startswith("mesh, opening 3.2") and table.item(k, 1).text() == "left open"
    )  # fmt: skip
    table.item(row, 2).setText("0.355")
    assert bench.hand.aired.free.low == pytest.approx(low / 2)
    assert table.item(row, 4).text() == "stated here"
    table.item(row, 3).setText("maker's sheet")
    assert window.desk.project.air_values[0].source == "maker's sheet"
    table.item(row, 2).setText("5")
    assert window.desk.project.air_values[0].value == 0.355  # refused: a share
    table.item(row, 2).setText("a third")
    assert table.item(row, 2).text() == "0.355"
    table.setCurrentCell(row, 2)
    qtbot.keyClick(table, Qt.Key.Key_Delete)
    assert window.desk.project.air_values == ()
    assert bench.hand.aired.free.low == low
    bench.tables.dismiss()


def test_single_vents_and_a_soffit_box_are_typed(window, bench, qtbot):
    vented_hall(window, bench)
    flow = bench.hand.aired.at_noon
    bench.strip.box_depth.setText("30 mm")
    qtbot.keyClick(bench.strip.box_depth, Qt.Key.Key_Return)
    assert [s.kind for s in bench.hand.air.segments] == ["soffit", "channel"]
    assert len(bench.hand.aired.states.flows[0][0].segments) == 2
    assert bench.hand.aired.at_noon < flow
    bench.strip.box_depth.setText("0")
    qtbot.keyClick(bench.strip.box_depth, Qt.Key.Key_Return)
    assert bench.hand.air.segments == ()
    bench.hand.edge = edge_of(bench, "ridge")
    bench.refresh()
    bench.vent.count.setValue(6)
    bench.vent.count.editingFinished.emit()
    ridge = bench.hand.vents[0]
    assert (ridge.count, ridge.each) == (6, 0.02)
    assert bench.hand.aired.free.high == pytest.approx(6 * 0.02 * 0.71 * 0.9)


def commit(field, text):
    field.setFocus()
    field.setText(text)
    QTest.keyClick(field, Qt.Key.Key_Return)


def test_the_way_is_listed_segment_by_segment(window, bench):
    vented_hall(window, bench)
    bench.way_button.click()
    panel = bench.lists["way"]
    assert panel.isVisible()
    assert panel.sheet.rowCount() == 1
    before = bench.hand.aired.at_noon
    panel.add.click()
    commit(panel.sheet.field(1, "depth"), "20 mm")
    commit(panel.sheet.field(1, "length"), "2 m")
    segments = bench.hand.air.segments
    assert [(s.kind, s.depth, s.length) for s in segments] == [
        ("channel", 0.0, 0.0),
        ("channel", 0.02, 2.0),
    ]
    assert bench.hand.aired.at_noon < before
    assert bench.hand.aired.least_depth == pytest.approx(0.02)
    commit(panel.sheet.field(1, "depth"), "2 m")  # out of range: refused, the last good one stays
    assert bench.hand.air.segments == segments
    panel.remove.click()
    panel.usual.click()
    assert bench.hand.air.segments == ()
    assert bench.hand.aired.at_noon == pytest.approx(before)
    panel.dismiss()


def test_a_vent_takes_several_screens_and_a_mesh_of_ones_own(window, bench):
    vented_hall(window, bench)
    edge = edge_of(bench, "eaves")
    let_go(bench.map, press(bench.map, "vent-edge", edge))
    bench.vent.screens.click()
    panel = bench.lists["screens"]
    free = bench.hand.aired.free.low
    panel.add.click()
    own = panel.sheet.field(1, "row")
    own.setCurrentIndex(own.findData(""))
    own.activated.emit(own.currentIndex())
    commit(panel.sheet.field(1, "opening"), "4 mm")
    commit(panel.sheet.field(1, "wire"), "1 mm")
    assert bench.hand.aired.free.low == pytest.approx(free * (4 / 5) ** 2)
    noon = bench.hand.aired.at_noon
    commit(panel.discharge, "0.4")
    assert bench.hand.vents[0].discharge == pytest.approx(0.4)
    assert bench.hand.aired.at_noon < noon
    panel.apart.click()
    assert bench.hand.vents[0].apart
    bench.hand.choose(None)
    assert not panel.isVisible()
