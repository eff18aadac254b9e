"""The Heat bench: the resistance staircase, the limits and the figures behind U."""

from PyQt6.QtCore import QSize
from PyQt6.QtWidgets import QGridLayout, QPushButton

from glacis.core.headline import Figure
from glacis.core.roof import Roof
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.charts.staircase import staircase_scene
from glacis.report.scene import Scene, Text
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.bench import Bench
from glacis.ui.widgets.figure_link import FigureLink
from glacis.ui.widgets.labels import label, rich

FIGURES: tuple[tuple[str, str, Figure], ...] = (
    ("r", "R total", "r"),
    ("upper", "Upper limit R′", "u"),
    ("lower", "Lower limit R″", "u"),
    ("error", "Largest error", "u"),
    ("u", "U clear field", "u"),
    ("corrections", "Corrections", "u"),
    ("frsi", "f_Rsi clear field", "surface"),
    ("inner", "Inner surface, winter day", "inner"),
)
"""Key, name and the working that opens, of every figure under the staircase."""


class HeatBench(Bench):
    """How each path climbs, what the limits are, and whether the target is met."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Heat")
        button = QPushButton("Working of U")
        button.setToolTip("Open every step behind U (Ctrl+W)")
        button.clicked.connect(lambda: self.working_wanted.emit("u"))
        self.controls.addWidget(button)
        self._canvas = Canvas("Resistance staircase", QSize(400, 300))
        self.column.addWidget(self._canvas, 1)
        self.setFocusProxy(self._canvas)
        grid = QGridLayout()
        grid.setHorizontalSpacing(24)
        grid.setVerticalSpacing(2)
        self.figures: dict[str, FigureLink] = {}
        for number, (key, words, figure) in enumerate(FIGURES):
            link = FigureLink(desk, words)
            link.clicked.connect(lambda _on=False, name=figure: self.working_wanted.emit(name))
            grid.addWidget(link, *divmod(number, 4))
            self.figures[key] = link
        self.column.addLayout(grid)
        self._note = label(kind="second small", wrap=True)
        self.column.addWidget(self._note)

    def refresh(self) -> None:
        """Show the selected area."""
        area = self.desk.area
        self._canvas.show_scene(self._scene, self.desk.palette)
        if area is None:
            self.say(self.empty_words())
            return
        roof = area.roof
        self.say(self._verdict(roof))
        for key, words in self._figures(roof).items():
            self.figures[key].show_figure(words)
        self._note.setText(rich(self._notes(roof)))

    def _scene(self, width: float, height: float) -> Scene:
        area = self.desk.area
        if area is None or not area.roof.layers:
            return Scene(
                width,
                height,
                (Text(width / 2, height / 2, "no layers yet", 13, "second", "middle"),),
            )
        return staircase_scene(area.roof, width, height, self.desk.system)

    def _verdict(self, roof: Roof) -> str:
        u = with_unit(roof.heat.transmittance, Quantity.TRANSMITTANCE, self.desk.system)
        target = with_unit(roof.target, Quantity.TRANSMITTANCE, self.desk.system)
        met = roof.heat.transmittance <= roof.target * (1 + 1e-9)
        return f"U {u}, target {target}: {'met' if met else 'missed'}"

    def _figures(self, roof: Roof) -> dict[str, str]:
        heat, system = roof.heat, self.desk.system
        resistance, transmittance = Quantity.RESISTANCE, Quantity.TRANSMITTANCE
        return {
            "r": with_unit(heat.resistance, resistance, system),
            "upper": with_unit(heat.upper, resistance, system),
            "lower": with_unit(heat.lower, resistance, system),
            "error": f"± {plain(heat.main.error * 100, 1)} %",
            "u": with_unit(heat.clear_transmittance, transmittance, system),
            "corrections": "none applied",
            "frsi": plain(heat.surface_factor, 3),
            "inner": with_unit(roof.winter_surface, Quantity.TEMPERATURE, system),
        }

    def _notes(self, roof: Roof) -> str:
        words = "Combined method of ISO 6946 for the clear field; air voids, fixings and rain are not in it."
        if roof.heat.vented_by:
            outside = len(roof.layers) - roof.heat.counted
            words += f" {outside} ventilated or outer layers are left out."
        return words
