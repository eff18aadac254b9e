# SPDX-License-Identifier: GPL-3.0-or-later
"""An area hour by hour: told and drawn in the report, and in the results."""

from collections.abc import Iterator
from typing import TYPE_CHECKING, Any

from msgspec import Struct

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.graph.part import Part, Progress, Ready, unwatched
from glacis.core.graph.reader import Reader
from glacis.core.hourly.change import hourly_in
from glacis.core.hourly.parts import HOURLY, RESERVE, VERDICT, Hours
from glacis.core.units.format import plain
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Blocks, Cell, Grid, Picture, Room, Words
from glacis.report.offers import Chapter, Key, Section

if TYPE_CHECKING:
    from glacis.core.hourly.reserve import Reserve
    from glacis.core.hourly.verdicts import Verdict

GRAMS = 1000.0
CAUTION = (
    "Hourly calculation of heat and moisture after EN 15026:2007 between the members. It knows nothing of workmanship, "
    "ice, or water that runs in from elsewhere; the product's approval and local practice come first."
)


class HoursRead(Struct, frozen=True):
    """A run that is told of, what it says, and the reader's units; no run where none is."""

    hours: Hours | None
    verdict: "Verdict | None"
    reserve: "Reserve | None"
    units: System


def told_of(results: Results) -> tuple[str, ...]:
    """The areas whose hours the report tells of."""
    return tuple(item.area for item in results.project.hourlies if item.report)


def run_all(
    results: Results,
    areas: tuple[str, ...],
    progress: Progress = unwatched,
    *,
    reserve: bool = False,
) -> None:
    """Run some areas hour by hour here and now.

    Args:
        results: of the document.
        areas: their ids.
        progress: told while it goes on.
        reserve: whether to seek what they forgive too.
    """
    parts: tuple[Any, ...] = (HOURLY, RESERVE) if reserve else (HOURLY,)
    steps = [(area, part) for area in areas for part in parts]
    for number, (area, part) in enumerate(steps):

        def tell(share: float, _words: str, number: int = number, area: str = area) -> None:
            progress((number + share) / len(steps), f"hours of {results.of(area).roof.area.name}")

        results.reader.finish(part, area, tell)


def _reads(reader: Reader, subject: str) -> HoursRead:
    units = reader.project.units
    state = reader.state(HOURLY, subject) if hourly_in(reader.project, subject).report else None
    if not isinstance(state, Ready):
        return HoursRead(None, None, None, units)
    reserve = reader.state(RESERVE, subject)
    return HoursRead(
        state.value,
        reader.value(VERDICT, subject),
        reserve.value if isinstance(reserve, Ready) else None,
        units,
    )


def _blocks(read: HoursRead) -> Blocks:
    if read.hours is None or read.verdict is None:
        return ()
    return tuple(_told(read.hours, read.verdict, read.reserve, read.units))


def _told(
    hours: Hours, verdict: "Verdict", reserve: "Reserve | None", system: System
) -> Iterator[Block]:
    from glacis.core.hourly.story import story, water_words
    from glacis.report.charts.hours import hours_scene

    yield Room(110)
    yield Words("Moisture hour by hour", "sub")
    yield Words(" ".join(story(hours.run, verdict, reserve, system)))
    yield Picture(hours_scene(hours, verdict, (700, 340), system))
    if verdict.woods:
        yield _wood_grid(verdict)
    yield _mould_grid(verdict)
    run = hours.run
    balance = water_words(abs(run.stored[1] - run.stored[0]), system)
    way = "more" if run.stored[1] > run.stored[0] else "less"
    closes = (
        f"{abs(run.unbalanced) * GRAMS:.0e}".replace("e-0", "·10^−")
        .replace("e-", "·10^−")
        .replace("e+00", "")
    )
    yield Words(
        f"After {run.years} years the roof holds {balance} {way} than at the beginning; the books close to "
        f"{closes} g/m².", "small",
    )  # fmt: skip
    weather = "The weather is invented from the months." if hours.invented else ""
    yield Words(" ".join((CAUTION, weather, *hours.assumed)), "small")


def _wood_grid(verdict: "Verdict") -> Grid:
    head = ("Wood", "limit %", "peak %", "days over 20 %", "longest", "verdict")
    rows = [tuple(Cell(words, "head" if not k else "head-right") for k, words in enumerate(head))]
    rows += [
        (
            Cell(wood.name), Cell(plain(wood.limit, 0), "right"), Cell(plain(wood.peak, 1), "right"),
            Cell(str(wood.days[1]), "right"), Cell(f"{wood.longest} d", "right"), Cell(wood.grade, "right"),
        )
        for wood in verdict.woods
    ]  # fmt: skip
    return Grid(tuple(rows), (40, 12, 12, 18, 12, 12))


def _mould_grid(verdict: "Verdict") -> Grid:
    worst = sorted(verdict.moulds, key=lambda item: -item.index)[:5]
    rows = [
        (
            Cell("Mould, where most", "head"),
            Cell("index", "head-right"),
            Cell("verdict", "head-right"),
        )
    ]
    rows += [
        (Cell(item.name), Cell(plain(item.index, 1), "right"), Cell(item.grade, "right"))
        for item in worst
    ]
    return Grid(tuple(rows), (70, 16, 20))


def _told_apart(results: Results, item: AreaResult) -> object:
    """Areas told of hour by hour share no chapter: sun and sky differ with where they face."""
    area = item.roof.area.id
    return area if area in told_of(results) else None


def _results(results: Results, area: str) -> dict[str, Any]:
    reader = results.reader
    state = reader.state(HOURLY, area)
    if not isinstance(state, Ready):
        return {}
    run, verdict = state.value.run, reader.value(VERDICT, area)
    sought = reader.state(RESERVE, area)
    reserve = sought.value if isinstance(sought, Ready) else None
    return {
        "hourly": {
            "settled": run.settled,
            "years": run.years,
            "stopped": run.stopped or None,
            "wood": [
                {
                    "layer": wood.layer,
                    "peak_pct": wood.peak,
                    "days_over_20": wood.days[1],
                    "longest_spell": wood.longest,
                }
                for wood in verdict.woods
            ],
            "mould": [{"surface": item.name, "index": item.index} for item in verdict.moulds],
            "reserve_g_m2_a": None if reserve is None else reserve.water * GRAMS,
            "leak_survived_pct": None
            if reserve is None or reserve.rain is None
            else 100 * reserve.rain,
            "years_to_dry": verdict.years_to_dry,
            "balance_kg_m2": run.unbalanced,
            "verdict": verdict.grade,
        }
    }


MORE = """`hourly` is there where an area was run hour by hour (`glacis check --hourly`): whether it `settled` and
after how many whole `years`, `stopped` in words or `null`; `wood` (each `layer`, `peak_pct` by mass in the last year,
`days_over_20` and `longest_spell` over 20 % of the wettest place [d]), `mould` (each `surface`, `index` 0 to 6),
`reserve_g_m2_a` and `leak_survived_pct` of the rain (`null` where there is no wood or it was not sought),
`years_to_dry` (`null` for never), `balance_kg_m2` that no account tells of, `verdict` (`fit`, `mind`, `stop`)."""
CHAPTER = Chapter("area", Part("chapter hours", _reads, _blocks), _told_apart)
HOURLY_KEY = Key(("hourly",), "", "heat and moisture hour by hour, where it was run; below")
SECTION = Section("area", (HOURLY_KEY,), _results, MORE)
