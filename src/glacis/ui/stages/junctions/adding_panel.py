# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions by hand over the bench: pipes, doors and joints that no edge tells of."""

from functools import partial

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QWidget

from glacis.core.junctions.change import put_hand_piece, remove_hand_piece
from glacis.core.model.junctions import HandPiece
from glacis.core.units.quantities import Quantity
from glacis.session.places import random_name
from glacis.ui.desk import Desk
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

KINDS = (
    ("pipe", "pipe"), ("door threshold", "threshold"), ("movement joint", "movement-joint"),
    ("module joint", "module-joint"),
)  # fmt: skip
COLUMNS = (
    Column("kind", "kind", "What it is", 150, choices=KINDS),
    Column("size", "size", "Across of a pipe, else along the junction", 110, Quantity.LENGTH),
    Column("count", "count", "How many alike", 80),
)
SIZES = {"pipe": 0.11, "threshold": 1.0, "movement-joint": 6.0, "module-joint": 6.0}


class AddingPanel(BenchPanel):
    """What was added by hand, and what to add."""

    said = pyqtSignal(str, bool)
    made = pyqtSignal(str)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Junctions by hand", parent)
        self._desk = desk
        self.sheet = NodeSheet("Junctions by hand", HandPiece, COLUMNS)
        self.sheet.changed.connect(self._take)
        self.sheet.said.connect(self.said)
        self.column.addWidget(self.sheet, 1)
        self.names = label("", "second small", wrap=True)
        self.column.addWidget(self.names)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.kind = chooser("What to add", KINDS)
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of what is added")
        self.name.setToolTip("Name, such as Vent of the kitchen")
        self.name.setMinimumWidth(120)
        self.add, self.remove = QPushButton("Add it here"), QPushButton("Take it out")
        self.add.setToolTip("Add it amid the selected area; the Plan shows where")
        self.remove.setToolTip("Take the one in the hand out, else the last")
        self.add.clicked.connect(self._add)
        self.remove.clicked.connect(self.sheet.take_away)
        for widget in (label("Add", "second small"), self.kind, label("called", "second small")):
            row.addWidget(widget)
        row.addWidget(self.name, 1)
        self.column.addLayout(row)
        for button in (self.add, self.remove):
            self.buttons.addWidget(button)
        self.finish()

    def refresh(self) -> None:
        """Show what there is."""
        pieces = self._desk.project.hand_pieces
        areas = {area.id: area.name for area in self._desk.project.areas}
        self.sheet.show_nodes(pieces, self._desk.system)
        told = [
            f"{k}. {piece.name} on {areas.get(piece.area, '')}" for k, piece in enumerate(pieces, 1)
        ]
        self.names.setText(
            "; ".join(told)
            or "Nothing was added yet. A junction that no edge tells of is asked for here."
        )
        self.remove.setEnabled(bool(pieces))
        self.add.setEnabled(self._desk.area is not None)

    def _take(self, pieces: tuple[HandPiece, ...]) -> None:
        before = {piece.id: piece for piece in self._desk.project.hand_pieces}
        kept = {piece.id for piece in pieces}
        for identifier in before.keys() - kept:
            self._desk.act("Take junction out", partial(remove_hand_piece, identifier=identifier))
        for piece in pieces:
            if before.get(piece.id) == piece:
                continue
            if not self._desk.act("Change junction", partial(put_hand_piece, piece=piece)):
                self.sheet.refuse()
        self.refresh()

    def _add(self) -> None:
        area = self._desk.area
        if area is None:
            return
        outline = area.roof.area.outline
        at = (sum(x for x, _ in outline) / len(outline), sum(y for _, y in outline) / len(outline))
        kind = self.kind.currentData()
        name = self.name.text().strip() or self.kind.currentText()
        piece = HandPiece(
            id=random_name(), name=name, kind=kind, area=area.roof.area.id, at=at, size=SIZES[kind]
        )
        if self._desk.act(f"Add {name}", lambda p: put_hand_piece(p, piece)):
            self.name.clear()
            self.refresh()
            self.made.emit(f"{piece.kind}:{piece.area}/{piece.id}")
