# SPDX-License-Identifier: GPL-3.0-or-later
"""A set held against each zone: which pattern, how many, how hard each works."""

from math import ceil, cos, radians
from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.fixings.resistance import Resistance, bond_strength, resistance_of
from glacis.core.fixings.rows import (
    Held,
    RowLimits,
    ballast_mass,
    board_count,
    clip_spacing,
    crests_between,
    piece_held,
    rows_for,
)
from glacis.core.graph.memo import Gathered
from glacis.core.model.document import RoofArea
from glacis.core.model.fixings import (
    Ballast,
    BattenScrews,
    BoardScrews,
    Bond,
    Clips,
    FixSet,
    Pieces,
    PullOut,
    SeamRows,
    WayOf,
)
from glacis.core.wind.suction import WindZone

if TYPE_CHECKING:
    from glacis.core.fixings.placing import Ground


class Pattern(Struct, frozen=True):
    """What a set does in one zone.

    Attributes:
        zone: number of the zone.
        kind: how it is told: rows, board, along, crest, clip, ribbons, full, mass, pieces.
        spacing: along a row, rafter or seam, or of ribbons [m]; 0 where there is none.
        distance: between rows, rafters, seams or purlins [m]; 0 where there is none.
        each: fixings to a board or piece, or crests to a screw.
        per_area: before it is placed [1/m²], of true area.
        load: on one fixing [N], on a bond [Pa], or mass that is needed [kg/m²].
        bears: design resistance of one, or mass that is laid.
        use: load over resistance [-]; None where nobody knows.
        fits: whether a pattern was found that holds.
    """

    zone: int
    kind: str
    spacing: float = 0.0
    distance: float = 0.0
    each: int = 0
    per_area: float = 0.0
    load: float = 0.0
    bears: float = 0.0
    use: float | None = None
    fits: bool = True


class SetHeld(Struct, frozen=True):
    """A set against the zones it is for.

    Attributes:
        set: as stated.
        resistance: of one fixing or of the bond.
        patterns: zone by zone, in the order of the zones; those it is not for are left out.
        refused: why nothing can be laid; empty where it can.
    """

    set: FixSet
    resistance: Resistance
    patterns: tuple[Pattern, ...]
    refused: str = ""

    def of(self, zone: int) -> Pattern | None:
        """Its pattern in a zone."""
        return next((pattern for pattern in self.patterns if pattern.zone == zone), None)


ALONG_FLUTES = 30.0
"""Rows closer to the flutes than this hang from one trough [°]; our judgement: rows run across them."""


def for_zone(held: FixSet, zone: WindZone) -> bool:
    """Whether a set is for a zone; what reaches over a wall counts to the zone it is part of."""
    return not held.zones or zone.name in held.zones or zone.name.split()[0] in held.zones


class Against(Gathered, frozen=True):
    """What sets of an area are held against.

    Attributes:
        area: the roof area.
        zones: of the wind, the worst first.
        tests: pull-outs of the project on its substrates.
        factor: design load over the load at service level [-].
        rafters: spacing of rafters of the build-up [m]; 0 where it has none.
        share: of the wind that small pieces carry [-].
        ground: zones made ready to be placed on; None to have that done.
    """

    area: RoofArea
    zones: tuple[WindZone, ...]
    tests: tuple[PullOut, ...] = ()
    factor: float = 1.5
    rafters: float = 0.0
    share: float = 1.0
    ground: "Ground | None" = None


def set_held(held: FixSet, against: Against) -> SetHeld:
    """A set solved for the zones it is for."""
    bears = resistance_of(held, against.tests, against.factor)
    refused = _refused(held)
    if refused:
        return SetHeld(held, bears, (), refused)
    patterns = tuple(
        _pattern(held.way, number, zone.design, bears.design, against)
        for number, zone in enumerate(against.zones)
        if for_zone(held, zone)
    )
    return SetHeld(held, bears, patterns)


def _refused(held: FixSet) -> str:
    way = held.way
    if isinstance(way, SeamRows) and way.flutes is not None:
        off = abs((way.turn - way.flutes + 90) % 180 - 90)
        if off < ALONG_FLUTES:
            return "rows run along the flutes: every fixing of a row would hang from one trough; turn the rolls"
    return ""


def _pattern(way: WayOf, number: int, suction: float, design: float, against: Against) -> Pattern:
    if isinstance(way, Bond):
        return _bond(way, number, suction, against.factor)
    if isinstance(way, Ballast):
        return _ballast(way, number, ballast_mass(suction, against.area.pitch))
    if isinstance(way, Pieces):
        return _pieces(
            way, number, piece_held(suction * against.share, way, against.area.pitch), design
        )
    if isinstance(way, BattenScrews):
        return _battens(way, number, suction, design, way.rafters or against.rafters)
    if isinstance(way, SeamRows):
        return _rows(way, number, suction, design)
    if isinstance(way, BoardScrews):
        return _boards(way, number, suction, design)
    if isinstance(way, Clips):
        spacing = (
            clip_spacing(suction, way.seam, design, way.step, way.most) if design > 0 else None
        )
        taken = Taken("clip", spacing or way.step, way.seam, 1, spacing is not None)
        return _spaced(number, taken, suction, design)
    each = crests_between(suction, way.rib, way.purlin, design) if design > 0 else None
    taken = Taken("crest", way.rib * (each or 1), way.purlin, each or 1, each is not None)
    return _spaced(number, taken, suction, design)


def _ballast(way: Ballast, number: int, need: float) -> Pattern:
    laid = max(way.mass, way.edges) if need > way.mass else way.mass
    use = need / laid if laid > 0 else None
    return Pattern(number, "mass", load=need, bears=laid, use=use, fits=laid >= need)


def _boards(way: BoardScrews, number: int, suction: float, design: float) -> Pattern:
    size = way.length * way.width
    found = board_count(suction, size, design if design > 0 else UNKNOWN, way.patterns)
    each = found.chosen or max(way.patterns)
    return Pattern(
        number, "board", each=each, per_area=each / size, load=found.load, bears=design,
        use=found.load / design if design > 0 else None, fits=design > 0 and found.chosen is not None,
    )  # fmt: skip


UNKNOWN = 1e9
"""Stands for a resistance that nobody stated, so that the least pattern is drawn [N]; our judgement."""


class Taken(Struct, frozen=True):
    """A pattern in lines.

    Attributes:
        kind: how it is told.
        spacing: along a line [m].
        distance: of lines [m].
        each: crests to a screw, else 1.
        fits: whether it keeps its limits.
    """

    kind: str
    spacing: float
    distance: float
    each: int
    fits: bool


def _spaced(number: int, taken: Taken, suction: float, design: float) -> Pattern:
    share = taken.spacing * taken.distance
    load = suction * share
    use = load / design if design > 0 else None
    return Pattern(
        number, taken.kind, taken.spacing, taken.distance, taken.each, 1 / share, load, design, use,
        taken.fits and design > 0,
    )  # fmt: skip


def limits_of(way: SeamRows) -> RowLimits:
    """What rows keep to."""
    return RowLimits(way.step, way.least, way.most, way.least_per_area)


def closest(way: SeamRows) -> float:
    """The closest spacing that is allowed [m]."""
    return way.step * ceil(way.least / way.step - 1e-9)


def cover_of(way: SeamRows) -> tuple[float, ...]:
    """Distances of rows that whole and half rolls give [m]."""
    whole = way.roll - way.lap
    return (
        (whole, way.roll / 2 - way.lap) if way.halves and way.roll / 2 > way.lap + 0.1 else (whole,)
    )


def _rows(way: SeamRows, number: int, suction: float, design: float) -> Pattern:
    found = rows_for(suction, design, cover_of(way), limits_of(way)) if design > 0 else None
    if found is None:
        return _spaced(
            number, Taken("rows", closest(way), cover_of(way)[-1], 1, False), suction, design
        )
    return _spaced(number, Taken("rows", found.spacing, found.distance, 1, True), suction, design)


def row_spacing(way: SeamRows, suction: float, design: float, wide: float) -> float:
    """Spacing in a row that holds a strip so wide, the closest allowed where none does [m]."""
    found = rows_for(suction, design, (wide,), limits_of(way)) if design > 0 else None
    return found.spacing if found is not None else closest(way)


def _battens(
    way: BattenScrews, number: int, suction: float, design: float, rafters: float
) -> Pattern:
    if not rafters > 0:
        return Pattern(number, "along", bears=design, fits=False)
    spacing = clip_spacing(suction, rafters, design, way.step, way.most) if design > 0 else None
    fits = spacing is not None and spacing >= way.least - 1e-9
    taken = Taken("along", spacing if fits and spacing else way.least, rafters, 1, fits)
    return _spaced(number, taken, suction, design)


def _pieces(way: Pieces, number: int, found: Held, design: float) -> Pattern:
    if found.force <= 0:
        return Pattern(number, "pieces", bears=design, use=0.0)
    load = found.force / way.each
    return Pattern(
        number, "pieces", each=way.each, per_area=way.each / (way.width * way.exposed), load=load, bears=design,
        use=load / design if design > 0 else None, fits=load <= design,
    )  # fmt: skip


def _bond(way: Bond, number: int, suction: float, factor: float) -> Pattern:
    if way.kind != "ribbons":
        bears = bond_strength(way, factor)
        use = suction / bears.design if bears.design > 0 else None
        return Pattern(
            number,
            "full",
            load=suction,
            bears=bears.design,
            use=use,
            fits=use is not None and use <= 1,
        )
    offered = sorted({way.spacing, *(s for s in way.spacings if s <= way.spacing)}, reverse=True)
    offered = [spacing for spacing in offered if spacing >= way.bead]
    for spacing in offered or [way.bead]:
        bears = bond_strength(way, factor, spacing)
        use = suction / bears.design if bears.design > 0 else None
        if use is not None and use <= 1:
            break
    return Pattern(
        number, "ribbons", spacing=spacing, load=suction, bears=bears.design, use=use,
        fits=use is not None and use <= 1,
    )  # fmt: skip


def steadying(mass: float, pitch: float) -> float:
    """0.9 of the weight of layers, square to the slope [Pa].

    Args:
        mass: of what lies above [kg/m²].
        pitch: [°].
    """
    return 0.9 * 9.81 * mass * cos(radians(pitch))
