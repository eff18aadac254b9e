# SPDX-License-Identifier: GPL-3.0-or-later
"""An entry of the log, written or corrected, over the bench."""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QHBoxLayout, QLineEdit, QWidget

from glacis.core.errors import GlacisError
from glacis.core.graph.part import WHOLE
from glacis.core.junctions.parts import PIECES
from glacis.core.log.change import add_entry, correct_entry
from glacis.core.log.sensor import sensed
from glacis.core.log.words import KINDS, kind_of
from glacis.core.model.log import Attachment, Entry, Laid, Spot
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.core.weather.parts import WEATHER
from glacis.session.attachments import take_in
from glacis.ui.desk import Desk, today
from glacis.ui.plain import plain_tip
from glacis.ui.stages.log.fields import FIELDS, FRESH, NAMES, Field
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

WIDE = 700
"""Width of the bench from which three fields stand side by side, two below [pt]."""
MOST = 3
LONG, SHORT = 200, 150
"""Fields at least so wide stand alone; others are no wider than that [pt]."""
Asks = Callable[[], Path | None]


class EntryPanel(BenchPanel):
    """What is recorded, where, when, by whom, with its photographs."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget, asks: Asks) -> None:
        super().__init__("Write in the log", parent)
        self._desk, self._asks = desk, asks
        self._what: Any = FRESH["laid"]
        self._spot = Spot()
        self._corrects = ""
        self._files: tuple[Attachment, ...] = ()
        self.made: dict[str, QWidget] = {}
        self.kind = chooser("Kind of entry", NAMES)
        self.kind.activated.connect(lambda _k: self._take_kind(self.kind.currentData()))
        self.layer = QComboBox()
        self.layer.setAccessibleName("Layer")
        self.layer.setToolTip(plain_tip("The layer that it belongs to"))
        self.junction = QComboBox()
        self.junction.setAccessibleName("Edge or item")
        self.junction.setToolTip(plain_tip("The edge, ridge, outlet or post that it belongs to"))
        self.junction.setMaximumWidth(170)
        self.day, self.hour = (
            self._line("Day", "year-month-day", 110),
            self._line("Hour", "14.5", 60),
        )
        self.who, self.role = self._line("Who", "name", 140), self._line("Role", "role", 110)
        self._row(("", self.kind), ("layer", self.layer), ("at", self.junction))
        self._row(("on", self.day), ("at", self.hour), ("by", self.who), ("", self.role))
        self.where = label("", "second small")
        self.column.addWidget(self.where)
        self._grid = QGridLayout()
        self._grid.setHorizontalSpacing(8)
        self._grid.setVerticalSpacing(8)
        self.column.addLayout(self._grid)
        self.text = self._line("Whatever else there is to say", "whatever else there is to say", 0)
        self.column.addWidget(self.text)
        self.files = label("", "second small", wrap=True)
        self.column.addWidget(self.files)
        self.column.addStretch(1)
        self.sensor = push_button(
            "Read the sensor", "Weather of that day and hour from the simulated sensor on site", self.read_sensor
        )  # fmt: skip
        self.photo = push_button(
            "Photograph…", "A photograph or paper, copied beside the project", self.add_file
        )
        self.write_it = push_button("Write", "Write the entry", self.write)
        for button in (self.write_it, self.photo, self.sensor):
            self.buttons.addWidget(button)
        self.finish()

    def _line(self, name: str, words: str, width: int) -> QLineEdit:
        line = QLineEdit()
        line.setAccessibleName(name)
        line.setToolTip(plain_tip(name))
        line.setPlaceholderText(words)
        if width:
            line.setFixedWidth(width)
        return line

    def _row(self, *pairs: tuple[str, QWidget]) -> None:
        """Fields side by side, each with its words."""
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for words, widget in pairs:
            if words:
                row.addWidget(label(words, "second small"))
            row.addWidget(widget)
        row.addStretch(1)
        self.column.addLayout(row)

    def begin(self, kind: str, spot: Spot, **values: Any) -> None:
        """A new entry of a kind at a place."""
        self._corrects, self._files, self._spot = "", (), spot
        self._what = replace(FRESH[kind], **values)
        self.day.setText(today())
        self.hour.setText("")
        self.text.setText("")
        if not self.who.text():
            self.who.setText(self._desk.project.author)
        self._lay()

    def correct(self, entry: Entry) -> None:
        """An entry in the place of another."""
        self._corrects, self._files, self._spot = entry.id, entry.attachments, entry.spot
        self._what = entry.what
        self.day.setText(entry.date)
        self.hour.setText("" if entry.hour is None else f"{entry.hour:g}")
        self.who.setText(entry.who)
        self.role.setText(entry.role)
        self.text.setText(entry.text)
        self._lay()

    def _take_kind(self, kind: str) -> None:
        self._what = FRESH[kind]
        self._lay()

    def _lay(self) -> None:
        """Fields of the kind, with what they hold."""
        while self._grid.count():
            item = self._grid.takeAt(0)
            widget = item.widget() if item is not None else None
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        kind = self._what.__struct_config__.tag
        self.kind.setCurrentIndex(self.kind.findData(kind))
        self.made = {}
        over = self.parentWidget()
        across = MOST if over is not None and over.width() >= WIDE else MOST - 1
        row = column = 0
        for field in FIELDS[kind]:
            alone = field.width >= LONG
            if alone and column:
                row, column = row + 1, 0
            words = label("" if field.tick else field.words, "second small")
            self._grid.addWidget(words, row, 2 * column)
            widget = self.made[field.key] = self._widget(field)
            self._grid.addWidget(widget, row, 2 * column + 1, 1, 2 * MOST - 1 if alone else 1)
            column += 1
            if alone or column == across:
                row, column = row + 1, 0
        self._grid.setColumnStretch(2 * MOST, 1)
        self._show_layers()
        self.refresh()

    def _widget(self, field: Field) -> QWidget:
        value = getattr(self._what, field.key)
        if field.tick:
            box = QCheckBox(field.words)
            box.setToolTip(plain_tip(field.words))
            box.setChecked(value)
            box.toggled.connect(partial(self._take, field.key))
            return box
        if field.choices:
            choice = chooser(field.words, field.choices)
            choice.setCurrentIndex(choice.findData(value))
            choice.activated.connect(lambda _k: self._take(field.key, choice.currentData()))
            return choice
        if field.quantity is not None:
            return self._figure(field, value)
        width = 0 if field.width >= LONG else min(field.width, SHORT)
        line = self._line(field.words, "", width)
        if field.width == 110 and field.key not in ("lot", "species"):
            line.setPlaceholderText("year-month-day")
        line.setText(value)
        line.textEdited.connect(lambda text: self._take(field.key, text.strip()))
        return line

    def _figure(self, field: Field, value: float | None) -> UnitField:
        made = UnitField(field.words, field.quantity or Quantity.FACTOR, field.width)
        kind: type[Node] = type(self._what)
        made.bounded(ranges_of(kind)[field.key])
        if field.optional:
            made.show_limit(value, self._desk.system, "not told")
        else:
            made.show_value(float(value or 0), self._desk.system)

        def take(figure: float) -> None:
            empty = field.optional and not made.text().strip()
            self._take(field.key, None if empty else round(figure) if field.whole else figure)

        made.committed.connect(take)
        made.said.connect(self.said)
        return made

    def _take(self, key: str, value: object) -> None:
        self._what = replace(self._what, **{key: value})
        if key != "sensed" and isinstance(self._what, Laid) and self._what.sensed and key in SENSED:
            self._what = replace(self._what, sensed=False)

    def _show_layers(self) -> None:
        self.layer.clear()
        self.layer.addItem("none", "")
        result = self._desk.area
        if result is not None and result.roof.area.id == self._spot.area:
            for layer in reversed(result.roof.layers):
                self.layer.addItem(layer.name, layer.id)
        layered = kind_of_what(self._what) in LAYERED
        held = self._spot.layer or (self._desk.selected_layer if layered else "")
        self.layer.setCurrentIndex(max(0, self.layer.findData(held)))
        self._show_junctions()

    def _show_junctions(self) -> None:
        """Edges and items of the roof that it belongs to, and the one it was written for."""
        self.junction.clear()
        self.junction.addItem("no edge or item", "")
        pieces = self._desk.value(PIECES, WHOLE)
        for piece in pieces:
            if self._spot.area in piece.areas:
                which = piece.name or piece.id.rpartition("#")[2] or piece.id
                self.junction.addItem(f"{piece.words}, {which}", piece.id)
        held = self._spot.junction
        if held and self.junction.findData(held) < 0:
            self.junction.addItem(f"{held}, gone since", held)
        self.junction.setCurrentIndex(max(0, self.junction.findData(held)))

    def refresh(self) -> None:
        """Show where it belongs and what lies with it."""
        names = {area.id: area.name for area in self._desk.project.areas}
        where = names.get(self._spot.area, self._spot.area) or "The whole job"
        if self._spot.at is not None:
            where += ", pinned at {:.2f} m east, {:.2f} m north".format(*self._spot.at)
        if self._corrects:
            where += f"; takes the place of {self._corrects}, which stays on record"
        self.where.setText(where)
        self.sensor.setVisible(isinstance(self._what, Laid))
        names_of = ", ".join(file.name for file in self._files)
        self.files.setText(f"With it: {names_of}" if names_of else "No photograph yet.")

    def read_sensor(self) -> None:
        """Weather of its day and hour from the simulated sensor."""
        try:
            year = self._desk.value(WEATHER, WHOLE).year
            hour = float(self.hour.text() or 12)
            found = sensed(year, self.day.text().strip(), hour, self._desk.project.log.seed)
        except (ValueError, GlacisError) as fault:
            self.said.emit(str(fault), True)
            return
        self._what = replace(
            self._what,
            air=found.air,
            humidity=found.humidity,
            wind=found.wind,
            rain=found.rain,
            substrate=found.ground,
            sensed=True,
        )
        self._lay()
        self.said.emit("Read from the simulated sensor; it is labelled so.", False)

    def add_file(self) -> None:
        """Copy a photograph or a paper beside the project."""
        if self._desk.path is None:
            self.said.emit("Save the project first: photographs lie beside it.", True)
            return
        source = self._asks()
        if source is None:
            return
        try:
            made = take_in(self._desk.path, source)
        except GlacisError as fault:
            self.said.emit(str(fault), True)
            return
        if made.sha256 not in {file.sha256 for file in self._files}:
            self._files = (*self._files, made)
        self.refresh()

    def entry(self) -> Entry | None:
        """What is written so far; None where its hour is none."""
        hour = self.hour.text().strip()
        try:
            at = float(hour) if hour else None
        except ValueError:
            self.said.emit(f"Hour: expected a number from 0 to 24, found '{hour}'.", True)
            return None
        spot = replace(
            self._spot,
            layer=self.layer.currentData() or "",
            junction=self.junction.currentData() or "",
        )
        return Entry(
            id="", what=self._what, spot=spot, date=self.day.text().strip(), hour=at, who=self.who.text().strip(),
            role=self.role.text().strip(), text=self.text.text().strip(), attachments=self._files,
        )  # fmt: skip

    def write(self) -> None:
        """Write it; what cannot be is told and stays to be mended."""
        entry = self.entry()
        if entry is None:
            return
        now, corrects = today(), self._corrects
        words = f"Write in the log: {KINDS[kind_of(entry)]}"
        done = self._desk.act(
            words,
            lambda p: (
                correct_entry(p, corrects, entry, now) if corrects else add_entry(p, entry, now)
            ),
        )
        if done:
            self.dismiss()


SENSED = ("air", "humidity", "wind", "rain", "substrate")
LAYERED = ("laid", "deviated", "held")


def kind_of_what(what: Any) -> str:
    """The kind of what is recorded."""
    return str(what.__struct_config__.tag)
