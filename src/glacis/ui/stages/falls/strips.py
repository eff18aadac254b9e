# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the plan of the falls: what holds for the whole area."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from glacis.core.falls.change import change_falls
from glacis.core.model.falls import BoardSet, Falls
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.ui.desk import Desk
from glacis.ui.stages.falls.edge_fields import EdgeFields
from glacis.ui.stages.falls.hand import FallsHand
from glacis.ui.widgets.field_grid import Pairs, chooser, field_grid, nearest
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.unit_field import UnitField

WIDTH = 72
BOARD_FIELDS = (
    ("length", "Length of a board, up the fall", Quantity.LENGTH),
    ("width", "Width of a board, along the contour", Quantity.LENGTH),
    ("first", "Thin end of the first board", Quantity.THICKNESS),
    ("kerf", "Kerf of the saw", Quantity.THICKNESS),
)
KERBS = (("as falls go", 1.0), ("1.5 to 1", 1.5), ("2 to 1", 2.0), ("3 to 1", 3.0))
BONDS = (("none", 0.0), ("1/4", 0.25), ("1/3", 1 / 3), ("1/2", 0.5))
MEANS = (
    ("boards", "tapered"), ("screed", "screed"), ("foam", "foam"), ("structure", "structure"),
    ("firrings", "firrings"),
)  # fmt: skip
EDGES = (("free", "free"), ("at one level", "level"), ("by ridges", "drawn"))
DIRECTIONS = (("4 ways", "four"), ("8 ways", "eight"), ("to walls", "square"))
RISKS = (
    ("eaves × 1", "eaves"), ("door × 1.5", "entrance"), ("inside × 2", "inner"), ("special × 3", "special"),
)  # fmt: skip
FIELDS = (
    ("fall", "Fall of every facet", Quantity.FALL),
    ("along", "Fall along the valley, 0 for facets of one fall", Quantity.FALL),
    ("turn", "Turn of the facets from the longest edge", Quantity.ANGLE),
    ("kerb_gap", "Kerbs closer than this are one to water", Quantity.THICKNESS),
    ("rain", "Rain to drain", Quantity.RAIN_RATE),
    ("upstand", "Top of the upstands above the lowest outlet", Quantity.THICKNESS),
    ("allowance", "Load of water that the structure may bear", Quantity.AREA_MASS),
    ("tolerance", "How far the built surface strays, to both sides", Quantity.THICKNESS),
    ("correlation", "Length over which a deviation holds", Quantity.LENGTH),
    ("board_steps", "Steps between neighbouring boards, up or down", Quantity.THICKNESS),
    ("sag", "How far the deck sags between its supports at most", Quantity.THICKNESS),
    ("bay", "Between the supports of the deck, both ways", Quantity.LENGTH),
    ("from_above", "Water that an upper roof brings, spread over this one", Quantity.WATER_FLOW),
    ("wall_above", "Area of walls that drain onto the roof", Quantity.AREA),
)


class FallsStrip(QWidget):
    """How the falls of the area are made, and the rain they meet."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: FallsHand) -> None:
        super().__init__()
        self._desk = desk
        self._hand = hand
        self.fields: dict[str, UnitField] = {}
        for key, words, quantity in FIELDS:
            field = UnitField(words, quantity, WIDTH).bounded(ranges_of(Falls)[key])
            field.committed.connect(partial(self._take, key))
            field.said.connect(self.said)
            self.fields[key] = field
        self._make_board_fields()
        self._make_choosers()
        self.pages = QStackedWidget(self)
        self._make_pages()
        tight(QVBoxLayout(self), (0, 0, 0, 0), 0).addWidget(self.pages)

    def _make_board_fields(self) -> None:
        self.board = {
            key: UnitField(words, quantity, WIDTH).bounded(ranges_of(BoardSet)[key])
            for key, words, quantity in BOARD_FIELDS
        }
        for key, field in self.board.items():
            field.committed.connect(partial(self._take_board, key))
            field.said.connect(self.said)
        self.tapers = chooser("Thicknesses in a set", tuple((str(n), n) for n in range(1, 9)))
        self.tapers.activated.connect(
            lambda _k: self._change_board(tapers=self.tapers.currentData())
        )

        self.bond = chooser("Shift of every other row, in parts of a board", BONDS)
        self.bond.activated.connect(lambda _k: self._change_board(bond=self.bond.currentData()))

    def _make_choosers(self) -> None:
        self.means = chooser("What makes the falls", MEANS)
        self.directions = chooser("Directions that facets face", DIRECTIONS)
        self.edges = chooser(
            "Edges of the roof: free; all at one level, or by the ridges drawn, both with falls that differ",
            EDGES,
        )
        self.layer = chooser(
            "Layer that makes the falls: the outermost insulation, or one named", ()
        )
        self.risk = chooser("What a flood would harm", RISKS)
        self.kerbs = chooser("Crickets uphill of kerbs: length over half their width", KERBS)
        self.kerbs.activated.connect(lambda _k: self._act(kerb_cricket=self.kerbs.currentData()))
        self.boxes = {
            "means": self.means,
            "directions": self.directions,
            "layer": self.layer,
            "risk": self.risk,
            "edges": self.edges,
        }
        for key, box in self.boxes.items():
            box.activated.connect(partial(self._choose, key))
            box.setFixedWidth(104)

    def _make_pages(self) -> None:
        f = self.fields
        self._add_page(
            (("Made by", self.means), ("Layer", self.layer), ("Faces", self.directions)),
            (("Fall", f["fall"]), ("Along", f["along"]), ("Turn", f["turn"])),
            (("Edges", self.edges), ("Gap", f["kerb_gap"]), ("Kerbs", self.kerbs)),
        )
        self._add_page(
            (("Rain", f["rain"]), ("Place", self.risk), ("Walls", f["wall_above"])),
            (("Upstand", f["upstand"]), ("May bear", f["allowance"]), ("Above", f["from_above"])),
        )
        self._add_page(
            (
                ("Within ±", f["tolerance"]),
                ("Over", f["correlation"]),
                ("Steps ±", f["board_steps"]),
            ),
            (("Sag", f["sag"]), ("Bay", f["bay"])),
        )
        self._add_page(
            (
                ("Length", self.board["length"]),
                ("Width", self.board["width"]),
                ("First", self.board["first"]),
            ),
            (("Kerf", self.board["kerf"]), ("Tapers", self.tapers), ("Shift", self.bond)),
        )
        self.edge = EdgeFields(self._desk, self._hand)
        self.edge.said.connect(self.said)
        self.pages.addWidget(self.edge)

    def _add_page(self, *rows: Pairs) -> None:
        page = QWidget()
        field_grid(page, rows)
        self.pages.addWidget(page)

    def show_view(self, view: str) -> None:
        """Show how the falls are made, the rain, how exactly they are built, their boards, or their edge."""
        self.pages.setCurrentIndex({"blocked": 1, "rain": 2, "boards": 3, "edge": 4}.get(view, 0))

    def refresh(self) -> None:
        """Show what is stated, or what would be."""
        area = self._hand.area
        falls = self._hand.falls or Falls(area=area.id if area else "")
        for key, field in self.fields.items():
            field.show_value(getattr(falls, key), self._desk.system)
        for key, field in self.board.items():
            field.show_value(getattr(falls.boards, key), self._desk.system)
        self.edge.refresh()
        self.tapers.setCurrentIndex(self.tapers.findData(falls.boards.tapers))
        self.kerbs.setCurrentIndex(nearest(self.kerbs, falls.kerb_cricket))
        self.bond.setCurrentIndex(nearest(self.bond, falls.boards.bond))
        self._fill_layers()
        for key, box in self.boxes.items():
            box.setCurrentIndex(max(0, box.findData(getattr(falls, key))))
        self.layer.setEnabled(falls.means != "structure")

    def _fill_layers(self) -> None:
        found = self._desk.area
        layers = found.roof.layers if found else ()
        entries = [("insulation", "")]
        entries += [(x.name, x.id) for x in layers if x.thickness > 0 and x.kind == "solid"]
        shown = [
            (self.layer.itemText(k), self.layer.itemData(k)) for k in range(self.layer.count())
        ]
        if shown != entries:
            self.layer.clear()
            for words, data in entries:
                self.layer.addItem(words, data)

    def _act(self, **values: object) -> bool:
        area = self._hand.area
        if area is None:
            return False
        return self._desk.act(
            "Change falls",
            lambda p: change_falls(p, area.id, lambda f: replace(f, **values)),
        )

    def _take(self, key: str, value: float) -> None:
        if not self._act(**{key: value}):
            self.fields[key].refuse()

    def _change_board(self, **values: object) -> bool:
        falls = self._hand.falls
        return falls is not None and self._act(boards=replace(falls.boards, **values))

    def _take_board(self, key: str, value: float) -> None:
        if not self._change_board(**{key: value}):
            self.board[key].refuse()

    def _choose(self, key: str, _index: int) -> None:
        box = self.boxes[key]
        self._act(**{key: box.currentData()})
        self.refresh()
