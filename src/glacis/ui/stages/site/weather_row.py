# SPDX-License-Identifier: GPL-3.0-or-later
"""Where the hours of the site's air come from: habits and a seed, or a file that is read."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, pyqtSignal
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QPushButton, QSpinBox, QVBoxLayout, QWidget

from glacis.core.graph.part import Failed, Pending, Ready
from glacis.core.hourly.severe import SEVERE
from glacis.core.model.document import Site
from glacis.core.model.edit import change_site
from glacis.core.model.weather import Weather
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.core.weather.alike import most_alike
from glacis.core.weather.stations import STATIONS
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.unit_field import UnitField

PLACE = (
    ("latitude", "Latitude", "Latitude, north positive", Quantity.ANGLE, 62),
    ("longitude", "Longitude", "Longitude, east positive", Quantity.ANGLE, 66),
    ("clock", "Clock", "How far the clock runs before universal time", Quantity.CLOCK, 58),
)


class WeatherRow(QWidget):
    """Fields of the weather."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 4)
        row, place = (tight(QHBoxLayout(), (0, 0, 0, 0), 6) for _ in range(2))
        self.habits = QComboBox()
        self.habits.setAccessibleName("Habits of the weather")
        self.habits.setToolTip(
            "How the weather goes between its monthly means: persistence, swing of a day, storms, clouds"
        )
        self.habits.addItem("", "")
        for station in STATIONS:
            self.habits.addItem(station.kind, station.id)
        self.habits.setMinimumWidth(230)
        self.habits.activated.connect(self._take_habits)
        bounds = range_of(Weather, "seed")
        self.seed = QSpinBox()
        self.seed.setAccessibleName("Year drawn")
        self.seed.setToolTip("Another number draws another year with the same months")
        self.seed.setRange(round(bounds.least), round(bounds.most))
        self.seed.setKeyboardTracking(False)
        self.seed.valueChanged.connect(self._take_seed)
        self.read = QPushButton("Read EPW…")
        self.read.setToolTip("Take a measured or typical year from a weather file (EPW)")
        self.write = QPushButton("Write EPW…")
        self.write.setToolTip("Write this year as a weather file (EPW)")
        self.drop = QPushButton("Let go of the file")
        self.drop.setToolTip("Make the hours from the months again; the months stay")
        self.drop.clicked.connect(self._let_go)
        self.severe = QPushButton("Severe year")
        self.severe.setCheckable(True)
        self.severe.setToolTip(
            "Of twenty years that differ from the mean, the second that wets the selected area most; again: the mean"
        )
        self.severe.clicked.connect(self._take_severe)
        self._seeking = ""
        desk.got_on.connect(self._follow)
        self.names = label("Habits", "second small"), label("Year drawn", "second small")
        for widget in (self.names[0], self.habits, self.names[1], self.seed, self.severe):
            row.addWidget(widget)
        self.fields: dict[str, UnitField] = {}
        for key, words, tip, quantity, width in PLACE:
            field = UnitField(tip, quantity, width).bounded(range_of(Site, key))
            field.committed.connect(partial(self._take_place, key))
            field.said.connect(self.said)
            self.fields[key] = field
            place.addWidget(label(words, "second small"))
            place.addWidget(field)
            place.addSpacing(4)
        for line, buttons in ((row, (self.drop,)), (place, (self.read, self.write))):
            line.addStretch(1)
            for button in buttons:
                line.addWidget(button)
        self.mended = label("", "second small", wrap=True)
        column.addWidget(self.mended)
        column.addLayout(row)
        column.addLayout(place)

    def refresh(self, lost: bool) -> None:
        """Show what is stated; ``lost`` where the numbers of a file are not on this machine."""
        site, system = self._desk.project.site, self._desk.system
        weather = site.weather
        alone = most_alike(site)
        self.habits.setItemText(0, f"most alike: {alone.kind}")
        self.habits.setCurrentIndex(max(0, self.habits.findData(weather.station)))
        with QSignalBlocker(self.seed):
            self.seed.setValue(weather.seed)
        for key, field in self.fields.items():
            field.show_value(getattr(site, key), system)
        read = weather.file is not None
        for widget in (*self.names, self.habits, self.seed, self.severe):
            widget.setVisible(not read)
        self.severe.setChecked(weather.other > 0)
        self.severe.setEnabled(self._desk.area is not None and not self._seeking)
        self.drop.setVisible(read)
        words = "" if weather.file is None else " ".join(weather.file.mended)
        if weather.file is not None and lost:
            words = (
                f"The hours of {weather.file.name} are not on this machine: read the file again. Until then they "
                "are made from the months."
            )
        self.mended.setText(words)
        self.mended.setVisible(bool(words))

    def _act(self, words: str, weather: Weather) -> bool:
        return self._desk.act(words, lambda project: change_site(project, weather=weather))

    def _take_habits(self, index: int) -> None:
        weather = self._desk.project.site.weather
        self._act(
            "Change habits of the weather", replace(weather, station=self.habits.itemData(index))
        )

    def _take_severe(self) -> None:
        weather = self._desk.project.site.weather
        if weather.other:
            self._act("Take the mean months", replace(weather, other=0))
        elif self._desk.area is not None:
            self._seeking = self._desk.area.roof.area.id
            self._desk.want(SEVERE, self._seeking)
            self._follow()

    def _follow(self) -> None:
        """Take the severe year once it is found."""
        if not self._seeking:
            return
        state = self._desk.session.state(SEVERE, self._seeking)
        self.severe.setEnabled(False)
        if isinstance(state, Pending):
            self.severe.setText(
                f"Seeking {100 * state.share:.0f} %" if state.words else "Severe year"
            )
            if state.words:
                return
        self._seeking = ""
        self.severe.setText("Severe year")
        if isinstance(state, Ready):
            weather = self._desk.project.site.weather
            self._act("Take the severe year", replace(weather, other=state.value))
        elif isinstance(state, Failed):
            self.said.emit(state.why, True)
        self.refresh(lost=False)

    def _take_seed(self, value: int) -> None:
        self._act("Draw another year", replace(self._desk.project.site.weather, seed=value))

    def _take_place(self, key: str, value: float) -> None:
        if not self._desk.act("Change place", lambda p: change_site(p, **{key: value})):
            self.fields[key].refuse()

    def _let_go(self) -> None:
        self._act("Let go of the weather file", replace(self._desk.project.site.weather, file=None))
