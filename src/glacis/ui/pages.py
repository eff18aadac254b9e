"""The keyboard page and the about page."""

from html import escape

from PyQt6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QTextBrowser, QVBoxLayout, QWidget

from glacis import __version__
from glacis.report.scene import subscripted
from glacis.ui.actions import ACTIONS, BENCH_KEYS, MENUS
from glacis.ui.widgets.labels import label, tight


class Page(QDialog):
    """A page of text."""

    def __init__(self, parent: QWidget, title: str, html: str, height: int) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.resize(620, height)
        column = tight(QVBoxLayout(self), (16, 12, 16, 12), 8)
        column.addWidget(label(title, "heading"))
        text = QTextBrowser()
        text.setAccessibleName(title)
        text.setHtml(html)
        column.addWidget(text, 1)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        done = QPushButton("Close")
        done.setToolTip("Close (Esc)")
        done.clicked.connect(self.accept)
        row.addStretch(1)
        row.addWidget(done)
        column.addLayout(row)


def _line(keys: str, words: str) -> str:
    shown = subscripted(escape(words), "<sub>", "</sub>")
    strong = f"<span style='font-weight:600'>{escape(keys)}</span>"
    return f"<tr><td style='padding:2px 18px 2px 0'>{strong}</td><td>{shown}</td></tr>"


def keyboard_html() -> str:
    """All shortcuts, from the table of actions."""
    parts = []
    for menu in MENUS:
        lines = [_line(a.keys, f"{a.text}: {a.tip}") for a in ACTIONS if a.menu == menu and a.keys]
        parts.append(
            f"<p><span style='font-weight:600'>{menu}</span></p><table>{''.join(lines)}</table>"
        )
    lines = [_line(keys, f"{where}: {words}") for where, keys, words in BENCH_KEYS]
    parts.append(
        f"<p><span style='font-weight:600'>On the benches</span></p><table>{''.join(lines)}</table>"
    )
    return "".join(parts)


class KeyboardPage(Page):
    """Everything the keyboard does."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent, "Keyboard", keyboard_html(), 640)


class AboutPage(Page):
    """Version, licence, and what Glacis defers to."""

    def __init__(self, parent: QWidget) -> None:
        html = (
            f"<p>Glacis {__version__}: a bench for the person who designs roofs.</p>"
            "<p>Free software under the GNU General Public License, version 3 or later. Source Sans 3 "
            "and Fira Code are shipped under the SIL Open Font License.</p>"
            "<p>Local codes, the approvals of the products used and licensed practice outrank what "
            "Glacis says. It judges heat and monthly moisture of the clear field; it does not judge "
            "junctions, drainage, wind uplift, fire or structure.</p>"
        )
        super().__init__(parent, "About Glacis", html, 320)
