# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules about junctions ask again and again."""

from glacis.core.judgement.by_junction import LinesSubject
from glacis.core.judgement.finding import Evidence, Finding, Severity
from glacis.core.judgement.place import on_edge


def plain(words: str) -> str:
    """Words that somebody typed, fit for a template."""
    return words.replace("{", "(").replace("}", ")")


def says(
    subject: LinesSubject, rule: str, severity: Severity, template: str, *evidence: Evidence
) -> Finding:
    """A finding on a junction."""
    piece = subject.piece
    return Finding(rule, severity, "junctions", on_edge(piece.id, piece.areas), template, evidence)


def name_of(subject: LinesSubject) -> str:
    """A junction in words, as a sentence begins with it."""
    piece = subject.piece
    words = f"{piece.words} “{plain(piece.name)}”" if piece.name else piece.words
    return words[0].upper() + words[1:]


def things(names: tuple[str, ...]) -> str:
    """Names of things in a sentence."""
    return plain(", ".join(names)) or "nothing"
