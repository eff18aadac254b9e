# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of what is on record."""

from collections.abc import Iterator

from msgspec import Struct
from shapely import Point, Polygon

from glacis.core.graph.memo import Gathered
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.log.as_built import as_built, standing
from glacis.core.log.change import NEAR
from glacis.core.log.checks import Flag, Ground, flags_of
from glacis.core.log.keeping import open_observations, told
from glacis.core.log.table import strangers
from glacis.core.model.document import Material, Project
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


def grounds_of(project: Project, materials: dict[str, Material]) -> dict[tuple[str, str], Ground]:
    """Each layer's name, and the family of the solid layer it lies on."""
    by = {assembly.id: assembly for assembly in project.assemblies}
    found = {}
    for area in project.areas:
        under = ""
        for layer in by[area.assembly].layers if area.assembly in by else ():
            known = isinstance(layer, (SolidLayer, MembraneLayer))
            material = materials.get(layer.material) if known else None  # type: ignore[union-attr]
            found[area.id, layer.id] = Ground(material.name if material else layer.id, under)
            if material is not None and isinstance(layer, SolidLayer):
                under = "screed" if "screed" in material.roles else material.family
    return found


def _strays(project: Project, layers: frozenset[tuple[str, str]]) -> Iterator[Flag]:
    """Entries whose area, layer or pin is no longer there; what was built otherwise and does not fit."""
    outlines = {area.id: Polygon(area.outline) for area in project.areas}
    lost = set(as_built(project)[1])
    for entry in standing(project.log):
        why = _gone(entry, outlines, layers)
        if why:
            words = f"The entry of {entry.date} by {entry.who}: {why}."
            yield Flag("stray", "mind", entry.id, entry.spot.area, "", words)
        elif entry.id in lost and isinstance(entry.what, Deviated):
            words = f"Built “{entry.what.built}” for “{entry.what.drawn}” does not fit the roof as drawn now."
            yield Flag("unfit", "mind", entry.id, entry.spot.area, "", words)


def _gone(entry: Entry, outlines: dict[str, Polygon], layers: frozenset[tuple[str, str]]) -> str:
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
    if spot.at is not None and outlines[spot.area].distance(Point(spot.at)) > NEAR:
        return "its pin lies beside the roof"
    return ""


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
    grounds = grounds_of(project, reader.known.library.index(project.materials))
    layers = frozenset(grounds)
    flags = (
        *flags_of(project.log, grounds),
        *_strays(project, layers),
        *_urgent(project.log),
        *_strangers(project.log),
    )
    return LogSubject(flags, frozenset(area.id for area in project.areas), layers)


def _reads(reader: Reader, _subject: str) -> LogJudged:
    return LogJudged(subject_log(reader), rules_about(reader, "log"))


def _judge(read: LogJudged) -> tuple[Finding, ...]:
    return () if read.subject is None else judge((read.subject,), read.rules)


LOG_FINDINGS = Part("findings of the log", _reads, _judge)
"""What is wrong in what is on record, and open."""
