# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings: zones, placed points and lengths of a large roof after a change, and a parapet that is dragged."""

from functools import cache
from itertools import count

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.fixings.change import set_parapet
from glacis.core.fixings.parts import FIXED, wind_of
from glacis.core.fixings.walls import walls_of
from glacis.core.model.document import Project
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from glacis.report.charts.fixing_zones import ZonesView, zones_scene
from timing import timed

STEPS = count(1)
AREAS = 20
SIZE = (738.0, 478.0)


@cache
def _large() -> tuple[Analyser, Project]:
    """Twenty flat areas of 100 m² side by side, each held like the laboratory."""
    demo = tern_point(load_sites()[0])
    lab = next(area for area in demo.areas if area.id == "laboratory")
    stated = next(item for item in demo.fixings if item.area == "laboratory")
    areas, fixings = [], []
    for k in range(AREAS):
        x, y = 14.0 * (k % 5), 14.0 * (k // 5)
        outline = ((x, y), (x + 10, y), (x + 10, y + 10), (x, y + 10))
        areas.append(replace(lab, id=f"r{k}", name=f"Roof {k}", outline=outline, holes=()))
        fixings.append(replace(stated, area=f"r{k}"))
    tests = tuple(replace(test, area="r0") for test in demo.pull_outs)
    large = replace(
        demo, areas=tuple(areas), fixings=tuple(fixings), openings=(), dormers=(), footprints=(), falls=(), airs=(),
        set_outs=(), probes=(), hourlies=(), junctions=(), hand_pieces=(), pull_outs=tests, variants=(), decisions=(),
    )  # fmt: skip
    return Analyser(load_library()), large


def _all(engine: Analyser, project: Project) -> int:
    """Sets of all areas, each placed."""
    results = engine.analyse(project, "figures")
    found = [results.value(FIXED, area.id) for area in project.areas]
    return sum(len(fixed.sets) for fixed in found if fixed is not None)


def large_roof_after_a_change() -> float:
    """Seconds from another wind to zones, points and lengths of 2,000 m² in twenty areas."""
    engine, project = _large()
    _all(engine, project)
    wind = replace(project.wind, speed=25.0 + 0.001 * next(STEPS))
    return timed(lambda: _all(engine, replace(project, wind=wind)))


@cache
def _demo() -> tuple[Analyser, Project]:
    engine, project = Analyser(load_library()), tern_point(load_sites()[0])
    engine.analyse(project)
    return engine, project


def dragged_parapet() -> float:
    """Seconds from one step of the hand to zones and fixings of the laboratory, drawn."""
    engine, project = _demo()
    edge = walls_of(engine.analyse(project, "figures").reader, "laboratory")[0].edge
    height = 0.4 + 0.001 * next(STEPS)

    def move() -> None:
        results = engine.analyse(set_parapet(project, "laboratory", edge, height), "figures")
        area = next(item for item in project.areas if item.id == "laboratory")
        results.value(FIXED, "laboratory")
        walls = walls_of(results.reader, "laboratory")
        zones_scene(
            ZonesView(area, wind_of(results.reader, "laboratory"), walls, False, "si"), SIZE
        )

    return timed(move)
