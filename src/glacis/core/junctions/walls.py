# SPDX-License-Identifier: GPL-3.0-or-later
"""Walls to begin with, and what their layers are usually made of."""

from glacis.core.model.edge_detail import Wall, WallLayer, WallPart

WALL_MATERIALS: tuple[tuple[str, WallPart, float], ...] = (
    ("plaster", "lining", 0.7), ("gypsum board", "lining", 0.25), ("wood board", "lining", 0.13),
    ("brick", "structure", 0.6), ("light brick", "structure", 0.18), ("aerated concrete", "structure", 0.12),
    ("concrete", "structure", 2.3), ("timber frame, filled", "structure", 0.05),
    ("laminated timber", "structure", 0.13),
    ("mineral wool", "insulation", 0.036), ("polystyrene", "insulation", 0.035), ("wood fibre", "insulation", 0.042),
    ("render", "cladding", 0.9), ("wood cladding", "cladding", 0.13), ("metal cladding", "cladding", 50.0),
)  # fmt: skip
"""Names, what they do, and design conductivities [W/(m·K)] (ISO 10456:2007, table 3, rounded; fills and
insulation our judgement of usual products)."""


def wall_layer(name: str, thickness: float) -> WallLayer:
    """A layer of one of the usual materials.

    Raises:
        KeyError: for a name that is none of them.
    """
    part, conductivity = {item[0]: item[1:] for item in WALL_MATERIALS}[name]
    return WallLayer(name=name, part=part, thickness=thickness, conductivity=conductivity)


def _wall(identifier: str, name: str, *layers: tuple[str, float]) -> Wall:
    return Wall(id=identifier, name=name, layers=tuple(wall_layer(*layer) for layer in layers))


USUAL_WALLS = (
    _wall("brick-wool", "Brick, mineral wool outside", ("plaster", 0.015), ("brick", 0.24), ("mineral wool", 0.16),
          ("render", 0.008)),
    _wall("concrete-foam", "Concrete, polystyrene outside", ("concrete", 0.2), ("polystyrene", 0.16),
          ("render", 0.008)),
    _wall("frame", "Timber frame", ("gypsum board", 0.0125), ("timber frame, filled", 0.16), ("wood fibre", 0.06)),
    _wall("light-brick", "Light brick", ("plaster", 0.015), ("light brick", 0.365), ("render", 0.02)),
)  # fmt: skip
"""Walls to begin with; our judgement: what is usually met."""
