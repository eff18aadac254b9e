# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to the air of an area, each a function from one document to another."""

from collections.abc import Callable

from msgspec.structs import replace

from glacis.core.errors import MissingReference
from glacis.core.model.air import Air, AirVent, Chutes, Obstruction, PathChoice, TableValue
from glacis.core.model.document import Project
from glacis.core.model.lookup import area_of, numbered_id
from glacis.core.model.validate import check_air, check_table_value

USUAL_SCREEN = Obstruction(row="mesh-3.2")
"""Metal mesh that embers do not pass and dust seldom shuts; our judgement."""


def air_in(project: Project, area: str) -> Air | None:
    """What is stated about the air of an area; None for nothing."""
    return next((air for air in project.airs if air.area == area), None)


def set_air(project: Project, air: Air) -> Project:
    """Give an area this air in place of what it had.

    Raises:
        MissingReference: where there is no such area.
        ValueRefused: for a figure out of its range.
    """
    area = area_of(project, air.area)
    check_air(air, f"air of '{area.name}'")
    if any(item.area == air.area for item in project.airs):
        airs = tuple(air if item.area == air.area else item for item in project.airs)
    else:
        airs = (*project.airs, air)
    return replace(project, airs=airs)


def remove_air(project: Project, area: str) -> Project:
    """Take what is stated about the air of an area away."""
    return replace(project, airs=tuple(item for item in project.airs if item.area != area))


def change_air(project: Project, area: str, change: Callable[[Air], Air]) -> Project:
    """Change the air of an area, beginning with none stated."""
    return set_air(project, change(air_in(project, area) or Air(area=area)))


def vent_of(air: Air, identifier: str) -> AirVent | None:
    """The vent with this id; None where there is none."""
    return next((vent for vent in air.vents if vent.id == identifier), None)


def with_vent(air: Air, vent: AirVent) -> Air:
    """The air with a vent in place of the one with its id, or besides."""
    if vent_of(air, vent.id) is None:
        return replace(air, vents=(*air.vents, vent))
    return replace(air, vents=tuple(vent if v.id == vent.id else v for v in air.vents))


def without_vent(air: Air, identifier: str) -> Air:
    """The air without a vent.

    Raises:
        MissingReference: where there is no such vent.
    """
    if vent_of(air, identifier) is None:
        raise MissingReference("vent", identifier, "The change")
    return replace(air, vents=tuple(v for v in air.vents if v.id != identifier))


def state_table_value(project: Project, value: TableValue) -> Project:
    """State a figure of the tables of ventilation otherwise.

    Raises:
        ValueRefused: for a figure out of its range.
    """
    check_table_value(value)
    kept = _others(project, value.row, value.column)
    return replace(project, air_values=(*kept, value))


def ship_table_value(project: Project, row: str, column: str) -> Project:
    """Take a figure as it is shipped again."""
    return replace(project, air_values=_others(project, row, column))


def _others(project: Project, row: str, column: str) -> tuple[TableValue, ...]:
    return tuple(v for v in project.air_values if (v.row, v.column) != (row, column))


LOW_KINDS = ("eaves", "edge", "parapet", "valley")
"""Kinds of edge that a plane may rise from."""
KINDS = {
    "eaves": "soffit",
    "edge": "fascia",
    "parapet": "fascia",
    "ridge": "ridge",
    "top": "single",
    "hip": "hip",
    "valley": "valley",
    "abutment": "abutment",
    "verge": "gable",
    "break": "single",
}
"""What a vent along an edge of a kind is called."""
GROSS = {
    "cold-attic": (0.04, 0.01),
    "cold-slope": (0.04, 0.012),
    "cold-flat": (0.05, 0.05),
    "over-roof": (0.04, 0.012),
    "counter-batten": (0.04, 0.012),
}
"""Usual gross openings low and high [m²/m], which meet the usual rules behind a usual mesh; our judgement."""


def new_vent(air: Air, edge: str, kind: str, path: PathChoice) -> AirVent:
    """A usual vent along an edge, or along all edges of a kind.

    Args:
        air: that it joins.
        edge: id of the edge, or the kind.
        kind: of the edge.
        path: that the air takes.
    """
    low, high = GROSS.get(path, GROSS["cold-slope"])
    identifier = numbered_id({vent.id for vent in air.vents}, "vent")
    called = KINDS.get(kind, "single")
    return AirVent(
        id=identifier,
        edge=edge,
        kind=called,  # type: ignore[arg-type]
        per_metre=low if kind in LOW_KINDS and kind != "valley" else high,
        obstructions=(USUAL_SCREEN,),
        height=0.1 if kind in ("ridge", "hip", "top", "valley", "abutment") else 0.0,
    )


USUAL_ENDS: dict[PathChoice, tuple[str, ...]] = {
    "cold-flat": ("edge", "parapet", "eaves", "top"),
    "cold-slope": ("eaves", "ridge", "top", "abutment", "hip", "valley"),
    "over-roof": ("eaves", "ridge", "top", "abutment", "hip", "valley"),
}
"""Edges that usual vents run along where bays are parted: a bay that ends at a hip or valley needs one there."""


def usual_air(area: str, path: PathChoice, kinds: frozenset[str]) -> Air:
    """The vents that one would begin with: along eaves and ridge; in an attic chutes, baffles and a dam.

    Args:
        area: id of the roof area.
        path: that the air takes.
        kinds: of edges that the area has.
    """
    air = Air(area=area)
    for kind in USUAL_ENDS.get(path, ("eaves", "ridge", "top", "abutment")):
        if kind in kinds:
            air = with_vent(air, new_vent(air, kind, kind, path))
    return replace(air, chutes=Chutes(), baffle=True, dam=True) if path == "cold-attic" else air


def with_usual(air: Air, usual: Air) -> Air:
    """What is stated about the air, with the usual vents, and usual chutes with their guards where it has none."""
    if air.chutes is not None:
        return replace(air, vents=usual.vents)
    return replace(air, vents=usual.vents, chutes=usual.chutes, baffle=usual.baffle, dam=usual.dam)
