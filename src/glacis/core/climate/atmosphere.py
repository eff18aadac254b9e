# SPDX-License-Identifier: GPL-3.0-or-later
"""The standard atmosphere."""


def air_pressure(elevation: float) -> float:
    """Of the standard atmosphere [Pa] at ``elevation`` [m] (ISO 2533:1975).

    >>> round(air_pressure(1480.0))
    84764
    """
    return float(101325.0 * (1 - 2.25577e-5 * elevation) ** 5.2559)
