# SPDX-License-Identifier: GPL-3.0-or-later
"""How far a built surface strays from the drawn one, and how much of it falls back for that."""

from math import erfc, sqrt

from glacis.core.errors import ValueRefused

SURE = 1.959963984540054
"""Standard deviations that hold 95 % of a normal variable (ISO 3534-1)."""


def back_fall(fall: float, tolerance: float, correlation: float) -> float:
    """The share of a plane that falls back, Φ(-s l/σ) [-].

    Deviations with the correlation exp(-d²/(2 l²)) slope by σ/l in any direction. Own derivation.

    Args:
        fall: s of the plane [-], 0 or more.
        tolerance: that 95 % of the surface keeps, to both sides [m], 0 or more.
        correlation: l, over which deviations hold [m], above 0.

    >>> round(back_fall(1 / 80, 0.01, 1.0), 4)
    0.0071
    """
    if correlation <= 0:
        raise ValueRefused("length that deviations hold", correlation, "above 0")
    if tolerance <= 0:
        return 0.0
    return erfc(fall * correlation * SURE / tolerance / sqrt(2)) / 2


def tolerance_for(fall: float, share: float, correlation: float) -> float:
    """The tolerance that leaves this share of a plane falling back [m]; the inverse of ``back_fall``.

    Args:
        fall: of the plane [-], above 0.
        share: of it [-], between 0 and 0.5.
        correlation: over which deviations hold [m], above 0.
    """
    from statistics import NormalDist  # asked for by a remedy alone; it is slow to import

    return fall * correlation * SURE / -NormalDist().inv_cdf(share)
