# SPDX-License-Identifier: GPL-3.0-or-later
"""Nothing is worked out while the window paints, selects, scrolls or turns."""

import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from types import FrameType

import pytest
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtWidgets import QApplication

import glacis.core
from glacis.core.stages import STAGES
from glacis.ui.bench import Bench
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.build_up.bench import SectionBench
from glacis.ui.stages.heat.bench import HeatBench
from glacis.ui.stages.set_out.bench import SetOutBench
from glacis.ui.stages.shape.bench import ShapeBench

CORE = Path(glacis.core.__file__).parent
WORDS_AND_VALUES = {
    "units",
    "model",
    "errors.py",
    "working.py",
    "materials",
    "climate",
    "stages.py",
}
"""Rooms of the core that calculate nothing about a roof."""


@contextmanager
def traced() -> Iterator[set[str]]:
    """Collects every function of the core's calculations that is called."""
    called: set[str] = set()

    def profile(frame: FrameType, event: str, _argument: object) -> None:
        if event != "call":
            return
        path = Path(frame.f_code.co_filename)
        if CORE not in path.parents:
            return
        room = path.relative_to(CORE).parts[0]
        if room not in WORDS_AND_VALUES and not is_lookup(frame):
            called.add(f"{path.relative_to(CORE)}: {frame.f_code.co_qualname}")

    sys.setprofile(profile)
    try:
        yield called
    finally:
        sys.setprofile(None)


LOOKUPS = {
    "analysis/results.py",
    "graph/reader.py",
    "graph/memo.py",
    "shape/vectors.py",
    "quantities/shown.py",
    "quantities/measures.py",
}
"""Finding values that are there; sums of vectors, which drawings in space are made of; figures put into words."""


def is_lookup(frame: FrameType) -> bool:
    """Whether a call only reads a value: a property or method of a result, or finding one."""
    path = Path(frame.f_code.co_filename).relative_to(CORE)
    if str(path) in LOOKUPS or "_reads" in frame.f_code.co_name:
        return True
    return "self" in frame.f_code.co_varnames[:1] or "<" in frame.f_code.co_name


def repaint(window) -> None:
    for canvas in window.findChildren(Canvas):
        canvas._stale = True
        canvas.update()
    window.grab()


@pytest.mark.parametrize("area", ["hall-south", "laboratory", "bunkhouse"])
def test_no_bench_calculates_while_it_paints(window, area):
    window.desk.select_area(area)
    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
        QApplication.processEvents()
        with traced() as called:
            repaint(window)
        assert called == set(), stage


def test_no_view_of_a_bench_calculates_while_it_paints(window):
    shape = window.bench("shape", ShapeBench)
    for view in ("plan", "space", "cuts", "layers"):
        shape.show_view(view)
        QApplication.processEvents()
        with traced() as called:
            repaint(window)
        assert called == set(), view
    heat = window.bench("heat", HeatBench)
    for view in ("paths", "thickness", "methods"):
        heat.show_view(view)
        QApplication.processEvents()
        with traced() as called:
            repaint(window)
        assert called == set(), view


def test_no_view_of_set_out_calculates_while_it_paints(window):
    window.desk.select_area("hall-south")
    window.show_stage("set-out")
    bench = window.bench("set-out", SetOutBench)
    for view in ("courses", "deck", "eaves", "panels"):
        bench.show_view(view)
        QApplication.processEvents()
        with traced() as called:
            repaint(window)
        assert called == set(), view


@pytest.mark.parametrize("stage", ["quantities", "order"])
def test_no_view_of_bill_and_order_calculates_while_it_paints(window, stage):
    window.desk.select_area("laboratory")
    window.show_stage(stage)
    bench = window.bench(stage, Bench)
    for view in bench.views:
        bench.show_view(view)
        QApplication.processEvents()
        with traced() as called:
            repaint(window)
        assert called == set(), view


def test_selecting_scrolling_and_turning_work_nothing_out(window, qtbot):
    section = window.bench("build-up", SectionBench)
    shape = window.bench("shape", ShapeBench)
    shape.show_view("space")
    window.show_stage("build-up")
    QApplication.processEvents()
    counts = window.desk.session.analyser.counts
    before = dict(counts)
    for layer in window.desk.assembly.layers:
        window.desk.select_layer(layer.id)
        QApplication.processEvents()
    qtbot.keyClick(section.canvas, Qt.Key.Key_Up)
    bar = window.findings._scroll.verticalScrollBar()
    for value in range(0, bar.maximum(), 40):
        bar.setValue(value)
        QApplication.processEvents()
    window.show_stage("shape")
    for _ in range(6):
        qtbot.keyClick(shape.canvas, Qt.Key.Key_Left)
        shape._look(shape._turn.azimuth + 7, shape._turn.lift + 2)
        QApplication.processEvents()
    shape.canvas.hovered.emit(QPointF(20, 20), Qt.KeyboardModifier.NoModifier)
    assert counts == before
