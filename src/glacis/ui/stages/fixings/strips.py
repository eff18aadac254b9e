# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields under the Fixings bench: the wind, the set in the hand, what it drives in."""

from functools import partial
from typing import Any

from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QVBoxLayout,
    QWidget,
)

from glacis.core.errors import ValueRefused
from glacis.core.model.fixings import (
    AreaFixings,
    Ballast,
    BattenScrews,
    BoardScrews,
    Bond,
    Clips,
    Crests,
    Fastener,
    Pieces,
    SeamRows,
)
from glacis.core.model.wind import Wind
from glacis.core.units.format import with_unit
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.core.wind.coefficients import FLATTEST
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.fixings.hand import FixingsHand
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.strip import Row, Strip
from glacis.ui.widgets.unit_field import UnitField

T, A, M = Quantity.THICKNESS, Quantity.ANGLE, Quantity.AREA_MASS
BASES = (
    ("nobody stated it", "unstated"), ("EN 1991-1-4", "en"), ("ASCE 7", "asce"),
    ("stated suctions", "stated"),
)  # fmt: skip
TERRAINS = (
    ("0, sea", "0"), ("I, lake or bare", "I"), ("II, open", "II"), ("III, suburbs", "III"), ("IV, town", "IV"),
)  # fmt: skip
EXPOSURES = (("B, suburbs", "B"), ("C, open", "C"), ("D, water", "D"))
EDITIONS = (("7-22", "7-22"), ("7-16", "7-16"), ("7-10", "7-10"))
INSIDES = (
    ("not known", "unknown"), ("one face opens twice as much", "dominant-2"),
    ("one face opens three times as much", "dominant-3"), ("stated", "stated"),
)  # fmt: skip
ENCLOSURES = (("enclosed", "enclosed"), ("partly enclosed", "partly"), ("open", "open"))
WAYS: dict[type[Any], tuple[Row, ...]] = {
    SeamRows: (
        ("roll", "roll", T, 74), ("lap", "lap", T, 66), ("least", "from", T, 66), ("most", "to", T, 78),
        ("step", "by", T, 66), ("least_per_area", "at least", Quantity.COUNT_AREA, 92), ("turn", "turned", A, 62),
    ),
    BoardScrews: (("length", "board", T, 80), ("width", "by", T, 80), ("turn", "turned", A, 62)),
    BattenScrews: (
        ("most", "at most every", T, 78), ("least", "at least", T, 66), ("step", "by", T, 66),
        ("batten", "batten", T, 62),
        ("lean", "leaning", A, 62), ("thread", "thread", T, 62), ("limit", "insulation bears", Quantity.STRESS, 82),
    ),
    Bond: (
        ("glue", "glue bears", Quantity.STRESS, 86), ("facer", "facing", Quantity.STRESS, 86),
        ("substrate", "beneath", Quantity.STRESS, 86), ("bead", "ribbon", T, 62), ("spacing", "every", T, 66),
        ("share", "bonded", Quantity.SHARE, 62), ("gamma", "γ", Quantity.FACTOR, 52),
    ),
    Ballast: (("mass", "field", M, 96), ("edges", "edges", M, 96), ("allowance", "structure bears", M, 96)),
    Clips: (
        ("seam", "seams", T, 66), ("most", "at most every", T, 78), ("fixed", "fixed to end", Quantity.LENGTH, 80),
        ("slot", "slot", T, 62),
    ),
    Crests: (("rib", "crests", T, 66), ("purlin", "purlins", T, 74)),
    Pieces: (
        ("width", "piece", T, 66), ("exposed", "shows", T, 66), ("mass", "weighs", Quantity.MASS, 66),
        ("arm_wind", "arm of wind", T, 66), ("arm_weight", "weight", T, 66), ("arm_fixing", "fixing", T, 66),
    ),
}  # fmt: skip
"""Figures of each way that stand in the strip."""
CHOICES: dict[type[Any], tuple[str, str, tuple[tuple[str, Any], ...]]] = {
    SeamRows: ("halves", "Half rolls", (("half rolls where needed", True), ("whole rolls only", False))),
    BattenScrews: (
        "thrust", "Thrust", (
            ("thrust: nobody said", None), ("thrust: angled screws", "angled"), ("thrust: stop at eaves", "stop"),
        ),
    ),
    Bond: (
        "kind", "Bond", (
            ("in full", "full"), ("in ribbons", "ribbons"), ("self-adhered", "self-adhered"), ("torched", "torched"),
            ("hot-bonded", "hot-bonded"), ("welded", "welded"), ("sprayed", "sprayed"), ("mortar", "mortar"),
        ),
    ),
    Ballast: ("kind", "Ballast", (("gravel", "gravel"), ("pavers", "pavers"))),
}  # fmt: skip
SCREW: tuple[Row, ...] = (
    ("diameter", "shaft", T, 66), ("conductivity", "λ", Quantity.CONDUCTIVITY, 132), ("recess", "sunk", T, 62),
    ("angle", "leaning", A, 62), ("least_grip", "grip", T, 62), ("cover", "cover", T, 62),
    ("tip_least", "tip from", T, 62), ("tip_most", "to", T, 62), ("plus", "+", T, 62), ("minus", "−", T, 62),
)  # fmt: skip


FIRST = 3
"""Figures of a way in the first row."""


class Flow(QWidget):
    """Labelled widgets in two rows, of which only some are shown."""

    def __init__(self, rows: int = 2) -> None:
        super().__init__()
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        self._rows = [tight(QHBoxLayout(), (0, 0, 0, 0), 6) for _ in range(rows)]
        for row in self._rows:
            column.addLayout(row)
        self._held: dict[str, QWidget] = {}

    def put(self, key: str, words: str, widget: QWidget, row: int = 0) -> None:
        """Add a widget under a name."""
        holder = QWidget()
        inner = tight(QHBoxLayout(holder), (0, 0, 0, 0), 4)
        if words:
            inner.addWidget(label(words, "second small"))
        inner.addWidget(widget)
        self._held[key] = holder
        self._rows[row].addWidget(holder)

    def close(self) -> bool:
        """Let what follows in a row stand at its left."""
        for row in self._rows:
            row.addStretch(1)
        return True

    def show_only(self, keys: set[str]) -> None:
        """Show these and hide the others."""
        for key, holder in self._held.items():
            holder.setVisible(key in keys)


class WindStrip(Strip[FixingsHand]):
    """How hard the wind blows, and what it meets at this area."""

    def __init__(self, desk: Desk, hand: FixingsHand) -> None:
        super().__init__(desk, hand)
        self.flow = Flow(3)
        self.boxes: dict[str, QComboBox] = {}
        for key, words, entries in (
            ("basis", "Wind by", BASES), ("edition", "edition", EDITIONS), ("terrain", "terrain", TERRAINS),
            ("exposure", "exposure", EXPOSURES),
        ):  # fmt: skip
            self._box(key, words, entries, 0)
        self.fields: dict[str, UnitField] = {}
        for row in (
            ("speed", "speed", Quantity.SPEED, 82), ("ground", "ground at", Quantity.LENGTH, 74),
            ("field", "field", Quantity.LOAD, 92), ("edge", "edges", Quantity.LOAD, 92),
            ("corner", "corners", Quantity.LOAD, 92),
        ):  # fmt: skip
            made = self.field(Wind, row, self._take_wind)
            self.fields[row[0]] = made
            self.flow.put(row[0], row[1], made, 0)
        self._box("inside", "Inside", INSIDES, 1)
        self._box("enclosure", "Building", ENCLOSURES, 1)
        self.airtight = chooser("Layer that the air inside presses on", ())
        self.airtight.activated.connect(self._take_airtight)
        self.flow.put("airtight", "presses on", self.airtight, 1)
        self.airtight.setFixedWidth(128)
        self.parapet = UnitField("parapet all round", T, 74)
        self.parapet.committed.connect(self._take_parapet)
        self.parapet.said.connect(self.said)
        self.flow.put("parapet", "parapet", self.parapet, 2)
        for row in (("rounding", "eaves rounded", T, 66), ("loaded", "loaded", Quantity.AREA, 74)):
            made = self.field(AreaFixings, row, self._take_area)
            self.fields[row[0]] = made
            self.flow.put(row[0], row[1], made, 2)
        self.flow.close()
        self.column.addWidget(self.flow)
        self._shown: tuple[object, ...] = ()

    def _box(self, key: str, words: str, entries: tuple[tuple[str, Any], ...], row: int) -> None:
        made = chooser(words, entries)
        made.setMaximumWidth(176)
        made.setMinimumWidth(78)
        made.activated.connect(partial(self._take_choice, key))
        self.boxes[key] = made
        self.flow.put(key, words, made, row)

    def refresh(self) -> None:
        """Show the wind as stated."""
        wind, stated, system = self.desk.project.wind, self.hand.stated, self.desk.system
        for key, made in self.boxes.items():
            made.setCurrentIndex(made.findData(getattr(wind, key)))
        for key in ("speed", "ground", "field", "edge", "corner"):
            self.fields[key].show_value(getattr(wind, key), system)
        for key in ("rounding", "loaded"):
            self.fields[key].show_value(getattr(stated, key), system)
        walls = self.hand.walls
        self.parapet.show_value(walls[0].height if walls else 0.0, system)
        layers = self.hand.layers
        here = tuple((layer.id, layer.name) for layer in layers)
        if here != self._shown:
            self._shown = here
            self.airtight.clear()
            self.airtight.addItem("the covering", "")
            for name, words in here[:-1]:
                self.airtight.addItem(words, name)
        self.airtight.setCurrentIndex(max(0, self.airtight.findData(stated.airtight)))
        common = {"basis", "ground", "parapet"}
        shown = {
            "unstated": {"basis"},
            "en": common | {"speed", "terrain", "inside", "airtight", "rounding", "loaded"},
            "asce": common | {"edition", "exposure", "speed", "enclosure", "loaded"},
            "stated": {"basis", "ground", "field", "edge", "corner"},
        }[wind.basis]
        area = self.hand.area
        if area is None or area.pitch > FLATTEST:
            shown = shown - {"parapet", "rounding"}
        self.flow.show_only(shown)

    def _take_choice(self, key: str, _index: int) -> None:
        self.hand.state_wind("State the wind", {key: self.boxes[key].currentData()})

    def _take_wind(self, field: UnitField, key: str, value: float) -> None:
        if not self.hand.state_wind("State the wind", {key: value}):
            field.refuse()

    def _take_area(self, field: UnitField, key: str, value: float) -> None:
        if not self.hand.state("Change eaves", {key: value}):
            field.refuse()

    def _take_airtight(self, _index: int) -> None:
        self.hand.state("Say what is airtight", {"airtight": self.airtight.currentData()})

    def _take_parapet(self, value: float) -> None:
        if not self.hand.state("Change parapets", {"parapet": value, "parapets": ()}):
            self.parapet.refuse()


class SetStrip(Strip[FixingsHand]):
    """How the set in the hand is laid."""

    def __init__(self, desk: Desk, hand: FixingsHand) -> None:
        super().__init__(desk, hand)
        self.flows: dict[type[Any], Flow] = {}
        self.fields: dict[tuple[type[Any], str], UnitField] = {}
        self.boxes: dict[type[Any], QComboBox] = {}
        for kind, rows in WAYS.items():
            flow = Flow(2)
            if kind in CHOICES:
                key, words, entries = CHOICES[kind]
                made = chooser(words, entries)
                made.setMaximumWidth(170)
                made.activated.connect(partial(self._take_choice, kind, key))
                self.boxes[kind] = made
                flow.put(key, "", made)
            for number, row in enumerate(rows):
                field = self.field(kind, row, self._take)
                self.fields[(kind, row[0])] = field
                flow.put(row[0], row[1], field, 0 if number < FIRST else 1)
            flow.close()
            self.flows[kind] = flow
            self.column.addWidget(flow)

    def refresh(self) -> None:
        """Show the set in the hand."""
        placed = self.hand.placed
        for flow in self.flows.values():
            flow.hide()
        if placed is None:
            return
        way = placed.set.way
        self.flows[type(way)].show()
        for kind, key in self.fields:
            if kind is type(way):
                self.fields[(kind, key)].show_value(getattr(way, key), self.desk.system)
        if type(way) in self.boxes:
            box, key = self.boxes[type(way)], CHOICES[type(way)][0]
            box.setCurrentIndex(box.findData(getattr(way, key)))
        self.flows[type(way)].show_only(self._shown(way))

    def _shown(self, way: Any) -> set[str]:
        keys = {row[0] for row in WAYS[type(way)]} | {CHOICES.get(type(way), ("", "", ()))[0]}
        if isinstance(way, BattenScrews) and way.thrust != "angled":
            keys -= {"lean", "thread", "limit"}
        if isinstance(way, Bond):
            keys -= {"bead", "spacing"} if way.kind != "ribbons" else {"share"}
            if way.kind not in ("full", "ribbons"):
                keys -= {"facer", "substrate", "share"}
        return keys

    def _take(self, field: UnitField, key: str, value: float) -> None:
        if not self.hand.change("way", {key: value}):
            field.refuse()

    def _take_choice(self, kind: type[Any], key: str, _index: int) -> None:
        self.hand.change("way", {key: self.boxes[kind].currentData()})
        self.refresh()


class ScrewStrip(Strip[FixingsHand]):
    """What the set in the hand drives in, and the lengths it is sold in."""

    def __init__(self, desk: Desk, hand: FixingsHand) -> None:
        super().__init__(desk, hand)
        self.flow = Flow(3)
        self.grip = chooser("How it grips", (("blind", "blind"), ("through", "through")))
        self.grip.activated.connect(
            lambda _k: self.hand.change("fastener", {"grip": self.grip.currentData()})
        )
        self.flow.put("grip", "grips", self.grip, 0)
        self.fields: dict[str, UnitField] = {}
        for number, row in enumerate(SCREW):
            made = self.field(Fastener, row, self._take)
            self.fields[row[0]] = made
            self.flow.put(row[0], row[1], made, 0 if number < 4 else 1)
        self.stock = QLineEdit()
        self.stock.setAccessibleName("Lengths it is sold in")
        self.stock.setToolTip(
            plain_tip("Lengths it is sold in, parted by blanks or commas: Return takes them")
        )
        self.stock.editingFinished.connect(self._take_stock)
        self.stock.setMinimumWidth(300)
        self.sealing = QCheckBox("membranes close round it")
        self.sealing.clicked.connect(lambda on: self.hand.change("fastener", {"sealing": on}))
        self.flow.put("stock", "sold in", self.stock, 2)
        self.flow.put("sealing", "", self.sealing, 2)
        self.flow.close()
        self.column.addWidget(self.flow)
        self._text = ""

    def refresh(self) -> None:
        """Show what is driven in."""
        placed, system = self.hand.placed, self.desk.system
        screw = placed.set.fastener if placed is not None else None
        self.flow.setVisible(screw is not None)
        if screw is None:
            return
        self.grip.setCurrentIndex(self.grip.findData(screw.grip))
        for key, made in self.fields.items():
            made.show_value(getattr(screw, key), system)
        through = {"tip_least", "tip_most"}
        keys = {"grip", "stock", "sealing", *self.fields}
        self.flow.show_only(keys - (through if screw.grip == "blind" else {"least_grip", "cover"}))
        self.sealing.setChecked(screw.sealing)
        fresh = ", ".join(with_unit(size, T, system) for size in screw.stock)
        if fresh != self._text or not self.stock.isModified():
            self._text = fresh
            self.stock.setText(fresh)
            self.stock.setCursorPosition(0)

    def _take(self, field: UnitField, key: str, value: float) -> None:
        if not self.hand.change("fastener", {key: value}):
            field.refuse()

    def _take_stock(self) -> None:
        text = self.stock.text().strip()
        if text == self._text:
            return
        parts = [part.strip() for part in text.replace(";", ",").split(",") if part.strip()]
        try:
            sizes = tuple(
                sorted({parse(part, T, self.desk.system, "stock length").value for part in parts})
            )
        except ValueRefused as fault:
            self.said.emit(fault.words(self.desk.system), True)
            return
        if not self.hand.change("fastener", {"stock": sizes}):
            self.stock.setText(self._text)
