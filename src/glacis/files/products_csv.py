# SPDX-License-Identifier: GPL-3.0-or-later
"""Products that are laid piece by piece as a CSV table: one row a product, its kind in the first column.

Columns are the fields of the products with their unit: lengths in millimetres, angles in degrees. Cells
that do not belong to a kind stay empty; empty cells take the usual value.
"""

import csv
import io
from collections.abc import Iterable, Mapping
from pathlib import Path
from typing import Any, get_args

from msgspec import NODEFAULT, convert
from msgspec import ValidationError as Invalid
from msgspec.structs import fields

from glacis.core.errors import GlacisError, short
from glacis.core.model.covering import Product
from glacis.core.model.sound_set_out import check_product
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import finite, ranges_of
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import as_meant, safe
from glacis.files.materials_csv import text_of

KINDS: dict[str, Any] = {kind.__struct_config__.tag: kind for kind in get_args(Product)}
"""Kinds of product by their tag; by definition of the model."""
UNITS = {
    Quantity.THICKNESS: ("mm", 1e-3), Quantity.JOINT: ("mm", 1e-3), Quantity.LENGTH: ("m", 1.0),
    Quantity.ANGLE: ("deg", 1.0), Quantity.MASS: ("kg", 1.0), Quantity.DENSITY: ("kg_m3", 1.0),
    Quantity.VENT_AREA: ("mm2", 1e-6),
}  # fmt: skip
"""Suffix of a column and its scale to SI; by definition."""
TEXTS = ("id", "name", "source")
MOST_ROWS = 2000
"""Products in a table at most; our judgement: more is no range of coverings."""


def _column(kind: Any, name: str) -> tuple[str, float]:
    """Column and scale of a field."""
    bounds = ranges_of(kind).get(name)
    quantity = bounds.quantity if bounds is not None else None
    if quantity is None or quantity not in UNITS:
        return name, 1.0
    suffix, scale = UNITS[quantity]
    return f"{name}_{suffix}", scale


def columns() -> tuple[str, ...]:
    """All columns, those that most kinds have first."""
    found: dict[str, int] = {}
    for kind in KINDS.values():
        for field in fields(kind):
            if field.name not in ("extra", "headlaps", *TEXTS):
                column = _column(kind, field.name)[0]
                found[column] = found.get(column, 0) + 1
    ranked = sorted(found, key=lambda column: -found[column])
    return ("kind", "id", "name", *ranked, "headlaps", "source")


def products_csv(products: Iterable[Product]) -> str:
    """Products as a table that :func:`read_products` reads."""
    out = io.StringIO()
    table = csv.DictWriter(out, columns(), lineterminator="\n")
    table.writeheader()
    for product in products:
        kind = type(product)
        row: dict[str, object] = {"kind": kind.__struct_config__.tag}
        for field in fields(kind):
            value = getattr(product, field.name)
            if field.name == "extra":
                continue
            if field.name == "headlaps":
                row["headlaps"] = ";".join(f"{pitch:g}:{lap * 1000:g}" for pitch, lap in value)
                continue
            column, scale = _column(kind, field.name)
            row[column] = safe(value) if isinstance(value, str) else f"{value / scale:g}"
        table.writerow(row)
    return out.getvalue()


def read_products(path: Path) -> tuple[Product, ...]:
    """The products of a table.

    Raises:
        FileRefused: for what is no such table, naming row, column, expected and found.
    """
    try:
        found = _read(path, text_of(path))
    except csv.Error as fault:
        raise FileRefused(path, "", "a CSV table", str(fault)) from fault
    if not found:
        raise FileRefused(path, "below the head", "rows of products", "none")
    repeated = len(found) - len({product.id for product in found})
    if repeated:
        raise FileRefused(path, "column id", "every id once", f"{repeated} of them twice")
    return tuple(found)


def _read(path: Path, text: str) -> list[Product]:
    """A product for every row that is not empty."""
    head = text.split("\n", 1)[0]
    reader = csv.DictReader(io.StringIO(text), delimiter=max(";\t,", key=head.count))
    names = {name.strip() for name in reader.fieldnames or () if name}
    if "kind" not in names:
        raise FileRefused(path, "row 1", "a column 'kind'", short(", ".join(sorted(names))))
    strange = sorted(names - set(columns()))
    if strange:
        raise FileRefused(path, "row 1", "columns of products", short(strange[0]))
    found: list[Product] = []
    for number, row in enumerate(reader, 2):
        if not any((value or "").strip() for value in row.values() if isinstance(value, str)):
            continue
        if len(found) >= MOST_ROWS:
            raise FileRefused(path, f"row {number}", f"at most {MOST_ROWS} products", "more")
        found.append(_product(path, number, row))
    return found


def _product(path: Path, number: int, row: Mapping[str | None, Any]) -> Product:
    cells = {
        name.strip(): as_meant(value.strip())
        for name, value in row.items()
        if isinstance(name, str) and isinstance(value, str)
    }
    kind = KINDS.get(cells.get("kind", ""))
    if kind is None:
        kinds = ", ".join(sorted(KINDS))
        raise FileRefused(
            path, f"row {number}, kind", f"one of {kinds}", short(cells.get("kind", ""))
        )
    values: dict[str, Any] = {"kind": cells["kind"]}
    for field in fields(kind):
        column, scale = _column(kind, field.name)
        cell = cells.get(column, "")
        if not cell:
            if field.required or (
                field.default is NODEFAULT and field.default_factory is NODEFAULT
            ):
                raise FileRefused(path, f"row {number}, {column}", "a value", "none")
            continue
        values[field.name] = _value(path, (number, column), cell, (field.type, scale))
    try:
        product: Product = convert(values, kind)
        check_product(product)
    except (Invalid, GlacisError) as fault:
        raise FileRefused(
            path, f"row {number}", "a product that can be laid", short(str(fault))
        ) from fault
    return product


def _value(path: Path, place: tuple[int, str], cell: str, kind: tuple[Any, float]) -> Any:
    number, column = place
    annotated, scale = kind
    where = f"row {number}, {column}"
    try:
        if column == "headlaps":
            pairs = (part.split(":") for part in cell.split(";"))
            return tuple((finite(pitch), finite(lap) / 1000) for pitch, lap in pairs)
        plain = (get_args(annotated) or (annotated,))[0]
        if plain is int:
            return int(cell)
        if plain is float:
            return round(finite(cell.replace(",", ".")) * scale, 9)
    except ValueError:
        expected = "pitch:headlap;pitch:headlap" if column == "headlaps" else "a number"
        raise FileRefused(path, where, expected, short(cell)) from None
    return cell
