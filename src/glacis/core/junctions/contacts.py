# SPDX-License-Identifier: GPL-3.0-or-later
"""What touches what: the faces decide, not the cores, and a glue touches both."""

from collections.abc import Iterable, Iterator
from functools import cache
from typing import cast

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.junctions.contact_table import CONTACTS, FACES, FAMILIES
from glacis.core.model.junctions import Contact, ContactRule

VALUES: tuple[Contact, ...] = ("forbidden", "separate", "test", "compatible")
"""The worst first."""
FAMILY_NAMES = dict(FAMILIES)
"""Names of families by id."""
FRESH = "cem"
"""The family that acts only while it is wet; by definition: fresh concrete and mortar."""
LESS_NOBLE = ("zn", "alu")
"""Families that copper eats where its water runs over them (EN 12056 and general rules of metal roofing)."""


class Judged(Struct, frozen=True):
    """What two faces do to each other.

    Attributes:
        value: compatible, separate (a layer between), forbidden or to be tested.
        reason: in words.
        own: whether the project holds otherwise than the table.
    """

    value: Contact
    reason: str
    own: bool = False


@cache
def _table() -> dict[frozenset[str], Judged]:
    found: dict[frozenset[str], Judged] = {}
    for head, rows in _blocks(CONTACTS):
        value, _, reason = head.partition(" | ")
        for pair in rows:
            found[frozenset(pair.split("+"))] = Judged(cast(Contact, value), reason)
    return found


def _blocks(text: str) -> Iterator[tuple[str, list[str]]]:
    """Heads, each with the words of the rows of names that follow it; a head may run over lines."""
    head, rows = "", list[str]()
    for line in text.splitlines():
        names = line.startswith(" ") and all("+" in w or _is_material(w) for w in line.split())
        if names:
            rows += line.split()
        elif line.startswith(" "):
            head += " " + line.strip()
        else:
            if head:
                yield head, rows
            head, rows = line, []
    yield head, rows


def _is_material(word: str) -> bool:
    return (
        word.islower()
        and word.replace("-", "").replace(".", "").isalnum()
        and not word.endswith(".")
    )


@cache
def _faces() -> dict[str, tuple[str, str]]:
    found = {}
    for head, rows in _blocks(FACES):
        lower, _, upper = head.rstrip(":").partition(", ")
        lower = lower.removesuffix(" below")
        upper = upper.removesuffix(" above") or lower
        found.update(dict.fromkeys(rows, (lower, upper)))
    return found


def faces_of(material: str) -> tuple[str, str] | None:
    """Families of the lower and upper face of a material of the library; None where nobody knows them."""
    return _faces().get(material)


def contact(first: str, second: str, own: Iterable[ContactRule] = ()) -> Judged:
    """What two families do to each other: as the project holds, else as the table has it.

    Raises:
        ValueRefused: for a family that nobody knows.
    """
    for family in (first, second):
        if family not in FAMILY_NAMES:
            raise ValueRefused(
                "family of materials", f"'{family}'", "one of " + ", ".join(FAMILY_NAMES)
            )
    for rule in own:
        if {rule.first, rule.second} == {first, second}:
            return Judged(rule.value, rule.reason, own=True)
    return _table()[frozenset((first, second))]


def worst(judged: Iterable[Judged]) -> Judged:
    """The worst of several verdicts."""
    return min(judged, key=lambda each: VALUES.index(each.value))


def glued(first: str, second: str, glue: str, own: Iterable[ContactRule] = ()) -> Judged:
    """What two faces and the glue between them do to each other, each pair of the three: the worst."""
    rules = tuple(own)
    pairs = ((first, glue), (second, glue), (first, second))
    return worst(contact(a, b, rules) for a, b in pairs)


class Touch(Struct, frozen=True):
    """Two materials that touch.

    Attributes:
        below: id of the lower layer.
        above: id of the upper.
        faces: families of the faces that meet; None where one is not known.
        judged: what they do to each other.
    """

    below: str
    above: str
    faces: tuple[str, str] | None
    judged: Judged


UNKNOWN = Judged("test", "The face of a material is not known: ask its maker.")


def touches(
    layers: Iterable[tuple[str, str, str]], own: Iterable[ContactRule] = ()
) -> tuple[Touch, ...]:
    """Every contact in a build-up: the upper face of one layer with the lower face of the next.

    Cured concrete below does no harm; fresh concrete, screed or mortar cast on something does.

    Args:
        layers: id, material and kind ("solid", "membrane", "air", "roof-space") of each, inside to outside.
        own: where the project holds otherwise than the table.
    """
    rules, found = tuple(own), []
    listed = tuple(layers)
    for (below, lower, kind), (above, upper, next_kind) in zip(listed, listed[1:], strict=False):
        if not {kind, next_kind} <= {"solid", "membrane"}:
            continue
        one, other = faces_of(lower), faces_of(upper)
        if one is None or other is None:
            found.append(Touch(below, above, None, UNKNOWN))
            continue
        pair = (one[1], other[0])
        if pair[0] == FRESH and pair[1] != FRESH:
            judged = Judged("compatible", "Cured and dry before the next layer comes.")
        else:
            judged = contact(*pair, rules)
        found.append(Touch(below, above, pair, judged))
    return tuple(found)


def run_off(upper: str, lower: str) -> Judged | None:
    """What water from one face does to another below it; None where it does nothing.

    Copper above zinc or aluminium is forbidden, below them allowed.
    """
    if upper == "cu" and lower in LESS_NOBLE:
        return Judged("forbidden", "Copper carried by water eats zinc and aluminium below it.")
    if upper in ("bit", "sbs") and lower in LESS_NOBLE:
        return contact(upper, lower)
    return None
