# SPDX-License-Identifier: GPL-3.0-or-later
"""What a stated value may be, said once at its field: quantity, least, most, and the source."""

from collections.abc import Iterator, Mapping
from functools import cache
from math import isfinite
from types import MappingProxyType
from typing import Any, get_args

from msgspec import Struct

from glacis.core.errors import ValueRefused, short
from glacis.core.units.format import THIN, significant, with_unit
from glacis.core.units.quantities import Quantity, System, to_display

SANE = "our judgement: nothing outside it is ever built"


class Range(Struct, frozen=True):
    """The bounds of a field, in SI; written into its annotation.

    Attributes:
        words: what the field is called.
        quantity: what kind of number it is; None for a plain count or ratio.
        least: it may be.
        most: it may be.
        source: of the bounds.
        advice: what to do instead, as a sentence; empty for nothing.
    """

    words: str
    quantity: Quantity | None
    least: float
    most: float
    source: str = SANE
    advice: str = ""

    def shown(self, value: float, system: System) -> str:
        """A value as the reader's units have it, with no digits that only a conversion makes."""
        if self.quantity is None:
            return significant(value)
        text = with_unit(value, self.quantity, system)
        if _nonzero(text) or not value:
            return text
        unit = self.quantity.unit(system)
        return f"{significant(to_display(value, unit), 2)}{THIN}{unit.symbol}"

    def between(self, system: System) -> str:
        """The bounds in the reader's units, the lesser figure first."""
        first, last = self.shown(self.least, system), self.shown(self.most, system)
        swapped = self.quantity is not None and self.quantity.unit(system).reciprocal
        return f"{last} to {first}" if swapped else f"{first} to {last}"

    def check(self, where: str, value: float) -> None:
        """Refuse a value outside the bounds.

        Raises:
            OutOfRange: naming the field, what was found and the bounds.
        """
        if not self.holds(value):
            raise OutOfRange(where, value, self)

    def holds(self, value: float) -> bool:
        """Whether a figure lies within the bounds; what is no number does not."""
        return self.least <= value <= self.most and (isinstance(value, int) or isfinite(value))


SHOWN = 1e12
"""Figures from here on are told in powers of ten; our judgement."""


def finite(text: str) -> float:
    """The number that a text states.

    Raises:
        ValueError: where it states none, or what is no number.
    """
    value = float(text)
    if not isfinite(value):
        raise ValueError(text)
    return value


def _nonzero(text: str) -> bool:
    return any(digit in text for digit in "123456789½¼¾⅛⅜⅝⅞∞")


class OutOfRange(ValueRefused):
    """A stated value outside its bounds, told in the reader's units."""

    def __init__(self, where: str, value: float, bounds: Range) -> None:
        field = f"{where}, {bounds.words}" if where else bounds.words
        super().__init__(field, value, bounds.between("si"))
        self.value = value
        self.bounds = bounds

    def __str__(self) -> str:
        return self.words("si")

    def words(self, system: System) -> str:
        """The refusal in the reader's units."""
        tail = f" {self.bounds.advice}" if self.bounds.advice else ""
        expected = self.bounds.between(system)
        return f"{short(self.field)}: expected {expected}, found {self.shown(system)}.{tail}"

    def shown(self, system: System) -> str:
        """What was found, in the reader's units."""
        if abs(self.value) < SHOWN:
            return self.bounds.shown(self.value, system)
        return short(str(self.value))


def _in_annotation(annotation: Any) -> Range | None:
    """The range in ``Annotated[float, Range]``, also within an optional or a tuple."""
    for item in getattr(annotation, "__metadata__", ()):
        if isinstance(item, Range):
            return item
    for inner in get_args(annotation):
        found = _in_annotation(inner)
        if found is not None:
            return found
    return None


@cache
def ranges_of(kind: type[Struct]) -> Mapping[str, Range]:
    """The ranges that a kind of node states at its fields, by field."""
    found = {name: _in_annotation(note) for name, note in kind.__annotations__.items()}
    return MappingProxyType({name: bounds for name, bounds in found.items() if bounds is not None})


def range_of(kind: type[Struct], field: str) -> Range:
    """The range that a field states.

    Raises:
        KeyError: where it states none.
    """
    return ranges_of(kind)[field]


def _figures(value: object) -> Iterator[tuple[str, float]]:
    """A stated value or series as numbers, each with where in the series it stands."""
    if isinstance(value, tuple):
        for number, item in enumerate(value, 1):
            if isinstance(item, (int, float)):
                yield f" {number}", item
    elif isinstance(value, (int, float)):
        yield "", value


def check_ranges(node: Struct, where: str) -> None:
    """Refuse a node with a figure outside what its field states; None passes.

    Raises:
        OutOfRange: for the first such field.
    """
    for name, bounds in ranges_of(type(node)).items():
        for place, figure in _figures(getattr(node, name)):
            if not bounds.holds(figure):
                raise OutOfRange(f"{where}{place and ', value'}{place}", figure, bounds)
