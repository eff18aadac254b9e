# SPDX-License-Identifier: GPL-3.0-or-later
"""Checks of the record: what was covered in the wrong order, too late, too wet or too cold."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.log.as_built import standing
from glacis.core.model.days import day_number
from glacis.core.model.log import Asked, Deviated, Entry, Held, Laid, Left, Log, Tried
from glacis.core.moisture.air import dew_point, saturation_pressure

ABOVE_DEW = 3.0
"""A ground has to be so much above the dew point [K] (EN ISO 8502-4:2017, 6)."""
WETTEST = {"timber": 20.0, "wood-board": 18.0, "concrete": 4.0, "screed": 2.0}
"""What a ground may hold when it is covered, by family [% by mass]; practice, the product's own outranks it."""


class Flag(Struct, frozen=True):
    """Something on record that is wrong.

    Attributes:
        kind: of the check.
        severity: stop, mind or note.
        entry: id of the entry.
        area: id of its roof area; empty for none.
        layer: id of its layer; empty for none.
        words: in a sentence.
    """

    kind: str
    severity: str
    entry: str
    area: str
    layer: str
    words: str


class Ground(Struct, frozen=True):
    """What the checks know of a layer: its name, and the family of what lies under it."""

    name: str
    under: str


def flags_of(log: Log, grounds: dict[tuple[str, str], Ground]) -> tuple[Flag, ...]:
    """Everything on record that is wrong.

    Args:
        log: on record.
        grounds: by area and layer.
    """
    entries = standing(log)
    found: list[Flag] = []
    for entry in entries:
        what = entry.what
        if isinstance(what, Laid):
            ground = grounds.get((entry.spot.area, entry.spot.layer))
            found += _laid(entry, what, entries, ground)
        elif isinstance(what, Tried):
            found += _tested(entry, what)
        elif isinstance(what, Held) and not what.passed:
            found += _flag(entry, "hold", "stop", f"Hold point “{what.what}” was not passed")
        elif isinstance(what, Deviated) and not what.agreed.strip():
            words = f"Built “{what.built}” for “{what.drawn}”, and nobody has agreed"
            found += _flag(entry, "unagreed", "mind", words)
        elif isinstance(what, Left) and not what.closed:
            words = f"“{what.what}” was left unfinished on {entry.date}"
            found += _flag(entry, "left", "mind", words)
        elif isinstance(what, Asked) and not what.answer.strip():
            found += _asked(entry, what)
    return tuple(found)


def _flag(entry: Entry, kind: str, severity: str, words: str) -> Iterator[Flag]:
    yield Flag(kind, severity, entry.id, entry.spot.area, entry.spot.layer, f"{words}.")


def _asked(entry: Entry, what: Asked) -> Iterator[Flag]:
    two = f": “{what.first}” or “{what.second}”" if what.first and what.second else ""
    used = ""
    if two and what.used:
        used = f"; used until one is confirmed: “{(what.first, what.second)[what.used - 1]}”"
    to = f"; {what.to} is to answer" if what.to else "; nobody is to answer it"
    by = f" by {what.by}" if what.by else ""
    question = what.question.rstrip("?. ")
    yield from _flag(entry, "question", "mind", f"Open: {question}{two}{used}{to}{by}")


def _laid(
    entry: Entry, what: Laid, entries: tuple[Entry, ...], ground: Ground | None
) -> Iterator[Flag]:
    name = what.product or (ground.name if ground else "") or entry.spot.layer or "it"
    laid = day_number(entry.date)
    if what.covered:
        covered = day_number(what.covered)
        if covered < laid:
            words = f"{name} was covered on {what.covered}, before it was laid on {entry.date}"
            yield from _flag(entry, "order", "stop", words)
        elif what.due and covered > day_number(what.due):
            late = covered - day_number(what.due)
            words = f"{name} lay open {late} day{'s' if late > 1 else ''} longer than its limit, until {what.covered}"
            yield from _flag(entry, "late", "mind", words)
        yield from _rained_on(entry, what, entries, name)
    if what.expires and day_number(what.expires) < laid:
        lot = f"lot {what.lot}" if what.lot else "the lot"
        words = f"{name}: {lot} had expired on {what.expires}"
        yield from _flag(entry, "expired", "mind", words)
    limit = WETTEST.get(ground.under) if ground else None
    if what.moisture is not None and limit is not None and what.moisture > limit:
        words = f"{name} was laid on {what.moisture:g} % by mass, more than the {limit:g} % such a ground may hold"
        yield from _flag(entry, "wet", "stop", words)
    yield from _dew(entry, what, name)


def _dew(entry: Entry, what: Laid, name: str) -> Iterator[Flag]:
    if what.air is None or what.humidity is None or what.substrate is None or what.humidity <= 0:
        return
    dew = dew_point(what.humidity * saturation_pressure(what.air))
    if what.substrate < dew + ABOVE_DEW:
        words = (
            f"{name}: the ground at {what.substrate:.1f} °C stood only {what.substrate - dew:.1f} K above the "
            f"dew point of {dew:.1f} °C"
        )
        yield from _flag(entry, "dew", "mind", words)


def _rained_on(entry: Entry, what: Laid, entries: tuple[Entry, ...], name: str) -> Iterator[Flag]:
    """Rain told by any entry of that roof in the 48 hours before it, all of which it lay open."""
    laid, covered = day_number(entry.date), day_number(what.covered)
    for other in entries:
        rain = other.what.rain if isinstance(other.what, Laid) else None
        same = other.spot.area in ("", entry.spot.area)
        day = day_number(other.date)
        if rain and same and other.id != entry.id and laid + 2 <= day <= covered:
            words = f"It rained on {name} before {other.date}, while it lay open"
            yield from _flag(entry, "rain", "mind", words)
            return


def _tested(entry: Entry, what: Tried) -> Iterator[Flag]:
    name = what.test.replace("-", " ")
    kept = None
    if what.value is not None and what.limit is not None:
        kept = what.value >= what.limit if what.least else what.value <= what.limit
    unit = f" {what.unit}" if what.unit else ""
    if kept is not None and kept != what.passed:
        side = "at least" if what.least else "at most"
        said = "passed" if what.passed else "failed"
        words = f"Test by {name} is said to have {said} at {what.value:g}{unit}, {side} {what.limit:g}{unit} asked"
        yield from _flag(entry, "verdict", "stop", words)
    elif not what.passed:
        yield from _flag(entry, "failed", "stop", f"Test by {name} did not pass")
