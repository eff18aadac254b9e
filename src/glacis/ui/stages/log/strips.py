# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields under the Log bench: pins, the entry in the hand, care, signs, answers of an exercise."""

from functools import partial
from pathlib import Path

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QImageReader, QPixmap
from PyQt6.QtWidgets import QHBoxLayout, QLabel

from glacis.core.log.exercises import exercises
from glacis.core.log.table import usual_table
from glacis.core.log.words import history, summary
from glacis.core.model.log import Left, Observed
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.log.hand import LogHand
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import clear, label, tight
from glacis.ui.widgets.strip import Strip

THUMB = 64
"""Height of a picture [pt]."""
SUFFIXES = (".png", ".jpg", ".jpeg", ".bmp", ".webp")


class EntryStrip(Strip[LogHand]):
    """The entry in the hand: its words, its pictures, what goes on from it."""

    wanted = pyqtSignal(str)

    def __init__(self, desk: Desk, hand: LogHand) -> None:
        super().__init__(desk, hand)
        self.told = label("", wrap=True)
        self.column.addWidget(self.told)
        self._pictures = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self.column.addLayout(self._pictures)
        row = self.row()
        self.buttons = {}
        for key, words, tip in (
            ("new", "New entry…", "Write in the log (N)"),
            ("pin", "Pin…", "Then press the roof where something is seen (P)"),
            ("go-on", "Goes on…", "Something is seen there again: same, grown, or gone"),
            ("correct", "Correct…", "Write an entry in its place; both stay on record"),
            ("close", "Done", "The work that was left is done"),
        ):
            self.buttons[key] = push_button(words, tip, partial(self.wanted.emit, key))
            row.addWidget(self.buttons[key])
        row.addStretch(1)
        self.gone = chooser(
            "Which pins show", (("what is open", False), ("all that was seen", True))
        )
        self.gone.activated.connect(lambda _k: hand.choose(gone=self.gone.currentData()))
        row.addWidget(self.gone)
        self.here = chooser(
            "Which entries show", (("of every roof", False), ("of this roof", True))
        )
        self.here.activated.connect(lambda _k: hand.choose(here=self.here.currentData()))
        row.addWidget(self.here)
        self.pinned = True

    def refresh(self) -> None:
        """Show the entry in the hand."""
        entry = self.hand.held
        self.gone.setVisible(self.pinned)
        self.buttons["pin"].setVisible(self.pinned)
        stands = entry is not None and entry.id not in self.hand.corrected
        seen = entry is not None and isinstance(entry.what, Observed)
        self.buttons["go-on"].setVisible(seen and stands)
        self.buttons["correct"].setVisible(stands)
        self.buttons["close"].setVisible(
            stands and entry is not None and isinstance(entry.what, Left) and not entry.what.closed
        )
        self.gone.setCurrentIndex(self.gone.findData(self.hand.gone))
        self.here.setCurrentIndex(self.here.findData(self.hand.here))
        words = ""
        if entry is not None:
            wrong = self.hand.wrong.get(entry.id)
            by = f"{entry.who}{f', {entry.role}' if entry.role else ''}, {entry.date}"
            words = f"{summary(entry, self.desk.system)} — {by}"
            words += f"\n{wrong[1]}" if wrong else ""
            before = history(entry, self.hand.log, self.desk.system)
            words += f"\n{before}" if before else ""
        self.told.setText(words)
        self.told.setVisible(bool(words))
        self._show_pictures()

    def _show_pictures(self) -> None:
        clear(self._pictures)
        entry = self.hand.held
        if entry is None:
            return
        for name, state, path in self.hand.pictures(entry):
            self._pictures.addWidget(_picture(name, state, path))
        if entry.attachments:
            self._pictures.addStretch(1)


def _picture(name: str, state: str, path: str) -> QLabel:
    """A picture small, or what is wrong with it in words."""
    shown = label("", "second small")
    pixels = QPixmap()
    if state in ("there", "moved") and Path(path).suffix.lower() in SUFFIXES:
        reader = QImageReader(path)
        reader.setAutoTransform(True)
        reader.setScaledSize(
            reader.size().scaled(4 * THUMB, THUMB, Qt.AspectRatioMode.KeepAspectRatio)
        )
        pixels = QPixmap.fromImageReader(reader)
    if not pixels.isNull():
        shown.setPixmap(pixels)
    told = {
        "there": name,
        "moved": f"{name}: lies under another name",
        "changed": f"{name}: not what was taken in, its content has changed",
        "missing": f"{name}: missing beside the project",
    }[state]
    if pixels.isNull():
        shown.setText(told)
    shown.setToolTip(plain_tip(told))
    return shown


class DueStrip(Strip[LogHand]):
    """What is done about what is due."""

    wanted = pyqtSignal(str)

    def __init__(self, desk: Desk, hand: LogHand) -> None:
        super().__init__(desk, hand)
        row = self.row()
        for key, words, tip in (
            ("walked", "Walked…", "Write an inspection of this roof"),
            (
                "sheet",
                "Sheet for the roof…",
                "What is still to be seen here, as a table to fill in",
            ),
            ("back", "Read it back…", "The table as it came back from the roof"),
            ("care", "Care…", "Completion, trees, plant, coatings, warranties"),
        ):
            row.addWidget(push_button(words, tip, partial(self.wanted.emit, key)))
        row.addStretch(1)

    def refresh(self) -> None:
        """Nothing changes here."""


class SignStrip(Strip[LogHand]):
    """The roof as found, the table, and signs taken back."""

    wanted = pyqtSignal(str)

    def __init__(self, desk: Desk, hand: LogHand) -> None:
        super().__init__(desk, hand)
        row = self.row()
        self.run = push_button(
            "Compute the roof as found",
            "Run it as built, hour by hour, with a tight and a leaky barrier: it moves what is likely before any sign",
            lambda: self.wanted.emit("run"),
        )
        row.addWidget(self.run)
        for key, words, tip in (
            (
                "mend",
                "Compute repairs",
                "Ways out behind the cause in the hand, run on the roof as found",
            ),
            ("write", "Table out…", "The likelihood table as CSV, to be edited"),
            ("read", "Table in…", "Shares that a table states otherwise, with their source"),
            ("usual", "Usual table", "Take the shares that come with Glacis again"),
            ("clear", "Take signs back", "Nothing was looked at"),
        ):
            row.addWidget(push_button(words, tip, partial(self.wanted.emit, key)))
        row.addStretch(1)

    def refresh(self) -> None:
        """Whether it was computed."""
        self.run.setEnabled(self.hand.found is None)


class AnswerStrip(Strip[LogHand]):
    """Which exercise, and the answer to it."""

    def __init__(self, desk: Desk, hand: LogHand) -> None:
        super().__init__(desk, hand)
        self._all = tuple(exercises())
        row = self.row()
        self.which = chooser("Exercise", tuple((x.title, x.id) for x in self._all))
        self.which.activated.connect(lambda k: hand.take(self._all[k]))
        row.addWidget(self.which)
        none = ("nothing else", "")
        causes = tuple((cause.name, cause.id) for cause in usual_table().causes)
        self.first = chooser("Cause", (("the cause is…", ""), *causes))
        self.second = chooser("A second cause at work", (none, *causes))
        for box in (self.first, self.second):
            box.setMaximumWidth(210)
            box.activated.connect(lambda _k: self._name())
        row.addWidget(self.first)
        row.addWidget(label("and", "second small"))
        row.addWidget(self.second)
        row.addStretch(1)
        second = self.row()
        second.addWidget(label("do", "second small"))
        self.repair = chooser("What to do", (("…", ""),))
        self.repair.activated.connect(lambda _k: hand.choose(repair=self.repair.currentData()))
        second.addWidget(self.repair, 1)
        self.commit = push_button("Commit", "Give the answer; then it is compared", self.answer)
        self.again = push_button(
            "Again", "Begin this exercise anew", lambda: hand.take(hand.exercise)
        )
        second.addWidget(self.commit)
        second.addWidget(self.again)

    def _name(self) -> None:
        named = (self.first.currentData(), self.second.currentData())
        self.hand.choose(named=tuple(dict.fromkeys(filter(None, named))))

    def answer(self) -> None:
        """Give the answer."""
        if not self.hand.commit():
            self.said.emit("Name a cause and choose what to do first.", True)

    def refresh(self) -> None:
        """Show the exercise and the answer so far."""
        hand = self.hand
        self.which.setCurrentIndex(self.which.findData(hand.exercise.id))
        named = (*hand.named, "", "")
        self.first.setCurrentIndex(self.first.findData(named[0]))
        self.second.setCurrentIndex(self.second.findData(named[1]))
        choices = (("…", ""), *((x.words, x.id) for x in hand.exercise.repairs))
        if [self.repair.itemData(k) for k in range(self.repair.count())] != [x for _, x in choices]:
            self.repair.clear()
            for words, key in choices:
                self.repair.addItem(words, key)
        self.repair.setCurrentIndex(self.repair.findData(hand.repair))
        open_ = not hand.marks
        for widget in (self.first, self.second, self.repair, self.commit):
            widget.setEnabled(open_)
