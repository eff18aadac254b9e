"""All rules, and how an analysed roof is judged by them."""

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.rules import insulation, order, protection
from glacis.core.heat.rules import losses
from glacis.core.judgement.finding import SEVERITIES, Finding, Remedy, Rule
from glacis.core.model.document import Project
from glacis.core.moisture.rules import climate, retarders, vapour

RULES: tuple[Rule, ...] = (
    *order.RULES,
    *protection.RULES,
    *vapour.RULES,
    *retarders.RULES,
    *climate.RULES,
    *insulation.RULES,
    *losses.RULES,
)
_BY_ID = {rule.id: rule for rule in RULES}


def rule_of(finding: Finding) -> Rule:
    """The rule behind a finding."""
    return _BY_ID[finding.rule]


def judge(roof: AnalysedArea) -> tuple[Finding, ...]:
    """Everything the rules find about one area, worst first."""
    found = [finding for rule in RULES for finding in rule.check(roof)]
    return tuple(sorted(found, key=lambda finding: SEVERITIES.index(finding.severity)))


def remedies_of(project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    """Ways out of a finding in this project."""
    return rule_of(finding).remedies(project, roof, finding)
