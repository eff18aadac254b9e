# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the bill for the layers of one area, their members and battens."""

from collections.abc import Callable, Iterator
from math import ceil, cos, radians

from glacis.core.model.quantities import BoardForm, LiquidForm, PourForm
from glacis.core.quantities.amounts import coats_mass, loose_fill, wet_film
from glacis.core.quantities.counted import Counted, How, ground_on
from glacis.core.quantities.from_coverings import courses, deck, panels, strips, units
from glacis.core.quantities.from_members import battens, members
from glacis.core.quantities.from_taper import taper
from glacis.core.quantities.layer_line import (
    AreaLaid,
    layer_line,
    main_insulation,
    material_of,
    open_share,
    sold_as,
)
from glacis.core.quantities.line import Line, Per
from glacis.core.quantities.measures import kg_m2, m, m2, m3, measure, t
from glacis.core.quantities.members import UP_THE_SLOPE, bay_boards, member_lines
from glacis.core.units.quantities import Quantity


def layer_lines(laid: AreaLaid) -> tuple[Line, ...]:
    """All lines of an area's layers."""
    found: list[Line] = []
    strongest = main_insulation(laid.counted)
    for number, item in enumerate(laid.counted):
        found += _of_layer(laid, item)
        if item.frame is not None and item.how != "panels":
            found.append(members(laid, item, item.frame, inside=number < strongest))
    found += battens(laid)
    return tuple(found)


def _of_layer(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    if item.why:
        yield layer_line(laid, item, "m2", why=item.why, step="", work=0.0)
    elif item.how in MAKERS:
        yield from MAKERS[item.how](laid, item)


def _rolls(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    plan = dict(laid.rolls)[item.layer.id]
    material, plies = material_of(item), item.sold.plies if item.sold else 1
    thick = item.layer.thickness / plies
    how = (
        f"{plan.strips} strips at {plan.direction:.0f}°, {len(plan.pieces)} pieces, {plan.run.joints} end laps",
        f"{m(plan.side_seam)} of side laps, {plan.tees} T-joints, {plan.rolls} rolls; fewer than "
        f"{plan.least_rolls} cannot do",
        *((f"{plies} plies",) if plies > 1 else ()),
    )
    yield layer_line(
        laid, item, "m2", net=plies * plan.net, lap=plies * (plan.lap + plan.turned_up), cut=plies * plan.cut,
        per=Per(1.0, thick, thick * material.density), how=how, rolls=plan, work=plies * plan.net,
    )  # fmt: skip


def _boards(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    plans = dict(laid.boards)[item.layer.id]
    layer, material = item.layer, material_of(item)
    thick = layer.thickness / max(1, len(plans))
    bought = sum(plan.boards for plan in plans)
    size = plans[0].size
    pieces = sum(len(plan.cuts) - plan.whole for plan in plans)
    how = (
        f"{sum(plan.whole for plan in plans)} whole boards and {pieces} pieces from "
        f"{sum(plan.nest.boards for plan in plans)} more",
        f"{bought} boards; fewer than {sum(plan.bound for plan in plans)} cannot do",
        *((f"{len(plans)} layers, joints half a board apart",) if len(plans) > 1 else ()),
    )
    net = sum(plan.net for plan in plans)
    yield layer_line(
        laid,
        item,
        "m2",
        net=net,
        cut=bought * size.length * size.width - net,
        per=Per(1.0, thick, thick * material.density),
        how=how,
        boards=plans,
        work=net,
    )


def _bays(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Batts between members, bay by bay."""
    frame, layer, material = item.frame, item.layer, material_of(item)
    if frame is None:
        return
    form = sold_as(item, BoardForm)
    lines = member_lines(ground_on(laid.plane), frame.spacing, UP_THE_SLOPE, frame.width)
    clear = frame.spacing - frame.width
    net = laid.plane.area * open_share(item)
    boards = bay_boards(lines.lengths, clear, (form.length, form.width), form.least)
    boards = max(boards, ceil(net / (form.length * form.width) - 1e-9)) * layer.boards
    net *= layer.boards
    thick = layer.thickness / layer.boards
    yield layer_line(
        laid,
        item,
        "m2",
        net=net,
        cut=boards * form.length * form.width - net,
        per=Per(1.0, thick, thick * material.density),
        how=(f"{len(lines.lengths)} bays {t(clear)} clear, {boards} batts, cut ends run on",),
        work=net,
    )


def _fill(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material = item.layer, material_of(item)
    area = laid.plane.area
    depth = layer.thickness * (1 - layer.settling)
    members = area * depth * (1 - open_share(item))
    wedge = _eaves_wedge(laid, item)
    found = loose_fill(area, depth, material.density, layer.settling, members + wedge)
    how = [
        f"{m3(found.settled)} settled at {measure(material.density, Quantity.DENSITY)}, "
        f"{kg_m2(found.by_area)}: check it on site"
    ]
    if layer.settling:
        how.append(f"blow {t(found.blown)} for {t(depth)} settled")
    if wedge:
        how.append(f"{m3(wedge)} less at the eaves")
    step, work = item.sold.step if item.sold else "", area
    if step == "sprayed foam per 25 mm":
        work = area * layer.thickness / 0.025
    density = material.density
    yield layer_line(
        laid,
        item,
        "kg",
        net=found.mass,
        per=Per(1 / (density * depth), 1 / density, 1.0),
        how=tuple(how),
        work=work,
    )


def _eaves_wedge(laid: AreaLaid, item: Counted) -> float:
    """Volume that the squeezed strip at the eaves does not take [m³]."""
    area = laid.area
    if not area.eaves_width or item is not laid.counted[main_insulation(laid.counted)]:
        return 0.0
    left, right = laid.plane.eaves
    less = max(0.0, item.layer.thickness - area.eaves_thickness)
    return (right - left) * area.eaves_width / cos(radians(area.pitch)) * less


def _pour(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material = item.layer, material_of(item)
    form = sold_as(item, PourForm)
    volume = laid.plane.area * layer.thickness * open_share(item)
    how: tuple[str, ...] = (f"{m2(laid.plane.area)} × {t(layer.thickness)}",)
    if form.compaction > 1:
        how += (f"pressed together to 1/{form.compaction:g}",)
    yield layer_line(
        laid, item, "m3", net=volume, lap=volume * (form.compaction - 1),
        per=Per(1 / layer.thickness, 1.0, material.density), how=how,
    )  # fmt: skip


def _liquid(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    layer, material = item.layer, material_of(item)
    form = sold_as(item, LiquidForm)
    area = laid.plane.area
    if form.smooth > 0:
        rough = any(other.layer.hatch == "concrete" for other in laid.counted)
        by_coat = form.rough if rough else form.smooth
        mass = coats_mass(area, by_coat, form.coats, form.both_faces)
        faces = ", both faces" if form.both_faces else ""
        how = (f"{form.coats} coats of {kg_m2(by_coat)}{faces}",)
    else:
        by_area = wet_film(layer.thickness, material.density, form.solids)
        mass = area * by_area
        how = (
            f"dry film of {t(layer.thickness)} at {form.solids * 100:.0f} % solids: {kg_m2(by_area)}",
        )
    lies = layer.thickness * material.density / (mass / area)
    per = Per(area / mass, layer.thickness * area / mass, lies)
    yield layer_line(laid, item, "kg", net=mass, per=per, how=how, work=area * form.coats)


MAKERS: dict[How, Callable[[AreaLaid, Counted], Iterator[Line]]] = {
    "rolls": _rolls,
    "boards": _boards,
    "bays": _bays,
    "fill": _fill,
    "pour": _pour,
    "liquid": _liquid,
    "courses": courses,
    "strips": strips,
    "taper": taper,
    "panels": panels,
    "deck": deck,
    "units": units,
    "pieces": units,
}
"""What makes the lines of a layer, by how it is counted."""
