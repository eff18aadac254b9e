# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of what sheds the water: pieces in courses, strips of metal, panels, and the deck sheets under them."""

from collections.abc import Iterator
from math import ceil

from glacis.core.model.covering import (
    DeckBoard,
    PanelProduct,
    Product,
    ShingleStrip,
    SlatePiece,
    Tile,
    Unit,
)
from glacis.core.model.quantities import BoardForm, PieceForm
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.layer_line import AreaLaid, layer_line, material_of
from glacis.core.quantities.line import Line, Per
from glacis.core.quantities.measures import m, m2, measure, t
from glacis.core.quantities.trade import Courses, Strips
from glacis.core.set_out.metal import MetalSheet, strips_over
from glacis.core.units.quantities import Quantity

SEAM = 0.07
"""What a double standing seam takes of a strip's width beyond its cover [m]; our judgement: 35 mm up on each side."""


def courses(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Pieces as Set-out lays them, else by what each covers."""
    product, placed = item.product, laid.placed
    if not isinstance(product, Unit):
        return
    layer, material = item.layer, material_of(item)
    laid_so = placed.covered.laid if placed is not None and placed.covered is not None else None
    mass = getattr(product, "mass", 0.0)
    if (
        laid_so is None
        or placed is None
        or placed.covered is None
        or placed.covered.product.id != product.id
    ):
        yield from _by_area(laid, item, mass)
        return
    count = len(laid_so.course)
    rows = len(placed.covered.courses)
    mass = mass or laid.plane.area * layer.mass / count
    yield layer_line(
        laid,
        item,
        "item",
        net=float(count),
        form=PieceForm(),
        key=product.id,
        name=product.name,
        per=Per(laid.plane.area / count, mass / material.density, mass),
        how=(
            f"{rows} courses as set out: {laid_so.whole} whole, {laid_so.cuts} cut, {laid_so.wide} from wide ones",
        ),
    )


def _by_area(laid: AreaLaid, item: Counted, mass: float) -> Iterator[Line]:
    product, material = item.product, material_of(item)
    each = _each_covers(product)
    count = ceil(laid.plane.area / each - 1e-9)
    mass = mass or item.layer.mass * each
    yield layer_line(
        laid, item, "item", net=float(count), form=PieceForm(), per=Per(each, mass / material.density, mass),
        how=(f"{m2(laid.plane.area)}, {measure(each, Quantity.VENT_AREA)} each",),
        assumed=("not laid out: state its set-out, and pieces are counted one by one",),
    )  # fmt: skip


def _each_covers(product: Product | None) -> float:
    """What one piece shows [m²]."""
    if isinstance(product, ShingleStrip):
        return product.width * product.exposure
    if isinstance(product, SlatePiece):
        return product.width * (product.length - product.lap) / 2
    if isinstance(product, Tile):
        cover = (product.cover_least + product.cover_most) / 2
        return cover * (product.length - (product.headlap_least + product.headlap_most) / 2)
    return 1.0


def units(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Small pieces nobody chose a product for: by area, laps as the material states them."""
    form = item.sold.form if item.sold is not None else None
    material = material_of(item)
    size = form.length * form.width if isinstance(form, Courses) else 1.0
    count = ceil(laid.plane.area * material.laps / size - 1e-9)
    mass = item.layer.mass * laid.plane.area / count
    yield layer_line(
        laid, item, "item", net=float(count), form=PieceForm(),
        per=Per(laid.plane.area / count, mass / material.density, mass),
        how=(f"{m2(laid.plane.area)}, {material.laps:g} deep",),
        assumed=("not laid out: choose a product in Set-out, and pieces are counted one by one",),
    )  # fmt: skip


def strips(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Metal in strips up the slope."""
    layer, material, placed = item.layer, material_of(item), laid.placed
    thick = layer.thickness
    if placed is not None and placed.sheeted is not None:
        sheeted = placed.sheeted
        product = sheeted.product
        girth = product.coil_width or product.cover + SEAM
        strips, cover, thick = sheeted.strips, product.cover, product.thickness
        assumed: tuple[str, ...] = ()
        coil = sheeted.shared
        more = (f"{m(sheeted.coil)} on a coil",) if coil is not None and sheeted.coil else ()
    else:
        form = item.sold.form if item.sold is not None else Strips(0.53)
        cover = form.cover if isinstance(form, Strips) else 0.53
        girth, more = cover + SEAM, ()
        strips = strips_over(laid.plane, MetalSheet(cover))
        assumed = (f"strips that cover {t(cover)}, assumed: choose a product in Set-out",)
    metres = sum(strip.length * strip.pieces for strip in strips)
    seams = metres * (girth - cover)
    cut = max(0.0, metres * cover - laid.plane.area)
    how = (
        f"{len(strips)} strips {t(cover)} wide, {m(metres)}, from {t(girth)}",
        *more,
    )
    yield layer_line(
        laid, item, "m2", net=laid.plane.area, lap=seams, cut=cut, form=PieceForm(), how=how, assumed=assumed,
        per=Per(1.0, thick, thick * material.density, 1 / girth),
    )  # fmt: skip


def panels(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Panels as Set-out places them, else by area."""
    product, placed = item.product, laid.placed
    if not isinstance(product, PanelProduct):
        return
    assumed: tuple[str, ...] = ()
    size = product.width * product.length
    if placed is not None and placed.panelled is not None:
        count = placed.panelled.row.n * placed.panelled.rows
        how = (f"{placed.panelled.rows} rows of {placed.panelled.row.n}, as set out",)
    else:
        count = ceil(laid.plane.area / size - 1e-9)
        how, assumed = (f"{m2(laid.plane.area)} by {m2(size)} each",), ("not set out",)
    mass = product.mass or item.layer.mass * size
    yield layer_line(
        laid, item, "item", net=float(count), form=PieceForm(), per=Per(size, size * product.thickness, mass), how=how,
        assumed=assumed, step="structural or foam-core panels",
    )  # fmt: skip


def deck(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Deck sheets as Set-out places them, else by area."""
    product, placed = item.product, laid.placed
    if not isinstance(product, DeckBoard):
        return
    size = product.length * product.width
    area = laid.plane.area
    decked = placed.decked if placed is not None else None
    count = decked.bought if decked is not None else ceil(area / size - 1e-9)
    how = (
        (f"{len(decked.sheets)} sheets laid, {count} bought, as set out",)
        if decked is not None
        else (f"{m2(area)} by {m2(size)} each",)
    )
    density = material_of(item).density
    mass = product.mass / size if product.mass else item.layer.thickness * density
    yield layer_line(
        laid,
        item,
        "m2",
        net=area,
        cut=max(0.0, count * size - area),
        how=how,
        per=Per(1.0, item.layer.thickness, mass),
        form=BoardForm(length=product.length, width=product.width, stagger=0.0, least=0.0),
        assumed=() if decked is not None else ("not set out",),
        step="cover board",
    )
