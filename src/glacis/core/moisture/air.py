# SPDX-License-Identifier: GPL-3.0-or-later
"""Humid air: saturation and vapour flow constants (ISO 13788:2012, annex E and 4.3)."""

from math import exp, log


def saturation_pressure(temperature: float) -> float:
    """Saturation vapour pressure [Pa] at ``temperature`` [°C] (annex E.1).

    >>> round(saturation_pressure(20.0)), round(saturation_pressure(-10.0))
    (2337, 259)
    """
    if temperature >= 0:
        return 610.5 * exp(17.269 * temperature / (237.3 + temperature))
    return 610.5 * exp(21.875 * temperature / (265.5 + temperature))


def dew_point(pressure: float) -> float:
    """Temperature [°C] at which ``pressure`` [Pa] saturates (annex E.2, the inverse of E.1).

    >>> round(dew_point(0.5 * saturation_pressure(20.0)), 1)
    9.3
    """
    ratio = log(pressure / 610.5)
    if pressure >= 610.5:
        return 237.3 * ratio / (17.269 - ratio)
    return 265.5 * ratio / (21.875 - ratio)
