# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in plan and in space, its areas, true lengths and cuts."""

from msgspec import Struct

from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.model.document import Assembly, Project, RoofArea, Site
from glacis.core.model.geometry import Dormer, Footprint, Opening
from glacis.core.model.lookup import things_of
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.shape import RoofShape
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Blocks, NewPage, Picture, Words, words_grid
from glacis.report.chapters.shape.rows import area_rows, cut_rows, junction_rows, opening_rows
from glacis.report.charts.in_space import Turn, space_scene
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from glacis.report.charts.shades import builds

SIZE = (700.0, 380.0)
CUT_WORDS = (
    "Angles of the true planes, without play. Blade tilt and jack bevel count from square, mitre from "
    "square to the eaves on the face of the board, backing from level across the line. Cut a trial "
    "piece first; clamp, guard, and protect eyes, ears and lungs."
)


class ShapeDrawn(Struct, frozen=True):
    """What drawings and schedules of the shape show."""

    areas: tuple[RoofArea, ...]
    footprints: tuple[Footprint, ...]
    dormers: tuple[Dormer, ...]
    openings: tuple[Opening, ...]
    assemblies: tuple[Assembly, ...]
    site: Site
    units: System
    shape: RoofShape


def _reads(reader: Reader, _subject: str) -> ShapeDrawn:
    project = reader.project
    return ShapeDrawn(
        project.areas, project.footprints, project.dormers, project.openings, project.assemblies,
        project.site, project.units, reader.value(SHAPE, WHOLE),
    )  # fmt: skip


def _blocks(read: ShapeDrawn) -> Blocks:
    if not read.areas:
        return ()
    project = Project(
        name="", site=read.site, units=read.units, areas=read.areas, footprints=read.footprints,
        dormers=read.dormers, openings=read.openings, assemblies=read.assemblies,
    )  # fmt: skip
    shape = read.shape
    fit = fit_shape(project, *SIZE, 26)
    blocks: list[Block] = [
        NewPage(),
        Words("Shape", "heading"),
        Picture(shape_plan_scene(project, shape, Held(""), fit, *SIZE)),
        Picture(space_scene(project, shape, builds(project), "", Turn(), SIZE)),
        words_grid(area_rows(project, shape), (40, 12, 12, 14, 14, 14), left=1),
        Words("Junctions and edges", "sub"),
        words_grid(junction_rows(project, shape), (16, 60, 18), left=2),
    ]
    if things_of(project):
        blocks.append(Words("Openings and what stands on the roof", "sub"))
        blocks.append(words_grid(opening_rows(project), (26, 14, 34, 12, 12, 12), left=3))
    if shape.cuts:
        blocks.append(Words("Cuts", "sub"))
        widths = (10, 34, 13, 11, 11, 10, 11, 10)
        blocks.append(words_grid(cut_rows(project, shape), widths, left=2))
        blocks.append(Words(CUT_WORDS, "small"))
    return tuple(blocks)


SHAPE_CHAPTER = Part("chapter shape", _reads, _blocks)
