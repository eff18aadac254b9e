# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of what is bought and what it weighs, once something is stated about that.

They follow from what is stated and from weights, which is quick; what only the whole bill tells stands in the bill.
"""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.graph.memo import Gathered
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.model.document import RoofArea
from glacis.core.model.quantities import Override, Quantities
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.measures import told
from glacis.core.quantities.parts import BILL, COUNTED, STACKS, WEIGHT
from glacis.core.quantities.weights import AreaWeight, StackOn

if TYPE_CHECKING:
    from glacis.core.quantities.bill import Bill

NOTHING = Quantities()


class QuantitiesSubject(Gathered, frozen=True):
    """What is stated about buying, with the weights of the roof.

    Attributes:
        stated: about buying.
        areas: of the roof.
        counted: how layers of each area are counted.
        weights: of each area.
        stacks: on the deck.
        moved: quantities of the user whose derived ones moved on since, with what they are now.
        lost: quantities of the user whose line is gone.
    """

    stated: Quantities
    areas: tuple[RoofArea, ...]
    counted: tuple[tuple[Counted, ...], ...]
    weights: tuple[AreaWeight, ...]
    stacks: tuple[StackOn, ...]
    moved: tuple[tuple[Override, float, str], ...]
    lost: tuple[Override, ...]


class QuantitiesJudged(Struct, frozen=True):
    """What these findings depend on; no subject where nothing is stated."""

    subject: QuantitiesSubject | None
    rules: tuple[AnyRule, ...]


def _moved(bill: "Bill", stated: Quantities) -> tuple[tuple[Override, float, str], ...]:
    by = {override.line: override for override in stated.overrides}
    return tuple(
        (by[line.id], line.derived, told(line.name, "si"))
        for line in bill.lines
        if line.stale and line.derived is not None
    )


def subject_quantities(reader: Reader) -> QuantitiesSubject | None:
    """What is stated, with weights; None where nothing is."""
    project = reader.project
    stated = project.quantities
    if stated == NOTHING:
        return None
    bill = reader.value(BILL, WHOLE) if stated.overrides else None
    return QuantitiesSubject(
        stated, project.areas, tuple(reader.value(COUNTED, area.id) for area in project.areas),
        tuple(reader.value(WEIGHT, area.id) for area in project.areas), reader.value(STACKS, WHOLE),
        _moved(bill, stated) if bill is not None else (), bill.lost if bill is not None else (),
    )  # fmt: skip


def _reads(reader: Reader, _subject: str) -> QuantitiesJudged:
    return QuantitiesJudged(subject_quantities(reader), rules_about(reader, "quantities"))


def _judge(read: QuantitiesJudged) -> tuple[Finding, ...]:
    return () if read.subject is None else judge((read.subject,), read.rules)


QUANTITIES_FINDINGS = Part("findings of quantities", _reads, _judge)
"""What is odd about buying, and too heavy."""
