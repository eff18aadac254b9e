# SPDX-License-Identifier: GPL-3.0-or-later
"""The Compare bench: the built assembly and its variants side by side, drawn to one scale."""

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout, QMenu, QPushButton

from glacis.core.analysis.beside import WHOLE_JOBS
from glacis.core.build_up.parts import SCHOOLS
from glacis.core.build_up.schools import School
from glacis.core.graph.part import Failed, Ready
from glacis.core.model.variants import (
    in_place,
    keep_variant,
    promote_variant,
    remove_variant,
    rename_variant,
    variants_of,
)
from glacis.core.order.whole_job import WholeJob
from glacis.report.charts.compare import Column, compare_scene
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stages.compare.level_panel import LevelPanel
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight

MOST = 4
BUILT = ""


class CompareBench(Bench):
    """Keep, name, compare, build and let go of variants."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Compare")
        self._prompts = prompts
        self._chosen = BUILT
        self._first = 0
        self._waits = ""
        self.keep = self._button(
            "Keep as variant…", "Keep the present build-up under a name (K)", self.keep_present
        )
        self.schools = self._button(
            "Other schools", "Build the same roof as another school would", self._offer_schools
        )
        self.build = self._button("Build it", "Build the selected variant (Return)", self.promote)
        self.rename = self._button("Rename…", "Give the selected variant another name", self.name)
        self.remove = self._button("Remove", "Let the selected variant go (Delete)", self.let_go)
        self.canvas = Canvas("Variants side by side", QSize(400, 300))
        self.canvas.pressed.connect(self._press)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self._why = label(kind="second small", wrap=True)
        self.whole = QPushButton("Whole job")
        self.whole.setToolTip(
            plain_tip("Cost, carbon and days of the whole job with each variant (W)")
        )
        self.whole.setCheckable(True)
        self.whole.clicked.connect(self.refresh)
        self.level = push_button(
            "Draw level…",
            "What would have to change about the selected variant (L)",
            self.draw_level,
        )
        self._levels: LevelPanel | None = None
        foot = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        foot.addWidget(self._why, 1)
        foot.addWidget(self.level)
        foot.addWidget(self.whole)
        self.column.addLayout(foot)
        self.setFocusProxy(self.canvas)
        desk.got_on.connect(self._follow)

    def _button(self, words: str, tip: str, slot: Callable[[], None]) -> QPushButton:
        button = QPushButton(words)
        button.setToolTip(plain_tip(tip))
        button.clicked.connect(slot)
        self.controls.addWidget(button)
        return button

    def _follow(self) -> None:
        """Take what was worked out in the background."""
        asked = self._levels is not None and not self._levels.isHidden()
        if self.isVisible() and (self._waits or asked):
            self.refresh()

    def columns(self) -> tuple[Column, ...]:
        """What is built and up to three variants, the selected one among them."""
        result, project = self.desk.area, self.desk.project
        if result is None:
            return ()
        area = result.roof.area.id
        kept = variants_of(project, result.roof.assembly.id)
        places = [variant.id for variant in kept]
        if self._chosen in places:
            self._first = min(self._first, places.index(self._chosen))
            self._first = max(self._first, places.index(self._chosen) - (MOST - 2))
        self._first = max(0, min(self._first, len(kept) - (MOST - 1)))
        shown = kept[self._first : self._first + MOST - 1]
        results = self.desk.results
        built, jobs = f"Built: {result.roof.assembly.name}", self._jobs(area)
        found = [Column(BUILT, built, result, results.detail(area), jobs.get(BUILT))]
        for variant in shown:
            other = results.beside(in_place(project, variant.id))
            found.append(
                Column(
                    variant.id,
                    variant.name,
                    other.of(area),
                    other.detail(area),
                    jobs.get(variant.id),
                )
            )
        return tuple(found)

    def _jobs(self, area: str) -> dict[str, WholeJob]:
        """What is built and variants mean for the whole job, where that is asked for and known."""
        self._waits = ""
        if not self.whole.isChecked():
            return {}
        state = self.desk.want(WHOLE_JOBS, area)
        if isinstance(state, Ready):
            return dict(state.value)
        self._waits = state.why if isinstance(state, Failed) else "The whole job is worked out…"
        return {}

    def refresh(self) -> None:
        """Show the selected area's variants."""
        result = self.desk.area
        kept = variants_of(self.desk.project, result.roof.assembly.id) if result else ()
        if self._chosen not in {variant.id for variant in kept}:
            self._chosen = BUILT
        for button in (self.build, self.rename, self.remove):
            button.setEnabled(self._chosen != BUILT)
        for button in (self.keep, self.schools):
            button.setEnabled(result is not None)
        words = self.empty_words()
        if result is not None:
            count = len(kept)
            words = f"{result.roof.area.name} · {count} variant{'' if count == 1 else 's'}"
        self.say(words)
        painter = self._painter()
        self._why.setText(self._words(len(kept)))
        self.level.setVisible(self._chosen != BUILT)
        self.canvas.show_scene(painter, self.desk.palette)
        if self._levels is not None and not self._levels.isHidden():
            self._levels.refresh()

    def _words(self, count: int) -> str:
        if self.desk.area is None:
            return ""
        if not count:
            return (
                "Keep the present build-up as a variant and go on changing it, or let another school "
                "build this roof: both stand here side by side."
            )
        if self.whole.isChecked():
            return self._waits or (
                "≈: alike within both likely spreads. Beaten: another is as good in U, costs, carbon and days, and "
                "better in one. ≥: something has no price or rate."
            )
        chosen = next((v.name for v in self.desk.project.variants if v.id == self._chosen), "")
        if chosen:
            return f"Selected: {chosen}. Return builds it; differences are against what is built."
        more = f" {count} variants, three at a time: Left and Right go on." if count >= MOST else ""
        return f"Differences are against what is built. Select a column; Return builds it.{more}"

    def _painter(self) -> SceneMaker:
        columns, chosen, system = self.columns(), self._chosen, self.desk.system
        if not columns or not columns[0].result.roof.layers:
            return saying(self.empty_words() or "No layers yet.")
        currency = self.desk.project.quantities.costing.currency
        return lambda w, h: compare_scene(columns, chosen, w, h, system, currency)

    def select(self, identifier: str) -> None:
        """Select a column; the empty id is what is built."""
        self._chosen = identifier
        self.refresh()

    def _press(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is not None and hot.kind == "column":
            self.select(hot.id)

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        step = {Qt.Key.Key_Right: 1, Qt.Key.Key_Left: -1}.get(key)
        if step:
            self._step(step)
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.promote()
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self.let_go()
        elif key == Qt.Key.Key_W:
            self.whole.setChecked(not self.whole.isChecked())
            self.refresh()
        elif key == Qt.Key.Key_L:
            self.draw_level()
        elif key == Qt.Key.Key_K:
            self.keep_present()
        else:
            return
        event.accept()

    def _step(self, by: int) -> None:
        result = self.desk.area
        if result is None:
            return
        kept = variants_of(self.desk.project, result.roof.assembly.id)
        order = [BUILT, *(variant.id for variant in kept)]
        place = order.index(self._chosen) + by
        self.select(order[max(0, min(place, len(order) - 1))])

    def draw_level(self) -> None:
        """Show what would have to change about the selected variant for it to draw level with what is built."""
        if self._chosen == BUILT or self.desk.area is None:
            return
        if self._levels is None:
            self._levels = LevelPanel(self.desk, self)
        self._levels.ask(self.desk.area.roof.area.id, self._chosen)
        open_alone(self, self._levels)

    def keep_present(self) -> None:
        """Keep the present build-up under a name."""
        result = self.desk.area
        if result is None:
            return
        number = len(variants_of(self.desk.project, result.roof.assembly.id)) + 1
        name = self._prompts.name(self, "Keep as variant", f"Variant {number}")
        if name is not None:
            self._add(name, School(name, "", result.roof.assembly))

    def _add(self, name: str, school: School) -> None:
        result = self.desk.area
        if result is None:
            return
        before = {variant.id for variant in self.desk.project.variants}
        change = partial(
            keep_variant, assembly=result.roof.assembly.id, name=name, made=school.assembly
        )
        if self.desk.act("Keep a variant", change):
            fresh = next(v.id for v in self.desk.project.variants if v.id not in before)
            self.select(fresh)
            if school.why:
                self.said.emit(school.why, False)

    def offered(self) -> tuple[School, ...]:
        """Schools that are not kept as variants yet."""
        result = self.desk.area
        if result is None:
            return ()
        names = {v.name for v in variants_of(self.desk.project, result.roof.assembly.id)}
        return tuple(
            school
            for school in self.desk.value(SCHOOLS, result.roof.area.id)
            if school.name not in names
        )

    def _offer_schools(self) -> None:
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.setToolTipsVisible(True)
        for school in self.offered():
            action = menu.addAction(school.name)
            if action is not None:
                action.setToolTip(plain_tip(school.why))
                action.triggered.connect(lambda _on=False, s=school: self.add_school(s))
        if menu.isEmpty():
            none = menu.addAction("No other school builds this roof differently")
            if none is not None:
                none.setEnabled(False)
        menu.popup(self.schools.mapToGlobal(self.schools.rect().bottomLeft()))

    def add_school(self, school: School) -> None:
        """Keep what another school would build as a variant."""
        self._add(school.name, school)

    def promote(self) -> None:
        """Build the selected variant; what was built is kept in its place."""
        if self._chosen != BUILT:
            self.desk.act("Build a variant", partial(promote_variant, identifier=self._chosen))

    def name(self) -> None:
        """Give the selected variant another name."""
        chosen = next((v for v in self.desk.project.variants if v.id == self._chosen), None)
        if chosen is None:
            return
        name = self._prompts.name(self, "Rename variant", chosen.name)
        if name is not None:
            change = partial(rename_variant, identifier=chosen.id, name=name)
            self.desk.act("Rename a variant", change)

    def let_go(self) -> None:
        """Remove the selected variant."""
        if self._chosen != BUILT:
            self.desk.act("Remove a variant", partial(remove_variant, identifier=self._chosen))
