# SPDX-License-Identifier: GPL-3.0-or-later
"""All rules of the stages, and how a subject is judged by them."""

from collections.abc import Iterable, Iterator
from functools import cache
from typing import Any

from msgspec import Struct

from glacis.core.judgement.finding import SEVERITIES, About, AnyRule, Finding, Rule, no_remedies
from glacis.core.judgement.place import PROJECT, Place, on_area
from glacis.core.stages import STAGES, Stage


def _finds_nothing(_subject: object) -> Iterator[Finding]:
    return iter(())


UNJUDGED: AnyRule = Rule(
    "judgement.unjudged",
    "A rule that could not judge",
    "build-up",
    "mind",
    "A rule broke on this roof. That is an error in Glacis, not in the roof; what the rule would have "
    "looked for is open.",
    "Our judgement: silence would read as a clean bill",
    _finds_nothing,
    no_remedies,
    "project",
)
"""Stands for every rule that breaks."""


class RuleBook(Struct, frozen=True):
    """The rules of all stages."""

    rules: tuple[AnyRule, ...]

    def of(self, finding: Finding) -> AnyRule:
        """The rule behind a finding.

        Raises:
            KeyError: where no stage has such a rule.
        """
        for rule in self.rules:
            if rule.id == finding.rule:
                return rule
        if finding.rule == UNJUDGED.id:
            return UNJUDGED
        raise KeyError(finding.rule)


def about(rules: tuple[AnyRule, ...], kind: About) -> tuple[AnyRule, ...]:
    """The rules that are asked of one kind of subject."""
    return tuple(rule for rule in rules if rule.about == kind)


@cache
def rule_book(stages: tuple[Stage, ...] = STAGES) -> RuleBook:
    """The rules that the stages bring, in their order."""
    found: list[AnyRule] = []
    for stage in stages:
        module = stage.module("core", "rules")
        if module is not None:
            found.extend(module.RULES)
    return RuleBook(tuple(found))


def by_severity(findings: list[Finding]) -> tuple[Finding, ...]:
    """Findings, worst first, else as they came."""
    return tuple(sorted(findings, key=lambda finding: SEVERITIES.index(finding.severity)))


def judge(subjects: Iterable[Any], rules: tuple[AnyRule, ...]) -> tuple[Finding, ...]:
    """Everything that rules about one kind of subject find on some of them, worst first."""
    return by_severity(
        [
            finding
            for subject in subjects
            for rule in rules
            if not rule.of or getattr(subject, rule.of) is not None
            for finding in _asked(rule, subject)
        ]
    )


def _place_of(kind: About, subject: Any) -> Place:
    if kind == "hours":
        subject = subject.roof
    return on_area(subject.area.id) if kind in ("area", "hours", "set-out", "fixings") else PROJECT


def _asked(rule: AnyRule, subject: Any) -> tuple[Finding, ...]:
    """What one rule finds; a rule that breaks on a roof says so and keeps no other from its word."""
    try:
        return tuple(rule.check(subject))
    except Exception as fault:  # noqa: BLE001 - an error of ours must not cost the user his document
        place = _place_of(rule.about, subject)
        reason = f"{type(fault).__name__}: {fault}".replace("{", "(").replace("}", ")")[:80]
        words = f"“{rule.title}” could not be judged here ({reason}); judge it yourself."
        return (Finding(UNJUDGED.id, UNJUDGED.severity, rule.stage, place, words),)
