# SPDX-License-Identifier: GPL-3.0-or-later
"""Why the hourly verdict is another than the monthly one: what the roof would do without sun, leaks, drying inwards."""

from typing import Literal

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from glacis.core.graph.part import Progress
from glacis.core.hourly.case import Sheet, Slab
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.roof import Roof
from glacis.core.hourly.run import Run, run
from glacis.core.hourly.story import water_words
from glacis.core.hourly.verdicts import condensate, masses
from glacis.core.units.quantities import System

Array = NDArray[np.float64]
Without = Literal["sun", "drying inwards", "air leaks", "built-in water"]
WORTH = 0.2
"""Share of the largest difference that a reason is worth a word from [-]; our judgement."""
LEAST, LEAST_WATER = 1.0, 0.05
"""Difference that is one [% by mass of wood, % of humidity] and [kg/m² of free water]; our judgement."""
TIGHT = Sheet(1000.0, 1000.0)
"""What stops all drying inwards; by definition of the comparison."""
WORDS: dict[Without, str] = {
    "sun": "Without sun",
    "drying inwards": "If nothing could dry inwards",
    "air leaks": "Without air leaks",
    "built-in water": "Closed in dry",
}


class Reason(Struct, frozen=True):
    """What would be otherwise, and what the roof would come to.

    Attributes:
        without: what is left out.
        peak: of the wettest wood [% by mass], or of the dampest plane's mean humidity [%].
        standing: water that stands free at most [kg/m²].
    """

    without: Without
    peak: float
    standing: float


class Reasons(Struct, frozen=True):
    """All of them, beside the roof as it is.

    Attributes:
        peak: of the roof as it is.
        standing: water that stands free in it [kg/m²].
        wooden: whether peaks are of wood.
        found: worth a word, the largest difference first.
    """

    peak: float
    standing: float
    wooden: bool
    found: tuple[Reason, ...]

    def words(self, system: System) -> str:
        """What makes the difference, in sentences; empty where nothing does."""
        template, waters = self.template()
        return template.format(*(water_words(water, system) for water in waters))

    def template(self) -> tuple[str, tuple[float, ...]]:
        """The sentences with ``{0}``, ``{1}`` for amounts of water, and these [kg/m²]."""
        waters: list[float] = []
        said = " ".join(self._sentence(one, waters) for one in self.found)
        return said, tuple(waters)

    def _sentence(self, one: Reason, waters: list[float]) -> str:
        unit = "% by mass" if self.wooden else "% of humidity"
        what = "the wettest wood" if self.wooden else "the dampest plane"
        said = []
        if abs(one.peak - self.peak) >= LEAST:
            said.append(f"{what} would come to {one.peak:.0f} {unit} instead of {self.peak:.0f}")
        if abs(one.standing - self.standing) >= LEAST_WATER:
            first = len(waters)
            waters += [one.standing, self.standing]
            said.append(f"{{{first}}} of water would stand free instead of {{{first + 1}}}")
        return f"{WORDS[one.without]} {' and '.join(said)}."


def peak_of(found: Run) -> tuple[float, bool]:
    """Peak of the wettest wood [% by mass] in the last year, else of the dampest plane's daily mean [%]."""
    woods = [k for k, watch in enumerate(found.watches) if watch.kind == "wood"]
    if woods:
        return max(float(masses(found, k)[-365:].max()) for k in woods), True
    planes = [k for k, watch in enumerate(found.watches) if watch.kind == "plane"]
    if not planes:
        return 0.0, False
    return 100 * float(found.daily[-365:, planes, 1].max()), False


def reasons_of(
    roof: Roof, hours: Array, start: tuple[int, int], leaks: bool, wet: bool, progress: Progress
) -> Reasons:
    """Run the roof with one thing left out at a time.

    Args:
        roof: the area.
        hours: 8760 from the first of its month on.
        start: that month, and years at most.
        leaks: whether it has air leaks.
        wet: whether it is closed in wet.
        progress: told while it goes on.
    """
    dark = hours.copy()
    dark[:, col.GAIN] = 0.0
    still = hours.copy()
    still[:, col.LEAK_AIR] = 0.0
    shut = replace(roof, case=replace(roof.case, inner=TIGHT))
    dry = replace(
        roof,
        case=replace(roof.case, slabs=tuple(_dry(slab) for slab in roof.case.slabs)),
    )
    trials: list[tuple[Without, Roof, Array]] = [
        ("sun", roof, dark),
        ("drying inwards", shut, hours),
    ]
    if leaks:
        trials.append(("air leaks", roof, still))
    if wet:
        trials.append(("built-in water", dry, hours))
    count = len(trials) + 1

    def at(number: int) -> Progress:
        return lambda share, words: progress((number + share) / count, words)

    as_it_is = run(roof, hours, *start, at(0))
    peak, wooden = peak_of(as_it_is)
    standing = condensate(as_it_is)[0]
    tried = []
    for k, (name, other, around) in enumerate(trials, 1):
        found = run(other, around, *start, at(k))
        tried.append(Reason(name, peak_of(found)[0], condensate(found)[0]))
    most = max(abs(one.peak - peak) for one in tried)
    most_water = max(abs(one.standing - standing) for one in tried)
    told = [
        one
        for one in tried
        if abs(one.peak - peak) >= max(LEAST, WORTH * most)
        or abs(one.standing - standing) >= max(LEAST_WATER, WORTH * most_water)
    ]
    ranked = sorted(told, key=lambda one: -abs(one.peak - peak) - 10 * abs(one.standing - standing))
    return Reasons(peak, standing, wooden, tuple(ranked))


def _dry(slab: Slab) -> Slab:
    return replace(slab, start_water=None)
