# SPDX-License-Identifier: GPL-3.0-or-later
"""What the Shape stage brings: its chapter, schedules, drawings and cards, and its results."""

from glacis.report.chapters.shape.chapter import SHAPE_CHAPTER
from glacis.report.chapters.shape.files import SHAPE_EXPORTS
from glacis.report.chapters.shape.results import SHAPE_SECTIONS
from glacis.report.offers import Chapter, Offer

OFFER = Offer(
    chapters=(Chapter("project", SHAPE_CHAPTER),),
    exports=SHAPE_EXPORTS,
    sections=SHAPE_SECTIONS,
)
