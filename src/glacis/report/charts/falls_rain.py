# SPDX-License-Identifier: GPL-3.0-or-later
"""What the rain test found: where water stands in how many draws, and the figures beside it."""

from collections.abc import Iterator

import numpy as np

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.rain import DEEP, WIDE, RainTest, days_to_dry
from glacis.core.units.format import plain, significant, with_unit
from glacis.core.units.quantities import Quantity, System, to_display
from glacis.report.palette import FLOOD_TINTS
from glacis.report.plan import Fit
from glacis.report.scene import HATCH, Item, Patch, box

BLOCKS = 90
"""Squares across a drawing at most."""
SHARES = (0.01, 0.05, 0.15, 0.35, 0.65)
"""Shares of the draws at which the tint darkens [-]; our judgement."""


def share_patches(test: RainTest, fit: Fit) -> Iterator[Item]:
    """Squares tinted by the share of draws in which water stands there."""
    rows, columns = test.shares.shape
    block = max(1, -(-max(rows, columns) // BLOCKS))
    padded = np.full((-(-rows // block) * block, -(-columns // block) * block), np.nan)
    padded[:rows, :columns] = np.nan_to_num(test.shares)
    most = np.nanmax(
        np.nan_to_num(padded).reshape(-1, block, padded.shape[1] // block, block), axis=(1, 3)
    )
    tones = np.digitize(most, SHARES) - 1
    side = block * test.size
    for j, row in enumerate(tones.tolist()):
        start = 0
        for i in range(1, len(row) + 1):
            if i < len(row) and row[i] == row[start]:
                continue
            if row[start] >= 0:
                x0, y0 = fit.point(test.corner[0] + start * side, test.corner[1] + j * side)
                x1, y1 = fit.point(test.corner[0] + i * side, test.corner[1] + (j + 1) * side)
                role = f"flood:{min(FLOOD_TINTS - 1, row[start] + 1)}"
                yield Patch(box(x0, y1, x1, y0), role, role, HATCH)
            start = i


def _wide(system: System) -> str:
    unit = Quantity.AREA.unit(system)
    return f"{significant(to_display(WIDE, unit), 2)} {unit.symbol}"


def rain_rows(test: RainTest, roof: AnalysedArea, system: System) -> Iterator[tuple[str, str, str]]:
    """Name, figure and weight of what is told beside the drawing."""
    t = Quantity.THICKNESS
    low, high = test.between
    yield ("Rain test", "", "head")
    yield ("draws that pond", f"{test.ponding} of {test.draws}", "main")
    yield ("share", f"{plain(100 * test.share, 0)} %", "main")
    yield ("95 % range", f"{plain(100 * low, 0)} to {plain(100 * high, 0)} %", "plain")
    yield ("counted from", f"{with_unit(DEEP, t, system)} deep", "plain")
    yield ("", f"over {_wide(system)}", "plain")
    yield ("As it is built", "", "head")
    yield ("within ±", with_unit(test.tolerance, t, system), "plain")
    yield ("that hold over", with_unit(test.correlation, Quantity.LENGTH, system), "plain")
    yield ("As drawn", "", "head")
    yield ("pools", str(len(test.nominal)) if test.nominal else "none", "plain")
    if not test.typical:
        return
    worst = max(test.typical, key=lambda pool: pool.depth)
    climate = roof.climate
    days = days_to_dry(worst.depth, climate.temperature, climate.humidity)
    yield ("A typical draw that ponds", "", "head")
    yield ("pools", str(len(test.typical)), "plain")
    yield ("deepest", with_unit(worst.depth, t, system), "plain")
    wet = sum(pool.area for pool in test.typical)
    yield ("wet", with_unit(wet, Quantity.AREA, system), "plain")
    volume = sum(pool.volume for pool in test.typical) * 1000
    yield ("water", with_unit(volume, Quantity.MASS, system), "plain")
    yield ("dry again after", f"{plain(days, 0 if days >= 3 else 1)} days", "plain")
