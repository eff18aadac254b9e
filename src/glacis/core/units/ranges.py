"""What a stated value may be: its quantity, least, most, and where those bounds come from."""

from math import isfinite

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System


class Range(Struct, frozen=True):
    """The bounds of a field, in SI.

    Attributes:
        words: what the field is called.
        quantity: what kind of number it is.
        least: it may be.
        most: it may be.
        source: of the bounds.
    """

    words: str
    quantity: Quantity
    least: float
    most: float
    source: str = "our judgement: what can be built and weighed at all"

    def check(self, where: str, value: float) -> None:
        """Refuse a value outside the bounds.

        Raises:
            OutOfRange: naming the field, what was found and the bounds.
        """
        if not (isfinite(value) and self.least <= value <= self.most):
            raise OutOfRange(where, value, self)


class OutOfRange(ValueRefused):
    """A stated value outside its bounds, which can be told in the reader's units."""

    def __init__(self, where: str, value: float, bounds: Range) -> None:
        self.where = where
        self.value = value
        self.bounds = bounds
        field = f"{where}, {bounds.words}" if where else bounds.words
        super().__init__(field, value, f"{bounds.least:g} to {bounds.most:g}")

    def __str__(self) -> str:
        return self.words("si")

    def words(self, system: System) -> str:
        """The refusal in the reader's units."""
        bounds = self.bounds
        low, high, found = (
            with_unit(value, bounds.quantity, system)
            for value in (bounds.least, bounds.most, self.value)
        )
        return f"{self.field}: expected {low} to {high}, found {found}."
