# SPDX-License-Identifier: GPL-3.0-or-later
"""The window: frame and actions, nothing else."""

from collections.abc import Callable
from functools import cached_property, partial
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from PyQt6 import sip
from PyQt6.QtCore import QTimer, pyqtSignal
from PyQt6.QtGui import QAction, QCloseEvent, QKeySequence, QPaintEvent
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

from glacis.core.judgement.place import Place
from glacis.core.working import Working
from glacis.files.errors import shown_name
from glacis.report.scene import subscripted
from glacis.ui.actions import LEADER, MENUS, OPEN, REDO, UNDO, WINDOW_ACTIONS, Action, MenuName
from glacis.ui.bench import Bench, BenchKind, Context
from glacis.ui.core_column import CoreColumn, step_area
from glacis.ui.desk import Desk
from glacis.ui.entrance import Entrance
from glacis.ui.findings import Findings
from glacis.ui.papers import Papers
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stand import take_place, with_place
from glacis.ui.tally import Tally
from glacis.ui.theme.theme import apply_theme
from glacis.ui.trouble_bar import TroubleBar
from glacis.ui.walk import Walk
from glacis.ui.widgets.labels import label, tight

if TYPE_CHECKING:
    from glacis.ui.explain import Explainer
    from glacis.ui.tour import Tour
    from glacis.ui.working_panel import WorkingPanel

OneBench = TypeVar("OneBench", bound=Bench)
FIRST_STAGE = "build-up"
"""Where a window opens."""
SAID_FOR = 8000
"""[ms]"""
A_MOMENT, A_FRAME = 1, 16
"""[ms]; with none at all Qt would call before it has put the painting on the screen."""


class MainWindow(QMainWindow):
    """Walk, core, bench, findings and tally round one desk."""

    seen = pyqtSignal()
    """It was painted for the first time: what can wait until then may begin."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__()
        self.desk = desk
        self.prompts = prompts
        self.papers: Papers = Papers(desk, prompts, self)
        self.papers.taken_up.connect(self._take_up)
        self.papers.said.connect(self.say)
        self._stage = ""
        self._theme = desk.settings.theme
        self._kinds: dict[str, BenchKind] = {}
        for stage in desk.stages:
            module = stage.module("ui.stages")
            if module is not None:
                self._kinds[stage.id] = module.KIND
        self._benches: dict[str, Bench] = {}
        self._views: dict[str, str] = {}
        self._actions: list[tuple[Action, QAction]] = []
        self._unfilled: list[tuple[QMenu, MenuName]] = []
        self._lay_out()
        self._make_menus()
        self._panel: WorkingPanel | None = None
        desk.changed.connect(self.refresh)
        desk.refused.connect(partial(self.say, refused=True))
        desk.place_wanted.connect(self._go_to)
        self._hush = QTimer(self)
        self._hush.setSingleShot(True)
        self._hush.timeout.connect(self._message.hide)
        take_place(self, desk.settings.places)
        self._painted = False
        self.judge: Callable[[], object] = desk.session.judge_all
        first = FIRST_STAGE if FIRST_STAGE in self._kinds else next(iter(self._kinds))
        self.show_stage(first)
        self.refresh()
        self._bench(first).setFocus()

    def _take_up(self) -> None:
        """Put the hand on the bench after another document came onto the desk."""
        self._benches[self._stage].setFocus()

    def _lay_out(self) -> None:
        self.walk = Walk(self.desk)
        self.walk.chosen.connect(self.show_stage)
        self.core = CoreColumn(self.desk)
        self.findings = Findings(self.desk)
        self.findings.page_wanted.connect(self.papers.write_finding)
        for other in (self.walk, self.core):
            self.findings.came.connect(other.refresh)
        self.tally = Tally(self.desk)
        self.tally.opened.connect(self.open_working)
        self.centre = QStackedWidget()
        self.entrance = Entrance(self.desk, self, self.centre)
        self._message = label(kind="small", wrap=True)
        self._message.setContentsMargins(16, 4, 16, 4)
        self._message.hide()
        centre = QFrame()
        column = tight(QVBoxLayout(centre), (0, 0, 0, 0), 0)
        column.addWidget(self.centre, 1)
        column.addWidget(self._message)
        self.trouble = TroubleBar()
        self.trouble.save.clicked.connect(self.papers.save_as)
        self.desk.troubled.connect(self.trouble.show_fault)
        column.addWidget(self.trouble)
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
        for name in MENUS:
            menu = bar.addMenu(name)
            if menu is not None:
                menu.setToolTipsVisible(True)
                self._unfilled.append((menu, name))

    def _be_seen(self) -> None:
        self._fill_menus()
        self.trouble.show_fault(self.papers.documents.trouble)
        self.seen.emit()

    def _fill_menus(self) -> None:
        """Fill the menus, once: after the first painting, or when their entries are asked for."""
        unfilled, self._unfilled = self._unfilled, []
        for menu, name in unfilled:
            self._fill_menu(menu, name)
        if unfilled:
            self._enable()

    def _fill_menu(self, menu: QMenu, name: MenuName) -> None:
        """Actions of the window, those of the stages, the ways to the stages, then the last ones."""
        own = [action for action in WINDOW_ACTIONS if action.menu == name]
        for action in own:
            if not action.last:
                self._add(menu, action, partial(action.do, self))
        for stage, kind in self._kinds.items():
            for action in kind.actions:
                if action.menu == name:
                    self._add(menu, action, partial(self._do_on, stage, action))
        if name == "View":
            self._add_stages(menu)
        for action in own:
            if action.last:
                self._add(menu, action, partial(action.do, self))

    def _add(self, menu: QMenu, action: Action, do: Callable[[], object]) -> None:
        if action.rule:
            menu.addSeparator()
        made = self._make_action(action, do)
        menu.addAction(made)
        self._actions.append((action, made))
        if action is OPEN:
            self._recent = QMenu("Open recent", self)
            self._recent.aboutToShow.connect(self._fill_recent)
            menu.addMenu(self._recent)

    def _add_stages(self, menu: QMenu) -> None:
        """A way to every stage: by number for the first nine, by two keys for all."""
        for number, stage in enumerate(self.desk.stages, 1):
            go = partial(self.show_stage, stage.id)
            numbered = f"Ctrl+{number}" if number <= 9 else ""
            action = Action(
                "View", stage.title, numbered, stage.tip, lambda _window: None, number == 1
            )
            self._add(menu, action, go)
            ways = [numbered] if numbered else []
            ways.append(f"{LEADER}, {stage.letter}")
            made = self._actions[-1][1]
            made.setShortcuts([QKeySequence(way) for way in ways])
            made.setToolTip(plain_tip(f"{stage.tip} ({' or '.join(ways)})"))

    def _make_action(self, action: Action, do: Callable[[], object]) -> QAction:
        plain = subscripted(action.text, "", "").replace("fRsi", "f-Rsi")
        made = QAction(plain, self)
        made.setCheckable(action.on is not None)
        if action.keys:
            made.setShortcut(QKeySequence(action.keys))
        made.setToolTip(plain_tip(f"{action.tip} ({action.keys})" if action.keys else action.tip))
        made.triggered.connect(lambda _on=False: do())
        return made

    def _do_on(self, stage: str, action: Action) -> None:
        """Do an action of a stage to its bench."""
        if not action.stays:
            self.show_stage(stage)
            self.centre.setCurrentWidget(self._bench(stage))
        action.do(self._bench(stage))

    @property
    def menu_entries(self) -> tuple[tuple[Action, QAction], ...]:
        """Everything in the menus, each with what does it."""
        self._fill_menus()
        return tuple(self._actions)

    @property
    def actions_offered(self) -> tuple[Action, ...]:
        """Everything in the menus, in their order."""
        return tuple(action for action, _ in self.menu_entries)

    @property
    def kinds(self) -> dict[str, BenchKind]:
        """What the stages bring to the window, by stage."""
        return self._kinds

    def _fill_recent(self) -> None:
        self._recent.clear()
        for name in self.desk.settings.recent:
            entry = self._recent.addAction(Path(name).name)
            if entry is not None:
                entry.setToolTip(plain_tip(name))
                entry.triggered.connect(lambda _on=False, p=Path(name): self.papers.open_path(p))
        self._recent.setEnabled(bool(self.desk.settings.recent))

    def _bench(self, stage: str) -> Bench:
        """The bench of a stage, made when it is first wanted."""
        if stage not in self._benches:
            bench = self._kinds[stage].make(Context(self.desk, self.prompts))
            bench.working_wanted.connect(self.open_working)
            bench.working_made.connect(self._open_made)
            bench.said.connect(self.say)
            bench.setWhatsThis(
                plain_tip(next(f"{s.title}: {s.tip}." for s in self.desk.stages if s.id == stage))
            )
            self._benches[stage] = bench
            self.centre.addWidget(bench)
            if self._views.get(stage):
                bench.show_view(self._views[stage])
        return self._benches[stage]

    @property
    def working_panel(self) -> "WorkingPanel | None":
        """The open working, if one was ever opened."""
        return self._panel

    @property
    def stage(self) -> str:
        """Where one is."""
        return self._stage

    def show_stage(self, stage: str) -> None:
        """Go to a stage."""
        if stage not in self._kinds:
            return
        self._stage = stage
        bench = self._bench(stage)
        before = self.centre.currentWidget()
        hand = QApplication.focusWidget()
        follow = before is not None and hand is not None and before.isAncestorOf(hand)
        self.centre.setCurrentWidget(self.entrance.on_top(bench))
        if follow and before is not bench:
            bench.setFocus()
        self.walk.show_stage(stage)
        if self.isVisible():
            bench.refresh()
            self.entrance.refresh()

    def step_stage(self, by: int) -> None:
        """Go to the next stage (1) or the one before (-1)."""
        order = list(self._kinds)
        self.show_stage(order[(order.index(self._stage) + by) % len(order)])

    def bench(self, stage: str, kind: type[OneBench] = Bench) -> OneBench:  # type: ignore[assignment]
        """The bench of a stage, shown.

        Raises:
            TypeError: where the stage has another kind of bench.
        """
        self.show_stage(stage)
        found = self._bench(stage)
        if not isinstance(found, kind):
            raise TypeError(f"{stage} has a {type(found).__name__}, not a {kind.__name__}")
        return found

    def _go_to(self, _place: Place, stage: str) -> None:
        """Where a finding is mended."""
        self.show_stage(stage)

    def refresh(self) -> None:
        """Show the present state of the desk everywhere it can be seen."""
        if self._theme != self.desk.settings.theme:
            self._theme = self.desk.settings.theme
            self._put_hidden_away()
            application = QApplication.instance()
            if isinstance(application, QApplication):
                apply_theme(application, self.desk.settings.theme)
        self.walk.refresh()
        self.core.refresh()
        self.findings.refresh()
        self.tally.refresh()
        bench = self._benches[self._stage]
        bench.refresh()
        self.entrance.show(bench)
        self._name_window()
        self._enable()

    def _put_hidden_away(self) -> None:
        """Benches that nobody sees are made anew in other colours when they are shown: it is six times as fast."""
        for stage in [name for name in self._benches if name != self._stage]:
            bench = self._benches.pop(stage)
            self._views[stage] = bench.view
            bench.shut_down()
            self.centre.removeWidget(bench)
            sip.delete(bench)  # now, not later: what is still there takes the colours too

    def _name_window(self) -> None:
        if self.desk.path is not None:
            self.prompts.folder = str(self.desk.path.parent)
        name = shown_name(self.desk.path) if self.desk.path else self.desk.project.name
        self.setWindowTitle(f"{name}[*] · Glacis")
        self.setWindowModified(self.desk.store.changed)

    def _enable(self) -> None:
        store = self.desk.store
        labels = {"Undo": store.undo_label, "Redo": store.redo_label}
        for action, made in self._actions:
            if action in (UNDO, REDO):
                words = labels[action.text]
                made.setEnabled(bool(words))
                made.setText(f"{action.text}: {words}" if words else action.text)
            elif action.on is not None:
                made.setChecked(action.on(self))

    def say(self, text: str, refused: bool = False) -> None:
        """Tell something in a line under the bench; it goes by itself."""
        self._message.setText(text)
        colour = self.desk.palette["stop" if refused else "second"]
        self._message.setStyleSheet(f"color: {colour};")
        self._message.setVisible(bool(text))
        if text:
            self._hush.start(SAID_FOR)

    def undo(self) -> None:
        """Take back the last step."""
        self.desk.store.undo()

    def redo(self) -> None:
        """Do it again."""
        self.desk.store.redo()

    def step_area(self, by: int) -> None:
        """Select another area."""
        step_area(self.desk, by)

    def open_working(self, figure: str) -> None:
        """Open the working of a figure."""
        if self.desk.area is None:
            self.say("There is no roof area yet, so there is nothing to work out.", True)
            return
        self._working_panel().show_figure(figure)  # type: ignore[arg-type]

    def _working_panel(self) -> "WorkingPanel":
        if self._panel is None:
            from glacis.ui.working_panel import WorkingPanel

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

    def size_text(self, percent: int) -> None:
        """Have text and drawings of another size from the next start on."""
        self.desk.adjust(text_size=percent)
        self._enable()
        self.say(f"Glacis starts with text at {percent} % from the next time on.")

    def toggle_units(self) -> None:
        """Change between SI and US customary units."""
        self.desk.change_units("us" if self.desk.system == "si" else "si")

    def show_keys(self) -> None:
        """Everything the keyboard does."""
        from glacis.ui.pages import KeyboardPage

        KeyboardPage(self, self.desk.stages, self.kinds, self.actions_offered).open()

    @cached_property
    def explainer(self) -> "Explainer":
        """Says what anything in the window is."""
        from glacis.ui.explain import Explainer

        return Explainer(self)

    @cached_property
    def tour(self) -> "Tour":
        """Six steps through the window."""
        from glacis.ui.tour import Tour

        return Tour(self)

    def take_tour(self) -> None:
        """Show the window in six steps, on the demo."""
        self.papers.open_demo()
        if self.desk.area is not None:
            self.tour.show_step(0)

    def show_glossary(self) -> None:
        """Every word and symbol with its meaning."""
        from glacis.ui.pages import GlossaryPage

        GlossaryPage(self).open()

    def show_about(self) -> None:
        """Version, licence, and what Glacis defers to."""
        from glacis.ui.pages import AboutPage

        AboutPage(self).open()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Right after the first painting the menus are filled, a frame later the roof is judged."""
        super().paintEvent(event)
        if not self._painted:
            self._painted = True
            QTimer.singleShot(A_MOMENT, self._be_seen)
            QTimer.singleShot(A_FRAME, self.judge)

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Guard unsaved changes, remember the window, end what runs."""
        if event is None:
            return
        if not self.papers.may_leave():
            event.ignore()
            return
        for bench in self._benches.values():
            bench.shut_down()
        self.desk.adjust(places=with_place(self, self.desk.settings.places))
        self.desk.session.close()
        event.accept()
