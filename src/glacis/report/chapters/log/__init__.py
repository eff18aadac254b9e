# SPDX-License-Identifier: GPL-3.0-or-later
"""What Log brings to the report, the exports and the results."""

from glacis.core.graph.part import Part
from glacis.report.chapters.log.chapter import blocks, reads
from glacis.report.chapters.log.files import care_calendar, due, record, roof_sheet, shares
from glacis.report.chapters.log.results import LOG_SECTION
from glacis.report.offers import Chapter, Export, Offer

OFFER = Offer(
    chapters=(Chapter("project", Part("chapter log", reads, blocks)),),
    exports=(
        Export("record", "The record: what was built, tested, seen", ".csv", "CSV", record),
        Export("due", "What is due to be looked at", ".csv", "CSV", due),
        Export("care-calendar", "What is due, as a calendar", ".ics", "iCalendar", care_calendar),
        Export("roof-sheet", "Sheet to take on the roof", ".pdf", "PDF", roof_sheet),
        Export("likelihoods", "The likelihood table of diagnosis", ".csv", "CSV", shares),
    ),
    sections=(LOG_SECTION,),
)
