# SPDX-License-Identifier: GPL-3.0-or-later
"""Gutters and downpipes: what they carry away.

EN 12056-3:2000, 5.1 to 5.3 and 6.1, as recalled, confirm. Lengths are in mm here and flows in l/s, as the
standard writes them.
"""

from math import pi

from glacis.core.errors import ValueRefused
from glacis.core.model.falls import GutterKind

SAFE = 0.9
"""Share of the measured flow that a gutter is counted with (EN 12056-3:2000, 5.1.2, as recalled)."""
GUTTER: dict[GutterKind, float] = {"half-round": 2.78e-5, "box": 3.48e-5, "inner": 3.89e-5}
"""Flow over A^1.25 of free gutters, A their section [mm²] (EN 12056-3:2000, 5.1 to 5.3, as recalled)."""
LENGTHS = ((50.0, 1.0), (100.0, 0.93), (200.0, 0.80), (400.0, 0.67))
"""Length of a level gutter over its depth, and the share of its flow that is left (EN 12056-3:2000, 5.1.5,
as recalled); between them in a straight line, beyond the last not stated: the last holds."""
BEND = 0.85
"""Share that is left with a bend of more than 10° (EN 12056-3:2000, 5.1.6, as recalled)."""
SHALLOW, MIDDLE = 85.0, 250.0
"""Depths up to which the freeboard is 25 mm, and 0.3 of the depth [mm] (EN 12056-3:2000, 5.2, as recalled)."""
ROUGHNESS = 0.25
"""Of pipes [mm] (EN 12056-3:2000, 6.1.1, as recalled)."""
FILLING = 0.33
"""Share of its section that a downpipe runs full at most (EN 12056-3:2000, 6.1.1: 0.20 to 0.33, as recalled)."""


def freeboard(depth: float) -> float:
    """What has to stay dry of an inner gutter of this depth [mm].

    >>> freeboard(80.0), freeboard(200.0), freeboard(300.0)
    (25.0, 60.0, 75.0)
    """
    if depth <= SHALLOW:
        return 25.0
    return 0.3 * depth if depth <= MIDDLE else 75.0


def section(kind: GutterKind, width: float, depth: float) -> float:
    """The section of a gutter that water may fill [mm²].

    Args:
        kind: half round, a box along the eaves, or an inner one, which keeps its freeboard.
        width: across its top [mm], above 0.
        depth: [mm], above 0; half round gutters are half as deep as wide whatever it says.

    Raises:
        ValueRefused: for an inner gutter that is all freeboard.
    """
    if kind == "half-round":
        return pi * width**2 / 8
    wet = depth - freeboard(depth) if kind == "inner" else depth
    if wet <= 0:
        raise ValueRefused("depth of the gutter [mm]", depth, f"above {freeboard(depth):.0f}")
    return width * wet


def gutter_flow(
    kind: GutterKind, width: float, depth: float, length: float, *, bend: bool = False
) -> float:
    """What a level gutter brings to the outlet at its end [l/s].

    The factor of depth, which the standard gives as a chart, is (depth/width)^0.25 here: critical flow at the
    free end, Q² = g A³/T; one for a square box. Own derivation.

    Args:
        kind: of the gutter.
        width: across its top [mm], above 0.
        depth: [mm], above 0.
        length: from its dead end to its outlet [mm], above 0.
        bend: whether it turns by more than 10° on the way.

    >>> round(gutter_flow("half-round", 150.0, 75.0, 3000.0), 3)
    2.143
    """
    area = section(kind, width, depth)
    deep = width / 2 if kind == "half-round" else area / width
    shape = 1.0 if kind == "half-round" else (deep / width) ** 0.25
    flow: float = SAFE * GUTTER[kind] * area**1.25 * shape * length_share(length / deep)
    return flow * (BEND if bend else 1.0)


def length_share(ratio: float) -> float:
    """Share of its flow that a level gutter keeps whose length is so many times its depth [-].

    >>> round(length_share(75.0), 3)
    0.965
    """
    before = LENGTHS[0]
    if ratio <= before[0]:
        return before[1]
    for here in LENGTHS[1:]:
        if ratio <= here[0]:
            part = (ratio - before[0]) / (here[0] - before[0])
            return before[1] + part * (here[1] - before[1])
        before = here
    return before[1]


def pipe_flow(diameter: float, filling: float = FILLING) -> float:
    """What an upright downpipe carries [l/s] (Wyly and Eaton 1961).

    Args:
        diameter: inside [mm], above 0.
        filling: share of its section that runs full [-], 0.2 to 0.33.

    >>> round(pipe_flow(100.0), 2)
    10.71
    """
    return float(2.5e-4 * ROUGHNESS**-0.167 * diameter**2.667 * filling**1.667)


def least_pipe(flow: float, sizes: tuple[float, ...]) -> float | None:
    """The least of these pipes that carries a flow [mm]; None where none does."""
    return next((size for size in sorted(sizes) if pipe_flow(size) >= flow), None)
