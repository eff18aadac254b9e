# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions: a section of many cells, one that is dragged, and thirty of a building."""

from functools import cache
from itertools import count

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.conduction.grid import USUAL, finer, grid_of
from glacis.core.conduction.solve import solve
from glacis.core.junctions.cases import EdgeCase, draw
from glacis.core.junctions.change import set_detail
from glacis.core.junctions.edge_parts import CASES, SECTION
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.solved import try_edge
from glacis.core.model.document import Project
from glacis.core.model.edge_detail import EdgeDetail
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from glacis.report.charts.junction_section import SectionDrawing, section_scene
from timing import timed

STEPS = count(1)
PARAPET = "parapet:laboratory#1"
FINE = finer(USUAL, 5.25)
CELLS = 100_000
SIZE = (740.0, 420.0)


@cache
def _demo() -> tuple[Analyser, Project]:
    return Analyser(load_library()), tern_point(load_sites()[0])


@cache
def _warm() -> tuple[Analyser, Project]:
    engine, project = _demo()
    engine.analyse(project, "figures").value(SECTION, PARAPET)
    return engine, project


@cache
def _cases() -> tuple[EdgeCase, ...]:
    engine, project = _demo()
    found = engine.analyse(project, "figures").value(CASES)
    return tuple(dict.fromkeys(item.case for item in found if item.case is not None))


def hundred_thousand_cells() -> float:
    """Seconds to solve the bare parapet on a very fine grid."""
    case = next(case for case in _cases() if case.kind == "parapet")
    section = draw(case)[0].section
    assert grid_of(section, FINE).cells > CELLS
    return timed(lambda: solve(section, FINE))


def dragged_section() -> float:
    """Seconds from one step of the hand to the section with its isotherms, drawn."""
    engine, project = _warm()
    thick = 0.1 + 0.0001 * next(STEPS)

    def move() -> None:
        detail = EdgeDetail(height=0.6, wrap="both", insulation=thick, head=0.06)
        results = engine.analyse(set_detail(project, PARAPET, detail), "figures")
        view = results.value(SECTION, PARAPET)
        found = next(item for item in results.value(JUNCTIONS) if item.piece.id == PARAPET)
        assert view is not None
        assert not hasattr(view, "why")
        section_scene(SectionDrawing(view, found, "si"), SIZE)

    return timed(move)


def thirty_junctions() -> float:
    """Seconds to solve thirty different junctions on fine grids, one after the other."""
    step = 1e-6 * next(STEPS)

    def varied(case: EdgeCase, number: int) -> EdgeCase:
        return replace(
            case, detail=replace(case.detail, height=case.detail.height + step * (number + 1))
        )

    wanted = [varied(case, number) for number, case in enumerate((_cases() * 2)[:30])]
    return timed(lambda: [try_edge(case) for case in wanted])
