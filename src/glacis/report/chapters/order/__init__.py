# SPDX-License-Identifier: GPL-3.0-or-later
"""What Order brings to the report, the exports and the results."""

from glacis.core.graph.part import Part
from glacis.report.chapters.order.chapter import blocks, reads
from glacis.report.chapters.order.files import calendar, day_sheets, links, tasks
from glacis.report.chapters.order.results import ORDER_SECTION
from glacis.report.offers import Chapter, Export, Offer

OFFER = Offer(
    chapters=(Chapter("project", Part("chapter order", reads, blocks)),),
    exports=(
        Export("tasks", "Tasks with their days", ".csv", "CSV", tasks),
        Export("task-links", "Links of tasks and their reasons", ".csv", "CSV", links),
        Export("day-sheets", "Day sheets", ".pdf", "PDF", day_sheets),
        Export("hold-points", "Hold points and clocks", ".ics", "iCalendar", calendar),
    ),
    sections=(ORDER_SECTION,),
)
