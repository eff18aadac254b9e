# SPDX-License-Identifier: GPL-3.0-or-later
"""What a climate does to roofs, in words, each with the figure that says so."""

from collections.abc import Iterator

from glacis.core.climate.year import date_words
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.core.weather.statistics import Statistics

# Bounds from which a habit of the weather is worth a sentence; all our judgement, to be read as "much of it".
COLD, WARM = 3000.0, 4000.0
"""Degree days below 18 °C and over 10 °C [K·d]."""
DAMP_HOURS, LONG_WET, LONG_DRY = 900, 8, 30
"""Hours over 95 % [h], wet days in a row [d], dry days in a row [d]."""
CLEAR_SKY, STRONG_SUN, LITTLE_SUN = 11.5, 1550.0, 1100.0
"""Sky below the air [K], sun of a year [kWh/m²]."""
FROSTS, WINDY, HEAVY = 50, 5.0, 25.0
"""Days through zero [d], mean wind [m/s], rain of the wettest hour [mm]."""

THERMAL = (
    "very hot", "very hot", "hot", "warm", "mixed", "cool", "cold", "very cold", "subarctic",
)  # fmt: skip
MOISTURE = {"A": "moist", "B": "dry", "C": "marine", "": ""}


def zone_words(zone: str) -> str:
    """A zone in words.

    >>> zone_words("5A"), zone_words("8")
    ('5A, cool and moist', '8, subarctic')
    """
    moist = MOISTURE[zone[1:]]
    return f"{zone}, {THERMAL[int(zone[0])]}" + (f" and {moist}" if moist else "")


def figures_line(found: Statistics, system: System) -> str:
    """The year in one line of figures."""

    def shown(value: float, quantity: Quantity) -> str:
        return with_unit(value, quantity, system)

    parts = [
        f"{shown(found.lowest, Quantity.TEMPERATURE)} to {shown(found.highest, Quantity.TEMPERATURE)}",
        f"{shown(found.heating, Quantity.DEGREE_DAYS)} of heating",
        f"sun {shown(found.sun, Quantity.SUN_SUM)} ({plain(100 * found.diffuse, 0)} % diffuse)",
        f"sky {shown(found.sky, Quantity.TEMPERATURE_STEP)} below the air",
    ]
    if found.rain_known:
        wet, dry = found.wet_spell, found.dry_spell
        parts += [
            f"rain {shown(found.rain, Quantity.RAIN)} on {found.wet_days} days",
            f"longest wet {wet[0]} d from {date_words(wet[1])}, dry {dry[0]} d from {date_words(dry[1])}",
        ]
    return " · ".join(parts)


def punishes(found: Statistics, system: System) -> tuple[str, ...]:
    """Sentences on what the weather of a year does to roofs; none where it is mild in all."""
    return (*_by_heat(found, system), *_by_water(found, system), *_by_sky(found, system))


def _by_heat(found: Statistics, system: System) -> Iterator[str]:
    heating = with_unit(found.heating, Quantity.DEGREE_DAYS, system)
    growing = with_unit(found.growing, Quantity.DEGREE_DAYS, system)
    if found.heating >= COLD:
        yield (
            f"Vapour goes outwards for most of the year ({heating} of heating): what the deck takes up in winter "
            "has a short summer to leave by."
        )
    if found.growing >= WARM and found.humidity > 0.6:
        yield (
            f"Warm damp air presses inwards ({growing} of warmth at {plain(100 * found.humidity, 0)} %): a tight "
            "layer below cooled rooms gets wet from outside."
        )
    elif found.growing >= WARM:
        yield (
            f"Heat ages membranes and opens joints ({growing} of warmth): movement joints and pale surfaces "
            "earn their price."
        )
    if found.frost_days >= FROSTS:
        yield (
            f"On {found.frost_days} days the air passes zero: wet mortar and tiles split, and melt water freezes "
            "at the eaves."
        )


def _by_water(found: Statistics, system: System) -> Iterator[str]:
    if found.damp_hours >= DAMP_HOURS:
        yield (
            f"For {found.damp_hours} h the air stands over 95 %: it dries nothing then, and vents bring damp by "
            "night."
        )
    if not found.rain_known:
        yield "No rain is known for this year: nothing is said of wetting by rain."
        return
    days, first = found.wet_spell
    if days >= LONG_WET:
        yield (
            f"{days} wet days in a row from {date_words(first)}: an open deck closes in wet unless it is covered "
            "section by section, each the same day."
        )
    days, first = found.dry_spell
    if days >= LONG_DRY:
        yield f"{days} days without rain from {date_words(first)}: the time to open a roof."
    if found.heaviest >= HEAVY:
        fallen = with_unit(found.heaviest, Quantity.RAIN, system)
        yield (
            f"{fallen} in one hour: gutters and outlets are tried by storms (the design rain is stated at the "
            "falls)."
        )


def _by_sky(found: Statistics, system: System) -> Iterator[str]:
    sun = with_unit(found.sun, Quantity.SUN_SUM, system)
    if found.sky >= CLEAR_SKY:
        below = with_unit(found.sky, Quantity.TEMPERATURE_STEP, system)
        yield (
            f"The sky is {below} colder than the air: thin roofs fall below the dew point on clear nights, metal "
            "first."
        )
    if found.sun >= STRONG_SUN:
        yield (
            f"Strong sun ({sun}): a dark roof dries inwards by day if the layers below let it; a pale or shaded "
            "one gives that up."
        )
    elif found.sun <= LITTLE_SUN:
        yield f"Little sun ({sun}): a pale, planted or shaded roof gets hardly any help in drying."
    if found.wind >= WINDY:
        wind = with_unit(found.wind, Quantity.SPEED, system)
        yield f"Wind ({wind} in the mean) drives rain under laps and rates the fixings."
