# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat through junctions as parts of the results."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.area.parts import ANALYSED
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE, LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL, Thermal
from glacis.core.junctions.cases import (
    AT_LINES,
    POINTS,
    UNSOLVED,
    WALLED,
    EdgeCase,
    fold,
    is_hollow,
    usual_detail,
)
from glacis.core.junctions.edge_solved import EdgeFault, EdgeSolved
from glacis.core.junctions.parts import PIECES, SIZE_OF_PIECE
from glacis.core.junctions.pieces import Piece
from glacis.core.junctions.sections.stack import Stack, stack_of, wall_stack
from glacis.core.model.document import RoofArea
from glacis.core.model.edge_detail import EdgeDetail, Wall
from glacis.core.model.junctions import StatedJunction
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.shape import RoofShape

if TYPE_CHECKING:
    from glacis.core.junctions.view import Rooms, SectionView


class CaseOf(Struct, frozen=True):
    """What the section of one junction is drawn from.

    Attributes:
        piece: id of the junction.
        case: None where it has none.
        why: there is none, in words; empty where there is one.
    """

    piece: str
    case: EdgeCase | None
    why: str = ""


class CasesRead(Struct, frozen=True):
    """What the sections of all junctions depend on.

    Attributes:
        pieces: every junction.
        stated: what somebody said about them.
        areas: roof areas.
        stacks: plies and films of every area, by its id; None where no layer counts.
        walls: of the project.
        shape: of the roof in space.
    """

    pieces: tuple[Piece, ...]
    stated: tuple[StatedJunction, ...]
    areas: tuple[RoofArea, ...]
    stacks: tuple[tuple[str, Stack | None], ...]
    walls: tuple[Wall, ...]
    shape: RoofShape


def _stack(thermal: Thermal) -> Stack | None:
    try:
        return stack_of(thermal.layers, thermal.films)
    except ValueRefused:
        return None


STACK = Part("plies of an area", lambda reader, area: reader.value(THERMAL, area), _stack)
"""Plies and films of an area; None where no layer counts."""


def _reads_cases(reader: Reader, _subject: str) -> CasesRead:
    project = reader.project
    stacks = tuple((area.id, reader.value(STACK, area.id)) for area in project.areas)
    return CasesRead(
        reader.value(PIECES, WHOLE), project.junctions, project.areas, stacks, project.walls,
        reader.value(SHAPE, WHOLE),
    )  # fmt: skip


def _cases(read: CasesRead) -> tuple[CaseOf, ...]:
    stated = {item.id: item for item in read.stated}
    stacks, walls = dict(read.stacks), {wall.id: wall for wall in read.walls}
    pitches = {area.id: area.pitch for area in read.areas}
    found = []
    for piece in read.pieces:
        own = stated.get(piece.id)
        detail = (
            own.detail if own is not None and own.detail is not None else usual_detail(piece.kind)
        )
        found.append(_case(read, piece, detail, (stacks, walls, pitches)))
    return tuple(found)


Known = tuple[dict[str, Stack | None], dict[str, Wall], dict[str, float]]


def _case(read: CasesRead, piece: Piece, detail: EdgeDetail, known: Known) -> CaseOf:
    stacks, walls, pitches = known
    if piece.kind in UNSOLVED:
        return CaseOf(piece.id, None, "has no section of its own")
    mine, other = stacks.get(piece.areas[0]), stacks.get(piece.areas[-1])
    if mine is None or other is None:
        return CaseOf(piece.id, None, "no layer of the build-up resists heat")
    wall = None
    if piece.kind in WALLED:
        stated = walls.get(detail.wall) if detail.wall else next(iter(walls.values()), None)
        if stated is None:
            return CaseOf(piece.id, None, "state the wall that stands below or beside")
        wall = wall_stack(stated)
    pitch, second = pitches.get(piece.areas[0], 0.0), other if other != mine else None
    if piece.kind in AT_LINES:
        planes = [plane for plane in read.shape.planes if plane.id in piece.areas]
        slopes = pitches[piece.areas[0]], pitches[piece.areas[-1]]
        pitch = fold(
            planes[0], planes[-1], hollow=is_hollow(piece, slopes, piece.upper == piece.areas[0])
        )
    elif piece.kind != "change":
        second = None
    if piece.kind != "eaves-warm" and piece.kind not in AT_LINES:
        pitch = 0.0
    return CaseOf(piece.id, EdgeCase(piece.kind, mine, second, wall, detail, round(pitch, 6)))


CASES = Part(
    "sections of junctions",
    _reads_cases,
    _cases,
    lambda found: 2 * SIZE_OF_PIECE * (1 + len(found)),
)
"""What the section of every junction is drawn from."""


Solved = tuple[EdgeSolved | EdgeFault, ...]


def _distinct(cases: tuple[CaseOf, ...]) -> tuple[EdgeCase, ...]:
    return tuple(dict.fromkeys(item.case for item in cases if item.case is not None))


DISTINCT = Part("sections told apart", lambda reader, _: reader.value(CASES, WHOLE), _distinct)
"""What is drawn, each content once."""


def _reads_edges(reader: Reader, _subject: str) -> tuple[EdgeCase, ...]:
    """The contents themselves, so that a document that has the same ones has them solved."""
    return reader.once("sections to solve", lambda: (*reader.value(DISTINCT, WHOLE),))


def _solve_all(cases: tuple[EdgeCase, ...], progress: Progress) -> Solved:
    from glacis.core.junctions.solved import try_edge

    found = []
    for number, case in enumerate(cases):
        progress(number / len(cases), f"section {number + 1} of {len(cases)}")
        found.append(try_edge(case))
    return tuple(found)


EDGES: LongPart[tuple[EdgeCase, ...], Solved] = LongPart(
    "junctions solved", _reads_edges, _solve_all
)
"""Heat through the sections of all junctions, each content once, in the order of ``DISTINCT``."""


class Loss(Struct, frozen=True):
    """A junction with what it loses.

    Attributes:
        piece: the junction.
        solved: None where it has no section or that could not be solved.
        why: in words, where it has none.
    """

    piece: Piece
    solved: EdgeSolved | None
    why: str = ""

    @property
    def loss(self) -> float:
        """Heat lost beyond the clear field by outer measures [W/K]."""
        if self.solved is None:
            return 0.0
        size = (
            self.piece.count if self.piece.kind in POINTS else self.piece.length * self.piece.count
        )
        return self.solved.external * size


class LossesRead(Struct, frozen=True):
    """What the losses of all junctions depend on."""

    pieces: tuple[Piece, ...]
    cases: tuple[CaseOf, ...]
    distinct: tuple[EdgeCase, ...]
    solved: Solved


def _reads_losses(reader: Reader, _subject: str) -> LossesRead:
    return LossesRead(
        reader.value(PIECES, WHOLE), reader.value(CASES, WHOLE), reader.value(DISTINCT, WHOLE),
        reader.value(EDGES, WHOLE),
    )  # fmt: skip


def _losses(read: LossesRead) -> tuple[Loss, ...]:
    by_case = dict(zip(read.distinct, read.solved, strict=True))
    pieces = {piece.id: piece for piece in read.pieces}
    return tuple(_loss(pieces[item.piece], item, by_case) for item in read.cases)


def _loss(piece: Piece, item: CaseOf, by_case: dict[EdgeCase, EdgeSolved | EdgeFault]) -> Loss:
    if item.case is None:
        return Loss(piece, None, item.why)
    edge = by_case[item.case]
    return Loss(piece, None, edge.why) if isinstance(edge, EdgeFault) else Loss(piece, edge)


LOSSES = Part("losses of junctions", _reads_losses, _losses)
"""What every junction loses; not ready before the sections are solved."""


def losses_of(reader: Reader) -> tuple[Loss, ...] | None:
    """What every junction loses; None where that was not worked out yet."""
    return None if reader.ready(EDGES, WHOLE) is None else reader.value(LOSSES, WHOLE)


class SectionRead(Struct, frozen=True):
    """What the drawing of a section depends on; nothing where the junction has none."""

    case: EdgeCase | None
    rooms: "Rooms | None"


def _reads_section(reader: Reader, piece: str) -> SectionRead:
    case = next((item.case for item in reader.value(CASES, WHOLE) if item.piece == piece), None)
    if case is None:
        return SectionRead(None, None)
    from glacis.core.junctions.view import Rooms

    area = next(item.areas[0] for item in reader.value(PIECES, WHOLE) if item.id == piece)
    surface = reader.value(ANALYSED, area).surface
    inside = reader.zone(reader.area(area)).temperature
    return SectionRead(
        case, Rooms(inside, reader.project.site.climate.design_winter, surface.least_factor)
    )


def _section(read: SectionRead) -> "SectionView | EdgeFault | None":
    if read.case is None or read.rooms is None:
        return None
    from glacis.core.junctions.view import section_view

    return section_view(read.case, read.rooms)


SECTION = Part("section of a junction", _reads_section, _section)
"""The section of one junction with its temperatures on a coarse grid, as it is drawn; None for none."""
