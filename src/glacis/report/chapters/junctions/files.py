# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions as files: a sheet a detail, links as a table, sections as drawings."""

from glacis.core.analysis.results import Results
from glacis.core.junctions.parts import JUNCTIONS


def details(results: Results) -> bytes:
    """Every kind of junction on a sheet of its own."""
    from glacis.report.detail_sheets import detail_sheets_pdf

    return detail_sheets_pdf(results)


def links(results: Results) -> bytes:
    """Every link of every control line."""
    from glacis.files.junction_table import links_csv

    return links_csv(results.value(JUNCTIONS)).encode()


def drawing(results: Results) -> bytes:
    """Sections side by side at true size."""
    from glacis.files.junction_dxf import sections_dxf
    from glacis.report.chapters.junctions.chapter import details_of
    from glacis.report.charts.junction_matrix import row_words

    names = {area.id: area.name for area in results.project.areas}
    shown = [
        (row_words(x.row, names), x.view) for x in details_of(results.reader) if x.view is not None
    ]
    return sections_dxf(shown, results.project.units)


def pictures(results: Results) -> bytes:
    """Sections one below the other."""
    from glacis.report.detail_sheets import sections_svg

    return sections_svg(results).encode()
