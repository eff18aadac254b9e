# SPDX-License-Identifier: GPL-3.0-or-later
"""Remedies tried before they are offered: what each clears, eases and brings."""

from collections import defaultdict
from collections.abc import Iterable
from typing import Generic, TypeVar

from msgspec import Struct

from glacis.core.errors import GlacisError
from glacis.core.judgement.badness import badness, rank
from glacis.core.judgement.finding import Finding, Remedy
from glacis.core.model.document import Project

After = TypeVar("After")

HALF = 0.5
"""A remedy that leaves less than this share of what was wrong is worth a look; our judgement."""
Kind = tuple[str, str]
"""A rule and the area that it speaks of; empty for the whole project."""


class Trial(Struct, Generic[After], frozen=True):
    """What a remedy does to the findings of a project.

    Attributes:
        remedy: that was tried.
        clears: whether the finding it is offered for is gone, or less grave than it was.
        eases: whether its first figure is less than half as bad as it was, where it is not cleared.
        brings: findings that were not there before, or are graver than any of their rule was there, worst
            first.
        after: the results with the remedy, for those who show them.
        gone: findings fewer than before, those brought set off.
        cost: first cost that it adds, the mean over all areas; 0 where that is not known [per m²].
    """

    remedy: Remedy
    clears: bool
    eases: bool
    brings: tuple[Finding, ...]
    after: After
    gone: int
    cost: float = 0.0

    @property
    def is_offered(self) -> bool:
        """Whether it clears or eases its finding and stops nothing else."""
        helps = self.clears or self.eases
        return helps and all(finding.severity != "stop" for finding in self.brings)

    @property
    def order(self) -> tuple[bool, int, int, float]:
        """By which the best comes first: clears it, brings least, clears most besides, costs least."""
        weight = sum(rank(f.severity) for f in self.brings)
        return not self.clears, weight, -self.gone, self.cost


def changes(remedy: Remedy, project: Project) -> bool:
    """Whether a remedy can be carried out and leaves another document."""
    try:
        return remedy.change(project) != project
    except GlacisError:
        return False


def trial(
    remedy: Remedy,
    finding: Finding,
    before: tuple[Finding, ...],
    found: tuple[Finding, ...],
    after: After,
    cost: float = 0.0,
) -> Trial[After]:
    """What a remedy did, from the findings before and after it.

    Args:
        remedy: that was tried.
        finding: it is offered for.
        before: all findings as they are.
        found: all findings with the remedy.
        after: the results with the remedy.
        cost: first cost that it adds [per m²].
    """
    was, now = _by_kind(before), _by_kind(found)
    kind = _kind(finding)
    clears = _ranks(now[kind]) < _ranks(was[kind])
    eases = not clears and _badness(now[kind]) < HALF * _badness(was[kind])
    brings = [
        max(mine, key=lambda f: rank(f.severity))
        for other, mine in now.items()
        if _worst(mine) > _worst(was[other])
    ]
    brings.sort(key=lambda f: -rank(f.severity))
    return Trial(remedy, clears, eases, tuple(brings), after, len(before) - len(found), cost)


def _badness(findings: list[Finding]) -> float:
    """Of the gravest finding, by its first figure."""
    if not findings:
        return 0.0
    return next(iter(badness(max(findings, key=lambda f: rank(f.severity)))), 0.0)


def _kind(finding: Finding) -> Kind:
    return finding.rule, finding.area


def _by_kind(findings: Iterable[Finding]) -> dict[Kind, list[Finding]]:
    found: dict[Kind, list[Finding]] = defaultdict(list)
    for finding in findings:
        found[_kind(finding)].append(finding)
    return found


def _worst(findings: list[Finding]) -> int:
    return max((rank(finding.severity) for finding in findings), default=0)


def _ranks(findings: list[Finding]) -> tuple[int, ...]:
    """The severities of findings, gravest first: less where one is gone or less grave."""
    return tuple(sorted((rank(finding.severity) for finding in findings), reverse=True))
