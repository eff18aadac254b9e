"""Findings as parts of the results: of every area, and of everything else."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.catalogue import about, by_severity, judge
from glacis.core.judgement.finding import About, AnyRule, Finding
from glacis.core.judgement.subjects import JunctionSubject, OpeningSubject, ProjectSubject
from glacis.core.model.geometry import Opening
from glacis.core.shape.edges import Edge
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.shape import RoofShape


class AreaJudged(Struct, frozen=True):
    """What the findings of an area depend on."""

    roof: AnalysedArea
    rules: tuple[AnyRule, ...]


class WholeJudged(Struct, frozen=True):
    """What the findings of edges, openings and the whole project depend on."""

    roofs: tuple[AnalysedArea, ...]
    shape: RoofShape
    openings: tuple[Opening, ...]
    rules: tuple[AnyRule, ...]


def _reads_area(reader: Reader, area: str) -> AreaJudged:
    return AreaJudged(reader.value(ANALYSED, area), reader.known.rules)


def _judge_area(read: AreaJudged) -> tuple[Finding, ...]:
    return judge(read.roof, about(read.rules, "area"))


def _reads_whole(reader: Reader, _subject: str) -> WholeJudged:
    project = reader.project
    roofs = tuple(reader.value(ANALYSED, area.id) for area in project.areas)
    shape = reader.value(SHAPE, WHOLE)
    return WholeJudged(roofs, shape, project.openings, reader.known.rules)


def subjects_of(read: WholeJudged) -> dict[About, tuple[object, ...]]:
    """Everything but areas that rules are asked about, by what they are asked of."""
    roofs = {roof.area.id: roof for roof in read.roofs}
    planes = {plane.id: plane for plane in read.shape.planes}
    edges: dict[str, list[Edge]] = {}
    for edge in read.shape.edges:
        edges.setdefault(edge.junction, []).append(edge)
    return {
        "edge": tuple(
            JunctionSubject(
                junction=junction,
                edges=tuple(edges.get(junction.id, ())),
                roofs=tuple(roofs[area] for area in junction.areas),
                planes=tuple(planes[area] for area in junction.areas),
            )
            for junction in read.shape.junctions
        ),
        "opening": tuple(
            OpeningSubject(item, roofs[item.area]) for item in read.openings if item.area in roofs
        ),
        "project": (ProjectSubject(read.roofs, read.shape, read.openings),),
    }


def _judge_whole(read: WholeJudged) -> tuple[Finding, ...]:
    found: list[Finding] = []
    for kind, subjects in subjects_of(read).items():
        asked = about(read.rules, kind)
        for subject in subjects if asked else ():
            found.extend(judge(subject, asked))
    return by_severity(found)


AREA_FINDINGS = Part("findings", _reads_area, _judge_area)
"""What is wrong with one area."""
WHOLE_FINDINGS = Part("whole findings", _reads_whole, _judge_whole)
"""What is wrong with edges, openings and the project as a whole."""
