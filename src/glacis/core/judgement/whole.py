# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of edges, openings and the project, as parts of the results.

Kept apart from those of areas, so that a window can open before the roof is measured.
"""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import used_in
from glacis.core.judgement.catalogue import about, judge
from glacis.core.judgement.finding import About, AnyRule, Finding
from glacis.core.judgement.subjects import JunctionSubject, OpeningSubject, ProjectSubject
from glacis.core.model.document import Material, RoofArea
from glacis.core.model.geometry import Opening
from glacis.core.shape.edges import Edge
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.shape import RoofShape

Found = tuple[Finding, ...]


class ShapeJudged(Struct, frozen=True):
    """What the findings of edges and of the project depend on."""

    areas: tuple[RoofArea, ...]
    shape: RoofShape
    openings: tuple[Opening, ...]
    coverings: tuple[tuple[str, Material], ...]
    rules: tuple[AnyRule, ...]


class OpeningsJudged(Struct, frozen=True):
    """What the findings of openings depend on: each with the area it stands on."""

    openings: tuple[tuple[Opening, AnalysedArea], ...]
    rules: tuple[AnyRule, ...]


def _reads_shape(reader: Reader, _subject: str) -> ShapeJudged:
    project = reader.project
    shape = reader.value(SHAPE, WHOLE)
    coverings = reader.once("coverings", lambda: _coverings(reader))
    return ShapeJudged(project.areas, shape, project.openings, coverings, reader.known.rules)


def _coverings(reader: Reader) -> tuple[tuple[str, Material], ...]:
    """The outermost covering of every area that has one; areas that share a build-up share it."""
    by_assembly: dict[str, Material | None] = {}
    for area in reader.project.areas:
        if area.assembly not in by_assembly:
            by_assembly[area.assembly] = _covering(reader, area)
    pairs = ((area.id, by_assembly[area.assembly]) for area in reader.project.areas)
    return tuple((area, material) for area, material in pairs if material is not None)


def _covering(reader: Reader, area: RoofArea) -> Material | None:
    """The outermost covering of an area."""
    materials = used_in(reader, reader.assembly(area)).materials
    return next((m for m in reversed(materials) if m is not None and "covering" in m.roles), None)


def _reads_openings(reader: Reader, _subject: str) -> OpeningsJudged:
    there = (item for item in reader.project.openings if reader.has_area(item.area))
    pairs = tuple((item, reader.value(ANALYSED, item.area)) for item in there)
    return OpeningsJudged(pairs, reader.known.rules)


def junctions_in(read: ShapeJudged) -> tuple[JunctionSubject, ...]:
    """Every junction with its edges and areas."""
    areas = {area.id: area for area in read.areas}
    planes = {plane.id: plane for plane in read.shape.planes}
    edges: dict[str, list[Edge]] = {}
    for edge in read.shape.edges:
        edges.setdefault(edge.junction, []).append(edge)
    return tuple(
        JunctionSubject(
            junction=junction,
            edges=tuple(edges.get(junction.id, ())),
            areas=tuple(areas[area] for area in junction.areas),
            planes=tuple(planes[area] for area in junction.areas),
        )
        for junction in read.shape.junctions
    )


def openings_in(read: OpeningsJudged) -> tuple[OpeningSubject, ...]:
    """Every opening with its area."""
    return tuple(OpeningSubject(opening, roof) for opening, roof in read.openings)


def project_in(read: ShapeJudged) -> tuple[ProjectSubject, ...]:
    """The project as a whole."""
    return (ProjectSubject(read.areas, read.shape, read.openings, read.coverings),)


def _judge_edges(read: ShapeJudged) -> Found:
    return judge(junctions_in(read), about(read.rules, "edge"))


def _judge_openings(read: OpeningsJudged) -> Found:
    return judge(openings_in(read), about(read.rules, "opening"))


def _judge_project(read: ShapeJudged) -> Found:
    return judge(project_in(read), about(read.rules, "project"))


EDGE_FINDINGS = Part("findings of edges", _reads_shape, _judge_edges)
"""What is wrong where areas end or meet."""
OPENING_FINDINGS = Part("findings of openings", _reads_openings, _judge_openings)
"""What is wrong with what goes through the roof."""
PROJECT_FINDINGS = Part("findings of the project", _reads_shape, _judge_project)
"""What is wrong with the project as a whole."""


WHOLE_FINDINGS = (EDGE_FINDINGS, OPENING_FINDINGS, PROJECT_FINDINGS)
"""Everything that is wrong beside areas."""


def subjects_about(kind: About, reader: Reader) -> tuple[object, ...]:
    """Everything that rules of one kind are asked about, but areas."""
    if kind == "edge":
        return junctions_in(_reads_shape(reader, WHOLE))
    if kind == "opening":
        return openings_in(_reads_openings(reader, WHOLE))
    return project_in(_reads_shape(reader, WHOLE))
