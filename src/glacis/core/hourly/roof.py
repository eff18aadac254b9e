# SPDX-License-Identifier: GPL-3.0-or-later
"""A roof area as slabs and sheets: what is cut away, what is assumed, which cells are watched."""

from typing import Literal

from msgspec import Struct

from glacis.core.heat.assess import ventilated_cut
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.hourly.case import NOTHING, Case, Passing, Sheet, Slab
from glacis.core.hourly.functions import Hygric
from glacis.core.hourly.matter import hygric_of, is_sheet
from glacis.core.model.hourly import Hourly, LeakClass

Outside = Literal["weather", "loft"]
JOINTED_SD = 0.5
"""s_d at most of tiles and slates outside a vented gap [m]; our judgement: their joints pass vapour."""
VARIES = 0.8
"""Share of its dry s_d under which a wet sheet is one that varies [-]; our judgement."""
LEAST_COND = 1e-4
"""Conductivity at least [W/(m·K)], for layers whose resistance is not known; our judgement."""
WET_WOOD, WET_CONCRETE = 0.30, 0.9
"""Water of wood closed in wet by mass, and of concrete as a share of full [-]; our judgement."""
GOOD, COARSE, THICK = 0.0003, 0.0015, 0.005
"""Finest cells of boards and of insulation, and thickness over which a layer is cut finely [m]; our judgement: the
deck of the reference roof errs by 0.05 % by mass."""

FROSTY = ("concrete", "masonry")
"""Families that frost bursts, by definition of the check: stiff and porous."""
BEARS, CLAY_BEARS = 0.9, 0.85
"""Degree of saturation that pores bear in frost [-], of others and of clay (Fagerlund 1977, recalled; our judgement of
the figures)."""


class Roof(Struct, frozen=True, eq=False):
    """An area as the engine takes it.

    Attributes:
        case: for the engine.
        outside: what is beyond its outermost slab: the weather, or the air of a loft.
        woods: indices of slabs judged as wood, from outside.
        names: of the slabs.
        layers: their ids.
        assumed: in sentences.
        frosty: slabs that frost bursts once their pores are so full: index and degree of saturation [-].
    """

    case: Case
    outside: Outside
    woods: tuple[int, ...]
    names: tuple[str, ...]
    layers: tuple[str, ...]
    assumed: tuple[str, ...]
    frosty: tuple[tuple[int, float], ...] = ()


def roof_of(layers: tuple[LayerData, ...], stated: Hourly) -> Roof:
    """An area's build-up, given inside to outside, for the hourly calculation.

    Raises:
        ValueRefused: where it has no layer with cells.
    """
    cut = ventilated_cut(layers)
    loft = cut.ended and layers[cut.end].kind == "roof-space"
    gap = layers[cut.end].id if cut.ended and not loft else ""
    kept = layers[: cut.end] if loft else layers
    pile = _piled(kept, stated, gap)
    slabs, matters = tuple(pile.slabs), _matters(pile.slabs)
    inner = pile.sheets.pop(len(slabs) - 1, NOTHING)
    wooden = {layer.id for layer in kept if layer.wood_based}
    woods = tuple(k for k, x in enumerate(matters) if x.wooden and slabs[k].layer in wooden)
    cavity = _index(pile.slabs, {gap} if gap else set())
    case = Case(
        slabs, pile.sheets, pile.outer, inner,
        cavity=cavity,
        leak=_cold_plane(pile.slabs, kept) if leak_class(stated, layers) != "none" else -1,
        wetted=(woods[0] if woods else cavity + 1) if stated.rain_leak > 0 else -1,
        planted=_index(pile.slabs, _of_family(kept, "soil")),
        weathered=pile.weathered,
        absorbs=bool(matters) and pile.outer is NOTHING and matters[0].draws > 0,
    )  # fmt: skip
    return Roof(
        case,
        "loft" if loft else "weather",
        woods,
        tuple(slab.name for slab in slabs),
        tuple(slab.layer for slab in slabs),
        _assumed(matters, kept, loft=loft),
        _frosty(slabs, kept),
    )


def _frosty(
    slabs: tuple[Slab, ...], layers: tuple[LayerData, ...]
) -> tuple[tuple[int, float], ...]:
    """Slabs of concrete, mortar, tile and brick, each with what its pores bear."""
    bears = {}
    for layer in layers:
        material = layer.material
        if material is not None and material.family in FROSTY:
            bears[layer.id] = CLAY_BEARS if material.id.startswith("clay") else BEARS
    return tuple((k, bears[slab.layer]) for k, slab in enumerate(slabs) if slab.layer in bears)


def leak_class(stated: Hourly, layers: tuple[LayerData, ...]) -> LeakClass:
    """How leaky an area is: as stated, else as usual, and not at all over concrete."""
    if stated.leak is not None:
        return stated.leak
    return "none" if _of_family(layers, "concrete") else "usual"


class _Pile:
    """Slabs and sheets as they are laid on each other from outside."""

    def __init__(self) -> None:
        self.slabs: list[Slab] = []
        self.sheets: dict[int, Sheet] = {}
        self.outer = NOTHING
        self.weathered = 0

    def lay(self, sheet: Sheet) -> None:
        """Lay a sheet on what is there."""
        at = len(self.slabs) - 1
        if at < 0:
            self.outer = _with(self.outer, sheet)
        else:
            self.sheets[at] = _with(self.sheets.get(at, NOTHING), sheet)


def _piled(kept: tuple[LayerData, ...], stated: Hourly, gap: str) -> _Pile:
    """The layers from outside; what is jointed outside a vented gap only resists a little."""
    pile = _Pile()
    beyond = bool(gap)
    for layer in reversed(kept):
        beyond = beyond and layer.id != gap
        if beyond and not layer.wood_based:
            pile.lay(_jointed(layer))
        elif is_sheet(layer):
            pile.lay(_sheet(layer))
            if layer.has_role("covering"):
                pile.weathered = len(pile.slabs)
        else:
            for sheet in _facing(layer):
                pile.lay(sheet)
            pile.slabs.append(_slab(layer, stated, lining=layer.id == kept[0].id))
            for sheet in _facing(layer):
                pile.lay(sheet)
    return pile


def _assumed(matters: list[Hygric], kept: tuple[LayerData, ...], *, loft: bool) -> tuple[str, ...]:
    guessed = dict.fromkeys(matter.assumed for matter in matters if matter.assumed)
    words = [f"Sorption and uptake are estimates: {', '.join(guessed)}."] if guessed else []
    if loft:
        words.append(
            "The loft has the temperature and vapour of the outside air, out of sun and sky."
        )
    if any(layer.frame for layer in kept):
        words.append("Between the members; the members themselves are not followed.")
    return tuple(dict.fromkeys(words))


def _index(slabs: list[Slab], layers: set[str]) -> int:
    """The first slab that is one of some layers; -1 for none."""
    return next((k for k, slab in enumerate(slabs) if slab.layer in layers), -1)


def _of_family(layers: tuple[LayerData, ...], family: str) -> set[str]:
    return {x.id for x in layers if x.material is not None and x.material.family == family}


def _matters(slabs: list[Slab]) -> list[Hygric]:
    return [slab.matter for slab in slabs if isinstance(slab.matter, Hygric)]


def _jointed(layer: LayerData) -> Sheet:
    sheet = _sheet(layer)
    return Sheet(
        min(sheet.s_d, JOINTED_SD), min(sheet.s_d_wet, JOINTED_SD), "alike", sheet.resistance
    )


def _sheet(layer: LayerData) -> Sheet:
    """A layer without cells."""
    heat = 0.0 if layer.kind == "membrane" else max(0.0, layer.resistance)
    varies = layer.sd_wet < VARIES * layer.sd_dry and layer.has_role("vapour")
    return Sheet(
        layer.sd_dry, layer.sd_wet, "by humidity" if varies else "alike", min(heat, 100.0),
        name=layer.name, layer=layer.id,
    )  # fmt: skip


def _facing(layer: LayerData) -> tuple[Sheet, ...]:
    """The facing of one side of a board; none where it has none."""
    if layer.material is None or layer.material.sd_facings <= 0:
        return ()
    half = layer.material.sd_facings / 2
    return (Sheet(half, half, name=f"facing of {layer.name}", layer=layer.id),)


def _with(first: Sheet, second: Sheet) -> Sheet:
    """Two sheets on each other."""
    if first is NOTHING:
        return second
    varies = "by humidity" in (first.passing, second.passing)
    passing: Passing = "by humidity" if varies else "alike"
    tighter = first if first.s_d >= second.s_d else second
    return Sheet(
        first.s_d + second.s_d, first.s_d_wet + second.s_d_wet, passing,
        first.resistance + second.resistance, True, tighter.name, tighter.layer,
    )  # fmt: skip


def _slab(layer: LayerData, stated: Hourly, *, lining: bool) -> Slab:
    conductivity = (
        layer.thickness / layer.resistance if layer.resistance > 0 else layer.conductivity
    )
    matter = hygric_of(layer, max(LEAST_COND, conductivity))
    count, finest = _cells(layer, matter, lining=lining)
    water = None
    if stated.wet_start and matter.wooden and layer.wood_based:
        water = WET_WOOD * matter.density
    elif stated.wet_start and layer.material is not None and layer.material.family == "concrete":
        water = WET_CONCRETE * matter.full
    return Slab(
        matter, layer.thickness, count, 0.65, water, finest, layer=layer.id, name=layer.name
    )


def _cells(layer: LayerData, matter: Hygric, *, lining: bool) -> tuple[int, float]:
    """How many cells a layer is cut into, and how fine at its faces [m]."""
    if matter.sorption == "linear":
        return 1, layer.thickness
    if layer.thickness <= THICK:
        return 3, layer.thickness
    if lining and not matter.wooden and layer.thickness < 0.05:
        return 5, 0.001
    if layer.is_insulation:
        return (18 if layer.thickness > 0.06 else 12), COARSE
    return (14 if layer.thickness < 0.08 else 18), GOOD


def _cold_plane(slabs: list[Slab], layers: tuple[LayerData, ...]) -> int:
    """The slab on whose outer face leaking air leaves its water: the main insulation."""
    main = strongest(layers)
    return max(0, _index(slabs, {layers[main].id} if main is not None else set()))
