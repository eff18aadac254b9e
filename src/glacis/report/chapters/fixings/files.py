# SPDX-License-Identifier: GPL-3.0-or-later
"""Files of fixings: schedule, workbook, tests, register."""

from glacis.core.analysis.results import Results
from glacis.core.fixings.found import Fixed
from glacis.core.fixings.parts import FIXED
from glacis.report.offers import Export


def _named(results: Results) -> list[tuple[str, Fixed]]:
    found = ((area.name, results.value(FIXED, area.id)) for area in results.project.areas)
    return [(name, item) for name, item in found if item is not None]


def schedule(results: Results) -> bytes:
    """Sets by area and zone as CSV."""
    from glacis.files.fixings_table import sets_csv

    return sets_csv(_named(results)).encode()


def workbook(results: Results) -> bytes:
    """Schedule, chain, resistances and points as a workbook."""
    from glacis.files.fixings_table import fixings_xlsx

    return fixings_xlsx(_named(results))


def pull_outs(results: Results) -> bytes:
    """Pull-out tests as CSV."""
    from glacis.files.fixings_table import pull_outs_csv

    names = {area.id: area.name for area in results.project.areas}
    return pull_outs_csv(results.project.pull_outs, names).encode()


def register(results: Results) -> bytes:
    """The register of approvals as CSV."""
    from glacis.files.fixings_table import register_csv

    return register_csv(results.project.evidence).encode()


EXPORTS = (
    Export("fixings", "Schedule of fixings", ".csv", "CSV", schedule),
    Export("fixings-book", "Fixings as a workbook", ".xlsx", "XLSX", workbook),
    Export("pull-out-tests", "Pull-out tests", ".csv", "CSV", pull_outs),
    Export("approvals", "Register of approvals", ".csv", "CSV", register),
)
