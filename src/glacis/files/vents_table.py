# SPDX-License-Identifier: GPL-3.0-or-later
"""The schedule of vents, screens, chutes, baffles and dams, as CSV and as a workbook."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.core.air.screens import gross_per_metre, net_share
from glacis.core.air.tables import Tables
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of

if TYPE_CHECKING:
    from glacis.core.air.found import Aired

COLUMNS = (
    "area", "item", "edge", "kind", "screen", "length_m", "number", "gross_mm2_m", "net_share", "net_mm2",
    "height_mm",
)  # fmt: skip
Row = tuple[str | int | float | None, ...]
Listed = list[tuple[str, "Aired"]]


def vent_rows(areas: "Listed", tables: Tables) -> Iterator[Row]:
    """A row for every vent along an edge, then chutes, baffles and the dam.

    Args:
        areas: name of each area, and its air.
        tables: of screens.
    """
    for name, found in areas:
        yield from _vents(safe(name), found, tables)
        if found.chutes is not None:
            count = found.chutes
            blank = (None, None, None)
            length = round(count.length, 3) or None
            yield safe(name), "chute", "eaves", "", "", length, count.chutes, *blank, None
            if found.stated.baffle:
                yield safe(name), "baffle", "eaves", "", "", None, count.baffles, *blank, None
            if found.stated.dam:
                high = round(count.dam_height * 1000)
                yield safe(name), "dam", "eaves", "", "", round(count.dam, 3), 1, *blank, high


def _vents(name: str, found: "Aired", tables: Tables) -> Iterator[Row]:
    layout = found.layout
    for rim in layout.edges if layout is not None else ():
        for vent in rim.vents:
            length = rim.vented_length(vent)
            gross, share = gross_per_metre(vent, length), net_share(vent.obstructions, tables)
            screens = " + ".join(screen.row or "own mesh" for screen in vent.obstructions)
            yield (
                name, "vent", rim.side.kind, vent.kind, safe(screens), round(length, 3), vent.count or None,
                round(gross * 1e6), round(share, 4), round(gross * share * length * 1e6),
                round(vent.height * 1000),
            )  # fmt: skip


def vents_csv(areas: "Listed", tables: Tables) -> str:
    """The schedule as a table."""
    return csv_of(COLUMNS, vent_rows(areas, tables))


def vents_xlsx(areas: "Listed", tables: Tables) -> bytes:
    """The schedule as a workbook."""
    from glacis.files.workbook import book_of

    return book_of({"Vents": [COLUMNS, *vent_rows(areas, tables)]})
