# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules about quantities ask again and again."""

from glacis.core.judgement.finding import Evidence, Finding, Severity
from glacis.core.judgement.place import PROJECT, Place, on_area


def plain(words: str) -> str:
    """Words that somebody typed, fit for a template."""
    return words.replace("{", "(").replace("}", ")")


def says(
    rule: str, severity: Severity, template: str, *evidence: Evidence, area: str = "", layers: tuple[str, ...] = ()
) -> Finding:  # fmt: skip
    """A finding on an area, its layers, or the project."""
    place: Place = on_area(area, layers) if area else PROJECT
    return Finding(rule, severity, "quantities", place, template, evidence)
