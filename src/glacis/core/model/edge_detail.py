# SPDX-License-Identifier: GPL-3.0-or-later
"""What a section of an edge is drawn from: walls, and the sizes of what stands at it."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

WallPart = Literal["lining", "structure", "insulation", "cladding"]
Wrap = Literal["none", "roof", "head", "both"]
Filling = Literal["filled", "void"]

Depth = Annotated[float, Range("thickness", Quantity.THICKNESS, 1e-3, 2.0)]
Lambda = Annotated[float, Range("conductivity", Quantity.CONDUCTIVITY, 0.005, 400.0)]


class WallLayer(Node, frozen=True, kw_only=True):
    """A layer of a wall.

    Attributes:
        name: of its material.
        part: what it does.
        thickness: [m].
        conductivity: [W/(m·K)].
    """

    name: str
    part: WallPart
    thickness: Depth
    conductivity: Lambda


class Wall(Node, frozen=True, kw_only=True):
    """A wall that carries the roof or stands beside it, layers from inside to outside."""

    id: str
    name: str
    layers: tuple[WallLayer, ...]


class EdgeDetail(Node, frozen=True, kw_only=True):
    """Sizes of what stands at a junction; each kind reads those that it has.

    Attributes:
        wall: id of the wall; empty for the first of the project.
        height: of a parapet, kerb or chimney over the deck; of an upstand or step over the roof's top [m].
        width: of the structure of parapet, kerb or block [m].
        structure: conductivity of that [W/(m·K)].
        wrap: which sides of a parapet are insulated.
        insulation: thickness of what insulates parapet, upstand, kerb or pipe; 0 for bare [m].
        head: thickness of what insulates a parapet's head [m].
        conductivity: of both [W/(m·K)].
        panel: U of a glass or door leaf [W/(m²·K)].
        fill: what the joint of boards at a ridge, hip or valley holds.
        board: width of a ridge board or trimmer; 0 for none [m].
        size: side of a square post, or inside diameter of a pipe or outlet [m].
        metal: thickness of the metal of a post, or of the wall of a pipe [m].
        metal_conductivity: of it [W/(m·K)].
        pad: thickness of a pad under a post; 0 for none [m].
        pad_conductivity: of it [W/(m·K)].
        bolts: section of all bolts through the pad; 0 for none [m²].
        proud: how far a post stands over the roof's top [m].
    """

    wall: str = ""
    height: Annotated[float, Range("height", Quantity.THICKNESS, 0.0, 3.0)] = 0.4
    width: Annotated[float, Range("width", Quantity.THICKNESS, 0.01, 1.5)] = 0.2
    structure: Lambda = 2.3
    wrap: Wrap = "none"
    insulation: Annotated[float, Range("insulation", Quantity.THICKNESS, 0.0, 1.0)] = 0.0
    head: Annotated[float, Range("insulation of the head", Quantity.THICKNESS, 0.0, 1.0)] = 0.0
    conductivity: Lambda = 0.036
    panel: Annotated[float, Range("U of the panel", Quantity.TRANSMITTANCE, 0.2, 5.0)] = 1.3
    fill: Filling = "filled"
    board: Annotated[float, Range("width of the board", Quantity.THICKNESS, 0.0, 0.5)] = 0.0
    size: Annotated[float, Range("size", Quantity.THICKNESS, 0.01, 1.0)] = 0.1
    metal: Annotated[float, Range("thickness of the metal", Quantity.THICKNESS, 0.0005, 0.1)] = (
        0.005
    )
    metal_conductivity: Lambda = 50.0
    pad: Annotated[float, Range("thickness of the pad", Quantity.THICKNESS, 0.0, 0.3)] = 0.0
    pad_conductivity: Lambda = 0.08
    bolts: Annotated[float, Range("section of the bolts", Quantity.VENT_AREA, 0.0, 0.05)] = 0.0
    proud: Annotated[float, Range("height over the roof", Quantity.THICKNESS, 0.0, 3.0)] = 0.15
