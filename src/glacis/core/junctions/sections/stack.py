# SPDX-License-Identifier: GPL-3.0-or-later
"""A build-up or a wall as plies of a section, and the U of those very plies."""

from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.heat.assess import Films, ventilated_cut
from glacis.core.heat.resolve import LayerData
from glacis.core.heat.surfaces import R_SE, R_SI
from glacis.core.model.edge_detail import Wall

INSULATES = 0.065
"""Conductivity up to which a ply of a wall or a roof counts as insulation [W/(m·K)] (ISO 9229: insulation
products); our judgement of the figure."""
VENTILATED_FILM = 0.10
"""Outer film where what covers the insulation is ventilated [m²·K/W] (ISO 6946:2017, 6.9.4: R_si upwards)."""


class Ply(Struct, frozen=True):
    """One ply.

    Attributes:
        name: of its material.
        thickness: [m].
        conductivity: members averaged in by area [W/(m·K)].
        hatch: drawing convention.
        insulates: whether it counts as insulation.
    """

    name: str
    thickness: float
    conductivity: float
    hatch: str
    insulates: bool


class Stack(Struct, frozen=True):
    """Plies from inside to outside with their films.

    Attributes:
        plies: from inside to outside.
        inside: film [m²·K/W].
        outside: film [m²·K/W].
    """

    plies: tuple[Ply, ...]
    inside: float
    outside: float

    @property
    def thickness(self) -> float:
        """Of all plies [m]."""
        return sum(ply.thickness for ply in self.plies)

    @property
    def transmittance(self) -> float:
        """U of these plies [W/(m²·K)]: psi is what the edge loses beyond it, not beyond a corrected U."""
        resistance = sum(ply.thickness / ply.conductivity for ply in self.plies)
        return 1 / (self.inside + resistance + self.outside)

    @property
    def inner(self) -> tuple[Ply, ...]:
        """Plies inside of the first insulation; all where there is none."""
        first = self._first
        return self.plies[:first]

    @property
    def outer(self) -> tuple[Ply, ...]:
        """The first insulation and all outside of it."""
        return self.plies[self._first :]

    @property
    def _first(self) -> int:
        return next((k for k, ply in enumerate(self.plies) if ply.insulates), len(self.plies))


def _plies(layer: LayerData) -> list[Ply]:
    if layer.resistance <= 0 or layer.thickness <= 0:
        return []
    between = layer.thickness / layer.resistance
    frame = layer.frame
    hatch, insulating = layer.hatch, layer.is_insulation
    if frame is None:
        return [Ply(layer.name, layer.thickness, between, hatch, insulating)]
    through = layer.thickness / frame.resistance

    def mixed(share: float) -> float:
        return share * through + (1 - share) * between

    if frame.web is None:
        return [Ply(layer.name, layer.thickness, mixed(frame.fraction), hatch, insulating)]
    flange = layer.thickness * frame.web.flanges / 2
    core = layer.thickness - 2 * flange
    edge = Ply(layer.name, flange, mixed(frame.fraction), hatch, insulating)
    return [edge, Ply(layer.name, core, mixed(frame.web.fraction), hatch, insulating), edge]


def stack_of(layers: tuple[LayerData, ...], films: Films) -> Stack:
    """A build-up as plies: what lies outside a well-ventilated space drops out, and membranes do.

    Raises:
        ValueRefused: where nothing is left.
    """
    cut = ventilated_cut(layers)
    plies = [
        ply
        for layer in layers[: cut.end]
        if layer.kind in ("solid", "air")
        for ply in _plies(layer)
    ]
    if not plies:
        raise ValueRefused("build-up", "no layer with a resistance", "one at least")
    return Stack(tuple(plies), films.inside, VENTILATED_FILM if cut.ended else films.outside)


WALL_HATCH: dict[str, str] = {
    "lining": "board", "structure": "concrete", "insulation": "fibre", "cladding": "board",
}  # fmt: skip
"""How parts of a wall are drawn; general drafting convention."""


def wall_stack(wall: Wall, kind: Literal["outside", "ventilated"] = "outside") -> Stack:
    """A wall as plies.

    Raises:
        ValueRefused: where it has no layer.
    """
    if not wall.layers:
        raise ValueRefused(f"wall '{wall.name}'", "no layer", "one at least")
    plies = tuple(
        Ply(
            layer.name,
            layer.thickness,
            layer.conductivity,
            WALL_HATCH[layer.part],
            layer.part == "insulation",
        )
        for layer in wall.layers
    )
    return Stack(plies, R_SI["horizontal"], R_SE if kind == "outside" else R_SI["horizontal"])


def bearing(stack: Stack) -> int:
    """Number of the ply that carries a wall, from inside: the thickest that is no insulation, else the thickest."""
    plies = stack.plies
    solid = [k for k, ply in enumerate(plies) if not ply.insulates] or list(range(len(plies)))
    return max(solid, key=lambda k: plies[k].thickness)
