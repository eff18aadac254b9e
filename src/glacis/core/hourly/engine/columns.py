# SPDX-License-Identifier: GPL-3.0-or-later
"""Names of the columns of the arrays that the engine works on, and constants of nature."""

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Whole = NDArray[np.int64]
Roof = tuple[Array, Array, Whole, Array, Array, Array, Whole]
"""Tables, materials, material of each cell, widths [m], faces, surfaces, places."""
Work = tuple[Array, Array, Array, Array, Array, Array]
"""What is known of cells, three diagonals, right side, what passes the edges."""

R_V, C_W, H_V, RHO_W = 461.5, 4180.0, 2.5e6, 1000.0
"""Of water: gas constant of vapour, heat capacity [J/(kg·K)], heat of evaporation [J/kg], density [kg/m³]
(EN 15026:2007, table 1)."""
KELVIN, SIGMA = 273.15, 5.670374e-8
"""0 °C [K] by definition, and Stefan's constant [W/(m²·K⁴)] (CODATA 2018)."""
DELTA_0 = 2e-10
"""Permeability of air for vapour [kg/(m·s·Pa)] (ISO 13788:2012, 4.3)."""
AIR_HEAT = 1206.0
"""Heat capacity of air by volume [J/(m³·K)] (ISO 13789:2017, 8.4, at 20 °C)."""
STEPS = 1024
"""Steps of a material's table; our judgement: at 1024 interpolation costs under 0.001 % by mass."""
GAMMA = 1.0 - 0.5**0.5
"""Of the two-stage singly diagonal method by definition (Alexander 1977): stiffly accurate, of second order."""

# Rows of a material's table.
RETAINED, INVERSE_MU, LAMBDA, FLOW, SPREAD = range(5)
ROWS = 5
"""Rows of a table, by definition of the list above."""
# Columns of a material.
SCALE, STEP, RETENTION, HEAT, FULL, FREEZES = range(6)
MATERIAL_COLUMNS = 6
"""Columns of a material, by definition of the list above."""
# Columns of a face and of the two surfaces.
JOINT, MODE, SD_A, SD_B, R_FACE = range(5)
PLAIN, VARIABLE, ONE_WAY = 0.0, 1.0, 2.0
"""How a sheet lets vapour pass: always alike, by humidity, by direction; by definition of this module."""
# Columns of an hour.
(
    T_OUT,
    P_OUT,
    H_OUT,
    BETA_OUT,
    GAIN,
    EMIT,
    L_IN,
    RAIN,
    AIR,
    T_IN,
    P_IN,
    H_IN,
    BETA_IN,
    LEAK_AIR,
    LEAK_RAIN,
) = range(15)
HOUR_COLUMNS = 15
"""Columns of an hour, by definition of the list above."""
# Places of a case: which cells are what; -1 for none.
CAVITY, LEAK_CELL, WET_FROM, WET_TO, PLANTED, ABSORBS, DRAINS, SHEDS = range(8)
PLACES = 8
"""Places, by definition of the list above."""
# What is booked [kg/m²], and heat [J/m²].
(
    BY_OUT,
    BY_RAIN,
    BY_IN,
    BY_CAVITY,
    BY_AIR,
    BY_LEAK,
    SHED,
    DRIPPED,
    REFUSED,
    HEAT_OUT,
    HEAT_IN,
    HEAT_OTHER,
) = range(12)
BOOKS = 12
"""Accounts, by definition of the list above."""
# What is known of a cell at an iterate.
(
    PHI,
    PHI_W,
    PHI_T,
    P,
    P_W,
    P_T,
    DELTA,
    DELTA_W,
    LAM,
    LAM_W,
    POT,
    POT_W,
    STAR,
    STAR_W,
    STAR_T,
    THAWED,
) = range(16)
KNOWN = 16
"""Columns of a cell, by definition of the list above."""
