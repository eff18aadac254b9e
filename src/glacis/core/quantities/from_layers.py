# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the bill for the layers of one area, their members and battens."""

from collections.abc import Iterator
from math import ceil, cos, radians
from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.model.covering import DeckBoard, PanelProduct, ShingleStrip, Unit
from glacis.core.model.document import Material, RoofArea
from glacis.core.model.layers import Framing
from glacis.core.model.quantities import (
    BarForm,
    BoardForm,
    FillForm,
    LiquidForm,
    PieceForm,
    PourForm,
)
from glacis.core.quantities.amounts import coats_mass, loose_fill, wet_film
from glacis.core.quantities.counted import Counted, ground_on
from glacis.core.quantities.line import Line, Per, Places
from glacis.core.quantities.members import bay_boards, member_lines, pieces_of
from glacis.core.quantities.trade import Courses, Sold, Strips, Trade
from glacis.core.set_out.metal import MetalSheet, strips_over
from glacis.core.set_out.plane import RoofPlane

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.falls.taper import Taper
    from glacis.core.quantities.boards import BoardPlan
    from glacis.core.quantities.rolls import RollPlan
    from glacis.core.set_out.found import Placed

SEAM = 0.07
"""What a double standing seam takes of a strip's width beyond its cover [m]; our judgement: 35 mm up on each side."""
UP_THE_SLOPE, ALONG_EAVES = 90.0, 0.0
"""Directions of members [°], by definition of the plane's axes."""


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


def layer_lines(laid: AreaLaid) -> tuple[Line, ...]:
    """All lines of an area's layers."""
    found: list[Line] = []
    strongest = _main_insulation(laid.counted)
    for number, item in enumerate(laid.counted):
        found += _of_layer(laid, item)
        if item.frame is not None and item.how != "panels":
            found.append(_members(laid, item, inside=number < strongest))
    found += _battens(laid)
    return tuple(found)


def _main_insulation(items: tuple[Counted, ...]) -> int:
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


def _line(laid: AreaLaid, item: Counted, unit: str, **values: object) -> Line:
    layer, sold = item.layer, item.sold
    assumed: tuple[str, ...] = ()
    if sold is not None and sold.assumed and item.product is None:
        assumed = (f"sold as {sold_words(sold)}, assumed",)
    whole = {
        "id": f"{laid.area.id}/{layer.id}",
        "section": _section(layer),
        "name": layer.name,
        "key": item.product.id if item.product is not None else layer.material.id if layer.material else layer.missing,
        "material": layer.material.id if layer.material else "",
        "unit": unit,
        "places": Places((laid.area.id,), layer.id),
        "share": sold.spare if sold is not None else 0.0,
        "form": sold.form if sold is not None else None,
        "step": sold.step if sold is not None else "",
        "work": laid.plane.area,
        "assumed": assumed,
        **values,
    }  # fmt: skip
    return Line(**whole)  # type: ignore[arg-type]


def sold_words(sold: Sold) -> str:
    """How something is sold, in words."""
    form = sold.form
    if isinstance(form, BoardForm):
        return f"boards {form.length * 1000:.0f} x {form.width * 1000:.0f} mm"
    if isinstance(form, BarForm):
        return "bars of " + ", ".join(f"{length:g}" for length in form.lengths) + " m"
    if isinstance(form, FillForm):
        return f"bags of {form.bag:g} kg"
    if isinstance(form, PourForm):
        return f"loads of {form.load:g} m³"
    if isinstance(form, LiquidForm):
        return f"cans of {form.can:g} kg"
    if isinstance(form, Strips):
        return f"strips that cover {form.cover * 1000:.0f} mm"
    if isinstance(form, Courses):
        return f"pieces {form.length * 1000:.0f} x {form.width * 1000:.0f} mm"
    if isinstance(form, PieceForm):
        return "pieces"
    if hasattr(form, "side_lap"):
        return f"rolls {form.width:g} x {form.length:g} m"
    return "pieces"


def _of_layer(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    if item.why:
        yield _line(laid, item, "m2", why=item.why, step="", work=0.0)
        return
    makers = {
        "rolls": _rolls, "boards": _boards, "bays": _bays, "fill": _fill, "pour": _pour, "liquid": _liquid,
        "courses": _courses, "strips": _strips, "taper": _taper, "panels": _panels, "deck": _deck, "units": _units,
        "pieces": _units,
    }  # fmt: skip
    maker = makers.get(item.how)
    if maker is not None:
        yield from maker(laid, item)


def _material(item: Counted) -> Material:
    assert item.layer.material is not None
    return item.layer.material


def _share(item: Counted) -> float:
    """What members leave of the layer [-]."""
    frame = item.layer.frame
    return 1 - frame.solid_share if frame is not None else 1.0


def _rolls(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    plan = dict(laid.rolls)[item.layer.id]
    material, plies = _material(item), item.sold.plies if item.sold else 1
    thick = item.layer.thickness / plies
    how = (
        f"{plan.strips} strips at {plan.direction:.0f}°, {len(plan.pieces)} pieces, {plan.run.joints} end laps",
        f"{plan.side_seam:.1f} m of side laps, {plan.tees} T-joints, {plan.rolls} rolls; fewer than {plan.least_rolls} cannot do",
        *((f"{plies} plies",) if plies > 1 else ()),
    )  # fmt: skip
    yield _line(
        laid, item, "m2", net=plies * plan.net, lap=plies * (plan.lap + plan.turned_up), cut=plies * plan.cut,
        per=Per(1.0, thick, thick * material.density), how=how, rolls=plan, work=plies * plan.net,
    )  # fmt: skip


def _boards(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    plans = dict(laid.boards)[item.layer.id]
    layer, material = item.layer, _material(item)
    thick = layer.thickness / max(1, len(plans))
    bought = sum(plan.boards for plan in plans)
    size = plans[0].size
    pieces = sum(len(plan.cuts) - plan.whole for plan in plans)
    how = (
        f"{sum(plan.whole for plan in plans)} whole boards and {pieces} pieces from {sum(plan.nest.boards for plan in plans)} more",
        f"{bought} boards; fewer than {sum(plan.bound for plan in plans)} cannot do",
        *((f"{len(plans)} layers, joints half a board apart",) if len(plans) > 1 else ()),
    )  # fmt: skip
    net = sum(plan.net for plan in plans)
    yield _line(
        laid, item, "m2", net=net, cut=bought * size.length * size.width - net, per=Per(1.0, thick, thick * material.density),
        how=how, boards=plans, work=net,
    )  # fmt: skip


def _bays(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Batts between members, bay by bay."""
    frame, layer, material = item.frame, item.layer, _material(item)
    assert frame is not None
    form = item.sold.form if item.sold is not None else BoardForm()
    assert isinstance(form, BoardForm)
    lines = member_lines(ground_on(laid.plane), frame.spacing, UP_THE_SLOPE, frame.width)
    clear = frame.spacing - frame.width
    net = laid.plane.area * _share(item)
    boards = bay_boards(lines.lengths, clear, (form.length, form.width), form.least)
    boards = max(boards, ceil(net / (form.length * form.width) - 1e-9)) * layer.boards
    net *= layer.boards
    thick = layer.thickness / layer.boards
    yield _line(
        laid, item, "m2", net=net, cut=boards * form.length * form.width - net, per=Per(1.0, thick, thick * material.density),
        how=(f"{len(lines.lengths)} bays {clear * 1000:.0f} mm clear, {boards} batts, cut ends run on",), work=net,
    )  # fmt: skip


def _fill(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material = item.layer, _material(item)
    area = laid.plane.area
    depth = layer.thickness * (1 - layer.settling)
    members = area * depth * (1 - _share(item))
    wedge = _eaves_wedge(laid, item)
    found = loose_fill(area, depth, material.density, layer.settling, members + wedge)
    how = [f"{found.settled:.1f} m³ settled at {material.density:g} kg/m³, {found.by_area:.1f} kg/m²: check it on site"]
    if layer.settling:
        how.append(f"blow {found.blown * 1000:.0f} mm for {depth * 1000:.0f} mm settled")
    if wedge:
        how.append(f"{wedge:.2f} m³ less at the eaves")
    step, work = item.sold.step if item.sold else "", area
    if step == "sprayed foam per 25 mm":
        work = area * layer.thickness / 0.025
    density = material.density
    yield _line(
        laid, item, "kg", net=found.mass, per=Per(1 / (density * depth), 1 / density, 1.0), how=tuple(how), work=work,
    )  # fmt: skip


def _eaves_wedge(laid: AreaLaid, item: Counted) -> float:
    """Volume that the squeezed strip at the eaves does not take [m³]."""
    area = laid.area
    if not area.eaves_width or item is not laid.counted[_main_insulation(laid.counted)]:
        return 0.0
    left, right = laid.plane.eaves
    less = max(0.0, item.layer.thickness - area.eaves_thickness)
    return (right - left) * area.eaves_width / cos(radians(area.pitch)) * less


def _pour(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material = item.layer, _material(item)
    form = item.sold.form if item.sold is not None else PourForm()
    assert isinstance(form, PourForm)
    volume = laid.plane.area * layer.thickness * _share(item)
    how = (f"{laid.plane.area:.1f} m² x {layer.thickness * 1000:.0f} mm",)
    if form.compaction > 1:
        how += (f"pressed together to 1/{form.compaction:g}",)
    yield _line(
        laid, item, "m3", net=volume, lap=volume * (form.compaction - 1),
        per=Per(1 / layer.thickness, 1.0, material.density), how=how,
    )  # fmt: skip


def _liquid(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material = item.layer, _material(item)
    form = item.sold.form if item.sold is not None else LiquidForm()
    assert isinstance(form, LiquidForm)
    area = laid.plane.area
    if form.smooth > 0:
        rough = any(other.layer.hatch == "concrete" for other in laid.counted)
        by_coat = form.rough if rough else form.smooth
        mass = coats_mass(area, by_coat, form.coats, form.both_faces)
        faces = ", both faces" if form.both_faces else ""
        how = (f"{form.coats} coats of {by_coat:g} kg/m²{faces}",)
    else:
        by_area = wet_film(layer.thickness, material.density, form.solids)
        mass = area * by_area
        how = (f"dry film of {layer.thickness * 1000:.1f} mm at {form.solids * 100:.0f} % solids: {by_area:.2f} kg/m²",)
    lies = layer.thickness * material.density / (mass / area)
    per = Per(area / mass, layer.thickness * area / mass, lies)
    yield _line(laid, item, "kg", net=mass, per=per, how=how, work=area * form.coats)


def _courses(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    product, placed = item.product, laid.placed
    assert isinstance(product, Unit)
    layer, material = item.layer, _material(item)
    laid_so = placed.covered.laid if placed is not None and placed.covered is not None else None
    mass = getattr(product, "mass", 0.0)
    if laid_so is None or placed is None or placed.covered is None or placed.covered.product.id != product.id:
        yield from _by_area(laid, item, mass)
        return
    count = len(laid_so.course)
    courses = len(placed.covered.courses)
    mass = mass or laid.plane.area * layer.mass / count
    yield _line(
        laid, item, "item", net=float(count), form=PieceForm(), key=product.id, name=product.name,
        per=Per(laid.plane.area / count, mass / material.density, mass),
        how=(f"{courses} courses as set out: {laid_so.whole} whole, {laid_so.cuts} cut, {laid_so.wide} from wide ones",),
    )  # fmt: skip


def _by_area(laid: AreaLaid, item: Counted, mass: float) -> Iterator[Line]:
    product, material = item.product, _material(item)
    each = _each_covers(product)
    count = ceil(laid.plane.area / each - 1e-9)
    mass = mass or item.layer.mass * each
    yield _line(
        laid, item, "item", net=float(count), form=PieceForm(), per=Per(each, mass / material.density, mass),
        how=(f"{laid.plane.area:.1f} m² by {each * 10000:.0f} cm² each",),
        assumed=("not laid out: state its set-out, and pieces are counted one by one",),
    )  # fmt: skip


def _each_covers(product: object) -> float:
    """What one piece shows [m²]."""
    if isinstance(product, ShingleStrip):
        return product.width * product.exposure
    if hasattr(product, "lap"):
        return product.width * (product.length - product.lap) / 2
    cover = (product.cover_least + product.cover_most) / 2  # type: ignore[attr-defined]
    gauge = product.length - (product.headlap_least + product.headlap_most) / 2  # type: ignore[attr-defined]
    return float(cover * gauge)


def _units(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Small pieces nobody chose a product for: by area, laps as the material states them."""
    form = item.sold.form if item.sold is not None else None
    material = _material(item)
    size = form.length * form.width if isinstance(form, Courses) else 1.0
    count = ceil(laid.plane.area * material.laps / size - 1e-9)
    mass = item.layer.mass * laid.plane.area / count
    yield _line(
        laid, item, "item", net=float(count), form=PieceForm(),
        per=Per(laid.plane.area / count, mass / material.density, mass),
        how=(f"{laid.plane.area:.1f} m², {material.laps:g} deep",),
        assumed=("not laid out: choose a product in Set-out, and pieces are counted one by one",),
    )  # fmt: skip


def _strips(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material, placed = item.layer, _material(item), laid.placed
    thick = layer.thickness
    if placed is not None and placed.sheeted is not None:
        sheeted = placed.sheeted
        product = sheeted.product
        girth = product.coil_width or product.cover + SEAM
        strips, cover, thick = sheeted.strips, product.cover, product.thickness
        assumed: tuple[str, ...] = ()
        coil = sheeted.shared
        more = (f"{sheeted.coil:.0f} m on a coil",) if coil is not None and sheeted.coil else ()
    else:
        form = item.sold.form if item.sold is not None else Strips(0.53)
        cover = form.cover if isinstance(form, Strips) else 0.53
        girth, more = cover + SEAM, ()
        strips = strips_over(laid.plane, MetalSheet(cover))
        assumed = (f"strips that cover {cover * 1000:.0f} mm, assumed: choose a product in Set-out",)
    metres = sum(strip.length * strip.pieces for strip in strips)
    seams = metres * (girth - cover)
    cut = max(0.0, metres * cover - laid.plane.area)
    how = (
        f"{len(strips)} strips {cover * 1000:.0f} mm wide, {metres:.1f} m, from {girth * 1000:.0f} mm",
        *more,
    )
    yield _line(
        laid, item, "m2", net=laid.plane.area, lap=seams, cut=cut, form=PieceForm(), how=how, assumed=assumed,
        per=Per(1.0, thick, thick * material.density, 1 / girth),
    )  # fmt: skip


def _taper(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material, taper = item.layer, _material(item), laid.taper
    if laid.layout is not None and laid.layout.kinds:
        yield from _tapered_boards(laid, item)
        return
    mean = taper.spread.mean if taper is not None else layer.thickness
    volume = laid.plane.area * mean
    how = (f"{laid.plane.area:.1f} m² x {mean * 1000:.0f} mm in the mean, as Falls has it",)
    if laid.layout is not None:
        how += ("no board of the set makes these falls: counted by its volume",)
    form = item.sold.form if item.sold is not None else None
    if isinstance(form, FillForm):
        mass = volume * material.density
        per = Per(1 / (material.density * mean), 1 / material.density, 1.0)
        yield _line(laid, item, "kg", net=mass, per=per, how=how, work=volume / 0.025)
        return
    compaction = form.compaction if isinstance(form, PourForm) else 1.0
    pour = form if isinstance(form, PourForm) else PourForm()
    yield _line(
        laid, item, "m3", net=volume, lap=volume * (compaction - 1), per=Per(1 / mean, 1.0, material.density), how=how,
        form=pour,
    )  # fmt: skip


def _tapered_boards(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Boards by mark as Falls cuts them, and the flat packers below them."""
    material, layout = _material(item), laid.layout
    assert layout is not None
    size = laid.board[0] * laid.board[1]
    board = BoardForm(length=laid.board[0], width=laid.board[1], stagger=0.0, least=0.0)
    for kind in layout.kinds:
        thin, thick = (float(word) / 1000 for word in kind.mark.split(">"))
        mean = (thin + thick) / 2
        yield _line(
            laid, item, "m2", id=f"{laid.area.id}/{item.layer.id}/{kind.mark}", name=f"{item.layer.name}, tapered {kind.mark} mm",
            key=f"{material.id} {kind.mark}", net=kind.area, cut=kind.count * size - kind.area,
            per=Per(1.0, mean, mean * material.density), form=board,
            how=(f"{kind.whole} whole and {kind.pieces} pieces from {kind.count - kind.whole} more, as Falls cuts them",),
            step="tapered insulation", work=kind.area, share=0.0,
        )  # fmt: skip
    for layer in layout.packers:
        yield _line(
            laid, item, "m2", id=f"{laid.area.id}/{item.layer.id}/packers-{layer.number}", key=f"{material.id} {layer.thickness * 1000:.0f}",
            name=f"{item.layer.name}, flat {layer.thickness * 1000:.0f} mm", net=layer.area,
            cut=layer.count * size - layer.area, form=board, share=0.0, work=layer.area,
            per=Per(1.0, layer.thickness, layer.thickness * material.density),
            how=(f"{layer.count} flat boards under the tapered ones",), step="flat insulation one layer loose or fixed",
        )  # fmt: skip
    flat = laid.taper.spread.mean if laid.taper is not None else 0.0
    made = sum(kind.area * sum(map(float, kind.mark.split(">"))) / 2000 for kind in layout.kinds)
    made += sum(layer.area * layer.thickness for layer in layout.packers)
    rest = flat - made / laid.plane.area if laid.plane.area else 0.0
    if rest > 0.005:
        yield _line(
            laid, item, "m2", id=f"{laid.area.id}/{item.layer.id}/base", name=f"{item.layer.name}, flat base",
            net=laid.plane.area, per=Per(1.0, rest, rest * material.density), form=PieceForm(), share=0.0,
            key=f"{material.id} flat base", how=(f"{rest * 1000:.0f} mm under the boards that fall, by the mean thickness that Falls has",),
            step="flat insulation one layer loose or fixed",
        )  # fmt: skip


def _panels(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    product, placed = item.product, laid.placed
    assert isinstance(product, PanelProduct)
    size = product.width * product.length
    if placed is not None and placed.panelled is not None:
        count = placed.panelled.row.n * placed.panelled.rows
        how, assumed = (f"{placed.panelled.rows} rows of {placed.panelled.row.n}, as set out",), ()
    else:
        count = ceil(laid.plane.area / size - 1e-9)
        how, assumed = (f"{laid.plane.area:.1f} m² by {size:.2f} m² each",), ("not set out",)
    mass = product.mass or item.layer.mass * size
    yield _line(
        laid, item, "item", net=float(count), form=PieceForm(), per=Per(size, size * product.thickness, mass), how=how,
        assumed=assumed, step="structural or foam-core panels",
    )  # fmt: skip


def _deck(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    product, placed = item.product, laid.placed
    assert isinstance(product, DeckBoard)
    size = product.length * product.width
    area = laid.plane.area
    decked = placed.decked if placed is not None else None
    count = decked.bought if decked is not None else ceil(area / size - 1e-9)
    how = (
        (f"{len(decked.sheets)} sheets laid, {count} bought, as set out",)
        if decked is not None
        else (f"{area:.1f} m² by {size:.2f} m² each",)
    )
    density = _material(item).density
    mass = product.mass / size if product.mass else item.layer.thickness * density
    yield _line(
        laid, item, "m2", net=area, cut=max(0.0, count * size - area), how=how, per=Per(1.0, item.layer.thickness, mass),
        form=BoardForm(length=product.length, width=product.width, stagger=0.0, least=0.0),
        assumed=() if decked is not None else ("not set out",), step="cover board",
    )  # fmt: skip


def _members(laid: AreaLaid, item: Counted, *, inside: bool) -> Line:
    """Members of a layer as runs cut from bars."""
    frame = item.frame
    assert frame is not None
    air = item.layer.kind == "air"
    direction = ALONG_EAVES if air and inside else UP_THE_SLOPE
    sold = laid.trade.kind("members")
    assert isinstance(sold.form, BarForm)
    lines = member_lines(ground_on(laid.plane), frame.spacing, direction, frame.width)
    support = 0.0 if direction == UP_THE_SLOPE else _rafters(laid)
    pieces = pieces_of(lines.lengths, sold.form.lengths, support)
    depth = item.layer.thickness
    data = item.layer.frame
    density = data.density if data is not None else 500.0
    metres = lines.metres
    extra = metres * frame.allowance * frame.spacing / frame.width if frame.allowance else 0.0
    section = frame.width * depth
    if data is not None and data.web is not None:
        section = data.solid_share * frame.spacing * depth
    how = (
        f"{len(lines.lengths)} runs at {frame.spacing * 1000:.0f} mm {'along the eaves' if direction == ALONG_EAVES else 'up the slope'}",
        f"{frame.width * 1000:.0f} x {depth * 1000:.0f} mm",
        *((f"{extra:.1f} m of trimmers, noggings and plates by their stated share",) if extra else ()),
    )  # fmt: skip
    return Line(
        f"{laid.area.id}/{item.layer.id}#members", "Members and battens", _member_name(item, frame),
        f"{frame.material} {frame.width * 1000:.0f} x {depth * 1000:.0f}", "m",
        Places((laid.area.id,), item.layer.id), net=metres + extra, share=sold.spare,
        per=Per(frame.width, section, section * density, 1.0), form=sold.form, how=how,
        assumed=(f"sold as {sold_words(sold)}, assumed",) if sold.assumed else (), step=sold.step, work=metres + extra,
        pieces=pieces, material=frame.material,
    )  # fmt: skip


def _rafters(laid: AreaLaid) -> float:
    deep = [item.frame.spacing for item in laid.counted if item.frame and item.layer.thickness >= 0.08]
    return deep[-1] if deep else 0.0


def _member_name(item: Counted, frame: Framing) -> str:
    size = f"{frame.width * 1000:.0f} x {item.layer.thickness * 1000:.0f} mm"
    return f"{'battens' if item.layer.kind == 'air' else 'members'} {size}"


def _battens(laid: AreaLaid) -> Iterator[Line]:
    """Battens that a covering in courses hangs on or is nailed to, as set out."""
    placed = laid.placed
    covered = placed.covered if placed is not None else None
    if placed is None or covered is None or isinstance(covered.product, ShingleStrip):
        return
    import shapely

    from glacis.core.set_out.laying import shape_of

    shape = shape_of(placed.plane)
    west, _, east, _ = shape.bounds
    rows = shapely.linestrings([[(west - 1, c.s), (east + 1, c.s)] for c in covered.courses])
    met = shapely.get_parts(shapely.intersection(shape, rows))
    lengths = tuple(round(float(part.length), 6) for part in met if part.length > 0.05)
    sold = laid.trade.kind("battens")
    assert isinstance(sold.form, BarForm)
    layer = next((item.layer.id for item in laid.counted if item.how == "courses"), "")
    pieces = pieces_of(lengths, sold.form.lengths, _rafters(laid))
    section = 0.05 * 0.025
    yield Line(
        f"{laid.area.id}/{layer}#battens", "Members and battens", "battens of the covering", "battens", "m",
        Places((laid.area.id,), layer), net=sum(lengths), share=sold.spare, per=Per(0.05, section, section * 450, 1.0),
        form=sold.form, how=(f"{len(covered.courses)} courses as set out, {len(lengths)} runs",),
        assumed=("50 x 25 mm softwood, assumed", f"sold as {sold_words(sold)}, assumed"), step="battens",
        work=sum(lengths), pieces=pieces, material="softwood",
    )  # fmt: skip


