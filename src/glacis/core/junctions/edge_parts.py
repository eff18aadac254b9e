# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat through junctions as parts of the results."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.area.parts import ANALYSED
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import WHOLE, LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
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
from glacis.core.junctions.parts import PIECES, SIZE_OF_PIECE
from glacis.core.junctions.pieces import Piece
from glacis.core.junctions.sections.stack import Stack, stack_of, wall_stack
from glacis.core.model.document import RoofArea
from glacis.core.model.edge_detail import EdgeDetail, Wall
from glacis.core.model.junctions import StatedJunction
from glacis.core.shape.parts import SHAPE
from glacis.core.shape.shape import RoofShape

if TYPE_CHECKING:
    from glacis.core.junctions.solved import EdgeFault, EdgeSolved
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


def _stack(reader: Reader, area: str) -> Stack | None:
    thermal = reader.value(THERMAL, area)
    try:
        return stack_of(thermal.layers, thermal.films)
    except ValueRefused:
        return None


def _reads_cases(reader: Reader, _subject: str) -> CasesRead:
    project = reader.project
    stacks = tuple((area.id, _stack(reader, area.id)) for area in project.areas)
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


def _edge_cases(reader: Reader, _subject: str) -> tuple[EdgeCase, ...]:
    return tuple(
        dict.fromkeys(item.case for item in reader.value(CASES, WHOLE) if item.case is not None)
    )


def _solve_all(
    cases: tuple[EdgeCase, ...], progress: Progress
) -> tuple["EdgeSolved | EdgeFault", ...]:
    from glacis.core.junctions.solved import try_edge

    found = []
    for number, case in enumerate(cases):
        progress(number / len(cases), f"section {number + 1} of {len(cases)}")
        found.append(try_edge(case))
    return tuple(found)


EDGES: "LongPart[tuple[EdgeCase, ...], tuple[EdgeSolved | EdgeFault, ...]]" = LongPart(
    "junctions solved", _edge_cases, _solve_all
)
"""Heat through the sections of all junctions, each content once, in the order of :func:`distinct`."""


class Loss(Struct, frozen=True):
    """A junction with what it loses.

    Attributes:
        piece: the junction.
        solved: None where it has no section or that could not be solved.
        why: in words, where it has none.
    """

    piece: Piece
    solved: "EdgeSolved | None"
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


def losses_of(reader: Reader) -> tuple[Loss, ...] | None:
    """What every junction loses; None where that was not worked out yet."""
    solved = reader.ready(EDGES, WHOLE)
    if solved is None:
        return None
    by_case = dict(zip(_edge_cases(reader, WHOLE), solved, strict=True))
    pieces = {piece.id: piece for piece in reader.value(PIECES, WHOLE)}
    found = []
    for item in reader.value(CASES, WHOLE):
        edge = by_case[item.case] if item.case is not None else None
        if edge is None or hasattr(edge, "why"):
            found.append(Loss(pieces[item.piece], None, item.why or getattr(edge, "why", "")))
        else:
            found.append(Loss(pieces[item.piece], edge))
    return tuple(found)


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
