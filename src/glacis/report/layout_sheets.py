# SPDX-License-Identifier: GPL-3.0-or-later
"""Layouts of rolls and boards to take along: each layer on its plane, marks, sizes, what to buy."""

import io
from collections.abc import Iterator, Sequence

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, PageBreak, SimpleDocTemplate

from glacis.core.analysis.results import Results
from glacis.core.quantities.line import Line
from glacis.core.quantities.measures import told
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.blocks import Block, Picture, Words, words_grid
from glacis.report.charts.quantities_layout import LayoutView, layout_scene
from glacis.report.pdf import Setter

EDGE = 14 * mm
SIZE = (760.0, 420.0)
T = Quantity.THICKNESS
MOST_ROWS = 60
"""Rows of a cut table on a sheet at most; our judgement: the workbook has the rest."""
CAUTION = (
    "Cut on the ground, not on the edge. Masks for dust of mineral fibre, wood and cement. Measure "
    "the roof before the first "
    "cut: the drawing is not the roof."
)
Ring = tuple[tuple[float, float], ...]


def layouts_pdf(results: Results, lines: Sequence[tuple[Line, tuple[Ring, ...]]]) -> bytes:
    """A sheet for every layer that is laid out."""
    project = results.project
    page = LETTER if project.units == "us" else A4
    setter = Setter(page[0] - 2 * EDGE - 12)
    names = {area.id: area.name for area in project.areas}
    story: list[Flowable] = []
    for line, plane in lines:
        if story:
            story.append(PageBreak())
        story += [setter.set(block) for block in _sheet(line, plane, names, project.units)]
    if not story:
        story.append(setter.set(Words("Nothing is laid out yet.")))
    out = io.BytesIO()
    SimpleDocTemplate(
        out, pagesize=page, leftMargin=EDGE, rightMargin=EDGE, topMargin=EDGE, bottomMargin=EDGE,
        title=f"Layouts: {project.name}", author=project.author, invariant=1,
    ).build(story)  # fmt: skip
    return out.getvalue()


def _sheet(
    line: Line, plane: tuple[Ring, ...], names: dict[str, str], system: System
) -> Iterator[Block]:
    where = ", ".join(names.get(area, area) for area in line.places.areas)
    yield Words(f"{told(line.name, system)}, {where}", "heading")
    yield Picture(layout_scene(LayoutView(line, plane), SIZE))
    for words in (*line.how, *line.assumed):
        yield Words(told(words, system), "small")
    if line.rolls is not None:
        rows: list[tuple[str, ...]] = [("strip", "piece", "roll", "length")]
        for bit in line.rolls.run.bits[:MOST_ROWS]:
            piece = line.rolls.pieces[bit.piece]
            rows.append(
                (
                    f"{piece.strip + 1}",
                    f"{bit.piece + 1}",
                    f"{bit.roll + 1}",
                    with_unit(bit.length, Quantity.LENGTH, system),
                )
            )
        yield words_grid(rows, (1, 1, 1, 2), 1)
    elif line.boards:
        yield words_grid(_marks(line, system), (1, 1, 1.4, 1.4, 1.4), 1)
    yield Words(CAUTION, "small")


def _marks(line: Line, system: System) -> list[tuple[str, ...]]:
    """Cut pieces by mark: how many, and their size."""
    rows: list[tuple[str, ...]] = [("mark", "pieces", "length", "width", "area each")]
    seen: dict[str, list[float]] = {}
    for cut in line.boards[0].cuts:
        if not cut.whole:
            mine = seen.setdefault(cut.mark, [0, cut.length, cut.width, cut.area])
            mine[0] += 1
    for mark, (count, length, width, area) in list(seen.items())[:MOST_ROWS]:
        rows.append(
            (
                mark,
                f"{count:.0f}",
                with_unit(length, T, system),
                with_unit(width, T, system),
                with_unit(area, Quantity.AREA, system),
            )
        )
    return rows
