# SPDX-License-Identifier: GPL-3.0-or-later
"""What the computed roof says before anybody looks: factors on the priors of causes, each with its reason.

All bounds and factors are our judgement; they are told with every result.
"""

from collections.abc import Iterator
from typing import Literal

from msgspec import Struct

Way = Literal["meets", "half", "still", "neither"]

DRY, DAMP = 0.15, 0.20
"""Peak of the deck up to which diffusion is unlikely, and from which it is likely [by mass]."""
LITTLE, MUCH = 0.02, 0.06
"""Rise of the deck by air leaks below which, and from which, air is unlikely or likely [by mass]."""
CLEAR = 0.1
"""Margin of f_Rsi above which surfaces are safe [-]; our judgement."""
YOUNG, OLD = 0.3, 0.8
"""Age over expected life."""
DRIED = 5.0
"""Years after which what was built in and dries has gone [a]; our judgement."""
COLD_ZONES, MILD_ZONES = range(6, 9), range(4)


class AsFound(Struct, frozen=True):
    """The roof as found, computed.

    Attributes:
        peak: of the deck hour by hour without leaks [by mass]; None where it was not run or has no wood.
        rise: of that peak by air through a leaky barrier [by mass]; None likewise.
        margin: f_Rsi above what is asked [-]; None where nobody knows.
        pools: whether water stands or runs back; None where falls are not stated.
        way: how the ventilation does.
        slow: whether it dries for more than a year.
        age: since completion [a]; None where nobody said.
        life: of the covering as expected [a]; 0 where nobody knows.
        overworked: whether wind asks more of the fixings than they bear.
        zone: thermal zone of the climate, 0 to 8; None where nobody knows.
        planted: whether plants grow on it or branches reach it.
        pipes: whether pipes or cooling run there; None where nobody said.
        wall: whether a parapet or higher wall bounds it.
        visited: whether people go there for plant.
    """

    peak: float | None = None
    rise: float | None = None
    margin: float | None = None
    pools: bool | None = None
    way: Way = "neither"
    slow: bool = False
    age: float | None = None
    life: float = 0.0
    overworked: bool = False
    zone: int | None = None
    planted: bool = False
    pipes: bool | None = None
    wall: bool = False
    visited: bool = False


class Factor(Struct, frozen=True):
    """A factor on the prior of a cause, and why."""

    cause: str
    value: float
    why: str


def factors_of(found: AsFound) -> tuple[Factor, ...]:
    """Factors on priors that the computed roof asks for; what is not known changes nothing."""
    return tuple(factor for factor in _all(found) if factor.value != 1.0)


def _three(value: float, low: float, high: float) -> int:
    return 0 if value <= low else 1 if value <= high else 2


def _all(found: AsFound) -> Iterator[Factor]:
    yield from _by_hours(found)
    if found.margin is not None:
        factor = 0.3 if found.margin > CLEAR else 1.0 if found.margin >= 0 else 4.0
        yield Factor("surface", factor, f"f_Rsi stands {found.margin:+.2f} from what is asked")
    if found.pools is not None:
        words = "water stands or runs back" if found.pools else "no water stands by its falls"
        yield Factor("drainage", 3.0 if found.pools else 0.4, words)
    ways = {
        "meets": (0.5, "its ventilation meets what is asked"),
        "half": (2.0, "its ventilation falls short of what is asked"),
        "still": (4.0, "a void without driven air"),
        "neither": (0.0, "it is not ventilated and has no void"),
    }
    yield Factor("ventilation", *ways[found.way])
    yield from _by_age(found)
    yield from _by_place(found)


def _by_hours(found: AsFound) -> Iterator[Factor]:
    if found.peak is not None:
        factor = (0.3, 1.0, 4.0)[_three(found.peak, DRY, DAMP)]
        words = f"by hours its deck reaches {100 * found.peak:.0f} % by mass without leaks"
        yield Factor("diffusion", factor, words)
    if found.rise is not None:
        factor = 0.5 if found.rise < LITTLE else 1.0 if found.rise < MUCH else 3.0
        words = f"a leaky barrier raises that by {100 * found.rise:.0f} %"
        yield Factor("air", factor, words)


def _by_age(found: AsFound) -> Iterator[Factor]:
    if found.slow:
        yield Factor("built-in", 2.0, "what is built in wet dries for more than a year")
    elif found.age is not None and found.age > DRIED:
        yield Factor("built-in", 0.1, f"it is {found.age:.0f} years old and dries")
    if found.age is not None and found.life > 0:
        share = found.age / found.life
        factor = 0.2 if share < YOUNG else 1.0 if share < OLD else 3.0
        words = f"it is {found.age:.0f} of some {found.life:.0f} years old"
        yield Factor("ageing", factor, words)


def _by_place(found: AsFound) -> Iterator[Factor]:
    if found.overworked:
        yield Factor("wind", 3.0, "wind asks more of its fixings than they bear")
    if found.zone in COLD_ZONES:
        yield Factor("ice", 2.0, f"climate zone {found.zone}")
    elif found.zone in MILD_ZONES:
        yield Factor("ice", 0.02, f"climate zone {found.zone}")
    yield Factor(
        "roots",
        4.0 if found.planted else 0.3,
        "plants grow there" if found.planted else "no plants",
    )
    if found.pipes is not None:
        words = "pipes or cooling run there" if found.pipes else "no pipes there"
        yield Factor("services", 2.0 if found.pipes else 0.05, words)
    words = "a parapet or higher wall bounds it" if found.wall else "no parapet or higher wall"
    yield Factor("wall", 1.5 if found.wall else 0.05, words)
    if found.visited:
        yield Factor("traffic", 2.0, "people go there for plant")
