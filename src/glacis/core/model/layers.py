# SPDX-License-Identifier: GPL-3.0-or-later
"""Layers of an assembly, from inside to outside."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Ventilation = Literal["none", "slight", "well"]
HeatFlow = Literal["by-climate", "up", "horizontal", "down"]
RoofCovering = Literal["tiles", "sheeted", "low-emissivity", "boards-and-felt", "balance"]


PHYSICS = "by definition"
THICKEST_LAYER = 3.0
"""[m]; our judgement: deeper than any layer of a roof."""
LayerThickness = Annotated[float, Range("thickness", Quantity.THICKNESS, 1e-5, THICKEST_LAYER)]


class Framing(Node, frozen=True, kw_only=True):
    """A bridging member inside a layer.

    Attributes:
        material: id of the member's material.
        width: face width of one member [m], above 0 and below the spacing.
        spacing: centre to centre [m].
        allowance: added share of the area for trimmers, noggings and plates [-].
        aligned_with: id of another framed layer whose members run in line with these, so
            that the two overlap; empty where they cross independently.
        share: share of the area stated outright [-]; 0 where width and spacing give it.
        web: thickness of the web of a web-and-flange member [m]; 0 for a solid member.
        flange: depth of each of its two flanges [m].
    """

    material: str
    width: Annotated[float, Range("width of the members", Quantity.THICKNESS, 0.001, 10.0)]
    spacing: Annotated[float, Range("spacing of the members", Quantity.THICKNESS, 0.02, 10.0)]
    allowance: Annotated[float, Range("allowance for trimmers", Quantity.SHARE, 0.0, 0.5)] = 0.0
    aligned_with: str = ""
    share: Annotated[float, Range("share of the members", Quantity.SHARE, 0.0, 1.0, PHYSICS)] = 0.0
    web: float = 0.0
    flange: float = 0.0

    @property
    def fraction(self) -> float:
        """Share of the layer's area that the members take [-]."""
        stated = self.share or self.width / self.spacing
        return min(1.0, stated + self.allowance)

    @property
    def web_fraction(self) -> float:
        """Share of the area that the webs take [-]; 0 for solid members."""
        return min(self.fraction, self.web / self.spacing + self.allowance) if self.web else 0.0


class SolidLayer(Node, frozen=True, kw_only=True, tag_field="kind", tag="solid"):
    """A layer of material, with or without framing in it.

    Attributes:
        thickness: as installed [m].
        framing: members that bridge it.
        boards: how many boards or batts make up the thickness.
        staggered: whether the joints of one board lie off those of the next.
        settling: share of the installed thickness that a fill loses in time [-].
        sealed: whether the joints of its boards are taped or sealed, so that it stops air.
        counts: whether the R of soil, gravel or drainage is counted, which by itself it is not.
        product: id of what is laid piece by piece; empty where nobody chose it.
    """

    id: str
    material: str
    thickness: LayerThickness
    framing: Framing | None = None
    boards: Annotated[int, Range("boards", None, 1, 20)] = 1
    staggered: bool = False
    settling: Annotated[float, Range("settling", Quantity.SHARE, 0.0, 0.5)] = 0.0
    sealed: bool = False
    counts: bool = False
    product: str = ""


class MembraneLayer(Node, frozen=True, kw_only=True, tag_field="kind", tag="membrane"):
    """A thin sheet; its thickness and s_d come with its material.

    Attributes:
        product: id of what is laid strip by strip; empty where nobody chose it.
    """

    id: str
    material: str
    product: str = ""


class AirLayer(Node, frozen=True, kw_only=True, tag_field="kind", tag="air"):
    """An air layer.

    Attributes:
        thickness: depth of the air layer [m].
        ventilation: none, slight or well ventilated to the outside (ISO 6946:2017, 6.9).
        opening: free vent opening per metre of length or per square metre [m²/m], read
            where slightly ventilated, 0.0005 to 0.0015.
        emissivity_inside: hemispherical emissivity of the inner face [-].
        emissivity_outside: of the outer face [-].
        framing: battens or members that stand in the air layer.
    """

    id: str
    thickness: LayerThickness
    ventilation: Ventilation = "none"
    opening: Annotated[float, Range("vent opening", Quantity.OPENING, 0.0, 1.0)] = 0.001
    emissivity_inside: Annotated[float, Range("emissivity inside", None, 0.01, 1.0, PHYSICS)] = 0.9
    emissivity_outside: Annotated[float, Range("emissivity outside", None, 0.01, 1.0, PHYSICS)] = (
        0.9
    )
    framing: Framing | None = None


class RoofSpaceLayer(Node, frozen=True, kw_only=True, tag_field="kind", tag="roof-space"):
    """The ventilated space of a cold attic, with the roof above it counted in.

    Attributes:
        covering: which row of ISO 6946:2017 table 9 applies, or its own balance.
        height: mean height of the space [m], for the drawing and the balance.
        air_change: of the space with outside air [1/h], for the balance.
        roof_u: of the roof above the space [W/(m²·K)], for the balance.
        roof_ratio: area of that roof to the area of the ceiling [-], for the balance.
    """

    id: str
    covering: RoofCovering = "sheeted"
    height: Annotated[float, Range("height of the space", Quantity.LENGTH, 0.05, 20.0)] = 0.6
    air_change: Annotated[float, Range("air changes an hour", None, 0.0, 100.0)] = 3.0
    roof_u: Annotated[float, Range("U of the roof above", Quantity.TRANSMITTANCE, 0.05, 10.0)] = 3.5
    roof_ratio: Annotated[float, Range("ratio of the roof above", None, 1.0, 3.0)] = 1.15


Layer = SolidLayer | MembraneLayer | AirLayer | RoofSpaceLayer
