# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to the log, each a function from one document to another. Entries are corrected, never rewritten."""

from typing import Any

from msgspec.structs import replace
from shapely import Point as GeometryPoint
from shapely import Polygon

from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.log.table import table_of, table_with
from glacis.core.model.days import day_number
from glacis.core.model.document import Project
from glacis.core.model.log import (
    Care,
    Case,
    Entry,
    Left,
    Log,
    Observed,
    OwnShare,
    Warranty,
)
from glacis.core.model.lookup import area_of, fresh_id
from glacis.core.model.sound_log import check_day, check_entry, check_log

NEAR = 0.05
"""How far beside an outline a pin still counts as on it [m]; our judgement: a hand at the edge."""


def _with(project: Project, **values: Any) -> Project:
    log = replace(project.log, **values)
    check_log(log)
    return replace(project, log=log)


def add_entry(project: Project, entry: Entry, today: str) -> Project:
    """Write an entry; it gets an id of its own.

    Args:
        project: the document.
        entry: as written; its id is a stem.
        today: year-month-day; nothing is recorded of days that have not come.

    Raises:
        MissingReference: for an area, or an entry it goes on from or corrects, that is not there.
        ValueRefused: for a day to come, a pin beside the roof, or a value out of range.
    """
    taken = {other.id for other in project.log.entries}
    kind = entry.what.__struct_config__.tag or "entry"
    entry = replace(entry, id=fresh_id(taken, entry.id or str(kind)))
    check_entry(entry)
    if day_number(entry.date) > day_number(today):
        raise ValueRefused("date of the entry", entry.date, f"a day up to today, {today}")
    for ident in _named(entry):
        if ident not in taken:
            raise MissingReference("entry", ident, "The entry")
    _check_spot(project, entry)
    return _with(project, entries=(*project.log.entries, entry))


def _named(entry: Entry) -> tuple[str, ...]:
    what = entry.what
    found: tuple[str, ...] = (entry.corrects,)
    if isinstance(what, Observed):
        found = (*found, what.inspection, what.continues)
    return tuple(filter(None, found))


def _check_spot(project: Project, entry: Entry) -> None:
    spot = entry.spot
    if not spot.area:
        if spot.at is not None:
            raise ValueRefused("pin", "on no roof area", "a roof area to lie on")
        return
    area = area_of(project, spot.area)
    if spot.at is not None and Polygon(area.outline).distance(GeometryPoint(spot.at)) > NEAR:
        x, y = spot.at
        raise ValueRefused("pin", f"{x:.2f}, {y:.2f} m", f"a point on {area.name}")


def correct_entry(project: Project, ident: str, entry: Entry, today: str) -> Project:
    """Write an entry in the place of another; both stay on record.

    Raises:
        MissingReference: for an entry that is not there.
        ValueRefused: as :func:`add_entry`, and for one that was corrected already.
    """
    later = next((other.id for other in project.log.entries if other.corrects == ident), None)
    if later is not None:
        raise ValueRefused("entry to be corrected", ident, f"one that stands; '{later}' has corrected it")  # fmt: skip
    return add_entry(project, replace(entry, id="", corrects=ident), today)


def close_left(project: Project, ident: str, day: str, who: str, today: str) -> Project:
    """Say that work left unfinished is done.

    Raises:
        MissingReference: for an entry that is not there.
        ValueRefused: for one that is no unfinished work.
    """
    entry = entry_of(project.log, ident)
    if not isinstance(entry.what, Left):
        raise ValueRefused("entry to be closed", ident, "work left unfinished")
    closed = replace(entry, what=replace(entry.what, closed=day), who=who, date=day)
    return correct_entry(project, ident, closed, today)


def entry_of(log: Log, ident: str) -> Entry:
    """An entry by its id.

    Raises:
        MissingReference: where there is none.
    """
    found = next((entry for entry in log.entries if entry.id == ident), None)
    if found is None:
        raise MissingReference("entry", ident, "The log")
    return found


def complete(project: Project, day: str) -> Project:
    """Say when the roof was completed; empty for not yet."""
    check_day(day, "completed")
    return _with(project, completed=day)


def case_of(log: Log, area: str) -> Case:
    """What was looked for in an area's roof."""
    return next((case for case in log.cases if case.area == area), Case(area=area))


def tell_sign(project: Project, area: str, sign: str, told: str) -> Project:
    """Say that a sign is ``seen``, ``absent``, or not looked at (``""``).

    Raises:
        MissingReference: for an area or a sign that is not there.
    """
    area_of(project, area)
    table_of(project.log).sign(sign)
    case = case_of(project.log, area)
    seen = tuple(x for x in case.seen if x != sign) + ((sign,) if told == "seen" else ())
    absent = tuple(x for x in case.absent if x != sign) + ((sign,) if told == "absent" else ())
    return put_case(project, replace(case, seen=seen, absent=absent))


def put_case(project: Project, case: Case) -> Project:
    """State what was looked for in an area's roof; a case of nothing goes away."""
    kept = tuple(other for other in project.log.cases if other.area != case.area)
    empty = not (case.seen or case.absent or case.note)
    return _with(project, cases=kept if empty else (*kept, case))


def put_shares(project: Project, shares: tuple[OwnShare, ...]) -> Project:
    """State all shares that are not the table's; none takes the table as it comes.

    Raises:
        GlacisError: for what is not in the table, or no share.
    """
    table_with(shares)
    return _with(project, shares=shares)


def put_care(project: Project, care: Care) -> Project:
    """State what decides how often an area is looked at.

    Raises:
        MissingReference: for an area that is not there.
    """
    area_of(project, care.area)
    kept = tuple(other for other in project.log.care if other.area != care.area)
    return _with(project, care=(*kept, care))


def care_of(log: Log, area: str) -> Care:
    """What decides how often an area is looked at."""
    return next((care for care in log.care if care.area == area), Care(area=area))


def put_warranties(project: Project, warranties: tuple[Warranty, ...]) -> Project:
    """State the warranties of the job.

    Raises:
        ValueRefused: for one without a name or named twice, or an end that is no day.
    """
    names = [warranty.name.strip() for warranty in warranties]
    if "" in names:
        raise ValueRefused("warranty", "no name", "a name")
    twice = next((name for name in names if names.count(name) > 1), None)
    if twice is not None:
        raise ValueRefused("warranty", twice, "a name of its own")
    return _with(project, warranties=warranties)
