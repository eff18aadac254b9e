# SPDX-License-Identifier: GPL-3.0-or-later
"""The Heat bench: paths, thickness and methods, and the figures behind U."""

from functools import partial
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRect, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QPushButton, QWidget

from glacis.core.area.analysed import AnalysedArea
from glacis.core.figures.headline import Figure
from glacis.core.model.document import Project, Targets
from glacis.core.thickness.parts import MORE_INSULATION
from glacis.core.thickness.returns import Returns
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.report.charts.methods import methods_scene
from glacis.report.charts.returns import next_words, returns_scene
from glacis.report.charts.staircase import staircase_scene
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, field_row, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.widgets.figure_link import FigureLink
from glacis.ui.widgets.figure_table import FigureTable
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.unit_field import UnitField

if TYPE_CHECKING:
    from glacis.ui.stages.heat.imperfection_panel import ImperfectionPanel

FIGURES: tuple[tuple[str, str, Figure], ...] = (
    ("uc", "U with corrections", "u"),
    ("u", "U clear field", "u"),
    ("corrections", "Corrections", "u"),
    ("parallel", "U, parallel paths", "u"),
    ("isothermal", "U, isothermal planes", "u"),
    ("r", "R effective", "r"),
    ("nominal", "R as labelled", "u"),
    ("upper", "Upper limit R′", "u"),
    ("lower", "Lower limit R″", "u"),
    ("error", "Largest error", "u"),
    ("frsi", "f_Rsi clear field", "surface"),
    ("inner", "Inner surface, winter day", "inner"),
    ("loss", "Heat lost in a year", "loss"),
    ("mean", "U of the whole roof", "mean"),
    ("derating", "Lost of the label", "u"),
)
"""Key, name and the working that opens, of every figure under the chart."""
VIEWS = (
    ("paths", "Paths", "How resistance climbs along every path (1)"),
    ("thickness", "Thickness", "What more insulation still brings (2)"),
    ("methods", "Methods", "The schools of averaging side by side (3)"),
)
COLUMNS = 5


class HeatBench(Bench):
    """How each path climbs, what more would bring, how the schools differ, and the figures."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Heat")
        self._view = "paths"
        self._panel: ImperfectionPanel | None = None
        self.views = view_buttons(self, VIEWS, self.show_view)
        for text, tip, slot in (
            ("Corrections…", "Air voids, fixings and rain that raise U", self.open_corrections),
            ("Working of U", "Open every step behind U (Ctrl+W)", self._open_working),
        ):
            plain_button = QPushButton(text)
            plain_button.setToolTip(plain_tip(tip))
            plain_button.clicked.connect(slot)
            self.controls.addWidget(plain_button)
        self.canvas = Canvas("Chart of heat", QSize(400, 300))
        self.canvas.pressed.connect(self._press)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.setFocusProxy(self.canvas)
        self.figures: dict[str, FigureLink] = {}
        for key, words, figure in FIGURES:
            link = FigureLink(desk, words)
            link.clicked.connect(lambda _on=False, name=figure: self.working_wanted.emit(name))
            self.figures[key] = link
        self.table = FigureTable(self.figures, COLUMNS)
        self.column.addWidget(self.table)
        self._note = label(kind="second small", wrap=True)
        self.column.addWidget(self._note)
        self.price = UnitField("Heat costs", Quantity.PRICE_HEAT, 110)
        self.carbon = UnitField("and gives off", Quantity.CARBON_HEAT, 130)
        for field, key in ((self.price, "heat_price"), (self.carbon, "heat_carbon")):
            field.bounded(range_of(Targets, key))
            field.committed.connect(partial(self._take_price, key))
            field.said.connect(self.said)
        row, _names = field_row(("Heat costs", self.price), ("and gives off", self.carbon))
        self._prices = QWidget()
        row.setContentsMargins(0, 0, 0, 0)
        self._prices.setLayout(row)
        self._prices.hide()
        self.column.addWidget(self._prices)

    def show_view(self, name: str) -> None:
        """Look at paths, thickness or methods."""
        self._view = name
        self.refresh()

    def _open_working(self) -> None:
        self.working_wanted.emit("u")

    @property
    def corrections_panel(self) -> "ImperfectionPanel":
        """The corrections, made when they are first wanted."""
        if self._panel is None:
            from glacis.ui.stages.heat.imperfection_panel import ImperfectionPanel

            self._panel = ImperfectionPanel(self.desk, self)
            self._panel.said.connect(self.said)
            self._panel.closed.connect(self.canvas.setFocus)
        return self._panel

    def open_corrections(self) -> None:
        """Show the corrections over the chart."""
        top = self.canvas.geometry().top()
        area = QRect(self.canvas.x(), top, self.canvas.width(), self.height() - top - 8)
        self.corrections_panel.open_over(area)

    def refresh(self) -> None:
        """Show the selected area."""
        area = self.desk.area
        self.views[self._view].setChecked(True)
        self.canvas.show_scene(self._painter(), self.desk.palette)
        if area is None:
            self.say(self.empty_words())
            return
        roof = area.roof
        self.say(self._verdict(roof))
        self._prices.setVisible(self._view == "thickness")
        self.price.show_value(roof.targets.heat_price, self.desk.system)
        self.carbon.show_value(roof.targets.heat_carbon, self.desk.system)
        for key, words in self._figures(roof).items():
            self.figures[key].show_figure(words)
        self.table.refit()
        self._note.setText(self._notes(roof))
        if self._panel is not None and self._panel.isVisible():
            self._panel.refresh()

    def _painter(self) -> SceneMaker:
        area, detail, system = self.desk.area, self.desk.detail, self.desk.system
        if area is None or detail is None or not area.roof.layers:
            return saying("no layers yet")
        roof = area.roof
        if self._view == "methods":
            return lambda w, h: methods_scene(roof, w, h, system)
        if self._view == "thickness":
            found = self._returns(roof)
            if found is None:
                return saying("nothing insulates this roof yet")
            return lambda w, h: returns_scene(roof, found, w, h, system)
        return lambda w, h: staircase_scene(roof, detail, w, h, system)

    def _returns(self, roof: AnalysedArea) -> Returns | None:
        return self.desk.value(MORE_INSULATION, roof.area.id).returns

    def _press(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is None or hot.kind != "method":
            return

        def change(project: Project) -> Project:
            return replace(project, targets=replace(project.targets, method=hot.id))

        self.desk.act("Change the method", change)

    def _key(self, event: QKeyEvent) -> None:
        number = event.key() - Qt.Key.Key_1
        if 0 <= number < len(VIEWS):
            self.show_view(VIEWS[number][0])
            event.accept()

    def _take_price(self, key: str, value: float) -> None:
        def change(project: Project) -> Project:
            return replace(project, targets=replace(project.targets, **{key: value}))

        if not self.desk.act("Change the price of heat", change):
            self.price.refuse()
            self.carbon.refuse()

    def _verdict(self, roof: AnalysedArea) -> str:
        target = with_unit(roof.target, Quantity.TRANSMITTANCE, self.desk.system)
        return f"target {target}: {'met' if roof.meets_target else 'missed'}"

    def _figures(self, roof: AnalysedArea) -> dict[str, str]:
        heat, system = roof.heat, self.desk.system

        def u_value(value: float) -> str:
            return with_unit(value, Quantity.TRANSMITTANCE, system)

        def resistance(value: float) -> str:
            return with_unit(value, Quantity.RESISTANCE, system)

        mean = self.desk.results.mean_transmittance
        return {
            "uc": u_value(heat.transmittance),
            "u": u_value(heat.clear_transmittance),
            "corrections": u_value(heat.corrections.total) if heat.corrections.total else "none",
            "parallel": u_value(heat.parallel),
            "isothermal": u_value(heat.isothermal),
            "r": resistance(heat.effective),
            "nominal": resistance(heat.nominal),
            "upper": resistance(heat.upper),
            "lower": resistance(heat.lower),
            "error": f"± {plain(heat.main.error * 100, 1)} %",
            "frsi": plain(heat.surface_factor, 3),
            "inner": with_unit(roof.winter_surface, Quantity.TEMPERATURE, system),
            "loss": with_unit(roof.annual_loss, Quantity.HEAT_LOSS, system),
            "mean": u_value(mean) if mean is not None else "–",
            "derating": f"{plain(heat.derating * 100, 0)} %",
        }

    def _notes(self, roof: AnalysedArea) -> str:
        if self._view == "thickness":
            found = self._returns(roof)
            if found is not None:
                return next_words(found, self.desk.system)
        names = {
            "combined": "Combined method of ISO 6946.",
            "parallel": "Parallel paths, US practice.",
            "isothermal": "Isothermal planes, US practice.",
        }
        words = names[roof.targets.method]
        if roof.heat.vented_by:
            outside = len(roof.layers) - roof.heat.counted
            words += f" {outside} ventilated or outer layers are left out."
        if roof.assembly.imperfections.fixing == "unstated":
            words += " Fixings are not stated."
        return words
