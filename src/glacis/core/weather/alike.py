# SPDX-License-Identifier: GPL-3.0-or-later
"""Whose habits the weather of a site has that is no station itself."""

from math import log

from glacis.core.climate.year import mean_temperature
from glacis.core.errors import MissingReference
from glacis.core.model.document import Climate, Site
from glacis.core.weather.stations import STATIONS, Habits

# What tells climates apart, and how much of it is one step; our judgement.
STEPS = {"mean": 4.0, "range": 4.0, "humidity": 0.06, "rain": 0.4, "summer rain": 0.15}
FEATURES: dict[str, tuple[float, float, float, float, float]] = {
    "tern-point": (8.51, 13.3, 0.83, log(959), 0.44),
    "sallow-creek": (6.18, 28.7, 0.57, log(296), 0.70),
    "heron-sluice": (22.5, 12.4, 0.78, log(1353), 0.70),
    "ochre-flat": (22.5, 22.4, 0.34, log(195), 0.41),
    "kestrel-saddle": (2.7, 18.4, 0.71, log(1113), 0.63),
    "alder-junction": (13.3, 24.3, 0.68, log(1068), 0.55),
    "lichen-ford": (-1.4, 30.8, 0.79, log(566), 0.57),
    "cardoon-bay": (16.5, 8.8, 0.73, log(583), 0.19),
}
"""Of each station: mean and yearly range of temperature [°C, K], humidity [-], ln of rain [mm], share of it in
summer [-]; derived from the list of sites."""


def habits_of(station: str) -> Habits:
    """The habits of a station.

    Raises:
        MissingReference: where there is no such station.
    """
    found = next((habits for habits in STATIONS if habits.id == station), None)
    if found is None:
        raise MissingReference("station", station, "The weather of the site")
    return found


def _features(climate: Climate, latitude: float) -> tuple[float, float, float, float, float]:
    total = sum(climate.rain)
    summer = climate.rain[3:9] if latitude >= 0 else (*climate.rain[:3], *climate.rain[9:])
    return (
        mean_temperature(climate),
        max(climate.temperature) - min(climate.temperature),
        sum(climate.humidity) / 12,
        log(max(20.0, total)) if climate.rain else log(700.0),
        sum(summer) / total if total > 0 else 0.5,
    )


def most_alike(site: Site) -> Habits:
    """The station whose climate comes nearest to that of a site; of its own name first."""
    named = site.name.strip().lower().replace(" ", "-")
    if named in FEATURES:
        return habits_of(named)
    own = _features(site.climate, site.latitude)

    def far(station: str) -> float:
        parts = zip(own, FEATURES[station], STEPS.values(), strict=True)
        return sum(((a - b) / step) ** 2 for a, b, step in parts)

    return habits_of(min(FEATURES, key=far))
