# SPDX-License-Identifier: GPL-3.0-or-later
"""How many fixings and where: rows in a sheet's seams, patterns of boards, screws on rafters, clips, crests, nails."""

from collections.abc import Sequence
from math import ceil, cos, floor, radians

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.fixings import Pieces

GRAVITY = 9.81
"""[m/s²] (EN 1991-1-1:2002, annex A)."""
STEADYING = 0.9
"""Partial factor of a weight that steadies [-] (EN 1990:2002, table A1.2(A))."""


class Rows(Struct, frozen=True):
    """Rows of fixings.

    Attributes:
        distance: between rows [m].
        spacing: in a row [m].
        per_area: [1/m²].
        load: on one fixing [N].
        use: load over resistance [-].
    """

    distance: float
    spacing: float
    per_area: float
    load: float
    use: float


class RowLimits(Struct, frozen=True):
    """What rows keep to.

    Attributes:
        step: of the flutes, or of what may be marked, above 0 [m].
        least: spacing [m].
        most: spacing [m].
        least_per_area: whatever the wind [1/m²].
    """

    step: float
    least: float
    most: float
    least_per_area: float = 0.0


def rows_for(
    suction: float, resistance: float, distances: Sequence[float], limits: RowLimits
) -> Rows | None:
    """Fewest fixings in rows that hold a suction; None where the closest rows do not.

    s <= F/(w_d a), no wider than the limits' most, no closer than their least, whole steps of the deck's flutes, at
    least so many to the square metre; the fewest win, then the wider rows.

    Args:
        suction: w_d, 0 or above [Pa].
        resistance: F_Rd of one fixing, above 0 [N].
        distances: between rows that rolls and half rolls give, above 0 [m].
        limits: that spacings keep to.

    Raises:
        ValueRefused: for a resistance, step or distance that is none.
    """
    for words, value in (("resistance of a fixing", resistance), ("step of the rows", limits.step)):
        if not value > 0:
            raise ValueRefused(words, f"{value:g}", "more than 0")
    if not distances or min(distances) <= 0:
        raise ValueRefused("distances of rows", "none", "one above 0 m at least")
    found = []
    for distance in distances:
        widest = limits.most
        if suction > 0:
            widest = min(widest, resistance / (suction * distance))
        if limits.least_per_area > 0:
            widest = min(widest, 1 / (limits.least_per_area * distance))
        spacing = limits.step * floor(widest / limits.step + 1e-9)
        if spacing <= 0 or spacing < limits.least - 1e-9:
            continue
        load = suction * distance * spacing
        found.append(Rows(distance, spacing, 1 / (distance * spacing), load, load / resistance))
    return min(found, key=lambda row: (round(row.per_area, 9), -row.distance), default=None)


class Count(Struct, frozen=True):
    """Fixings of one board, crest or piece.

    Attributes:
        needed: by the wind.
        chosen: next pattern that is drawn; None where none holds so many.
        load: on one [N].
        use: [-].
    """

    needed: int
    chosen: int | None
    load: float
    use: float


def board_count(
    suction: float, area: float, resistance: float, patterns: Sequence[int]
) -> Count:  # fmt: skip
    """Fixings of one board: ceil(w_d A/F), then the next pattern that is drawn.

    Args:
        suction: w_d [Pa].
        area: of a board, above 0 [m²].
        resistance: F_Rd of one, above 0 [N].
        patterns: numbers that are drawn, each above 0.

    Raises:
        ValueRefused: for an area or resistance that is none.
    """
    if not area > 0 or not resistance > 0:
        raise ValueRefused("board or fixing", f"{min(area, resistance):g}", "more than 0")
    needed = ceil(suction * area / resistance - 1e-9)
    chosen = next((count for count in sorted(patterns) if count >= max(1, needed)), None)
    held = chosen or max(patterns, default=1)
    load = suction * area / held
    return Count(needed, chosen, load, load / resistance)


def clip_spacing(
    suction: float, seam: float, resistance: float, step: float, most: float
) -> float | None:
    """Spacing of clips along a seam, s = F/(w_d seam), in steps; None where one step is too wide [m].

    Args:
        suction: w_d [Pa].
        seam: distance of seams, above 0 [m].
        resistance: of a clip, F_Rd [N].
        step: of spacings [m].
        most: spacing [m].
    """
    widest = most if suction <= 0 else min(most, resistance / (suction * seam))
    spacing = step * floor(widest / step + 1e-9)
    return spacing if spacing > 0 else None


def travel(expansion: float, length: float, range_: float) -> float:
    """How far a sheet's end moves from where it is fixed, alpha L dT [m], to one side.

    Args:
        expansion: of its metal [1/K].
        length: from the fixed clips to the end [m].
        range_: of temperature from the day it was laid [K].
    """
    return expansion * length * range_


def crests_between(suction: float, rib: float, purlin: float, resistance: float) -> int | None:
    """At how many crests one screw stands at a purlin: every one, two or three; None where every one is too few.

    Args:
        suction: w_d [Pa].
        rib: distance of crests [m].
        purlin: distance of purlins or battens [m].
        resistance: of a screw, F_Rd [N].
    """
    for crests in (3, 2, 1):
        if suction * rib * crests * purlin <= resistance * (1 + 1e-9):
            return crests
    return None


class Held(Struct, frozen=True):
    """A tile or slate that the wind would turn about the point it hangs on.

    Attributes:
        moment: of the wind [N·m].
        steadying: of 0.9 of its weight [N·m].
        force: that a fixing has to hold [N]; 0 where the weight holds it.
    """

    moment: float
    steadying: float
    force: float


def piece_held(suction: float, piece: Pieces, pitch: float) -> Held:
    """Moment about the hanging point: 0.9 of the weight against the wind, the rest by the fixing.

    Args:
        suction: w_d on the exposed face [Pa].
        piece: its size, mass and arms from where it hangs.
        pitch: of the roof [°].

    Raises:
        ValueRefused: for a fixing at the hanging point, which holds nothing against turning.
    """
    arm = piece.arm_fixing
    if not arm > 0:
        raise ValueRefused(
            "arm of the fixing", f"{arm:g} m", "more than 0 m from where the piece hangs"
        )
    moment = suction * piece.width * piece.exposed * piece.arm_wind
    steadying = STEADYING * piece.mass * GRAVITY * cos(radians(pitch)) * piece.arm_weight
    return Held(moment, steadying, max(0.0, moment - steadying) / arm)


BALLAST_LEAST = 50.0
"""Ballast at least [kg/m²]; our judgement after common rules for loose sheets: five centimetres of gravel weigh
eighty."""
GRAVEL_TO = 3.0
"""Pitch up to which gravel stays [°]; our judgement."""
WATER = 1000.0
"""Density [kg/m³] (EN 1991-1-1:2002, annex A, rounded)."""


def ballast_mass(suction: float, pitch: float) -> float:
    """M = 1.5 w_k/(0.9 g cos a), at least 50 [kg/m²].

    Args:
        suction: w_d = 1.5 w_k [Pa].
        pitch: of the roof, below 90 [°].
    """
    return max(BALLAST_LEAST, suction / (STEADYING * GRAVITY * cos(radians(pitch))))


def floating_mass(thickness: float, density: float) -> float:
    """What keeps boards of an inverted roof down when it is flooded, d (1000 - rho)/0.9 [kg/m²].

    Args:
        thickness: of the boards [m].
        density: of the boards [kg/m³].
    """
    return max(0.0, thickness * (WATER - density)) / STEADYING


def ribbon_strength(
    bead: float, spacing: float, glue: float, facer: float, substrate: float, gamma: float
) -> float:  # fmt: skip
    """Tension that boards in ribbons bear: (bead/spacing) times the weakest of three, over gamma [Pa].

    Args:
        bead: width of a ribbon when pressed [m].
        spacing: of ribbons, no less than the bead [m].
        glue: characteristic tensile strength of the glue [Pa].
        facer: of the board and its facing, square to it [Pa].
        substrate: of what it is glued to [Pa].
        gamma: partial factor, above 0 [-].

    Raises:
        ValueRefused: for ribbons wider than they are apart.
    """
    if not 0 < bead <= spacing:
        raise ValueRefused(
            "ribbon", f"{bead * 1000:g} mm wide, {spacing * 1000:g} mm apart", "no wider than apart"
        )
    return bead / spacing * min(glue, facer, substrate) / gamma
