# SPDX-License-Identifier: GPL-3.0-or-later
"""Pressure coefficients looked up: rows that a user may change or confirm, interpolated as the standards say."""

from bisect import bisect_right
from collections.abc import Iterable
from math import log10
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.wind import Coefficient
from glacis.core.wind.table_asce import TABLE_ASCE
from glacis.core.wind.table_en import EDITION, TABLE_EN

Mark = Literal["sure", "recalled", "unsure"]
SMALL, LARGE = 1.0, 10.0
"""Loaded areas that c_pe,1 and c_pe,10 hold for [m²] (EN 1991-1-4:2005, 7.2.1)."""
SQUARE_FOOT = 0.09290304
"""[m²]; by definition."""
FLATTEST = 5.0
"""Pitch up to which a roof is flat [°] (EN 1991-1-4:2005, 7.2.3)."""


class Row(Struct, frozen=True):
    """One zone of one row of a table.

    Attributes:
        key: its name: form, roof, wind, parameter, zone, sign.
        values: by area: c_pe,1 and c_pe,10, or GC_p by effective wind area [ft²].
        mark: how sure the figures are.
        source: table or figure.
        by: who confirmed or changed it; empty for nobody.
        dated: when.
    """

    key: str
    values: tuple[tuple[float, float], ...]
    mark: Mark
    source: str
    by: str = ""
    dated: str = ""

    @property
    def is_settled(self) -> bool:
        """Whether the figures may be called final."""
        return self.mark == "sure" or bool(self.by)

    def at(self, area: float) -> float:
        """The coefficient for a loaded area, in the row's own unit, linear in its logarithm."""
        first, last = self.values[0], self.values[-1]
        if area <= first[0]:
            return first[1]
        if area >= last[0]:
            return last[1]
        k = bisect_right([size for size, _ in self.values], area)
        (a, low), (b, high) = self.values[k - 1], self.values[k]
        return low + (high - low) * log10(area / a) / log10(b / a)


class Found(Struct, frozen=True):
    """A coefficient and the rows it was read from.

    Attributes:
        value: [-].
        rows: keys of the rows, one or two.
        open: keys of those among them that nobody has confirmed.
    """

    value: float
    rows: tuple[str, ...]
    open: tuple[str, ...] = ()


Table = dict[str, Row]


def _en_rows() -> Iterable[Row]:
    for line in TABLE_EN.strip().splitlines():
        roof, wind, parameter, mark, source, cells = (cell.strip() for cell in line.split(" | "))
        for cell in cells.split(";"):
            zone, *pairs = cell.split()
            for pair in pairs:
                sign = "pressure" if pair.startswith("+") else "suction"
                large, small = (float(figure) for figure in pair.split("/"))
                yield Row(
                    f"en {roof} {wind} {parameter} {zone} {sign}", ((SMALL, small), (LARGE, large)), mark,  # type: ignore[arg-type]
                    f"{EDITION}, {source}",
                )  # fmt: skip


def _asce_rows() -> Iterable[Row]:
    for line in TABLE_ASCE.strip().splitlines():
        form, pitches, mark, source, cells = (cell.strip() for cell in line.split(" | "))
        for cell in cells.split(";"):
            zone, *pairs = cell.split()
            values = tuple(
                (float(area), float(value)) for area, value in (pair.split(":") for pair in pairs)
            )
            sign = "pressure" if zone.endswith("+") else "suction"
            yield Row(
                f"asce {form} any {pitches} {zone} {sign}", values, mark,  # type: ignore[arg-type]
                f"ASCE {source}",
            )  # fmt: skip


SHIPPED: Table = {row.key: row for row in (*_en_rows(), *_asce_rows())}
"""Every row as shipped."""


def _steps() -> dict[tuple[str, str, str], tuple[float, ...]]:
    found: dict[tuple[str, str, str], list[float]] = {}
    for key in SHIPPED:
        form, roof, wind, parameter, zone, sign = key.split()
        if form == "en" and sign == "suction":
            found.setdefault((roof, wind, zone), []).append(float(parameter))
    return {key: tuple(sorted(points)) for key, points in found.items()}


STEPS = _steps()
"""Parameters that the tables have, by roof, wind and zone, rising."""


def table_with(stated: tuple[Coefficient, ...]) -> Table:
    """The table with what a user changed or confirmed.

    Raises:
        ValueRefused: for a row that is none.
    """
    if not stated:
        return SHIPPED
    table = dict(SHIPPED)
    for each in stated:
        row = table.get(each.row)
        if row is None:
            raise ValueRefused("pressure coefficient", each.row, "a row of the tables")
        if each.values and len(each.values) != len(row.values):
            raise ValueRefused(
                f"pressure coefficient {each.row}",
                f"{len(each.values)} figures",
                f"{len(row.values)}",
            )
        values = tuple(
            (size, new) for (size, _), new in zip(row.values, each.values or [v for _, v in row.values], strict=True)
        )  # fmt: skip
        table[each.row] = Row(
            each.row, values, row.mark, each.source or row.source, each.by, each.dated
        )
    return table


def _read(table: Table, key: str, area: float) -> tuple[float, Row]:
    row = table[key]
    return row.at(area), row


def en_suction(
    table: Table, roof: str, wind: str, parameter: float, zone: str, area: float
) -> Found | None:
    """c_pe of suction for a loaded area, linear between the rows of the table (EN 1991-1-4:2005, 7.2).

    Suctions are read with suctions only, and never across a flat roof from a trough to a ridge; where the table
    has no suction none is given.

    Args:
        table: rows.
        roof: form, such as ``duo``.
        wind: direction as the table has it.
        parameter: pitch [°], h_p/h or r/h [-].
        zone: letter.
        area: loaded [m²]; c_pe,1 up to 1 m², c_pe,10 from 10 m² on.

    Raises:
        ValueRefused: for a parameter beyond the table.
    """
    points = STEPS.get((roof, wind, zone), ())
    if not points:
        return None
    is_pitch = roof in ("mono", "duo", "hip")
    beyond = parameter > points[-1] + 1e-9 if is_pitch else False
    if beyond or (is_pitch and parameter < points[0] - 1e-9):
        raise ValueRefused(
            f"pitch of a {roof} roof", f"{parameter:g}°", f"{points[0]:g}° to {points[-1]:g}°"
        )
    at = min(max(parameter, points[0]), points[-1])
    keys = [f"en {roof} {wind} {point:g} {zone} suction" for point in _around(points, at)]
    reads = [_read(table, key, area) for key in keys]
    value = reads[0][0]
    if len(reads) == 2:
        low, high = _around(points, at)
        value += (reads[1][0] - value) * (at - low) / (high - low)
    rows = tuple(row.key for _, row in reads)
    return Found(value, rows, tuple(row.key for _, row in reads if not row.is_settled))


def _around(points: tuple[float, ...], at: float) -> tuple[float, ...]:
    """The one or two points of a table that a figure lies at or between."""
    if at in points:
        return (at,)
    k = bisect_right(points, at)
    return points[k - 1], points[k]


def parapet_suction(table: Table, ratio: float, zone: str, area: float) -> Found | None:
    """c_pe of a flat roof behind a parapet h_p/h high: sharp below 0.025, constant beyond 0.10 (table 7.2)."""
    if ratio < 0.025:
        return en_suction(table, "flat-sharp", "any", 0.0, zone, area)
    return en_suction(table, "flat-parapet", "any", ratio, zone, area)


def wall_pressure(table: Table, ratio: float, area: float) -> Found:
    """c_pe of the wall that the wind meets, zone D (EN 1991-1-4:2005, table 7.1), by h/d."""
    low, high = table["en wall any 0.25 D pressure"], table["en wall any 1 D pressure"]
    share = (min(max(ratio, 0.25), 1.0) - 0.25) / 0.75
    value = low.at(area) * (1 - share) + high.at(area) * share
    rows = (low, high)
    return Found(
        value, tuple(row.key for row in rows), tuple(row.key for row in rows if not row.is_settled)
    )


def asce_suction(table: Table, form: str, pitch: float, zone: str, area: float) -> Found:
    """GC_p of suction for an effective wind area [m²].

    Raises:
        ValueRefused: where the tables have no such roof.
    """
    for key, row in table.items():
        head, kind, _, pitches, name, sign = key.split()
        if head != "asce" or kind != form or name != zone or sign != "suction":
            continue
        least, most = (float(figure) for figure in pitches.split("-"))
        if least <= pitch <= most:
            return Found(
                row.at(area / SQUARE_FOOT), (row.key,), () if row.is_settled else (row.key,)
            )
    raise ValueRefused(
        f"{form} roof of {pitch:g}°, zone {zone}", "no coefficient", "a pitch that the tables have"
    )
