# SPDX-License-Identifier: GPL-3.0-or-later
"""Files of the log: the record, what is due, a sheet for the roof, the likelihood table."""

from glacis.core.analysis.keeping import keeping_of, latest_day
from glacis.core.analysis.results import Results
from glacis.core.log.keeping import Due, due_tasks


def due_of(results: Results) -> tuple[Due, ...]:
    """What is due by the latest day on record; none where nothing is."""
    day = latest_day(results)
    return due_tasks(keeping_of(results), day) if day else ()


def record(results: Results) -> bytes:
    """Every entry."""
    from glacis.files.log_table import record_csv

    return record_csv(results.project.log).encode()


def due(results: Results) -> bytes:
    """What is due."""
    from glacis.files.log_table import due_csv

    return due_csv(due_of(results)).encode()


def care_calendar(results: Results) -> bytes:
    """What is due, as a calendar."""
    from glacis.files.log_table import due_ics

    return due_ics(due_of(results), results.project.name).encode()


def roof_sheet(results: Results) -> bytes:
    """A sheet to take on the roof."""
    from glacis.report.roof_sheets import roof_sheets_pdf

    return roof_sheets_pdf(results)


def shares(results: Results) -> bytes:
    """The likelihood table."""
    from glacis.core.log.table import table_of
    from glacis.files.log_table import shares_csv

    log = results.project.log
    return shares_csv(table_of(log), log.shares).encode()
