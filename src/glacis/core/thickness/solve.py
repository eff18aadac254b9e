# SPDX-License-Identifier: GPL-3.0-or-later
"""Thicknesses that meet a target: by one layer, or shared between two.

Only what can be bought is proposed: one or two boards of the material's series.
"""

from bisect import bisect_left
from collections.abc import Callable, Iterator
from typing import TYPE_CHECKING, Literal

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.area.analysed import ROUNDING, AnalysedArea
from glacis.core.build_up.burdens import carbon_of, cost_of
from glacis.core.heat.assess import assess, weight
from glacis.core.heat.corrections import rain_per_day
from glacis.core.heat.resolve import LayerData, rescaled
from glacis.core.materials.library import ALIKE, boards_for, one_or_two_boards
from glacis.core.moisture.assess import assess_moisture
from glacis.core.moisture.monthly import Verdict

if TYPE_CHECKING:
    from glacis.core.falls.taper import Taper

MOST_OPTIONS = 8
"""Answers shown at most; our judgement: a list that is read to its end."""


Order = Literal["thickness", "weight", "cost", "carbon"]


class Wish(Struct, frozen=True):
    """What an answer has to meet.

    Attributes:
        target: U at most [W/(m²·K)].
        height: thickness of the whole build-up at most [m]; None for no limit.
        weight: dry weight at most [kg/m²]; None for no limit.
        least_outside: share of the insulation's R outside its innermost layer at least [-].
        order: by what answers are ranked.
    """

    target: float
    height: float | None = None
    weight: float | None = None
    least_outside: float = 0.0
    order: Order = "thickness"


class Option(Struct, frozen=True):
    """One answer.

    Attributes:
        thicknesses: pairs of layer id and thickness [m].
        transmittance: U_c [W/(m²·K)].
        thickness: of the whole build-up [m].
        weight: dry [kg/m²].
        outside: share of the insulation's R outside its innermost layer [-].
        cost: least and most, by the library [per m²].
        carbon: least and most, A1 to A3 [kg CO2e/m²].
        moisture: verdict of the monthly method.
        boards: pairs of layer id and the boards that make up its thickness [m].
        material: id of another material for the layer that is named first; empty for its own.
    """

    thicknesses: tuple[tuple[str, float], ...]
    transmittance: float
    thickness: float
    weight: float
    outside: float
    cost: tuple[float, float]
    carbon: tuple[float, float]
    moisture: Verdict
    boards: tuple[tuple[str, tuple[float, ...]], ...] = ()
    material: str = ""


class Solution(Struct, frozen=True):
    """All answers, best first, and which wish binds.

    Attributes:
        options: at most eight.
        binding: the wish that shut out most answers, in words; empty where none did.
    """

    options: tuple[Option, ...]
    binding: str


def with_thicknesses(
    layers: tuple[LayerData, ...], chosen: dict[int, float]
) -> tuple[LayerData, ...]:
    """The layers with some at other thicknesses [m], by index."""
    return tuple(
        rescaled(layer, chosen[index]) if index in chosen else layer
        for index, layer in enumerate(layers)
    )


def transmittance_of(roof: AnalysedArea, layers: tuple[LayerData, ...]) -> float:
    """U_c [W/(m²·K)] of the roof with other ``layers``."""
    rain = rain_per_day(roof.climate)
    stated = roof.assembly.imperfections
    if roof.taper is not None:
        return _tapered(roof, roof.taper, layers, rain)
    heat = assess(layers, roof.heat.direction, roof.films, stated, rain, roof.targets.method)
    return heat.transmittance


def _tapered(
    roof: AnalysedArea, taper: "Taper", layers: tuple[LayerData, ...], rain: float
) -> float:
    """U of a tapered roof with other layers, the tapered one at its least thickness among them."""
    from glacis.core.falls.taper import Through, raised, taper_of

    index = next(k for k, layer in enumerate(layers) if layer.id == taper.layer)
    through = Through(
        layers, index, roof.heat.direction, roof.films, roof.assembly.imperfections, rain,
        roof.targets.method,
    )  # fmt: skip
    return taper_of(through, raised(taper.spread, layers[index].thickness), 0).transmittance


def transmittance_at(roof: AnalysedArea, index: int, thickness: float) -> float:
    """U_c [W/(m²·K)] with layer ``index`` at ``thickness`` [m]."""
    return transmittance_of(roof, with_thicknesses(roof.layers, {index: thickness}))


def purchasable(layer: LayerData) -> list[float]:
    """Thicknesses [m] that one or two boards of the layer's material can make, rising.

    Between wooden members only those that the members are sold in; a fill takes any of them.
    """
    boards = one_or_two_boards(layer.material)
    sizes = layer.frame.sizes if layer.frame is not None else ()
    if layer.material is not None and layer.material.family == "loose-fill" and sizes:
        return sorted(size for size in sizes if size >= min(boards, default=0.0))
    both = [t for t in boards if any(abs(t - size) < ALIKE for size in sizes)]
    return both or boards


def least_thickness(roof: AnalysedArea, index: int, target: float) -> float | None:
    """The least purchasable thickness [m] of layer ``index`` that brings U to ``target``.

    More insulation hardly ever raises U, so the series is halved rather than walked; what is
    found is checked, since screws through next to no insulation are the exception.
    """
    series = purchasable(roof.layers[index])

    def meets(thickness: float) -> bool:
        return transmittance_at(roof, index, thickness) <= target * (1 + ROUNDING)

    place = bisect_left(series, True, key=meets)
    return series[place] if place < len(series) and meets(series[place]) else None


def exact_thickness(
    roof: AnalysedArea, index: int, target: float, most: float = 1.5
) -> float | None:
    """The thickness [m] of layer ``index`` at which U is ``target``; None beyond ``most`` [m]."""
    if transmittance_at(roof, index, most) > target:
        return None
    low, high = 1e-4, most
    for _ in range(60):
        middle = (low + high) / 2
        if transmittance_at(roof, index, middle) > target:
            low = middle
        else:
            high = middle
    return high


def insulation_indices(roof: AnalysedArea) -> list[int]:
    """Counted layers that insulate and can be bought in more than one thickness."""
    layers = roof.layers[: roof.heat.counted]
    return [i for i, x in enumerate(layers) if x.is_insulation and len(purchasable(x)) > 1]


def outside_share(layers: tuple[LayerData, ...]) -> float:
    """Share of the insulation's R that lies outside its innermost layer [-]."""
    found = [x.resistance for x in layers if x.is_insulation]
    return sum(found[1:]) / sum(found) if sum(found) > 0 else 0.0


def _candidates(roof: AnalysedArea, target: float) -> Iterator[dict[int, float]]:
    """Thicknesses by index: each layer alone, then each pair with the second as thin as will do."""
    indices = insulation_indices(roof)
    for index in indices:
        alone = least_thickness(roof, index, target)
        if alone is not None:
            yield {index: alone}
    for first, second in ((a, b) for a in indices for b in indices if a < b):
        series = purchasable(roof.layers[second])
        for thickness in purchasable(roof.layers[first]):
            meets = _meets(roof, target, first, thickness, second)
            place = bisect_left(series, True, key=meets)
            if place < len(series) and meets(series[place]):
                yield {first: thickness, second: series[place]}


def _meets(
    roof: AnalysedArea, target: float, first: int, thickness: float, second: int
) -> Callable[[float], bool]:
    def check(other: float) -> bool:
        layers = with_thicknesses(roof.layers, {first: thickness, second: other})
        return transmittance_of(roof, layers) <= target * (1 + ROUNDING)

    return check


def _option(roof: AnalysedArea, chosen: dict[int, float]) -> Option:
    layers = with_thicknesses(roof.layers, chosen)
    monthly = assess_moisture(layers, roof.films, roof.monthly.air)
    return Option(
        thicknesses=tuple((roof.layers[i].id, t) for i, t in chosen.items()),
        transmittance=transmittance_of(roof, layers),
        thickness=sum(x.thickness for x in layers if x.kind != "roof-space"),
        weight=weight(layers),
        outside=outside_share(layers),
        cost=cost_of(layers),
        carbon=carbon_of(layers),
        moisture=monthly.verdict,
        boards=tuple(
            (roof.layers[i].id, boards_for(roof.layers[i].material, t)) for i, t in chosen.items()
        ),
    )


def meeting(roof: AnalysedArea, index: int, wish: Wish) -> Iterator[Option]:
    """The answer that layer ``index`` alone gives to a wish, named with its material; none where it fails."""
    thickness = least_thickness(roof, index, wish.target)
    if thickness is None:
        return
    candidate, *figures = _quick(roof, {index: thickness})
    if not _shut_out_by(wish, *figures):
        material = roof.layers[index].material
        yield replace(_option(roof, candidate), material=material.id if material else "")


def rank(option: Option, order: Order) -> tuple[float, ...]:
    """By which answers are ranked: those that stay wet come last."""
    wet = float(option.moisture == "accumulates")
    key = {
        "thickness": option.thickness,
        "weight": option.weight,
        "cost": sum(option.cost),
        "carbon": sum(option.carbon),
    }[order]
    return (wet, round(key, 6), option.thickness, option.weight)


def _shut_out_by(wish: Wish, thickness: float, mass: float, outside: float) -> list[str]:
    """The wishes that a build-up of these figures does not meet."""
    reasons = []
    if wish.height is not None and thickness > wish.height + ROUNDING:
        reasons.append("height")
    if wish.weight is not None and mass > wish.weight + ROUNDING:
        reasons.append("weight")
    if outside < wish.least_outside - ROUNDING:
        reasons.append("share outside")
    return reasons


def solve(roof: AnalysedArea, wish: Wish) -> Solution:
    """Purchasable thicknesses that meet ``wish``, best first; those that stay wet come last."""
    chosen = {_whole(roof, c): c for c in _candidates(roof, wish.target)}
    options = [_quick(roof, c) for c in chosen.values()]
    shut_out: dict[str, int] = {}
    kept = []
    for candidate, *figures in options:
        reasons = _shut_out_by(wish, *figures)
        for reason in reasons:
            shut_out[reason] = shut_out.get(reason, 0) + 1
        if not reasons:
            kept.append(candidate)
    ranked = sorted((_option(roof, c) for c in _shortlist(roof, kept, wish.order)),
                    key=lambda option: rank(option, wish.order))  # fmt: skip
    binding = max(shut_out, key=lambda reason: shut_out[reason]) if shut_out else ""
    if not options:
        binding = "target"
    return Solution(tuple(ranked[:MOST_OPTIONS]), binding)


def _whole(roof: AnalysedArea, chosen: dict[int, float]) -> tuple[float, ...]:
    """All thicknesses that follow, so that two ways of saying the same count once."""
    return tuple(chosen.get(i, roof.layers[i].thickness) for i in insulation_indices(roof))


def _quick(
    roof: AnalysedArea, chosen: dict[int, float]
) -> tuple[dict[int, float], float, float, float]:
    layers = with_thicknesses(roof.layers, chosen)
    thickness = sum(x.thickness for x in layers if x.kind != "roof-space")
    return chosen, thickness, weight(layers), outside_share(layers)


def _shortlist(
    roof: AnalysedArea, chosen: list[dict[int, float]], order: Order
) -> list[dict[int, float]]:
    """The few that are worth the moisture calculation, by the wished order."""

    def key(candidate: dict[int, float]) -> float:
        layers = with_thicknesses(roof.layers, candidate)
        if order == "weight":
            return weight(layers)
        if order == "thickness":
            return sum(x.thickness for x in layers if x.kind != "roof-space")
        return sum(cost_of(layers) if order == "cost" else carbon_of(layers))

    return sorted(chosen, key=key)[: 2 * MOST_OPTIONS]
