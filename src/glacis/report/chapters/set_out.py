# SPDX-License-Identifier: GPL-3.0-or-later
"""The set-out of an area: its plane, courses, pieces, panels and eaves; and in the results."""

from msgspec import Struct

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.model.document import RoofArea
from glacis.core.set_out.found import SetOutFound
from glacis.core.set_out.lists import marked, pieces_of
from glacis.core.set_out.parts import SET_OUT
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.blocks import Blocks, Picture, Room, Words, words_grid
from glacis.report.chapters.set_out_results import SET_OUT_SECTION
from glacis.report.offers import Chapter, Export, Offer
from glacis.report.workings import working_blocks

PLANE, CUT = (760.0, 380.0), (760.0, 330.0)
T = Quantity.THICKNESS
CAUTION = (
    "Measure slope and eaves on the roof before the first mark. Gauges, laps, seats and least pitches are those of the "
    "product: its approval outranks this page. Edges, rooflights and wet slopes: fall protection before anyone goes up."
)


class SetOutChapter(Struct, frozen=True):
    """What the chapter says."""

    found: SetOutFound | None
    names: tuple[tuple[str, str], ...]
    units: System


def _reads(reader: Reader, area: str) -> SetOutChapter:
    names = tuple((item.id, item.name) for item in reader.project.openings if item.area == area)
    return SetOutChapter(reader.value(SET_OUT, area), names, reader.project.units)


def _blocks(read: SetOutChapter) -> Blocks:
    found = read.found
    if found is None:
        return ()
    from glacis.core.set_out.working import set_out_working

    return (
        Room(110),
        Words("Set-out", "sub"),
        *(Words(f"{what.capitalize()}: {why}") for what, why in found.faults),
        *_plane(read, found),
        *_courses(found, read.units),
        *_pieces(found, read.units),
        *_panels(found, read.units),
        *_eaves(found, read.units),
        *_timber(found, read.units),
        *working_blocks(set_out_working(found), read.units),
        Words(CAUTION, "small"),
    )


def _plane(read: SetOutChapter, found: SetOutFound) -> Blocks:
    from glacis.report.charts.set_out_plane import PlaneView, plane_scene

    if found.covered is None and found.sheeted is None:
        return ()
    view = PlaneView(found, dict(read.names), read.units)
    return (Picture(plane_scene(view, PLANE)),)


def _courses(found: SetOutFound, system: System) -> Blocks:
    if found.covered is None or not found.covered.courses:
        return ()
    rows: list[tuple[str, ...]] = [("course", "from the datum", "gauge", "headlap", "note")]
    for course in marked(found.covered):
        rows.append(
            (
                str(course.no), with_unit(course.s, T, system),
                with_unit(course.gauge, T, system) if course.gauge else "",
                with_unit(course.headlap, T, system) if course.headlap else "", course.note,
            )
        )  # fmt: skip
    return (Room(60), words_grid(rows, (0.8, 1.4, 1, 1, 1.4), 0))


def _pieces(found: SetOutFound, system: System) -> Blocks:
    pieces = pieces_of(found)
    if not pieces:
        return ()
    rows: list[tuple[str, ...]] = [("mark", "piece", "length", "width", "end", "count")]
    for piece in pieces:
        rows.append(
            (
                piece.mark, piece.piece, with_unit(piece.length, T, system),
                with_unit(piece.width, T, system) if piece.width else "",
                with_unit(piece.angle, Quantity.ANGLE, system) if piece.angle else "", str(piece.count),
            )
        )  # fmt: skip
    return (Room(60), words_grid(rows, (0.6, 3.4, 1, 1, 0.8, 0.8), 2))


def _panels(found: SetOutFound, system: System) -> Blocks:
    panelled = found.panelled
    if panelled is None:
        return ()
    from glacis.report.charts.set_out_panels import panels_scene

    cans = panelled.cans
    words = (
        f"{panelled.row.n} panels in {panelled.rows} {'row' if panelled.rows == 1 else 'rows'}; foam "
        f"{with_unit(cans.foam, Quantity.VOLUME, system)} in "
        + ("no cans while it is too cold." if cans.too_cold else f"{cans.cans} cans.")
    )
    return (Room(90), Picture(panels_scene(panelled, CUT, system)), Words(words))


def _eaves(found: SetOutFound, system: System) -> Blocks:
    if found.eaves is None:
        return ()
    from glacis.report.charts.set_out_eaves import eaves_scene

    return (Room(90), Picture(eaves_scene(found, CUT, system)))


def _timber(found: SetOutFound, system: System) -> Blocks:
    """Outriggers, furring and curves where they are stated."""
    from glacis.report.charts.set_out_timber import (
        curve_scene,
        furring_scene,
        outriggers_scene,
    )

    drawn: list[Room | Picture] = []
    for there, draw in (
        (found.outrigged, outriggers_scene), (found.planed, furring_scene), (found.facets, curve_scene)
    ):  # fmt: skip
        if there is not None:
            drawn += [Room(90), Picture(draw(found, CUT, system))]
    return tuple(drawn)


def _told_apart(results: Results, item: AreaResult) -> object:
    """Areas differ here by all that is stated and found about their set-out."""
    return results.value(SET_OUT, item.roof.area.id)


def _areas(results: Results) -> list[tuple[RoofArea, SetOutFound]]:
    found = [(area, results.value(SET_OUT, area.id)) for area in results.project.areas]
    return [(area, item) for area, item in found if item is not None]


def _named(results: Results) -> list[tuple[str, SetOutFound]]:
    return [(area.name, found) for area, found in _areas(results)]


def _courses_file(results: Results) -> bytes:
    from glacis.files.set_out_table import courses_csv

    return courses_csv(_named(results)).encode()


def _pieces_file(results: Results) -> bytes:
    from glacis.files.set_out_table import pieces_csv

    return pieces_csv(_named(results)).encode()


def _workbook(results: Results) -> bytes:
    from glacis.files.set_out_table import set_out_xlsx

    return set_out_xlsx(_named(results))


def _drawing(results: Results) -> bytes:
    from glacis.files.set_out_dxf import set_out_dxf

    return set_out_dxf(_named(results), results.project.units)


def _sheets(results: Results) -> bytes:
    from glacis.report.plane_sheets import plane_sheets_pdf

    return plane_sheets_pdf(results.project, _areas(results))


def _poles(results: Results) -> bytes:
    from glacis.report.plane_sheets import story_poles_pdf

    return story_poles_pdf(results.project, _areas(results))


def _products(results: Results) -> bytes:
    from glacis.core.set_out.shipped import products_of
    from glacis.files.products_csv import products_csv

    return products_csv(products_of(results.project.products).values()).encode()


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter set-out", _reads, _blocks), _told_apart),),
    exports=(
        Export("courses", "Courses from the datum", ".csv", "CSV", _courses_file),
        Export("pieces", "Pieces to cut and to buy", ".csv", "CSV", _pieces_file),
        Export("set-out-book", "Courses and pieces as a workbook", ".xlsx", "XLSX", _workbook),
        Export("set-out-drawing", "Planes set out as a drawing", ".dxf", "DXF", _drawing),
        Export("plane-sheets", "Plane sheets for the roof", ".pdf", "PDF", _sheets),
        Export("story-poles", "Story poles", ".pdf", "PDF", _poles),
        Export("products", "Products that are laid piece by piece", ".csv", "CSV", _products),
    ),
    sections=(SET_OUT_SECTION,),
)
