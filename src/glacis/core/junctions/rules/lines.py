# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about control lines: each is drawn without lifting the pen, by somebody, and made by somebody."""

from collections.abc import Callable, Iterator
from functools import partial
from typing import Any, Literal

from glacis.core.judgement.by_junction import LinesSubject
from glacis.core.judgement.finding import Finding, Remedy, Rule, no_remedies
from glacis.core.junctions.chains import usual_links
from glacis.core.junctions.change import cut_link, join_islands, set_detail, set_link, usual_again
from glacis.core.junctions.continuity import Line
from glacis.core.junctions.rules.asked import name_of, plain, says, things
from glacis.core.junctions.ways import improved, ways_of
from glacis.core.model.document import Project


def _missing(subject: LinesSubject) -> Iterator[Finding]:
    for line in subject.found.lines:
        if line.state == "broken":
            here, there = (things(side) for side in line.islands)
            words = (
                f"{name_of(subject)}: the {line.control} line breaks between {here} and {there}."
            )
            yield says(subject, "junction.missing", "stop", words)


def _line(subject: LinesSubject, finding: Finding) -> Line | None:
    """The line that a finding speaks of."""
    return next(
        (x for x in subject.found.lines if f"the {x.control} line" in finding.template), None
    )


def _mend(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    line, piece = _line(subject, finding), subject.piece
    if line is None:
        return ()
    if line.control == "thermal" and subject.found.bare:
        return _insulate(subject)
    if not subject.found.stated:
        return ()
    usual = usual_links(piece.kind)
    join = partial(join_islands, found=subject.found, control=line.control, usual=usual)
    again = partial(usual_again, junction=piece.id)
    return Remedy(f"Join the {line.control} line", join), Remedy(
        "Take the usual lines of its kind", again
    )


def _insulate(subject: LinesSubject) -> tuple[Remedy, ...]:
    """Better forms of a section that was stated bare."""
    stated = subject.stated
    if stated is None or stated.detail is None:
        return ()
    return tuple(
        Remedy(
            words, partial(set_detail, junction=stated.id, detail=improved(stated.detail, sizes))
        )
        for words, sizes in ways_of(subject.piece.kind)
    )


MISSING = Rule(
    "junction.missing",
    "A control line is broken",
    "junctions",
    "stop",
    "A line that stops short lets through what it is there to stop, all along the edge: rain, air with its vapour, "
    "or heat.",
    "Our judgement: each of the four lines is drawn round the whole building without lifting the pen",
    _missing,
    _mend,
)


def _links_told(
    rule: str, lead: str, numbers: Callable[[Line], tuple[int, ...]]
) -> Callable[[LinesSubject], Iterator[Finding]]:
    """The check of links along a line that lack something: what it is stands before the two things."""

    def check(subject: LinesSubject) -> Iterator[Finding]:
        for line in subject.found.lines:
            for number in numbers(line):
                link = subject.found.links[number]
                pair = f"{plain(link.start)} joins {plain(link.end)}"
                words = f"{name_of(subject)}: {lead} {pair} (the {line.control} line)."
                yield says(subject, rule, "mind", words)

    return check


def _link(subject: LinesSubject, finding: Finding) -> int | None:
    """The link that a finding speaks of."""
    for number, link in enumerate(subject.found.links):
        named = (
            f"{plain(link.start)} joins {plain(link.end)}",
            f"{plain(link.start)} to {plain(link.end)}",
        )
        if any(words in finding.template for words in named):
            return number
    return None


def _usual(subject: LinesSubject, number: int) -> tuple[str, str]:
    """Trade and designer that usually make and draw a link; of its control at this kind, where it is new."""
    own = subject.found.links[number]
    usual = [link for link in usual_links(subject.piece.kind) if link.control == own.control]
    same = [link for link in usual if {link.start, link.end} == {own.start, own.end}]
    found = (same or usual)[:1]
    return (found[0].trade, found[0].drawn_by) if found else ("roofer", "roof designer")


def _named(
    words: str, which: Literal["trade", "drawn_by"]
) -> Callable[[Project, LinesSubject, Finding], tuple[Remedy, ...]]:
    """The way out of a link that lacks a name: whoever usually makes or draws it."""

    def remedies(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
        number = _link(subject, finding)
        if number is None:
            return ()
        who = _usual(subject, number)[0 if which == "trade" else 1]
        values: dict[str, Any] = {which: who}
        change = partial(set_link, found=subject.found, number=number, **values)
        return (Remedy(words.format(who), change),)

    return remedies


UNDRAWN = Rule(
    "junction.undrawn",
    "Nobody draws it",
    "junctions",
    "mind",
    "What no drawing shows is decided on the scaffold in the rain, by whoever stands there.",
    "Our judgement: a question belongs to the designer, never to the trades",
    _links_told("junction.undrawn", "nobody draws how", lambda line: line.undrawn),
    _named("The {} draws it", "drawn_by"),
)


NOBODY = Rule(
    "junction.nobody",
    "Nobody's work",
    "junctions",
    "mind",
    "What stands in no trade's contract is left out, and found when the ceiling is closed.",
    "Our judgement: each link is one trade's work",
    _links_told("junction.nobody", "it is nobody's work that", lambda line: line.nobody),
    _named("Work of the {}", "trade"),
)


def _doubled(subject: LinesSubject) -> Iterator[Finding]:
    for line in subject.found.lines:
        if line.doubled:
            ways = f"by {things(line.path[1:-1])}, and by {things(line.doubled[0][1:-1])}"
            words = f"{name_of(subject)}: the {line.control} line goes two ways, {ways}. Which one is the line?"
            yield says(subject, "junction.doubled", "mind", words)


def _one_way(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    line = _line(subject, finding)
    if line is None or not line.doubled:
        return ()
    found, ways = subject.found, []
    for way, other in ((line.path, line.doubled[0]), (line.doubled[0], line.path)):
        own = {frozenset(pair) for pair in zip(other, other[1:], strict=False)}
        kept = {frozenset(pair) for pair in zip(way, way[1:], strict=False)}
        numbers = [
            number for number, link in enumerate(found.links)
            if link.control == line.control and frozenset((link.start, link.end)) in own - kept
        ]  # fmt: skip
        if numbers:
            change = partial(cut_link, found=found, number=numbers[-1])
            ways.append(
                Remedy(
                    f"Leave it by {things(way[1:-1]) if way[1:-1] else 'the straight way'}", change
                )
            )
    return tuple(ways)


DOUBLED = Rule(
    "junction.doubled",
    "Two lines for one control",
    "junctions",
    "mind",
    "With two air or vapour lines each trade thinks the other's is the tight one, and what gets between them stays.",
    "Our judgement: one air line and one vapour line; a second water line is a backup",
    _doubled,
    _one_way,
)


def _loose(subject: LinesSubject) -> Iterator[Finding]:
    for line in subject.found.lines:
        if line.loose:
            words = f"{name_of(subject)}: {things(line.loose)} hangs on neither end of the {line.control} line."
            yield says(subject, "junction.loose", "mind", words)


LOOSE = Rule(
    "junction.loose",
    "Joined to nothing",
    "junctions",
    "mind",
    "A strip that reaches neither the roof nor the wall stops nothing, however well it is taped to the next one.",
    "Our judgement: what belongs to a line hangs together with it",
    _loose,
    no_remedies,
)


def _handover(subject: LinesSubject) -> Iterator[Finding]:
    if not subject.found.stated or not subject.found.handovers:
        return
    told = "; ".join(f"{h.first} before {h.then} at {plain(h.at)}" for h in subject.found.handovers)
    yield says(subject, "junction.handover", "note", f"{name_of(subject)}: {told}.")


HANDOVER = Rule(
    "junction.handover",
    "One trade hands over to the next",
    "junctions",
    "note",
    "Where the trade changes, what the first leaves open has to be there for the second: an edge long enough, clean "
    "and not yet covered.",
    "Our judgement: whoever makes what lies under goes first",
    _handover,
    no_remedies,
)

RULES = (MISSING, UNDRAWN, NOBODY, DOUBLED, LOOSE, HANDOVER)
