# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions that are alike in one row, the worst first."""

from msgspec import Struct

from glacis.core.junctions.continuity import STATES, State
from glacis.core.junctions.edge_parts import Loss
from glacis.core.junctions.pieces import KINDS
from glacis.core.junctions.traced import Traced


class Row(Struct, frozen=True):
    """Junctions of one kind, on build-ups of one name, whose lines stand alike.

    Attributes:
        members: the junctions.
        states: of their lines: water, air, vapour, thermal.
        losses: what they lose; empty where that was not worked out.
    """

    members: tuple[Traced, ...]
    states: tuple[State, ...]
    losses: tuple[Loss, ...] = ()

    @property
    def first(self) -> Traced:
        """The junction that stands for all."""
        return self.members[0]

    @property
    def length(self) -> float:
        """Of all together [m]."""
        return sum(item.piece.length * item.piece.count for item in self.members)

    @property
    def points(self) -> int:
        """How many of them are points."""
        return sum(item.piece.count for item in self.members if item.piece.length == 0)

    @property
    def loss(self) -> Loss | None:
        """What the one that stands for all loses; None where that was not worked out."""
        return self.losses[0] if self.losses else None


def _key(found: Traced, assemblies: dict[str, str]) -> tuple[object, ...]:
    piece = found.piece
    built = tuple(assemblies.get(area, area) for area in piece.areas)
    own = piece.id if found.stated or piece.by else ""
    wrong = tuple(lap.id for lap in found.laps if lap is not None and lap.id)
    return piece.kind, built, tuple(line.state for line in found.lines), wrong, own


def rows_of(
    junctions: tuple[Traced, ...], assemblies: dict[str, str], losses: tuple[Loss, ...] = ()
) -> tuple[Row, ...]:
    """Junctions in rows, the worst first, then in the order of kinds.

    Args:
        junctions: all of them.
        assemblies: ids of build-ups by area.
        losses: what they lose, where that was worked out.
    """
    lost = {item.piece.id: item for item in losses}
    groups: dict[tuple[object, ...], list[Traced]] = {}
    for found in junctions:
        loss = lost.get(found.piece.id)
        figure = None if loss is None or loss.solved is None else round(loss.solved.external, 6)
        groups.setdefault((*_key(found, assemblies), figure), []).append(found)
    rows = [
        Row(
            tuple(members), tuple(line.state for line in members[0].lines),
            tuple(lost[item.piece.id] for item in members if item.piece.id in lost),
        )
        for members in groups.values()
    ]  # fmt: skip

    def rank(row: Row) -> tuple[int, int, int]:
        laps = [lap.verdict for lap in row.first.laps if lap is not None]
        wrong = 0 if "stop" in laps else 1 if "mind" in laps else 2
        return STATES.index(row.first.worst), wrong, KINDS.index(row.first.piece.kind)

    return tuple(sorted(rows, key=rank))
