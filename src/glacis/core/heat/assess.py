# SPDX-License-Identifier: GPL-3.0-or-later
"""The U-value of an assembly with its air layers, and its surface factor.

ISO 6946:2017: 6.7.2 combined method, 6.9 ventilated air layers, annex F corrections.
"""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.heat.air_layers import SLIGHT_FROM, WELL_FROM
from glacis.core.heat.combined import Combined, Framed, ThermalLayer, combine
from glacis.core.heat.corrections import Corrections, corrections_for
from glacis.core.heat.resolve import LayerData
from glacis.core.heat.surfaces import R_SE, R_SI, R_SI_MOULD, Direction
from glacis.core.model.document import Imperfections, Method

NONE = Imperfections()


class Films(Struct, frozen=True):
    """Surface resistances of an area [m²·K/W]."""

    inside: float
    outside: float


class Opened(Struct, frozen=True):
    """The build-up with a slightly ventilated air layer taken as well ventilated.

    Attributes:
        layer: id of that air layer.
        weight: of this case in R_tot [-].
        combined: its resistances; nothing outside the air layer counts.
    """

    layer: str
    weight: float
    combined: Combined


class Heat(Struct, frozen=True):
    """Heat through the clear field of an assembly.

    Attributes:
        direction: of heat flow.
        main: the combined method on what counts, slightly ventilated air layers closed.
        opened: for each of those, inside to outside, the same with it well ventilated.
        counted: how many layers count, from the inside.
        vented_by: id of the ventilated layer that ends the count, else empty.
        resistance: R_tot [m²·K/W].
        corrections: additions to U.
        surface_factor: f_Rsi of the clear field with R_si = 0.25 m²·K/W [-].
        metal: whether a metal member bridges a layer.
        method: how the paths were averaged.
        nominal: R of the insulation as it is labelled, without members, settling or films
            [m²·K/W].
    """

    direction: Direction
    main: Combined
    opened: tuple[Opened, ...]
    counted: int
    vented_by: str
    resistance: float
    corrections: Corrections
    surface_factor: float
    metal: bool
    nominal: float
    method: Method = "combined"

    @property
    def clear_transmittance(self) -> float:
        """U of the clear field before corrections [W/(m²·K)]."""
        return 1 / self.resistance

    @property
    def transmittance(self) -> float:
        """U_c with corrections [W/(m²·K)]."""
        return self.clear_transmittance + self.corrections.total

    @property
    def share_closed(self) -> float:
        """Weight of ``main`` in R_tot [-]: 1 without a slightly ventilated air layer."""
        return 1 - sum(case.weight for case in self.opened)

    @property
    def upper(self) -> float:
        """R' [m²·K/W], weighted where an air layer is slightly ventilated."""
        return self.share_closed * self.main.upper + sum(
            case.weight * case.combined.upper for case in self.opened
        )

    @property
    def lower(self) -> float:
        """R'' [m²·K/W], weighted where an air layer is slightly ventilated."""
        return self.share_closed * self.main.lower + sum(
            case.weight * case.combined.lower for case in self.opened
        )

    @property
    def parallel(self) -> float:
        """U of parallel paths, 1/R' [W/(m²·K)]: the practice for wooden frames in the US."""
        return 1 / self.upper

    @property
    def isothermal(self) -> float:
        """U of isothermal planes, 1/R'' [W/(m²·K)]: for thin spread metal and masonry cores."""
        return 1 / self.lower

    @property
    def effective(self) -> float:
        """R that the whole roof really has, 1/U_c [m²·K/W]."""
        return 1 / self.transmittance

    @property
    def derating(self) -> float:
        """Share of the labelled resistance that members and corrections take away [-]."""
        films = self.main.surfaces[0] + self.main.surfaces[1]
        return 1 - (self.effective - films) / self.nominal if self.nominal else 0.0


def films_for(direction: Direction, inside: float | None, outside: float | None) -> Films:
    """Surface resistances: the assembly's own where given, else the standard's."""
    return Films(
        R_SI[direction] if inside is None else inside, R_SE if outside is None else outside
    )


def framed(layer: LayerData) -> Framed | None:
    """The members of a layer as the combined method wants them."""
    frame = layer.frame
    if frame is None:
        return None
    if frame.web is None:
        return Framed(frame.fraction, frame.resistance, frame.group)
    web = frame.web
    beside = frame.resistance * web.flanges + layer.resistance * (1 - web.flanges)
    flange_zone = _mean(layer.resistance, frame.resistance, frame.fraction) * web.flanges
    web_zone = _mean(layer.resistance, frame.resistance, web.fraction) * (1 - web.flanges)
    return Framed(
        frame.fraction,
        beside,
        frame.group,
        (web.fraction, frame.resistance),
        flange_zone + web_zone,
    )


def _mean(between: float, through: float, share: float) -> float:
    """R of two paths side by side [m²·K/W]; nothing where one of them resists nothing."""
    if between <= 0 or through <= 0:
        return 0.0
    return 1 / ((1 - share) / between + share / through)


def thermal_layers(layers: tuple[LayerData, ...]) -> tuple[ThermalLayer, ...]:
    """Layers as the combined method wants them."""
    return tuple(
        ThermalLayer(
            layer.id,
            layer.resistance,
            framed(layer),
        )
        for layer in layers
    )


def openness(layer: LayerData) -> float:
    """How far an air layer is ventilated: 0 closed, 1 well (6.9.3: linear in A_v) [-]."""
    if layer.ventilation == "well":
        return 1.0
    if layer.ventilation == "slight":
        share = (layer.opening - SLIGHT_FROM) / (WELL_FROM - SLIGHT_FROM)
        return min(1.0, max(0.0, share))
    return 0.0


class VentedCut(Struct, frozen=True):
    """Where ventilation ends the count of layers.

    Attributes:
        end: index of the well ventilated layer or roof space, or the number of layers.
        ended: whether there is one.
        slight: index and weight [-] in R_tot of every slightly ventilated air layer before it,
            each with what lies outside it left out.
        space: R of a roof space that still counts [m²·K/W].
    """

    end: int
    ended: bool
    slight: tuple[tuple[int, float], ...] = ()
    space: float = 0.0

    @property
    def counted(self) -> int:
        """How many layers count, from the inside."""
        return self.end + (1 if self.space else 0)

    @property
    def layer(self) -> int | None:
        """Index of the layer that outside air passes through, the well ventilated one first."""
        if self.ended:
            return self.end
        return self.slight[0][0] if self.slight else None

    def beyond(self, films: Films) -> float:
        """R [m²·K/W] beyond the last layer before ``end``: the air outside is met there.

        A well ventilated air layer gives R_si to its inner face (ISO 6946:2017, 6.9.4).
        """
        if self.space:
            return self.space + films.outside
        return films.inside if self.ended else films.outside


def ventilated_cut(layers: tuple[LayerData, ...]) -> VentedCut:
    """Where the count ends, and the slightly ventilated air layers on the way there.

    The count ends at the first *well* ventilated layer (ISO 6946:2017, 6.9.4); a slightly
    ventilated one inside it interpolates between closed and open (6.9.3).
    """
    slight: list[tuple[int, float]] = []
    closed = 1.0
    for index, layer in enumerate(layers):
        if layer.kind == "roof-space":
            return VentedCut(index, True, tuple(slight), layer.resistance)
        share = openness(layer)
        if share == 1:
            return VentedCut(index, True, tuple(slight))
        if share > 0:
            slight.append((index, closed * share))
            closed *= 1 - share
    return VentedCut(len(layers), False, tuple(slight))


def _cases(
    layers: tuple[LayerData, ...], cut: VentedCut, inside: float, films: Films
) -> tuple[Combined, tuple[Opened, ...]]:
    """The roof as it counts with its slight air layers closed, and with each of them open.

    Args:
        layers: all of them, inside to outside.
        cut: where ventilation ends the count.
        inside: R_si in force [m²·K/W].
        films: surface resistances of heat losses, for what an open air layer meets.
    """
    plain = thermal_layers(layers[: cut.end])
    counted = (*plain, ThermalLayer("", cut.space)) if cut.space else plain
    outside = films.outside if cut.space else cut.beyond(films)
    opened = tuple(
        Opened(layers[k].id, weight, combine(plain[:k], inside, films.inside))
        for k, weight in cut.slight
    )
    return combine(counted, inside, outside), opened


def assess(
    layers: tuple[LayerData, ...],
    direction: Direction,
    films: Films,
    imperfections: Imperfections = NONE,
    rain: float = 0.0,
    method: Method = "combined",
) -> Heat:
    """Heat through ``layers``, inside to outside; ``rain`` of the heating season in [mm/day].

    A well ventilated air layer and all outside it are left out and the outer film takes
    R_si (6.9.4); a slightly ventilated one interpolates the two totals (6.9.3); a roof space
    counts with its R_u and the roof above it is in that figure (6.10.2). f_Rsi is found by the
    combined method whatever ``method`` U takes: the limits of a surface are ISO 13788's.
    """
    cut = ventilated_cut(layers)
    main, opened = _cases(layers, cut, films.inside, films)
    total = _weighed(main, opened, method)
    mould = _weighed(*_cases(layers, cut, R_SI_MOULD, films), "combined")
    counted = cut.counted
    return Heat(
        direction=direction,
        main=main,
        opened=opened,
        counted=counted,
        vented_by="" if cut.layer is None else layers[cut.layer].id,
        resistance=total,
        corrections=corrections_for(_as_counted(layers, cut), total, imperfections, rain),
        surface_factor=1 - R_SI_MOULD / mould,
        metal=any(x.frame.metal for x in layers[:counted] if x.frame),
        nominal=sum(x.labelled for x in layers[:counted] if x.is_insulation),
        method=method,
    )


def _as_counted(layers: tuple[LayerData, ...], cut: VentedCut) -> tuple[LayerData, ...]:
    """Layers with the part of their R that enters R_tot; (R_1/R_tot)² of a correction needs it.

    Outside a slightly ventilated air layer that part is the weight of the cases it counts in.
    """

    def share(index: int) -> float:
        return 1 - sum(weight for k, weight in cut.slight if k < index)

    return tuple(
        layer if share(k) == 1 else replace(layer, resistance=layer.resistance * share(k))
        for k, layer in enumerate(layers[: cut.counted])
    )


def by_method(found: Combined, method: Method) -> float:
    """R of the method in force [m²·K/W]."""
    return {"combined": found.total, "parallel": found.upper, "isothermal": found.lower}[method]


def _weighed(main: Combined, opened: tuple[Opened, ...], method: Method) -> float:
    """R_tot of the closed and the opened cases together [m²·K/W]."""
    closed = 1 - sum(case.weight for case in opened)
    return closed * by_method(main, method) + sum(
        case.weight * by_method(case.combined, method) for case in opened
    )


def weight(layers: tuple[LayerData, ...]) -> float:
    """Dry dead weight of an assembly [kg/m²], from densities and framing shares.

    A roof space stands for structure above that is not listed and weighs nothing here.
    """
    total = 0.0
    for layer in layers:
        share = layer.frame.solid_share if layer.frame else 0.0
        if layer.material is not None:
            total += (1 - share) * layer.mass
        if layer.frame:
            total += share * layer.thickness * layer.frame.density
    return total
