# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections of slopes: eaves, verges and tops over walls, and where two slopes meet."""

from math import cos, radians, tan

from glacis.core.conduction.section import Bend, Region, Section
from glacis.core.errors import ValueRefused
from glacis.core.junctions.sections.drawn import (
    MARGIN,
    OUT,
    ROOM,
    Drawn,
    Run,
    Share,
    airs,
    depth,
    laid,
    reach,
    standing,
)
from glacis.core.junctions.sections.stack import Stack
from glacis.core.model.edge_detail import EdgeDetail

EASE = 0.3
"""Height below the roof in which a wall turns from level courses to the slope [m]; our judgement: the head of
a wall with its plate."""
VOID = 0.3
"""Conductivity of a void between boards that are not mitred [W/(m·K)] (ISO 6946:2017, annex D: a void of some
hundredths of a metre); our judgement of the round figure."""
TIMBER = 0.13
"""Conductivity of timber [W/(m·K)] (ISO 10456:2007, table 3, softwood)."""
STEEP_END = 70.0
"""Pitch from which such a section is not drawn [°]; our judgement: the drawing folds over itself."""


def _check_pitch(pitch: float) -> None:
    if pitch >= STEEP_END:
        raise ValueRefused("pitch of the section", f"{pitch:.0f}°", f"below {STEEP_END:.0f}°")


def eaves(roof: Stack, wall: Stack, _detail: EdgeDetail, pitch: float) -> Drawn:
    """A sloping roof over the wall that carries it; x = 0 is the wall's outer face, y = 0 the roof's inner face.

    Inner faces of roof and wall meet. The wall goes up to the roof's insulation, which runs on over
    it to the wall's outer face, where a board stops it.
    """
    _check_pitch(pitch)
    turn = radians(pitch)
    plies = tuple(reversed(wall.plies))
    thick = wall.thickness
    inner, over = roof.inner, roof.outer
    low, high = depth(inner), roof.thickness
    away = reach(roof, wall)
    square = max(1.0, 3 * high)
    right, bottom = thick + away + square, -away - EASE
    frame = (-MARGIN, right, bottom, high + MARGIN)
    regions = (
        Region(frame, 0.0, OUT),
        Region((thick, right, bottom, 0.0), 0.0, ROOM),
        *standing(plies, 0.0, bottom, low),
        *laid(inner, thick, right, 0.0),
        *laid(over, 0.0, right, low),
    )
    shares = (
        Share(
            "roof",
            roof.transmittance,
            (right - thick) / cos(turn),
            right / cos(turn) - high * tan(turn),
        ),
        Share("wall", wall.transmittance, thick * tan(turn) - bottom, high / cos(turn) - bottom),
    )
    middle, outer = low + (high - low) / 2, depth(ply for ply in plies if ply.insulates) / 2
    runs = (
        Run("water", ((right, high), (0.0, high), (-MARGIN / 2, high), (-MARGIN / 2, high / 2))),
        Run("air", ((right, low), (thick, low), (thick, 0.0), (thick, bottom))),
        Run("vapour", ((right, low / 2), (thick, low / 2), (thick, bottom))),
        Run("thermal", ((right, middle), (outer, middle), (outer, bottom))),
    )
    bend = Bend("eaves", pitch, EASE, right, square)
    return Drawn(Section(frame, regions, airs(roof, wall), bend), shares, runs)


def over_wall(roof: Stack, wall: Stack, detail: EdgeDetail) -> Drawn:
    """A roof over a gable or at its top, square to the slope; x = 0 is the wall's outer face.

    The wall goes up into the roof's insulation as far as what fills the ladder over its head leaves
    room; the lining of the roof ends at its inner face.
    """
    plies, thick = tuple(reversed(wall.plies)), wall.thickness
    inner, over = roof.inner, roof.outer
    low, high = depth(inner), roof.thickness
    fill = min(detail.insulation, high - low)
    away = reach(roof, wall)
    right, bottom = thick + away, -away
    frame = (-MARGIN, right, bottom, high + MARGIN)
    regions = [
        Region(frame, 0.0, OUT),
        Region((thick, right, bottom, 0.0), 0.0, ROOM),
        *laid(inner, thick, right, 0.0),
        *laid(over, 0.0, right, low),
        *standing(plies, 0.0, bottom, high - fill),
    ]
    if fill:
        regions.append(
            Region(
                (0.0, thick, high - fill, high), detail.conductivity, -1, "ladder infill", "fibre"
            )
        )
    shares = (
        Share("roof", roof.transmittance, right - thick, right),
        Share("wall", wall.transmittance, away, away + high),
    )
    middle, outer = low + (high - low) / 2, depth(ply for ply in plies if ply.insulates) / 2
    runs = (
        Run("water", ((right, high), (-MARGIN / 2, high), (-MARGIN / 2, high / 2))),
        Run("air", ((right, low), (thick, low), (thick, bottom))),
        Run("vapour", ((right, low / 2), (thick, low / 2), (thick, bottom))),
        Run(
            "thermal", ((right, middle), (thick, middle), (outer, high - fill / 2), (outer, bottom))
        ),
    )
    return Drawn(Section(frame, tuple(regions), airs(roof, wall)), shares, runs)


def apex(roof: Stack, detail: EdgeDetail, half_angle: float) -> Drawn:
    """One of two alike slopes that meet, square to the line; the plane between them lets no heat through.

    Args:
        roof: build-up of both.
        detail: board and filling of the joint.
        half_angle: by which each slope falls away from the line in this section [°]: above 0 at
            ridges and hips, below 0 in valleys.
    """
    _check_pitch(abs(half_angle))
    turn = radians(half_angle)
    low, high = depth(roof.inner), roof.thickness
    away = reach(roof)
    ease = max(1.0, 2 * high * abs(tan(turn)) + 0.2)
    right = away + ease
    frame = (0.0, right, -MARGIN, high + MARGIN)
    regions = [
        Region((0.0, right, high, high + MARGIN), 0.0, OUT),
        Region((0.0, right, -MARGIN, 0.0), 0.0, ROOM),
        *laid(roof.plies, 0.0, right, 0.0),
    ]
    first = roof.outer[0] if roof.outer else None
    if detail.fill == "void" and first is not None:
        wide = min(0.5 * ease, first.thickness * abs(tan(turn)) / 2)
        regions.append(
            Region((0.0, wide, low, low + first.thickness), VOID, -1, "void at the joint", "air")
        )
    if detail.board:
        deep = low + (first.thickness if first is not None else 0.0)
        regions.append(
            Region((0.0, detail.board / 2, low, deep), TIMBER, -1, "board", "timber-end")
        )
    outside = right + high * tan(turn)
    shares = (Share("roof", roof.transmittance, right, outside),)
    middle = low + (high - low) / 2
    runs = (
        Run("water", ((right, high), (0.0, high))), Run("air", ((right, low), (0.0, low))),
        Run("vapour", ((right, low / 2), (0.0, low / 2))), Run("thermal", ((right, middle), (0.0, middle))),
    )  # fmt: skip
    bend = Bend("apex", -half_angle, ease)
    return Drawn(Section(frame, tuple(regions), airs(roof), bend), shares, runs, doubled=True)
