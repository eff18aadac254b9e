# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules ask of a roof again and again."""

from collections.abc import Iterable

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.drive import vapour_drive
from glacis.core.judgement.finding import Evidence, Finding, Severity
from glacis.core.judgement.place import on_area
from glacis.core.model.document import HumidityClass
from glacis.core.model.uses import kind_of

LOW_SLOPE = 10.0
"""Below this pitch [°] a roof is called low-slope here; our judgement: coverings that shed water by laps
begin there."""
NOT_DESIGNED = "order.not-designed"
"""Id of the one rule that speaks of a bare deck."""
WET_SET_POINT = 0.65
"""Rooms held at this relative humidity [-] or more count as wet; our judgement: the upper edge of what
dwellings ever hold through a winter."""
COLD_ROOM = 10.0
"""Rooms colder than this [°C] hold little vapour however humid they are; our judgement."""
WET_PRESSURE, WET_EXCESS = 1600.0, 1000.0
"""Vapour pressure inside [Pa], that of 14 °C of dew, and its excess over outside in the month of most drive
from which rooms held at a set-point count as wet; our judgement after class 4 (ISO 13788:2012, annex A)."""
TIGHT_SD = 20.0
"""From this s_d [m] on a layer lets next to nothing through; our judgement, between the 10 m of a
retarder and the 1500 m of a barrier (DIN 4108-3:2018)."""
OPEN_MU = 10.0
"""Up to this vapour resistance factor insulation counts as open [-]; our judgement: fibres lie below 5,
foams above 20 (ISO 10456:2007, table 4)."""


def finding(
    roof: AnalysedArea,
    rule: str,
    severity: Severity,
    stage: str,
    layers: Iterable[LayerData],
    template: str,
    *evidence: Evidence,
) -> Finding:
    """A finding on this roof's area."""
    ids = tuple(layer.id for layer in layers)
    return Finding(rule, severity, stage, on_area(roof.area.id, ids), template, evidence)


def is_wet(roof: AnalysedArea) -> bool:
    """Whether the rooms below press much vapour out, by their conditions: a cold room never does,
    nor one out of which the year does not drive it.
    """
    zone, humidity = roof.zone, roof.zone.humidity
    side = vapour_drive(roof).comes_from
    if (
        zone.temperature < COLD_ROOM
        or side == "outside"
        or (side == "neither" and kind_of(zone.use) != "wet")
    ):
        return False
    if isinstance(humidity, HumidityClass):
        works = kind_of(zone.use) != "dwelling" and humidity.number == 4
        return kind_of(zone.use) == "wet" or humidity.number == 5 or works
    if kind_of(zone.use) == "wet" or humidity.humidity >= WET_SET_POINT:
        return True
    inside = max(month.indoor_pressure for month in roof.monthly.air)
    excess = max(vapour_drive(roof).months)
    return inside >= WET_PRESSURE and excess >= WET_EXCESS


def is_bare(roof: AnalysedArea) -> bool:
    """Whether nothing but a deck is there yet: such a roof is not designed, and not judged either."""
    return (
        len(roof.layers) == 1
        and roof.layers[0].has_role("deck")
        and not roof.layers[0].is_insulation
    )


def is_low_slope(roof: AnalysedArea) -> bool:
    """Whether water is held off by a sheet rather than shed by laps."""
    return roof.area.pitch < LOW_SLOPE


def family(layer: LayerData) -> str:
    """Id of the material's family; empty for air and unknown materials."""
    return layer.material.family if layer.material else ""


def material(layer: LayerData) -> str:
    """Id of the material; empty for air and unknown materials."""
    return layer.material.id if layer.material else ""


def is_soft(layer: LayerData) -> bool:
    """Fibre that carries neither feet nor sheets."""
    return layer.is_insulation and layer.is_fibre and not layer.has_trait("stiff")


def is_open_insulation(layer: LayerData) -> bool:
    """Insulation that vapour passes almost freely."""
    return (
        layer.is_insulation
        and layer.material is not None
        and (layer.material.mu_dry or 0.0) <= OPEN_MU
    )


def is_vented(roof: AnalysedArea) -> bool:
    """Whether outside air passes through a layer or a roof space of the build-up."""
    return any(
        layer.kind == "roof-space" or (layer.kind == "air" and layer.ventilation == "well")
        for layer in roof.layers
    )


def first_with(layers: tuple[LayerData, ...], *roles: str) -> int | None:
    """Index of the innermost layer with one of these roles."""
    for index, layer in enumerate(layers):
        if any(layer.has_role(role) for role in roles):
            return index
    return None


def sheet_covering(layers: tuple[LayerData, ...]) -> int | None:
    """Index of the innermost waterproofing sheet."""
    for index, layer in enumerate(layers):
        if layer.kind == "membrane" and layer.has_role("covering"):
            return index
    return None


def tight_sheets(layers: tuple[LayerData, ...]) -> list[LayerData]:
    """Membranes that let next to nothing through even when wet."""
    return [x for x in layers if x.kind == "membrane" and x.sd_wet >= TIGHT_SD]


def index_of(roof: AnalysedArea, layer_id: str) -> int:
    """Index of a layer that is known to be there."""
    return next(i for i, layer in enumerate(roof.layers) if layer.id == layer_id)


def sd_inside(layers: tuple[LayerData, ...], index: int) -> float:
    """s_d of everything inside layer ``index``, dry cup [m]."""
    return sum(layer.sd_dry for layer in layers[:index])
