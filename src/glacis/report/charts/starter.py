# SPDX-License-Identifier: GPL-3.0-or-later
"""A footprint and its planes as a small plan, before they are put in place."""

from msgspec import Struct

from glacis.core.model.geometry import Point
from glacis.core.shape.wavefront import RoofFace
from glacis.report.charts.plan_marks import flat_points
from glacis.report.plan import Fit
from glacis.report.scene import CUT, FACE, Item, Line, Patch, Scene

MARGIN = 14.0


class StartedRoof(Struct, frozen=True):
    """A roof that is only asked for: its outlines with their overhangs, and its planes [m]."""

    outlines: tuple[tuple[Point, ...], ...]
    faces: tuple[RoofFace, ...]


def starter_scene(roofs: list[StartedRoof], width: float, height: float) -> Scene:
    """Planes and outlines, as large as they fit; north is up."""
    outlines = [outline for roof in roofs for outline in roof.outlines]
    xs, ys = zip(*(corner for outline in outlines for corner in outline), strict=True)
    wide, high = max(xs) - min(xs), max(ys) - min(ys)
    scale = min((width - 2 * MARGIN) / wide, (height - 2 * MARGIN) / high)
    fit = Fit(
        scale, width / 2 - (max(xs) + min(xs)) / 2 * scale,
        height / 2 + (max(ys) + min(ys)) / 2 * scale,
    )  # fmt: skip
    items: list[Item] = []
    for face in (face for roof in roofs for face in roof.faces):
        flat = flat_points(fit, tuple(corner[:2] for corner in face.corners))
        items.append(Patch(flat, "wash", "ink", FACE))
    for outline in outlines:
        items.append(Line(flat_points(fit, (*outline, outline[0])), "ink", CUT))
    return Scene(width, height, tuple(items))
