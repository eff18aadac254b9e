# SPDX-License-Identifier: GPL-3.0-or-later
"""The published table says what is worked out today."""

from pathlib import Path

import pytest

from validation.tables import crossing_rows, framing_rows, hand_rows

PAGE = Path(__file__).parents[2] / "docs" / "physics" / "validation.md"


@pytest.mark.parametrize(
    ("heading", "rows"),
    [("## U-values", hand_rows), ("## Framing", framing_rows), ("## Crossing", crossing_rows)],
)
def test_every_row_is_up_to_date_and_no_other_stands_there(heading, rows):
    text = PAGE.read_text(encoding="utf-8")
    section = text[text.index(heading) :].split("\n## ")[0]
    published = [line for line in section.splitlines() if line.startswith("| ")][2:]
    assert published == list(rows())
