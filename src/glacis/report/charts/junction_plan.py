# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in plan with its edges in ink by verdict."""

from collections.abc import Iterator
from math import hypot

from msgspec import Struct

from glacis.core.junctions.traced import Traced
from glacis.core.model.document import Project
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.charts.junction_marks import STATE_INKS, STATE_WORDS, ring
from glacis.report.plan import Fit, fit_plan, is_upper, scale_bar
from glacis.report.scene import FACE, Dash, Hot, Item, Line, Patch, Scene, Size, Text

MARGIN = 34.0
STROKES: dict[str, tuple[float, Dash]] = {
    "whole": (1.2, "solid"), "undrawn": (2.4, "dash"), "broken": (4.0, "solid"), "none": (1.2, "dot"),
}  # fmt: skip
"""Stroke and dash of an edge by the worst of its lines."""


class PlanView(Struct, frozen=True):
    """What the plan shows: junctions, and the one in the hand by its id."""

    junctions: tuple[Traced, ...]
    held: str = ""


def verdict_ink(found: Traced) -> str:
    """The ink of a junction: by the worst of its lines and laps."""
    laps = {lap.verdict for lap in found.laps if lap is not None}
    if found.worst == "broken" or "stop" in laps:
        return "stop"
    return "mind" if found.worst == "undrawn" or "mind" in laps else STATE_INKS[found.worst]


def _hint(found: Traced, project: Project) -> str:
    piece = found.piece
    lines = ", ".join(f"{line.control} {STATE_WORDS[line.state]}" for line in found.lines)
    size = with_unit(piece.length, Quantity.LENGTH, project.units) if piece.length else ""
    name = f"{piece.words}: {piece.name}" if piece.name else piece.words
    return "\n".join(part for part in (f"{name} {size}".strip(), lines, *found.gaps) if part)


def _spot(found: Traced, fit: Fit, hint: str) -> Hot:
    piece = found.piece
    if not piece.lines:
        x, y = fit.point(*piece.at)
        return Hot("junction", piece.id, (x - 9, y - 9, x + 9, y + 9), hint)
    (a, b), wide = piece.lines[0], 6.0
    (x0, y0), (x1, y1) = fit.point(*a), fit.point(*b)
    size = max(hypot(x1 - x0, y1 - y0), 1e-9)
    nx, ny = -(y1 - y0) / size * wide, (x1 - x0) / size * wide
    outline = (x0 + nx, y0 + ny, x1 + nx, y1 + ny, x1 - nx, y1 - ny, x0 - nx, y0 - ny)
    xs, ys = outline[::2], outline[1::2]
    return Hot("junction", piece.id, (min(xs), min(ys), max(xs), max(ys)), hint, outline)


def _marks(found: Traced, fit: Fit, held: bool) -> Iterator[Item]:
    piece, ink = found.piece, verdict_ink(found)
    stroke, dash = STROKES[found.worst]
    if held:
        for a, b in piece.lines:
            yield Line((*fit.point(*a), *fit.point(*b)), "accent", stroke + 6)
    for a, b in piece.lines:
        yield Line((*fit.point(*a), *fit.point(*b)), ink, stroke, dash)
    if not piece.lines:
        x, y = fit.point(*piece.at)
        if held:
            yield ring(x, y, 9, "accent")
        yield ring(x, y, 5, ink, ink if ink == "stop" else "bench")


def junction_plan_scene(project: Project, view: PlanView, size: Size) -> Scene:
    """All areas with their junctions; whole ones thin, undrawn dashed, broken heavy."""
    width, height = size
    fit = fit_plan(project, width, height, MARGIN)
    items: list[Item] = []
    for area in sorted(project.areas, key=lambda a: is_upper(project, a)):
        flat = tuple(value for corner in area.outline for value in fit.point(*corner))
        items.append(Patch(flat, "bench", "hairline", FACE))
    hot = []
    order = {"none": 0, "whole": 1, "undrawn": 2, "broken": 3}
    for found in sorted(view.junctions, key=lambda item: order[item.worst]):
        items += _marks(found, fit, found.piece.id == view.held)
        hot.append(_spot(found, fit, _hint(found, project)))
    items += scale_bar(fit, size, project.units)
    words = "thin: every line whole; dashed: somebody has still to draw it; heavy: broken, or a lap against the flow"
    items.append(Text(width - 8, height - 10, words, 12, "second", "end"))
    return Scene(width, height, tuple(items), tuple(hot))
