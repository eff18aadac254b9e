# SPDX-License-Identifier: GPL-3.0-or-later
"""What the section of a junction is drawn from, and the section itself."""

from math import acos, degrees

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.junctions.pieces import Piece
from glacis.core.junctions.sections.at_walls import open_edge, parapet, roof_to_wall
from glacis.core.junctions.sections.drawn import Drawn, depth
from glacis.core.junctions.sections.in_roofs import change, chimney, joint, kerb, threshold
from glacis.core.junctions.sections.on_slopes import apex, eaves, over_wall
from glacis.core.junctions.sections.round import pipe, post
from glacis.core.junctions.sections.stack import Stack
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.shape.planes import Plane

AT_WALLS = ("parapet", "flat-edge", "eaves-gutter", "wall-level", "wall-side")
OVER_WALLS = ("eaves-warm", "eaves-cold", "eaves-heel", "verge", "mono-top")
AT_LINES = ("ridge", "hip", "valley", "break")
POINTS = ("post", "pipe", "outlet")
UNSOLVED = ("scupper", "overflow", "upper-on-lower")
"""Kinds that have no section of their own: what they lose is the parapet's or the wall's."""
WALLED = (*AT_WALLS, *OVER_WALLS)
"""Kinds that need a wall."""

USUAL: dict[str, EdgeDetail] = {
    "parapet": EdgeDetail(height=0.6, width=0.2, wrap="both", insulation=0.1, head=0.06),
    "wall-level": EdgeDetail(height=0.15, insulation=0.08),
    "wall-side": EdgeDetail(height=0.15, insulation=0.08),
    "kerb": EdgeDetail(height=0.15, width=0.06, structure=0.13, insulation=0.05),
    "roof-window": EdgeDetail(height=0.05, width=0.05, structure=0.13, insulation=0.03),
    "obstacle": EdgeDetail(height=0.8, width=0.2, structure=0.8, insulation=0.05),
    "threshold": EdgeDetail(height=0.15, width=0.12, structure=0.13),
    "movement-joint": EdgeDetail(width=0.03, conductivity=0.04),
    "module-joint": EdgeDetail(width=0.02, conductivity=0.04),
    "verge": EdgeDetail(insulation=0.06), "mono-top": EdgeDetail(insulation=0.06),
    "eaves-cold": EdgeDetail(insulation=0.1), "eaves-heel": EdgeDetail(insulation=0.3),
    "post": EdgeDetail(size=0.1, metal=0.005, proud=0.3, insulation=0.1),
    "pipe": EdgeDetail(size=0.1, metal=0.004, insulation=0.02),
    "outlet": EdgeDetail(size=0.1, metal=0.004, insulation=0.03),
}  # fmt: skip
"""Sizes that a junction is drawn with where nobody states its own; our judgement: what is usually met."""


class EdgeCase(Struct, frozen=True):
    """All that the section of a junction follows from: alike for junctions that are built alike.

    Attributes:
        kind: of junction.
        first: build-up that its lines come from.
        second: of the other area; None where it is alike, or for none.
        wall: None for kinds without one.
        detail: sizes.
        pitch: of the roof, or half the angle by which two slopes fold [°].
    """

    kind: str
    first: Stack
    second: Stack | None
    wall: Stack | None
    detail: EdgeDetail
    pitch: float = 0.0

    @property
    def is_point(self) -> bool:
        """Whether it loses by the piece instead of by the metre."""
        return self.kind in POINTS


def usual_detail(kind: str) -> EdgeDetail:
    """Sizes that a kind is drawn with where nobody states its own."""
    return USUAL.get(kind, EdgeDetail())


def fold(first: Plane, second: Plane, *, hollow: bool) -> float:
    """Half the angle by which two planes fold [°]; below 0 where they make a hollow."""
    along = sum(a * b for a, b in zip(first.normal, second.normal, strict=True))
    half = degrees(acos(max(-1.0, min(1.0, along)))) / 2
    return -half if hollow else half


def is_hollow(piece: Piece, pitches: tuple[float, float], upper_first: bool) -> bool:
    """Whether two slopes make a hollow: valleys do, and a change of pitch whose upper slope is the steeper."""
    if piece.kind != "break":
        return piece.kind == "valley"
    upper, lower = pitches if upper_first else reversed(pitches)
    return upper > lower


def draw(case: EdgeCase) -> tuple[Drawn, ...]:
    """The section of a junction; two halves where two build-ups meet at a fold.

    Raises:
        ValueRefused: for a kind that has no section, a wall that nobody stated, or sizes that do not fit.
    """
    kind, roof, detail = case.kind, case.first, case.detail
    if kind in WALLED:
        if case.wall is None:
            raise ValueRefused("wall", "none stated", "what stands below or beside: state a wall")
        return (_at_wall(case, case.wall),)
    if kind in AT_LINES:
        stacks = (roof,) if case.second is None else (roof, case.second)
        return tuple(apex(stack, detail, case.pitch) for stack in stacks)
    return (_within(case),)


def _within(case: EdgeCase) -> Drawn:
    """The section of a junction within a roof."""
    roof, detail = case.first, case.detail
    match case.kind:
        case "kerb" | "roof-window":
            return kerb(roof, detail)
        case "obstacle":
            return chimney(roof, detail)
        case "threshold":
            return threshold(roof, detail)
        case "change":
            return change(roof, case.second or roof, detail)
        case "movement-joint" | "module-joint":
            return joint(roof, detail)
        case "post":
            return post(roof, detail)
        case "pipe" | "outlet":
            return pipe(roof, detail)
    raise ValueRefused("section", case.kind, "a kind that has one")


def _at_wall(case: EdgeCase, wall: Stack) -> Drawn:
    roof, detail = case.first, case.detail
    match case.kind:
        case "parapet":
            return parapet(roof, wall, detail)
        case "flat-edge" | "eaves-gutter":
            return open_edge(roof, wall, detail)
        case "wall-level" | "wall-side":
            return roof_to_wall(roof, wall, detail)
        case "eaves-warm":
            return eaves(roof, wall, detail, case.pitch)
    if case.kind.startswith("eaves"):
        detail = replace(detail, insulation=min(detail.insulation, depth(roof.outer)))
    return over_wall(roof, wall, detail)
