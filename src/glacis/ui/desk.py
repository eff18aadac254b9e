# SPDX-License-Identifier: GPL-3.0-or-later
"""What all parts of the window look at: the session's document and results, selection, settings."""

from collections.abc import Callable
from datetime import date
from pathlib import Path
from typing import Any, TypeVar

from msgspec.structs import replace
from PyQt6.QtCore import QObject, pyqtSignal

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.errors import GlacisError
from glacis.core.figures.detail import AreaDetail
from glacis.core.graph.part import WHOLE, LongPart, Part, State
from glacis.core.judgement.place import Place
from glacis.core.materials.library import Library
from glacis.core.model.document import Assembly, Material, Project, Site
from glacis.core.model.edit import Change
from glacis.core.stages import Stage
from glacis.core.units.quantities import System
from glacis.report.palette import PALETTES, Palette
from glacis.session.project_session import ProjectSession
from glacis.session.settings import Settings, save_settings, with_recent
from glacis.session.store import Store

Value = TypeVar("Value")


def today() -> str:
    """The day on the designer's desk, year-month-day."""
    return date.today().isoformat()  # noqa: DTZ011 - the day on the designer's desk


class Desk(QObject):
    """A session as the window sees it: signals, selection and settings, no results of its own.

    Views read it and ask for changes through ``act``; they hear of every change, of
    document, selection or settings, by ``changed``, and of background work by ``got_on``.
    """

    changed = pyqtSignal()
    got_on = pyqtSignal()
    refused = pyqtSignal(str)
    place_wanted = pyqtSignal(object, str)
    troubled = pyqtSignal(str)
    """What keeps autosave from working; an empty text where it works again."""

    def __init__(self, session: ProjectSession, settings: Settings, config: Path) -> None:
        super().__init__()
        self.session = session
        self.settings = settings
        self._config = config
        self._selected_area = self._first_area()
        self.selected_layer = ""
        self.month = -1
        self.marked: Place | None = None
        session.listen(self._document_changed)
        session.watch(self.got_on.emit)
        session.documents.used = self._remember
        session.documents.troubled = self.troubled.emit
        self._forgetful = False

    @property
    def project(self) -> Project:
        """The document."""
        return self.session.project

    @property
    def store(self) -> Store:
        """The document and its history."""
        return self.session.store

    @property
    def results(self) -> Results:
        """Everything that follows from the document."""
        return self.session.results

    @property
    def stages(self) -> tuple[Stage, ...]:
        """The stages of the work."""
        return self.session.stages

    @property
    def library(self) -> Library:
        """Materials and families that everybody shares."""
        return self.session.library

    @property
    def sites(self) -> tuple[Site, ...]:
        """Sites that come with Glacis."""
        return self.session.sites

    @property
    def path(self) -> Path | None:
        """The file of the document; None where it was never saved."""
        return self.session.documents.path

    @property
    def system(self) -> System:
        """Units the reader sees."""
        return self.project.units

    @property
    def palette(self) -> Palette:
        """Colours in force."""
        return PALETTES[self.settings.theme]

    def change_units(self, system: System) -> None:
        """Show every figure in other units."""
        self.act("Change units", lambda project: replace(project, units=system))

    @property
    def materials(self) -> dict[str, Material]:
        """All materials the project may use, by id."""
        return self.session.materials

    @property
    def area(self) -> AreaResult | None:
        """The selected area with its results."""
        return self.results.area(self._selected_area)

    @property
    def detail(self) -> AreaDetail | None:
        """What drawings of the selected area show."""
        return self.results.detail(self._selected_area) if self.area is not None else None

    @property
    def assembly(self) -> Assembly | None:
        """The selected area's build-up."""
        area = self.area
        return area.roof.assembly if area else None

    def value(self, part: Part[Any, Value], subject: str = WHOLE) -> Value:
        """The value of a part; asked for on refreshing, never while painting."""
        return self.results.value(part, subject)

    def want(self, part: LongPart[Any, Value], subject: str = WHOLE) -> State[Value]:
        """How a long part stands; where nobody works on it, that begins now."""
        return self.session.want(part, subject)

    def consider(self, change: Change) -> Results:
        """The results of a change that is only being considered."""
        return self.session.consider(change)

    def sharing(self) -> int:
        """How many areas use the selected assembly."""
        assembly = self.assembly
        if assembly is None:
            return 0
        return sum(area.assembly == assembly.id for area in self.project.areas)

    def act(self, label: str, change: Change, merge: str = "") -> bool:
        """Change the document; a refusal is told and changes nothing."""
        try:
            return self.store.apply(label, change, merge)
        except GlacisError as fault:
            self.refused.emit(fault.words(self.system))
            return False

    def select_area(self, identifier: str) -> None:
        """Look at another area."""
        if identifier != self._selected_area and self.results.area(identifier):
            self._selected_area = identifier
            self.selected_layer = ""
            self.month = -1
            self.marked = None
            self.changed.emit()

    def select_layer(self, identifier: str) -> None:
        """Select a layer everywhere."""
        if identifier != self.selected_layer:
            self.selected_layer = identifier
            self.marked = None
            self.changed.emit()

    def select_month(self, month: int) -> None:
        """Look at a month, January = 0; -1 for the one that matters most."""
        if month != self.month:
            self.month = month
            self.changed.emit()

    def go_to(self, place: Place, stage: str) -> None:
        """Go to the stage where a place is mended, select what lies there and mark it."""
        if place.areas and self._selected_area not in place.areas:
            self.select_area(place.area)
        if place.layers:
            self.select_layer(place.layers[0])
        self.mark(place)
        self.place_wanted.emit(place, stage)

    def mark(self, place: Place | None) -> None:
        """Mark a place in the drawings; None for none."""
        if place != self.marked:
            self.marked = place
            self.changed.emit()

    def telling_month(self) -> int:
        """The chosen month, else the wettest, else the coldest."""
        if self.month >= 0 or self.area is None:
            return max(self.month, 0)
        monthly = self.area.roof.monthly
        if monthly.start is not None:
            return max(range(12), key=lambda m: monthly.totals[m])
        return min(range(12), key=lambda m: monthly.air[m].outdoor)

    def set_settings(self, settings: Settings) -> None:
        """Take other settings, and keep them."""
        if settings != self.settings:
            self.settings = settings
            fault = save_settings(settings, self._config)
            self.changed.emit()
            if fault and not self._forgetful:
                self._forgetful = True
                self.refused.emit(f"Settings cannot be kept: {fault}")

    def adjust(self, **values: object) -> None:
        """Change single settings by name."""
        self.set_settings(replace(self.settings, **values))

    def take_up(self, open_it: Callable[[], str]) -> str:
        """Open another document; the answer says what is wrong, empty for nothing."""
        before = self.project
        fault = open_it()
        if self.project is not before or not fault:
            self.selected_layer, self.month, self.marked = "", -1, None
            self._selected_area = self._first_area()
            self.changed.emit()
        return fault

    def open_document(self, project: Project) -> None:
        """Put a project on the desk that has no file yet."""

        def begin() -> str:
            try:
                self.session.documents.begin(project)
            except GlacisError as fault:
                return str(fault)
            return ""

        fault = self.take_up(begin)
        if fault:
            self.refused.emit(fault)

    def _remember(self, path: Path) -> None:
        self.set_settings(with_recent(self.settings, path))

    def _first_area(self) -> str:
        areas = self.project.areas
        return areas[0].id if areas else ""

    def _document_changed(self) -> None:
        if self.area is None:
            self._selected_area = self._first_area()
        assembly = self.assembly
        if assembly is None or all(x.id != self.selected_layer for x in assembly.layers):
            self.selected_layer = ""
        self.changed.emit()
