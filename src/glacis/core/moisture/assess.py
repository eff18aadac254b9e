# SPDX-License-Identifier: GPL-3.0-or-later
"""From an assembly in numbers to the monthly method."""

from glacis.core.heat.assess import Films, ventilated_cut
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.model.document import Climate, Zone
from glacis.core.moisture.indoor import indoor_pressures, outdoor_pressures
from glacis.core.moisture.monthly import MonthAir, Monthly, run_year
from glacis.core.moisture.path import Path, PathLayer, build_path
from glacis.core.moisture.surface import Surface, required_factor

WOOD_GAIN = 0.03
"""Most gain of moisture in wood-based layers, by mass [-] (DIN 4108-3:2018, 5.2.4)."""


def water_limit(layer: LayerData) -> float | None:
    """Most water at a wood-based layer's faces [kg/m²]; None for other layers."""
    if not layer.wood_based or layer.material is None:
        return None
    return WOOD_GAIN * layer.material.density * layer.thickness


def _counted_sd(layer: LayerData, inside: bool) -> float:
    """s_d on the inner or outer side of the main insulation [m].

    Of a material whose values scatter widely the unsafe one is taken: the lower inside, the
    higher outside (DIN 4108-3:2018, A.2.2).
    """
    if layer.has_trait("scatters"):
        return (min if inside else max)(layer.sd_dry, layer.sd_wet)
    return layer.sd_dry if inside else layer.sd_wet


def vapour_path(layers: tuple[LayerData, ...], films: Films) -> Path:
    """The path between the members, up to the first well ventilated layer.

    Dry-cup values hold up to and with the main insulation, wet-cup values outside it
    (ISO 10456:2007, 7.3 on where each applies in heated buildings), and whichever is
    the unsafe one for materials that scatter. A slightly ventilated air layer counts as closed,
    which is on the safe side.
    """
    cut = ventilated_cut(layers)
    counted = layers[: cut.end]
    main = strongest(counted)
    middle = len(counted) if main is None else main
    parts = tuple(
        PathLayer(
            layer.id,
            layer.name,
            layer.thickness,
            layer.resistance,
            _counted_sd(layer, index <= middle),
            water_limit(layer),
        )
        for index, layer in enumerate(counted)
    )
    return build_path(parts, films.inside, cut.beyond(films))


def monthly_air(climate: Climate, zone: Zone, excess_margin: float) -> tuple[MonthAir, ...]:
    """Twelve months of air on both sides; the excess of a humidity class times a margin [-]."""
    inside = indoor_pressures(climate, zone, excess_margin)
    outside = outdoor_pressures(climate)
    return tuple(
        MonthAir(zone.year[m], climate.temperature[m], inside[m], outside[m]) for m in range(12)
    )


def assess_moisture(
    layers: tuple[LayerData, ...], films: Films, air: tuple[MonthAir, ...]
) -> Monthly:
    """The monthly method for an assembly."""
    return run_year(vapour_path(layers, films), air)


def assess_surface(air: tuple[MonthAir, ...], critical_humidity: float) -> Surface:
    """What the inner surface must reach over the year, for a critical surface humidity [-]."""
    return required_factor(
        tuple(month.outdoor for month in air),
        tuple(month.indoor for month in air),
        tuple(month.indoor_pressure for month in air),
        critical_humidity,
    )


def face_limit(monthly: Monthly, place: int, running: float) -> float:
    """Most water allowed at a place of the path [kg/m²].

    Args:
        monthly: the result.
        place: index on its path.
        running: limit where water can run or drip [kg/m²].
    """
    spot = monthly.path.places[place]
    near = [spot.layer] if spot.within else [spot.layer, spot.layer + 1]
    limits = [
        limit
        for index in near
        if 0 <= index < len(monthly.path.layers)
        and (limit := monthly.path.layers[index].limit) is not None
    ]
    return min([running, *limits])
