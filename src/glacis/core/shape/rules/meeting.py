# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about how areas meet, what goes through them, and what they are called."""

from collections.abc import Iterator
from functools import partial
from typing import TYPE_CHECKING

from msgspec.structs import replace

from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import Place, on_edge, on_opening
from glacis.core.judgement.questions import is_low_slope, sheet_covering
from glacis.core.model.document import Project
from glacis.core.model.edit import set_area, swap
from glacis.core.model.geometry import CUTTING
from glacis.core.model.lookup import area_of
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity

if TYPE_CHECKING:
    from glacis.core.judgement.subjects import JunctionSubject, OpeningSubject, ProjectSubject

LEAST_UPSTAND = 0.15
"""Height of a kerb or sleeve over the finished surface at least [m]; 0.3 where snow lies; our judgement
after the usual guidance for flat roofs."""
SMALL_STEP = 0.3
"""Planes that miss each other by less [m] are more likely to have slipped than to be meant; our
judgement."""


def _low_upstand(subject: "OpeningSubject") -> Iterator[Finding]:
    opening, roof = subject.opening, subject.roof
    pierces = opening.kind in CUTTING or opening.kind == "post"
    sheeted = sheet_covering(roof.layers) is not None
    if not (pierces and sheeted and is_low_slope(roof)):
        return
    if opening.upstand >= LEAST_UPSTAND - 1e-9:
        return
    yield Finding(
        "shape.low-upstand",
        "mind",
        "shape",
        on_opening(opening.id, roof.area.id),
        f"The upstand of '{opening.name}' is {{0}}; at least {{1}} is usual over the finish.",
        (
            Evidence("upstand", opening.upstand, Quantity.THICKNESS),
            Evidence("least", LEAST_UPSTAND, Quantity.THICKNESS),
        ),
    )


def _raised(project: Project, opening: str) -> Project:
    found = next(item for item in project.openings if item.id == opening)
    made = replace(found, upstand=LEAST_UPSTAND)
    return replace(project, openings=swap(project.openings, made))


def _raise_it(project: Project, subject: "OpeningSubject", _finding: Finding) -> tuple[Remedy, ...]:
    height = with_unit(LEAST_UPSTAND, Quantity.THICKNESS, project.units)
    return (Remedy(f"Raise it to {height}", partial(_raised, opening=subject.opening.id)),)


LOW_UPSTAND = Rule(
    "shape.low-upstand",
    "Upstand too low",
    "shape",
    "mind",
    "Standing water, driven rain and melting snow climb over a low kerb and into the roof.",
    "Our judgement after the usual guidance for flat roofs: 150 mm over the finish, 300 mm in snow",
    _low_upstand,
    _raise_it,
    "opening",
)


def _small_step(subject: "JunctionSubject") -> Iterator[Finding]:
    from glacis.core.shape.edges import LEVEL

    if subject.junction.kind != "abutment" or len(subject.planes) < 2:
        return
    planes = {plane.id: plane for plane in subject.planes}
    steps = [
        abs(planes[edge.other].height(x, y) - z)
        for edge in subject.edges
        if edge.other in planes
        for x, y, z in (edge.start, edge.end)
    ]
    if not steps or not LEVEL < max(steps) < SMALL_STEP:
        return
    names = " and ".join(f"'{area.name}'" for area in subject.areas)
    yield Finding(
        "shape.small-step",
        "note",
        "shape",
        on_edge(subject.junction.id, subject.junction.areas),
        f"{names} miss each other by {{0}} where they meet.",
        (Evidence("step", max(steps), Quantity.LENGTH),),
    )


SMALL_STEP_RULE = Rule(
    "shape.small-step",
    "Planes miss each other",
    "shape",
    "note",
    "A plane that was changed by itself leaves a step beside its neighbour: a wall nobody meant.",
    "Our judgement: a step below 0.3 m is too low for a wall and too high for a joint",
    _small_step,
    no_remedies,
    "edge",
)


def _twin_names(subject: "ProjectSubject") -> Iterator[Finding]:
    known: dict[str, list[str]] = {}
    for area in subject.areas:
        known.setdefault(area.name.strip().casefold(), []).append(area.id)
    for areas in known.values():
        if len(areas) > 1:
            first = next(area for area in subject.areas if area.id == areas[0])
            yield Finding(
                "shape.twin-names",
                "note",
                "shape",
                Place("project", tuple(areas)),
                f"{len(areas)} roof areas are called '{first.name}'.",
            )


def _numbered(project: Project, areas: tuple[str, ...]) -> Project:
    taken = {area.name for area in project.areas}
    for identifier in areas[1:]:
        area, number = area_of(project, identifier), 2
        while f"{area.name} {number}" in taken:
            number += 1
        taken.add(f"{area.name} {number}")
        project = set_area(project, replace(area, name=f"{area.name} {number}"))
    return project


def _number_them(
    _project: Project, _subject: "ProjectSubject", finding: Finding
) -> tuple[Remedy, ...]:
    return (Remedy("Number them", partial(_numbered, areas=finding.place.areas)),)


TWIN_NAMES = Rule(
    "shape.twin-names",
    "Areas of one name",
    "shape",
    "note",
    "Schedules, cards and the report name areas; two of one name are mixed up on site.",
    "Our judgement: people on site find areas by their names",
    _twin_names,
    _number_them,
    "project",
)

RULES = (LOW_UPSTAND, SMALL_STEP_RULE, TWIN_NAMES)
