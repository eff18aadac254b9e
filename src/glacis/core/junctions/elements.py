# SPDX-License-Identifier: GPL-3.0-or-later
"""Which layer of which area the things of a control line stand for."""

from typing import Literal

from msgspec import Struct

from glacis.core.junctions.pieces import Piece
from glacis.core.model.junctions import Control

Which = Literal["first", "second", "upper", "lower"]


class NamedLayer(Struct, frozen=True):
    """A layer as a control line names it.

    Attributes:
        id: of the layer.
        name: of its material.
        material: id of that.
    """

    id: str
    name: str
    material: str


class FieldLayers(Struct, frozen=True):
    """What the build-up of an area has for each control.

    Attributes:
        water: outermost layer that keeps rain out; None for none.
        underlay: the next one under it; None for none.
        air: innermost layer that can be made airtight; None for none.
        vapour: innermost layer that controls vapour; None for none.
        thermal: strongest insulation that the line begins at; None for none.
    """

    water: NamedLayer | None
    underlay: NamedLayer | None
    air: NamedLayer | None
    vapour: NamedLayer | None
    thermal: NamedLayer | None

    def of(self, control: Control) -> NamedLayer | None:
        """The layer of one control."""
        return {
            "water": self.water,
            "air": self.air,
            "vapour": self.vapour,
            "thermal": self.thermal,
        }[control]


class Element(Struct, frozen=True):
    """A thing of a control line.

    Attributes:
        name: in the chain.
        words: what it is, with the layer it stands for.
        area: id of the area whose layer it is; empty for what is none.
        layer: that layer; None for what is none.
        missing: whether it stands for a layer of an area that has none.
    """

    name: str
    words: str
    area: str = ""
    layer: NamedLayer | None = None
    missing: bool = False


FIELDS: dict[str, tuple[Control, Which]] = {
    "covering": ("water", "first"), "field sheet": ("water", "first"), "roof sheet": ("water", "first"),
    "covering above": ("water", "first"), "covering below": ("water", "first"), "course below": ("water", "first"),
    "covering, both sides": ("water", "first"), "upper covering": ("water", "upper"),
    "lower covering": ("water", "lower"), "upper sheet": ("water", "upper"), "lower sheet": ("water", "lower"),
    "sheet, one side": ("water", "first"), "sheet, other side": ("water", "second"),
    "field sheet or course below": ("water", "first"),
    "roof air layer": ("air", "first"), "ceiling air layer": ("air", "first"), "upper air layer": ("air", "upper"),
    "lower air layer": ("air", "lower"), "air layer, one side": ("air", "first"),
    "air layer, other side": ("air", "second"),
    "roof vapour layer": ("vapour", "first"), "ceiling vapour layer": ("vapour", "first"),
    "upper vapour layer": ("vapour", "upper"), "lower vapour layer": ("vapour", "lower"),
    "vapour layer, one side": ("vapour", "first"), "vapour layer, other side": ("vapour", "second"),
    "roof insulation": ("thermal", "first"), "over-rafter board": ("thermal", "first"),
    "ceiling insulation": ("thermal", "first"), "boards, one side": ("thermal", "first"),
    "boards, other side": ("thermal", "second"), "insulation, one side": ("thermal", "first"),
    "insulation, other side": ("thermal", "second"), "upper insulation": ("thermal", "upper"),
    "lower insulation": ("thermal", "lower"),
}  # fmt: skip
"""Things that are layers of a field: whose control, and of which of the areas."""
UNDERLAYS: dict[str, Which] = {
    "underlay": "first", "underlay, windward side": "first", "underlay, other side": "second",
    "underlay, one side": "first", "upper underlay": "upper", "lower underlay": "lower",
}  # fmt: skip


def _area(piece: Piece, which: Which) -> str:
    """Id of one of the areas of a junction; a junction within one area has it on both sides."""
    first, last = piece.areas[0], piece.areas[-1]
    if which in ("first", "second"):
        return first if which == "first" else last
    upper = piece.upper or first
    lower = next((area for area in piece.areas if area != upper), upper)
    return upper if which == "upper" else lower


def element(name: str, piece: Piece, fields: dict[str, FieldLayers]) -> Element:
    """What a thing of a junction's chains stands for.

    Args:
        name: of the thing.
        piece: the junction.
        fields: what each area has for each control, by its id.
    """
    if name in UNDERLAYS:
        area = _area(piece, UNDERLAYS[name])
        layer = fields[area].underlay if area in fields else None
    elif name in FIELDS:
        control, which = FIELDS[name]
        area = _area(piece, which)
        layer = fields[area].of(control) if area in fields else None
    else:
        return Element(name, name)
    if layer is None:
        return Element(name, name, area, None, missing=True)
    return Element(name, f"{name}: {layer.name}", area, layer)
