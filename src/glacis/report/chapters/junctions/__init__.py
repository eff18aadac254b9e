# SPDX-License-Identifier: GPL-3.0-or-later
"""What Junctions brings to the report, the exports and the results."""

from glacis.core.graph.part import Part
from glacis.report.chapters.junctions.chapter import blocks, reads
from glacis.report.chapters.junctions.files import details, drawing, links, pictures
from glacis.report.chapters.junctions.results import JUNCTIONS_SECTION
from glacis.report.offers import Chapter, Export, Offer

OFFER = Offer(
    chapters=(Chapter("project", Part("chapter junctions", reads, blocks)),),
    exports=(
        Export("details", "Details of all junctions", ".pdf", "PDF", details, of_edges=True),
        Export("links", "Links of all control lines", ".csv", "CSV", links),
        Export(
            "sections", "Sections of junctions as a drawing", ".dxf", "DXF", drawing, of_edges=True
        ),
        Export(
            "section-pictures",
            "Sections of junctions as a picture",
            ".svg",
            "SVG",
            pictures,
            of_edges=True,
        ),
    ),
    sections=(JUNCTIONS_SECTION,),
)
