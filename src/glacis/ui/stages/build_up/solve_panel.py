# SPDX-License-Identifier: GPL-3.0-or-later
"""Solving for the target: what can be bought that meets it, ranked."""

from functools import partial

from PyQt6.QtCore import QRect, Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHeaderView,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from glacis.core.analysis.propose import with_options
from glacis.core.area.analysed import AnalysedArea
from glacis.core.thickness.parts import solution_for
from glacis.core.thickness.solve import Option, Solution, Wish, outside_share
from glacis.core.units.format import number, plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.overlay import Overlay
from glacis.ui.widgets.unit_field import UnitField

ORDERS = (
    ("thickness", "thinnest first"), ("weight", "lightest first"), ("cost", "cheapest first"),
    ("carbon", "least carbon first"),
)  # fmt: skip
MOISTURE = {"none": "dry", "dries": "dries", "accumulates": "stays wet"}


class SolvePanel(Overlay):
    """Target, limits, and a short list; one click takes an answer."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Solve for the target", parent)
        self._desk = desk
        self._answer = Solution((), "")
        self.wish = Wish(target=0.18)
        grid = QGridLayout()
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(4)
        self.most_u = self._field("U at most", Quantity.TRANSMITTANCE, "target", 130)
        self.most_height = self._field("Height at most", Quantity.THICKNESS, "height", 84)
        self.most_weight = self._field("Weight at most", Quantity.AREA_MASS, "weight", 96)
        self.least_share = self._field(
            "Outside share at least", Quantity.SHARE, "least_outside", 64
        )
        self.order = QComboBox()
        self.order.setAccessibleName("Order of the answers")
        for value, words in ORDERS:
            self.order.addItem(words, value)
        self.order.activated.connect(self._reorder)
        for column, (name, widget) in enumerate(
            (
                ("U at most", self.most_u), ("Height at most", self.most_height),
                ("Weight at most", self.most_weight), ("Outside share", self.least_share), ("", self.order),
            )
        ):  # fmt: skip
            grid.addWidget(label(name, "second small"), 0, column)
            grid.addWidget(widget, 1, column)
        grid.setColumnStretch(5, 1)
        self.column.addLayout(grid)
        self.table = QTableWidget(0, 8)
        self.table.setAccessibleName("Answers")
        self.table.setToolTip("Up and Down to look, Return to take")
        self.table.setSelectionBehavior(QTableWidget.SelectionBehavior.SelectRows)
        self.table.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        self.table.setShowGrid(False)
        self.table.itemActivated.connect(lambda _item: self.take_selected())
        vertical, horizontal = self.table.verticalHeader(), self.table.horizontalHeader()
        if vertical is not None and horizontal is not None:
            vertical.hide()
            horizontal.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
            horizontal.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        self.column.addWidget(self.table, 1)
        self._line = label(kind="second small", wrap=True)
        self.column.addWidget(self._line)
        self.take = QPushButton("Take it")
        self.take.setProperty("leading", True)
        self.take.setToolTip("Give the layers these thicknesses; one undo takes it back (Return)")
        self.take.clicked.connect(self.take_selected)
        self.buttons.addWidget(self.take)
        self.finish()

    def _field(self, name: str, quantity: Quantity, key: str, width: int) -> UnitField:
        field = UnitField(name, quantity, width)
        field.committed.connect(partial(self._wish, key))
        field.said.connect(self.said)
        return field

    @property
    def answer(self) -> Solution:
        """What was found."""
        return self._answer

    def open_over(self, area: QRect) -> None:
        """Solve for the selected area's target."""
        result = self._desk.area
        if result is None:
            return
        self.wish = Wish(target=result.roof.target, order=self.wish.order)
        self.show_over(area, area.width())
        self.refresh()
        self.table.setFocus()

    def _wish(self, key: str, value: float) -> None:
        from msgspec.structs import replace

        limit: float | None = value
        if key in ("height", "weight") and value <= 0:
            limit = None
        if key == "target" and value <= 0:
            self.said.emit("U at most: expected more than 0", True)
            self.most_u.refuse()
            return
        self.wish = replace(self.wish, **{key: limit})
        self.refresh()

    def _reorder(self, index: int) -> None:
        from msgspec.structs import replace

        self.wish = replace(self.wish, order=self.order.itemData(index))
        self.refresh()

    def refresh(self) -> None:
        """Solve anew."""
        result = self._desk.area
        if result is None:
            self.dismiss()
            return
        self._answer = self._desk.value(solution_for(self.wish), result.roof.area.id)
        self._show_wish()
        self._fill(result.roof)

    def _show_wish(self) -> None:
        system = self._desk.system
        self.most_u.show_value(self.wish.target, system)
        self.least_share.show_value(self.wish.least_outside, system)
        for field, limit in (
            (self.most_height, self.wish.height), (self.most_weight, self.wish.weight),
        ):  # fmt: skip
            field.show_limit(limit, system)

    def _fill(self, roof: AnalysedArea) -> None:
        system, table = self._desk.system, self.table
        heads = [
            "Layers", "U", f"d {Quantity.THICKNESS.unit(system).symbol}",
            Quantity.AREA_MASS.unit(system).symbol, "outside", f"cost {Quantity.COST.unit(system).symbol}",
            Quantity.CARBON.unit(system).symbol, "moisture",
        ]  # fmt: skip
        table.setHorizontalHeaderLabels(heads)
        table.setRowCount(len(self._answer.options))
        for row, option in enumerate(self._answer.options):
            for column, words in enumerate(self._cells(roof, option)):
                item = QTableWidgetItem(words)
                if column:
                    item.setTextAlignment(
                        Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
                    )
                item.setToolTip(words)
                table.setItem(row, column, item)
        if self._answer.options:
            table.selectRow(0)
        self.take.setEnabled(bool(self._answer.options))
        self._line.setText(self._words(roof))

    def _cells(self, roof: AnalysedArea, option: Option) -> tuple[str, ...]:
        system = self._desk.system
        names = {layer.id: layer.name for layer in roof.layers}
        layers = ", ".join(
            f"{names[key].split(',')[0]} {with_unit(value, Quantity.THICKNESS, system)}"
            for key, value in option.thicknesses
        )
        spread = "–".join(number(value, Quantity.COST, system) for value in option.cost)
        carbon = "–".join(number(value, Quantity.CARBON, system) for value in option.carbon)
        return (
            layers,
            number(option.transmittance, Quantity.TRANSMITTANCE, system),
            number(option.thickness, Quantity.THICKNESS, system),
            number(option.weight, Quantity.AREA_MASS, system),
            f"{plain(option.outside * 100, 0)} %",
            spread,
            carbon,
            MOISTURE[option.moisture],
        )

    def _words(self, roof: AnalysedArea) -> str:
        if not self._answer.options:
            reason = self._answer.binding or "target"
            if reason == "target":
                return "No thickness that can be bought reaches the target: change a material."
            return f"Nothing fits: the {reason} shuts out every answer."
        present = plain(outside_share(roof.layers) * 100, 0)
        words = (
            f"Present share outside {present} %. Costs and carbon are library ranges of materials."
        )
        if self._answer.binding:
            words += f" The {self._answer.binding} shuts some answers out."
        return words

    def take_selected(self) -> None:
        """Give the layers the thicknesses of the selected answer."""
        row, result = self.table.currentRow(), self._desk.area
        if result is None or not 0 <= row < len(self._answer.options):
            return
        option = self._answer.options[row]
        change = partial(with_options, assembly=result.roof.assembly.id, option=option)
        self._desk.act("Solve for the target", change)
        self.dismiss()
