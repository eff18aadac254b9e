# SPDX-License-Identifier: GPL-3.0-or-later
"""The four control layers of a build-up: what stops water, air, vapour and heat, and where.

A layer does a job by its material; a membrane can do two. The first lines of defence count:
the outermost layer that keeps rain out, the air layers, the tightest vapour layer that is a
real control, and the insulation of weight.
"""

from typing import Literal

from msgspec import Struct

from glacis.core.heat.resolve import LayerData, of_weight

Control = Literal["water", "air", "vapour", "thermal"]
CONTROLS: tuple[Control, ...] = ("water", "air", "vapour", "thermal")
REAL_CONTROL = 2.0
"""From this s_d [m] on a layer counts as vapour control (DIN 4108-3:2018, 3.1.7 and practice)."""
OF_WEIGHT = 0.2
"""Insulation from this share of the strongest layer's R on counts [-]; our judgement: less is a lining."""


class Thread(Struct, frozen=True):
    """One control: the layers that do it, inside to outside, as indices."""

    control: Control
    layers: tuple[int, ...]


def water_layers(layers: tuple[LayerData, ...]) -> tuple[int, ...]:
    """Layers that keep rain out; above a roof space stands a roof that is not listed."""
    return tuple(i for i, x in enumerate(layers) if x.has_role("water") or x.kind == "roof-space")


def air_layers(layers: tuple[LayerData, ...]) -> tuple[int, ...]:
    """Layers that can be made airtight."""
    return tuple(i for i, x in enumerate(layers) if x.has_role("air"))


def vapour_layers(layers: tuple[LayerData, ...]) -> tuple[int, ...]:
    """Layers that control vapour: the material's job, and tight enough to do it."""
    return tuple(
        i for i, x in enumerate(layers) if x.has_role("vapour") and x.sd_dry >= REAL_CONTROL
    )


def thermal_layers(layers: tuple[LayerData, ...]) -> tuple[int, ...]:
    """Insulation of weight."""
    return tuple(i for i in of_weight(layers, OF_WEIGHT) if layers[i].resistance > 0)


def control_layers(layers: tuple[LayerData, ...]) -> tuple[Thread, ...]:
    """The four threads of a build-up."""
    return (
        Thread("water", water_layers(layers)),
        Thread("air", air_layers(layers)),
        Thread("vapour", vapour_layers(layers)),
        Thread("thermal", thermal_layers(layers)),
    )
