# SPDX-License-Identifier: GPL-3.0-or-later
"""At the design size and at the least one nothing lies over anything else or beyond its place."""

from itertools import combinations, pairwise

import pytest
from msgspec.structs import replace
from PyQt6.QtWidgets import QApplication, QWidget

from glacis.core.stages import STAGES
from glacis.ui.stages.build_up.bench import SectionBench
from glacis.ui.widgets.labels import label

SIZES = [(1100, 700), (1280, 800)]


def _shown(parent: QWidget) -> list[QWidget]:
    children = parent.findChildren(QWidget)
    return [c for c in children if c.isVisible() and c.parentWidget() is parent]


def _fits(parent: QWidget) -> None:
    shown = _shown(parent)
    for child in shown:
        assert parent.rect().adjusted(-1, -1, 1, 1).contains(child.geometry()), (
            child.accessibleName()
        )
    for one, other in combinations(shown, 2):
        shared = one.geometry().intersected(other.geometry())
        assert shared.isEmpty(), (one.accessibleName(), other.accessibleName())


@pytest.mark.parametrize(("size", "units"), [(SIZES[0], "us"), (SIZES[1], "si")])
def test_strip_tally_and_heads_fit_for_every_layer_of_the_demo(window, size, units):
    window.resize(*size)
    if units == "us":
        window.toggle_units()
    bench = window.bench("build-up")
    assert isinstance(bench, SectionBench)
    for area in ("hall-south", "laboratory", "bunkhouse", "corridor"):
        window.desk.select_area(area)
        for layer in window.desk.assembly.layers:
            window.desk.select_layer(layer.id)
            QApplication.processEvents()
            _fits(bench.strip)
    _fits(window.tally)
    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
        QApplication.processEvents()
        _fits(window.bench(stage))


@pytest.mark.parametrize(("size", "units"), [(SIZES[0], "us"), (SIZES[1], "si")])
def test_views_by_hours_fit_under_the_wordiest_climate(window, size, units):
    window.resize(*size)
    if units == "us":
        window.toggle_units()
    wordiest = next(site for site in window.desk.sites if site.name == "Fern Landing")
    window.desk.act("Change site", lambda project: replace(project, site=wordiest))
    for stage, part in (("site", "year"), ("moisture", "hours")):
        window.show_stage(stage)
        bench = window.bench(stage)
        bench.show_view("hours")
        QApplication.processEvents()
        _fits(bench)
        _fits(getattr(bench, part))


def test_words_over_several_lines_give_room_back_when_they_are_wider(window):
    words = label(
        "a sentence of some length that needs several lines where it is narrow " * 3, wrap=True
    )
    words.resize(200, 20)
    words.show()
    QApplication.processEvents()
    narrow = words.minimumHeight()
    words.resize(1200, 20)
    QApplication.processEvents()
    assert words.minimumHeight() < narrow / 3
    words.close()


@pytest.mark.parametrize("size", SIZES)
def test_panels_fit_over_their_bench(window, size):
    window.resize(*size)
    QApplication.processEvents()
    window.desk.select_area("hall-south")
    panels = window.bench("build-up").panels
    for show, panel in (
        (panels.choose_approach, lambda: panels.approaches),
        (panels.solve, lambda: panels.solver),
        (panels.add_area, lambda: panels.new_area),
    ):
        show()
        QApplication.processEvents()
        assert panel().isVisible()
        _fits(panel())
    heat = window.bench("heat")
    heat.open_corrections()
    QApplication.processEvents()
    _fits(heat.corrections_panel)
    shape = window.bench("shape")
    shape.open_panel()
    QApplication.processEvents()
    _fits(shape.panel)
    shape.panel.dismiss()
    strips = (
        lambda: shape.hand.choose(rim="south"), lambda: shape.hand.choose(thing="dormer"),
        lambda: shape.hand.choose(thing="hall-light"), shape.start_drawing,
    )  # fmt: skip
    for take in strips:
        take()
        shape.refresh()
        QApplication.processEvents()
        _fits(shape)
        _fits(shape.strips.currentWidget())
    for view in ("space", "cuts", "layers"):
        shape.show_view(view)
        QApplication.processEvents()
        _fits(shape)
    junctions = window.bench("junctions")
    for junction in (
        "parapet:laboratory#1",
        "post:laboratory/lab-hoist",
        "roof-window:hall-south/hall-light",
    ):
        junctions.hand.choose(junction)
        for view in ("matrix", "plan", "lines", "section", "questions"):
            junctions.show_view(view)
            junctions.hand.choose_link(0)
            QApplication.processEvents()
            _fits(junctions)
    for show, panel in (
        (junctions.open_contacts, lambda: junctions.contacts),
        (junctions.open_walls, lambda: junctions.walls),
        (junctions.open_adding, lambda: junctions.adding),
    ):
        show()
        QApplication.processEvents()
        _fits(panel())


@pytest.mark.parametrize("turns", [1, 3])
def test_findings_of_another_document_have_their_room_at_once(window, turns):
    window.papers.open_demo("sallow-creek")
    window.desk.adjust(theme="lamp")
    QApplication.processEvents()
    window.desk.adjust(theme="sheet")
    window.papers.open_demo()
    window.desk.select_area("laboratory")
    for _ in range(turns):
        QApplication.processEvents()
    rows = window.findings._rows
    assert len(rows) > 8
    for row in rows:
        assert row.height() >= row.minimumSizeHint().height()
    for one, other in pairwise(rows):
        assert one.geometry().bottom() < other.geometry().top() + 2
