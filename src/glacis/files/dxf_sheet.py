# SPDX-License-Identifier: GPL-3.0-or-later
"""A DXF drawing being made."""

import io
from collections.abc import Iterable
from typing import Any

from ezdxf import units
from ezdxf.filemanagement import new

from glacis.core.model.geometry import Point
from glacis.core.units.quantities import FOOT, System

APP = "GLACIS"
TEXT = 0.3
"""Height of names [m]."""


class Sheet:
    """A drawing being made: where its entities go, and metres to its units."""

    def __init__(self, system: System, layers: dict[str, int]) -> None:
        self.drawing = new("R2010")
        self.scale = 1.0 if system == "si" else 1 / FOOT
        self.drawing.units = units.M if system == "si" else units.FT
        self.drawing.appids.add(APP)
        for name, colour in layers.items():
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

    def stroke(self, points: Iterable[Point], layer: str) -> None:
        """An open line through points."""
        self.space.add_lwpolyline([self.at(point) for point in points], dxfattribs={"layer": layer})

    def line(self, start: tuple[float, ...], end: tuple[float, ...], kind: str) -> None:
        """A line on the layer of a kind of edge."""
        layer = {"layer": f"ROOF-{kind.upper()}"}
        self.space.add_line(self.at(start), self.at(end), dxfattribs=layer)

    def name(self, words: str, at: tuple[float, ...], layer: str, height: float = TEXT) -> None:
        """Words that begin at a point, of a height [m]."""
        text = self.space.add_text(words, height=height * self.scale, dxfattribs={"layer": layer})
        text.set_placement(self.at(at))

    def done(self) -> bytes:
        """The file."""
        out = io.StringIO()
        self.drawing.write(out)
        return out.getvalue().encode(self.drawing.output_encoding, "dxfreplace")
