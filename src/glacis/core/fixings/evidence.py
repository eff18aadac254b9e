# SPDX-License-Identifier: GPL-3.0-or-later
"""Approvals held against what stands in their roles: which set fits, what it does not cover."""

import re
from typing import Literal

from msgspec import Struct

from glacis.core.model.fixings import Evidence, Role

Gap = Literal[
    "mixed",
    "not-in-set",
    "expired",
    "expires",
    "slope",
    "substrate",
    "uplift",
    "no-uplift",
    "unread-date",
]


class Judged(Struct, frozen=True):
    """One approval against an area.

    Attributes:
        evidence: the approval.
        differing: roles in which another product stands than was tested: role, product here, products tested.
        missing: roles it covers that nobody filled.
        gaps: what is wrong, with words.
    """

    evidence: Evidence
    differing: tuple[tuple[str, str, str], ...]
    missing: tuple[str, ...]
    gaps: tuple[tuple[Gap, str], ...]

    @property
    def holds(self) -> bool:
        """Whether it lends its resistance here."""
        return not self.gaps


class Asked(Struct, frozen=True):
    """What an area asks of its approval.

    Attributes:
        products: in roles.
        pitch: [°].
        substrate: of the fixings; empty where nobody said.
        uplift: the worst design suction [Pa]; 0 where nobody knows.
        laid: when it is laid, as year-month-day; empty where nobody knows.
        today: as year-month-day; empty to leave expiry out.
    """

    products: tuple[Role, ...]
    pitch: float
    substrate: str
    uplift: float
    laid: str
    today: str


_DAY = re.compile(r"\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])")


def is_day(text: str) -> bool:
    """Whether a text is a date written year-month-day; such texts sort as the days do."""
    return _DAY.fullmatch(text) is not None


def _differing(evidence: Evidence, products: tuple[Role, ...]) -> tuple[tuple[str, str, str], ...]:
    tested: dict[str, list[str]] = {}
    for each in evidence.covers:
        tested.setdefault(each.role, []).append(each.product)
    return tuple(
        (each.role, each.product, ", ".join(tested[each.role]) if each.role in tested else "")
        for each in products
        if each.product not in tested.get(each.role, ())
    )


def judge_evidence(evidence: Evidence, asked: Asked) -> Judged:
    """One approval against what an area asks of it; a mixed set lends no resistance."""
    gaps: list[tuple[Gap, str]] = []
    differing = _differing(evidence, asked.products)
    for role, product, tested in differing:
        if tested:
            gaps.append(("mixed", f"{role} {product} in the place of {tested}"))
        else:
            gaps.append(("not-in-set", f"{role} {product} was not part of the test"))
    if evidence.expires:
        gaps += _by_date(evidence, asked)
    if evidence.steepest is not None and asked.pitch > evidence.steepest + 1e-9:
        gaps.append(("slope", "the roof is steeper than it holds for"))
    if evidence.substrates and asked.substrate and asked.substrate not in evidence.substrates:
        gaps.append(
            ("substrate", f"{asked.substrate} is not among {', '.join(evidence.substrates)}")
        )
    if evidence.uplift > 0 and asked.uplift > evidence.uplift * (1 + 1e-9):
        gaps.append(("uplift", "the worst zone asks for more than was proved"))
    filled = {each.role for each in asked.products}
    missing = tuple(dict.fromkeys(each.role for each in evidence.covers if each.role not in filled))
    return Judged(evidence, differing, missing, tuple(gaps))


def _by_date(evidence: Evidence, asked: Asked) -> list[tuple[Gap, str]]:
    if not is_day(evidence.expires):
        return [("unread-date", f"its expiry “{evidence.expires}” is no date")]
    if is_day(asked.today) and evidence.expires < asked.today:
        return [("expired", f"it expired on {evidence.expires}")]
    if is_day(asked.laid) and evidence.expires < asked.laid:
        return [
            (
                "expires",
                f"it expires on {evidence.expires}, before the roof is laid on {asked.laid}",
            )
        ]
    return []


def best_of(register: tuple[Evidence, ...], asked: Asked, chosen: str = "") -> Judged | None:
    """The approval somebody chose, else the one whose set differs in the fewest roles, then the later to expire."""
    if not asked.products and not chosen:
        return None
    judged = [judge_evidence(each, asked) for each in register]
    named = next((each for each in judged if each.evidence.id == chosen), None)
    if named is not None:
        return named
    roles = {own.role for own in asked.products}
    touching = [
        each for each in judged if any(cover.role in roles for cover in each.evidence.covers)
    ]
    latest = sorted(touching, key=lambda each: each.evidence.expires or "9999", reverse=True)
    return min(latest, key=lambda each: len(each.differing), default=None)
