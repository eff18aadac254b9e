# SPDX-License-Identifier: GPL-3.0-or-later
"""Sheets for the roof: a plane on A3 or tabloid with its courses, and its story pole beside."""

import io
from html import escape

from reportlab.lib.pagesizes import A3, TABLOID, landscape
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, PageBreak, Paragraph, SimpleDocTemplate, Spacer

from glacis.core.model.document import Project, RoofArea
from glacis.core.set_out.found import SetOutFound
from glacis.report.charts.set_out_plane import PlaneView, plane_scene
from glacis.report.charts.story_pole import story_pole_scene
from glacis.report.pdf_scene import FACES, Drawing, register_fonts

PLANE, POLE = (1080.0, 640.0), (330.0, 1040.0)
"""Size of the drawings [pt]."""
CAUTION = (
    "Check the slope and the eaves' length on the roof before the first mark; all dimensions run from one datum, the "
    "front of the fascia. Fall protection, fixed roof ladders, nobody below."
)


def _styles() -> tuple[ParagraphStyle, ParagraphStyle]:
    body = ParagraphStyle("body", fontName=FACES["regular"], fontSize=10, leading=14)
    return body, ParagraphStyle(
        "head", parent=body, fontName=FACES["semibold"], fontSize=16, leading=22
    )


def _made(project: Project, title: str, story: list[Flowable], upright: bool) -> bytes:
    page = TABLOID if project.units == "us" else A3
    out = io.BytesIO()
    SimpleDocTemplate(
        out, pagesize=page if upright else landscape(page), leftMargin=15 * mm, rightMargin=12 * mm, topMargin=10 * mm,
        bottomMargin=8 * mm, title=f"{title}: {project.name}", author=project.author, invariant=1,
    ).build(story)  # fmt: skip
    return out.getvalue()


def plane_sheets_pdf(project: Project, areas: list[tuple[RoofArea, SetOutFound]]) -> bytes:
    """Every plane that is set out on a sheet of its own, its deck on a second where it has one."""
    register_fonts()
    body, head = _styles()
    names = {item.id: item.name for item in project.openings}
    story: list[Flowable] = []
    for area, found in areas:
        views = ["pieces"]
        if found.decked is not None or found.rolled is not None:
            views.append("deck")
        for what in views:
            if story:
                story.append(PageBreak())
            word = "courses" if what == "pieces" else "members, deck and rolls"
            story.append(Paragraph(f"{escape(area.name)}: {word}, seen from the eaves", head))
            scene = plane_scene(PlaneView(found, names, project.units, what), PLANE)
            story += [Drawing(scene, PLANE[0]), Spacer(0, 4), Paragraph(CAUTION, body)]
    if not story:
        story.append(Paragraph("No plane is set out.", body))
    return _made(project, "Plane sheets", story, upright=False)


def story_poles_pdf(project: Project, areas: list[tuple[RoofArea, SetOutFound]]) -> bytes:
    """The story pole of every plane that is laid in courses, on a strip of its own."""
    register_fonts()
    body, head = _styles()
    story: list[Flowable] = []
    for area, found in areas:
        if found.covered is None or not found.covered.courses:
            continue
        if story:
            story.append(PageBreak())
        story.append(Paragraph(f"Story pole: {escape(area.name)}", head))
        story.append(Drawing(story_pole_scene(found.covered, POLE, project.units), POLE[0]))
        story.append(Paragraph(CAUTION, body))
    if not story:
        story.append(Paragraph("No plane is laid in courses.", body))
    return _made(project, "Story poles", story, upright=True)
