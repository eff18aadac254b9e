# SPDX-License-Identifier: GPL-3.0-or-later
"""What the Shape bench reads and writes: pictures, cut cards, outlines out of drawings."""

from collections.abc import Callable
from pathlib import Path

from glacis.core.shape.drawn import Found
from glacis.core.shape.parts import SHAPE
from glacis.files.errors import shown_name
from glacis.report.scene import Scene
from glacis.session.jobs import Endings
from glacis.session.reading import DRAWING, start_reading
from glacis.ui.bench import Bench
from glacis.ui.drawing.canvas import Canvas, png_of
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.waiting import Waiting

PICTURES = "SVG drawings (*.svg);;PNG pictures (*.png)"


class ShapeFiles:
    """Asks where, and reads or writes; what goes wrong is said and changes nothing."""

    def __init__(self, bench: Bench, prompts: Prompts) -> None:
        self._bench = bench
        self._prompts = prompts

    def _write(self, title: str, name: str, kinds: str, make: Callable[[Path], bytes]) -> None:
        from glacis.ui.outputs import write_out

        proposal = f"{self._bench.desk.project.name} {name}"
        path = self._prompts.save_path(self._bench, title, proposal, kinds)
        if path is None:
            return
        bench = self._bench
        written = write_out(bench.desk, self._prompts, bench, path, lambda: make(path))
        if written:
            bench.said.emit(written, False)

    def save_picture(self, view: str, canvas: Canvas, scene: Callable[[], Scene]) -> None:
        """Write a drawing: SVG in print colours, or PNG as it is shown."""
        from glacis.report.svg import scene_svg

        def make(path: Path) -> bytes:
            if path.suffix.lower() == ".png":
                return png_of(canvas)
            return scene_svg(scene(), self._bench.desk.project.name).encode()

        self._write("Save picture", f"{view}.svg", PICTURES, make)

    def write_cards(self) -> None:
        """Write a card for every cut."""
        from glacis.report.cut_cards import cut_cards_pdf

        project, shape = self._bench.desk.project, self._bench.desk.value(SHAPE)
        self._write(
            "Write cut cards", "cut cards.pdf", "PDF (*.pdf)",
            lambda _path: cut_cards_pdf(project, shape),
        )  # fmt: skip

    def read_outlines(self, take: Callable[[Found], None]) -> None:
        """Ask for a drawing and read its outlines beside the window; ``take`` gets them."""
        path = self._prompts.outline_path(self._bench)
        if path is None:
            return
        jobs = self._bench.desk.session.jobs
        waiting = Waiting(self._bench, f"Reading {shown_name(path)}…", lambda: jobs.cancel(DRAWING))

        def done(found: Found) -> None:
            waiting.end()
            take(found)

        def failed(fault: Exception) -> None:
            waiting.end()
            self._prompts.tell(self._bench, "Not read", str(fault))

        start_reading(jobs, path, Endings(done, failed, lambda _share, _words: None))
