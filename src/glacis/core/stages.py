# SPDX-License-Identifier: GPL-3.0-or-later
"""The one table of stages, in the order of work; what a stage brings lies in folders by its name.

A stage has one folder, or module, per layer of the house: ``core/<stage>``, ``report/chapters/<stage>``
and ``ui/stages/<stage>``. Each is imported when it is first asked for.
"""

from importlib import import_module
from types import ModuleType
from typing import Literal

from msgspec import Struct

Group = Literal["place", "build-up", "edges", "works", "record"]


class Stage(Struct, frozen=True):
    """One stage of the work.

    Attributes:
        id: its name in documents and findings.
        title: as the walk shows it.
        tip: what one does there.
        group: stages of one group stand together in the walk.
        letter: with Ctrl+G before it, the way there.
        home: the package that its folders lie in.
    """

    id: str
    title: str
    tip: str
    group: Group
    letter: str
    home: str = "glacis"

    @property
    def folder(self) -> str:
        """Name of its folders."""
        return self.id.replace("-", "_")

    def module(self, layer: str, name: str = "") -> ModuleType | None:
        """What it brings to a layer of the house, such as ``core`` and ``rules``; None for nothing."""
        path = ".".join(word for word in (self.home, layer, self.folder, name) if word)
        try:
            return import_module(path)
        except ModuleNotFoundError as gone:
            if gone.name is not None and path.startswith(gone.name):
                return None
            raise


STAGES = (
    Stage("site", "Site", "Climate, rooms and targets", "place", "S"),
    Stage("shape", "Shape", "Planes, edges, lengths and cuts", "place", "P"),
    Stage("build-up", "Build-up", "The section, to be edited", "build-up", "B"),
    Stage("heat", "Heat", "U-value and its limits", "build-up", "H"),
    Stage("moisture", "Moisture", "Condensate over the year", "build-up", "M"),
    Stage("air", "Air", "Bays that breathe, and what passes them", "build-up", "A"),
    Stage("falls", "Falls", "Outlets, falls and standing water", "edges", "F"),
    Stage("junctions", "Junctions", "Edges, laps, and who draws what", "edges", "J"),
    Stage("fixings", "Fixings", "Wind, what holds the roof down, and the evidence", "edges", "I"),
    Stage("set-out", "Set-out", "Where courses, sheets, members and panels go", "works", "T"),
    Stage("quantities", "Quantities", "What to buy, what it weighs, costs and emits", "works", "Q"),
    Stage("order", "Order", "What is done when, and why", "works", "O"),
    Stage("compare", "Compare", "Variants side by side", "record", "C"),
    Stage("log", "Log", "As built, seen, due, and why a roof is wet", "record", "L"),
    Stage("handover", "Handover", "The report", "record", "W"),
)
