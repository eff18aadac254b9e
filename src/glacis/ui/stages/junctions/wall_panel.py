# SPDX-License-Identifier: GPL-3.0-or-later
"""Walls over the Junctions bench: what stands below and beside the roof."""

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QWidget

from glacis.core.junctions.change import put_wall, remove_wall
from glacis.core.junctions.sections.stack import wall_stack
from glacis.core.junctions.walls import USUAL_WALLS, WALL_MATERIALS, wall_layer
from glacis.core.model.edge_detail import Wall, WallLayer
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.session.places import random_name
from glacis.ui.desk import Desk
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

PARTS = (
    ("lining", "lining"),
    ("structure", "structure"),
    ("insulation", "insulation"),
    ("cladding", "cladding"),
)
COLUMNS = (
    Column(
        "name",
        "material",
        "Material",
        170,
        choices=tuple((name, name) for name, _, _ in WALL_MATERIALS),
    ),
    Column("part", "does", "What the layer does", 112, choices=PARTS),
    Column("thickness", "thickness", "Thickness", 96, Quantity.THICKNESS),
    Column("conductivity", "λ", "Conductivity", 140, Quantity.CONDUCTIVITY),
)


class WallPanel(BenchPanel):
    """Walls of the project, one at a time."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Walls", parent)
        self._desk = desk
        self._held = ""
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.walls = chooser("Walls of this project", ())
        self.walls.setMinimumWidth(200)
        self.walls.activated.connect(lambda _k: self._choose(self.walls.currentData()))
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the wall")
        self.name.setToolTip("Name: Return takes it")
        self.name.editingFinished.connect(self._rename)
        self.usual = chooser(
            "A wall to begin with", tuple((wall.name, wall.id) for wall in USUAL_WALLS)
        )
        self.add, self.remove = QPushButton("Add it"), QPushButton("Take the wall away")
        self.add.setToolTip("Add a wall to begin with; change it below")
        self.remove.setToolTip("Take this wall away; sections that name it take the first")
        self.add.clicked.connect(self._add)
        self.remove.clicked.connect(self._remove)
        for widget in (label("Wall", "second small"), self.walls, label("name", "second small")):
            row.addWidget(widget)
        row.addWidget(self.name, 1)
        row.addWidget(self.remove)
        self.column.addLayout(row)
        self.layers = NodeSheet("Layers of the wall, from inside to outside", WallLayer, COLUMNS)
        self.layers.changed.connect(self._take)
        self.layers.said.connect(self.said)
        self.column.addWidget(self.layers, 1)
        below = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self.more, self.fewer = QPushButton("Add a layer"), QPushButton("Take it out")
        self.more.setToolTip("Another layer after the one in the hand")
        self.fewer.setToolTip("Take the layer in the hand out, else the last")
        self.more.clicked.connect(lambda: self.layers.add(wall_layer("mineral wool", 0.1)))
        self.fewer.clicked.connect(self.layers.take_away)
        self.told = label("", "second small", wrap=True)
        for button in (self.more, self.fewer):
            below.addWidget(button)
        below.addWidget(self.told, 1)
        self.column.addLayout(below)
        start = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        start.addWidget(label("Begin with", "second small"))
        start.addWidget(self.usual)
        start.addWidget(self.add)
        start.addStretch(1)
        self.column.addLayout(start)
        self.finish()

    @property
    def wall(self) -> Wall | None:
        """The wall in the hand, else the first."""
        walls = self._desk.project.walls
        return next((wall for wall in walls if wall.id == self._held), walls[0] if walls else None)

    def refresh(self) -> None:
        """Show the walls as they are."""
        wall, system = self.wall, self._desk.system
        self.walls.clear()
        for item in self._desk.project.walls:
            self.walls.addItem(item.name, item.id)
        for part in (self.walls, self.name, self.remove, self.layers, self.more, self.fewer):
            part.setEnabled(wall is not None)
        if wall is None:
            self.name.setText("")
            self.layers.show_nodes((), system)
            self.told.setText(
                "No wall is stated: edges over walls have no section until one is. Begin with one below."
            )
            return
        self.walls.setCurrentIndex(self.walls.findData(wall.id))
        self.name.setText(wall.name)
        self.layers.show_nodes(wall.layers, system)
        value = with_unit(wall_stack(wall).transmittance, Quantity.TRANSMITTANCE, system)
        self.told.setText(
            f"From inside to outside. U {value}; the first wall stands wherever no other is named."
        )

    def _choose(self, identifier: str) -> None:
        self._held = identifier
        self.refresh()

    def _put(self, words: str, wall: Wall) -> bool:
        self._held = wall.id
        done = self._desk.act(words, lambda p: put_wall(p, wall))
        self.refresh()
        return done

    def _rename(self) -> None:
        wall, name = self.wall, self.name.text().strip()
        if wall is not None and name and name != wall.name:
            self._put("Rename wall", replace(wall, name=name))

    def _take(self, layers: tuple[WallLayer, ...]) -> None:
        wall = self.wall
        if wall is None:
            return
        known = {name for name, _, _ in WALL_MATERIALS}
        before = [layer.name for layer in wall.layers]
        fresh = tuple(
            wall_layer(layer.name, layer.thickness)
            if len(before) == len(layers) and layer.name != before[k] and layer.name in known
            else layer
            for k, layer in enumerate(layers)
        )
        if not self._put("Change wall", replace(wall, layers=fresh)):
            self.layers.refuse()

    def _add(self) -> None:
        usual = next(wall for wall in USUAL_WALLS if wall.id == self.usual.currentData())
        self._put("Add wall", replace(usual, id=f"wall-{random_name()}"))

    def _remove(self) -> None:
        wall = self.wall
        if wall is not None:
            self._held = ""
            self._desk.act("Take wall away", lambda p: remove_wall(p, wall.id))
            self.refresh()
