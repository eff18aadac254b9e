# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings that a person has accepted, and when that no longer holds.

A decision remembers what the finding said. Where the roof changes so that it says something
else, the decision no longer fits and the finding is open again.
"""

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Decision, Project
from glacis.core.model.lookup import numbered_id


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
    said = ""
    for decision in reversed(decisions):
        if not _is_on(decision, finding):
            continue
        said = said or wording(finding)
        if decision.fits == said:
            return decision
    return None


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
        fits=wording(finding),
    )
    older = decision_on(project.decisions, finding)
    kept = tuple(
        known for known in project.decisions
        if older is None or known.id != older.id or known.fits != made.fits
    )  # fmt: skip
    return replace(project, decisions=(*kept, made))


def reopen(project: Project, decision: str) -> Project:
    """Take a decision back."""
    return replace(
        project, decisions=tuple(known for known in project.decisions if known.id != decision)
    )
