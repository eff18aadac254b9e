# SPDX-License-Identifier: GPL-3.0-or-later
"""Lists of set-out as CSV and as a workbook: courses, and pieces to cut."""

from collections.abc import Iterator

from glacis.core.set_out.found import SetOutFound
from glacis.core.set_out.lists import marked, pieces_of
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of

Row = tuple[str | int | float | None, ...]
Listed = list[tuple[str, SetOutFound]]
COURSES = ("area", "no", "s_mm", "gauge_mm", "headlap_mm", "note")
PIECES = (
    "area", "mark", "piece", "length_mm", "width_mm", "end_deg", "count", "stock_mm", "offcut_mm", "product",
    "follows_from",
)  # fmt: skip


def course_rows(areas: Listed) -> Iterator[Row]:
    """A row for every course of every area, from the eaves up."""
    for name, found in areas:
        for course in marked(found.covered) if found.covered is not None else ():
            yield (
                safe(name), course.no, round(course.s * 1000), round(course.gauge * 1000) or None,
                round(course.headlap * 1000) or None, course.note,
            )  # fmt: skip


def piece_rows(areas: Listed) -> Iterator[Row]:
    """A row for every kind of piece."""
    for name, found in areas:
        for piece in pieces_of(found):
            yield (
                safe(name), piece.mark, safe(piece.piece), round(piece.length * 1000),
                round(piece.width * 1000) or None,
                round(piece.angle, 1) or None, piece.count, round(piece.stock * 1000) or None,
                round(piece.offcut * 1000) or None, piece.product, safe(piece.why),
            )  # fmt: skip


def courses_csv(areas: Listed) -> str:
    """The list of courses."""
    return csv_of(COURSES, course_rows(areas))


def pieces_csv(areas: Listed) -> str:
    """The list of pieces."""
    return csv_of(PIECES, piece_rows(areas))


def set_out_xlsx(areas: Listed) -> bytes:
    """Both lists as a workbook."""
    from glacis.files.workbook import book_of

    return book_of(
        {"Courses": [COURSES, *course_rows(areas)], "Pieces": [PIECES, *piece_rows(areas)]}
    )
