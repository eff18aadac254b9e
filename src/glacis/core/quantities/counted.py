# SPDX-License-Identifier: GPL-3.0-or-later
"""How each layer of an area is counted: laid out as rolls or boards, bay by bay, poured, blown, by the piece."""

from typing import Literal

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.model.covering import (
    DeckBoard,
    PanelProduct,
    Product,
    RollProduct,
    SheetProduct,
    Unit,
)
from glacis.core.model.document import RoofArea
from glacis.core.model.layers import Framing, Layer
from glacis.core.model.quantities import (
    BoardForm,
    FillForm,
    LiquidForm,
    PieceForm,
    PourForm,
    RollForm,
)
from glacis.core.quantities.surface import Ground
from glacis.core.quantities.trade import Courses, Sold, Trade
from glacis.core.set_out.plane import RoofPlane
from glacis.core.set_out.plane import plane_of as seen_from_eaves
from glacis.core.shape.edges import Edge

How = Literal[
    "rolls",
    "boards",
    "bays",
    "fill",
    "pour",
    "liquid",
    "courses",
    "strips",
    "taper",
    "panels",
    "deck",
    "pieces",
    "none",
    "units",
]
SKIN = "it comes with the panel"
"""Why nobody buys a board that is part of a panel."""
TURNED_UP = ("parapet", "abutment")
"""Kinds of edge at which air and vapour layers are turned up; by common practice."""


class Counted(Struct, frozen=True):
    """How one layer is counted.

    Attributes:
        layer: in numbers.
        how: it is counted.
        sold: as sold; None for air.
        product: that is laid; None where nobody chose one.
        frame: members that stand in it; None for none.
        why: nothing is bought; empty otherwise.
    """

    layer: LayerData
    how: How
    sold: Sold | None = None
    product: Product | None = None
    frame: Framing | None = None
    why: str = ""


def counted(
    layers: tuple[LayerData, ...], stated: tuple[Layer, ...], products: dict[str, Product], trade: Trade, taper: str
) -> tuple[Counted, ...]:  # fmt: skip
    """How every layer is counted, inside to outside.

    Args:
        layers: in numbers.
        stated: as the document has them.
        products: that layers are laid of, by the layer's id.
        trade: how things are sold.
        taper: id of the layer that makes the falls; empty for none.
    """
    found = [
        _counted(layer, said, products.get(layer.id), trade, taper)
        for layer, said in zip(layers, stated, strict=True)
    ]
    return tuple(
        Counted(item.layer, "none", item.sold, why=SKIN) if _is_skin(number, found) else item
        for number, item in enumerate(found)
    )


def _is_skin(number: int, items: list[Counted]) -> bool:
    """Whether a wooden board comes glued to the panel it lies against."""
    material = items[number].layer.material
    if material is None or material.family != "wood-board" or items[number].product is not None:
        return False
    return any(
        item.how == "panels"
        for item in (*items[max(0, number - 1) : number], *items[number + 1 : number + 2])
    )


def _counted(
    layer: LayerData, said: Layer, product: Product | None, trade: Trade, taper: str
) -> Counted:
    frame = getattr(said, "framing", None)
    if layer.kind in ("air", "roof-space"):
        why = "" if frame is not None else "air"
        return Counted(layer, "none", frame=frame, why=why)
    if layer.material is None:
        return Counted(layer, "none", frame=frame, why=f"nobody knows “{layer.missing}”")
    sold = trade.of(layer.material, product.id if product is not None else "")
    return Counted(layer, _how(layer, sold, product, frame, taper), sold, product, frame)


def _how(
    layer: LayerData, sold: Sold, product: Product | None, frame: Framing | None, taper: str
) -> How:
    if layer.id == taper:
        return "taper"
    if isinstance(product, Unit):
        return "courses"
    if isinstance(product, SheetProduct):
        return "strips"
    if isinstance(product, PanelProduct):
        return "panels"
    if isinstance(product, DeckBoard):
        return "deck"
    if isinstance(product, RollProduct):
        return "rolls"
    form = sold.form
    if isinstance(form, BoardForm):
        return "bays" if frame is not None else "boards"
    for kind, how in (
        (RollForm, "rolls"), (FillForm, "fill"), (PourForm, "pour"), (LiquidForm, "liquid"), (PieceForm, "pieces"),
        (Courses, "units"),
    ):  # fmt: skip
        if isinstance(form, kind):
            return how  # type: ignore[return-value]
    return "strips"


def ground_of(area: RoofArea, edges: tuple[Edge, ...] = (), up: float = 0.0) -> Ground:
    """The plane of an area as one sees it from its eaves, with what is turned up at its walls and parapets.

    Args:
        area: the roof area.
        edges: of the area in space; read only where something is turned up.
        up: turned up there [m].
    """
    plane = seen_from_eaves(area)
    return ground_on(plane, _ups(area, edges, up) if up > 0 else ())


def ground_on(plane: RoofPlane, ups: tuple[float, ...] = ()) -> Ground:
    """A plane seen from its eaves as something is laid on it."""
    return Ground(plane.outline, tuple(ring for _, ring in plane.holes), ups)


def _ups(area: RoofArea, edges: tuple[Edge, ...], up: float) -> tuple[float, ...]:
    walls = [edge for edge in edges if edge.kind in TURNED_UP and edge.area == area.id]
    found = []
    ring = area.outline
    for a, b in zip(ring, ring[1:] + ring[:1], strict=True):
        middle = (a[0] + b[0]) / 2, (a[1] + b[1]) / 2
        found.append(up if any(_on(middle, edge) for edge in walls) else 0.0)
    return tuple(found)


def _on(point: tuple[float, float], edge: Edge) -> bool:
    from glacis.core.model.outlines import distance

    return distance(point, edge.start[:2], edge.end[:2]) < 1e-3


def roll_form(item: Counted, pitch: float) -> RollForm:
    """A sheet as it is rolled out here: a chosen product laps by the pitch."""
    product = item.product
    if isinstance(product, RollProduct):
        return RollForm(
            width=product.width,
            length=product.length,
            side_lap=product.headlap(pitch),
            end_lap=product.side_lap,
        )
    form = item.sold.form if item.sold is not None else None
    return form if isinstance(form, RollForm) else RollForm()
