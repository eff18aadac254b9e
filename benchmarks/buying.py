# SPDX-License-Identifier: GPL-3.0-or-later
"""Quantities: the bill of a large roof after a change, cuts nested, years drawn."""

from functools import cache
from itertools import count

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.graph.part import WHOLE
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.core.quantities.bars import cut_list
from glacis.core.quantities.nest import Sheet, nested
from glacis.core.quantities.parts import BILL, COST, LATER
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from timing import timed

STEPS = count(1)
AREAS = 20


@cache
def _large() -> tuple[Analyser, Project]:
    """Twenty flat areas of 100 m² side by side, built like the laboratory, with its prices."""
    demo = tern_point(load_sites()[0])
    lab = next(area for area in demo.areas if area.id == "laboratory")
    stated = next(item for item in demo.fixings if item.area == "laboratory")
    areas, fixings = [], []
    for k in range(AREAS):
        x, y = 14.0 * (k % 5), 14.0 * (k // 5)
        outline = ((x, y), (x + 10, y), (x + 10, y + 10), (x, y + 10))
        areas.append(replace(lab, id=f"r{k}", name=f"Roof {k}", outline=outline, holes=()))
        fixings.append(replace(stated, area=f"r{k}"))
    large = replace(
        demo, areas=tuple(areas), fixings=tuple(fixings), openings=(), dormers=(), footprints=(), falls=(), airs=(),
        set_outs=(), probes=(), hourlies=(), junctions=(), hand_pieces=(), pull_outs=(), variants=(), decisions=(),
        quantities=replace(demo.quantities, stacks=()),
    )  # fmt: skip
    return Analyser(load_library()), large


def _all(engine: Analyser, project: Project) -> float:
    results = engine.analyse(project, "figures")
    results.value(BILL, WHOLE)
    return results.value(COST, WHOLE).total.typical


def large_bill_after_a_change() -> float:
    """Seconds from another thickness of the insulation to bill and cost of 2,000 m² in twenty areas."""
    engine, project = _large()
    _all(engine, project)
    changed = set_thickness(project, "lab-low-slope", "insulation", 0.16 + 0.0001 * next(STEPS))
    return timed(lambda: _all(engine, changed))


def hundreds_nested() -> float:
    """Seconds to cut 600 pieces from boards."""
    sizes = [(0.1 + 0.0018 * k % 1.05, 0.1 + 0.0007 * k % 0.5) for k in range(600)]
    return timed(lambda: nested(sizes, Sheet(1.2, 0.6)))


def exact_cut_list() -> float:
    """Seconds to cut 40 pieces of six lengths from the least stock."""
    step = next(STEPS) / 1e5
    lengths = [1.31, 1.72, 2.23, 2.61, 0.94, 3.05]
    pieces = [
        length + step for k, length in enumerate(lengths) for _ in range((7, 7, 7, 7, 6, 6)[k])
    ]
    return timed(lambda: cut_list(pieces, (6.0,), 0.004))


def years_drawn() -> float:
    """Seconds for the years after the large roof, with its draws."""
    engine, project = _large()
    results = engine.analyse(
        set_thickness(project, "lab-low-slope", "insulation", 0.16 + 0.0001 * next(STEPS)),
        "figures",
    )
    results.value(COST, WHOLE)
    return timed(lambda: results.value(LATER, WHOLE))
