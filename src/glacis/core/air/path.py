# SPDX-License-Identifier: GPL-3.0-or-later
"""Which way the air takes through a build-up, and what lies above and below it."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.heat.surfaces import R_SE
from glacis.core.model.air import Air, PathChoice
from glacis.core.model.document import ApproachId

FLAT = 5.0
"""Below this pitch [°] a cold roof is flat to the rules of ventilation (DIN 4108-3, BS 5250, recalled; confirm)."""
WHY_UNVENTED = {
    "warm-deck": "All insulation lies in contact between two sheets: there is no space for air to pass, and none "
    "is wanted.",
    "inverted": "The sheet lies on the slab and the insulation over it: nothing beneath it has to dry outwards.",
    "compact-foam-under-deck": "Foam fills the bays against the deck: air that moves nowhere carries no vapour.",
    "all-outside": "All insulation lies outside the air layer: the structure stays as warm as the rooms.",
    "dense-pack": "Packed fibre fills the bays; the lining must keep the rooms' air out.",
    "structural-panel": "The panel has no space in it; its joints are what has to be tight.",
    "planted": "Soil and sheet close the roof; it dries to neither side by air.",
    "buried": "Soil and sheet close the roof; it dries to neither side by air.",
}
"""Why an approach needs no air."""
NO_SPACE = "The build-up has no ventilated space: no air passes it, and none is needed."


class AirWay(Struct, frozen=True):
    """The way air takes through a build-up.

    Attributes:
        kind: of path.
        layer: id of the ventilated layer; empty for none.
        depth: of that layer [m]; the height of an attic.
        spacing: of the members it lies between [m]; 0 where nobody stated them.
        width: of one member [m].
        r_outside: of all layers outside it, without a film [m²·K/W].
        r_inside: of all layers inside it with the rooms' film [m²·K/W].
        e_top: emissivity of its outer face [-].
        e_bottom: of its inner face [-].
        sideways: whether air passes from bay to bay.
        why: what makes it unvented, in a sentence; empty where it is not.
    """

    kind: PathChoice
    layer: str
    depth: float
    spacing: float
    width: float
    r_outside: float
    r_inside: float
    e_top: float
    e_bottom: float
    sideways: bool
    why: str = ""

    @property
    def vented(self) -> bool:
        """Whether air is meant to pass."""
        return self.kind != "unvented"


def vented_index(layers: Sequence[LayerData]) -> int | None:
    """Index of the outermost ventilated layer or roof space; None for none."""
    found = [
        k
        for k, layer in enumerate(layers)
        if layer.kind == "roof-space" or (layer.kind == "air" and layer.ventilation != "none")
    ]
    return found[-1] if found else None


def way_of(
    layers: Sequence[LayerData], approach: ApproachId, pitch: float, stated: Air | None, film: float
) -> AirWay:
    """The way air takes.

    Args:
        layers: inside to outside.
        approach: of the build-up, which says what a ventilated layer is for.
        pitch: of the area [°].
        stated: about its air; None for nothing.
        film: R_si [m²·K/W].
    """
    index = vented_index(layers)
    choice = stated.path if stated else "by-approach"
    if index is None or choice == "unvented":
        why = WHY_UNVENTED.get(approach, NO_SPACE) if index is None else "Stated to be unvented."
        return AirWay("unvented", "", 0.0, 0.0, 0.0, 0.0, 0.0, 0.9, 0.9, sideways=False, why=why)
    layer = layers[index]
    kind = _kind(layers, index, approach, pitch) if choice == "by-approach" else choice
    spacing, width = _members(layers, index, stated)
    inner, outer = layer.emissivities
    return AirWay(
        kind=kind,
        layer=layer.id,
        depth=layer.thickness,
        spacing=spacing,
        width=width,
        r_outside=_outside(layers, index),
        r_inside=film + sum(x.resistance for x in layers[:index]),
        e_top=outer,
        e_bottom=inner,
        sideways=_sideways(kind, layers[index + 1 :], stated),
    )


def _outside(layers: Sequence[LayerData], index: int) -> float:
    space = layers[index].space
    if space is not None:
        return max(0.0, 1 / space.roof_u - R_SE)
    return sum(x.resistance for x in layers[index + 1 :])


def _kind(
    layers: Sequence[LayerData], index: int, approach: ApproachId, pitch: float
) -> PathChoice:
    if layers[index].kind == "roof-space":
        return "cold-attic"
    if approach == "cold-ventilated-slope":
        return "cold-flat" if pitch < FLAT else "cold-slope"
    if approach == "ventilated-over-roof":
        return "over-roof"
    decked = any(x.kind == "solid" and not x.has_role("covering") for x in layers[index + 1 :])
    return "over-roof" if decked else "counter-batten"


def _sideways(kind: PathChoice, outside: Sequence[LayerData], stated: Air | None) -> bool:
    """Air passes sideways under small units on battens, or where cross-battens let it."""
    if stated is not None and stated.cross_battens:
        return True
    small = any(x.has_trait("small-units") for x in outside)
    return kind == "counter-batten" and small


def _members(layers: Sequence[LayerData], index: int, stated: Air | None) -> tuple[float, float]:
    """Spacing and width of the members: as stated, else of the ventilated layer, else of the nearest inside."""
    own = stated.members if stated else None
    frames = [x.frame for x in reversed(layers[: index + 1]) if x.frame is not None]
    spacing = frames[0].spacing if frames else 0.0
    width = frames[0].width if frames else 0.0
    if own is not None:
        spacing, width = own.spacing or spacing, own.width or width
    return spacing, width
