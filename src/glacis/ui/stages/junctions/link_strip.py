# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields of the link in the hand: how it joins, which lies over, who makes and draws it."""

from typing import Any, get_args

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from glacis.core.junctions.contact_table import FAMILIES
from glacis.core.junctions.dry_only import DETAILS
from glacis.core.model.junctions import Control, Joint, Link
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.junctions.hand import JunctionHand
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

TRADES = (
    "roofer", "sheet metal", "carpenter", "insulator", "fit-out", "plumber", "window fitter", "wall builder", "mason",
    "module maker",
)  # fmt: skip
DRAWERS = ("roof designer", "architect", "structural engineer", "services engineer", "supplier")


class LinkStrip(QWidget):
    """One link, or what to do where none is chosen."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: JunctionHand) -> None:
        super().__init__()
        self._desk, self._hand = desk, hand
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        self.name = label("", "", wrap=True)
        column.addWidget(self.name)
        self.joint = chooser("How the two join", tuple((x, x) for x in get_args(Joint)))
        self.over = chooser("Which of the two lies over", ())
        self.glue = chooser(
            "Glue, tape or sealant between", (("none", ""), *((n, i) for i, n in FAMILIES))
        )
        self.glue.setMaximumWidth(230)
        self.over.setMinimumWidth(84)
        self.over.setMaximumWidth(150)
        self.length = self._figure("Lap as drawn", "length")
        self.least = self._figure("Lap that it needs", "least")
        self.trade = self._named("Trade that makes it", TRADES)
        self.drawn_by = self._named("Who draws it", DRAWERS)
        self.dated = self._text("Date of the drawing, as 2026-03-31", 92, "dated")
        self.decided = self._text("Who agreed to a lap against the flow, and why", 150, "decided")
        self._lay(column)
        for box, key in ((self.joint, "joint"), (self.over, "over"), (self.glue, "glue")):
            box.activated.connect(lambda _k, b=box, k=key: self._take(k, b.currentData()))

    def _figure(self, words: str, key: str) -> UnitField:
        field = UnitField(words, Quantity.THICKNESS, 68).bounded(ranges_of(Link)[key])

        def commit(value: float) -> None:
            if not self._take(key, value):
                field.refuse()

        field.committed.connect(commit)
        field.said.connect(self.said)
        return field

    def _named(self, words: str, names: tuple[str, ...]) -> QComboBox:
        box = chooser(words, (("nobody", ""), *((name, name) for name in names)))
        box.setMaximumWidth(140)
        key = "trade" if names is TRADES else "drawn_by"
        box.activated.connect(lambda _k: self._take(key, box.currentData()))
        return box

    def _text(self, words: str, width: int, key: str) -> QLineEdit:
        field = QLineEdit()
        field.setAccessibleName(words)
        field.setToolTip(plain_tip(words))
        field.setFixedWidth(width)
        field.editingFinished.connect(lambda: self._take_text(field, key))
        return field

    def _lay(self, column: QVBoxLayout) -> None:
        first = (
            ("Joint", self.joint),
            ("over", self.over),
            ("Lap", self.length),
            ("needs", self.least),
        )
        second = (("Made by", self.trade), ("drawn by", self.drawn_by), ("dated", self.dated))
        third = (("Glue", self.glue), ("agreed", self.decided))
        self._fields = QWidget()
        rows = tight(QVBoxLayout(self._fields), (0, 0, 0, 0), 6)
        for fields in (first, second, third):
            row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
            for words, widget in fields:
                row.addWidget(label(words, "second small"))
                row.addWidget(widget)
            row.addStretch(1)
            if fields is first:
                self.turn = self._button("Turn", "Lay the other over (T)", self._hand.turn, row)
                self.cut = self._button("Cut", "Cut the link (Delete)", self._hand.cut, row)
            rows.addLayout(row)
        column.addWidget(self._fields)
        column.addLayout(self._joining())
        column.addLayout(self._wanting())

    def _joining(self) -> QHBoxLayout:
        """What a new link joins, and what mends a broken line."""
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.control = chooser(
            "Whose line a new link belongs to", tuple((x, x) for x in get_args(Control))
        )
        self.start, self.end = chooser("From", ()), chooser("To", ())
        for box in (self.start, self.end):
            box.setEditable(True)
            box.setMinimumWidth(130)
            box.setMaximumWidth(200)
        for words, widget in (
            ("New link in", self.control),
            ("from", self.start),
            ("to", self.end),
        ):
            row.addWidget(label(words, "second small"))
            row.addWidget(widget)
        tip = "Join the two: how, and by whom, comes after"
        self.join = self._button("Join", tip, self._join, row)
        self.mended = self._button("Mend", "Join the two sides of the broken line", self._mend, row)
        row.addStretch(1)
        return row

    def _wanting(self) -> QHBoxLayout:
        """A detail for dry climates that is wanted here."""
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        named = (("no detail for dry climates", ""), *((d.name, d.id) for d in DETAILS))
        self.dry = chooser("A detail that lasts in dry climates only", named)
        self.dry.setMaximumWidth(330)
        told = (("not said", None), ("holds", True), ("does not hold", False))
        self.holds = chooser("Whether its condition holds", told)
        for box in (self.dry, self.holds):
            box.activated.connect(lambda _k: self._take_dry())
        row.addWidget(label("Wanted here", "second small"))
        row.addWidget(self.dry)
        row.addWidget(label("its condition", "second small"))
        row.addWidget(self.holds)
        row.addStretch(1)
        return row

    def _button(self, words: str, tip: str, done: Any, row: QHBoxLayout) -> QPushButton:
        button = QPushButton(words)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(lambda _on=False: done())
        row.addWidget(button)
        return button

    def _take(self, key: str, value: Any) -> bool:
        done = self._hand.set_link(**{key: value})
        if not done:
            self.refresh()
        return done

    def _take_text(self, field: QLineEdit, key: str) -> None:
        found, number = self._hand.found, self._hand.link
        if found is None or number is None or getattr(found.links[number], key) == field.text():
            return
        self._take(key, field.text())

    def _take_dry(self) -> None:
        self._hand.want_dry(self.dry.currentData(), self.holds.currentData())

    def _join(self) -> None:
        ends = self.start.currentText().strip(), self.end.currentText().strip()
        self._hand.join(self.control.currentData(), *ends)

    def _mend(self) -> None:
        found = self._hand.found
        for line in found.lines if found is not None else ():
            if line.state == "broken":
                self._hand.mend(line.control)
                return

    def refresh(self) -> None:
        """Show the link as it is."""
        found, number = self._hand.found, self._hand.link
        if found is None:
            return
        self._show_new()
        self._show_dry()
        self.mended.setVisible(any(line.state == "broken" for line in found.lines))
        self._fields.setEnabled(number is not None)
        if number is None:
            self.name.setText("Press a link to see and change it, or join two things below.")
            return
        link, system = found.links[number], self._desk.system
        lap = found.laps[number]
        why = f" {lap.why[0].upper()}{lap.why[1:]}." if lap is not None and lap.why else ""
        self.name.setText(f"{link.start} – {link.end}: {link.how or link.joint}.{why}")
        self.over.clear()
        for words, side in ((link.start, "from"), (link.end, "to"), ("neither", "none")):
            self.over.addItem(words, side)
        for box, value in (
            (self.joint, link.joint), (self.over, link.over), (self.glue, link.glue), (self.trade, link.trade),
            (self.drawn_by, link.drawn_by),
        ):  # fmt: skip
            if box.findData(value) < 0:
                box.addItem(value, value)
            box.setCurrentIndex(box.findData(value))
        self.length.show_limit(link.length or None, system, "not said")
        self.least.show_limit(link.least or None, system, "none")
        self.dated.setText(link.dated)
        self.decided.setText(link.decided)

    def _show_dry(self) -> None:
        stated = self._hand.stated
        self.dry.setCurrentIndex(self.dry.findData(stated.dry))
        self.holds.setCurrentIndex((None, True, False).index(stated.dry_holds))
        self.holds.setEnabled(bool(stated.dry))

    def _show_new(self) -> None:
        found = self._hand.found
        names = (
            list(dict.fromkeys(n for link in found.links for n in (link.start, link.end)))
            if found
            else []
        )
        for box in (self.start, self.end):
            shown = [box.itemText(k) for k in range(box.count())]
            if shown != names:
                box.clear()
                box.addItems(names)
                box.setCurrentText("")
