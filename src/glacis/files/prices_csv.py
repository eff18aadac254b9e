# SPDX-License-Identifier: GPL-3.0-or-later
"""Prices and what hours cost as tables, read and written; all faults of a file are told at once."""

from pathlib import Path
from typing import Any, TypeVar, get_args

from glacis.core.errors import ValueRefused, short
from glacis.core.model.quantities import Labour, Price, Quantities, Unit
from glacis.core.model.sound_quantities import check_price, check_quantities
from glacis.core.units.ranges import finite
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import all_made, csv_of, table_rows

PRICES = (
    "key", "name", "unit", "price_low", "price", "price_high", "currency", "date", "source", "pack", "pack_unit",
    "least_order", "delivery", "life_years", "carbon_low", "carbon", "carbon_high", "carbon_unit", "density",
    "recyclable_share", "scrap_price",
)  # fmt: skip
LABOUR = ("trade", "rate_low", "rate", "rate_high")
UNITS = get_args(Unit)
"""Units of a price; by definition of the model."""
Made = TypeVar("Made")
Row = dict[str, str]


def read_prices(path: Path) -> tuple[Price, ...]:
    """Prices from a table with the columns that are written; one price alone counts for all three.

    Raises:
        FileRefused: naming every row and column at fault, what was expected and what was found; nothing is taken.
    """
    rows = all_made(
        path,
        table_rows(path, ("key", "unit", "price")),
        lambda where, row: _price(path, where, row),
    )
    _one_each(path, [(number, price.key) for number, price in rows], "key")
    money = {price.currency for _, price in rows if price.currency}
    if len(money) > 1:
        raise FileRefused(path, "column currency", "one currency", ", ".join(sorted(money)))
    return tuple(price for _, price in rows)


def read_labour(path: Path) -> tuple[Labour, ...]:
    """What hours of each trade cost, likewise.

    Raises:
        FileRefused: as :func:`read_prices`.
    """
    rows = all_made(
        path, table_rows(path, ("trade", "rate")), lambda where, row: _labour(path, where, row)
    )
    _one_each(path, [(number, labour.trade) for number, labour in rows], "trade")
    return tuple(labour for _, labour in rows)


def _one_each(path: Path, named: list[tuple[int, str]], column: str) -> None:
    seen: dict[str, int] = {}
    for number, name in named:
        if name in seen:
            raise FileRefused(
                path,
                f"row {number}, {column}",
                f"one row for '{short(name)}'",
                f"another in row {seen[name]}",
            )
        seen[name] = number


def _price(path: Path, where: str, row: Row) -> Price:
    unit = row["unit"].strip().replace("²", "2").replace("³", "3")
    if unit not in UNITS:
        raise FileRefused(path, f"{where}, unit", " or ".join(UNITS), short(unit) or "nothing")
    low, typical, high = _three(path, where, row, "price")
    carbon = _three(path, where, row, "carbon") if row.get("carbon", "").strip() else ()
    carbon_unit = row.get("carbon_unit", "").strip() or "kg"
    if carbon_unit not in UNITS:
        raise FileRefused(path, f"{where}, carbon_unit", " or ".join(UNITS), short(carbon_unit))
    values: dict[str, Any] = {
        "key": row["key"].strip(), "name": row.get("name", "").strip(), "unit": unit, "low": low, "typical": typical,
        "high": high, "currency": row.get("currency", "").strip(), "dated": row.get("date", "").strip(),
        "source": row.get("source", "").strip(), "pack": _number(path, where, row, "pack"),
        "pack_unit": row.get("pack_unit", "").strip(), "least_order": _number(path, where, row, "least_order"),
        "delivery": _number(path, where, row, "delivery"), "life": _life(path, where, row), "carbon": carbon,
        "carbon_unit": carbon_unit, "density": _number(path, where, row, "density"),
        "recyclable": _number(path, where, row, "recyclable_share"), "scrap": _number(path, where, row, "scrap_price"),
    }  # fmt: skip
    try:
        price = Price(**values)
        check_price(price)
    except ValueRefused as refused:
        raise FileRefused(
            path, where, refused.expected, f"{refused.field} {refused.found}"
        ) from refused
    return price


def _labour(path: Path, where: str, row: Row) -> Labour:
    trade = row["trade"].strip()
    if not trade:
        raise FileRefused(path, f"{where}, trade", "a trade", "nothing")
    low, typical, high = _three(path, where, row, "rate")
    labour = Labour(trade=trade, low=low, typical=typical, high=high)
    try:
        check_quantities(Quantities(labour=(labour,)))
    except ValueRefused as refused:
        raise FileRefused(
            path, where, refused.expected, f"{refused.field} {refused.found}"
        ) from refused
    return labour


def _three(path: Path, where: str, row: Row, column: str) -> tuple[float, float, float]:
    """Low, typical and high; those left empty are the typical one."""
    if not row.get(column, "").strip():
        raise FileRefused(path, f"{where}, {column}", "a number", "nothing")
    typical = _number(path, where, row, column)
    low = _number(path, where, row, f"{column}_low", typical)
    return low, typical, _number(path, where, row, f"{column}_high", typical)


def _life(path: Path, where: str, row: Row) -> tuple[float, ...]:
    """Years: one number, or low, typical and high with blanks between."""
    words = row.get("life_years", "").replace("/", " ").split()
    try:
        years = tuple(finite(word) for word in words)
    except ValueError:
        years = (-1.0,)
    if len(years) not in (0, 1, 3) or any(year <= 0 for year in years):
        raise FileRefused(
            path, f"{where}, life_years", "years above 0: one number, or low, typical and high", short(" ".join(words))
        )  # fmt: skip
    return years * 3 if len(years) == 1 else years


def _number(path: Path, where: str, row: Row, column: str, empty: float = 0.0) -> float:
    text = row.get(column, "").strip()
    if not text:
        return empty
    try:
        value = finite(text)
    except ValueError:
        raise FileRefused(
            path, f"{where}, {column}", "a number with a decimal point", short(text)
        ) from None
    if value < 0 and column not in ("scrap_price", "carbon", "carbon_low", "carbon_high"):
        raise FileRefused(path, f"{where}, {column}", "0 or more", short(text))
    return value


def prices_csv(prices: tuple[Price, ...]) -> str:
    """Prices as they are read again."""
    rows = (
        (
            safe(price.key),
            safe(price.name),
            price.unit,
            price.low,
            price.typical,
            price.high,
            safe(price.currency),
            price.dated,
            safe(price.source),
            price.pack or None,
            safe(price.pack_unit),
            price.least_order or None,
            price.delivery or None,
            " ".join(f"{year:g}" for year in price.life),
            *(price.carbon or (None,) * 3),
            price.carbon_unit if price.carbon else "",
            price.density or None,
            price.recyclable or None,
            price.scrap or None,
        )
        for price in prices
    )
    return csv_of(PRICES, rows)


def labour_csv(labour: tuple[Labour, ...]) -> str:
    """What hours cost, as it is read again."""
    return csv_of(
        LABOUR, ((safe(each.trade), each.low, each.typical, each.high) for each in labour)
    )
