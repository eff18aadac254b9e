# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks and the links between them."""

from typing import Literal

from msgspec import Struct

Kind = Literal["lay", "seal", "test", "cut", "lift", "deliver", "decide", "wait", "strip"]
Strength = Literal["hard", "firm", "wish"]
From = Literal["above", "below", "inside"]
LEAST = 0.25
"""A visit takes a quarter of a day at least; our judgement: coming, setting up and clearing away."""


class Task(Struct, frozen=True):
    """A piece of work.

    Attributes:
        id: it stays while its place and layer or step stay.
        name: in words.
        kind: of work.
        areas: ids of roof areas it lies on.
        pieces: ids of the junctions; none for what lies in the field.
        layer: id of the layer; empty for none.
        number: of the layer from inside, from 0, or of the one that is tested; -1 for none.
        tags: by which rules know it.
        trade: that does it.
        people: at the same time.
        days: low, typical, high [workdays].
        known: whether its duration is known; otherwise a quarter of a day stands in and it says so.
        fitted: from above, from below, or inside a delivered panel.
        water: whether it opens or closes the roof to water.
        hold: whether it is a hold point, signed before anybody goes on.
        caution: said at this step; empty for none.
        origin: derived, or by hand where its days are.
    """

    id: str
    name: str
    kind: Kind
    areas: tuple[str, ...]
    tags: tuple[str, ...]
    pieces: tuple[str, ...] = ()
    layer: str = ""
    number: int = -1
    trade: str = "roofer"
    people: int = 2
    days: tuple[float, float, float] = (LEAST, LEAST, LEAST)
    known: bool = True
    fitted: From = "above"
    water: str = ""
    hold: bool = False
    caution: str = ""
    origin: str = "derived"


class Link(Struct, frozen=True):
    """One task before another.

    Attributes:
        before: id of a task.
        after: id of another.
        kind: finish-start, start-start, finish-finish.
        least: wait at least [days].
        longest: wait at most [days]; None for any.
        elapsed: whether the wait runs on days without work.
        strength: hard, firm or wish.
        rule: number of the rule; 0 for a move by hand.
        reason: in words.
    """

    before: str
    after: str
    kind: str
    least: float
    longest: float | None
    elapsed: bool
    strength: Strength
    rule: int
    reason: str

    @property
    def name(self) -> str:
        """As moves name it."""
        return f"{self.before} > {self.after}"
