# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules that depend on the climate and on which way vapour is driven."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import REAL_CONTROL, vapour_layers
from glacis.core.heat.corrections import inverted_layers
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.judgement.drive import STRONG, Drive, held_back, vapour_drive
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity
from glacis.core.judgement.plane import condensing_plane
from glacis.core.judgement.questions import (
    TIGHT_SD,
    finding,
    first_with,
    index_of,
    is_low_slope,
    is_open_insulation,
    is_vented,
    is_wet,
    material,
    sd_inside,
    tight_sheets,
)
from glacis.core.judgement.remedies import (
    insert_solid,
    membrane_remedy,
    move,
    swap_membrane,
    swap_solid,
    thicken_remedies,
)
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.core.model.lookup import shorter_side
from glacis.core.moisture.rules.vapour import FLAT, LEAST_FLAT_CHANNEL
from glacis.core.units.quantities import Quantity

WET_AIR, MUCH_RAIN = 0.7, 600.0
HARD_FROST, ICE_FROST, ICE_U = -12.0, -10.0, 0.2
LONGEST_FLAT = 10.0
"""Longest way of air below such a roof [m] (DIN 4108-3:2018, 5.3.3)."""
LEAST_CHANNEL = 0.02
"""Least free height of a ventilated layer [m] from 5° of pitch (DIN 4108-3:2018, 5.3.3)."""


def _is_variable(layer: LayerData) -> bool:
    """A retarder that is tight when dry and opens when damp."""
    return layer.sd_dry >= 5 and layer.sd_wet <= 0.5


def _unvented_fibre(roof: AnalysedArea) -> Iterator[Finding]:
    layers = roof.layers
    main = strongest(layers)
    if main is None or is_vented(roof) or not is_open_insulation(layers[main]):
        return
    over = layers[main + 1 :]
    if condensing_plane(roof) is not None or any(x.is_insulation for x in over):
        return
    tight = next((x for x in over if x.sd_wet >= TIGHT_SD), None)
    wood = next((x for x in over if x.wood_based), None)
    if tight is None or wood is None:
        return
    inside = sd_inside(layers, main)
    dries = any(map(_is_variable, layers[:main]))
    shade = first_with(roof.layers, "planting", "ballast")
    severity: Severity = "mind" if dries and not is_wet(roof) and shade is None else "stop"
    words = f"; {roof.layers[shade].name} keeps the sun from drying it" if shade is not None else ""
    yield finding(
        roof, "vapour.unvented-fibre", severity, "build-up", [layers[main], wood, tight],
        f"{wood.name} lies over {layers[main].name} and under {tight.name}, unvented: it can "
        f"dry only inwards, past s_d {{0}}{words}.",
        Evidence("s_d inside", inside, Quantity.AIR_LAYER),
    )  # fmt: skip


def _warm_the_deck(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    deck = index_of(roof, found.layers[1])
    above = partial(
        insert_solid,
        assembly=roof.assembly.id,
        index=deck + 1,
        material="pir-fleece",
        thickness=0.16,
    )
    remedies = [Remedy("Lay rigid insulation over the deck", above)]
    control = [x for x in roof.layers[:deck] if x.kind == "membrane" and x.has_role("vapour")]
    if control and found.severity == "stop" and not is_wet(roof):
        swap = partial(
            swap_membrane, assembly=roof.assembly.id, layer_id=control[-1].id,
            material="retarder-variable-strong",
        )  # fmt: skip
        remedies.append(Remedy("Put a variable retarder in the place of the inner sheet", swap))
    return tuple(remedies)


UNVENTED_FIBRE = Rule(
    "vapour.unvented-fibre",
    "Unvented deck over fibre",
    "build-up",
    "stop",
    "Room air reaches the cold deck through the fibre, and the sheet above keeps the water there. "
    "With a variable retarder it may dry inwards, if nothing shades it and nothing leaks.",
    "DIN 4108-3:2018, 5.3.3; insulation ratio rule of US model codes",
    _unvented_fibre,
    _warm_the_deck,
)


def _cold_store(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    drive = vapour_drive(roof)
    if main is None or drive.comes_from != "outside":
        return
    inside = held_back(roof.layers[:main])
    outside = held_back(roof.layers[main + 1 : roof.heat.counted])
    closed = roof.layers[main].sd_dry
    if roof.layers[main] in inverted_layers(roof.layers):
        return  # boards made to lie in the wet
    if inside >= REAL_CONTROL and inside > max(outside, closed):
        controls = [roof.layers[i] for i in vapour_layers(roof.layers[:main])]
        yield finding(
            roof, "vapour.cold-store", "stop", "build-up", controls or [roof.layers[main]],
            f"Over the year vapour comes from outside into {roof.zone.name}, driven by {{0}} on the mean, yet the "
            "tighter layers lie inside: s_d {1} inside, {2} outside.",
            Evidence("mean drive inwards", -drive.mean, Quantity.PRESSURE),
            Evidence("s_d inside", inside, Quantity.AIR_LAYER),
            Evidence("s_d outside", outside, Quantity.AIR_LAYER),
        )  # fmt: skip


def _turn_round(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    layer = roof.layers[index_of(roof, found.layers[0])]
    main = strongest(roof.layers)
    if layer.kind != "membrane" or main is None:
        return ()
    change = partial(move, assembly=roof.assembly.id, layer_id=layer.id, index=main)
    return (Remedy("Move the control layer to the outside of the insulation", change),)


COLD_STORE = Rule(
    "vapour.cold-store",
    "Vapour control inside where vapour comes from outside",
    "build-up",
    "stop",
    "Over cold stores, and over cooled rooms in hot humid places, vapour is driven inwards all year: the control "
    "layer belongs outside.",
    "ISO 13788:2012, 6.4; our judgement: the mean drive of the year decides, beyond 150 Pa",
    _cold_store,
    _turn_round,
)


def _driven_inwards(roof: AnalysedArea, drive: Drive) -> list[float]:
    """Vapour pressure outside over that inside [Pa] in the months that drive it in for long."""
    months = zip(drive.months, roof.climate.temperature, roof.zone.year, strict=True)
    return [-p for p, outside, inside in months if p < -STRONG and outside > inside]


def _inward(roof: AnalysedArea) -> Iterator[Finding]:
    main, drive = strongest(roof.layers), vapour_drive(roof)
    if main is None or is_wet(roof) or drive.comes_from == "outside":
        return
    if roof.layers[main] in inverted_layers(roof.layers):
        return
    driven = _driven_inwards(roof, drive)
    tight = tight_sheets(roof.layers[:main])
    if len(driven) >= 3 and tight:
        excess = max(driven)
        yield finding(
            roof, "vapour.inward-drive", "mind", "build-up", tight[-1:],
            f"For {len(driven)} months vapour is driven inwards, by {{0}} at most, and "
            f"{tight[-1].name} stops it inside.",
            Evidence("drive", excess, Quantity.PRESSURE),
        )  # fmt: skip


def _open_inside(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    change = partial(
        swap_membrane, assembly=roof.assembly.id, layer_id=found.layers[0],
        material="retarder-variable",
    )  # fmt: skip
    return (Remedy("Put a variable retarder in its place", change),)


INWARD = Rule(
    "vapour.inward-drive",
    "Retarder on the wrong side for a hot humid summer",
    "build-up",
    "mind",
    "Where rooms are cooled and the air outside is wet, vapour comes from outside and condenses on "
    "the back of a tight inner sheet.",
    "Our judgement: in hot humid climates vapour comes from outside, so the tight layer belongs there",
    _inward,
    _open_inside,
)


def _no_drive(roof: AnalysedArea) -> Iterator[Finding]:
    flat = roof.area.pitch < FLAT
    least = LEAST_FLAT_CHANNEL if flat else LEAST_CHANNEL
    way = shorter_side(roof.area)
    long = flat and way > LONGEST_FLAT
    further = ", and no more than {4} from edge to edge, where it has {3}." if long else "."
    for layer in roof.layers:
        vented = layer.kind == "air" and layer.ventilation == "well"
        if vented and layer.thickness < least - 1e-9:
            yield finding(
                roof, "air.no-drive", "stop" if long else "mind", "build-up", [layer],
                "A ventilated layer of {0} at {1} of pitch has no drive; at least {2} is wanted" + further,
                Evidence("free height", layer.thickness, Quantity.THICKNESS),
                Evidence("pitch", roof.area.pitch, Quantity.ANGLE),
                Evidence("least", least, Quantity.THICKNESS),
                Evidence("from edge to edge", way, Quantity.LENGTH),
                Evidence("longest", LONGEST_FLAT, Quantity.LENGTH),
            )  # fmt: skip


def _deepen(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    least = found.evidence[2].value
    change = partial(
        set_thickness, assembly_id=roof.assembly.id, layer_id=found.layers[0], thickness=least
    )
    return (Remedy("Deepen the channel", change),)


NO_DRIVE = Rule(
    "air.no-drive",
    "Ventilation without a driving force",
    "build-up",
    "mind",
    "Warm air rises along a slope; on the flat only wind moves it, and a shallow channel stops it.",
    "DIN 4108-3:2018, 5.3.3; DIN 68800-2 practice for flat roofs",
    _no_drive,
    _deepen,
)


def _second_water(roof: AnalysedArea) -> Iterator[Finding]:
    for index, layer in enumerate(roof.layers):
        if not layer.has_trait("small-units") or not layer.has_role("covering"):
            continue
        if any(x.has_role("water") for x in roof.layers[:index]):
            continue
        damp = sum(roof.climate.humidity) / 12 > WET_AIR or sum(roof.climate.rain) > MUCH_RAIN
        words = f"Nothing below {layer.name} catches what is driven through it."
        yield finding(
            roof, "climate.second-water", "mind" if damp else "note", "build-up", [layer], words
        )


def _catch(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    covering = index_of(roof, found.layers[0])
    below = roof.layers[covering - 1] if covering else None
    index = covering - 1 if below is not None and below.kind == "air" else covering
    return (
        membrane_remedy("Lay a breather underlay below the battens", roof, index, "underlay-open"),
    )


SECOND_WATER = Rule(
    "climate.second-water",
    "Covering without a second water layer",
    "build-up",
    "mind",
    "Tiles and slates shed rain; they do not seal against it. A roof for dry country leaks in a wet one.",
    "Our judgement: details that shed rain on dry sites let it in where it is driven",
    _second_water,
    _catch,
)


def _frost_clay(roof: AnalysedArea) -> Iterator[Finding]:
    if roof.climate.design_winter > HARD_FROST:
        return
    for layer in roof.layers:
        if material(layer) == "clay-tile":
            yield finding(
                roof, "climate.frost-clay", "note", "build-up", [layer],
                "At {0} only clay of a frost-proof grade lasts.",
                Evidence("winter design day", roof.climate.design_winter, Quantity.TEMPERATURE),
            )  # fmt: skip


def _no_clay(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    name, thickness = ("slate", 0.008) if roof.area.pitch >= 22 else ("concrete-tile", 0.015)
    change = partial(
        swap_solid, assembly=roof.assembly.id, layer_id=found.layers[0], material=name,
        thickness=thickness,
    )  # fmt: skip
    return (Remedy("Take a covering that frost does not split", change),)


FROST_CLAY = Rule(
    "climate.frost-clay",
    "Clay in hard frost",
    "build-up",
    "note",
    "Porous clay takes up water and splits when it freezes, course by course.",
    "EN 539-2 frost test",
    _frost_clay,
    _no_clay,
)


def _ice(roof: AnalysedArea) -> Iterator[Finding]:
    cold = roof.climate.design_winter <= ICE_FROST
    if not cold or is_low_slope(roof) or is_vented(roof) or roof.transmittance <= ICE_U:
        return
    yield finding(
        roof, "climate.ice", "note", "heat", [],
        "At {0} outside and U {1}, unvented, snow melts on the roof and freezes at the eaves.",
        Evidence("winter design day", roof.climate.design_winter, Quantity.TEMPERATURE),
        Evidence("U", roof.transmittance, Quantity.TRANSMITTANCE),
    )  # fmt: skip


def _colder_covering(project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    return thicken_remedies(project, roof, ICE_U)


ICE = Rule(
    "climate.ice",
    "Ice at the eaves",
    "heat",
    "note",
    "Meltwater dams up behind ice and finds the laps. Insulation and a ventilated covering keep the "
    "snow cold.",
    "Our judgement: snow melts over warmth and dams at the cold eaves",
    _ice,
    _colder_covering,
)

RULES = (
    UNVENTED_FIBRE, COLD_STORE, INWARD, NO_DRIVE, SECOND_WATER, FROST_CLAY, ICE,
)  # fmt: skip
