# SPDX-License-Identifier: GPL-3.0-or-later
"""Pictures of the Quantities bench."""

from collections.abc import Iterator

from glacis.ui.bench import Pose
from glacis.ui.stages.quantities.bench import QuantitiesBench
from glacis.ui.window import MainWindow


def poses(window: MainWindow) -> Iterator[Pose]:
    """The bill, with the laboratory's sheet laid out."""
    window.show_stage("quantities")
    bench = window.bench("quantities", QuantitiesBench)
    bench.hand.take_line("laboratory/sheet")
    yield Pose("quantities", window)
