# SPDX-License-Identifier: GPL-3.0-or-later
"""What the rain test found: where water stands in how many draws, and the figures beside it."""

from collections.abc import Iterator

import numpy as np

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.drying import days_to_dry
from glacis.core.falls.rain import LOOSEST, WIDE, RainDraw, RainTest
from glacis.core.falls.raster import DEEP
from glacis.core.falls.sources import Point
from glacis.core.units.format import plain, significant, with_unit
from glacis.core.units.quantities import Quantity, System, to_display
from glacis.report.palette import FLOOD_TINTS
from glacis.report.plan import Fit
from glacis.report.scene import HATCH, Item, Patch, box

BLOCKS = 90
"""Squares across a drawing at most."""
SHOWN = 6
"""Pools listed beside a draw."""
SHARES = (0.01, 0.05, 0.15, 0.35, 0.65)
"""Shares of the draws at which the tint darkens [-]; our judgement."""


DEPTHS = (0.001, 0.005, 0.01, 0.02, 0.04)
"""Depths at which the tint of a draw darkens [m]; our judgement."""


def share_patches(test: RainTest, fit: Fit) -> Iterator[Item]:
    """Squares tinted by the share of draws in which water stands there."""
    return _patches(test.shares, SHARES, (test.corner, test.size), fit)


def depth_patches(draw: RainDraw, fit: Fit) -> Iterator[Item]:
    """Squares tinted by the depth of the water that stands there."""
    return _patches(draw.depth, DEPTHS, (draw.corner, draw.size), fit)


def _patches(
    values: np.ndarray, limits: tuple[float, ...], grid: tuple[Point, float], fit: Fit
) -> Iterator[Item]:
    """The most of a raster in squares that can still be drawn, a darker tint beyond every limit."""
    rows, columns = values.shape
    (left, low), size = grid
    block = max(1, -(-max(rows, columns) // BLOCKS))
    padded = np.zeros((-(-rows // block) * block, -(-columns // block) * block))
    padded[:rows, :columns] = np.nan_to_num(values)
    most = padded.reshape(-1, block, padded.shape[1] // block, block).max(axis=(1, 3))
    tones = np.digitize(most, limits) - 1
    side = block * size
    for j, row in enumerate(tones.tolist()):
        start = 0
        for i in range(1, len(row) + 1):
            if i < len(row) and row[i] == row[start]:
                continue
            if row[start] >= 0:
                x0, y0 = fit.point(left + start * side, low + j * side)
                x1, y1 = fit.point(left + i * side, low + (j + 1) * side)
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
    stated = roof.drained.stated if roof.drained is not None else None
    if stated is not None and stated.board_steps:
        yield ("board steps ±", with_unit(stated.board_steps, t, system), "plain")
    if stated is not None and stated.sag:
        yield ("deck sags up to", with_unit(stated.sag, t, system), "plain")
    looser = "over " + with_unit(LOOSEST, t, system)
    seldom = looser if test.seldom is None else with_unit(test.seldom, t, system)
    yield ("1 in 20 ponds within ±", seldom, "main")
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


def draw_rows(draw: RainDraw, test: RainTest, system: System) -> Iterator[tuple[str, str, str]]:
    """What is told beside one draw."""
    t = Quantity.THICKNESS
    place = test.ponds.index(draw.number) + 1 if draw.number in test.ponds else 0
    yield (f"Draw {draw.number + 1} of {test.draws}", "", "head")
    yield ("by its water", f"{place} of {test.ponding}" if place else "holds none", "plain")
    yield ("pools", str(len(draw.pools)), "main")
    if not draw.pools:
        return
    yield ("deepest", with_unit(max(p.depth for p in draw.pools), t, system), "main")
    wet = sum(pool.area for pool in draw.pools)
    yield ("wet", with_unit(wet, Quantity.AREA, system), "plain")
    volume = sum(pool.volume for pool in draw.pools) * 1000
    yield ("water", with_unit(volume, Quantity.MASS, system), "plain")
    inside = sum(nest.inside for nest in draw.nests)
    yield ("hollows", str(len(draw.nests) - inside), "plain")
    yield ("smaller ones in them", str(inside), "plain")
    yield ("Largest pools", "", "head")
    for pool in draw.pools[:SHOWN]:
        depth, area = with_unit(pool.depth, t, system), with_unit(pool.area, Quantity.AREA, system)
        yield (f"  {area}", depth, "plain")
