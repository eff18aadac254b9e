"""Adding a roof area to a project, with rooms below and a build-up to start from."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Assembly, HumidityClass, Project, RoofArea, Use, Zone
from glacis.core.model.layers import SolidLayer

GAP = 2.0
"""Free strip [m] between a new area and those that are there."""
USE_CLASS: dict[Use, int] = {"store": 1, "dwelling": 3, "work": 2, "wet": 5}
USE_WORDS: dict[Use, str] = {
    "dwelling": "Dwelling", "work": "Work rooms", "wet": "Wet rooms", "store": "Store",
}  # fmt: skip


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


def _fresh(taken: set[str], stem: str) -> str:
    number = 1
    while f"{stem}-{number}" in taken:
        number += 1
    return f"{stem}-{number}"


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
    zones = project.zones
    zone = wanted.zone
    if not zone:
        zone = _fresh({z.id for z in zones}, "rooms")
        humidity = HumidityClass(number=USE_CLASS[wanted.use])
        made = Zone(
            id=zone, name=USE_WORDS[wanted.use], use=wanted.use, temperature=20.0, humidity=humidity
        )
        zones = (*zones, made)
    assembly = _fresh({a.id for a in project.assemblies}, "build-up")
    left = max((x for a in project.areas for x, _ in a.outline), default=-GAP) + GAP
    outline = (
        (left, 0.0), (left + wanted.length, 0.0),
        (left + wanted.length, wanted.depth), (left, wanted.depth),
    )  # fmt: skip
    area = RoofArea(
        id=_fresh({a.id for a in project.areas}, "area"), name=wanted.name.strip(),
        outline=outline, pitch=wanted.pitch, azimuth=wanted.azimuth, level=3.0,
        assembly=assembly, zone=zone,
    )  # fmt: skip
    deck = SolidLayer(id="deck", material="plywood", thickness=0.021)
    bare = Assembly(
        id=assembly, name=f"{area.name} build-up", layers=(deck,),
        approach="warm-deck" if wanted.pitch < 10 else "warm-between-and-over",
    )  # fmt: skip
    return replace(
        project, zones=zones, areas=(*project.areas, area), assemblies=(*project.assemblies, bare)
    )
