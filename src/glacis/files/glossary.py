# SPDX-License-Identifier: GPL-3.0-or-later
"""The glossary that ships with Glacis."""

from glacis.core.glossary import Term
from glacis.files.libraries import rows


def load_glossary() -> tuple[Term, ...]:
    """The words and symbols of the window and the report."""
    return tuple(
        Term(row["term"], row["symbol"], tuple(row["also"].split("|")), row["says"], row["source"])
        for row in rows("glossary.csv")
    )
