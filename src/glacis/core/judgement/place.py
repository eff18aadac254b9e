# SPDX-License-Identifier: GPL-3.0-or-later
"""Where a finding lies: the project, an area, a layer, an edge, an opening, a step of work."""

from typing import Literal

from msgspec import Struct

PlaceKind = Literal["project", "area", "layer", "edge", "opening", "outlet", "step"]


class Place(Struct, frozen=True):
    """A place that can be shown, marked in a drawing, and named in a decision.

    Attributes:
        kind: what lies there.
        areas: ids of the roof areas concerned, the one to look at first; empty for the project.
        ids: of the layers, edges, openings, outlets or steps; empty for areas and the project.
    """

    kind: PlaceKind
    areas: tuple[str, ...] = ()
    ids: tuple[str, ...] = ()

    @property
    def area(self) -> str:
        """Id of the area to look at; empty for the project."""
        return self.areas[0] if self.areas else ""

    @property
    def layers(self) -> tuple[str, ...]:
        """Ids of the layers concerned."""
        return self.ids if self.kind == "layer" else ()

    @property
    def key(self) -> str:
        """The place as a decision keeps it, such as ``layer:hall/deck+foil``."""
        return f"{self.kind}:{'+'.join(self.areas)}/{'+'.join(self.ids)}"


PROJECT = Place("project")


def on_area(area: str, layers: tuple[str, ...] = ()) -> Place:
    """An area, or layers of its build-up."""
    return Place("layer", (area,), layers) if layers else Place("area", (area,))


def on_edge(junction: str, areas: tuple[str, ...]) -> Place:
    """An edge, ridge, hip, valley or wall, by the id of its junction."""
    return Place("edge", areas, (junction,))


def on_opening(opening: str, area: str) -> Place:
    """A rooflight, chimney, pipe or plant on an area."""
    return Place("opening", (area,), (opening,))


def on_outlet(outlet: str, area: str) -> Place:
    """An outlet, a level line or an overflow of an area."""
    return Place("outlet", (area,), (outlet,))
