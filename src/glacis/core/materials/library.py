# SPDX-License-Identifier: GPL-3.0-or-later
"""The generic materials, their families, and how a table of them is read."""

from collections.abc import Iterable, Mapping

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Material
from glacis.core.model.traits import TRAITS
from glacis.core.units.ranges import finite

FOAMS = ("polystyrene", "extruded", "polyurethane", "phenolic", "foam")
"""Families of plastic foam."""
FIBRES = ("mineral-fibre", "plant-fibre", "loose-fill")
"""Families of fibre."""


class Family(Struct, frozen=True):
    """A family of materials: how it is drawn and what its values can physically be.

    Attributes:
        id: of the family.
        name: as people call it.
        hatch: name of its drawing convention.
        conductivity: least and most thermal conductivity [W/(m·K)].
        density: least and most density [kg/m³].
        wood_based: whether its moisture is limited by mass.
        source: of the bounds.
        temperature_coefficient: f_T [1/K], middle of ISO 10456:2007, annex A; 0 where none.
        moisture_coefficient: f_psi [-], likewise.
    """

    id: str
    name: str
    hatch: str
    conductivity: tuple[float, float]
    density: tuple[float, float]
    wood_based: bool
    source: str
    temperature_coefficient: float = 0.0
    moisture_coefficient: float = 0.0


class Library(Struct, frozen=True):
    """Materials and families that a project may use."""

    materials: tuple[Material, ...]
    families: tuple[Family, ...]

    def index(self, own: Iterable[Material] = ()) -> dict[str, Material]:
        """Materials by id; the project's ``own`` stand before the library's."""
        found = {material.id: material for material in self.materials}
        found.update((material.id, material) for material in own)
        return found

    def family_index(self) -> dict[str, Family]:
        """Families by id."""
        return {family.id: family for family in self.families}


ALIKE = 1e-5
"""Thicknesses closer than this [m] are one; our judgement, a hundredth of a millimetre."""
Row = Mapping[str, str]


def _number(row: Row, key: str, where: str) -> float:
    value = _optional(row, key, where)
    if value is None:
        raise ValueRefused(f"{where}, {key}", "", "a number")
    return value


def _optional(row: Row, key: str, where: str) -> float | None:
    text = row.get(key)
    if not text:
        return None
    try:
        return finite(text)
    except ValueError:
        if not text.strip():
            return None
        raise ValueRefused(f"{where}, {key}", text.strip(), "a number") from None


def _or_zero(row: Row, key: str, where: str) -> float:
    return _optional(row, key, where) or 0.0


def _curve(row: Row, where: str) -> tuple[tuple[float, float], ...]:
    """Pairs of temperature and conductivity, written ``-5:0.029;10:0.025``."""
    text = row.get("curve")
    if not text or not text.strip():
        return ()
    try:
        pairs = [tuple(map(finite, pair.split(":"))) for pair in text.split(";")]
        return tuple((temperature, value) for temperature, value in pairs)
    except ValueError:
        expected = "pairs such as -5:0.029;10:0.025"
        raise ValueRefused(f"{where}, curve", text, expected) from None


def _words(row: Row, key: str) -> tuple[str, ...]:
    text = row.get(key)
    return tuple(word for word in text.split(";") if word) if text else ()


def _traits(row: Row, where: str) -> tuple[str, ...]:
    traits = _words(row, "traits")
    for trait in traits:
        if trait not in TRAITS:
            raise ValueRefused(f"{where}, traits", trait, "of " + ", ".join(sorted(TRAITS)))
    return traits


def read_family(row: Row) -> Family:
    """One family from a row of its table."""
    where = f"family '{row.get('id', '')}'"
    return Family(
        id=row["id"],
        name=row["name"],
        hatch=row["hatch"],
        conductivity=(_number(row, "lambda_min", where), _number(row, "lambda_max", where)),
        density=(_number(row, "density_min", where), _number(row, "density_max", where)),
        wood_based=row["wood_based"] == "yes",
        source=row["source"],
        temperature_coefficient=_or_zero(row, "f_t", where),
        moisture_coefficient=_or_zero(row, "f_moisture", where),
    )


def read_material(row: Row) -> Material:
    """One material from a row of its table; thicknesses there are in millimetres.

    Raises:
        ValueRefused: naming material, column, what was expected and found.
    """
    where = f"material '{row.get('id', '')}'"
    try:
        series = tuple(finite(t) / 1000 for t in row["thicknesses_mm"].split(";") if t)
    except ValueError:
        found = row["thicknesses_mm"]
        raise ValueRefused(f"{where}, thicknesses_mm", found, "numbers with ; between") from None
    cost = (_or_zero(row, "cost_min", where), _or_zero(row, "cost_max", where))
    carbon = (_or_zero(row, "carbon_min", where), _or_zero(row, "carbon_max", where))
    return Material(
        id=row["id"],
        name=row["name"],
        family=row["family"],
        conductivity=_number(row, "conductivity", where),
        curve=_curve(row, where),
        density=_number(row, "density", where),
        heat_capacity=_number(row, "heat_capacity", where),
        mu_dry=_optional(row, "mu_dry", where),
        mu_wet=_optional(row, "mu_wet", where),
        sd_dry=_optional(row, "sd_dry", where),
        sd_wet=_optional(row, "sd_wet", where),
        thicknesses=series,
        roles=_words(row, "roles"),
        traits=_traits(row, where),  # type: ignore[arg-type]
        sd_facings=_or_zero(row, "sd_facings", where),
        laps=_optional(row, "laps", where) or 1.0,
        least_pitch=_optional(row, "least_pitch", where),
        fire=row["fire"],
        purpose=row["purpose"],
        vapour_note=row["vapour_note"],
        cost=cost,
        carbon=carbon,
        source=row["source"],
    )


def one_or_two_boards(material: Material | None) -> list[float]:
    """Thicknesses [m] that one or two boards of a material can make, rising."""
    series = material.thicknesses if material else ()
    return sorted({*series, *(round(a + b, 6) for a in series for b in series)})


def boards_for(material: Material | None, thickness: float) -> tuple[float, ...]:
    """The boards [m] that make up a thickness: one, or two as alike as can be; else the thickness itself."""
    series = material.thicknesses if material else ()
    if any(abs(t - thickness) < ALIKE for t in series):
        return (thickness,)
    pairs = [(a, b) for a in series for b in series if a >= b and abs(a + b - thickness) < ALIKE]
    return min(pairs, key=lambda pair: pair[0] - pair[1], default=(thickness,))


def nearest_purchasable(material: Material | None, thickness: float) -> float:
    """The thickness [m] that can be bought nearest to the one asked for."""
    series = material.thicknesses if material else ()
    if not series:
        return round(thickness, 3)
    options = one_or_two_boards(material) if thickness > max(series) else series
    return min(options, key=lambda option: (abs(option - thickness), option))
