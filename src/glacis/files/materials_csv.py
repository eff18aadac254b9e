# SPDX-License-Identifier: GPL-3.0-or-later
"""Materials as a CSV table: written from a library, read into a project.

The columns are those of the shipped table: one row a material, thicknesses in millimetres with
semicolons between, ranges as least and most.
"""

import csv
import io
from collections.abc import Iterable, Iterator, Mapping
from pathlib import Path

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.materials.library import Family, read_material
from glacis.core.model.document import Material, Project
from glacis.core.model.sound import check_values
from glacis.core.model.validate import check_material
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import safe
from glacis.files.reading import MEBI, read_whole

COLUMNS = (
    "id", "name", "family", "conductivity", "density", "heat_capacity", "mu_dry", "mu_wet",
    "sd_dry", "sd_wet", "thicknesses_mm", "roles", "traits", "sd_facings", "laps", "least_pitch", "curve",
    "cost_min", "cost_max", "carbon_min", "carbon_max", "fire", "purpose", "vapour_note", "source",
)  # fmt: skip
NEEDED = ("id", "name", "family", "conductivity", "density", "source")
LARGEST = 5 * MEBI


def _row(material: Material) -> dict[str, object]:
    numbers = {
        name: "" if (value := getattr(material, name)) is None else value
        for name in (
            "conductivity", "density", "heat_capacity", "mu_dry", "mu_wet", "sd_dry", "sd_wet",
            "least_pitch", "sd_facings", "laps",
        )
    }  # fmt: skip
    texts = {
        name: safe(getattr(material, name))
        for name in ("id", "name", "family", "fire", "purpose", "vapour_note", "source")
    }
    return {
        **numbers,
        **texts,
        "thicknesses_mm": ";".join(f"{t * 1000:g}" for t in material.thicknesses),
        "roles": safe(";".join(material.roles)),
        "traits": safe(";".join(material.traits)),
        "curve": ";".join(f"{t:g}:{value:g}" for t, value in material.curve),
        "cost_min": material.cost[0], "cost_max": material.cost[1],
        "carbon_min": material.carbon[0], "carbon_max": material.carbon[1],
    }  # fmt: skip


def materials_csv(materials: Iterable[Material]) -> str:
    """All ``materials`` as a table."""
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, lineterminator="\n")
    writer.writeheader()
    writer.writerows(_row(material) for material in materials)
    return out.getvalue()


def _checked(row: Mapping[str, str], number: int, families: Mapping[str, Family]) -> Material:
    filled = {**dict.fromkeys(COLUMNS, ""), **{k: (v or "").strip() for k, v in row.items() if k}}
    for name in NEEDED:
        if not filled[name]:
            raise ValueRefused(f"row {number}, {name}", "", "a value")
    filled["heat_capacity"] = filled["heat_capacity"] or "1000"
    material = read_material(filled)
    family = families.get(material.family)
    if family is None:
        known = ", ".join(sorted(families))
        raise ValueRefused(f"row {number}, family", material.family, f"one of {known}")
    check_values(material, f"row {number}")
    check_material(material)
    _check_vapour(material, number)
    return material


def _checked_rows(
    reader: Iterable[Mapping[str, str]], families: Mapping[str, Family]
) -> Iterator[Material]:
    """Every row as a material; what is wrong with one names its row."""
    for number, row in enumerate(reader, 2):
        try:
            yield _checked(row, number, families)
        except ValueRefused as fault:
            place = (
                fault.field if fault.field.startswith("row ") else f"row {number}, {fault.field}"
            )
            raise ValueRefused(place, fault.found, fault.expected) from fault


def _check_vapour(material: Material, number: int) -> None:
    resistances = (material.mu_dry, material.mu_wet, material.sd_dry, material.sd_wet)
    stated = [value for value in resistances if value is not None]
    if not stated:
        raise ValueRefused(f"row {number}, mu_dry or sd_dry", "", "a vapour resistance")
    if min(stated) < 0:
        raise ValueRefused(f"row {number}, vapour resistance", resistances, "none below 0")


def text_of(path: Path) -> str:
    """The text of a table.

    Raises:
        FileRefused: for a file that cannot be read, is too large or is no text.
    """
    try:
        text = read_whole(path, LARGEST, "a readable file").decode("utf-8-sig")
    except UnicodeDecodeError as fault:
        raise FileRefused(path, "", "text in UTF-8", "other bytes") from fault
    if "\0" in text:
        raise FileRefused(path, "", "text in UTF-8", "a byte of zero")
    return text


def read_materials(path: Path, families: Mapping[str, Family]) -> tuple[Material, ...]:
    """Materials from a table; what lies outside a family's physical range is left to a finding.

    Raises:
        FileRefused: for a file that is no such table, naming row, column, expected and found.
    """
    reader = csv.DictReader(io.StringIO(text_of(path)))
    missing = [name for name in NEEDED if name not in (reader.fieldnames or ())]
    if missing:
        raise FileRefused(
            path,
            "first row",
            "the columns " + ", ".join(NEEDED),
            ", ".join(reader.fieldnames or ()) or "none",
        )
    try:
        found = tuple(_checked_rows(reader, families))
    except ValueRefused as fault:
        raise FileRefused(path, fault.field, fault.expected, str(fault.found)[:80]) from fault
    except csv.Error as fault:
        raise FileRefused(path, "", "a CSV table", str(fault)) from fault
    if not found:
        raise FileRefused(path, "", "at least one material", "none")
    return found


def with_materials(project: Project, found: tuple[Material, ...]) -> Project:
    """The project with these materials as its own; those of the same id give way."""
    fresh = {material.id: replace(material) for material in found}
    kept = tuple(material for material in project.materials if material.id not in fresh)
    return replace(project, materials=(*kept, *fresh.values()))
