# SPDX-License-Identifier: GPL-3.0-or-later
"""The small plan of all roof areas, for picking one."""

from collections.abc import Iterator
from math import cos, radians, sin

from msgspec import Struct

from glacis.core.model.document import Project, RoofArea
from glacis.core.model.lookup import plan_bounds
from glacis.core.units.quantities import FOOT, System
from glacis.report.plan_spots import Spot, spot_marks
from glacis.report.scene import FACE, Hot, Item, Line, Patch, Scene, Size, Text

EMPTY = (0.0, 0.0, 20.0, 12.0)
"""West, south, east and north of a plan with nothing on it yet [m]."""


class Fit(Struct, frozen=True):
    """How metres in plan map to a drawing; north is up."""

    scale: float
    x: float
    y: float

    def point(self, east: float, north: float) -> tuple[float, float]:
        """Where a point of the plan lies in the drawing."""
        return self.x + east * self.scale, self.y - north * self.scale


def fit_plan(project: Project, width: float, height: float, margin: float = 10.0) -> Fit:
    """The largest scale at which all areas fit."""
    west, south, east, north = plan_bounds(project) if project.areas else EMPTY
    wide, high = max(east - west, 1.0), max(north - south, 1.0)
    scale = min((width - 2 * margin) / wide, (height - 2 * margin) / high)
    left = (width - wide * scale) / 2 - west * scale
    bottom = (height + high * scale) / 2 + south * scale
    return Fit(scale, left, bottom)


def scale_bar(fit: Fit, size: Size, system: System) -> Iterator[Item]:
    """A round length at the lower left."""
    unit = FOOT if system == "us" else 1.0
    name = "ft" if system == "us" else "m"
    length = next((n for n in (50, 20, 10, 5, 2, 1) if n * unit * fit.scale <= 110), 1)
    x, y = 12.0, size[1] - 10
    end = x + length * unit * fit.scale
    yield Line((x, y - 4, x, y, end, y, end, y - 4), "ink", FACE)
    yield Text(end + 6, y, f"{length} {name}", 12, "second")


def fall_arrow(x: float, y: float, azimuth: float) -> Line:
    """An arrow down the fall, its middle at a point of the drawing."""
    dx, dy = sin(radians(azimuth)), -cos(radians(azimuth))
    tip_x, tip_y = x + 8 * dx, y + 8 * dy
    return Line(
        (x - 8 * dx, y - 8 * dy, tip_x, tip_y, tip_x - 4 * dx - 3 * dy, tip_y - 4 * dy + 3 * dx,
         tip_x, tip_y, tip_x - 4 * dx + 3 * dy, tip_y - 4 * dy - 3 * dx), "second", FACE,
    )  # fmt: skip


def is_upper(project: Project, area: RoofArea) -> bool:
    """Whether an area is a dormer's, which lies over another in plan."""
    return area.grown is not None and any(area.grown.source == d.id for d in project.dormers)


ARROWED = 1.0
"""Pitch [degrees] from which an arrow shows the fall."""
BESIDE = 12.0
"""How far beside the arrow of an area its mark stands [pt]."""
CHOSEN, OTHER = ("wash", "accent", 2.0), ("bench", "ink", FACE)
"""Fill, ink and stroke of the selected area and of the others."""


def plan_scene(
    project: Project,
    selected: str,
    spots: tuple[Spot, ...],
    width: float,
    height: float,
) -> Scene:
    """All areas in plan; the selected one washed, and what was found where it lies."""
    if not project.areas:
        words = Text(width / 2, height / 2, "no roof areas yet", 12, "second", "middle")
        return Scene(width, height, (words,))
    fit = fit_plan(project, width, height)
    items: list[Item] = []
    hot: list[Hot] = []
    for area in sorted(project.areas, key=lambda a: (is_upper(project, a), a.id == selected)):
        points = [fit.point(x, y) for x, y in area.outline]
        flat = tuple(value for point in points for value in point)
        look = CHOSEN if area.id == selected else OTHER
        items.append(Patch(flat, *look))
        if area.pitch >= ARROWED:
            x, y = (sum(p[k] for p in points) / len(points) for k in (0, 1))
            items.append(fall_arrow(x, y, area.azimuth))
        xs, ys = [x for x, _ in points], [y for _, y in points]
        hot.append(Hot("area", area.id, (min(xs), min(ys), max(xs), max(ys)), area.name, flat))
    arrows = {area.id for area in project.areas if area.pitch >= ARROWED}
    wide = {spot.id: (spot.box[2] - spot.box[0]) / 4 for spot in hot}
    for spot in spots:
        x, y = fit.point(*spot.at)
        aside = min(BESIDE, wide[spot.area]) if spot.area in arrows else 0.0
        items.extend(spot_marks(spot, x + aside, y))
    return Scene(width, height, tuple(items), tuple(hot))
