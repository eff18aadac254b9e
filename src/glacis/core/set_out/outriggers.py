# SPDX-License-Identifier: GPL-3.0-or-later
"""Outriggers over a gable: reactions at both supports, and centres that let boards go in uncut."""

from msgspec import Struct

from glacis.core.model.set_out import Outriggers
from glacis.core.set_out.refused import MOST_LINES, bounded, positive

SIDE_SCREW = 0.02
"""A rigger within half a member's width less this is screwed to it [m]; our judgement after practice, recalled."""
STARTS = 24
"""Places tried for the first rigger; our judgement: steps of a few centimetres."""


class Reactions(Struct, frozen=True):
    """What an outrigger stands on [N], positive upwards on it.

    Attributes:
        inner: at its inner end; below 0 it has to be held down.
        outer: over the gable.
    """

    inner: float
    outer: float


def reactions(
    overhang: float, backspan: float, loads: tuple[float, float], tip: float = 0.0
) -> Reactions:
    """Reactions of a beam that reaches out over one of its supports.

    Args:
        overhang: a [m].
        backspan: b [m].
        loads: on the overhang and on the backspan [N/m].
        tip: at its end [N].

    >>> reactions(0.6, 1.2, (1000.0, 0.0)).inner
    -150.0
    """
    positive("backspan", backspan)
    out, back = loads
    inner = back * backspan / 2 - (out * overhang**2 / 2 + tip * overhang) / backspan
    return Reactions(round(inner, 9), out * overhang + back * backspan + tip - inner)


class Rigged(Struct, frozen=True):
    """Riggers along a gable that boards fit between uncut.

    Attributes:
        start: first centre [m].
        centres: of the riggers [m].
        blocks: riggers that stand between members and need a block.
        screwed: riggers that lie on a member.
        boards: between them, uncut.
    """

    start: float
    centres: tuple[float, ...]
    blocks: int
    screwed: int
    boards: int


def rigged(run: float, module: float, members: tuple[float, float], start: float = 0.0) -> Rigged:
    """Riggers at the boards' module, each screwed to a member it lies on or blocked between two.

    Args:
        run: along which they stand [m].
        module: board, fit and rigger [m].
        members: their spacing and their width [m].
        start: first centre [m].
    """
    bounded("outriggers", run / positive("module of the boards", module), MOST_LINES)
    spacing, width = positive("spacing of the members", members[0]), members[1]
    reach = max(0.0, width / 2 - SIDE_SCREW)
    count = int((run - start) / module + 1e-9) + 1
    centres = tuple(start + k * module for k in range(count))
    off = [abs((at + spacing / 2) % spacing - spacing / 2) for at in centres]
    screwed = sum(1 for value in off if value <= reach + 1e-9)
    return Rigged(start, centres, count - screwed, screwed, max(0, count - 1))


def best_start(run: float, module: float, members: tuple[float, float]) -> tuple[Rigged, ...]:
    """All starts that are tried, those with the fewest blocks first."""
    tried = (rigged(run, module, members, k * module / STARTS) for k in range(STARTS))
    return tuple(sorted(tried, key=lambda way: (way.blocks - way.boards, way.start)))


class Case(Struct, frozen=True):
    """A case of load on an outrigger: its name and what it stands on."""

    name: str
    on: Reactions


class Outrigged(Struct, frozen=True):
    """Outriggers along the eaves.

    Attributes:
        cases: of load, the worst hold-down first.
        laid: as they stand.
        best: the start with the fewest blocks for its uncut boards.
    """

    cases: tuple[Case, ...]
    laid: Rigged
    best: Rigged

    @property
    def hold_down(self) -> float:
        """By which the inner end has to be held down [N]; 0 for none."""
        return max(0.0, -self.cases[0].on.inner)


def outrigged(stated: Outriggers, run: float, members: tuple[float, float]) -> Outrigged:
    """Outriggers by their loads: snow on the overhang alone, all over, and wind that lifts.

    Args:
        stated: about them.
        run: of the eaves [m].
        members: their spacing and their width [m].
    """
    module = stated.board + stated.fit + stated.width
    dead, snow, wind = (load * module for load in (stated.dead, stated.snow, stated.uplift))
    reach = stated.overhang, stated.backspan
    cases = (
        Case("snow on the overhang alone", reactions(*reach, (dead + snow, 0.0), stated.tip)),
        Case("snow all over", reactions(*reach, (dead + snow, dead + snow), stated.tip)),
        Case("wind lifts the overhang", reactions(*reach, (dead - wind, dead), stated.tip)),
    )
    worst = tuple(sorted(cases, key=lambda case: case.on.inner))
    laid = rigged(run, module, members, stated.start)
    return Outrigged(worst, laid, best_start(run, module, members)[0])
