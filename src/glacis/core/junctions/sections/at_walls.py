# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections where a level roof meets a wall: parapets, open edges, and walls that go on up."""

from glacis.core.conduction.section import Region, Section
from glacis.core.junctions.sections.drawn import (
    MARGIN,
    OUT,
    ROOM,
    UPPER,
    Drawn,
    Run,
    Share,
    Span,
    airs,
    depth,
    laid,
    piece,
    reach,
    standing,
)
from glacis.core.junctions.sections.stack import Stack, bearing
from glacis.core.model.edge_detail import EdgeDetail

EDGE_TIMBER = 0.06
"""Width of the timber at an open edge [m]; our judgement: a usual size."""
TIMBER = 0.13
"""Conductivity of timber [W/(m·K)] (ISO 10456:2007, table 3, softwood)."""
WRAP = "insulation of the parapet"


def parapet(roof: Stack, wall: Stack, detail: EdgeDetail) -> Drawn:
    """A wall that goes on up as a parapet; x = 0 is its outer face, y = 0 the top of the deck.

    The wall's bearing ply runs through to the parapet's head; what insulates the wall outside goes up
    with it, what lines it inside ends at the ceiling.
    """
    bears = bearing(wall)
    outside = tuple(reversed(wall.plies[bears + 1 :]))
    core, lining = wall.plies[bears], tuple(reversed(wall.plies[:bears]))
    x_core = depth(outside)
    x_deck = x_core + core.thickness
    x_room = x_deck + depth(lining)
    x_up = x_core + detail.width
    deck, over = roof.inner, roof.outer
    below, top, head = -depth(deck), depth(over), max(detail.height, depth(over))
    away = reach(roof, wall)
    right, bottom = max(x_room, x_up) + away, below - away
    side = detail.insulation if detail.wrap in ("roof", "both") else 0.0
    cap = detail.head if detail.wrap in ("head", "both") else 0.0
    frame = (-MARGIN, right, bottom, head + cap + MARGIN)
    regions = [
        Region(frame, 0.0, OUT),
        Region((x_room, right, bottom, below), 0.0, ROOM),
        *standing(outside, 0.0, bottom, head),
        piece(core, (x_core, x_deck, bottom, 0.0)),
        *standing(lining, x_deck, bottom, below),
        *laid(deck, x_deck, right, below),
        *laid(over, x_up, right, 0.0),
        Region((x_core, x_up, 0.0, head), detail.structure, -1, "parapet", core.hatch),
    ]
    if side:
        regions.append(
            Region((x_up, x_up + side, top, head), detail.conductivity, -1, WRAP, "fibre")
        )
    if cap:
        regions.append(
            Region((0.0, x_up + side, head, head + cap), detail.conductivity, -1, WRAP, "fibre")
        )
    shares = (
        Share("wall", wall.transmittance, away, away + roof.thickness),
        Share("roof", roof.transmittance, right - x_room, right),
    )
    face = x_up + side
    runs = (
        Run("water", ((right, top), (face, top), (face, head + cap), (0.0, head + cap), (0.0, bottom))),
        Run("air", ((right, 0.0), (x_up, 0.0), (x_deck, below), (x_deck, bottom))),
        Run("vapour", ((right, 0.0), (x_up, 0.0), (x_up, top), (x_room, below), (x_room, bottom))),
        Run("thermal", ((right, top / 2), (face - side / 2, top / 2), (face - side / 2, head + cap / 2),
                        (x_core / 2, head + cap / 2), (x_core / 2, bottom))),
    )  # fmt: skip
    spans = _spans((0.0, x_room, right), (bottom, below, top))
    return Drawn(Section(frame, tuple(regions), airs(roof, wall)), shares, runs, spans=spans)


def _spans(
    level: tuple[float, float, float], upright: tuple[float, float, float]
) -> tuple[Span, ...]:
    """Lengths of roof and wall by outer and inner faces: outer and inner begin of the one, its cut; cut, ceiling and
    top of the other.
    """
    outer, inner, right = level
    bottom, ceiling, top = upright
    return (
        Span("roof l_e", False, outer, right), Span("roof l_i", False, inner, right),
        Span("wall l_e", True, bottom, top), Span("wall l_i", True, bottom, ceiling),
    )  # fmt: skip


def open_edge(roof: Stack, wall: Stack, _detail: EdgeDetail) -> Drawn:
    """A roof that ends flush with the wall's outer face, with a timber along it."""
    bears = bearing(wall)
    outside = tuple(reversed(wall.plies[bears + 1 :]))
    core, lining = wall.plies[bears], tuple(reversed(wall.plies[:bears]))
    x_core = depth(outside)
    x_deck = x_core + core.thickness
    x_room = x_deck + depth(lining)
    deck, over = roof.inner, roof.outer
    below, top = -depth(deck), depth(over)
    away = reach(roof, wall)
    right, bottom = x_room + away, below - away
    frame = (-MARGIN, right, bottom, top + MARGIN)
    regions = (
        Region(frame, 0.0, OUT),
        Region((x_room, right, bottom, below), 0.0, ROOM),
        *standing(outside, 0.0, bottom, 0.0),
        piece(core, (x_core, x_deck, bottom, 0.0)),
        *standing(lining, x_deck, bottom, below),
        *laid(deck, x_deck, right, below),
        *laid(over, 0.0, right, 0.0),
        Region((0.0, EDGE_TIMBER, 0.0, top), TIMBER, -1, "edge timber", "timber-end"),
    )
    shares = (
        Share("wall", wall.transmittance, away, away + roof.thickness),
        Share("roof", roof.transmittance, right - x_room, right),
    )
    runs = (
        Run("water", ((right, top), (0.0, top), (0.0, bottom))),
        Run("air", ((right, 0.0), (x_core, 0.0), (x_core, bottom))),
        Run("vapour", ((right, 0.0), (x_deck, 0.0), (x_room, below), (x_room, bottom))),
        Run("thermal", ((right, top / 2), (x_core / 2, top / 2), (x_core / 2, bottom))),
    )
    spans = _spans((0.0, x_room, right), (bottom, below, top))
    return Drawn(Section(frame, regions, airs(roof, wall)), shares, runs, spans=spans)


def roof_to_wall(roof: Stack, wall: Stack, detail: EdgeDetail) -> Drawn:
    """A roof beside a wall that goes on up; x = 0 is the outer face of what bears, y = 0 the top of the deck.

    The deck runs through and is the floor of the room above. The wall's insulation begins over the
    upstand; behind the upstand stands what the detail says, or nothing.
    """
    bears = bearing(wall)
    outside = wall.plies[bears + 1 :]
    core, lining = wall.plies[bears], tuple(reversed(wall.plies[:bears]))
    deck, over = roof.inner, roof.outer
    below, top = -depth(deck), depth(over)
    out, x_in = depth(outside), core.thickness + depth(lining)
    away = reach(roof, wall)
    left, right, stand = -out - away, x_in + away, top + detail.height
    high = stand + away
    frame = (left, right, below - MARGIN, high)
    regions = [
        Region((left, x_in, top if over else 0.0, high), 0.0, OUT),
        Region((left, right, below - MARGIN, below), 0.0, ROOM),
        Region((x_in, right, 0.0, high), 0.0, UPPER),
        *laid(deck, left, right, below),
        piece(core, (0.0, core.thickness, 0.0, high)),
        *standing(lining, core.thickness, 0.0, high),
        *laid(over, left, 0.0, 0.0),
    ]
    at = 0.0
    for ply in outside:
        regions.append(piece(ply, (at - ply.thickness, at, stand, high)))
        at -= ply.thickness
    if detail.insulation:
        regions.append(
            Region(
                (-detail.insulation, 0.0, top, stand),
                detail.conductivity,
                -1,
                "behind the upstand",
                "fibre",
            )
        )
    shares = (
        Share("roof", roof.transmittance, x_in - left, -out - left),
        Share("wall", wall.transmittance, high, high - top),
    )
    foot = -detail.insulation
    runs = (
        Run("water", ((left, top), (foot, top), (foot, stand), (-out, stand), (-out, high))),
        Run("air", ((left, 0.0), (0.0, 0.0), (0.0, high))),
        Run("vapour", ((left, 0.0), (0.0, 0.0), (x_in, 0.0), (x_in, high))),
        Run("thermal", ((left, top / 2), (foot / 2, top / 2), (foot / 2, stand), (-out / 2, stand), (-out / 2, high))),
    )  # fmt: skip
    section = Section(frame, tuple(regions), airs(roof, wall, upper=True))
    spans = (
        Span("roof l_e", False, left, -out), Span("roof l_i", False, left, x_in),
        Span("wall l_e", True, top, high), Span("wall l_i", True, 0.0, high),
    )  # fmt: skip
    return Drawn(section, shares, runs, spans=spans)
