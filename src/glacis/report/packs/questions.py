# SPDX-License-Identifier: GPL-3.0-or-later
"""What a crew would have to guess: open questions of junctions and of the log, unfinished work, findings that stop."""

from collections.abc import Iterator

from glacis.core.analysis.results import Results
from glacis.report.blocks import Block, Words
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
    stops = tuple(f for f in results.open_findings if f.severity == "stop")
    yield Words("What stops", "sub")
    yield findings_block(results, stops)
    yield Words("Cautions", "sub")
    for sentence in CAUTIONS:
        yield Words(sentence)
