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


class Heat(Struct, frozen=True):
    """Heat through the clear field of an assembly.

    Attributes:
        direction: of heat flow.
        main: the combined method on what counts; for a slightly ventilated air layer, on
            the build-up with that layer closed.
        opened: the same with the slightly ventilated layer taken as well ventilated.
        share_open: weight of ``opened`` [-], 0 without a slightly ventilated layer.
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
    opened: Combined | None
    share_open: float
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
    def upper(self) -> float:
        """R' [m²·K/W], weighted where an air layer is slightly ventilated."""
        return self._weigh(self.main.upper, self.opened.upper if self.opened else 0.0)

    @property
    def lower(self) -> float:
        """R'' [m²·K/W], weighted where an air layer is slightly ventilated."""
        return self._weigh(self.main.lower, self.opened.lower if self.opened else 0.0)

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

    def _weigh(self, closed: float, opened: float) -> float:
        return (1 - self.share_open) * closed + self.share_open * opened


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
        index: of the ventilated layer, or the number of layers.
        share: weight of the opened build-up [-].
        space: R of a roof space that still counts [m²·K/W].
    """

    index: int
    share: float
    space: float = 0.0


def ventilated_cut(layers: tuple[LayerData, ...]) -> VentedCut:
    """The first layer from the inside that outside air passes through."""
    for index, layer in enumerate(layers):
        if layer.kind == "roof-space":
            return VentedCut(index, 1.0, layer.resistance)
        share = openness(layer)
        if share > 0:
            return VentedCut(index, share)
    return VentedCut(len(layers), 0.0)


def _opened(layers: tuple[ThermalLayer, ...], films: Films, cut: VentedCut) -> Combined:
    if cut.space:
        space = ThermalLayer("", cut.space)
        return combine((*layers[: cut.index], space), films.inside, films.outside)
    return combine(layers[: cut.index], films.inside, films.inside)


def _resistance(layers: tuple[ThermalLayer, ...], films: Films, cut: VentedCut) -> float:
    if cut.share == 0:
        return combine(layers, films.inside, films.outside).total
    opened = _opened(layers, films, cut).total
    if cut.share == 1:
        return opened
    closed = combine(layers, films.inside, films.outside).total
    return (1 - cut.share) * closed + cut.share * opened


def _closed_and_opened(
    plain: tuple[ThermalLayer, ...], films: Films, cut: VentedCut
) -> tuple[Combined, Combined | None]:
    """The roof as it counts; beside it the roof with its slight void opened, where it has one."""
    if cut.share == 1:
        return _opened(plain, films, cut), None
    closed = combine(plain, films.inside, films.outside)
    return closed, _opened(plain, films, cut) if cut.share > 0 else None


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
    counts with its R_u and the roof above it is in that figure (6.10.2).
    """
    plain = thermal_layers(layers)
    cut = ventilated_cut(layers)
    main, opened = _closed_and_opened(plain, films, cut)
    total = _by_method(main, method)
    if opened is not None:
        total = (1 - cut.share) * total + cut.share * _by_method(opened, method)
    mould_films = Films(R_SI_MOULD, films.outside)
    mould = _mould_resistance(plain, mould_films, films, cut)
    counted = len(layers) if cut.share < 1 else cut.index + (1 if cut.space else 0)
    return Heat(
        direction=direction,
        main=main,
        opened=opened,
        share_open=cut.share if opened else 0.0,
        counted=counted,
        vented_by=layers[cut.index].id if cut.share else "",
        resistance=total,
        corrections=corrections_for(_as_counted(layers, cut), total, imperfections, rain),
        surface_factor=1 - R_SI_MOULD / mould,
        metal=any(x.frame.metal for x in layers[:counted] if x.frame),
        nominal=sum(x.labelled for x in layers[:counted] if x.is_insulation),
        method=method,
    )


def _as_counted(layers: tuple[LayerData, ...], cut: VentedCut) -> tuple[LayerData, ...]:
    """Layers with the part of their R that enters R_tot; (R_1/R_tot)² of a correction needs it.

    Outside a slightly ventilated air layer that part is the weight of the closed build-up.
    """
    if cut.share == 1:
        return layers[: cut.index + (1 if cut.space else 0)]
    return tuple(
        replace(layer, resistance=layer.resistance * (1 - cut.share)) if k > cut.index else layer
        for k, layer in enumerate(layers)
    )


def _by_method(found: Combined, method: Method) -> float:
    """R of the method in force [m²·K/W]."""
    return {"combined": found.total, "parallel": found.upper, "isothermal": found.lower}[method]


def _mould_resistance(
    layers: tuple[ThermalLayer, ...], mould: Films, films: Films, cut: VentedCut
) -> float:
    """R_tot with the inner film of a mould check; outer films stay as they were."""
    if cut.share == 0 or cut.space:
        return _resistance(layers, mould, cut)
    opened = combine(layers[: cut.index], mould.inside, films.inside).total
    if cut.share == 1:
        return opened
    closed = combine(layers, mould.inside, films.outside).total
    return (1 - cut.share) * closed + cut.share * opened


def weight(layers: tuple[LayerData, ...]) -> float:
    """Dry dead weight of an assembly [kg/m²], from densities and framing shares.

    A roof space stands for structure above that is not listed and weighs nothing here.
    """
    total = 0.0
    for layer in layers:
        share = layer.frame.solid_share if layer.frame else 0.0
        if layer.material is not None:
            total += (1 - share) * layer.thickness * layer.material.density
        if layer.frame:
            total += share * layer.thickness * layer.frame.density
    return total
