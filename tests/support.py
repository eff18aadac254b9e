# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs and reference cases that several tests use."""

import json
from functools import cache
from pathlib import Path
from typing import Any

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.analysis.results import AreaResult
from glacis.core.build_up.approaches.fits import fitting
from glacis.core.materials.library import Library
from glacis.core.model.document import (
    Assembly,
    Climate,
    HumidityClass,
    Imperfections,
    Material,
    Method,
    Project,
    RoofArea,
    SetPoint,
    Site,
    Zone,
)
from glacis.core.model.geometry import Footprint, Loop
from glacis.core.model.layers import Layer
from glacis.core.shape.change import release_footprint
from glacis.core.shape.footprints import regrow
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites

CASES = Path(__file__).parent / "data" / "cases"
MILD = (3.0, 3.5, 6.0, 9.0, 13.0, 16.0, 18.0, 17.5, 14.5, 10.5, 6.5, 4.0)
MILD_HUMIDITY = (0.85, 0.83, 0.79, 0.76, 0.74, 0.74, 0.75, 0.77, 0.80, 0.83, 0.86, 0.87)


def case(name: str) -> dict[str, Any]:
    """One reference case from tests/data/cases."""
    found: dict[str, Any] = json.loads((CASES / f"{name}.json").read_text())
    return found


@cache
def library() -> Library:
    return load_library()


@cache
def demo() -> Project:
    return tern_point(load_sites()[0])


@cache
def free_demo() -> Project:
    """The demo with a plain hipped hall whose planes stand for themselves, and nothing on them."""
    project = replace(demo(), dormers=(), openings=())
    hall = project.footprints[0]
    rims = {e.id: e for e in hall.loops[0].edges}
    plain = Footprint(
        id="hall", name=hall.name, level=hall.level,
        loops=(Loop(edges=(
            rims["south"], rims["east"], rims["north"], replace(rims["west"], at=(0.0, 12.0)),
        )),),
    )  # fmt: skip
    kept = tuple(
        replace(area, holes=())
        for area in project.areas
        if not area.id.startswith(("dormer", "hall-porch"))
    )
    grown = replace(project, areas=kept, footprints=(plain,))
    return release_footprint(regrow(grown, "hall"), "hall")


def analyser() -> Analyser:
    return Analyser(library())


def climate(
    temperature: tuple[float, ...] = MILD, humidity: tuple[float, ...] = MILD_HUMIDITY
) -> Climate:
    return Climate(
        temperature=temperature, humidity=humidity, design_winter=-8.0, design_summer=28.0,
        rain=(60.0,) * 12,
    )  # fmt: skip


def roof_project(
    *layers: Layer,
    pitch: float = 30.0,
    humidity: HumidityClass | SetPoint | None = None,
    use: str = "dwelling",
    weather: Climate | None = None,
    materials: tuple[Material, ...] = (),
    target: float = 0.18,
    approach: str = "",
    imperfections: Imperfections | None = None,
    method: Method = "combined",
    indoor: float = 20.0,
) -> Project:
    """A project with one area whose build-up is ``layers``, inside to outside.

    Without an ``approach`` the assembly is called by one that it does follow.
    """
    project = Project(
        name="Test roof",
        site=Site(name="Test site", climate=weather or climate()),
        zones=(
            Zone(
                id="z",
                name="Rooms",
                use=use,  # type: ignore[arg-type]
                temperature=indoor,
                humidity=humidity or HumidityClass(number=3),
            ),
        ),
        areas=(
            RoofArea(
                id="a",
                name="Area",
                outline=((0.0, 0.0), (10.0, 0.0), (10.0, 5.0), (0.0, 5.0)),
                pitch=pitch,
                azimuth=180.0,
                level=3.0,
                assembly="b",
                zone="z",
                target_u=target,
            ),
        ),
        assemblies=(Assembly(id="b", name="Build-up", approach="warm-deck", layers=layers),),
        materials=materials,
    )
    named = approach or (*fitting(analysed(project).roof.layers), "warm-deck")[0]
    stated = imperfections or Imperfections()
    assembly = replace(project.assemblies[0], approach=named, imperfections=stated)
    targets = replace(project.targets, method=method)
    return replace(project, assemblies=(assembly,), targets=targets)


def analysed(project: Project) -> AreaResult:
    """The result of the first area."""
    return analyser().analyse(project).areas[0]


def rules_of(project: Project) -> set[str]:
    """Ids of the rules that the first area trips."""
    return {finding.rule for finding in analysed(project).findings}


def own_material(**values: Any) -> Material:
    """A made-up material with plausible values."""
    plain = Material(
        id="own",
        name="Own stuff",
        family="mineral-fibre",
        conductivity=0.04,
        density=50.0,
        heat_capacity=1000.0,
        mu_dry=1.0,
        mu_wet=1.0,
        source="made up for a test",
    )
    return replace(plain, **values)
