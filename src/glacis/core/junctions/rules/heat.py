# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what edges lose, and about their coldest points: two verdicts, not one."""

from collections.abc import Iterator
from functools import partial

from glacis.core.judgement.by_edge import EdgeSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity
from glacis.core.judgement.place import on_edge
from glacis.core.junctions.cases import POINTS
from glacis.core.junctions.change import set_details
from glacis.core.junctions.rules.asked import plain
from glacis.core.junctions.ways import improved, ways_of
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

DEFAULTS: dict[str, float] = {
    "parapet": 0.3, "flat-edge": 0.15, "wall-level": 0.2, "wall-side": 0.2, "eaves-warm": 0.1, "eaves-cold": 0.15,
    "eaves-heel": 0.1, "verge": 0.15, "mono-top": 0.15, "ridge": 0.05, "hip": 0.05, "valley": 0.08, "break": 0.08,
    "kerb": 0.2, "roof-window": 0.2, "obstacle": 0.4, "threshold": 0.3, "change": 0.1, "movement-joint": 0.1,
    "module-joint": 0.1,
}  # fmt: skip
"""Psi by outer lengths from which an edge is minded [W/(m·K)]; our judgement, below the defaults of ISO
14683:2017, which take the worst of each kind."""
POINT_DEFAULT = 0.15
"""The same for chi of a point [W/K]; our judgement."""


def _name(subject: EdgeSubject) -> str:
    piece = subject.piece
    words = f"{piece.words} “{plain(piece.name)}”" if piece.name else piece.words
    return words[0].upper() + words[1:]


def _says(subject: EdgeSubject, rule: str, template: str, *evidence: Evidence) -> Finding:
    severity: Severity = "stop" if rule == "edge.mould" else "mind"
    piece = subject.piece
    return Finding(rule, severity, "junctions", on_edge(piece.id, piece.areas), template, evidence)


def _mould(subject: EdgeSubject) -> Iterator[Finding]:
    needed = subject.surface.least_factor
    if needed is not None and subject.solved.factor < needed:
        yield _says(
            subject, "edge.mould",
            f"{_name(subject)}: f_Rsi of its coldest point is {{0}}; these rooms need {{1}}.",
            Evidence("f_Rsi", subject.solved.factor, Quantity.FACTOR), Evidence("needed", needed, Quantity.FACTOR),
        )  # fmt: skip


def _better(_project: Project, subject: EdgeSubject, _finding: Finding) -> tuple[Remedy, ...]:
    ways = []
    for words, sizes in ways_of(subject.piece.kind):
        detail = improved(subject.detail, sizes)
        change = partial(set_details, junctions=subject.alike, detail=detail)
        ways.append(Remedy(words, change))
    return tuple(ways)


MOULD = Rule(
    "edge.mould",
    "Mould at the edge",
    "junctions",
    "stop",
    "At an edge the inner face is colder than anywhere on the field; where it is too cold for the air of the rooms, "
    "mould grows there first. A break that cuts the loss to a quarter can leave the coldest point where it was.",
    "ISO 13788:2012, 5.3, with f_Rsi of ISO 10211:2017",
    _mould,
    _better,
)


def _loss(subject: EdgeSubject) -> Iterator[Finding]:
    point = subject.piece.kind in POINTS
    limit = POINT_DEFAULT if point else DEFAULTS.get(subject.piece.kind)
    if limit is not None and subject.solved.external > limit:
        kind = Quantity.POINT if point else Quantity.LINEAR
        words = "chi is {0}" if point else "psi by outer lengths is {0}"
        yield _says(
            subject, "edge.loss", f"{_name(subject)}: {words}, over {{1}} that good edges of this kind keep.",
            Evidence("psi", subject.solved.external, kind), Evidence("limit", limit, kind),
        )  # fmt: skip


LOSS = Rule(
    "edge.loss",
    "Edge that loses much",
    "junctions",
    "mind",
    "What an edge loses beyond the field comes on top of every U-value, for the life of the building.",
    "Our judgement after ISO 14683:2017: below its default values, which take the worst of each kind",
    _loss,
    _better,
)

RULES = (MOULD, LOSS)
