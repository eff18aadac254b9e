# SPDX-License-Identifier: GPL-3.0-or-later
"""What raises U above the clear field: air voids, fixings, rain; each in plain words."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QRect, Qt, pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QSizePolicy, QWidget

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import mean_temperature
from glacis.core.figures.parts import FIGURES
from glacis.core.heat.corrections import (
    RAIN_WORDS,
    VOID_WORDS,
    inverted_layers,
    rain_factor_of,
    rain_per_day,
)
from glacis.core.heat.surfaces import FLOW_WORDS, direction_of
from glacis.core.model.document import FixingSet, Imperfections, Project, RoofArea
from glacis.core.model.edit import swap, with_assembly
from glacis.core.model.layers import HeatFlow
from glacis.core.thickness.parts import MORE_INSULATION
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.overlay import Overlay
from glacis.ui.widgets.paragraph import Paragraph
from glacis.ui.widgets.unit_field import UnitField

FIXING = (
    ("unstated", "not stated"),
    ("none", "none: adhered or ballasted"),
    ("counted", "counted"),
)
FLOWS: tuple[tuple[HeatFlow, str], ...] = (
    ("by-climate", "by rooms and climate"),
    ("up", "up, out of heated rooms"),
    ("horizontal", "horizontally, as through a wall"),
    ("down", "down, into a cold store"),
)
SHAFTS = ((50.0, "carbon steel"), (17.0, "stainless steel"), (0.25, "plastic"))
U = Quantity.TRANSMITTANCE
WIDE = 560
NAMES = 130


class ImperfectionPanel(Overlay):
    """Each correction with its chooser, what it adds, and what it costs in insulation."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("What raises U", parent)
        self._desk = desk
        self._grid = QGridLayout()
        self._grid.setHorizontalSpacing(10)
        self._grid.setVerticalSpacing(6)
        self._grid.setColumnStretch(1, 1)
        self._adds: dict[str, object] = {}
        self.voids = self._combo("Air voids", tuple(VOID_WORDS.items()), "voids")
        self.fixing = self._combo("Fixings", FIXING, "fixing")
        self.layer = QComboBox()
        self.layer.activated.connect(lambda i: self._fix("layer", self.layer.itemData(i)))
        self.shaft = QComboBox()
        for value, words in SHAFTS:
            self.shaft.addItem(words, value)
        self.shaft.activated.connect(lambda i: self._fix("conductivity", self.shaft.itemData(i)))
        self.count = self._field("Number to the area", Quantity.COUNT_AREA, "per_area")
        self.diameter = self._field("Shaft diameter", Quantity.THICKNESS, "diameter")
        self.recess = self._field("Sunk in a plastic tube by", Quantity.THICKNESS, "recess")
        self.rain = self._combo(
            "Rain on inverted boards", ((None, ""), *RAIN_WORDS.items()), "rain_factor"
        )
        self._fixing_rows: list[QWidget] = []
        self._add("Air voids", self.voids)
        self._add("Fixings", self.fixing)
        for name, widget in (
            ("through", self.layer), ("shaft of", self.shaft), ("number", self.count),
            ("diameter", self.diameter), ("sunk by", self.recess),
        ):  # fmt: skip
            self._fixing_rows += [self._add(name, widget), widget]
        self._rain_rows: list[QWidget] = [self._add("Rain on boards", self.rain), self.rain]
        self.eaves_width = self._area_field("Eaves strip", "eaves_width")
        self.eaves_depth = self._area_field("Insulation there", "eaves_thickness")
        self._add("Eaves strip, width", self.eaves_width)
        self._add("insulation there", self.eaves_depth)
        self.inner_film = self._film_field("Own R_si", "surface_inside")
        self.outer_film = self._film_field("Own R_se", "surface_outside")
        self._add("Own R_si", self.inner_film)
        self._add("Own R_se", self.outer_film)
        self.flow = self._flow_combo()
        self._add("Heat flows", self.flow)
        self.small = QCheckBox("Leave corrections out while they are below 3 % in all")
        self.small.setToolTip("ISO 6946 lets them be left out; they are shown all the same")
        self.small.clicked.connect(lambda on: self._state("leave_out_small", on))
        self.column.addLayout(self._grid)
        self.column.addWidget(self.small)
        self._sum = Paragraph(desk, WIDE - 30)
        self._note = Paragraph(desk, WIDE - 30, size=12, ink="second")
        self.column.addWidget(self._sum)
        self.column.addWidget(self._note)
        self.column.addStretch(1)
        self.finish()

    def _combo(self, name: str, choices: tuple[tuple[object, str], ...], key: str) -> QComboBox:
        combo = QComboBox()
        combo.setAccessibleName(name)
        combo.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        combo.setMinimumContentsLength(24)
        for value, words in choices:
            combo.addItem(words, value)
        combo.activated.connect(lambda i: self._state(key, combo.itemData(i)))
        return combo

    def _field(self, name: str, quantity: Quantity, key: str) -> UnitField:
        field = UnitField(name, quantity, 110).bounded(range_of(FixingSet, key))
        field.committed.connect(partial(self._fix, key))
        field.said.connect(self.said)
        return field

    def _film_field(self, name: str, key: str) -> UnitField:
        field = UnitField(name, Quantity.RESISTANCE, 110)
        field.committed.connect(partial(self._change_film, key))
        field.said.connect(self.said)
        field.setToolTip(
            plain_tip(f"{name}, where national rules give another; empty takes ISO 6946's")
        )
        return field

    def _flow_combo(self) -> QComboBox:
        combo = QComboBox()
        for value, words in FLOWS:
            combo.addItem(words, value)
        combo.setToolTip("Which way heat flows sets R_si and the resistance of air layers")
        combo.activated.connect(
            lambda i: self._change_area("heat_flow", combo.itemData(i), "Change the heat flow")
        )
        return combo

    def _change_film(self, key: str, value: float) -> None:
        roof = self._roof()
        if roof is None:
            return
        assembly = replace(roof.assembly, **{key: value or None})
        if not self._desk.act("Change a surface", partial(with_assembly, assembly=assembly)):
            self.inner_film.refuse()
            self.outer_film.refuse()

    def _area_field(self, name: str, key: str) -> UnitField:
        field = UnitField(name, Quantity.THICKNESS, 110).bounded(range_of(RoofArea, key))
        field.committed.connect(partial(self._change_area, key))
        field.said.connect(self.said)
        return field

    def _change_area(self, key: str, value: object, words: str = "Change the eaves strip") -> None:
        roof = self._roof()
        if roof is None:
            return
        area = replace(roof.area, **{key: value})

        def change(project: Project) -> Project:
            return replace(project, areas=swap(project.areas, area))

        if not self._desk.act(words, change):
            self.eaves_width.refuse()
            self.eaves_depth.refuse()

    def _add(self, name: str, widget: QWidget) -> QWidget:
        row = self._grid.rowCount()
        words = label(name, "second small")
        words.setFixedWidth(NAMES)
        widget.setAccessibleName(widget.accessibleName() or name)
        self._grid.addWidget(words, row, 0)
        if isinstance(widget, QComboBox):
            widget.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
            self._grid.addWidget(widget, row, 1)
        else:
            self._grid.addWidget(widget, row, 1, Qt.AlignmentFlag.AlignLeft)
        return words

    def _roof(self) -> AnalysedArea | None:
        result = self._desk.area
        return result.roof if result else None

    def _stated(self) -> Imperfections | None:
        roof = self._roof()
        return roof.assembly.imperfections if roof else None

    def _take(self, stated: Imperfections) -> None:
        roof = self._roof()
        if roof is None:
            return
        assembly = replace(roof.assembly, imperfections=stated)
        if not self._desk.act("Change corrections", partial(with_assembly, assembly=assembly)):
            for field in (self.count, self.diameter, self.recess):
                field.refuse()

    def _state(self, key: str, value: object) -> None:
        stated = self._stated()
        if stated is not None:
            self._take(replace(stated, **{key: value}))

    def _fix(self, key: str, value: object) -> None:
        stated = self._stated()
        if stated is not None:
            fixings: FixingSet = replace(stated.fixings, **{key: value})
            self._take(replace(stated, fixings=fixings))

    def open_over(self, area: QRect) -> None:
        """Show the selected area's corrections."""
        if self._roof() is not None:
            self.show_over(area, WIDE)
            self.refresh()
            self.voids.setFocus()

    def refresh(self) -> None:
        """Show what is stated and what follows."""
        roof, stated = self._roof(), self._stated()
        if roof is None or stated is None:
            self.dismiss()
            return
        system = self._desk.system
        self.voids.setCurrentIndex(self.voids.findData(stated.voids))
        self.voids.setToolTip(plain_tip(self.voids.currentText()))
        self.fixing.setCurrentIndex(self.fixing.findData(stated.fixing))
        follows = rain_factor_of(roof.layers)
        self.rain.setItemText(0, f"by the layers: {RAIN_WORDS[follows]}")
        self.rain.setCurrentIndex(self._nearest(stated.rain_factor))
        self.layer.clear()
        self.layer.addItem("all insulation over the structure", "")
        for layer in roof.layers[: roof.heat.counted]:
            if layer.is_insulation:
                self.layer.addItem(f"{layer.name} and what lies inside it", layer.id)
        self.layer.setCurrentIndex(max(0, self.layer.findData(stated.fixings.layer)))
        self.shaft.setCurrentIndex(self.shaft.findData(stated.fixings.conductivity))
        self.count.show_value(stated.fixings.per_area, system)
        self.diameter.show_value(stated.fixings.diameter, system)
        self.recess.show_value(stated.fixings.recess, system)
        for widget in self._fixing_rows:
            widget.setVisible(stated.fixing == "counted")
        for widget in self._rain_rows:
            widget.setVisible(bool(inverted_layers(roof.layers)))
        self.small.setChecked(stated.leave_out_small)
        for field, value in (
            (self.inner_film, roof.assembly.surface_inside),
            (self.outer_film, roof.assembly.surface_outside),
        ):
            field.show_limit(value, system, "standard")
        self.flow.setCurrentIndex(self.flow.findData(roof.area.heat_flow))
        found = direction_of(roof.area.pitch, roof.zone.temperature, mean_temperature(roof.climate))
        self.flow.setItemText(0, f"by rooms and climate: {FLOW_WORDS[found]}")
        self.eaves_width.show_value(roof.area.eaves_width, system)
        self.eaves_depth.show_value(roof.area.eaves_thickness, system)
        self._tell(roof)

    def _nearest(self, factor: float | None) -> int:
        values = list(RAIN_WORDS)
        if factor is None:
            return 0
        return 1 + min(range(len(values)), key=lambda i: abs(values[i] - factor))

    def _tell(self, roof: AnalysedArea) -> None:
        system, words = self._desk.system, self._raised(roof)
        strip = self._desk.value(FIGURES, roof.area.id).eaves
        if strip is not None:
            words += (
                f" The eaves strip has U {with_unit(strip.transmittance, U, system)} and brings the "
                f"area to {with_unit(strip.whole, U, system)}."
            )
        self._sum.show_words(words)
        self._note.show_words(self._rain_words(roof))

    def _raised(self, roof: AnalysedArea) -> str:
        """What the corrections add, and as much as how much insulation."""
        system, found = self._desk.system, roof.heat.corrections
        sets = 1 + len(found.others)
        fixings = "fixings" if sets == 1 else f"{sets} sets of fixings"
        parts = [
            f"{name} {with_unit(value, U, system)}"
            for name, value in (
                ("voids", found.voids.value), (fixings, found.shafts), ("rain", found.inverted_rain.value),
            )
            if value
        ]  # fmt: skip
        words = "Nothing raises U above the clear field."
        if parts:
            share = found.computed / roof.heat.clear_transmittance
            words = f"{', '.join(parts)}: {plain(share * 100, 1)} % of U."
            thicker = self._desk.value(MORE_INSULATION, roof.area.id).correction
            if thicker:
                shown = with_unit(thicker, Quantity.THICKNESS, system)
                words += f" As much as {shown} of insulation."
            if not found.applied:
                words += " Left out, being below 3 %."
        if roof.assembly.imperfections.voids and not found.voids.value:
            words += " The boards are staggered, so no gap passes through them."
        return words

    def _rain_words(self, roof: AnalysedArea) -> str:
        if not inverted_layers(roof.layers):
            return ""
        rain = rain_per_day(roof.climate)
        if not rain:
            return "The site states no rain, so its correction is zero: state it on the Site stage."
        return f"Rain in the heating season: {plain(rain, 2)} mm/day."
