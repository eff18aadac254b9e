# SPDX-License-Identifier: GPL-3.0-or-later
"""A pack as PDF: cover, contents with page numbers, chapters, and sheets of other sizes bound in at the end."""

import io
from collections.abc import Callable, Iterable
from typing import Any

from msgspec import Struct
from pypdf import PdfReader, PdfWriter
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, PageBreak, Paragraph, SimpleDocTemplate
from reportlab.platypus.tableofcontents import TableOfContents

from glacis import __version__
from glacis.core.graph.part import Progress, unwatched
from glacis.core.model.document import Project
from glacis.report.blocks import Block
from glacis.report.palette import PRINT
from glacis.report.pdf import FRAME_PADDING, MARGIN, Setter
from glacis.report.pdf_scene import FACES

LISTED = {"heading": 0, "sub": 1}
"""Styles of headings that stand in the contents, with their level."""
PASSES = 4
"""Times pages are set until their numbers stand; our judgement: the second is usually right."""


class Bound(Struct, frozen=True):
    """Sheets that are bound in at the end: their title and their pages as PDF."""

    title: str
    content: bytes

    @property
    def pages(self) -> int:
        """How many."""
        return len(PdfReader(io.BytesIO(self.content)).pages)


class _Entry(Flowable):  # type: ignore[misc]
    """Something in the contents that lies on a later page: it takes no room."""

    def __init__(self, title: str, after: int) -> None:
        super().__init__()
        self.title, self.after = title, after

    def wrap(self, _width: float, _height: float) -> tuple[float, float]:
        """No room."""
        return 0.0, 0.0

    def draw(self) -> None:
        """Nothing to see."""


class _Document(SimpleDocTemplate):  # type: ignore[misc]
    """Headings tell the contents where they came to lie."""

    def beforeDocument(self) -> None:
        """Before the first heading no smaller one is listed: it stands on the cover."""
        self._begun = False

    def afterFlowable(self, flowable: Flowable) -> None:
        """A heading, or sheets that come behind the last page."""
        if isinstance(flowable, _Entry):
            self.notify("TOCEntry", (0, flowable.title, self.page + flowable.after, None))
        elif isinstance(flowable, Paragraph) and flowable.style.name in LISTED:
            level, words = LISTED[flowable.style.name], flowable.getPlainText()
            self._begun = self._begun or level == 0
            if not self._begun:
                return
            key = f"{self.page}-{words}"
            self.canv.bookmarkPage(key)
            self.canv.addOutlineEntry(words, key, level, level > 0)
            self.notify("TOCEntry", (level, words, self.page, key))


def _contents() -> TableOfContents:
    contents = TableOfContents(dotsMinLevel=0)
    ink = HexColor(PRINT["ink"])
    first = ParagraphStyle(
        "contents", fontName=FACES["semibold"], fontSize=10, leading=15, textColor=ink
    )
    second = ParagraphStyle(
        "contents-2", fontName=FACES["regular"], fontSize=9, leading=12.5, leftIndent=12
    )
    contents.levelStyles = [first, second]
    return contents


def _stamp(project: Project, title: str, shift: int = 0) -> Callable[[Canvas, Any], None]:
    """Name of the project, the pack and the page at the foot."""

    def paint(canvas: Canvas, document: Any) -> None:
        _foot(canvas, document.pagesize, project, title, document.page + shift)

    return paint


def _foot(
    canvas: Canvas, size: tuple[float, float], project: Project, title: str, page: int
) -> None:
    canvas.saveState()
    canvas.setFont(FACES["regular"], 8)
    canvas.setFillColor(HexColor(PRINT["second"]))
    edge = MARGIN + FRAME_PADDING
    canvas.drawString(edge, 8 * mm, f"{project.name}: {title}")
    canvas.drawRightString(size[0] - edge, 8 * mm, f"page {page}")
    canvas.restoreState()


def pack_pdf(
    project: Project,
    title: str,
    front: Iterable[Block],
    blocks: Iterable[Block],
    bound: tuple[Bound, ...] = (),
    progress: Progress = unwatched,
) -> bytes:
    """A pack; equal packs give equal bytes.

    Args:
        project: whose it is.
        title: of the pack, at every foot.
        front: what stands before the contents.
        blocks: the chapters.
        bound: sheets that come last, in their own sizes.
        progress: told while pages are set.
    """
    paper = LETTER if project.units == "us" else A4
    setter = Setter(paper[0] - 2 * MARGIN - 2 * FRAME_PADDING)
    story: list[Flowable] = [setter.set(block) for block in front]
    story += [PageBreak(), setter.heading("Contents"), _contents(), PageBreak()]
    story += [setter.set(block) for block in blocks]
    after = 1
    for sheets in bound:
        story.append(_Entry(sheets.title, after))
        after += sheets.pages
    progress(0.6, "pages")
    out = io.BytesIO()
    foot = _stamp(project, title)
    _Document(
        out, pagesize=paper, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=16 * mm, bottomMargin=18 * mm,
        title=f"{project.name}: {title}", author=project.author, creator=f"Glacis {__version__}", invariant=1,
    ).multiBuild(story, maxPasses=PASSES, onFirstPage=foot, onLaterPages=foot)  # fmt: skip
    progress(0.9, "sheets")
    return _bound_in(out.getvalue(), project, title, bound) if bound else out.getvalue()


def _bound_in(main: bytes, project: Project, title: str, bound: tuple[Bound, ...]) -> bytes:
    """Sheets behind the pages, each with the number it has in the pack."""
    writer = PdfWriter(clone_from=io.BytesIO(main))
    number = len(writer.pages)
    for sheets in bound:
        reader = PdfReader(io.BytesIO(sheets.content))
        first = number
        for page in reader.pages:
            number += 1
            size = float(page.mediabox.width), float(page.mediabox.height)
            stamp = PdfReader(_numbered(size, project, title, number)).pages[0]
            writer.add_page(page).merge_page(stamp)
        writer.add_outline_item(title=sheets.title, page_number=first)
    writer.metadata = None
    writer.add_metadata(
        {"/Title": f"{project.name}: {title}", "/Author": project.author, "/Creator": f"Glacis {__version__}"}
    )  # fmt: skip
    out = io.BytesIO()
    writer.write(out)
    return out.getvalue()


def _numbered(size: tuple[float, float], project: Project, title: str, number: int) -> io.BytesIO:
    held = io.BytesIO()
    canvas = Canvas(held, pagesize=size, invariant=1)
    _foot(canvas, size, project, title, number)
    canvas.save()
    held.seek(0)
    return held
