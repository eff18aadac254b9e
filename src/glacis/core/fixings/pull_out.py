# SPDX-License-Identifier: GPL-3.0-or-later
"""Pull-out tests in numbers: two schools of statistics, two distributions.

EN 1990:2002, annex D.7: the predictive school (table D1); the other school holds with 75 % confidence that 95 % of
all values are higher (ISO 16269-6:2014).
"""

from collections.abc import Sequence
from math import exp, log, sqrt
from statistics import fmean, stdev
from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused

School = Literal["predictive", "tolerance75"]
Distribution = Literal["lognormal", "normal"]
LEAST_TESTS = 3
"""Fewer say nothing of their spread where that is not known before; EN 1990, table D1 begins with 3."""
LEAST_SPREAD = 0.05
"""Coefficient of variation that is never taken smaller [-]; our judgement after EN 1995-1-1 and EN 14358."""
FRACTILE, CONFIDENCE = 0.95, 0.75
KNOWN_SPREAD = 1.6449
"""Fractile of the normal distribution, for a spread that is known [-] (EN 1990, table D1)."""


class Pulled(Struct, frozen=True):
    """What a set of tests says.

    Attributes:
        count: n.
        factor: k [-].
        centre: mean of the values, or e to the mean of their logarithms [N].
        spread: coefficient of variation, or deviation of the logarithms, as it was used [-].
        characteristic: R_k [N].
        design: R_d = eta R_k/gamma [N].
        least: lowest test [N].
    """

    count: int
    factor: float
    centre: float
    spread: float
    characteristic: float
    design: float
    least: float

    @property
    def is_above_least(self) -> bool:
        """Whether R_k lies over the lowest test, which asks for a look at the tests."""
        return self.characteristic > self.least


def factor_of(count: int, school: School, known: bool = False) -> float:
    """K for so many tests [-].

    Args:
        count: n, 2 at least where the spread is unknown.
        school: predictive, or 75 % confidence.
        known: whether the spread is known from before.
    """
    if known:
        add = 1 / count if school == "predictive" else 0.0
        if school == "predictive":
            return KNOWN_SPREAD * sqrt(1 + add)
        from scipy.stats import norm

        return float(KNOWN_SPREAD + norm.ppf(CONFIDENCE) / sqrt(count))
    from scipy.stats import nct, norm, t

    if school == "predictive":
        return float(t.ppf(FRACTILE, count - 1) * sqrt(1 + 1 / count))
    off = norm.ppf(FRACTILE) * sqrt(count)
    return float(nct.ppf(CONFIDENCE, count - 1, off) / sqrt(count))


def pulled(
    values: Sequence[float], school: School = "predictive", distribution: Distribution = "lognormal",
    gamma: float = 1.5, eta: float = 1.0, known: float = 0.0,
) -> Pulled:  # fmt: skip
    """R_k and R_d of tests on one substrate; the lowest is never dropped.

    Args:
        values: forces at failure, above 0 [N], or any one unit.
        school: of statistics.
        distribution: of the values.
        gamma: partial factor of the material [-], above 0.
        eta: conversion factor, such as k_mod [-].
        known: coefficient of variation known from before [-]; 0 where it is not.

    Raises:
        ValueRefused: for fewer than three tests without a known spread, and for values that are none.
    """
    if any(not value > 0 for value in values):
        raise ValueRefused("pull-out test", f"{min(values):g}", "forces above 0")
    if not values or (len(values) < LEAST_TESTS and not known):
        raise ValueRefused(
            "pull-out tests",
            f"{len(values)}",
            f"{LEAST_TESTS} on one substrate, or a spread that is known",
        )
    n = len(values)
    k = factor_of(n, school, known > 0)
    if distribution == "lognormal":
        logs = [log(value) for value in values]
        middle = fmean(logs)
        # Of a known coefficient of variation V: sqrt(ln(V² + 1)) (EN 1990, D.7.2).
        spread = sqrt(log(known**2 + 1)) if known else max(LEAST_SPREAD, stdev(logs))
        centre, characteristic = exp(middle), exp(middle - k * spread)
    else:
        centre = fmean(values)
        spread = known or max(LEAST_SPREAD, stdev(values) / centre)
        characteristic = centre * (1 - k * spread)
    if not characteristic > 0:
        raise ValueRefused(
            "pull-out tests", "a spread that leaves nothing", "values closer together"
        )
    return Pulled(n, k, centre, spread, characteristic, eta * characteristic / gamma, min(values))
