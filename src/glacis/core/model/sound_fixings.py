# SPDX-License-Identifier: GPL-3.0-or-later
"""Check what is stated about wind, fixings, pull-out tests and approvals."""

from glacis.core.errors import ValueRefused
from glacis.core.model.fixings import (
    AreaFixings,
    BoardScrews,
    Bond,
    Evidence,
    FixSet,
    PullOut,
    SeamRows,
)
from glacis.core.model.wind import Coefficient, Wind
from glacis.core.units.ranges import check_ranges

MOST_STEEP = 10.0
"""Coefficients beyond this to either side are none [-]; our judgement: four times the largest of the tables."""


def check_coefficient(row: Coefficient) -> None:
    """Refuse a coefficient that was changed without a source, or confirmed by nobody.

    Raises:
        ValueRefused: naming the row.
    """
    where = f"pressure coefficient {row.row}"
    if row.values and not row.source.strip():
        raise ValueRefused(where, "no source", "standard, edition and clause")
    if not row.by.strip() or not row.dated.strip():
        raise ValueRefused(where, "nobody's name or no date", "who settled it and when")
    for value in row.values:
        if not -MOST_STEEP <= value <= MOST_STEEP:
            raise ValueRefused(where, f"{value:g}", f"-{MOST_STEEP:g} to {MOST_STEEP:g}")


def check_wind(wind: Wind) -> None:
    """Refuse a wind that cannot be.

    Raises:
        ValueRefused: naming the field, what was found and what was expected.
    """
    check_ranges(wind, "wind")
    starts = [sector.start % 360 for sector in wind.sectors]
    if len(set(starts)) != len(starts):
        raise ValueRefused("wind, sectors", "two that begin alike", "one for each direction")
    for sector in wind.sectors:
        check_ranges(sector, f"wind from {sector.start:g}°")
    for row in wind.rows:
        check_coefficient(row)


def check_set(held: FixSet, where: str) -> None:
    """Refuse a set that could not be made.

    Raises:
        ValueRefused: naming the field, what was found and what was expected.
    """
    place = f"{where}, '{held.name}'"
    if not held.id.strip() or not held.name.strip():
        raise ValueRefused(where, "a set without id or name", "a few letters")
    check_ranges(held, place)
    check_ranges(held.way, place)
    for strength in held.strengths:
        check_ranges(strength, place)
    if held.fastener is not None:
        check_ranges(held.fastener, place)
        if not held.fastener.stock:
            raise ValueRefused(f"{place}, stock lengths", "none", "one length at least")
    way = held.way
    if isinstance(way, SeamRows):
        _in_order(place, "spacing", way.least, way.most)
        if way.lap >= way.roll:
            raise ValueRefused(f"{place}, lap", f"{way.lap * 1000:g} mm", "less than the roll")
    if isinstance(way, BoardScrews) and not way.patterns:
        raise ValueRefused(f"{place}, patterns", "none", "one number of fixings at least")
    if isinstance(way, Bond) and way.kind == "ribbons" and way.bead > way.spacing:
        raise ValueRefused(
            f"{place}, ribbons",
            f"{way.bead * 1000:g} mm wide",
            f"no more than {way.spacing * 1000:g} mm apart",
        )


def _in_order(where: str, what: str, least: float, most: float) -> None:
    if least > most:
        found = f"least {least * 1000:g} mm, greatest {most * 1000:g} mm"
        raise ValueRefused(f"{where}, {what}", found, "the least first")


def check_area_fixings(stated: AreaFixings) -> None:
    """Refuse what cannot be said about the fixings of an area.

    Raises:
        ValueRefused: naming the set and field.
    """
    where = f"fixings of '{stated.area}'"
    check_ranges(stated, where)
    for edge in stated.parapets:
        check_ranges(edge, where)
    names = [held.id for held in stated.sets]
    if len(set(names)) != len(names):
        raise ValueRefused(where, "two sets of one id", "an id used once")
    for held in stated.sets:
        check_set(held, where)


def check_evidence(evidence: Evidence) -> None:
    """Refuse an approval without a number or title.

    Raises:
        ValueRefused: naming it.
    """
    if not evidence.id.strip() or not evidence.title.strip():
        raise ValueRefused("approval", "no number or title", "a few letters")
    check_ranges(evidence, f"approval '{evidence.id}'")


def check_pull_out(test: PullOut) -> None:
    """Refuse a pull-out test without a substrate, or with a force that is none.

    Raises:
        ValueRefused: naming it.
    """
    where = f"pull-out test '{test.id}'"
    check_ranges(test, where)
    if not test.id.strip() or not test.substrate.strip():
        raise ValueRefused(where, "no id or substrate", "what the fixing was driven into")


def check_fixings(
    wind: Wind,
    fixings: tuple[AreaFixings, ...],
    tests: tuple[PullOut, ...],
    register: tuple[Evidence, ...],
) -> None:
    """Refuse what cannot be among wind, fixings, tests and approvals.

    Raises:
        ValueRefused: for the first that cannot be.
    """
    check_wind(wind)
    for stated in fixings:
        check_area_fixings(stated)
    for test in tests:
        check_pull_out(test)
    for evidence in register:
        check_evidence(evidence)
