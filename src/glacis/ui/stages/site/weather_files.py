# SPDX-License-Identifier: GPL-3.0-or-later
"""Weather years as files: one is read in place of the site's, its own is written."""

from pathlib import Path
from typing import TYPE_CHECKING

from msgspec.structs import replace

from glacis.core.errors import GlacisError
from glacis.core.model.weather import WeatherFile
from glacis.core.moisture.months_of_hours import taken
from glacis.core.weather.parts import WEATHER
from glacis.files.errors import shown_name
from glacis.session.jobs import Endings
from glacis.session.reading import WEATHER as READING
from glacis.session.reading import LongGapTold, start_reading_year
from glacis.ui.bench import Bench
from glacis.ui.prompts import Prompts
from glacis.ui.widgets.waiting import Waiting

if TYPE_CHECKING:
    from glacis.files.epw import EpwFile

FILL = "Fill it from the same hours of the days around? The site will say so."
KINDS = "Weather years (*.epw)"


class WeatherFiles:
    """Asks where, and reads or writes; what goes wrong is said and changes nothing."""

    def __init__(self, bench: Bench, prompts: Prompts) -> None:
        self._bench = bench
        self._prompts = prompts

    def read(self) -> None:
        """Ask for a weather year, read it beside the window and take it for the site."""
        path = self._prompts.weather_path(self._bench)
        if path is not None:
            self._read(path, accept=False)

    def _read(self, path: Path, *, accept: bool) -> None:
        jobs, name = self._bench.desk.session.jobs, shown_name(path)
        waiting = Waiting(self._bench, f"Reading {name}…", lambda: jobs.cancel(READING))

        def done(found: "EpwFile | LongGapTold") -> None:
            waiting.end()
            if not isinstance(found, LongGapTold):
                self._take(found, name)
            elif self._prompts.confirm(
                self._bench, "A long gap", f"{found.words} {FILL}", "Fill it"
            ):
                self._read(path, accept=True)

        def failed(fault: Exception) -> None:
            waiting.end()
            self._prompts.tell(self._bench, "Not read", str(fault))

        endings = Endings(done, failed, lambda _share, _words: None)
        start_reading_year(jobs, path, endings, accept=accept)

    def _take(self, found: "EpwFile", name: str) -> None:
        from glacis.files.epw import mended_words

        desk = self._bench.desk
        try:
            digest = desk.session.years.keep(found.year)
        except (OSError, GlacisError) as fault:
            words = f"Its hours cannot be kept on this machine: {fault}"
            self._prompts.tell(self._bench, "Not read", words)
            return
        file = WeatherFile(
            digest=digest,
            name=name,
            city=found.city,
            rain_known=found.rain_known,
            mended=mended_words(found.counts),
        )
        if desk.act(
            "Take a weather year",
            lambda project: replace(project, site=taken(project.site, found.year, file)),
        ):
            self._bench.said.emit(
                f"{name}: months, place and hours of the site are its own.", False
            )

    def write(self) -> None:
        """Ask where, and write the year of the site."""
        from glacis.files.epw_write import write_epw
        from glacis.ui.outputs import write_out

        desk, bench = self._bench.desk, self._bench
        site, year = desk.project.site, desk.value(WEATHER).year
        path = self._prompts.save_path(bench, "Write weather year", f"{site.name}.epw", KINDS)
        if path is None:
            return
        said = write_out(desk, self._prompts, bench, path, lambda: write_epw(year, site.name))
        if said:
            bench.said.emit(said, False)
