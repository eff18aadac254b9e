# SPDX-License-Identifier: GPL-3.0-or-later
"""Tables of ventilation: rules for free areas, what screens leave open, losses and wind pressures.

Rows marked ``confirm`` are recalled from codes and practice; confirm them before relying on one. A project
states any figure otherwise by the row's id and the column's name.
"""

from collections.abc import Mapping, Sequence
from typing import Literal, TypeVar

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.air import PathChoice, TableValue

Basis = Literal["ceiling", "slope", "eaves", "edge", "roof"]
TableRow = TypeVar("TableRow", bound=Struct)


class VentRule(Struct, frozen=True):
    """What a practice asks of vents.

    Attributes:
        id: of the row.
        name: in words.
        paths: kinds of path it is for.
        pitch_from: least pitch [°].
        pitch_to: to this pitch, not included unless it is 90 [°].
        condition: what else must be true, in words; empty for nothing.
        basis: what shares are of, or the length that slots run along.
        low: net area of low vents, as a share of the basis [-] or a slot [m]; low and high together
            where ``both``.
        high: likewise [-] or [m]; 0 for none.
        both: whether ``low`` is what low and high vents have together.
        low_least: [m²/m] of eaves.
        high_least: [m²/m] of ridge.
        high_from: least share of the area asked that lies high [-].
        high_to: most share of it that counts [-].
        depth: clear depth of the way between them [m].
        needs_retarder: whether a retarder of class I or II on the warm side is a condition.
        longest: longest way from opening to opening [m]; 0 for any.
        source: practice it stems from.
        confirm: whether it is recalled.
    """

    id: str
    name: str
    paths: tuple[PathChoice, ...]
    pitch_from: float
    pitch_to: float
    condition: str
    basis: Basis
    low: float
    high: float
    both: bool
    depth: float
    source: str
    low_least: float = 0.0
    high_least: float = 0.0
    high_from: float = 0.0
    high_to: float = 1.0
    needs_retarder: bool = False
    longest: float = 0.0
    confirm: bool = True


CODE, BRITISH, GERMAN = (
    "US model code practice for vented attics (R806)",
    "British practice (BS 5250)",
    "German practice (DIN 4108-3)",
)

RULES: tuple[VentRule, ...] = (
    VentRule(
        "ratio-150", "1/150 of the ceiling", ("cold-attic", "cold-slope"), 0, 90, "", "ceiling",
        1 / 150, 0.0, True, 0.025, CODE, high_from=0.4, high_to=0.5,
    ),
    VentRule(
        "ratio-300", "1/300 of the ceiling", ("cold-attic", "cold-slope"), 0, 90,
        "40 to 50 % of it within 0.91 m below the ridge, the rest in the lowest third; in climate zones 6 "
        "to 8 also a class I or II retarder on the warm side",
        "ceiling", 1 / 300, 0.0, True, 0.025, f"{CODE}, R806.2", high_from=0.4, high_to=0.5,
        needs_retarder=True,
    ),
    VentRule(
        "slot-10", "10 mm, both eaves", ("cold-attic",), 15, 35, "span to 10 m, insulation level",
        "eaves", 0.010, 0.0, False, 0.025, BRITISH, longest=10.0,
    ),
    VentRule(
        "slot-10-5", "10 mm eaves, 5 mm ridge", ("cold-attic",), 15, 90,
        "pitch over 35°, or span over 10 m, or a mono-pitch", "eaves", 0.010, 0.005, False, 0.025, BRITISH,
    ),
    VentRule(
        "slot-25", "25 mm, both eaves", ("cold-attic",), 0, 15, "insulation level", "eaves",
        0.025, 0.0, False, 0.05, BRITISH,
    ),
    VentRule(
        "slope-25-5", "25 mm eaves, 5 mm ridge", ("cold-slope",), 15, 90,
        "insulation follows the slope", "eaves", 0.025, 0.005, False, 0.05, BRITISH,
    ),
    VentRule(
        "slope-permille", "2 ‰ eaves, 0.5 ‰ ridge",
        ("cold-slope", "over-roof", "counter-batten"), 5, 90, "", "slope", 0.002, 0.0005, False, 0.02,
        GERMAN, low_least=0.02, high_least=0.005,
    ),
    VentRule(
        "flat-cold-5", "25 mm, two sides", ("cold-flat",), 0, 5,
        "span to 5 m, openings on two opposite sides", "edge", 0.025, 0.025, False, 0.05, BRITISH,
        longest=5.0,
    ),
    VentRule(
        "flat-cold-10", "30 mm, two sides", ("cold-flat",), 0, 5, "span 5 to 10 m", "edge",
        0.030, 0.030, False, 0.06, "British practice, older guidance", longest=10.0,
    ),
    VentRule(
        "flat-permille", "2 ‰, two sides", ("cold-flat",), 0, 5,
        "to 10 m; what is longer is not vented but closed", "roof", 0.002, 0.002, False, 0.05, GERMAN,
        low_least=0.02, high_least=0.02, longest=10.0,
    ),
)  # fmt: skip
"""Usual rules; each recalled from the practice it names."""


class NetFactor(Struct, frozen=True):
    """What a screen leaves of an opening.

    Attributes:
        id: of the row.
        name: in words.
        net: share that stays open [-].
        fouling: share of that after years of dust and paint [-].
        clear: widest opening of the screen [m]; 0 where none is stated.
        keeps_out: what does not pass.
        source: of the figures.
        confirm: whether they are recalled.
    """

    id: str
    name: str
    net: float
    fouling: float
    clear: float
    keeps_out: str
    source: str
    confirm: bool = False


GEOMETRY, HOUSING, TRADE = "geometry", "US federal housing practice", "trade value"

SCREENS: tuple[NetFactor, ...] = (
    NetFactor("mesh-1.2", "insect mesh, opening 1.2 mm, wire 0.3", 0.64, 0.7, 0.0012, "mosquitoes, all larger", GEOMETRY),
    NetFactor("mesh-1.6", "mesh, opening 1.6 mm, wire 0.4", 0.64, 0.8, 0.0016, "flies, embers over 1.6 mm; not mosquitoes", GEOMETRY),
    NetFactor("mesh-3.2", "mesh, opening 3.2 mm, wire 0.6", 0.71, 0.9, 0.0032, "wasps, most embers; the largest opening fire rules allow", GEOMETRY),
    NetFactor("mesh-4", "mesh, opening 4 mm, wire 0.7", 0.72, 0.9, 0.004, "wasps, bees", GEOMETRY),
    NetFactor("mesh-6.4", "mesh, opening 6.4 mm, wire 0.9", 0.77, 0.95, 0.0064, "mice, birds", GEOMETRY),
    NetFactor("screen-16-table", "16-mesh insect screen, table value", 0.5, 1.0, 0.0013, "insects", HOUSING, True),
    NetFactor("screen-8-table", "8-mesh screen, table value", 0.8, 1.0, 0.0028, "wasps", HOUSING, True),
    NetFactor("louvre-table", "rain louvre over 6 mm mesh, table value", 0.5, 1.0, 0.006, "birds", HOUSING, True),
    NetFactor("louvre-16-table", "rain louvre over 16-mesh, table value", 0.33, 1.0, 0.0013, "insects", HOUSING, True),
    NetFactor("perforated-3-5", "holes 3 mm, staggered 5 mm", 0.326, 0.9, 0.003, "wasps", GEOMETRY),
    NetFactor("comb", "eaves comb, fingers in the tile's wave", 0.6, 0.9, 0.01, "birds", TRADE, True),
    NetFactor("foam-filler", "foam filler strip at profiled sheets: no vent unless stated", 0.0, 1.0, 0.0, "all", TRADE, True),
    NetFactor("porous-fleece", "roll ridge with fleece, unless stated", 0.3, 0.8, 0.001, "insects, powder snow", TRADE, True),
)  # fmt: skip
"""What screens leave open."""


class LossValue(Struct, frozen=True):
    """A loss factor or a wind pressure coefficient.

    Attributes:
        id: of the row.
        name: in words.
        value: [-].
        source: where it comes from.
        confirm: whether it is recalled.
    """

    id: str
    name: str
    value: float
    source: str = "recalled from handbooks of hydraulic resistance and wind loading"
    confirm: bool = True


LOSSES: tuple[LossValue, ...] = (
    LossValue("Cd-slot", "discharge of a sharp-edged slot or mesh, on its net area", 0.61),
    LossValue("zeta-bend-90", "bend at the wall plate or at a hip, on the smaller section", 1.2),
    LossValue("zeta-contraction", "sudden narrowing into a chute, on the chute", 0.5),
    LossValue("rough-sawn", "friction beside sawn timber and fibre faces", 1.3),
    LossValue("rough-batten", "friction where battens cross one face, or ribs of a profiled sheet", 2.0),
    LossValue("Cp-eaves-windward", "soffit to windward", 0.4),
    LossValue("Cp-eaves-leeward", "soffit to leeward", -0.35),
    LossValue("Cp-eaves-side", "soffit at the side", -0.5),
    LossValue("Cp-ridge-flat", "ridge, pitch to 25°", -0.7),
    LossValue("Cp-ridge-steep", "ridge, pitch over 25°", -0.5),
    LossValue("Cp-gable-side", "gable vent parallel to the wind", -0.5),
    LossValue("Cp-abutment", "vent at a higher wall, wind on the wall; its sign turns with the wind", 0.3),
    LossValue("sheltered", "share of wind pressure that is left in shelter", 0.3),
    LossValue("ice-beyond", "sheet against ice beyond the inner face of the wall, level, m", 0.6, "US model codes, R905.1.2"),
    LossValue("drive-least", "least flow in still air with the covering 5 K over it, m³/(h·m²)", 0.25, "our judgement: at 2 g/m³ it carries 12 g/(m²·d)", False),
)  # fmt: skip
"""Losses, wind pressures and reaches; the last row is ours."""


def widening(smaller: float, larger: float) -> float:
    """ζ of a sudden widening, on the smaller section [-] (Borda and Carnot).

    >>> widening(0.025, 0.05)
    0.25
    """
    return (1 - smaller / larger) ** 2


def notch(bay: float, holes: float) -> float:
    """ζ of a notched or drilled rafter with ``holes`` [m²] in a bay of section ``bay`` [m²], on the bay [-]."""
    ratio = bay / holes
    return (ratio - 1) ** 2 + 0.5 * ratio**2


class Tables(Struct, frozen=True):
    """All rows, with what a project states otherwise.

    Attributes:
        rules: for free areas.
        screens: what they leave open.
        losses: factors and pressure coefficients.
    """

    rules: tuple[VentRule, ...] = RULES
    screens: tuple[NetFactor, ...] = SCREENS
    losses: tuple[LossValue, ...] = LOSSES

    def rule(self, identifier: str) -> VentRule | None:
        """A rule by its id; None for none."""
        return _row(self.rules, identifier)

    def screen(self, identifier: str) -> NetFactor | None:
        """A screen by its id; None for none."""
        return _row(self.screens, identifier)

    def loss(self, identifier: str) -> float:
        """A loss factor or pressure coefficient [-]; 0 where there is no such row."""
        found = _row(self.losses, identifier)
        return 0.0 if found is None else found.value


def _row(rows: Sequence[TableRow], identifier: str) -> TableRow | None:
    return next((row for row in rows if getattr(row, "id", "") == identifier), None)


def tables_with(stated: Sequence[TableValue]) -> Tables:
    """The shipped tables with the figures that a project states in their place."""
    if not stated:
        return SHIPPED
    own: dict[str, dict[str, TableValue]] = {}
    for value in stated:
        own.setdefault(value.row, {})[value.column] = value
    return Tables(
        tuple(_stated(row, own) for row in RULES),
        tuple(_stated(row, own) for row in SCREENS),
        tuple(_stated(row, own) for row in LOSSES),
    )


def _stated(row: TableRow, own: Mapping[str, Mapping[str, TableValue]]) -> TableRow:
    values = {
        name: value
        for name, value in own.get(getattr(row, "id", ""), {}).items()
        if isinstance(getattr(row, name, None), float)
    }
    if not values:
        return row
    source = next(
        (value.source for value in values.values() if value.source), "stated by the project"
    )
    figures = {name: value.value for name, value in values.items()}
    return replace(row, **figures, source=source, confirm=False)


SHIPPED = Tables()


class TableCell(Struct, frozen=True):
    """One figure of the tables, as a reader looks at it.

    Attributes:
        row: id of its row.
        column: name of its column.
        name: of the row, in words.
        value: in SI.
        source: where it comes from.
        confirm: whether it is recalled and to be confirmed.
        own: whether the project states it.
    """

    row: str
    column: str
    name: str
    value: float
    source: str
    confirm: bool
    own: bool


TOLD: dict[str, tuple[str, ...]] = {
    "rules": ("low", "high", "depth"), "screens": ("net", "fouling"), "losses": ("value",),
}  # fmt: skip
"""Columns that are shown and may be stated otherwise, by table."""


def table_cells(tables: Tables, stated: Sequence[TableValue]) -> tuple[TableCell, ...]:
    """Every figure of every table, those that a rule does not use left out."""
    own = {(value.row, value.column) for value in stated}
    found = []
    for table, columns in TOLD.items():
        for row in getattr(tables, table):
            for column in columns:
                value = getattr(row, column)
                if table == "rules" and value == 0:
                    continue
                mine = (row.id, column) in own
                found.append(
                    TableCell(
                        row.id, column, row.name, value, row.source, row.confirm and not mine, mine
                    )
                )
    return tuple(found)
