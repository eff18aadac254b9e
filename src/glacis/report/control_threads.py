# SPDX-License-Identifier: GPL-3.0-or-later
"""The four control layers as threads beside the section, each touching what does its job."""

from collections.abc import Iterator

from glacis.core.build_up.control import Control, Thread
from glacis.report.frame import Frame
from glacis.report.scene import FACE, Hot, Item, Line, Patch, Text, box

ROOM = 84.0
"""Width that the threads take at the left of the section."""
GAP = 18.0
NAMES: dict[Control, str] = {
    "water": "water", "air": "air", "vapour": "vapour", "thermal": "thermal",
}  # fmt: skip


def _place(layout: Frame, index: int) -> float:
    return layout.left - ROOM + 12 + GAP * index


def _strand(thread: Thread, x: float, top: float, bottom: float) -> Iterator[Item]:
    """A thread in its own kind of line."""
    if thread.control == "water":
        yield Line((x, top, x, bottom), "second", 1.4, "dash")
    elif thread.control == "air":
        yield Line((x, top, x, bottom), "second", 1.4, "dash-dot")
    elif thread.control == "vapour":
        for shift in (-1.5, 1.5):
            yield Line((x + shift, top, x + shift, bottom), "second", 0.8)
    else:
        yield Patch(box(x - 3, top, x + 3, bottom), "wash", "second", 0.6)


def _grip(x: float, top: float, bottom: float, layout: Frame) -> Iterator[Item]:
    """Where a layer does the job: a bracket on the thread and a line to the layer."""
    middle = (top + bottom) / 2
    top, bottom = min(top, middle - 3), max(bottom, middle + 3)
    yield Line((x + 5, top, x, top, x, bottom, x + 5, bottom), "ink", 2.0)
    yield Line((x, middle, layout.left - 3, middle), "ink", FACE)


def thread_items(threads: tuple[Thread, ...], layout: Frame) -> Iterator[Item]:
    """All four threads; one that no layer holds is torn in the middle and says so."""
    top, bottom = layout.top - 6, layout.bottom + 6
    for index, thread in enumerate(threads):
        x = _place(layout, index)
        yield Text(x + 4, bottom + 8, NAMES[thread.control], 12, "second", "end", angle=90)
        if not thread.layers:
            middle = (top + bottom) / 2
            yield from _strand(thread, x, top, middle - 22)
            yield from _strand(thread, x, middle + 22, bottom)
            yield Text(x + 4, middle, "none", 12, "mind", "middle", "semibold", angle=90)
            continue
        yield from _strand(thread, x, top, bottom)
        for number in thread.layers:
            band = layout.bands[number]
            yield from _grip(x, band.top, band.bottom, layout)


def thread_spots(threads: tuple[Thread, ...], layout: Frame) -> Iterator[Hot]:
    """Where a thread answers to the pointer: it selects the layer that does the job."""
    for index, thread in enumerate(threads):
        x = _place(layout, index)
        for number in thread.layers:
            band = layout.bands[number]
            middle = (band.top + band.bottom) / 2
            top, bottom = min(band.top, middle - 6), max(band.bottom, middle + 6)
            words = f"{NAMES[thread.control]}: {band.layer.name}"
            yield Hot("layer", band.layer.id, (x - 8, top, x + 9, bottom), words)
