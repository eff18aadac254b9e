# SPDX-License-Identifier: GPL-3.0-or-later
"""Check what is stated about junctions."""

from glacis.core.errors import ValueRefused
from glacis.core.model.edge_detail import Wall
from glacis.core.model.junctions import ContactRule, HandPiece, Link, StatedJunction
from glacis.core.units.ranges import check_ranges

MOST_LINKS = 200
"""Links of one junction at most; our judgement: ten times what the longest chains have."""


def check_link(link: Link, where: str) -> None:
    """Refuse a link that joins nothing, or a thing to itself.

    Raises:
        ValueRefused: naming the junction, what was found and what was expected.
    """
    check_ranges(link, where)
    if not link.start.strip() or not link.end.strip():
        raise ValueRefused(
            f"{where}, link", f"'{link.start}' to '{link.end}'", "two things with names"
        )
    if link.start == link.end:
        raise ValueRefused(f"{where}, link", f"'{link.start}' to itself", "two different things")


def check_junction(junction: StatedJunction) -> None:
    """Refuse a junction with a link that cannot be.

    Raises:
        ValueRefused: naming the junction, what was found and what was expected.
    """
    where = f"junction '{junction.id}'"
    if not junction.id.strip():
        raise ValueRefused("junction", "no id", "the id of a piece of edge")
    links = junction.links or ()
    if len(links) > MOST_LINKS:
        raise ValueRefused(f"{where}, links", str(len(links)), f"{MOST_LINKS} at most")
    for link in links:
        check_link(link, where)
    if junction.detail is not None:
        check_ranges(junction.detail, where)


def check_wall(wall: Wall) -> None:
    """Refuse a wall without a name or layer, or with a figure out of its range.

    Raises:
        ValueRefused: naming it, what was found and what was expected.
    """
    where = f"wall '{wall.name}'"
    if not wall.id.strip() or not wall.name.strip():
        raise ValueRefused(where, "no id or name", "a few letters")
    if not wall.layers:
        raise ValueRefused(where, "no layer", "one at least")
    check_ranges(wall, where)


def check_contact(rule: ContactRule) -> None:
    """Refuse a rule of contacts that gives no reason.

    Raises:
        ValueRefused: naming the families.
    """
    if not rule.reason.strip():
        raise ValueRefused(
            f"contact of {rule.first} and {rule.second}",
            "no reason",
            "why it differs from the table",
        )


def check_hand_piece(piece: HandPiece) -> None:
    """Refuse a junction by hand with a figure out of its range, or without a name.

    Raises:
        ValueRefused: naming it, what was found and what was expected.
    """
    where = f"{piece.kind} '{piece.name}'"
    check_ranges(piece, where)
    if not piece.id.strip() or not piece.name.strip():
        raise ValueRefused(where, "no id or name", "a few letters")


def check_junctions(
    junctions: tuple[StatedJunction, ...],
    pieces: tuple[HandPiece, ...],
    contacts: tuple[ContactRule, ...],
    walls: tuple[Wall, ...],
) -> None:
    """Refuse what cannot be among the stated junctions, those by hand, the rules of contacts and the walls.

    Raises:
        ValueRefused: for the first that cannot be.
    """
    for junction in junctions:
        check_junction(junction)
    for piece in pieces:
        check_hand_piece(piece)
    for rule in contacts:
        check_contact(rule)
    for wall in walls:
        check_wall(wall)
