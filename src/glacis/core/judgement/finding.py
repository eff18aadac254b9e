"""Findings, remedies and rules: the words of judgement."""

from collections.abc import Callable, Iterator
from typing import Literal

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.model.document import Project
from glacis.core.model.edit import Change
from glacis.core.units.format import spoken, with_unit
from glacis.core.units.quantities import Quantity, System

Severity = Literal["stop", "mind", "note"]
Stage = Literal["site", "build-up", "heat", "moisture", "handover"]
SEVERITIES: tuple[Severity, ...] = ("stop", "mind", "note")


class Evidence(Struct, frozen=True):
    """A figure behind a finding: its name, SI value and kind."""

    name: str
    value: float
    quantity: Quantity


class Finding(Struct, frozen=True):
    """What is wrong or uncertain, where, and by which figures.

    Attributes:
        rule: id of the rule that found it.
        severity: stop, mind or note.
        stage: where it is mended.
        area: id of the area.
        layers: ids of the layers concerned.
        template: the message with ``{0}``, ``{1}`` for the evidence figures.
        evidence: the figures.
    """

    rule: str
    severity: Severity
    stage: Stage
    area: str
    layers: tuple[str, ...]
    template: str
    evidence: tuple[Evidence, ...] = ()

    def message(self, system: System) -> str:
        """The message with its figures in the reader's units."""
        measured = any(item.quantity is Quantity.AIR_LAYER for item in self.evidence)
        text = spoken(self.template, system) if measured else self.template
        for index, item in enumerate(self.evidence):
            text = text.replace(f"{{{index}}}", with_unit(item.value, item.quantity, system))
        return text


class Remedy(Struct, frozen=True):
    """A way out: its name, and the change it makes to a project."""

    title: str
    change: Change


class Rule(Struct, frozen=True):
    """A check that a good colleague would make.

    Attributes:
        id: stable name, family first.
        title: what it looks for.
        stage: where it belongs.
        severity: the worst it reports.
        reason: why it matters, in one or two plain sentences.
        source: where the rule comes from.
        check: the findings of one analysed area.
        remedies: ways out of one finding.
    """

    id: str
    title: str
    stage: Stage
    severity: Severity
    reason: str
    source: str
    check: "Callable[[AnalysedArea], Iterator[Finding]]"
    remedies: "Callable[[Project, AnalysedArea, Finding], tuple[Remedy, ...]]"


def no_remedies(_project: Project, _roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    """For rules whose way out is a question to a person."""
    return ()
