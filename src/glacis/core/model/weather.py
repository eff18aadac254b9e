# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about the weather of a site hour by hour."""

from typing import Annotated

from glacis.core.model.node import Node
from glacis.core.units.ranges import Range


class WeatherFile(Node, frozen=True, kw_only=True):
    """A weather year that was read; its numbers lie beside the document.

    Attributes:
        digest: of the numbers, by which they are found.
        name: of the file.
        city: that it is of, in the file's words.
        rain_known: whether it told of rain.
        mended: what was missing or odd in it, in sentences.
    """

    digest: str
    name: str
    city: str = ""
    rain_known: bool = True
    mended: tuple[str, ...] = ()


class Weather(Node, frozen=True, kw_only=True):
    """Where the hours of the outside air come from.

    Without a file they are made from the months of the site's climate.

    Attributes:
        station: whose habits the weather has, by id; empty takes the most alike.
        seed: of the draws; another one gives another year with the same months.
        other: of the years that differ from the mean months, by number; 0 takes the mean months.
        file: that was read; None for none.
    """

    station: str = ""
    seed: Annotated[int, Range("seed", None, 1, 999999, "input guard")] = 1
    other: Annotated[int, Range("other year", None, 0, 20, "input guard")] = 0
    file: WeatherFile | None = None
