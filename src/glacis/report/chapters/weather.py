# SPDX-License-Identifier: GPL-3.0-or-later
"""The weather of the site: a chapter, figures for the results, a file."""

from typing import TYPE_CHECKING, Any

from msgspec import Struct

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Blocks, Picture, Room, Words
from glacis.report.offers import Chapter, Export, Key, Section

if TYPE_CHECKING:
    from glacis.core.weather.parts import SiteWeather

# Numbers are loaded where a year is asked for: the window opens without.


class WeatherRead(Struct, frozen=True):
    """The year, and the reader's units."""

    weather: "SiteWeather"
    mended: tuple[str, ...]
    units: System


def _reads(reader: Reader, _subject: str) -> WeatherRead:
    from glacis.core.weather.parts import WEATHER

    project = reader.project
    file = project.site.weather.file
    return WeatherRead(
        reader.value(WEATHER, WHOLE), file.mended if file is not None else (), project.units
    )


def _blocks(read: WeatherRead) -> Blocks:
    from glacis.core.weather.words import figures_line, punishes, zone_words
    from glacis.report.charts.weather import year_scene

    weather, system = read.weather, read.units
    found = weather.statistics
    blocks: list[Block] = [
        Room(95),
        Words("Weather of a year", "sub"),
        Words(f"Climate zone {zone_words(found.zone)}. {weather.origin}"),
        Picture(year_scene(weather.year, 660, 330, system)),
        Words(figures_line(found, system), "small"),
        *(Words(words) for words in punishes(found, system)),
    ]
    if weather.lost:
        blocks.append(
            Words("The hours of the file that was read are not on this machine: these are made.")
        )
    elif read.mended:
        blocks.append(Words(f"Mended in the file: {' '.join(read.mended)}", "small"))
    return tuple(blocks)


def _figures(results: Results, _area: str) -> dict[str, Any]:
    from glacis.core.weather.parts import WEATHER

    weather = results.value(WEATHER, WHOLE)
    found = weather.statistics
    return {
        "weather": {
            "source": weather.source,
            "zone": found.zone,
            "T_mean_C": found.mean,
            "T_min_C": found.lowest,
            "T_max_C": found.highest,
            "hdd18_K_d": found.heating,
            "cdd10_K_d": found.growing,
            "rh_mean": found.humidity,
            "hours_over_95": found.damp_hours,
            "rain_mm": found.rain if found.rain_known else None,
            "wet_days": found.wet_days if found.rain_known else None,
            "dry_spell_d": found.dry_spell[0] if found.rain_known else None,
            "wet_spell_d": found.wet_spell[0] if found.rain_known else None,
            "sun_kWh_m2": found.sun,
            "diffuse_share": found.diffuse,
            "wind_m_s": found.wind,
            "sky_below_air_K": found.sky,
        }
    }


MORE = """`weather` tells of the year of hours that the site has, read or invented: `source` in words, `zone` by degree
days and moisture, `T_mean_C`, `T_min_C` and `T_max_C` of its hours, degree days `hdd18_K_d` and `cdd10_K_d`, `rh_mean`
[-] over water, `hours_over_95`, `rain_mm`, `wet_days`, `dry_spell_d` and `wet_spell_d` (`null` where no rain is known),
`sun_kWh_m2` on the level, `diffuse_share`, `wind_m_s`, `sky_below_air_K`."""


def _epw(results: Results) -> bytes:
    from glacis.core.weather.parts import WEATHER
    from glacis.files.epw_write import write_epw

    return write_epw(results.value(WEATHER, WHOLE).year, results.project.site.name)


CHAPTER = Chapter("project", Part("chapter weather", _reads, _blocks))
EXPORT = Export("weather", "Weather of the year", ".epw", "EPW", _epw)
SECTION = Section(
    "project",
    (Key(("weather",), "", "the year of weather, below"),),
    _figures,
    MORE,
)
