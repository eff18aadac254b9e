# SPDX-License-Identifier: GPL-3.0-or-later
"""Set-out: ten thousand slates laid one by one, a window dragged up a slope of slates."""

from functools import cache

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.set_out import SetOut
from glacis.core.set_out.change import move_opening
from glacis.core.set_out.found import SetOutRead, Stack
from glacis.core.set_out.laid_out import laid_out
from glacis.core.set_out.parts import SET_OUT
from glacis.core.set_out.shipped import products_of
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from glacis.report.charts.set_out_plane import PlaneView, plane_scene
from timing import timed

PLANE = RoofArea(
    id="a", name="Plane", outline=((0.0, 0.0), (40.0, 0.0), (40.0, 10.24), (0.0, 10.24)), pitch=35.0, azimuth=180.0,
    level=3.0, assembly="b", zone="z",
)  # fmt: skip
"""500 m² along its slope."""
SIZE = (740.0, 480.0)


@cache
def _read() -> SetOutRead:
    slate = products_of(())["slate-500-250"]
    return SetOutRead(
        PLANE, SetOut(area="a"), (("cover", slate),), (), Stack(0.6, 0.06, 0.2, 0.1, 0.04)
    )


def ten_thousand_slates() -> float:
    """Seconds to lay them."""
    found = laid_out(_read())
    assert found.covered is not None
    assert found.covered.laid is not None
    assert len(found.covered.laid.course) > 10_000
    return timed(lambda: laid_out(_read()))


@cache
def _demo() -> tuple[Analyser, Project]:
    site = load_sites()[0]
    return Analyser(load_library()), tern_point(site)


STEPS = iter(range(1, 100_000))


def dragged_window() -> float:
    """Seconds from one step of the hand to all results and the drawing of the plane."""
    engine, project = _demo()
    engine.analyse(project)
    step = 0.001 * (next(STEPS) % 300)

    def move() -> None:
        moved = move_opening(project, "hall-light", 0.0, step)
        found = engine.analyse(replace(moved)).value(SET_OUT, "hall-south")
        assert found is not None
        plane_scene(PlaneView(found, {}, "si"), SIZE)

    return timed(move)
