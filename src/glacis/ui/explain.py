# SPDX-License-Identifier: GPL-3.0-or-later
"""“What is this?”: point at any figure, symbol or control and read what it is in a sentence."""

from functools import cache, lru_cache
from html import escape

from PyQt6.QtCore import QEvent, QObject, QPoint, QPointF
from PyQt6.QtWidgets import QAbstractButton, QApplication, QWhatsThis, QWidget

from glacis.core.glossary import Term, explained
from glacis.files.glossary import load_glossary
from glacis.report.scene import subscripted
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.labels import Words
from glacis.ui.widgets.paragraph import Paragraph

glossary = cache(load_glossary)
UNKNOWN = "Nothing more is known of this. Point at a figure, a symbol, a word or a field."


def term_html(term: Term) -> str:
    """A term with its symbol, its sentence and its source."""
    symbol = f" ({term.symbol})" if term.symbol and term.symbol != term.name else ""
    source = f"<br><small>{escape(term.source)}</small>" if term.source else ""
    name = f"<span style='font-weight:600'>{_shown(term.name + symbol)}</span>"
    return f"{name}<br>{_shown(term.says)}{source}"


def _shown(words: str) -> str:
    """Plain words as markup, with real subscripts."""
    return subscripted(escape(words), "<sub>", "</sub>").replace("\n", "<br>")


def _names(widget: QWidget, at: QPoint) -> list[str]:
    """What a widget says of itself at a place, the nearest to the place first."""
    if isinstance(widget, Canvas):
        return widget.words_at(QPointF(at))
    if isinstance(widget, Words | Paragraph):
        return [widget.words]
    if isinstance(widget, QAbstractButton) and widget.text():
        return [widget.text(), widget.accessibleName()]
    return [widget.accessibleName()]


@lru_cache(maxsize=1024)
def _told(words: str) -> tuple[Term, ...]:
    """The terms behind words; the same few are met at every place of a window."""
    return explained(glossary(), words)


def explanation(widget: QWidget | None, at: QPoint) -> str:
    """What stands at a place of a widget, as markup; of what it lies on where it says nothing."""
    while widget is not None:
        told = next(filter(None, map(_told, _names(widget, at))), ())
        parts = [term_html(term) for term in told]
        for words in (widget.whatsThis(), widget.toolTip()):
            if words:
                parts.append(words if words.startswith("<qt>") else _shown(words))
        if parts:
            return f"<qt>{'<br><br>'.join(parts)}</qt>"
        at, widget = widget.mapToParent(at), widget.parentWidget()
    return UNKNOWN


class Explainer(QObject):
    """Answers for every widget while the question mark is at the pointer."""

    def ask(self) -> None:
        """Turn the pointer into a question mark; the next press is answered."""
        application = QApplication.instance()
        if application is not None:
            application.installEventFilter(self)
        QWhatsThis.enterWhatsThisMode()

    def tell_focus(self) -> None:
        """Explain what has the keyboard."""
        widget = QApplication.focusWidget()
        if widget is not None:
            middle = widget.rect().center()
            QWhatsThis.showText(widget.mapToGlobal(middle), explanation(widget, middle), widget)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """Every place has an answer; the filter goes as the mode does."""
        kind = event.type() if event is not None else None
        if event is None or not isinstance(watched, QWidget):
            return False
        if kind == QEvent.Type.QueryWhatsThis:
            event.accept()
            return True
        if kind == QEvent.Type.WhatsThis:
            text = explanation(watched, event.pos())  # type: ignore[attr-defined]
            QWhatsThis.showText(event.globalPos(), text, watched)  # type: ignore[attr-defined]
            return True
        if kind == QEvent.Type.LeaveWhatsThisMode:
            application = QApplication.instance()
            if application is not None:
                application.removeEventFilter(self)
        return False
