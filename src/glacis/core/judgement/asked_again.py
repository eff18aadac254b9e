# SPDX-License-Identifier: GPL-3.0-or-later
"""What the rule behind a finding was asked about, found again: for its remedies."""

from collections.abc import Callable

from glacis.core.graph.reader import Reader
from glacis.core.judgement.by_edge import edge_subject
from glacis.core.judgement.by_fixings import subject_fixings
from glacis.core.judgement.by_hours import subject_by_hours
from glacis.core.judgement.by_junction import lines_subject
from glacis.core.judgement.by_log import subject_log
from glacis.core.judgement.by_quantities import subject_quantities
from glacis.core.judgement.by_set_out import subject_set_out
from glacis.core.judgement.finding import About, AnyRule, Finding
from glacis.core.judgement.whole import subjects_about

Again = Callable[[Reader, Finding], object | None]

AGAIN: dict[About, Again] = {
    "hours": lambda reader, finding: subject_by_hours(reader, finding.area),
    "set-out": lambda reader, finding: subject_set_out(reader, finding.area),
    "fixings": lambda reader, finding: subject_fixings(reader, finding.area),
    "quantities": lambda reader, _finding: subject_quantities(reader),
    "log": lambda reader, _finding: subject_log(reader),
    "edge-heat": lambda reader, finding: edge_subject(reader, finding.place.ids[0]),
    "junction": lambda reader, finding: lines_subject(reader, finding.place.ids[0]),
}
"""For every kind of subject that a finding names; the rest is asked one by one."""


def subject_again(rule: AnyRule, reader: Reader, finding: Finding) -> object | None:
    """The subject of a finding in the document as it is now; None where it is gone.

    Args:
        rule: that found it, about anything but an area.
        reader: of the document.
        finding: whose subject is wanted.
    """
    again = AGAIN.get(rule.about)
    if again is not None:
        return again(reader, finding)
    subjects = subjects_about(rule.about, reader)
    return next((each for each in subjects if finding in tuple(rule.check(each))), None)
