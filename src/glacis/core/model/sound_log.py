# SPDX-License-Identifier: GPL-3.0-or-later
"""Check what is on record."""

from collections.abc import Iterator

from glacis.core.errors import ValueRefused
from glacis.core.model.days import day_number
from glacis.core.model.log import Asked, Deviated, Entry, Laid, Left, Log
from glacis.core.units.ranges import check_ranges

FIRST_DAY, LAST_DAY = day_number("1900-01-01"), day_number("2200-12-31")
"""Between which something is recorded; our judgement: others are slips of the keys."""
HEX = frozenset("0123456789abcdef")
DIGEST = 64
"""Digits of a SHA-256; by definition (FIPS 180-4)."""


def check_log(log: Log) -> None:
    """Refuse what cannot be on record.

    Raises:
        ValueRefused: naming the entry, what was found and what was expected.
    """
    check_ranges(log, "log")
    check_day(log.completed, "completed")
    seen: set[str] = set()
    for entry in log.entries:
        check_entry(entry)
        if entry.id in seen:
            raise ValueRefused("entry of the log", entry.id, "an id of its own")
        if entry.corrects and entry.corrects not in seen:
            raise ValueRefused(
                f"entry '{entry.id}', corrects", entry.corrects, "an entry that was written before"
            )
        seen.add(entry.id)
    for case in log.cases:
        both = sorted(set(case.seen) & set(case.absent))
        if both:
            raise ValueRefused(
                f"diagnosis of '{case.area}'", both[0], "a sign that is seen or absent, not both"
            )
    for share in log.shares:
        check_ranges(share, f"share of '{share.sign}'")
        if not share.source.strip():
            raise ValueRefused(f"share of '{share.sign}'", "no source", "who says so")
    for warranty in log.warranties:
        check_ranges(warranty, f"warranty '{warranty.name}'")
        check_day(warranty.ends or "-", f"end of warranty '{warranty.name}'")


def check_entry(entry: Entry) -> None:
    """Refuse an entry that cannot be.

    Raises:
        ValueRefused: naming what, what was found and what was expected.
    """
    where = f"entry '{entry.id}' of the log"
    check_ranges(entry, where)
    check_ranges(entry.what, where)
    if not entry.who.strip():
        raise ValueRefused(where, "nobody's name", "who wrote it")
    check_day(entry.date or "-", f"{where}, date")
    for name, day in days_in(entry):
        check_day(day, f"{where}, {name}")
    for file in entry.attachments:
        check_ranges(file, where)
        if len(file.sha256) != DIGEST or not set(file.sha256) <= HEX:
            raise ValueRefused(f"{where}, '{file.name}'", file.sha256, "a SHA-256 in 64 digits")


def days_in(entry: Entry) -> Iterator[tuple[str, str]]:
    """Further days that an entry names, with what they are."""
    what = entry.what
    if isinstance(what, Laid):
        yield from (("expires", what.expires), ("due", what.due), ("covered", what.covered))
    elif isinstance(what, Left):
        yield from (("until", what.until), ("closed", what.closed))
    elif isinstance(what, Asked):
        yield "by", what.by
    elif isinstance(what, Deviated):
        yield "agreed on", what.agreed_on


def check_day(text: str, where: str) -> None:
    """Refuse what is no day between 1900 and 2200; empty is none.

    Raises:
        ValueRefused: naming what was found.
    """
    if not text:
        return
    try:
        found = day_number(text)
    except ValueRefused as fault:
        raise ValueRefused(where, text, "a day as year-month-day") from fault
    if not FIRST_DAY <= found <= LAST_DAY:
        raise ValueRefused(where, text, "a day from 1900 to 2200")
