# SPDX-License-Identifier: GPL-3.0-or-later
"""The roofs of a document as the calendar of their care knows them."""

from glacis.core.analysis.as_found import planted_in
from glacis.core.analysis.results import Results
from glacis.core.log.change import care_of
from glacis.core.log.keeping import Keeping, Kept
from glacis.core.order.tags import FLAT


def keeping_of(results: Results) -> Keeping:
    """Every roof area with what decides how often it is looked at, and the record."""
    project = results.project
    roofs = []
    for result in results.areas:
        area = result.roof.area
        care = care_of(project.log, area.id)
        planted = planted_in(results, area.id)
        coated = care.coated or any(
            layer.material is not None and "coating" in layer.material.id
            for layer in result.roof.layers
        )
        roofs.append(Kept(area.id, area.name, area.pitch < FLAT, planted, coated, care.trees))
    return Keeping(tuple(roofs), project.log, project.site.latitude < 0)


def latest_day(results: Results) -> str:
    """The latest day on record: the only today that a document knows; empty where nothing is."""
    log = results.project.log
    days = [entry.date for entry in log.entries]
    return max([*days, *([log.completed] if log.completed else [])], default="")
