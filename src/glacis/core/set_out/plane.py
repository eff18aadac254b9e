# SPDX-License-Identifier: GPL-3.0-or-later
"""A roof area as the roofer sees it who stands at the eaves and looks up: u to the right, s up the slope."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.document import RoofArea
from glacis.core.model.lookup import turning
from glacis.core.shape.upslope import upslope_frame

Ring = tuple[tuple[float, float], ...]
NEAR = 1e-6
"""Places nearer than this are one [m]; by definition of rounding."""


class Window(Struct, frozen=True):
    """What goes through the plane [m]: its sides, lower and upper edge."""

    id: str
    left: float
    right: float
    low: float
    high: float


class RoofPlane(Struct, frozen=True):
    """A plane in true lengths from its datum, the left end of its eaves [m].

    Attributes:
        outline: anticlockwise.
        holes: courtyards and dormers, each with the id of what makes it.
        windows: openings with upright sides.
        pitch: [°].
    """

    outline: Ring
    holes: tuple[tuple[str, Ring], ...]
    windows: tuple[Window, ...]
    pitch: float

    @property
    def left(self) -> float:
        """Its leftmost place [m]."""
        return min(u for u, _ in self.outline)

    @property
    def right(self) -> float:
        """Its rightmost place [m]."""
        return max(u for u, _ in self.outline)

    @property
    def slope(self) -> float:
        """From the eaves to its highest place [m]."""
        return max(s for _, s in self.outline)

    @property
    def eaves(self) -> tuple[float, float]:
        """Left and right end of its lowest edge [m]."""
        low = [u for u, s in self.outline if s < NEAR]
        return min(low), max(low)

    @property
    def area(self) -> float:
        """True area less holes [m²]."""
        return abs(turning(self.outline)) - sum(abs(turning(ring)) for _, ring in self.holes)


def plane_of(area: RoofArea, windows: frozenset[str] = frozenset()) -> RoofPlane:
    """An area as one sees it looking up its slope: lengths along the slope are true, left is left.

    Args:
        area: the roof area.
        windows: ids of what makes holes with upright sides.
    """
    frame = upslope_frame(area.azimuth, area.pitch)

    def seen(points: Ring) -> Ring:
        return tuple(map(frame, points))

    outline = seen(area.outline)
    low = min(s for _, s in outline)
    left = min(u for u, s in outline if s - low < NEAR)

    def placed(points: Ring) -> Ring:
        ring = tuple((u - left, max(0.0, s - low)) for u, s in points)
        return ring if turning(ring) > 0 else ring[::-1]

    holes = tuple((hole.by, placed(seen(hole.outline))) for hole in area.holes)
    upright = tuple(_window(by, ring) for by, ring in holes if by in windows)
    return RoofPlane(placed(outline), holes, upright, area.pitch)


def _window(by: str, ring: Ring) -> Window:
    us, ss = [u for u, _ in ring], [s for _, s in ring]
    return Window(by, min(us), max(us), min(ss), max(ss))


def mirrored(plane: RoofPlane) -> RoofPlane:
    """The plane as in a mirror: what was left is right, the datum at the left end of its eaves again."""
    width = sum(plane.eaves)

    def turned(ring: Ring) -> Ring:
        return tuple((width - u, s) for u, s in ring[::-1])

    windows = tuple(replace(w, left=width - w.right, right=width - w.left) for w in plane.windows)
    holes = tuple((by, turned(ring)) for by, ring in plane.holes)
    return replace(plane, outline=turned(plane.outline), holes=holes, windows=windows)


def widened(plane: RoofPlane, below: float, left: float, right: float) -> RoofPlane:
    """The plane with what the covering reaches over its eaves and its upright verges [m]."""
    ring = plane.outline
    count = len(ring)
    moved: list[tuple[float, float]] = []
    for k, (u, s) in enumerate(ring):
        before, after = ring[k - 1], ring[(k + 1) % count]
        upright = [far for far in (before, after) if abs(far[0] - u) < NEAR < abs(far[1] - s)]
        out = 0.0
        if upright and u - plane.left < NEAR:
            out = -left
        elif upright and plane.right - u < NEAR:
            out = right
        moved.append((u + out, s - below if s < NEAR else s))
    return replace(plane, outline=tuple(moved))


def upright_verges(plane: RoofPlane) -> bool:
    """Whether both ends of a plane run straight up the slope over all of it."""
    ends = (plane.left, plane.right)
    tops = [max((s for u, s in plane.outline if abs(u - end) < NEAR), default=0.0) for end in ends]
    return len(plane.outline) == 4 and min(tops) > plane.slope - NEAR
