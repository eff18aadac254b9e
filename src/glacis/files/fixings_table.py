# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings as tables: schedules, pull-out tests and approvals, written and read."""

from collections.abc import Iterator
from pathlib import Path
from typing import get_args

from glacis.core.errors import ValueRefused, short
from glacis.core.fixings.found import Fixed
from glacis.core.fixings.resistance import MODES
from glacis.core.model.fixings import Evidence, Failure, PullOut, Role
from glacis.core.model.sound_fixings import check_evidence, check_pull_out
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import finite
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of, table_rows
from glacis.files.workbook import book_of

Row = tuple[str | int | float | None, ...]
Listed = list[tuple[str, Fixed]]
SETS = (
    "area", "set", "zone", "w_d_kPa", "zone_m2", "count", "per_m2", "spacing_mm", "distance_mm", "each", "use",
    "length_mm", "bears_N",
)  # fmt: skip
CHAIN = ("area", "outside", "inside", "load_kPa", "way", "use", "unheld")
POINTS = ("area", "set", "no", "x_m", "y_m", "zone")
FAILURES = get_args(Failure)
"""How a test ends; by definition of the model."""
TESTS = ("area", "substrate", "fixing", "force_kN", "failure", "date", "by")
REGISTER = (
    "number", "title", "issuer", "issued", "expires", "role", "product", "steepest_deg", "substrates", "uplift_kPa",
    "fire", "exposure_days", "coldest_C", "file", "sha256",
)  # fmt: skip


def _mm(value: float) -> int | None:
    return round(value * 1000) or None


def set_rows(areas: Listed) -> Iterator[Row]:
    """A row for every set in every zone."""
    for name, fixed in areas:
        lengths = {found.set: found for found in fixed.lengths}
        for each in fixed.sets:
            found = lengths.get(each.set.id)
            chosen = found.length.chosen if found is not None and found.length is not None else None
            for pattern, count, size in zip(
                each.held.patterns, each.counts, each.areas, strict=True
            ):
                zone = fixed.wind.zones[pattern.zone]
                yield (
                    safe(name), safe(each.set.name), zone.name, round(zone.design / 1000, 3), round(size, 2), count,
                    round(count / size, 2) if size else None, _mm(pattern.spacing), _mm(pattern.distance),
                    pattern.each or None, None if pattern.use is None else round(pattern.use, 3),
                    _mm(chosen) if chosen else None, round(pattern.bears) or None,
                )  # fmt: skip


def chain_rows(areas: Listed) -> Iterator[Row]:
    """A row for every interface from the sheet to the frame."""
    for name, fixed in areas:
        for link in fixed.chain.interfaces:
            yield (
                safe(name), safe(link.names[0]), safe(link.names[1]), round(link.load / 1000, 3), safe(link.way),
                None if link.use is None else round(link.use, 3), " ".join(link.unheld),
            )  # fmt: skip


def point_rows(areas: Listed) -> Iterator[Row]:
    """A row for every fixing that is placed."""
    for name, fixed in areas:
        for each in fixed.sets:
            if each.placed is None:
                continue
            pairs = zip(each.placed.points, each.placed.zones, strict=True)
            for number, ((x, y), zone) in enumerate(pairs, 1):
                yield (
                    safe(name),
                    safe(each.set.name),
                    number,
                    round(x, 3),
                    round(y, 3),
                    fixed.wind.zones[zone].name,
                )


def sets_csv(areas: Listed) -> str:
    """The schedule of fixings."""
    return csv_of(SETS, set_rows(areas))


def fixings_xlsx(areas: Listed) -> bytes:
    """A workbook: schedule, chain, what each bears, and every point."""
    bears: list[Row] = [("area", "set", "fails_by", "stated", "level", "R_d_N_or_Pa", "source")]
    for name, fixed in areas:
        for each in fixed.sets:
            for way in each.held.resistance.ways:
                bears.append(
                    (safe(name), safe(each.set.name), MODES[way.mode], round(way.stated, 1), way.level,
                     round(way.design, 1), safe(way.source))
                )  # fmt: skip
    return book_of({
        "Schedule": [SETS, *set_rows(areas)], "Chain": [CHAIN, *chain_rows(areas)], "Bears": bears,
        "Points": [POINTS, *point_rows(areas)],
    })  # fmt: skip


def pull_outs_csv(tests: tuple[PullOut, ...], names: dict[str, str]) -> str:
    """Pull-out tests as they are read again."""
    rows = (
        (
            safe(names.get(test.area, test.area)), safe(test.substrate), safe(test.fixing), round(test.force / 1000, 4),
            test.failure, safe(test.dated), safe(test.by),
        )
        for test in tests
    )  # fmt: skip
    return csv_of(TESTS, rows)


def register_csv(register: tuple[Evidence, ...]) -> str:
    """Approvals as they are read again: a row for every product that was tested."""

    def rows() -> Iterator[Row]:
        for each in register:
            for role in each.covers or (Role(role="", product=""),):
                yield (
                    safe(each.id), safe(each.title), safe(each.issuer), safe(each.issued), safe(each.expires),
                    safe(role.role), safe(role.product), each.steepest, safe("; ".join(each.substrates)),
                    each.uplift / 1000 or None, safe(each.fire), each.exposure or None, each.coldest, safe(each.file),
                    each.digest,
                )  # fmt: skip

    return csv_of(REGISTER, rows())


def read_tests(path: Path, areas: tuple[tuple[str, str], ...]) -> tuple[PullOut, ...]:
    """Pull-out tests from a table with the columns that are written.

    A force without a unit is one of kN by the head of its column; units that differ from row to row are refused.

    Raises:
        FileRefused: naming the row, what was expected and what was found.
    """
    known = {name.casefold(): ident for ident, name in areas} | {
        ident.casefold(): ident for ident, _ in areas
    }
    found = []
    units = set()
    for number, row in table_rows(path, TESTS[:4]):
        where = f"row {number}"
        area = known.get(row["area"].strip().casefold())
        if area is None:
            raise FileRefused(
                path, f"{where}, area", "a roof area of this project", short(row["area"])
            )
        force, unit = _force(path, where, row["force_kN"])
        units.add(unit)
        if len(units) > 1:
            raise FileRefused(
                path, f"{where}, force_kN", "one unit in the whole table", short(row["force_kN"])
            )
        failure = row.get("failure", "").strip() or "pulled out"
        if failure not in FAILURES:
            raise FileRefused(path, f"{where}, failure", ", ".join(FAILURES), short(failure))
        test = PullOut(
            id=f"row-{number}", area=area, substrate=row["substrate"].strip(), fixing=row["fixing"].strip(),
            force=force,
            failure=failure, dated=row.get("date", "").strip(), by=row.get("by", "").strip(),  # type: ignore[arg-type]
        )  # fmt: skip
        try:
            check_pull_out(test)
        except ValueRefused as refused:
            raise FileRefused(path, where, refused.expected, short(str(refused.found))) from refused
        found.append(test)
    return tuple(found)


def _force(path: Path, where: str, text: str) -> tuple[float, str]:
    """A force [N], and the unit it was written in."""
    text = text.strip()
    try:
        return finite(text) * 1000, ""
    except ValueError:
        unit = text.lstrip("0123456789.,-+ ")
    try:
        reading = parse(text, Quantity.FORCE, "si", "force")
    except ValueRefused as refused:
        raise FileRefused(path, f"{where}, force_kN", refused.expected, short(text)) from refused
    return reading.value, unit


def read_register(path: Path) -> tuple[Evidence, ...]:
    """Approvals from a table with the columns that are written; rows of one number are one approval.

    Raises:
        FileRefused: naming the row, what was expected and what was found.
    """
    found: dict[str, Evidence] = {}
    for number, row in table_rows(path, ("number", "title")):
        ident = row["number"].strip()
        known = found.get(ident)
        role, product = row.get("role", "").strip(), row.get("product", "").strip()
        cover = (Role(role=role, product=product),) if role and product else ()
        covers = (known.covers if known is not None else ()) + cover
        made = Evidence(
            id=ident, title=row["title"].strip(), issuer=row.get("issuer", "").strip(),
            issued=row.get("issued", "").strip(), expires=row.get("expires", "").strip(), covers=covers,
            steepest=_number(path, number, row, "steepest_deg"),
            uplift=1000 * (_number(path, number, row, "uplift_kPa") or 0.0),
            substrates=tuple(part.strip() for part in row.get("substrates", "").split(";") if part.strip()),
            fire=row.get("fire", "").strip(), exposure=int(_number(path, number, row, "exposure_days") or 0),
            coldest=_number(path, number, row, "coldest_C"), file=row.get("file", "").strip(),
            digest=row.get("sha256", "").strip(),
        )  # fmt: skip
        try:
            check_evidence(made)
        except ValueRefused as refused:
            raise FileRefused(
                path, f"row {number}", refused.expected, short(str(refused.found))
            ) from refused
        found[ident] = made
    return tuple(found.values())


def _number(path: Path, row_number: int, row: dict[str, str], key: str) -> float | None:
    text = row.get(key, "").strip()
    if not text:
        return None
    try:
        return finite(text)
    except ValueError:
        raise FileRefused(path, f"row {row_number}, {key}", "a number", short(text)) from None
