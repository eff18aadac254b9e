# SPDX-License-Identifier: GPL-3.0-or-later
"""Benchmarks of the roof in space: planes from outlines, whole shapes, a corner in the hand."""

from functools import partial
from math import cos, pi, sin
from statistics import median

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.model.geometry import Footprint, FootprintEdge, Loop
from glacis.core.shape.change import Under, add_roof, move_corner_to
from glacis.core.shape.rims import Band, Rim
from glacis.core.shape.shape import shape_of
from glacis.core.shape.wavefront import roof_over
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from timing import timed


def whole_shape() -> float:
    """Median seconds to planes, edges and cuts of two hundred areas, in blocks that touch."""
    base = tern_point(load_sites()[0])
    areas = []
    for k in range(200):
        count = len(base.areas)
        area, east, north = base.areas[k % count], 46.0 * (k // count % 5), 26.0 * (k // count // 5)
        outline = tuple((x + east, y + north) for x, y in area.outline)
        holes = tuple(
            replace(h, outline=tuple((x + east, y + north) for x, y in h.outline))
            for h in area.holes
        )
        areas.append(replace(area, id=f"r{k}", outline=outline, holes=holes, grown=None))
    project = replace(base, areas=tuple(areas), footprints=(), dormers=(), openings=(), falls=())
    return median(timed(partial(shape_of, project)) for _ in range(15))


def _ragged_outline(count: int) -> list[tuple[float, float]]:
    """A round outline with seven lobes and teeth all along it."""
    outline = []
    for k in range(count):
        turn = 2 * pi * k / count
        reach = 20 + 5 * sin(7 * turn) + 3 * sin(61.7 * k)
        outline.append((reach * cos(turn), reach * sin(turn)))
    return outline


def ragged(count: int, runs: int) -> float:
    """Median seconds to the planes over a ragged outline of ``count`` edges at three pitches."""
    rims = tuple(
        Rim(at, (Band(0.0, (30.0, 40.0, 45.0)[k % 3]),))
        for k, at in enumerate(_ragged_outline(count))
    )
    return median(timed(partial(roof_over, (rims,))) for _ in range(runs))


def dragged_corner() -> float:
    """Median seconds from a moved corner of a roof of twelve edges to all results and its plan."""
    outline = [
        (0, 0), (4, 0), (4, 6), (12, 6), (12, 0), (16, 0), (16, 16), (12, 16), (12, 10), (4, 10),
        (4, 16), (0, 16),
    ]  # fmt: skip
    edges = tuple(
        FootprintEdge(id=f"e{k}", at=(float(x), float(y)), pitch=38.0)
        for k, (x, y) in enumerate(outline)
    )
    footprint = Footprint(id="roof", name="H", level=3.0, loops=(Loop(edges=edges),))
    base = tern_point(load_sites()[0])
    empty = replace(base, areas=(), footprints=(), dormers=(), openings=(), falls=())
    project = add_roof(empty, footprint, Under("hall-slate", "hall"))
    engine = Analyser(load_library())
    engine.analyse(project)

    def drag(k: int) -> None:
        to = (16.0 + 0.05 * k, -0.02 * k)
        moved = move_corner_to(project, "roof", "e5", to)
        engine.analyse(moved)
        fit = fit_shape(moved, 740.0, 480.0)
        held = Held(moved.areas[0].id, footprint="roof", rim="e5")
        shape_plan_scene(moved, shape_of(moved), held, fit, 740.0, 480.0)

    return median(timed(partial(drag, k)) for k in range(1, 25))
