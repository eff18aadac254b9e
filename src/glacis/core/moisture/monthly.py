# SPDX-License-Identifier: GPL-3.0-or-later
"""Interstitial condensation month by month (ISO 13788:2012, clause 6).

Each month is steady. The string finds all condensing interfaces together; wet ones are
held at saturation and give their water back; a month in which one runs dry is divided at
that moment, so that no water is lost or made.
"""

from typing import Literal

from msgspec import Struct

from glacis.core.climate.year import SECONDS
from glacis.core.moisture.air import saturation_pressure
from glacis.core.moisture.path import Path
from glacis.core.moisture.string import along, corners, flows
from glacis.core.units.quantities import DELTA_0

Verdict = Literal["none", "dries", "accumulates"]
OCTOBER = 9
"""Index of the month that lists begin with (ISO 13788:2012, 6.3: the start is sought from any month)."""
MOST_YEARS = 30
"""Years run at most; our judgement: roofs settle or gain alike from the third on."""
SETTLED = 1e-9
"""Share by which two years may differ and still be alike [-]; our judgement, well above rounding."""
DRY = 1e-12
"""Water below this [kg/m²] counts as none; our judgement: a millionth of a gram, well above rounding."""
PRACTICAL = 0.010
"""Water gathered in ten years below which nothing is stopped [kg/m²]; our judgement: a hundredth of a
millimetre, far within what the monthly method can tell."""


class MonthAir(Struct, frozen=True):
    """The air on both sides in one month: temperatures [°C] and vapour pressures [Pa]."""

    indoor: float
    outdoor: float
    indoor_pressure: float
    outdoor_pressure: float


class Profile(Struct, frozen=True):
    """One month's lines through the path.

    Attributes:
        temperature: at every place, the colder side where one s_d holds several [°C].
        saturation: saturation pressure at every place [Pa].
        pressure: vapour pressure at every place [Pa].
        surface_condenses: whether indoor air condenses on the inner surface.
    """

    temperature: tuple[float, ...]
    saturation: tuple[float, ...]
    pressure: tuple[float, ...]
    surface_condenses: bool


class Interface(Struct, frozen=True):
    """A place where water gathers in some month.

    Attributes:
        place: index on the path.
        layer: index of the layer that ends here or holds it.
        within: whether it lies inside that layer.
        sd: position [m].
        depth: from the inner surface [m].
        mass: water at the end of each month [kg/m²], January first.
        rates: water gained in each month [kg/m²], January first.
    """

    place: int
    layer: int
    within: bool
    sd: float
    depth: float
    mass: tuple[float, ...]
    rates: tuple[float, ...]

    @property
    def peak(self) -> float:
        """Most water at the end of any month [kg/m²]."""
        return max(self.mass)


class Monthly(Struct, frozen=True):
    """The year.

    Attributes:
        path: what was computed.
        air: twelve months of air, January first.
        start: index of the month the year starts in; None where nothing condenses.
        interfaces: places where water gathers, inside to outside.
        residual: water left after the year [kg/m²].
        surface_months: months in which indoor air condenses on the inner surface.
        gain: water that every further year adds for good [kg/m²]; 0 where the year repeats.
    """

    path: Path
    air: tuple[MonthAir, ...]
    start: int | None
    interfaces: tuple[Interface, ...]
    residual: float
    surface_months: tuple[int, ...]
    gain: float = 0.0

    @property
    def totals(self) -> tuple[float, ...]:
        """Water in the whole path at the end of each month [kg/m²], January first."""
        return tuple(sum(face.mass[m] for face in self.interfaces) for m in range(12))

    @property
    def order(self) -> tuple[int, ...]:
        """The months in the order they were run; October first where nothing condenses."""
        first = OCTOBER if self.start is None else self.start
        return tuple((first + k) % 12 for k in range(12))

    @property
    def peak(self) -> float:
        """Most water in the whole path at the end of any month [kg/m²]."""
        return max(self.totals)

    @property
    def verdict(self) -> Verdict:
        """Whether nothing condenses, it dries within the year, or water stays."""
        if self.start is None:
            return "none"
        return "accumulates" if self.residual > DRY else "dries"

    @property
    def gathers(self) -> bool:
        """Whether ten years leave more water than is of practical account."""
        return self.residual + 9 * self.gain >= PRACTICAL


class _Curve(Struct):
    """What one month's string is drawn below: s_d positions and pressures."""

    s: list[float]
    p: list[float]
    surface_condenses: bool


def _temperatures(path: Path, air: MonthAir) -> list[tuple[float, float]]:
    slope = (air.indoor - air.outdoor) / path.total
    return [(air.indoor - slope * x.warm, air.indoor - slope * x.cold) for x in path.places]


def _saturations(path: Path, air: MonthAir) -> list[float]:
    """Saturation at every place [Pa]; the colder side governs where one s_d holds several."""
    slope = (air.indoor - air.outdoor) / path.total
    cold_side = slope > 0
    return [
        saturation_pressure(air.indoor - slope * (place.cold if cold_side else place.warm))
        for place in path.places
    ]


def _curve(path: Path, air: MonthAir) -> _Curve:
    pressures = _saturations(path, air)
    surface = saturation_pressure(
        air.indoor - (air.indoor - air.outdoor) * path.places[0].warm / path.total
    )
    condenses = air.indoor_pressure > surface
    pressures[0] = min(air.indoor_pressure, surface)
    pressures[-1] = min(air.outdoor_pressure, pressures[-1])
    return _Curve([place.sd for place in path.places], pressures, condenses)


def profile(path: Path, air: MonthAir, wet: frozenset[int] = frozenset()) -> Profile:
    """Temperature and vapour lines of one month, with ``wet`` places held at saturation."""
    curve = _curve(path, air)
    bends = corners(curve.s, curve.p, wet)
    saturation = _saturations(path, air)
    pairs = _temperatures(path, air)
    return Profile(
        temperature=tuple(min(pair) if air.indoor > air.outdoor else max(pair) for pair in pairs),
        saturation=tuple(saturation),
        pressure=tuple(along(curve.s, curve.p, bends)),
        surface_condenses=curve.surface_condenses,
    )


def _run_month(curve: _Curve, water: dict[int, float], seconds: float) -> None:
    """Let one month pass over ``water`` [kg/m² by place], divided wherever a place runs dry."""
    left = seconds
    for _ in range(20 * len(curve.s)):
        rates = flows(curve.s, curve.p, corners(curve.s, curve.p, water.keys()), DELTA_0)
        step = left
        for place, rate in rates.items():
            if rate < 0 and place in water:
                step = min(step, water[place] / -rate)
        for place, rate in rates.items():
            mass = water.get(place, 0.0) + rate * step
            if mass > DRY:
                water[place] = mass
            else:
                water.pop(place, None)
        left -= step
        if left <= seconds * 1e-12:
            return
    raise ArithmeticError("the monthly method did not settle within one month")


def _start_month(condensing: list[bool]) -> int | None:
    """First month of the longest run of condensing months; October where all condense."""
    if not any(condensing):
        return None
    if all(condensing):
        return OCTOBER
    best, best_length = 0, 0
    for month in range(12):
        if not condensing[month] or condensing[month - 1]:
            continue
        length = 1
        while condensing[(month + length) % 12]:
            length += 1
        if length > best_length:
            best, best_length = month, length
    return best


def _interfaces(
    path: Path, history: dict[int, dict[int, float]], start: int, carried: dict[int, float]
) -> list[Interface]:
    """What was found at each place.

    Args:
        path: with its places.
        history: water [kg/m²] by place at the end of each month.
        start: index of the month the year begins with.
        carried: water it begins with.
    """
    order = [(start + k) % 12 for k in range(12)]
    faces = []
    for place in sorted({place for water in history.values() for place in water}):
        mass = [0.0] * 12
        rates = [0.0] * 12
        before = carried.get(place, 0.0)
        for month in order:
            mass[month] = history[month].get(place, 0.0)
            rates[month] = mass[month] - before
            before = mass[month]
        spot = path.places[place]
        faces.append(
            Interface(
                place, spot.layer, spot.within, spot.sd, spot.depth, tuple(mass), tuple(rates)
            )
        )
    return faces


def _one_year(
    curves: list[_Curve], start: int, water: dict[int, float]
) -> dict[int, dict[int, float]]:
    """Let twelve months from ``start`` pass over ``water`` [kg/m² by place]; by month, what is left."""
    history: dict[int, dict[int, float]] = {}
    for offset in range(12):
        month = (start + offset) % 12
        _run_month(curves[month], water, SECONDS[month])
        history[month] = dict(water)
    return history


def _begin(history: dict[int, dict[int, float]], condensing: list[bool], start: int) -> int:
    """The condensing month that a repeating year begins with: the last before ``start`` that
    follows a dry end of month; ``start`` itself where there is none.
    """
    for back in range(12):
        month = (start - back) % 12
        if condensing[month] and not history[(month - 1) % 12]:
            return month
    return start


class _Years(Struct):
    """What years from a dry roof came to: the year to show, and what it adds for good.

    Attributes:
        history: water [kg/m²] by place at the end of each month of that year.
        begin: index of the month it begins with.
        carried: water [kg/m²] by place that it begins with.
        gain: water that every further year adds for good [kg/m²].
    """

    history: dict[int, dict[int, float]]
    begin: int
    carried: dict[int, float]
    gain: float = 0.0


def _run_years(curves: list[_Curve], condensing: list[bool], start: int) -> _Years:
    """Run years from a dry roof until one ends as it began, or two in a row add the same."""
    water: dict[int, float] = {}
    first = history = _one_year(curves, start, water)
    before, gained = 0.0, sum(water.values())
    for _ in range(MOST_YEARS):
        if abs(gained) <= max(SETTLED * before, DRY):
            begin = _begin(history, condensing, start)
            return _Years(history, begin, history[(begin - 1) % 12])
        last, before = gained, before + gained
        history = _one_year(curves, start, water)
        gained = sum(water.values()) - before
        if gained > DRY and abs(gained - last) <= SETTLED * gained:
            break
    return _Years(first, start, {}, max(0.0, gained))


def run_year(path: Path, air: tuple[MonthAir, ...]) -> Monthly:
    """The year that repeats, or the first of a roof that gains water for good.

    The months are run from a dry roof until a year ends as it began, which is the year shown, or
    until two years in a row add the same water: such a roof gains for good, and its first year is
    shown (ISO 13788:2012, 6.5 and 6.6). In climates with two cold spells a single year, begun with
    one of them, would end in the middle of the other.

    Args:
        path: at least one layer with s_d above zero; otherwise nothing can condense.
        air: twelve months, January first.
    """
    if len(path.places) < 2:
        return Monthly(path, air, None, (), 0.0, ())
    curves = [_curve(path, month) for month in air]
    condensing = [len(corners(curve.s, curve.p, frozenset())) > 2 for curve in curves]
    surface = tuple(month for month in range(12) if curves[month].surface_condenses)
    start = _start_month(condensing)
    if start is None:
        return Monthly(path, air, None, (), 0.0, surface)
    years = _run_years(curves, condensing, start)
    faces = _interfaces(path, years.history, years.begin, years.carried)
    left = sum(years.history[(years.begin - 1) % 12].values()) if years.gain else 0.0
    return Monthly(path, air, years.begin, tuple(faces), left, surface, years.gain)
