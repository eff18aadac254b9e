# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of areas that were run hour by hour, and their ways out run likewise.

A run takes a second or more, so that findings come with it and ways out are tried in the background.
"""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.errors import GlacisError
from glacis.core.graph.memo import Gathered
from glacis.core.graph.part import LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from glacis.core.hourly.parts import HOURLY, REASONS, RESERVE, HourlyRead, Hours
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding, Remedy
from glacis.core.judgement.trials import changes

if TYPE_CHECKING:
    from glacis.core.hourly.reasons import Reasons
    from glacis.core.hourly.reserve import Reserve

MOST_TRIED = 6
"""Ways out that are run; our judgement: ten seconds of work in the background."""


class HoursSubject(Gathered, frozen=True):
    """An area that was run hour by hour.

    Attributes:
        roof: by months.
        hours: the run and what it says.
        reserve: what it forgives; None where that was not sought, or nothing in it is of wood.
        reasons: what it would do without sun, leaks or drying inwards; None where that was not asked.
    """

    roof: AnalysedArea
    hours: Hours
    reserve: "Reserve | None"
    reasons: "Reasons | None"


class HoursJudged(Struct, frozen=True):
    """What findings of an area by hours depend on; no subject where it was not run."""

    subject: HoursSubject | None
    rules: tuple[AnyRule, ...]


def subject_by_hours(reader: Reader, area: str) -> HoursSubject | None:
    """An area with what is known of its hours; None where it was not run."""
    hours = reader.ready(HOURLY, area)
    if hours is None:
        return None
    reserve, reasons = reader.ready(RESERVE, area), reader.ready(REASONS, area)
    return HoursSubject(reader.value(ANALYSED, area), hours, reserve, reasons)


def _reads(reader: Reader, area: str) -> HoursJudged:
    return HoursJudged(subject_by_hours(reader, area), rules_about(reader, "hours"))


def _judge(read: HoursJudged) -> tuple[Finding, ...]:
    return () if read.subject is None else judge((read.subject,), read.rules)


HOURS_FINDINGS = Part("findings by hours", _reads, _judge)
"""What is wrong with one area hour by hour; nothing where it was not run."""


def ways_out(reader: Reader, area: str) -> tuple[Remedy, ...]:
    """Ways out that the rules by hours know for an area, each once, without those that change nothing."""
    subject = subject_by_hours(reader, area)
    if subject is None:
        return ()
    rules = {rule.id: rule for rule in reader.known.rules}
    found: dict[str, Remedy] = {}
    for finding in reader.value(HOURS_FINDINGS, area):
        for remedy in rules[finding.rule].remedies(reader.project, subject, finding):
            if remedy.title not in found and changes(remedy, reader.project):
                found[remedy.title] = remedy
    return tuple(found.values())[:MOST_TRIED]


class ToTry(Struct, frozen=True):
    """What ways out are run from: what a run reads with each of them."""

    runs: tuple[HourlyRead, ...]


def _to_try(reader: Reader, area: str) -> ToTry:
    after = (reader.beside(remedy.change(reader.project)) for remedy in ways_out(reader, area))
    return ToTry(tuple(HOURLY.reads(other, area) for other in after))


def _try(read: ToTry, progress: Progress) -> tuple[Hours | None, ...]:
    count = len(read.runs)

    def run(number: int, wanted: HourlyRead) -> Hours | None:
        def tell(share: float, _words: str) -> None:
            progress((number + share) / count, f"{number + 1} of {count}")

        try:
            return HOURLY.work(wanted, tell)
        except GlacisError:
            return None

    return tuple(run(number, wanted) for number, wanted in enumerate(read.runs))


def _weigh(found: tuple[Hours | None, ...]) -> int:
    return sum(HOURLY.weigh(hours) for hours in found if hours is not None) + 1024


TRIED: LongPart[ToTry, tuple[Hours | None, ...]] = LongPart(
    "ways out by hours", _to_try, _try, _weigh
)
"""An area run hour by hour with each of its ways out; None for one that cannot be run."""


def take_up(reader: Reader, area: str) -> tuple[Remedy, ...] | None:
    """Ways out of an area whose runs are there, these remembered as those of the documents they make.

    None where they were not run yet.
    """
    tried = reader.ready(TRIED, area)
    if tried is None:
        return None
    found = []
    for remedy, hours in zip(ways_out(reader, area), tried, strict=True):
        if hours is None:
            continue
        after = reader.beside(remedy.change(reader.project))
        if after.ready(HOURLY, area) is None:
            after.keep(HOURLY, area, hours)
        found.append(remedy)
    return tuple(found)
