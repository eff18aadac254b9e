# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of areas that are set out: their pieces are laid only once findings are wanted."""

from msgspec import Struct

from glacis.core.graph.memo import Gathered
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.model.document import RoofArea
from glacis.core.set_out.found import SetOutFound, SetOutRead
from glacis.core.set_out.parts import SET_OUT, read_set_out


class SetOutSubject(Gathered, frozen=True):
    """An area that is set out.

    Attributes:
        area: as stated.
        layers: of its build-up in numbers, from inside to outside.
        set_out: where things go on it.
        read: what that depends on.
    """

    area: RoofArea
    layers: tuple[LayerData, ...]
    set_out: SetOutFound
    read: SetOutRead


class SetOutJudged(Struct, frozen=True):
    """What findings of set-out depend on; no subject where nothing is stated."""

    subject: SetOutSubject | None
    rules: tuple[AnyRule, ...]


def subject_set_out(reader: Reader, area: str) -> SetOutSubject | None:
    """An area with its set-out; None where nothing is stated about it."""
    found = reader.value(SET_OUT, area)
    if found is None:
        return None
    read = read_set_out(reader, area, found.stated)
    return SetOutSubject(read.area, reader.value(THERMAL, area).layers, found, read)


def _reads(reader: Reader, area: str) -> SetOutJudged:
    return SetOutJudged(subject_set_out(reader, area), rules_about(reader, "set-out"))


def _judge(read: SetOutJudged) -> tuple[Finding, ...]:
    return () if read.subject is None else judge((read.subject,), read.rules)


SET_OUT_FINDINGS = Part("findings of set-out", _reads, _judge)
"""What is wrong with where things go on one area."""
