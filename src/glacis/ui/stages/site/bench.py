# SPDX-License-Identifier: GPL-3.0-or-later
"""The Site bench: the climate year, the rooms, the targets, the units."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QRect, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from glacis.core.climate.year import MONTH_NAMES, extremes, mean_temperature
from glacis.core.model.document import Climate, HumidityClass, Project, SetPoint, Targets, Zone
from glacis.core.model.edit import set_climate, set_yearly_rain, set_zone
from glacis.core.model.uses import USUAL, used_as
from glacis.core.moisture.indoor import CLASS_WORDS, humidity_words
from glacis.core.moisture.rooms import ROOMS
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import range_of
from glacis.report.charts.climate import climate_scene, humidity_plot, temperature_plot
from glacis.report.scene import Hot, SceneMaker
from glacis.session.places import random_name
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stages.site.exposure import ExposureRow
from glacis.ui.stages.site.job_panel import JobPanel
from glacis.ui.stages.site.month_panel import MonthPanel
from glacis.ui.stages.site.weather_files import WeatherFiles
from glacis.ui.stages.site.weather_row import WeatherRow
from glacis.ui.stages.site.year_view import YearView
from glacis.ui.widgets.labels import clear, label, tight
from glacis.ui.widgets.unit_field import UnitField

VIEWS = (
    ("months", "Months", "The year by its months, as the monthly method takes it"),
    ("hours", "Hours", "The year hour by hour, and what this climate does to roofs"),
)
MOST_ROOMS = 3
"""Rooms drawn beside the year; more lines could not be told apart."""


def _with_month(series: tuple[float, ...], month: int, value: float) -> tuple[float, ...]:
    return (*series[:month], value, *series[month + 1 :])


def set_month(project: Project, kind: str, month: int, value: float) -> Project:
    """Give one month another temperature [°C] or humidity [-]."""
    climate = project.site.climate
    if kind == "temperature":
        changed = replace(climate, temperature=_with_month(climate.temperature, month, value))
    else:
        changed = replace(climate, humidity=_with_month(climate.humidity, month, value))
    return set_climate(project, replace(changed, source=_edited(climate)))


def _edited(climate: Climate) -> str:
    mark = "; edited by hand"
    return climate.source if climate.source.endswith(mark) else climate.source + mark


class ZoneRow:
    """The fields of one indoor zone, laid into a grid."""

    def __init__(self, bench: "SiteBench", zone: Zone, grid: QGridLayout, row: int) -> None:
        self._bench = bench
        self._id = zone.id
        self.name = label(zone.name)
        self.use = QComboBox()
        for value, usual in USUAL.items():
            self.use.addItem(usual.words, value)
        self.use.setAccessibleName(f"Use of {zone.name}")
        self.temperature = UnitField(f"Temperature of {zone.name}", Quantity.TEMPERATURE, 76)
        self.temperature.bounded(range_of(Zone, "temperature"))
        self.humidity = QComboBox()
        self.humidity.setAccessibleName(f"Humidity of {zone.name}")
        for number, words in CLASS_WORDS.items():
            self.humidity.addItem(f"class {number}: {words}", number)
        self.humidity.addItem("held at a set-point", 0)
        self.humidity.setSizeAdjustPolicy(
            QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon
        )
        self.set_point = UnitField(f"Set-point of {zone.name}", Quantity.HUMIDITY, 64)
        widgets: tuple[QWidget, ...] = (
            self.name, self.use, self.temperature, self.humidity, self.set_point,
        )  # fmt: skip
        for column, widget in enumerate(widgets):
            grid.addWidget(widget, row, column)
        self.use.activated.connect(self._take_use)
        self.temperature.committed.connect(self._take_temperature)
        self.humidity.activated.connect(self._take_humidity)
        self.set_point.committed.connect(self._take_set_point)
        for field in (self.temperature, self.set_point):
            field.said.connect(bench.said)

    def _zone(self) -> Zone:
        return next(zone for zone in self._bench.desk.project.zones if zone.id == self._id)

    def show(self) -> None:
        """Show the zone as it is."""
        zone, system = self._zone(), self._bench.desk.system
        by_month = zone.temperatures or zone.humidities
        self.name.setText(f"{zone.name}, by month" if by_month else zone.name)
        self.use.setCurrentIndex(self.use.findData(zone.use))
        self.temperature.show_value(zone.temperature, system)
        held = isinstance(zone.humidity, SetPoint)
        number = 0 if isinstance(zone.humidity, SetPoint) else zone.humidity.number
        self.humidity.setCurrentIndex(self.humidity.findData(number))
        self.humidity.setToolTip(plain_tip(self.humidity.currentText()))
        self.set_point.setVisible(held)
        if isinstance(zone.humidity, SetPoint):
            self.set_point.show_value(zone.humidity.humidity, system)

    def _change(self, words: str, zone: Zone) -> None:
        if not self._bench.desk.act(words, partial(set_zone, zone=zone)):
            self.temperature.refuse()
            self.set_point.refuse()

    def _take_use(self, index: int) -> None:
        zone, desk = self._zone(), self._bench.desk
        made = used_as(zone, self.use.itemData(index))
        self._change("Change use", made)
        air = with_unit(made.temperature, Quantity.TEMPERATURE, desk.system)
        self._bench.said.emit(
            f"{zone.name}: {USUAL[made.use].words}, set to the usual {air} and {humidity_words(made)}.",
            False,
        )

    def _take_temperature(self, value: float) -> None:
        self._change(
            "Change indoor temperature", replace(self._zone(), temperature=value, temperatures=())
        )

    def _take_humidity(self, index: int) -> None:
        number = self.humidity.itemData(index)
        humidity = HumidityClass(number=number) if number else SetPoint(humidity=0.5)
        if number == 0 and isinstance(self._zone().humidity, SetPoint):
            return
        self._change(
            "Change indoor humidity", replace(self._zone(), humidity=humidity, humidities=())
        )

    def _take_set_point(self, value: float) -> None:
        self._change(
            "Change indoor humidity",
            replace(self._zone(), humidity=SetPoint(humidity=value), humidities=()),
        )


class SiteBench(Bench):
    """The year drawn, with every month to drag; rooms and targets beneath."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Site")
        self._prompts = prompts
        self._table: MonthPanel | None = None
        self._job: JobPanel | None = None
        self._sites = QComboBox()
        self._sites.setAccessibleName("Site")
        self._sites.setToolTip("Take the climate of one of the invented sites")
        for site in desk.sites:
            self._sites.addItem(site.name)
        self._sites.activated.connect(self._take_site)
        self.units = QComboBox()
        self.units.setAccessibleName("Units")
        self.units.setToolTip("Units of every figure (Ctrl+U)")
        self.units.addItem("SI units", "si")
        self.units.addItem("US customary", "us")
        self.units.activated.connect(self._take_units)
        self.rain = UnitField("Rain in a year", Quantity.RAIN, 84)
        self.rain.committed.connect(self._take_rain)
        self.rain.said.connect(self.said)
        self._view = "months"
        self.views = view_buttons(self, VIEWS, self.show_view)
        table = QPushButton("Table…")
        table.setToolTip("The climate and the rooms by month: type, paste, read and save (Ctrl+M)")
        table.clicked.connect(self.open_table)
        self.controls.addWidget(table)
        self.controls.addWidget(self._sites)
        self.controls.addWidget(self.units)
        self.canvas = Canvas("Climate year", QSize(400, 260))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._move)
        self.canvas.released.connect(self._release)
        self.canvas.double_clicked.connect(self._type)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self._months_only = QWidget()
        self._stated = tight(QVBoxLayout(self._months_only), (0, 0, 0, 0), 6)
        self._grab: Hot | None = None
        self._merge = ""
        self._month_field: UnitField | None = None
        self._build_rooms()
        self._build_targets()
        self.exposure = ExposureRow(desk, self.rain)
        self.exposure.said.connect(self.said)
        self.year = YearView(desk)
        self.files = WeatherFiles(self, prompts)
        self.weather = WeatherRow(desk)
        self.weather.said.connect(self.said)
        self.weather.read.clicked.connect(self.files.read)
        self.weather.write.clicked.connect(self.files.write)
        self.column.addWidget(self._months_only)
        self.column.addWidget(self.year, 1)
        self.column.addWidget(self.weather)
        self.column.addWidget(self.exposure)

    def open_table(self) -> None:
        """Show the table of months."""
        if self._table is None:
            self._table = MonthPanel(self.desk, self._prompts, self)
            self._table.said.connect(self.said)
        self._table.open_over(self._ground())

    def close_table(self) -> None:
        """Put the table away."""
        if self._table is not None:
            self._table.dismiss()

    def open_job(self) -> None:
        """Ask for what the job is called."""
        if self._job is None:
            self._job = JobPanel(self.desk, self)
        self._job.open_over(self._ground())

    def _ground(self) -> QRect:
        """Where panels lie: over everything below the heading."""
        return QRect(16, 44, self.width() - 24, self.height() - 52)

    def _build_rooms(self) -> None:
        self._rooms = QGridLayout()
        self._rooms.setHorizontalSpacing(8)
        self._rooms.setVerticalSpacing(4)
        self._rooms.setColumnStretch(3, 1)
        self._rows: dict[str, ZoneRow] = {}
        self._stated.addLayout(self._rooms)

    def _build_targets(self) -> None:
        row = tight(QHBoxLayout(), (0, 4, 0, 4), 6)
        self._targets: dict[str, UnitField] = {}
        fields: tuple[tuple[str, str, Quantity, int], ...] = (
            ("u_value", "Target U", Quantity.TRANSMITTANCE, 138),
            ("condensate", "Condensate", Quantity.CONDENSATE, 84),
            ("surface_humidity", "Surface", Quantity.HUMIDITY, 52),
            ("excess_margin", "Margin ×", Quantity.FACTOR, 52),
        )
        for key, words, quantity, width in fields:
            field = UnitField(words, quantity, width).bounded(range_of(Targets, key))
            field.committed.connect(partial(self._take_target, key))
            field.said.connect(self.said)
            self._targets[key] = field
            row.addWidget(label(words, "second small"))
            row.addWidget(field)
            row.addSpacing(4)
        row.addStretch(1)
        self._stated.addLayout(row)

    def refresh(self) -> None:
        """Show site, rooms and targets."""
        desk = self.desk
        site = desk.project.site
        hours = self._view == "hours"
        self.views[self._view].setChecked(True)
        for widget in (self.canvas, self._months_only, self.exposure):
            widget.setVisible(not hours)
        for shown in (self.year, self.weather):
            shown.setVisible(hours)
        if hours:
            self.year.refresh()
            self.weather.refresh(self.year.weather.lost)
            self.say(f"{site.name}: {self.year.headline()}")
        else:
            self.say(self._punishes())
        index = self._sites.findText(site.name)
        self._sites.setPlaceholderText(site.name)
        self._sites.setCurrentIndex(index)
        self.units.setCurrentIndex(self.units.findData(desk.system))
        self.canvas.show_scene(self._painter(), desk.palette)
        self.rain.show_value(sum(site.climate.rain), desk.system)
        self._show_rooms()
        targets = desk.project.targets
        for key, field in self._targets.items():
            field.show_value(getattr(targets, key), desk.system)
        self.exposure.refresh()
        for panel in (self._table, self._job):
            if panel is not None and panel.isVisible():
                panel.refresh()

    def _punishes(self) -> str:
        climate = self.desk.project.site.climate
        coldest, _ = extremes(climate)
        shown = with_unit(mean_temperature(climate), Quantity.TEMPERATURE, self.desk.system)
        return f"{self.desk.project.site.name}: mean {shown}, coldest in {MONTH_NAMES[coldest]}"

    def _painter(self) -> SceneMaker:
        climate, system = self.desk.project.site.climate, self.desk.system
        years = self.desk.value(ROOMS)[:MOST_ROOMS]
        indoor = tuple((year.name, year.humidity) for year in years)
        return lambda w, h: climate_scene(climate, indoor, w, h, system)

    def _show_rooms(self) -> None:
        zones = self.desk.project.zones
        if [zone.id for zone in zones] != list(self._rows):
            clear(self._rooms)
            self._rows = {}
            heads = ("Rooms below", "Use", "Air", "Humidity", "")
            for column, words in enumerate(heads):
                self._rooms.addWidget(label(words, "second small"), 0, column)
            for number, zone in enumerate(zones, 1):
                self._rows[zone.id] = ZoneRow(self, zone, self._rooms, number)
        for row in self._rows.values():
            row.show()

    def _take_site(self, index: int) -> None:
        site = self.desk.sites[index]
        self.desk.act("Change site", lambda project: replace(project, site=site))

    def _take_rain(self, total: float) -> None:
        if not self.desk.act("Change rain", partial(set_yearly_rain, total=total)):
            self.rain.refuse()

    def _take_units(self, index: int) -> None:
        self.desk.change_units(self.units.itemData(index))

    def _take_target(self, key: str, value: float) -> None:
        def change(project: Project) -> Project:
            targets: Targets = replace(project.targets, **{key: value})
            return replace(project, targets=targets)

        if not self.desk.act("Change target", change):
            self._targets[key].refuse()

    def _press(self, hot: Hot | None, _at: QPointF) -> None:
        self._end_typing()
        self._grab = hot
        self._merge = f"month-{random_name()}"

    def _value_at(self, kind: str, y: float) -> float:
        climate = self.desk.project.site.climate
        width, height = float(self.canvas.width()), float(self.canvas.height())
        if kind == "temperature":
            plot = temperature_plot(climate, width, height, self.desk.system)
            return round(min(plot.high, max(plot.low, plot.value(y))), 1)
        plot = humidity_plot(width, height)
        return round(min(1.0, max(0.05, plot.value(y))), 2)

    def _move(self, at: QPointF, _modifiers: object) -> None:
        if self._grab is None:
            return
        kind, month = self._grab.kind, int(self._grab.id)
        value = self._value_at(kind, at.y())
        change = partial(set_month, kind=kind, month=month, value=value)
        self.desk.act("Change climate", change, self._merge)
        quantity = Quantity.TEMPERATURE if kind == "temperature" else Quantity.HUMIDITY
        shown = with_unit(value, quantity, self.desk.system)
        self.canvas.set_note(at, f"{MONTH_NAMES[month]} {shown}")

    def _release(self, _at: QPointF) -> None:
        self._grab = None
        self.canvas.set_note(None)
        self.desk.store.end_gesture()

    def _type(self, hot: Hot | None, at: QPointF) -> None:
        if hot is None:
            return
        self._end_typing()
        climate = self.desk.project.site.climate
        month = int(hot.id)
        warm = hot.kind == "temperature"
        value = climate.temperature[month] if warm else climate.humidity[month]
        quantity = Quantity.TEMPERATURE if warm else Quantity.HUMIDITY
        field = UnitField(
            f"{hot.kind.capitalize()} in {MONTH_NAMES[month]}", quantity, 80, self.canvas
        )
        field.show_value(value, self.desk.system)
        field.said.connect(self.said)
        field.move(int(min(at.x() + 8, self.canvas.width() - 90)), int(max(0.0, at.y() - 30)))
        field.committed.connect(
            lambda typed: self.desk.act(
                "Change climate", partial(set_month, kind=hot.kind, month=month, value=typed)
            )
        )
        field.editingFinished.connect(self._end_typing)
        self._month_field = field
        field.show()
        field.setFocus()
        field.selectAll()

    def _end_typing(self) -> None:
        field, self._month_field = self._month_field, None
        if field is not None:
            field.hide()
            field.deleteLater()

    def _key(self, event: QKeyEvent) -> None:
        """Return types the temperature of the month under work; arrows pick the month."""
        step = {Qt.Key.Key_Right: 1, Qt.Key.Key_Left: -1}.get(Qt.Key(event.key()))
        month = max(0, self.desk.month)
        if step is not None:
            self.desk.select_month((month + step) % 12)
            event.accept()
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            scene = self.canvas.scene
            hots = scene.hot if scene else ()
            kind = (
                "humidity"
                if event.modifiers() & Qt.KeyboardModifier.ShiftModifier
                else "temperature"
            )
            for hot in hots:
                if hot.kind == kind and hot.id == str(month):
                    self._type(hot, QPointF(hot.box[0], hot.box[1]))
            event.accept()
