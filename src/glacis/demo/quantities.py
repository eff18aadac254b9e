# SPDX-License-Identifier: GPL-3.0-or-later
"""Prices, crew rates and stacks of both demo projects, invented, each with a deliberate fault."""

from importlib.resources import as_file, files
from pathlib import Path

from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.quantities import (
    Costing,
    Labour,
    OwnLine,
    Price,
    Quantities,
    Stack,
    Upkeep,
)
from glacis.core.units.quantities import FOOT, POUND
from glacis.files.prices_csv import read_labour, read_prices

DAY = "2026-11-20"
"""Day both bills are for."""


def _sample() -> tuple[tuple[Price, ...], tuple[Labour, ...]]:
    """The sample tables that ship with the demo."""
    data = files("glacis.demo") / "data"
    with (
        as_file(data / "sample-prices.csv") as prices,
        as_file(data / "sample-labour.csv") as labour,
    ):
        return read_prices(Path(prices)), read_labour(Path(labour))


def tern_point_quantities(project: Project) -> Project:
    """The station: a pallet of slates stands on the laboratory's deck, heavier than the engineer allows."""
    prices, labour = _sample()
    costing = Costing(
        currency="EUR", overhead=0.12, contingency=0.05, dated=DAY, horizon=60,
        upkeep=(Upkeep(kind="inspection", cost=350.0, every=1.0), Upkeep(kind="cleaning", cost=260.0, every=2.0)),
    )  # fmt: skip
    stacks = (
        Stack(
            id="stack-1",
            name="Pallet of slates",
            area="laboratory",
            at=(36.0, 6.0),
            mass=1150.0,
            length=1.2,
            width=1.0,
            allowed=500.0,
        ),
        Stack(
            id="stack-2",
            name="Rolls of sheet",
            area="laboratory",
            at=(41.0, 9.0),
            mass=320.0,
            length=2.2,
            width=0.8,
            allowed=500.0,
        ),
    )
    own = (
        OwnLine(id="own-1", name="mobile crane, day", quantity=2.0, key="crane"),
        OwnLine(
            id="own-2",
            name="edge protection, hired",
            unit="m",
            quantity=96.0,
            key="edge protection",
        ),
    )
    return replace(
        project,
        quantities=Quantities(
            prices=prices, labour=labour, costing=costing, stacks=stacks, own=own
        ),
    )


def sallow_creek_quantities(project: Project) -> Project:
    """The barn: the panels' price is two years old, and a bundle of them stands where nobody gave a number."""
    prices, labour = _sample()
    dollars = tuple(
        replace(
            price, currency="USD", dated="2024-06-01" if price.key == "barn-panel" else price.dated
        )
        for price in prices
    )
    area = project.areas[0]
    middle = (
        sum(x for x, _ in area.outline) / len(area.outline), sum(y for _, y in area.outline) / len(area.outline)
    )  # fmt: skip
    stack = Stack(
        id="stack-1",
        name="Bundle of panels",
        area=area.id,
        at=middle,
        mass=1400 * POUND,
        length=8 * FOOT,
        width=4 * FOOT,
    )
    costing = Costing(
        currency="USD",
        contingency=0.1,
        dated=DAY,
        upkeep=(Upkeep(kind="inspection", cost=180.0, every=1.0),),
    )
    return replace(
        project,
        quantities=Quantities(prices=dollars, labour=labour, costing=costing, stacks=(stack,)),
    )
