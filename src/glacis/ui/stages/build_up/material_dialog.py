# SPDX-License-Identifier: GPL-3.0-or-later
"""A material of the user's own: its values, checked against physics, and its source."""

import re

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import (
    QComboBox,
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from glacis.core.errors import ValueRefused
from glacis.core.heat.conductivity import Coefficients, Conditions, converted
from glacis.core.model.document import Material, Project
from glacis.core.units.format import with_unit
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label, tight


def identifier_for(name: str, taken: set[str]) -> str:
    """A new id made from a name."""
    stem = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "material"
    identifier, number = f"own-{stem}", 2
    while identifier in taken:
        identifier, number = f"own-{stem}-{number}", number + 1
    return identifier


class MaterialDialog(QDialog):
    """Asks for what the calculations need and says at once what is implausible."""

    material_added = pyqtSignal(object)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self._desk = desk
        self.setWindowTitle("New material")
        column = tight(QVBoxLayout(self), (16, 12, 16, 12), 8)
        column.addWidget(label("New material", "heading"))
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(6)
        self.name = self._line("Name, generic")
        self.family = QComboBox()
        for family in desk.library.families:
            self.family.addItem(family.name, family.id)
        self.conductivity = self._line("λ, design value")
        self.density = self._line("Density")
        self.mu = self._line("μ, vapour resistance factor [-]")
        self.series = self._line("Thicknesses, comma between")
        self.source = self._line("Source of the values")
        self.declared = self._line("declared λ, if λ is to follow")
        self.service = self._line("mean °C")
        self.wetness = self._line("water, vol %")
        self.ageing = self._line("ageing F_a")
        declared = QWidget()
        row_of = tight(QHBoxLayout(declared), (0, 0, 0, 0), 6)
        for field, width in (
            (self.declared, 0), (self.service, 70), (self.wetness, 84), (self.ageing, 84),
        ):  # fmt: skip
            if width:
                field.setFixedWidth(width)
            row_of.addWidget(field, 0 if width else 1)
        declared.setToolTip(
            "Design λ from a declared one, ISO 10456: temperature, moisture, ageing"
        )
        for row, (words, widget) in enumerate(
            (
                ("Name", self.name), ("Family", self.family), ("λ", self.conductivity),
                ("Declared", declared), ("Density", self.density), ("μ", self.mu), ("Sold in", self.series),
                ("Source", self.source),
            )
        ):  # fmt: skip
            grid.addWidget(label(words, "second"), row, 0)
            grid.addWidget(widget, row, 1)
        column.addLayout(grid)
        self.verdict = label(kind="refused", wrap=True)
        self.verdict.setMinimumHeight(34)
        column.addWidget(self.verdict)
        buttons = tight(QHBoxLayout(), (0, 0, 0, 0), 8)
        cancel = QPushButton("Cancel")
        cancel.clicked.connect(self.reject)
        self.take = QPushButton("Add to the project")
        self.take.setProperty("leading", True)
        self.take.setDefault(True)
        self.take.clicked.connect(self._take)
        buttons.addStretch(1)
        buttons.addWidget(cancel)
        buttons.addWidget(self.take)
        column.addLayout(buttons)
        self.setMinimumWidth(420)
        self.family.currentIndexChanged.connect(self._check)
        self._check()

    def _line(self, name: str) -> QLineEdit:
        line = QLineEdit()
        line.setAccessibleName(name)
        line.setPlaceholderText(name)
        line.textChanged.connect(self._check)
        return line

    def _read(self) -> Material:
        """The material as typed.

        Raises:
            ValueRefused: naming the field that is missing or wrong.
        """
        system = self._desk.system
        name = self.name.text().strip()
        if not name:
            raise ValueRefused("Name", "", "a name")
        conductivity, claimed = self._conductivity()
        density = parse(self.density.text(), Quantity.DENSITY, system, "Density").value
        mu = parse(self.mu.text(), Quantity.FACTOR, system, "μ").value
        for field, value, low, high in (
            ("λ", conductivity, 0.001, 500.0), ("Density", density, 1.0, 12000.0),
            ("μ", mu, 1.0, 1e7),
        ):  # fmt: skip
            if not low <= value <= high:
                raise ValueRefused(field, f"{value:g}", f"{low:g} to {high:g}")
        series = tuple(
            sorted(
                parse(part, Quantity.THICKNESS, system, "Sold in").value
                for part in self.series.text().replace(";", ",").split(",")
                if part.strip()
            )
        )
        return Material(
            id=identifier_for(name, set(self._desk.materials)), name=name,
            family=self.family.currentData(), conductivity=conductivity, claimed=claimed,
            density=density,
            heat_capacity=1000.0, mu_dry=mu, mu_wet=mu, thicknesses=series,
            roles=self._roles(conductivity), purpose="Material of this project",
            source=self.source.text().strip(),
        )  # fmt: skip

    def _conductivity(self) -> tuple[float, float | None]:
        """Design λ as typed, or from a declared one; the declared one is kept beside it."""
        system = self._desk.system
        if not self.declared.text().strip():
            text = self.conductivity.text()
            return parse(text, Quantity.CONDUCTIVITY, system, "λ").value, None
        declared = parse(self.declared.text(), Quantity.CONDUCTIVITY, system, "declared λ").value
        family = self._desk.library.family_index()[self.family.currentData()]
        service = parse(self.service.text() or "10", Quantity.TEMPERATURE, system, "mean °C").value
        water = parse(self.wetness.text() or "0", Quantity.SHARE, system, "water").value
        ageing = parse(self.ageing.text() or "1", Quantity.FACTOR, system, "ageing").value
        found = converted(
            declared,
            Coefficients(family.temperature_coefficient, family.moisture_coefficient, ageing),
            Conditions(),
            Conditions(service, water),
        )
        return round(found, 5), declared

    def _roles(self, conductivity: float) -> tuple[str, ...]:
        return ("insulation",) if conductivity <= 0.065 else ()

    def _check(self) -> None:
        try:
            material = self._read()
        except ValueRefused as fault:
            self.verdict.setText(str(fault))
            self.take.setEnabled(False)
            return
        self.take.setEnabled(True)
        family = self._desk.library.family_index()[material.family]
        low, high = family.conductivity
        words = ""
        if material.claimed is not None:
            shown = with_unit(material.conductivity, Quantity.CONDUCTIVITY, self._desk.system)
            words = f"Design λ {shown} by ISO 10456; the declared value is kept beside it."
        if not low <= material.conductivity <= high:
            bounds = " to ".join(
                with_unit(v, Quantity.CONDUCTIVITY, self._desk.system) for v in (low, high)
            )
            words = f"No {family.name.lower()} lies outside λ {bounds}: a finding will say so."
        elif not material.source:
            words += " " * bool(words) + "Without a source a finding will ask for one."
        self.verdict.setText(words)

    def _take(self) -> None:
        try:
            material = self._read()
        except ValueRefused:
            return

        def change(project: Project) -> Project:
            return replace(project, materials=(*project.materials, material))

        if self._desk.act("Add a material", change):
            self.material_added.emit(material)
        self.accept()
