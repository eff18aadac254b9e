# SPDX-License-Identifier: GPL-3.0-or-later
"""A heading and rows as CSV, written and read."""

import csv
import io
from collections.abc import Callable, Iterable, Iterator
from pathlib import Path
from typing import TypeVar

from glacis.core.errors import short
from glacis.files.errors import FileRefused, ManyRefused
from glacis.files.layers_csv import as_meant
from glacis.files.materials_csv import text_of

Made = TypeVar("Made")
Row = dict[str, str]


def csv_of(head: Iterable[object], rows: Iterable[Iterable[object]]) -> str:
    """A table as text, one line a row."""
    held = io.StringIO()
    table = csv.writer(held, lineterminator="\n")
    table.writerow(head)
    table.writerows(rows)
    return held.getvalue()


MOST_ROWS = 5000
"""Rows of a table at most; our judgement: no roof is pulled at so often."""


def table_rows(path: Path, needed: tuple[str, ...]) -> Iterator[tuple[int, dict[str, str]]]:
    """Rows that are not empty, with their number in the file; commas, semicolons or tabs between cells.

    Raises:
        FileRefused: for what is no table, or has not the columns that are needed.
    """
    text = text_of(path)
    head = text.split("\n", 1)[0]
    try:
        reader = csv.DictReader(io.StringIO(text), delimiter=max(";\t,", key=head.count))
        missing = [
            name
            for name in needed
            if name not in [(n or "").strip() for n in reader.fieldnames or ()]
        ]
        if missing:
            raise FileRefused(path, "row 1", f"a column '{missing[0]}'", short(head) or "nothing")
        count = 0
        for number, row in enumerate(reader, 2):
            cells = {
                name.strip(): as_meant(value.strip())
                for name, value in row.items()
                if isinstance(name, str) and isinstance(value, str)
            }
            if not any(cells.values()):
                continue
            count += 1
            if count > MOST_ROWS:
                raise FileRefused(path, f"row {number}", f"at most {MOST_ROWS} rows", "more")
            yield number, {name: cells.get(name, "") for name in {*cells, *needed}}
    except csv.Error as fault:
        raise FileRefused(path, "", "a CSV table", str(fault)) from fault
    if not count:
        raise FileRefused(path, "below the head", "rows", "none")


def all_made(
    path: Path, rows: Iterator[tuple[int, Row]], make: Callable[[str, Row], Made]
) -> list[tuple[int, Made]]:
    """Every row made, or all their faults at once.

    Raises:
        FileRefused: naming every fault; nothing is made then.
    """
    made: list[tuple[int, Made]] = []
    faults: list[FileRefused] = []
    for number, row in rows:
        try:
            made.append((number, make(f"row {number}", row)))
        except FileRefused as fault:
            faults.append(fault)
    if len(faults) == 1:
        raise faults[0]
    if faults:
        raise ManyRefused(path, faults)
    return made
