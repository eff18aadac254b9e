# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof as a DXF drawing: outlines, planes, edges by kind, openings and names on their layers."""

import io
from typing import Any

from ezdxf import units
from ezdxf.filemanagement import new

from glacis.core.model.document import Project
from glacis.core.model.geometry import Footprint, Point
from glacis.core.shape.planes import Plane
from glacis.core.shape.shape import RoofShape
from glacis.core.units.quantities import FOOT

LAYERS = {
    "ROOF-OUTLINE": 7, "ROOF-PLANES": 8, "ROOF-OPENINGS": 3, "ROOF-NAMES": 8, "ROOF-EAVES": 4,
    "ROOF-VERGE": 5, "ROOF-PARAPET": 6, "ROOF-ABUTMENT": 6, "ROOF-RIDGE": 1, "ROOF-HIP": 1,
    "ROOF-VALLEY": 2, "ROOF-BREAK": 1, "ROOF-TOP": 4, "ROOF-EDGE": 4, "ROOF-SEAM": 9, "ROOF-KERB": 3,
}  # fmt: skip
"""Layers and their colour numbers."""
APP = "GLACIS"
TEXT = 0.3
"""Height of names [m]."""


class _Sheet:
    """A drawing being made: where its entities go, and metres to its units."""

    def __init__(self, project: Project) -> None:
        self.drawing = new("R2010")
        self.scale = 1.0 if project.units == "si" else 1 / FOOT
        self.drawing.units = units.M if project.units == "si" else units.FT
        self.drawing.appids.add(APP)
        for name, colour in LAYERS.items():
            self.drawing.layers.add(name, color=colour)
        self.space = self.drawing.modelspace()

    def at(self, place: tuple[float, ...]) -> tuple[float, ...]:
        """A point in the drawing's units."""
        return tuple(value * self.scale for value in place)

    def flat(self, outline: tuple[Point, ...], level: float, layer: str) -> Any:
        """A closed line at one level."""
        return self.space.add_lwpolyline(
            [self.at(corner) for corner in outline], close=True,
            dxfattribs={"layer": layer, "elevation": level * self.scale},
        )  # fmt: skip

    def line(self, start: tuple[float, ...], end: tuple[float, ...], kind: str) -> None:
        """A line on the layer of a kind of edge."""
        layer = {"layer": f"ROOF-{kind.upper()}"}
        self.space.add_line(self.at(start), self.at(end), dxfattribs=layer)

    def done(self) -> bytes:
        """The file."""
        out = io.StringIO()
        self.drawing.write(out)
        return out.getvalue().encode(self.drawing.output_encoding, "dxfreplace")


def _footprint(sheet: _Sheet, footprint: Footprint) -> None:
    for loop in footprint.loops:
        line = sheet.flat(loop.outline, footprint.level, "ROOF-OUTLINE")
        line.set_xdata(APP, [(1000, footprint.name[:200])])
        for edge, end in loop.sides:
            if edge.kind != "eaves":
                level = footprint.level
                sheet.line((*edge.at, level), (*end, level), edge.kind)


def _plane(sheet: _Sheet, plane: Plane, name: str) -> None:
    for ring in (plane.corners, *(ring for ring, _ in plane.holes)):
        sheet.space.add_polyline3d(
            [sheet.at(c) for c in ring], close=True, dxfattribs={"layer": "ROOF-PLANES"}
        )
    x, y = (sum(c[k] for c in plane.corners) / len(plane.corners) for k in (0, 1))
    text = sheet.space.add_text(name, height=TEXT * sheet.scale, dxfattribs={"layer": "ROOF-NAMES"})
    text.set_placement(sheet.at((x, y, plane.height(x, y))))


def roof_dxf(project: Project, shape: RoofShape) -> bytes:
    """A drawing in metres, or in feet for a project in US units; x east, y north, z up."""
    sheet = _Sheet(project)
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
