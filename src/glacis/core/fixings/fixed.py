# SPDX-License-Identifier: GPL-3.0-or-later
"""Everything that holds an area down, put together."""

from glacis.core.falls.found import Drained
from glacis.core.fixings.chain import Chain, Loads, chain_of
from glacis.core.fixings.evidence import Asked, best_of
from glacis.core.fixings.found import Fixed, SetPlaced
from glacis.core.fixings.measured import length_found, thrust_found
from glacis.core.fixings.parts import CAST, FixedRead, factor_of, rafters_of
from glacis.core.heat.resolve import LayerData
from glacis.core.model.fixings import AreaFixings, BattenScrews
from glacis.core.model.wind import Wind
from glacis.core.wind.loads import AreaWind


def _taper(read: FixedRead, placed: SetPlaced) -> tuple[list[float], str]:
    """What a taper adds to its thinnest, fixing by fixing [m], and id of its layer."""
    drained = read.drained
    if not isinstance(drained, Drained) or placed.placed is None or not placed.placed.points:
        return [], ""
    if drained.stated.means not in ("tapered", "screed", "foam"):
        return [], ""
    named = drained.stated.layer or next(
        (x.id for x in reversed(read.layers) if x.is_insulation), ""
    )
    heights = [drained.over_deck_at(point) for point in placed.placed.points]
    return [max(0.0, height) if height == height else 0.0 for height in heights], named


def _airtight(layers: tuple[LayerData, ...], stated: AreaFixings) -> int | None:
    """Number of the airtight layer where it is not the covering."""
    found = next((k for k, layer in enumerate(layers) if layer.id == stated.airtight), None)
    if found is not None:
        return found if found < len(layers) - 1 else None
    cast = (
        k
        for k, layer in enumerate(layers)
        if layer.material is not None and layer.material.family in CAST
    )
    return next(cast, None)


def loads_of(
    layers: tuple[LayerData, ...], stated: AreaFixings, wind: AreaWind, basis: Wind, pitch: float
) -> Loads:
    """What the wind does to the layers of an area.

    Args:
        layers: of the build-up, inside to outside.
        stated: about its fixings.
        wind: on it.
        basis: how the wind is stated.
        pitch: [°].
    """
    factor = basis.factor if basis.basis == "en" else 0.0
    inside = tuple(factor * zone.pressure * wind.inside for zone in wind.zones)
    return Loads(wind.zones, inside, _airtight(layers, stated), stated.share, pitch)


def fixed(read: FixedRead) -> Fixed:
    """Chain, lengths, thrust and evidence of an area.

    Args:
        read: what it depends on, with something stated.
    """
    stated = read.stated or AreaFixings(area=read.area.id)
    zones, factor = read.wind.zones, factor_of(read.basis)
    loads = loads_of(read.layers, stated, read.wind, read.basis, read.area.pitch)
    chain = chain_of(read.layers, [each.held for each in read.sets], loads) if zones else Chain(())
    lengths = []
    for each in read.sets:
        extra, tapered = _taper(read, each)
        found = length_found(each, read.layers, extra, tapered, read.closed)
        if found is not None:
            lengths.append(found)
    battens = next((each for each in read.sets if isinstance(each.set.way, BattenScrews)), None)
    thrust = None
    if battens is not None and isinstance(battens.set.way, BattenScrews):
        rafters = battens.set.way.rafters or rafters_of(read.layers)
        thrust = thrust_found(battens, read.layers, read.area, stated, read.slope, rafters)
    worst = max((zone.design for zone in zones), default=0.0)
    substrate = next((each.set.substrate for each in read.sets if each.set.substrate), "")
    asked = Asked(stated.products, read.area.pitch, substrate, worst, stated.laid, "")
    evidence = best_of(read.evidence, asked, stated.evidence)
    return Fixed(stated, read.wind, factor, read.sets, chain, tuple(lengths), thrust, evidence)
