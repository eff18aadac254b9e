# SPDX-License-Identifier: GPL-3.0-or-later
"""The palette: search the materials by what they are and what they are for."""

from msgspec import Struct
from PyQt6.QtCore import QModelIndex, QRect, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QPainter, QStandardItem, QStandardItemModel
from PyQt6.QtWidgets import (
    QLineEdit,
    QListView,
    QPushButton,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from glacis.core.model.document import Material
from glacis.core.model.layers import AirLayer, Layer, MembraneLayer, RoofSpaceLayer, SolidLayer
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.hatch import hatched
from glacis.report.scene import Scene, Text, shorten
from glacis.ui.desk import Desk
from glacis.ui.drawing.painter import paint_scene, paint_text
from glacis.ui.plain import plain_tip
from glacis.ui.stages.build_up.material_dialog import MaterialDialog
from glacis.ui.theme.theme import colour
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.overlay import Overlay

ROW = 44
ENTRY = Qt.ItemDataRole.UserRole + 1


class Entry(Struct, frozen=True):
    """A line of the palette: what it is called, what for, its figures, and the layer it makes."""

    name: str
    purpose: str
    figures: str
    hatch: str
    layer: Layer
    search: str


SPACES = (
    ("Air layer, unventilated", "Service void or cavity with dull faces",
     AirLayer(id="air", thickness=0.025)),
    ("Air layer with a foil face", "Reflective cavity: one low-emissivity face, kept clean",
     AirLayer(id="foil-air", thickness=0.025, emissivity_outside=0.05)),
    ("Air layer, slightly ventilated", "Cavity with small openings",
     AirLayer(id="slight-air", thickness=0.025, ventilation="slight")),
    ("Air layer, well ventilated", "Ventilated space beneath a covering",
     AirLayer(id="vented-air", thickness=0.04, ventilation="well")),
    ("Roof space of a cold attic", "Ventilated attic with the roof above it counted in",
     RoofSpaceLayer(id="attic")),
)  # fmt: skip


def layer_of(material: Material) -> Layer:
    """A first layer of a material: a sheet, or the middle of its purchasable series."""
    if material.is_membrane:
        return MembraneLayer(id=material.id, material=material.id)
    series = material.thicknesses or (0.1,)
    return SolidLayer(id=material.id, material=material.id, thickness=series[len(series) // 2])


class EntryDelegate(QStyledItemDelegate):
    """Paints a line: a swatch of its hatch, name, purpose and figures."""

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__(parent)
        self._desk = desk

    def sizeHint(self, _option: QStyleOptionViewItem, _index: QModelIndex) -> QSize:
        """Two lines of text."""
        return QSize(200, ROW)

    def paint(
        self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex
    ) -> None:
        """Paint one line."""
        if painter is None:
            return
        entry: Entry = index.data(ENTRY)
        palette = self._desk.palette
        area = option.rect
        painter.save()
        if option.state & QStyle.StateFlag.State_Selected:
            painter.fillRect(area, colour(palette["wash"]))
        swatch = (area.left() + 8.0, area.top() + 8.0, area.left() + 52.0, area.top() + 36.0)
        paint_scene(painter, Scene(0, 0, tuple(hatched(entry.hatch, swatch))), palette)
        painter.setPen(colour(palette["hairline"]))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(QRectF(swatch[0], swatch[1], 44, 28))
        left, room = area.left() + 62, area.width() - 70
        first, second = area.top() + 18, area.top() + 35
        name = shorten(entry.name, room - 96, 13.6)
        purpose = shorten(entry.purpose, room, 12)
        for words in (
            Text(left, first, name, 13, face="semibold"),
            Text(left + room, first, entry.figures, 12, "second", "end"),
            Text(left, second, purpose, 12, "second"),
        ):
            paint_text(painter, words, palette)
        painter.restore()


class SearchField(QLineEdit):
    """Arrow keys move in the list while one types; Return takes, Escape closes."""

    stepped = pyqtSignal(int)
    closed = pyqtSignal()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Send the list's keys to the list."""
        if event is None:
            return
        steps = {
            Qt.Key.Key_Down: 1,
            Qt.Key.Key_Up: -1,
            Qt.Key.Key_PageDown: 8,
            Qt.Key.Key_PageUp: -8,
        }
        if Qt.Key(event.key()) in steps:
            self.stepped.emit(steps[Qt.Key(event.key())])
        elif event.key() == Qt.Key.Key_Escape:
            self.closed.emit()
        else:
            super().keyPressEvent(event)


class MaterialPalette(Overlay):
    """Lies over the right of the bench while a layer is being chosen."""

    layer_chosen = pyqtSignal(object)
    import_wanted = pyqtSignal()
    export_wanted = pyqtSignal()

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Insert a layer", parent)
        self._desk = desk
        self._entries: list[Entry] = []
        self._key: object = None
        self.search = SearchField()
        self.search.setPlaceholderText("Search: wool, vapour, planting, over rafter…")
        self.search.setAccessibleName("Search materials")
        self.search.setClearButtonEnabled(True)
        self.list = QListView()
        self.list.setAccessibleName("Materials")
        self.list.setEditTriggers(QListView.EditTrigger.NoEditTriggers)
        self.list.setVerticalScrollMode(QListView.ScrollMode.ScrollPerPixel)
        self._model = QStandardItemModel(self)
        self.list.setModel(self._model)
        self.list.setItemDelegate(EntryDelegate(desk, self.list))
        self._none = label("Nothing found. Add your own material below.", "second", wrap=True)
        own = QPushButton("New material…")
        own.setToolTip("Add a material of your own, with its source, to this project")
        own.clicked.connect(self._new_material)
        self.star = QPushButton("Favourite")
        self.star.setToolTip("Let the selected material stand first in the palette, or no longer")
        self.star.clicked.connect(self.toggle_favourite)
        self.take_in = QPushButton("Import…")
        self.take_in.setToolTip("Read materials of your own from a CSV table into this project")
        self.take_in.clicked.connect(self.import_wanted)
        self.write = QPushButton("Export…")
        self.write.setToolTip("Write all materials, yours first, as a CSV table")
        self.write.clicked.connect(self.export_wanted)
        for button in (own, self.star, self.take_in, self.write):
            self.buttons.addWidget(button)
        for widget in (self.search, self._none, self.list):
            self.column.addWidget(widget)
        self.finish()
        self.search.textChanged.connect(self._filter)
        self.search.returnPressed.connect(self._take)
        self.search.stepped.connect(self._step)
        self.search.closed.connect(self.dismiss)
        self.list.activated.connect(lambda _index: self._take())
        self.list.clicked.connect(lambda _index: self._take())

    def open_over(self, area: QRect, replacing: bool) -> None:
        """Show the palette over the right part of ``area``."""
        self.heading.setText(
            "Other material" if replacing else "Insert a layer outside the selected one"
        )
        self.refresh()
        self.search.clear()
        self._filter("")
        self.show_over(area, 430)
        self.search.setFocus()

    def refresh(self) -> None:
        """Take up new materials and units."""
        favourites = self._desk.settings.favourites
        key = (self._desk.project.materials, self._desk.system, favourites)
        if key == self._key:
            return
        self._key = key
        families = self._desk.library.family_index()
        entries = [self._space(*space) for space in SPACES]
        own = {material.id for material in self._desk.project.materials}
        listed = sorted(
            self._desk.materials.values(), key=lambda m: (m.id not in favourites, m.id not in own)
        )
        for material in listed:
            family = families.get(material.family)
            hatch = family.hatch if family else "unknown"
            entries.append(self._entry(material, hatch, family.name if family else ""))
        self._entries = entries
        self._filter(self.search.text())

    def _space(self, name: str, purpose: str, layer: Layer) -> Entry:
        return Entry(name, purpose, "", "air", layer, f"{name} {purpose} cavity void".lower())

    def _entry(self, material: Material, hatch: str, family: str) -> Entry:
        system = self._desk.system
        if material.is_membrane:
            symbol = "s_d " if system == "si" else ""
            figures = symbol + with_unit(material.sd_dry or 0.0, Quantity.AIR_LAYER, system)
        else:
            unit = material.conductivity
            figures = (
                f"λ {with_unit(unit, Quantity.CONDUCTIVITY, 'si')}"
                if system == "si"
                else (f"k {with_unit(unit, Quantity.CONDUCTIVITY, 'us').split()[0]}")
            )
        words = (material.name, material.purpose, family, material.vapour_note, *material.roles)
        mark = "★ " if material.id in self._desk.settings.favourites else ""
        return Entry(
            mark + material.name,
            material.purpose,
            figures,
            hatch,
            layer_of(material),
            " ".join(words).lower(),
        )

    def _filter(self, text: str) -> None:
        wanted = text.lower().split()
        self._model.clear()
        ranked = [e for e in self._entries if all(word in e.search for word in wanted)]
        if wanted:
            ranked.sort(key=lambda entry: not entry.name.lower().startswith(wanted[0]))
        for entry in ranked:
            item = QStandardItem(entry.name)
            item.setData(entry, ENTRY)
            item.setToolTip(plain_tip(f"{entry.name}: {entry.purpose}"))
            self._model.appendRow(item)
        self._none.setVisible(not ranked)
        self._step(0)

    def _step(self, by: int) -> None:
        count = self._model.rowCount()
        if count:
            row = max(0, self.list.currentIndex().row())
            index = self._model.index(min(count - 1, max(0, row + by)), 0)
            self.list.setCurrentIndex(index)
            self.list.scrollTo(index)

    def _take(self) -> None:
        entry = self.list.currentIndex().data(ENTRY)
        if entry is not None:
            self.layer_chosen.emit(entry.layer)

    def toggle_favourite(self) -> None:
        """Let the selected material stand first, or no longer."""
        entry = self.list.currentIndex().data(ENTRY)
        name = getattr(entry.layer, "material", "") if entry is not None else ""
        if not name:
            return
        known = self._desk.settings.favourites
        fresh = tuple(x for x in known if x != name) if name in known else (*known, name)
        self._desk.adjust(favourites=fresh)
        self.refresh()

    def _new_material(self) -> None:
        dialog = MaterialDialog(self._desk, self.window() or self)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.material_added.connect(lambda material: self.layer_chosen.emit(layer_of(material)))
        dialog.open()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Return takes."""
        if event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._take()
        else:
            super().keyPressEvent(event)
