# SPDX-License-Identifier: GPL-3.0-or-later
"""A roof area taken many ways, each run hour by hour: which of them stay dry, and by how much."""

from collections.abc import Callable
from functools import partial
from itertools import product
from math import prod
from typing import Any

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.analysis.analyser import worker_analyser
from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.graph.part import LongPart, Progress, unwatched
from glacis.core.graph.reader import Reader
from glacis.core.graph.series import Series
from glacis.core.heat.resolve import strongest
from glacis.core.hourly.change import change_hourly
from glacis.core.hourly.parts import HOURLY, RESERVE
from glacis.core.materials.library import Library
from glacis.core.model.document import Project, RoofArea, Site
from glacis.core.model.edit import set_thickness
from glacis.core.model.layers import MembraneLayer
from glacis.core.model.lookup import area_of
from glacis.core.stages import STAGES
from glacis.core.units.ranges import finite

ASKED_FIRST = 10_000
"""Cells from which a study has to be asked for twice; our judgement: some hours of work on eight cores."""
NONE = "none"
"""What stands for nothing in the place of a retarder; by definition of the grid."""


class Setting(Struct, frozen=True):
    """What a cell of a study is made from.

    Attributes:
        project: the document.
        area: id of the roof area.
        sites: known by name.
        library: materials that everybody shares.
        hours: of the weather file that the project's own site has; None for none.
    """

    project: Project
    area: str
    sites: tuple[Site, ...]
    library: Library
    hours: Series | None = None


class Row(Struct, frozen=True):
    """What a cell came to; a sentence in ``fault`` where it could not be worked out.

    Attributes:
        verdict: fit, mind or stop; empty at a fault.
        peak: of the wettest wood [% by mass]; None where there is none.
        free: water that stands free [kg/m²].
        longest: spell of wood over 20 % [d].
        mould: largest index [-].
        years: that were run.
        settled: whether it repeats itself.
        reserve: what it forgives [kg/(m²·a)]; None where it was not sought, or without wood.
        fault: in words.
    """

    verdict: str = ""
    peak: float | None = None
    free: float = 0.0
    longest: int = 0
    mould: float = 0.0
    years: int = 0
    settled: bool = False
    reserve: float | None = None
    fault: str = ""


Change = Callable[[Setting, str], Setting]


def _stated(key: str, number: bool, made: Setting, value: str) -> Setting:
    """Take the area otherwise hour by hour."""
    figure: Any = _number(key, value) if number else value
    if key == "start":
        figure = round(figure)
    project = change_hourly(made.project, made.area, **{key: figure})
    return replace(made, project=project)


def _number(key: str, value: str) -> float:
    try:
        return finite(value)
    except ValueError:
        raise ValueRefused(f"study, {key}", value, "a number") from None


def _facing(made: Setting, value: str) -> Setting:
    def turned(area: RoofArea) -> RoofArea:
        return (
            replace(area, azimuth=_number("azimuth", value) % 360) if area.id == made.area else area
        )

    return replace(
        made, project=replace(made.project, areas=tuple(map(turned, made.project.areas)))
    )


def _at_site(made: Setting, value: str) -> Setting:
    found = next((site for site in made.sites if site.name == value), None)
    if found is None:
        raise MissingReference("site", value, "The study")
    return replace(made, project=replace(made.project, site=found))


def _with_retarder(made: Setting, value: str) -> Setting:
    """Another sheet in the place of those that control vapour inside the main insulation."""
    project = made.project
    if value != NONE and value not in made.library.index(project.materials):
        raise MissingReference("material", value, "The study")
    layers, main = _layers(made)
    materials = made.library.index(project.materials)

    def controls(layer: Any) -> bool:
        return isinstance(layer, MembraneLayer) and "vapour" in materials[layer.material].roles

    inner = tuple(layer for layer in layers[:main] if not controls(layer))
    sheet = () if value == NONE else (MembraneLayer(id="study-retarder", material=value),)
    return _built(made, (*inner, *sheet, *layers[main:]))


def _thicker(made: Setting, value: str) -> Setting:
    """The main insulation so many times as thick."""
    layers, main = _layers(made)
    layer = layers[main]
    thickness = getattr(layer, "thickness", 0.0) * _number("thickness", value)
    name = area_of(made.project, made.area).assembly
    return replace(made, project=set_thickness(made.project, name, layer.id, thickness))


def _layers(made: Setting) -> tuple[tuple[Any, ...], int]:
    """The stated layers, and the place of the main insulation; at the end where there is none."""
    roof = (
        worker_analyser(made.library, STAGES, made.hours)
        .analyse(made.project, "figures")
        .of(made.area)
        .roof
    )
    main = strongest(roof.layers)
    return roof.assembly.layers, len(roof.layers) if main is None else main


def _built(made: Setting, layers: tuple[Any, ...]) -> Setting:
    name = area_of(made.project, made.area).assembly
    assemblies = tuple(
        replace(item, layers=layers) if item.id == name else item
        for item in made.project.assemblies
    )
    return replace(made, project=replace(made.project, assemblies=assemblies))


AXES: dict[str, Change] = {
    "site": _at_site,
    "retarder": _with_retarder,
    "thickness": _thicker,
    "azimuth": _facing,
    "leak": partial(_stated, "leak", False),
    "colour": partial(_stated, "absorptance", True),
    "shade": partial(_stated, "sun_passes", True),
    "rain": partial(_stated, "rain_leak", True),
    "start": partial(_stated, "start", True),
}
"""What may be varied, in the order in which it is done."""
WORDS = {
    "site": "Site", "retarder": "Vapour retarder", "thickness": "Insulation, times", "azimuth": "Faces, °",
    "leak": "Air leaks", "colour": "Absorptance", "shade": "Sun let through", "rain": "Rain that leaks",
    "start": "Closed in, month",
}  # fmt: skip
Grid = tuple[tuple[str, tuple[str, ...]], ...]
"""Names of axes with the values of each."""
Point = tuple[str, ...]
"""A value of each axis of a grid."""


def grid_from(text: str) -> Grid:
    """A grid in words.

    >>> grid_from("leak=none,usual; colour=0.3,0.9")
    (('leak', ('none', 'usual')), ('colour', ('0.3', '0.9')))

    Raises:
        ValueRefused: for what is no grid, or an axis that nobody knows.
    """
    found = []
    for part in filter(None, map(str.strip, text.split(";"))):
        name, sign, values = part.partition("=")
        items = tuple(filter(None, map(str.strip, values.split(","))))
        if not sign or not items:
            raise ValueRefused("grid", part[:40], "axis=value,value; axis=value")
        if name.strip() not in AXES:
            raise ValueRefused("axis of the grid", name.strip()[:40], f"one of {', '.join(AXES)}")
        found.append((name.strip(), items))
    if not found or len({name for name, _ in found}) < len(found):
        raise ValueRefused("grid", text[:40], "one or more axes, each once")
    return tuple(found)


def size_of(grid: Grid) -> int:
    """How many cells a grid has."""
    return prod(len(values) for _, values in grid)


def points_of(grid: Grid) -> tuple[Point, ...]:
    """All points of a grid, the last axis running fastest."""
    return tuple(product(*(values for _, values in grid)))


def setting_at(setting: Setting, grid: Grid, point: Point) -> Setting:
    """The area as a point of the grid has it.

    Raises:
        GlacisError: for a value that an axis refuses.
    """
    chosen = dict(zip((name for name, _ in grid), point, strict=True))
    for name, change in AXES.items():
        if name in chosen:
            setting = change(setting, chosen[name])
    return setting


def row_of(
    setting: Setting,
    grid: Grid,
    point: Point,
    *,
    reserve: bool = False,
    progress: Progress = unwatched,
) -> Row:
    """A cell of a study; what it refuses is told in its row."""
    try:
        made = setting_at(setting, grid, point)
        results = worker_analyser(made.library, STAGES, made.hours).analyse(made.project, "figures")
        hours = results.reader.finish(HOURLY, made.area, progress)
        forgiven = results.reader.finish(RESERVE, made.area, progress) if reserve else None
    except GlacisError as fault:
        return Row(fault=str(fault))
    run, verdict = hours.run, hours.verdict
    wood = verdict.wettest
    return Row(
        verdict=verdict.grade,
        peak=None if wood is None else wood.peak,
        free=verdict.condensate[0],
        longest=0 if wood is None else wood.longest,
        mould=max((item.index for item in verdict.moulds), default=0.0),
        years=run.years,
        settled=run.settled,
        reserve=None if forgiven is None else forgiven.water,
        fault=run.stopped,
    )


class StudyRead(Struct, frozen=True):
    """What a study of the window depends on; ``reserve`` asks what each cell forgives too."""

    setting: Setting
    grid: Grid
    reserve: bool = False


class Studied(Struct, frozen=True):
    """A study: its grid and its rows, point by point."""

    grid: Grid
    rows: tuple[Row, ...]


def subject_of(area: str, grid: Grid, reserve: bool = False) -> str:
    """The name that a study of an area goes by; ``reserve`` asks what each cell forgives too."""
    axes = ";".join(f"{name}={','.join(values)}" for name, values in grid)
    return f"{area}|{axes}|{RESERVE.name if reserve else ''}"


def study_part(sites: tuple[Site, ...]) -> LongPart[StudyRead, Studied]:
    """The study as a part; its subject is the area with the grid, as :func:`subject_of` has it."""

    def reads(reader: Reader, subject: str) -> StudyRead:
        area, _, more = subject.partition("|")
        grid, _, reserve = more.rpartition("|")
        setting = Setting(reader.project, area, sites, reader.known.library, reader.site_hours)
        return StudyRead(setting, grid_from(grid), bool(reserve))

    return LongPart("study", reads, _studied)


def _studied(read: StudyRead, progress: Progress) -> Studied:
    points = points_of(read.grid)
    rows = []
    for number, point in enumerate(points):

        def tell(share: float, _words: str, number: int = number) -> None:
            progress((number + share) / len(points), f"{number + 1} of {len(points)}")

        row = row_of(read.setting, read.grid, point, reserve=read.reserve, progress=tell)
        rows.append(row)
    return Studied(read.grid, tuple(rows))
