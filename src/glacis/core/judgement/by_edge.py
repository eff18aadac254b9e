# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of what junctions lose, and of their coldest points."""

from msgspec import Struct

from glacis.core.area.parts import ANALYSED
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.junctions.edge_parts import CASES, SECTION, Loss, losses_of
from glacis.core.junctions.parts import PIECES
from glacis.core.junctions.pieces import Piece
from glacis.core.junctions.solved import EdgeFault, EdgeSolved
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
    """What findings of edges depend on."""

    subjects: tuple[EdgeSubject, ...]
    rules: tuple[AnyRule, ...]


def _losses(reader: Reader, *, at_once: bool) -> tuple[Loss, ...]:
    known = losses_of(reader)
    if known is not None or not at_once:
        return known or ()
    found = []
    for piece in reader.value(PIECES, WHOLE):
        view = reader.value(SECTION, piece.id)
        if view is not None and not isinstance(view, EdgeFault):
            found.append(Loss(piece, view.solved))
    return tuple(found)


def _subjects(reader: Reader, *, at_once: bool) -> tuple[EdgeSubject, ...]:
    losses = _losses(reader, at_once=at_once)
    if not losses:
        return ()
    cases = {item.piece: item.case for item in reader.value(CASES, WHOLE)}
    alike: dict[tuple[str, object], list[str]] = {}
    for piece in reader.value(PIECES, WHOLE):
        alike.setdefault((piece.areas[0], cases.get(piece.id)), []).append(piece.id)
    found = []
    for loss in losses:
        case = cases.get(loss.piece.id)
        if loss.solved is not None and case is not None:
            area = loss.piece.areas[0]
            surface = reader.value(ANALYSED, area).surface
            same = tuple(alike[area, case])
            found.append(EdgeSubject(loss.piece, loss.solved, case.detail, surface, same))
    return tuple(found)


def _judge(read: EdgesJudged) -> tuple[Finding, ...]:
    return judge(read.subjects, read.rules)


def _reads(reader: Reader, _subject: str) -> EdgesJudged:
    return EdgesJudged(_subjects(reader, at_once=False), rules_about(reader, "edge-heat"))


def _reads_at_once(reader: Reader, _subject: str) -> EdgesJudged:
    return EdgesJudged(_subjects(reader, at_once=True), rules_about(reader, "edge-heat"))


EDGE_HEAT_FINDINGS = Part("findings of heat at edges", _reads, _judge)
"""What is wrong with what edges lose; nothing before that is worked out."""
QUICK_EDGE_FINDINGS = Part("findings of heat at edges at once", _reads_at_once, _judge)
"""The same on coarse grids, for a change that is only considered."""


def edge_findings(reader: Reader, *, at_once: bool) -> tuple[Finding, ...]:
    """What is wrong with what edges lose."""
    return reader.value(QUICK_EDGE_FINDINGS if at_once else EDGE_HEAT_FINDINGS, WHOLE)


def edge_subject(reader: Reader, junction: str) -> EdgeSubject | None:
    """A junction as rules about heat are asked about it; None where there is none of this id."""
    return next(
        (item for item in _subjects(reader, at_once=True) if item.piece.id == junction), None
    )
