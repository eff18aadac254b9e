# SPDX-License-Identifier: GPL-3.0-or-later
"""Probes in the selected area: read from tables or simulated, drawn over the run, with how they stand to it."""

from functools import partial
from typing import TYPE_CHECKING, Any

from PyQt6.QtCore import QSize
from PyQt6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QPushButton, QWidget

from glacis.core.errors import GlacisError
from glacis.core.hourly.parts import HOURLY
from glacis.core.hourly.probes import PROBED, add_probe, change_probe, probes_of, remove_probe
from glacis.core.model.probe import Measures, Probe
from glacis.files.errors import shown_name
from glacis.report.scene import saying
from glacis.session.jobs import Endings
from glacis.session.reading import PROBE, start_reading_probe
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.waiting import Waiting

if TYPE_CHECKING:
    from glacis.files.probe_csv import Readings

NONE = "No probe in this area yet: read a table of its readings, or have one simulated from the run as it is."
SIMULATED_YEAR = 2001
"""A simulated probe measures no year; this one has no leap day."""
PLACE_WIDTH = 220


class ProbePanel(BenchPanel):
    """One probe at a time over the run."""

    def __init__(self, desk: Desk, prompts: Prompts, parent: QWidget) -> None:
        super().__init__("Probes", parent)
        self._desk = desk
        self._prompts = prompts
        self._chosen = ""
        self.which = chooser("Which probe is shown", ())
        self.which.activated.connect(lambda k: self._choose(self.which.itemData(k)))
        self.place = chooser("Where in the roof it lies", ())
        self.place.activated.connect(lambda k: self._change(place=self.place.itemData(k)))
        for box, width in ((self.which, PLACE_WIDTH), (self.place, PLACE_WIDTH)):
            box.setMinimumWidth(width)
        self.corrects = QCheckBox("meter corrects for temperature")
        self.corrects.setToolTip("Else 0.1 % by mass is taken off to every kelvin over 20 °C")
        self.corrects.clicked.connect(lambda on: self._change(corrects=on))
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for words, widget in (("Probe", self.which), ("Lies at", self.place)):
            row.addWidget(label(words, "second small"))
            row.addWidget(widget)
        row.addWidget(self.corrects)
        row.addStretch(1)
        self.column.addLayout(row)
        self.canvas = Canvas("Readings of a probe over the run", QSize(320, 200))
        self.column.addWidget(self.canvas, 1)
        self.told = label("", "small", wrap=True)
        self.column.addWidget(self.told)
        table = "Read a CSV table of time, temperature, and humidity or moisture of wood"
        self.read = self._button("Read readings…", table, self.read_table)
        device = "What a usual device would tell of the run as it is now: noise, drift, gaps"
        self.simulate = self._button("Simulate", device, self.simulate_one)
        self.remove = self._button(
            "Remove", "Take this probe and its readings out", self.remove_one
        )
        self.finish()

    def _button(self, text: str, tip: str, slot: object) -> QPushButton:
        button = QPushButton(text)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(slot)  # type: ignore[arg-type]
        self.buttons.addWidget(button)
        return button

    @property
    def _here(self) -> str:
        return self._desk.area.roof.area.id if self._desk.area else ""

    @property
    def probe(self) -> Probe | None:
        """The one that is shown."""
        mine = probes_of(self._desk.project, self._here)
        return next((p for p in mine if p.id == self._chosen), mine[0] if mine else None)

    def _choose(self, identifier: str) -> None:
        self._chosen = identifier
        self.refresh()

    def _change(self, **fields: Any) -> None:
        if self.probe is not None:
            self._desk.act(
                "Change a probe", partial(change_probe, identifier=self.probe.id, **fields)
            )

    def remove_one(self) -> None:
        """Take the shown probe out; one undo brings it back."""
        if self.probe is not None:
            self._desk.act("Remove a probe", partial(remove_probe, identifier=self.probe.id))

    def refresh(self) -> None:
        """Show the chosen probe over the run as it is."""
        from glacis.core.hourly.probe import places_for

        hours = self._desk.results.reader.ready(HOURLY, self._here) if self._here else None
        probe = self.probe
        mine = probes_of(self._desk.project, self._here)
        _fill(self.which, [(p.name, p.id) for p in mine], probe.id if probe else "")
        measures: Measures = probe.measures if probe else "humidity"
        places = [
            (name, name) for name in (places_for(hours.run, measures) if hours and probe else ())
        ]
        if probe is not None and probe.place not in dict(places):
            places.append((f"{probe.place} (not there now)", probe.place))
        _fill(self.place, places, probe.place if probe else "")
        for widget in (self.which, self.place, self.remove):
            widget.setEnabled(probe is not None)
        self.corrects.setVisible(probe is not None and probe.measures == "wood")
        self.corrects.setChecked(probe is not None and probe.corrects)
        for button in (self.simulate, self.read):
            button.setEnabled(hours is not None)
        if probe is None:
            self.canvas.show_scene(saying(NONE), self._desk.palette)
            self.told.setText("")
        elif hours is None:
            self.canvas.show_scene(saying("The run is under way."), self._desk.palette)
        else:
            self._show(probe)

    def _show(self, probe: Probe) -> None:
        from glacis.report.charts.probe import misfit_words, probe_scene

        found = {p.id: misfit for p, misfit in self._desk.value(PROBED, self._here)}[probe.id]
        self.canvas.show_scene(lambda w, h: probe_scene(probe, found, (w, h)), self._desk.palette)
        words = misfit_words(probe, found)
        if not self._desk.results.project.site.weather.file:
            words += " The run has the weather of no real year: months compare, single days do not."
        self.told.setText(words)

    def _lay(self, made: Probe) -> None:
        if self._desk.act("Lay a probe", partial(add_probe, probe=made)):
            self._chosen = probes_of(self._desk.project, self._here)[-1].id
            self.refresh()

    def simulate_one(self) -> None:
        """Lay a probe that tells what the run gives now at its wettest wood, else its dampest plane."""
        from glacis.core.hourly.probe import kept, simulated
        from glacis.core.hourly.story import place_of

        hours = self._desk.results.reader.ready(HOURLY, self._here)
        if hours is None or not hours.run.years:
            return
        wood = hours.verdict.wettest
        number = place_of(hours.run, wood) if wood else len(hours.run.watches) - 1
        measures: Measures = "wood" if wood else "humidity"
        place = hours.run.watches[number].name
        seed = len(self._desk.project.probes) + 1
        days = simulated(hours.run, place, measures, seed)
        warm, values = kept(days)
        self._lay(Probe(
            id="", area=self._here, name=f"Simulated {seed}", place=place, measures=measures, year=SIMULATED_YEAR,
            day=1, temperatures=warm, values=values, simulated=True,
        ))  # fmt: skip

    def read_table(self) -> None:
        """Ask for a table and read it beside the window."""
        path = self._prompts.probe_path(self)
        if path is None:
            return
        jobs, name = self._desk.session.jobs, shown_name(path)
        waiting = Waiting(self, f"Reading {name}…", lambda: jobs.cancel(PROBE))

        def done(found: "Readings") -> None:
            waiting.end()
            self._take(found, path.stem[:60], name)

        def failed(fault: Exception) -> None:
            waiting.end()
            self._prompts.tell(self, "Not read", str(fault))

        start_reading_probe(jobs, path, Endings(done, failed, lambda _share, _words: None))

    def _take(self, found: "Readings", title: str, file: str) -> None:
        from glacis.core.hourly.probe import kept, places_for

        hours = self._desk.results.reader.ready(HOURLY, self._here)
        places = places_for(hours.run, found.measures) if hours else ()
        if not places:
            words = (
                "It tells of wood, and this area has none." if hours else "The area is not run yet."
            )
            self._prompts.tell(self, "Not taken", words)
            return
        warm, values = kept(found.days)
        made = Probe(
            id="", area=self._here, name=title, place=places[0], measures=found.measures, year=found.year,
            day=found.day, temperatures=warm, values=values, source=file,
        )  # fmt: skip
        try:
            self._lay(made)
        except GlacisError as fault:
            self._prompts.tell(self, "Not taken", str(fault))


def _fill(box: QComboBox, offered: list[tuple[str, str]], chosen: str) -> None:
    box.clear()
    for words, value in offered:
        box.addItem(words, value)
    box.setCurrentIndex(max(0, box.findData(chosen)) if offered else -1)
