# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields under the Order bench: beginning, what is listed, the task in the hand, closed by tonight."""

from math import ceil

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QSlider,
)

from glacis.core.climate.year import MONTH_NAMES
from glacis.core.model.order import Tonight
from glacis.core.order.closing import hand_closing, handed
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.order.hand import OrderHand
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label
from glacis.ui.widgets.strip import Row, Strip
from glacis.ui.widgets.unit_field import UnitField

N, L = Quantity.PIECES, Quantity.LENGTH
H = Quantity.WORK_HOURS


class TaskStrip(Strip[OrderHand]):
    """When work begins, what is listed, and the task in the hand."""

    before_wanted = pyqtSignal()

    def __init__(self, desk: Desk, hand: OrderHand) -> None:
        super().__init__(desk, hand)
        first = self.row()
        first.addWidget(label("begins", "second small"))
        self.begins = self.words(
            "First day",
            "First day of work as year-month-day: Return takes it",
            104,
            self._take_begins,
        )
        self.begins.setPlaceholderText("year-month-day")
        first.addWidget(self.begins)
        self.listed = chooser(
            "Tasks that are listed", (("this area", False), ("the whole job", True))
        )
        self.listed.activated.connect(lambda _k: hand.choose(all=self.listed.currentData()))
        first.addWidget(self.listed)
        self.shared = chooser(
            "Where bars stand", (("as early as can be", False), ("as crews get to them", True))
        )
        self.shared.activated.connect(lambda _k: hand.choose(crews=self.shared.currentData()))
        first.addWidget(self.shared)
        first.addStretch(1)
        second = self.row()
        second.addWidget(label("takes days", "second small"))
        self.days = UnitField("days the task takes", Quantity.FACTOR, 70)
        self.days.committed.connect(self._note_days)
        second.addWidget(self.days)
        self.reason = self.words(
            "Why its days differ",
            "Why: Return puts them in the place of those derived",
            190,
            self._take_days,
        )
        self.reason.setPlaceholderText("why they differ")
        second.addWidget(self.reason)
        self.derive = push_button("Derive", "Let its days be derived again", hand.as_derived)
        second.addWidget(self.derive)
        self.before = push_button(
            "Before…", "Then press the task that it is to come before", self.before_wanted.emit
        )
        second.addWidget(self.before)
        second.addStretch(1)
        self._wanted: float | None = None

    def _take_begins(self) -> None:
        text = self.begins.text().strip()
        if text != self.desk.project.order.begins and not self.hand.state(
            "Change the first day", {"begins": text}
        ):
            self.begins.setText(self.desk.project.order.begins)

    def _note_days(self, value: float) -> None:
        self._wanted = value
        if self.reason.text().strip():
            self._take_days()
        else:
            self.reason.setFocus()
            self.said.emit("Say why, and they take the place of the derived days.", False)

    def _take_days(self) -> None:
        reason = self.reason.text().strip()
        if self._wanted is not None and reason and self.hand.lasts(self._wanted, reason):
            self._wanted = None

    def refresh(self) -> None:
        """Show the first day and the task in the hand."""
        order, task = self.desk.project.order, self.hand.held
        if not self.begins.hasFocus():
            self.begins.setText(order.begins)
        self.listed.setCurrentIndex(self.listed.findData(self.hand.all))
        self.shared.setCurrentIndex(self.shared.findData(self.hand.crews))
        for widget in (self.days, self.reason, self.before, self.derive):
            widget.setEnabled(task is not None)
        if task is None:
            return
        self.days.show_value(task.days[1], self.desk.system)
        stated = next((each for each in order.lasts if each.task == task.id), None)
        if not self.reason.hasFocus():
            self.reason.setText(stated.reason if stated is not None else "")
        self.derive.setEnabled(stated is not None)


QUARTERS = 4
"""Steps of the slider in a day."""


class GrowthStrip(Strip[OrderHand]):
    """The day up to which the roof has grown."""

    def __init__(self, desk: Desk, hand: OrderHand) -> None:
        super().__init__(desk, hand)
        row = self.row()
        row.addWidget(label("day", "second small"))
        self.slider = QSlider(Qt.Orientation.Horizontal)
        self.slider.setAccessibleName("Day of the work")
        self.slider.setToolTip(plain_tip("The day up to which the roof is drawn"))
        self.slider.setPageStep(QUARTERS)
        self.slider.valueChanged.connect(self._slid)
        row.addWidget(self.slider, 1)
        second = self.row()
        self.closing = label("", "second small", wrap=True)
        second.addWidget(self.closing, 1)
        self.handing = push_button(
            "Hand to Moisture",
            "Let the hours of Moisture begin in the month of closing, wet or dry",
            self.hand_over,
        )
        second.addWidget(self.handing)

    def hand_over(self) -> None:
        """Let Moisture take the closing of the selected area over."""
        closing = self.hand.closing()
        if closing is not None and self.desk.act(
            "Hand the closing to Moisture", lambda p: hand_closing(p, closing)
        ):
            month = MONTH_NAMES[closing.month - 1]
            self.said.emit(f"Moisture begins in {month}, {'wet' if closing.wet else 'dry'}.", False)

    def _slid(self, value: int) -> None:
        if value != round(self.hand.at * QUARTERS):
            self.hand.choose(at=value / QUARTERS)

    def go(self, by: int) -> None:
        """So many quarters of a day on."""
        self.slider.setValue(self.slider.value() + by)

    def refresh(self) -> None:
        """Show the day."""
        self.slider.blockSignals(True)
        self.slider.setRange(0, ceil(self.hand.end * QUARTERS))
        self.slider.setValue(round(self.hand.at * QUARTERS))
        self.slider.blockSignals(False)
        closing = self.hand.closing()
        self.handing.setEnabled(closing is not None and not handed(self.desk.project, closing))
        if closing is None:
            self.closing.setText("Closed in on no day yet: say when work begins, under Timeline.")
            return
        state = "wet" if closing.wet else "dry"
        self.closing.setText(f"Closed in on {closing.day}, {state}: {closing.why}.")


class TonightStrip(Strip[OrderHand]):
    """By what is reckoned how much may be opened today."""

    ROWS: tuple[tuple[Row, ...], ...] = (
        (
            ("people", "people", N, 46),
            ("start", "from", H, 58),
            ("shift_end", "to", H, 62),
            ("dusk", "dusk", H, 62),
            ("rain", "rain from", H, 62),
            ("buffer", "less", H, 58),
        ),
        (
            ("setup", "set-up", H, 58),
            ("breaks", "breaks", H, 58),
            ("check", "check", H, 58),
            ("wait", "waits", H, 58),
            ("edge", "hours a metre", Quantity.FACTOR, 60),
        ),
        (
            ("width", "strip", L, 70),
            ("module", "by", L, 70),
            ("sides", "open sides", N, 40),
            ("stock", "cover in stock", Quantity.AREA, 84),
        ),
    )

    def __init__(self, desk: Desk, hand: OrderHand) -> None:
        super().__init__(desk, hand)
        self.fields: dict[str, UnitField] = {}
        for rows in self.ROWS:
            row = self.row()
            for each in rows:
                made = self.fields[each[0]] = self.field(Tonight, each, self._take)
                row.addWidget(label(each[1], "second small"))
                row.addWidget(made)
            row.addStretch(1)

    def _take(self, made: UnitField, key: str, value: float) -> None:
        figure: float | int = round(value) if key in ("people", "sides") else value
        if not self.hand.state_tonight({key: figure}):
            made.refuse()

    def refresh(self) -> None:
        """Show by what it is reckoned."""
        stated, system = self.desk.project.order.tonight, self.desk.system
        for key, made in self.fields.items():
            made.show_value(float(getattr(stated, key)), system)
