# SPDX-License-Identifier: GPL-3.0-or-later
"""The strip under the section: what of the selected layer has no place in the drawing."""

from collections.abc import Callable
from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QFrame,
    QHBoxLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from glacis.core.heat.air_layers import SLIGHT_FROM, WELL_FROM
from glacis.core.heat.resolve import UNCOUNTED
from glacis.core.heat.surfaces import R_U_WORDS
from glacis.core.model.document import Material
from glacis.core.model.edit import set_framing, set_layer, set_thickness, thickness_of
from glacis.core.model.layers import (
    AirLayer,
    Framing,
    Layer,
    MembraneLayer,
    RoofSpaceLayer,
    SolidLayer,
)
from glacis.core.units.format import number, with_unit
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.one_line import OneLine
from glacis.ui.widgets.unit_field import UnitField

HEIGHT = 104
Slot = Callable[..., object]
NEW_FRAMING = Framing(material="softwood-dense", width=0.06, spacing=0.6)
VENTILATION = (
    ("none", "unventilated"),
    ("slight", "slightly ventilated"),
    ("well", "well ventilated"),
)


BOARDS = (
    ((1, False), "one layer"),
    ((2, False), "two, joints in line"),
    ((2, True), "two, staggered"),
    ((3, True), "three, staggered"),
)
WEBS = (((0.0, 0.0), "solid members"), ((0.01, 0.045), "webs and flanges"))


def _framing_of(layer: Layer | None) -> Framing | None:
    return layer.framing if isinstance(layer, (SolidLayer, AirLayer)) else None


class LayerStrip(QFrame):
    """Thickness, material, framing and ventilation of the selected layer."""

    said = pyqtSignal(str, bool)
    replace_wanted = pyqtSignal(str)
    remove_wanted = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self.setProperty("ruled", "top")
        self.setFixedHeight(HEIGHT)
        column = tight(QVBoxLayout(self), (0, 6, 0, 0), 4)
        self._name = label()
        self._about = OneLine(desk, 12)
        self._head = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        self._head.addWidget(self._name)
        self._head.addWidget(self._about, 1)
        column.addLayout(self._head)
        self._parts: dict[str, QWidget] = {}
        self._first = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        self._second = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        column.addLayout(self._first)
        column.addLayout(self._second)
        column.addStretch(1)

    def _build(self) -> None:
        """Make the fields when a layer is first selected."""
        if not self._parts:
            self._build_first(self._first)
            self._build_second(self._second)

    def _build_first(self, row: QHBoxLayout) -> None:
        self.thickness = self._field("Thickness", Quantity.THICKNESS, self._set_thickness)
        self._replace = QPushButton("Other material…")
        self._replace.setToolTip("Put another material in this layer's place")
        self._replace.clicked.connect(lambda: self.replace_wanted.emit(self._desk.selected_layer))
        self._remove = QPushButton("Remove")
        self._remove.setToolTip("Remove the layer (Delete)")
        self._remove.clicked.connect(self.remove_wanted.emit)
        self._ventilation = self._combo("Ventilation", VENTILATION, self._set_ventilation)
        self._space = self._combo("Roof above", tuple(R_U_WORDS.items()), self._set_space)
        self._opening = self._field("Openings", Quantity.OPENING, self._set_opening, 110)
        self.boards = self._combo("in", BOARDS, self._set_boards)
        self.sealed = self._check(
            "Joints sealed", "Taped or sealed joints make these boards an air layer", "sealed"
        )
        self.counts = self._check(
            "R counts",
            "Count the R of soil, gravel or drainage, which by itself is left out",
            "counts",
        )
        self.settling = self._field("settles by", Quantity.SHARE, self._set_settling, 60)
        self.air_change = self._field(
            "air changes per hour",
            Quantity.FACTOR,
            partial(self._set_space_value, "air_change"),
            70,
        )
        self.roof_u = self._field(
            "U of the roof above",
            Quantity.TRANSMITTANCE,
            partial(self._set_space_value, "roof_u"),
            130,
        )
        for name, widget in (
            ("thickness", self.thickness), ("ventilation", self._ventilation),
            ("opening", self._opening), ("space", self._space), ("boards", self.boards),
            ("settling", self.settling), ("air_change", self.air_change), ("roof_u", self.roof_u),
        ):  # fmt: skip
            self._add(row, name, widget)
        row.addWidget(self.sealed)
        row.addWidget(self.counts)
        self._head.addWidget(self._replace)
        self._head.addWidget(self._remove)
        self.webbed = self._combo("Kind of members", WEBS, self._set_webbed)
        row.addWidget(self.webbed)
        self._web = self._field("web", Quantity.THICKNESS, partial(self._set_member, "web"), 64)
        self._flange = self._field(
            "flange", Quantity.THICKNESS, partial(self._set_member, "flange"), 64
        )
        self.share = self._field(
            "share stated", Quantity.SHARE, partial(self._set_member, "share"), 64
        )
        self._add(row, "share", self.share)
        self._add(row, "web", self._web)
        self._add(row, "flange", self._flange)
        row.addStretch(1)

    def _build_second(self, row: QHBoxLayout) -> None:
        self._width = self._field(
            "Members", Quantity.THICKNESS, partial(self._set_member, "width"), 74
        )
        self._spacing = self._field(
            "at", Quantity.THICKNESS, partial(self._set_member, "spacing"), 74
        )
        self._allowance = self._field(
            "trimmers", Quantity.SHARE, partial(self._set_member, "allowance"), 64
        )
        self._aligned = QComboBox()
        self._aligned.setAccessibleName("Direction of the members")
        self._aligned.setToolTip("Whether these members cross the others or lie in line with them")
        self._aligned.setMinimumWidth(130)
        self._aligned.activated.connect(self._set_alignment)
        self._inner = self._field(
            "Emissivity inside",
            Quantity.FACTOR,
            partial(self._set_emissivity, "emissivity_inside"),
            56,
        )
        self._outer = self._field(
            "outside", Quantity.FACTOR, partial(self._set_emissivity, "emissivity_outside"), 56
        )
        self._frame = QPushButton("Add members")
        self._frame.setToolTip("Add or take away members that bridge this layer")
        self._frame.clicked.connect(self._toggle_framing)
        for name, widget in (
            ("width", self._width), ("spacing", self._spacing), ("allowance", self._allowance),
        ):  # fmt: skip
            self._add(row, name, widget)
        row.addWidget(self._aligned)
        self._head.addWidget(self._frame)
        for name, widget in (("inner", self._inner), ("outer", self._outer)):
            self._add(row, name, widget)
        row.addStretch(1)

    def _add(self, row: QHBoxLayout, name: str, widget: QWidget) -> None:
        words = label(widget.accessibleName(), "second small")
        row.addWidget(words)
        row.addWidget(widget)
        self._parts[f"{name}-label"], self._parts[name] = words, widget

    def _field(self, name: str, quantity: Quantity, commit: Slot, width: int = 92) -> UnitField:
        field = UnitField(name, quantity, width)
        field.committed.connect(commit)
        field.said.connect(self.said)
        return field

    def _check(self, words: str, hint: str, name: str) -> QCheckBox:
        box = QCheckBox(words)
        box.setToolTip(plain_tip(hint))
        box.clicked.connect(partial(self._set_said, name, words))
        return box

    def _combo(self, name: str, choices: tuple[tuple[object, str], ...], commit: Slot) -> QComboBox:
        combo = QComboBox()
        combo.setAccessibleName(name)
        for value, words in choices:
            combo.addItem(words, value)
        combo.activated.connect(commit)
        return combo

    def focus_thickness(self) -> None:
        """Put the hand on the thickness."""
        if self._parts and self.thickness.isVisible():
            self.thickness.setFocus()
            self.thickness.selectAll()

    def _layer(self) -> Layer | None:
        assembly = self._desk.assembly
        if assembly is None:
            return None
        return next((x for x in assembly.layers if x.id == self._desk.selected_layer), None)

    def refresh(self) -> None:
        """Show the selected layer."""
        layer = self._layer()
        if layer is None:
            self._name.setText("Select a layer in the drawing, or drag a face.")
            self._about.show_words("Shift while dragging leaves the purchasable steps.")
            if self._parts:
                self._visible(layer)
            return
        self._build()
        self._visible(layer)
        area = self._desk.area
        data = next((x for x in area.roof.layers if x.id == layer.id), None) if area else None
        self._name.setText(data.name if data else layer.id)
        self._about.show_words(self._about_words(layer))
        self._fill(layer)

    def _material(self, layer: Layer | None) -> Material | None:
        if not isinstance(layer, SolidLayer):
            return None
        return self._desk.materials.get(layer.material)

    def _boarded(self, layer: Layer | None) -> bool:
        """Whether joints matter: insulation that comes in boards or batts."""
        material = self._material(layer)
        if material is None or "insulation" not in material.roles:
            return False
        return material.family != "loose-fill" and layer is not None and not _framing_of(layer)

    def _can(self, layer: Layer | None, traits: str, roles: tuple[str, ...]) -> bool:
        """Whether the material has one of these traits or roles."""
        material = self._material(layer)
        if material is None:
            return False
        return traits in material.traits or any(role in material.roles for role in roles)

    def _is_fill(self, layer: Layer | None) -> bool:
        material = self._material(layer)
        return material is not None and material.family == "loose-fill"

    def _visible(self, layer: Layer | None) -> None:
        framing = getattr(layer, "framing", None)
        air = isinstance(layer, AirLayer)
        shown = {
            "thickness": layer is not None and thickness_of(layer) is not None,
            "ventilation": air,
            "opening": air and layer.ventilation == "slight",  # type: ignore[union-attr]
            "space": isinstance(layer, RoofSpaceLayer),
            "width": framing is not None,
            "spacing": framing is not None,
            "air_change": isinstance(layer, RoofSpaceLayer) and layer.covering == "balance",
            "roof_u": isinstance(layer, RoofSpaceLayer) and layer.covering == "balance",
            "boards": self._boarded(layer),
            "settling": self._is_fill(layer),
            "share": framing is not None and not framing.web,
            "web": framing is not None and framing.web > 0,
            "flange": framing is not None and framing.web > 0,
            "allowance": framing is not None,
            "inner": air and framing is None,
            "outer": air and framing is None,
        }
        for name, visible in shown.items():
            self._parts[name].setVisible(visible)
            self._parts[f"{name}-label"].setVisible(visible)
        self.sealed.setVisible(self._can(layer, "sealable", ()))
        self.counts.setVisible(self._can(layer, "", UNCOUNTED))
        self._aligned.setVisible(framing is not None)
        self.webbed.setVisible(framing is not None and isinstance(layer, SolidLayer))
        self._frame.setVisible(isinstance(layer, (SolidLayer, AirLayer)))
        self._frame.setText("No members" if framing else "Add members")
        self._replace.setVisible(layer is not None)
        self._remove.setVisible(layer is not None)

    def _fill(self, layer: Layer) -> None:
        system = self._desk.system
        thickness = thickness_of(layer)
        if thickness is not None:
            self.thickness.show_value(thickness, system)
        if isinstance(layer, SolidLayer):
            chosen = 0 if layer.boards == 1 else min(layer.boards, 3) if layer.staggered else 1
            self.boards.setCurrentIndex(chosen)
            self.settling.show_value(layer.settling, system)
            self.sealed.setChecked(layer.sealed)
            self.counts.setChecked(layer.counts)
        if isinstance(layer, AirLayer):
            self._ventilation.setCurrentIndex(self._ventilation.findData(layer.ventilation))
            self._opening.show_value(layer.opening, system)
            self._inner.show_value(layer.emissivity_inside, system)
            self._outer.show_value(layer.emissivity_outside, system)
        if isinstance(layer, RoofSpaceLayer):
            self._space.setCurrentIndex(self._space.findData(layer.covering))
            self.air_change.show_value(layer.air_change, system)
            self.roof_u.show_value(layer.roof_u, system)
        framing = getattr(layer, "framing", None)
        if framing is not None:
            self._width.show_value(framing.width, system)
            self._spacing.show_value(framing.spacing, system)
            self._allowance.show_value(framing.allowance, system)
            self.webbed.setCurrentIndex(int(framing.web > 0))
            self.share.show_limit(framing.share or None, system, "–")
            self._web.show_value(framing.web, system)
            self._flange.show_value(framing.flange, system)
            self._fill_alignment(layer.id, framing)

    def _fill_alignment(self, layer_id: str, framing: Framing) -> None:
        assembly = self._desk.assembly
        self._aligned.clear()
        self._aligned.addItem("crossing the others", "")
        for place, other in enumerate(assembly.layers if assembly else (), 1):
            if other.id != layer_id and getattr(other, "framing", None) is not None:
                self._aligned.addItem(f"in line with layer {place}", other.id)
        self._aligned.setCurrentIndex(max(0, self._aligned.findData(framing.aligned_with)))

    def _tell_sizes(self, material: Material) -> None:
        """Say in the field's hint what can be bought."""
        steps = [number(t, Quantity.THICKNESS, self._desk.system) for t in material.thicknesses]
        shown = steps if len(steps) < 7 else [*steps[:3], "…", *steps[-2:]]
        self.thickness.setToolTip(plain_tip(f"Thickness; sold in {', '.join(shown)}"))

    def _about_words(self, layer: Layer) -> str:
        if isinstance(layer, (SolidLayer, MembraneLayer)):
            material = self._desk.materials.get(layer.material)
            if material is None:
                return "The library does not know this material."
            if isinstance(layer, SolidLayer) and material.thicknesses:
                self._tell_sizes(material)
            return f"{material.purpose}. {material.vapour_note}. Fire: {material.fire or 'not stated'}."
        if isinstance(layer, RoofSpaceLayer):
            if layer.covering == "balance":
                return "Its own balance: what leaves through the roof above and with the air."
            return "Counts with the roof above it, by ISO 6946 table 9."
        opening = with_unit(layer.opening, Quantity.OPENING, self._desk.system)
        if layer.ventilation == "slight":
            closed, well = (
                with_unit(value, Quantity.OPENING, self._desk.system)
                for value in (SLIGHT_FROM, WELL_FROM)
            )
            return f"{opening} of openings; {closed} is closed, {well} is well ventilated."
        return "By ISO 6946: dull faces by table, others by emissivity."

    def _change(self, words: str, layer: Layer) -> None:
        assembly = self._desk.assembly
        if assembly is not None and not self._desk.act(
            words, partial(set_layer, assembly_id=assembly.id, layer=layer)
        ):
            self._put_back()

    def _put_back(self) -> None:
        for part in self._parts.values():
            if isinstance(part, UnitField):
                part.refuse()

    def _set_thickness(self, value: float) -> None:
        layer, assembly = self._layer(), self._desk.assembly
        if layer is None or assembly is None:
            return
        change = partial(set_thickness, assembly_id=assembly.id, layer_id=layer.id, thickness=value)
        if not self._desk.act("Change thickness", change):
            self._put_back()

    def _set_boards(self, index: int) -> None:
        layer = self._layer()
        if isinstance(layer, SolidLayer):
            boards, staggered = self.boards.itemData(index)
            self._change("Change boards", replace(layer, boards=boards, staggered=staggered))

    def _set_said(self, name: str, words: str, on: bool) -> None:
        layer = self._layer()
        if isinstance(layer, SolidLayer):
            self._change(f"{words}: {'yes' if on else 'no'}", replace(layer, **{name: on}))

    def _set_settling(self, value: float) -> None:
        layer = self._layer()
        if isinstance(layer, SolidLayer):
            self._change("Change settling", replace(layer, settling=value))

    def _set_webbed(self, index: int) -> None:
        framing = _framing_of(self._layer())
        if framing is None:
            return
        web, flange = self.webbed.itemData(index)
        if bool(framing.web) != bool(web):
            self._set_framing("Change members", replace(framing, web=web, flange=flange))

    def _set_ventilation(self, index: int) -> None:
        layer = self._layer()
        if isinstance(layer, AirLayer):
            value = self._ventilation.itemData(index)
            self._change("Change ventilation", replace(layer, ventilation=value))

    def _set_space(self, index: int) -> None:
        layer = self._layer()
        if isinstance(layer, RoofSpaceLayer):
            self._change("Change roof space", replace(layer, covering=self._space.itemData(index)))

    def _set_space_value(self, name: str, value: float) -> None:
        layer = self._layer()
        if isinstance(layer, RoofSpaceLayer):
            self._change("Change roof space", replace(layer, **{name: value}))

    def _set_opening(self, value: float) -> None:
        layer = self._layer()
        if isinstance(layer, AirLayer):
            self._change("Change vent openings", replace(layer, opening=value))

    def _set_emissivity(self, name: str, value: float) -> None:
        layer = self._layer()
        if isinstance(layer, AirLayer):
            self._change("Change emissivity", replace(layer, **{name: value}))

    def _set_framing(self, words: str, framing: Framing | None) -> None:
        layer, assembly = self._layer(), self._desk.assembly
        if not isinstance(layer, (SolidLayer, AirLayer)) or assembly is None:
            return
        changed = replace(layer, framing=framing)
        change = partial(set_framing, assembly_id=assembly.id, layer=changed)
        if not self._desk.act(words, change):
            self._put_back()

    def _set_member(self, name: str, value: float) -> None:
        framing = getattr(self._layer(), "framing", None)
        if framing is not None:
            self._set_framing("Change members", replace(framing, **{name: value}))

    def _set_alignment(self, index: int) -> None:
        framing = getattr(self._layer(), "framing", None)
        if framing is not None:
            target = self._aligned.itemData(index)
            self._set_framing("Change direction", replace(framing, aligned_with=target))

    def _toggle_framing(self) -> None:
        framing = getattr(self._layer(), "framing", None)
        words = "Take members away" if framing else "Add members"
        self._set_framing(words, None if framing else NEW_FRAMING)
