# SPDX-License-Identifier: GPL-3.0-or-later
"""One area with everything that is known about it, gathered from the parts of the stages."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.air.found import Aired
from glacis.core.air.parts import AIRED, air_of
from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.found import Drained, Undrained
from glacis.core.falls.parts import DRAINED, TAPER, falls_of
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL, Thermal, used_in
from glacis.core.model.document import Assembly, Climate, RoofArea, Targets, Zone
from glacis.core.model.lookup import target_of
from glacis.core.moisture.monthly import Monthly
from glacis.core.moisture.parts import AIR, MONTHLY, BothAirs

if TYPE_CHECKING:
    from glacis.core.falls.taper import Taper


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
    drained: Drained | Undrained | None
    taper: "Taper | None"
    aired: Aired | None


def _reads(reader: Reader, subject: str) -> AreaRead:
    project = reader.project
    area = reader.area(subject)
    assembly = reader.assembly(area)
    has_falls = falls_of(reader, subject) is not None
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
        drained=reader.value(DRAINED, subject) if has_falls else None,
        taper=reader.value(TAPER, subject) if has_falls else None,
        aired=reader.value(AIRED, subject) if air_of(reader, subject) is not None else None,
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
        flat_weight=thermal.weight,
        drained=read.drained,
        taper=read.taper,
        aired=read.aired,
    )


ANALYSED = Part("area", _reads, _gathered)
"""An area with its heat and moisture."""
