# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about areas that were run hour by hour, and how they stand to the verdict by months."""

from collections.abc import Iterator
from functools import partial

from glacis.core.climate.year import MONTH_NAMES, month_of
from glacis.core.hourly.change import change_hourly, hourly_in
from glacis.core.hourly.parts import Hours
from glacis.core.hourly.reserve import WANTED
from glacis.core.hourly.roof import leak_class
from glacis.core.hourly.story import LITTLE, NOTHING, calendar_day
from glacis.core.hourly.verdicts import (
    DAYS_WET,
    MANY_FROSTS,
    RUNS,
    VISIBLE,
    WET,
    Grade,
    Mouldy,
    Wood,
)
from glacis.core.judgement.by_hours import HoursSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.judgement.methods import Method, methods_of, they_differ
from glacis.core.judgement.place import on_area
from glacis.core.judgement.questions import TIGHT_SD, first_with, is_low_slope
from glacis.core.judgement.remedies import membrane_remedies, swap_membrane, warm_side_index
from glacis.core.model.document import Project
from glacis.core.moisture.rules.climate import UNVENTED_FIBRE
from glacis.core.moisture.rules.retarders import RETARDER_CLASS
from glacis.core.moisture.rules.vapour import ACCUMULATES, EMPTY_VOID, OVER_LIMIT, RATIO
from glacis.core.units.format import plain
from glacis.core.units.quantities import Quantity

BY_MONTHS = (EMPTY_VOID, UNVENTED_FIBRE, ACCUMULATES, OVER_LIMIT, RETARDER_CLASS, RATIO)
"""Rules of months whose ways out are worth a run."""
GRAVE: dict[Grade, Severity] = {"mind": "mind", "stop": "stop"}
"""Verdicts that are findings."""
DARK, LIGHT = 0.9, 0.6
"""Absorptance for sun of a dark sheet, and under which a covering is light [-]; our judgement."""
JUST = 0.5
"""How far over a limit wood comes before it is said that it would [% by mass]; our judgement: it shows when rounded."""
DRYING_SHEETS = (
    ("a strongly variable retarder", "retarder-variable-strong"),
    ("a retarder of s_d 2 m", "retarder-fixed-2"),
)
"""Sheets that let a roof dry inwards."""


def _peak(wood: Wood) -> tuple[Evidence, Evidence]:
    return (
        Evidence("most by mass", wood.peak / 100, Quantity.WOOD_MOISTURE),
        Evidence("limit", wood.limit / 100, Quantity.WOOD_MOISTURE),
    )


def _month(hours: Hours, day: int) -> str:
    return MONTH_NAMES[month_of(calendar_day(hours.run.start, day))]


def _wood(subject: HoursSubject) -> Iterator[Finding]:
    for wood in subject.hours.verdict.woods:
        if wood.grade not in GRAVE:
            continue
        month = _month(subject.hours, wood.day)
        if wood.peak <= wood.limit:
            said = (
                f"Hour by hour the outer 10 mm of {wood.name} are damper than the guideline bears on {wood.damp} days; "
                f"by mass it comes to {{0}} in {month}, {{1}} is its limit."
            )
            place = on_area(subject.roof.area.id, (wood.layer,))
            yield Finding("hours.wood", GRAVE[wood.grade], "moisture", place, said, _peak(wood))
            continue
        if wood.grade == "mind":
            after = f"it dries to {plain(wood.low, 0)} %"
        elif wood.rising:
            after = "it gets wetter year by year"
        else:
            after = f"it is over {plain(WET, 0)} % for {wood.days[2]} days of the year"
        yield Finding(
            "hours.wood",
            GRAVE[wood.grade],
            "moisture",
            on_area(subject.roof.area.id, (wood.layer,)),
            f"Hour by hour {wood.name} comes to {{0}} by mass in {month}; {{1}} is its limit; {after}.",
            _peak(wood),
        )


def _ways_out(project: Project, subject: HoursSubject, _finding: Finding) -> tuple[Remedy, ...]:
    """What the rules by months know for this area, then what only hours can judge."""
    roof, found = subject.roof, list[Remedy]()
    for rule in BY_MONTHS:
        for finding in rule.check(roof):
            found += rule.remedies(project, roof, finding)
    return (*_driest(project, subject), *found[:3], *_inner_sheets(subject), *found[3:])


def _driest(project: Project, subject: HoursSubject) -> Iterator[Remedy]:
    """What is stated of the area by hours and can be done better."""
    area = subject.roof.area.id
    stated = hourly_in(project, area)
    if stated.wet_start:
        yield Remedy(
            "Let it dry before it is closed in", partial(change_hourly, area=area, wet_start=False)
        )
    if leak_class(stated, subject.roof.layers) in ("usual", "leaky"):
        yield Remedy(
            "Make the air layer tight, and test it", partial(change_hourly, area=area, leak="tight")
        )
    shaded = (
        stated.sun_passes < 1 and first_with(subject.roof.layers, "planting", "ballast") is None
    )
    if shaded:
        yield Remedy(
            "Keep what shades it off the roof", partial(change_hourly, area=area, sun_passes=1.0)
        )
    if stated.absorptance is not None and stated.absorptance < LIGHT:
        yield Remedy("Make the covering dark", partial(change_hourly, area=area, absorptance=DARK))


def _inner_sheets(subject: HoursSubject) -> tuple[Remedy, ...]:
    """Another sheet in the place of the inner one, or one laid where there is none."""
    roof, inside = subject.roof, warm_side_index(subject.roof)
    sheets = [x for x in roof.layers[:inside] if x.kind == "membrane" and x.has_role("vapour")]
    if not sheets:
        titled = tuple((f"Lay {words} inside", material) for words, material in DRYING_SHEETS)
        return membrane_remedies(roof, inside, titled)
    swap = partial(swap_membrane, assembly=roof.assembly.id, layer_id=sheets[-1].id)
    return tuple(
        Remedy(f"Put {words} in the place of {sheets[-1].name}", partial(swap, material=material))
        for words, material in DRYING_SHEETS
    )


WOOD = Rule(
    "hours.wood",
    "Wood too wet hour by hour",
    "moisture",
    "stop",
    "Fungi live in wood that stays over 20 % by mass; panels lose strength over 18 %. A day over it matters little, "
    "a winter after every winter does.",
    f"EN 15026:2007; DIN 68800-2:2022 for the limits, recalled; our judgement: {DAYS_WET} days over 25 %",
    _wood,
    _ways_out,
    "hours",
)


def _mould(subject: HoursSubject) -> Iterator[Finding]:
    found = [item for item in subject.hours.verdict.moulds if item.grade in GRAVE]
    if not found:
        return
    worst: Mouldy = max(found, key=lambda item: (item.grade == "stop", item.index))
    seen = "visible" if worst.index >= VISIBLE else "not yet visible"
    others = f"; {len(found) - 1} more places have it" if len(found) > 1 else ""
    yield Finding(
        "hours.mould",
        GRAVE[worst.grade],
        "moisture",
        on_area(subject.roof.area.id, (worst.layer,)),
        f"Hour by hour mould grows to index {{0}}, {seen}: {worst.name}{others}.",
        (Evidence("mould index", worst.index, Quantity.MOULD_INDEX),),
    )


MOULD = Rule(
    "hours.mould",
    "Mould hour by hour",
    "moisture",
    "stop",
    "Mould needs damp air at a surface for weeks, no drop of water; from index 3 it is seen, before that it is "
    "smelt.",
    "Viitanen and others 2010, Ojanen and others 2010; our judgement of the index that counts",
    _mould,
    _ways_out,
    "hours",
)


def _free_water(subject: HoursSubject) -> Iterator[Finding]:
    water, where = subject.hours.verdict.condensate
    if water <= RUNS:
        return
    roof = subject.roof
    layers = tuple(x.id for x in roof.layers if x.name == where)[:1]
    yield Finding(
        "hours.free-water",
        "mind",
        "moisture",
        on_area(roof.area.id, layers),
        f"Hour by hour up to {{0}} of water stands free in {where}; from {{1}} on it runs.",
        (
            Evidence("most at one time", water, Quantity.CONDENSATE),
            Evidence("runs from", RUNS, Quantity.CONDENSATE),
        ),
    )


FREE_WATER = Rule(
    "hours.free-water",
    "Water that stands free hour by hour",
    "moisture",
    "mind",
    "Water that no pore holds runs down to the eaves or drips back into the rooms.",
    "ISO 13788:2012, 6.4.5, note",
    _free_water,
    _ways_out,
    "hours",
)


def _frost(subject: HoursSubject) -> Iterator[Finding]:
    cycles, where = subject.hours.verdict.frosts
    if cycles >= MANY_FROSTS:
        yield Finding(
            "hours.frost", "mind", "moisture", on_area(subject.roof.area.id),
            f"Frost finds pores too full {cycles} times a year: {where}.",
        )  # fmt: skip


FROST = Rule(
    "hours.frost",
    "Frost in wet pores",
    "moisture",
    "mind",
    "Water that fills the pores of concrete, mortar or tile bursts them when it freezes; what the product was tested "
    "for goes before this check.",
    "Fagerlund 1977, recalled; our judgement of how many cycles are many",
    _frost,
    no_remedies,
    "hours",
)


def _forgives(subject: HoursSubject) -> Iterator[Finding]:
    reserve, wood = subject.reserve, subject.hours.verdict.wettest
    if reserve is None or wood is None or reserve.more or reserve.water >= LITTLE:
        return
    nothing = reserve.water < NOTHING
    dry = wood.grade == "fit"
    keeps = "It keeps dry as long as nothing gets in: " if dry else ""
    yield Finding(
        "hours.forgives",
        "mind" if nothing else "note",
        "moisture",
        on_area(subject.roof.area.id, (wood.layer,)),
        f"{keeps}{{0}} of water a year at {wood.name} is all that it forgives; {{1}} is usually asked.",
        (
            Evidence("forgiven a year", reserve.water, Quantity.CONDENSATE),
            Evidence("usually asked", WANTED, Quantity.CONDENSATE),
        ),
    )


FORGIVES = Rule(
    "hours.forgives",
    "Forgives little",
    "moisture",
    "mind",
    "Every roof leaks a little some day. What has no way to dry turns the first small leak into rot.",
    "DIN 4108-3:2018, 5.3.3 for what is usually asked, recalled; our judgement of little and nothing",
    _forgives,
    _ways_out,
    "hours",
)


def _lives_on(subject: HoursSubject) -> Iterator[Finding]:
    wood, reasons, roof = subject.hours.verdict.wettest, subject.reasons, subject.roof
    if wood is None or reasons is None or wood.grade != "fit" or not is_low_slope(roof):
        return
    if not any(layer.sd_wet >= TIGHT_SD for layer in roof.layers[-2:]):
        return
    for words, without in (
        ("the sun: shaded by panels, paving or snow", "sun"),
        ("drying inwards: behind a tight lining or a closed ceiling", "drying inwards"),
    ):
        other = next((one for one in reasons.found if one.without == without), None)
        if other is None or other.peak < wood.limit + JUST:
            continue
        yield Finding(
            "hours.lives-on",
            "note",
            "moisture",
            on_area(roof.area.id, (wood.layer,)),
            f"It stays dry by {words} {wood.name} would come to {{0}} by mass; {{1}} is its limit.",
            (
                Evidence("without it", other.peak / 100, Quantity.WOOD_MOISTURE),
                Evidence("limit", wood.limit / 100, Quantity.WOOD_MOISTURE),
            ),
        )


LIVES_ON = Rule(
    "hours.lives-on",
    "Dry by one thing alone",
    "moisture",
    "note",
    "A roof that dries by the sun or only inwards fails once somebody puts panels on it or paints its ceiling. Say it "
    "to the owner.",
    "Our judgement: a second run without it shows what it lives on",
    _lives_on,
    no_remedies,
    "hours",
)


def _closed_wet(subject: HoursSubject) -> Iterator[Finding]:
    verdict, run = subject.hours.verdict, subject.hours.run
    wood, years = verdict.wettest, verdict.years_to_dry
    if wood is None or wood.first_peak <= wood.limit or wood.peak > wood.limit or years == 0:
        return
    lasts = f"{years} year{'' if years == 1 else 's'}" if years else f"more than {run.years} years"
    yield Finding(
        "hours.dries-slowly",
        "mind" if years is None or years > 1 else "note",
        "moisture",
        on_area(subject.roof.area.id, (wood.layer,)),
        f"{wood.name} comes to {{0}} by mass at first and needs {lasts} to stay under {{1}}.",
        (
            Evidence("most at first", wood.first_peak / 100, Quantity.WOOD_MOISTURE),
            Evidence("limit", wood.limit / 100, Quantity.WOOD_MOISTURE),
        ),
    )


DRIES_SLOWLY = Rule(
    "hours.dries-slowly",
    "Begins too wet",
    "moisture",
    "mind",
    "What is closed in wet, or in the wrong month, stays wet until it has dried; decay begins within one season.",
    "EN 15026:2007; our judgement of how long is too long",
    _closed_wet,
    _ways_out,
    "hours",
)


def _said(method: Method) -> str:
    told = {"fit": "passes it", "mind": "lets it pass with a second look", "stop": "condemns it"}
    return f"{method.name.lower()} {told[method.says]}"


def _methods(subject: HoursSubject) -> Iterator[Finding]:
    methods = methods_of(subject.roof, subject.hours.verdict)
    if not they_differ(methods):
        return
    said = ", ".join(_said(method) for method in methods if method.says != "not asked")
    why, waters = subject.reasons.template() if subject.reasons is not None else ("", ())
    why = f" {why}" if why else ""
    hourly = methods[-1]
    yield Finding(
        "hours.methods",
        "mind" if hourly.says == "stop" else "note",
        "moisture",
        on_area(subject.roof.area.id),
        f"The methods differ: {said}.{why} The basis of the code says which governs.",
        tuple(Evidence("stands free", water, Quantity.CONDENSATE) for water in waters),
    )


METHODS = Rule(
    "hours.methods",
    "Methods that differ",
    "moisture",
    "mind",
    "Months see no sun, storage or leaks; the insulation ratio sees no drying; hours see no workmanship. Two verdicts "
    "on one roof are no contradiction once it is said what each leaves out.",
    "ISO 13788:2012, 1; EN 15026:2007, 1; insulation ratio rule of US model codes",
    _methods,
    no_remedies,
    "hours",
)


def _unfinished(subject: HoursSubject) -> Iterator[Finding]:
    run = subject.hours.run
    if run.stopped:
        yield Finding(
            "hours.unfinished", "mind", "moisture", on_area(subject.roof.area.id),
            f"The hourly run ended early, its verdict is of {run.years} whole years. {run.stopped}",
        )  # fmt: skip


UNFINISHED = Rule(
    "hours.unfinished",
    "A run that ended early",
    "moisture",
    "mind",
    "What was worked out up to there is shown; a roof that the numbers cannot follow wants a look at its data.",
    "Our judgement: silence would read as a clean bill",
    _unfinished,
    no_remedies,
    "hours",
)

RULES = (WOOD, MOULD, FREE_WATER, FROST, FORGIVES, LIVES_ON, DRIES_SLOWLY, METHODS, UNFINISHED)
