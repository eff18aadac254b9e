# SPDX-License-Identifier: GPL-3.0-or-later
"""The catalogue of details: each junction on a sheet of its own, and all sections as one picture."""

import io

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, PageBreak, SimpleDocTemplate

from glacis.core.analysis.results import Results
from glacis.report.blocks import Words
from glacis.report.chapters.junctions.chapter import CAUTION, detail_blocks, details_of
from glacis.report.charts.junction_matrix import row_words
from glacis.report.charts.junction_section import SectionDrawing, section_scene
from glacis.report.pdf import Setter
from glacis.report.scene import Item, Scene, Text, shifted
from glacis.report.svg import scene_svg

EDGE = 14 * mm
SIZE = (760.0, 420.0)
"""Of each section in the picture [pt]."""


def detail_sheets_pdf(results: Results) -> bytes:
    """Every row of the matrix on a sheet of its own: section with its scale, lines with laps apart, links."""
    project = results.project
    page = LETTER if project.units == "us" else A4
    setter = Setter(page[0] - 2 * EDGE - 12)
    names = {area.id: area.name for area in project.areas}
    story: list[Flowable] = []
    for detail in details_of(results.reader):
        if story:
            story.append(PageBreak())
        story += [setter.set(block) for block in detail_blocks(detail, names, project.units)]
        story.append(setter.set(Words(CAUTION, "small")))
    if not story:
        story.append(setter.set(Words("This roof has no edges.")))
    out = io.BytesIO()
    SimpleDocTemplate(
        out, pagesize=page, leftMargin=EDGE, rightMargin=EDGE, topMargin=EDGE, bottomMargin=EDGE,
        title=f"Details: {project.name}", author=project.author, invariant=1,
    ).build(story)  # fmt: skip
    return out.getvalue()


def sections_svg(results: Results) -> str:
    """All sections as one picture, one below the other, each under its name."""
    project = results.project
    names = {area.id: area.name for area in project.areas}
    items: list[Item] = []
    top = 0.0
    for detail in details_of(results.reader):
        if detail.view is None:
            continue
        solved = detail.row.loss.solved if detail.row.loss is not None else None
        scene = section_scene(
            SectionDrawing(detail.view, detail.row.first, project.units, solved), SIZE
        )
        items.append(
            Text(8, top + 22, row_words(detail.row, names), 16, "ink", "start", "semibold")
        )
        items += [shifted(item, 0.0, top + 32) for item in scene.items]
        top += SIZE[1] + 40
    if not items:
        items.append(Text(8, 22, "No junction has a section yet: state a wall.", 16))
    return scene_svg(Scene(SIZE[0], max(top, 40.0), tuple(items)), f"Sections: {project.name}")
