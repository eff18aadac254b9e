# SPDX-License-Identifier: GPL-3.0-or-later
"""The example roofs, each with its core drawn and what it comes to in a line."""

from PyQt6.QtCore import QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QIcon, QPainter, QPixmap
from PyQt6.QtWidgets import QListWidget, QListWidgetItem

from glacis.core.area.analysed import AnalysedArea
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.demo.examples import EXAMPLES, Example, example_project
from glacis.report.scene import Scene
from glacis.report.section import SectionStyle, section_scene
from glacis.ui.desk import Desk
from glacis.ui.drawing.painter import paint_scene
from glacis.ui.theme.theme import colour

PICTURE = QSize(92, 74)


def summary(roof: AnalysedArea, system: System) -> str:
    """U, thickness and pitch of a roof in a line."""
    u = with_unit(roof.transmittance, Quantity.TRANSMITTANCE, system)
    thick = with_unit(roof.thickness, Quantity.THICKNESS, system)
    return f"U {u}, {thick} thick, pitch {with_unit(roof.area.pitch, Quantity.ANGLE, system)}"


class ExampleList(QListWidget):
    """Titles at once; pictures and figures follow, one example at a time."""

    chosen = pyqtSignal(str)
    """Id of the example to be opened."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self._shown: tuple[str, str] = ("", "")
        self._waiting: list[int] = []
        self._turn = QTimer(self)
        self._turn.timeout.connect(self._work_one_out)
        self.setAccessibleName("Examples")
        self.setToolTip("Return or a double click opens one as a new project")
        self.setIconSize(PICTURE)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.itemActivated.connect(
            lambda item: self.chosen.emit(item.data(Qt.ItemDataRole.UserRole))
        )

    def refresh(self) -> None:
        """Show the examples in the present units and colours."""
        for example in EXAMPLES[self.count() :]:
            item = QListWidgetItem(example.title)
            item.setData(Qt.ItemDataRole.UserRole, example.id)
            item.setSizeHint(QSize(0, PICTURE.height() + 10))
            self.addItem(item)
        wanted = (self._desk.system, self._desk.settings.theme)
        if wanted != self._shown:
            self._shown = wanted
            self._waiting = list(range(len(EXAMPLES)))
            self._turn.start(0)

    def _work_one_out(self) -> None:
        number = self._waiting.pop(0)
        item = self.item(number)
        if item is not None:
            self._fill(item, EXAMPLES[number])
        if not self._waiting:
            self._turn.stop()

    def _fill(self, item: QListWidgetItem, example: Example) -> None:
        analyser = self._desk.session.analyser
        project = example_project(example, self._desk.sites, lambda: analyser)
        results = analyser.preview(project)
        roof = results.areas[0].roof
        detail = results.detail(roof.area.id)
        style = SectionStyle(
            PICTURE.width(), PICTURE.height(), system=self._desk.system, labels="none"
        )
        item.setText(f"{example.title}\n{summary(roof, self._desk.system)}")
        item.setIcon(QIcon(self._picture(section_scene(roof, detail, style))))

    def _picture(self, scene: Scene) -> QPixmap:
        dense = self.devicePixelRatioF()
        picture = QPixmap(round(scene.width * dense), round(scene.height * dense))
        picture.setDevicePixelRatio(dense)
        picture.fill(colour(self._desk.palette["bench"]))
        painter = QPainter(picture)
        paint_scene(painter, scene, self._desk.palette)
        painter.end()
        return picture
