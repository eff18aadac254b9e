# SPDX-License-Identifier: GPL-3.0-or-later
"""Days as a calendar file (RFC 5545)."""

from collections.abc import Iterable, Iterator

Event = tuple[str, str, str, str]
"""Id, day as year-month-day, words, what else is said."""
LINE = 73
"""Octets of a line of a calendar file but its break at most (RFC 5545, 3.1, less room for the blank)."""


def calendar_of(name: str, product: str, events: Iterable[Event]) -> str:
    """Events of whole days as a calendar.

    Args:
        name: of the calendar.
        product: what made it.
        events: in their order.
    """
    lines = [
        "BEGIN:VCALENDAR",
        "VERSION:2.0",
        f"PRODID:-//Glacis//{product}//EN",
        f"X-WR-CALNAME:{_text(name)}",
    ]
    for ident, day, words, more in events:
        stamp = day.replace("-", "")
        lines += [
            "BEGIN:VEVENT",
            f"UID:{_text(ident)}@glacis",
            f"DTSTAMP:{stamp}T000000Z",
            f"DTSTART;VALUE=DATE:{stamp}",
            f"SUMMARY:{_text(words)}",
            f"DESCRIPTION:{_text(more)}",
            "END:VEVENT",
        ]
    lines.append("END:VCALENDAR")
    return "".join(f"{part}\r\n" for line in lines for part in _folded(line))


def _text(words: str) -> str:
    for mark in ("\\", ";", ","):
        words = words.replace(mark, f"\\{mark}")
    return words.replace("\n", "\\n").replace("\r", "")


def _folded(line: str) -> Iterator[str]:
    """A line in pieces that a calendar takes: what goes on begins with a blank."""
    piece = ""
    for letter in line:
        if len((piece + letter).encode()) > LINE:
            yield piece
            piece = " "
        piece += letter
    yield piece
