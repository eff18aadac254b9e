# SPDX-License-Identifier: GPL-3.0-or-later
"""Surface resistances and roof spaces.

ISO 6946:2017, table 7 (surface resistances), 6.8 (direction of heat flow) and table 9
(roof spaces).
"""

from typing import Literal

from glacis.core.model.layers import HeatFlow, RoofCovering

Direction = Literal["up", "horizontal", "down"]

FLOW_WORDS: dict[Direction, str] = {"up": "upward", "horizontal": "horizontal", "down": "downward"}
STEEPEST_UP = 60.0
"""Up to this pitch [°] heat through a roof counts as flowing upwards; by ISO 6946:2017, table 7, a flow
within 30° of the horizontal is a horizontal one."""
R_SI: dict[Direction, float] = {"up": 0.10, "horizontal": 0.13, "down": 0.17}
R_SE = 0.04
"""Outer surface resistance in any direction [m²·K/W] (ISO 6946:2017, table 7)."""
R_SI_MOULD = 0.25
"""Inner resistance for mould checks on opaque parts (ISO 13788:2012, 4.4.1)."""

R_U: dict[str, float] = {
    "tiles": 0.06,
    "sheeted": 0.2,
    "low-emissivity": 0.3,
    "boards-and-felt": 0.3,
}
R_U_WORDS: dict[RoofCovering, str] = {
    "tiles": "tiles with no felt or boards beneath",
    "sheeted": "sheeting, or tiles with felt or boards beneath",
    "low-emissivity": "as sheeted, with a low-emissivity underside",
    "boards-and-felt": "lined with boards and felt",
    "balance": "by its own balance",
}


def direction_of(
    pitch: float, indoor: float, outdoor: float, stated: HeatFlow = "by-climate"
) -> Direction:
    """Direction of the heat flow that a roof is judged by (ISO 6946:2017, 6.8 and table 7).

    Args:
        pitch: from horizontal [°]; above 60° heat flows horizontally.
        indoor: temperature of the rooms [°C].
        outdoor: yearly mean outside [°C]; rooms colder than that are cold stores and the like,
            into which heat flows down.
        stated: by the designer, who has the last word.

    >>> direction_of(35.0, 20.0, 9.0), direction_of(70.0, 20.0, 9.0), direction_of(3.0, -20.0, 9.0)
    ('up', 'horizontal', 'down')
    """
    if stated != "by-climate":
        return stated
    if pitch > STEEPEST_UP:
        return "horizontal"
    return "down" if indoor < outdoor else "up"
