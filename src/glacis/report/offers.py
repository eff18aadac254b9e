# SPDX-License-Identifier: GPL-3.0-or-later
"""What the stages bring to the report, to the exports and to the results as JSON."""

from collections.abc import Callable
from typing import Any, Literal

from msgspec import Struct

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.graph.part import Part
from glacis.core.stages import Stage
from glacis.report.blocks import Blocks

Level = Literal["project", "area"]
ChapterPart = Part[Any, Blocks]
"""A chapter follows from what it reads alone, so one that did not change is not made again."""


def no_difference(_results: Results, _item: AreaResult) -> object:
    """For chapters that say the same of areas built alike over the same rooms at the same pitch."""
    return None


class Chapter(Struct, frozen=True):
    """A part of the report: once for the project, or for every area.

    Attributes:
        level: which of the two.
        part: its blocks.
        told_apart: by what it tells areas apart beyond build-up, rooms, pitch and target; areas
            that no chapter tells apart share one.
    """

    level: Level
    part: ChapterPart
    told_apart: Callable[[Results, AreaResult], object] = no_difference


class Export(Struct, frozen=True):
    """A file that can be taken along.

    Attributes:
        id: as the command line calls it.
        words: as the menu calls it.
        suffix: of the file, with its dot.
        kind: as a file dialog calls it.
        make: its content.
        of_hours: whether it is of areas that were run hour by hour.
        of_edges: whether it tells what edges lose, which has to be worked out before.
    """

    id: str
    words: str
    suffix: str
    kind: str
    make: Callable[[Results], bytes]
    of_hours: bool = False
    of_edges: bool = False


class Key(Struct, frozen=True):
    """Keys of the results that belong together, their unit, and what they mean."""

    names: tuple[str, ...]
    unit: str
    meaning: str


class Section(Struct, frozen=True):
    """Keys that a stage adds to the results as JSON.

    Attributes:
        level: whether they stand beside the project's or in every area.
        keys: what they are, in their order.
        make: their values, for an area's id; for the project the id is empty.
        more: what nested objects hold, as a paragraph of the page.
    """

    level: Level
    keys: tuple[Key, ...]
    make: Callable[[Results, str], dict[str, Any]]
    more: str = ""


class Offer(Struct, frozen=True):
    """Everything that one stage brings."""

    chapters: tuple[Chapter, ...] = ()
    exports: tuple[Export, ...] = ()
    sections: tuple[Section, ...] = ()


def offers(stages: tuple[Stage, ...]) -> tuple[Offer, ...]:
    """What the stages bring, in their order."""
    found = (stage.module("report.chapters") for stage in stages)
    return tuple(module.OFFER for module in found if module is not None)


def exports(stages: tuple[Stage, ...]) -> tuple[Export, ...]:
    """All files that can be taken along."""
    return tuple(export for offer in offers(stages) for export in offer.exports)
