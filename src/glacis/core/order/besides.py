# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks no line of the bill buys: what is decided, measured, masked, cut open or delivered before work goes on."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.model.quantities import Stack
from glacis.core.order.tags import FLAT
from glacis.core.order.task import Kind, Task

SLOT = "Open no slot that is not capped the same day: rain runs straight in."


class Beside(Struct, frozen=True):
    """What these tasks of an area follow from.

    Attributes:
        area: the roof area.
        layers: tasks of its layers, from inside.
        drained: whether it has outlets.
        vented: whether air leaves it along a ridge or hip.
        stacks: that are set down on it.
    """

    area: RoofArea
    layers: tuple[Task, ...]
    drained: bool
    vented: bool
    stacks: tuple[Stack, ...]


def _task(
    read: Beside, ident: str, name: str, kind: Kind, *, number: int = -1, hold: bool = False
) -> Task:
    people = 1 if kind == "decide" else 2
    tags = (ident.partition("/")[0].replace("-", " "),)
    return Task(
        f"{read.area.id}/{ident}", name, kind, (read.area.id,), tags, number=number, hold=hold, people=people
    )  # fmt: skip


def besides(read: Beside) -> Iterator[Task]:
    """Of one area."""
    if read.area.pitch < FLAT and read.drained:
        yield _task(read, "falls-decided", "falls and levels of outlets decided", "decide")
    yield from _of_panels(read)
    yield from _of_sheets(read)
    yield from _of_spaces(read)
    for stack in read.stacks:
        yield _task(read, f"delivery/{stack.id}", f"{stack.name} lifted on to the roof", "deliver")


def _with(read: Beside, tag: str) -> list[Task]:
    return [task for task in read.layers if tag in task.tags]


def _of_panels(read: Beside) -> Iterator[Task]:
    if _with(read, "panel"):
        yield _task(read, "panel-order", "order and length of panels frozen", "decide", hold=True)
        words = "overhang and diagonals measured, last panel cut"
        yield _task(read, "overhang-measured", words, "test")


def _of_sheets(read: Beside) -> Iterator[Task]:
    boards = [task for task in _with(read, "board") if task.fitted == "above"]
    rubber = [task for task in _with(read, "rubber") if boards and task.number > boards[-1].number]
    if rubber:
        words = "rubber measured, cut and folded back"
        yield _task(read, "sheet-measured", words, "cut", number=boards[-1].number - 1)
    for foam in _with(read, "foam")[:1]:
        yield _task(read, "masked", "masked, wind read", "test", number=foam.number - 1)


def _of_spaces(read: Beside) -> Iterator[Task]:
    strips = _with(read, "counter")
    second = [task for task in _with(read, "second deck") if strips]
    if second:
        yield _task(read, "deck-trued", "first deck trued", "test", number=strips[0].number - 1)
        yield _task(read, "screen", "insect screen at the intake", "seal", number=strips[0].number)


def at_caps(cap: Task, layers: tuple[Task, ...], vented: frozenset[str]) -> Iterator[Task]:
    """What has to be seen and opened before a ridge or hip is capped.

    Args:
        cap: task of the cap.
        layers: tasks of all areas' layers.
        vented: ids of areas that air leaves along ridge or hip.
    """
    mine = [task for task in layers if task.areas[0] in cap.areas]
    if any("insulation" in task.tags or "panel" in task.tags for task in mine):
        yield Task(
            f"{cap.id}/void", f"void beneath {cap.name} seen and filled", "seal", cap.areas, ("ridge void", "edge"),
            pieces=cap.pieces, hold=True,
        )  # fmt: skip
    if set(cap.areas) & vented:
        yield Task(
            f"{cap.id}/slot", f"vent slot beneath {cap.name} cut", "cut", cap.areas, ("vent slot", "edge"),
            pieces=cap.pieces, water="opens", caution=SLOT,
        )  # fmt: skip
