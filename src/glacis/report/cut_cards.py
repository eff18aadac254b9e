# SPDX-License-Identifier: GPL-3.0-or-later
"""Cut cards: one card for every meeting of two planes, two to a page, to be taken to the saw."""

import io
from collections.abc import Iterator
from html import escape

from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph, SimpleDocTemplate, Spacer

from glacis.core.model.document import Project
from glacis.core.model.saw import Saw
from glacis.core.shape.cuts import Cut
from glacis.core.shape.shape import RoofShape
from glacis.core.units.quantities import System
from glacis.report.charts.cuts import cut_picture, cut_words, degrees_words
from glacis.report.pdf_scene import FACES, Drawing, register_fonts
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Anchor,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    box,
    shorten,
)

WIDE, HIGH = 520.0, 348.0
"""Size of a card [pt]."""
HEADS = ("side", "mitre", "jack bevel", "backing")
CAUTION = (
    "Cut a trial piece first. Clamp the board; a tilted blade throws its offcut and raises dust. Guard, "
    "eyes, ears, lungs."
)


def _table(cut: Cut, names: dict[str, str], x: float, y: float) -> Iterator[Item]:
    columns = (x, x + 184, x + 244, x + 304)
    for head, at in zip(HEADS, columns, strict=True):
        anchor: Anchor = "start" if at == x else "end"
        yield Text(at, y, head, 12, "second", anchor)
    yield Line((x, y + 5, x + 304, y + 5), "ink", FACE)
    for row, side in enumerate(cut.sides, 1):
        base = y + 4 + 14.5 * row
        yield Text(x, base, shorten(names[side.area], 130, 12), 12)
        for at, value in zip(columns[1:], (side.mitre, side.jack_bevel, side.backing), strict=True):
            yield Text(at, base, degrees_words(value), 12, "ink", "end", "mono")


def card_scene(cut: Cut, names: dict[str, str], saw: Saw, system: System, number: int) -> Scene:
    """One card.

    Args:
        cut: what is cut.
        names: of the areas by id.
        saw: the board and how deep the saw reaches.
        system: units of the reader.
        number: of the card.
    """
    meeting = " and ".join(shorten(names[area], 220, 15) for area in cut.areas)
    items: list[Item] = [
        Patch(box(0.5, 0.5, WIDE - 0.5, HIGH - 0.5), "bench", "ink", FACE),
        Text(16, 28, f"{number}  {cut.kind.capitalize()}", 17, "ink", "start", "semibold"),
        Text(16, 48, meeting, 13, "second"),
        Line((16, 58, WIDE - 16, 58), "hairline", DIMENSION),
        Text(16, 78, "square to the line", 12, "second"),
        *cut_picture(cut, 105, 132, 80.0),
        Text(16, 262, f"pitch of the line {degrees_words(cut.line_pitch)}", 13),
    ]
    base = 84.0
    for words in cut_words(cut, names, saw, system):
        for line in _lines(words, WIDE - 216):
            items.append(Text(200, base, line, 11))
            base += 13.2
    items.extend(_table(cut, names, 200, max(base + 4, 250)))
    items.append(Text(16, HIGH - 12, CAUTION, 10.5, "second"))
    return Scene(WIDE, HIGH, tuple(items))


def _lines(words: str, width: float) -> list[str]:
    from reportlab.lib.utils import simpleSplit

    indent = len(words) - len(words.lstrip())
    parts = simpleSplit(words, FACES["regular"], 11, width)
    return [" " * indent + parts[0], *parts[1:]] if parts else []


def cut_cards_pdf(project: Project, shape: RoofShape) -> bytes:
    """All cards of a project as PDF, on A4 or letter paper by its units."""
    register_fonts()
    names = {area.id: area.name for area in project.areas}
    style = ParagraphStyle("body", fontName=FACES["regular"], fontSize=10, leading=14)
    head = ParagraphStyle("head", parent=style, fontName=FACES["semibold"], fontSize=15, leading=20)
    story: list[Flowable] = [
        Paragraph(f"Cut cards: {escape(project.name)}", head),
        Paragraph(
            "Angles of the true planes, without play. Check the pitch on the roof before the first cut.", style,
        ),
        Spacer(0, 8),
    ]  # fmt: skip
    cuts = shape.cuts
    if not cuts:
        story.append(
            Paragraph("No hips, valleys, ridges or breaks: nothing meets at an angle.", style)
        )
    for number, cut in enumerate(cuts, 1):
        card = Drawing(card_scene(cut, names, project.saw, project.units, number), WIDE)
        story.append(KeepTogether([card, Spacer(0, 6)]))
    out = io.BytesIO()
    SimpleDocTemplate(
        out, pagesize=letter if project.units == "us" else A4, leftMargin=15 * mm,
        rightMargin=12 * mm, topMargin=10 * mm, bottomMargin=8 * mm,
        title=f"Cut cards: {project.name}", author=project.author, invariant=1,
    ).build(story)  # fmt: skip
    return out.getvalue()
