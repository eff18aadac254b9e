# SPDX-License-Identifier: GPL-3.0-or-later
"""An area hour by hour: told and drawn in the report, and in the results."""

from collections.abc import Iterator
from typing import TYPE_CHECKING, Any

from msgspec import Struct

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.area.parts import ANALYSED
from glacis.core.errors import ValueRefused
from glacis.core.graph.part import Part, Progress, Ready, unwatched
from glacis.core.graph.reader import Reader
from glacis.core.hourly.change import hourly_in
from glacis.core.hourly.parts import AIR_BORNE, HOURLY, RAIN_BORNE, REASONS, RESERVE, VERDICT, Hours
from glacis.core.hourly.probes import PROBED
from glacis.core.units.format import plain
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Blocks, Cell, Grid, Picture, Room, Words
from glacis.report.offers import Chapter, Export, Key, Section

if TYPE_CHECKING:
    from glacis.core.hourly.probe import Misfit
    from glacis.core.hourly.reasons import Reasons
    from glacis.core.hourly.reserve import Most, Reserve
    from glacis.core.hourly.verdicts import Verdict
    from glacis.core.judgement.methods import Method
    from glacis.core.model.probe import Probe

GRAMS = 1000.0
CAUTION = (
    "Hourly calculation of heat and moisture after EN 15026:2007 between the members. It knows nothing of workmanship, "
    "ice, or water that runs in from elsewhere; the product's approval and local practice come first."
)


class Told(Struct, frozen=True):
    """A run that is told of.

    Attributes:
        hours: the run.
        verdict: what it says.
        reserve: what the roof forgives, where that was sought.
        borne: which leaks it bears, likewise.
        methods: three side by side.
        reasons: why they differ, where they do and that was worked out.
        probes: what was measured in the area, against the run.
    """

    hours: Hours
    verdict: "Verdict"
    reserve: "Reserve | None"
    borne: "tuple[Most | None, Most | None]"
    methods: "tuple[Method, ...]"
    reasons: "Reasons | None"
    probes: "tuple[tuple[Probe, Misfit], ...]"


class HoursRead(Struct, frozen=True):
    """What is told, nothing where nothing is; and the reader's units."""

    told: Told | None
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
    parts: tuple[Any, ...] = (HOURLY, RESERVE, RAIN_BORNE) if reserve else (HOURLY,)
    steps = [(area, part) for area in areas for part in parts]
    for number, (area, part) in enumerate(steps):

        def tell(share: float, _words: str, number: int = number, area: str = area) -> None:
            progress((number + share) / len(steps), f"hours of {results.of(area).roof.area.name}")

        results.reader.finish(part, area, tell)
        if part is HOURLY and _differ(results.reader, area):
            results.reader.finish(REASONS, area, tell)


def _methods(reader: Reader, area: str) -> "tuple[Method, ...]":
    from glacis.core.judgement.methods import methods_of

    return methods_of(reader.value(ANALYSED, area), reader.value(VERDICT, area))


def _differ(reader: Reader, area: str) -> bool:
    from glacis.core.judgement.methods import they_differ

    return they_differ(_methods(reader, area))


def _reads(reader: Reader, subject: str) -> HoursRead:
    units = reader.project.units
    state = reader.state(HOURLY, subject) if hourly_in(reader.project, subject).report else None
    if not isinstance(state, Ready):
        return HoursRead(None, units)
    reserve, reasons = reader.state(RESERVE, subject), reader.state(REASONS, subject)
    told = Told(
        state.value,
        reader.value(VERDICT, subject),
        reserve.value if isinstance(reserve, Ready) else None,
        (reader.ready(RAIN_BORNE, subject), reader.ready(AIR_BORNE, subject)),
        _methods(reader, subject),
        reasons.value if isinstance(reasons, Ready) and _differ(reader, subject) else None,
        reader.value(PROBED, subject),
    )
    return HoursRead(told, units)


def _blocks(read: HoursRead) -> Blocks:
    return () if read.told is None else tuple(_told(read.told, read.units))


def _told(told: Told, system: System) -> Iterator[Block]:
    from glacis.core.hourly.story import story, water_words
    from glacis.report.charts.hours import hours_scene
    from glacis.report.charts.probe import misfit_words, probe_scene

    hours, verdict = told.hours, told.verdict
    yield Room(110)
    yield Words("Moisture hour by hour", "sub")
    yield Words(" ".join(story(hours.run, verdict, told.reserve, system, told.borne)))
    yield Picture(hours_scene(hours, verdict, (700, 340), system))
    if verdict.woods:
        yield _wood_grid(verdict)
    yield _mould_grid(verdict)
    yield _methods_grid(told.methods, system)
    if told.reasons is not None:
        yield Words(f"They differ. {told.reasons.words(system)}")
    for probe, misfit in told.probes:
        yield Room(90)
        yield Words(f"Probe {probe.name}", "sub")
        yield Picture(probe_scene(probe, misfit, (700, 220)))
        yield Words(misfit_words(probe, misfit))
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
    head = (
        "Wood",
        "limit %",
        "peak %",
        "days over 20 %",
        "longest",
        "damp edge",
        "screws rust",
        "verdict",
    )
    rows = [tuple(Cell(words, "head" if not k else "head-right") for k, words in enumerate(head))]
    rows += [
        (
            Cell(wood.name), Cell(plain(wood.limit, 0), "right"), Cell(plain(wood.peak, 1), "right"),
            Cell(str(wood.days[1]), "right"), Cell(f"{wood.longest} d", "right"), Cell(f"{wood.damp} d", "right"),
            Cell(f"{wood.fixings} h", "right"), Cell(wood.grade, "right"),
        )
        for wood in verdict.woods
    ]  # fmt: skip
    return Grid(tuple(rows), (36, 10, 10, 16, 11, 12, 14, 11))


def _methods_grid(methods: "tuple[Method, ...]", system: System) -> Grid:
    from glacis.report.charts.three import SAYS, figure_words

    rows = [tuple(Cell(words, "head") for words in ("Method", "says", "by", "does not see"))]
    rows += [
        (
            Cell(method.name), Cell(SAYS[method.says]), Cell(figure_words(method, system)),
            Cell(method.not_seen),
        )
        for method in methods
    ]  # fmt: skip
    return Grid(tuple(rows), (22, 20, 32, 32))


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
    rain, air = reader.ready(RAIN_BORNE, area), reader.ready(AIR_BORNE, area)
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
                    "damp_edge_days": wood.damp,
                    "screws_wet_h": wood.fixings,
                }
                for wood in verdict.woods
            ],
            "mould": [{"surface": item.name, "index": item.index} for item in verdict.moulds],
            "reserve_g_m2_a": None if reserve is None else reserve.water * GRAMS,
            "leak_survived_pct": None if rain is None else 100 * rain.value,
            "air_survived_times": None if air is None else air.value,
            "years_to_dry": verdict.years_to_dry,
            "metal_wet_h": verdict.wet_hours,
            "metal_class": verdict.corrosion,
            "frost_cycles": verdict.frosts[0],
            "balance_kg_m2": run.unbalanced,
            "verdict": verdict.grade,
            "probes": [_probe_results(probe, found) for probe, found in reader.value(PROBED, area)],
        },
        "schools": [
            {
                "method": method.name,
                "figure": method.figure,
                "verdict": method.says,
                "not_seen": method.not_seen,
            }
            for method in _methods(reader, area)
        ],
    }


def _probe_results(probe: "Probe", found: "Misfit") -> dict[str, Any]:
    scale = 1.0 if probe.measures == "wood" else GRAMS / 10
    told = found.grade != "too little"
    return {
        "name": probe.name,
        "place": probe.place,
        "simulated": probe.simulated,
        "days": found.days,
        "bias_pct": found.bias * scale if told else None,
        "rms_pct": found.rms * scale if told else None,
        "correlation": found.correlation,
        "verdict": found.grade,
        "suggests": found.suggests or None,
    }


MORE = """`hourly` is there where an area was run hour by hour (`glacis check --hourly`): whether it `settled` and
after how many whole `years`, `stopped` in words or `null`; `wood` (each `layer`, `peak_pct` by mass in the last year,
`days_over_20` and `longest_spell` over 20 % of the wettest place [d], `damp_edge_days` of its outer 10 mm,
`screws_wet_h`), `mould` (each `surface`, `index` 0 to 6), `reserve_g_m2_a`, `leak_survived_pct` of each rain and
`air_survived_times` what leaks in now (`null` where there is no wood or it was not sought), `years_to_dry` (`null`
for never), `metal_wet_h` and `metal_class` 1 to 5, `frost_cycles`, `balance_kg_m2` that no account tells of,
`verdict` (`fit`, `mind`, `stop`), `probes` (each `name`, `place`, `simulated`, `days` compared, `bias_pct`,
`rms_pct` of humidity or of mass, `correlation`, `verdict`: `agrees`, `differs`, `too little`, `suggests`: `leak`,
`air`, `wet start`, `dry` or `null`). `schools` beside it: three methods, each `method`, `figure` (condensate in
kg/m², condensing plane in °C, wood in % by mass; `null` where it is not asked), `verdict` (`not asked` too),
`not_seen`."""
CHAPTER = Chapter("area", Part("chapter hours", _reads, _blocks), _told_apart)
HOURLY_KEY = Key(
    ("hourly", "schools"),
    "",
    "hour by hour and three methods side by side, where it was run; below",
)
SECTION = Section("area", (HOURLY_KEY,), _results, MORE)


def _ready(results: Results) -> dict[str, Hours]:
    """The runs that are there, by the name of their area.

    Raises:
        ValueRefused: where none is.
    """
    found = {}
    for item in results.areas:
        state = results.reader.state(HOURLY, item.roof.area.id)
        if isinstance(state, Ready):
            found[item.roof.area.name] = state.value
    if not found:
        raise ValueRefused(
            "hours", "no area that was run", "an area run hour by hour first: Moisture, Hours"
        )
    return found


def _csv(results: Results) -> bytes:
    from glacis.files.hours_table import hours_csv

    return hours_csv(_ready(results))


def _npz(results: Results) -> bytes:
    from glacis.files.hours_table import hours_npz

    return hours_npz(_ready(results))


def _probes(results: Results) -> bytes:
    from glacis.files.probe_csv import probes_csv

    by_name = {item.roof.area.name: item.roof.area.id for item in results.areas}
    found = {area: results.value(PROBED, by_name[area]) for area in _ready(results)}
    if not any(found.values()):
        raise ValueRefused(
            "probes", "no probe in an area that was run", "a probe: Moisture, Probes"
        )
    return probes_csv(found)


EXPORTS = (
    Export("hours", "Moisture hour by hour, daily means", ".csv", "CSV", _csv, of_hours=True),
    Export("probes", "Probes beside the run, daily", ".csv", "CSV", _probes, of_hours=True),
    Export("hours-arrays", "Moisture hour by hour, all arrays", ".npz", "NPZ", _npz, of_hours=True),
)
