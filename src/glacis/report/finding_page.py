# SPDX-License-Identifier: GPL-3.0-or-later
"""One finding on one page that a layman follows: sentence, picture, figures, why, ways out."""

import io
from collections.abc import Iterator

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.platypus import SimpleDocTemplate

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.errors import GlacisError
from glacis.core.judgement.finding import Finding
from glacis.core.stages import STAGES
from glacis.core.units.format import number, spoken, with_unit
from glacis.core.units.quantities import System
from glacis.report.blocks import Block, Gap, Picture, Words, words_grid
from glacis.report.pdf import FRAME_PADDING, MARGIN, Setter
from glacis.report.plan import plan_scene
from glacis.report.scene import Scene
from glacis.report.section import SectionStyle, section_scene

SECTION, PLAN = (720.0, 300.0), (720.0, 260.0)
MOST = 4
"""Ways out that are printed; our judgement: more are not weighed against each other on a page."""
SEVERITIES = {
    "stop": "Stop: unsafe, or it will fail.",
    "mind": "Mind: a risk, or something is missing.",
    "note": "Note: worth knowing.",
}
FOOT = (
    "A rule looked at the drawing; it has not seen the roof. Local code, the product's own approval and the licensed "
    "engineer outrank it."
)


def finding_pdf(results: Results, finding: Finding) -> bytes:
    """The page; equal documents give equal bytes."""
    project = results.project
    page = LETTER if project.units == "us" else A4
    setter = Setter(page[0] - 2 * MARGIN - 2 * FRAME_PADDING)
    out = io.BytesIO()
    title = f"{project.name}: {results.rules.of(finding).title}"
    SimpleDocTemplate(
        out, pagesize=page, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=MARGIN, bottomMargin=MARGIN, title=title,
        author=project.author, invariant=1,
    ).build([setter.set(block) for block in finding_blocks(results, finding)])  # fmt: skip
    return out.getvalue()


def finding_blocks(results: Results, finding: Finding) -> Iterator[Block]:
    """What the page says."""
    project, rule = results.project, results.rules.of(finding)
    names = {area.id: area.name for area in project.areas}
    where = " and ".join(names.get(area, area) for area in finding.place.areas) or "the project"
    stage = next((s.title for s in STAGES if s.id == finding.stage), finding.stage)
    yield Words(rule.title, "title")
    yield Words(f"{project.name}, {where}. {SEVERITIES[finding.severity]}")
    yield Gap(4)
    yield Words(finding.message(project.units), "heading")
    yield Picture(picture_of(results, finding))
    if finding.evidence:
        yield Words("The figures", "sub")
        rows: list[tuple[str, ...]] = [("what", "value")]
        for item in finding.evidence:
            shown = with_unit(item.value, item.quantity, project.units)
            rows.append((spoken(item.name, project.units), shown))
        yield words_grid(rows, (3, 1.4), 1)
    yield Words("Why it matters", "sub")
    yield Words(rule.reason)
    yield Words(f"Source: {rule.source}. To be mended under {stage}.", "small")
    yield from _ways_out(results, finding)
    yield Gap(6)
    yield Words(FOOT, "small")


def picture_of(results: Results, finding: Finding) -> Scene:
    """The build-up with the layer in question; the plan where it is about no layer."""
    project = results.project
    item = results.area(finding.area) if finding.area else None
    layered = finding.place.kind in ("area", "layer") and finding.stage in (
        "build-up",
        "heat",
        "moisture",
    )
    if item is not None and item.roof.layers and layered:
        chosen = finding.place.layers[0] if finding.place.layers else ""
        style = SectionStyle(*SECTION, system=project.units, selected=chosen, temperature=True)
        return section_scene(item.roof, results.detail(finding.area), style)
    return plan_scene(project, finding.area, (), *PLAN)


def _ways_out(results: Results, finding: Finding) -> Iterator[Block]:
    decision = results.decision(finding)
    if decision is not None:
        yield Words("Accepted", "sub")
        yield Words(f"{decision.date}, {decision.who} ({decision.role}): {decision.reason}")
        return
    yield Words("Ways out", "sub")
    trials = results.trials(finding) or ()
    offered = [trial for trial in trials if trial.is_offered][:MOST]
    if not offered:
        yield Words(
            "No remedy by rule clears it: the designer decides, and the decision goes on record."
        )
        return
    before = results.area(finding.area) if finding.area else None
    rows: list[tuple[str, ...]] = [("way out", "what it changes")]
    for trial in offered:
        changed = _changed(before, trial.after, results.project.units) if before is not None else ""
        eased = "" if trial.clears else "; eases it, does not clear it alone"
        rows.append((trial.remedy.title, f"{changed or 'no headline figure'}{eased}"))
    yield words_grid(rows, (2, 3), 2)


def _changed(before: AreaResult, after: Results, system: System) -> str:
    """Headline figures that would be shown otherwise."""
    try:
        later = after.of(before.roof.area.id)
    except GlacisError:
        return "the area is no longer there"
    said = []
    for old, new in zip(before.headlines, later.headlines, strict=True):
        was, will = (number(x.value, x.quantity, system) for x in (old, new))
        if was != will:
            unit = new.quantity.unit(system).symbol
            said.append(f"{old.name} {was} → {will} {unit}".rstrip())
    return "; ".join(said)
