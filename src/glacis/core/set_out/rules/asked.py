# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules about set-out ask again and again."""

from typing import Any

from glacis.core.judgement.by_set_out import SetOutSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Severity
from glacis.core.judgement.place import on_area
from glacis.core.model.document import Project
from glacis.core.set_out.change import state_set_out
from glacis.core.set_out.found import Covered


def covered(roof: SetOutSubject) -> Covered | None:
    """The covering of an area that is laid course by course; None for others."""
    return roof.set_out.covered


def says(
    roof: SetOutSubject, rule: str, severity: Severity, template: str, *evidence: Evidence
) -> Finding:
    """A finding on where things go on this roof."""
    return Finding(rule, severity, "set-out", on_area(roof.area.id), template, evidence)


def stating(roof: SetOutSubject, title: str, **values: Any) -> Remedy:
    """A way out that states the set-out of this area otherwise."""
    area = roof.area.id

    def apply(project: Project) -> Project:
        return state_set_out(project, area, **values)

    return Remedy(title, apply)
