"""Document to all results, recomputing only what depends on a change.

Every part is remembered under exactly the values it reads; values unused for two
analyses in a row are forgotten. ``counts`` tells how often each part was really computed.
"""

from collections.abc import Callable, Hashable
from typing import Any, TypeVar

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import coldest_three_mean
from glacis.core.heat.assess import Films, Heat, assess, films_for, weight
from glacis.core.heat.corrections import rain_per_day
from glacis.core.heat.in_service import Winter, resolve_in_winter
from glacis.core.heat.resolve import Known, LayerData
from glacis.core.heat.surfaces import Direction, direction_of
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.decisions import accepted_by
from glacis.core.judgement.finding import SEVERITIES, Finding
from glacis.core.materials.library import Family, Library
from glacis.core.model.document import (
    Assembly,
    Climate,
    Decision,
    Material,
    Method,
    Project,
    RoofArea,
    Targets,
    Zone,
)
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.core.model.lookup import by_id, target_of
from glacis.core.moisture.assess import assess_moisture, assess_surface, monthly_air
from glacis.core.moisture.monthly import MonthAir, Monthly
from glacis.core.moisture.surface import Surface
from glacis.core.thickness.eaves import whole_transmittance
from glacis.core.units.format import significant
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working

T = TypeVar("T")


class AreaResult(Struct, frozen=True):
    """An analysed area and what the rules find about it, worst first."""

    roof: AnalysedArea
    findings: tuple[Finding, ...]


class Results(Struct, frozen=True):
    """Everything that follows from a document."""

    areas: tuple[AreaResult, ...]
    decisions: tuple[Decision, ...] = ()

    def decision(self, finding: Finding) -> Decision | None:
        """The decision that accepts a finding as it stands; None where it is open."""
        return accepted_by(self.decisions, finding) if self.decisions else None

    def mean_working(self) -> Working:
        """How U of the whole roof came about."""
        kind = Quantity.TRANSMITTANCE
        steps = [
            Step(
                f"A_{number} U_{number}", item.roof.area.name,
                f"{significant(item.roof.true_area)} m² × {significant(whole_transmittance(item.roof))}",
                item.roof.true_area * whole_transmittance(item.roof), Quantity.FACTOR,
            )
            for number, item in enumerate(self.areas, 1)
        ]  # fmt: skip
        total = sum(item.roof.true_area for item in self.areas)
        shown = f"{significant(sum(step.value for step in steps))} / {significant(total)}"
        mean = self.mean_transmittance or 0.0
        steps.append(Step("U_m", "Σ A U/Σ A", shown, mean, kind, "", "areas along the slope"))
        return Working(
            "Thermal transmittance of the whole roof", tuple(steps),
            ("Bridges at edges, ridges and penetrations are not in it yet: clear fields only.",),
        )  # fmt: skip

    @property
    def open_findings(self) -> tuple[Finding, ...]:
        """Findings that nobody has accepted, worst first."""
        return tuple(f for f in self.findings if self.decision(f) is None)

    @property
    def accepted_findings(self) -> tuple[Finding, ...]:
        """Findings on record as accepted, worst first."""
        return tuple(f for f in self.findings if self.decision(f) is not None)

    def area(self, identifier: str) -> AreaResult | None:
        """The result of one area; None where there is no such area."""
        return next((item for item in self.areas if item.roof.area.id == identifier), None)

    @property
    def mean_transmittance(self) -> float | None:
        """U of the whole roof, areas weighted along their slope [W/(m²·K)]; None without areas."""
        total = sum(item.roof.true_area for item in self.areas)
        if total <= 0:
            return None
        return sum(i.roof.true_area * whole_transmittance(i.roof) for i in self.areas) / total

    @property
    def findings(self) -> tuple[Finding, ...]:
        """All findings of all areas, worst first."""
        found = [finding for item in self.areas for finding in item.findings]
        return tuple(sorted(found, key=lambda finding: SEVERITIES.index(finding.severity)))


class Memo:
    """Remembered values that forget what two passes in a row did not ask for."""

    def __init__(self) -> None:
        self.counts: dict[str, int] = {}
        self._now: dict[Hashable, Any] = {}
        self._before: dict[Hashable, Any] = {}

    def turn(self) -> None:
        """Begin a new pass."""
        self._before, self._now = self._now, {}

    def get(self, part: str, key: Hashable, make: Callable[[], T]) -> T:
        """The value of ``part`` for ``key``, made only if it is not remembered."""
        full = (part, key)
        if full in self._now:
            value: T = self._now[full]
            return value
        if full in self._before:
            value = self._before[full]
        else:
            self.counts[part] = self.counts.get(part, 0) + 1
            value = make()
        self._now[full] = value
        return value


class _Thermal(Struct, frozen=True):
    """What follows from layers and direction alone."""

    layers: tuple[LayerData, ...]
    families: tuple[Family | None, ...]
    films: Films
    heat: Heat
    weight: float


class _Indoor(Struct, frozen=True):
    """What follows from climate, zone and targets alone."""

    air: tuple[MonthAir, ...]
    surface: Surface


def material_ids(assembly: Assembly) -> tuple[str, ...]:
    """Ids of all materials that an assembly names, framing included, without repeats."""
    found: dict[str, None] = {}
    for layer in assembly.layers:
        if isinstance(layer, (SolidLayer, MembraneLayer)):
            found[layer.material] = None
        framing = getattr(layer, "framing", None)
        if framing is not None:
            found[framing.material] = None
    return tuple(found)


def _in_cold(used: tuple[Material | None, ...]) -> bool:
    """Whether a material's conductivity depends on its temperature."""
    return any(material is not None and material.curve for material in used)


def _is_inverted(assembly: Assembly, materials: dict[str, Material]) -> bool:
    """Whether insulation lies over a waterproof covering, where rain reaches it."""
    covered = False
    for layer in assembly.layers:
        material = materials.get(getattr(layer, "material", ""))
        if material is None:
            continue
        if covered and "insulation" in material.roles:
            return True
        covered = covered or (isinstance(layer, MembraneLayer) and "covering" in material.roles)
    return False


class Analyser:
    """Turns documents into results and remembers the parts."""

    def __init__(self, library: Library) -> None:
        self.library = library
        self._memo = Memo()
        self._families = library.family_index()
        self._shared = library.index()

    @property
    def counts(self) -> dict[str, int]:
        """How often each part was really computed."""
        return self._memo.counts

    def materials(self, project: Project) -> dict[str, Material]:
        """All materials a project may use, by id."""
        if not project.materials:
            return self._shared
        return self.library.index(project.materials)

    def analyse(self, project: Project) -> Results:
        """All results of ``project``.

        Raises:
            MissingReference: where an area names an assembly or zone that does not exist.
        """
        self._memo.turn()
        return self._analyse(project)

    def preview(self, project: Project) -> Results:
        """All results of a document that is only being considered; forgets nothing."""
        return self._analyse(project)

    def preview_area(self, project: Project, area: str) -> AreaResult:
        """The result of one area of a document that is only being considered.

        Raises:
            MissingReference: where there is no such area.
        """
        found = by_id(project.areas, area, "roof area", "The project")
        return self._area(project, found, self.materials(project))

    def _analyse(self, project: Project) -> Results:
        materials = self.materials(project)
        areas = tuple(self._area(project, area, materials) for area in project.areas)
        return Results(areas, tuple(d for d in project.decisions if d.rule))

    def _area(self, project: Project, area: RoofArea, materials: dict[str, Material]) -> AreaResult:
        where = f"Roof area '{area.name}'"
        assembly = by_id(project.assemblies, area.assembly, "assembly", where)
        zone = by_id(project.zones, area.zone, "indoor zone", where)
        direction = direction_of(area.pitch)
        used = tuple(materials.get(name) for name in material_ids(assembly))
        climate = project.site.climate
        winter = Winter(zone.temperature, coldest_three_mean(climate)) if _in_cold(used) else None
        rain = rain_per_day(climate) if _is_inverted(assembly, materials) else 0.0
        key = (assembly, direction, used, winter, rain, project.targets.method)
        thermal = self._memo.get("thermal", key, lambda: self._thermal(*key))
        indoor = self._indoor(project.site.climate, zone, project.targets)
        monthly = self._moisture(key, thermal, indoor.air)
        own = frozenset(m.id for m in project.materials if m in used)
        facts = (area, zone, project.targets, target_of(project, area), own, project.site.climate)
        return self._memo.get(
            "judgement", (key, facts), lambda: _judged(assembly, facts, thermal, indoor, monthly)
        )

    def _thermal(
        self,
        assembly: Assembly,
        direction: Direction,
        used: tuple[Material | None, ...],
        winter: Winter | None,
        rain: float,
        method: Method,
    ) -> _Thermal:
        found = {material.id: material for material in used if material is not None}
        films = films_for(direction, assembly.surface_inside, assembly.surface_outside)
        known = Known(found, self._families)
        layers = resolve_in_winter(assembly, direction, known, films, winter)
        families = tuple(
            self._families.get(layer.material.family) if layer.material else None
            for layer in layers
        )
        heat = assess(layers, direction, films, assembly.imperfections, rain, method)
        return _Thermal(layers, families, films, heat, weight(layers))

    def _indoor(self, climate: Climate, zone: Zone, targets: Targets) -> _Indoor:
        def make() -> _Indoor:
            air = monthly_air(climate, zone, targets)
            return _Indoor(air, assess_surface(air, targets))

        key = (climate, zone, targets.excess_margin, targets.surface_humidity)
        return self._memo.get("indoor", key, make)

    def _moisture(self, key: Hashable, thermal: _Thermal, air: tuple[MonthAir, ...]) -> Monthly:
        return self._memo.get(
            "moisture", (key, air), lambda: assess_moisture(thermal.layers, thermal.films, air)
        )


def _judged(
    assembly: Assembly,
    facts: tuple[RoofArea, Zone, Targets, float, frozenset[str], Climate],
    thermal: _Thermal,
    indoor: _Indoor,
    monthly: Monthly,
) -> AreaResult:
    area, zone, targets, target, own, climate = facts
    roof = AnalysedArea(
        area=area,
        zone=zone,
        assembly=assembly,
        climate=climate,
        targets=targets,
        target=target,
        layers=thermal.layers,
        families=thermal.families,
        own_materials=own,
        films=thermal.films,
        heat=thermal.heat,
        surface=indoor.surface,
        monthly=monthly,
        weight=thermal.weight,
    )
    return AreaResult(roof, judge(roof))
