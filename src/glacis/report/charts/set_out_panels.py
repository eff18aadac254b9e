# SPDX-License-Identifier: GPL-3.0-or-later
"""A row of panels with both measured edges, and where it will end against the gable."""

from collections.abc import Iterator

from glacis.core.set_out.found import Panelled
from glacis.core.set_out.panels import RowMeasured, run_of
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import CUT, DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text, box

LEFT, RIGHT, TOP, BOTTOM = 24.0, 24.0, 40.0, 60.0
"""Room round the row [pt]."""
LOUPE = 190.0
"""Width of the enlarged gable end [pt]."""
SHOWN = 0.5
"""Of the enlarged end, how much of a panel is drawn [-]; our judgement."""


def panels_scene(panelled: Panelled, size: Size, system: System) -> Scene:
    """The row at its length, and its far end enlarged, the prediction against the gable line."""
    width, height = size
    row = panelled.row
    said = panelled.measured[-1] if panelled.measured else None
    room = width - LEFT - RIGHT - LOUPE - 30
    planned = run_of(row.n, row.width, row.growth_planned)
    longest = max(planned, *((said[1].predicted_bottom, said[1].predicted_top) if said else (0.0,)))
    scale = min(room / longest, (height - TOP - BOTTOM) / row.length)
    base = TOP + (height - TOP - BOTTOM + row.length * scale) / 2
    items: list[Item] = []
    growth = (
        (said[1].growth_bottom, said[1].growth_top)
        if said
        else (row.growth_planned, row.growth_planned)
    )
    laid = said[0].laid if said else 0
    top = base - row.length * scale
    for k in range(row.n):
        edges = [LEFT + k * (row.width + each) * scale for each in growth]
        corners = (
            edges[0], base, edges[0] + row.width * scale, base, edges[1] + row.width * scale, top, edges[1], top
        )  # fmt: skip
        items.append(Patch(corners, "copper:2" if k < laid else "", "ink", FACE))
        middle = (edges[0] + edges[1]) / 2 + row.width * scale / 2
        items.append(Text(middle, (base + top) / 2 + 4, str(k + 1), 12, "second", "middle"))
    items += _frame_line(panelled, scale, (base, top), system)
    if said is not None:
        items += _runs(said[0].bottom, said[0].top, (scale, base, top), system)
        items += _loupe(panelled, said[1], size, system)
    else:
        words = "No run measured yet: type both edges after two panels or more."
        items.append(
            Text(width - RIGHT - LOUPE / 2, height / 2, words[:36], 12, "second", "middle")
        )
        items.append(
            Text(width - RIGHT - LOUPE / 2, height / 2 + 16, words[37:], 12, "second", "middle")
        )
    return Scene(width, height, tuple(items))


def _frame_line(
    panelled: Panelled, scale: float, edges: tuple[float, float], system: System
) -> Iterator[Item]:
    """The frame under the row and the gable line that its end was drawn to."""
    row = panelled.row
    base, top = edges
    start, end = LEFT + row.overhang_start * scale, LEFT + (row.overhang_start + row.frame) * scale
    for x in (start, end):
        yield Line((x, base + 8, x, top - 8), "second", DIMENSION, "dash")
    gable = end + row.overhang_end * scale
    yield Line((gable, base + 26, gable, top - 16), "accent", CUT)
    drawn = row.overhang_start + row.frame + row.overhang_end
    words = f"gable line {with_unit(drawn, Quantity.THICKNESS, system)}"
    yield Text(gable, base + 40, words, 12, "accent", "end")


def _runs(
    bottom: float, top_run: float, place: tuple[float, float, float], system: System
) -> Iterator[Item]:
    """Both measured edges as dimensions."""
    scale, base, top = place
    for run, y, word in ((bottom, base + 12, "lower"), (top_run, top - 12, "upper")):
        end = LEFT + run * scale
        yield Line((LEFT, y, end, y), "ink", DIMENSION)
        for x in (LEFT, end):
            yield Line((x - 3, y + 3, x + 3, y - 3), "ink", DIMENSION)
        words = f"{word} edge measured {with_unit(run, Quantity.THICKNESS, system)}"
        yield Text(LEFT + 4, y + (14 if y > base else -5), words, 12, "ink")


def _loupe(panelled: Panelled, said: RowMeasured, size: Size, system: System) -> Iterator[Item]:
    """The far end, errors drawn ten times and more as large as they are against the gable line."""
    row = panelled.row
    left = size[0] - RIGHT - LOUPE
    top, base = TOP + 10, size[1] - BOTTOM - 6
    worst = max(abs(said.excess_bottom), abs(said.excess_top), row.tolerance, 0.005)
    scale = 56 / worst
    gable = left + 96
    yield Patch(
        box(gable - row.tolerance * scale, top, gable + row.tolerance * scale, base), "wash"
    )
    ends = (gable + said.excess_bottom * scale, gable + said.excess_top * scale)
    yield Patch((left, base, ends[0], base, ends[1], top, left, top), "copper:2", "ink", FACE)
    yield Line((gable, base + 10, gable, top - 10), "accent", CUT)
    beyond = max(said.excess_bottom, said.excess_top) > row.tolerance
    if beyond:
        yield Line((gable, base, ends[0], base, ends[1], top, gable, top), "stop", CUT)
    for excess, width, y, sign in (
        (said.excess_top, said.last_width_top, top, -1), (said.excess_bottom, said.last_width_bottom, base, 1)
    ):  # fmt: skip
        over = with_unit(abs(excess), Quantity.JOINT, system)
        word = "over" if excess > 0 else "short"
        y_words = y + (24 if sign > 0 else -16)
        yield Text(left + LOUPE / 2, y_words, f"{over} {word}", 12, "ink", "middle", "semibold")
        if beyond:
            words = f"recut to {with_unit(width, Quantity.THICKNESS, system)}"
            yield Text(left + 4, y + (-8 if sign > 0 else 16), words, 12, "ink")
    yield Text(left + LOUPE / 2, size[1] - 12, "far end, enlarged", 12, "second", "middle")
