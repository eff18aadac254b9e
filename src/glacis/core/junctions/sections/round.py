# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections of what stands alone in a roof, solved as bodies of rotation: posts, pipes, outlets."""

from math import pi, sqrt

from glacis.core.conduction.section import Ambient, Region, Section
from glacis.core.heat.surfaces import R_SI
from glacis.core.junctions.sections.drawn import (
    MARGIN,
    OUT,
    OUTSIDE,
    ROOM,
    Drawn,
    Run,
    Share,
    airs,
    depth,
    laid,
)
from glacis.core.junctions.sections.stack import Stack
from glacis.core.model.edge_detail import EdgeDetail

LEAST_RADIUS = 1.0
"""Of the disc that is solved at least [m] (ISO 10211:2017, 5.2.2)."""
THICKNESSES = 5.0
"""The same in thicknesses of the roof [-]; our judgement: a point reaches farther than a line."""
PIPE_WALL = 0.2
"""Conductivity of a plastic pipe [W/(m·K)] (ISO 10456:2007, table 3, PVC rounded up)."""
PIPE_DEPTH = 1.0
"""Of a pipe below the ceiling that is solved [m]; our judgement: it carries outside air for a metre."""


def disc(roof: Stack, per_area: float = 0.0) -> float:
    """Radius of the disc round a point [m]: that of its own cell where points stand closer together.

    Args:
        roof: around it.
        per_area: points to the square metre [1/m²]; 0 for one alone.
    """
    alone = max(LEAST_RADIUS, THICKNESSES * roof.thickness)
    return min(alone, 1 / sqrt(pi * per_area)) if per_area > 0 else alone


def tube(side: float, metal: float) -> tuple[float, float]:
    """Outer and inner radius [m] of the tube that stands for a square hollow post.

    Equal outer perimeter, which the film acts on, and equal section of metal, which conducts.
    """
    outer = 4 * side / (2 * pi)
    section = side**2 - max(0.0, side - 2 * metal) ** 2
    return outer, sqrt(max(0.0, outer**2 - section / pi))


def post(roof: Stack, detail: EdgeDetail, per_area: float = 0.0) -> Drawn:
    """A hollow post on the deck, through insulation and membrane, standing proud of the roof.

    A pad under it parts its foot from the deck; bolts through the pad count by their section. A
    jacket wraps what stands proud.
    """
    outer, inner = tube(detail.size, detail.metal)
    deck, over = roof.inner, roof.outer
    below, top = -depth(deck), depth(over)
    high = top + detail.proud
    radius = disc(roof, per_area)
    jacket = detail.insulation
    frame = (0.0, radius, below - MARGIN, high + jacket + MARGIN)
    regions = [
        Region(frame, 0.0, OUT),
        Region((0.0, radius, below - MARGIN, below), 0.0, ROOM),
        *laid(deck, 0.0, radius, below),
        *laid(over, 0.0, radius, 0.0),
        Region((0.0, inner, 0.0, high), STILL, -1, "air in the post", "air"),
        Region((inner, outer, 0.0, high), detail.metal_conductivity, -1, "post", "metal"),
    ]
    if detail.pad:
        share = min(1.0, detail.bolts / (pi * outer**2))
        mixed = share * detail.metal_conductivity + (1 - share) * detail.pad_conductivity
        regions.append(
            Region((0.0, outer, 0.0, detail.pad), mixed, -1, "pad with its bolts", "board")
        )
    if jacket:
        regions.append(
            Region((outer, outer + jacket, top, high), detail.conductivity, -1, "jacket", "fibre")
        )
        regions.append(
            Region(
                (0.0, outer + jacket, high, high + jacket),
                detail.conductivity,
                -1,
                "jacket",
                "fibre",
            )
        )
    shares = (Share("roof", roof.transmittance, pi * radius**2, pi * radius**2),)
    runs = (
        Run("water", ((radius, top), (outer + jacket, top), (outer + jacket, high), (0.0, high + jacket))),
        Run("air", ((radius, 0.0), (outer, 0.0))), Run("vapour", ((radius, 0.0), (outer, 0.0))),
        Run("thermal", ((radius, top / 2), (outer, top / 2))),
    )  # fmt: skip
    return Drawn(Section(frame, tuple(regions), airs(roof), axis=True), shares, runs)


STILL = 0.1
"""Conductivity of the air in a post, heat by rays along it with it [W/(m·K)] (ISO 6946:2017, annex D, for the
width of a post); our judgement of the round figure."""


def pipe(roof: Stack, detail: EdgeDetail) -> Drawn:
    """A pipe or outlet through the roof, with air from outside in it; x = 0 is its axis.

    Insulation about it below the ceiling reaches down a metre, where the section ends.
    """
    inner, outer = detail.size / 2, detail.size / 2 + detail.metal
    high, low = roof.thickness, depth(roof.inner)
    radius = disc(roof)
    frame = (0.0, radius, -PIPE_DEPTH, high + MARGIN)
    conductivity = min(detail.metal_conductivity, PIPE_WALL)
    regions = [
        Region(frame, 0.0, OUT),
        Region((0.0, radius, -PIPE_DEPTH, 0.0), 0.0, ROOM),
        *laid(roof.plies, 0.0, radius, 0.0),
    ]
    if detail.insulation:
        box = (outer, outer + detail.insulation, -PIPE_DEPTH, 0.0)
        regions.append(Region(box, detail.conductivity, -1, "insulation of the pipe", "fibre"))
    regions += [
        Region((inner, outer, -PIPE_DEPTH, high), conductivity, -1, "pipe", "board"),
        Region((0.0, inner, -PIPE_DEPTH, high + MARGIN), 0.0, 2),
    ]
    shares = (Share("roof", roof.transmittance, pi * radius**2, pi * radius**2),)
    runs = (
        Run("water", ((radius, high), (inner, high), (inner, -PIPE_DEPTH))),
        Run("air", ((radius, low), (outer, low))), Run("vapour", ((radius, low / 2), (outer, low / 2))),
        Run("thermal", ((radius, (low + high) / 2), (outer, (low + high) / 2))),
    )  # fmt: skip
    both = airs(roof)
    inside = Ambient("outside air in the pipe", OUTSIDE, R_SI["horizontal"], R_SI["horizontal"])
    return Drawn(Section(frame, tuple(regions), (*both, inside), axis=True), shares, runs)
