# SPDX-License-Identifier: GPL-3.0-or-later
"""Questions to the user, in one place so that tests can answer them."""

import os
from pathlib import Path
from typing import Literal

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFileDialog, QInputDialog, QMessageBox, QPushButton, QWidget

Answer = Literal["save", "discard", "cancel"]
PROJECTS = "Glacis projects (*.glacis)"


def home() -> str:
    """The folder where a dialog begins when nothing says otherwise."""
    return os.path.expanduser("~")


class Prompts:
    """Asks by dialogs.

    Attributes:
        folder: where files are looked for and written first: that of the project.
    """

    def __init__(self) -> None:
        self.folder = home()

    def open_path(self, parent: QWidget, folder: str) -> Path | None:
        """Which project to open."""
        name, _ = QFileDialog.getOpenFileName(parent, "Open project", folder, PROJECTS)
        return Path(name) if name else None

    def save_path(self, parent: QWidget, title: str, proposal: str, kinds: str) -> Path | None:
        """Where to write."""
        name, _ = QFileDialog.getSaveFileName(parent, title, self._placed(proposal), kinds)
        return Path(name) if name else None

    def _placed(self, proposal: str) -> str:
        """A proposed name in the folder of the project, with nothing that parts folders in it."""
        if os.path.isabs(proposal):
            return proposal
        return os.path.join(self.folder, proposal.replace("/", "-").replace("\0", ""))

    def outline_path(self, parent: QWidget) -> Path | None:
        """Which drawing to read outlines from."""
        kinds = "Drawings (*.dxf *.geojson *.json)"
        name, _ = QFileDialog.getOpenFileName(parent, "Read outlines", self.folder, kinds)
        return Path(name) if name else None

    def table_path(self, parent: QWidget) -> Path | None:
        """Which table to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Import materials", self.folder, "CSV tables (*.csv)"
        )
        return Path(name) if name else None

    def products_path(self, parent: QWidget) -> Path | None:
        """Which table of products to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Read products", self.folder, "CSV tables (*.csv)"
        )
        return Path(name) if name else None

    def tests_path(self, parent: QWidget) -> Path | None:
        """Which table of pull-out tests to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Read pull-out tests", self.folder, "CSV tables (*.csv)"
        )
        return Path(name) if name else None

    def prices_path(self, parent: QWidget) -> Path | None:
        """Which table of prices or of labour to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Read a table", self.folder, "CSV tables (*.csv)"
        )
        return Path(name) if name else None

    def evidence_table_path(self, parent: QWidget) -> Path | None:
        """Which table of approvals to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Read approvals", self.folder, "CSV tables (*.csv)"
        )
        return Path(name) if name else None

    def evidence_path(self, parent: QWidget) -> Path | None:
        """Which file an approval is."""
        name, _ = QFileDialog.getOpenFileName(parent, "The approval's file", self.folder)
        return Path(name) if name else None

    def site_path(self, parent: QWidget) -> Path | None:
        """Which site to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Read a site", self.folder, "CSV tables (*.csv)"
        )
        return Path(name) if name else None

    def probe_path(self, parent: QWidget) -> Path | None:
        """Which readings of a probe to read."""
        name, _ = QFileDialog.getOpenFileName(
            parent, "Read readings of a probe", self.folder, "CSV tables (*.csv *.txt)"
        )
        return Path(name) if name else None

    def picture_path(self, parent: QWidget) -> Path | None:
        """Which photograph or paper to lay beside the project."""
        name, _ = QFileDialog.getOpenFileName(
            parent,
            "A photograph or paper",
            self.folder,
            "Pictures and papers (*.png *.jpg *.jpeg *.webp *.pdf);;All files (*)",
        )
        return Path(name) if name else None

    def weather_path(self, parent: QWidget) -> Path | None:
        """Which weather year to read."""
        kinds = "Weather years (*.epw *.EPW)"
        name, _ = QFileDialog.getOpenFileName(parent, "Read a weather year", self.folder, kinds)
        return Path(name) if name else None

    def name(self, parent: QWidget, title: str, proposal: str) -> str | None:
        """A name for something."""
        text, taken = QInputDialog.getText(parent, title, "Name", text=proposal)
        return text if taken else None

    def unsaved(self, parent: QWidget, name: str) -> Answer:
        """What to do with changes that are not saved."""
        box = QMessageBox(parent)
        box.setIcon(QMessageBox.Icon.NoIcon)
        box.setTextFormat(Qt.TextFormat.PlainText)
        box.setWindowTitle("Unsaved changes")
        box.setText(f"{name} has changes that are not saved.")
        save = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        discard = box.addButton("Discard them", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Cancel", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(save)
        box.exec()
        if box.clickedButton() is save:
            return "save"
        return "discard" if box.clickedButton() is discard else "cancel"

    def confirm(self, parent: QWidget, title: str, text: str, yes: str) -> bool:
        """Whether to go on."""
        box = QMessageBox(parent)
        box.setIcon(QMessageBox.Icon.NoIcon)
        box.setTextFormat(Qt.TextFormat.PlainText)
        box.setWindowTitle(title)
        box.setText(text)
        button = box.addButton(yes, QMessageBox.ButtonRole.AcceptRole)
        box.addButton("Cancel", QMessageBox.ButtonRole.RejectRole)
        box.exec()
        return box.clickedButton() is button

    def choose(self, parent: QWidget, title: str, text: str, answers: tuple[str, ...]) -> str:
        """Which of some answers; empty where the question is put off."""
        box = QMessageBox(parent)
        box.setIcon(QMessageBox.Icon.NoIcon)
        box.setTextFormat(Qt.TextFormat.PlainText)
        box.setWindowTitle(title)
        box.setText(text)
        role = QMessageBox.ButtonRole
        buttons = {box.addButton(words, role.ActionRole): words for words in answers}
        later = QPushButton()
        box.addButton(later, role.RejectRole)
        later.hide()
        box.setEscapeButton(later)
        box.exec()
        return buttons.get(box.clickedButton(), "")  # type: ignore[arg-type]

    def tell(self, parent: QWidget, title: str, text: str) -> None:
        """Say what went wrong."""
        box = QMessageBox(parent)
        box.setIcon(QMessageBox.Icon.NoIcon)
        box.setTextFormat(Qt.TextFormat.PlainText)
        box.setWindowTitle(title)
        box.setText(text)
        box.exec()
