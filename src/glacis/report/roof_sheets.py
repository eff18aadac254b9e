# SPDX-License-Identifier: GPL-3.0-or-later
"""Sheets to take on the roof: for each area its plan with pins, what is still to be seen, and room to write."""

import io
from collections.abc import Iterator

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, PageBreak, SimpleDocTemplate

from glacis.core.analysis.keeping import keeping_of, latest_day
from glacis.core.analysis.results import Results
from glacis.core.log.keeping import CAUTION, due_tasks, told
from glacis.core.log.words import SEVERITY
from glacis.core.model.document import RoofArea
from glacis.core.model.log import Observed
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.blocks import Block, Gap, Picture, Words, words_grid
from glacis.report.charts.fixing_marks import fit_of, flat
from glacis.report.charts.log_roof import pin, roof_view
from glacis.report.pdf import Setter
from glacis.report.plan import scale_bar
from glacis.report.scene import CUT, DIMENSION, Item, Line, Patch, Scene, Text

EDGE = 14 * mm
DRAWN = (720.0, 300.0)
LINE = 27.0
"""Height of a line to write on [pt]; a hand in a glove."""
WALK = ((0.0, "date"), (0.14, "hour"), (0.22, "by"), (0.42, "weather"), (0.64, "not reached"))
NEW = (
    (0.0, "new: what"),
    (0.2, "where"),
    (0.4, "extent"),
    (0.5, "severity 1 to 3"),
    (0.66, "photograph"),
    (0.78, "words"),
)
"""Columns that are written in, by their place across the sheet."""
BLANK = 8
"""Empty rows to write what is new in; our judgement: more is a second sheet."""
LOOK_FOR = (
    "Outlets and overflows clear; water that stands; seams, upstands, edges and copings; blisters and soft spots; "
    "loose fixings, slates and trims; corrosion; what grows; stains and damp beneath. Write too what was not reached."
)


def roof_sheets_pdf(results: Results) -> bytes:
    """A sheet for each roof area that has something due or open; for all where none has."""
    project = results.project
    page = LETTER if project.units == "us" else A4
    setter = Setter(page[0] - 2 * EDGE - 12)
    story: list[Flowable] = []
    for area in project.areas:
        if story:
            story.append(PageBreak())
        story += [setter.set(block) for block in sheet_blocks(results, area)]
    if not story:
        story.append(setter.set(Words("There is no roof yet.")))
    out = io.BytesIO()
    SimpleDocTemplate(
        out, pagesize=page, leftMargin=EDGE, rightMargin=EDGE, topMargin=EDGE, bottomMargin=EDGE,
        title=f"Roof sheets: {project.name}", author=project.author, invariant=1,
    ).build(story)  # fmt: skip
    return out.getvalue()


def sheet_blocks(results: Results, area: RoofArea) -> Iterator[Block]:
    """The sheet of one area."""
    project = results.project
    yield Words(f"{area.name}: {project.name}", "heading")
    yield words_grid(
        [("date", "hour", "by", "weather", "not reached"), (" ", "", "", "", "")],
        (1, 0.7, 1.4, 1.6, 2.2),
        5,
    )
    yield Words(CAUTION, "small")
    day = latest_day(results)
    for due in due_tasks(keeping_of(results), day) if day else ():
        if due.area == area.id:
            yield Words(f"{due.what}: by {due.date}, {due.why}.")
    by = {entry.id: entry.what for entry in project.log.entries}
    pinned = enumerate(roof_view(project).pinned, 1)
    seen = [(number, each) for number, each in pinned if each.area == area.id]
    yield Picture(_plan(area, [(n, each.at, each.severity) for n, each in seen], project.units))
    rows: list[tuple[str, ...]] = [
        ("no", "seen before", "extent", "severity", "same, grew, gone", "now")
    ]
    for number, each in seen:
        what = by[each.id]
        if isinstance(what, Observed):
            size = with_unit(what.size, Quantity.LENGTH, project.units) if what.size else ""
            named = f"{told(what.what)}, {each.date}"
            rows.append((str(number), named, size, SEVERITY[each.severity], "", ""))
    if len(rows) > 1:
        yield words_grid(rows, (0.4, 2, 0.9, 0.9, 1.4, 1.6), 6)
    yield Gap(8)
    yield Picture(_ruled(NEW, BLANK))
    yield Words(LOOK_FOR, "small")


def _ruled(columns: tuple[tuple[float, str], ...], rows: int) -> Scene:
    """Empty lines to write in, under the heads of their columns."""
    size = DRAWN[0], 20.0 + LINE * rows
    items: list[Item] = [Text(DRAWN[0] * at, 13, words, 12, "second") for at, words in columns]
    items += [
        Line((0, 20 + LINE * row, DRAWN[0], 20 + LINE * row), "second", DIMENSION)
        for row in range(rows + 1)
    ]
    return Scene(*size, tuple(items))


def _plan(
    area: RoofArea, pins: list[tuple[int, tuple[float, float] | None, int]], units: str
) -> Scene:
    fit = fit_of(area.outline, (20.0, 14.0, DRAWN[0] - 20, DRAWN[1] - 26))
    items: list[Item] = [Patch(flat(fit, area.outline), "bench", "ink", CUT)]
    items += [Patch(flat(fit, hole.outline), "kerb", "second", DIMENSION) for hole in area.holes]
    for number, at, severity in pins:
        if at is not None:
            x, y = fit.point(*at)
            items += pin(x, y, severity, chosen=False)
            items.append(Text(x + 12, y + 4, str(number), 12, face="semibold"))
    items += scale_bar(fit, DRAWN, "us" if units == "us" else "si")
    return Scene(*DRAWN, tuple(items))
