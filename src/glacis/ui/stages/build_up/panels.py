# SPDX-License-Identifier: GPL-3.0-or-later
"""The panels that lie over the section: palette, approaches, solver, new area; each made once."""

from collections.abc import Callable
from functools import partial
from typing import TYPE_CHECKING, TypeVar, cast

from PyQt6.QtCore import QRect

from glacis.core.errors import GlacisError
from glacis.files.errors import shown_name
from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.overlay import Overlay

if TYPE_CHECKING:
    from glacis.ui.stages.build_up.approach_panel import ApproachPanel
    from glacis.ui.stages.build_up.area_panel import AreaPanel
    from glacis.ui.stages.build_up.material_palette import MaterialPalette
    from glacis.ui.stages.build_up.solve_panel import SolvePanel

P = TypeVar("P", bound=Overlay)


class SectionPanels:
    """Makes each panel when it is first wanted and shows one at a time."""

    def __init__(self, bench: Bench, canvas: Canvas, prompts: Prompts) -> None:
        self._bench = bench
        self._canvas = canvas
        self._prompts = prompts
        self._made: dict[str, Overlay] = {}

    @property
    def _desk(self) -> Desk:
        return self._bench.desk

    def _panel(self, name: str, make: Callable[[], P]) -> P:
        if name not in self._made:
            panel = make()
            panel.closed.connect(self._canvas.setFocus)
            self._made[name] = panel
        return cast("P", self._made[name])

    @property
    def palette(self) -> "MaterialPalette":
        """The palette of materials."""

        def make() -> "MaterialPalette":
            from glacis.ui.stages.build_up.material_palette import MaterialPalette

            panel = MaterialPalette(self._desk, self._bench)
            panel.import_wanted.connect(self.import_materials)
            panel.export_wanted.connect(self.export_materials)
            return panel

        return self._panel("palette", make)

    @property
    def approaches(self) -> "ApproachPanel":
        """The approach chooser."""

        def make() -> "ApproachPanel":
            from glacis.ui.stages.build_up.approach_panel import ApproachPanel

            return ApproachPanel(self._desk, self._bench)

        return self._panel("approaches", make)

    @property
    def solver(self) -> "SolvePanel":
        """The solver."""

        def make() -> "SolvePanel":
            from glacis.ui.stages.build_up.solve_panel import SolvePanel

            panel = SolvePanel(self._desk, self._bench)
            panel.said.connect(self._bench.said)
            return panel

        return self._panel("solver", make)

    @property
    def new_area(self) -> "AreaPanel":
        """What asks for a new area."""

        def make() -> "AreaPanel":
            from glacis.ui.stages.build_up.area_panel import AreaPanel

            panel = AreaPanel(self._desk, self._bench)
            panel.said.connect(self._bench.said)
            panel.added.connect(lambda _area: self.choose_approach())
            return panel

        return self._panel("new area", make)

    def ground(self) -> QRect:
        """Where panels lie: from the section to the foot of the bench."""
        canvas = self._canvas.geometry()
        return QRect(
            canvas.x(), canvas.top(), canvas.width(), self._bench.height() - canvas.top() - 8
        )

    def dismiss(self) -> None:
        """Close whichever is open."""
        for panel in self._made.values():
            panel.dismiss()

    def refresh(self) -> None:
        """Let open panels that follow the document follow it."""
        for name in ("palette", "solver"):
            panel = self._made.get(name)
            if panel is not None and panel.isVisible():
                getattr(self, name).refresh()

    def open_palette(self, replacing: bool) -> None:
        """Offer materials; ``replacing`` only changes the heading."""
        self.dismiss()
        self.palette.open_over(self._canvas.geometry(), replacing)

    def choose_approach(self) -> None:
        """Offer the approaches."""
        self.dismiss()
        if self._desk.area is not None:
            self.approaches.open_over(self.ground())

    def solve(self) -> None:
        """Offer thicknesses that meet the target."""
        self.dismiss()
        if self._desk.area is not None:
            self.solver.open_over(self.ground())

    def add_area(self) -> None:
        """Ask for a new roof area."""
        self.dismiss()
        self.new_area.open_over(self.ground())

    def import_materials(self) -> None:
        """Read materials from a CSV table into the project."""
        from glacis.files.materials_csv import read_materials, with_materials

        path = self._prompts.table_path(self._bench)
        if path is None:
            return
        try:
            found = read_materials(path, self._desk.library.family_index())
        except GlacisError as fault:
            self._bench.said.emit(str(fault), True)
            return
        if self._desk.act("Import materials", partial(with_materials, found=found)):
            self._bench.said.emit(f"{len(found)} materials read from {shown_name(path)}.", False)
            self.palette.refresh()

    def export_materials(self) -> None:
        """Write all materials as a CSV table."""
        from glacis.files.materials_csv import materials_csv
        from glacis.ui.outputs import write_out

        path = self._prompts.save_path(
            self._bench, "Export materials", "materials.csv", "CSV tables (*.csv)"
        )
        if path is None:
            return
        own = {material.id for material in self._desk.project.materials}
        listed = sorted(self._desk.materials.values(), key=lambda m: m.id not in own)
        written = write_out(
            self._desk, self._prompts, self._bench, path, lambda: materials_csv(listed).encode()
        )
        if written:
            self._bench.said.emit(written, False)
