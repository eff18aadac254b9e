# SPDX-License-Identifier: GPL-3.0-or-later
"""Eaves and plate of a roof insulated over its rafters: fascia, sprocket, birdsmouth, infill.

A section square to the eaves: x outwards from the outer face of the wall, z up from the upper edge of
the rafter there [m]. A thickness d square to the slope is d/cos plumb.
"""

from math import cos, radians, tan
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.refused import positive

SprocketOver = Literal["counter", "batten"]
STEEPEST = 85.0
"""Pitch of a section at most [°]; our judgement: steeper is a wall."""
MOST_BITE = 1 / 3
"""Share of a rafter's plumb depth that a birdsmouth may take; our judgement after practice, recalled (confirm)."""


class EavesIn(Struct, frozen=True):
    """What lies over the rafters at the eaves [m], square to the slope.

    Attributes:
        pitch: [°].
        rafter: depth.
        board: insulation over the rafters.
        counter: counter-battens.
        batten: tile battens.
        projection: of the fascia's front from the wall, in plan.
        fascia_below: how far the fascia hangs below the rafters' tails.
        kick: of the lowest tiles, which have none below: a tile's thickness.
        seat: of the birdsmouth, level.
        sprocket_pitch: of a flatter sprocket [°]; 0 for none.
        sprocket_length: along it.
    """

    pitch: float
    rafter: float
    board: float
    counter: float
    batten: float
    projection: float
    fascia_below: float = 0.0
    kick: float = 0.0
    seat: float = 0.0
    sprocket_pitch: float = 0.0
    sprocket_length: float = 0.0


class FlatSprocket(Struct, frozen=True):
    """A sprocket flatter than the roof [m]; its wedge angle in degrees.

    Attributes:
        head_x: where its upper face leaves the counter-battens' plane.
        head_z: height there.
        toe_z: height of its upper face at the fascia.
        toe_above_straight: over the straight line of the counter-battens.
        wedge_angle: between the two [°].
        wedge_square_at_toe: thickness of the wedge there, square to the roof.
        fascia_top: with it.
    """

    head_x: float
    head_z: float
    toe_z: float
    toe_above_straight: float
    wedge_angle: float
    wedge_square_at_toe: float
    fascia_top: float


class Eaves(Struct, frozen=True):
    """The eaves worked out [m].

    Attributes:
        board_plumb: thickness of the board, plumb.
        stack_plumb: of board and battens.
        fascia_top: height of the fascia's top.
        tail_underside: of the rafter's tail under it.
        fascia_height: of the fascia board.
        sprocket_under_counter: depth of a sprocket that the counter-battens run on over.
        sprocket_under_batten: where only tile battens do.
        heel_at_plate: what the birdsmouth leaves of the rafter, plumb.
        birdsmouth_share: of the rafter that it takes [-].
        board_plumb_edge_extra: more board at a plumb edge than at a square one.
        plane_raised_plumb: by how much board and counter-battens raise the plane.
        verge_ladder_depth: of a ladder at the verge.
        fascia_girth_more: girth that the fascia gains.
        barge_girth_more: girth that the barge board gains.
        flat_sprocket: None for none.
    """

    board_plumb: float
    stack_plumb: float
    fascia_top: float
    tail_underside: float
    fascia_height: float
    sprocket_under_counter: float
    sprocket_under_batten: float
    heel_at_plate: float
    birdsmouth_share: float
    board_plumb_edge_extra: float
    plane_raised_plumb: float
    verge_ladder_depth: float
    fascia_girth_more: float
    barge_girth_more: float
    flat_sprocket: FlatSprocket | None


class Slope(Struct, frozen=True):
    """Lines that run with the slope of a roof, in its section at the eaves; pitch in degrees."""

    pitch: float

    def at(self, x: float, square: float) -> float:
        """Height at a place of what lies so far square above the rafters [m]: -x tan + d/cos."""
        slope = radians(self.pitch)
        return -x * tan(slope) + square / cos(slope)


def _check(pitch: float) -> None:
    if not 0 < pitch <= STEEPEST:
        raise ValueRefused("pitch", f"{pitch:g}°", f"more than 0 to {STEEPEST:g}°")


def eaves(given: EavesIn) -> Eaves:
    """The eaves of a roof whose insulation lies over its rafters.

    Raises:
        ValueRefused: for a level roof, or a flat sprocket steeper than the roof.
    """
    _check(given.pitch)
    slope = radians(given.pitch)
    raised = given.board + given.counter
    stack = raised + given.batten
    top = Slope(given.pitch).at(given.projection, stack) + given.kick
    tail = Slope(given.pitch).at(given.projection, -given.rafter)
    plumb = positive("depth of the rafter", given.rafter) / cos(slope)
    bite = given.seat * tan(slope)
    return Eaves(
        board_plumb=given.board / cos(slope),
        stack_plumb=stack / cos(slope),
        fascia_top=top,
        tail_underside=tail,
        fascia_height=top - tail + given.fascia_below,
        sprocket_under_counter=given.board,
        sprocket_under_batten=raised,
        heel_at_plate=plumb - bite,
        birdsmouth_share=bite / plumb,
        board_plumb_edge_extra=given.board * tan(slope),
        plane_raised_plumb=raised / cos(slope),
        verge_ladder_depth=given.board,
        fascia_girth_more=raised / cos(slope),
        barge_girth_more=raised,
        flat_sprocket=_flat(given),
    )


def _flat(given: EavesIn) -> FlatSprocket | None:
    if not given.sprocket_pitch:
        return None
    if given.sprocket_pitch >= given.pitch:
        raise ValueRefused(
            "pitch of the sprocket", f"{given.sprocket_pitch:g}°", f"flatter than the roof, {given.pitch:g}°",
        )  # fmt: skip
    slope, flat = radians(given.pitch), radians(given.sprocket_pitch)
    raised = given.board + given.counter
    head_x = given.projection - positive("length of the sprocket", given.sprocket_length) * cos(
        flat
    )
    head_z = Slope(given.pitch).at(head_x, raised)
    toe = head_z - (given.projection - head_x) * tan(flat)
    above = toe - Slope(given.pitch).at(given.projection, raised)
    return FlatSprocket(
        head_x=head_x,
        head_z=head_z,
        toe_z=toe,
        toe_above_straight=above,
        wedge_angle=given.pitch - given.sprocket_pitch,
        wedge_square_at_toe=above * cos(slope),
        fascia_top=toe + given.batten / cos(flat) + given.kick,
    )


class PlateIn(Struct, frozen=True):
    """A wall head under the rafters [m]; the rest as at the eaves.

    Attributes:
        pitch: [°].
        rafter: depth.
        seat: of the birdsmouth, level.
        plate_out: outer edge of the plate, inwards from the wall's face.
        wall_in: inner end of the infill, inwards.
        wall_out: its outer end, inwards; below 0 lies outside of the face.
        spacing: of the rafters.
        member: width of a rafter.
    """

    pitch: float
    rafter: float
    seat: float
    plate_out: float
    wall_in: float
    wall_out: float
    spacing: float
    member: float


class Plate(Struct, frozen=True):
    """Infill over a wall head, a trapezoid in each bay [m].

    Attributes:
        height_out: at its outer end.
        height_in: at its inner end.
        run_level: its length, level.
        run_slope: the same along the slope.
        width: between rafters.
        section: [m²].
        volume_per_bay: [m³].
        triangle_above_level: the part of the section above its lower end [m²].
    """

    height_out: float
    height_in: float
    run_level: float
    run_slope: float
    width: float
    section: float
    volume_per_bay: float
    triangle_above_level: float


def plate(given: PlateIn) -> Plate:
    """The infill between rafters over a wall head: heel + x tan at both of its ends.

    Raises:
        ValueRefused: for a level roof, members wider than their spacing, or an infill without height.
    """
    _check(given.pitch)
    slope = radians(given.pitch)
    heel = given.rafter / cos(slope) - given.seat * tan(slope)
    low = heel + (given.wall_out - given.plate_out) * tan(slope)
    high = heel + (given.wall_in - given.plate_out) * tan(slope)
    run = positive("length of the infill", given.wall_in - given.wall_out)
    width = positive("clear width of a bay", given.spacing - given.member)
    if low < 0:
        raise ValueRefused(
            "outer end of the infill",
            f"{given.wall_out:g} m",
            "a place where the rafters lie above the plate",
        )
    section = (low + high) / 2 * run
    return Plate(
        low,
        high,
        run,
        run / cos(slope),
        width,
        section,
        section * width,
        run * run * tan(slope) / 2,
    )


class Lining(Struct, frozen=True):
    """How far the lining of a roof window reaches further inside [m]: up at its head, down at its sill."""

    head: float
    sill: float


def lining(thickness: float, pitch: float) -> Lining:
    """A level head and a plumb sill through a roof: t/tan further up, t tan further down.

    >>> lining(0.3, 45.0).sill
    0.3
    """
    _check(pitch)
    slope = radians(pitch)
    return Lining(round(thickness / tan(slope), 9), round(thickness * tan(slope), 9))


class PitchChange(Struct, frozen=True):
    """The profile where a roof changes its pitch.

    Attributes:
        bend: angle between its legs [°].
        upper_leg: under the upper covering [m].
        lower_leg: over the lower covering [m].
    """

    bend: float
    upper_leg: float
    lower_leg: float


def pitch_change(lower: float, upper: float, laps: tuple[float, float]) -> PitchChange:
    """A bent profile at a change of pitch; the field above it begins anew with its own first batten.

    Args:
        lower: pitch below [°].
        upper: pitch above [°].
        laps: of the upper covering, and of the lower at the lower pitch [m].
    """
    return PitchChange(180 - abs(lower - upper), laps[0], laps[1])


def wedge_length(height: float, pitch: float) -> float:
    """How far a dormer's cheek of a height runs back into the roof, level [m]: h/tan.

    >>> round(wedge_length(1.2, 45.0), 3)
    1.2
    """
    _check(pitch)
    return height / tan(radians(pitch))
