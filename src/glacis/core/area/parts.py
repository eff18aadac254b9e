# SPDX-License-Identifier: GPL-3.0-or-later
"""One area with everything that is known about it, gathered from the parts of the stages."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL, Thermal, used_in
from glacis.core.model.document import Assembly, Climate, RoofArea, Targets, Zone
from glacis.core.model.lookup import target_of
from glacis.core.moisture.monthly import Monthly
from glacis.core.moisture.parts import AIR, MONTHLY, BothAirs


class AreaRead(Struct, frozen=True):
    """What is stated about an area, and what follows for heat and moisture."""

    area: RoofArea
    zone: Zone
    assembly: Assembly
    climate: Climate
    targets: Targets
    target: float
    own_materials: frozenset[str]
    thermal: Thermal
    airs: BothAirs
    monthly: Monthly


def _reads(reader: Reader, subject: str) -> AreaRead:
    project = reader.project
    area = reader.area(subject)
    assembly = reader.assembly(area)
    own = used_in(reader, assembly).ids if project.materials else frozenset()
    return AreaRead(
        area=area,
        zone=reader.zone(area),
        assembly=assembly,
        climate=project.site.climate,
        targets=project.targets,
        target=target_of(project, area),
        own_materials=frozenset(m.id for m in project.materials if m.id in own),
        thermal=reader.value(THERMAL, subject),
        airs=reader.value(AIR, subject),
        monthly=reader.value(MONTHLY, subject),
    )


def _gathered(read: AreaRead) -> AnalysedArea:
    thermal = read.thermal
    return AnalysedArea(
        area=read.area,
        zone=read.zone,
        assembly=read.assembly,
        climate=read.climate,
        targets=read.targets,
        target=read.target,
        layers=thermal.layers,
        families=thermal.families,
        own_materials=read.own_materials,
        films=thermal.films,
        heat=thermal.heat,
        surface=read.airs.surface,
        monthly=read.monthly,
        weight=thermal.weight,
    )


ANALYSED = Part("area", _reads, _gathered)
"""An area with its heat and moisture."""
