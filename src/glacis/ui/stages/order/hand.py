# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Order bench, and what drags, keys and fields change."""

from collections.abc import Mapping
from typing import Any

from PyQt6.QtCore import QObject, pyqtSignal

from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE
from glacis.core.model.order import Move, Signed
from glacis.core.order.bays import Bay, bays_of
from glacis.core.order.change import (
    drop_move,
    lasts,
    lasts_as_derived,
    move_task,
    sign,
    state_order,
    state_tonight,
)
from glacis.core.order.clocks import Clock
from glacis.core.order.closing import Closing, closing_of
from glacis.core.order.moves import Wished
from glacis.core.order.parts import PLAN
from glacis.core.order.planned import Plan, wish_in
from glacis.core.order.task import Task
from glacis.core.order.tonight import Closed, closed_tonight, tonight_steps
from glacis.core.quantities.parts import COUNTED, trade_in
from glacis.ui.desk import Desk


class OrderHand(QObject):
    """The task in the hand, and which tasks are listed."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.task = ""
        self.onto = ""
        self.all = False
        self.crews = False
        self.at = 0.0

    @property
    def plan(self) -> Plan:
        """The order of work."""
        return self._desk.value(PLAN, WHOLE)

    @property
    def starts(self) -> tuple[float, ...]:
        """Of all tasks, as early as can be or as crews get to them [workdays]."""
        network = self.plan.network
        return self.plan.crews if self.crews or network is None else network.earliest

    @property
    def clocks(self) -> tuple[Clock, ...]:
        """Exposures, as early as can be or as crews get to it."""
        return self.plan.crew_clocks if self.crews else self.plan.clocks

    @property
    def end(self) -> float:
        """When everything is done [workdays]."""
        lasting = zip(self.starts, self.plan.tasks, strict=True)
        return max((start + task.days[1] for start, task in lasting), default=0.0)

    @property
    def held(self) -> Task | None:
        """The task in the hand."""
        return self.plan.task(self.task)

    @property
    def shown(self) -> tuple[str, ...]:
        """Ids of the tasks that are listed: of the selected area with what belongs to the job, or all."""
        area = self._desk.area
        if self.all or area is None:
            return ()
        name = area.roof.area.id
        return tuple(
            task.id
            for task in self.plan.tasks
            if name in task.areas or not task.areas or len(task.areas) > 2
        )

    def check(self) -> None:
        """Let go of what is no longer there."""
        if self.task and self.held is None:
            self.task = ""

    def choose(self, **values: Any) -> None:
        """Take something in the hand."""
        for name, value in values.items():
            setattr(self, name, value)
        self.changed.emit()

    def wish(self, before: str, after: str) -> Wished:
        """What becomes of a wish."""
        return wish_in(self.plan, before, after)

    def move(self, found: Wished, move: Move) -> bool:
        """Put one task before another."""
        return self._desk.act("Move a task", lambda p: move_task(p, found, move))

    def take_back(self) -> bool:
        """Take the last move back."""
        moves = self._desk.project.order.moves
        if not moves:
            return False
        last = moves[-1]
        return self._desk.act("Take a move back", lambda p: drop_move(p, last.before, last.after))

    def lasts(self, days: float, reason: str) -> bool:
        """State how many days the task in the hand takes."""
        task = self.task
        return self._desk.act("Days by hand", lambda p: lasts(p, task, days, reason))

    def as_derived(self) -> bool:
        """Let its days be derived again."""
        task = self.task
        return self._desk.act("Days as derived", lambda p: lasts_as_derived(p, task))

    def sign(self, who: str, date: str) -> bool:
        """Sign the hold point in the hand."""
        task = self.task
        return self._desk.act(
            "Sign a hold point", lambda p: sign(p, Signed(task=task, who=who, date=date))
        )

    def state(self, words: str, values: Mapping[str, Any]) -> bool:
        """State something about the order of work."""
        return self._desk.act(words, lambda p: state_order(p, **values))

    def state_tonight(self, values: Mapping[str, Any]) -> bool:
        """State by what is reckoned how much may be opened today."""
        return self._desk.act(
            "Change what is closed by tonight", lambda p: state_tonight(p, **values)
        )

    def rates(self) -> tuple[float, ...]:
        """Work by person-hour of every step from stripping to closing on the selected area [m²/h]."""
        area = self._desk.area
        if area is None:
            return ()
        reader = self._desk.results.reader
        trade = trade_in(reader)
        name = area.roof.area.id
        stripped = (x.step for x in reader.project.quantities.stripped if x.area == name)
        steps = tonight_steps(reader.value(COUNTED, name), next(stripped, ""))
        found = []
        for step in steps:
            rate = trade.rate(step) if step else None
            if rate is not None and rate[0] == "m2":
                found.append(rate[1].typical)
        return tuple(found)

    def closing(self) -> Closing | None:
        """When and how the selected area is closed in."""
        area = self._desk.area
        if area is None:
            return None
        signed = {each.task for each in self._desk.project.order.signed}
        return closing_of(self.plan, self.starts, area.roof.area.id, signed)

    def closed(self) -> Closed | None:
        """How much of the selected area may be opened today; None where nobody knows how fast it goes."""
        rates = self.rates()
        return closed_tonight(self._desk.project.order.tonight, rates) if rates else None

    def bays(self) -> tuple[Bay, ...]:
        """Bays of the selected area, one a day; none where nothing can be opened or they are too small."""
        area, closed = self._desk.area, self.closed()
        if area is None or closed is None:
            return ()
        try:
            return bays_of(area.roof.area, self._desk.project.order.tonight.width, closed.advance)
        except ValueRefused:
            return ()
