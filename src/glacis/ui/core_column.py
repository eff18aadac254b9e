# SPDX-License-Identifier: GPL-3.0-or-later
"""The core: the plan to pick an area, and its assembly as a drilled core."""

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QComboBox, QVBoxLayout, QWidget

from glacis.core.model.geometry import Point
from glacis.report.plan import plan_scene
from glacis.report.plan_spots import Spot, spots_of
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.report.section import SectionStyle, section_scene
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.widgets.labels import tight
from glacis.ui.widgets.paragraph import Paragraph

WIDTH = 236


class CoreColumn(QWidget):
    """Always there, at the left, full height."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.setWhatsThis(
            "The roof in plan to pick an area, and the layers of that area from inside to outside."
        )
        self.setFixedWidth(WIDTH)
        column = tight(QVBoxLayout(self), (8, 8, 8, 8), 6)
        self._plan = Canvas("Plan of the roof areas", QSize(100, 128))
        self._plan.setFixedHeight(134)
        self._areas = QComboBox()
        self._areas.setAccessibleName("Roof area")
        self._areas.setToolTip("Roof area (Ctrl+PgUp, Ctrl+PgDown)")
        self._areas.setSizeAdjustPolicy(
            QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon
        )
        self._name = Paragraph(desk, WIDTH - 16, size=12, ink="second")
        self._core = Canvas("Core of the assembly", QSize(100, 200))
        for widget in (self._plan, self._areas, self._name):
            column.addWidget(widget)
        column.addWidget(self._core, 1)
        self._plan.pressed.connect(self._pick_area)
        self._core.pressed.connect(self._pick_layer)
        self._core.key.connect(self._core_key)
        self._areas.activated.connect(self._area_chosen)

    def refresh(self) -> None:
        """Show the selected area."""
        self._fill_areas()
        project, area = self._desk.project, self._desk.area
        spots = self._spots() if self._desk.session.judges_all else ()
        chosen = area.roof.area.id if area else ""
        palette = self._desk.palette
        self._plan.show_scene(lambda w, h: plan_scene(project, chosen, spots, w, h), palette)
        self._core.show_scene(self._core_painter(), palette)
        self._name.show_words(self._assembly_words())

    def _spots(self) -> tuple[Spot, ...]:
        """Where something was found."""
        from glacis.core.shape.parts import SHAPE

        def middle(junction: str) -> Point | None:
            found = self._desk.value(SHAPE).junction(junction)
            return found.middle if found else None

        return spots_of(self._desk.project, self._desk.results.open_findings, middle)

    def _assembly_words(self) -> str:
        area = self._desk.area
        if area is None:
            return "Add a roof area, or open a project or the demo."
        shared = self._desk.sharing()
        tail = f", shared by {shared} areas" if shared > 1 else ""
        return f"{area.roof.assembly.name}{tail}"

    def _fill_areas(self) -> None:
        names = [(area.name, area.id) for area in self._desk.project.areas]
        shown = [
            (self._areas.itemText(i), self._areas.itemData(i)) for i in range(self._areas.count())
        ]
        if names != shown:
            self._areas.clear()
            for name, identifier in names:
                self._areas.addItem(name, identifier)
        area = self._desk.area
        self._areas.setEnabled(bool(names))
        self._areas.setCurrentIndex(self._areas.findData(area.roof.area.id) if area else -1)

    def _core_painter(self) -> SceneMaker:
        area, detail = self._desk.area, self._desk.detail
        if area is None or detail is None or not area.roof.layers:
            return saying("no layers yet" if area else "no area")
        style = SectionStyle(
            0, 0, system=self._desk.system, labels="thickness",
            selected=self._desk.selected_layer, temperature=True, live=True,
        )  # fmt: skip
        roof = area.roof
        return lambda w, h: section_scene(roof, detail, replace(style, width=w, height=h))

    def _area_chosen(self, index: int) -> None:
        self._desk.select_area(self._areas.itemData(index))

    def _pick_area(self, hot: Hot | None, _position: QPointF) -> None:
        if hot is not None:
            self._desk.select_area(hot.id)

    def _pick_layer(self, hot: Hot | None, _position: QPointF) -> None:
        if hot is not None:
            self._desk.select_layer(hot.id)

    def _core_key(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}.get(Qt.Key(event.key()))
        if step is not None:
            step_layer(self._desk, step)
            event.accept()


def step_layer(desk: Desk, step: int) -> None:
    """Select the next layer outward (1) or inward (-1)."""
    assembly = desk.assembly
    if assembly is None or not assembly.layers:
        return
    ids = [layer.id for layer in assembly.layers]
    if desk.selected_layer in ids:
        index = min(len(ids) - 1, max(0, ids.index(desk.selected_layer) + step))
    else:
        index = 0 if step > 0 else len(ids) - 1
    desk.select_layer(ids[index])


def step_area(desk: Desk, step: int) -> None:
    """Select the next area (1) or the one before (-1)."""
    ids = [area.id for area in desk.project.areas]
    if desk.area is not None:
        desk.select_area(ids[(ids.index(desk.area.roof.area.id) + step) % len(ids)])
