# SPDX-License-Identifier: GPL-3.0-or-later
"""Prices and what hours cost, over the bench: typed, or read from tables."""

from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QWidget

from glacis.core.errors import GlacisError
from glacis.core.model.quantities import Labour, Price
from glacis.core.quantities.change import put_labour, put_prices, state_quantities
from glacis.core.quantities.cost import TRADES
from glacis.core.units.quantities import Quantity
from glacis.files.errors import shown_name
from glacis.ui.desk import Desk
from glacis.ui.prompts import Prompts
from glacis.ui.stages.quantities.hand import QuantitiesHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

UNITS = (("m²", "m2"), ("m", "m"), ("m³", "m3"), ("kg", "kg"), ("piece", "item"))
PRICES = (
    Column("key", "what", "Material, product or thing, as the bill calls it", 156, words=True),
    Column("unit", "by the", "Unit of the price", 70, choices=UNITS),
    Column("low", "low", "Least", 70, Quantity.MONEY),
    Column("typical", "typical", "Typical price", 74, Quantity.MONEY),
    Column("high", "high", "Most", 70, Quantity.MONEY),
    Column("dated", "on", "Day of the price, as year-month-day", 92, words=True),
    Column("source", "by", "Who says so: prices of one source move together", 110, words=True),
)
LABOUR = (
    Column("trade", "trade", "Trade", 156, words=True),
    Column("low", "low", "Least for an hour", 80, Quantity.MONEY),
    Column("typical", "typical", "Typical for an hour", 84, Quantity.MONEY),
    Column("high", "high", "Most for an hour", 80, Quantity.MONEY),
)
Read = TypeVar("Read")


class PricePanel(BenchPanel):
    """Prices and labour."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: QuantitiesHand, prompts: Prompts, parent: QWidget) -> None:
        super().__init__("Prices", parent)
        self._desk, self._hand, self._prompts = desk, hand, prompts
        self.told = label("", "second small", wrap=True)
        self.column.addWidget(self.told)
        self.prices = NodeSheet("Prices", Price, PRICES)
        self.prices.changed.connect(self._take_prices)
        self.prices.said.connect(self.said)
        self.column.addWidget(self.prices, 3)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for words, tip, done in (
            (
                "Price what is open",
                "A row for every product of the bill without a price",
                self.add_open,
            ),
            ("Take it out", "Take the price in the hand out", self.prices.take_away),
            ("Read prices…", "Prices, lives and carbon factors from a table", self.read_prices),
        ):
            row.addWidget(push_button(words, tip, done))
        row.addStretch(1)
        self.column.addLayout(row)
        self.labour = NodeSheet("What an hour costs", Labour, LABOUR)
        self.labour.changed.connect(self._take_labour)
        self.labour.said.connect(self.said)
        self.labour.setMaximumHeight(230)
        self.column.addWidget(self.labour, 2)
        below = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for words, tip, done in (
            ("Name the trades", "A row for every trade the bill asks for", self.add_trades),
            ("Take it out", "Take the trade in the hand out", self.labour.take_away),
            ("Read labour…", "What an hour of each trade costs, from a table", self.read_labour),
        ):
            below.addWidget(push_button(words, tip, done))
        below.addStretch(1)
        self.column.addLayout(below)
        self.finish()

    def refresh(self) -> None:
        """Show prices as they are."""
        stated, system = self._desk.project.quantities, self._desk.system
        self.prices.show_nodes(stated.prices, system)
        self.labour.show_nodes(stated.labour, system)
        cost = self._hand.cost
        words = "Every product has a price of its own or the library's range."
        if cost.unpriced:
            names = ", ".join(cost.unpriced[:6])
            more = f" and {len(cost.unpriced) - 6} more" if len(cost.unpriced) > 6 else ""
            words = f"Without a price: {names}{more}. Sums say “at least” until they have one."
        self.told.setText(
            f"{words} The seller's offer outranks this page; figures of the library are general ranges."
        )

    def add_open(self) -> None:
        """A row for every product without a price, to be filled in."""
        bill = self._hand.bill
        units = {order.key: order.unit for order in bill.orders}
        fresh = tuple(Price(key=key, unit=units[key]) for key in self._hand.cost.unpriced)
        if not fresh:
            self.said.emit("Every product has a price.", False)
            return
        self._desk.act("Rows for prices", lambda p: put_prices(p, fresh))
        self.refresh()

    def add_trades(self) -> None:
        """A row for every trade that has no rate."""
        known = {each.trade for each in self._desk.project.quantities.labour}
        named = ("roofer", *(trade for trade, _ in TRADES))
        fresh = tuple(Labour(trade=trade) for trade in named if trade not in known)
        if fresh:
            self._desk.act("Rows for trades", lambda p: put_labour(p, fresh))
        self.refresh()

    def _take_prices(self, prices: tuple[Price, ...]) -> None:
        self._desk.act("Change prices", lambda p: state_quantities(p, prices=prices))
        self.refresh()

    def _take_labour(self, labour: tuple[Labour, ...]) -> None:
        self._desk.act("Change labour", lambda p: state_quantities(p, labour=labour))
        self.refresh()

    def read_prices(self) -> None:
        """Prices from a table."""
        from glacis.files.prices_csv import read_prices

        prices = self._read(read_prices)
        if prices is not None and self._desk.act("Read prices", lambda p: put_prices(p, prices)):
            self.said.emit(f"{len(prices)} prices read", False)
        self.refresh()

    def read_labour(self) -> None:
        """What hours cost, from a table."""
        from glacis.files.prices_csv import read_labour

        labour = self._read(read_labour)
        if labour is not None and self._desk.act("Read labour", lambda p: put_labour(p, labour)):
            self.said.emit(f"{len(labour)} trades read", False)
        self.refresh()

    def _read(self, read: Callable[[Path], Read]) -> Read | None:
        path = self._prompts.prices_path(self)
        if path is None:
            return None
        try:
            return read(path)
        except GlacisError as fault:
            self._prompts.tell(self, f"Nothing was read from {shown_name(path)}", str(fault))
            return None
