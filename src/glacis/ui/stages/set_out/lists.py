# SPDX-License-Identifier: GPL-3.0-or-later
"""Lists over the Set-out bench: courses as they are marked, pieces as they are cut."""

from PyQt6.QtCore import QRect, Qt
from PyQt6.QtWidgets import (
    QHeaderView,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from glacis.core.set_out.found import SetOutFound, Sheeted
from glacis.core.set_out.lists import marked, pieces_of
from glacis.core.set_out.parts import SHEET_WAYS
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.set_out.hand import SetOutHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.choices import choice_row
from glacis.ui.widgets.labels import label

T = Quantity.THICKNESS
COURSE_HEADS = ("course", "from the datum", "gauge", "headlap", "note")
SHEET_HEADS = ("sheet", "fixed", "strips", "sheets", "length", "end laps", "coils", "moves")
PIECE_HEADS = ("mark", "piece", "count", "length", "width", "end")
WIDTHS = {
    "sheets": (190, 70, 52, 54, 74, 62, 46, 70),
    "courses": (60, 120, 100, 100, 120),
    "pieces": (44, 190, 52, 90, 84, 56),
}
WORDS = {
    "courses": "From the front of the fascia up the slope, each rounded to a millimetre by itself: mark all of them "
    "from one end of the tape.",
    "sheets": "Hidden clips let a sheet move and leave its face whole, but want a seam closed by machine; screws "
    "through the face cost less, hold each sheet still at every one, and each washer ages in the sun.",
    "pieces": "Marks as they are written on the pieces. Lengths along the slope; an end is its angle from square. "
    "Guard, eyes, ears and lungs at the saw.",
}
NOTHING = {
    "courses": "Nothing is laid in courses here.", "pieces": "Nothing to cut yet.",
    "sheets": "This area is not laid of metal sheets.",
}  # fmt: skip
HEADS = {"courses": COURSE_HEADS, "pieces": PIECE_HEADS, "sheets": SHEET_HEADS}
Rows = list[tuple[str, ...]]


def course_texts(found: SetOutFound, system: System) -> Rows:
    """The list of courses in words, the highest first as it is on the roof."""
    if found.covered is None:
        return []
    return [
        (
            str(course.no), with_unit(course.s, T, system), with_unit(course.gauge, T, system) if course.gauge else "",
            with_unit(course.headlap, T, system) if course.headlap else "", course.note,
        )
        for course in reversed(marked(found.covered))
    ]  # fmt: skip


def piece_texts(found: SetOutFound, system: System) -> Rows:
    """The cut list in words."""

    def shown(value: float) -> str:
        return with_unit(value, T, system) if value else ""

    return [
        (
            piece.mark, f"{piece.piece}; {piece.why}", str(piece.count), shown(piece.length), shown(piece.width),
            with_unit(piece.angle, Quantity.ANGLE, system) if piece.angle else "",
        )
        for piece in pieces_of(found)
    ]  # fmt: skip


def sheet_texts(ways: tuple[Sheeted, ...], system: System) -> Rows:
    """Metal sheets side by side in words."""
    return [
        (
            way.product.name, way.product.fixing, str(len(way.strips)),
            str(sum(strip.pieces for strip in way.strips)), with_unit(way.metres, Quantity.LENGTH, system),
            str(sum(strip.pieces - 1 for strip in way.strips)),
            str(len(way.shared.coils)) if way.shared is not None else "",
            with_unit(way.movement, Quantity.JOINT, system),
        )
        for way in ways
    ]  # fmt: skip


PAGES = (
    ("courses", "Courses", "Every course from the datum"),
    ("pieces", "Pieces", "Every piece to be cut or bought"),
    (
        "sheets",
        "Sheets compared",
        "Metal sheets side by side, fixed by hidden clips or through their face",
    ),
)


class ListPanel(BenchPanel):
    """Three lists, one at a time."""

    def __init__(self, desk: Desk, hand: SetOutHand, parent: QWidget) -> None:
        super().__init__("Lists", parent)
        self._desk, self._hand = desk, hand
        self._which = "courses"
        self.choices = choice_row(self.column, PAGES, self.show_list)
        self.table = QTableWidget(0, 0)
        self.table.setAccessibleName("Courses and pieces")
        self.table.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        vertical, horizontal = self.table.verticalHeader(), self.table.horizontalHeader()
        if vertical is not None:
            vertical.hide()
        if horizontal is not None:
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
            horizontal.setStretchLastSection(True)
        self.column.addWidget(self.table, 1)
        self.told = label("", "second small", wrap=True)
        self.column.addWidget(self.told)
        self.finish()

    def open_over(self, area: QRect) -> None:
        """Lie over the bench."""
        super().open_over(area)
        self.table.setFocus()

    def show_list(self, name: str) -> None:
        """Show the other list."""
        self._which = name
        self.refresh()

    def _rows(self, found: SetOutFound | None, system: System) -> Rows:
        area = self._hand.area
        if found is None or area is None:
            return []
        if self._which == "sheets":
            return sheet_texts(self._desk.value(SHEET_WAYS, area.id), system)
        return (
            course_texts(found, system) if self._which == "courses" else piece_texts(found, system)
        )

    def refresh(self) -> None:
        """Show the list as it is."""
        found, system = self._hand.found, self._desk.system
        for name, button in self.choices.items():
            button.setChecked(name == self._which)
        heads, rows = HEADS[self._which], self._rows(found, system)
        self.table.setColumnCount(len(heads))
        self.table.setHorizontalHeaderLabels(list(heads))
        self.table.setRowCount(len(rows))
        for number, row in enumerate(rows):
            for column, text in enumerate(row):
                item = QTableWidgetItem(text)
                item.setToolTip(plain_tip(text))
                if text[:1].isdigit():
                    item.setTextAlignment(
                        Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
                    )
                self.table.setItem(number, column, item)
        for column, width in enumerate(WIDTHS[self._which]):
            self.table.setColumnWidth(column, width)
        nothing = (
            "Nothing is laid in courses here."
            if self._which == "courses"
            else "Nothing to cut yet."
        )
        self.told.setText(WORDS[self._which] if rows else nothing)
