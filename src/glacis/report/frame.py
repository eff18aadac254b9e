# SPDX-License-Identifier: GPL-3.0-or-later
"""Where the layers of a section lie in its drawing."""

from msgspec import Struct

from glacis.core.heat.resolve import LayerData

LEAST_DRAWN = 3.0
"""Points that a membrane is drawn thick whatever its thickness."""
SPACE_DRAWN = 58.0
"""Points that a roof space is drawn high, with break lines."""
SCALES = (1, 1.5, 2, 2.5, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 75, 100)
POINTS_PER_METRE = 96 / 0.0254
"""At scale 1:1 on a screen of 96 points to the inch."""


class LayerBand(Struct, frozen=True):
    """Where a layer lies in the drawing: its top and bottom, and whether that is to scale."""

    layer: LayerData
    top: float
    bottom: float
    true: bool


class Frame(Struct, frozen=True):
    """The layout of a section: its bands from inside to outside and its edges."""

    bands: tuple[LayerBand, ...]
    left: float
    right: float
    top: float
    bottom: float
    scale: float

    @property
    def metre(self) -> float:
        """Points to the metre."""
        return POINTS_PER_METRE / self.scale

    def height_of(self, faces: tuple[float, ...], depth: float) -> float:
        """The y of ``depth`` [m] from the inner surface, given the layers' face depths."""
        for band, inner, outer in zip(self.bands, faces, faces[1:], strict=False):
            if depth <= outer + 1e-12:
                share = (depth - inner) / (outer - inner) if outer > inner else 1.0
                return band.bottom + (band.top - band.bottom) * share
        return self.top


def drawn_height(layer: LayerData, metre: float) -> float:
    """Points that a layer is drawn high at ``metre`` points to the metre."""
    if layer.kind == "roof-space":
        return SPACE_DRAWN
    return max(LEAST_DRAWN, layer.thickness * metre)


def best_scale(layers: tuple[LayerData, ...], room: float) -> float:
    """The n of the largest scale 1:n at which ``layers`` fit into ``room`` points."""
    for scale in SCALES:
        height = sum(drawn_height(x, POINTS_PER_METRE / scale) for x in layers)
        if height <= room:
            return float(scale)
    return float(SCALES[-1])
