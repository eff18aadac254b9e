# SPDX-License-Identifier: GPL-3.0-or-later
"""The record as rows, latest first: day, kind, place, words; what is wrong in ink."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.model.log import Entry
from glacis.report.scene import (
    DIMENSION,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

HEAD, ROW = 30.0, 24.0
DAY, KIND, WHERE, WHO = 10.0, 92.0, 196.0, 124.0
LABEL = 12.0


class RecordView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        rows: kind, and words, of each entry, with it, in the order they show.
        corrected: ids of entries that others have taken the place of.
        wrong: severity and words by id of the entry.
        files: words about files by id of the entry: how many, and what is wrong with them.
        names: of areas by id.
        entry: id of the one in the hand.
        first: row.
    """

    rows: tuple[tuple[Entry, str, str], ...]
    corrected: frozenset[str]
    wrong: dict[str, tuple[str, str]]
    files: dict[str, tuple[str, bool]]
    names: dict[str, str]
    entry: str = ""
    first: int = 0


def fitting(height: float) -> int:
    """How many rows a height holds."""
    return max(1, int((height - HEAD - 8) / ROW))


def record_scene(view: RecordView, size: Size) -> Scene:
    """Rows of entries."""
    items: list[Item] = [
        Text(DAY, 20, "day", LABEL, "second"),
        Text(KIND, 20, "kind", LABEL, "second"),
        Text(WHERE, 20, "where, and what", LABEL, "second"),
        Text(size[0] - 10, 20, "by", LABEL, "second", "end"),
        Line((8, HEAD - 4, size[0] - 8, HEAD - 4), "second", DIMENSION),
    ]
    hot: list[Hot] = []
    y = HEAD
    for entry, kind, words in view.rows[view.first : view.first + fitting(size[1])]:
        items += _row(view, (entry, kind, words), y, size[0])
        wrong = view.wrong.get(entry.id)
        files = view.files.get(entry.id, ("", False))[0]
        told = "\n".join(filter(None, (words, wrong[1] if wrong else "", files)))  # fmt: skip
        hot.append(Hot("entry", entry.id, (0, y, size[0], y + ROW), told))
        y += ROW
    if not view.rows:
        items.append(Text(DAY, HEAD + 20, "Nothing is on record yet.", LABEL, "second"))
    return Scene(*size, tuple(items), tuple(hot))


def _row(view: RecordView, row: tuple[Entry, str, str], y: float, width: float) -> Iterator[Item]:
    entry, kind, said = row
    if entry.id == view.entry:
        yield Patch(box(0, y, width, y + ROW), "wash", "", 0.0)
    old = entry.id in view.corrected
    ink = "second" if old else "ink"
    wrong = view.wrong.get(entry.id)
    yield Text(DAY, y + 16, entry.date, LABEL, ink)
    yield Text(KIND, y + 16, kind, LABEL, ink, face="regular" if old else "semibold")  # fmt: skip
    where = view.names.get(entry.spot.area, entry.spot.area) or "the job"
    files, bad = view.files.get(entry.id, ("", False))
    tail = f"  [{files}]" if files else ""
    mark = "corrected: " if old else ""
    words = f"{mark}{where}: {said}{tail}"
    room = width - WHERE - WHO - 16
    shade = ("stop" if wrong and wrong[0] == "stop" else "mind") if wrong or bad else ink
    yield Text(WHERE, y + 16, shorten(words, room, LABEL), LABEL, shade)
    yield Text(width - 10, y + 16, shorten(entry.who, WHO - 12, LABEL), LABEL, "second", "end")
    yield Line((8, y + ROW, width - 8, y + ROW), "hairline", DIMENSION)
