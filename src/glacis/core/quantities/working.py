# SPDX-License-Identifier: GPL-3.0-or-later
"""How a line of the bill and the sums of the job come about, step by step."""

from glacis.core.model.quantities import Costing
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost, LineCost
from glacis.core.quantities.line import Line
from glacis.core.quantities.measures import told
from glacis.core.quantities.ordered import Order
from glacis.core.quantities.rolls import RollPlan
from glacis.core.units.quantities import Quantity, System
from glacis.core.working import Step, Working, put_in

KINDS = {
    "m2": Quantity.AREA, "m": Quantity.LENGTH, "m3": Quantity.VOLUME, "kg": Quantity.MASS, "item": Quantity.PIECES,
}  # fmt: skip
"""Kinds of number by the unit of a line; by definition."""
MONEY, SHARE = Quantity.MONEY, Quantity.SHARE
LIFE_SOURCE = "ISO 15686-5:2017, 7"
ASSUMED = (
    "Lengths and areas lie in the true plane, openings taken out; spare comes before rounding, packs "
    "are rounded once for "
    "each product over the job.",
    "Waste is what is cut away of stock; rests that can be used on are no waste until the last one.",
    "Prices, rates and lives not stated by the project are general figures, and say so.",
)


def _step(
    symbol: str, words: str, pattern: str, values: tuple[float, ...], value: float, kind: Quantity
) -> Step:
    return Step(symbol, words, put_in(pattern, values, value, kind), value, kind)


def line_working(line: Line, bill: Bill, cost: Cost, system: System = "si") -> Working:
    """The steps behind one line."""
    kind = KINDS[line.unit]
    steps: list[Step] = []
    if line.rolls is not None:
        steps += _rolled(line.rolls)
    steps.append(
        Step(
            "net",
            told(line.how[0], system) if line.how else "counted",
            "",
            line.net,
            kind,
            note=line.reason,
        )
    )
    if line.lap:
        steps.append(Step("laps", "doubled, turned up, pressed together", "", line.lap, kind))
    if line.cut:
        steps.append(Step("cut", "cut away of stock", "", line.cut, kind))
    base = line.net + line.lap + line.cut
    steps.append(
        _step(
            "spare", "share x (net + laps + cut)", "{} × {}", (line.share, base), line.spare, kind
        )
    )
    steps.append(
        _step("gross", "net + laps + cut + spare", "{} + {}", (base, line.spare), line.gross, kind)
    )
    order, found = bill.order(line), cost.line(line.id)
    if order is not None:
        steps += _ordered(line, order, bill)
    if found is not None:
        steps += _costs(line, found)
    return Working(
        told(line.name, system),
        tuple(steps),
        (
            *ASSUMED,
            *(
                f"{words[0].upper()}{words[1:]}."
                for words in (told(taken, system) for taken in line.assumed)
            ),
        ),
    )


def _rolled(plan: RollPlan) -> list[Step]:
    size = plan.size
    extent = (plan.strips - 1) * (size.width - size.side_lap) + size.width
    return [
        Step("n", "strips = ceil((extent − lap)/(width − lap))", "", plan.strips, Quantity.PIECES,
             note=f"covers up to {extent:.2f} m"),
        Step("seams", "side laps, measured on the plane mid-lap", "", plan.side_seam, Quantity.LENGTH),
        _step("ends", "end laps x width", "{} × {}", (plan.run.joints, size.width), plan.end_seam, Quantity.LENGTH),
    ]  # fmt: skip


def _ordered(line: Line, order: Order, bill: Bill) -> list[Step]:
    kind = KINDS[order.unit]
    steps = []
    if len(order.lines) > 1:
        steps.append(
            Step(
                "gross, job",
                f"of all {len(order.lines)} lines of this product",
                "",
                order.gross,
                kind,
            )
        )
    if order.packs:
        steps.append(
            Step("packs", f"{order.packed}s, rounded once", "", order.packs, Quantity.PIECES)
        )
    steps.append(Step("bought", "packs x pack", "", order.bought, kind))
    if len(order.lines) > 1 and order.packs:
        share = bill.packs(line)
        steps.append(
            _step(
                "share",
                "packs x gross/gross of the job",
                "{} × {}/{}",
                (order.packs, line.gross, order.gross),
                share,
                Quantity.FACTOR,
            )
        )
    return steps


def _costs(line: Line, found: LineCost) -> list[Step]:
    steps = []
    if found.material is not None:
        steps.append(Step("C_m", "bought x price, typical", "", found.material[1], MONEY))
    if found.hours[1]:
        rate = line.work / found.hours[1]
        steps.append(
            _step(
                "t",
                f"work/rate: {line.step}",
                "{}/{}",
                (line.work, rate),
                found.hours[1],
                Quantity.WORK_HOURS,
            )
        )
    if found.labour is not None and found.labour[1]:
        steps.append(Step("C_w", f"hours x rate of the {found.trade}", "", found.labour[1], MONEY))
    if found.carbon is not None:
        steps.append(
            Step(
                "G",
                "bought mass x factor, A1 to A3",
                "",
                found.carbon[1],
                Quantity.DIOXIDE,
                "EN 15804",
            )
        )
    return steps


def cost_working(cost: Cost, costing: Costing) -> Working:
    """The steps behind the sum of the job."""
    material, labour = cost.material.typical, cost.labour.typical
    bare = material + labour
    steps = [
        Step("C_m", "all products, typical", "", material, MONEY),
        Step("C_w", "all hours, typical", "", labour, MONEY),
        _step("C", "C_m + C_w", "{} + {}", (material, labour), bare, MONEY),
    ]
    if costing.overhead or costing.contingency:
        values = (bare, costing.overhead, costing.contingency)
        steps.append(
            _step(
                "C_total",
                "C (1 + overhead)(1 + contingency)",
                "{} × (1 + {}) × (1 + {})",
                values,
                cost.total.typical,
                MONEY,
            )
        )
    steps += [
        Step("low", "all low", "", cost.total.low, MONEY),
        Step("high", "all high", "", cost.total.high, MONEY),
        Step(
            "likely low",
            "typical − root of the sum of squares over groups",
            "",
            cost.total.likely_low,
            MONEY,
        ),
        Step(
            "likely high",
            "typical + root of the sum of squares over groups",
            "",
            cost.total.likely_high,
            MONEY,
        ),
        Step(
            "G",
            "bought mass x factor, A1 to A3",
            "",
            cost.carbon.made.typical,
            Quantity.DIOXIDE,
            "EN 15804",
        ),
        Step(
            "G_bound",
            "−44/12 × 0.5 × mass/(1 + moisture), apart",
            "",
            cost.carbon.bound,
            Quantity.DIOXIDE,
            "EN 16449",
        ),
    ]
    return Working("Cost of the job", tuple(steps), ASSUMED)
