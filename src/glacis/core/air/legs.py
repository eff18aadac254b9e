# SPDX-License-Identifier: GPL-3.0-or-later
"""The way through a bay, plane by plane, as segments whose section stays the same."""

from msgspec import Struct

from glacis.core.air.channel import Segment
from glacis.core.air.layout import Stretch
from glacis.core.air.path import AirWay
from glacis.core.air.tables import SHIPPED, Tables, widening
from glacis.core.model.air import Air, PathSegment

SHORTEST = 0.05
"""A piece shorter than this along the slope has no flow of its own [m]; our judgement."""
CHUTE = 1.2
"""Length of a chute where no heel says it [m]; our judgement: as they are sold."""
CHANNEL = (PathSegment(kind="channel"),)
"""One channel of the air layer's depth."""


class Run(Struct, frozen=True):
    """What a bay passes from its low end to its high one.

    Attributes:
        length: on its own plane, along the slope [m].
        pitch: of that plane [°].
        below: on planes below a change of pitch, from the low end.
        above: on planes above one.
    """

    length: float
    pitch: float
    below: tuple[Stretch, ...] = ()
    above: tuple[Stretch, ...] = ()


def legs_of(
    way: AirWay, stated: Air, run: Run, tables: Tables = SHIPPED
) -> tuple[tuple[Segment, ...], ...]:
    """The segments of a bay plane by plane from the low end, temperatures to be put in.

    Chutes are a segment at the low end where no segment says otherwise.
    """
    parts = (*run.below, Stretch(run.length, run.pitch, stated), *run.above)
    return tuple(_leg(way, part, tables, lowest=k == 0) for k, part in enumerate(parts))


def segments_of(
    way: AirWay, stated: Air, run: Run, tables: Tables = SHIPPED
) -> tuple[Segment, ...]:
    """The same in one row."""
    return tuple(segment for leg in legs_of(way, stated, run, tables) for segment in leg)


def listed_segments(stated: Air, depth: float, tables: Tables = SHIPPED) -> tuple[PathSegment, ...]:
    """The segments that are stated, else those that follow from chutes and a build-up's air ``depth`` [m]."""
    return stated.segments or _usual(stated, depth, tables)


def _leg(way: AirWay, part: Stretch, tables: Tables, *, lowest: bool) -> tuple[Segment, ...]:
    stated = part.air
    listed = listed_segments(stated, way.depth, tables)
    if not lowest:
        listed = tuple(s for s in listed if s.kind == "channel") or CHANNEL
    fixed = sum(s.length for s in listed if s.length and not s.level)
    open_ended = sum(1 for s in listed if not s.length) or 1
    length = max(part.length, SHORTEST)
    rest = max(part.length - fixed, SHORTEST) / open_ended
    return tuple(
        Segment(
            length=s.length if s.level else min(s.length or rest, length),
            depth=s.depth or way.depth,
            pitch=0.0 if s.level else part.pitch,
            r_top=way.r_outside,
            r_bottom=way.r_inside,
            t_sol=0.0,
            t_below=0.0,
            zeta=s.zeta if lowest or stated.segments else 0.0,
            roughness=s.roughness,
            e_top=s.e_top if stated.segments else way.e_top,
            e_bottom=s.e_bottom if stated.segments else way.e_bottom,
            shaded=s.kind == "soffit",
        )
        for s in listed
    )


def _usual(stated: Air, depth: float, tables: Tables) -> tuple[PathSegment, ...]:
    """One channel; with chutes a narrowing into them and a widening out, on the section behind each."""
    if stated.chutes is None:
        return CHANNEL
    gap = stated.chutes.gap
    out = widening(gap, depth) * (depth / gap) ** 2 if gap < depth else 0.0
    chute = PathSegment(
        kind="chute",
        depth=gap,
        length=CHUTE,
        zeta=tables.loss("zeta-contraction") if gap < depth else 0.0,
    )
    return (chute, PathSegment(kind="channel", zeta=out))
