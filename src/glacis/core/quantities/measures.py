# SPDX-License-Identifier: GPL-3.0-or-later
"""Measures inside words: kept in SI, told in the reader's own units."""

import re

from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System

MARKED = re.compile(r"\u27e6(\S+) (\w+)\u27e7")


def measure(value: float, quantity: Quantity) -> str:
    """A measure to stand in words until they are told."""
    return f"\u27e6{value!r} {quantity.name}\u27e7"


def t(value: float) -> str:
    """A thickness, width or short length [m]."""
    return measure(value, Quantity.THICKNESS)


def m(value: float) -> str:
    """A length [m]."""
    return measure(value, Quantity.LENGTH)


def m2(value: float) -> str:
    """An area [m²]."""
    return measure(value, Quantity.AREA)


def m3(value: float) -> str:
    """A volume [m³]."""
    return measure(value, Quantity.VOLUME)


def kg(value: float) -> str:
    """A mass [kg]."""
    return measure(value, Quantity.MASS)


def kg_m2(value: float) -> str:
    """A mass by area [kg/m²]."""
    return measure(value, Quantity.AREA_MASS)


def told(words: str, system: System) -> str:
    r"""Words with their measures in the reader's units.

    >>> told(f"at {t(0.6)}", "si").replace("\u2009", " "), told(f"at {t(0.6)}", "us").replace("\u2009", " ")
    ('at 600 mm', 'at 23⅝ in')
    """
    if "\u27e6" not in words:
        return words
    return MARKED.sub(lambda found: with_unit(float(found[1]), Quantity[found[2]], system), words)
