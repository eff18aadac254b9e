# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of what junctions lose, and of their coldest points."""

from msgspec import Struct

from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.junctions.edge_parts import CASES, SECTION, CaseOf, Loss, losses_of
from glacis.core.junctions.edge_solved import EdgeFault, EdgeSolved
from glacis.core.junctions.parts import PIECES
from glacis.core.junctions.pieces import Piece
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.moisture.surface import Surface


class EdgeSubject(Struct, frozen=True):
    """A junction whose section was solved, as rules are asked about it.

    Attributes:
        piece: the junction.
        solved: what it loses.
        detail: sizes it was drawn with.
        surface: what the rooms below ask of inner faces.
        alike: ids of the junctions of this area that are drawn from the same, this one with them.
    """

    piece: Piece
    solved: EdgeSolved
    detail: EdgeDetail
    surface: Surface
    alike: tuple[str, ...] = ()


class EdgesJudged(Struct, frozen=True):
    """What findings of edges depend on: nothing of the rest before there are losses.

    Attributes:
        losses: what every junction loses.
        pieces: every junction.
        cases: what their sections are drawn from.
        surfaces: what the rooms below each area ask, by its id.
        rules: that are asked.
    """

    losses: tuple[Loss, ...] = ()
    pieces: tuple[Piece, ...] = ()
    cases: tuple[CaseOf, ...] = ()
    surfaces: tuple[tuple[str, Surface], ...] = ()
    rules: tuple[AnyRule, ...] = ()


def _quick_losses(reader: Reader) -> tuple[Loss, ...]:
    """What junctions lose on coarse grids."""
    found = []
    for piece in reader.value(PIECES, WHOLE):
        view = reader.value(SECTION, piece.id)
        if view is not None and not isinstance(view, EdgeFault):
            found.append(Loss(piece, view.solved))
    return tuple(found)


def _read(reader: Reader, losses: tuple[Loss, ...]) -> EdgesJudged:
    if not losses:
        return EdgesJudged()
    areas = dict.fromkeys(loss.piece.areas[0] for loss in losses)
    surfaces = tuple((area, reader.value(ANALYSED, area).surface) for area in areas)
    pieces, cases = reader.value(PIECES, WHOLE), reader.value(CASES, WHOLE)
    return EdgesJudged(losses, pieces, cases, surfaces, rules_about(reader, "edge-heat"))


def _reads(reader: Reader, _subject: str) -> EdgesJudged:
    return _read(reader, losses_of(reader) or ())


def _reads_at_once(reader: Reader, _subject: str) -> EdgesJudged:
    known = losses_of(reader)
    return _read(reader, _quick_losses(reader) if known is None else known)


def _subjects(read: EdgesJudged) -> tuple[EdgeSubject, ...]:
    cases = {item.piece: item.case for item in read.cases}
    surfaces = dict(read.surfaces)
    alike: dict[tuple[str, object], list[str]] = {}
    for piece in read.pieces:
        alike.setdefault((piece.areas[0], cases.get(piece.id)), []).append(piece.id)
    found = []
    for loss in read.losses:
        area, case = loss.piece.areas[0], cases.get(loss.piece.id)
        if loss.solved is not None and case is not None:
            same = tuple(alike[area, case])
            found.append(EdgeSubject(loss.piece, loss.solved, case.detail, surfaces[area], same))
    return tuple(found)


def _judge(read: EdgesJudged) -> tuple[Finding, ...]:
    return judge(_subjects(read), read.rules)


EDGE_HEAT_FINDINGS = Part("findings of heat at edges", _reads, _judge)
"""What is wrong with what edges lose; nothing before that is worked out."""
QUICK_EDGE_FINDINGS = Part("findings of heat at edges at once", _reads_at_once, _judge)
"""The same on coarse grids, for a change that is only considered."""


def edge_findings(reader: Reader, *, at_once: bool) -> tuple[Finding, ...]:
    """What is wrong with what edges lose."""
    return reader.value(QUICK_EDGE_FINDINGS if at_once else EDGE_HEAT_FINDINGS, WHOLE)


def edge_subject(reader: Reader, junction: str) -> EdgeSubject | None:
    """A junction as rules about heat are asked about it; None where there is none of this id."""
    subjects = _subjects(_reads_at_once(reader, WHOLE))
    return next((item for item in subjects if item.piece.id == junction), None)
