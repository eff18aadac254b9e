"""Labels and layouts used everywhere."""

from html import escape
from typing import TypeVar

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QBoxLayout, QLabel, QLayout, QWidget

from glacis.report.scene import subscripted

B = TypeVar("B", bound=QBoxLayout)


def rich(text: str) -> str:
    """``text`` as markup with real subscripts."""
    unbroken = escape(text).replace("/(", "/\u2060(")
    return subscripted(unbroken, "<sub>", "</sub>")


def label(text: str = "", kind: str = "", wrap: bool = False) -> QLabel:
    """A label of a kind the style sheet knows: heading, second, small, refused or plain."""
    made = QLabel()
    made.setTextFormat(Qt.TextFormat.RichText)
    made.setText(rich(text))
    for word in kind.split():
        made.setProperty(word, True)
    made.setWordWrap(wrap)
    return made


def retext(shown: QLabel, text: str) -> None:
    """Give a label another text; setting the same one would lay everything out again."""
    markup = rich(text)
    if shown.text() != markup:
        shown.setText(markup)


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
