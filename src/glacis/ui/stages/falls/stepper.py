# SPDX-License-Identifier: GPL-3.0-or-later
"""Steps through the draws of a rain test that pond, one at a time or as a film."""

from collections.abc import Callable
from typing import TYPE_CHECKING

from PyQt6.QtCore import QTimer, pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QToolButton, QWidget

from glacis.core.falls.found import Drained
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label, tight

if TYPE_CHECKING:
    from glacis.core.falls.rain import RainDraw, RainTest

PAUSE = 700
"""Between two draws of a film [ms]."""


class DrawStepper(QWidget):
    """All draws together, or one of those that pond, the wettest first."""

    stepped = pyqtSignal()

    def __init__(self) -> None:
        super().__init__()
        self._test: RainTest | None = None
        self._place = -1
        self._drawn: tuple[Drained, int, RainDraw] | None = None
        self._timer = QTimer(self)
        self._timer.setInterval(PAUSE)
        self._timer.timeout.connect(self._go_on)
        self.before = _button("‹", "The draw before (Page Up)", lambda: self.step(-1))
        self.after = _button("›", "The next draw that ponds (Page Down)", lambda: self.step(1))
        self.film = _button("Film", "Show one draw after the other", self._toggle)
        self.film.setCheckable(True)
        self.words = label(kind="second small")
        row = tight(QHBoxLayout(self), (0, 0, 0, 0), 6)
        for widget in (self.before, self.words, self.after, self.film):
            row.addWidget(widget)

    def follow(self, test: "RainTest | None") -> None:
        """Take in a test; another one begins with all draws together."""
        if test is not self._test:
            self._test, self._place = test, -1
        count = len(test.ponds) if test is not None else 0
        self.setVisible(count > 0)
        if count == 0 or not self.isVisible():
            self._stop()
        self.before.setEnabled(self._place >= 0)
        self.after.setEnabled(self._place < count - 1)
        here = f"{self._place + 1} of {count}" if self._place >= 0 else "all draws"
        self.words.setText(here)

    def drawn(self, found: Drained) -> "RainDraw | None":
        """The draw that is looked at; None for all of them."""
        if self._test is None or not 0 <= self._place < len(self._test.ponds):
            return None
        from glacis.core.falls.rain import rain_draw

        number = self._test.ponds[self._place]
        if self._drawn is None or self._drawn[0] is not found or self._drawn[1] != number:
            self._drawn = (found, number, rain_draw(found, number))
        return self._drawn[2]

    @property
    def is_on_one(self) -> bool:
        """Whether a single draw is looked at."""
        return self._place >= 0

    def step(self, by: int) -> None:
        """Look at another draw."""
        count = len(self._test.ponds) if self._test is not None else 0
        self._place = max(-1, min(count - 1, self._place + by))
        self.stepped.emit()

    def _toggle(self) -> None:
        if self.film.isChecked():
            self._timer.start()
            self._go_on()
        else:
            self._stop()

    def _go_on(self) -> None:
        if self._test is None or self._place >= len(self._test.ponds) - 1:
            self._stop()
            return
        self.step(1)

    def _stop(self) -> None:
        self._timer.stop()
        self.film.setChecked(False)


def _button(words: str, tip: str, pressed: Callable[[], None]) -> QToolButton:
    button = QToolButton()
    button.setText(words)
    button.setToolTip(plain_tip(tip))
    button.clicked.connect(pressed)
    return button
