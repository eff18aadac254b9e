# SPDX-License-Identifier: GPL-3.0-or-later
"""By what rules know layers: tags, the deck everything is fitted to, and from where each is fitted."""

from collections.abc import Iterator

from glacis.core.heat.resolve import LayerData
from glacis.core.order.task import From
from glacis.core.quantities.counted import SKIN, Counted

FLAT = 5.0
"""Pitch [°] below which a roof is tested with water standing on it; our judgement: it runs off steeper ones."""
DEEP = 0.08
"""Members at least so deep carry the roof [m]; our judgement: battens are shallower."""


def deck_number(items: tuple[Counted, ...]) -> int:
    """Number of the layer everything else is fitted to: the innermost that carries, -1 where none does."""
    for number, item in enumerate(items):
        layer = item.layer
        carries = layer.has_role("deck") or layer.has_role("structure")
        deep = item.frame is not None and layer.thickness >= DEEP
        if carries or deep:
            return number
    return -1


def layer_tags(
    item: Counted, number: int, items: tuple[Counted, ...], pitch: float
) -> tuple[str, ...]:
    """By what rules know a layer."""
    layer, material = item.layer, item.layer.material
    found: list[str] = []
    deck = deck_number(items)
    if layer.kind == "air":
        outside = item.frame is not None and number > deck
        found.append(
            "counter"
            if outside and layer.ventilation != "none"
            else "service"
            if item.frame
            else "air space"
        )
        return tuple(found)
    if material is None:
        return ("layer",)
    roles = material.roles
    if number == deck:
        found.append("frame" if item.frame is not None else "deck")
    if number < deck:
        found.append("lining" if "lining" in roles else "inner")
    found += [
        role
        for role in ("air", "vapour", "root", "drainage", "planting", "ballast")
        if number > deck and layer.has_role(role)
    ]
    found += _material_tags(item, layer, number > deck)
    if number > deck and layer.has_role("covering"):
        found.append("sheet" if pitch < FLAT or layer.kind == "membrane" else "covering")
    elif number > deck and layer.has_role("water") and layer.kind == "membrane":
        found.append("sheet" if pitch < FLAT else "underlay")
    found += [trait for trait in ("hot", "rubber") if trait in material.traits]
    if "covering" not in material.roles and _second_deck(layer, number, items, deck):
        found.append("second deck")
    space = any(other.layer.kind == "roof-space" for other in items)
    if space and "lining" in roles:
        found.append("ceiling")
    return tuple(dict.fromkeys(found)) or ("layer",)


def _second_deck(layer: LayerData, number: int, items: tuple[Counted, ...], deck: int) -> bool:
    """Whether it is boarding over a space that air passes."""
    boarding = layer.material is not None and layer.material.family in ("wood-board", "timber")
    spaces = [
        k for k, other in enumerate(items)
        if k > deck and other.layer.kind == "air" and other.layer.ventilation != "none"
    ]  # fmt: skip
    return boarding and layer.kind == "solid" and bool(spaces) and spaces[0] < number


def _material_tags(item: Counted, layer: LayerData, outside: bool) -> Iterator[str]:
    material = layer.material
    if material is None:
        return
    if item.how == "panels":
        yield from ("panel", "deck")
        return
    if layer.is_insulation:
        yield from _insulation_tags(item, outside)
    if "cover" in material.roles and outside:
        yield "board"
    if "coating" in material.id:
        yield "coating"
    if "screed" in material.roles:
        yield "screed"
    if set(material.roles) & {"protection", "separation", "filter"}:
        yield "fleece"


def _insulation_tags(item: Counted, outside: bool) -> Iterator[str]:
    material = item.layer.material
    if material is None:
        return
    if "spray" in material.id:
        yield "foam"
    elif material.family == "loose-fill" or item.how == "fill":
        yield "fill"
    else:
        yield "insulation"
        if outside:
            yield "board"
            if item.frame is None and material.family == "plant-fibre":
                yield "over board"


def fitted_from(item: Counted, number: int, items: tuple[Counted, ...]) -> From:
    """Whether a layer is fitted from above, from below, or comes inside a panel."""
    deck = deck_number(items)
    if item.why == SKIN:
        return "inside"
    if number < deck:
        return "below"
    between = item.frame is not None and item.layer.thickness >= DEEP and item.layer.kind == "solid"
    roofed = any(other.layer.kind == "roof-space" for other in items)
    return "below" if between and number == deck and not roofed else "above"
