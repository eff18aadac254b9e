# SPDX-License-Identifier: GPL-3.0-or-later
"""Footprints to start from: a plan form with a roof form over it."""

from math import atan2, cos, degrees, radians, sin, tan
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.geometry import Break, Footprint, FootprintEdge, Loop, Point

PlanForm = Literal["rectangle", "L", "T", "U", "courtyard"]
RoofForm = Literal["hip", "gable", "half-hip", "mono", "mansard", "barrel", "flat"]
PLAN_FORMS: tuple[PlanForm, ...] = ("rectangle", "L", "T", "U", "courtyard")
ROOF_FORMS: tuple[RoofForm, ...] = ("hip", "gable", "half-hip", "mono", "mansard", "barrel", "flat")
FACETS = 5
"""Planes that stand for each half of a curved shell; our judgement: within 2 % of its area."""
STEEP, SHALLOW = 70.0, 30.0
"""Pitches of a mansard [°]."""


class Start(Struct, frozen=True):
    """What a footprint is started from.

    Attributes:
        name: of the roof.
        plan: form of the outline.
        roof: form of the roof.
        length: of the whole outline from west to east [m].
        depth: of it from south to north [m].
        wing: width of a wing, or of the range round a courtyard [m].
        pitch: of the planes [°].
        level: of the eaves [m].
        overhang: of the eaves [m].
        at: south-west corner in plan [m].
    """

    name: str
    plan: PlanForm
    roof: RoofForm
    length: float
    depth: float
    wing: float
    pitch: float = 35.0
    level: float = 3.0
    overhang: float = 0.0
    at: Point = (0.0, 0.0)


def roofs_for(plan: PlanForm) -> tuple[RoofForm, ...]:
    """Forms of roof that close over a plan form: slopes and shells need a rectangle, gables ends."""
    if plan == "rectangle":
        return ROOF_FORMS
    if plan == "courtyard":
        return ("hip", "mansard", "flat")
    return tuple(form for form in ROOF_FORMS if form not in ("mono", "barrel"))


Form = tuple[tuple[Point, ...], frozenset[int]]
"""Corners anticlockwise, and which edges end a wing."""


def _form(start: Start) -> Form:
    a, b, w = start.length, start.depth, start.wing
    if start.plan == "rectangle" or start.plan == "courtyard":
        ends = frozenset((1, 3)) if a >= b else frozenset((0, 2))
        return ((0, 0), (a, 0), (a, b), (0, b)), ends
    if start.plan == "L":
        return ((0, 0), (a, 0), (a, w), (w, w), (w, b), (0, b)), frozenset((1, 4))
    if start.plan == "T":
        left = (a - w) / 2
        corners = (
            (0, b - w), (left, b - w), (left, 0), (left + w, 0), (left + w, b - w),
            (a, b - w), (a, b), (0, b),
        )  # fmt: skip
        return corners, frozenset((2, 5, 7))
    legs = ((0, 0), (w, 0), (w, b - w), (a - w, b - w), (a - w, 0), (a, 0), (a, b), (0, b))
    return legs, frozenset((0, 4))


def _check(start: Start) -> None:
    for name, value in (("length", start.length), ("depth", start.depth)):
        if not 0.5 <= value <= 1000:
            raise ValueRefused(f"{name} of the roof", value, "0.5 to 1000 m")
    most = {
        "rectangle": start.depth, "L": min(start.length, start.depth),
        "T": min(start.length, start.depth), "U": min(start.length / 2, start.depth),
        "courtyard": min(start.length, start.depth) / 2,
    }[start.plan]  # fmt: skip
    if start.plan != "rectangle" and not 0.2 <= start.wing < most - 0.05:
        raise ValueRefused("width of the wing", start.wing, f"0.2 to under {most - 0.05:g} m")
    if start.roof not in roofs_for(start.plan):
        raise ValueRefused(
            f"roof over {start.plan}", start.roof, " or ".join(roofs_for(start.plan))
        )


def _edge(start: Start, number: int, at: Point, ends: frozenset[int]) -> FootprintEdge:
    edge = FootprintEdge(
        id=f"e{number + 1}", at=(start.at[0] + at[0], start.at[1] + at[1]), pitch=start.pitch,
        overhang=start.overhang,
    )  # fmt: skip
    upright = replace(edge, kind="verge", overhang=0.0)
    width = min(start.length, start.depth) if start.plan == "rectangle" else start.wing
    match start.roof:
        case "mono":
            return edge if number == 0 else upright
        case "flat":
            return replace(upright, kind="parapet")
        case "mansard":
            return _mansard(edge, width)
        case "barrel":
            return upright if number in ends else _shell(edge, width)
    if start.roof == "hip" or number not in ends:
        return edge
    return upright if start.roof == "gable" else _half_hip(upright, width, start.pitch)


def _mansard(edge: FootprintEdge, width: float) -> FootprintEdge:
    drop = width / 2 * tan(radians(STEEP))
    upper = Break(start=round(min(2.2, 0.3 * drop), 2), pitch=SHALLOW)
    return replace(edge, pitch=STEEP, breaks=(upper,))


def _half_hip(upright: FootprintEdge, width: float, pitch: float) -> FootprintEdge:
    ridge = width / 2 * tan(radians(pitch))
    return replace(upright, breaks=(Break(start=round(0.55 * ridge, 2), pitch=pitch),))


def _shell(edge: FootprintEdge, width: float) -> FootprintEdge:
    """Facets of an arc over ``width`` [m] that leaves the eaves at the edge's pitch.

    With θ that pitch the radius is width/(2 sin θ); the facets cut the arc into equal angles.
    """
    steep = radians(edge.pitch)
    radius = width / 2 / sin(steep)
    turns = [steep * (1 - k / FACETS) for k in range(FACETS + 1)]
    points = [(width / 2 - radius * sin(t), radius * (cos(t) - cos(steep))) for t in turns]
    pitches = [
        degrees(atan2(b[1] - a[1], b[0] - a[0])) for a, b in zip(points, points[1:], strict=False)
    ]
    breaks = tuple(
        Break(start=at[1], pitch=pitch) for at, pitch in zip(points[1:-1], pitches[1:], strict=True)
    )
    return replace(edge, pitch=pitches[0], overhang=0.0, breaks=breaks)


def start_footprint(start: Start) -> Footprint:
    """The footprint of a start.

    Raises:
        ValueRefused: for sizes or forms that do not go together.
    """
    _check(start)
    corners, ends = _form(start)
    edges = [_edge(start, k, at, ends) for k, at in enumerate(corners)]
    loops = [Loop(edges=tuple(edges))]
    if start.plan == "courtyard":
        w, a, b = start.wing, start.length, start.depth
        inner = ((w, w), (w, b - w), (a - w, b - w), (a - w, w))
        court = [_edge(start, len(corners) + k, at, frozenset()) for k, at in enumerate(inner)]
        loops = [
            Loop(edges=tuple(_edge(start, k, at, frozenset()) for k, at in enumerate(corners))),
            Loop(edges=tuple(court)),
        ]
    return Footprint(id="roof", name=start.name, level=start.level, loops=tuple(loops))
