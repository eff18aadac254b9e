# SPDX-License-Identifier: GPL-3.0-or-later
"""What keeps autosave from working, said until it works again."""

from PyQt6.QtWidgets import QFrame, QHBoxLayout, QPushButton

from glacis.ui.widgets.labels import label, tight


class TroubleBar(QFrame):
    """A line that stays, with the way out beside it."""

    def __init__(self) -> None:
        super().__init__()
        self.setProperty("ruled", "top")
        row = tight(QHBoxLayout(self), (16, 6, 16, 6), 8)
        self.words = label(kind="refused", wrap=True)
        self.save = QPushButton("Save as…")
        self.save.setToolTip("Save the project where it can be written (Ctrl+Shift+S)")
        row.addWidget(self.words, 1)
        row.addWidget(self.save)
        self.hide()

    def show_fault(self, fault: str) -> None:
        """Say what is wrong; an empty text says that nothing is."""
        self.words.setText(
            f"Autosave does not work: {fault}. Changes are only here until you save; Glacis keeps trying."
        )
        self.setVisible(bool(fault))
