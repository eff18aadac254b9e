# SPDX-License-Identifier: GPL-3.0-or-later
"""What drawings of an area show beyond its figures: lines through the layers, limits, threads."""

from msgspec import Struct

from glacis.core.build_up.control import Thread, control_layers
from glacis.core.heat.assess import thermal_layers
from glacis.core.heat.combined import Combined, Section, ThermalLayer
from glacis.core.heat.parts import Thermal
from glacis.core.heat.profile import face_temperatures
from glacis.core.moisture.assess import face_limit
from glacis.core.moisture.monthly import Monthly
from glacis.core.moisture.working import place_name


class DetailRead(Struct, frozen=True):
    """What the drawings of an area depend on.

    Attributes:
        thermal: its layers and films.
        monthly: its year of water.
        indoor: temperature of the rooms [°C].
        design_winter: outside on the winter design day [°C].
        condensate: most water where it can run or drip [kg/m²].
    """

    thermal: Thermal
    monthly: Monthly
    indoor: float
    design_winter: float
    condensate: float


class AreaDetail(Struct, frozen=True):
    """Everything a drawing of an area needs and nothing else shows.

    Attributes:
        temperatures: on the winter design day at the inner surface and every outer face [°C].
        controls: the four control layers.
        places: where water gathers, in words.
        limits: most water allowed at each condensing place [kg/m²].
        least_limit: the tightest of them, or the running limit [kg/m²].
        climbs: of every path through the layers, the resistance passed after the inner film, each
            layer and the outer film [m²·K/W].
    """

    temperatures: tuple[float, ...]
    controls: tuple[Thread, ...]
    places: tuple[str, ...]
    limits: tuple[float, ...]
    least_limit: float
    climbs: tuple[tuple[float, ...], ...]


def _climb(
    section: Section, layers: tuple[ThermalLayer, ...], combined: Combined
) -> tuple[float, ...]:
    passed = [0.0, combined.surfaces[0]]
    for layer, inside in zip(layers, section.in_frame, strict=False):
        passed.append(passed[-1] + layer.through(inside))
    passed.append(section.resistance)
    return tuple(passed)


def detail_of(read: DetailRead) -> AreaDetail:
    """What drawings show of an area, all of it worked out once."""
    thermal, monthly = read.thermal, read.monthly
    combined = thermal.heat.main
    counted = thermal_layers(thermal.layers[: thermal.heat.counted])
    limits = tuple(face_limit(monthly, face.place, read.condensate) for face in monthly.interfaces)
    return AreaDetail(
        temperatures=face_temperatures(
            thermal.layers, thermal.films, read.indoor, read.design_winter
        ),
        controls=control_layers(thermal.layers),
        places=tuple(place_name(monthly, face) for face in monthly.interfaces),
        limits=limits,
        least_limit=min(limits, default=read.condensate),
        climbs=tuple(_climb(section, counted, combined) for section in combined.sections),
    )
