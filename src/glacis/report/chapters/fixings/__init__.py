# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings in the report, the files and the results."""

from glacis.report.chapters.fixings.chapter import FIXINGS_CHAPTER, REGISTER_CHAPTER, told_apart
from glacis.report.chapters.fixings.files import EXPORTS
from glacis.report.chapters.fixings.results import FIXINGS_SECTION, REGISTER_SECTION
from glacis.report.offers import Chapter, Offer

OFFER = Offer(
    chapters=(Chapter("area", FIXINGS_CHAPTER, told_apart), Chapter("project", REGISTER_CHAPTER)),
    exports=EXPORTS,
    sections=(FIXINGS_SECTION, REGISTER_SECTION),
)
