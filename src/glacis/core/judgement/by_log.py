# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of what is on record."""

from collections.abc import Collection, Iterator, Mapping
from functools import lru_cache

from msgspec import Struct

from glacis.core.graph.memo import Gathered
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.log.as_built import as_built, deviations, standing
from glacis.core.log.change import NEAR
from glacis.core.log.checks import Flag, Ground, flags_of
from glacis.core.log.keeping import open_observations, told
from glacis.core.log.table import strangers
from glacis.core.model.document import Material, Project
from glacis.core.model.geometry import Point
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.core.model.log import Deviated, Entry, Log

NOTHING = Log()


class LogSubject(Gathered, frozen=True):
    """What is on record, with what is wrong in it.

    Attributes:
        flags: all of them.
        areas: ids of roof areas that are there.
        layers: that are there, by area and id.
    """

    flags: tuple[Flag, ...]
    areas: frozenset[str]
    layers: frozenset[tuple[str, str]]


class LogJudged(Struct, frozen=True):
    """What these findings depend on; no subject where nothing is on record."""

    subject: LogSubject | None
    rules: tuple[AnyRule, ...]


def grounds_of(
    project: Project, materials: Mapping[str, Material], named: Collection[str]
) -> dict[tuple[str, str], Ground]:
    """Each layer's name, and the family of the solid layer it lies on, of the areas that are named."""
    by = {assembly.id: assembly for assembly in project.assemblies}
    found = {}
    for area in project.areas:
        if area.id not in named or area.assembly not in by:
            continue
        under = ""
        for layer in by[area.assembly].layers:
            known = isinstance(layer, (SolidLayer, MembraneLayer))
            material = materials.get(layer.material) if known else None  # type: ignore[union-attr]
            found[area.id, layer.id] = Ground(material.name if material else layer.id, under)
            if material is not None and isinstance(layer, SolidLayer):
                under = "screed" if "screed" in material.roles else material.family
    return found


def named_in(log: Log) -> frozenset[str]:
    """Ids of areas that the log speaks of."""
    return frozenset(
        (*(entry.spot.area for entry in log.entries), *(case.area for case in log.cases))
    )


def _strays(project: Project, layers: frozenset[tuple[str, str]]) -> Iterator[Flag]:
    """Entries whose area, layer or pin is no longer there; what was built otherwise and does not fit."""
    named = named_in(project.log)
    outlines = {area.id: area.outline for area in project.areas if area.id in named}
    lost = set(as_built(project)[1]) if deviations(project.log) else set()
    for entry in standing(project.log):
        why = _gone(entry, outlines, layers)
        if why:
            words = f"The entry of {entry.date} by {entry.who}: {why}."
            yield Flag("stray", "mind", entry.id, entry.spot.area, "", words)
        elif entry.id in lost and isinstance(entry.what, Deviated):
            words = f"Built “{entry.what.built}” for “{entry.what.drawn}” does not fit the roof as drawn now."
            yield Flag("unfit", "mind", entry.id, entry.spot.area, "", words)


def _gone(
    entry: Entry, outlines: dict[str, tuple[Point, ...]], layers: frozenset[tuple[str, str]]
) -> str:
    spot = entry.spot
    if not spot.area:
        return ""
    if spot.area not in outlines:
        return f"its roof area “{spot.area}” is gone"
    if (
        spot.layer
        and (spot.area, spot.layer) not in layers
        and not isinstance(entry.what, Deviated)
    ):
        return f"its layer “{spot.layer}” is gone"
    if spot.at is not None and _aside(outlines[spot.area], spot.at):
        return "its pin lies beside the roof"
    return ""


@lru_cache(maxsize=4096)
def _aside(outline: tuple[Point, ...], at: Point) -> bool:
    """Whether a pin lies beside an outline; asked again at every edit, so it is remembered."""
    from shapely import Point as At
    from shapely import Polygon

    return bool(Polygon(outline).distance(At(at)) > NEAR)


def _urgent(log: Log) -> Iterator[Flag]:
    for entry, what in open_observations(standing(log)):
        if what.severity == 3:
            words = (
                f"{told(what.what).capitalize()} seen on {entry.date} by {entry.who} cannot wait."
            )
            yield Flag("urgent", "stop", entry.id, entry.spot.area, "", words)


def _strangers(log: Log) -> Iterator[Flag]:
    """Signs and shares that are in no table."""
    for area, name in strangers(log):
        words = f"“{name}” is in no table of diagnosis: it counts for nothing."
        yield Flag("table", "mind", "", area, "", words)


def subject_log(reader: Reader) -> LogSubject | None:
    """What is on record; None where nothing is."""
    project = reader.project
    if project.log == NOTHING:
        return None
    named = named_in(project.log)
    grounds = grounds_of(project, reader.known.materials, named)
    layers = frozenset(grounds)
    flags = (
        *flags_of(project.log, grounds),
        *_strays(project, layers),
        *_urgent(project.log),
        *_strangers(project.log),
    )
    told_of = frozenset((flag.area, flag.layer) for flag in flags)
    areas = frozenset(area.id for area in project.areas if area.id in named)
    return LogSubject(flags, areas, layers & told_of)


def _reads(reader: Reader, _subject: str) -> LogJudged:
    return LogJudged(subject_log(reader), rules_about(reader, "log"))


def _judge(read: LogJudged) -> tuple[Finding, ...]:
    return () if read.subject is None else judge((read.subject,), read.rules)


LOG_FINDINGS = Part("findings of the log", _reads, _judge)
"""What is wrong in what is on record, and open."""
