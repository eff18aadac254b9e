# SPDX-License-Identifier: GPL-3.0-or-later
"""What Quantities brings to the report, the exports and the results."""

from glacis.core.graph.part import Part
from glacis.report.chapters.quantities.chapter import blocks, reads
from glacis.report.chapters.quantities.files import (
    bill,
    cuts,
    drawing,
    labour,
    layouts,
    orders,
    prices,
    workbook,
)
from glacis.report.chapters.quantities.results import AREA_SECTION, BILL_SECTION
from glacis.report.offers import Chapter, Export, Offer

OFFER = Offer(
    chapters=(Chapter("project", Part("chapter quantities", reads, blocks)),),
    exports=(
        Export("bill", "Bill of quantities", ".csv", "CSV", bill),
        Export("orders", "What to order", ".csv", "CSV", orders),
        Export("bill-book", "Bill as a workbook", ".xlsx", "XLSX", workbook),
        Export("cut-list", "Cut list of bars and trims", ".csv", "CSV", cuts),
        Export("layouts", "Layouts of rolls and boards", ".pdf", "PDF", layouts),
        Export("layouts-drawing", "Layouts as a drawing", ".dxf", "DXF", drawing),
        Export("prices", "Prices as they are read", ".csv", "CSV", prices),
        Export("labour", "Labour as it is read", ".csv", "CSV", labour),
    ),
    sections=(BILL_SECTION, AREA_SECTION),
)
