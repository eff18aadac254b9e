# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions down, the four controls across: each cell says whole, undrawn or broken by shape and word."""

from collections.abc import Iterable, Iterator

from msgspec import Struct

from glacis.core.junctions.cases import POINTS
from glacis.core.junctions.chains import CONTROLS
from glacis.core.junctions.continuity import State
from glacis.core.junctions.rows import Row
from glacis.core.units.format import number, plain, with_unit
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
    text_width,
)

HEAD, ROW = 30.0, 26.0
"""Height of the head and of a row [pt]."""
MARK = 22.0
"""Width of the mark before a word [pt]."""
GAP, INDENT = 12.0, 4.0
"""Between columns, and before what stands in one of the controls [pt]."""
NAMES = 150.0
"""What names of junctions keep at least before marks give way to words alone [pt]; our judgement."""
LOSS_HEAD, FACTOR_HEAD = "loses (outer)", "f_Rsi"
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
    """What a row loses, without its unit, and its coldest point, in words; empty where nobody knows."""
    loss = row.loss
    if loss is None:
        return "", ""
    if loss.solved is None:
        return "–", "–"
    symbol, quantity = ("χ", Quantity.POINT) if _is_point(row) else ("ψ", Quantity.LINEAR)
    return f"{symbol} {number(loss.solved.external, quantity, system)}", plain(
        loss.solved.factor, 2
    )


def _is_point(row: Row) -> bool:
    return row.first.piece.kind in POINTS


def _units_told(system: System) -> str:
    linear, point = (q.unit(system).symbol for q in (Quantity.LINEAR, Quantity.POINT))
    return f"ψ in {linear}, χ in {point}"


def _lap_words(row: Row) -> str:
    wrong = [lap for lap in row.first.laps if lap is not None and lap.verdict in ("stop", "mind")]
    return "; ".join(dict.fromkeys(lap.why for lap in wrong))


def _hint(row: Row, words: str) -> str:
    gaps = "\n".join(row.first.gaps)
    laps = _lap_words(row)
    return "\n".join(part for part in (words, gaps, laps, "Press to see its lines") if part)


class _Columns(Struct, frozen=True):
    """Where columns stand [pt]; numbers end at their right end.

    Attributes:
        name: room for names.
        size: right end of lengths.
        controls: left end of each control.
        loss: right end of losses.
        factor: right end of f_Rsi.
        marks: whether states have a mark before their word.
    """

    name: float
    size: float
    controls: tuple[float, ...]
    loss: float
    factor: float
    marks: bool


def _widest(words: Iterable[str]) -> float:
    return max((text_width(each, 12) for each in words), default=0.0)


def _columns(view: MatrixView, width: float) -> _Columns:
    """Columns as wide as what all rows say in them, so that they stand still as rows go by; names take the rest."""
    losses = [loss_words(row, view.system) for row in view.rows]
    known = any(row.loss is not None for row in view.rows)
    size = _widest(["length", *(_size_words(row, view.system) for row in view.rows)])
    loss = _widest([LOSS_HEAD, *(words for words, _ in losses)]) + GAP if known else 0.0
    factor = text_width(FACTOR_HEAD, 12) + GAP if known else 0.0
    word = INDENT + max(_widest(SHORT.values()), *(text_width(each, 13) for each in CONTROLS)) + GAP
    rest = width - 8 - size - GAP - loss - factor - INDENT
    marks = rest - len(CONTROLS) * (word + MARK + 5) >= NAMES
    step = word + (MARK + 5 if marks else 0)
    name = rest - len(CONTROLS) * step
    first = name + size + GAP + INDENT
    controls = tuple(first + step * k for k in range(len(CONTROLS)))
    return _Columns(name, name + size, controls, width - 8 - factor, width - 8, marks)


def _cells(row: Row, columns: _Columns, y: float, system: System) -> Iterator[Item]:
    baseline = y + ROW / 2 + 4
    yield Text(columns.size, baseline, _size_words(row, system), 12, "second", "end")
    for left, state in zip(columns.controls, row.states, strict=True):
        if columns.marks:
            yield from state_mark(state, (left, y + 5, left + MARK, y + ROW - 5))
        face: Face = "semibold" if state == "broken" else "regular"
        x = left + (MARK + 5 if columns.marks else 0)
        yield Text(x, baseline, SHORT[state], 12, STATE_INKS[state], "start", face)
    loss, factor = loss_words(row, system)
    yield Text(columns.loss, baseline, loss, 12, "ink", "end")
    yield Text(columns.factor, baseline, factor, 12, "ink", "end")


def _head(view: MatrixView, columns: _Columns, width: float) -> Iterator[Item]:
    yield Text(8, 19, "junction", 12, "second")
    yield Text(columns.size, 19, "length", 12, "second", "end")
    for left, control in zip(columns.controls, CONTROLS, strict=True):
        yield Text(left, 19, control, 13, "ink", "start", "semibold")
    if any(row.loss is not None for row in view.rows):
        yield Text(columns.loss, 19, LOSS_HEAD, 12, "second", "end")
        yield Text(columns.factor, 19, FACTOR_HEAD, 12, "second", "end")
    yield Line((0, HEAD - 2, width, HEAD - 2), "second", DIMENSION)


def matrix_scene(view: MatrixView, size: Size) -> Scene:
    """The matrix at a size, from its first row on."""
    width, height = size
    columns = _columns(view, width)
    items: list[Item] = [*_head(view, columns, width)]
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
        room = columns.name - 8 - GAP - text_width(mark, 12)
        items.append(Text(8, y + ROW / 2 + 4, shorten(words, room, 12) + mark, 12, ink))
        items += _cells(row, columns, y, view.system)
        items.append(Line((0, y + ROW, width, y + ROW), "hairline", DIMENSION))
        hot.append(Hot("junction", row.first.piece.id, (0, y, width, y + ROW), _hint(row, words)))
    left = len(view.rows) - view.first - len(shown)
    if view.first or left > 0:
        words = f"{view.first} rows above, {max(0, left)} below: wheel or arrow keys"
        items.append(Text(8, height - 6, words, 12, "second"))
    if any(row.loss is not None for row in view.rows):
        items.append(Text(width - 8, height - 6, _units_told(view.system), 12, "second", "end"))
    return Scene(width, height, tuple(items), tuple(hot))
