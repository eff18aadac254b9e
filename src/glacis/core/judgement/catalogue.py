# SPDX-License-Identifier: GPL-3.0-or-later
"""All rules of the stages, and how a subject is judged by them."""

from collections.abc import Iterable
from functools import cache
from typing import Any

from msgspec import Struct

from glacis.core.judgement.finding import SEVERITIES, About, AnyRule, Finding
from glacis.core.stages import STAGES, Stage


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
        [finding for subject in subjects for rule in rules for finding in rule.check(subject)]
    )
