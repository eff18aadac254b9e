# SPDX-License-Identifier: GPL-3.0-or-later
"""The simulated probe in the deck of the demo's laboratory.

Its readings were drawn once from a run in which 0.3 % of the rain gets in, which the demo does not state: so that
there is something to find.
"""

from pathlib import Path

import msgspec
from msgspec import Struct

from glacis.core.model.probe import Probe

FILE = Path(__file__).parent / "data" / "laboratory-probe.json"


class _Drawn(Struct, frozen=True):
    """What the file holds."""

    place: str
    year: int
    day: int
    temperatures: tuple[float | None, ...]
    values: tuple[float | None, ...]


def laboratory_probe() -> Probe:
    """The probe as the demo has it."""
    drawn = msgspec.json.decode(FILE.read_bytes(), type=_Drawn)
    return Probe(
        id="probe", area="laboratory", name="Deck by the south outlet", place=drawn.place, measures="wood",
        year=drawn.year, day=drawn.day, temperatures=drawn.temperatures, values=drawn.values, simulated=True,
    )  # fmt: skip
