# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules about fixings ask again and again."""

from typing import Any

from glacis.core.fixings.change import change_fastener, change_set, change_way, state_fixings
from glacis.core.fixings.found import SetPlaced
from glacis.core.judgement.by_fixings import FixingsSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Severity
from glacis.core.judgement.place import on_area
from glacis.core.model.document import Project


def plain(words: str) -> str:
    """Words that somebody typed, fit for a template."""
    return words.replace("{", "(").replace("}", ")")


def says(
    roof: FixingsSubject, rule: str, severity: Severity, template: str, *evidence: Evidence
) -> Finding:
    """A finding on how this area is held down."""
    return Finding(rule, severity, "fixings", on_area(roof.area.id), template, evidence)


def named(found: FixingsSubject, finding: Finding) -> SetPlaced | None:
    """The set that a finding names."""
    sets = found.fixed.sets
    return next((each for each in sets if f"“{plain(each.set.name)}”" in finding.template), None)


def laying(roof: FixingsSubject, name: str, title: str, **values: Any) -> Remedy:
    """A way out that lays one set otherwise."""
    area = roof.area.id

    def apply(project: Project) -> Project:
        return change_way(project, area, name, **values)

    return Remedy(title, apply)


def driving(roof: FixingsSubject, name: str, title: str, **values: Any) -> Remedy:
    """A way out that drives something else in."""
    area = roof.area.id

    def apply(project: Project) -> Project:
        return change_fastener(project, area, name, **values)

    return Remedy(title, apply)


def setting(roof: FixingsSubject, name: str, title: str, **values: Any) -> Remedy:
    """A way out that states one set otherwise."""
    area = roof.area.id

    def apply(project: Project) -> Project:
        return change_set(project, area, name, **values)

    return Remedy(title, apply)


def stating(roof: FixingsSubject, title: str, **values: Any) -> Remedy:
    """A way out that states the fixings of this area otherwise."""
    area = roof.area.id

    def apply(project: Project) -> Project:
        return state_fixings(project, area, **values)

    return Remedy(title, apply)
