# SPDX-License-Identifier: GPL-3.0-or-later
"""The working of a figure: every step a checker would redo."""

import re
from collections.abc import Callable
from html import escape

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QGuiApplication
from PyQt6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QTextBrowser, QVBoxLayout, QWidget

from glacis.core.figures.headline import Figure
from glacis.core.units.format import with_unit
from glacis.core.working import Step, Working
from glacis.report.palette import Palette
from glacis.report.scene import subscripted
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label, tight


def symbol_html(text: str) -> str:
    """A symbol or expression with its subscripts, and powers of ten raised."""
    return re.sub(r"\^(−?\d+)", r"<sup>\1</sup>", subscripted(escape(text), "<sub>", "</sub>"))


def _row(step: Step, desk: Desk, palette: Palette) -> str:
    shown = with_unit(step.value, step.quantity, desk.system)
    formula = symbol_html(step.expression)
    if step.substitution:
        formula += (
            f"<br><span style='color:{palette['second']}'>{symbol_html(step.substitution)}</span>"
        )
    notes = " · ".join(part for part in (step.source, step.note) if part)
    return (
        f"<tr><td style='padding:3px 10px 3px 0;white-space:nowrap'>{symbol_html(step.symbol)}</td>"
        f"<td style='padding:3px 10px 3px 0;font-size:12px'>{formula}</td>"
        "<td align='right' style='padding:3px 10px 3px 0;white-space:nowrap;font-weight:600'>"
        f"{escape(shown)}</td>"
        f"<td style='padding:3px 0;font-size:12px;color:{palette['second']}'>{escape(notes)}</td></tr>"
    )


def working_html(working: Working, desk: Desk) -> str:
    """A working as a table."""
    palette = desk.palette
    rows = "".join(_row(step, desk, palette) for step in working.steps)
    taken = "".join(
        f"<p style='margin:3px 0'>{symbol_html(text)}</p>" for text in working.assumptions
    )
    note = "Values put in are SI; results are in the units shown." if desk.system == "us" else ""
    return (
        f"<table cellspacing='0'>{rows}</table>"
        f"<p style='color:{palette['second']};margin:10px 0 2px 0'>Taken for granted</p>{taken}"
        f"<p style='color:{palette['second']}'>{note}</p>"
    )


def working_text(working: Working, desk: Desk) -> str:
    """A working as plain lines, for pasting elsewhere."""
    lines = [working.title]
    for step in working.steps:
        shown = with_unit(step.value, step.quantity, desk.system)
        middle = f" = {step.substitution}" if step.substitution else ""
        source = f"  [{step.source}]" if step.source else ""
        lines.append(f"{step.symbol} = {step.expression}{middle} = {shown}{source}")
    return "\n".join([*lines, *working.assumptions]) + "\n"


class WorkingPanel(QDialog):
    """Stays open while one works and follows the figure."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self._desk = desk
        self._figure: Figure = "u"
        self._make: Callable[[], tuple[Working, str] | None] | None = None
        self.setModal(False)
        self.resize(760, 520)
        column = tight(QVBoxLayout(self), (16, 12, 16, 12), 8)
        self._title = label(kind="heading", wrap=True)
        self._where = label(kind="second small")
        self._text = QTextBrowser()
        self._text.setAccessibleName("Working")
        self._text.setOpenLinks(False)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        copy = QPushButton("Copy as text")
        copy.setToolTip("Copy the working as plain text (Ctrl+C copies what is selected)")
        copy.clicked.connect(self._copy)
        done = QPushButton("Close")
        done.setToolTip("Close (Esc)")
        done.clicked.connect(self.close)
        row.addStretch(1)
        row.addWidget(copy)
        row.addWidget(done)
        for widget in (self._title, self._where, self._text):
            column.addWidget(widget)
        column.addLayout(row)
        desk.changed.connect(self.refresh)

    def show_figure(self, figure: Figure) -> None:
        """Open on a figure."""
        self._figure = figure
        self._make = None
        self.show()
        self.refresh()
        self.raise_()
        self.activateWindow()
        self._text.setFocus(Qt.FocusReason.PopupFocusReason)

    def show_made(self, make: Callable[[], tuple[Working, str] | None]) -> None:
        """Open on a working that somebody else makes, with words on where it belongs."""
        self.show_figure("u")
        self._make = make
        self.refresh()

    def _working(self) -> Working | None:
        if self._make is not None:
            made = self._make()
            return made[0] if made else None
        area = self._desk.area
        if area is None:
            return None
        return self._desk.results.working(area.roof.area.id, self._figure)

    def refresh(self) -> None:
        """Follow the document."""
        if not self.isVisible():
            return
        working, area = self._working(), self._desk.area
        if working is None or area is None:
            self.close()
            return
        self.setWindowTitle(f"Working: {working.title}")
        self._title.setText(working.title)
        made = self._make() if self._make is not None else None
        where = made[1] if made else f"{area.roof.area.name} · {area.roof.assembly.name}"
        self._where.setText(where)
        bar = self._text.verticalScrollBar()
        place = bar.value() if bar else 0
        self._text.setHtml(working_html(working, self._desk))
        if bar:
            bar.setValue(place)

    def _copy(self) -> None:
        working = self._working()
        clipboard = QGuiApplication.clipboard()
        if working is not None and clipboard is not None:
            clipboard.setText(working_text(working, self._desk))
