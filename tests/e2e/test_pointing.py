# SPDX-License-Identifier: GPL-3.0-or-later
"""Pressing a finding goes to its stage and marks its place in the drawing there."""

from PyQt6.QtWidgets import QApplication

from core.test_places import lit, stepped
from glacis.report.charts.outlines import MARKED
from glacis.report.scene import Line
from glacis.ui.finding_row import Effect
from glacis.ui.stages.shape.bench import ShapeBench


def press(window, rule: str) -> None:
    """Press the row of a finding, as a click does."""
    row = next(r for r in window.findings._rows if r.group.finding.rule == rule)
    row._activate()
    QApplication.processEvents()


def marked(bench: ShapeBench) -> list[Line]:
    scene = bench.canvas.scene
    assert scene is not None
    return [i for i in scene.items if isinstance(i, Line) and i.width == MARKED]


def test_a_finding_about_an_edge_marks_it_in_the_plan(window):
    window.desk.open_document(stepped(0.2))
    window.desk.select_area("laboratory")
    press(window, "shape.small-step")
    assert window.stage == "shape"
    bench = window.bench("shape", ShapeBench)
    finding = next(f for f in window.desk.results.findings if f.rule == "shape.small-step")
    junction = bench.shape.junction(window.desk.marked.ids[0])
    assert window.desk.area.roof.area.id in finding.place.areas
    assert len(marked(bench)) == len(junction.lines) > 0
    window.desk.select_area("corridor")
    assert not marked(bench)


def test_a_finding_about_an_opening_takes_it_in_the_hand_and_its_remedy_raises_it(window):
    window.desk.open_document(lit(upstand=0.08))
    press(window, "shape.low-upstand")
    bench = window.bench("shape", ShapeBench)
    assert bench.hand.thing == "light"
    assert window.desk.area.roof.area.id == "laboratory"
    row = next(r for r in window.findings._rows if r.group.finding.rule == "shape.low-upstand")
    assert "Roof light" in row._where.words
    row.findChildren(Effect)[0].button.click()
    assert window.desk.project.openings[0].upstand == 0.15
    assert "shape.low-upstand" not in {f.rule for f in window.desk.results.findings}
    window.undo()
    assert window.desk.project.openings[0].upstand == 0.08
