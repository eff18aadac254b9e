# SPDX-License-Identifier: GPL-3.0-or-later
"""The log as tables: the record, what is due, a sheet to take on the roof and to read back, the likelihood table."""

from collections.abc import Iterator
from pathlib import Path
from typing import get_args

from glacis.core.errors import GlacisError, ValueRefused, short
from glacis.core.log.as_built import standing
from glacis.core.log.keeping import CAUTION, Due, open_observations
from glacis.core.log.table import BACKGROUND_OF, PRIOR, Table, table_with, usual_table
from glacis.core.log.words import KINDS, kind_of, summary
from glacis.core.model.log import (
    Entry,
    Inspected,
    Log,
    Observed,
    ObservedKind,
    OwnShare,
    Spot,
    Trend,
)
from glacis.core.units.ranges import finite
from glacis.files.calendar_file import Event, calendar_of
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import Row, all_made, csv_of, table_rows

RECORD = (
    "id", "date", "hour", "kind", "area", "junction", "layer", "x_m", "y_m", "who", "role", "words", "files", "sha256",
    "corrects",
)  # fmt: skip
DUE = ("area", "name", "what", "date", "days_late", "why", "again_months", "caution")
SHEET = (
    "goes_on_from",
    "area",
    "what",
    "trend",
    "severity",
    "size_m",
    "count",
    "x_m",
    "y_m",
    "words",
)
SHARES = ("sign", "group", "words", "cause", "share", "source")


def record_csv(log: Log) -> str:
    """Every entry, in the order they were written."""
    return csv_of(RECORD, (_record(entry) for entry in log.entries))


def _record(entry: Entry) -> tuple[object, ...]:
    x, y = entry.spot.at if entry.spot.at is not None else (None, None)
    return (
        safe(entry.id), entry.date, entry.hour, KINDS[kind_of(entry)], safe(entry.spot.area), safe(entry.spot.junction),
        safe(entry.spot.layer), x, y, safe(entry.who), safe(entry.role), safe(summary(entry, "si")),
        safe("; ".join(file.name for file in entry.attachments)), "; ".join(file.sha256 for file in entry.attachments),
        safe(entry.corrects),
    )  # fmt: skip


def due_csv(due: tuple[Due, ...]) -> str:
    """What is due."""
    rows = (
        (
            safe(each.area),
            safe(each.name),
            each.what,
            each.date,
            each.late,
            safe(each.why),
            each.months or None,
            CAUTION,
        )
        for each in due
    )
    return csv_of(DUE, rows)


def due_ics(due: tuple[Due, ...], name: str) -> str:
    """What is due as a calendar."""
    return calendar_of(name, "Care of roofs", _events(due))


def _events(due: tuple[Due, ...]) -> Iterator[Event]:
    for each in due:
        ident = f"{each.area or 'job'}/{each.what}/{each.date}".replace(" ", "-")
        yield ident, each.date, f"{each.what}: {each.name}", f"{each.why}. {CAUTION}"


def sheet_csv(log: Log, areas: tuple[str, ...]) -> str:
    """What is still to be seen on some areas, to be filled in on the roof: trend, severity, size; new rows below."""
    rows = (
        (
            safe(entry.id), safe(entry.spot.area), what.what, "", what.severity, what.size or None, what.count,
            *(entry.spot.at or (None, None)), "",
        )
        for entry, what in open_observations(standing(log)) if entry.spot.area in areas
    )  # fmt: skip
    return csv_of(SHEET, rows)


def read_sheet(path: Path, log: Log, walk: Entry) -> tuple[Entry, ...]:
    """The sheet as it came back: the walk, and an observation for each row that somebody filled in.

    A row without a trend that goes on from an observation was not looked at and says nothing.

    Args:
        path: of the table.
        log: on record.
        walk: the inspection; day, who and role are those of its observations.

    Raises:
        FileRefused: naming every row and column at fault, what was expected and what was found; nothing is taken.
    """
    if not isinstance(walk.what, Inspected):
        raise FileRefused(path, "", "an inspection that it belongs to", kind_of(walk))
    known = {entry.id: entry for entry in log.entries if isinstance(entry.what, Observed)}
    rows = table_rows(path, ("goes_on_from", "area", "what"))
    made = all_made(path, rows, lambda where, row: _seen(path, where, row, known, walk))
    return (walk, *(entry for _, entry in made if entry is not None))


def _seen(path: Path, where: str, row: Row, known: dict[str, Entry], walk: Entry) -> Entry | None:
    goes_on = row["goes_on_from"]
    trend = row.get("trend", "")
    if goes_on and goes_on not in known:
        raise FileRefused(path, f"{where}, goes_on_from", "an observation on record", goes_on)
    if goes_on and not trend:
        return None
    wanted = get_args(Trend) if goes_on else ("", "new")
    if trend not in wanted:
        raise FileRefused(path, f"{where}, trend", ", ".join(filter(None, wanted)), short(trend))
    if row["what"] not in get_args(ObservedKind):
        raise FileRefused(path, f"{where}, what", ", ".join(get_args(ObservedKind)), short(row["what"]))  # fmt: skip
    x, y = (_number(path, where, row, key) for key in ("x_m", "y_m"))
    if (x is None) != (y is None):
        raise FileRefused(path, f"{where}, x_m and y_m", "both, or neither", "one")
    before = known[goes_on] if goes_on else None
    at = (x, y) if x is not None and y is not None else before.spot.at if before else None
    what = Observed(
        what=row["what"],  # type: ignore[arg-type]
        inspection=walk.id,
        size=_number(path, where, row, "size_m") or 0.0,
        count=_whole(path, where, row, "count", 1, 10000),
        severity=_whole(path, where, row, "severity", 1, 3),
        continues=goes_on,
        trend=trend or "new",  # type: ignore[arg-type]
    )
    spot = Spot(area=row["area"], at=at)
    return Entry(
        id="", what=what, spot=spot, date=walk.date, who=walk.who, role=walk.role, text=row.get("words", "")
    )  # fmt: skip


def _number(path: Path, where: str, row: Row, key: str) -> float | None:
    text = row.get(key, "")
    if not text:
        return None
    try:
        return finite(text.replace(",", "."))
    except (ValueError, GlacisError) as fault:
        raise FileRefused(path, f"{where}, {key}", "a number", short(text)) from fault


def _whole(path: Path, where: str, row: Row, key: str, low: int, high: int) -> int:
    found = _number(path, where, row, key)
    if found is None:
        return low
    if found != int(found) or not low <= found <= high:
        raise FileRefused(path, f"{where}, {key}", f"a whole number from {low} to {high}", row[key])
    return int(found)


def shares_csv(table: Table, own: tuple[OwnShare, ...]) -> str:
    """The likelihood table, one line a share: priors, backgrounds, and every sign and test by cause."""
    return csv_of(SHARES, _shares(table, {(x.sign, x.cause): x.source for x in own}))


def _shares(table: Table, sources: dict[tuple[str, str], str]) -> Iterator[tuple[object, ...]]:
    def row(sign: str, group: str, words: str, cause: str, value: float) -> tuple[object, ...]:
        source = sources.get((sign, cause), f"table {usual_table().name}")
        return sign, group, safe(words), cause, value, safe(source)

    for cause in table.causes:
        yield row(PRIOR, "prior", cause.name, cause.id, cause.weight)
    for sign in (*table.signs, *table.tests):
        yield row(sign.id, sign.group, sign.words, BACKGROUND_OF, sign.background)
        for cause, share in zip(table.causes, sign.shares, strict=True):
            yield row(sign.id, sign.group, sign.words, cause.id, share)


def read_shares(path: Path) -> tuple[OwnShare, ...]:
    """What a table states otherwise than Glacis does, with its source.

    Raises:
        FileRefused: naming every row at fault; nothing is taken.
    """
    usual = {
        (sign, cause): value for sign, _group, _words, cause, value, _source in _shares(usual_table(), {})
    }  # fmt: skip
    rows = table_rows(path, ("sign", "cause", "share", "source"))
    made = all_made(path, rows, lambda where, row: _share(path, where, row, usual))
    return tuple(share for _, share in made if share is not None)


def _share(
    path: Path, where: str, row: Row, usual: dict[tuple[object, object], object]
) -> OwnShare | None:
    """A share that differs from the usual one."""
    key = (row["sign"], row["cause"])
    if key not in usual:
        raise FileRefused(path, where, "a sign and a cause of the table", ", ".join(key))
    value = _number(path, where, row, "share")
    if value is None:
        raise FileRefused(path, f"{where}, share", "a number", "nothing")
    if usual[key] == value:
        return None
    if not row["source"].strip():
        raise FileRefused(path, f"{where}, source", "who says so", "nothing")
    share = OwnShare(sign=row["sign"], cause=row["cause"], value=value, source=row["source"])
    try:
        table_with((share,))
    except ValueRefused as fault:
        raise FileRefused(path, f"{where}, share", fault.expected, row["share"]) from fault
    return share
