# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of areas whose fixings are stated."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.fixings.found import Fixed
from glacis.core.fixings.parts import FIXED
from glacis.core.graph.memo import Gathered
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Burden
from glacis.core.model.wind import Wind


class FixingsSubject(Gathered, frozen=True):
    """An area whose fixings are stated.

    Attributes:
        area: as stated.
        roof: analysed.
        fixed: what holds it down.
        wind: as stated.
        burden: what the structure may bear, as Falls has it.
    """

    area: RoofArea
    roof: AnalysedArea
    fixed: Fixed
    wind: Wind
    burden: Burden


class FixingsJudged(Struct, frozen=True):
    """What findings of fixings depend on; no subject where nothing is stated."""

    subject: FixingsSubject | None
    rules: tuple[AnyRule, ...]


def subject_fixings(reader: Reader, area: str) -> FixingsSubject | None:
    """An area with its fixings; None where nothing is stated about them."""
    found = reader.value(FIXED, area)
    if found is None:
        return None
    stated = reader.area(area)
    burden = next((falls.burden for falls in reader.project.falls if falls.area == area), Burden())
    return FixingsSubject(
        stated, reader.value(ANALYSED, area), found, reader.project.wind, burden
    )  # fmt: skip


def _reads(reader: Reader, area: str) -> FixingsJudged:
    return FixingsJudged(subject_fixings(reader, area), rules_about(reader, "fixings"))


def _judge(read: FixingsJudged) -> tuple[Finding, ...]:
    return () if read.subject is None else judge((read.subject,), read.rules)


FIXINGS_FINDINGS = Part("findings of fixings", _reads, _judge)
"""What is wrong with how one area is held down."""
