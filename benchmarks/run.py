# SPDX-License-Identifier: GPL-3.0-or-later
"""All benchmarks: ours against a reference measured in the same run."""

import compileall
import os
import subprocess
import sys
import tempfile
from collections.abc import Callable
from functools import partial
from pathlib import Path
from statistics import median

from msgspec import Struct
from msgspec.structs import replace

import glacis
from airs import one_path, three_hundred_bays, year_of_twelve
from buying import exact_cut_list, hundreds_nested, large_bill_after_a_change, years_drawn
from draining import (
    dragged_outlet,
    flood_alone,
    large_surface,
    million_cells,
    plain_flood,
    sights,
    thousand_boards,
)
from glacis.core.analysis.analyser import Analyser
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.core.thickness.solve import Wish, solve
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from glacis.session.kernels import keep_kernels
from holding import dragged_parapet, large_roof_after_a_change
from hygro import a_year, beside_lsoda
from joining import dragged_section, hundred_thousand_cells, thirty_junctions
from setting_out import dragged_window, ten_thousand_slates
from shaping import dragged_corner, ragged, whole_shape
from timing import timed
from weather import year_made, year_read
from working import hundreds_of_tasks, thousand_finishes

keep_kernels()
HERE = Path(__file__).parent
RUNS = 25
ROUNDS = 3
START_AT_MOST = 3.3
"""Times the start of a bare window."""
EDITS = 60


def starts(runs: int) -> tuple[float, float]:
    """Seconds of the demo window and of a bare one, run in turns: the pair of the median ratio."""
    ours: list[float] = []
    bare: list[float] = []
    with tempfile.TemporaryDirectory() as home:
        environment = {**os.environ, "GLACIS_HOME": home}
        for _ in range(runs):
            for name, times in (("bare_window", bare), ("demo_window", ours)):
                command = [sys.executable, str(HERE / f"{name}.py")]
                times.append(timed(partial(subprocess.run, command, check=True, env=environment)))
    pairs = sorted(zip(ours, bare, strict=True), key=lambda pair: pair[0] / pair[1])
    return pairs[len(pairs) // 2]


def start_up() -> tuple[float, float]:
    """The start of the round with the least ratio.

    On a machine that does other things too the ratio of one round strays by a tenth: a round over
    the bar is measured again, twice at most, and a start that is really slower misses all three.
    The package is compiled first, as an installation leaves it.
    """
    compileall.compile_dir(str(Path(glacis.__file__).parent), quiet=1)
    rounds: list[tuple[float, float]] = []
    while len(rounds) < ROUNDS and not any(ours <= START_AT_MOST * bare for ours, bare in rounds):
        rounds.append(starts(RUNS))
    return min(rounds, key=lambda pair: pair[0] / pair[1])


def largest(project: Project) -> str:
    """Id of the assembly with the most layers."""
    return max(project.assemblies, key=lambda assembly: len(assembly.layers)).id


def thick_layer(project: Project, assembly: str) -> str:
    """Id of its first layer of more than 30 mm."""
    layers = next(a.layers for a in project.assemblies if a.id == assembly)
    return next(layer.id for layer in layers if getattr(layer, "thickness", 0) > 0.03)


def edited(project: Project) -> float:
    """Median seconds from one thickness change in the largest assembly to all results."""
    engine = Analyser(load_library())
    engine.analyse(project)
    assembly = largest(project)
    layer = thick_layer(project, assembly)
    times = []
    for k in range(EDITS):
        changed = set_thickness(project, assembly, layer, 0.1 + k / 1000)
        times.append(timed(partial(engine.analyse, changed)))
    return median(times)


def one_edit() -> float:
    """Median seconds from one thickness change in the largest assembly to all results."""
    return edited(tern_point(load_sites()[0]))


def hundred_areas() -> Project:
    """A hundred areas, each with an assembly of its own, that share one material."""
    project = tern_point(load_sites()[0])
    lab = next(a for a in project.assemblies if a.id == "lab-low-slope")
    shared = replace(
        next(m for m in load_library().materials if m.id == "eps-white"), id="shared-foam"
    )
    layers = tuple(
        replace(x, material="shared-foam") if getattr(x, "material", "") == "eps-white" else x
        for x in lab.layers
    )
    assemblies = tuple(
        replace(lab, id=f"a{k}", name=f"Assembly {k}", layers=layers) for k in range(100)
    )
    area = next(a for a in project.areas if a.id == "laboratory")
    areas = tuple(replace(area, id=f"r{k}", assembly=f"a{k}") for k in range(100))
    return replace(project, assemblies=assemblies, areas=areas, materials=(shared,), falls=())


def large_project() -> Project:
    """Two hundred areas over sixty assemblies."""
    base = tern_point(load_sites()[0])
    made = tuple(replace(base.assemblies[k % 4], id=f"a{k}") for k in range(60))
    areas = tuple(replace(base.areas[k % 7], id=f"r{k}", assembly=f"a{k % 60}") for k in range(200))
    return replace(base, assemblies=made, areas=areas, variants=(), falls=())


def large_edit() -> float:
    """Median seconds from one edit in the large project to all results."""
    project = large_project()
    engine = Analyser(load_library())
    engine.analyse(project)
    times = []
    for k in range(EDITS):
        changed = set_thickness(project, "a5", "insulation", 0.1 + k / 1000)
        times.append(timed(partial(engine.analyse, changed)))
    return median(times)


def solver() -> float:
    """Median seconds to solve the hall's roof, two insulations shared, for its target."""
    engine = Analyser(load_library())
    roof = engine.analyse(tern_point(load_sites()[0])).areas[0].roof
    return median(timed(partial(solve, roof, Wish(target=0.15))) for _ in range(9))


def shared_material() -> float:
    """Median seconds from one change of a shared material to all results of 100 areas."""
    project = hundred_areas()
    engine = Analyser(load_library())
    engine.analyse(project)
    times = []
    for k in range(15):
        foam = replace(project.materials[0], conductivity=0.030 + k / 10000)
        times.append(timed(partial(engine.analyse, replace(project, materials=(foam,)))))
    return median(times)


def yardstick() -> float:
    """Seconds for a fixed piece of plain Python: what one core of this machine does just now."""

    def work() -> None:
        total = 0.0
        for k in range(1, 200_000):
            total += (k % 7) ** 0.5 / k

    return median(timed(work) for _ in range(7))


def with_hours() -> float:
    """Median seconds for one thickness change where the site carries 8,760 hours of 8 series."""
    project = tern_point(load_sites()[0])
    climate = replace(project.site.climate, rain=tuple(k / 1000 for k in range(8760 * 8)))
    project = replace(project, site=replace(project.site, climate=climate))
    return edited(project)


QUIET = 0.028
"""What the yardstick took when the machine that the bars were set on had nothing else to do [s]."""


class Row(Struct, frozen=True):
    """What was timed, against what, and the most it may be of it.

    Attributes:
        what: in words.
        ours: how it is timed [s].
        reference: what the bar is: another program, or a time on a quiet machine.
        most: times that reference.
        seconds: of the reference where it is a time [s]; 0 where it is measured.
    """

    what: str
    ours: Callable[[], float]
    reference: str
    most: float = 1.0
    seconds: float = 0.0


ROWS = (
    Row("one thickness change to all results", one_edit, "half a frame", seconds=1 / 120),
    Row("the same, 8760 hours x 8 series beside it", with_hours, "half a frame", seconds=1 / 120),
    Row("one edit in 200 areas, 60 assemblies", large_edit, "one frame", seconds=1 / 60),
    Row("100 areas after a shared material", shared_material, "150 ms", seconds=0.150),
    Row("shape of 200 areas", whole_shape, "50 ms", seconds=0.050),
    Row("skeleton of 100 edges", partial(ragged, 100, 9), "100 ms", seconds=0.100),
    Row("skeleton of 1000 edges", partial(ragged, 1000, 3), "5 s", seconds=5.0),
    Row("corner of 12 edges, all redrawn", dragged_corner, "1/30 s", seconds=1 / 30),
    Row("solve for a target, two layers", solver, "200 ms", seconds=0.200),
    Row(
        "10,000 m2, 40 outlets, with facets and U",
        partial(large_surface, 0),
        "60 ms",
        seconds=0.060,
    ),
    Row("the same with 25 kerbs", partial(large_surface, 25), "150 ms", seconds=0.150),
    Row("its plan of sights, once", sights, "200 ms", seconds=0.200),
    Row("outlet dragged on 500 m2 with kerbs", dragged_outlet, "16 ms", seconds=0.016),
    Row("a million cells flooded, routed, pooled", million_cells, "300 ms", seconds=0.300),
    Row("1,200 tapered boards laid", thousand_boards, "1 s", seconds=1.0),
    Row("300 bays of a hipped plane", three_hundred_bays, "50 ms", seconds=0.050),
    Row("one bay, both directions", one_path, "16 ms", seconds=0.016),
    Row("10,000 slates laid on 500 m2", ten_thousand_slates, "100 ms", seconds=0.100),
    Row("roof window dragged among slates", dragged_window, "1/30 s", seconds=1 / 30),
    Row("a section of 100,000 cells", hundred_thousand_cells, "1 s", seconds=1.0),
    Row("a section that is dragged", dragged_section, "50 ms", seconds=0.05),
    Row("30 junctions on fine grids", thirty_junctions, "20 s", seconds=20.0),
    Row("2,000 m² of fixings after a change", large_roof_after_a_change, "0.1 s", seconds=0.1),
    Row("bill of 2,000 m² after a change", large_bill_after_a_change, "0.1 s", seconds=0.1),
    Row("600 pieces cut from boards", hundreds_nested, "2 s", seconds=2.0),
    Row("40 pieces of 6 lengths, exact", exact_cut_list, "2 s", seconds=2.0),
    Row("its years, drawn 200 times", years_drawn, "0.5 s", seconds=0.5),
    Row("500 tasks in their order", hundreds_of_tasks, "20 ms", seconds=0.02),
    Row("1,000 finishes of 200 tasks", thousand_finishes, "2 s", seconds=2.0),
    Row("a parapet that is dragged", dragged_parapet, "33 ms", seconds=0.033),
    Row("a year of a flat roof, 36 cells", a_year, "250 ms", seconds=0.25),
    Row("a weather year made", year_made, "200 ms", seconds=0.2),
    Row("a weather year read", year_read, "300 ms", seconds=0.3),
    Row("a year of 12 bays by the hour", year_of_twelve, "10 s", seconds=10.0),
)
LSODA_AT_MOST = 1 / 50
"""Of SciPy's banded LSODA with the same right-hand side, compiled, that errs by 0.03 % by mass at most."""
FLOOD_AT_MOST = 1 / 40
"""Of a plain heap in plain Python."""


def show(what: str, mine: float, name: str, reference: float, most: float) -> bool:
    """Print one row; whether its bar is met."""
    ratio = mine / reference
    met = ratio <= most
    mark = "" if met else "  missed"
    print(
        f"{what:<44}{mine * 1e3:>9.2f}  {name:<24}{reference * 1e3:>8.2f}{ratio:>8.3f}{most:>7.3f}{mark}"
    )
    return met


def main() -> int:
    """Print the table; exit 1 where a bar is missed."""
    print(f"{'what':<44}{'ours ms':>9}  {'reference':<24}{'ms':>8}{'ratio':>8}{'bar':>7}")
    ours, bare = start_up()
    met = [show("start to painted demo window", ours, "bare PyQt6 window", bare, START_AT_MOST)]
    for row in ROWS:
        before = yardstick()
        mine = row.ours()
        slower = max(1.0, (before + yardstick()) / 2 / QUIET)
        name = f"{row.reference} x {slower:.2f}"
        met.append(show(row.what, mine, name, row.seconds * slower, row.most))
    plain = plain_flood()
    met.append(show("a million cells flooded", flood_alone(), "plain heap", plain, FLOOD_AT_MOST))
    ours, theirs, error, other = beside_lsoda()
    name = f"LSODA, {other:.3f} against {error:.3f} %"
    met.append(show("12 days of a flat roof, hour by hour", ours, name, theirs, LSODA_AT_MOST))
    print(
        "Times are on a quiet machine; each bar is stretched by how much slower a fixed piece of plain\n"
        f"Python ran just before and after than the {QUIET * 1e3:.0f} ms it took there."
    )
    return int(not all(met))


if __name__ == "__main__":
    sys.exit(main())
