# SPDX-License-Identifier: GPL-3.0-or-later
"""How bad a finding is by its figures, so that two of one kind can be told apart."""

from glacis.core.judgement.finding import SEVERITIES, Finding, Severity


def rank(severity: Severity) -> int:
    """3 for stop, 2 for mind, 1 for note."""
    return len(SEVERITIES) - SEVERITIES.index(severity)


def badness(finding: Finding) -> tuple[float, ...]:
    """How far the first figure lies from what is wanted, or from nothing; then the figures of other kinds.

    What is wanted is the next figure of the same kind, where there is one.
    """
    if not finding.evidence:
        return ()
    first, others = finding.evidence[0], finding.evidence[1:]
    wanted = next((item.value for item in others if item.quantity is first.quantity), 0.0)
    rest = tuple(abs(item.value) for item in others if item.quantity is not first.quantity)
    return abs(first.value - wanted), *rest
