# SPDX-License-Identifier: GPL-3.0-or-later
"""Invented failed roofs to learn on: look, ask for tests at a price, commit, compare with the worked answer."""

from collections.abc import Iterator, Sequence
from typing import Literal

from msgspec import Struct

from glacis.core.errors import MissingReference
from glacis.core.log.belief import belief
from glacis.core.log.sign_table import BACKGROUND
from glacis.core.log.table import Table, usual_table

Worth = Literal["good", "idle", "harm"]
CAUSE_MARKS, REASON_MARKS, TEST_MARKS, REPAIR_MARKS = 3.0, 3.0, 2.0, 2.0
"""What each part of an answer counts for, of ten; our judgement: how one came to it counts as much as the cause."""
ENOUGH = 0.5
"""A cause that is named should be at least this likely by what one knows [-]; our judgement."""
PAR = 3.0
"""Cost of tests nobody is marked down for [visits]; our judgement."""
OVER = 0.25
"""Marks off for each visit beyond that; our judgement."""


class Repair(Struct, frozen=True):
    """Something that could be done: what, whether it helps, does nothing or harms, and why."""

    id: str
    words: str
    worth: Worth
    why: str


class Exercise(Struct, frozen=True):
    """A failed roof.

    Attributes:
        id: of it.
        title: in a few words.
        look: what one sees and is told.
        layers: outside first, in words.
        seen: ids of signs that are there.
        absent: ids of signs looked for and absent.
        factors: on priors by the computed roof.
        computed: what they come from, in words.
        answer: ids of causes at work.
        shares: that the table gives for them, with the signs alone.
        undecided: whether signs alone leave it open.
        test: id of the test that tells most for it.
        repairs: to choose from.
        worked: the answer in words.
    """

    id: str
    title: str
    look: str
    layers: tuple[str, ...]
    seen: tuple[str, ...]
    absent: tuple[str, ...]
    factors: tuple[tuple[str, float], ...]
    computed: str
    answer: tuple[str, ...]
    shares: tuple[tuple[str, float], ...]
    undecided: bool
    test: str
    repairs: tuple[Repair, ...]
    worked: str


def comes_out(exercise: Exercise, test: str, table: Table | None = None) -> bool:
    """Whether a test comes out on this roof: where its causes make that likelier than not."""
    table = table or usual_table()
    row = table.sign(test)
    missed = 1.0 - BACKGROUND
    for cause, share in zip(table.causes, row.shares, strict=True):
        if cause.id in exercise.answer:
            missed *= 1.0 - share
    return 1.0 - missed >= ENOUGH


class Mark(Struct, frozen=True):
    """Marks for one part of an answer, of how many, and why."""

    part: str
    got: float
    of: float
    why: str


def mark(
    exercise: Exercise, tests: Sequence[str], named: Sequence[str], repair: str
) -> tuple[Mark, ...]:
    """Marks for an answer: the cause, the reasoning behind it, what was spent on tests, and the repair.

    Args:
        exercise: that was answered.
        tests: ids of tests that were asked for, in their order.
        named: ids of the causes that were named, the first first.
        repair: id of the repair that was chosen.
    """
    table = usual_table()
    out = [test for test in tests if comes_out(exercise, test)]
    silent = [test for test in tests if test not in out]
    known = belief(
        table, [*exercise.seen, *out], [*exercise.absent, *silent], dict(exercise.factors)
    )
    shares = {cause.id: cause.share for cause in known.causes}
    return (
        _cause(exercise, named, table),
        _reasoning(named, shares, table),
        _spent(tests, table),
        _repair(exercise, repair),
    )


def _names(idents: Sequence[str], table: Table) -> str:
    return " and ".join(f"“{table.cause(ident).name}”" for ident in idents) or "nothing"


def _cause(exercise: Exercise, named: Sequence[str], table: Table) -> Mark:
    truth = set(exercise.answer)
    right = _names(exercise.answer, table)
    if set(named) == truth:
        return Mark("Cause", CAUSE_MARKS, CAUSE_MARKS, f"It is {right}.")
    if named and named[0] in truth:
        return Mark(
            "Cause", CAUSE_MARKS * 2 / 3, CAUSE_MARKS, f"The first is right; it is {right}."
        )
    if truth & set(named):
        return Mark("Cause", CAUSE_MARKS / 3, CAUSE_MARKS, f"Named, but not first; it is {right}.")
    return Mark("Cause", 0.0, CAUSE_MARKS, f"It is {right}.")


def _reasoning(named: Sequence[str], shares: dict[str, float], table: Table) -> Mark:
    """What was named should be likely by what was known: a lucky guess is worth no more than its odds."""
    if not named:
        return Mark("Reasoning", 0.0, REASON_MARKS, "Nothing was named.")
    least = min(shares[ident] for ident in named)
    got = REASON_MARKS * min(1.0, least / ENOUGH)
    likely = f"{_names(named, table)}: {100 * least:.0f} % likely by what was known"
    return Mark("Reasoning", round(got, 1), REASON_MARKS, f"{likely}.")


def _spent(tests: Sequence[str], table: Table) -> Mark:
    cost = sum(table.sign(test).cost for test in tests)
    got = max(0.0, TEST_MARKS - OVER * max(0.0, cost - PAR))
    words = f"Tests cost as much as {cost:g} visit{'' if cost == 1 else 's'}; {PAR:g} are worth it."
    return Mark("Tests", round(got, 1), TEST_MARKS, words)


def _repair(exercise: Exercise, repair: str) -> Mark:
    chosen = next((item for item in exercise.repairs if item.id == repair), None)
    if chosen is None:
        return Mark("Repair", 0.0, REPAIR_MARKS, "Nothing was chosen.")
    got = {"good": REPAIR_MARKS, "idle": REPAIR_MARKS / 4, "harm": 0.0}[chosen.worth]
    return Mark("Repair", got, REPAIR_MARKS, chosen.why)


def exercises() -> Iterator[Exercise]:
    """All exercises, in the order they are told."""
    from glacis.core.log.exercise_table import TOLD

    yield from TOLD


def exercise_of(ident: str) -> Exercise:
    """An exercise by its id.

    Raises:
        MissingReference: where there is none.
    """
    for each in exercises():
        if each.id == ident:
            return each
    raise MissingReference("exercise", ident, "The answer")
