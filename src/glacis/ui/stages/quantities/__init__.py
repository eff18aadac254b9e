# SPDX-License-Identifier: GPL-3.0-or-later
"""The Quantities bench: the bill laid out on the roof, cuts, weights, cost and carbon, the years after."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.ui.actions import Action, BenchKey
from glacis.ui.bench import BenchKind, Context, Pose

if TYPE_CHECKING:
    from glacis.ui.stages.quantities.bench import QuantitiesBench
    from glacis.ui.window import MainWindow


def make(context: Context) -> "QuantitiesBench":
    """The bench."""
    from glacis.ui.stages.quantities.bench import QuantitiesBench

    return QuantitiesBench(context.desk, context.prompts)


def poses(window: "MainWindow") -> Iterator[Pose]:
    """Pictures of it."""
    from glacis.ui.stages.quantities.poses import poses as found

    return found(window)


def _read_prices(bench: "QuantitiesBench") -> None:
    bench.read_prices()


def _read_labour(bench: "QuantitiesBench") -> None:
    bench.read_labour()


KIND = BenchKind(
    make,
    actions=(
        Action("File", "Read prices…", "", "Prices, lives and carbon factors from a table", _read_prices),
        Action("File", "Read labour…", "", "What an hour of each trade costs, from a table", _read_labour),
    ),
    keys=(
        BenchKey("1 to 5", "bill, cuts, weight, cost, years"),
        BenchKey("up, down", "the next product or line; another year"),
        BenchKey("left, right", "from a line to its product and back"),
        BenchKey("S", "the other layer of boards"),
        BenchKey("Escape", "let go"),
    ),
    poses=poses,
)  # fmt: skip
