# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to the set-out of an area, each a function from one document to another."""

from collections.abc import Callable
from typing import Any

from msgspec.structs import replace

from glacis.core.errors import MissingReference
from glacis.core.model.covering import Product
from glacis.core.model.document import Assembly, Project
from glacis.core.model.layers import Layer, MembraneLayer, SolidLayer
from glacis.core.model.lookup import area_of, by_id
from glacis.core.model.set_out import MeasuredRun, PanelRun, SetOut
from glacis.core.model.sound_set_out import check_product, check_set_out
from glacis.core.set_out.shipped import products_of
from glacis.core.shape.upslope import plan_frame


def set_out_in(project: Project, area: str) -> SetOut | None:
    """What is stated about the set-out of an area; None for nothing."""
    return next((item for item in project.set_outs if item.area == area), None)


def put_set_out(project: Project, stated: SetOut) -> Project:
    """Give an area this set-out in place of what it had.

    Raises:
        MissingReference: where there is no such area.
        ValueRefused: for a figure out of its range.
    """
    area = area_of(project, stated.area)
    check_set_out(stated, f"set-out of '{area.name}'")
    if any(item.area == stated.area for item in project.set_outs):
        items = tuple(stated if item.area == stated.area else item for item in project.set_outs)
    else:
        items = (*project.set_outs, stated)
    return replace(project, set_outs=items)


def change_set_out(project: Project, area: str, change: Callable[[SetOut], SetOut]) -> Project:
    """Change the set-out of an area, beginning with the usual one."""
    return put_set_out(project, change(set_out_in(project, area) or SetOut(area=area)))


def state_set_out(project: Project, area: str, **values: Any) -> Project:
    """State figures of the set-out of an area."""
    return change_set_out(project, area, lambda stated: replace(stated, **values))


def remove_set_out(project: Project, area: str) -> Project:
    """Take what is stated about the set-out of an area away."""
    return replace(project, set_outs=tuple(item for item in project.set_outs if item.area != area))


def choose_product(project: Project, assembly: str, layer: str, product: str) -> Project:
    """Have a layer laid of a product; empty for none.

    Raises:
        MissingReference: where assembly, layer or product are not known.
    """
    if product and product not in products_of(project.products):
        raise MissingReference("product", product, "The change")
    held = by_id(project.assemblies, assembly, "assembly", "The change")

    def chosen(item: Layer) -> Layer:
        if item.id != layer or not isinstance(item, SolidLayer | MembraneLayer):
            return item
        return replace(item, product=product)

    changed: Assembly = replace(held, layers=tuple(map(chosen, held.layers)))
    if changed == held and not any(item.id == layer for item in held.layers):
        raise MissingReference("layer", layer, "The change")
    assemblies = tuple(changed if item.id == assembly else item for item in project.assemblies)
    return replace(project, assemblies=assemblies)


def with_products(project: Project, products: tuple[Product, ...]) -> Project:
    """The project with products of its own, each in place of one with its id.

    Raises:
        ValueRefused: for a product that cannot be.
    """
    for product in products:
        check_product(product)
    fresh = {product.id: product for product in products}
    kept = tuple(item for item in project.products if item.id not in fresh)
    return replace(project, products=(*kept, *fresh.values()))


def move_opening(project: Project, opening: str, along: float, up: float) -> Project:
    """Move an opening along the eaves to the right and up the slope [m], as one sees it looking up.

    Raises:
        MissingReference: where there is no such opening.
        ValueRefused: where it would leave its area.
    """
    from glacis.core.shape.change import set_opening

    held = by_id(project.openings, opening, "opening", "The change")
    area = area_of(project, held.area)
    x, y = plan_frame(area.azimuth, area.pitch)((along, up))
    return set_opening(project, replace(held, at=(held.at[0] + x, held.at[1] + y)))


def measure_run(project: Project, area: str, run: MeasuredRun) -> Project:
    """Write a measured run of panels down; one of as many panels is put right."""

    def measured(stated: SetOut) -> SetOut:
        row = stated.panels or PanelRun()
        kept = tuple(item for item in row.measured if item.laid != run.laid)
        runs = tuple(sorted((*kept, run), key=lambda item: item.laid))
        return replace(stated, panels=replace(row, measured=runs, recut=False))

    return change_set_out(project, area, measured)
