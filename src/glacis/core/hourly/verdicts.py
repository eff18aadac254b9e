# SPDX-License-Identifier: GPL-3.0-or-later
"""What an hourly run says: wood, mould, metal, frost, condensate, years to dry; each with its figure and limit."""

from typing import Literal

import numpy as np
from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.hourly.engine.columns import DRIPPED, REFUSED
from glacis.core.hourly.mould import Sensitivity, mould_index
from glacis.core.hourly.run import Run, Small, Watch
from glacis.core.hourly.spells import decay, spells_over

Grade = Literal["fit", "mind", "stop"]
GRADES: tuple[Grade, ...] = ("fit", "mind", "stop")
SOLID_LIMIT, PANEL_LIMIT, WET, SATURATED = 20.0, 18.0, 25.0, 30.0
"""Moisture of wood by mass [%]: limits of solid wood and of panels (DIN 68800-2:2022, recalled), wet, and fibre
saturation."""
DAYS_WET, WARM = 60, 5.0
"""Days in a row over 25 % and the temperature [d, °C] from which wood is given up; our judgement."""
RISING = 0.3
"""Rise of the driest day from year to year [% by mass] that is one; our judgement, three times what settles."""
VISIBLE, SEEN_INSIDE, SEEN_WITHIN = 3.0, 1.0, 2.0
"""Mould index that is visible, and from which it counts at the room and within the roof [-] (Ojanen and others 2010;
our judgement for the two)."""
RUNS = 0.2
"""Condensate that runs [kg/m²] (ISO 13788:2012, 6.4.5, note)."""
WET_METAL = 0.80
"""Humidity over which metal is wet [-] (ISO 9223:2012, 3.5)."""

WETNESS = (10, 250, 2500, 5500)
"""Hours a year up to which metal is in classes 1 to 4 of wetness [h] (ISO 9223:2012, table B.1, recalled)."""
EDGE_AT, EDGE_BEARS = (0.0, 30.0), (0.95, 0.86)
"""Temperatures [°C] and the humidity that the outer 10 mm of wood bear there [-] (a guideline on
wood, recalled; our judgement now)."""
FREEZES = -2.0
"""From which water in pores freezes [°C]; our judgement."""
MANY_FROSTS = 10
"""Cycles a year that want a second look; our judgement: few are borne, and the check knows no material's own test."""
GROWS = ("wood outside", "wood inside", "plane", "room side")
"""Watches that mould is looked for at, by definition."""


class Wood(Struct, frozen=True):
    """How a layer of wood goes, in the last full year but where said.

    Attributes:
        layer: id of it.
        name: of it.
        limit: that holds for it [% by mass].
        peak: largest daily mean of the layer or of a skin [% by mass].
        place: where that is.
        day: of the peak, from the start of the run's year.
        days: over 18, 20, 25 and 30 %, of the wettest place.
        longest: spell over 20 % [d].
        first_peak: in the first year [% by mass].
        low: smallest daily mean of the wettest place [% by mass].
        rising: whether it gets wetter year by year.
        lost: of its mass by decay in the year [%]; an indicator.
        damp: days on which its outer 10 mm are over the guideline's humidity.
        fixings: hours over 18 % and above zero, in which its screws rust [h].
        grade: verdict.
    """

    layer: str
    name: str
    limit: float
    peak: float
    place: str
    day: int
    days: tuple[int, int, int, int]
    longest: int
    first_peak: float
    low: float
    rising: bool
    lost: float
    damp: int
    fixings: int
    grade: Grade


class Mouldy(Struct, frozen=True):
    """Mould at a place over the first and the last year: its largest index, and the verdict."""

    name: str
    layer: str
    sensitivity: Sensitivity
    index: float
    room: bool
    grade: Grade


class Verdict(Struct, frozen=True):
    """All that an hourly run says of an area.

    Attributes:
        woods: from outside.
        moulds: wherever it was looked for.
        condensate: most water over what a layer holds at 99 % [kg/m²], and which.
        wet_hours: of the wettest plane over 80 % and above zero, last year [h].
        frosts: most cycles of frost with pores too full, last year, and of what.
        dripped: out of the roof inside, last year [kg/m²].
        refused: of leaks that found no room, last year [kg/m²].
        years_to_dry: after which wood stays under its limit for a year; None for never, 0 for always.
        peak_surface: warmest hour of the outermost cell [°C].
        grade: the worst of all.
    """

    woods: tuple[Wood, ...]
    moulds: tuple[Mouldy, ...]
    condensate: tuple[float, str]
    wet_hours: int
    frosts: tuple[int, str]
    dripped: float
    refused: float
    years_to_dry: int | None
    peak_surface: float
    grade: Grade

    @property
    def corrosion(self) -> int:
        """Class of wetness of metal at the wettest plane, 1 to 5 (ISO 9223:2012, table B.1, recalled)."""
        return 1 + sum(self.wet_hours > most for most in WETNESS)

    @property
    def wettest(self) -> Wood | None:
        """The wood that comes nearest to its limit, or passes it most; None for none."""
        return max(self.woods, key=lambda wood: wood.peak - wood.limit, default=None)


def worst(grades: list[Grade]) -> Grade:
    """The worst of some verdicts."""
    return max(grades, key=GRADES.index, default="fit")


def judged(run: Run, layers: tuple[LayerData, ...], names: tuple[str, ...] = ()) -> Verdict:
    """What a run says.

    Args:
        run: at least one full year of it.
        layers: of the area, inside to outside.
        names: of its slabs, from outside.
    """
    by_id = {layer.id: layer for layer in layers}
    woods = tuple(
        _wood(run, number, by_id[watch.layer])
        for number, watch in enumerate(run.watches)
        if watch.kind == "wood"
    )
    moulds = tuple(
        _mould(run, number, by_id[watch.layer])
        for number, watch in enumerate(run.watches)
        if watch.kind in GROWS
    )
    last = run.booked[-365:] if run.years else run.booked
    standing = condensate(run, names)
    grades = [*(wood.grade for wood in woods), *(mould.grade for mould in moulds)]
    frost = frosts(run)
    if standing[0] > RUNS or frost[0] >= MANY_FROSTS:
        grades.append("mind")
    return Verdict(
        woods,
        moulds,
        standing,
        _wet_hours(run),
        frost,
        float(-last[:, DRIPPED].sum()),
        float(last[:, REFUSED].sum()),
        _years_to_dry(run, woods),
        float(run.surface.max()) if len(run.surface) else 0.0,
        worst(grades),
    )


def masses(run: Run, number: int) -> Small:
    """Daily means of a watch of wood [% by mass], the whole run."""
    return np.asarray(100 * run.daily[:, number, 2] / run.watches[number].density, np.float32)


def limit_of(layer: LayerData) -> float:
    """Moisture that a layer of wood may have [% by mass]."""
    solid = layer.material is not None and layer.material.family == "timber"
    return SOLID_LIMIT if solid else PANEL_LIMIT


def _wood(run: Run, number: int, layer: LayerData) -> Wood:
    limit = limit_of(layer)
    spots = range(number, number + 3)
    series = {spot: masses(run, spot) for spot in spots}
    last = {spot: values[-365:] for spot, values in series.items()}
    spot = max(last, key=lambda k: float(last[k].max()))
    year = last[spot]
    over = [spells_over(year, level, periodic=True) for level in (18.0, 20.0, WET, SATURATED)]
    warm = run.daily[-365:, spot, 0] > WARM
    sodden = spells_over(np.where(warm, year, 0.0), WET, periodic=True).longest
    rising = _rises(series[spot])
    hours = run.hours[-1, :, spot] if len(run.hours) else np.zeros((0, 3), np.float32)
    peak = float(year.max())
    given_up = sodden >= DAYS_WET or (rising and peak > SOLID_LIMIT)
    damp = damp_days(run.daily[-365:, number + 3])
    grade: Grade = "stop" if given_up else "fit" if peak <= limit and not damp else "mind"
    return Wood(
        layer.id, layer.name, limit, peak, run.watches[spot].name, int(year.argmax()),
        (over[0].days, over[1].days, over[2].days, over[3].days), over[1].longest,
        max(float(values[:365].max()) for values in series.values()), float(year.min()), rising,
        decay(hours[:, 0], hours[:, 1]), damp, _rusting(run, spot), grade,
    )  # fmt: skip


def damp_days(year: Small) -> int:
    """Days on which the outer edge of wood is damper than the guideline bears.

    Args:
        year: daily means, the temperature [°C] and the humidity [-] in its first two columns.
    """
    most = np.interp(year[:, 0], EDGE_AT, EDGE_BEARS)
    return int((year[:, 1] > most).sum())


def _rusting(run: Run, spot: int) -> int:
    """Hours of the last year in which screws in wood rust."""
    if not len(run.hours):
        return 0
    hours = run.hours[-1][:, spot]
    wet = 100 * hours[:, 2] / run.watches[spot].density > PANEL_LIMIT
    return int((wet & (hours[:, 0] > 0)).sum())


def frost_cycles(temperature: Small, water: Small, full: float) -> int:
    """How often pores that are too full freeze: from below -2 °C until it is above zero."""
    count, frozen = 0, False
    for warm, wet in zip(temperature.tolist(), water.tolist(), strict=True):
        if frozen:
            frozen = warm <= 0
        elif warm < FREEZES and wet >= full:
            count, frozen = count + 1, True
    return count


def frosts(run: Run) -> tuple[int, str]:
    """Most cycles of frost in the last year, and of what."""
    if not len(run.hours):
        return 0, ""
    found = [
        (frost_cycles(run.hours[-1][:, k, 0], run.hours[-1][:, k, 2], watch.full), watch.name)
        for k, watch in enumerate(run.watches)
        if watch.kind == "frost"
    ]
    return max(found, default=(0, ""))


def _rises(values: Small) -> bool:
    """Whether the driest and the wettest day of each year lie above those of the year before."""
    years = values[: len(values) // 365 * 365].reshape(-1, 365)
    if len(years) < 2:
        return False
    lows, highs = years.min(axis=1), years.max(axis=1)
    return bool(lows[-1] > lows[-2] + RISING and highs[-1] > highs[-2])


def sensitivity_of(layer: LayerData) -> Sensitivity:
    """How easily mould grows on a layer's surface."""
    family = layer.material.family if layer.material is not None else ""
    if family == "timber":
        return "very"
    if family in ("wood-board", "plant-fibre", "paper", "gypsum", "loose-fill"):
        return "sensitive"
    return "resistant" if layer.is_foam else "medium"


def _mould(run: Run, number: int, layer: LayerData) -> Mouldy:
    watch: Watch = run.watches[number]
    sensitivity = sensitivity_of(layer)
    if not len(run.hours):
        return Mouldy(watch.name, watch.layer, sensitivity, 0.0, watch.kind == "room side", "fit")
    series = np.concatenate((run.hours[0], run.hours[-1]))[:, number]
    index = mould_index(series[:, 0], 100 * series[:, 1], sensitivity).peak
    room = watch.kind == "room side"
    least = SEEN_INSIDE if room else SEEN_WITHIN
    grade: Grade = "fit" if index < least else "mind" if index < VISIBLE else "stop"
    return Mouldy(watch.name, watch.layer, sensitivity, index, room, grade)


def condensate(run: Run, names: tuple[str, ...] = ()) -> tuple[float, str]:
    """Most water over what a layer holds at 99 % in the last year [kg/m²], and which; wood apart."""
    last = run.free[-365:]
    if not last.size:
        return 0.0, ""
    most = last.max(axis=0)
    slab = int(most.argmax())
    return float(most[slab]), names[slab] if names else ""


def _wet_hours(run: Run) -> int:
    planes = [k for k, watch in enumerate(run.watches) if watch.kind == "plane"]
    if not planes or not len(run.hours):
        return 0
    values = run.hours[-1][:, planes]
    return int(((values[:, :, 1] > WET_METAL) & (values[:, :, 0] > 0)).sum(axis=0).max())


def _years_to_dry(run: Run, woods: tuple[Wood, ...]) -> int | None:
    """The first whole year of the run in which every wood stays under its limit; None for none."""
    limits = {wood.layer: wood.limit for wood in woods}
    for year in range(len(run.daily) // 365):
        span = slice(365 * year, 365 * (year + 1))
        if all(
            float(masses(run, k)[span].max()) <= limits[watch.layer]
            for k, watch in enumerate(run.watches)
            if watch.kind == "wood"
        ):
            return year
    return None
