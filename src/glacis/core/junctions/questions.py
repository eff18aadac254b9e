# SPDX-License-Identifier: GPL-3.0-or-later
"""What a crew would have to guess: the open questions of all junctions, with their answers."""

from msgspec import Struct

from glacis.core.junctions.continuity import State
from glacis.core.junctions.traced import Traced
from glacis.core.model.junctions import Answer


class Question(Struct, frozen=True):
    """Something that no drawing says.

    Attributes:
        key: stays while the junction and the link do.
        junction: id of the junction.
        asks: in words.
        answer: what somebody said to it; None for nothing yet.
        count: how many junctions ask it alike.
    """

    key: str
    junction: str
    asks: str
    answer: Answer | None = None
    count: int = 1


def _asked(found: Traced) -> list[tuple[str, str]]:
    """Keys within a junction and what they ask."""
    asked = []
    links = found.links
    for line in found.lines:
        if line.state == "broken":
            here, there = (", ".join(side) or "nothing" for side in line.islands)
            asked.append(
                (
                    f"{line.control}.gap",
                    f"How does the {line.control} line get from {here} to {there}?",
                )
            )
        for number in line.undrawn:
            link = links[number]
            words = f"Who draws how {link.start} joins {link.end} ({line.control})?"
            asked.append((f"{line.control}.{link.start}>{link.end}.drawn", words))
        for number in line.nobody:
            link = links[number]
            words = f"Whose work is it to join {link.start} and {link.end} ({line.control})?"
            asked.append((f"{line.control}.{link.start}>{link.end}.trade", words))
        if line.doubled:
            asked.append(
                (f"{line.control}.doubled", f"Two ways: which one is the {line.control} line?")
            )
    for link, lap in zip(links, found.laps, strict=True):
        if lap is not None and lap.id == "lap.uphill":
            words = f"Which is uphill, {link.start} or {link.end}?"
            asked.append((f"water.{link.start}>{link.end}.uphill", words))
    return asked


def questions_of(
    junctions: tuple[Traced, ...], answers: tuple[Answer, ...]
) -> tuple[Question, ...]:
    """All questions that the junctions leave open, those without an answer first.

    Edges of one kind between the same areas ask a question together.
    """
    said = {answer.question: answer for answer in answers}
    groups: dict[tuple[object, ...], list[tuple[str, str]]] = {}
    for junction in junctions:
        piece = junction.piece
        for key, asks in _asked(junction):
            same = (piece.kind, piece.areas, piece.by, asks)
            groups.setdefault(same, []).append((f"{piece.id}|{key}", piece.id))
    found = []
    for alike, members in groups.items():
        answer = next((said[key] for key, _ in members if key in said), None)
        found.append(Question(members[0][0], members[0][1], str(alike[-1]), answer, len(members)))
    return tuple(sorted(found, key=lambda question: question.answer is not None))


class Risk(Struct, frozen=True):
    """How much of the roof's edges has a line in a state.

    Attributes:
        control: whose line.
        state: of it.
        length: of edges [m].
        points: outlets, pipes, posts and the like.
    """

    control: str
    state: State
    length: float
    points: int


def at_risk(junctions: tuple[Traced, ...]) -> tuple[Risk, ...]:
    """Length and number of junctions whose lines are broken or undrawn, by control."""
    sums: dict[tuple[str, State], tuple[float, int]] = {}
    for junction in junctions:
        piece = junction.piece
        for line in junction.lines:
            if line.state in ("broken", "undrawn"):
                length, points = sums.get((line.control, line.state), (0.0, 0))
                sums[line.control, line.state] = (
                    length + piece.length * piece.count,
                    points + (piece.count if piece.length == 0 else 0),
                )
    return tuple(Risk(control, state, *size) for (control, state), size in sums.items())
