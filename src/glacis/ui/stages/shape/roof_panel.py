# SPDX-License-Identifier: GPL-3.0-or-later
"""A new roof: a plan form with a roof form over it, its sizes, build-up and rooms."""

from functools import partial

from PyQt6.QtCore import QRect, QSize, pyqtSignal
from PyQt6.QtWidgets import QComboBox, QLineEdit, QPushButton, QWidget

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.core.model.geometry import Footprint, FootprintEdge, Loop
from glacis.core.model.lookup import plan_bounds
from glacis.core.model.uses import USUAL
from glacis.core.model.validate import check_footprint
from glacis.core.shape.change import Under, add_roofs
from glacis.core.shape.drawn import Found, Taking, as_footprints
from glacis.core.shape.footprints import faces_of
from glacis.core.shape.outline import Point
from glacis.core.shape.overhangs import reached
from glacis.core.shape.starters import PLAN_FORMS, Start, roofs_for, start_footprint
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.report.charts.starter import StartedRoof, starter_scene
from glacis.report.scene import SceneMaker, saying
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.field_grid import field_grid
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.overlay import Overlay
from glacis.ui.widgets.unit_field import UnitField

UNITS = (
    ("metres", 1.0), ("centimetres", 0.01), ("millimetres", 0.001), ("feet", 0.3048),
    ("inches", 0.0254), ("yards", 0.9144),
)  # fmt: skip
GAP = 3.0
"""Free strip [m] between a new roof and those that are there."""
FIELDS: tuple[tuple[str, str, str, Quantity, float], ...] = (
    ("length", "Length", "Length, west to east", Quantity.LENGTH, 14.0),
    ("depth", "Depth", "Depth, south to north", Quantity.LENGTH, 9.0),
    ("pitch", "Pitch", "Pitch of the planes", Quantity.ANGLE, 35.0),
    ("overhang", "Overhang", "Overhang of the eaves", Quantity.LENGTH, 0.0),
    ("level", "Level", "Level of the eaves", Quantity.LENGTH, 3.0),
    ("wing", "Wings", "Width of wings", Quantity.LENGTH, 4.0),
)
"""Key, label, name, kind and usual value of each figure."""


class RoofPanel(Overlay):
    """Asks for what a roof is started from, and draws it."""

    added = pyqtSignal(str)
    drawing_wanted = pyqtSignal()
    file_wanted = pyqtSignal()

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("A new roof", parent)
        self._desk = desk
        self._drawn: tuple[Point, ...] = ()
        self._found: Found | None = None
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the roof")
        self.plan = QComboBox()
        self.plan.setAccessibleName("Plan form")
        for form in PLAN_FORMS:
            self.plan.addItem(form if len(form) > 1 else f"{form} shape", form)
        self.roof = QComboBox()
        self.roof.setAccessibleName("Roof form")
        self.built = QComboBox()
        self.built.setAccessibleName("Built as")
        self.rooms = QComboBox()
        self.rooms.setAccessibleName("Rooms below")
        for box in (self.built, self.rooms):
            box.setSizeAdjustPolicy(
                QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon
            )
            box.setMinimumContentsLength(22)
        self.layer = QComboBox()
        self.layer.setAccessibleName("Layer of the drawing")
        self.unit = QComboBox()
        self.unit.setAccessibleName("Unit of the drawing")
        for words, metres in UNITS:
            self.unit.addItem(words, metres)
        self.fields = {k: UnitField(words, quantity, 104) for k, _, words, quantity, _ in FIELDS}
        self._make_form()
        self._make_foot()
        self.plan.activated.connect(self._take_plan)
        for box in (self.roof, self.layer, self.unit):
            box.activated.connect(self.preview)
        for field in self.fields.values():
            field.textEdited.connect(self.preview)

    def _make_form(self) -> None:
        """Names across the panel, figures two by two."""
        figures = [(words, self.fields[key]) for key, words, _, _, _ in FIELDS]
        wide: tuple[tuple[str, QWidget], ...] = (
            ("Name", self.name), ("Layer", self.layer), ("Drawn in", self.unit),
            ("Built as", self.built), ("Rooms", self.rooms),
        )  # fmt: skip
        rows = (
            *((pair,) for pair in wide[:3]),
            (("Plan", self.plan), ("Roof", self.roof)),
            *zip(figures[::2], figures[1::2], strict=True),
            *((pair,) for pair in wide[3:]),
        )
        holder = QWidget()
        grid, self._labels = field_grid(holder, rows)
        self._widgets = {words: widget for row in rows for words, widget in row}
        for row, pairs in enumerate(rows):
            if len(pairs) == 1:
                grid.addWidget(pairs[0][1], row, 1, 1, 3)
        self.column.addWidget(holder)

    def _make_foot(self) -> None:
        """The picture, what is to be said, and the buttons."""
        self.canvas = Canvas("The roof in plan", QSize(200, 150))
        self.column.addWidget(self.canvas, 1)
        self._notes = label(kind="second small", wrap=True)
        self.column.addWidget(self._notes)
        self._told = label(kind="refused", wrap=True)
        self.column.addWidget(self._told)
        self.add = QPushButton("Put it in place")
        self.add.setProperty("leading", True)
        self.add.setToolTip("Add the roof with all its planes; one undo takes it back")
        self.add.clicked.connect(self._add)
        self.draw = QPushButton("Draw an outline…")
        self.draw.setToolTip("Set corners in the plan by hand or by length and direction")
        self.draw.clicked.connect(self._wish_drawing)
        self.read = QPushButton("From a file…")
        self.read.setToolTip("Read outlines from a DXF or GeoJSON file")
        self.read.clicked.connect(self._wish_file)
        for button in (self.add, self.draw, self.read):
            self.buttons.addWidget(button)
        self.finish()

    def _wish_drawing(self) -> None:
        self.dismiss()
        self.drawing_wanted.emit()

    def _wish_file(self) -> None:
        self.dismiss()
        self.file_wanted.emit()

    def open_over(
        self, area: QRect, drawn: tuple[Point, ...] = (), found: Found | None = None
    ) -> None:
        """Ask, with sensible values in place; an outline that is there needs no plan form."""
        self._drawn, self._found = drawn, found
        project = self._desk.project
        heading = "A roof over the outline" if drawn else "A new roof"
        self.heading.setText("Roofs over the outlines" if found else heading)
        self.name.setText(f"Roof {len(project.footprints) + 1}")
        for key, _, _, _, value in FIELDS:
            self.fields[key].show_value(value, self._desk.system)
        self._fill(project)
        self._fill_found()
        self._take_plan()
        self._show_rows()
        self.show_over(area, 430)
        self.name.setFocus()
        self.name.selectAll()
        self.preview()

    def _show_rows(self) -> None:
        """Show the rows that what is asked for needs."""
        formed = not self._drawn and self._found is None
        wanted: dict[str, bool] = dict.fromkeys(("Plan", "Roof"), formed)
        wanted |= dict.fromkeys(("Layer", "Drawn in"), self._found is not None)
        for key, words, _, _, _ in FIELDS:
            wanted[words] = formed or key in ("pitch", "level", "overhang")
        for words, shown in wanted.items():
            self._labels[words].setVisible(shown)
            self._widgets[words].setVisible(shown)
        self.draw.setVisible(formed)
        self.read.setVisible(formed)

    def _fill_found(self) -> None:
        if self._found is None:
            return
        self.layer.clear()
        for name in self._found.layers:
            count = sum(loop.layer == name for loop in self._found.loops)
            self.layer.addItem(f"{name} ({count})", name)
        self.layer.addItem("all layers", "")
        outline = [k for k, name in enumerate(self._found.layers) if "outline" in name.lower()]
        self.layer.setCurrentIndex(outline[0] if outline else 0)
        known = self.unit.findData(self._found.unit) if self._found.unit else -1
        self.unit.setCurrentIndex(max(0, known))
        self.fields["level"].show_value(0.0, self._desk.system)

    def _fill(self, project: Project) -> None:
        self.built.clear()
        self.built.addItem("a bare deck, its approach to be chosen", "")
        for assembly in project.assemblies:
            self.built.addItem(assembly.name, assembly.id)
        chosen = self._desk.area
        if chosen is not None:
            self.built.setCurrentIndex(self.built.findData(chosen.roof.assembly.id))
        self.rooms.clear()
        for zone in project.zones:
            self.rooms.addItem(zone.name, ("zone", zone.id))
        for use, usual in USUAL.items():
            self.rooms.addItem(f"new: {usual.words}", ("use", use))
        if chosen is not None:
            ids = [z.id for z in project.zones]
            self.rooms.setCurrentIndex(ids.index(chosen.roof.zone.id))

    def _take_plan(self) -> None:
        plan, before = self.plan.currentData(), self.roof.currentData()
        self.roof.clear()
        for form in roofs_for(plan):
            self.roof.addItem(form, form)
        self.roof.setCurrentIndex(max(0, self.roof.findData(before)))
        wings = plan != "rectangle" and not self._drawn
        self.fields["wing"].setEnabled(wings)
        self.preview()

    def _value(self, key: str) -> float:
        words, quantity = next((w, q) for k, _, w, q, _ in FIELDS if k == key)
        return parse(self.fields[key].text(), quantity, self._desk.system, words).value

    def footprints(self) -> tuple[Footprint, ...]:
        """The footprints as they are asked for.

        Raises:
            GlacisError: for values that cannot be.
        """
        name = self.name.text().strip()
        given = {key: self._value(key) for key in ("pitch", "level", "overhang")}
        if self._found is not None:
            taking = Taking(
                name=name, unit=self.unit.currentData(), layer=self.layer.currentData(),
                at=self._place(), **given,
            )  # fmt: skip
            return as_footprints(self._found, taking)
        if self._drawn:
            edges = tuple(
                FootprintEdge(
                    id=f"e{k + 1}", at=at, pitch=given["pitch"], overhang=given["overhang"]
                )
                for k, at in enumerate(self._drawn)
            )
            loops = (Loop(edges=edges),)
            return (Footprint(id="roof", name=name, level=given["level"], loops=loops),)
        start = Start(
            name=name, plan=self.plan.currentData(), roof=self.roof.currentData(),
            length=self._value("length"), depth=self._value("depth"), wing=self._value("wing"),
            at=self._place(), **given,
        )  # fmt: skip
        return (start_footprint(start),)

    def _place(self) -> Point:
        _, south, east, _ = plan_bounds(self._desk.project)
        return (east + GAP if self._desk.project.areas else 0.0), south

    def preview(self) -> None:
        """Draw what is asked for, or say why it cannot be."""
        self.canvas.show_scene(self._painter(), self._desk.palette)

    def _painter(self) -> SceneMaker:
        notes = self._found.notes if self._found else ()
        self._notes.setText("; ".join(notes[:4]))
        try:
            footprints = self.footprints()
            for footprint in footprints:
                check_footprint(footprint)
            roofs = [
                StartedRoof(tuple(reached(loop) for loop in item.loops), faces_of(item))
                for item in footprints
            ]
        except GlacisError as fault:
            self._told.setText(fault.words(self._desk.system))
            return saying("")
        self._told.setText("")
        return lambda w, h: starter_scene(roofs, w, h)

    def _add(self) -> None:
        kind, chosen = self.rooms.currentData()
        project = self._desk.project
        try:
            wanted = self.footprints()
            under = Under(
                assembly=self.built.currentData(), zone=chosen if kind == "zone" else "",
                use=chosen if kind == "use" else "dwelling",
            )  # fmt: skip
            changed = add_roofs(project, wanted, under)
        except GlacisError as fault:
            self._told.setText(str(fault))
            return
        before = {area.id for area in project.areas}
        name = wanted[0].name if len(wanted) == 1 else f"{len(wanted)} roofs"
        if not self._desk.act(f"Add {name}", partial(add_roofs, footprints=wanted, under=under)):
            return
        fresh = next(area.id for area in changed.areas if area.id not in before)
        self._desk.select_area(fresh)
        self.dismiss()
        self.added.emit(fresh)
