# SPDX-License-Identifier: GPL-3.0-or-later
"""The keyboard page and the about page."""

from html import escape

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QTextBrowser, QVBoxLayout, QWidget

from glacis import __version__
from glacis.core.stages import Stage
from glacis.report.scene import subscripted
from glacis.ui.actions import LEADER, MENUS, Action
from glacis.ui.bench import BenchKind
from glacis.ui.explain import glossary, term_html
from glacis.ui.widgets.labels import label, tight


class Page(QDialog):
    """A page of text."""

    def __init__(self, parent: QWidget, title: str, html: str, height: int) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
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


def _table(heading: str, lines: list[str]) -> str:
    strong = f"<p><span style='font-weight:600'>{escape(heading)}</span></p>"
    return f"{strong}<table>{''.join(lines)}</table>" if lines else ""


def keyboard_html(
    stages: tuple[Stage, ...], kinds: dict[str, BenchKind], actions: tuple[Action, ...]
) -> str:
    """All shortcuts: those of the menus, the ways to the stages, those of every bench."""
    parts = [
        _table(menu, [_line(a.keys, f"{a.text}: {a.tip}") for a in actions
                      if a.menu == menu and a.keys])
        for menu in MENUS
    ]  # fmt: skip
    ways = [_line(f"{LEADER}, {stage.letter}", f"{stage.title}: {stage.tip}") for stage in stages]
    parts.append(_table("To a stage by two keys", ways))
    for stage in stages:
        keys = kinds[stage.id].keys if stage.id in kinds else ()
        parts.append(_table(f"On {stage.title}", [_line(key.keys, key.words) for key in keys]))
    parts.append(_table("Everywhere", [_line("Tab, Space", "reach and press everything else")]))
    return "".join(parts)


class KeyboardPage(Page):
    """Everything the keyboard does."""

    def __init__(
        self,
        parent: QWidget,
        stages: tuple[Stage, ...],
        kinds: dict[str, BenchKind],
        actions: tuple[Action, ...],
    ) -> None:
        super().__init__(parent, "Keyboard", keyboard_html(stages, kinds, actions), 640)


class GlossaryPage(Page):
    """Every word and symbol with its meaning."""

    def __init__(self, parent: QWidget) -> None:
        terms = sorted(glossary(), key=lambda term: term.name.casefold())
        html = "".join(f"<p>{term_html(term)}</p>" for term in terms)
        super().__init__(parent, "Glossary", html, 640)


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
