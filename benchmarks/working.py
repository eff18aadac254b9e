# SPDX-License-Identifier: GPL-3.0-or-later
"""Order of work: hundreds of tasks in a network, and their finishes over drawn years."""

from functools import cache

from glacis.core.analysis.analyser import Analyser
from glacis.core.graph.part import WHOLE
from glacis.core.order.network import Tie, relaxed
from glacis.core.order.parts import PLAN
from glacis.core.order.planned import Plan, ties_of
from glacis.core.order.weather import FinishRead, finishes
from glacis.core.weather.hours import WeatherYear
from glacis.core.weather.parts import WEATHER
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_library, load_sites
from timing import timed

TASKS = 500


@cache
def _planned() -> tuple[Plan, WeatherYear]:
    results = Analyser(load_library()).analyse(tern_point(load_sites()[0]))
    return results.value(PLAN, WHOLE), results.value(WEATHER, WHOLE).year


def hundreds_of_tasks() -> float:
    """Seconds for earliest and latest starts of 500 tasks with some 1,500 links, every ninth with a longest wait."""
    days = [0.25 + k % 7 / 2 for k in range(TASKS)]
    ties = [
        Tie(k - step, k, longest=40.0 if k % 9 == 0 and step == 1 else None)
        for k in range(TASKS) for step in (1, 7, 31) if k >= step
    ]  # fmt: skip
    return timed(lambda: relaxed(days, ties))


def thousand_finishes() -> float:
    """Seconds for a thousand drawn finishes of the station's two hundred tasks."""
    plan, year = _planned()
    if plan.network is None:
        raise RuntimeError("the station's order contradicts itself")
    ties = tuple(ties_of(plan.tasks, plan.links))
    read = FinishRead(plan.tasks, ties, plan.network.earliest, plan.calendar, year, (7.0, 16.0), 1)
    return timed(lambda: finishes(read))
