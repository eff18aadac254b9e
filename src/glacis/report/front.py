# SPDX-License-Identifier: GPL-3.0-or-later
"""What stands in every report whatever the stages bring: cover, decisions, assumptions, cautions."""

from collections.abc import Iterator

from glacis import __version__
from glacis.core.analysis.results import AreaResult, Results
from glacis.core.judgement.finding import Finding
from glacis.core.model.lookup import plan_area
from glacis.core.moisture.working import LEFT_OUT
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, to_display
from glacis.report.blocks import Block, Cell, Gap, Grid, NewPage, Words, words_grid
from glacis.report.offers import offers
from glacis.report.scene import shorten

METHOD_WORDS = {
    "combined": "combined method",
    "parallel": "limit of parallel paths as in US practice",
    "isothermal": "limit of isothermal planes as in US practice",
}
CAUTIONS = (
    "Falls from edges and through fragile rooflights kill. Guard edges, openings and access before work starts.",
    "Hot works, solvents, isocyanates and mineral dust need their own precautions on site.",
    "Do not close a wet roof: let deck and insulation dry and record their moisture.",
    "Loads of planting, plant, snow and stacked materials are a matter for the structural engineer.",
)
DEFERS = (
    "Local codes, the approvals of the products used and the judgement of licensed practice outrank "
    "this report. It covers the geometry of the planes, heat of fields and edges as drawn, and monthly "
    "moisture of the clear field: not wind uplift, fire or structure."
)
VERDICTS = {"none": "dry", "dries": "dries", "accumulates": "stays wet"}
MOST_PLACES = 8
"""Areas named in one cell; the rest are counted."""


def alike(results: Results) -> list[list[AreaResult]]:
    """Areas gathered where all figures are the same, and every chapter."""
    chapters = [chapter for offer in offers(results.stages) for chapter in offer.chapters]
    groups: dict[object, list[AreaResult]] = {}
    for item in results.areas:
        roof = item.roof
        apart = tuple(chapter.told_apart(results, item) for chapter in chapters)
        key = (roof.assembly, roof.zone, roof.area.pitch, roof.target, apart)
        groups.setdefault(key, []).append(item)
    return list(groups.values())


def places(names: list[str]) -> str:
    """Names of areas, each cut to a sensible length, the last ones only counted."""
    shown = [shorten(name, 220, 9) for name in names[:MOST_PLACES]]
    rest = len(names) - len(shown)
    return "; ".join(shown) + (f" and {rest} more" if rest else "")


def findings_block(results: Results, findings: tuple[Finding, ...]) -> Block:
    """Findings as a table, the same one on several areas once."""
    if not findings:
        return Words("None: the rules find nothing wrong with any area.")
    project = results.project
    names = {area.id: area.name for area in project.areas}
    merged: dict[tuple[str, str, str], list[str]] = {}
    sources = {}
    for finding in findings:
        key = (finding.severity, finding.rule, finding.message(project.units))
        where = [names.get(area, area) for area in finding.place.areas] or [project.name]
        known = merged.setdefault(key, [])
        known.extend(name for name in where if name not in known)
        sources[finding.rule] = results.rule(finding)
    rows = [tuple(Cell(w, "head") for w in ("", "Where", "What and why", "Source"))]
    for (severity, rule, message), found in merged.items():
        rows.append((
            Cell(severity, ink=severity), Cell(places(found)), Cell(message, under=sources[rule].reason),
            Cell(sources[rule].source),
        ))  # fmt: skip
    return Grid(tuple(rows), (8, 24, 48, 24))


def _headline_grid(results: Results) -> Grid:
    system = results.project.units
    unit = Quantity.TRANSMITTANCE.unit(system)
    heads = (
        "Roof area", f"U, {unit.symbol}", "target", "f_Rsi", "least", "condensate", "verdict"
    )  # fmt: skip
    rows = [tuple(Cell(w, "head" if k in (0, 6) else "head-right") for k, w in enumerate(heads))]
    for members in alike(results):
        roof = members[0].roof
        figures = (
            plain(to_display(roof.transmittance, unit), 3),
            plain(to_display(roof.target, unit), 3),
            plain(roof.heat.surface_factor, 3),
            "none" if roof.surface.least_factor is None else plain(roof.surface.least_factor, 3),
            with_unit(roof.monthly.peak, Quantity.CONDENSATE, system),
        )
        rows.append((
            Cell(places([member.roof.area.name for member in members])),
            *(Cell(text, "right") for text in figures),
            Cell(VERDICTS[roof.monthly.verdict]),
        ))  # fmt: skip
    return Grid(tuple(rows), (34, 14, 12, 10, 10, 15, 12))


def cover(results: Results) -> Iterator[Block]:
    """What the report is about, unresolved findings first."""
    project = results.project
    yield Words(project.name, "title")
    parts = [
        project.number and f"Project {project.number}", project.client and f"for {project.client}",
        project.author, project.site.name,
    ]  # fmt: skip
    yield Words(" · ".join(part for part in parts if part))
    yield Words(f"Roof assemblies: shape, heat and moisture. Glacis {__version__}.", "small")
    yield Gap(8)
    yield Words("Unresolved findings", "heading")
    yield findings_block(results, results.open_findings)
    yield from guesses(results)
    yield Gap(6)
    yield Words("Headline results", "heading")
    yield _headline_grid(results)
    mean = results.mean_transmittance
    if mean is not None:
        shown = with_unit(mean, Quantity.TRANSMITTANCE, project.units)
        yield Words(f"U of the whole roof, areas weighted along their slope: {shown}.")
    whole = results.whole_transmittance
    if whole is not None:
        shown = with_unit(whole, Quantity.TRANSMITTANCE, project.units)
        yield Words(f"With all that its edges and points lose, by outer measures: {shown}.")
    yield Gap(8)
    yield Words(DEFERS, "small")


def guesses(results: Results) -> Iterator[Block]:
    """What a crew would have to guess: open questions of edges and of the log, and how many were answered."""
    from glacis.core.junctions.parts import JUNCTIONS
    from glacis.core.junctions.questions import questions_of
    from glacis.report.chapters.junctions.chapter import question_grid

    junctions = results.value(JUNCTIONS)
    asked = questions_of(junctions, results.project.answers)
    waiting = tuple(question for question in asked if question.answer is None)
    logged = _open_on_record(results)
    if not asked and not logged:
        return
    yield Gap(6)
    yield Words("What a crew would have to guess", "heading")
    if waiting:
        yield from question_grid(waiting, junctions)
    answered = len(asked) - len(waiting)
    if answered:
        yield Words(f"{answered} more answered, with name and date: see Junctions.", "small")
    if logged:
        rows: list[tuple[str, ...]] = [("day", "where", "open on record", "by"), *logged]
        yield words_grid(rows, (0.9, 1.3, 3.8, 0.9), 4)


def _open_on_record(results: Results) -> list[tuple[str, ...]]:
    """Questions nobody has answered and work nobody has finished, from the log."""
    from glacis.core.log.as_built import waiting
    from glacis.core.log.words import summary

    names = {area.id: area.name for area in results.project.areas}
    return [
        (
            entry.date,
            names.get(entry.spot.area, entry.spot.area) or "the job",
            summary(entry, results.project.units),
            entry.who,
        )
        for entry in waiting(results.project.log)
    ]


def record(results: Results) -> Iterator[Block]:
    """Decisions, assumptions and cautions."""
    project = results.project
    yield Words("Decisions on record", "sub")
    if not project.decisions:
        yield Words("None recorded.")
    found = (results.decision(f) for f in results.findings)
    fitting = {decision.id for decision in found if decision is not None}
    for known in project.decisions:
        yield Words(f"{known.date}, {known.who} ({known.role}): {known.subject}. {known.reason}")
        if known.rule and known.id not in fitting:
            yield Words("The roof has changed since: this decision no longer fits.", "small")
    yield Words("Assumptions", "sub")
    for sentence in (
        f"U-values by ISO 6946:2017, {METHOD_WORDS[project.targets.method]}, with the corrections "
        "stated; a roof that does not state its fixings counts none and says so in a finding.",
        *LEFT_OUT,
    ):
        yield Words(sentence)
    yield Words("Cautions", "sub")
    for sentence in CAUTIONS:
        yield Words(sentence)


def area_head(results: Results, members: list[AreaResult]) -> Iterator[Block]:
    """Areas that share assembly, rooms and results: what they are, their figures and findings."""
    item, system = members[0], results.project.units
    roof = item.roof
    yield NewPage()
    yield Words(places([member.roof.area.name for member in members]), "heading")
    plan = with_unit(sum(plan_area(m.roof.area) for m in members), Quantity.AREA, system)
    pitch = with_unit(roof.area.pitch, Quantity.ANGLE, system)
    yield Words(f"{roof.assembly.name}. {plan} in plan, pitch {pitch}, over {roof.zone.name}.")
    figures = [
        f"{figure.name} {with_unit(figure.value, figure.quantity, system)}"
        for figure in item.headlines
    ]
    yield Words(" · ".join(figures))
    yield Words("Findings", "sub")
    waiting = tuple(f for f in item.told if results.decision(f) is None)
    yield findings_block(results, waiting)
    for finding in item.told:
        decision = results.decision(finding)
        if decision is not None:
            said = f"{finding.message(system)} {decision.reason}"
            yield Words(f"Accepted by {decision.who}, {decision.date}: {said}", "small")
