# SPDX-License-Identifier: GPL-3.0-or-later
"""The weather of the site as a part of the results: read from a file, or made from its months."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.graph.series import Series
from glacis.core.model.document import Climate, Site
from glacis.core.model.weather import Weather
from glacis.core.weather.asked import asked_of, habits_for, place_of
from glacis.core.weather.generator import generated
from glacis.core.weather.hours import WeatherYear, year_of
from glacis.core.weather.severe import another_year
from glacis.core.weather.statistics import Statistics, statistics_of


class WeatherRead(Struct, frozen=True):
    """What a year of weather is made of.

    Attributes:
        name: of the site, by which a station knows itself.
        climate: its months.
        place: latitude, longitude [°], clock [h] and elevation [m].
        weather: what is stated of it.
        series: the numbers of the file that was read; None for none, or where they are not on this machine.
    """

    name: str
    climate: Climate
    place: tuple[float, float, float, float]
    weather: Weather
    series: Series | None


class SiteWeather(Struct, frozen=True):
    """A year of the site.

    Attributes:
        year: hour by hour.
        statistics: it in figures.
        source: where it comes from, in words.
        lost: whether a file was read whose numbers are not on this machine.
    """

    year: WeatherYear
    statistics: Statistics
    source: str
    lost: bool

    @property
    def origin(self) -> str:
        """Where it comes from, as a sentence."""
        return f"{self.source[:1].upper()}{self.source[1:]}."


def _reads(reader: Reader, _subject: str) -> WeatherRead:
    return read_weather(reader)


def read_weather(reader: Reader) -> WeatherRead:
    """What the weather of a document's site is made of."""
    site = reader.project.site
    place = (site.latitude, site.longitude, site.clock, site.elevation)
    return WeatherRead(site.name, site.climate, place, site.weather, reader.site_hours)


def site_of(read: WeatherRead) -> Site:
    """The site again, as far as its weather goes."""
    latitude, longitude, clock, elevation = read.place
    return Site(
        name=read.name, climate=read.climate, latitude=latitude, longitude=longitude, clock=clock,
        elevation=elevation, weather=read.weather,
    )  # fmt: skip


def weather_from(read: WeatherRead) -> SiteWeather:
    """The year of a site and what it is like."""
    site, file = site_of(read), read.weather.file
    if file is not None and read.series is not None:
        source = f"read from {file.name}" + (f", {file.city}" if file.city else "")
        year = year_of(
            read.series, place_of(site), site.elevation, source, rain_known=file.rain_known
        )
    else:
        habits = habits_for(site)
        source = f"invented from the months, with the habits of a {habits.kind} climate"
        asked, other = asked_of(site), read.weather.other
        if other:
            source += f", year {other} of those that differ from the mean"
            asked = another_year(asked, other - 1)
        year = replace(generated(asked), source=source, rain_known=bool(site.climate.rain))
    lost = file is not None and read.series is None
    return SiteWeather(year, statistics_of(year), source, lost)


def _weigh(value: SiteWeather) -> int:
    return int(value.year.numbers.nbytes) + 4096


WEATHER: Part[WeatherRead, SiteWeather] = Part("weather", _reads, weather_from, _weigh)
