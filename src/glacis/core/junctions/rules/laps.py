# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about laps: the sheet that is uphill lies on top."""

from collections.abc import Callable, Iterator
from functools import partial

from glacis.core.judgement.by_junction import LinesSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.junctions.change import set_link, turn_lap
from glacis.core.junctions.rules.asked import name_of, plain, says
from glacis.core.model.document import Project
from glacis.core.model.junctions import Link
from glacis.core.units.quantities import Quantity

T = Quantity.THICKNESS
JOIN = "laps with"


def _judged(subject: LinesSubject, wanted: str) -> Iterator[tuple[int, Link]]:
    for number, (link, lap) in enumerate(zip(subject.found.links, subject.found.laps, strict=True)):
        if lap is not None and lap.id == wanted:
            yield number, link


def _check(rule: str, words: str) -> Callable[[LinesSubject], Iterator[Finding]]:
    """The check of one kind of wrong lap; its severity is that of the lap's verdict."""

    def check(subject: LinesSubject) -> Iterator[Finding]:
        for number, link in _judged(subject, rule):
            lap = subject.found.laps[number]
            if lap is None or lap.verdict == "ok":
                continue
            pair = f"{plain(link.start)} {JOIN} {plain(link.end)}"
            figures = (
                (Evidence("lap", link.length, T), Evidence("least", link.least, T))
                if "{0}" in words
                else ()
            )
            yield says(subject, rule, lap.verdict, f"{name_of(subject)}, {pair}: {words}", *figures)

    return check


def _number(subject: LinesSubject, finding: Finding) -> int | None:
    for number, link in _judged(subject, finding.rule):
        if f"{plain(link.start)} {JOIN} {plain(link.end)}" in finding.template:
            return number
    return None


def _turn(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    number = _number(subject, finding)
    if number is None:
        return ()
    return (Remedy("Turn the lap", partial(turn_lap, found=subject.found, number=number)),)


def _turn_or_weld(project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    number = _number(subject, finding)
    if number is None:
        return ()
    weld = partial(set_link, found=subject.found, number=number, joint="weld")
    return (*_turn(project, subject, finding), Remedy("Weld the two to one piece", weld))


def _lay(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    number = _number(subject, finding)
    if number is None:
        return ()
    ends = (("from", subject.found.links[number].start), ("to", subject.found.links[number].end))
    return tuple(
        Remedy(f"Lay {end} over", partial(set_link, found=subject.found, number=number, over=side))
        for side, end in ends
    )


def _longer(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    number = _number(subject, finding)
    if number is None:
        return ()
    least = subject.found.links[number].least
    return (
        Remedy(
            "Lap it as far as it needs",
            partial(set_link, found=subject.found, number=number, length=least),
        ),
    )


def _uphill(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    number = _number(subject, finding)
    if number is None:
        return ()
    link = subject.found.links[number]
    ways = (("from", link.start), ("to", link.end))
    return tuple(
        Remedy(
            f"{end} is uphill", partial(set_link, found=subject.found, number=number, uphill=side)
        )
        for side, end in ways
    )


REASON = (
    "Water runs down the top surface. Where the edge of the lower sheet faces it, it gets in behind, and nothing "
    "shows until the deck is rotten."
)
REVERSE = Rule(
    "lap.reverse",
    "Lap against the flow",
    "junctions",
    "stop",
    REASON,
    "Our judgement after how water runs: tape and sealant age, the lap does not",
    _check(
        "lap.reverse",
        "the lower sheet lies over the one uphill of it; its upper edge faces the water.",
    ),
    _turn_or_weld,
)
NEVER = Rule(
    "lap.reverse-never",
    "Lap against the flow where water gathers",
    "junctions",
    "stop",
    f"{REASON} At outlets, scuppers, pans and gutters it stands and finds every pinhole. Some makers weld the flange "
    "over the field sheet; a pan under it needs no luck.",
    "Our judgement: a reverse lap never lies where water gathers, sealed or not",
    _check(
        "lap.reverse-never",
        "it lies against the flow where water gathers. Welding does not mend that.",
    ),
    _turn,
)
WELDED = Rule(
    "lap.reverse-welded",
    "Welded lap against the flow",
    "junctions",
    "mind",
    "A weld makes two sheets one, so some let it lie against the flow and others never do. If it stays, it is "
    "somebody's decision, with the weld tested.",
    "Our judgement: allowed where bonded to one piece and recorded",
    _check("lap.reverse-welded", "it lies against the flow and holds by its weld alone."),
    _turn,
)
BUTT = Rule(
    "lap.butt",
    "Butt joint in the water path",
    "junctions",
    "stop",
    "Two edges that only touch are a slot, and every slot in the water path drinks.",
    "Our judgement: what carries water laps",
    _check("lap.butt", "neither lies over the other."),
    _lay,
)
SHORT = Rule(
    "lap.short",
    "Short lap",
    "junctions",
    "mind",
    "Wind drives water up a lap, and wood and metal move it open; the least lap is what keeps it from the end.",
    "Our judgement after usual practice: least laps of the chain; the product's approval outranks them",
    _check("lap.short", "it laps {0}; it needs {1}."),
    _longer,
)
UPHILL = Rule(
    "lap.uphill",
    "Which is uphill?",
    "junctions",
    "mind",
    "Between two level sheets nothing tells which way water runs, so nothing tells which lies on top.",
    "Our judgement: uphill follows from the roof; where it does not, somebody says it",
    _check("lap.uphill", "nobody has said which of the two is uphill."),
    _uphill,
)

RULES = (REVERSE, NEVER, WELDED, BUTT, SHORT, UPHILL)
