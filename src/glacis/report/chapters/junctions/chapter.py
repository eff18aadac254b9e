# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions in the report: what is open, the matrix, and each kind of junction drawn."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.graph.part import WHOLE
from glacis.core.graph.reader import Reader
from glacis.core.junctions.cases import POINTS
from glacis.core.junctions.edge_parts import SECTION, losses_of
from glacis.core.junctions.edge_solved import EdgeFault
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.questions import Question, at_risk, questions_of
from glacis.core.junctions.rows import Row, rows_of
from glacis.core.junctions.traced import Traced
from glacis.core.junctions.view import SectionView
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.blocks import Block, Blocks, Gap, NewPage, Picture, Room, Words, words_grid
from glacis.report.charts.junction_lines import LinesView, lines_scene, link_words
from glacis.report.charts.junction_matrix import HEAD, ROW, MatrixView, matrix_scene, row_words
from glacis.report.charts.junction_section import SectionDrawing, section_scene

WIDTH = 760.0
LINES, SECTION_SIZE = (WIDTH, 330.0), (WIDTH, 380.0)
A_PAGE = 30
"""Rows of the matrix on a page; our judgement: as many as are read without losing the line."""
CAUTION = (
    "Edges are where people fall and where roofs leak. Usual lines stand wherever nobody drew others: they are trade "
    "knowledge, and products' approvals, local codes and the engineer outrank them. Loss and coldest point are two "
    "verdicts: a break that cuts the one can leave the other."
)


class Detail(Struct, frozen=True):
    """One row of the matrix, drawn.

    Attributes:
        row: of the matrix.
        view: section; None for none.
        why: there is none, in words.
    """

    row: Row
    view: SectionView | None
    why: str = ""


class JunctionsChapter(Struct, frozen=True):
    """What the chapter says."""

    details: tuple[Detail, ...]
    junctions: tuple[Traced, ...]
    questions: tuple[Question, ...]
    names: tuple[tuple[str, str], ...]
    units: System


def details_of(reader: Reader) -> tuple[Detail, ...]:
    """Every row of the matrix with its section."""
    project = reader.project
    assemblies = {area.id: area.assembly for area in project.areas}
    losses = losses_of(reader) or ()
    whys = {item.piece.id: item.why for item in losses}
    found = []
    for row in rows_of(reader.value(JUNCTIONS, WHOLE), assemblies, losses):
        view = reader.value(SECTION, row.first.piece.id)
        if isinstance(view, EdgeFault):
            found.append(Detail(row, None, view.why))
        else:
            found.append(
                Detail(row, view, whys.get(row.first.piece.id, "") if view is None else "")
            )
    return tuple(found)


def reads(reader: Reader, _subject: str) -> JunctionsChapter:
    """What the chapter depends on."""
    junctions = reader.value(JUNCTIONS, WHOLE)
    names = tuple((area.id, area.name) for area in reader.project.areas)
    asked = questions_of(junctions, reader.project.answers)
    return JunctionsChapter(details_of(reader), junctions, asked, names, reader.project.units)


def blocks(read: JunctionsChapter) -> Blocks:
    """The chapter; nothing for a roof without edges."""
    if not read.details:
        return ()
    return (
        NewPage(),
        Words("Junctions", "heading"),
        *_questions(read),
        *_risk(read),
        *_matrix(read),
        *(
            block
            for detail in read.details
            for block in detail_blocks(detail, dict(read.names), read.units)
        ),
        Words(CAUTION, "small"),
    )


def _questions(read: JunctionsChapter) -> Iterator[Block]:
    yield Words("What a crew would have to guess", "sub")
    if not read.questions:
        yield Words("Nothing: every link is drawn by somebody and made by somebody.")
        return
    yield from question_grid(read.questions, read.junctions)


def question_grid(
    questions: tuple[Question, ...], junctions: tuple[Traced, ...]
) -> Iterator[Block]:
    """Questions as a table with what was answered."""
    names = {item.piece.id: item.piece.name or item.piece.words for item in junctions}
    rows: list[tuple[str, ...]] = [("junction", "question", "answer", "who, when")]
    for question in questions:
        answer = question.answer
        many = f" × {question.count}" if question.count > 1 else ""
        rows.append((
            names.get(question.junction, "") + many, question.asks, answer.answer if answer else "open",
            f"{answer.who}, {answer.date}" if answer else "",
        ))  # fmt: skip
    yield words_grid(rows, (22, 44, 26, 18), left=4)


def _risk(read: JunctionsChapter) -> Iterator[Block]:
    for risk in at_risk(read.junctions):
        length = with_unit(risk.length, Quantity.LENGTH, read.units)
        points = f" and {risk.points} points" if risk.points else ""
        yield Words(f"{risk.control.capitalize()} line {risk.state} along {length}{points}.")


def _matrix(read: JunctionsChapter) -> Iterator[Block]:
    rows = tuple(detail.row for detail in read.details)
    names = dict(read.names)
    for first in range(0, len(rows), A_PAGE):
        shown = rows[first : first + A_PAGE]
        view = MatrixView(shown, names, read.units)
        yield Gap(6)
        yield Picture(matrix_scene(view, (WIDTH, HEAD + ROW * len(shown) + 20)))


def loss_words(row: Row, system: System) -> str:
    """What a junction loses, and its coldest point, in a sentence; empty where nobody knows."""
    solved = row.loss.solved if row.loss is not None else None
    if solved is None:
        return ""
    shares = "; ".join(
        f"{share.name} U {with_unit(share.transmittance, Quantity.TRANSMITTANCE, system)}"
        + (
            "" if row.first.piece.kind in POINTS else
            f", {with_unit(share.internal, Quantity.LENGTH, system)} inside, "
            f"{with_unit(share.external, Quantity.LENGTH, system)} outside"
        )
        for share in solved.shares
    )  # fmt: skip
    if row.first.piece.kind in POINTS:
        loses = f"χ {with_unit(solved.internal, Quantity.POINT, system)}"
    else:
        inner, outer = (
            with_unit(x, Quantity.LINEAR, system) for x in (solved.internal, solved.external)
        )
        loses = f"ψ_e {outer}, ψ_i {inner}"
    return (
        f"{loses}; f_Rsi {plain(solved.factor, 3)} at the coldest point. Measured with: {shares}."
    )


def link_rows(found: Traced, system: System) -> list[tuple[str, ...]]:
    """The links of a junction as rows of words."""
    rows: list[tuple[str, ...]] = [("line", "from", "to", "joined", "over", "made by", "drawn by")]
    for link in found.links:
        over = {"from": link.start, "to": link.end, "none": ""}[link.over]
        drawn = f"{link.drawn_by or 'nobody'} {link.dated}".strip()
        rows.append(
            (
                link.control,
                link.start,
                link.end,
                link_words(link, system),
                over,
                link.trade or "nobody",
                drawn,
            )
        )
    return rows


def detail_blocks(detail: Detail, names: dict[str, str], system: System) -> Iterator[Block]:
    """One junction: its section, its four lines, its links."""
    found = detail.row.first
    words = row_words(detail.row, names)
    yield Room(150)
    yield Words(words[0].upper() + words[1:], "sub")
    if detail.view is not None:
        solved = detail.row.loss.solved if detail.row.loss is not None else None
        drawing = SectionDrawing(detail.view, found, system, solved)
        yield Picture(section_scene(drawing, SECTION_SIZE))
    elif detail.why:
        yield Words(f"No section: {detail.why}.", "small")
    told = loss_words(detail.row, system)
    if told:
        yield Words(told, "small")
    yield Picture(lines_scene(LinesView(found, system), LINES))
    yield words_grid(link_rows(found, system), (9, 20, 20, 13, 18, 14, 18), left=7)
    yield Gap(6)
