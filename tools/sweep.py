# SPDX-License-Identifier: GPL-3.0-or-later
"""Every approach over ten climates, eight kinds of rooms and three pitches, judged: docs/physics/approaches.md.

It takes some minutes; the tests judge a part of it, with every approach in every climate.
"""

from collections import Counter
from pathlib import Path

from glacis.core.analysis.analyser import Analyser
from glacis.core.analysis.propose import propose, setting_of
from glacis.core.build_up.approaches.catalogue import APPROACHES, Approach
from glacis.core.model.document import (
    Assembly,
    Climate,
    HumidityClass,
    Project,
    RoofArea,
    SetPoint,
    Site,
    Targets,
    Use,
    Zone,
)  # fmt: skip
from glacis.core.model.layers import SolidLayer
from glacis.files.libraries import load_library, load_sites

Rooms = tuple[Use, float, HumidityClass | SetPoint]
ROOMS: dict[str, Rooms] = {
    "dwelling": ("dwelling", 20.0, HumidityClass(number=3)),
    "office": ("work", 21.0, HumidityClass(number=2)),
    "cooled rooms": ("work", 24.0, SetPoint(humidity=0.5)),
    "kitchen": ("work", 22.0, HumidityClass(number=4)),
    "laundry": ("wet", 24.0, HumidityClass(number=5)),
    "pool": ("wet", 30.0, SetPoint(humidity=0.6)),
    "cold store": ("store", 4.0, SetPoint(humidity=0.85)),
    "freezer": ("store", -18.0, SetPoint(humidity=0.8)),
}
"""Rooms by name: use, temperature [°C] and humidity."""
WARMEST_CLASS = 25.0
"""A year whose mean is above this [°C] has no humidity classes 4 and 5: they speak of heated rooms."""
PAGE = Path(__file__).parents[1] / "docs" / "physics" / "approaches.md"


def bare(climate: Climate, rooms: Rooms, pitch: float) -> Project:
    """A project with one area of 10 by 5 m and a ceiling."""
    use, indoor, humidity = rooms
    ceiling = SolidLayer(id="g", material="gypsum-board", thickness=0.0125)
    return Project(
        name="Sweep", site=Site(name="Site", climate=climate), targets=Targets(u_value=0.2),
        zones=(Zone(id="z", name="Rooms", use=use, temperature=indoor, humidity=humidity),),
        areas=(RoofArea(
            id="a", name="Area", outline=((0.0, 0.0), (10.0, 0.0), (10.0, 5.0), (0.0, 5.0)),
            pitch=pitch, azimuth=180.0, level=3.0, assembly="b", zone="z",
        ),),
        assemblies=(Assembly(id="b", name="Build-up", approach="warm-deck", layers=(ceiling,)),),
    )  # fmt: skip


def pitches(approach: Approach) -> tuple[float, ...]:
    """The flattest, a middle and the steepest pitch that an approach is for, 60° at most [°]."""
    low, high = approach.pitches
    return (low or 1.5, (low + high) / 2, min(high, 60.0))


def makes_sense(climate: Climate, rooms: Rooms) -> bool:
    """Whether rooms can be held so in a climate: humidity classes speak of heated rooms."""
    humid = isinstance(rooms[2], HumidityClass) and rooms[2].number >= 4
    return not (humid and sum(climate.temperature) / 12 > WARMEST_CLASS)


def judged(judge: Analyser, project: Project, approach: Approach) -> Counter[str] | None:
    """How many findings of each severity a proposal has; None where it is refused."""
    if approach.refusal(setting_of(judge.preview(project).of("a").roof)):
        return None
    found = judge.preview(propose(judge, project, "a", approach.id)).of("a").findings
    return Counter(finding.severity for finding in found)


def row(judge: Analyser, approach: Approach) -> str:
    """A line of the table."""
    total: Counter[str] = Counter()
    for site in load_sites():
        for rooms in ROOMS.values():
            for pitch in pitches(approach) if makes_sense(site.climate, rooms) else ():
                found = judged(judge, bare(site.climate, rooms, pitch), approach)
                total["refused" if found is None else "judged"] += 1
                total.update(found or {})
    cells = " | ".join(str(total[key]) for key in ("judged", "refused", "stop", "mind", "note"))
    print(approach.name, cells)
    return f"| {approach.name} | {cells} |"


def main() -> None:
    """Write the page."""
    judge = Analyser(load_library())
    lines = [row(judge, approach) for approach in APPROACHES]
    rooms = ", ".join(ROOMS)
    PAGE.write_text(
        "# Approaches, judged\n\n"
        "Every approach proposed for the ten invented stations, at the flattest, a middle and the steepest pitch it "
        f"is for (60° at most), over {len(ROOMS)} kinds of rooms ({rooms}), solved for U 0.20 W/(m²·K) with its "
        "usual fixings counted, and judged by all rules. A proposal is refused, with the reason, where the "
        "insulation is open to outside air that would condense at the rooms' temperature. Humidity classes 4 and 5 "
        "are left out where the year's mean is above 25 °C. Made by `python tools/sweep.py`.\n\n"
        "| Approach | Judged | Refused | Stops | Minds | Notes |\n|---|---|---|---|---|---|\n"
        + "\n".join(lines) + "\n",
        encoding="utf-8",
    )  # fmt: skip


if __name__ == "__main__":
    main()
