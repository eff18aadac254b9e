# SPDX-License-Identifier: GPL-3.0-or-later
"""What outlets and gutters as stated take, and at which head.

EN 12056-3:2000, 5.4 and 5.6, as recalled, confirm.
"""

from glacis.core.falls.channels import gutter_flow, pipe_flow
from glacis.core.falls.sources import distance
from glacis.core.falls.water import (
    GRATE,
    MILLI,
    ORIFICE,
    WEIR,
    common_head,
    opening,
    round_head,
    round_outlet,
)
from glacis.core.model.falls import LevelLine, Outlet


def grate_of(outlet: Outlet) -> float:
    """Share of its flow that an outlet's grate lets pass [-]; an opening in a parapet has none."""
    return GRATE if outlet.grate and outlet.mouth != "scupper" else 1.0


def outlet_flow(outlet: Outlet, head: float) -> float:
    """What an outlet takes [l/s] at a head over its rim [m], 0 or more."""
    mm, width, height = head * MILLI, outlet.width * MILLI, outlet.height * MILLI
    if outlet.mouth == "round":
        return round_outlet(outlet.diameter * MILLI, mm, grate_of(outlet))
    if outlet.mouth == "scupper":
        return opening(width, height, mm)
    weir = 2 * (width + height) * mm**1.5 / WEIR
    return float(grate_of(outlet) * min(weir, width * height * mm**0.5 / ORIFICE))


def outlet_head(outlet: Outlet, flow: float) -> float:
    """The head over its rim at which an outlet takes a flow [m]; the inverse of ``outlet_flow``."""
    width, height, grate = outlet.width * MILLI, outlet.height * MILLI, grate_of(outlet)
    if outlet.mouth == "round":
        return round_head(outlet.diameter * MILLI, flow, grate) / MILLI
    if outlet.mouth == "scupper":
        return common_head(((width, height, 0.0),), flow) / MILLI
    weir = (flow / grate * WEIR / (2 * (width + height))) ** (2 / 3)
    orifice = (flow / grate * ORIFICE / (width * height)) ** 2
    return float(max(weir, orifice) / MILLI)


def outlet_pipe(outlet: Outlet) -> float | None:
    """What the downpipe of an outlet carries [l/s]; None where it is not stated."""
    return pipe_flow(outlet.pipe * MILLI) if outlet.pipe else None


def line_flows(line: LevelLine) -> tuple[float, float] | None:
    """What the gutter along a line takes in all its stretches, and its downpipes [l/s]; None without one.

    Raises:
        ValueRefused: for an inner gutter that is all freeboard.
    """
    gutter = line.gutter
    if gutter is None:
        return None
    stretch = distance(line.start, line.end) / gutter.pipes
    each = gutter_flow(
        gutter.kind, gutter.width * MILLI, gutter.depth * MILLI, stretch * MILLI, bend=gutter.bend
    )
    return gutter.pipes * each, gutter.pipes * pipe_flow(gutter.pipe * MILLI)
