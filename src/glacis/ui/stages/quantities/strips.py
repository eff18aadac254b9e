# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields under the Quantities bench: the line in the hand, stacks, by what costs and years are reckoned."""

from functools import partial
from typing import Any

from PyQt6.QtWidgets import QHBoxLayout, QWidget

from glacis.core.model.quantities import (
    BoardForm,
    Costing,
    FillForm,
    LiquidForm,
    PieceForm,
    PourForm,
    RollForm,
    Stack,
    Stock,
    TrimForm,
    Upkeep,
)
from glacis.core.quantities.line import Line
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import ranges_of
from glacis.report.charts.quantities_plan import QUANTITIES
from glacis.ui.desk import Desk
from glacis.ui.stages.quantities.hand import QuantitiesHand
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.strip import Row, Strip
from glacis.ui.widgets.unit_field import UnitField

T, L, S, M = Quantity.THICKNESS, Quantity.LENGTH, Quantity.SHARE, Quantity.MASS
FORMS: dict[type[Any], tuple[Row, ...]] = {
    RollForm: (
        ("width", "roll", T, 72),
        ("length", "×", L, 72),
        ("side_lap", "side lap", T, 64),
        ("end_lap", "end lap", T, 64),
        ("least", "rests from", L, 66),
    ),
    BoardForm: (
        ("length", "board", T, 72),
        ("width", "×", T, 72),
        ("stagger", "joints apart", T, 66),
        ("least", "cuts from", T, 66),
    ),
    TrimForm: (("piece", "pieces", L, 72), ("lap", "lap", T, 64), ("girth", "girth", T, 66)),
    FillForm: (("bag", "bag", M, 72),),
    PourForm: (
        ("compaction", "pressed by", Quantity.FACTOR, 66),
        ("load", "load", Quantity.VOLUME, 72),
    ),
    LiquidForm: (
        ("smooth", "coat", Quantity.AREA_MASS, 84),
        ("rough", "rough", Quantity.AREA_MASS, 84),
        ("solids", "solids", S, 64),
        ("can", "can", M, 66),
    ),
    PieceForm: (("pack", "to a pack", Quantity.PIECES, 60),),
}
"""How each form is sold, as fields."""
LEAST_TROUBLE = "least trouble"


class LineStrip(Strip[QuantitiesHand]):
    """How the line in the hand is sold and laid, and a quantity in the place of the derived one."""

    def __init__(self, desk: Desk, hand: QuantitiesHand) -> None:
        super().__init__(desk, hand)
        first = self.row()
        self.sold = label("sold", "second small")
        first.addWidget(self.sold)
        self.fields: dict[tuple[type[Any], str], UnitField] = {}
        self._held: dict[tuple[type[Any], str], QWidget] = {}
        for form, rows in FORMS.items():
            for row in rows:
                made = self.field(form, row, partial(self._take_form, form))
                holder = QWidget()
                inner = tight(QHBoxLayout(holder), (0, 0, 0, 0), 4)
                inner.addWidget(label(row[1], "second small"))
                inner.addWidget(made)
                self.fields[form, row[0]], self._held[form, row[0]] = made, holder
                first.addWidget(holder)
        self.spare = self.field(Stock, ("spare", "spare", S, 60), self._take_spare)
        self.spare_words = label("spare", "second small")
        first.addWidget(self.spare_words)
        first.addWidget(self.spare)
        self.usual = push_button("Usual", "Sold as usual again", self.hand.sell_as_usual)
        first.addWidget(self.usual)
        first.addStretch(1)
        second = self.row()
        self.way_words = label("laid", "second small")
        second.addWidget(self.way_words)
        self.way = chooser("Direction of laying", ())
        self.way.setMinimumWidth(190)
        self.way.activated.connect(lambda _k: self.hand.turn(self.way.currentData()))
        second.addWidget(self.way)
        second.addWidget(label("by hand", "second small"))
        self.quantity = UnitField("quantity in the place of the derived one", Quantity.AREA, 84)
        self.quantity.committed.connect(self._note_quantity)
        second.addWidget(self.quantity)
        self.reason = self.words(
            "Why the quantity differs",
            "Why: Return puts the quantity in the place of the derived one",
            240,
            self._take_quantity,
        )
        self.reason.setPlaceholderText("why it differs")
        second.addWidget(self.reason)
        self.derive = push_button("Derive", "Let it be derived again", self.hand.derive)
        second.addWidget(self.derive)
        second.addStretch(1)
        self._wanted: float | None = None

    def _take_form(self, form: type[Any], made: UnitField, key: str, value: float) -> None:
        figure: float | int = int(value) if form is PieceForm else value
        if not self.hand.sell({key: figure}):
            made.refuse()

    def _take_spare(self, made: UnitField, _key: str, value: float) -> None:
        if not self.hand.sell({"spare": value}):
            made.refuse()

    def _note_quantity(self, value: float) -> None:
        self._wanted = value
        if self.reason.text().strip():
            self._take_quantity()
        else:
            self.reason.setFocus()
            self.said.emit("Say why, and it takes the place of the derived quantity.", False)

    def _take_quantity(self) -> None:
        reason = self.reason.text().strip()
        if self._wanted is None or not reason:
            return
        if self.hand.put_quantity(self._wanted, reason):
            self._wanted = None

    def refresh(self) -> None:
        """Show how the line in the hand is sold and laid."""
        line, key, system = self.hand.line, self.hand.stock_key, self.desk.system
        form = type(line.form) if line is not None and key else None
        for (kind, name), holder in self._held.items():
            holder.setVisible(kind is form)
            if kind is form and line is not None:
                self.fields[kind, name].show_value(float(getattr(line.form, name)), system)
        for widget in (self.spare, self.spare_words):
            widget.setVisible(bool(form))
        stated = any(stock.key == key for stock in self.desk.project.quantities.stocks)
        self.usual.setVisible(bool(form))
        self.usual.setEnabled(stated)
        self.sold.setText(_sold_words(line, bool(form)))
        if line is not None:
            self.spare.show_value(line.share, system)
        self._show_ways(line)
        self._show_quantity(line)

    def _show_ways(self, line: Line | None) -> None:
        laid = line is not None and (line.rolls is not None or bool(line.boards))
        self.way.setVisible(laid)
        self.way_words.setVisible(laid)
        self.way.clear()
        if line is None or not laid:
            return
        layer, area = line.places.layer, line.places.areas[0]
        chosen = next(
            (
                x.direction
                for x in self.desk.project.quantities.layings
                if (x.area, x.layer) == (area, layer)
            ),
            None,
        )
        if line.rolls is not None:
            self.way.addItem(LEAST_TROUBLE, None)
            for way in self.hand.ways:
                if way.plan is not None:
                    words = f"{way.direction:.0f}°: {way.plan.rolls} rolls, {way.plan.run.joints} end laps"
                else:
                    words = f"{way.direction:.0f}°: forbidden"
                self.way.addItem(words, way.direction)
        else:
            for direction, words in ((0.0, "rows along the eaves"), (90.0, "rows up the slope")):
                self.way.addItem(words, direction)
            chosen = chosen or 0.0
        known = [self.way.itemData(k) for k in range(self.way.count())]
        if chosen is not None and chosen not in known:
            self.way.addItem(f"{chosen:.0f}°", chosen)
            known.append(chosen)
        self.way.setCurrentIndex(known.index(chosen))

    def _show_quantity(self, line: Line | None) -> None:
        for widget in (self.quantity, self.reason, self.derive):
            widget.setEnabled(line is not None)
        if line is None:
            return
        self.quantity.measure(QUANTITIES.get(line.unit, Quantity.PIECES))
        self.quantity.show_value(line.net, self.desk.system)
        if not self.reason.hasFocus():
            self.reason.setText(line.reason)
        self.derive.setEnabled(line.derived is not None)


def _sold_words(line: Line | None, stated_here: bool) -> str:
    if line is None:
        return "Take a line in the hand to change how it is sold and laid."
    if line.origin == "user" and line.derived is None:
        return "Your own line: change it under “Own lines…”."
    return "sold" if stated_here else "Set-out, Falls or Fixings state how this is sold."


class StackStrip(Strip[QuantitiesHand]):
    """The stack in the hand."""

    def __init__(self, desk: Desk, hand: QuantitiesHand) -> None:
        super().__init__(desk, hand)
        row = self.row()
        row.addWidget(
            push_button(
                "Set one down",
                "A pallet in the middle of the selected area; then drag it",
                hand.add_stack,
            )
        )
        self.name = self.words("What is on the stack", "What is on it", 150, self._take_name)
        self.name.setMinimumWidth(150)
        row.addWidget(self.name)
        self.away = push_button(
            "Take away", "Take the stack in the hand off the roof", hand.take_stack_away
        )
        row.addWidget(self.away)
        row.addStretch(1)
        row = self.row()
        self.fields: dict[str, UnitField] = {}
        for each in (
            ("mass", "weighs", M, 76),
            ("length", "foot", L, 70),
            ("width", "×", L, 70),
            ("allowed", "engineer allows", Quantity.AREA_MASS, 104),
        ):
            made = self.field(Stack, each, self._take)
            self.fields[each[0]] = made
            row.addWidget(label(each[1], "second small"))
            row.addWidget(made)
        row.addStretch(1)

    def _take(self, made: UnitField, key: str, value: float) -> None:
        if not self.hand.change_stack({key: value}):
            made.refuse()

    def _take_name(self) -> None:
        stack = self.hand.held_stack
        if stack is not None and self.name.text().strip() and self.name.text() != stack.name:
            self.hand.change_stack({"name": self.name.text().strip()})

    def refresh(self) -> None:
        """Show the stack in the hand."""
        stack, system = self.hand.held_stack, self.desk.system
        for widget in (self.name, self.away, *self.fields.values()):
            widget.setEnabled(stack is not None)
        if stack is None:
            self.name.setText("")
            return
        if not self.name.hasFocus():
            self.name.setText(stack.name)
        for key in ("mass", "length", "width"):
            self.fields[key].show_value(getattr(stack, key), system)
        self.fields["allowed"].show_limit(stack.allowed or None, system, "no number")


class CostStrip(Strip[QuantitiesHand]):
    """By what the first cost is added up."""

    def __init__(self, desk: Desk, hand: QuantitiesHand) -> None:
        super().__init__(desk, hand)
        row = self.row()
        row.addWidget(label("currency", "second small"))
        self.currency = self.words(
            "Currency of all prices",
            "Currency of all prices",
            60,
            partial(self._take_words, "currency"),
        )
        row.addWidget(self.currency)
        row.addWidget(label("on", "second small"))
        self.dated = self.words(
            "Day of the bill",
            "Day of the bill, as year-month-day: old prices are told by it",
            100,
            partial(self._take_words, "dated"),
        )
        self.dated.setPlaceholderText("year-month-day")
        row.addWidget(self.dated)
        self.fields: dict[str, UnitField] = {}
        for each in (
            ("region", "region ×", Quantity.FACTOR, 60),
            ("overhead", "overhead", S, 60),
            ("contingency", "contingency", S, 60),
            ("stale", "prices hold, years", Quantity.PIECES, 50),
        ):
            made = self.field(Costing, each, self._take)
            self.fields[each[0]] = made
            if made is self.fields.get("overhead"):
                row.addStretch(1)
                row = self.row()
            row.addWidget(label(each[1], "second small"))
            row.addWidget(made)
        row.addStretch(1)

    def _take(self, made: UnitField, key: str, value: float) -> None:
        if not self.hand.reckon("Change how costs add up", {key: value}):
            made.refuse()

    def _take_words(self, key: str) -> None:
        text = (self.currency if key == "currency" else self.dated).text().strip()
        if text != getattr(self.desk.project.quantities.costing, key):
            self.hand.reckon("Change how costs add up", {key: text})

    def refresh(self) -> None:
        """Show by what costs are added up."""
        costing, system = self.desk.project.quantities.costing, self.desk.system
        for key, line in (("currency", self.currency), ("dated", self.dated)):
            if not line.hasFocus():
                line.setText(getattr(costing, key))
        for key, made in self.fields.items():
            made.show_value(getattr(costing, key), system)


class YearsStrip(Strip[QuantitiesHand]):
    """By what later years are reckoned, and what is done again and again."""

    def __init__(self, desk: Desk, hand: QuantitiesHand) -> None:
        super().__init__(desk, hand)
        row = self.row()
        self.fields: dict[str, UnitField] = {}
        for each in (
            ("horizon", "years", Quantity.PIECES, 56), ("rate", "rate", S, 60), ("growth", "prices grow", S, 60),
        ):  # fmt: skip
            made = self.field(Costing, each, self._take)
            self.fields[each[0]] = made
            row.addWidget(label(each[1], "second small"))
            row.addWidget(made)
        row.addStretch(1)
        row = self.row()
        self.upkeep: dict[tuple[str, str], UnitField] = {}
        for kind in ("inspection", "cleaning"):
            row.addWidget(label(kind, "second small"))
            for key, words, width in (("cost", "costs", 70), ("every", "every years", 50)):
                bounds = ranges_of(Upkeep)[key]
                made = UnitField(f"{kind}, {bounds.words}", Quantity.PIECES, width).bounded(bounds)
                made.committed.connect(partial(self._take_upkeep, kind, key))
                made.said.connect(self.said)
                self.upkeep[kind, key] = made
                if words:
                    row.addWidget(label(words, "second small"))
                row.addWidget(made)
        row.addStretch(1)

    def _take(self, made: UnitField, key: str, value: float) -> None:
        figure: float | int = round(value) if key == "horizon" else value
        if not self.hand.reckon("Change what years are reckoned by", {key: figure}):
            made.refuse()

    def _take_upkeep(self, kind: Any, key: str, value: float) -> None:
        stated = self.desk.project.quantities.costing.upkeep
        now = next((item for item in stated if item.kind == kind), Upkeep(kind=kind, cost=0.0))
        made = Upkeep(
            kind=kind,
            cost=value if key == "cost" else now.cost,
            every=value if key == "every" else now.every,
        )
        kept = tuple(item for item in stated if item.kind != kind)
        self.hand.reckon("Change upkeep", {"upkeep": (*kept, made) if made.cost else kept})

    def refresh(self) -> None:
        """Show by what years are reckoned."""
        costing, system = self.desk.project.quantities.costing, self.desk.system
        for key, made in self.fields.items():
            made.show_value(float(getattr(costing, key)), system)
        stated = {item.kind: item for item in costing.upkeep}
        for (kind, key), made in self.upkeep.items():
            item = stated.get(kind)  # type: ignore[call-overload]
            value = getattr(item, key) if item is not None else (0.0 if key == "cost" else 1.0)
            made.show_value(value, system)
