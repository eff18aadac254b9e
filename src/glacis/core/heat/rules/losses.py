# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about heat, surfaces and the data behind them."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.combined import LARGEST_RATIO
from glacis.core.heat.surfaces import R_SI_MOULD
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import on_area
from glacis.core.judgement.remedies import thicken_remedies
from glacis.core.model.document import Project
from glacis.core.model.edit import change_own
from glacis.core.moisture.air import saturation_pressure
from glacis.core.units.quantities import Quantity


def _target(roof: AnalysedArea) -> Iterator[Finding]:
    if roof.meets_target:
        return
    yield Finding(
        "heat.target",
        "mind",
        "heat",
        on_area(roof.area.id),
        "U is {0}; the target is {1}.",
        (
            Evidence("U", roof.transmittance, Quantity.TRANSMITTANCE),
            Evidence("target", roof.target, Quantity.TRANSMITTANCE),
        ),
    )


def _meet_target(project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    return thicken_remedies(project, roof, roof.target)


TARGET = Rule(
    "heat.target",
    "U-value above the target",
    "heat",
    "mind",
    "The roof loses more heat than the project allows.",
    "The project's targets",
    _target,
    _meet_target,
)


def _mould(roof: AnalysedArea) -> Iterator[Finding]:
    least, reached = roof.surface.least_factor, roof.heat.surface_factor
    damp = [m.pressure for m in roof.surface.months if (m.factor or 0.0) >= 1]
    if least is not None and reached < least < 1:
        yield Finding(
            "surface.mould",
            "stop",
            "moisture",
            on_area(roof.area.id),
            "The inner surface is too cold: f_Rsi {0}, at least {1} wanted against mould.",
            (
                Evidence("f_Rsi", reached, Quantity.FACTOR),
                Evidence("f_Rsi,min", least, Quantity.FACTOR),
            ),
        )
    elif damp:
        humidity = max(damp) / saturation_pressure(roof.zone.temperature)
        yield Finding(
            "surface.mould",
            "note",
            "moisture",
            on_area(roof.area.id),
            "The air of the rooms itself reaches {0}, over the {1} from which mould grows: no roof changes that.",
            (
                Evidence("humidity", humidity, Quantity.HUMIDITY),
                Evidence("critical", roof.targets.surface_humidity, Quantity.HUMIDITY),
            ),
        )


def _warmer_surface(project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    if finding.severity == "note":
        return ()
    least = finding.evidence[1].value
    allowed = (1 - least) / R_SI_MOULD
    target = min(roof.target, 0.9 * allowed)
    return thicken_remedies(project, roof, target)


MOULD = Rule(
    "surface.mould",
    "Inner surface too cold",
    "moisture",
    "stop",
    "Mould grows where the surface humidity stays above 80 % in the monthly mean.",
    "ISO 13788:2012, 5.3",
    _mould,
    _warmer_surface,
)


def _surface_water(roof: AnalysedArea) -> Iterator[Finding]:
    if not roof.monthly.surface_months:
        return
    yield Finding(
        "surface.condensation",
        "stop",
        "moisture",
        on_area(roof.area.id, (roof.layers[0].id,) if roof.layers else ()),
        f"Indoor air condenses on the inner surface in {len(roof.monthly.surface_months)} months.",
    )


SURFACE_WATER = Rule(
    "surface.condensation",
    "Condensation on the inner surface",
    "moisture",
    "stop",
    "Water runs down the lining; finishes, electrics and people below suffer first.",
    "ISO 13788:2012, 6.4.3",
    _surface_water,
    _meet_target,
)


def _method(roof: AnalysedArea) -> Iterator[Finding]:
    ratio = roof.heat.main.ratio
    if ratio <= LARGEST_RATIO and not roof.heat.metal:
        return
    reason = (
        "A metal member bridges the insulation"
        if roof.heat.metal
        else "The limits lie far apart (R′/R″ {0})"
    )
    yield Finding(
        "heat.method",
        "mind",
        "heat",
        on_area(roof.area.id, tuple(layer.id for layer in roof.layers if layer.frame)),
        f"{reason}: the combined method does not hold here and a 2D calculation is needed.",
        (Evidence("R′/R″", ratio, Quantity.FACTOR),),
    )


METHOD = Rule(
    "heat.method",
    "Averaging does not hold",
    "heat",
    "mind",
    "Averaging straight paths and isothermal planes is only good while the two are close.",
    "ISO 6946:2017, 6.7.2.1",
    _method,
    no_remedies,
)


def _unknown(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        if layer.missing:
            yield Finding(
                "data.unknown-material",
                "stop",
                "build-up",
                on_area(roof.area.id, (layer.id,)),
                f"The material '{layer.missing}' is in neither the library nor the project; the "
                "layer counts for nothing.",
            )


UNKNOWN = Rule(
    "data.unknown-material",
    "Unknown material",
    "build-up",
    "stop",
    "A layer without values makes every figure of its roof worthless.",
    "Our judgement: a figure without its origin cannot be checked",
    _unknown,
    no_remedies,
)


def _implausible(roof: AnalysedArea) -> Iterator[Finding]:
    for layer, family in zip(roof.layers, roof.families, strict=True):
        if family is None or layer.material is None:
            continue
        low, high = family.conductivity
        claimed = layer.material.conductivity
        if low <= claimed <= high:
            continue
        yield Finding(
            "data.implausible-conductivity",
            "mind",
            "build-up",
            on_area(roof.area.id, (layer.id,)),
            f"{layer.name} claims λ {{0}}; no {family.name.lower()} lies outside {{1}} to {{2}}.",
            (
                Evidence("claimed", claimed, Quantity.CONDUCTIVITY),
                Evidence("least", low, Quantity.CONDUCTIVITY),
                Evidence("most", high, Quantity.CONDUCTIVITY),
            ),
        )


def set_conductivity(project: Project, material: str, conductivity: float) -> Project:
    """Use another conductivity [W/(m·K)] for an own material; what was claimed is kept beside it."""
    own = next(item for item in project.materials if item.id == material)
    claimed = own.conductivity if own.claimed is None else own.claimed
    return change_own(project, material, conductivity=conductivity, claimed=claimed)


def _believable(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    layer = next(x for x in roof.layers if x.id == finding.layers[0])
    if layer.material is None or layer.material.id not in roof.own_materials:
        return ()
    claimed, low, high = (item.value for item in finding.evidence)
    choices = [
        (words, claimed * factor)
        for words, factor in (
            ("a slip of ten", 0.1),
            ("a slip of ten", 10.0),
            ("a slip of a thousand", 0.001),
        )
        if low <= claimed * factor <= high
    ]
    choices.append(("the nearest physical value", low if claimed < low else high))
    return tuple(
        Remedy(
            f"Take λ as {words}",
            partial(set_conductivity, material=layer.material.id, conductivity=round(value, 6)),
        )
        for words, value in choices[:2]
    )


IMPLAUSIBLE = Rule(
    "data.implausible-conductivity",
    "Conductivity no such material reaches",
    "build-up",
    "mind",
    "Centre-of-panel figures, slips of units and hopeful labels all make a roof look better than "
    "it is.",
    "Physical range of the material's family, with its source in the library",
    _implausible,
    _believable,
)


def _source(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        material = layer.material
        if material is None or material.id not in roof.own_materials or material.source.strip():
            continue
        yield Finding(
            "data.source-missing",
            "note",
            "build-up",
            on_area(roof.area.id, (layer.id,)),
            f"{layer.name} is the project's own material and states no source.",
        )


SOURCE = Rule(
    "data.source-missing",
    "Value without a source",
    "build-up",
    "note",
    "A checker cannot follow a figure that comes from nowhere.",
    "Our judgement: a figure without its origin cannot be checked",
    _source,
    no_remedies,
)

RULES = (TARGET, MOULD, SURFACE_WATER, METHOD, UNKNOWN, IMPLAUSIBLE, SOURCE)
