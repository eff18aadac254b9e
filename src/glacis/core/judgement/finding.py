# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings, remedies and rules: the words of judgement."""

from collections.abc import Callable, Iterator
from typing import Any, Generic, Literal, TypeVar

from msgspec import Struct

from glacis.core.judgement.place import Place
from glacis.core.model.document import Project
from glacis.core.model.edit import Change
from glacis.core.units.format import spoken, with_unit
from glacis.core.units.quantities import Quantity, System

Subject = TypeVar("Subject")

Severity = Literal["stop", "mind", "note"]
About = Literal[
    "area",
    "edge",
    "opening",
    "project",
    "hours",
    "set-out",
    "junction",
    "edge-heat",
    "fixings",
    "quantities",
    "log",
]
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
        stage: id of the stage where it is mended.
        place: where it lies.
        template: the message with ``{0}``, ``{1}`` for the evidence figures.
        evidence: the figures.
    """

    rule: str
    severity: Severity
    stage: str
    place: Place
    template: str
    evidence: tuple[Evidence, ...] = ()

    @property
    def area(self) -> str:
        """Id of the area it lies on; empty for the whole project."""
        return self.place.area

    @property
    def layers(self) -> tuple[str, ...]:
        """Ids of the layers concerned."""
        return self.place.layers

    @property
    def kin(self) -> tuple[str, tuple[str, ...], str]:
        """What findings of several areas have in common that are one and the same."""
        return self.rule, self.layers, self.message("si")

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


class Rule(Struct, Generic[Subject], frozen=True):
    """A check that a good colleague would make.

    Attributes:
        id: stable name, family first.
        title: what it looks for.
        stage: id of the stage where it belongs.
        severity: the worst it reports.
        reason: why it matters, in one or two plain sentences.
        source: where the rule comes from.
        check: the findings of one subject: an analysed area, or what ``about`` says.
        remedies: ways out of one finding.
        about: what it is asked of; "hours" is an area that was run hour by hour,
            "set-out" one that is set out, "junction" a junction with its control lines,
            "edge-heat" one with what it loses, "fixings" an area whose fixings are stated,
            "quantities" what is stated about buying, with weights, "log" what is on record.
        of: what its subject must have for the rule to have anything to say: the name of an attribute;
            empty for nothing.
    """

    id: str
    title: str
    stage: str
    severity: Severity
    reason: str
    source: str
    check: Callable[[Subject], Iterator[Finding]]
    remedies: Callable[[Project, Subject, Finding], tuple[Remedy, ...]]
    about: About = "area"
    of: str = ""


AnyRule = Rule[Any]


def no_remedies(_project: Project, _subject: object, _finding: Finding) -> tuple[Remedy, ...]:
    """For rules whose way out is a question to a person."""
    return ()
