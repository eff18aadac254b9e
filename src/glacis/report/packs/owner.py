# SPDX-License-Identifier: GPL-3.0-or-later
"""The owner's pack: what the roof is, how to keep it, what to look for, what is promised by whom."""

from collections.abc import Iterator

from glacis.core.analysis.keeping import keeping_of, latest_day
from glacis.core.analysis.results import AreaResult, Results
from glacis.core.log.keeping import CAUTION, due_tasks
from glacis.core.model.lookup import plan_area
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.report.blocks import Block, Gap, Picture, Words, words_grid
from glacis.report.charts.log_due import together
from glacis.report.front import places
from glacis.report.roof_sheets import LOOK_FOR
from glacis.report.section import SectionStyle, section_scene

SECTION = (720.0, 230.0)
LOADS = (
    "Nothing heavier than people with their tools goes on the roof without the engineer's number: no plant, no "
    "planters, no stacks, no snow shovelled into heaps."
)
NEVER = (
    "Nothing is screwed, cut or glued into the roof without whoever answers for it: a hole in the sheet is a hole in "
    "the warranty, and one in the layer below is a wet roof in five winters.",
    "Outlets and overflows stay clear. An overflow that runs says that an outlet is blocked: clear it the same day.",
    "Indoor air as damp as the rooms were designed for, not damper. Other use of the rooms is asked before it begins.",
)


def owner_blocks(results: Results) -> Iterator[Block]:
    """What it is, how to keep it, what is due, what is promised."""
    yield Words("What the roof is", "heading")
    for members in _built_alike(results):
        yield from _roof(results, members)
    yield Words("How to keep it", "heading")
    for sentence in (*NEVER, LOADS):
        yield Words(sentence)
    yield Words("What to look for", "sub")
    yield Words(LOOK_FOR)
    yield Words(CAUTION, "small")
    yield from _due(results)
    yield from _warranties(results)
    yield Gap(6)


def _built_alike(results: Results) -> list[list[AreaResult]]:
    """Areas with one build-up over the same rooms, as an owner sees one roof."""
    groups: dict[tuple[str, str], list[AreaResult]] = {}
    for item in results.areas:
        groups.setdefault((item.roof.assembly.id, item.roof.zone.id), []).append(item)
    return list(groups.values())


def _roof(results: Results, members: list[AreaResult]) -> Iterator[Block]:
    item, system = members[0], results.project.units
    roof = item.roof
    yield Words(places([member.roof.area.name for member in members]), "sub")
    area = with_unit(sum(plan_area(m.roof.area) for m in members), Quantity.AREA, system)
    heat = with_unit(item.figures.whole, Quantity.TRANSMITTANCE, system)
    yield Words(
        f"{roof.assembly.name}: {area} in plan over {roof.zone.name}. It loses {heat}; less is better."
    )
    if roof.layers:
        style = SectionStyle(*SECTION, system=system)
        yield Picture(section_scene(roof, results.detail(roof.area.id), style), 0.8)


def _due(results: Results) -> Iterator[Block]:
    day = latest_day(results)
    due = due_tasks(keeping_of(results), day) if day else ()
    yield Words("What is due", "heading")
    if not due:
        yield Words("Nobody has said when the roof was completed: intervals begin with that day.")
        return
    yield Words(f"Reckoned from {day}, the latest day on record.", "small")
    rows: list[tuple[str, ...]] = [("by", "what", "where", "why", "again")]
    for each, _areas in together(due, 3):
        again = (
            f"every {each.months} months"
            if each.months > 1
            else "monthly"
            if each.months
            else "once"
        )
        rows.append((each.date, each.what, each.name, each.why, again))
    yield words_grid(rows, (0.9, 1.6, 1.8, 2.2, 1.0), 5)


def _warranties(results: Results) -> Iterator[Block]:
    yield Words("Warranties", "heading")
    warranties = results.project.log.warranties
    if not warranties:
        yield Words("None are on record: ask for them, with what they demand and when they end.")
        return
    rows: list[tuple[str, ...]] = [("warranty", "ends", "demands", "terms")]
    for each in warranties:
        asks = f"a look every {each.months} months" if each.months else "nothing"
        rows.append((each.name, each.ends, asks, each.terms))
    yield words_grid(rows, (1.6, 0.9, 1.5, 2.6), 4)
