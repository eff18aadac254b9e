# SPDX-License-Identifier: GPL-3.0-or-later
"""Framed roofs for the two-dimensional check: what Glacis is given, and the same as patches."""

from typing import NamedTuple

from glacis.core.model.layers import Framing, Layer, SolidLayer
from validation.conduction import Patch

WOOD, WOOL, FIBRE, GYPSUM, FILL, PLY = 0.13, 0.035, 0.043, 0.25, 0.039, 0.13
UP_IN, UP_OUT = 0.10, 0.04


class Framed(NamedTuple):
    """A roof with members in one direction: its layers, and its half bay in patches."""

    name: str
    layers: tuple[Layer, ...]
    patches: tuple[Patch, ...]
    width: float
    depth: float


def _rafters(width: float, spacing: float, **more: object) -> Framing:
    return Framing(material="softwood-dense", width=width, spacing=spacing, **more)  # type: ignore[arg-type]


def _between(width: float, spacing: float, depth: float, over: float) -> Framed:
    """Gypsum, wool between rafters, optionally wood fibre over them."""
    layers: list[Layer] = [
        SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
        SolidLayer(
            id="w", material="stone-wool-batt", thickness=depth, framing=_rafters(width, spacing)
        ),
    ]
    half, member = spacing / 2, width / 2
    y = 0.0125
    patches = [
        Patch(0, half, 0, y, GYPSUM),
        Patch(0, member, y, y + depth, WOOD),
        Patch(member, half, y, y + depth, WOOL),
    ]
    if over:
        layers.append(SolidLayer(id="o", material="wood-fibre-board", thickness=over))
        patches.append(Patch(0, half, y + depth, y + depth + over, FIBRE))
    words = f"{width * 1000:g} × {depth * 1000:g} rafters at {spacing * 1000:g}"
    if over:
        words += f", {over * 1000:g} mm fibre over"
    return Framed(words, tuple(layers), tuple(patches), half, y + depth + over)


def _webbed() -> Framed:
    framing = _rafters(0.06, 0.625, web=0.01, flange=0.045)
    layers = (
        SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
        SolidLayer(id="p", material="cellulose-dense", thickness=0.3, framing=framing),
    )
    half, y, depth = 0.3125, 0.0125, 0.3
    patches = (
        Patch(0, half, 0, y, GYPSUM),
        Patch(0, half, y, y + depth, FILL),
        Patch(0, 0.03, y, y + 0.045, WOOD),
        Patch(0, 0.03, y + depth - 0.045, y + depth, WOOD),
        Patch(0, 0.005, y + 0.045, y + depth - 0.045, WOOD),
    )
    return Framed("webbed joists, 300 mm dense cellulose", layers, patches, half, y + depth)


def _aligned() -> Framed:
    layers = (
        SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
        SolidLayer(
            id="w", material="stone-wool-batt", thickness=0.16, framing=_rafters(0.08, 0.6)
        ),
        SolidLayer(
            id="v", material="stone-wool-batt", thickness=0.06,
            framing=_rafters(0.06, 0.6, aligned_with="w"),
        ),
        SolidLayer(id="p", material="plywood", thickness=0.018),
    )  # fmt: skip
    half, y = 0.3, 0.0125
    patches = (
        Patch(0, half, 0, y, GYPSUM),
        Patch(0, 0.04, y, y + 0.16, WOOD),
        Patch(0.04, half, y, y + 0.16, WOOL),
        Patch(0, 0.03, y + 0.16, y + 0.22, WOOD),
        Patch(0.03, half, y + 0.16, y + 0.22, WOOL),
        Patch(0, half, y + 0.22, y + 0.238, PLY),
    )
    return Framed("battens in line on rafters, both filled", layers, patches, half, y + 0.226)


FRAMINGS: tuple[Framed, ...] = (
    _between(0.06, 0.6, 0.16, 0.0),
    _between(0.08, 0.6, 0.2, 0.0),
    _between(0.045, 0.4, 0.14, 0.0),
    _between(0.06, 0.6, 0.16, 0.06),
    _between(0.08, 0.8, 0.2, 0.1),
    _webbed(),
    _aligned(),
)
