# SPDX-License-Identifier: GPL-3.0-or-later
"""Labels and layouts used everywhere."""

from typing import TypeVar

from PyQt6.QtCore import QEvent
from PyQt6.QtGui import QResizeEvent, QShowEvent
from PyQt6.QtWidgets import QBoxLayout, QLabel, QLayout, QWidget

from glacis.report.scene import subscripted

B = TypeVar("B", bound=QBoxLayout)


def rich(text: str) -> str:
    """``text`` for a label: plain where that will do, else markup with real subscripts.

    Plain words are laid out many times faster than markup.
    """
    unbroken = text.replace("/(", "/\u2060(")
    if not any(sign in unbroken for sign in "<>&_"):
        return unbroken
    from html import escape

    return f"<qt>{subscripted(escape(unbroken), '<sub>', '</sub>')}</qt>"


class Words(QLabel):
    """A label that shows what it is told, with real subscripts and never as markup."""

    def __init__(self, words: str = "") -> None:
        super().__init__()
        self.words = ""
        self.setText(words)

    def setText(self, words: str | None) -> None:
        """Show other words."""
        self.words = words or ""
        super().setText(rich(self.words))


class WrappedLabel(Words):
    """Words over several lines, never lower than they need at the width they are given.

    A layout remembers heights for widths from before the style was known; the least height
    set here holds whatever it remembers.
    """

    def __init__(self, words: str = "") -> None:
        super().__init__(words)
        self.setWordWrap(True)

    def _fit(self) -> None:
        self.setMinimumHeight(0)  # else what is needed is never less than it was
        needed = max(0, self.heightForWidth(self.width()))
        self.setMinimumHeight(needed)

    def setText(self, words: str | None) -> None:
        """Other words need another height."""
        super().setText(words)
        if self.isVisible():
            self._fit()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Another width needs another height."""
        super().resizeEvent(event)
        self._fit()

    def showEvent(self, event: QShowEvent | None) -> None:
        """Words that came while it was hidden."""
        super().showEvent(event)
        self._fit()

    def changeEvent(self, event: QEvent | None) -> None:
        """Another font needs another height."""
        super().changeEvent(event)
        if self.isVisible():
            self._fit()


def label(text: str = "", kind: str = "", wrap: bool = False) -> Words:
    """A label of a kind the style sheet knows: heading, second, small, refused or plain."""
    made = WrappedLabel(text) if wrap else Words(text)
    for word in kind.split():
        made.setProperty(word, True)
    return made


def tight(layout: B, margins: tuple[int, int, int, int], spacing: int) -> B:
    """A layout on the 8 px grid."""
    layout.setContentsMargins(*margins)
    layout.setSpacing(spacing)
    return layout


def clear(layout: QLayout) -> None:
    """Take every widget and layout out of ``layout`` and let them go."""
    while (item := layout.takeAt(0)) is not None:
        widget = item.widget()
        inner = item.layout()
        if widget is not None:
            let_go(widget)
        elif inner is not None:
            clear(inner)
            inner.deleteLater()


def let_go(widget: QWidget) -> None:
    """Hide a widget now and delete it when it is safe."""
    widget.hide()
    widget.setParent(None)
    widget.deleteLater()
