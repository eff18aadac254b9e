# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to junctions, each a function from one document to another."""

from typing import Any

from msgspec.structs import replace

from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.junctions.contacts import FAMILY_NAMES
from glacis.core.junctions.dry_only import detail_of
from glacis.core.junctions.traced import Traced
from glacis.core.model.document import Project
from glacis.core.model.edge_detail import EdgeDetail, Wall
from glacis.core.model.junctions import (
    Answer,
    ContactRule,
    Control,
    HandPiece,
    Link,
    Side,
    StatedJunction,
)
from glacis.core.model.lookup import area_of, by_id
from glacis.core.model.sound_junctions import (
    check_contact,
    check_hand_piece,
    check_junction,
    check_wall,
)
from glacis.core.units.ranges import check_ranges


def put_links(project: Project, junction: str, links: tuple[Link, ...]) -> Project:
    """Draw the lines of a junction so, in place of what it had.

    Raises:
        ValueRefused: for a link that cannot be, or a glue of a family that nobody knows.
    """
    stated = replace(stated_of(project, junction), links=links)
    check_junction(stated)
    for link in links:
        if link.glue and link.glue not in FAMILY_NAMES:
            raise ValueRefused(
                "family of the glue", f"'{link.glue}'", "one of " + ", ".join(FAMILY_NAMES)
            )
    return _put(project, stated)


def stated_of(project: Project, junction: str) -> StatedJunction:
    """What is stated about a junction."""
    found = next((item for item in project.junctions if item.id == junction), None)
    return StatedJunction(id=junction) if found is None else found


def _put(project: Project, stated: StatedJunction) -> Project:
    kept = tuple(item for item in project.junctions if item.id != stated.id)
    says = stated != StatedJunction(id=stated.id)
    return replace(project, junctions=(*kept, stated) if says else kept)


def usual_again(project: Project, junction: str) -> Project:
    """Let a junction have the usual lines of its kind again."""
    return _put(project, replace(stated_of(project, junction), links=None))


def want_dry(project: Project, junction: str, detail: str, holds: bool | None = None) -> Project:
    """Want a detail for dry climates at a junction; empty for none.

    Raises:
        ValueRefused: for a detail that nobody knows.
    """
    if detail:
        detail_of(detail)
    return _put(project, replace(stated_of(project, junction), dry=detail, dry_holds=holds))


def set_detail(project: Project, junction: str, detail: EdgeDetail) -> Project:
    """State the sizes that the section of a junction is drawn with.

    Raises:
        ValueRefused: for a size out of its range.
        MissingReference: for a wall that the project does not have.
    """
    check_ranges(detail, f"section of '{junction}'")
    if detail.wall:
        by_id(project.walls, detail.wall, "wall", f"The section of '{junction}'")
    return _put(project, replace(stated_of(project, junction), detail=detail))


def set_details(project: Project, junctions: tuple[str, ...], detail: EdgeDetail) -> Project:
    """State the sizes of several junctions alike.

    Raises:
        ValueRefused: for a size out of its range.
        MissingReference: for a wall that the project does not have.
    """
    for junction in junctions:
        project = set_detail(project, junction, detail)
    return project


def put_wall(project: Project, wall: Wall) -> Project:
    """Add a wall, or change one.

    Raises:
        ValueRefused: for a wall without a name or layer, or a figure out of its range.
    """
    check_wall(wall)
    if any(item.id == wall.id for item in project.walls):
        walls = tuple(wall if item.id == wall.id else item for item in project.walls)
    else:
        walls = (*project.walls, wall)
    return replace(project, walls=walls)


def remove_wall(project: Project, identifier: str) -> Project:
    """Take a wall away; sections that named it take the first of the project.

    Raises:
        MissingReference: where there is no such wall.
    """
    by_id(project.walls, identifier, "wall", "The change")

    def freed(item: StatedJunction) -> StatedJunction:
        detail = item.detail
        if detail is None or detail.wall != identifier:
            return item
        return replace(item, detail=replace(detail, wall=""))

    walls = tuple(wall for wall in project.walls if wall.id != identifier)
    return replace(project, walls=walls, junctions=tuple(map(freed, project.junctions)))


def _at(found: Traced, number: int) -> Link:
    if not 0 <= number < len(found.links):
        raise MissingReference("link", str(number + 1), f"Junction '{found.piece.id}'")
    return found.links[number]


def set_link(project: Project, found: Traced, number: int, **values: Any) -> Project:
    """Change one link of a junction.

    Raises:
        MissingReference: where there is no such link.
        ValueRefused: for a link that cannot be.
    """
    changed = replace(_at(found, number), **values)
    links = (*found.links[:number], changed, *found.links[number + 1 :])
    return put_links(project, found.piece.id, links)


def cut_link(project: Project, found: Traced, number: int) -> Project:
    """Take a link away: its line is broken there unless another way leads round."""
    _at(found, number)
    links = (*found.links[:number], *found.links[number + 1 :])
    return put_links(project, found.piece.id, links)


def add_link(project: Project, found: Traced, link: Link) -> Project:
    """Join two things of a junction."""
    return put_links(project, found.piece.id, (*found.links, link))


def turn_lap(project: Project, found: Traced, number: int) -> Project:
    """Lay the other of the two sheets over; one that laps nothing gets its first end on top."""
    over: Side = "to" if _at(found, number).over == "from" else "from"
    return set_link(project, found, number, over=over)


def join_islands(
    project: Project, found: Traced, control: Control, usual: tuple[Link, ...]
) -> Project:
    """Mend a broken line: with the usual link between its two sides, else with one that nobody draws yet.

    Raises:
        ValueRefused: where the line is not broken.
    """
    line = found.line(control)
    if line.state != "broken":
        raise ValueRefused(
            "line", f"{control} of '{found.piece.words}' is {line.state}", "a broken one"
        )
    here, there = line.islands
    for link in usual:
        sides = {link.start in here or link.end in here, link.start in there or link.end in there}
        if link.control == control and sides == {True}:
            return add_link(project, found, link)
    return add_link(
        project, found, Link(control=control, start=here[-1], end=there[-1], joint="tape")
    )


def put_hand_piece(project: Project, piece: HandPiece) -> Project:
    """Add a junction by hand, or change one.

    Raises:
        MissingReference: where there is no such area.
        ValueRefused: for a figure out of its range.
    """
    area_of(project, piece.area)
    check_hand_piece(piece)
    if any(item.id == piece.id for item in project.hand_pieces):
        pieces = tuple(piece if item.id == piece.id else item for item in project.hand_pieces)
    else:
        pieces = (*project.hand_pieces, piece)
    return replace(project, hand_pieces=pieces)


def remove_hand_piece(project: Project, identifier: str) -> Project:
    """Take a junction by hand away, with what was drawn of it."""
    gone = next((item for item in project.hand_pieces if item.id == identifier), None)
    if gone is None:
        raise MissingReference("junction by hand", identifier, "The change")
    own = f"{gone.kind}:{gone.area}/{gone.id}"
    return replace(
        project,
        hand_pieces=tuple(item for item in project.hand_pieces if item.id != identifier),
        junctions=tuple(item for item in project.junctions if item.id != own),
    )


def answer_question(project: Project, answer: Answer) -> Project:
    """Write an answer down; an empty one opens the question again.

    Raises:
        ValueRefused: for an answer without a name.
    """
    kept = tuple(item for item in project.answers if item.question != answer.question)
    if not answer.answer.strip():
        return replace(project, answers=kept)
    if not answer.who.strip():
        raise ValueRefused("who answered", "nobody", "a name: the crew will ask")
    return replace(project, answers=(*kept, answer))


def hold_contact(project: Project, rule: ContactRule) -> Project:
    """Hold otherwise than the table about two families; with its value and no reason the table holds again.

    Raises:
        ValueRefused: for a rule without a reason, or a family that nobody knows.
    """
    pair = {rule.first, rule.second}
    for family in pair:
        if family not in FAMILY_NAMES:
            raise ValueRefused(
                "family of materials", f"'{family}'", "one of " + ", ".join(FAMILY_NAMES)
            )
    check_contact(rule)
    kept = tuple(item for item in project.contacts if {item.first, item.second} != pair)
    return replace(project, contacts=(*kept, rule))


def table_contact(project: Project, first: str, second: str) -> Project:
    """Let the table speak again about two families."""
    kept = tuple(item for item in project.contacts if {item.first, item.second} != {first, second})
    return replace(project, contacts=kept)
