# SPDX-License-Identifier: GPL-3.0-or-later
"""The Build-up bench: the section to scale, edited in the drawing."""

from collections.abc import Callable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QPushButton, QToolButton

from glacis.core.materials.library import nearest_purchasable, one_or_two_boards
from glacis.core.model.edit import (
    give_own_assembly,
    insert_layer,
    move_layer,
    new_layer_id,
    position,
    remove_layer,
    set_layer,
    set_thickness,
    thickness_of,
)
from glacis.core.model.layers import AirLayer, Layer, SolidLayer
from glacis.core.moisture.monthly import Profile
from glacis.core.moisture.parts import VAPOUR_LINES
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.frame import Frame
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.report.section import SectionStyle, lay_out, section_scene
from glacis.session.places import random_name
from glacis.ui.bench import Bench
from glacis.ui.core_column import step_layer
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stages.build_up.layer_strip import LayerStrip
from glacis.ui.stages.build_up.panels import SectionPanels

FREE = Qt.KeyboardModifier.ShiftModifier
FAR_ENOUGH = 7.0


class FaceDrag:
    """A face in the hand: which layer, where it began, at which scale."""

    def __init__(self, layer: str, y: float, thickness: float, frame: Frame) -> None:
        self.layer = layer
        self.y = y
        self.thickness = thickness
        self.scale = frame.scale
        self.metre = frame.metre
        self.floor = frame.bottom
        self.merge = f"drag-{random_name()}"


class LayerDrag:
    """A layer in the hand; it counts as dragged once it has moved far enough."""

    def __init__(self, layer: str, start: QPointF) -> None:
        self.layer = layer
        self.start = start
        self.moving = False
        self.index = -1


class SectionBench(Bench):
    """Drag faces and layers, insert from the palette, edit the rest in the strip below."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Build-up")
        self.canvas = Canvas("Section of the assembly", QSize(400, 300))
        self.panels = SectionPanels(self, self.canvas, prompts)
        self._drag: FaceDrag | LayerDrag | None = None
        self._temperature = self._toggle("θ", "Temperature line of the winter design day (T)")
        self._vapour = self._toggle("p", "Vapour lines of the telling month (V)")
        self._threads = self._toggle("Control", "The four control layers as threads (C)")
        self._threads.clicked.connect(lambda on: desk.adjust(show_threads=on))
        self._temperature.clicked.connect(lambda on: desk.adjust(show_temperature=on))
        self._vapour.clicked.connect(lambda on: desk.adjust(show_vapour=on))
        self._own = QPushButton("Own copy")
        self._own.setToolTip("Copy the assembly, so that changes here touch no other area")
        self._own.clicked.connect(self._give_own)
        self._begin = self._button(
            "Add roof area…", "Add a roof area (Ctrl+Shift+N)", self.panels.add_area
        )
        self._approach = self._button(
            "Approach…", "Choose how the area is built (Ctrl+B)", self.panels.choose_approach
        )
        self._solve = self._button(
            "Solve…", "Thicknesses that meet the target (Ctrl+T)", self.panels.solve
        )
        self._add = QPushButton("Insert…")
        self._add.setToolTip("Insert a layer outside the selected one (Insert)")
        self._add.clicked.connect(self.open_palette)
        for widget in (
            self._threads,
            self._temperature,
            self._vapour,
            self._own,
            self._begin,
            self._approach,
            self._solve,
            self._add,
        ):
            self.controls.addWidget(widget)
        self.column.addWidget(self.canvas, 1)
        self.strip = LayerStrip(desk)
        self.strip.said.connect(self.said)
        self.strip.replace_wanted.connect(self._open_replacement)
        self.strip.remove_wanted.connect(self.remove_selected)
        self.column.addWidget(self.strip)
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._move)
        self.canvas.released.connect(self._release)
        self.canvas.double_clicked.connect(self._double)
        self.canvas.key.connect(self._key)
        self._replacing = ""
        self._palette_heard = False
        self.setFocusProxy(self.canvas)

    def _button(self, text: str, tip: str, slot: Callable[[], None]) -> QPushButton:
        button = QPushButton(text)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(slot)
        return button

    def _toggle(self, text: str, tip: str) -> QToolButton:
        button = QToolButton()
        button.setText(text)
        button.setCheckable(True)
        button.setToolTip(plain_tip(tip))
        return button

    def refresh(self) -> None:
        """Draw the section anew."""
        desk = self.desk
        self._temperature.setChecked(desk.settings.show_temperature)
        self._vapour.setChecked(desk.settings.show_vapour)
        self._threads.setChecked(desk.settings.show_threads)
        shared = desk.sharing()
        self._own.setVisible(shared > 1)
        here = desk.assembly is not None
        self._begin.setVisible(not here)
        for button in (self._approach, self._solve, self._add):
            button.setVisible(here)
        words = self.empty_words()
        if desk.assembly is not None:
            words = desk.assembly.name + (f" · {shared} areas" if shared > 1 else "")
        self.say(words)
        self.canvas.show_scene(self._painter(), desk.palette)
        self.strip.refresh()
        self.panels.refresh()

    def _style(self, width: float, height: float) -> SectionStyle:
        desk, drag = self.desk, self._drag
        held = drag if isinstance(drag, FaceDrag) else None
        return SectionStyle(
            width, height, system=desk.system, selected=desk.selected_layer,
            scale=held.scale if held else None, floor=held.floor if held else None,
            temperature=desk.settings.show_temperature, live=True,
            threads=desk.settings.show_threads,
        )  # fmt: skip

    def _vapour_lines(self, area: str) -> Profile | None:
        """The lines of the telling month, where they are wanted and there is a path."""
        if not self.desk.settings.show_vapour:
            return None
        lines = self.desk.value(VAPOUR_LINES, area)
        return lines[self.desk.telling_month()] if lines else None

    def _painter(self) -> SceneMaker:
        area, detail = self.desk.area, self.desk.detail
        if area is None or detail is None or not area.roof.layers:
            words = self.empty_words() or "No layers yet: press Insert to lay the first one."
            return saying(words)
        roof = area.roof
        vapour = self._vapour_lines(roof.area.id)
        return lambda w, h: section_scene(roof, detail, replace(self._style(w, h), vapour=vapour))

    def _frame(self) -> Frame | None:
        area = self.desk.area
        if area is None:
            return None
        return lay_out(area.roof, self._style(self.canvas.width(), self.canvas.height()))

    def _layer(self, identifier: str) -> Layer | None:
        assembly = self.desk.assembly
        return next((x for x in assembly.layers if x.id == identifier), None) if assembly else None

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        self.panels.dismiss()
        frame = self._frame()
        if hot is None or frame is None:
            return
        self.desk.select_layer(hot.id)
        layer = self._layer(hot.id)
        thickness = thickness_of(layer) if layer is not None else None
        if hot.kind == "face" and thickness is not None:
            self._drag = FaceDrag(hot.id, at.y(), thickness, frame)
        else:
            self._drag = LayerDrag(hot.id, at)

    def _move(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        if isinstance(self._drag, FaceDrag):
            self._move_face(self._drag, at, bool(modifiers & FREE))
        elif isinstance(self._drag, LayerDrag):
            self._move_layer(self._drag, at)

    def _move_face(self, drag: FaceDrag, at: QPointF, free: bool) -> None:
        layer, assembly = self._layer(drag.layer), self.desk.assembly
        if layer is None or assembly is None:
            return
        wanted = max(0.001, drag.thickness + (drag.y - at.y()) / drag.metre)
        thickness = round(wanted, 3)
        if not free and isinstance(layer, SolidLayer):
            thickness = nearest_purchasable(self.desk.materials.get(layer.material), wanted)
        elif not free:
            thickness = max(0.005, round(wanted / 0.005) * 0.005)
        change = partial(
            set_thickness,
            assembly_id=assembly.id,
            layer_id=drag.layer,
            thickness=round(thickness, 6),
        )
        self.desk.act("Change thickness", change, drag.merge)
        self.canvas.set_note(at, self._drag_words(thickness))

    def _drag_words(self, thickness: float) -> str:
        area = self.desk.area
        shown = with_unit(thickness, Quantity.THICKNESS, self.desk.system)
        if area is None:
            return shown
        u = next(figure for figure in area.headlines if figure.id == "u")
        return f"{shown}\nU {with_unit(u.value, u.quantity, self.desk.system)}"

    def _move_layer(self, drag: LayerDrag, at: QPointF) -> None:
        frame = self._frame()
        if frame is None:
            return
        if not drag.moving and abs(at.y() - drag.start.y()) < FAR_ENOUGH:
            return
        drag.moving = True
        drag.index = sum((band.top + band.bottom) / 2 > at.y() for band in frame.bands)
        edge = frame.bands[drag.index - 1].top if drag.index else frame.bottom
        self.canvas.set_marker((frame.left, frame.right, edge))
        self.canvas.set_note(at, "move here")

    def _release(self, _at: QPointF) -> None:
        drag, self._drag = self._drag, None
        self.canvas.set_note(None)
        self.canvas.set_marker(None)
        if isinstance(drag, LayerDrag) and drag.moving:
            self._drop(drag)
        self.desk.store.end_gesture()
        self.refresh()

    def _drop(self, drag: LayerDrag) -> None:
        assembly = self.desk.assembly
        if assembly is None or self._layer(drag.layer) is None:
            return  # undone from under the hand
        old = position(assembly.layers, drag.layer)
        index = drag.index - 1 if drag.index > old else drag.index
        change = partial(move_layer, assembly_id=assembly.id, layer_id=drag.layer, index=index)
        self.desk.act("Move layer", change)

    def _double(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is not None:
            self.desk.select_layer(hot.id)
            self.strip.focus_thickness()

    def _key(self, event: QKeyEvent) -> None:
        key, modifiers = Qt.Key(event.key()), event.modifiers()
        step = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}.get(key)
        grow = {Qt.Key.Key_Plus: 1, Qt.Key.Key_Equal: 1, Qt.Key.Key_Minus: -1}.get(key)
        if step and modifiers & Qt.KeyboardModifier.AltModifier:
            self.shift_selected(step)
        elif step:
            step_layer(self.desk, step)
        elif grow:
            self.grow_selected(grow, bool(modifiers & Qt.KeyboardModifier.AltModifier))
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self.remove_selected()
        elif key == Qt.Key.Key_T:
            self.desk.adjust(show_temperature=not self.desk.settings.show_temperature)
        elif key == Qt.Key.Key_V:
            self.desk.adjust(show_vapour=not self.desk.settings.show_vapour)
        elif key == Qt.Key.Key_C:
            self.desk.adjust(show_threads=not self.desk.settings.show_threads)
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.strip.focus_thickness()
        else:
            return
        event.accept()

    def shift_selected(self, step: int) -> None:
        """Move the selected layer outward (1) or inward (-1)."""
        assembly, chosen = self.desk.assembly, self.desk.selected_layer
        if assembly is None or not chosen:
            return
        index = position(assembly.layers, chosen) + step
        if 0 <= index < len(assembly.layers):
            change = partial(move_layer, assembly_id=assembly.id, layer_id=chosen, index=index)
            self.desk.act("Move layer", change)

    def grow_selected(self, direction: int, free: bool) -> None:
        """Next thickness up or down in the series; one millimetre where ``free``."""
        assembly, layer = self.desk.assembly, self._layer(self.desk.selected_layer)
        thickness = thickness_of(layer) if layer is not None else None
        if assembly is None or layer is None or thickness is None:
            return
        series = self._series(layer)
        further = [t for t in series if (t - thickness) * direction > 1e-9]
        wanted = thickness + 0.001 * direction
        if further and not free:
            wanted = min(further) if direction > 0 else max(further)
        change = partial(
            set_thickness, assembly_id=assembly.id, layer_id=layer.id, thickness=round(wanted, 6)
        )
        self.desk.act("Change thickness", change)

    def _series(self, layer: Layer) -> list[float]:
        if not isinstance(layer, SolidLayer):
            return [k * 0.005 for k in range(1, 601)]
        return one_or_two_boards(self.desk.materials.get(layer.material))

    def add_area(self) -> None:
        """Ask for a new roof area."""
        self.panels.add_area()

    def remove_selected(self) -> None:
        """Take the selected layer out."""
        assembly, chosen = self.desk.assembly, self.desk.selected_layer
        if assembly is None or not chosen:
            return
        index = position(assembly.layers, chosen)
        if self.desk.act(
            "Remove layer", partial(remove_layer, assembly_id=assembly.id, layer_id=chosen)
        ):
            left = self.desk.assembly
            if left is not None and left.layers:
                self.desk.select_layer(left.layers[min(index, len(left.layers) - 1)].id)

    def open_palette(self) -> None:
        """Offer materials for a new layer."""
        self._replacing = ""
        self._show_palette()

    def _open_replacement(self, layer_id: str) -> None:
        self._replacing = layer_id
        self._show_palette()

    def _show_palette(self) -> None:
        if self.desk.assembly is None:
            return
        if not self._palette_heard:
            self._palette_heard = True
            self.panels.palette.layer_chosen.connect(self._take_from_palette)
        self.panels.open_palette(bool(self._replacing))

    def _take_from_palette(self, template: Layer) -> None:
        assembly = self.desk.assembly
        if assembly is None:
            return
        if self._replacing:
            self._replace(assembly.id, template)
            return
        index = len(assembly.layers)
        if self.desk.selected_layer:
            index = position(assembly.layers, self.desk.selected_layer) + 1
        fresh = replace(template, id=new_layer_id(assembly.layers, template.id))
        change = partial(insert_layer, assembly_id=assembly.id, index=index, layer=fresh)
        if self.desk.act("Insert layer", change):
            self.desk.select_layer(fresh.id)
        self.panels.palette.dismiss()

    def _replace(self, assembly_id: str, template: Layer) -> None:
        old = self._layer(self._replacing)
        if old is None:
            return
        fresh = replace(template, id=old.id)
        keeps = isinstance(old, (SolidLayer, AirLayer)) and isinstance(
            fresh, (SolidLayer, AirLayer)
        )
        if keeps:
            fresh = replace(fresh, framing=old.framing)  # type: ignore[union-attr]
            if isinstance(fresh, SolidLayer):
                material = self.desk.materials.get(fresh.material)
                fresh = replace(fresh, thickness=nearest_purchasable(material, old.thickness))  # type: ignore[union-attr]
        self.desk.act("Change material", partial(set_layer, assembly_id=assembly_id, layer=fresh))
        self.panels.palette.dismiss()

    def _give_own(self) -> None:
        area = self.desk.area
        if area is not None:
            change = partial(give_own_assembly, area_id=area.roof.area.id)
            self.desk.act("Give the area its own assembly", change)
