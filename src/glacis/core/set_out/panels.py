# SPDX-License-Identifier: GPL-3.0-or-later
"""Structural panels in a row: growth and skew from runs measured at both edges, the last recut in time.

Growth is per joint: a run of k panels is k w + (k - 1) g.
"""

from math import ceil, cos, radians, sin

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import MOST_LINES, bounded, positive

SLACK = 1e-9
"""By definition of rounding."""
TOLD = 0.0005
"""Growth beyond the plan [m], and skew over a panel's length [-], from which they are named; our judgement:
what a tape reads at best."""


class PanelRow(Struct, frozen=True):
    """A row of panels [m].

    Attributes:
        n: panels in it.
        width: of a panel.
        length: of a panel, along the slope.
        growth_planned: by joint.
        frame: that it lies on.
        overhang_start: beyond the frame where it begins.
        overhang_end: beyond the frame where it ends.
        tolerance: of the far edge.
        tightest: joint.
        widest: joint.
    """

    n: int
    width: float
    length: float
    growth_planned: float
    frame: float
    overhang_start: float
    overhang_end: float
    tolerance: float = 0.01
    tightest: float = 0.001
    widest: float = 0.006


class RowMeasured(Struct, frozen=True):
    """A row as it was measured after some panels, and where it will end [m].

    Attributes:
        growth_bottom: by joint at the lower edge.
        growth_top: at the upper.
        skew: top less bottom, over a panel's length [rad].
        planned_run: of the whole row.
        predicted_bottom: run of the whole row at its lower edge.
        predicted_top: at its upper.
        overhang_end_bottom: beyond the frame then.
        overhang_end_top: the same at the upper edge.
        excess_bottom: over what was drawn.
        excess_top: likewise.
        recut: whether the last panel has to be recut before it is lifted.
        last_width_bottom: of the last panel then.
        last_width_top: likewise.
        causes: growth, skew or both.
        skew_can_be_taken_back: whether joints to come can take it back.
        short: whether it ends too short, which no saw mends.
    """

    growth_bottom: float
    growth_top: float
    skew: float
    planned_run: float
    predicted_bottom: float
    predicted_top: float
    overhang_end_bottom: float
    overhang_end_top: float
    excess_bottom: float
    excess_top: float
    recut: bool
    last_width_bottom: float
    last_width_top: float
    causes: tuple[str, ...]
    skew_can_be_taken_back: bool
    short: bool


def run_of(count: int, width: float, growth: float) -> float:
    """Run of so many panels [m].

    >>> round(run_of(10, 1.22, 0.002), 3)
    12.218
    """
    return count * width + (count - 1) * growth


def panels_for(row_run: float, width: float, growth: float) -> int:
    """The fewest panels whose planned run reaches a length [m]."""
    bounded("panels", row_run / positive("width of a panel", width), MOST_LINES)
    return max(1, ceil((row_run + growth) / (width + growth) - 1e-6))


def measured(row: PanelRow, laid: int, bottom: float, top: float) -> RowMeasured:
    """What a run measured at both edges says of the whole row.

    Args:
        row: as planned.
        laid: panels when it was measured.
        bottom: run at the lower edge [m].
        top: run at the upper edge [m].

    Raises:
        ValueRefused: for a run shorter than its panels, or of fewer than two of them.
    """
    positive("width of a panel", row.width)
    positive("length of a panel", row.length)
    if not 2 <= laid <= row.n:
        raise ValueRefused(
            "panels laid", str(laid), f"2 to {row.n}", "One panel has no joint to measure."
        )
    least = laid * row.width
    for where, run in (("lower", bottom), ("upper", top)):
        if run < least - SLACK:
            raise ValueRefused(
                f"run at the {where} edge", f"{run:.3f} m", f"at least {least:.3f} m, {laid} panels without joints",
                "Measure again.",
            )  # fmt: skip
    joints = laid - 1
    growth = ((bottom - least) / joints, (top - least) / joints)
    predicted = tuple(run_of(row.n, row.width, each) for each in growth)
    over = tuple(run - row.overhang_start - row.frame for run in predicted)
    excess = tuple(beyond - row.overhang_end for beyond in over)
    skew = (top - bottom) / row.length
    causes = []
    if max(growth) > row.growth_planned + TOLD:
        causes.append("growth")
    if abs(skew) > TOLD:
        causes.append("skew")
    return RowMeasured(
        growth_bottom=growth[0],
        growth_top=growth[1],
        skew=skew,
        planned_run=run_of(row.n, row.width, row.growth_planned),
        predicted_bottom=predicted[0],
        predicted_top=predicted[1],
        overhang_end_bottom=over[0],
        overhang_end_top=over[1],
        excess_bottom=excess[0],
        excess_top=excess[1],
        recut=max(excess) > row.tolerance + SLACK,
        last_width_bottom=row.width - excess[0],
        last_width_top=row.width - excess[1],
        causes=tuple(causes),
        skew_can_be_taken_back=(row.n - laid) * (row.widest - row.tightest)
        >= abs(top - bottom) - SLACK,
        short=min(excess) < -row.tolerance - SLACK,
    )


def ridge_void(thickness: float, pitch: float, gap: float = 0.0, plumb: bool = False) -> float:
    """Section of the void between panels at a ridge [m²], open until it is seen and filled.

    Square ends leave t² sin(2 p)/2, plumb ends the gap times t/cos p.
    """
    slope = radians(pitch)
    return gap * thickness / cos(slope) if plumb else thickness**2 * sin(2 * slope) / 2
