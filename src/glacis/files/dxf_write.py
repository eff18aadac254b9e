# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof as a DXF drawing: outlines, planes, edges by kind, openings and names on their layers."""

from glacis.core.model.document import Project
from glacis.core.model.geometry import Footprint
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import RoofShape
from glacis.files.dxf_sheet import APP, Sheet

LAYERS = {
    "ROOF-OUTLINE": 7, "ROOF-PLANES": 8, "ROOF-OPENINGS": 3, "ROOF-NAMES": 8, "ROOF-EAVES": 4,
    "ROOF-VERGE": 5, "ROOF-PARAPET": 6, "ROOF-ABUTMENT": 6, "ROOF-RIDGE": 1, "ROOF-HIP": 1,
    "ROOF-VALLEY": 2, "ROOF-BREAK": 1, "ROOF-TOP": 4, "ROOF-EDGE": 4, "ROOF-SEAM": 9, "ROOF-KERB": 3,
}  # fmt: skip
"""Layers and their colour numbers."""


def _footprint(sheet: Sheet, footprint: Footprint) -> None:
    for loop in footprint.loops:
        line = sheet.flat(loop.outline, footprint.level, "ROOF-OUTLINE")
        line.set_xdata(APP, [(1000, footprint.name[:200])])
        for edge, end in loop.sides:
            if edge.kind != "eaves":
                level = footprint.level
                sheet.line((*edge.at, level), (*end, level), edge.kind)


def _plane(sheet: Sheet, plane: Plane, name: str) -> None:
    for ring in (plane.corners, *(ring for ring, _ in plane.holes)):
        sheet.space.add_polyline3d(
            [sheet.at(c) for c in ring], close=True, dxfattribs={"layer": "ROOF-PLANES"}
        )
    x, y = (sum(c[k] for c in plane.corners) / len(plane.corners) for k in (0, 1))
    sheet.name(name, (x, y, plane.height(x, y)), "ROOF-NAMES")


def roof_dxf(project: Project, shape: RoofShape) -> bytes:
    """A drawing in metres, or in feet for a project in US units; x east, y north, z up."""
    sheet = Sheet(project.units, LAYERS)
    for footprint in project.footprints:
        _footprint(sheet, footprint)
    areas = {area.id: area for area in project.areas}
    for plane in shape.planes:
        _plane(sheet, plane, areas[plane.id].name)
    for edge in shape.edges:
        if not edge.other or edge.area < edge.other or edge.kind == "abutment":
            sheet.line(edge.start, edge.end, edge.kind)
    for item in project.openings:
        below = shape.plane(item.area)
        level = below.height(*item.at) if below else 0.0
        sheet.flat(shape.thing(item.id), level, "ROOF-OPENINGS")
    return sheet.done()
