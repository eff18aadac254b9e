# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof as found, computed: as built, run hour by hour with a tight barrier and with a leaky one."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.parts import AIR_WAY
from glacis.core.analysis.again import Known, known_to, results_again
from glacis.core.analysis.beside import SPLIT, AskedOf
from glacis.core.analysis.results import Results
from glacis.core.errors import GlacisError
from glacis.core.graph.part import WHOLE, LongPart, Progress
from glacis.core.graph.reader import Reader
from glacis.core.hourly.change import change_hourly
from glacis.core.hourly.parts import HOURLY
from glacis.core.junctions.parts import PIECES
from glacis.core.log.as_built import as_built, deviations
from glacis.core.log.change import care_of
from glacis.core.log.priors import AsFound, Way
from glacis.core.log.repairs import repair_of
from glacis.core.model.days import day_number
from glacis.core.model.log import Care, Log
from glacis.core.quantities.parts import LATER
from glacis.core.weather.parts import WEATHER

STANDING = frozenset({"falls.least", "falls.broken"})
"""Findings that say water stands or runs back with its outlets clear."""
STILL = frozenset({"air.no-drive", "air.no-vents", "air.still", "air.starved", "vapour.empty-void"})
HALF = frozenset(
    {"air.free-area", "air.narrow", "air.filled-eaves", "air.snowed", "air.short-circuit"}
)
"""Findings that say a void has no driven air, or less than is asked."""
SLOW = frozenset({"moisture.accumulates", "moisture.built-in", "hours.dries-slowly"})
OVERWORKED = frozenset({"fixings.overworked", "fixings.unheld", "fixings.ballast"})
WALLS = ("parapet", "wall-side", "wall-level")
LEAKY = "leaky"
DAYS_OF_A_YEAR = 365.25
"""By definition of the Julian year [d]."""


def _peak(results: Results, area: str, leak: str, progress: Progress) -> float | None:
    """Wettest wood hour by hour [by mass]; None without wood, or where it cannot be run."""
    try:
        project = change_hourly(results.project, area, leak=leak, rain_leak=0.0)
        hours = results.beside(project).reader.finish(HOURLY, area, progress)
    except GlacisError:
        return None
    wood = hours.verdict.wettest
    return None if wood is None else wood.peak / 100.0


def _way(rules: set[str], kind: str) -> Way:
    if rules & STILL:
        return "still"
    if kind == "unvented":
        return "neither"
    return "half" if rules & HALF else "meets"


def _age(log: Log) -> float | None:
    """From completion to the latest entry [a]: the document knows no other today."""
    if not log.completed or not log.entries:
        return None
    last = max(day_number(entry.date) for entry in log.entries)
    return max(0.0, (last - day_number(log.completed)) / DAYS_OF_A_YEAR)


def as_found(asked: AskedOf, log: Log, progress: Progress) -> AsFound:
    """Everything about an area that moves priors of causes.

    Args:
        asked: of an area of the document with nothing on record but what was built otherwise.
        log: on record.
        progress: told while it runs.
    """
    progress(0.0, "as built")
    drawn = results_again(asked.known)
    project, _ = as_built(drawn.project)
    results = drawn.beside(project)
    area = asked.area
    rules = {finding.rule for finding in results.of(area).findings}
    peak = _peak(results, area, "none", lambda share, words: progress(0.1 + 0.4 * share, words))
    leaky = _peak(results, area, LEAKY, lambda share, words: progress(0.5 + 0.45 * share, words))
    figures = {figure.id: figure for figure in results.of(area).headlines}
    warm = figures.get("surface")
    drained = next((falls for falls in project.falls if falls.area == area), None)
    care = care_of(log, area)
    pieces = [piece for piece in results.value(PIECES, WHOLE) if area in piece.areas]
    zone = results.value(WEATHER, WHOLE).statistics.zone
    return AsFound(
        peak=peak,
        rise=None if peak is None or leaky is None else max(0.0, leaky - peak),
        margin=None if warm is None or warm.limit is None else warm.value - warm.limit,
        pools=None if drained is None else bool(rules & STANDING),
        way=_way(rules, results.value(AIR_WAY, area).way.kind),
        slow=bool(rules & SLOW),
        age=_age(log),
        life=_life(results, area),
        overworked=bool(rules & OVERWORKED),
        zone=int(zone[0]) if zone[:1].isdigit() else None,
        planted=planted_in(results, area) or care.overhung,
        pipes=care.pipes if care != Care(area=area) else None,
        wall=any(piece.kind in WALLS for piece in pieces),
        visited=care.plant,
    )


def planted_in(results: Results, area: str) -> bool:
    """Whether plants grow on an area."""
    return any(layer.has_role("planting") for layer in results.of(area).roof.layers)


def _life(results: Results, area: str) -> float:
    """Typical life of what covers an area [a]; 0 where nobody knows."""
    layers = results.of(area).roof.layers
    outer = [layer.id for layer in layers if layer.has_role("water") or layer.has_role("covering")]
    lives = {part.id: part.life[1] for part in results.value(LATER, WHOLE).parts}
    return next((lives[f"{area}/{x}"] for x in reversed(outer) if f"{area}/{x}" in lives), 0.0)


class FoundRead(AskedOf, frozen=True):
    """A question about an area as found, with what is on record."""

    log: Log = Log()


def _reads(reader: Reader, area: str) -> FoundRead:
    """Only what moves the answer: signs told and entries written do not run the roof again."""
    known = known_to(reader)
    log = known.project.log
    built = Log(entries=tuple(entry for entry, _ in deviations(log)))
    drawn = Known(
        replace(known.project, log=built, decisions=(), note=""), known.library, known.stages, known.hours
    )  # fmt: skip
    latest = max(log.entries, key=lambda entry: entry.date, default=None)
    entries = () if latest is None else (latest,)
    return FoundRead(drawn, area, log=Log(completed=log.completed, entries=entries, care=log.care))


def _work(read: FoundRead, progress: Progress) -> AsFound:
    return as_found(read, read.log, progress)


AS_FOUND: "LongPart[FoundRead, AsFound]" = LongPart("roof as found", _reads, _work)
"""An area as found, computed."""


class Mended(Struct, frozen=True):
    """A repair computed on the roof as found.

    Attributes:
        title: what is done.
        rule: id of the finding it is a way out of.
        peak: wettest wood before and after [by mass]; None without wood, or where it cannot be run.
        heat: U before and after [W/(m²·K)].
        clears: whether the finding is gone.
    """

    title: str
    rule: str
    peak: tuple[float | None, float | None]
    heat: tuple[float, float]
    clears: bool


MOST_MENDED = 2
"""Repairs of a cause that are run hour by hour; our judgement: each takes as long as the roof as found."""


def _mended(read: FoundRead, progress: Progress) -> tuple[Mended, ...]:
    """The best ways out of findings behind a cause, each run as the roof as found was."""
    results = results_again(read.known)
    results = results.beside(as_built(results.project)[0])
    rules = repair_of(read.variant).rules
    trials = [
        (finding.rule, trial)
        for finding in results.of(read.area).findings
        if finding.rule in rules
        for trial in results.trials(finding) or ()
        if trial.is_offered
    ]
    best = {trial.remedy.title: (rule, trial) for rule, trial in reversed(trials)}
    chosen = sorted(best.values(), key=lambda pair: pair[1].order)[:MOST_MENDED]
    leak = LEAKY if read.variant == "air" else "none"
    heat = results.of(read.area).figures.whole
    runs = len(chosen) + 1

    def part(number: int) -> Progress:
        return lambda share, words: progress((number + share) / runs, words)

    before = _peak(results, read.area, leak, part(0)) if chosen else None
    found = []
    for number, (rule, trial) in enumerate(chosen, 1):
        after = trial.after
        peak = _peak(after, read.area, leak, part(number)) if before is not None else None
        later = after.of(read.area).figures.whole
        found.append(Mended(trial.remedy.title, rule, (before, peak), (heat, later), trial.clears))
    return tuple(found)


def _reads_mended(reader: Reader, subject: str) -> FoundRead:
    area, _, cause = subject.partition(SPLIT)
    return replace(_reads(reader, area), variant=cause)


MENDED: "LongPart[FoundRead, tuple[Mended, ...]]" = LongPart(
    "repairs of the roof as found", _reads_mended, _mended
)
"""Repairs of a cause computed on an area as found; the subject is ``area|cause``."""
