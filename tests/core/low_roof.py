# SPDX-License-Identifier: GPL-3.0-or-later
"""A low roof of ten layers with a parapet, an outlet and a pipe."""

from typing import Any

from msgspec.structs import replace

from glacis.core.junctions.walls import USUAL_WALLS
from glacis.core.model.document import Project
from glacis.core.model.falls import Falls, Outlet, Parapet
from glacis.core.model.junctions import HandPiece
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, SolidLayer
from glacis.core.model.order import Order
from support import roof_project

WOOD = Framing(material="softwood-dense", width=0.05, spacing=0.6)
TWELVE = (
    SolidLayer(id="lining", material="gypsum-board", thickness=0.0125),
    AirLayer(id="grid", thickness=0.05, framing=WOOD),
    SolidLayer(id="deck", material="plywood", thickness=0.021),
    MembraneLayer(id="barrier", material="bitumen-aluminium-barrier"),
    SolidLayer(id="flat-board", material="eps-white", thickness=0.12),
    SolidLayer(id="taper-board", material="eps-white", thickness=0.1),
    SolidLayer(id="cover", material="gypsum-cover-board", thickness=0.0125),
    MembraneLayer(id="sheet", material="polyolefin-sheet"),
    MembraneLayer(id="fleece", material="protection-fleece"),
    SolidLayer(id="stones", material="gravel-ballast", thickness=0.05),
)
DRAINED = Falls(
    area="a", parapet=Parapet(), outlets=(Outlet(id="o", name="Outlet", at=(5.0, 2.5)),)
)


def twelve(**values: Any) -> Project:
    """The low roof with a parapet, an outlet and a pipe."""
    pipe = HandPiece(id="p", name="Vent", kind="pipe", area="a", at=(2.0, 2.0), size=0.1)
    roof = roof_project(*TWELVE, pitch=0.0)
    return replace(
        roof, falls=(DRAINED,), hand_pieces=(pipe,), walls=USUAL_WALLS[:1], order=Order(**values)
    )
