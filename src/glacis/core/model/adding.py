# SPDX-License-Identifier: GPL-3.0-or-later
"""Adding a roof area to a project, with rooms below and a build-up to start from."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Assembly, Project, RoofArea, Use, Zone
from glacis.core.model.layers import SolidLayer
from glacis.core.model.lookup import numbered_id
from glacis.core.model.uses import USUAL

GAP = 2.0
"""Free strip between a new area and those that are there [m]; our judgement: its labels have room."""


class NewArea(Struct, frozen=True):
    """What is asked of a new roof area.

    Attributes:
        name: as people call it.
        length: along the eaves, in plan [m].
        depth: across it, in plan [m].
        pitch: [°].
        azimuth: direction it faces, clockwise from north [°].
        zone: id of rooms that are there; empty makes new ones.
        use: of new rooms.
    """

    name: str
    length: float
    depth: float
    pitch: float
    azimuth: float = 180.0
    zone: str = ""
    use: Use = "dwelling"


def with_rooms(project: Project, zone: str, use: Use) -> tuple[Project, str]:
    """The project and the id of its rooms: those named, or new ones where none are."""
    if zone:
        return project, zone
    fresh = numbered_id({z.id for z in project.zones}, "rooms")
    usual = USUAL[use]
    made = Zone(
        id=fresh, name=usual.words.capitalize(), use=use, temperature=usual.temperature,
        humidity=usual.humidity,
    )  # fmt: skip
    return replace(project, zones=(*project.zones, made)), fresh


def with_bare_deck(project: Project, name: str, pitch: float) -> tuple[Project, str]:
    """The project with a build-up of nothing but a deck, and its id."""
    fresh = numbered_id({a.id for a in project.assemblies}, "build-up")
    bare = Assembly(
        id=fresh, name=f"{name} build-up",
        layers=(SolidLayer(id="deck", material="plywood", thickness=0.021),),
        approach="warm-deck" if pitch < 10 else "warm-between-and-over",
    )  # fmt: skip
    return replace(project, assemblies=(*project.assemblies, bare)), fresh


def add_area(project: Project, wanted: NewArea) -> Project:
    """The project with one more roof area; its build-up is a bare deck until an approach is chosen.

    Raises:
        ValueRefused: for a name, size or pitch that cannot be.
    """
    if not wanted.name.strip():
        raise ValueRefused("name of the roof area", wanted.name, "a few letters")
    for field, value in (("length", wanted.length), ("depth", wanted.depth)):
        if not 0.1 <= value <= 1000:
            raise ValueRefused(f"{field} of the roof area", value, "0.1 to 1000 m")
    project, zone = with_rooms(project, wanted.zone, wanted.use)
    project, assembly = with_bare_deck(project, wanted.name.strip(), wanted.pitch)
    left = max((x for a in project.areas for x, _ in a.outline), default=-GAP) + GAP
    outline = (
        (left, 0.0), (left + wanted.length, 0.0),
        (left + wanted.length, wanted.depth), (left, wanted.depth),
    )  # fmt: skip
    area = RoofArea(
        id=numbered_id({a.id for a in project.areas}, "area"), name=wanted.name.strip(),
        outline=outline, pitch=wanted.pitch, azimuth=wanted.azimuth, level=3.0,
        assembly=assembly, zone=zone,
    )  # fmt: skip
    return replace(project, areas=(*project.areas, area))
