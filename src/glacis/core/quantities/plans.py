# SPDX-License-Identifier: GPL-3.0-or-later
"""Layouts of rolls and boards as parts: the same as long as plane, size and direction are."""

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.model.quantities import BoardForm, RollForm, Wishes
from glacis.core.quantities.boards import BoardPlan, BoardSize, board_plan
from glacis.core.quantities.rolls import RollPlan, RollSize, RollWish, Way, ranked, roll_plan
from glacis.core.quantities.surface import Ground, long_directions

AGAINST = "laps would lie against the fall"
"""Why sheets that are lapped and not welded do not run up a slope."""
SHEDS = 5.0
"""Pitch [°] from which loose laps shed by the slope; our judgement: below it sheets are welded or bonded."""


def runs_loose(layer: LayerData) -> bool:
    """Whether the laps of a sheet only overlap: neither bonded nor welded."""
    material = layer.material
    if material is None:
        return True
    return (
        not ({"self-adhered", "bituminous"} & set(material.traits))
        and "covering" not in material.roles
    )


class RollsRead(Struct, frozen=True):
    """What a layout of rolls depends on.

    Attributes:
        ground: the plane.
        form: of the rolls.
        direction: chosen [°]; None for the least trouble.
        sheds: whether the slope alone sheds the water of its laps.
        wishes: by which directions are ranked.
    """

    ground: Ground
    form: RollForm
    direction: float | None
    sheds: bool
    wishes: Wishes


def size_of(form: RollForm) -> RollSize:
    """A roll as sold."""
    return RollSize(form.width, form.length, form.side_lap, form.end_lap, form.least)


def wish_of(wishes: Wishes) -> RollWish:
    """Weights as stated."""
    return RollWish(wishes.seam, wishes.joint, wishes.piece, wishes.waste)


def ways_to_roll(read: RollsRead) -> tuple[Way, ...]:
    """Every direction worth trying, the least trouble first."""
    others = long_directions(read.ground) if read.sheds else ()
    forbidden = tuple((way, AGAINST) for way in others if way)
    return ranked(read.ground, size_of(read.form), wish_of(read.wishes), forbidden)


def rolled(read: RollsRead) -> RollPlan:
    """Rolls in the chosen direction, or in that of the least trouble."""
    if read.direction is not None:
        return roll_plan(read.ground, read.direction, size_of(read.form))
    best = ways_to_roll(read)[0]
    return best.plan or roll_plan(read.ground, 0.0, size_of(read.form))


class BoardsRead(Struct, frozen=True):
    """What a layout of boards depends on.

    Attributes:
        ground: the plane.
        form: of the boards.
        direction: of the rows [°].
        second: whether they lie on another layer of boards.
    """

    ground: Ground
    form: BoardForm
    direction: float
    second: bool


def boarded(read: BoardsRead) -> BoardPlan:
    """Boards over the plane."""
    form = read.form
    size = BoardSize(form.length, form.width, form.stagger, form.least, form.kerf, form.edged)
    return board_plan(read.ground, read.direction, size, second=read.second)
