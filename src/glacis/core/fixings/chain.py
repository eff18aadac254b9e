# SPDX-License-Identifier: GPL-3.0-or-later
"""The chain from the sheet to the frame: what crosses each interface, and how hard it works."""

from collections.abc import Sequence

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.fixings.held import SetHeld, steadying
from glacis.core.heat.assess import weight
from glacis.core.heat.resolve import LayerData
from glacis.core.model.fixings import Ballast, Bond, Pieces
from glacis.core.wind.suction import WindZone

DEEP = 0.08
"""Members at least so deep carry a roof [m]; our judgement: battens are shallower."""


class Crossing(Struct, frozen=True):
    """What one set does at an interface, in the zone where it works hardest.

    Attributes:
        set: its id.
        name: as people call it.
        use: load over resistance [-]; None where nobody knows what it bears.
        zone: number of the zone.
    """

    set: str
    name: str
    use: float | None
    zone: int


class Interface(Struct, frozen=True):
    """Where two layers meet on the way from the sheet to the frame.

    Attributes:
        above: id of the layer outside.
        below: id of the layer inside; empty for the structure beneath the build-up.
        names: of both in words, outside first.
        load: w_d less 0.9 of the weight above, in the worst zone [Pa].
        weight: of the layers above [kg/m²].
        crossings: sets that cross it.
        use: of the set that holds best, in the zone where that is worst [-]; None where nothing holds, or nobody knows.
        way: name of that set, ``weight`` or ``one piece``; empty where nothing holds.
        zone: number of that zone.
        unheld: names of zones that nothing holds there.
    """

    above: str
    below: str
    names: tuple[str, str]
    load: float
    weight: float
    crossings: tuple[Crossing, ...]
    use: float | None
    way: str
    zone: int
    unheld: tuple[str, ...] = ()


class Chain(Struct, frozen=True):
    """All interfaces from the outermost inward.

    Attributes:
        interfaces: of the chain.
        frame: id of the layer it ends at; empty for the structure beneath the build-up.
    """

    interfaces: tuple[Interface, ...]
    frame: str = ""

    @property
    def weakest(self) -> Interface | None:
        """What gives first: what nothing holds, what nobody knows, then the hardest worked."""
        return max(self.interfaces, key=_badness, default=None)


def _badness(each: Interface) -> tuple[int, float]:
    if each.unheld:
        return 3, each.load
    if each.use is None:
        return 2, each.load
    return 1, each.use


def frame_index(layers: Sequence[LayerData]) -> int:
    """Number of the layer that the chain ends at: the outermost that carries; -1 for what lies beneath them all."""
    for k in range(len(layers) - 1, -1, -1):
        layer = layers[k]
        deep = layer.frame is not None and layer.thickness >= DEEP
        if deep or (
            layer.kind == "solid"
            and (layer.has_role("structure") or layer.has_role("deck"))
            and not _over(layers, k)
        ):
            return k
    return -1


def _over(layers: Sequence[LayerData], k: int) -> bool:
    """Whether insulation lies inside a board, so that it covers rather than carries."""
    return any(layer.is_insulation and layer.frame is None for layer in layers[:k])


def called(layer: LayerData) -> str:
    """A layer in words; of an air layer between battens it is the battens that are held."""
    return "battens" if layer.kind == "air" and layer.frame is not None else layer.name


def _number(layers: Sequence[LayerData], name: str, otherwise: int) -> int:
    return next((k for k, layer in enumerate(layers) if layer.id == name), otherwise)


def reach_of(held: SetHeld, layers: Sequence[LayerData]) -> tuple[int, int]:
    """Numbers of the layers a set reaches from and to: its anchor, and the outermost that it holds."""
    outer = _number(layers, held.set.holds, -2)
    inner = _number(layers, held.set.anchor, -1)
    if isinstance(held.set.way, Bond) and not held.set.anchor:
        inner = outer - 1
    return inner, outer


class Loads(Struct, frozen=True):
    """What the wind does to the layers of an area.

    Attributes:
        zones: of the wind, the worst first.
        inside: what the air inside adds below the airtight layer, by zone [Pa].
        airtight: number of the airtight layer; None where the covering carries all.
        share: of the wind that small pieces carry [-].
        pitch: [°].
    """

    zones: tuple[WindZone, ...]
    inside: tuple[float, ...]
    airtight: int | None
    share: float
    pitch: float


def chain_of(layers: Sequence[LayerData], sets: Sequence[SetHeld], loads: Loads) -> Chain:
    """Interfaces from the outermost layer down to the frame.

    A plate clamps what lies between it and its anchor, nothing above. Unlike ways across one interface do not add:
    the stronger counts.

    Args:
        layers: of the build-up, inside to outside.
        sets: solved for the zones.
        loads: of the wind.
    """
    if not layers or not loads.zones:
        return Chain(())
    frame = frame_index(layers)
    reaches = [(held, *reach_of(held, layers)) for held in sets if not held.refused]
    inner = min([frame, *(low for _, low, high in reaches if high > low)])
    found = []
    for k in range(len(layers) - 1, inner, -1):
        if layers[k].kind == "roof-space":
            break
        found.append(_interface(layers, reaches, loads, k))
    return Chain(tuple(found), layers[inner].id if inner >= 0 else "")


Reach = tuple[SetHeld, int, int]


def _interface(
    layers: Sequence[LayerData], reaches: Sequence[Reach], loads: Loads, k: int
) -> Interface:
    above, below = layers[k], layers[k - 1] if k > 0 else None
    mass = weight(tuple(layers[k:]))
    by_zone = _loads(loads, k, k == len(layers) - 1, steadying(mass, loads.pitch))
    names = (called(above), called(below) if below is not None else "the structure beneath")
    bare = Interface(
        above.id, below.id if below is not None else "", names, max(by_zone), mass, (), None, "", 0
    )
    if _is_one(above, below):
        return replace(bare, use=0.0, way="one piece")
    across = [held for held, low, high in reaches if low < k <= high]
    zones = [_held_in(across, number, load) for number, load in enumerate(by_zone)]
    crossings = _hardest(across, zones)
    unheld = tuple(
        dict.fromkeys(
            zone.name for zone, found in zip(loads.zones, zones, strict=True) if found.way == ""
        )
    )
    if unheld:
        return replace(bare, crossings=crossings, zone=by_zone.index(max(by_zone)), unheld=unheld)
    unknown = next((n for n, found in enumerate(zones) if found.use is None), None)
    number = (
        unknown
        if unknown is not None
        else max(range(len(zones)), key=lambda n: zones[n].use or 0.0)
    )
    found = zones[number]
    return replace(bare, crossings=crossings, use=found.use, way=found.way, zone=number)


class InZone(Struct, frozen=True):
    """What holds an interface in one zone: the best of what crosses, and each by its id."""

    use: float | None
    way: str
    each: tuple[tuple[str, float | None], ...] = ()


def _held_in(across: Sequence[SetHeld], zone: int, load: float) -> InZone:
    each = [(held, _use(held, zone, load)) for held in across if held.of(zone) is not None]
    uses = tuple((held.set.id, use) for held, use in each)
    if load <= 0:
        return InZone(0.0, "weight", uses)
    known = [(use, held.set.name) for held, use in each if use is not None]
    if known:
        return InZone(*min(known), uses)
    return InZone(None, each[0][0].set.name if each else "", uses)


def _hardest(across: Sequence[SetHeld], zones: Sequence[InZone]) -> tuple[Crossing, ...]:
    """Each set in the zone where it works hardest."""
    found = []
    for held in across:
        uses = [
            (dict(zone.each)[held.set.id], n)
            for n, zone in enumerate(zones)
            if held.set.id in dict(zone.each)
        ]
        if uses:
            use, number = max(uses, key=lambda pair: -1.0 if pair[0] is None else pair[0])
            found.append(Crossing(held.set.id, held.set.name, use, number))
    return tuple(found)


def _loads(loads: Loads, k: int, outermost: bool, steady: float) -> list[float]:
    """What an interface carries, zone by zone: what the air inside adds counts at and below the airtight layer [Pa]."""
    share = loads.share if outermost else 1.0
    below = loads.airtight is not None and k <= loads.airtight
    return [
        max(0.0, share * zone.design + (loads.inside[number] if below else 0.0) - steady)
        for number, zone in enumerate(loads.zones)
    ]


def _is_one(above: LayerData, below: LayerData | None) -> bool:
    """Whether two layers are made as one panel."""
    return below is not None and (above.has_trait("own-skins") or below.has_trait("own-skins"))


def _use(held: SetHeld, zone: int, load: float) -> float | None:
    """Use of a set at an interface: its own pattern under the load that the interface carries."""
    pattern = held.of(zone)
    if pattern is None:
        return None
    if isinstance(held.set.way, Ballast | Pieces):
        return pattern.use
    if isinstance(held.set.way, Bond):
        return load / pattern.bears if pattern.bears > 0 else None
    if not pattern.bears > 0 or not pattern.per_area > 0:
        return None
    return load / pattern.per_area / pattern.bears
