"""The window: frame and actions, nothing else."""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QByteArray, QSize, QTimer
from PyQt6.QtGui import QAction, QCloseEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QFrame,
    QHBoxLayout,
    QMainWindow,
    QMenu,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from glacis.core.working import Working
from glacis.files.atomic import stamp_of
from glacis.report.scene import subscripted
from glacis.ui.actions import ACTIONS, MENUS, Action
from glacis.ui.bench import Bench
from glacis.ui.core_column import CoreColumn, step_area
from glacis.ui.desk import STAGES, Desk
from glacis.ui.documents import Documents
from glacis.ui.findings import Findings
from glacis.ui.prompts import Prompts
from glacis.ui.tally import Tally
from glacis.ui.theme.theme import apply_theme
from glacis.ui.walk import Walk
from glacis.ui.widgets.labels import label, rich, tight
from glacis.ui.working_panel import WorkingPanel

if TYPE_CHECKING:
    from glacis.ui.stages.shape.bench import ShapeBench

DESIGN_SIZE = QSize(1280, 800)
LEAST_SIZE = QSize(1100, 700)
SAID_FOR = 8000


class MainWindow(QMainWindow):
    """Walk, core, bench, findings and tally round one desk."""

    def __init__(self, desk: Desk, documents: Documents, prompts: Prompts) -> None:
        super().__init__()
        self.desk = desk
        self.documents = documents
        self.prompts = prompts
        self._stage = ""
        self._theme = desk.settings.theme
        self._benches: dict[str, Bench] = {}
        self._actions: list[tuple[Action, QAction]] = []
        self.setMinimumSize(LEAST_SIZE)
        self.resize(DESIGN_SIZE)
        self._lay_out()
        self._make_menus()
        self._panel: WorkingPanel | None = None
        desk.changed.connect(self.refresh)
        desk.refused.connect(self._refuse)
        self._hush = QTimer(self)
        self._hush.setSingleShot(True)
        self._hush.timeout.connect(self._fall_silent)
        if desk.settings.geometry:
            self.restoreGeometry(QByteArray.fromBase64(desk.settings.geometry.encode()))
        self.show_stage("build-up")
        self.refresh()
        self._bench("build-up").setFocus()

    def _lay_out(self) -> None:
        self.walk = Walk(self.desk)
        self.walk.chosen.connect(self.show_stage)
        self.core = CoreColumn(self.desk)
        self.findings = Findings(self.desk)
        self.tally = Tally(self.desk)
        self.tally.opened.connect(self.open_working)
        self._stack = QStackedWidget()
        self._message = label(kind="small", wrap=True)
        self._message.setContentsMargins(16, 4, 16, 4)
        self._message.hide()
        centre = QFrame()
        column = tight(QVBoxLayout(centre), (0, 0, 0, 0), 0)
        column.addWidget(self._stack, 1)
        column.addWidget(self._message)
        whole = QWidget()
        outer = tight(QVBoxLayout(whole), (0, 0, 0, 0), 0)
        middle = tight(QHBoxLayout(), (0, 0, 0, 0), 0)
        middle.addWidget(self.core)
        middle.addWidget(centre, 1)
        middle.addWidget(self.findings)
        outer.addWidget(self.walk)
        outer.addLayout(middle, 1)
        outer.addWidget(self.tally)
        self.setCentralWidget(whole)

    def _make_menus(self) -> None:
        bar = self.menuBar()
        if bar is None:
            return
        menus: dict[str, QMenu] = {}
        for name in MENUS:
            menu = bar.addMenu(name)
            if menu is not None:
                menus[name] = menu
                menu.setToolTipsVisible(True)
        for action in ACTIONS:
            menu = menus[action.menu]
            if action.rule:
                menu.addSeparator()
            made = self._make_action(action)
            menu.addAction(made)
            self._actions.append((action, made))
            if action.id == "open_project":
                self._recent = QMenu("Open recent", self)
                self._recent.aboutToShow.connect(self._fill_recent)
                menu.addMenu(self._recent)

    def _make_action(self, action: Action) -> QAction:
        plain = subscripted(action.text, "", "").replace("fRsi", "f-Rsi")
        made = QAction(plain, self)
        if action.keys:
            made.setShortcut(QKeySequence(action.keys))
        made.setToolTip(f"{action.tip} ({action.keys})" if action.keys else action.tip)
        method: Callable[..., object] = getattr(self, action.id)
        call = partial(method, action.argument) if action.argument else method
        made.triggered.connect(lambda _on=False: call())
        return made

    def _fill_recent(self) -> None:
        self._recent.clear()
        for name in self.desk.settings.recent:
            entry = self._recent.addAction(Path(name).name)
            if entry is not None:
                entry.setToolTip(name)
                entry.triggered.connect(lambda _on=False, p=Path(name): self._open(p))
        self._recent.setEnabled(bool(self.desk.settings.recent))

    def _bench(self, stage: str) -> Bench:
        """The bench of a stage, made when it is first wanted."""
        if stage not in self._benches:
            bench = self._make_bench(stage)
            bench.working_wanted.connect(self.open_working)
            bench.said.connect(self.say)
            self._benches[stage] = bench
            self._stack.addWidget(bench)
        return self._benches[stage]

    def _make_bench(self, stage: str) -> Bench:
        if stage == "site":
            from glacis.ui.stages.site.bench import SiteBench

            return SiteBench(self.desk)
        if stage == "shape":
            from glacis.ui.stages.shape.bench import ShapeBench

            shape = ShapeBench(self.desk, self.prompts)
            shape.working_made.connect(self._open_made)
            return shape
        if stage == "heat":
            from glacis.ui.stages.heat.bench import HeatBench

            return HeatBench(self.desk)
        if stage == "moisture":
            from glacis.ui.stages.moisture.bench import MoistureBench

            return MoistureBench(self.desk)
        if stage == "compare":
            from glacis.ui.stages.compare.bench import CompareBench

            return CompareBench(self.desk, self.prompts)
        if stage == "handover":
            from glacis.ui.stages.handover.bench import HandoverBench

            return HandoverBench(self.desk, self.prompts)
        from glacis.ui.stages.build_up.bench import SectionBench

        return SectionBench(self.desk, self.prompts)

    @property
    def working_panel(self) -> WorkingPanel | None:
        """The open working, if one was ever opened."""
        return self._panel

    @property
    def stage(self) -> str:
        """Where one is."""
        return self._stage

    def show_stage(self, stage: str) -> None:
        """Go to a stage."""
        if stage not in STAGES:
            return
        self._stage = stage
        bench = self._bench(stage)
        before = self._stack.currentWidget()
        hand = QApplication.focusWidget()
        follow = before is not None and hand is not None and before.isAncestorOf(hand)
        self._stack.setCurrentWidget(bench)
        if follow and before is not bench:
            bench.setFocus()
        self.walk.show_stage(stage)
        if self.isVisible():
            bench.refresh()

    def bench(self, stage: str) -> Bench:
        """The bench of a stage, shown."""
        self.show_stage(stage)
        return self._benches[stage]

    def refresh(self) -> None:
        """Show the present state of the desk everywhere it can be seen."""
        if self._theme != self.desk.settings.theme:
            self._theme = self.desk.settings.theme
            application = QApplication.instance()
            if isinstance(application, QApplication):
                apply_theme(application, self.desk.settings.theme)
        self.walk.refresh()
        self.core.refresh()
        self.findings.refresh()
        self.tally.refresh()
        self._benches[self._stage].refresh()
        self._name_window()
        self._enable()

    def _name_window(self) -> None:
        name = self.desk.path.name if self.desk.path else self.desk.project.name
        self.setWindowTitle(f"{name}[*] · Glacis")
        self.setWindowModified(self.desk.store.changed)

    def _enable(self) -> None:
        store = self.desk.store
        for action, made in self._actions:
            if action.id == "undo":
                made.setEnabled(bool(store.undo_label))
                made.setText(f"Undo: {store.undo_label}" if store.undo_label else "Undo")
            elif action.id == "redo":
                made.setEnabled(bool(store.redo_label))
                made.setText(f"Redo: {store.redo_label}" if store.redo_label else "Redo")

    def say(self, text: str, refused: bool = False) -> None:
        """Tell something in a line under the bench; it goes by itself."""
        self._message.setText(rich(text))
        colour = self.desk.palette["stop" if refused else "second"]
        self._message.setStyleSheet(f"color: {colour};")
        self._message.setVisible(bool(text))
        if text:
            self._hush.start(SAID_FOR)

    def _fall_silent(self) -> None:
        self._message.hide()

    def _refuse(self, text: str) -> None:
        self.say(text, True)

    def undo(self) -> None:
        """Take back the last step."""
        self.desk.store.undo()

    def redo(self) -> None:
        """Do it again."""
        self.desk.store.redo()

    def insert_layer(self) -> None:
        """Offer materials on the Build-up bench."""
        from glacis.ui.stages.build_up.bench import SectionBench

        bench = self.bench("build-up")
        if isinstance(bench, SectionBench):
            bench.open_palette()

    def add_area(self) -> None:
        """Ask for a new roof area on the Build-up bench."""
        self.show_stage("build-up")
        self._on_section(lambda bench: bench.panels.add_area())

    def new_roof(self) -> None:
        """Ask for a new roof on the Shape bench."""
        self._on_shape(lambda bench: bench.open_panel())

    def free_planes(self) -> None:
        """Let the planes of the selected roof stand for themselves."""
        self._on_shape(lambda bench: bench.tools.free_planes())

    def _on_shape(self, do: Callable[["ShapeBench"], object]) -> None:
        from glacis.ui.stages.shape.bench import ShapeBench

        bench = self.bench("shape")
        if isinstance(bench, ShapeBench):
            do(bench)

    def choose_approach(self) -> None:
        """Offer the approaches on the Build-up bench."""
        self.show_stage("build-up")
        self._on_section(lambda bench: bench.panels.choose_approach())

    def solve(self) -> None:
        """Offer thicknesses that meet the target."""
        self.show_stage("build-up")
        self._on_section(lambda bench: bench.panels.solve())

    def remove_layer(self) -> None:
        """Take the selected layer out."""
        self._on_section(lambda bench: bench.remove_selected())

    def move_layer(self, step: str) -> None:
        """Move the selected layer."""
        self._on_section(lambda bench: bench.shift_selected(int(step)))

    def grow_layer(self, step: str) -> None:
        """Next purchasable thickness."""
        self._on_section(lambda bench: bench.grow_selected(int(step), False))

    def _on_section(self, do: Callable[..., object]) -> None:
        do(self._bench("build-up"))

    def step_area(self, step: str) -> None:
        """Select another area."""
        step_area(self.desk, int(step))

    def open_working(self, figure: str) -> None:
        """Open the working of a figure."""
        if self.desk.area is None:
            self.say("There is no roof area yet, so there is nothing to work out.", True)
            return
        self._working_panel().show_figure(figure)  # type: ignore[arg-type]

    def _working_panel(self) -> WorkingPanel:
        if self._panel is None:
            self._panel = WorkingPanel(self.desk, self)
        return self._panel

    def _open_made(self, make: Callable[[], tuple[Working, str] | None]) -> None:
        self._working_panel().show_made(make)

    def toggle_findings(self) -> None:
        """Fold the findings away or back."""
        self.desk.adjust(findings_open=not self.desk.settings.findings_open)

    def toggle_theme(self) -> None:
        """Change between light and dark."""
        self.desk.adjust(theme="lamp" if self.desk.settings.theme == "sheet" else "sheet")

    def toggle_units(self) -> None:
        """Change between SI and US customary units."""
        from msgspec.structs import replace

        system = "us" if self.desk.system == "si" else "si"
        self.desk.act("Change units", lambda project: replace(project, units=system))

    def show_keys(self) -> None:
        """Everything the keyboard does."""
        from glacis.ui.pages import KeyboardPage

        KeyboardPage(self).open()

    def show_about(self) -> None:
        """Version, licence, and what Glacis defers to."""
        from glacis.ui.pages import AboutPage

        AboutPage(self).open()

    def write_report(self) -> None:
        """Write the report from the Handover bench."""
        from glacis.ui.stages.handover.bench import HandoverBench

        bench = self.bench("handover")
        if isinstance(bench, HandoverBench):
            bench.write_report()

    def new_project(self) -> None:
        """Begin an empty project."""
        if self._may_leave():
            self.documents.new()
            self._take_up()

    def open_demo(self) -> None:
        """Open the demo."""
        if self._may_leave():
            self.documents.demo()
            self._take_up()

    def open_barn(self) -> None:
        """Open the demo in US units."""
        if self._may_leave():
            self.documents.demo("sallow-creek")
            self._take_up()

    def open_example(self) -> None:
        """Offer the example roofs."""
        from glacis.demo.examples import EXAMPLES

        menu = QMenu(self)
        for example in EXAMPLES:
            entry = menu.addAction(example.title)
            if entry is not None:
                entry.triggered.connect(lambda _on=False, name=example.id: self.take_example(name))
        menu.popup(self.mapToGlobal(self.rect().topLeft()))

    def take_example(self, identifier: str) -> None:
        """Open an example as a new project."""
        if self._may_leave():
            self.documents.example(identifier)
            self._take_up()

    def open_project(self) -> None:
        """Ask for a project and open it."""
        folder = str(self.desk.path.parent if self.desk.path else Path.home())
        path = self.prompts.open_path(self, folder)
        if path is not None:
            self._open(path)

    def _open(self, path: Path) -> None:
        if not self._may_leave():
            return
        fault = self.documents.open(path)
        if fault:
            self.prompts.tell(self, "Not opened", fault)

    def _take_up(self) -> None:
        """Put the hand on the bench after another document came onto the desk."""
        self._benches[self._stage].setFocus()

    def save(self) -> bool:
        """Save where the project belongs; ask where it belongs nowhere yet."""
        if self.desk.path is None:
            return self.save_as()
        known = self.documents.stamp
        if known is not None and stamp_of(self.desk.path) not in (known, None):
            text = f"{self.desk.path.name} was changed on disk by someone else since it was opened."
            if not self.prompts.confirm(self, "Changed on disk", text, "Overwrite it"):
                return False
        return self._save_to(self.desk.path)

    def save_as(self) -> bool:
        """Ask where, and save."""
        proposal = str(self.desk.path or Path.home() / f"{self.desk.project.name}.glacis")
        path = self.prompts.save_path(self, "Save project", proposal, "Glacis projects (*.glacis)")
        if path is None:
            return False
        return self._save_to(path if path.suffix else path.with_suffix(".glacis"))

    def _save_to(self, path: Path) -> bool:
        fault = self.documents.save(path)
        if fault:
            self.prompts.tell(self, "Not saved", fault)
            return False
        self.say(f"Saved: {path.name}")
        return True

    def _may_leave(self) -> bool:
        """Whether the present document may be left: saved, or given up by the user."""
        if not self.desk.store.changed:
            return True
        answer = self.prompts.unsaved(self, self.desk.project.name)
        if answer == "save":
            return self.save()
        return answer == "discard"

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Guard unsaved changes, remember the window, end what runs."""
        if event is None:
            return
        if not self._may_leave():
            event.ignore()
            return
        from glacis.ui.stages.handover.bench import HandoverBench

        for bench in self._benches.values():
            if isinstance(bench, HandoverBench):
                bench.jobs.finish()
        geometry = bytes(self.saveGeometry().toBase64().data()).decode()
        self.desk.adjust(geometry=geometry)
        self.documents.close()
        event.accept()
