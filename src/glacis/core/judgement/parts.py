# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of an area as a part of the results."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding


class AreaJudged(Struct, frozen=True):
    """What the findings of an area depend on."""

    roof: AnalysedArea
    rules: tuple[AnyRule, ...]


def _reads(reader: Reader, area: str) -> AreaJudged:
    return AreaJudged(reader.value(ANALYSED, area), rules_about(reader, "area"))


def _judge(read: AreaJudged) -> tuple[Finding, ...]:
    from glacis.core.judgement.questions import NOT_DESIGNED, is_bare

    rules = read.rules
    if is_bare(read.roof):
        rules = tuple(rule for rule in rules if rule.id == NOT_DESIGNED)
    return judge((read.roof,), rules)


AREA_FINDINGS = Part("findings", _reads, _judge)
"""What is wrong with one area."""
