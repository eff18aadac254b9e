# SPDX-License-Identifier: GPL-3.0-or-later
"""All benchmarks: ours against a reference measured in the same run."""

import compileall
import os
import subprocess
import sys
import tempfile
from functools import partial
from pathlib import Path
from statistics import median

from msgspec.structs import replace

import glacis
from glacis.core.analysis.analyser import Analyser
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.core.thickness.solve import Wish, solve
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from shaping import dragged_corner, ragged, whole_shape
from timing import timed

HERE = Path(__file__).parent
RUNS = 9
EDITS = 60


def start_up() -> tuple[float, float]:
    """Seconds of the demo window and of a bare one, run in turns: the pair of the median ratio.

    Each is measured beside the other, so that what else the machine does then weighs on both. The
    package is compiled first, as an installation leaves it.
    """
    compileall.compile_dir(str(Path(glacis.__file__).parent), quiet=1)
    ours: list[float] = []
    bare: list[float] = []
    with tempfile.TemporaryDirectory() as home:
        environment = {**os.environ, "GLACIS_HOME": home}
        for _ in range(RUNS):
            for name, times in (("bare_window", bare), ("demo_window", ours)):
                command = [sys.executable, str(HERE / f"{name}.py")]
                times.append(timed(partial(subprocess.run, command, check=True, env=environment)))
    pairs = sorted(zip(ours, bare, strict=True), key=lambda pair: pair[0] / pair[1])
    return pairs[len(pairs) // 2]


def largest(project: Project) -> str:
    """Id of the assembly with the most layers."""
    return max(project.assemblies, key=lambda assembly: len(assembly.layers)).id


def one_edit() -> float:
    """Median seconds from one thickness change in the largest assembly to all results."""
    project = tern_point(load_sites()[0])
    engine = Analyser(load_library())
    engine.analyse(project)
    assembly = largest(project)
    layer = next(
        x.id
        for a in project.assemblies
        if a.id == assembly
        for x in a.layers
        if getattr(x, "thickness", 0) > 0.03
    )
    times = []
    for k in range(EDITS):
        changed = set_thickness(project, assembly, layer, 0.1 + k / 1000)
        times.append(timed(partial(engine.analyse, changed)))
    return median(times)


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
    return replace(project, assemblies=assemblies, areas=areas, materials=(shared,))


def large_project() -> Project:
    """Two hundred areas over sixty assemblies."""
    base = tern_point(load_sites()[0])
    made = tuple(replace(base.assemblies[k % 4], id=f"a{k}") for k in range(60))
    areas = tuple(replace(base.areas[k % 7], id=f"r{k}", assembly=f"a{k % 60}") for k in range(200))
    return replace(base, assemblies=made, areas=areas, variants=())


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
    """Seconds for a fixed piece of plain Python: what one core of this machine does."""

    def work() -> None:
        total = 0.0
        for k in range(1, 200_000):
            total += (k % 7) ** 0.5 / k

    return median(timed(work) for _ in range(7))


def main() -> int:
    """Print the table; exit 1 where a bar is missed."""
    ours, bare = start_up()
    edit, shared, stick = one_edit(), shared_material(), yardstick()
    large, solving, shaping = large_edit(), solver(), whole_shape()
    hundred, thousand, drag = ragged(100, 9), ragged(1000, 3), dragged_corner()
    rows = [
        ("start to painted demo window", ours, "bare PyQt6 window", bare, ours / bare, 4.0),
        ("one thickness change to all results", edit, "10 ms", 0.010, edit / 0.010, 1.0),
        ("100 areas after a shared material", shared, "150 ms", 0.150, shared / 0.150, 1.0),
        ("one edit in 200 areas, 60 assemblies", large, "50 ms", 0.050, large / 0.050, 1.0),
        ("shape of 200 areas", shaping, "50 ms", 0.050, shaping / 0.050, 1.0),
        ("skeleton of 100 edges", hundred, "100 ms", 0.100, hundred / 0.100, 1.0),
        ("skeleton of 1000 edges", thousand, "5 s", 5.0, thousand / 5.0, 1.0),
        ("corner of 12 edges, all redrawn", drag, "1/30 s", 1 / 30, drag * 30, 1.0),
        ("solve for a target, two layers", solving, "200 ms", 0.200, solving / 0.200, 1.0),
        ("one thickness change to all results", edit, "200k float steps", stick, edit / stick, 0.5),
    ]
    print(f"{'what':<40}{'ours ms':>9}  {'reference':<20}{'ms':>8}{'ratio':>8}{'bar':>6}")
    missed = False
    for what, mine, name, reference, ratio, bar in rows:
        missed = missed or ratio > bar
        mark = "" if ratio <= bar else "  missed"
        print(
            f"{what:<40}{mine * 1e3:>9.2f}  {name:<20}{reference * 1e3:>8.2f}"
            f"{ratio:>8.2f}{bar:>6.1f}{mark}"
        )
    return int(missed)


if __name__ == "__main__":
    sys.exit(main())
