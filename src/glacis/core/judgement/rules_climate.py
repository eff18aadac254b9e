"""Rules that depend on the climate and on which way vapour is driven."""

from collections.abc import Iterator
from functools import partial

from glacis.core.climate.year import mean_temperature
from glacis.core.control import vapour_layers
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity
from glacis.core.judgement.reading import (
    TIGHT_SD,
    family,
    finding,
    index_of,
    is_low_slope,
    is_open_insulation,
    is_vented,
    is_wet,
    material,
)
from glacis.core.judgement.remedies import (
    insert_membrane,
    insert_solid,
    move,
    remove,
    swap_membrane,
    swap_solid,
    thicken_remedies,
    warm_side_index,
)
from glacis.core.judgement.rules_vapour import condensing_plane
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.core.moisture.assess import main_insulation
from glacis.core.moisture.indoor import outdoor_pressures
from glacis.core.roof import Roof
from glacis.core.units.quantities import Quantity

CLASS_TWO_SD = 3.5
"""s_d [m] of a class II retarder, 1 US perm."""
INWARD_DRIVE = 300.0
"""Outdoor over indoor vapour pressure [Pa] that drives vapour inwards for long."""
COLD_MONTH = 5.0
WET_AIR, MUCH_RAIN = 0.7, 600.0
HARD_FROST, ICE_FROST, ICE_U = -12.0, -10.0, 0.2
LEAST_FLAT_CHANNEL, LEAST_CHANNEL = 0.15, 0.02
"""Least free height of a ventilated layer [m] below and from 5° of pitch (DIN 4108-3, practice)."""
TILES = ("slate", "clay-tile", "concrete-tile", "wood-shingles", "fibre-cement-slate")


def _sd_inside(layers: tuple[LayerData, ...], main: int) -> float:
    return sum(layer.sd_dry for layer in layers[:main])


def _unvented_fibre(roof: Roof) -> Iterator[Finding]:
    layers = roof.layers
    main = main_insulation(layers)
    if main is None or is_vented(roof) or not is_open_insulation(layers[main]):
        return
    if condensing_plane(roof) is not None or any(x.is_insulation for x in layers[main + 1 :]):
        return
    tight = [x for x in layers[main + 1 :] if x.sd_wet >= TIGHT_SD]
    wood = [x for x in layers[main + 1 :] if x.wood_based]
    if not tight or not wood:
        return
    inside = _sd_inside(layers, main)
    dries = any(x.sd_dry >= 5 and x.sd_wet <= 0.5 for x in layers[:main])
    severity: Severity = "mind" if dries and not is_wet(roof) else "stop"
    yield finding(
        roof, "vapour.unvented-fibre", severity, "build-up", [layers[main], wood[0], tight[0]],
        f"{wood[0].name} lies over {layers[main].name} and under {tight[0].name}, unvented: it can "
        "dry only inwards, past s_d {0}.",
        Evidence("s_d inside", inside, Quantity.AIR_LAYER),
    )  # fmt: skip


def _warm_the_deck(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    deck = index_of(roof, found.layers[1])
    above = partial(
        insert_solid, assembly=roof.assembly.id, index=deck + 1, material="eps-white", thickness=0.2
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


def _cold_store(roof: Roof) -> Iterator[Finding]:
    main = main_insulation(roof.layers)
    if main is None or roof.zone.temperature >= mean_temperature(roof.climate):
        return
    inside = _sd_inside(roof.layers, main)
    outside = sum(x.sd_dry for x in roof.layers[main + 1 :])
    if inside > outside:
        controls = [roof.layers[i] for i in vapour_layers(roof.layers[:main])]
        yield finding(
            roof, "vapour.cold-store", "stop", "build-up", controls or [roof.layers[main]],
            f"{roof.zone.name} is colder than the air outside, yet the tighter layers lie inside: "
            "s_d {0} inside, {1} outside.",
            Evidence("s_d inside", inside, Quantity.AIR_LAYER),
            Evidence("s_d outside", outside, Quantity.AIR_LAYER),
        )  # fmt: skip


def _turn_round(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    layer = roof.layers[index_of(roof, found.layers[0])]
    main = main_insulation(roof.layers)
    if layer.kind != "membrane" or main is None:
        return ()
    change = partial(move, assembly=roof.assembly.id, layer_id=layer.id, index=main)
    return (Remedy("Move the control layer to the outside of the insulation", change),)


COLD_STORE = Rule(
    "vapour.cold-store",
    "Cold room with its vapour control inside",
    "build-up",
    "stop",
    "Over a cold room vapour is driven inwards all year: the control layer belongs outside.",
    "ISO 13788:2012, 6.4; common practice for cold stores",
    _cold_store,
    _turn_round,
)


def _inward(roof: Roof) -> Iterator[Finding]:
    main = main_insulation(roof.layers)
    if main is None or is_wet(roof) or roof.zone.temperature < mean_temperature(roof.climate) - 12:
        return
    outside = outdoor_pressures(roof.climate)
    driven = [
        month for month in range(12)
        if outside[month] - roof.monthly.air[month].indoor_pressure > INWARD_DRIVE
        and roof.climate.temperature[month] > roof.zone.temperature
    ]  # fmt: skip
    tight = [x for x in roof.layers[:main] if x.kind == "membrane" and x.sd_wet >= TIGHT_SD]
    if len(driven) >= 3 and tight:
        worst = max(driven, key=lambda m: outside[m] - roof.monthly.air[m].indoor_pressure)
        excess = outside[worst] - roof.monthly.air[worst].indoor_pressure
        yield finding(
            roof, "vapour.inward-drive", "mind", "build-up", tight[-1:],
            f"For {len(driven)} months vapour is driven inwards, by {{0}} at most, and "
            f"{tight[-1].name} stops it inside.",
            Evidence("drive", excess, Quantity.PRESSURE),
        )  # fmt: skip


def _open_inside(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
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
    "Common practice for hot humid climates",
    _inward,
    _open_inside,
)


def needed_inside(outside: float) -> float:
    """Least s_d inside [m] that needs no calculation, for an s_d outside [m].

    DIN 4108-3:2018, table 3: 1.0 m for s_d,e up to 0.1 m, 2.0 m up to 0.3 m, then six times
    s_d,e up to 2.0 m; beyond that the table does not go.
    """
    if outside <= 0.1:
        return 1.0
    if outside <= 0.3:
        return 2.0
    return 6 * min(outside, 2.0)


def _retarder_class(roof: Roof) -> Iterator[Finding]:
    layers = roof.layers[: roof.heat.counted]
    main = main_insulation(layers)
    if main is None or min(roof.climate.temperature) > COLD_MONTH or roof.monthly.verdict == "none":
        return
    if not is_open_insulation(layers[main]):
        return
    inside = _sd_inside(layers, main)
    beyond = sum(x.sd_wet for x in layers[main + 1 :])
    needed = needed_inside(beyond)
    if inside < needed:
        yield finding(
            roof, "vapour.retarder-class", "mind", "build-up", [layers[main]],
            "s_d {0} lies inside the insulation and {1} outside it; {2} inside would need no proof.",
            Evidence("s_d inside", inside, Quantity.AIR_LAYER),
            Evidence("s_d outside", beyond, Quantity.AIR_LAYER),
            Evidence("s_d wanted inside", needed, Quantity.AIR_LAYER),
        )  # fmt: skip


def _retard(_project: Project, roof: Roof, _finding: Finding) -> tuple[Remedy, ...]:
    index = warm_side_index(roof)
    controls = [x for x in roof.layers[:index] if x.kind == "membrane" and x.has_role("vapour")]
    name = "aluminium-foil-barrier" if is_wet(roof) else "polyethylene-sheet"
    words = "an aluminium laminated barrier" if is_wet(roof) else "a polyethylene barrier"
    assembly = roof.assembly.id
    if controls:
        swap = partial(swap_membrane, assembly=assembly, layer_id=controls[-1].id, material=name)
        return (Remedy(f"Put {words} in the place of {controls[-1].name}", swap),)
    change = partial(insert_membrane, assembly=assembly, index=index, material=name)
    return (Remedy(f"Lay {words} inside", change),)


RETARDER_CLASS = Rule(
    "vapour.retarder-class",
    "Too open inside for what lies outside",
    "build-up",
    "mind",
    "The tighter the outside, the tighter the inside must be. This roof condenses in some month, "
    "so the table's easy way is not open to it.",
    "DIN 4108-3:2018, table 3",
    _retarder_class,
    _retard,
)


def _open_cell(roof: Roof) -> Iterator[Finding]:
    for index, layer in enumerate(roof.layers[: roof.heat.counted]):
        if material(layer) != "spray-foam-open" or min(roof.climate.temperature) > COLD_MONTH:
            continue
        inside = _sd_inside(roof.layers, index)
        if inside < CLASS_TWO_SD and not is_vented(roof):
            yield finding(
                roof, "vapour.open-cell", "mind", "build-up", [layer],
                f"{layer.name} reaches the cold deck with s_d {{0}} inside it; class II is {{1}}.",
                Evidence("s_d inside", inside, Quantity.AIR_LAYER),
                Evidence("class II", CLASS_TWO_SD, Quantity.AIR_LAYER),
            )  # fmt: skip


def _paint(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    index = index_of(roof, found.layers[0])
    change = partial(
        insert_membrane, assembly=roof.assembly.id, index=index, material="variable-paint"
    )
    return (Remedy("Add a vapour-retarding paint inside", change),)


OPEN_CELL = Rule(
    "vapour.open-cell",
    "Open-cell foam without vapour control",
    "build-up",
    "mind",
    "Open foam stops air but not vapour. It shows a leak, which closed foam may hide, but in the "
    "cold its deck needs a retarder.",
    "US model codes: class II retarder with open foam in cold zones",
    _open_cell,
    _paint,
)


def _no_drive(roof: Roof) -> Iterator[Finding]:
    least = LEAST_FLAT_CHANNEL if roof.area.pitch < 5 else LEAST_CHANNEL
    for layer in roof.layers:
        vented = layer.kind == "air" and layer.ventilation == "well"
        if vented and layer.thickness < least - 1e-9:
            yield finding(
                roof, "air.no-drive", "mind", "build-up", [layer],
                "A ventilated layer of {0} at {1} of pitch has no drive; at least {2} is wanted.",
                Evidence("free height", layer.thickness, Quantity.THICKNESS),
                Evidence("pitch", roof.area.pitch, Quantity.ANGLE),
                Evidence("least", least, Quantity.THICKNESS),
            )  # fmt: skip


def _deepen(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
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


def _second_water(roof: Roof) -> Iterator[Finding]:
    for index, layer in enumerate(roof.layers):
        if material(layer) not in TILES or not layer.has_role("covering"):
            continue
        if any(x.has_role("water") for x in roof.layers[:index]):
            continue
        damp = sum(roof.climate.humidity) / 12 > WET_AIR or sum(roof.climate.rain) > MUCH_RAIN
        words = f"Nothing below {layer.name} catches what is driven through it."
        yield finding(
            roof, "climate.second-water", "mind" if damp else "note", "build-up", [layer], words
        )


def _catch(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    covering = index_of(roof, found.layers[0])
    below = roof.layers[covering - 1] if covering else None
    index = covering - 1 if below is not None and below.kind == "air" else covering
    change = partial(
        insert_membrane, assembly=roof.assembly.id, index=index, material="underlay-open"
    )
    return (Remedy("Lay a breather underlay below the battens", change),)


SECOND_WATER = Rule(
    "climate.second-water",
    "Covering without a second water layer",
    "build-up",
    "mind",
    "Tiles and slates shed rain; they do not seal against it. A roof for dry country leaks in a wet one.",
    "Common practice; details fit only for dry sites",
    _second_water,
    _catch,
)


def _frost_clay(roof: Roof) -> Iterator[Finding]:
    if roof.climate.design_winter > HARD_FROST:
        return
    for layer in roof.layers:
        if material(layer) == "clay-tile":
            yield finding(
                roof, "climate.frost-clay", "note", "build-up", [layer],
                "At {0} only clay of a frost-proof grade lasts.",
                Evidence("winter design day", roof.climate.design_winter, Quantity.TEMPERATURE),
            )  # fmt: skip


def _no_clay(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    name = "slate" if roof.area.pitch >= 22 else "concrete-tile"
    change = partial(swap_solid, assembly=roof.assembly.id, layer_id=found.layers[0], material=name)
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


def _ice(roof: Roof) -> Iterator[Finding]:
    cold = roof.climate.design_winter <= ICE_FROST
    if not cold or is_low_slope(roof) or is_vented(roof) or roof.heat.transmittance <= ICE_U:
        return
    yield finding(
        roof, "climate.ice", "note", "heat", [],
        "At {0} outside and U {1}, unvented, snow melts on the roof and freezes at the eaves.",
        Evidence("winter design day", roof.climate.design_winter, Quantity.TEMPERATURE),
        Evidence("U", roof.heat.transmittance, Quantity.TRANSMITTANCE),
    )  # fmt: skip


def _colder_covering(project: Project, roof: Roof, _finding: Finding) -> tuple[Remedy, ...]:
    return thicken_remedies(project, roof, ICE_U)


ICE = Rule(
    "climate.ice",
    "Ice at the eaves",
    "heat",
    "note",
    "Meltwater dams up behind ice and finds the laps. Insulation and a ventilated covering keep the "
    "snow cold.",
    "Common practice in snow country",
    _ice,
    _colder_covering,
)


def _doubled(roof: Roof) -> Iterator[Finding]:
    main = main_insulation(roof.layers)
    if main is None:
        return
    sheets = [
        roof.layers[i]
        for i in vapour_layers(roof.layers[:main])
        if roof.layers[i].kind == "membrane"
    ]
    if len(sheets) > 1:
        words = f"{sheets[0].name} and {sheets[-1].name} both control vapour inside the insulation."
        yield finding(roof, "order.vapour-doubled", "note", "build-up", sheets, words)


def _take_one(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    sheets = [roof.layers[index_of(roof, name)] for name in found.layers]
    looser = min(sheets, key=lambda sheet: sheet.sd_dry)
    change = partial(remove, assembly=roof.assembly.id, layer_id=looser.id)
    return (Remedy(f"Take {looser.name} out", change),)


DOUBLED = Rule(
    "order.vapour-doubled",
    "Vapour controlled twice",
    "build-up",
    "note",
    "Two control layers trap what lies between them and make it unclear which is the air layer.",
    "Common practice",
    _doubled,
    _take_one,
)


def _built_in(roof: Roof) -> Iterator[Finding]:
    layers = roof.layers
    for index, layer in enumerate(layers):
        if not layer.has_role("screed") or family(layer) != "concrete":
            continue
        inside = [x for x in layers[:index] if x.kind == "membrane" and x.sd_wet >= TIGHT_SD]
        outside = [x for x in layers[index + 1 :] if x.kind == "membrane" and x.sd_wet >= TIGHT_SD]
        if inside and outside:
            words = f"{layer.name} lies between {inside[-1].name} and {outside[0].name}."
            yield finding(
                roof,
                "moisture.built-in",
                "mind",
                "moisture",
                [inside[-1], layer, outside[0]],
                words,
            )


def _dry_side(_project: Project, roof: Roof, found: Finding) -> tuple[Remedy, ...]:
    screed = index_of(roof, found.layers[1])
    change = partial(move, assembly=roof.assembly.id, layer_id=found.layers[0], index=screed)
    return (Remedy("Move the inner sheet over the screed", change),)


BUILT_IN = Rule(
    "moisture.built-in",
    "Built-in water between two sheets",
    "moisture",
    "mind",
    "A screed brings litres of water to the square metre. Between two tight sheets they stay.",
    "ISO 13788:2012 leaves built-in water out; common practice",
    _built_in,
    _dry_side,
)

RULES = (
    UNVENTED_FIBRE, COLD_STORE, INWARD, RETARDER_CLASS, OPEN_CELL, NO_DRIVE, SECOND_WATER,
    FROST_CLAY, ICE, DOUBLED, BUILT_IN,
)  # fmt: skip
