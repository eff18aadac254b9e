# SPDX-License-Identifier: GPL-3.0-or-later
"""Weather years that were read from files, kept beside documents by their content."""

from pathlib import Path
from typing import TYPE_CHECKING

from glacis.core.errors import MissingReference
from glacis.core.graph.series import Series

if TYPE_CHECKING:
    from glacis.core.weather.hours import WeatherYear


class Years:
    """Years by the digest that a document keeps of them.

    Without a folder they are kept as long as the program runs. What counts with numbers is loaded when a
    year is first asked for, since a window opens without any.
    """

    def __init__(self, folder: Path | None) -> None:
        self._folder = folder
        self._met: dict[str, Series] = {}

    def hours(self, digest: str) -> Series | None:
        """The numbers of a year; None where they are not on this machine."""
        if digest not in self._met and self._folder is not None:
            from glacis.core.weather.hours import COLUMNS, HOURS
            from glacis.session.series import SeriesName, SeriesStore

            name = SeriesName(digest, "float64", (HOURS, len(COLUMNS)))
            try:
                self._met[digest] = Series(digest, SeriesStore(self._folder).get(name))
            except (MissingReference, OSError):
                return None
        return self._met.get(digest)

    def keep(self, year: "WeatherYear") -> str:
        """Keep the numbers of a year and give their digest.

        Raises:
            OSError: where they cannot be written.
        """
        from glacis.session.series import SeriesStore

        numbers = year.numbers
        if self._folder is None:
            digest = SeriesStore.digest_of(numbers)
        else:
            digest = SeriesStore(self._folder).put(numbers).digest
        self._met[digest] = Series(digest, numbers)
        return digest
