# SPDX-License-Identifier: GPL-3.0-or-later
"""A button whose words may run over several lines."""

from PyQt6.QtCore import QEvent, QRect, QSize, Qt
from PyQt6.QtGui import QFontMetrics, QResizeEvent
from PyQt6.QtWidgets import QPushButton, QSizePolicy, QStyleOptionButton, QStylePainter

SIDE, ABOVE = 10, 5
_WRAP = Qt.TextFlag.TextWordWrap | Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter


class WrappedButton(QPushButton):
    """A push button as tall as its words need at the width it is given."""

    def __init__(self, words: str) -> None:
        super().__init__()
        self._words = words
        self.setAccessibleName(words)
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Minimum)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)

    def hasHeightForWidth(self) -> bool:
        """Fewer columns, more lines."""
        return True

    def heightForWidth(self, width: int) -> int:
        """Height of the wrapped words with their margins."""
        room = QRect(0, 0, max(1, width - 2 * SIDE), 10_000)
        return QFontMetrics(self.font()).boundingRect(room, _WRAP, self._words).height() + 2 * ABOVE

    def sizeHint(self) -> QSize:
        """A modest width and the height that goes with it."""
        width = max(self.width(), 160)
        return QSize(160, self.heightForWidth(width))

    def minimumSizeHint(self) -> QSize:
        """Never lower than its words."""
        return QSize(60, self.heightForWidth(max(self.width(), 160)))

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Another width needs another height."""
        super().resizeEvent(event)
        needed = self.heightForWidth(self.width())
        if needed != self.minimumHeight():
            self.setMinimumHeight(needed)

    def changeEvent(self, event: QEvent | None) -> None:
        """Another font wraps elsewhere."""
        super().changeEvent(event)
        self.updateGeometry()

    def paintEvent(self, _event: object) -> None:
        """The frame as the style draws it, and the words in it."""
        painter = QStylePainter(self)
        option = QStyleOptionButton()
        self.initStyleOption(option)
        option.text = ""
        style = self.style()
        if style is not None:
            painter.drawControl(style.ControlElement.CE_PushButtonBevel, option)
        painter.setPen(option.palette.color(option.palette.ColorRole.ButtonText))
        painter.drawText(self.rect().adjusted(SIDE, ABOVE, -SIDE, -ABOVE), _WRAP, self._words)
