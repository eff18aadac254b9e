# SPDX-License-Identifier: GPL-3.0-or-later
"""Beginning, crews and machines of both demo projects, invented, each with a clock that runs out."""

from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.order import ClockLimit, Crew, Lasts, Machine, Order, Tonight, Workdays


def tern_point_order(project: Project) -> Project:
    """The station: the laboratory's retarder may lie open for a day, and its air test takes longer."""
    order = Order(
        begins="2027-04-05",
        calendar=Workdays(holidays=("2027-05-06", "2027-05-17")),
        crews=(Crew(trade="roofer", people=6), Crew(trade="carpenter", people=4), Crew(trade="sheet metal", people=3),
               Crew(trade="fit-out", people=3)),
        machines=(Machine(id="crane", name="mobile crane", lead=5.0),),
        clocks=(ClockLimit(item="loose plastic vapour sheet", days=1.0, source="sheet's paper, invented"),),
        lasts=(Lasts(task="corridor/drying", days=21.0, reason="precast, dried in the hall"),),
        tonight=Tonight(people=5, rain=16.0, width=12.0),
    )  # fmt: skip
    return replace(project, order=order)


def sallow_creek_order(project: Project) -> Project:
    """The barn: bare foam waits for its coat longer than the sun lets it."""
    order = Order(
        begins="2027-05-03", calendar=Workdays(days=(0, 1, 2, 3), start=6.5, end=17.0),
        crews=(Crew(trade="roofer", people=4), Crew(trade="carpenter", people=4)),
        machines=(Machine(id="lift", name="telehandler", lead=3.0),),
        clocks=(ClockLimit(item="sprayed foam in sunlight", days=1.0, source="sprayer's paper, invented"),),
        lasts=(
            Lasts(task="lean-south/foam", days=2.0, reason="two lifts, each cooled"),
            Lasts(task="lean-south/coating", days=2.0, reason="two passes on two days"),
        ),
    )  # fmt: skip
    return replace(project, order=order)
