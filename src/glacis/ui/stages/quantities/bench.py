# SPDX-License-Identifier: GPL-3.0-or-later
"""The Quantities bench: the bill laid out on the roof, cuts, weights, cost and carbon, the years after."""

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QHBoxLayout

from glacis.core.graph.part import WHOLE
from glacis.core.junctions.parts import PIECES
from glacis.core.quantities.shown import carbon_words, money
from glacis.core.quantities.working import cost_working, line_working
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.working import Working
from glacis.report.charts.quantities_cost import CostView, cost_scene
from glacis.report.charts.quantities_cuts import CutsView, cuts_scene, rows_in
from glacis.report.charts.quantities_plan import BillView, Row, bill_scene, fitting, row_of, rows_of
from glacis.report.charts.quantities_weight import WeightView, plan_fit, weight_scene
from glacis.report.charts.quantities_years import YearsView, years_scene
from glacis.report.scene import Hot, SceneMaker, saying
from glacis.ui.bench import Bench, view_buttons
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Prompts
from glacis.ui.stages.quantities.hand import QuantitiesHand
from glacis.ui.stages.quantities.own_panel import OwnPanel
from glacis.ui.stages.quantities.price_panel import PricePanel
from glacis.ui.stages.quantities.strips import (
    CostStrip,
    LineStrip,
    StackStrip,
    YearsStrip,
)
from glacis.ui.widgets.bench_panel import open_alone
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.strip import Strip

VIEWS = (
    ("bill", "Bill", "What is bought, where it lies and how it is laid out (1)"),
    ("cuts", "Cuts", "Stock, and what is cut from it (2)"),
    ("weight", "Weight", "What areas weigh, and stacks on the deck (3)"),
    ("cost", "Cost", "First cost and carbon by section (4)"),
    ("years", "Years", "What is due again, and when (5)"),
)
VIEW_KEYS = {
    Qt.Key.Key_1: "bill", Qt.Key.Key_2: "cuts", Qt.Key.Key_3: "weight", Qt.Key.Key_4: "cost", Qt.Key.Key_5: "years",
}  # fmt: skip
WORDS = {
    "bill": "Laid out, cut and counted; assumed sizes say so. Lift with a hoist, keep feet off insulation edges.",
    "cuts": "Dust of wood, mineral fibre and cement: mask and goggles; a guard on every saw.",
    "weight": "What a deck bears is the engineer's number. Nothing stacked on edges, rooflights or fresh bonds.",
    "cost": "Seller's offers and the firm's own rates outrank general figures.",
    "years": "Lives are ranges: what is looked at each year lasts longer. Fall protection for whoever looks.",
}
Panel = PricePanel | OwnPanel


class QuantitiesBench(Bench):
    """What to buy for the whole roof."""

    def __init__(self, desk: Desk, prompts: Prompts) -> None:
        super().__init__(desk, "Quantities")
        self._prompts = prompts
        self._view = "bill"
        self._first = 0
        self._sought = ("", "")
        self.hand = QuantitiesHand(desk, self)
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.controls.addWidget(
            push_button(
                "Working",
                "Every step behind the line in the hand, or the cost of the job",
                self.show_working,
            )
        )
        self.prices: PricePanel | None = None
        self.own: OwnPanel | None = None
        self.canvas = Canvas("What to buy for the roof", QSize(400, 240))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._drag)
        self.canvas.released.connect(self._release)
        self.canvas.wheeled.connect(lambda _at, notches: self._scroll(-round(notches) * 3))
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.lines, self.stacks = LineStrip(desk, self.hand), StackStrip(desk, self.hand)
        self.strips: dict[str, Strip[QuantitiesHand]] = {
            "bill": self.lines,
            "weight": self.stacks,
            "cost": CostStrip(desk, self.hand),
            "years": YearsStrip(desk, self.hand),
        }
        for strip in self.strips.values():
            strip.said.connect(self.said)
            self.column.addWidget(strip)
        self._why = label("", "second small", wrap=True)
        foot = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        foot.addWidget(self._why, 1)
        for words, tip, done in (
            ("Prices…", "Prices, what hours cost, lives and carbon factors", self.open_prices),
            ("Own lines…", "Lines of your own, and what comes off before", self.open_own),
        ):
            foot.addWidget(push_button(words, tip, done))
        self.column.addLayout(foot)
        self.hand.changed.connect(self.refresh)
        self.setFocusProxy(self.canvas)

    def open_prices(self) -> None:
        """Show prices over the bench."""
        if self.prices is None:
            self.prices = PricePanel(self.desk, self.hand, self._prompts, self)
            self.prices.said.connect(self.said)
        open_alone(self, self.prices)

    def open_own(self) -> None:
        """Show own lines over the bench."""
        if self.own is None:
            self.own = OwnPanel(self.desk, self.hand, self)
            self.own.said.connect(self.said)
        open_alone(self, self.own)

    @property
    def _panels(self) -> list[Panel]:
        return [panel for panel in (self.prices, self.own) if panel is not None]

    def read_prices(self) -> None:
        """Prices from a table."""
        self.open_prices()
        if self.prices is not None:
            self.prices.read_prices()

    def read_labour(self) -> None:
        """What hours cost, from a table."""
        self.open_prices()
        if self.prices is not None:
            self.prices.read_labour()

    def show_working(self) -> None:
        """Open the steps behind the line in the hand, or the cost of the job."""
        if self.working() is not None:
            self.working_made.emit(self.working)

    def working(self) -> tuple[Working, str] | None:
        """The steps behind the line in the hand, or the cost of the job; None for a roof without areas."""
        if not self.desk.project.areas:
            return None
        line, names = self.hand.line, {area.id: area.name for area in self.desk.project.areas}
        if line is not None and self._view in ("bill", "cuts"):
            where = ", ".join(names.get(area, area) for area in line.places.areas)
            return line_working(line, self.hand.bill, self.hand.cost, self.desk.system), where
        return cost_working(self.hand.cost, self.desk.project.quantities.costing), "The whole job"

    def refresh(self) -> None:
        """Show the bill as it is."""
        self.views[self._view].setChecked(True)
        empty = self.empty_words()
        if not empty:
            self.hand.check()
        for panel in self._panels:
            if panel.isVisible():
                panel.refresh()
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
        system, currency = desk.system, desk.project.quantities.costing.currency
        names = {area.id: area.name for area in desk.project.areas}
        if self._view == "weight":
            area = desk.area.roof.area.id if desk.area else ""
            weights = WeightView(
                desk.project.areas, hand.weights, hand.stacks, system, area, hand.stack
            )
            return lambda w, h: weight_scene(weights, (w, h))
        if self._view == "cost":
            area_of = sum(weight.true_area for weight in hand.weights)
            costs = CostView(hand.bill, hand.cost, currency, area_of, system)
            return lambda w, h: cost_scene(costs, (w, h))
        if self._view == "years":
            years = YearsView(hand.later, currency, names, hand.year)
            return lambda w, h: years_scene(years, (w, h))
        if self._view == "cuts":
            line = hand.line
            cuts = CutsView(hand.bill, hand.order, line.boards if line is not None else (), system)
            self._first = max(0, min(self._first, rows_in(cuts) - 1))
            cuts = CutsView(cuts.bill, cuts.order, cuts.plans, system, self._first)
            return lambda w, h: cuts_scene(cuts, (w, h))
        return self._bill(names, currency)

    def _bill(self, names: dict[str, str], currency: str) -> SceneMaker:
        hand = self.hand
        rows = rows_of(hand.bill, hand.product)
        self._keep_in_sight(rows)
        edges = {
            piece.id: piece.lines or ((piece.at, piece.at),)
            for piece in self.desk.value(PIECES, WHOLE)
        }
        line = hand.line
        shown = BillView(
            hand.bill, hand.cost, self.desk.project.areas, names, edges, hand.plane(), hand.members(), hand.points(),
            self.desk.system, currency, hand.product, line.id if line is not None else "", self._first, hand.sheet,
        )  # fmt: skip
        return lambda w, h: bill_scene(shown, (w, h))

    def _keep_in_sight(self, rows: tuple[Row, ...]) -> None:
        """Scroll to what was just taken in the hand, and never beyond the ends."""
        most = fitting(self.canvas.height())
        held = (self.hand.product, self.hand.line_id)
        if held != self._sought:
            self._sought = held
            at = row_of(rows, *held)
            if at >= 0 and not self._first <= at < self._first + most - 1:
                self._first = at - most // 3
        self._first = max(0, min(self._first, len(rows) - most))

    def _summary(self) -> str:
        hand = self.hand
        currency = self.desk.project.quantities.costing.currency
        if self._view == "weight":
            heaviest = max(hand.weights, key=lambda w: w.most)
            name = next(a.name for a in self.desk.project.areas if a.id == heaviest.area)
            most = with_unit(heaviest.most, Quantity.AREA_MASS, self.desk.system)
            return f"heaviest: {name}, {most}"
        cost = hand.cost
        lead = "at least " if cost.at_least else ""
        words = f"{len(hand.bill.orders)} products, {lead}{money(cost.total.typical, currency)}"
        return f"{words}, {carbon_words(cost.carbon.made.typical)}"

    def _press(self, hot: Hot | None, _at: QPointF) -> None:
        if hot is None:
            return
        if hot.kind == "product":
            same = hot.id == self.hand.product and not self.hand.line_id
            self.hand.choose(product="" if same else hot.id, line_id="", sheet=0)
        elif hot.kind == "line":
            self.hand.take_line(hot.id)
        elif hot.kind == "area":
            self.desk.select_area(hot.id)
            self.refresh()
        elif hot.kind == "stack":
            self.hand.grip(hot.id)
        elif hot.kind == "year":
            self.hand.choose(year=-1 if self.hand.year == int(hot.id) else int(hot.id))

    def _drag(self, at: QPointF, _modifiers: object) -> None:
        if not self.hand.is_dragging:
            return
        view = WeightView(self.desk.project.areas, (), (), self.desk.system)
        fit = plan_fit(view, (float(self.canvas.width()), float(self.canvas.height())))
        self.hand.drag(((at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale))
        stack = next((each for each in self.hand.stacks if each.stated.id == self.hand.stack), None)
        if stack is not None:
            self.canvas.set_note(at, with_unit(stack.load, Quantity.AREA_MASS, self.desk.system))

    def _release(self, _at: QPointF) -> None:
        self.canvas.set_note(None)
        self.hand.release()

    def _scroll(self, by: int) -> None:
        if self._view in ("bill", "cuts"):
            self._first += by
            self.refresh()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key in VIEW_KEYS:
            self._first = 0
            self.show_view(VIEW_KEYS[key])
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self._go(1 if key == Qt.Key.Key_Down else -1)
        elif key == Qt.Key.Key_Right and self.hand.order is not None and not self.hand.line_id:
            self.hand.take_line(self.hand.order.lines[0])
        elif key == Qt.Key.Key_Left and self.hand.line_id:
            self.hand.choose(line_id="")
        elif key == Qt.Key.Key_S and self.hand.line is not None and len(self.hand.line.boards) > 1:
            self.hand.choose(sheet=1 - self.hand.sheet)
        elif key == Qt.Key.Key_Escape and (
            self.hand.product or self.hand.year >= 0 or self.hand.stack
        ):
            self.hand.choose(product="", line_id="", year=-1, stack="")
        else:
            return
        event.accept()

    def _go(self, by: int) -> None:
        """The next row of the list, or the next year in which something is due."""
        if self._view == "years":
            years = [year for year, _, _ in self.hand.later.ledger.by_year()]
            if years:
                at = (
                    years.index(self.hand.year) + by
                    if self.hand.year in years
                    else (0 if by > 0 else -1)
                )
                self.hand.choose(year=years[max(0, min(len(years) - 1, at))])
            return
        if self._view == "cuts":
            self._scroll(by)
            return
        self.hand.step(by)
