# SPDX-License-Identifier: GPL-3.0-or-later
"""A small roof that calls every kernel of the hourly calculation, so that all of them are compiled."""

import numpy as np

from glacis.core.hourly.case import Case, Sheet, Slab, assembled
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.engine.march import march
from glacis.core.hourly.functions import Hygric


def call_every_kernel() -> None:
    """Two layers with a sheet, two hours."""
    matter = Hygric("board", 500.0, 1600.0, 0.13, 1.5, "hyperbola", 50.0, 400.0, 50.0, 20.0, 0.003)
    made = assembled(Case((Slab(matter, 0.02, 3), Slab(matter, 0.02, 3)), {0: Sheet(2.0, 2.0)}))
    hours = np.zeros((2, col.HOUR_COLUMNS))
    hours[:, [col.H_OUT, col.H_IN]] = 10.0
    hours[:, [col.BETA_OUT, col.BETA_IN]] = 2.5e-8
    hours[:, [col.P_OUT, col.P_IN]] = 900.0
    hours[:, [col.T_OUT, col.T_IN]] = 15.0
    kept, booked = np.zeros((2, 2, len(made.widths))), np.zeros((2, col.BOOKS))
    slope = np.zeros_like(made.state)
    march(made.roof, hours, 1, made.full_flow, made.state.copy(), slope, kept, booked)
