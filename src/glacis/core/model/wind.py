# SPDX-License-Identifier: GPL-3.0-or-later
"""The wind on a project as somebody states it, and the coefficients somebody changed or confirmed."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Basis = Literal["unstated", "en", "asce", "stated"]
Terrain = Literal["0", "I", "II", "III", "IV"]
Exposure = Literal["B", "C", "D"]
Edition = Literal["7-10", "7-16", "7-22"]
Enclosure = Literal["enclosed", "partly", "open"]
Inside = Literal["unknown", "dominant-2", "dominant-3", "stated"]

STRONGEST = "our judgement: stronger than any gust on record"
Speed = Annotated[float, Range("basic wind speed", Quantity.SPEED, 1.0, 120.0, STRONGEST)]
Suction = Annotated[float, Range("stated suction", Quantity.STRESS, 0.0, 20000.0, STRONGEST)]
Factor = Annotated[float, Range("factor of the wind", None, 0.2, 3.0)]
GROUND = Range("ground level", Quantity.LENGTH, -500.0, 9000.0, "lowest and highest land")


class Sector(Node, frozen=True, kw_only=True):
    """What the wind from one side meets, up to where the next sector begins.

    Attributes:
        start: clockwise from north [°].
        terrain: upwind, by EN 1991-1-4.
        direction: c_dir [-].
        orography: c_o [-].
    """

    start: Annotated[float, Range("start of the sector", Quantity.ANGLE, 0.0, 360.0)]
    terrain: Terrain = "II"
    direction: Factor = 1.0
    orography: Factor = 1.0


class Coefficient(Node, frozen=True, kw_only=True):
    """A row of the wind tables that somebody changed or confirmed.

    Attributes:
        row: its key.
        values: figures in the place of those shipped, smallest area first; empty where they are confirmed.
        source: standard, edition and clause.
        by: who.
        dated: year-month-day.
    """

    row: str
    values: tuple[float, ...] = ()
    source: str = ""
    by: str = ""
    dated: str = ""


class Wind(Node, frozen=True, kw_only=True):
    """How hard the wind blows here and by which book.

    Attributes:
        basis: nobody stated it, EN 1991-1-4, ASCE 7, or suctions that somebody else worked out.
        ground: level of the ground round the building [m].
        speed: v_b0 by EN, V by ASCE [m/s].
        source: map, annex or clause that the speed comes from.
        terrain: all round, where no sector says otherwise.
        sectors: terrain by direction, from north on; empty for one all round.
        season: c_season [-].
        yearly: chance that the wind is exceeded in a year [-], for c_prob.
        orography: c_o all round, or K_zt [-].
        density: of the air [kg/m³].
        inside: openings of the building: nobody knows, one face with twice or three times the openings of all
            others, or a stated coefficient.
        inside_least: stated c_pi of suction [-].
        inside_most: stated c_pi of pressure [-].
        exposure: by ASCE 7.
        edition: of ASCE 7.
        enclosure: by ASCE 7.
        directionality: K_d [-].
        field: characteristic suction in the field [Pa], where stated.
        edge: along edges [Pa].
        corner: at corners [Pa].
        factor: of the load [-]: 1.5 unless the national annex says otherwise.
        rows: coefficients that somebody changed or confirmed.
    """

    basis: Basis = "unstated"
    ground: Annotated[float, GROUND] = 0.0
    speed: Speed = 25.0
    source: str = ""
    terrain: Terrain = "II"
    sectors: tuple[Sector, ...] = ()
    season: Factor = 1.0
    yearly: Annotated[float, Range("yearly chance of the wind", None, 0.0001, 0.5)] = 0.02
    orography: Factor = 1.0
    density: Annotated[float, Range("density of the air", Quantity.AIR_DENSITY, 0.7, 1.5)] = 1.25
    inside: Inside = "unknown"
    inside_least: Annotated[float, Range("c_pi of suction", None, -1.0, 0.0)] = -0.3
    inside_most: Annotated[float, Range("c_pi of pressure", None, 0.0, 1.0)] = 0.2
    exposure: Exposure = "C"
    edition: Edition = "7-16"
    enclosure: Enclosure = "enclosed"
    directionality: Annotated[float, Range("K_d", None, 0.5, 1.0)] = 0.85
    field: Suction = 0.0
    edge: Suction = 0.0
    corner: Suction = 0.0
    factor: Annotated[float, Range("factor of the load", None, 1.0, 2.0)] = 1.5
    rows: tuple[Coefficient, ...] = ()
