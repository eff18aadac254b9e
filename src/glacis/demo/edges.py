# SPDX-License-Identifier: GPL-3.0-or-later
"""Walls of the demos, and edges that somebody drew wrong or not at all."""

from msgspec.structs import replace

from glacis.core.junctions.chains import usual_links
from glacis.core.junctions.walls import USUAL_WALLS
from glacis.core.model.document import Project
from glacis.core.model.edge_detail import EdgeDetail, Wall
from glacis.core.model.junctions import Answer, Link, StatedJunction


def _drawn(junction: str, start: str, **values: str) -> StatedJunction:
    """A junction with its usual links, but for the one of its line that begins at a thing."""
    kind = junction.partition(":")[0].replace("overflow", "scupper")
    control = values.pop("control", "water")

    def changed(link: Link) -> Link:
        hit = link.start == start and link.control == control
        return replace(link, **values) if hit else link

    return StatedJunction(id=junction, links=tuple(map(changed, usual_links(kind))))


def _without(junction: str, control: str) -> StatedJunction:
    """A junction one of whose lines nobody joins."""
    kind = junction.partition(":")[0]
    return StatedJunction(
        id=junction, links=tuple(x for x in usual_links(kind) if x.control != control)
    )


def walls_of(*ids: str) -> tuple[Wall, ...]:
    """Walls to begin with, by their ids."""
    return tuple(wall for wall in USUAL_WALLS if wall.id in ids)


def tern_point_edges(project: Project) -> Project:
    """The station's edges.

    Its faults: the laboratory's parapet is bare; the pan of its overflow lies over the field sheet; nobody draws
    where the corridor's sheet ends at the laboratory; the hoist's post goes through the air layer unsealed.
    """
    stated: tuple[StatedJunction, ...] = (
        _drawn("overflow:laboratory/overflow-1", "field sheet", over="to"),
        _drawn(
            "wall-side:corridor+laboratory#1",
            "covering",
            drawn_by="",
            how="ends somewhere at the wall",
        ),
        _without("post:laboratory/lab-hoist", "air"),
    )
    bare = EdgeDetail(height=0.6, width=0.2, wrap="none")
    stated += tuple(StatedJunction(id=f"parapet:laboratory#{k}", detail=bare) for k in range(1, 7))
    answers = (
        Answer(
            question="post:laboratory/lab-hoist|air.gap",
            answer="Base plate on a seal, before the boards; detail follows",
            who="A. Merrow",
            date="2026-03-09",
        ),
    )
    return replace(project, walls=walls_of("brick-wool"), junctions=stated, answers=answers)
