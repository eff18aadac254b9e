# SPDX-License-Identifier: GPL-3.0-or-later
"""What the report says about the roof in space: sizes, lengths and cuts as rows of words."""

from functools import partial

from glacis.core.model.document import Project
from glacis.core.model.geometry import Dormer
from glacis.core.model.lookup import things_of
from glacis.core.shape.shape import RoofShape
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.charts.cuts import degrees_words

Rows = list[tuple[str, ...]]


def area_rows(project: Project, shape: RoofShape) -> Rows:
    """A head, a row an area, and the sum."""
    rows: Rows = [("Roof area", "pitch", "faces", "in plan", "along slope", "down slope")]
    for area, plane in zip(project.areas, shape.planes, strict=True):
        sizes = (
            (area.pitch, Quantity.ANGLE), (area.azimuth, Quantity.ANGLE),
            (plane.plan_area, Quantity.AREA), (plane.true_area, Quantity.AREA),
            (plane.rafter, Quantity.LENGTH),
        )  # fmt: skip
        rows.append((area.name, *(with_unit(v, q, project.units) for v, q in sizes)))
    sums = (sum(p.plan_area for p in shape.planes), sum(p.true_area for p in shape.planes))
    shown = tuple(with_unit(value, Quantity.AREA, project.units) for value in sums)
    rows.append(("all", "", "", *shown, ""))
    return rows


def junction_rows(project: Project, shape: RoofShape) -> Rows:
    """A head and a row a junction."""
    names = {area.id: area.name for area in project.areas}
    rows: Rows = [("Junction", "of", "true length")]
    for junction in sorted(shape.junctions, key=lambda j: j.kind):
        size = with_unit(junction.length, Quantity.LENGTH, project.units)
        rows.append((junction.kind, " and ".join(names[a] for a in junction.areas), size))
    return rows


def opening_rows(project: Project) -> Rows:
    """A head and a row for everything that goes through the roof or stands on it."""
    names = {area.id: area.name for area in project.areas}
    rows: Rows = [("What", "kind", "on", "width", "length", "upstand")]
    for thing in things_of(project):
        show = partial(with_unit, system=project.units)
        if isinstance(thing, Dormer):
            kind, sizes = f"{thing.form} dormer", ("", f"wall {show(thing.wall, Quantity.LENGTH)}")
        else:
            kind = thing.kind
            sizes = (show(thing.length, Quantity.LENGTH), show(thing.upstand, Quantity.THICKNESS))
        width = show(thing.width, Quantity.LENGTH)
        rows.append((thing.name, kind, names[thing.area], width, *sizes))
    return rows


def cut_rows(project: Project, shape: RoofShape) -> Rows:
    """A head and a row for each side of every cut."""
    names = {area.id: area.name for area in project.areas}
    rows: Rows = [
        (
            "Cut",
            "side",
            "between faces",
            "line pitch",
            "blade tilt",
            "mitre",
            "jack bevel",
            "backing",
        )
    ]
    for cut in shape.cuts:
        for side in cut.sides:
            angles = (
                cut.dihedral, cut.line_pitch, cut.tilt, side.mitre, side.jack_bevel, side.backing
            )  # fmt: skip
            rows.append((cut.kind, names[side.area], *(degrees_words(value) for value in angles)))
    return rows
