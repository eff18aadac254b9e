# SPDX-License-Identifier: GPL-3.0-or-later
"""A section of what conducts heat, the airs on its faces, and how it is bent from rectangles into its true form."""

from math import cos, radians, sin, tan
from typing import TYPE_CHECKING, Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

Box = tuple[float, float, float, float]
"""Left, right, bottom and top [m]."""
LEAST_SIDE = 1e-3
"""Pieces narrower than this [m] are slivers, unless they are sheets of metal; our judgement after ISO
10211:2017, 7.3: what is thinner than a millimetre is a line."""
Bending = Literal["none", "eaves", "apex"]


class Region(Struct, frozen=True):
    """A rectangle of one material or one air; later ones lie over earlier ones.

    Attributes:
        box: left, right, bottom and top, before bending [m].
        conductivity: [W/(m·K)]; 0 for air.
        ambient: number of the air that is there; -1 for material.
        name: as drawings call it.
        hatch: drawing convention; empty for none.
        panel: whether its inner face is glass or another panel with the usual film in the run for mould.
    """

    box: Box
    conductivity: float = 0.0
    ambient: int = -1
    name: str = ""
    hatch: str = ""
    panel: bool = False


class Ambient(Struct, frozen=True):
    """Air that a section touches.

    Attributes:
        name: of the room, or outside.
        temperature: [°C].
        across: film on upright faces [m²·K/W].
        level: film on level and sloping ones [m²·K/W].
        is_room: whether it is one of the rooms.
    """

    name: str
    temperature: float
    across: float
    level: float
    is_room: bool = False


class Bend(Struct, frozen=True):
    """How rectangles are bent into the true section.

    Attributes:
        kind: none; eaves, where what lies above level 0 slopes and what lies below stands; or apex,
            where the left end is cut by a plumb line through layers that lie flat in the drawing.
        pitch: of the roof [°].
        ease: height over which standing turns to sloping below level 0, or length over which the
            plumb end turns square [m].
        reach: where the far end of the roof is square to it [m].
        turning: length over which that end turns square [m].
    """

    kind: Bending = "none"
    pitch: float = 0.0
    ease: float = 0.3
    reach: float = 0.0
    turning: float = 1.0

    def at(
        self, x: "NDArray[np.float64]", y: "NDArray[np.float64]"
    ) -> "tuple[NDArray[np.float64], NDArray[np.float64]]":
        """Where points of the rectangles lie in the true section [m]."""
        import numpy as np

        if self.kind == "none" or self.pitch == 0:
            return x, y
        turn = radians(self.pitch)
        if self.kind == "apex":
            share = np.clip(1 - x / self.ease, 0.0, 1.0)
            return x + y * tan(turn) * share, y
        up = np.maximum(y, 0.0)
        square = np.clip((x - self.reach) / self.turning + 1, 0.0, 1.0) if self.reach else 0.0 * x
        easing = np.clip(1 + np.minimum(y, 0.0) / self.ease, 0.0, 1.0)
        lift = x * tan(turn) * easing
        return (
            x - up * sin(turn) * square,
            np.minimum(y, 0.0) + lift + up * ((1 - square) / cos(turn) + square * cos(turn)),
        )


class Section(Struct, frozen=True):
    """What is solved: a frame with regions in it, airs and their temperatures.

    Attributes:
        frame: left, right, bottom and top; its sides let no heat through [m].
        regions: later ones lie over earlier ones.
        ambients: airs that regions name.
        bend: into the true form.
        axis: whether it turns about x = 0: a body of rotation instead of a section of unit depth.
    """

    frame: Box
    regions: tuple[Region, ...]
    ambients: tuple[Ambient, ...]
    bend: Bend = Bend()
    axis: bool = False


def check_section(section: Section) -> None:
    """Refuse a section that cannot be solved.

    Raises:
        ValueRefused: for a piece without conductivity, one that names an air that is not there, no
            difference of temperature, or a film that is no resistance.
    """
    left, right, bottom, top = section.frame
    if not (right - left > 0 and top - bottom > 0):
        raise ValueRefused(
            "frame of the section", f"{right - left:g} by {top - bottom:g} m", "more than nothing"
        )
    for region in section.regions:
        if region.ambient < 0 and not 0 < region.conductivity < float("inf"):
            raise ValueRefused(
                f"conductivity of {region.name or 'a piece'}",
                f"{region.conductivity:g} W/(m·K)",
                "above 0",
            )
        if region.ambient >= len(section.ambients):
            raise ValueRefused("air of the section", str(region.ambient), "one of those listed")
        x0, x1, y0, y1 = region.box
        if x1 < x0 or y1 < y0:
            raise ValueRefused(
                f"size of {region.name or 'a piece'}", f"{x1 - x0:g} by {y1 - y0:g} m", "0 or more"
            )
    for ambient in section.ambients:
        if not (ambient.across > 0 and ambient.level > 0):
            raise ValueRefused(f"film of {ambient.name}", f"{ambient.across:g} m²·K/W", "above 0")
    if len({ambient.temperature for ambient in section.ambients}) < 2:
        raise ValueRefused("temperatures of the section", "all alike", "two that differ")
