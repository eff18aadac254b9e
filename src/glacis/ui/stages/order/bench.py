# SPDX-License-Identifier: GPL-3.0-or-later
"""The Order bench: tasks along the days, clocks, finishes over drawn years, growth, what is closed by tonight."""

from msgspec.structs import replace
from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout

from glacis.core.graph.part import WHOLE, Pending, Ready
from glacis.core.model.days import day_text
from glacis.core.model.order import Move
from glacis.core.order.moves import Wished
from glacis.core.order.parts import FINISH, LOST
from glacis.core.order.working import task_working, tonight_working
from glacis.core.quantities.measures import told
from glacis.core.working import Working
from glacis.report.charts.order_clocks import (
    ClocksView,
    TonightView,
    clocks_scene,
    in_order,
    tonight_scene,
)
from glacis.report.charts.order_clocks import fitting as clocks_fitting
from glacis.report.charts.order_finish import FinishView, finish_scene
from glacis.report.charts.order_growth import grown_at, growth_scene
from glacis.report.charts.order_timeline import TimelineView, fitting, listed, timeline_scene
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk, today
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.stages.order.crew_panel import CrewPanel
from glacis.ui.stages.order.hand import OrderHand
from glacis.ui.stages.order.strips import GrowthStrip, TaskStrip, TonightStrip
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.strip import Strip

VIEWS = (
    ("timeline", "Timeline", "Tasks along the days, and why they stand there (1)"),
    ("clocks", "Clocks", "What lies open, and for how long it may (2)"),
    ("finish", "Finish", "When the work is done, over drawn years (3)"),
    ("tonight", "Tonight", "How much may be opened so that it is closed by tonight (4)"),
    ("growth", "Growth", "The roof as far as it has grown on a day (5)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "timeline", Qt.Key.Key_2: "clocks", Qt.Key.Key_3: "finish", Qt.Key.Key_4: "tonight",
    Qt.Key.Key_5: "growth",
}  # fmt: skip
WORDS = {
    "timeline": "Derived from layers, laps and edges; site and products decide. Edge protection "
    "before anybody goes up. Behind: what the year of record takes of each day.",
    "clocks": "General limits until the product's own is entered. What was wetted is dried or taken "
    "off, never covered.",
    "finish": "Drawn from one year of the site's hours; crews are taken as free. A forecast outranks "
    "it for the next days.",
    "growth": "Tight once a layer that sheds water lies; what is laid from below comes after. Left and right "
    "arrow go by a quarter of a day.",
    "tonight": "Old outlets live, cover on site, forecast read. Nothing is stripped that is not closed tonight.",
}


class OrderBench(Bench):
    """What is done when."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Order")
        self._prompts = prompts
        self._view = "timeline"
        self._first = 0
        self._sought = ""
        self._pressed = ""
        self._wants_before = False
        self.hand = OrderHand(desk, self)
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.controls.addWidget(
            push_button(
                "Working",
                "Every step behind the task in the hand, or behind tonight",
                self.show_working,
            )
        )
        self.crew_panel: CrewPanel | None = None
        self.canvas = Canvas("Tasks along the days", QSize(400, 240))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._drag)
        self.canvas.released.connect(self._release)
        self.canvas.wheeled.connect(lambda _at, notches: self._scroll(-round(notches) * 3))
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.tasks, self.tonight = TaskStrip(desk, self.hand), TonightStrip(desk, self.hand)
        self.tasks.before_wanted.connect(self.want_before)
        self.growth = GrowthStrip(desk, self.hand)
        self.strips: dict[str, Strip[OrderHand]] = {
            "timeline": self.tasks, "tonight": self.tonight, "growth": self.growth,
        }  # fmt: skip
        for strip in self.strips.values():
            strip.said.connect(self.said)
            self.column.addWidget(strip)
        self._why = label("", "second small", wrap=True)
        foot = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        foot.addWidget(self._why, 1)
        foot.addWidget(
            push_button("Crews…", "Crews, machines, workdays, clocks of products", self.open_crews)
        )
        self.column.addLayout(foot)
        self.hand.changed.connect(self.refresh)
        desk.got_on.connect(self._follow)
        self.setFocusProxy(self.canvas)

    def _follow(self) -> None:
        """Background work has got on."""
        if self.isVisible() and self._view == "finish":
            self.refresh()

    def open_crews(self) -> None:
        """Show crews and days over the bench."""
        if self.crew_panel is None:
            self.crew_panel = CrewPanel(self.desk, self)
            self.crew_panel.said.connect(self.said)
        open_alone(self, self.crew_panel)

    def show_view(self, name: str) -> None:
        """Show another view from its first row, or where what is in the hand is."""
        self._first, self._sought = 0, ""
        super().show_view(name)

    def show_working(self) -> None:
        """Open the steps behind the task in the hand, or behind what is closed by tonight."""
        if self.working() is not None:
            self.working_made.emit(self.working)

    def working(self) -> tuple[Working, str] | None:
        """The steps, and whose they are; None where nothing is in the hand."""
        area, closed, task = self.desk.area, self.hand.closed(), self.hand.held
        if self._view == "tonight" and closed is not None and area is not None:
            made = tonight_working(self.desk.project.order.tonight, self.hand.rates(), closed)
            return made, area.roof.area.name
        if task is None:
            return None
        made = task_working(task, self.hand.plan, self.desk.project.order)
        return made, told(task.name, self.desk.system)

    def refresh(self) -> None:
        """Show the order as it is."""
        self.views[self._view].setChecked(True)
        empty = self.empty_words()
        if not empty:
            self.hand.check()
        if self.crew_panel is not None and self.crew_panel.isVisible():
            self.crew_panel.refresh()
        for view, strip in self.strips.items():
            strip.setVisible(not empty and view == self._view)
        self._why.setText("" if empty else WORDS[self._view])
        if empty:
            self.say("")
            self.canvas.show_scene(saying(empty), self.desk.palette)
            return
        if self._view in self.strips:
            self.strips[self._view].refresh()
        self.canvas.show_scene(self._scene(), self.desk.palette)
        self.say(self._summary())

    def _scene(self) -> SceneMaker:
        hand, desk = self.hand, self.desk
        names = {area.id: area.name for area in desk.project.areas}
        if self._view == "clocks":
            plan = hand.plan
            self._first = max(
                0, min(self._first, len(hand.clocks) - clocks_fitting(self.canvas.height()))
            )
            clocks = ClocksView(plan, names, desk.system, hand.task, self._first, hand.crews)
            return lambda w, h: clocks_scene(clocks, (w, h))
        if self._view == "finish":
            return self._finish()
        if self._view == "growth":
            return self._growth()
        if self._view == "tonight":
            closed, area = hand.closed(), desk.area
            if closed is None or area is None:
                return saying(
                    "Nobody knows how fast this roof is stripped and closed: its steps have no rates."
                )
            shown = TonightView(area.roof.area, closed, hand.bays(), desk.system)
            return lambda w, h: tonight_scene(shown, (w, h))
        view = TimelineView(
            hand.plan, hand.shown, names, desk.system, hand.task, hand.onto, self._first, hand.crews,
            desk.value(LOST, WHOLE),
        )  # fmt: skip
        view = self._in_sight(view)
        return lambda w, h: timeline_scene(view, (w, h))

    def _in_sight(self, view: TimelineView) -> TimelineView:
        """Scrolled to what was just taken in the hand, and never beyond the ends."""
        rows = listed(view)
        most = fitting(self.canvas.height())
        if self.hand.task != self._sought:
            self._sought = self.hand.task
            at = next(
                (n for n, k in enumerate(rows) if view.plan.tasks[k].id == self.hand.task), -1
            )
            if at >= 0 and not self._first <= at < self._first + most:
                self._first = at - most // 3
        self._first = max(0, min(self._first, len(rows) - most))
        return replace(view, first=self._first)

    def _growth(self) -> SceneMaker:
        hand, area = self.hand, self.desk.area
        if area is None or hand.plan.network is None:
            return saying("Tasks wait for each other in a circle: the timeline tells which.")
        moment = min(hand.at, hand.end)
        view = grown_at(
            self.desk.project, area.roof, hand.plan, hand.starts, moment, self.desk.system
        )
        return lambda w, h: growth_scene(view, (w, h))

    def _finish(self) -> SceneMaker:
        plan = self.hand.plan
        if not plan.dated or plan.network is None:
            return saying(
                "Say when work begins, under Timeline: the weather is drawn from that day on."
            )
        state = (
            self.desk.want(FINISH, WHOLE)
            if self.isVisible()
            else self.desk.results.state(FINISH, WHOLE)
        )
        if isinstance(state, Ready) and state.value is not None:
            view = FinishView(state.value, plan.calendar)
            return lambda w, h: finish_scene(view, (w, h))
        if isinstance(state, Pending):
            job = self.desk.session.jobs.job((FINISH.name, WHOLE))
            share = f", {100 * job.share:.0f} %" if job is not None else ""
            return saying(f"Drawing a thousand years of weather{share}…")
        return saying("The weather of the site cannot be read.")

    def _summary(self) -> str:
        plan = self.hand.plan
        if plan.network is None:
            return "tasks wait for each other in a circle"
        broken = sum(clock.broken for clock in self.hand.clocks)
        last = max(plan.crews, default=0.0) if self.hand.crews else plan.network.length
        words = f"{len(plan.tasks)} tasks, {last:.0f} workdays"
        if plan.dated:
            words += f", done {day_text(plan.calendar.evening(last))}"
        if broken:
            words += f"; {broken} clock{'s run' if broken > 1 else ' runs'} out"
        if plan.lost:
            words += f"; {len(plan.lost)} move{'s' if len(plan.lost) > 1 else ''} no longer fit"
        return words

    def want_before(self) -> None:
        """The next task that is pressed is the one this comes before."""
        if self.hand.held is not None:
            self._wants_before = True
            self.said.emit("Press the task that this one is to come before.", False)

    def _press(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is not None and hot.kind == "area":
            self.desk.select_area(hot.id)
        if hot is None or hot.kind != "task":
            return
        if self._wants_before and self.hand.task and hot.id != self.hand.task:
            self._wants_before = False
            self.put_before(self.hand.task, hot.id)
            return
        self._pressed = hot.id
        self.hand.choose(task=hot.id)

    def _drag(self, at: QPointF, _modifiers: object) -> None:
        hot = self.canvas.hot_at(at)
        onto = hot.id if hot is not None and hot.kind == "task" and hot.id != self._pressed else ""
        if self._pressed and self._view == "timeline" and onto != self.hand.onto:
            self.hand.choose(onto=onto)
        if onto:
            self.canvas.set_note(at, f"before {told(self._named(onto), self.desk.system)}")

    def _release(self, _at: QPointF) -> None:
        self.canvas.set_note(None)
        pressed, onto = self._pressed, self.hand.onto
        self._pressed, self.hand.onto = "", ""
        if pressed and onto:
            self.put_before(pressed, onto)

    def _named(self, ident: str) -> str:
        task = self.hand.plan.task(ident)
        return task.name if task is not None else ident

    def put_before(self, before: str, after: str) -> None:
        """Do one task before another: at once, by a decision, or not at all."""
        found = self.hand.wish(before, after)
        if found.verdict == "refused":
            self._prompts.tell(
                self, "It cannot be built so", self._path_words(found, before, after)
            )
            return
        move = Move(before=before, after=after)
        if found.verdict == "decide":
            decided = self._decided(found, move)
            if decided is None:
                return
            move = decided
        if self.hand.move(found, move):
            self.said.emit(f"{told(self._named(before), self.desk.system)} comes first now.", False)

    def _path_words(self, found: Wished, before: str, after: str) -> str:
        name = (
            told(self._named(before), self.desk.system),
            told(self._named(after), self.desk.system),
        )
        steps = "\n".join(
            f"{told(self._named(link.before), self.desk.system)} before "
            f"{told(self._named(link.after), self.desk.system)}: {link.reason}."
            for link in found.path
        )
        return f"“{name[0]}” cannot come before “{name[1]}”:\n{steps}"

    def _decided(self, found: Wished, move: Move) -> Move | None:
        """The move with the decision that lets links give way; None where nobody decides so."""
        steps = "; ".join(
            f"{told(self._named(x.before), self.desk.system)} first: {x.reason}"
            for x in found.gives_way
        )
        reason = self._prompts.name(self, f"This gives way: {steps}. Why?", "")
        if not reason:
            return None
        who = self.desk.project.author or "the designer"
        return Move(
            before=move.before,
            after=move.after,
            reason=reason,
            who=who,
            date=today(),
        )

    def take_back(self) -> None:
        """Take the last move back."""
        if not self.hand.take_back():
            self.said.emit("Nothing was moved.", False)

    def sign_hold_point(self) -> None:
        """Sign the hold point in the hand."""
        task = self.hand.held
        if task is None or not task.hold:
            self.said.emit("Take a hold point in the hand: a task with a lozenge.", True)
            return
        who = self._prompts.name(self, "Who signs it?", self.desk.project.author)
        if who:
            self.hand.sign(who, today())

    def _scroll(self, by: int) -> None:
        self._first += by
        self.refresh()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self.show_view(VIEW_KEYS[key])
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self._go(1 if key == Qt.Key.Key_Down else -1)
        elif key in (Qt.Key.Key_Left, Qt.Key.Key_Right) and self._view == "growth":
            self.growth.go(1 if key == Qt.Key.Key_Right else -1)
        elif key == Qt.Key.Key_A:
            self.hand.choose(all=not self.hand.all)
        elif key == Qt.Key.Key_B and self.hand.task:
            self.want_before()
        elif key == Qt.Key.Key_Escape and (self.hand.task or self._wants_before):
            self._wants_before = False
            self.hand.choose(task="")
        else:
            return
        event.accept()

    def _go(self, by: int) -> None:
        """The next task of the list."""
        plan = self.hand.plan
        if self._view == "clocks":
            rows = [clock.task for clock in in_order(self.hand.clocks)]
        else:
            view = TimelineView(plan, self.hand.shown, {}, self.desk.system, crews=self.hand.crews)
            rows = [plan.tasks[k].id for k in listed(view)] if plan.network is not None else []
        if rows:
            at = rows.index(self.hand.task) + by if self.hand.task in rows else 0
            self.hand.choose(task=rows[max(0, min(len(rows) - 1, at))])
