# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about approvals: mixed sets, expiry, limits, and what nobody proved."""

from collections.abc import Iterator
from functools import partial

from glacis.core.fixings.change import substitute
from glacis.core.fixings.evidence import Gap
from glacis.core.fixings.rules.asked import plain, says, stating
from glacis.core.judgement.by_fixings import FixingsSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

WORST: dict[Gap, Severity] = {
    "mixed": "stop", "not-in-set": "stop", "expired": "stop", "expires": "stop", "slope": "stop", "substrate": "stop",
    "uplift": "stop", "no-uplift": "mind", "unread-date": "mind",
}  # fmt: skip


def _gaps(roof: FixingsSubject) -> Iterator[Finding]:
    judged = roof.fixed.evidence
    if judged is None:
        return
    title = f"{plain(judged.evidence.title)} ({plain(judged.evidence.id)})"
    worst = max((zone.design for zone in roof.fixed.wind.zones), default=0.0)
    for gap, words in judged.gaps:
        figures: tuple[Evidence, ...] = ()
        told = plain(words)
        if gap == "uplift":
            told += ": {0} against {1}"
            figures = (
                Evidence("w_d", worst, Quantity.LOAD), Evidence("proved", judged.evidence.uplift, Quantity.LOAD),
            )  # fmt: skip
        elif gap == "slope" and judged.evidence.steepest is not None:
            told += ": {0} against {1}"
            figures = (
                Evidence("pitch", roof.area.pitch, Quantity.ANGLE),
                Evidence("limit", judged.evidence.steepest, Quantity.ANGLE),
            )
        yield says(
            roof, "fixings.evidence", WORST[gap], f"{title} does not stand for this area: {told}.", *figures
        )  # fmt: skip


def _as_tested(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    judged = roof.fixed.evidence
    if judged is None:
        return ()
    found = []
    for role, product, tested in judged.differing:
        if tested and f"{plain(role)} {plain(product)} in the place" in finding.template:
            first = tested.split(", ")[0]
            change = partial(substitute, area=roof.area.id, role=role, product=first)
            found.append(Remedy(f"Take {first} as {role}, as tested", change))
    return tuple(found)


GAPS = Rule(
    "fixings.evidence",
    "The approval does not stand for this",
    "fixings",
    "stop",
    "Sheet, plate, screw, board and deck were tested together. One of them swapped, and the test proves another roof; "
    "an approval that ran out proves none.",
    "Our judgement after usual terms of approvals; the approval itself outranks Glacis",
    _gaps,
    _as_tested,
)


def _none(roof: FixingsSubject) -> Iterator[Finding]:
    if roof.fixed.stated.products and roof.fixed.evidence is None:
        names = ", ".join(plain(each.product) for each in roof.fixed.stated.products)
        yield says(
            roof, "fixings.no-evidence", "mind", f"No approval in the register covers {names}."
        )


NONE = Rule(
    "fixings.no-evidence",
    "Nothing proves this set",
    "fixings",
    "mind",
    "Whoever asks after the storm will ask for the test report first.",
    "Our judgement: a set that nobody tested has no resistance to name",
    _none,
    lambda _project, _roof, _finding: (),
)


def _when(roof: FixingsSubject) -> Iterator[Finding]:
    judged = roof.fixed.evidence
    if judged is not None and judged.evidence.expires and not roof.fixed.stated.laid:
        words = (
            f"{plain(judged.evidence.id)} runs out on {plain(judged.evidence.expires)}, and nobody stated when this "
            "area is laid."
        )
        yield says(roof, "fixings.when-laid", "note", words)


def _day_of_issue(_project: Project, roof: FixingsSubject, _finding: Finding) -> tuple[Remedy, ...]:
    judged = roof.fixed.evidence
    if judged is None:
        return ()
    return (stating(roof, f"Lay it by {judged.evidence.expires}", laid=judged.evidence.expires),)


WHEN = Rule(
    "fixings.when-laid",
    "Nobody said when it is laid",
    "fixings",
    "note",
    "An approval has to stand on the day the roof is laid, not on the day it was drawn.",
    "Our judgement: approvals count on the day of laying",
    _when,
    _day_of_issue,
)
RULES = (GAPS, NONE, WHEN)
