# SPDX-License-Identifier: GPL-3.0-or-later
"""A small bay that calls every kernel of the air, so that all of them are compiled."""

import numpy as np

from glacis.core.air.channel import Bay, Mouth, Outside, Segment, flow_through, shut
from glacis.core.air.states import Hours, by_hour


def call_every_kernel() -> None:
    """Air through a bay by day and by night, and shut."""
    segment = Segment(4.0, 0.05, 35.0, 0.09, 5.0, 60.0, 20.0)
    bay = Bay((segment,), 0.55, 0.6, Mouth(0.006), Mouth(0.004))
    flow_through(bay, Outside(25.0))
    flow_through(shut(bay), Outside(25.0))
    flow_through(bay, Outside(25.0, wind=-1.0), before=-0.01)
    two = np.array([25.0, 10.0, 10.0])
    by_hour(bay, Hours(two, two + 20, 12.0, np.array([0.0, 0.5, -1.0]), two, 101325.0))
