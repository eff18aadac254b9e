# SPDX-License-Identifier: GPL-3.0-or-later
"""Every action, field and key: on the demo, on an example and on nothing at all."""

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication

from glacis.core.stages import STAGES
from support import demo

LEAVING = {"New", "Open the demo", "Open the demo in US units"}


@pytest.mark.parametrize("where", ["demo", "example", "nothing"])
def test_every_action_can_be_done_anywhere_and_leaves_a_sound_window(window, where):
    window.desk.store.mark_saved()
    if where == "example":
        window.papers.take_example("12-non-combustible-eaveless-metal")
    if where == "nothing":
        window.papers.new_project()
    for action, made in window.menu_entries:
        if action.asks or action.text in LEAVING or not made.isEnabled():
            continue
        made.trigger()
        QApplication.processEvents()
        assert window.desk.project is not None
    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
        QApplication.processEvents()
        assert window.stage == stage
        assert not window.grab().isNull()


def test_rain_is_stated_for_the_year_and_spread_as_before(window, qtbot):
    bench = window.bench("site")
    before = window.desk.project.site.climate.rain
    bench.rain.setText("1200 mm")
    qtbot.keyClick(bench.rain, Qt.Key.Key_Return)
    after = window.desk.project.site.climate.rain
    assert sum(after) == pytest.approx(1200)
    assert after[0] / after[6] == pytest.approx(before[0] / before[6])
    bench.rain.setText("0")
    qtbot.keyClick(bench.rain, Qt.Key.Key_Return)
    assert window.desk.project.site.climate.rain == ()
    bench.rain.setText("600")
    qtbot.keyClick(bench.rain, Qt.Key.Key_Return)
    assert window.desk.project.site.climate.rain == pytest.approx((50.0,) * 12)
    bench.rain.setText("-5")
    qtbot.keyClick(bench.rain, Qt.Key.Key_Return)
    assert "0 mm or more" in window._message.text()
    while window.desk.store.undo_label:
        window.undo()
    assert window.desk.project == demo()


def test_heat_is_priced_where_its_returns_are_drawn(window, qtbot):
    bench = window.bench("heat")
    assert not bench._prices.isVisible()
    bench.show_view("thickness")
    assert bench._prices.isVisible()
    before = bench._note.text()
    bench.price.setText("0.30")
    qtbot.keyClick(bench.price, Qt.Key.Key_Return)
    assert window.desk.project.targets.heat_price == pytest.approx(0.3)
    assert bench._note.text() != before
    bench.carbon.setText("99")
    qtbot.keyClick(bench.carbon, Qt.Key.Key_Return)
    assert "carbon of heat" in window._message.text()
    assert window.desk.project.targets.heat_carbon == pytest.approx(0.2)


def test_own_surfaces_are_typed_emptied_and_kept_apart_from_the_standard(window, qtbot):
    window.desk.select_area("laboratory")
    bench = window.bench("heat")
    bench.open_corrections()
    panel = bench.corrections_panel
    standard = window.desk.area.roof.films.inside
    panel.inner_film.setText("0.13")
    qtbot.keyClick(panel.inner_film, Qt.Key.Key_Return)
    assert window.desk.area.roof.films.inside == pytest.approx(0.13)
    panel.inner_film.setText("")
    qtbot.keyClick(panel.inner_film, Qt.Key.Key_Return)
    assert window.desk.area.roof.films.inside == standard
    panel.outer_film.setText("5")
    qtbot.keyClick(panel.outer_film, Qt.Key.Key_Return)
    assert "R_se" in window._message.text() or "R<sub>se</sub>" in window._message.text()
    panel.eaves_width.setText("600 mm")
    qtbot.keyClick(panel.eaves_width, Qt.Key.Key_Return)
    panel.eaves_depth.setText("60 mm")
    qtbot.keyClick(panel.eaves_depth, Qt.Key.Key_Return)
    assert "eaves strip" in panel._sum.words
    assert "heat.eaves" in {f.rule for f in window.desk.area.findings}


def test_the_share_of_members_can_be_stated_outright(window, section, qtbot):
    window.desk.select_area("hall-south")
    window.desk.select_layer("between")
    strip = section.strip
    strip.share.setText("25 %")
    qtbot.keyClick(strip.share, Qt.Key.Key_Return)
    layer = next(x for x in window.desk.area.roof.layers if x.id == "between")
    assert layer.frame.fraction == pytest.approx(0.26)
    strip.share.setText("")
    qtbot.keyClick(strip.share, Qt.Key.Key_Return)
    layer = next(x for x in window.desk.area.roof.layers if x.id == "between")
    assert layer.frame.fraction == pytest.approx(0.08 / 0.6 + 0.01)


def test_an_accepted_finding_is_folded_away_shown_and_opened_again(window, qtbot):
    findings = window.findings
    row = next(r for r in findings._rows if r.group.finding.rule == "vapour.wet-room")
    waiting = len([r for r in findings._rows if r.isVisible()])
    rule = row.group.finding.rule
    row._activate()
    opened = next(r for r in findings._rows if r._opened)
    opened._offer_acceptance(opened.group)
    opened.accept_wanted.emit(opened.group, "R. Vane", "designer", "Agreed on site")
    assert rule not in {r.group.finding.rule for r in findings._rows if r.isVisible()}
    assert findings._accepted.isVisible()
    assert "1 accepted" in findings._accepted.text()
    qtbot.mouseClick(findings._accepted, Qt.MouseButton.LeftButton)
    shown = next(r for r in findings._rows if r.group.decision is not None)
    assert shown._head.words.startswith("accepted")
    shown._activate()
    shown.reopen_wanted.emit(shown.group.decision)
    assert len(findings._groups()) == waiting
    assert window.desk.project.decisions == demo().decisions


def test_a_decision_that_no_longer_fits_says_so_where_the_finding_stands(window):
    findings = window.findings
    group = next(g for g in findings._groups() if g.finding.rule == "heat.target")
    findings._accept(group, "R. Vane", "designer", "Good enough")
    assembly = next(a.assembly for a in window.desk.project.areas if a.id == group.areas[0])
    from glacis.core.model.edit import set_thickness

    layer = "between" if assembly == "hall-slate" else "insulation"
    window.desk.act("Thin it", lambda p: set_thickness(p, assembly, layer, 0.1))
    again = next(g for g in findings._groups() if g.finding.rule == "heat.target"
                 and g.areas[0] == group.areas[0])  # fmt: skip
    findings._toggle(again)
    row = next(r for r in findings._rows if r._opened)
    from glacis.ui.widgets.paragraph import Paragraph

    words = " ".join(p.words for p in row.findChildren(Paragraph))
    assert "Good enough" in words
    assert "has changed since" in words
