# SPDX-License-Identifier: GPL-3.0-or-later
"""The calculation report as PDF: unresolved findings first, every figure traceable."""

import io
from collections.abc import Callable, Iterator
from html import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    CondPageBreak,
    Flowable,
    KeepTogether,
    PageBreak,
    Paragraph,
    SimpleDocTemplate,
    Spacer,
    Table,
)

from glacis import __version__
from glacis.core.analysis.again import Known, known_to, results_again
from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE, LongPart, Progress, unwatched
from glacis.core.model.document import Project
from glacis.report.blocks import (
    Block,
    Cell,
    Gap,
    Grid,
    NewPage,
    Picture,
    Room,
    Together,
    Words,
)
from glacis.report.chapters.hours import run_all, told_of
from glacis.report.chapters.junctions.solving import solve_edges
from glacis.report.front import alike, area_head, cover, record
from glacis.report.offers import offers
from glacis.report.palette import PRINT
from glacis.report.pdf_scene import FACES, Drawing, register_fonts
from glacis.report.scene import subscripted

MARGIN = 18 * mm
FRAME_PADDING = 6.0
"""What the page frame keeps free at each side [pt]."""


def _style(name: str, size: float, face: str = "regular", **more: object) -> ParagraphStyle:
    settings = {"leading": size * 1.32, "textColor": HexColor(PRINT["ink"]), **more}
    return ParagraphStyle(name, fontName=FACES[face], fontSize=size, **settings)


def _styles() -> dict[str, ParagraphStyle]:
    """The paragraph styles of the report, by the names that words and cells call them."""
    second = HexColor(PRINT["second"])
    return {
        "title": _style("title", 24, "semibold", spaceAfter=4),
        "heading": _style("heading", 15, "semibold", spaceBefore=6, spaceAfter=6),
        "contents": _style("contents", 15, "semibold", spaceBefore=6, spaceAfter=10),
        "sub": _style("sub", 11, "semibold", spaceBefore=10, spaceAfter=4),
        "body": _style("body", 9.5, spaceAfter=3),
        "small": _style("small", 8, textColor=second, spaceAfter=2),
        "cell": _style("cell", 8.5),
        "right": _style("right", 8.5, alignment=TA_RIGHT),
        "head": _style("head", 8.5, textColor=second),
        "head-right": _style("head-right", 8.5, textColor=second, alignment=TA_RIGHT),
    }


def _markup(text: str) -> str:
    return subscripted(escape(text), "<sub rise='1.6' size='6'>", "</sub>")


class Setter:
    """Sets blocks on pages of one width [pt]."""

    def __init__(self, width: float) -> None:
        register_fonts()
        self._styles = _styles()
        self._width = width

    def set(self, block: Block) -> Flowable:
        """A block as it flows onto pages."""
        match block:
            case Words():
                return self._words(block)
            case Grid():
                return self._grid(block)
            case Picture():
                return Drawing(block.scene, self._width * block.share)
            case Gap():
                return Spacer(0, block.height)
            case Room():
                return CondPageBreak(block.height * mm)
            case NewPage():
                return PageBreak()
            case Together():
                return KeepTogether([self._words(words) for words in block.words])

    def heading(self, text: str) -> Paragraph:
        """A heading that no contents list."""
        return Paragraph(_markup(text), self._styles["contents"])

    def _words(self, words: Words) -> Paragraph:
        return Paragraph(_markup(words.text), self._styles[words.style])

    def _cell(self, cell: Cell) -> Paragraph:
        text = _markup(cell.text)
        if cell.ink:
            text = f"<font color='{PRINT[cell.ink]}'><b>{text}</b></font>"
        if cell.under:
            text += f"<br/><font color='{PRINT['second']}'>{_markup(cell.under)}</font>"
        return Paragraph(text, self._styles[cell.style])

    def _grid(self, grid: Grid) -> Table:
        rule = HexColor(PRINT["hairline"])
        style = [
            ("VALIGN", (0, 0), (-1, -1), "TOP"),
            ("LINEBELOW", (0, 0), (-1, -1), 0.4, rule),
            ("LEFTPADDING", (0, 0), (-1, -1), 0),
            ("RIGHTPADDING", (0, 0), (-1, -1), 5),
            ("TOPPADDING", (0, 0), (-1, -1), 2),
            ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
        ]
        if grid.head:
            style.append(("LINEBELOW", (0, 0), (-1, 0), 0.8, HexColor(PRINT["ink"])))
        total = sum(grid.widths)
        columns = [self._width * width / total for width in grid.widths]
        rows = [[self._cell(cell) for cell in row] for row in grid.rows]
        return Table(rows, columns, repeatRows=int(grid.head), style=style)


def report_blocks(results: Results, progress: Progress = unwatched) -> Iterator[Block]:
    """The whole report: cover, the stages' chapters for the project, then area by area."""
    chapters = [chapter for offer in offers(results.stages) for chapter in offer.chapters]
    of_project = [chapter.part for chapter in chapters if chapter.level == "project"]
    of_areas = [chapter.part for chapter in chapters if chapter.level == "area"]
    yield from cover(results)
    yield NewPage()
    if of_project:
        yield from results.value(of_project[0], WHOLE)
    yield from record(results)
    for part in of_project[1:]:
        yield from results.value(part, WHOLE)
    groups = alike(results)
    for number, members in enumerate(groups):
        area = members[0].roof.area
        progress(0.1 + 0.5 * number / len(groups), area.name)
        yield from area_head(results, members)
        for part in of_areas:
            yield from results.value(part, area.id)


def _footer(project: Project) -> Callable[[Canvas, SimpleDocTemplate], None]:
    def paint(canvas: Canvas, document: SimpleDocTemplate) -> None:
        canvas.saveState()
        canvas.setFont(FACES["regular"], 8)
        canvas.setFillColor(HexColor(PRINT["second"]))
        canvas.drawString(MARGIN + FRAME_PADDING, 10 * mm, project.name)
        canvas.drawRightString(
            document.pagesize[0] - MARGIN - FRAME_PADDING, 10 * mm, f"page {document.page}"
        )
        canvas.restoreState()

    return paint


def report_pdf(results: Results, progress: Progress = unwatched) -> bytes:
    """The report as the bytes of a PDF; equal projects give equal bytes.

    Args:
        results: everything that follows from a document.
        progress: called with the share done [-] and what comes next; it may raise to stop.
    """
    run_all(results, told_of(results), progress)
    solve_edges(results, progress)
    progress(0.0, "cover")
    project = results.project
    paper = LETTER if project.units == "us" else A4
    setter = Setter(paper[0] - 2 * MARGIN - 2 * FRAME_PADDING)
    story = [setter.set(block) for block in report_blocks(results, progress)]
    count = max(1, len(alike(results)))
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out, pagesize=paper, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=16 * mm,
        bottomMargin=18 * mm, title=f"{project.name}: shape, heat and moisture", author=project.author,
        creator=f"Glacis {__version__}", invariant=1,
    )  # fmt: skip
    footer = _footer(project)
    pages = {"done": 0}

    def page(canvas: Canvas, doc: SimpleDocTemplate) -> None:
        pages["done"] += 1
        progress(min(0.98, 0.6 + 0.4 * pages["done"] / (3 * count + 2)), f"page {pages['done']}")
        footer(canvas, doc)

    document.build(story, onFirstPage=page, onLaterPages=page)
    progress(1.0, "done")
    return out.getvalue()


def _made(known: Known, progress: Progress) -> bytes:
    progress(0.0, "results")
    return report_pdf(results_again(known), progress)


REPORT = LongPart("report", known_to, _made, len)
"""The report of the whole project as a PDF."""
