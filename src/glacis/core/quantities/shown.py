# SPDX-License-Identifier: GPL-3.0-or-later
"""Money and carbon with as many figures as are meant."""

from math import floor, log10

from glacis.core.quantities.spread import Spread

FIGURES = 2
"""Figures of a sum that are meant; our judgement: prices are not known better."""
THIN = "\u2009"


def rounded(value: float, figures: int = FIGURES) -> float:
    """A value to so many significant figures.

    >>> rounded(106512.0), rounded(0.0), rounded(-3476.0)
    (110000.0, 0.0, -3500.0)
    """
    if value == 0:
        return 0.0
    digits = figures - 1 - floor(log10(abs(value)))
    return round(value, digits)


def grouped(value: float, figures: int = FIGURES) -> str:
    r"""A value to so many figures, thousands apart.

    >>> grouped(106512.0).replace("\u2009", " "), grouped(0.0474), grouped(8.26)
    ('110 000', '0.047', '8.3')
    """
    shown = rounded(value, figures)
    if shown == 0:
        return "0"
    digits = max(0, figures - 1 - floor(log10(abs(shown))))
    sign = "−" if shown < 0 else ""
    return sign + f"{abs(shown):,.{digits}f}".replace(",", THIN)


def money(value: float, currency: str = "", figures: int = FIGURES) -> str:
    """An amount with its currency."""
    words = grouped(value, figures)
    return f"{words} {currency}" if currency else words


def spread_words(spread: Spread, currency: str = "") -> str:
    """Typical, with what is likely."""
    low, high = grouped(spread.likely_low), grouped(spread.likely_high)
    return f"{money(spread.typical, currency)}, likely {low} to {high}"


def carbon_words(value: float) -> str:
    """Carbon in kilograms or tonnes.

    >>> carbon_words(24981.0), carbon_words(310.0)
    ('25 t CO₂e', '310 kg CO₂e')
    """
    if abs(value) >= 1000:
        return f"{grouped(value / 1000)} t CO₂e"
    return f"{grouped(value)} kg CO₂e"
