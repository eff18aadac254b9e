# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Quantities bench, and what drags and fields change."""

from collections.abc import Mapping
from typing import Any

from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtCore import QObject, pyqtSignal

from glacis.core.fixings.parts import FIXED
from glacis.core.graph.part import WHOLE
from glacis.core.model.lookup import numbered_id
from glacis.core.model.quantities import Form, Stack, Stock
from glacis.core.quantities.ageing import Later
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.change import (
    derive_line,
    drop_stack,
    lay,
    override_line,
    put_stack,
    put_stock,
    state_costing,
    usual_stock,
)
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.counted import ground_on
from glacis.core.quantities.line import Line
from glacis.core.quantities.measures import told
from glacis.core.quantities.members import ALONG_EAVES, UP_THE_SLOPE, MemberLines, member_lines
from glacis.core.quantities.ordered import Order
from glacis.core.quantities.parts import (
    BILL,
    COST,
    LATER,
    ROLLS,
    SEPARATOR,
    STACKS,
    WEIGHT,
)
from glacis.core.quantities.plans import ways_to_roll
from glacis.core.quantities.rolls import Way
from glacis.core.quantities.weights import AreaWeight, StackOn
from glacis.core.set_out.plane import plane_of
from glacis.report.charts.quantities_plan import order_id, row_of, rows_of
from glacis.session.places import random_name
from glacis.ui.desk import Desk

Ring = tuple[tuple[float, float], ...]
STEP = 0.1
"""A stack is dragged in whole decimetres [m]."""


class Grip(Struct):
    """A drag on its way: the stack that is held, and what joins its steps to one."""

    stack: str
    merge: str


class QuantitiesHand(QObject):
    """The product, the line, the stack and the year in the hand."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.product = ""
        self.line_id = ""
        self.stack = ""
        self.year = -1
        self.sheet = 0
        self._grip: Grip | None = None

    @property
    def bill(self) -> Bill:
        """The bill of the job."""
        return self._desk.value(BILL, WHOLE)

    @property
    def cost(self) -> Cost:
        """What it costs."""
        return self._desk.value(COST, WHOLE)

    @property
    def later(self) -> Later:
        """The years after."""
        return self._desk.value(LATER, WHOLE)

    @property
    def weights(self) -> tuple[AreaWeight, ...]:
        """Of all areas."""
        return tuple(self._desk.value(WEIGHT, area.id) for area in self._desk.project.areas)

    @property
    def stacks(self) -> tuple[StackOn, ...]:
        """On the deck."""
        return self._desk.value(STACKS, WHOLE)

    @property
    def order(self) -> Order | None:
        """The product in the hand."""
        return next((order for order in self.bill.orders if order_id(order) == self.product), None)

    @property
    def line(self) -> Line | None:
        """The line in the hand; the only one of its product where nothing is chosen among them."""
        if self.line_id:
            return self.bill.line(self.line_id)
        order = self.order
        return (
            self.bill.line(order.lines[0]) if order is not None and len(order.lines) == 1 else None
        )

    @property
    def held_stack(self) -> Stack | None:
        """The stack in the hand."""
        return next((s for s in self._desk.project.quantities.stacks if s.id == self.stack), None)

    def check(self) -> None:
        """Let go of what is no longer there."""
        if self.product and self.order is None:
            self.product = self.line_id = ""
        if self.line_id and self.bill.line(self.line_id) is None:
            self.line_id = ""
        if self.stack and self.held_stack is None:
            self.stack = ""

    def choose(self, **values: Any) -> None:
        """Take something in the hand."""
        for name, value in values.items():
            setattr(self, name, value)
        self.changed.emit()

    def take_line(self, ident: str) -> None:
        """Take a line in the hand, and its product; its area is selected."""
        line = self.bill.line(ident)
        if line is None:
            return
        order = self.bill.order(line)
        self.product = order_id(order) if order is not None else ""
        self.line_id, self.sheet = ident, 0
        if line.places.areas and self._desk.results.area(line.places.areas[0]) is not None:
            self._desk.select_area(line.places.areas[0])
        self.changed.emit()

    def step(self, by: int) -> None:
        """Go down or up the list."""
        rows = rows_of(self.bill, self.product)
        if not rows:
            return
        at = row_of(rows, self.product, self.line_id)
        row = rows[max(0, min(len(rows) - 1, at + by))]
        if row.line is not None:
            self.take_line(row.line.id)
        else:
            self.choose(product=order_id(row.order), line_id="", sheet=0)

    def plane(self) -> tuple[Ring, ...]:
        """Outline and holes of the plane that the line in the hand lies on; none for what lies on no layer."""
        line = self.line
        if line is None or not line.places.layer or not line.places.areas:
            return ()
        area = self._desk.results.reader.area(line.places.areas[0])
        plane = plane_of(area)
        return (plane.outline, *(ring for _, ring in plane.holes))

    def members(self) -> MemberLines | None:
        """Lines of the members in the hand; None for other lines."""
        line = self.line
        if line is None or not line.id.endswith("#members"):
            return None
        reader = self._desk.results.reader
        area = reader.area(line.places.areas[0])
        layer = next(x for x in reader.assembly(area).layers if x.id == line.places.layer)
        frame = getattr(layer, "framing", None)
        if frame is None:
            return None
        way = ALONG_EAVES if "along the eaves" in line.how[0] else UP_THE_SLOPE
        return member_lines(ground_on(plane_of(area)), frame.spacing, way, frame.width)

    def points(self) -> Ring:
        """Points of the set of fixings in the hand, in plan."""
        line = self.line
        if line is None or not line.places.set:
            return ()
        fixed = self._desk.value(FIXED, line.places.areas[0])
        if fixed is None:
            return ()
        placed = next((each for each in fixed.sets if each.set.id == line.places.set), None)
        return (
            tuple(placed.placed.points) if placed is not None and placed.placed is not None else ()
        )

    @property
    def ways(self) -> tuple[Way, ...]:
        """Directions the rolls in the hand may be laid in, the least trouble first."""
        line = self.line
        if line is None or line.rolls is None:
            return ()
        subject = f"{line.places.areas[0]}{SEPARATOR}{line.places.layer}"
        return ways_to_roll(ROLLS.reads(self._desk.results.reader, subject))

    @property
    def stock_key(self) -> str:
        """By what the line in the hand is sold in the project; empty where Set-out or Falls states that."""
        line = self.line
        if line is None or line.origin == "user" or not isinstance(line.form, Form):
            return ""
        if line.section == "Members and battens":
            return "battens" if line.id.endswith("#battens") else "members"
        if not line.places.layer:
            return line.key if line.section == "Edges" else ""
        return line.material if line.key == line.material else ""

    def sell(self, values: Mapping[str, Any]) -> bool:
        """State how what is in the hand is sold, or its spare."""
        line, key = self.line, self.stock_key
        if line is None or not key or not isinstance(line.form, Form):
            return False
        share = values.get("spare", line.share)
        form = replace(line.form, **{k: v for k, v in values.items() if k != "spare"})
        stock = Stock(key=key, form=form, spare=share, source="stated here")
        return self._desk.act(
            f"How {told(line.name, self._desk.system).lower()} is sold",
            lambda p: put_stock(p, stock),
        )

    def sell_as_usual(self) -> bool:
        """Let it be sold as usual again."""
        key = self.stock_key
        return self._desk.act("Sold as usual", lambda p: usual_stock(p, key)) if key else False

    def turn(self, direction: float | None) -> bool:
        """Lay the line in the hand in a direction; None for the least trouble."""
        line = self.line
        if line is None or not line.places.layer:
            return False
        area, layer = line.places.areas[0], line.places.layer
        return self._desk.act(
            "Change direction of laying", lambda p: lay(p, area, layer, direction)
        )

    def put_quantity(self, quantity: float, reason: str) -> bool:
        """Put a quantity in the place of the derived one."""
        line = self.line
        if line is None:
            return False
        derived = line.net if line.derived is None else line.derived
        return self._desk.act(
            "Quantity by hand", lambda p: override_line(p, line.id, quantity, derived, reason)
        )

    def derive(self) -> bool:
        """Let the line in the hand be derived again."""
        line = self.line
        if line is None:
            return False
        return self._desk.act("Derive again", lambda p: derive_line(p, line.id))

    def reckon(self, words: str, values: Mapping[str, Any]) -> bool:
        """State by what costs are added up."""
        return self._desk.act(words, lambda p: state_costing(p, **values))

    def add_stack(self) -> bool:
        """Set a stack down in the middle of the selected area."""
        area = self._desk.area
        if area is None:
            return False
        outline = area.roof.area.outline
        middle = (
            sum(x for x, _ in outline) / len(outline), sum(y for _, y in outline) / len(outline)
        )  # fmt: skip
        taken = {stack.id for stack in self._desk.project.quantities.stacks}
        made = Stack(
            id=numbered_id(taken, "stack"),
            name=f"Pallet {len(taken) + 1}",
            area=area.roof.area.id,
            at=middle,
            mass=600.0,
        )
        self.stack = made.id
        return self._desk.act("Set a stack down", lambda p: put_stack(p, made))

    def change_stack(self, values: Mapping[str, Any], merge: str = "") -> bool:
        """Change the stack in the hand."""
        stack = self.held_stack
        if stack is None:
            return False
        changed = replace(stack, **values)
        return self._desk.act("Change stack", lambda p: put_stack(p, changed), merge)

    def take_stack_away(self) -> bool:
        """Take the stack in the hand off the roof."""
        stack = self.held_stack
        if stack is None:
            return False
        return self._desk.act("Take a stack away", lambda p: drop_stack(p, stack.id))

    def grip(self, stack: str) -> None:
        """Take hold of a stack."""
        self._grip = Grip(stack, random_name())
        self.choose(stack=stack)

    @property
    def is_dragging(self) -> bool:
        """Whether a stack is held."""
        return self._grip is not None

    def drag(self, at: tuple[float, float]) -> None:
        """Move the stack that is held to a point of the plan; it belongs to the area under it."""
        if self._grip is None or self.held_stack is None:
            return
        from glacis.core.model.outlines import holds

        place = round(at[0] / STEP) * STEP, round(at[1] / STEP) * STEP
        areas = [area for area in self._desk.project.areas if holds(area.outline, place)]
        values: dict[str, Any] = {"at": place}
        if areas and all(area.id != self.held_stack.area for area in areas):
            values["area"] = areas[-1].id
        self.change_stack(values, self._grip.merge)

    def release(self) -> None:
        """Let go."""
        self._grip = None
