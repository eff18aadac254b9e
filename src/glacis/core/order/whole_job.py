# SPDX-License-Identifier: GPL-3.0-or-later
"""What a choice means for the whole job: cost now and over the years, carbon, days; which choices stay."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.order.planned import Plan
from glacis.core.quantities.ageing import Later
from glacis.core.quantities.choices import pareto
from glacis.core.quantities.cost import Cost
from glacis.core.quantities.spread import Spread


class WholeJob(Struct, frozen=True):
    """Sums of the whole job.

    Attributes:
        heat: U of the area that is compared [W/(m²·K)].
        cost: first cost [money].
        carbon: of making all that is bought [kg CO2e].
        days: least workdays; None where tasks wait for each other.
        life: what it costs over the years, at its value today [money].
        open: how many products, trades and steps nobody knows: cost is "at least" then.
    """

    heat: float
    cost: Spread
    carbon: Spread
    days: float | None
    life: Spread
    open: int


def whole_job(heat: float, cost: Cost, plan: Plan, later: Later) -> WholeJob:
    """Sums of the whole job of one choice, of which the area compared has this U [W/(m²·K)]."""
    days = plan.network.length if plan.network is not None else None
    unknown = len(cost.unpriced) + len(cost.unpaid) + len(cost.unknown)
    drawn = later.spread
    life = Spread(drawn.low, later.ledger.present, drawn.high, drawn.low, drawn.high)
    return WholeJob(heat, cost.total, cost.carbon.made, days, life, unknown)


def staying(jobs: Sequence[WholeJob]) -> tuple[bool, ...]:
    """Whether each choice stays: out only if another is as good in U, costs, carbon and days and better in one.

    Sums that do not differ clearly count as they are: this sorts, it does not judge.
    """
    never = max((job.days for job in jobs if job.days is not None), default=0.0) + 1e6
    return pareto(
        [
            (
                job.heat,
                job.cost.typical,
                job.life.typical,
                job.carbon.typical,
                never if job.days is None else job.days,
            )
            for job in jobs
        ]
    )
