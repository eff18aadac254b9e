# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about weights: stacks on the deck, snow from above, and numbers only an engineer gives."""

from collections.abc import Iterator
from functools import partial
from math import ceil, sqrt

from msgspec.structs import replace

from glacis.core.judgement.by_quantities import QuantitiesSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.model.document import Project
from glacis.core.quantities.change import drop_stack, put_stack
from glacis.core.quantities.rules.asked import plain, says
from glacis.core.quantities.weights import StackOn
from glacis.core.units.quantities import Quantity

MASS, STRESS = Quantity.AREA_MASS, Quantity.STRESS
HEAVY = 100.0
"""A roof heavier than this with all that may lie on it needs a number [kg/m²]; our judgement: tiles with snow."""
LOAD_SOURCE = (
    "EN 1991-1-6:2005, 4.11: stacks are construction loads; the engineer's number outranks Glacis"
)


def _stacks(subject: QuantitiesSubject) -> Iterator[Finding]:
    for stack in subject.stacks:
        name, area = plain(stack.stated.name), stack.stated.area
        if not stack.inside:
            yield says(
                "quantities.stack-outside",
                "stop",
                f"“{name}” does not stand on the roof with all of its foot.",
                area=area,
            )


def _stack_named(subject: QuantitiesSubject, finding: Finding) -> StackOn | None:
    return next(
        (s for s in subject.stacks if f"“{plain(s.stated.name)}”" in finding.template), None
    )


def _take_away(
    _project: Project, subject: QuantitiesSubject, finding: Finding
) -> tuple[Remedy, ...]:
    stack = _stack_named(subject, finding)
    if stack is None:
        return ()
    return (Remedy("Take it off the roof", partial(drop_stack, ident=stack.stated.id)),)


STACK_OUTSIDE = Rule(
    "quantities.stack-outside",
    "A stack that stands beside the deck",
    "quantities",
    "stop",
    "What stands on an edge or over an opening tips or falls through. Rooflights are fragile.",
    "Our judgement: all of a foot carries, or the stack tips",
    _stacks,
    _take_away,
    "quantities",
)


def _too_heavy(subject: QuantitiesSubject) -> Iterator[Finding]:
    for stack in subject.stacks:
        allowed = stack.stated.allowed
        if allowed and stack.load > allowed * (1 + 1e-9):
            yield says(
                "quantities.stack-heavy", "stop",
                f"“{plain(stack.stated.name)}” loads the deck with {{0}} where the engineer allows {{1}}.",
                Evidence("load", stack.load, MASS), Evidence("allowed", allowed, MASS), area=stack.stated.area,
            )  # fmt: skip


def _spread_out(
    _project: Project, subject: QuantitiesSubject, finding: Finding
) -> tuple[Remedy, ...]:
    stack = _stack_named(subject, finding)
    if stack is None or not stack.stated.allowed:
        return ()
    stated = stack.stated
    wider = sqrt(stack.load / stated.allowed)
    spread = replace(
        stated,
        length=ceil(stated.length * wider * 10) / 10,
        width=ceil(stated.width * wider * 10) / 10,
    )
    less = replace(stated, mass=float(int(stated.allowed * stated.length * stated.width)))
    found = [Remedy("Spread it on bearers", partial(put_stack, stack=spread))]
    if less.mass >= 0.1:
        found.append(Remedy("Set down less at once", partial(put_stack, stack=less)))
    return (*found, Remedy("Take it off the roof", partial(drop_stack, ident=stated.id)))


STACK_HEAVY = Rule(
    "quantities.stack-heavy",
    "A stack heavier than the deck may bear",
    "quantities",
    "stop",
    "Decks fail under pallets before a roof is ever finished, with people on and below them.",
    LOAD_SOURCE,
    _too_heavy,
    _spread_out,
    "quantities",
)


def _no_number(subject: QuantitiesSubject) -> Iterator[Finding]:
    for stack in subject.stacks:
        if not stack.stated.allowed and stack.inside:
            yield says(
                "quantities.stack-unknown",
                "mind",
                f"“{plain(stack.stated.name)}” loads the deck with {{0}}, and nobody gave the "
                "engineer's number for that place.",
                Evidence("load", stack.load, MASS),
                area=stack.stated.area,
            )
    heavy = [w for w in subject.weights if not w.allowed and w.most > HEAVY]
    for weight in heavy:
        yield says(
            "quantities.stack-unknown",
            "note",
            "With water and snow this roof weighs {0}. Nobody stated what the structure may bear: "
            "weights are shown, not judged.",
            Evidence("weight", weight.most, MASS),
            area=weight.area,
        )


NO_NUMBER = Rule(
    "quantities.stack-unknown",
    "A load without the engineer's number",
    "quantities",
    "mind",
    "What a structure may bear is an engineer's number. Without one there is no tick.",
    LOAD_SOURCE,
    _no_number,
    no_remedies,
    "quantities",
)


def _crushed(subject: QuantitiesSubject) -> Iterator[Finding]:
    for stack in subject.stacks:
        if stack.strength and stack.stress > stack.strength:
            yield says(
                "quantities.stack-crushes",
                "stop",
                f"“{plain(stack.stated.name)}” presses the insulation with {{0}}, which bears {{1}} for long.",
                Evidence("stress", stack.stress, STRESS),
                Evidence("bears", stack.strength, STRESS),
                area=stack.stated.area,
            )


STACK_CRUSHES = Rule(
    "quantities.stack-crushes",
    "A stack that crushes the insulation",
    "quantities",
    "stop",
    "Insulation pressed in once stays in: water stands there, and the sheet is stretched over its rim.",
    "EN 826 and EN 1606: the board's own declared stress outranks Glacis",
    _crushed,
    _take_away,
    "quantities",
)


def _slid(subject: QuantitiesSubject) -> Iterator[Finding]:
    for weight in subject.weights:
        if weight.slid > 0.5:
            yield says(
                "quantities.snow-slides",
                "mind",
                "Snow slides down on this roof from a slippery one above: {0} more, spread over all "
                "of it; by the wall it lies "
                "deeper. Have the engineer take it, or hold it above with guards.",
                Evidence("more", weight.slid, MASS),
                area=weight.area,
            )


SNOW_SLIDES = Rule(
    "quantities.snow-slides",
    "Snow from the roof above",
    "quantities",
    "mind",
    "A lower roof carries its own snow and what a slippery roof above lets go.",
    "EN 1991-1-3:2003, 5.3.6",
    _slid,
    no_remedies,
    "quantities",
)
RULES = (STACK_OUTSIDE, STACK_HEAVY, NO_NUMBER, STACK_CRUSHES, SNOW_SLIDES)
