# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings that a person has accepted, and when that no longer holds.

A decision remembers how grave the finding was and how bad its figures were. Where the roof changes so that it
is graver, materially worse, or speaks of other things, the decision no longer fits and it is open again.
"""

import re

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.judgement.badness import badness, rank
from glacis.core.judgement.finding import SEVERITIES, Finding
from glacis.core.model.document import Decision, Project
from glacis.core.model.lookup import numbered_id

MARGIN = 0.1
"""Share by which a figure may get worse before an accepted finding opens again [-]; our judgement."""
NUMBERS = re.compile(r"\d[\d.,\u2009]*")
HAIR = 1e-12
"""Figures below this are nothing, in SI units; our judgement."""


def gist(finding: Finding) -> str:
    """What a finding says without any figure, with the layers it names."""
    return f"{NUMBERS.sub('#', finding.template)} [{', '.join(finding.layers)}]"


def is_worse(finding: Finding, decision: Decision) -> bool:
    """Whether a finding is graver than when it was accepted, or its figures worse by more than the margin."""
    known = next((s for s in SEVERITIES if s == decision.severity), None)
    figures = badness(finding)
    if (
        known is None
        or rank(finding.severity) > rank(known)
        or len(figures) != len(decision.figures)
    ):
        return True
    pairs = zip(figures, decision.figures, strict=True)
    return any(now > was * (1 + MARGIN) + HAIR for now, was in pairs)


def wording(finding: Finding) -> str:
    """What a finding says, figures in SI, with the layers it names."""
    return f"{finding.message('si')} [{', '.join(finding.layers)}]"


def decision_on(decisions: tuple[Decision, ...], finding: Finding) -> Decision | None:
    """The latest decision that accepts this rule at this place, whether or not it still fits."""
    for decision in reversed(decisions):
        if _is_on(decision, finding):
            return decision
    return None


def _is_on(decision: Decision, finding: Finding) -> bool:
    """Whether a decision is about this rule at this place; older files name the area only."""
    if decision.rule != finding.rule:
        return False
    if decision.place:
        return decision.place == finding.place.key
    return decision.area == finding.area


def accepted_by(decisions: tuple[Decision, ...], finding: Finding) -> Decision | None:
    """The decision that accepts ``finding`` as it stands; None where it is open."""
    for decision in reversed(decisions):
        if _is_on(decision, finding) and _fits(decision, finding):
            return decision
    return None


def _fits(decision: Decision, finding: Finding) -> bool:
    if not decision.severity:
        return decision.fits == wording(finding)
    return decision.fits == gist(finding) and not is_worse(finding, decision)


def accept(project: Project, finding: Finding, decision: Decision) -> Project:
    """Put ``decision`` on record as accepting ``finding``; an older one on it gives way.

    Raises:
        ValueRefused: where nobody is named or no reason is given.
    """
    for name, value in (("who decides", decision.who), ("reason", decision.reason)):
        if not value.strip():
            raise ValueRefused(name, value, "a few words")
    made = replace(
        decision,
        id=numbered_id({known.id for known in project.decisions}, "accept"),
        rule=finding.rule,
        area=finding.area,
        place=finding.place.key,
        fits=gist(finding),
        severity=finding.severity,
        figures=badness(finding),
    )
    older = decision_on(project.decisions, finding)
    kept = tuple(
        known for known in project.decisions
        if older is None or known.id != older.id or _said(known) != _said(made)
    )  # fmt: skip
    return replace(project, decisions=(*kept, made))


def _said(decision: Decision) -> tuple[str, str, tuple[float, ...]]:
    return decision.fits, decision.severity, decision.figures


def reopen(project: Project, decision: str) -> Project:
    """Take a decision back."""
    return replace(
        project, decisions=tuple(known for known in project.decisions if known.id != decision)
    )
