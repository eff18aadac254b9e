"""What all parts of the window look at: document, results, selection, settings."""

from pathlib import Path

from msgspec.structs import replace
from PyQt6.QtCore import QObject, pyqtSignal

from glacis.core.analysis import Analyser, AreaResult, Results
from glacis.core.errors import GlacisError
from glacis.core.materials.library import Library
from glacis.core.model.document import Assembly, Material, Project, Site
from glacis.core.model.edit import Change
from glacis.core.units.quantities import System
from glacis.report.palette import PALETTES, Palette
from glacis.session.settings import Settings
from glacis.session.store import Store

STAGES = ("site", "shape", "build-up", "heat", "moisture", "compare", "handover")


class Desk(QObject):
    """The one model behind the views.

    Views read it and ask for changes through ``act``; they hear of every change, of
    document, selection or settings, by ``changed``.
    """

    changed = pyqtSignal()
    refused = pyqtSignal(str)
    stage_wanted = pyqtSignal(str)

    def __init__(
        self, project: Project, library: Library, sites: tuple[Site, ...], settings: Settings
    ) -> None:
        super().__init__()
        self.library = library
        self.sites = sites
        self.settings = settings
        self.path: Path | None = None
        self.analyser = Analyser(library)
        self.store = Store(project)
        self._selected_area = project.areas[0].id if project.areas else ""
        self.selected_layer = ""
        self.month = -1
        self._results = self.analyser.analyse(project)
        self.store.listen(self._document_changed)

    @property
    def project(self) -> Project:
        """The document."""
        return self.store.document

    @property
    def results(self) -> Results:
        """Everything that follows from the document."""
        return self._results

    @property
    def system(self) -> System:
        """Units the reader sees."""
        return self.project.units

    @property
    def palette(self) -> Palette:
        """Colours in force."""
        return PALETTES[self.settings.theme]

    @property
    def materials(self) -> dict[str, Material]:
        """All materials the project may use, by id."""
        return self.analyser.materials(self.project)

    @property
    def area(self) -> AreaResult | None:
        """The selected area with its results."""
        return self._results.area(self._selected_area)

    @property
    def assembly(self) -> Assembly | None:
        """The selected area's build-up."""
        area = self.area
        return area.roof.assembly if area else None

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
            self.refused.emit(str(fault))
            return False

    def select_area(self, identifier: str) -> None:
        """Look at another area."""
        if identifier != self._selected_area and self._results.area(identifier):
            self._selected_area = identifier
            self.selected_layer = ""
            self.month = -1
            self.changed.emit()

    def select_layer(self, identifier: str) -> None:
        """Select a layer everywhere."""
        if identifier != self.selected_layer:
            self.selected_layer = identifier
            self.changed.emit()

    def select_month(self, month: int) -> None:
        """Look at a month, January = 0; -1 for the one that matters most."""
        if month != self.month:
            self.month = month
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
        """Take other settings."""
        if settings != self.settings:
            self.settings = settings
            self.changed.emit()

    def adjust(self, **values: object) -> None:
        """Change single settings by name."""
        self.set_settings(replace(self.settings, **values))

    def open_document(
        self, project: Project, path: Path | None, saved: Project | None = None
    ) -> None:
        """Put another document on the desk."""
        self.path = path
        self.selected_layer = ""
        self.month = -1
        self._selected_area = project.areas[0].id if project.areas else ""
        self.store.replace_all(project, saved)

    def _document_changed(self) -> None:
        self._results = self.analyser.analyse(self.project)
        if self._results.area(self._selected_area) is None:
            areas = self.project.areas
            self._selected_area = areas[0].id if areas else ""
        assembly = self.assembly
        if assembly is None or all(x.id != self.selected_layer for x in assembly.layers):
            self.selected_layer = ""
        self.changed.emit()
