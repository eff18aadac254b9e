# SPDX-License-Identifier: GPL-3.0-or-later
"""An area run hour by hour, year after year, until it repeats itself."""

from collections.abc import Callable
from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.graph.part import Progress
from glacis.core.hourly.case import Assembled, assembled
from glacis.core.hourly.engine import columns as col
from glacis.core.hourly.engine.march import march
from glacis.core.hourly.functions import Hygric
from glacis.core.hourly.roof import Roof

Array = NDArray[np.float64]
Small = NDArray[np.float32]
CHUNK = 730
"""Hours between two words on how far a run is; our judgement: a tenth of a second."""
YEAR = 8760
"""Hours of a year, by definition."""
SETTLED, SETTLED_WATER, SETTLED_DAMP = 0.1, 0.02, 0.5
"""Change of wood [% by mass] or, where there is none, five times that of humidity [%], and of all water [kg/m²] from
year to year under which a roof repeats itself; our judgement."""
SKIN = 0.005
"""Depth of a layer's outer and inner skin [m]; our judgement: what a probe or a nail's head meets."""
EDGE = 0.010
"""Depth of the outer edge of wood that guidelines look at [m] (a guideline on wood, recalled; our judgement now)."""
HELD_AT = 0.99
"""Humidity up to which water counts as held [-]; our judgement."""

Kind = Literal["wood", "wood outside", "wood inside", "wood edge", "plane", "frost", "room side"]


class Watch(Struct, frozen=True):
    """Cells that are watched.

    Attributes:
        kind: what they are.
        name: of the place.
        layer: id of the layer they lie in.
        first: cell.
        last: one past the last cell.
        density: of the dry matter [kg/m³].
        full: water of its pores that frost makes burst [kg/m³]; 0 where it is not watched for that.
    """

    kind: Kind
    name: str
    layer: str
    first: int
    last: int
    density: float
    full: float = 0.0


class Run(Struct, frozen=True, eq=False):
    """What an hourly run left.

    Attributes:
        start: month it begins in, January 1.
        years: that were worked out whole.
        settled: whether it repeats itself.
        change: of wood from the year before the last [% by mass]; infinite where there was none.
        stopped: why it ended early; empty where it did not.
        watches: what is watched.
        hours: temperature [°C], humidity [-] and water [kg/m³] of each watch, first and last year,
            2 by 8760 by watches by 3.
        daily: the same as daily means, all days by watches by 3.
        temperature: of all cells by day [°C].
        humidity: likewise [-].
        depths: of the faces of the cells from outside [m], one more than cells.
        spans: first and one past the last cell of each slab.
        free: most water of the day over what each slab holds at 99 %, wood and what lies in the rain apart [kg/m²].
        booked: what passed by day [kg/m²], heat [J/m²].
        stored: water at the beginning and at the end [kg/m²].
        unbalanced: water that no account tells of [kg/m²].
        surface: temperature of the outermost cell by hour, last year [°C].
    """

    start: int
    years: int
    settled: bool
    change: float
    stopped: str
    watches: tuple[Watch, ...]
    hours: Small
    daily: Small
    temperature: Small
    humidity: Small
    depths: Array
    spans: tuple[tuple[int, int], ...]
    free: Small
    booked: Array
    stored: tuple[float, float]
    unbalanced: float
    surface: Small


Enough = Callable[[tuple[Watch, ...], list[Small]], bool]
"""Whether one has seen enough: what is watched, and its hours year by year."""


def watches_of(roof: Roof, made: Assembled) -> tuple[Watch, ...]:
    """What is watched: every wood, whole and its skins, both sides of sheets, the room's side."""
    found: list[Watch] = []
    slabs = roof.case.slabs

    def plane(kind: Kind, name: str, index: int, cell: int) -> Watch:
        return Watch(kind, name, slabs[index].layer, cell, cell + 1, 1.0)

    for index in roof.woods:
        first, last = made.spans[index]
        slab = slabs[index]
        density = slab.matter.density if isinstance(slab.matter, Hygric) else 1.0
        deep = np.cumsum(made.widths[first:last])
        skin, edge = (max(1, int(np.searchsorted(deep, d + 1e-9))) for d in (SKIN, EDGE))
        found += [
            Watch("wood", slab.name, slab.layer, first, last, density),
            Watch("wood outside", f"{slab.name}, outer 5 mm", slab.layer, first, first + skin, density),
            Watch("wood inside", f"{slab.name}, inner 5 mm", slab.layer, last - skin, last, density),
            Watch("wood edge", f"{slab.name}, outer 10 mm", slab.layer, first, first + edge, density),
        ]  # fmt: skip
    for index, bears in roof.frosty:
        slab, cell = slabs[index], made.spans[index][0]
        full = bears * made.curves[index].full
        found.append(
            Watch("frost", f"outer face of {slab.name}", slab.layer, cell, cell + 1, 1.0, full)
        )
    for after, sheet in sorted(roof.case.sheets.items()):
        if sheet.stops and sheet.name and after >= roof.case.weathered:
            cell = made.spans[after][1]
            found.append(plane("plane", f"outside of {sheet.name}", after, cell - 1))
            found.append(plane("plane", f"inside of {sheet.name}", after + 1, cell))
    leak = roof.case.leak
    if leak >= 0:
        found.append(plane("plane", f"outer face of {slabs[leak].name}", leak, made.spans[leak][0]))
    last_slab = len(slabs) - 1
    name = f"room side of {slabs[-1].name}"
    found.append(plane("room side", name, last_slab, len(made.widths) - 1))
    return tuple(found)


def _by_day(
    values: NDArray[np.floating], how: Literal["mean", "sum", "most"] = "mean"
) -> NDArray[np.floating]:
    days = values[: len(values) // 24 * 24].reshape(-1, 24, *values.shape[1:])
    if how == "most":
        return np.asarray(days.max(axis=1))
    return np.asarray(days.mean(axis=1) if how == "mean" else days.sum(axis=1))


class _Year(Struct, frozen=True, eq=False):
    """A year of a run."""

    watched: Small
    temperature: Small
    humidity: Small
    free: Small
    booked: Array
    surface: Small


class _Book:
    """What is kept of a run while it goes on."""

    def __init__(self, made: Assembled, watches: tuple[Watch, ...], dry: tuple[int, ...]) -> None:
        self._made = made
        self._dry = dry
        self._held = [float(np.interp(HELD_AT, x.humidity, x.water)) for x in made.curves]
        self.free: list[Small] = []
        self._spans = [slice(watch.first, watch.last) for watch in watches]
        self.kept: list[Small] = []
        self.temperature: list[Small] = []
        self.humidity: list[Small] = []
        self.booked: list[Array] = []
        self.surface: list[Small] = []

    def take(self, kept: Array, booked: Array) -> None:
        """Keep some hours of what is watched, of all cells and of the accounts."""
        warm, water = kept[:, 0], kept[:, 1]
        humid = self._made.humidity(water)
        widths = self._made.widths
        watched = np.empty((len(kept), len(self._spans), 3), np.float32)
        for number, span in enumerate(self._spans):
            share = widths[span] / widths[span].sum()
            for column, values in enumerate((warm, humid, water)):
                watched[:, number, column] = values[:, span] @ share
        free = np.zeros((len(kept), len(self._held)), np.float32)
        for slab in self._dry:
            span = slice(*self._made.spans[slab])
            free[:, slab] = np.maximum(0.0, water[:, span] - self._held[slab]) @ widths[span]
        self.free.append(free)
        self.kept.append(watched)
        self.temperature.append(warm.astype(np.float32))
        self.humidity.append(humid.astype(np.float32))
        self.booked.append(booked)
        self.surface.append(warm[:, 0].astype(np.float32))

    def year(self) -> _Year:
        """All that was kept; cells as daily means."""
        warm, humid = (
            _by_day(np.concatenate(values)) for values in (self.temperature, self.humidity)
        )
        free = _by_day(np.concatenate(self.free), "most")
        return _Year(
            np.concatenate(self.kept), warm.astype(np.float32), humid.astype(np.float32),
            free.astype(np.float32), np.concatenate(self.booked), np.concatenate(self.surface),
        )  # fmt: skip


class _Marching:
    """A roof while it is run: its state goes from year to year."""

    def __init__(self, roof: Roof, hours: Array, parts: int) -> None:
        self.made = assembled(roof.case)
        self.watches = watches_of(roof, self.made)
        self._hours, self._parts = hours, parts
        count = len(roof.case.slabs)
        self._dry = tuple(k for k in range(roof.case.weathered, count) if k not in roof.woods)
        self._state, self._slope = self.made.state.copy(), np.zeros_like(self.made.state)

    @property
    def water(self) -> float:
        """In the whole roof [kg/m²]."""
        return float((self._state[1] * self.made.widths).sum())

    def year(self, progress: Progress) -> tuple[_Year, str]:
        """The next year, and why it ended early; empty where it did not."""
        book, made, state = _Book(self.made, self.watches, self._dry), self.made, self._state
        stopped = ""
        for first in range(0, YEAR, CHUNK):
            some = self._hours[first : first + CHUNK]
            kept, booked = np.zeros((len(some), *state.shape)), np.zeros((len(some), col.BOOKS))
            done, _ = march(
                made.roof, some, self._parts, made.full_flow, state, self._slope, kept, booked
            )
            book.take(kept[:done], booked[:done])
            if done < len(some):
                stopped = _why(made, some[done], first + done, state)
                break
            progress((first + CHUNK) / YEAR, "")
        return book.year(), stopped


def run(
    roof: Roof, hours: Array, start: int, most_years: int, progress: Progress, parts: int = 1
) -> Run:
    """Run an area from the first of a month until it repeats itself, or for so many years.

    Args:
        roof: the area.
        hours: 8760 of them from that month on.
        start: the month, January 1.
        most_years: at most.
        progress: told after every chunk.
        parts: steps of an hour.

    Raises:
        ValueRefused: for a roof without cells.
    """
    return _run(_Marching(roof, hours, parts), (start, most_years), progress, _never)


def run_until(
    roof: Roof, hours: Array, span: tuple[int, int], progress: Progress, enough: Enough
) -> Run:
    """The same, ended after any year of which one has seen enough.

    Args:
        roof: the area.
        hours: 8760 of them.
        span: month it begins in, January 1, and years at most.
        progress: told after every chunk.
        enough: asked after every year.
    """
    return _run(_Marching(roof, hours, 1), span, progress, enough)


def _never(_watches: tuple[Watch, ...], _years: list[Small]) -> bool:
    return False


def _run(marching: "_Marching", span: tuple[int, int], progress: Progress, enough: Enough) -> Run:
    start, most_years = span
    before = marching.water
    years: list[_Year] = []
    change, settled, stopped = float("inf"), False, ""
    while len(years) < most_years and not (settled or stopped):
        held = marching.water
        found, stopped = marching.year(_told(progress, len(years), most_years))
        years.append(found)
        if len(years) > 1 and not stopped:
            change = changed(marching.watches, years[-2].watched, years[-1].watched)
            settled = change < SETTLED and abs(marching.water - held) < SETTLED_WATER
        if not stopped and enough(marching.watches, [year.watched for year in years]):
            break
    return _gathered(marching, years, start, before, (settled, change, stopped))


def _told(progress: Progress, year: int, most: int) -> Progress:
    def tell(share: float, _words: str) -> None:
        progress((year + share) / most, f"year {year + 1}")

    return tell


def _why(made: Assembled, weather: Array, hour: int, state: Array) -> str:
    if not np.isfinite(weather).all():
        return f"The weather of hour {hour + 1} is no number: worked out up to there."
    wettest = int(np.argmax(made.humidity(state[1])))
    return (
        f"Hour {hour + 1} could not be worked out: worked out up to there. The wettest cell lies "
        f"{1000 * float(np.cumsum(made.widths)[wettest]):.0f} mm from outside at {state[0, wettest]:.1f} °C with "
        f"{state[1, wettest]:.0f} kg/m³ of water; a leak spread over more depth may help."
    )


def changed(watches: tuple[Watch, ...], before: Small, after: Small) -> float:
    """The largest change of a day's mean from year to year: wood [% by mass], or else a fifth of humidity [%]."""
    if len(before) != len(after):
        return float("inf")
    woods = [k for k, watch in enumerate(watches) if watch.kind.startswith("wood")]
    days = [_by_day(values) for values in (before, after)]
    if not woods:
        damper = float(np.abs(days[0][:, :, 1] - days[1][:, :, 1]).max()) * 100
        return damper * SETTLED / SETTLED_DAMP
    density = np.array([watches[k].density for k in woods])
    masses = [100 * day[:, woods, 2] / density for day in days]
    return float(np.abs(masses[0] - masses[1]).max())


def _whole_days(years: list[Small]) -> Small:
    """Days of some years one after another; a first year that ended early goes on as on its last day."""
    found = np.concatenate(years)
    left = -len(found) % 365 if len(found) else 0
    return np.concatenate((found, np.repeat(found[-1:], left, axis=0)))


def _gathered(
    marching: _Marching,
    years: list[_Year],
    start: int,
    before: float,
    ended: tuple[bool, float, str],
) -> Run:
    made, watches, after = marching.made, marching.watches, marching.water
    whole = [year for year in years if len(year.watched) == YEAR]
    ends = [whole[0], whole[-1]] if whole else []
    told = whole or years
    booked = np.concatenate([year.booked for year in years])
    daily = [_by_day(year.watched).astype(np.float32) for year in told]
    passed = float(booked[:, : col.DRIPPED + 1].sum())
    return Run(
        start=start,
        years=len(whole),
        settled=ended[0],
        change=ended[1],
        stopped=ended[2],
        watches=watches,
        hours=np.array([year.watched for year in ends], np.float32),
        daily=_whole_days(daily),
        temperature=_whole_days([year.temperature for year in told]),
        humidity=_whole_days([year.humidity for year in told]),
        free=_whole_days([year.free for year in told]),
        depths=np.concatenate(([0.0], np.cumsum(made.widths))),
        spans=made.spans,
        booked=np.asarray(_by_day(booked, "sum")),
        stored=(before, after),
        unbalanced=after - before - passed,
        surface=ends[-1].surface if ends else np.zeros(0, np.float32),
    )
