# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to wind, fixings, tests and approvals, each a function from one document to another."""

from typing import Any

from msgspec.structs import replace

from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.model.document import FixingSet, Imperfections, Project
from glacis.core.model.edit import swap, with_assembly
from glacis.core.model.fixings import AreaFixings, EdgeHeight, Evidence, FixSet, PullOut, Role
from glacis.core.model.lookup import area_of, by_id, numbered_id
from glacis.core.model.sound_fixings import (
    check_area_fixings,
    check_evidence,
    check_pull_out,
    check_wind,
)
from glacis.core.model.wind import Coefficient


def state_wind(project: Project, **values: Any) -> Project:
    """State the wind otherwise.

    Raises:
        ValueRefused: for a figure out of its range.
    """
    wind = replace(project.wind, **values)
    check_wind(wind)
    return replace(project, wind=wind)


def confirm_rows(project: Project, rows: tuple[str, ...], by: str, dated: str) -> Project:
    """Confirm coefficients against the standard; what was changed before stays changed.

    Raises:
        ValueRefused: without a name or date.
    """
    known = {row.row: row for row in project.wind.rows}
    for row in rows:
        known[row] = replace(known.get(row, Coefficient(row=row)), by=by, dated=dated)
    return state_wind(project, rows=tuple(known.values()))


def put_row(project: Project, row: Coefficient) -> Project:
    """Put a coefficient in the place of the shipped one.

    Raises:
        ValueRefused: without a source, name or date, or for a row that is none.
    """
    from glacis.core.wind.coefficients import table_with

    table_with((row,))
    kept = tuple(each for each in project.wind.rows if each.row != row.row)
    return state_wind(project, rows=(*kept, row))


def fixings_in(project: Project, area: str) -> AreaFixings | None:
    """What is stated about the fixings of an area; None for nothing."""
    return next((item for item in project.fixings if item.area == area), None)


def put_fixings(project: Project, stated: AreaFixings) -> Project:
    """Give an area these fixings in place of what it had.

    Raises:
        MissingReference: where there is no such area, or a set points at a layer that it does not have.
        ValueRefused: for a figure out of its range.
    """
    area = area_of(project, stated.area)
    check_area_fixings(stated)
    layers = {
        layer.id
        for layer in by_id(project.assemblies, area.assembly, "assembly", "The area").layers
    }
    before = {
        held.id: held for held in (fixings_in(project, stated.area) or AreaFixings(area="")).sets
    }
    for held in stated.sets:
        if held == before.get(held.id):
            continue
        for layer in (held.holds, held.anchor):
            if layer and layer not in layers:
                raise MissingReference("layer", layer, f"Fixings '{held.name}'")
    if any(item.area == stated.area for item in project.fixings):
        items = tuple(stated if item.area == stated.area else item for item in project.fixings)
    else:
        items = (*project.fixings, stated)
    return replace(project, fixings=items)


def state_fixings(project: Project, area: str, **values: Any) -> Project:
    """State figures about the fixings of an area."""
    stated = fixings_in(project, area) or AreaFixings(area=area)
    return put_fixings(project, replace(stated, **values))


def set_parapet(project: Project, area: str, edge: str, height: float) -> Project:
    """Give one edge of an area a parapet so high [m]."""
    stated = fixings_in(project, area) or AreaFixings(area=area)
    kept = tuple(item for item in stated.parapets if item.edge != edge)
    return put_fixings(
        project, replace(stated, parapets=(*kept, EdgeHeight(edge=edge, height=height)))
    )


def put_set(project: Project, area: str, held: FixSet) -> Project:
    """Put a set among those of an area, in the place of the one of its id."""
    stated = fixings_in(project, area) or AreaFixings(area=area)
    known = any(item.id == held.id for item in stated.sets)
    sets = tuple(held if item.id == held.id else item for item in stated.sets)
    return put_fixings(project, replace(stated, sets=sets if known else (*stated.sets, held)))


def change_set(project: Project, area: str, name: str, **values: Any) -> Project:
    """State figures of one set.

    Raises:
        MissingReference: where the area has no such set.
    """
    return put_set(project, area, replace(_set(project, area, name), **values))


def change_way(project: Project, area: str, name: str, **values: Any) -> Project:
    """State figures of how one set is laid."""
    held = _set(project, area, name)
    return put_set(project, area, replace(held, way=replace(held.way, **values)))


def change_fastener(project: Project, area: str, name: str, **values: Any) -> Project:
    """State figures of what one set drives in.

    Raises:
        ValueRefused: where it drives nothing in.
    """
    held = _set(project, area, name)
    if held.fastener is None:
        raise ValueRefused(
            f"'{held.name}'", "nothing that is driven in", "a set with screws, nails or anchors"
        )
    return put_set(project, area, replace(held, fastener=replace(held.fastener, **values)))


def _set(project: Project, area: str, name: str) -> FixSet:
    stated = fixings_in(project, area)
    return by_id(stated.sets if stated is not None else (), name, "set of fixings", "The area")


def remove_set(project: Project, area: str, name: str) -> Project:
    """Take a set away."""
    stated = fixings_in(project, area) or AreaFixings(area=area)
    return put_fixings(
        project, replace(stated, sets=tuple(item for item in stated.sets if item.id != name))
    )


def add_tests(project: Project, tests: tuple[PullOut, ...]) -> Project:
    """Add pull-out tests, each under an id of its own.

    Raises:
        ValueRefused: for a test without a substrate, or a force that is none.
    """
    known = {test.id for test in project.pull_outs}
    added = []
    for test in tests:
        ident = test.id if test.id and test.id not in known else numbered_id(known, "pull-out")
        known.add(ident)
        made = replace(test, id=ident)
        check_pull_out(made)
        area_of(project, made.area)
        added.append(made)
    return replace(project, pull_outs=(*project.pull_outs, *added))


def put_test(project: Project, test: PullOut) -> Project:
    """Change a pull-out test."""
    check_pull_out(test)
    return replace(project, pull_outs=swap(project.pull_outs, test))


def remove_test(project: Project, name: str) -> Project:
    """Take a pull-out test away."""
    return replace(project, pull_outs=tuple(test for test in project.pull_outs if test.id != name))


def put_evidence(project: Project, evidence: Evidence) -> Project:
    """Put an approval into the register, in the place of the one of its number.

    Raises:
        ValueRefused: without a number or title.
    """
    check_evidence(evidence)
    if any(item.id == evidence.id for item in project.evidence):
        return replace(project, evidence=swap(project.evidence, evidence))
    return replace(project, evidence=(*project.evidence, evidence))


def remove_evidence(project: Project, name: str) -> Project:
    """Take an approval out of the register."""
    return replace(project, evidence=tuple(item for item in project.evidence if item.id != name))


def substitute(project: Project, area: str, role: str, product: str) -> Project:
    """Have another product stand in a role of an area; empty takes the role away."""
    stated = fixings_in(project, area) or AreaFixings(area=area)
    kept = tuple(item for item in stated.products if item.role != role)
    added = (Role(role=role, product=product),) if product.strip() else ()
    return put_fixings(project, replace(stated, products=(*kept, *added)))


def count_in_heat(project: Project, assembly: str, counted: tuple[FixingSet, ...]) -> Project:
    """Have Heat count these fixings for a build-up, all of them added up; none say that there are none."""
    shared = by_id(project.assemblies, assembly, "assembly", "The change")
    before = shared.imperfections
    made: Imperfections = replace(before, fixing="none", others=())
    if counted:
        made = replace(before, fixing="counted", fixings=counted[0], others=counted[1:])
    return with_assembly(project, replace(shared, imperfections=made))
