"""Pictures of every main view, made from the demo project."""

import os
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtCore import QEventLoop, QTimer
from PyQt6.QtWidgets import QApplication, QWidget

from glacis.ui.app import make_window
from glacis.ui.prompts import Prompts
from glacis.ui.stages.build_up.bench import SectionBench
from glacis.ui.stages.compare.bench import CompareBench
from glacis.ui.stages.handover.bench import HandoverBench
from glacis.ui.stages.heat.bench import HeatBench
from glacis.ui.stages.shape.bench import ShapeBench
from glacis.ui.window import MainWindow

FOLDER = Path(__file__).parent.parent / "docs" / "screenshots"


def settle(milliseconds: int = 60) -> None:
    """Let the window paint."""
    loop = QEventLoop()
    QTimer.singleShot(milliseconds, loop.quit)
    loop.exec()


def take(widget: QWidget, name: str) -> None:
    """One picture."""
    settle()
    FOLDER.mkdir(parents=True, exist_ok=True)
    widget.grab().save(str(FOLDER / f"{name}.png"))
    print(f"docs/screenshots/{name}.png")


def build_up(window: MainWindow) -> None:
    """The section with a layer selected."""
    window.show_stage("build-up")
    window.desk.select_layer("between")
    take(window, "build-up")


def palette(window: MainWindow) -> None:
    """The palette over the section."""
    bench = window.bench("build-up")
    if isinstance(bench, SectionBench):
        bench.open_palette()
        bench.panels.palette.search.setText("vapour")
        take(window, "palette")
        bench.panels.palette.dismiss()


def remedies(window: MainWindow) -> None:
    """A finding opened, its remedies with what they would change."""
    window.desk.select_area("laboratory")
    window.show_stage("build-up")
    window.desk.adjust(show_vapour=True)
    settle()
    window.findings.open_first()
    take(window, "findings")
    window.findings.open_first()
    window.desk.adjust(show_vapour=False)


def heat(window: MainWindow) -> None:
    """The resistance staircase."""
    window.desk.select_area("hall-south")
    window.show_stage("heat")
    take(window, "heat")


def thickness(window: MainWindow) -> None:
    """What more insulation would still bring, and the schools of averaging."""
    bench = window.bench("heat")
    if isinstance(bench, HeatBench):
        bench.show_view("thickness")
        take(window, "heat-thickness")
        bench.show_view("methods")
        take(window, "heat-methods")
        bench.show_view("paths")
        bench.open_corrections()
        take(window, "heat-corrections")
        bench.corrections_panel.dismiss()


def choosing(window: MainWindow) -> None:
    """The approach chooser and the solver."""
    window.desk.select_area("hall-south")
    bench = window.bench("build-up")
    if isinstance(bench, SectionBench):
        bench.panels.choose_approach()
        bench.panels.approaches.choose("hybrid")
        take(window, "approach")
        bench.panels.solve()
        take(window, "solve")
        bench.panels.dismiss()


def compare(window: MainWindow) -> None:
    """The laboratory as built and as it might be."""
    window.desk.select_area("laboratory")
    bench = window.bench("compare")
    if isinstance(bench, CompareBench):
        for school in bench.offered()[:2]:
            bench.add_school(school)
        bench.select("lab-closed")
        window.say("")
        take(window, "compare")


def moisture(window: MainWindow) -> None:
    """The year of water."""
    window.desk.select_area("laboratory")
    window.show_stage("moisture")
    take(window, "moisture")


def site(window: MainWindow) -> None:
    """The climate year."""
    window.show_stage("site")
    take(window, "site")


def working(window: MainWindow) -> None:
    """The working of U."""
    window.desk.select_area("hall-south")
    window.open_working("u")
    panel = window.working_panel
    if panel is not None:
        take(panel, "working")
        panel.close()


def handover(window: MainWindow) -> None:
    """The report before it is written."""
    bench = window.bench("handover")
    if isinstance(bench, HandoverBench):
        while bench.jobs.busy:
            settle(50)
    take(window, "handover")


def shape(window: MainWindow) -> None:
    """The roof in plan, in space, its cuts and its layers."""
    window.desk.select_area("hall-south")
    window.show_stage("shape")
    bench = window.bench("shape")
    if isinstance(bench, ShapeBench):
        bench.hand.choose(rim="south")
        bench.refresh()
        take(window, "shape")
        bench.hand.choose()
        for view in ("space", "cuts", "layers"):
            bench.show_view(view)
            take(window, f"shape-{view}")
        bench.show_view("plan")


def barn(window: MainWindow) -> None:
    """The demo in US units, dark."""
    window.open_barn()
    window.desk.adjust(theme="lamp")
    bench = window.bench("shape")
    if isinstance(bench, ShapeBench):
        bench.show_view("space")
        take(window, "shape-barn")
        bench.show_view("plan")
    window.desk.adjust(theme="sheet")
    window.open_demo()


VIEWS: tuple[Callable[[MainWindow], None], ...] = (
    build_up, palette, remedies, choosing, heat, thickness, moisture, site, working, handover,
    shape, barn, compare,
)  # fmt: skip


def main() -> int:
    """All pictures."""
    application = QApplication(sys.argv[:1])
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        window = make_window(True, None, home / "config", home / "journal", Prompts())
        window.resize(1280, 800)
        window.show()
        for view in VIEWS:
            view(window)
        window.desk.store.mark_saved()
        window.close()
    application.quit()
    return 0


if __name__ == "__main__":
    sys.exit(main())
