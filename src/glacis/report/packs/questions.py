# SPDX-License-Identifier: GPL-3.0-or-later
"""What a crew would have to guess: open questions of junctions and of the log, unfinished work, findings that stop."""

from collections.abc import Iterator

from glacis.core.analysis.results import Results
from glacis.core.log.as_built import standing
from glacis.core.log.words import summary
from glacis.core.model.log import Asked, Left
from glacis.report.blocks import Block, Words, words_grid
from glacis.report.front import CAUTIONS, findings_block, guesses

FIRST = (
    "Whatever is open here is asked before it is built: the designer answers, with name and date. Nobody guesses, and "
    "nobody goes on over a hold point that is not signed."
)


def guessed(results: Results) -> Iterator[Block]:
    """Everything open, first of all."""
    yield Words("Before you begin", "heading")
    yield Words(FIRST)
    yield from guesses(results)
    rows: list[tuple[str, ...]] = [("day", "where", "open", "by")]
    names = {area.id: area.name for area in results.project.areas}
    for entry in standing(results.project.log):
        what = entry.what
        if (isinstance(what, Asked) and not what.answer) or (
            isinstance(what, Left) and not what.closed
        ):
            where = names.get(entry.spot.area, entry.spot.area) or "the job"
            rows.append((entry.date, where, summary(entry, results.project.units), entry.who))
    if len(rows) > 1:
        yield Words("Open on record", "sub")
        yield words_grid(rows, (0.9, 1.3, 3.8, 0.9), 4)
    stops = tuple(f for f in results.open_findings if f.severity == "stop")
    yield Words("What stops", "sub")
    yield findings_block(results, stops)
    yield Words("Cautions", "sub")
    for sentence in CAUTIONS:
        yield Words(sentence)
