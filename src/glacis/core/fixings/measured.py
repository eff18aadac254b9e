# SPDX-License-Identifier: GPL-3.0-or-later
"""Lengths and thrust of the sets of an area, from the layers they pass."""

from collections.abc import Sequence

from glacis.core.errors import ValueRefused
from glacis.core.fixings.chain import called, reach_of
from glacis.core.fixings.found import LengthFound, SetPlaced, ThrustFound
from glacis.core.fixings.lengths import Band, Passed, bands_of, length_of, stray_share
from glacis.core.fixings.rows import GRAVITY
from glacis.core.fixings.thrust import (
    bending_slip,
    buckling_force,
    eaves_force,
    thrust_of,
    truss_of,
    withdrawal,
)
from glacis.core.heat.assess import weight
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import RoofArea
from glacis.core.model.fixings import AreaFixings, BattenScrews, Fastener

MARKING, WANDER = 0.01, 2.0
"""Within which 95 % of marks lie [m], and of angles by hand [°]; our judgement."""


def length_found(
    placed: SetPlaced,
    layers: Sequence[LayerData],
    extra: Sequence[float],
    tapered: str,
    closed: tuple[str, ...],
) -> LengthFound | None:
    """How long the fixings of a set are; None for a set that drives nothing in.

    Args:
        placed: the set.
        layers: of the build-up, inside to outside.
        extra: thickness of a taper over its thinnest, fixing by fixing [m]; empty where there is none.
        tapered: id of the layer that tapers.
        closed: ids of the air and vapour layers.
    """
    screw = placed.set.fastener
    if screw is None:
        return None
    inner, outer = reach_of(placed.held, layers)
    passed_layers = tuple(layers[inner + 1 : outer + 1]) if outer > inner else ()
    stack = tuple((called(layer), layer.thickness) for layer in reversed(passed_layers))
    anchor = layers[inner] if inner >= 0 else None
    substrate = anchor.thickness if anchor is not None else placed.set.depth
    passed = _passed(screw, sum(layer.thickness for layer in passed_layers), substrate)
    name = anchor.name if anchor is not None else "the structure beneath"
    pierced = tuple(layer.id for layer in passed_layers if layer.id in closed)
    if not passed_layers:
        return LengthFound(
            placed.set.id,
            passed,
            (),
            name,
            None,
            refused="what it holds lies not outside its anchor",
        )
    try:
        length = length_of(passed, screw.stock)
        bands: tuple[Band, ...] = ()
        counts: tuple[int, ...] = ()
        mapped: tuple[int, ...] = ()
        if extra and any(layer.id == tapered for layer in passed_layers):
            bands, mapped = bands_of(
                [passed.thickness + more for more in extra], passed, screw.stock
            )
            counts = tuple(mapped.count(number) for number in range(len(bands)))
    except ValueRefused as refused:
        return LengthFound(
            placed.set.id, passed, stack, name, None, pierced=pierced, refused=str(refused)
        )
    stray = None
    if anchor is not None and anchor.frame is not None and isinstance(placed.set.way, BattenScrews):
        grip = length.thick / 2 if length.chosen is not None else screw.least_grip / 2
        stray = stray_share(
            anchor.frame.width, screw.diameter, MARKING, WANDER, passed.thickness + grip
        )
    return LengthFound(
        placed.set.id, passed, stack, name, length, bands, counts, mapped, pierced, stray
    )


def _passed(screw: Fastener, thickness: float, substrate: float) -> Passed:
    return Passed(
        thickness, screw.plus, screw.minus, substrate, screw.grip, screw.recess, screw.angle, screw.least_grip,
        screw.cover, screw.tip_least, screw.tip_most,
    )  # fmt: skip


def thrust_found(
    placed: SetPlaced, layers: Sequence[LayerData], area: RoofArea, stated: AreaFixings, slope: float, rafters: float
) -> ThrustFound | None:  # fmt: skip
    """What goes down the slope; None where nothing lies on insulation under battens.

    Args:
        placed: a set of batten screws.
        layers: of the build-up, inside to outside.
        area: the roof area.
        stated: about its fixings.
        slope: length of the slope [m].
        rafters: spacing [m].
    """
    way = placed.set.way
    if not isinstance(way, BattenScrews) or not rafters > 0:
        return None
    inner, outer = reach_of(placed.held, layers)
    under = [
        layer
        for layer in layers[inner + 1 : outer + 1]
        if layer.is_insulation and not layer.has_trait("own-skins")
    ]
    if not under or outer <= inner:
        return None
    innermost = next(k for k, layer in enumerate(layers) if layer is under[0])
    dead = weight(tuple(layers[innermost + 1 :])) * GRAVITY
    thrust = thrust_of(dead, stated.snow, area.pitch, rafters)
    free = sum(layer.thickness for layer in layers[inner + 1 : outer])
    grip = withdrawal(way.shaft, way.thread, way.timber, way.lean)
    steel = min(
        (each.value / each.gamma for each in placed.set.strengths if each.mode == "steel"),
        default=0.0,
    )
    screw = min(grip, steel) if steel > 0 else grip
    truss = (
        truss_of(thrust, way.lean, screw, way.batten, way.limit) if way.thrust == "angled" else None
    )
    pattern = placed.held.patterns[0] if placed.held.patterns else None
    spacing = pattern.spacing if pattern is not None and pattern.spacing > 0 else way.most
    return ThrustFound(
        placed.set.id, thrust, dead, rafters, slope, truss, screw, grip, buckling_force(way.core, max(free, 0.01)),
        eaves_force(thrust, slope), bending_slip(thrust.along * spacing, max(free, 0.01), way.core),
    )  # fmt: skip
