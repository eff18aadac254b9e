# SPDX-License-Identifier: GPL-3.0-or-later
"""Solving for the target: what can be bought that meets it, ranked."""

from functools import partial

from PyQt6.QtCore import QRect, Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHeaderView,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from glacis.core.analysis.answers import Answers, answers, taken
from glacis.core.analysis.propose import sharing
from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.catalogue import rule_book
from glacis.core.judgement.plane import least_outside
from glacis.core.thickness.solve import Option, Wish, outside_share
from glacis.core.units.format import number, plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
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
        self._answer: Answers | None = None
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
        self.others = QCheckBox("Other materials too")
        self.others.setToolTip("Try what else could be laid in the place of the main insulation")
        self.others.toggled.connect(lambda _on: self.refresh())
        grid.addWidget(self.others, 2, 0, 1, 5)
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
        self.only = QPushButton("Only here")
        self.only.setToolTip("Give this area a build-up of its own; the others stay as they are")
        self.only.clicked.connect(lambda: self.take_selected(only_here=True))
        self.buttons.addWidget(self.take)
        self.buttons.addWidget(self.only)
        self.finish()

    def _field(self, name: str, quantity: Quantity, key: str, width: int) -> UnitField:
        field = UnitField(name, quantity, width)
        field.committed.connect(partial(self._wish, key))
        field.said.connect(self.said)
        return field

    @property
    def answer(self) -> Answers | None:
        """What was found; None before anything was asked."""
        return self._answer

    @property
    def options(self) -> tuple[Option, ...]:
        """The answers that are shown."""
        return self._answer.options if self._answer else ()

    def open_over(self, area: QRect) -> None:
        """Solve for the selected area's target."""
        result = self._desk.area
        if result is None:
            return
        roof = result.roof
        self.wish = Wish(
            target=roof.target, least_outside=round(least_outside(roof), 2), order=self.wish.order
        )
        self.show_over(area, area.width())
        shared = len(sharing(self._desk.project, roof.area.id))
        self.take.setText(f"Take it for {shared} areas" if shared > 1 else "Take it")
        self.only.setVisible(shared > 1)
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
        session = self._desk.session
        self._answer = answers(
            session.analyser,
            session.project,
            result.roof.area.id,
            self.wish,
            self.others.isChecked(),
        )
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
        table.setRowCount(len(self.options))
        for row, option in enumerate(self.options):
            for column, words in enumerate(self._cells(roof, option)):
                item = QTableWidgetItem(words)
                if column:
                    item.setTextAlignment(
                        Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
                    )
                item.setToolTip(plain_tip(words))
                table.setItem(row, column, item)
        if self.options:
            table.selectRow(0)
        self.take.setEnabled(bool(self.options))
        self._line.setText(self._words(roof))

    def _cells(self, roof: AnalysedArea, option: Option) -> tuple[str, ...]:
        system = self._desk.system
        names = {layer.id: layer.name for layer in roof.layers}
        if option.material:
            names[option.thicknesses[0][0]] = self._desk.materials[option.material].name
        unit = Quantity.THICKNESS.unit(system).symbol
        parts = {
            key: " + ".join(number(t, Quantity.THICKNESS, system) for t in boards)
            for key, boards in option.boards
        }
        layers = ", ".join(
            f"{names[k].split(',')[0]} {parts[k]} {unit}" for k, _ in option.thicknesses
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
        found = self._answer
        if found is None:
            return ""
        words = [self._left_out(found)] if found.left_out else []
        if not found.options:
            words.insert(0, self._out_of_reach(found))
        else:
            present = plain(outside_share(roof.layers) * 100, 0)
            words.insert(
                0, f"Present share outside {present} %. Costs and carbon are library ranges."
            )
            if found.binding:
                words.append(f"The {found.binding} shuts some answers out.")
        if found.fixings is not None:
            count, size = found.fixings.per_area, found.fixings.diameter * 1000
            words.append(
                f"Counted with usual fixings, {plain(count, 1)} screws of {plain(size, 1)} mm to the square "
                "metre; an answer that is taken states them."
            )
        return " ".join(words)

    def _left_out(self, found: Answers) -> str:
        titles = {rule.id: rule.title for rule in rule_book().rules}
        why = ", ".join(titles[rule].lower() for rule in found.why)
        return f"{found.left_out} more would be stopped and are left out: {why}."

    def _out_of_reach(self, found: Answers) -> str:
        """What keeps the target out of reach, with the figures."""
        if found.left_out:
            return "Every answer would be stopped."
        if found.binding != "target":
            return f"Nothing fits: the {found.binding} shuts out every answer."
        system = self._desk.system
        least = with_unit(found.reached, Quantity.TRANSMITTANCE, system)
        words = f"The least U that can be bought in one or two boards of these layers is {least}"
        shares = [
            f"{number(value, Quantity.TRANSMITTANCE, system)} by {name}"
            for value, name in ((found.rain, "rain on the boards"), (found.members, "members"))
            if value > 0.01 * found.reached
        ]
        if shares:
            words += f", {' and '.join(shares)}"
        return f"{words}. Try other materials, or another layer."

    def take_selected(self, only_here: bool = False) -> None:
        """Give the layers the thicknesses of the selected answer, here or wherever they are shared."""
        row, result = self.table.currentRow(), self._desk.area
        if result is None or not 0 <= row < len(self.options):
            return
        option = self.options[row]
        fixings = self._answer.fixings if self._answer else None
        change = partial(
            taken, area=result.roof.area.id, option=option, fixings=fixings, only_here=only_here
        )
        self._desk.act("Solve for the target", change)
        self.dismiss()
