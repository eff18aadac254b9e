# SPDX-License-Identifier: GPL-3.0-or-later
"""Entries of the log in words."""

from collections.abc import Callable, Iterator
from typing import Any

from glacis.core.log.as_built import chain_of
from glacis.core.log.keeping import told
from glacis.core.model.log import (
    Asked,
    Deviated,
    Entry,
    Happened,
    Held,
    Inspected,
    Issued,
    Laid,
    Left,
    Log,
    Measured,
    Observed,
    Tried,
)
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System

KINDS = {
    "laid": "laid",
    "held": "hold point",
    "tested": "test",
    "deviated": "built otherwise",
    "inspected": "inspection",
    "observed": "seen",
    "measured": "reading",
    "left": "unfinished",
    "asked": "question",
    "issued": "issued",
    "happened": "event",
}
"""Kinds of entries as they are called."""
SEVERITY = {1: "watch", 2: "repair", 3: "now"}
EVENTS = {
    "gust": "gust",
    "hail": "hail",
    "trade": "people or plant on the roof",
    "first-rain": "first rain",
}


def kind_of(entry: Entry) -> str:
    """The kind of an entry, as its tag."""
    return str(entry.what.__struct_config__.tag)


def summary(entry: Entry, system: System) -> str:
    """An entry in one sentence, without where, when and by whom."""
    parts = [part for part in _parts(entry, system) if part]
    words = "; ".join(parts)
    return f"{words}. {entry.text}".strip() if entry.text else words


def history(entry: Entry, log: Log, system: System) -> str:
    """What an observation goes on from, the oldest first; empty for one that is new."""
    chain = chain_of(entry, log)
    if len(chain) < 2:
        return ""
    steps = []
    for each in chain:
        what = each.what
        if isinstance(what, Observed):
            size = with_unit(what.size, Quantity.LENGTH, system) if what.size else ""
            said = ", ".join(filter(None, (size, SEVERITY[what.severity])))
            steps.append(f"{each.date} {said}")
    return " → ".join(steps)


def _parts(entry: Entry, system: System) -> Iterator[str]:
    return WORDS[type(entry.what)](entry.what, system)


def _held(what: Held, _system: System) -> Iterator[str]:
    yield f"{what.what}: {'passed' if what.passed else 'not passed'}, seen by {what.witness}"


def _deviated(what: Deviated, _system: System) -> Iterator[str]:
    yield f"drawn {what.drawn}, built {what.built}"
    yield f"agreed by {what.agreed}, {what.agreed_on}" if what.agreed else "nobody agreed"


def _inspected(what: Inspected, _system: System) -> Iterator[str]:
    yield f"{told(what.occasion)} walk"
    yield what.weather
    yield f"not reached: {what.not_reached}" if what.not_reached else ""


def _left(what: Left, _system: System) -> Iterator[str]:
    yield what.what
    if what.closed:
        yield f"closed {what.closed}"
    else:
        yield f"danger from {what.until}" if what.until else "open"


def _asked(what: Asked, _system: System) -> Iterator[str]:
    yield what.question
    yield f"“{what.first}” or “{what.second}”" if what.first and what.second else ""
    yield f"answered by {what.answered}: {what.answer}" if what.answer else _awaits(what)


def _issued(what: Issued, _system: System) -> Iterator[str]:
    revision = f" {what.revision}" if what.revision else ""
    yield f"{what.matter} {what.number}{revision}: {what.title}"
    yield f"to {what.to}" if what.to else ""


def _happened(what: Happened, system: System) -> Iterator[str]:
    gust = with_unit(what.gust, Quantity.SPEED, system) if what.gust is not None else ""
    yield f"{EVENTS[what.event]} {gust}".strip()


def _awaits(what: Asked) -> str:
    to = f"{what.to} is to answer" if what.to else "nobody is to answer"
    return f"{to} by {what.by}" if what.by else to


def _laid(what: Laid, system: System) -> Iterator[str]:
    quantity = f", {what.quantity:g} {what.unit}" if what.quantity else ""
    lot = f", lot {what.lot}" if what.lot else ""
    yield f"{what.product or 'laid'}{quantity}{lot}"
    yield f"by {what.crew}" if what.crew else ""
    weather = [
        with_unit(value, quantity, system)
        for value, quantity in (
            (what.air, Quantity.TEMPERATURE), (what.humidity, Quantity.HUMIDITY), (what.wind, Quantity.SPEED),
        ) if value is not None
    ]  # fmt: skip
    if what.rain is not None:
        weather.append(f"{with_unit(what.rain, Quantity.RAIN, system)} of rain before")
    sensed = " (simulated sensor)" if what.sensed else ""
    yield ", ".join(weather) + sensed if weather else ""
    yield f"ground {what.moisture:g} % by mass {what.method}".strip() if what.moisture is not None else ""  # fmt: skip
    if what.covered:
        yield f"covered {what.covered}{f' by {what.next}' if what.next else ''}"
    elif what.due:
        yield f"to be covered by {what.due}"


def _tried(what: Tried, _system: System) -> Iterator[str]:
    name = told(what.test)
    if what.value is None:
        yield f"{name}: {'passed' if what.passed else 'failed'}"
        return
    unit = f" {what.unit}" if what.unit else ""
    side = "at least" if what.least else "at most"
    limit = f", {side} {what.limit:g}{unit}" if what.limit is not None else ""
    yield f"{name}: {what.value:g}{unit}{limit}, {'passed' if what.passed else 'failed'}"
    yield what.instrument


def _observed(what: Observed, system: System) -> Iterator[str]:
    many = f"{what.count} × " if what.count > 1 else ""
    size = f", {with_unit(what.size, Quantity.LENGTH, system)}" if what.size else ""
    trend = f", {what.trend}" if what.continues else ""
    yield f"{many}{told(what.what)}{size}: {SEVERITY[what.severity]}{trend}"


def _at_twenty(what: Measured) -> str:
    """A meter that does not correct itself, taken to 20 °C."""
    if what.wood is None or what.temperature is None or what.corrects:
        return ""
    from glacis.core.hourly.probe import BASE, WARMED

    return f", {what.wood - WARMED * (what.temperature - BASE):.1f} % at {BASE:g} °C"


def _measured(what: Measured, system: System) -> Iterator[str]:
    values = [
        with_unit(value, quantity, system)
        for value, quantity in ((what.temperature, Quantity.TEMPERATURE), (what.humidity, Quantity.HUMIDITY))
        if value is not None
    ]  # fmt: skip
    if what.wood is not None:
        values.append(f"wood {what.wood:g} % by mass as read{_at_twenty(what)}")
    plane = f"{what.plane}: " if what.plane else ""
    yield f"{plane}{', '.join(values) or 'noted'}"
    yield what.how


WORDS: dict[type, Callable[[Any, System], Iterator[str]]] = {
    Laid: _laid,
    Held: _held,
    Tried: _tried,
    Deviated: _deviated,
    Inspected: _inspected,
    Observed: _observed,
    Measured: _measured,
    Left: _left,
    Asked: _asked,
    Issued: _issued,
    Happened: _happened,
}
