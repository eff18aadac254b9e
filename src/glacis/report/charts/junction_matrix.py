# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions down, the four controls across: each cell says whole, undrawn or broken by shape and word."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.junctions.cases import POINTS
from glacis.core.junctions.chains import CONTROLS
from glacis.core.junctions.continuity import State
from glacis.core.junctions.rows import Row
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.junction_marks import STATE_INKS, STATE_WORDS, state_mark
from glacis.report.scene import (
    DIMENSION,
    Face,
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

HEAD, ROW = 30.0, 26.0
"""Height of the head and of a row [pt]."""
NAME, LENGTH, LOSS, FACTOR = 0.26, 0.09, 0.155, 0.065
"""Shares of the width that columns take beside the four controls [-]; our judgement."""
MARK = 22.0
"""Width of the mark before a word [pt]."""
SHORT: dict[State, str] = {**STATE_WORDS, "none": "–"}


class MatrixView(Struct, frozen=True):
    """What the matrix shows.

    Attributes:
        rows: the worst first.
        names: of areas by id.
        system: units.
        held: id of the junction in the hand.
        first: number of the first row that is shown.
    """

    rows: tuple[Row, ...]
    names: dict[str, str]
    system: System
    held: str = ""
    first: int = 0


def fitting(height: float) -> int:
    """How many rows a height holds."""
    return max(1, int((height - HEAD - 18) / ROW))


def row_words(row: Row, names: dict[str, str]) -> str:
    """A row in words: its kind, how many, and where."""
    piece = row.first.piece
    if piece.name:
        return f"{piece.words}: {piece.name}"
    where = " and ".join(dict.fromkeys(names.get(area, area) for area in piece.areas))
    many = f" × {len(row.members)}" if len(row.members) > 1 else ""
    return f"{piece.words}{many}, {where}"


def _size_words(row: Row, system: System) -> str:
    if row.length > 0:
        return with_unit(row.length, Quantity.LENGTH, system)
    return f"{row.points} of them" if row.points > 1 else "one"


def loss_words(row: Row, system: System) -> tuple[str, str]:
    """What a row loses and its coldest point, in words; empty where nobody knows."""
    loss = row.loss
    if loss is None:
        return "", ""
    if loss.solved is None:
        return "–", "–"
    point = row.first.piece.kind in POINTS
    value = with_unit(loss.solved.external, Quantity.POINT if point else Quantity.LINEAR, system)
    return ("χ " if point else "ψ ") + value, plain(loss.solved.factor, 2)


def _lap_words(row: Row) -> str:
    wrong = [lap for lap in row.first.laps if lap is not None and lap.verdict in ("stop", "mind")]
    return "; ".join(dict.fromkeys(lap.why for lap in wrong))


def _hint(row: Row, words: str) -> str:
    gaps = "\n".join(row.first.gaps)
    laps = _lap_words(row)
    return "\n".join(part for part in (words, gaps, laps, "Press to see its lines") if part)


def _columns(width: float) -> tuple[float, ...]:
    """Left ends of size, the four controls, loss and f_Rsi, and the right end."""
    first = width * NAME
    controls = first + width * LENGTH
    step = width * (1 - NAME - LENGTH - LOSS - FACTOR) / len(CONTROLS)
    ends = [controls + step * k for k in range(len(CONTROLS) + 1)]
    return first, *ends, ends[-1] + width * LOSS, width


def _cells(row: Row, columns: tuple[float, ...], y: float, system: System) -> Iterator[Item]:
    baseline = y + ROW / 2 + 4
    yield Text(columns[1] - 10, baseline, _size_words(row, system), 12, "second", "end")
    for k, state in enumerate(row.states):
        left = columns[1 + k] + 4
        yield from state_mark(state, (left, y + 5, left + MARK, y + ROW - 5))
        face: Face = "semibold" if state == "broken" else "regular"
        yield Text(left + MARK + 5, baseline, SHORT[state], 12, STATE_INKS[state], "start", face)
    loss, factor = loss_words(row, system)
    yield Text(columns[6] - 8, baseline, loss, 12, "ink", "end")
    yield Text(columns[7] - 8, baseline, factor, 12, "ink", "end")


def matrix_scene(view: MatrixView, size: Size) -> Scene:
    """The matrix at a size, from its first row on."""
    width, height = size
    columns = _columns(width)
    heads = ("length", *CONTROLS)
    items: list[Item] = [Text(8, 19, "junction", 12, "second")]
    items.append(Text(columns[1] - 10, 19, heads[0], 12, "second", "end"))
    for k, control in enumerate(CONTROLS):
        items.append(Text(columns[1 + k] + 4, 19, control, 13, "ink", "start", "semibold"))
    if any(row.loss is not None for row in view.rows):
        items.append(Text(columns[6] - 8, 19, "loses (outer)", 12, "second", "end"))
        items.append(Text(columns[7] - 8, 19, "f_Rsi", 12, "second", "end"))
    items.append(Line((0, HEAD - 2, width, HEAD - 2), "second", DIMENSION))
    hot = []
    count = fitting(height)
    shown = view.rows[view.first : view.first + count]
    for k, row in enumerate(shown):
        y = HEAD + ROW * k
        words = row_words(row, view.names)
        if any(item.piece.id == view.held for item in row.members):
            items.append(Patch(box(0, y, width, y + ROW), "wash"))
        laps = [
            lap for lap in row.first.laps if lap is not None and lap.verdict in ("stop", "mind")
        ]
        ink = ("stop" if any(lap.verdict == "stop" for lap in laps) else "mind") if laps else "ink"
        mark = " (lap)" if laps else ""
        items.append(Text(8, y + ROW / 2 + 4, shorten(words, columns[0] - 12, 12) + mark, 12, ink))
        items += _cells(row, columns, y, view.system)
        items.append(Line((0, y + ROW, width, y + ROW), "hairline", DIMENSION))
        hot.append(Hot("junction", row.first.piece.id, (0, y, width, y + ROW), _hint(row, words)))
    left = len(view.rows) - view.first - len(shown)
    if view.first or left > 0:
        words = f"{view.first} rows above, {max(0, left)} below: wheel or arrow keys"
        items.append(Text(8, height - 6, words, 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))
