# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to how an area is taken hour by hour, each a function from one document to another."""

from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.hourly import Hourly
from glacis.core.model.lookup import area_of
from glacis.core.model.validate import check_hourly


def hourly_in(project: Project, area: str) -> Hourly:
    """How an area is taken: as stated, else the usual way."""
    found = next((item for item in project.hourlies if item.area == area), None)
    return found if found is not None else Hourly(area=area)


def change_hourly(project: Project, area: str, **fields: object) -> Project:
    """Take an area otherwise; back at the usual values nothing is stated any more.

    Raises:
        MissingReference: where there is no such area.
        ValueRefused: for a figure out of its range.
    """
    name = area_of(project, area).name
    made = replace(hourly_in(project, area), **fields)
    check_hourly(made, f"hours of '{name}'")
    others = tuple(item for item in project.hourlies if item.area != area)
    if made == Hourly(area=area):
        return replace(project, hourlies=others)
    if len(others) == len(project.hourlies):
        return replace(project, hourlies=(*others, made))
    kept = tuple(made if item.area == area else item for item in project.hourlies)
    return replace(project, hourlies=kept)
