# SPDX-License-Identifier: GPL-3.0-or-later
"""A heading and rows as CSV."""

import csv
import io
from collections.abc import Iterable


def csv_of(head: Iterable[object], rows: Iterable[Iterable[object]]) -> str:
    """A table as text, one line a row."""
    held = io.StringIO()
    table = csv.writer(held, lineterminator="\n")
    table.writerow(head)
    table.writerows(rows)
    return held.getvalue()
