# SPDX-License-Identifier: GPL-3.0-or-later
"""The likelihood table of diagnosis: causes, signs and tests, with what a project states otherwise."""

from collections.abc import Iterable, Sequence
from functools import cache
from typing import TypeVar

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.log.sign_table import BACKGROUND, CAUSES, SIGNS, TESTS, VERSION
from glacis.core.model.log import Case, Log, OwnShare

MOST = 0.99
"""A share is less than certain [-]; our judgement: every sign can fail to show."""
BACKGROUND_OF = "background"
PRIOR = "prior"


class Cause(Struct, frozen=True):
    """Why a roof is wet: id, name, and how often it is so where nothing else is known."""

    id: str
    name: str
    weight: float


class Sign(Struct, frozen=True):
    """Something that is seen, or a test that comes out.

    Attributes:
        id: in the table.
        words: what is seen; of a test what is done.
        group: where one looks, or ``test``.
        background: how often it is so without any of the causes [-].
        shares: how often each cause at work shows it [-], in the order of the causes.
        cost: of a test, as a multiple of an hour's visit; 0 for a sign.
        positive: of a test, what its coming out means.
    """

    id: str
    words: str
    group: str
    background: float
    shares: tuple[float, ...]
    cost: float = 0.0
    positive: str = ""


class Table(Struct, frozen=True):
    """Causes, signs and tests.

    Attributes:
        causes: in the order of shares.
        signs: that are looked for.
        tests: that are made.
        name: version, and how many entries the project states otherwise.
    """

    causes: tuple[Cause, ...]
    signs: tuple[Sign, ...]
    tests: tuple[Sign, ...]
    name: str

    def cause(self, ident: str) -> Cause:
        """A cause by its id."""
        return _by_id(self.causes, ident, "cause")

    def sign(self, ident: str) -> Sign:
        """A sign or a test by its id."""
        return _by_id((*self.signs, *self.tests), ident, "sign")


Row = TypeVar("Row", Cause, Sign)


def _by_id(rows: Sequence[Row], ident: str, kind: str) -> Row:
    found = next((row for row in rows if row.id == ident), None)
    if found is None:
        raise MissingReference(kind, ident, "The table of diagnosis")
    return found


def _rows(text: str) -> Iterable[list[str]]:
    return ([word.strip() for word in line.split(" | ")] for line in text.splitlines())


def _tenths(digits: str) -> tuple[float, ...]:
    return tuple(int(digit) / 10 for digit in digits if digit != " ")


@cache
def usual_table() -> Table:
    """As it comes with Glacis."""
    causes = tuple(Cause(ident, name, float(weight)) for ident, weight, name in _rows(CAUSES))
    signs = tuple(
        Sign(ident, words, group, float(background), _tenths(digits))
        for ident, group, background, digits, words in _rows(SIGNS)
    )
    tests = tuple(
        Sign(ident, words, "test", BACKGROUND, _tenths(digits), float(cost), positive)
        for ident, cost, digits, positive, words in _rows(TESTS)
    )
    return Table(causes, signs, tests, VERSION)


def table_with(own: tuple[OwnShare, ...]) -> Table:
    """The table with what a project states otherwise.

    Raises:
        MissingReference: for a cause or a sign that is not in it.
        ValueRefused: for a share that is none.
    """
    table = usual_table()
    for each in own:
        table = _stated(table, each)
    if not own:
        return table
    return replace(table, name=f"{VERSION} with {len(own)} of the project's own")


def table_of(log: Log) -> Table:
    """The table with what the log states otherwise; shares that fit no table any more are left out."""
    return table_with(tuple(share for share in log.shares if _fits(share)))


def _fits(share: OwnShare) -> bool:
    try:
        table_with((share,))
    except GlacisError:
        return False
    return True


def known_signs(table: Table, case: Case) -> Case:
    """What was looked for, without signs that are in no table any more."""
    there = {sign.id for sign in (*table.signs, *table.tests)}
    seen, absent = (
        tuple(sign for sign in signs if sign in there) for signs in (case.seen, case.absent)
    )
    return replace(case, seen=seen, absent=absent)


def strangers(log: Log) -> tuple[tuple[str, str], ...]:
    """Area and name of what a file states about no sign or cause of the table; no area for a share."""
    table = usual_table()
    found = [("", f"{x.sign}, {x.cause}") for x in log.shares if not _fits(x)]
    for case in log.cases:
        kept = known_signs(table, case)
        known = {*kept.seen, *kept.absent}
        found += [(case.area, sign) for sign in (*case.seen, *case.absent) if sign not in known]
    return tuple(found)


def _stated(table: Table, own: OwnShare) -> Table:
    if own.sign == PRIOR:
        cause = table.cause(own.cause)
        if not own.value > 0:
            raise ValueRefused(f"prior of “{cause.name}”", own.value, "above 0")
        causes = tuple(
            replace(c, weight=own.value) if c.id == own.cause else c for c in table.causes
        )
        return replace(table, causes=causes)
    sign = table.sign(own.sign)
    if not 0 <= own.value <= MOST:
        raise ValueRefused(f"share of “{sign.words}”", own.value, f"0 to {MOST:g}")
    if own.cause == BACKGROUND_OF:
        if own.value == 0:
            raise ValueRefused(f"background of “{sign.words}”", own.value, "above 0")
        changed = replace(sign, background=own.value)
    else:
        table.cause(own.cause)
        shares = tuple(
            own.value if cause.id == own.cause else share
            for cause, share in zip(table.causes, sign.shares, strict=True)
        )
        changed = replace(sign, shares=shares)
    return replace(
        table,
        signs=tuple(changed if s.id == sign.id else s for s in table.signs),
        tests=tuple(changed if s.id == sign.id else s for s in table.tests),
    )
