# SPDX-License-Identifier: GPL-3.0-or-later
"""Files of the order of work: tasks, links, day sheets, calendar."""

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE
from glacis.core.order.parts import PLAN


def tasks(results: Results) -> bytes:
    """All tasks with their days."""
    from glacis.files.order_table import tasks_csv

    return tasks_csv(results.value(PLAN, WHOLE)).encode()


def links(results: Results) -> bytes:
    """All links with their reasons."""
    from glacis.files.order_table import links_csv

    return links_csv(results.value(PLAN, WHOLE)).encode()


def day_sheets(results: Results) -> bytes:
    """A sheet for every day."""
    from glacis.report.day_sheets import day_sheets_pdf

    return day_sheets_pdf(results)


def calendar(results: Results) -> bytes:
    """Hold points and last days of clocks."""
    from glacis.files.order_table import calendar_ics

    return calendar_ics(results.value(PLAN, WHOLE), results.project.name).encode()
