"""All rules, and how an analysed roof is judged by them."""

from glacis.core.judgement import (
    rules_climate,
    rules_heat,
    rules_insulation,
    rules_order,
    rules_protection,
    rules_retarders,
    rules_vapour,
)
from glacis.core.judgement.finding import SEVERITIES, Finding, Remedy, Rule
from glacis.core.model.document import Project
from glacis.core.roof import Roof

RULES: tuple[Rule, ...] = (
    *rules_order.RULES,
    *rules_protection.RULES,
    *rules_vapour.RULES,
    *rules_retarders.RULES,
    *rules_climate.RULES,
    *rules_insulation.RULES,
    *rules_heat.RULES,
)
_BY_ID = {rule.id: rule for rule in RULES}


def rule_of(finding: Finding) -> Rule:
    """The rule behind a finding."""
    return _BY_ID[finding.rule]


def judge(roof: Roof) -> tuple[Finding, ...]:
    """Everything the rules find about one area, worst first."""
    found = [finding for rule in RULES for finding in rule.check(roof)]
    return tuple(sorted(found, key=lambda finding: SEVERITIES.index(finding.severity)))


def remedies_of(project: Project, roof: Roof, finding: Finding) -> tuple[Remedy, ...]:
    """Ways out of a finding in this project."""
    return rule_of(finding).remedies(project, roof, finding)
