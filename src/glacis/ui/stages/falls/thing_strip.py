# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the plan of the falls for the thing in the hand: outlet, level line or overflow."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QCheckBox,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from glacis.core.falls.change import Thing
from glacis.core.model.falls import Gutter, LevelLine, Outlet, Overflow, Ridge, Spout, Threshold
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.falls.hand import FallsHand
from glacis.ui.widgets.field_grid import chooser, nearest
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 68
CRICKETS = (
    ("none", 0.0), ("1:4", 0.25), ("1:3", 1 / 3), ("1:2", 0.5), ("1:1", 1.0),
)  # fmt: skip
CRICKET_RULES = (
    ("fall along it", "along"), ("twice added", "added-twice"), ("twice as steep", "twice-as-steep"),
)  # fmt: skip
MOUTHS = (("round", "round"), ("rectangular", "box"), ("through the parapet", "scupper"))
GUTTERS = (("not stated", ""), ("half round", "half-round"), ("box", "box"), ("inner", "inner"))
FIELDS = (
    ("raised", "Raised", "Surface there above the lowest outlet"),
    ("sill", "Sill", "Sill above the lowest outlet"),
    ("level", "Sill", "Sill of the door above the lowest outlet"),
    ("diameter", "Diameter", "Mouth of the outlet"),
    ("width", "Width", "Width of the mouth or opening"),
    ("height", "Height", "Height of the opening, or the mouth's other side"),
    ("pipe", "Pipe", "Inside diameter of the downpipe, 0 where nobody knows it"),
    ("flow", "Brings", "What the upper roof brings in the stated rain"),
)
GUTTER_FIELDS = (
    ("width", "Width", "Width across the top of the gutter"),
    ("depth", "Depth", "Depth of the gutter"),
    ("pipe", "Pipe", "Inside diameter of each downpipe"),
)


class ThingStrip(QWidget):
    """Name and figures of the outlet, line or overflow in the hand."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: FallsHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of it")
        self.name.setToolTip("Name: Return takes it")
        self.name.setMinimumWidth(120)
        self.name.setMaximumWidth(240)
        self.name.editingFinished.connect(self._take_name)
        self._labels: dict[str, QWidget] = {}
        self._make_fields()
        self._make_choosers()
        self.remove = QPushButton("Take it out")
        self.remove.setToolTip("Take it out (Delete); undo brings it back")
        self.remove.clicked.connect(hand.remove)
        self._lay_out()

    def _make_fields(self) -> None:
        kinds = (LevelLine, Overflow, Spout, Threshold, Outlet)
        bounds = {key: found for kind in kinds for key, found in ranges_of(kind).items()}
        self.fields: dict[str, UnitField] = {}
        for key, _word, words in FIELDS:
            quantity = Quantity.WATER_FLOW if key == "flow" else Quantity.THICKNESS
            field = UnitField(words, quantity, WIDTH).bounded(bounds[key])
            field.committed.connect(partial(self._take, key))
            field.said.connect(self.said)
            self.fields[key] = field
        self.gutter_fields: dict[str, UnitField] = {}
        for key, _word, words in GUTTER_FIELDS:
            field = UnitField(words, Quantity.THICKNESS, WIDTH).bounded(ranges_of(Gutter)[key])
            field.committed.connect(partial(self._take_gutter, key))
            field.said.connect(self.said)
            self.gutter_fields[key] = field

    def _make_choosers(self) -> None:
        self.grate = _box("leaf grate", "A grate over the outlet lets half of the flow pass")
        self.grate.clicked.connect(lambda on: self._hand.change(grate=on))
        self.sides = _box("from both sides", "Whether water comes to the line from both sides")
        self.sides.clicked.connect(lambda on: self._hand.change(both_sides=on))
        self.bend = _box("bend", "Whether the gutter turns a corner on its way: 0.85 of its flow")
        self.bend.clicked.connect(lambda on: self._change_gutter(bend=on))
        self.mouth = chooser("What water leaves through", MOUTHS)
        self.mouth.activated.connect(lambda _k: self._hand.change(mouth=self.mouth.currentData()))
        self.cricket = chooser(
            "Crickets between the outlets on it: half width over half length", CRICKETS
        )
        self.cricket.activated.connect(
            lambda _k: self._hand.change(cricket=self.cricket.currentData())
        )
        self.rule = chooser("How steep the crickets are", CRICKET_RULES)
        self.rule.activated.connect(
            lambda _k: self._hand.change(cricket_rule=self.rule.currentData())
        )
        self.gutter = chooser("Profile of the gutter that lies along it", GUTTERS)
        self.gutter.activated.connect(self._choose_gutter)
        self.pipes = chooser("Downpipes along it", tuple((str(n), n) for n in range(1, 13)))
        self.pipes.activated.connect(lambda _k: self._change_gutter(pipes=self.pipes.currentData()))

    def _lay_out(self) -> None:
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        fields = {key: (key, word, self.fields[key]) for key, word, _ in FIELDS}
        above = (
            ("Name", "Name", self.name),
            *(fields[key] for key in ("raised", "sill", "level", "flow")),
        )
        column.addLayout(self._row(above, (self.grate, self.sides, self.remove)))
        of_gutter = [
            (f"gutter {word}", word, self.gutter_fields[key]) for key, word, _ in GUTTER_FIELDS
        ]
        below = (
            ("Mouth", "Mouth", self.mouth), *(fields[key] for key in ("diameter", "width", "height", "pipe")),
            ("crickets", "Crickets", self.cricket), ("rule", "", self.rule), ("gutter", "Gutter", self.gutter),
            *of_gutter[:2], ("pipes", "Downpipes", self.pipes), of_gutter[2],
        )  # fmt: skip
        column.addLayout(self._row(below, (self.bend,)))
        column.addStretch(1)

    def _row(
        self, pairs: tuple[tuple[str, str, QWidget], ...], last: tuple[QWidget, ...]
    ) -> QHBoxLayout:
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        for key, word, widget in pairs:
            self._labels[key] = label(word, "second small")
            row.addWidget(self._labels[key])
            row.addWidget(widget)
        for widget in last:
            row.addWidget(widget)
        row.addStretch(1)
        return row

    def refresh(self) -> None:
        """Show what is in the hand."""
        thing = self._hand.thing
        if thing is None:
            return
        if not (self.name.hasFocus() and self.name.isModified()):
            self.name.setText(thing.name)
            self.name.setCursorPosition(0)
        shown = _shown(thing)
        for key, _word, _words in FIELDS:
            self.fields[key].setVisible(key in shown)
            self._labels[key].setVisible(key in shown)
            if key in shown:
                self.fields[key].show_value(getattr(thing, key), self._desk.system)
        outlet = thing if isinstance(thing, Outlet) else None
        self._show(outlet is not None, self.mouth, self._labels["Mouth"])
        self.grate.setVisible(outlet is not None and outlet.mouth != "scupper")
        if outlet is not None:
            self.mouth.setCurrentIndex(self.mouth.findData(outlet.mouth))
            self.grate.setChecked(outlet.grate)
        self._show_line(thing if isinstance(thing, LevelLine) else None)

    def _show(self, on: bool, *widgets: QWidget) -> None:
        for widget in widgets:
            widget.setVisible(on)

    def _show_line(self, line: LevelLine | None) -> None:
        self._show(line is not None, self.sides, self.cricket, self._labels["crickets"])
        crossed = line is not None and bool(line.cricket)
        self._show(crossed, self.rule)
        self.rule.setVisible(crossed)
        self._labels["rule"].setVisible(False)
        self._show(line is not None and not crossed, self.gutter, self._labels["gutter"])
        gutter = line.gutter if line is not None and not crossed else None
        words = [self._labels[f"gutter {word}"] for _, word, _ in GUTTER_FIELDS]
        self._show(
            gutter is not None,
            *self.gutter_fields.values(),
            *words,
            self.pipes,
            self._labels["pipes"],
            self.bend,
        )
        if line is None:
            return
        self.sides.setChecked(line.both_sides)
        self.cricket.setCurrentIndex(nearest(self.cricket, line.cricket))
        self.rule.setCurrentIndex(self.rule.findData(line.cricket_rule))
        self.gutter.setCurrentIndex(self.gutter.findData(gutter.kind if gutter else ""))
        if gutter is None:
            return
        for key, field in self.gutter_fields.items():
            field.show_value(getattr(gutter, key), self._desk.system)
        round_one = gutter.kind == "half-round"
        self._show(not round_one, self.gutter_fields["depth"], self._labels["gutter Depth"])
        self.pipes.setCurrentIndex(nearest(self.pipes, gutter.pipes))
        self.bend.setChecked(gutter.bend)

    def _take(self, key: str, value: float) -> None:
        if not self._hand.change(**{key: value}):
            self.fields[key].refuse()

    def _take_gutter(self, key: str, value: float) -> None:
        if not self._change_gutter(**{key: value}):
            self.gutter_fields[key].refuse()

    def _choose_gutter(self, _index: int) -> None:
        kind, thing = self.gutter.currentData(), self._hand.thing
        if not isinstance(thing, LevelLine):
            return
        if not kind:
            self._hand.change(gutter=None)
        else:
            self._hand.change(gutter=replace(thing.gutter or Gutter(), kind=kind))

    def _change_gutter(self, **values: object) -> bool:
        thing = self._hand.thing
        if not isinstance(thing, LevelLine) or thing.gutter is None:
            return False
        return self._hand.change(gutter=replace(thing.gutter, **values))

    def _take_name(self) -> None:
        thing, name = self._hand.thing, self.name.text().strip()
        if thing is not None and name and name != thing.name:
            self._hand.change(name=name)
        self.name.setModified(False)
        self.refresh()


def _shown(thing: Thing) -> set[str]:
    """The fields that a thing has."""
    if isinstance(thing, LevelLine):
        return {"raised"}
    if isinstance(thing, Ridge):
        return set()
    if isinstance(thing, Threshold):
        return {"level"}
    if isinstance(thing, Spout):
        return {"flow"}
    if isinstance(thing, Overflow):
        return {"sill", "width", "height"}
    mouth = {"diameter"} if thing.mouth == "round" else {"width", "height"}
    return {"raised", "pipe", *mouth}


def _box(words: str, tip: str) -> QCheckBox:
    box = QCheckBox(words)
    box.setToolTip(plain_tip(tip))
    return box
