# SPDX-License-Identifier: GPL-3.0-or-later
"""Packs by reader: what an authority, a crew and an owner each need, in their order."""

from collections.abc import Callable, Iterable, Iterator

from msgspec import Struct

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE, Progress, unwatched
from glacis.report.blocks import Block, Gap, Picture, Words
from glacis.report.chapters.hours import run_all, told_of
from glacis.report.chapters.junctions.solving import solve_edges
from glacis.report.front import alike, area_head, cover, record
from glacis.report.offers import exports
from glacis.report.packs.document import Bound, pack_pdf
from glacis.report.packs.owner import owner_blocks
from glacis.report.packs.questions import guessed
from glacis.report.plan import plan_scene

PLAN = (720.0, 420.0)
DEFERS = (
    "Local code, each product's own approval and the licensed engineer outrank this pack. Values marked as recalled or "
    "assumed are to be confirmed before anything is built on them."
)


class Pack(Struct, frozen=True):
    """What one reader gets.

    Attributes:
        id: of it.
        title: of it.
        reader: whom it is for, in a sentence.
        project: ids of stages whose chapters of the project it holds, in this order.
        area: ids of stages whose chapters of every area it holds.
        sheets: ids of files bound in at the end.
        front: blocks of its own, before the chapters.
    """

    id: str
    title: str
    reader: str
    project: tuple[str, ...] = ()
    area: tuple[str, ...] = ()
    sheets: tuple[str, ...] = ()
    front: Callable[[Results], Iterable[Block]] = record


def _authority(results: Results) -> Iterator[Block]:
    """Findings and headline figures, then what they rest on."""
    yield from tuple(cover(results))[1:]
    yield Words("Basis, decisions and cautions", "heading")
    yield from record(results)


def _crew(results: Results) -> Iterator[Block]:
    """What nobody should have to guess, first."""
    yield from guessed(results)


PACKS = (
    Pack(
        "authority",
        "For the authority",
        "Whoever checks: the basis, U, moisture, wind, evidence and cautions, every figure with its working.",
        ("site", "shape", "junctions", "fixings"),
        ("build-up", "heat", "moisture", "air", "falls", "fixings"),
        (),
        _authority,
    ),
    Pack(
        "crew",
        "For the crew",
        "Whoever builds: open questions first, then order, sections, set-out and fixings; sheets and cards at the end.",
        ("order",),
        ("build-up", "set-out", "fixings"),
        ("details", "plane-sheets", "story-poles", "cut-cards", "day-sheets"),
        _crew,
    ),
    Pack(
        "owner",
        "For the owner",
        "Whoever keeps it: what it is, how to keep it, what to look for, warranties, what was built and seen.",
        ("log",),
        (),
        ("roof-sheet",),
        owner_blocks,
    ),
)


def pack_of(ident: str) -> Pack:
    """A pack by its id.

    Raises:
        KeyError: where there is none.
    """
    return {pack.id: pack for pack in PACKS}[ident]


def _cover(results: Results, pack: Pack) -> Iterator[Block]:
    project = results.project
    yield Words(project.name, "title")
    yield Words(pack.title, "sub")
    yield Words(pack.reader)
    parts = [
        project.number and f"Project {project.number}",
        project.client and f"for {project.client}",
        project.author,
    ]
    yield Words(" · ".join(part for part in (*parts, project.site.name) if part))
    yield Gap(8)
    yield Words(DEFERS, "small")
    yield Gap(20)
    yield Picture(plan_scene(project, "", (), *PLAN))


def _chapters(results: Results, pack: Pack, progress: Progress) -> Iterator[Block]:
    yield from pack.front(results)
    stages = {stage.id: stage for stage in results.stages}

    def parts(idents: tuple[str, ...], level: str) -> Iterator[object]:
        for ident in idents:
            module = stages[ident].module("report.chapters") if ident in stages else None
            for chapter in module.OFFER.chapters if module is not None else ():
                if chapter.level == level:
                    yield chapter.part

    for part in parts(pack.project, "project"):
        yield from results.value(part, WHOLE)  # type: ignore[arg-type]
    if not pack.area:
        return
    groups = alike(results)
    for number, members in enumerate(groups):
        area = members[0].roof.area
        progress(0.1 + 0.4 * number / len(groups), area.name)
        yield from area_head(results, members)
        for part in parts(pack.area, "area"):
            yield from results.value(part, area.id)  # type: ignore[arg-type]


def _bound(results: Results, pack: Pack) -> tuple[Bound, ...]:
    made = {export.id: export for export in exports(results.stages)}
    return tuple(Bound(made[name].words, made[name].make(results)) for name in pack.sheets)


def reader_pdf(results: Results, pack: Pack, progress: Progress = unwatched) -> bytes:
    """The pack of one reader; equal projects give equal bytes.

    Args:
        results: everything that follows from a document.
        pack: whose.
        progress: told what is made; it may raise to stop.
    """
    progress(0.0, pack.title)
    if pack.area:
        run_all(results, told_of(results), progress)
        solve_edges(results, progress)
    chapters = list(_chapters(results, pack, progress))
    progress(0.5, "sheets")
    bound = _bound(results, pack)
    return pack_pdf(results.project, pack.title, _cover(results, pack), chapters, bound, progress)
