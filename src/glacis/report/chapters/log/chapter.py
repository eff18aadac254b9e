# SPDX-License-Identifier: GPL-3.0-or-later
"""The log in the report: what was built otherwise, what is open, what was seen, what it means, what is due."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.graph.reader import Reader
from glacis.core.log.as_built import as_built, chain_of, differences, standing, waiting
from glacis.core.log.belief import belief
from glacis.core.log.keeping import open_observations
from glacis.core.log.repairs import FIRST, repair_of
from glacis.core.log.table import known_signs, table_of
from glacis.core.log.words import KINDS, SEVERITY, kind_of, summary
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.log import Entry, Held, Log, Tried
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Blocks, NewPage, Picture, Words, words_grid
from glacis.report.charts.log_roof import roof_scene, roof_view

PLAN = (760.0, 330.0)
CAUTION = (
    "Entries are kept as they were written; corrections stand beside what they correct. Causes are judgement in "
    "figures, no proof: whoever opens a roof decides. Nobody on a wet, icy, windy or unguarded roof."
)
SHOWN = 60
"""Entries that are printed at most; all are in the record as CSV."""
ROWS = tuple[str, ...]


class LogChapter(Struct, frozen=True):
    """What the chapter says: the record, areas, what no longer fits, the document for the plan."""

    log: Log
    areas: tuple[RoofArea, ...]
    project: Project
    lost: tuple[str, ...]
    units: System


def reads(reader: Reader, _subject: str) -> LogChapter | None:
    """What the chapter depends on; None where nothing is on record."""
    project = reader.project
    if project.log == Log():
        return None
    return LogChapter(project.log, project.areas, project, as_built(project)[1], project.units)


def blocks(read: LogChapter | None) -> Blocks:
    """The chapter."""
    if read is None:
        return ()
    return (
        NewPage(),
        Words("Log", "heading"),
        *_built(read),
        *_tests(read),
        *_open(read),
        *_seen(read),
        *_diagnosed(read),
        *_record(read),
        Words(CAUTION, "small"),
    )


def _built(read: LogChapter) -> Iterator[Block]:
    done = f"completed {read.log.completed}" if read.log.completed else "not completed yet"
    yield Words(f"{len(read.log.entries)} entries on record; {done}.")
    told = tuple(differences(read.project))
    if told:
        yield Words("Built otherwise", "sub")
        for words in told:
            yield Words(words)
        yield Words(
            "Diagnosis computes the roof as built; all other chapters the roof as drawn.", "small"
        )


def _names(read: LogChapter) -> dict[str, str]:
    return {area.id: area.name for area in read.areas}


def _where(read: LogChapter, entry: Entry) -> str:
    return _names(read).get(entry.spot.area, entry.spot.area) or "the job"


def _tests(read: LogChapter) -> Iterator[Block]:
    rows: list[ROWS] = [("day", "where", "test or hold point", "by")]
    for entry in standing(read.log):
        if isinstance(entry.what, (Tried, Held)):
            rows.append((entry.date, _where(read, entry), summary(entry, read.units), entry.who))
    if len(rows) > 1:
        yield Words("Tests and hold points", "sub")
        yield words_grid(rows, (0.9, 1.4, 3.6, 0.9), 4)


def _open(read: LogChapter) -> Iterator[Block]:
    rows: list[ROWS] = [("day", "where", "what is open", "by")]
    rows += [
        (entry.date, _where(read, entry), summary(entry, read.units), entry.who)
        for entry in waiting(read.log)
    ]
    if len(rows) > 1:
        yield Words("Open questions and unfinished work", "sub")
        yield words_grid(rows, (0.9, 1.4, 3.6, 0.9), 4)


def _seen(read: LogChapter) -> Iterator[Block]:
    seen = open_observations(standing(read.log))
    if not seen:
        return
    yield Words("Still to be seen on the roof", "sub")
    yield Picture(roof_scene(roof_view(read.project), PLAN))
    rows: list[ROWS] = [("no", "day", "where", "what", "severity", "first seen")]
    ordered = sorted(seen, key=lambda pair: (-pair[1].severity, pair[0].date, pair[0].id))
    for number, (entry, what) in enumerate(ordered, 1):
        words = summary(entry, read.units)
        first = chain_of(entry, read.log)[0].date
        where, severity = _where(read, entry), SEVERITY[what.severity]
        rows.append((str(number), entry.date, where, words, severity, first))
    yield words_grid(rows, (0.4, 0.9, 1.3, 3, 0.8, 0.9), 6)


def _diagnosed(read: LogChapter) -> Iterator[Block]:
    table = table_of(read.log)
    names = _names(read)
    for stated in read.log.cases:
        case = known_signs(table, stated)
        if not (case.seen or case.absent):
            continue
        found = belief(table, case.seen, case.absent, {}, read.log.seed)
        yield Words(f"Why it is wet: {names.get(case.area, case.area)}", "sub")
        for title, signs in (("Seen", case.seen), ("Looked for and absent", case.absent)):
            words = "; ".join(table.sign(sign).words.lower() for sign in signs)
            yield Words(f"{title}: {words or 'nothing'}.")
        rows: list[ROWS] = [("cause", "likely", "if the table is off by half or double")]
        rows += [
            (c.name, f"{100 * c.share:.0f} %", f"{100 * c.low:.0f} to {100 * c.high:.0f} %") for c in found.causes[:4]
        ]  # fmt: skip
        yield words_grid(rows, (3, 0.8, 2), 1)
        if found.says:
            yield Words(f"{', '.join(found.says).capitalize()}: what is known does not settle it.")
        yield Words(f"{repair_of(found.causes[0].id).words} {FIRST}")
        yield Words(
            f"Table {found.table}, priors without the roof as found; {case.note}".rstrip("; "),
            "small",
        )


def _record(read: LogChapter) -> Iterator[Block]:
    rows: list[ROWS] = [("day", "kind", "where", "what", "by")]
    latest = sorted(standing(read.log), key=lambda entry: entry.date, reverse=True)[:SHOWN]
    for entry in latest:
        files = f" [{len(entry.attachments)} files]" if entry.attachments else ""
        words = f"{summary(entry, read.units)}{files}"
        rows.append((entry.date, KINDS[kind_of(entry)], _where(read, entry), words, entry.who))
    if len(rows) > 1:
        yield Words("Record, latest first", "sub")
        yield words_grid(rows, (0.9, 0.9, 1.3, 3.4, 0.8), 5)
