# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields of a section: sizes of what stands there, and a remedy beside the present by a slider."""

from functools import partial
from typing import Any

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QSlider, QVBoxLayout, QWidget

from glacis.core.junctions.cases import AT_LINES, AT_WALLS, OVER_WALLS, POINTS
from glacis.core.junctions.ways import blended, improved, ways_of
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.stages.junctions.hand import JunctionHand
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

T, C, U = Quantity.THICKNESS, Quantity.CONDUCTIVITY, Quantity.TRANSMITTANCE
FIELDS: tuple[tuple[str, str, Quantity, str], ...] = (
    (
        "height",
        "Height",
        T,
        "Of parapet, kerb or chimney over the deck, of upstand or step over the roof",
    ),
    ("width", "Width", T, "Of the structure of parapet, kerb, block or joint"),
    ("structure", "λ", C, "Conductivity of that structure"),
    ("insulation", "Insulated", T, "Thickness of what insulates it; 0 for bare"),
    ("head", "head", T, "Insulation over the parapet's head"),
    ("conductivity", "λ of it", C, "Conductivity of the insulation"),
    ("panel", "Panel U", U, "U of the glass or door leaf"),
    ("board", "Board", T, "Width of a ridge board or trimmer; 0 for none"),
    ("size", "Size", T, "Side of a square post, or inside diameter of a pipe"),
    ("metal", "Metal", T, "Thickness of the metal of a post or of the wall of a pipe"),
    ("pad", "Pad", T, "Thickness of a pad under a post; 0 for none"),
    ("pad_conductivity", "λ of pad", C, "Conductivity of the pad"),
    ("bolts", "Bolts", Quantity.VENT_AREA, "Section of all bolts through the pad; 0 for none"),
    ("proud", "Proud", T, "How far a post stands over the roof"),
)
SHOWN: dict[str, tuple[str, ...]] = {
    "parapet": ("height", "width", "structure", "insulation", "head", "conductivity"),
    "wall-level": ("height", "insulation", "conductivity"), "wall-side": ("height", "insulation", "conductivity"),
    "eaves-cold": ("insulation", "conductivity"), "eaves-heel": ("insulation", "conductivity"),
    "verge": ("insulation", "conductivity"), "mono-top": ("insulation", "conductivity"),
    "kerb": ("height", "width", "structure", "insulation", "conductivity", "panel"),
    "roof-window": ("height", "width", "structure", "insulation", "conductivity", "panel"),
    "obstacle": ("height", "width", "structure", "insulation", "conductivity"),
    "threshold": ("height", "width", "structure", "panel"), "change": ("board", "structure"),
    "movement-joint": ("width", "conductivity"), "module-joint": ("width", "conductivity"),
    "post": ("size", "metal", "proud", "pad", "pad_conductivity", "bolts", "insulation"),
    "pipe": ("size", "metal", "insulation", "conductivity"), "outlet": ("size", "metal", "insulation", "conductivity"),
    **dict.fromkeys(AT_LINES, ("board",)),
}  # fmt: skip
"""Sizes that each kind reads."""
UPPER_ROW = ("height", "width", "structure", "size", "metal", "proud", "board")
"""Sizes of what stands there; the others tell how it is insulated, a row below."""
WRAPS = (
    ("bare", "none"),
    ("roof's side", "roof"),
    ("head", "head"),
    ("roof's side and head", "both"),
)
FILLS = (("filled", "filled"), ("left void", "void"))
STEPS = 20


class SectionStrip(QWidget):
    """Sizes of the section, and the slider between present and remedy."""

    said = pyqtSignal(str, bool)
    compared = pyqtSignal()

    def __init__(self, desk: Desk, hand: JunctionHand) -> None:
        super().__init__()
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        self._desk, self._hand = desk, hand
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 6)
        self.wall = chooser("Wall below or beside the roof", ())
        self.wrap = chooser("Sides of the parapet that are insulated", WRAPS)
        self.fill = chooser("What the joint of boards holds", FILLS)
        self._boxes = {"wall": self.wall, "wrap": self.wrap, "fill": self.fill}
        self.fields: dict[str, UnitField] = {}
        self._holders: dict[str, QWidget] = {}
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for key, words in (("wall", "Wall"), ("wrap", "Wrapped"), ("fill", "Joint")):
            self._boxes[key].activated.connect(partial(self._take_choice, key))
            self._boxes[key].setMaximumWidth(210)
            row.addWidget(self._held(key, words, self._boxes[key]))
        row.addStretch(1)
        column.addLayout(row)
        rows = [tight(QHBoxLayout(), (0, 0, 0, 0), 6) for _ in range(2)]
        for key, words, quantity, tip in FIELDS:
            field = UnitField(tip, quantity, 66 if quantity is T else 132).bounded(
                ranges_of(EdgeDetail)[key]
            )
            field.committed.connect(partial(self._take, key))
            field.said.connect(self.said)
            self.fields[key] = field
            rows[0 if key in UPPER_ROW else 1].addWidget(self._held(key, words, field))
        for fields in rows:
            fields.addStretch(1)
            column.addLayout(fields)
        column.addLayout(self._comparing())
        self.told = label("", "small", wrap=True)
        column.addWidget(self.told)
        self._shown = ""

    def _held(self, key: str, words: str, widget: QWidget) -> QWidget:
        holder = QWidget()
        row = tight(QHBoxLayout(holder), (0, 0, 0, 0), 4)
        row.addWidget(label(words, "second small"))
        row.addWidget(widget)
        self._holders[key] = holder
        return holder

    def _comparing(self) -> QHBoxLayout:
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.way = chooser("Remedy beside the present", (("no remedy beside it", ""),))
        self.way.setMaximumWidth(330)
        self.way.activated.connect(
            lambda _k: self._compare(0 if not self.way.currentData() else STEPS)
        )
        self.slider = QSlider(Qt.Orientation.Horizontal)
        self.slider.setRange(0, STEPS)
        self.slider.setAccessibleName("From the present to the remedy")
        self.slider.setToolTip("From the present to the remedy: the section follows")
        self.slider.setMinimumWidth(120)
        self.slider.valueChanged.connect(lambda _v: self.compared.emit())
        self.apply = QPushButton("Build it so")
        self.apply.setToolTip("State the sizes as the slider has them")
        self.apply.clicked.connect(self._build)
        for widget in (label("Compare", "second small"), self.way, self.slider, self.apply):
            row.addWidget(widget)
        row.addStretch(1)
        return row

    @property
    def share(self) -> float:
        """How far the slider is on its way to the remedy [-]; 0 without one."""
        return self.slider.value() / STEPS if self.way.currentData() else 0.0

    @property
    def detail(self) -> EdgeDetail:
        """Sizes as the slider has them."""
        other = self.other
        return self._hand.detail if other is None else blended(self._hand.detail, other, self.share)

    @property
    def other(self) -> EdgeDetail | None:
        """Sizes of the remedy; None for none."""
        found = self._hand.found
        for words, sizes in ways_of(found.piece.kind) if found is not None else ():
            if words == self.way.currentData():
                return improved(self._hand.detail, sizes)
        return None

    def _compare(self, at: int) -> None:
        self.slider.setValue(at)
        self.compared.emit()

    def _build(self) -> None:
        detail = self.detail
        self.way.setCurrentIndex(0)
        self._hand.set_detail(
            "", **{name: getattr(detail, name) for name in detail.__struct_fields__}
        )

    def _take_choice(self, key: str, _index: int) -> None:
        self._hand.set_detail("", **{key: self._boxes[key].currentData()})

    def _take(self, key: str, value: float) -> None:
        if not self._hand.set_detail("", **{key: value}):
            self.fields[key].refuse()

    def refresh(self) -> None:
        """Show the sizes that this kind reads."""
        found, system = self._hand.found, self._desk.system
        if found is None:
            return
        kind, detail = found.piece.kind, self._hand.detail
        shown = SHOWN.get(kind, ())
        for key, field in self.fields.items():
            self._holders[key].setVisible(key in shown)
            field.show_value(getattr(detail, key), system)
        self._holders["wall"].setVisible(kind in (*AT_WALLS, *OVER_WALLS))
        self._holders["wrap"].setVisible(kind == "parapet")
        self._holders["fill"].setVisible(kind in AT_LINES)
        self._show_choices(detail)
        if self._shown != found.piece.id:
            self._shown = found.piece.id
            self.way.clear()
            self.way.addItem("no remedy beside it", "")
            for words, _ in ways_of(kind):
                self.way.addItem(words, words)
        has = bool(self.way.currentData())
        self.way.setEnabled(self.way.count() > 1)
        self.slider.setEnabled(has)
        self.apply.setEnabled(has and self.share > 0)

    def _show_choices(self, detail: EdgeDetail) -> None:
        walls: list[tuple[str, Any]] = [(wall.name, wall.id) for wall in self._desk.project.walls]
        offered = [("the first", ""), *walls] if walls else [("none stated", "")]
        if [
            (self.wall.itemText(k), self.wall.itemData(k)) for k in range(self.wall.count())
        ] != offered:
            self.wall.clear()
            for words, data in offered:
                self.wall.addItem(words, data)
        for key, box in self._boxes.items():
            box.setCurrentIndex(max(0, box.findData(getattr(detail, key))))


def is_point(kind: str) -> bool:
    """Whether a kind loses by the piece."""
    return kind in POINTS
