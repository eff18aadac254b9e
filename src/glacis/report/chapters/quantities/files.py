# SPDX-License-Identifier: GPL-3.0-or-later
"""Files of quantities: bill, orders, workbook, cut list, layouts, prices."""

from typing import TYPE_CHECKING

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE
from glacis.core.quantities.line import Line
from glacis.core.quantities.measures import told
from glacis.core.quantities.parts import BILL, COST, LATER
from glacis.core.set_out.plane import plane_of

if TYPE_CHECKING:
    from glacis.files.quantities_table import Bought

Ring = tuple[tuple[float, float], ...]


def _job(results: Results) -> "Bought":
    from glacis.files.quantities_table import Bought

    return Bought(
        results.project.name,
        results.value(BILL, WHOLE),
        results.value(COST, WHOLE),
        results.value(LATER, WHOLE),
    )


def bill(results: Results) -> bytes:
    """The bill, line by line."""
    from glacis.files.quantities_table import bill_csv

    return bill_csv(_job(results)).encode()


def orders(results: Results) -> bytes:
    """What to order, by product."""
    from glacis.files.quantities_table import orders_csv

    return orders_csv(_job(results)).encode()


def workbook(results: Results) -> bytes:
    """All tables with live sums."""
    from glacis.files.quantities_table import bill_xlsx

    return bill_xlsx(_job(results))


def cuts(results: Results) -> bytes:
    """Bars and trims with what is cut from them."""
    from glacis.files.quantities_table import cuts_csv

    return cuts_csv(_job(results)).encode()


def laid_lines(results: Results) -> list[tuple[Line, tuple[Ring, ...]]]:
    """Lines that are laid out as rolls or boards, with outline and holes of their plane."""
    areas = {area.id: area for area in results.project.areas}
    found = []
    for line in results.value(BILL, WHOLE).bought:
        if line.rolls is not None or line.boards:
            plane = plane_of(areas[line.places.areas[0]])
            found.append((line, (plane.outline, *(ring for _, ring in plane.holes))))
    return found


def layouts(results: Results) -> bytes:
    """Each layout on the plane, its marks and figures."""
    from glacis.report.layout_sheets import layouts_pdf

    return layouts_pdf(results, laid_lines(results))


def drawing(results: Results) -> bytes:
    """Layouts side by side as a drawing."""
    from glacis.files.layouts_dxf import layouts_dxf

    shown = [(line, plane[0]) for line, plane in laid_lines(results)]
    return layouts_dxf(shown, results.project.units)


def prices(results: Results) -> bytes:
    """Prices as they are read again; without any, a row for every product of the bill."""
    from glacis.core.model.quantities import Price
    from glacis.files.prices_csv import prices_csv

    stated = results.project.quantities.prices
    known = {price.key for price in stated}
    open_ones = tuple(
        Price(key=order.key, name=told(order.name, "si"), unit=order.unit)
        for order in results.value(BILL, WHOLE).orders
        if order.key not in known
    )
    return prices_csv((*stated, *open_ones)).encode()


def labour(results: Results) -> bytes:
    """What hours cost, as it is read again."""
    from glacis.files.prices_csv import labour_csv

    return labour_csv(results.project.quantities.labour).encode()
