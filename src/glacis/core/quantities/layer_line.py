# SPDX-License-Identifier: GPL-3.0-or-later
"""What makes a line of one layer: the area it lies on, how it is sold, and its usual words."""

from typing import TYPE_CHECKING, Any, TypeVar

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import Material, RoofArea
from glacis.core.model.quantities import (
    BarForm,
    BoardForm,
    FillForm,
    LiquidForm,
    PourForm,
    RollForm,
    Unit,
)
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.line import Line, Places
from glacis.core.quantities.measures import kg, m, m3, t
from glacis.core.quantities.trade import Courses, Sold, Strips, Trade
from glacis.core.set_out.plane import RoofPlane

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.falls.taper import Taper
    from glacis.core.quantities.boards import BoardPlan
    from glacis.core.quantities.rolls import RollPlan
    from glacis.core.set_out.found import Placed

AsSold = TypeVar("AsSold")


class AreaLaid(Struct, frozen=True):
    """What lines of an area follow from.

    Attributes:
        area: the roof area.
        plane: as one sees it from its eaves.
        counted: its layers, inside to outside.
        stated: kinds of the document's layers that are air, by id.
        trade: how things are sold.
        rolls: layouts by layer.
        boards: layouts by layer, one for each layer of boards.
        placed: by Set-out; None where nothing is stated there.
        taper: the layer that makes the falls; None for none.
        layout: tapered boards; None likewise.
        board: length and width of one of them [m].
    """

    area: RoofArea
    plane: RoofPlane
    counted: tuple[Counted, ...]
    trade: Trade
    rolls: "tuple[tuple[str, RollPlan], ...]" = ()
    boards: "tuple[tuple[str, tuple[BoardPlan, ...]], ...]" = ()
    placed: "Placed | None" = None
    taper: "Taper | None" = None
    layout: "Layout | None" = None
    board: tuple[float, float] = (1.2, 0.6)


def main_insulation(items: tuple[Counted, ...]) -> int:
    """Number of the layer that insulates most; how many layers there are where none does."""
    insulating = [k for k, item in enumerate(items) if item.layer.is_insulation]
    return max(insulating, key=lambda k: items[k].layer.resistance) if insulating else len(items)


def _section(layer: LayerData) -> str:
    if layer.is_insulation:
        return "Insulation"
    if layer.has_role("covering"):
        return "Covering"
    if layer.has_role("deck") or layer.has_role("structure"):
        return "Structure and deck"
    return "Layers"


def layer_line(laid: AreaLaid, item: Counted, unit: Unit, **values: Any) -> Line:
    """A line of a layer: its usual words and keys, with what the caller knows better in their place."""
    layer, sold = item.layer, item.sold
    assumed: tuple[str, ...] = ()
    if sold is not None and sold.assumed and item.product is None:
        assumed = (f"sold as {sold_words(sold)}, assumed",)
    material = layer.material.id if layer.material is not None else ""
    usual: dict[str, Any] = {
        "id": f"{laid.area.id}/{layer.id}",
        "section": _section(layer),
        "name": layer.name,
        "key": item.product.id if item.product is not None else material or layer.missing,
        "material": material,
        "unit": unit,
        "places": Places((laid.area.id,), layer.id),
        "share": sold.spare if sold is not None else 0.0,
        "form": sold.form if sold is not None else None,
        "step": sold.step if sold is not None else "",
        "work": laid.plane.area,
        "assumed": assumed,
    }
    return Line(**{**usual, **values})


def sold_words(sold: Sold) -> str:
    """How something is sold, in words."""
    form = sold.form
    if isinstance(form, RollForm):
        return f"rolls {t(form.width)} × {m(form.length)}"
    if isinstance(form, BoardForm):
        return f"boards {t(form.length)} × {t(form.width)}"
    if isinstance(form, BarForm):
        return "bars of " + ", ".join(m(length) for length in form.lengths)
    if isinstance(form, Courses):
        return f"pieces {t(form.length)} × {t(form.width)}"
    return _loose_words(form)


def _loose_words(form: object) -> str:
    if isinstance(form, FillForm):
        return f"bags of {kg(form.bag)}"
    if isinstance(form, PourForm):
        return f"loads of {m3(form.load)}"
    if isinstance(form, LiquidForm):
        return f"cans of {kg(form.can)}"
    if isinstance(form, Strips):
        return f"strips that cover {t(form.cover)}"
    return "pieces"


def material_of(item: Counted) -> Material:
    """Material of a layer that is counted.

    Raises:
        ValueRefused: where nobody knows it.
    """
    if item.layer.material is None:
        raise ValueRefused("material", item.layer.missing or "none", "one that is known")
    return item.layer.material


def sold_as(item: Counted, kind: type[AsSold]) -> AsSold:
    """How a layer is sold, where that is of this kind; else as this kind is usually sold."""
    form = item.sold.form if item.sold is not None else None
    return form if isinstance(form, kind) else kind()


def open_share(item: Counted) -> float:
    """What members leave of the layer [-]."""
    frame = item.layer.frame
    return 1 - frame.solid_share if frame is not None else 1.0
