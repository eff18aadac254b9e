# SPDX-License-Identifier: GPL-3.0-or-later
"""An area hour by hour as parts of the results: the run, what it says, what the roof forgives."""

from typing import TYPE_CHECKING, Any

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.parts import AIRED, air_of
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.hourly.change import hourly_in
from glacis.core.model.hourly import Hourly
from glacis.core.moisture.parts import AIR

if TYPE_CHECKING:
    from glacis.core.hourly.cavity import Vented
    from glacis.core.hourly.reasons import Reasons
    from glacis.core.hourly.reserve import Most, Reserve, Sought
    from glacis.core.hourly.run import Run
    from glacis.core.hourly.verdicts import Verdict
    from glacis.core.weather.parts import WeatherRead

# What counts with numbers is imported where a run is asked for: the window opens without.


class HourlyRead(Struct, frozen=True):
    """What a run depends on.

    Attributes:
        layers: inside to outside.
        film: inside [m²·K/W].
        faces: pitch and azimuth [°].
        stated: how the area is taken.
        absorptance: for sun [-].
        weather: what the year is made of.
        rooms: temperature [°C] and vapour pressure [Pa] of twelve months.
        vented: its bays; None where nothing is known of them.
    """

    layers: tuple[LayerData, ...]
    film: float
    faces: tuple[float, float]
    stated: Hourly
    absorptance: float
    weather: "WeatherRead"
    rooms: tuple[tuple[float, ...], tuple[float, ...]]
    vented: "Vented | None"


class Hours(Struct, frozen=True):
    """A run and what it was of.

    Attributes:
        run: of the area.
        names: of the slabs from outside.
        layers: their ids.
        sheets: names of what lies on the inner face of each; empty for nothing.
        assumed: in sentences.
        invented: whether the weather was made rather than read.
        verdict: what the run says.
    """

    run: "Run"
    names: tuple[str, ...]
    layers: tuple[str, ...]
    sheets: tuple[str, ...]
    assumed: tuple[str, ...]
    invented: bool
    verdict: "Verdict"


def _reads(reader: Reader, subject: str) -> HourlyRead:
    from glacis.core.hourly.around import USUAL_ABSORPTANCE
    from glacis.core.hourly.cavity import vented_of
    from glacis.core.weather.parts import read_weather

    area, thermal = reader.area(subject), reader.value(THERMAL, subject)
    stated, air = hourly_in(reader.project, subject), air_of(reader, subject)
    aired = reader.value(AIRED, subject) if air is not None else None
    usual = USUAL_ABSORPTANCE if air is None else air.absorptance
    months = reader.value(AIR, subject).months
    return HourlyRead(
        layers=thermal.layers,
        film=thermal.films.inside,
        faces=(area.pitch, area.azimuth),
        stated=replace(stated, report=False),
        absorptance=usual if stated.absorptance is None else stated.absorptance,
        weather=read_weather(reader),
        rooms=(
            tuple(month.indoor for month in months),
            tuple(month.indoor_pressure for month in months),
        ),
        vented=vented_of(aired, area, reader.project.site),
    )


def _case(read: HourlyRead) -> tuple[Any, Any]:
    """The roof and the 8760 hours around it from its month on."""
    from glacis.core.hourly.around import Rooms, Setting, from_month, surroundings
    from glacis.core.hourly.cavity import air_changes
    from glacis.core.hourly.engine import columns as col
    from glacis.core.hourly.roof import leak_class, roof_of
    from glacis.core.weather.parts import weather_from

    roof = roof_of(read.layers, read.stated)
    year = weather_from(read.weather).year
    leak = leak_class(read.stated, read.layers)
    setting = Setting(*read.faces, read.absorptance, read.film, roof.outside, leak)
    hours = surroundings(year, Rooms(*read.rooms), setting, read.stated)
    if roof.case.cavity >= 0:
        hours[:, col.AIR] = air_changes(read.vented, hours)
    return roof, from_month(hours, read.stated.start)


def _run(read: HourlyRead, progress: Progress) -> Hours:
    from glacis.core.hourly.cavity import ASSUMED
    from glacis.core.hourly.run import run
    from glacis.core.hourly.verdicts import judged

    progress(0.0, "weather and layers")
    roof, hours = _case(read)
    found = run(roof, hours, read.stated.start, read.stated.years, progress)
    assumed = roof.assumed
    if roof.case.cavity >= 0 and read.vented is None:
        words = f"The vented gap changes its air {ASSUMED:.0f} times an hour, as its vents are not stated."
        assumed = (*assumed, words)
    if not len(found.daily):
        raise ValueRefused("hourly run", found.stopped, "at least a day that can be worked out")
    verdict = judged(found, read.layers, roof.names)
    file = read.weather.weather.file
    invented = file is None or read.weather.series is None
    case = roof.case
    below = [case.sheets.get(k) for k in range(len(case.slabs) - 1)]
    sheets = tuple("" if sheet is None else sheet.name for sheet in (*below, case.inner))
    return Hours(found, roof.names, roof.layers, sheets, assumed, invented, verdict)


def _weigh(value: Hours) -> int:
    run = value.run
    arrays = (
        run.hours,
        run.daily,
        run.temperature,
        run.humidity,
        run.free,
        run.booked,
        run.surface,
    )
    return sum(int(array.nbytes) for array in arrays) + 4096


def _layers(reader: Reader, subject: str) -> tuple[LayerData, ...]:
    return reader.value(THERMAL, subject).layers


HOURLY: LongPart[HourlyRead, Hours] = LongPart("hourly", _reads, _run, _weigh, _layers)
"""An area run hour by hour until it repeats itself (EN 15026:2007)."""


def _reads_hours(reader: Reader, subject: str) -> Hours:
    return reader.value(HOURLY, subject)


def _verdict(hours: Hours) -> "Verdict":
    return hours.verdict


VERDICT: "Part[Hours, Verdict]" = Part("hourly verdict", _reads_hours, _verdict)
"""What a run says; it waits for the run."""


def _sought(read: HourlyRead) -> "Sought":
    from glacis.core.hourly.reserve import Sought
    from glacis.core.hourly.verdicts import limit_of

    roof, hours = _case(read)
    limits = {layer.id: limit_of(layer) for layer in read.layers}
    return Sought(roof, hours, (read.stated.start, read.stated.years), limits)


def _reserve(read: HourlyRead, progress: Progress) -> "Reserve | None":
    from glacis.core.hourly.reserve import reserve_of

    return reserve_of(_sought(read), progress)


class RainRead(Struct, frozen=True):
    """What the rain that is borne depends on."""

    run: HourlyRead
    reserve: "Reserve | None"


def _reads_rain(reader: Reader, subject: str) -> RainRead:
    return RainRead(_reads(reader, subject), reader.value(RESERVE, subject))


def _rain_borne(read: RainRead, progress: Progress) -> "Most | None":
    from glacis.core.hourly.reserve import rain_borne_by

    return rain_borne_by(_sought(read.run), read.reserve, progress)


def _air_borne(read: HourlyRead, progress: Progress) -> "Most | None":
    from glacis.core.hourly.reserve import air_borne_by

    return air_borne_by(_sought(read), progress)


def _reasons(read: HourlyRead, progress: Progress) -> "Reasons":
    from glacis.core.hourly.reasons import reasons_of
    from glacis.core.hourly.roof import leak_class

    roof, hours = _case(read)
    stated = read.stated
    leaks = leak_class(stated, read.layers) != "none"
    return reasons_of(roof, hours, (stated.start, stated.years), leaks, stated.wet_start, progress)


REASONS: "LongPart[HourlyRead, Reasons]" = LongPart("hourly reasons", _reads, _reasons)
"""What an area would do without sun, leaks or drying inwards."""
RESERVE: "LongPart[HourlyRead, Reserve | None]" = LongPart("hourly reserve", _reads, _reserve)
"""How much water an area forgives; None where it has no wood."""
RAIN_BORNE: "LongPart[RainRead, Most | None]" = LongPart(
    "hourly rain borne", _reads_rain, _rain_borne
)
"""How much of each rain may get into an area; it waits for the reserve."""
AIR_BORNE: "LongPart[HourlyRead, Most | None]" = LongPart("hourly air borne", _reads, _air_borne)
"""How much more air may leak into an area than does."""
