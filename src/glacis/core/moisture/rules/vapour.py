# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about vapour, voids and condensate."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import MONTH_NAMES
from glacis.core.heat.corrections import covering_index, inverted_layers
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.judgement.drive import vapour_drive
from glacis.core.judgement.finding import (
    Evidence,
    Finding,
    Remedy,
    Rule,
    no_remedies,
)
from glacis.core.judgement.place import on_area
from glacis.core.judgement.plane import LEAST_PLANE, condensing_plane, plane_temperature
from glacis.core.judgement.questions import (
    COLD_ROOM,
    TIGHT_SD,
    is_wet,
    sheet_covering,
)
from glacis.core.judgement.remedies import (
    fill_void,
    membrane_remedies,
    open_below,
    swap_membrane,
    ventilate,
    warm_side_index,
)
from glacis.core.model.document import HumidityClass, Project
from glacis.core.model.edit import set_thickness
from glacis.core.model.uses import kind_of
from glacis.core.moisture.assess import face_limit
from glacis.core.moisture.monthly import PRACTICAL, Interface
from glacis.core.moisture.working import place_name
from glacis.core.thickness.solve import purchasable
from glacis.core.units.quantities import DELTA_0, US_PERM, Quantity

CLASS_ONE_SD = DELTA_0 / (0.1 * US_PERM)
"""s_d [m] of a class I retarder, 0.1 US perm."""
NO_PROOF_SD = 100.0
"""s_d of an inner sheet from which an unventilated roof needs no proof [m] (DIN 4108-3:2018, 5.3.3)."""
TRACE = 0.001
"""Condensate below which nothing is said [kg/m²]; our judgement: a thousandth of a millimetre."""
VOID_FROM = 0.010
"""An air layer from this depth [m] can carry air along it; our judgement: less is a joint."""
FLAT = 5.0
"""Below this pitch [°] a channel has no drive of its own (DIN 4108-3:2018, 5.3.3)."""
LEAST_FLAT_CHANNEL, USUAL_CHANNEL = 0.15, 0.05
"""Free height of a ventilated layer [m] below that pitch (DIN 4108-3:2018, 5.3.3) and from it on; our judgement
for the slope, where 20 mm are the least."""


def _control_membranes(roof: AnalysedArea) -> list[LayerData]:
    """Vapour-controlling sheets inside the main insulation."""
    main = strongest(roof.layers)
    end = len(roof.layers) if main is None else main
    return [
        x
        for x in roof.layers[:end]
        if x.kind == "membrane" and x.has_role("vapour") and not x.has_role("covering")
    ]


def _barrier_remedies(roof: AnalysedArea, material: str, words: str) -> tuple[Remedy, ...]:
    """Put ``material`` in the place of the control sheet there is, or lay it in."""
    present = _control_membranes(roof)
    if present:
        sheet = present[-1]
        change = partial(
            swap_membrane, assembly=roof.assembly.id, layer_id=sheet.id, material=material
        )
        return (Remedy(f"Put {words} in the place of {sheet.name}", change),)
    return membrane_remedies(roof, warm_side_index(roof), ((f"Lay {words} inside", material),))


def _wet_room(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    if main is None or not is_wet(roof):
        return
    inside = sum(layer.sd_dry for layer in roof.layers[: main + 1])
    tightest = max((layer.sd_dry for layer in roof.layers[: main + 1]), default=0.0)
    humidity = roof.zone.humidity
    damp = (
        isinstance(humidity, HumidityClass)
        and humidity.number == 4
        and kind_of(roof.zone.use) != "wet"
    )
    if tightest < CLASS_ONE_SD:
        yield Finding(
            "vapour.wet-room",
            "mind" if damp else "stop",
            "build-up",
            on_area(roof.area.id, (roof.layers[main].id,)),
            f"{roof.zone.name} is a wet room, and nothing closed to vapour lies inside the "
            "insulation (s_d {0} in all, {1} wanted in one layer).",
            (
                Evidence("s_d up to the insulation", inside, Quantity.AIR_LAYER),
                Evidence("s_d of class I", CLASS_ONE_SD, Quantity.AIR_LAYER),
            ),
        )


def _wet_room_remedies(
    _project: Project, roof: AnalysedArea, _finding: Finding
) -> tuple[Remedy, ...]:
    return (
        *_barrier_remedies(roof, "aluminium-foil-barrier", "an aluminium laminated barrier"),
        *_barrier_remedies(roof, "bitumen-aluminium-barrier", "a bituminous barrier"),
    )


WET_ROOM = Rule(
    "vapour.wet-room",
    "Wet room without a vapour control layer",
    "build-up",
    "stop",
    "Pools, kitchens and wet laboratories press vapour into the roof all year; a retarder for "
    "dwellings does not hold it.",
    "US model codes, retarder class I up to 0.1 US perm; our judgement that wet rooms need it",
    _wet_room,
    _wet_room_remedies,
)


def _insulating(layers: tuple[LayerData, ...]) -> float:
    """R of the insulation among some layers [m²·K/W]."""
    return sum(layer.resistance for layer in layers if layer.is_insulation)


def _empty_void(roof: AnalysedArea) -> Iterator[Finding]:
    layers = roof.layers
    total = _insulating(layers)
    for index, layer in enumerate(layers[: roof.heat.counted]):
        if layer.kind != "air" or layer.ventilation != "none" or layer.thickness < VOID_FROM:
            continue
        below, above = _insulating(layers[:index]), _insulating(layers[index:])
        closed = sum(x.sd_wet for x in layers[index + 1 :])
        if below > 0 and above < 0.3 * total and closed > 0.5:
            yield Finding(
                "vapour.empty-void",
                "stop",
                "build-up",
                on_area(roof.area.id, (layer.id,)),
                "An empty, unvented void of {0} lies over the insulation, under layers of s_d {1}.",
                (
                    Evidence("depth of the void", layer.thickness, Quantity.THICKNESS),
                    Evidence("s_d above it", closed, Quantity.AIR_LAYER),
                ),
            )


def _void_remedies(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    void = finding.layers[0]
    index = next(i for i, layer in enumerate(roof.layers) if layer.id == void)
    found = [
        Remedy(
            "Ventilate the void from edge to edge",
            partial(ventilate, assembly=roof.assembly.id, layer_id=void),
        )
    ]
    for layer in reversed(roof.layers[:index]):
        if layer.is_insulation and layer.material is not None:
            change = partial(
                fill_void, assembly=roof.assembly.id, layer_id=void, material=layer.material.id
            )
            found.append(Remedy(f"Fill the void with {layer.name}", change))
            break
    return tuple(found)


EMPTY_VOID = Rule(
    "vapour.empty-void",
    "Empty unvented void over the insulation",
    "build-up",
    "stop",
    "Moist air reaches the cold side of a void and finds neither insulation nor a way out: the "
    "deck above it rots.",
    "DIN 4108-3:2018, 5.3.3",
    _empty_void,
    _void_remedies,
)


def _is_tight_sheet(layer: LayerData) -> bool:
    return layer.sd_dry >= TIGHT_SD and not layer.is_insulation and layer.kind == "membrane"


def _double_trap(roof: AnalysedArea) -> Iterator[Finding]:
    layers = roof.layers[: roof.heat.counted]
    tight = [i for i, x in enumerate(layers) if _is_tight_sheet(x)]
    if len(tight) < 2:
        return
    inner, outer = tight[0], tight[-1]
    trapped = [x for x in layers[inner + 1 : outer] if x.wood_based or _framed_in_wood(x)]
    if not trapped:
        return
    yield Finding(
        "vapour.double-trap",
        "mind",
        "build-up",
        on_area(roof.area.id, tuple(x.id for x in (layers[inner], *trapped, layers[outer]))),
        f"{trapped[0].name} lies between two tight sheets, s_d {{0}} inside and {{1}} outside: "
        "water once in cannot leave.",
        (
            Evidence("s_d inside", layers[inner].sd_dry, Quantity.AIR_LAYER),
            Evidence("s_d outside", layers[outer].sd_dry, Quantity.AIR_LAYER),
        ),
    )


def _framed_in_wood(layer: LayerData) -> bool:
    return layer.frame is not None and not layer.frame.metal


def _trap_remedies(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    if is_wet(roof):
        return ()
    inner = partial(swap_membrane, assembly=roof.assembly.id, layer_id=finding.layers[0])
    board = next((x for x in roof.layers if x.id in finding.layers[1:-1] and x.frame is None), None)
    opened = []
    if board is not None:
        height = LEAST_FLAT_CHANNEL if roof.area.pitch < FLAT else USUAL_CHANNEL
        change = partial(open_below, assembly=roof.assembly.id, layer_id=board.id, height=height)
        opened = [Remedy(f"Open a ventilated space under {board.name}", change)]
    return (
        *opened,
        *(
            Remedy(f"Put {words} in the place of the inner sheet", partial(inner, material=name))
            for words, name in (
                ("a variable retarder", "retarder-variable"),
                ("a retarder of s_d 10 m", "retarder-fixed-10"),
            )
        ),
    )


DOUBLE_TRAP = Rule(
    "vapour.double-trap",
    "Moisture trapped between two tight layers",
    "moisture",
    "mind",
    "Timber between two closed sheets keeps every drop that was built in or leaks in later.",
    "DIN 68800-2:2012, annex A",
    _double_trap,
    _trap_remedies,
)


def in_the_dry(roof: AnalysedArea) -> list[Interface]:
    """Where water gathers, but for the wet side of a sheet under boards made to lie in the rain."""
    if not inverted_layers(roof.layers):
        return list(roof.monthly.interfaces)
    covering = covering_index(roof.layers)
    return [f for f in roof.monthly.interfaces if covering is None or f.layer < covering]


def _needs_no_proof(roof: AnalysedArea) -> bool:
    """Whether DIN 4108-3:2018, 5.3.3 asks for no proof of an unventilated roof under a sheet.

    A layer of s_d 100 m or more lies inside the insulation; outside it where vapour comes from there.
    """
    main = strongest(roof.layers) or 0
    inwards = vapour_drive(roof).comes_from == "outside"
    side = roof.layers[main + 1 :] if inwards else roof.layers[:main]
    closed = any(x.kind == "membrane" and x.sd_dry >= NO_PROOF_SD for x in side)
    return closed and sheet_covering(roof.layers) is not None


def _accumulates(roof: AnalysedArea) -> Iterator[Finding]:
    monthly = roof.monthly
    if monthly.verdict != "accumulates":
        return
    faces = in_the_dry(roof)
    worst = max(faces, key=lambda face: face.peak, default=None)
    if worst is None or worst.peak < TRACE:
        return
    small = not monthly.gathers or (monthly.gain < PRACTICAL and _needs_no_proof(roof))
    yield Finding(
        "moisture.accumulates",
        "note" if small else "stop",
        "moisture",
        on_area(roof.area.id, (monthly.path.layers[worst.layer].id,)),
        f"Water stays in the roof: {{0}} left after the first year, {{2}} more every year, most of it "
        f"{place_name(monthly, worst)}.",
        (
            Evidence("left after twelve months", monthly.residual, Quantity.CONDENSATE),
            Evidence("most at one time", monthly.peak, Quantity.CONDENSATE),
            Evidence("added every year", monthly.gain, Quantity.CONDENSATE),
        ),
    )


def _drier_remedies(project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    if is_wet(roof):
        return _barrier_remedies(roof, "aluminium-foil-barrier", "an aluminium laminated barrier")
    if condensing_plane(roof) is not None:
        return _ratio_remedies(
            project, roof, finding
        )  # a tight sheet inside would trap what leaks in
    present = max((x.sd_dry for x in _control_membranes(roof)), default=0.0)
    found: list[Remedy] = []
    for sd, material, words in (
        (10.0, "retarder-fixed-10", "a retarder of s_d 10 m"),
        (70.0, "polyethylene-sheet", "a polyethylene barrier"),
        (1500.0, "aluminium-foil-barrier", "an aluminium laminated barrier"),
    ):
        if sd > present:
            found.extend(_barrier_remedies(roof, material, words))
    return tuple(found[:2])


ACCUMULATES = Rule(
    "moisture.accumulates",
    "Water gathers year on year",
    "moisture",
    "stop",
    "More water condenses in one part of the year than leaves in the other, so the roof gets wetter every year. "
    "Below 10 g/m² in ten years it is a note: no roof is made or measured so closely.",
    "ISO 13788:2012, 6.6 c; our judgement of what is a trace",
    _accumulates,
    _drier_remedies,
)


def gathering_time(face: Interface) -> str:
    """The months in which water gathers at a place, in words, over the turn of the year where it does."""
    gains = [rate > 0 for rate in face.rates]
    starts = [m for m in range(12) if gains[m] and not gains[m - 1]]
    if len(starts) != 1:
        return "through the year" if all(gains) else "twice a year or more"
    end = next(m for m in range(starts[0], starts[0] + 12) if not gains[(m + 1) % 12])
    first, last = MONTH_NAMES[starts[0]], MONTH_NAMES[end % 12]
    return f"in {first}" if first == last else f"from {first} to {last}"


def _limits(roof: AnalysedArea) -> list[tuple[Interface, float]]:
    running = roof.targets.condensate
    return [(face, face_limit(roof.monthly, face.place, running)) for face in in_the_dry(roof)]


def _over_limit(roof: AnalysedArea) -> Iterator[Finding]:
    for face, limit in _limits(roof):
        if face.peak <= limit:
            continue
        layer = roof.monthly.path.layers[face.layer]
        yield Finding(
            "moisture.over-limit",
            "stop" if face.peak > 2 * limit else "mind",
            "moisture",
            on_area(roof.area.id, (layer.id,)),
            f"{{0}} of water gathers {place_name(roof.monthly, face)}; {{1}} may be held there.",
            (
                Evidence("most at one time", face.peak, Quantity.CONDENSATE),
                Evidence("limit", limit, Quantity.CONDENSATE),
            ),
        )


OVER_LIMIT = Rule(
    "moisture.over-limit",
    "More condensate than the layer may hold",
    "moisture",
    "stop",
    "Above its limit water runs and drips, or wood stays wet long enough to decay.",
    "ISO 13788:2012, 6.6 b; DIN 4108-3:2018, 5.2.4 for wood",
    _over_limit,
    _drier_remedies,
)


def _dries(roof: AnalysedArea) -> Iterator[Finding]:
    monthly = roof.monthly
    if monthly.verdict != "dries" or any(face.peak > limit for face, limit in _limits(roof)):
        return
    worst = max(in_the_dry(roof), key=lambda face: face.peak, default=None)
    if worst is None or worst.peak < TRACE:
        return
    yield Finding(
        "moisture.dries",
        "note",
        "moisture",
        on_area(roof.area.id, (monthly.path.layers[worst.layer].id,)),
        f"{{0}} of water gathers {place_name(monthly, worst)} {gathering_time(worst)} and dries by the "
        "monthly method.",
        (Evidence("most at one time", worst.peak, Quantity.CONDENSATE),),
    )


DRIES = Rule(
    "moisture.dries",
    "Condensate that dries out",
    "moisture",
    "note",
    "The monthly method finds water within the limits that leaves again; it counts no sun, rain "
    "or leaks.",
    "ISO 13788:2012, 6.6 b",
    _dries,
    no_remedies,
)


def _ratio(roof: AnalysedArea) -> Iterator[Finding]:
    plane = condensing_plane(roof)
    if plane is None or is_wet(roof) or roof.zone.temperature < COLD_ROOM:
        return
    if vapour_drive(roof).comes_from == "outside":
        return
    index, inside, outside = plane
    temperature = plane_temperature(roof, inside, outside)
    if temperature < LEAST_PLANE:
        yield Finding(
            "vapour.ratio",
            "mind",
            "build-up",
            on_area(roof.area.id, (roof.layers[index].id,)),
            f"The outer face of {roof.layers[index].name} falls to {{0}} in the three coldest "
            "months; {1} keeps it dry. Outside share of R: {2}.",
            (
                Evidence("condensing plane", temperature, Quantity.TEMPERATURE),
                Evidence("least", LEAST_PLANE, Quantity.TEMPERATURE),
                Evidence("outside share", outside / (inside + outside), Quantity.SHARE),
            ),
        )


def _ratio_remedies(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    plane = condensing_plane(roof)
    if plane is None:
        return ()
    index, inside, outside = plane
    for layer in roof.layers[index + 1 : roof.heat.counted]:
        if not layer.is_insulation:
            continue
        for thickness in purchasable(layer):
            more = layer.resistance * (thickness / layer.thickness - 1)
            if more > 0 and plane_temperature(roof, inside, outside + more) >= LEAST_PLANE:
                change = partial(
                    set_thickness,
                    assembly_id=roof.assembly.id,
                    layer_id=layer.id,
                    thickness=thickness,
                )
                return (Remedy(f"Thicken {layer.name} outside until the plane is warm", change),)
    return ()


RATIO = Rule(
    "vapour.ratio",
    "Too little insulation outside",
    "build-up",
    "mind",
    "Closed insulation outside must keep the face of the open insulation inside it above the dew "
    "point of the room.",
    "Insulation ratio rule of US model codes: condensing plane at 7 °C (45 °F) or more",
    _ratio,
    _ratio_remedies,
)


RULES = (WET_ROOM, EMPTY_VOID, DOUBLE_TRAP, ACCUMULATES, OVER_LIMIT, DRIES, RATIO)
