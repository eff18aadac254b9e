# SPDX-License-Identifier: GPL-3.0-or-later
"""Additions to U for air voids, fixings and rain on inverted insulation.

ISO 6946:2017, annex F: dU_g (F.2), dU_f (F.3), dU_r (F.4).
"""

from collections.abc import Iterable, Iterator
from math import pi

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.climate.year import DAYS
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.model.document import Climate, FixingSet, Imperfections

VOID_ADDITION = {0: 0.0, 1: 0.01, 2: 0.04}
"""dU'' [W/(m²·K)] by level of air voids (table F.1)."""
VOID_WORDS = {
    0: "no gaps, or gaps that do not pass through: boards staggered, stepped or taped",
    1: "gaps pass from warm to cold side, but no air circulates",
    2: "gaps pass through and air circulates between the warm and the cold side",
}
RAIN_WORDS = {
    0.04: "one layer of boards, butt joints, open ballast",
    0.03: "one layer with shiplap joints, open ballast",
    0.01: "joints under soil or a closed covering",
    0.002: "a water-shedding layer over the boards",
}
"""f·x [W·day/(m²·K·mm)] by joint and covering: 0.04 from F.4, the lower ones usual for approved
systems, whose approval decides."""
OPEN_JOINTS, SHIPLAP, COVERED, SHED = RAIN_WORDS
HEATING_LIMIT = 12.0
"""A month colder than this [°C] counts to the heating season for rain; our judgement after the usual
heating limit of houses."""
SMALL = 0.03
"""Corrections below this share of U in all may be left out [-] (ISO 6946:2017, clause 7)."""
THROUGH = 0.8
"""Coefficient α of a fixing that passes through the whole insulation [-] (ISO 6946:2017, F.3.2)."""

LEAST_SHAFT = 1.0
"""Shafts that conduct less than this [W/(m·K)] need no correction (ISO 6946:2017, F.3.1)."""
LEAST_LENGTH = 1e-3
"""Metal that a fixing keeps in the insulation however deep it is sunk [m]; our judgement: a tube is
never longer than its insulation."""


class Addition(Struct, frozen=True):
    """One addition to U and what went into it.

    Attributes:
        value: [W/(m²·K)].
        parts: R of every layer concerned, as far as it counts; R_1 is their sum [m²·K/W].
        layer: their names.
        template: of the base: dU'' for voids, alpha lambda A n/d_1 for fixings, p f x for rain.
        values: that the template takes.
    """

    value: float = 0.0
    parts: tuple[float, ...] = ()
    layer: str = ""
    template: str = ""
    values: tuple[float, ...] = ()

    @property
    def resistance(self) -> float:
        """R_1 [m²·K/W]."""
        return sum(self.parts)


class Corrections(Struct, frozen=True):
    """All additions to the U-value of the clear field.

    Attributes:
        voids: dU_g.
        fixings: dU_f.
        inverted_rain: dU_r.
        others: dU_f of further sets of fixings.
        applied: whether they are added; False where all are small and left out by choice.
    """

    voids: Addition = Addition()
    fixings: Addition = Addition()
    inverted_rain: Addition = Addition()
    applied: bool = True
    others: tuple[Addition, ...] = ()

    @property
    def shafts(self) -> float:
        """dU_f of all sets of fixings together [W/(m²·K)]."""
        return self.fixings.value + sum(other.value for other in self.others)

    @property
    def computed(self) -> float:
        """Sum of the additions, added or not [W/(m²·K)]."""
        return self.voids.value + self.shafts + self.inverted_rain.value

    @property
    def total(self) -> float:
        """What is added to U [W/(m²·K)]."""
        return self.computed if self.applied else 0.0


def rain_per_day(climate: Climate) -> float:
    """Mean rain in the heating season p [mm/day]; 0 where no rain is stated."""
    if not climate.rain:
        return 0.0
    season = [m for m in range(12) if climate.temperature[m] < HEATING_LIMIT]
    days = sum(DAYS[m] for m in season)
    return sum(climate.rain[m] for m in season) / days if days else 0.0


def covering_index(layers: tuple[LayerData, ...]) -> int | None:
    """Index of the waterproof covering: the outermost layer with that job, sheet or not.

    An older covering under a newer one keeps no rain off any more.
    """
    found = (k for k in range(len(layers) - 1, -1, -1) if layers[k].has_role("covering"))
    return next(found, None)


def inverted_layers(layers: tuple[LayerData, ...]) -> tuple[LayerData, ...]:
    """Insulation outside the waterproof covering."""
    covering = covering_index(layers)
    if covering is None:
        return ()
    return tuple(x for x in layers[covering + 1 :] if x.is_insulation)


def rain_factor_of(layers: tuple[LayerData, ...]) -> float:
    """f·x that follows from what lies over inverted boards [W·day/(m²·K·mm)].

    A sheet that sheds water over the boards leads rain off, soil slows it, open ballast lets it
    through the joints. How the boards meet is not known from the layers, so it counts for nothing.
    """
    boards = inverted_layers(layers)
    over = layers[layers.index(boards[-1]) + 1 :] if boards else ()
    if any(layer.has_role("shedding") for layer in over):
        return SHED
    return COVERED if any(layer.has_role("planting") for layer in over) else OPEN_JOINTS


def rain_factor(layers: tuple[LayerData, ...], stated: Imperfections) -> float:
    """f·x used: the stated one, else what follows from the layers [W·day/(m²·K·mm)]."""
    return rain_factor_of(layers) if stated.rain_factor is None else stated.rain_factor


def void_addition(level: int, gaps: tuple[LayerData, ...], total: float) -> Addition:
    """dU_g = dU'' (R_1/R_tot)², R_1 of all layers that the gaps pass (F.2)."""
    base = VOID_ADDITION[level]
    parts = tuple(layer.resistance for layer in gaps)
    return Addition(base * (sum(parts) / total) ** 2, parts, _names(gaps), "{}", (base,))


def passed_by_gaps(layers: tuple[LayerData, ...]) -> tuple[LayerData, ...]:
    """Insulation that gaps pass through: all of it but what has its joints staggered."""
    return tuple(x for x in layers if x.is_insulation and not x.staggered)


def _names(layers: tuple[LayerData, ...]) -> str:
    return " and ".join(dict.fromkeys(layer.name for layer in layers))


def _holds_fixings(layer: LayerData) -> bool:
    """Whether screws end here: in the structure, or before what they must not pass."""
    return (
        layer.kind in ("air", "roof-space")
        or layer.frame is not None
        or any(layer.has_role(role) for role in ("deck", "structure", "covering"))
    )


def _through(layers: Iterable[LayerData]) -> Iterator[LayerData]:
    """Insulation that fixings pass, one layer after the other, up to what holds them."""
    for layer in layers:
        if layer.frame is None and layer.is_insulation:
            yield layer
        elif _holds_fixings(layer):
            return


def passed_by_fixings(layers: tuple[LayerData, ...], named: str) -> tuple[LayerData, ...]:
    """Insulation that fixings pass on their way in, inside to outside.

    From the layer they are ``named`` for, else from the outermost insulation that lies on the
    main one without structure between, they go in through all insulation down to what holds them.
    """
    known = next((k for k, layer in enumerate(layers) if layer.id == named), None)
    start = strongest(layers) if known is None else known
    if start is None:
        return ()
    if layers[start].frame is not None:
        return (layers[start],)
    inside = tuple(_through(reversed(layers[:start])))[::-1]
    outside = tuple(_through(layers[start + 1 :])) if known is None else ()
    return (*inside, layers[start], *outside)


def _penetrated(passed: tuple[LayerData, ...], length: float) -> tuple[float, ...]:
    """R [m²·K/W] of every layer, inside to outside, as far as the inner ``length`` [m] reaches."""
    parts = []
    for layer in passed:
        part = min(layer.thickness, length)
        length -= part
        if part > 0:
            parts.append(layer.resistance * part / layer.thickness)
    return tuple(parts)


def fixing_addition(fixings: FixingSet, passed: tuple[LayerData, ...], total: float) -> Addition:
    """dU_f = alpha (lambda_f A_f n_f/d_1) (R_1/R_tot)² (F.3).

    d_0 is the thickness of the insulation that holds the fixing, d_1 the length of metal in it,
    R_1 the resistance of that length; alpha is 0.8 for a fixing through all of it (d_1 = d_0) and
    0.8 d_1/d_0 for one whose metal is sunk. Shafts under 1 W/(m·K) need no correction (F.3.1).

    The text is read so because its note lets d_1 exceed d_0 where a fixing leans, which says
    something only with d_1 in the divisor; and because a solution of the field round a sunk screw
    agrees with this reading and neither with d_0 there nor with R_1 of the whole layer.
    """
    if fixings.conductivity < LEAST_SHAFT or not passed:
        return Addition()
    d_0 = sum(layer.thickness for layer in passed)
    d_1 = max(LEAST_LENGTH, d_0 - fixings.recess)
    section = pi * fixings.diameter**2 / 4
    shaft = (fixings.conductivity, section, fixings.per_area, d_1)
    template = "{} × {} × {} × {} / {}"
    values: tuple[float, ...] = (THROUGH, *shaft)
    if d_1 < d_0:
        template, values = "{} × {} / {} × {} × {} × {} / {}", (THROUGH, d_1, d_0, *shaft)
    base = THROUGH * d_1 / d_0 * fixings.conductivity * section * fixings.per_area / d_1
    parts = _penetrated(passed, d_1)
    value = base * (sum(parts) / total) ** 2
    return Addition(value, parts, _names(passed), template, values)


def rain_addition(
    factor: float, rain: float, boards: tuple[LayerData, ...], total: float
) -> Addition:
    """dU_r = p f x (R_1/R_tot)², R_1 of the boards above the covering only (F.4)."""
    parts = tuple(board.resistance for board in boards)
    value = rain * factor * (sum(parts) / total) ** 2
    return Addition(value, parts, _names(boards), "{} × {}", (rain, factor))


def corrections_for(
    layers: tuple[LayerData, ...], total: float, stated: Imperfections, rain: float
) -> Corrections:
    """All additions for layers that count, inside to outside.

    Args:
        layers: those that count.
        total: R_tot of the clear field [m²·K/W].
        stated: air voids, fixings and the rain factor.
        rain: in the heating season [mm/day].
    """
    boards = inverted_layers(layers)
    found = Corrections(
        voids=void_addition(stated.voids, passed_by_gaps(layers), total),
        fixings=fixing_addition(
            stated.fixings, passed_by_fixings(layers, stated.fixings.layer), total
        )
        if stated.fixing == "counted"
        else Addition(),
        others=tuple(
            fixing_addition(each, passed_by_fixings(layers, each.layer), total)
            for each in stated.others
        )
        if stated.fixing == "counted"
        else (),
        inverted_rain=rain_addition(rain_factor(layers, stated), rain, boards, total)
        if boards
        else Addition(),
    )
    small = found.computed < SMALL / total
    return replace(found, applied=not (stated.leave_out_small and small))
