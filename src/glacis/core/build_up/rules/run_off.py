# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what water carries from one covering onto the next."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.core.judgement.finding import Finding, Rule, no_remedies
from glacis.core.judgement.place import on_edge
from glacis.core.shape.edges import LEVEL, Edge

if TYPE_CHECKING:
    from glacis.core.judgement.subjects import ProjectSubject


def _run(edge: Edge, subject: "ProjectSubject") -> tuple[str, str]:
    """The area that water comes from at an edge, and the one it comes to; empty where it comes to none."""
    if edge.kind == "abutment":
        return edge.other, edge.area if edge.other else ""
    if edge.over or edge.kind == "valley":
        return edge.area, edge.over or edge.other
    return edge.area, edge.other if edge.kind == "break" and _is_foot(edge, subject) else ""


def _is_foot(edge: Edge, subject: "ProjectSubject") -> bool:
    """Whether an edge is the lowest of its area."""
    corners = [
        z for e in subject.shape.edges if e.area == edge.area for z in (e.start[2], e.end[2])
    ]
    return max(edge.start[2], edge.end[2]) < min(corners) + LEVEL


def _copper_run_off(subject: "ProjectSubject") -> Iterator[Finding]:
    coverings = dict(subject.coverings)
    told = set()
    for edge in subject.shape.edges:
        above, below = _run(edge, subject)
        upper, lower = coverings.get(above), coverings.get(below)
        if upper is None or lower is None or (above, below) in told:
            continue
        if "copper" in upper.traits and "less-noble" in lower.traits:
            told.add((above, below))
            yield Finding(
                "order.copper-run-off",
                "stop",
                "build-up",
                on_edge(edge.junction, (below, above)),
                f"Water from {upper.name} runs onto {lower.name} and eats it.",
            )


COPPER = Rule(
    "order.copper-run-off",
    "Copper drains onto a lesser metal",
    "build-up",
    "stop",
    "Water off copper carries ions that plate out on zinc, aluminium and galvanised steel and pit them "
    "through within years. Copper may lie below them, never above.",
    "EN 12056 and general rules of metal roofing; our judgement that no amount of it is safe",
    _copper_run_off,
    no_remedies,
    "project",
)

RULES = (COPPER,)
