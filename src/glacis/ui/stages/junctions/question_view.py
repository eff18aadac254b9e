# SPDX-License-Identifier: GPL-3.0-or-later
"""The register of open questions: what a crew would have to guess, with answer, person and date."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QHeaderView,
    QLineEdit,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from glacis.core.junctions.change import answer_question
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.questions import Question, questions_of
from glacis.core.model.junctions import Answer
from glacis.ui.desk import Desk, today
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label, tight

HEADS = ("junction", "question", "answer", "who", "date")
WIDTHS = (140, 290, 150, 76, 76)


class QuestionView(QWidget):
    """A table of questions, and a row to answer the one in the hand."""

    said = pyqtSignal(str, bool)
    wanted = pyqtSignal(str)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        self.table = QTableWidget(0, len(HEADS))
        self.table.setAccessibleName("Open questions")
        self.table.setHorizontalHeaderLabels(list(HEADS))
        self.table.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        self.table.setSelectionBehavior(QTableWidget.SelectionBehavior.SelectRows)
        self.table.itemSelectionChanged.connect(self._show_answer)
        self.table.itemDoubleClicked.connect(lambda _item: self._go())
        vertical, horizontal = self.table.verticalHeader(), self.table.horizontalHeader()
        if vertical is not None:
            vertical.hide()
        if horizontal is not None:
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
            horizontal.setStretchLastSection(True)
        for k, width in enumerate(WIDTHS):
            self.table.setColumnWidth(k, width)
        column.addWidget(self.table, 1)
        self.nothing = label(
            "No question is open: every link is drawn by somebody and made by somebody.",
            "",
            wrap=True,
        )
        column.addWidget(self.nothing)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.answer, self.who, self.date = QLineEdit(), QLineEdit(), QLineEdit()
        for words, tip, field, width in (
            ("Answer", "What is to be built; empty opens the question again", self.answer, 0),
            ("by", "Who answers", self.who, 130), ("on", "Date, as 2026-03-31", self.date, 96),
        ):  # fmt: skip
            field.setAccessibleName(tip)
            field.setToolTip(plain_tip(tip))
            if width:
                field.setFixedWidth(width)
            row.addWidget(label(words, "second small"))
            row.addWidget(field, 0 if width else 1)
        self.keep, self.go = QPushButton("Write it down"), QPushButton("Show its lines")
        self.keep.setToolTip("Keep the answer with name and date")
        self.go.setToolTip("Go to the lines of this junction")
        self.keep.clicked.connect(self._take)
        self.go.clicked.connect(self._go)
        for button in (self.keep, self.go):
            row.addWidget(button)
        column.addLayout(row)
        self._questions: tuple[Question, ...] = ()

    @property
    def chosen(self) -> Question | None:
        """The question in the hand."""
        row = self.table.currentRow()
        return self._questions[row] if 0 <= row < len(self._questions) else None

    def refresh(self) -> None:
        """Show the questions as they stand."""
        held = self.chosen.key if self.chosen is not None else ""
        junctions = self._desk.value(JUNCTIONS)
        self._questions = questions_of(junctions, self._desk.project.answers)
        names = {item.piece.id: item.piece.name or item.piece.words for item in junctions}
        self.table.setRowCount(len(self._questions))
        for row, question in enumerate(self._questions):
            answer = question.answer
            many = f" × {question.count}" if question.count > 1 else ""
            texts = (
                names.get(question.junction, "") + many, question.asks, answer.answer if answer else "",
                answer.who if answer else "", answer.date if answer else "",
            )  # fmt: skip
            for column, text in enumerate(texts):
                item = QTableWidgetItem(text)
                item.setToolTip(plain_tip(text))
                self.table.setItem(row, column, item)
        keys = [question.key for question in self._questions]
        self.table.setCurrentCell(keys.index(held) if held in keys else 0 if keys else -1, 0)
        self.table.setVisible(bool(keys))
        self.nothing.setVisible(not keys)
        for widget in (self.answer, self.who, self.date, self.keep, self.go):
            widget.setEnabled(bool(keys))

    def _show_answer(self) -> None:
        chosen = self.chosen
        answer = chosen.answer if chosen is not None else None
        self.answer.setText(answer.answer if answer else "")
        self.who.setText(answer.who if answer else self._desk.project.author)
        self.date.setText(answer.date if answer else today())

    def _take(self) -> None:
        chosen = self.chosen
        if chosen is None:
            return
        answer = Answer(
            question=chosen.key, answer=self.answer.text().strip(), who=self.who.text().strip(),
            date=self.date.text().strip(),
        )  # fmt: skip
        if self._desk.act("Answer a question", lambda p: answer_question(p, answer)):
            self.said.emit("Written down", False)

    def _go(self) -> None:
        if self.chosen is not None:
            self.wanted.emit(self.chosen.junction)
