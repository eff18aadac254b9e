"""The calculation report as PDF: unresolved findings first, every figure traceable."""

import io
from collections.abc import Callable, Iterator
from html import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    CondPageBreak,
    Flowable,
    KeepTogether,
    PageBreak,
    Paragraph,
    SimpleDocTemplate,
    Spacer,
    Table,
)

from glacis import __version__
from glacis.core.analysis import AreaResult, Results
from glacis.core.build_up.approaches.catalogue import approach_of
from glacis.core.build_up.control import control_layers
from glacis.core.climate.year import MONTH_SHORT
from glacis.core.figures.headline import Figure, headlines, working_of
from glacis.core.judgement.catalogue import rule_of
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Project
from glacis.core.model.lookup import plan_area, things_of
from glacis.core.moisture.indoor import humidity_words
from glacis.core.moisture.working import LEFT_OUT
from glacis.core.shape.shape import shape_of
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity
from glacis.core.working import Working
from glacis.report.charts.exploded import Apart, exploded_scene
from glacis.report.charts.in_space import Turn, space_scene
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from glacis.report.charts.shades import shading
from glacis.report.charts.water import verdict_words, water_scene
from glacis.report.geometry import area_rows, cut_rows, junction_rows, opening_rows
from glacis.report.palette import PRINT
from glacis.report.pdf_scene import FACES, Drawing, register_fonts
from glacis.report.scene import shorten, subscripted
from glacis.report.section import SectionStyle, section_scene

Progress = Callable[[float, str], None]
MARGIN = 18 * mm
FRAME_PADDING = 6.0
"""What the page frame keeps free at each side [pt]."""
FIGURES: tuple[Figure, ...] = ("u", "surface", "condensate", "weight")
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
CUT_WORDS = (
    "Angles of the true planes, without play. Blade tilt and jack bevel count from square, mitre from "
    "square to the eaves on the face of the board, backing from level across the line. Cut a trial "
    "piece first; clamp, guard, and protect eyes, ears and lungs."
)
DEFERS = (
    "Local codes, the approvals of the products used and the judgement of licensed practice outrank "
    "this report. It covers the geometry of the planes, and heat and monthly moisture of the "
    "clear field only: not the heat of junctions, drainage, wind uplift, fire or structure."
)


def _style(name: str, size: float, face: str = "regular", **more: object) -> ParagraphStyle:
    settings = {"leading": size * 1.32, "textColor": HexColor(PRINT["ink"]), **more}
    return ParagraphStyle(name, fontName=FACES[face], fontSize=size, **settings)


class Styles:
    """The paragraph styles of the report."""

    def __init__(self) -> None:
        second = HexColor(PRINT["second"])
        self.title = _style("title", 24, "semibold", spaceAfter=4)
        self.heading = _style("heading", 15, "semibold", spaceBefore=6, spaceAfter=6)
        self.sub = _style("sub", 11, "semibold", spaceBefore=10, spaceAfter=4)
        self.body = _style("body", 9.5, spaceAfter=3)
        self.small = _style("small", 8, textColor=second, spaceAfter=2)
        self.cell = _style("cell", 8.5)
        self.right = _style("right", 8.5, alignment=TA_RIGHT)
        self.head = _style("head", 8.5, textColor=second)
        self.head_right = _style("head-right", 8.5, textColor=second, alignment=TA_RIGHT)


MOST_PLACES = 8
LAYERS_SHARE = 0.86
"""Width of the layers apart, in parts of the page's."""


def _places(names: list[str]) -> str:
    """Names of areas, each cut to a sensible length, the last ones only counted."""
    shown = [shorten(name, 220, 9) for name in names[:MOST_PLACES]]
    rest = len(names) - len(shown)
    return "; ".join(shown) + (f" and {rest} more" if rest else "")


def _markup(text: str) -> str:
    return subscripted(escape(text), "<sub rise='1.6' size='6'>", "</sub>")


class Report:
    """Builds the story of one report."""

    def __init__(self, project: Project, results: Results) -> None:
        register_fonts()
        self.project = project
        self.results = results
        self.styles = Styles()
        self.page = LETTER if project.units == "us" else A4
        self.width = self.page[0] - 2 * MARGIN - 2 * FRAME_PADDING

    def _p(self, text: str, style: ParagraphStyle) -> Paragraph:
        return Paragraph(_markup(text), style)

    def _show(self, value: float, quantity: Quantity) -> str:
        return with_unit(value, quantity, self.project.units)

    def _table(self, rows: list[list[Flowable]], widths: list[float], head: bool = True) -> Table:
        total = sum(widths)
        rule = HexColor(PRINT["hairline"])
        style = [
            ("VALIGN", (0, 0), (-1, -1), "TOP"),
            ("LINEBELOW", (0, 0), (-1, -1), 0.4, rule),
            ("LEFTPADDING", (0, 0), (-1, -1), 0),
            ("RIGHTPADDING", (0, 0), (-1, -1), 5),
            ("TOPPADDING", (0, 0), (-1, -1), 2),
            ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
        ]
        if head:
            style.append(("LINEBELOW", (0, 0), (-1, 0), 0.8, HexColor(PRINT["ink"])))
        columns = [self.width * width / total for width in widths]
        return Table(rows, columns, repeatRows=int(head), style=style)

    def cover(self) -> Iterator[Flowable]:
        """What the report is about, unresolved findings first."""
        project, s = self.project, self.styles
        yield self._p(project.name, s.title)
        parts = [project.number and f"Project {project.number}", project.author, project.site.name]
        yield self._p(" · ".join(part for part in parts if part), s.body)
        yield self._p(f"Roof assemblies: shape, heat and moisture. Glacis {__version__}.", s.small)
        yield Spacer(0, 8)
        yield self._p("Unresolved findings", s.heading)
        yield from self._findings(self.results.open_findings)
        yield Spacer(0, 6)
        yield self._p("Headline results", s.heading)
        yield self._headline_table()
        mean = self.results.mean_transmittance
        if mean is not None:
            shown = self._show(mean, Quantity.TRANSMITTANCE)
            yield self._p(
                f"U of the whole roof, areas weighted along their slope: {shown}.", s.body
            )
        yield Spacer(0, 8)
        yield self._p(DEFERS, s.small)

    def _findings(self, findings: tuple[Finding, ...]) -> Iterator[Flowable]:
        s = self.styles
        if not findings:
            yield self._p("None: the rules find nothing wrong with any area.", s.body)
            return
        names = {area.id: area.name for area in self.project.areas}
        merged: dict[tuple[str, str, str], list[str]] = {}
        for finding in findings:
            key = (finding.severity, finding.rule, finding.message(self.project.units))
            merged.setdefault(key, []).append(names.get(finding.area, finding.area))
        sources = {finding.rule: rule_of(finding) for finding in findings}
        rows = [[self._p(w, s.head) for w in ("", "Where", "What and why", "Source")]]
        for (severity, rule, message), places in merged.items():
            why = f"{_markup(message)}<br/><font color='{PRINT['second']}'>{_markup(sources[rule].reason)}</font>"
            rows.append(
                [
                    Paragraph(f"<font color='{PRINT[severity]}'><b>{severity}</b></font>", s.cell),
                    self._p(_places(places), s.cell),
                    Paragraph(why, s.cell),
                    self._p(sources[rule].source, s.cell),
                ]
            )
        yield self._table(rows, [8, 24, 48, 24])

    def _headline_table(self) -> Table:
        s = self.styles
        unit = Quantity.TRANSMITTANCE.unit(self.project.units).symbol
        heads = ("Roof area", f"U, {unit}", "target", "f_Rsi", "least", "condensate", "verdict")
        rows = [
            [self._p(w, s.head if k == 0 or k == 6 else s.head_right) for k, w in enumerate(heads)]
        ]
        for members in alike(self.results):
            roof = members[0].roof
            cells = [
                plain(
                    roof.heat.transmittance / Quantity.TRANSMITTANCE.unit(self.project.units).scale,
                    3,
                ),
                plain(roof.target / Quantity.TRANSMITTANCE.unit(self.project.units).scale, 3),
                plain(roof.heat.surface_factor, 3),
                plain(roof.surface.least_factor, 3),
                self._show(roof.monthly.peak, Quantity.CONDENSATE),
            ]
            verdict = {"none": "dry", "dries": "dries", "accumulates": "stays wet"}
            rows.append(
                [
                    self._p("; ".join(member.roof.area.name for member in members), s.cell),
                    *(self._p(cell, s.right) for cell in cells),
                    self._p(verdict[roof.monthly.verdict], s.cell),
                ]
            )
        return self._table(rows, [34, 14, 12, 10, 10, 15, 12])

    def basis(self) -> Iterator[Flowable]:
        """Basis of design: climate, rooms, targets, decisions, assumptions."""
        project, s = self.project, self.styles
        yield self._p("Basis of design", s.heading)
        site = project.site
        yield self._p(f"Site: {site.name}. {site.note}.", s.body)
        yield self._p(f"Climate source: {site.climate.source or 'not stated'}.", s.small)
        yield self._climate_table()
        yield self._p("Rooms below", s.sub)
        for zone in project.zones:
            air = self._show(zone.temperature, Quantity.TEMPERATURE)
            yield self._p(
                f"{zone.name}: {zone.use}, {air}, {humidity_words(zone.humidity)}.", s.body
            )
        yield self._p("Targets", s.sub)
        targets = project.targets
        yield self._p(
            f"U at most {self._show(targets.u_value, Quantity.TRANSMITTANCE)} unless an area states "
            f"its own; condensate where water can run at most "
            f"{self._show(targets.condensate, Quantity.CONDENSATE)}; surface humidity at most "
            f"{plain(targets.surface_humidity * 100, 0)} % in the monthly mean; indoor vapour excess of a "
            f"humidity class times {plain(targets.excess_margin, 2)}.",
            s.body,
        )
        yield self._p("Decisions on record", s.sub)
        if not project.decisions:
            yield self._p("None recorded.", s.body)
        found = (self.results.decision(f) for f in self.results.findings)
        fitting = {decision.id for decision in found if decision is not None}
        for decision in project.decisions:
            yield self._p(
                f"{decision.date}, {decision.who} ({decision.role}): {decision.subject}. {decision.reason}",
                s.body,
            )
            if decision.rule and decision.id not in fitting:
                yield self._p("The roof has changed since: this decision no longer fits.", s.small)
        yield self._p("Assumptions", s.sub)
        for sentence in (
            f"U-values by ISO 6946:2017, {METHOD_WORDS[targets.method]}, with the corrections stated; "
            "a roof that does not state its fixings counts none and says so in a finding.",
            *LEFT_OUT,
        ):
            yield self._p(sentence, s.body)
        yield self._p("Cautions", s.sub)
        for sentence in CAUTIONS:
            yield self._p(sentence, s.body)

    def _climate_table(self) -> Table:
        s, climate = self.styles, self.project.site.climate
        unit = Quantity.TEMPERATURE.unit(self.project.units)
        head = [self._p("", s.head), *(self._p(name, s.head_right) for name in MONTH_SHORT)]
        degrees = [plain((t - unit.offset) / unit.scale, 1) for t in climate.temperature]
        humid = [plain(h * 100, 0) for h in climate.humidity]
        rows = [
            head,
            [self._p(unit.symbol, s.head), *(self._p(text, s.right) for text in degrees)],
            [self._p("% rh", s.head), *(self._p(text, s.right) for text in humid)],
        ]
        return self._table(rows, [10, *([8] * 12)])

    def geometry(self) -> Iterator[Flowable]:
        """The roof in plan, its areas, true lengths and cuts."""
        project, s = self.project, self.styles
        if not project.areas:
            return
        shape = shape_of(project)
        yield PageBreak()
        yield self._p("Shape", s.heading)
        fit = fit_shape(project, 700, 380, 26)
        yield Drawing(shape_plan_scene(project, shape, Held(""), fit, 700, 380), self.width)
        shades = shading("build-up", project, self.results)
        yield Drawing(space_scene(project, shape, shades, "", Turn(), (700, 380)), self.width)
        yield self._words(area_rows(project, shape), [40, 12, 12, 14, 14, 14], left=1)
        yield self._p("Junctions and edges", s.sub)
        yield self._words(junction_rows(project, shape), [16, 60, 18], left=2)
        if things_of(project):
            yield self._p("Openings and what stands on the roof", s.sub)
            yield self._words(opening_rows(project), [26, 14, 34, 12, 12, 12], left=3)
        if shape.cuts:
            yield self._p("Cuts", s.sub)
            widths: list[float] = [10, 34, 13, 11, 11, 10, 11, 10]
            yield self._words(cut_rows(project, shape), widths, left=2)
            yield self._p(CUT_WORDS, s.small)

    def _words(self, rows: list[tuple[str, ...]], widths: list[float], left: int) -> Table:
        """A table of words; all but the first ``left`` columns stand at the right."""
        s = self.styles
        styled = []
        for number, row in enumerate(rows):
            near, far = (s.head, s.head_right) if number == 0 else (s.cell, s.right)
            styled.append([self._p(t, near if k < left else far) for k, t in enumerate(row)])
        return self._table(styled, widths)

    def area(self, members: list[AreaResult]) -> Iterator[Flowable]:
        """Areas that share assembly, rooms and results: drawing, verdicts, workings."""
        item = members[0]
        roof, s = item.roof, self.styles
        yield PageBreak()
        yield self._p("; ".join(member.roof.area.name for member in members), s.heading)
        plan = self._show(sum(plan_area(member.roof.area) for member in members), Quantity.AREA)
        pitch = self._show(roof.area.pitch, Quantity.ANGLE)
        yield self._p(
            f"{roof.assembly.name}. {plan} in plan, pitch {pitch}, over {roof.zone.name}.", s.body
        )
        style = SectionStyle(700, 430, system=self.project.units, temperature=True, threads=True)
        yield Drawing(section_scene(roof, style), self.width)
        apart = exploded_scene(roof, Apart(), (700, 330), self.project.units)
        yield Drawing(apart, self.width * LAYERS_SHARE)
        approach = approach_of(roof.assembly.approach)
        yield self._p(f"Approach: {approach.name}. {approach.needs}", s.body)
        loss = self._show(roof.annual_loss, Quantity.HEAT_LOSS)
        traced = "; ".join(
            f"{thread.control}: {', '.join(roof.layers[i].name for i in thread.layers) or 'none'}"
            for thread in control_layers(roof)
        )
        yield self._p(f"Control layers: {traced}. Heat lost in a year: {loss}.", s.body)
        figures = [
            f"{figure.name} {self._show(figure.value, figure.quantity)}"
            for figure in headlines(roof)
        ]
        yield self._p(" · ".join(figures), s.body)
        yield self._p("Findings", s.sub)
        waiting = tuple(f for f in item.findings if self.results.decision(f) is None)
        yield from self._findings(waiting)
        for finding in item.findings:
            decision = self.results.decision(finding)
            if decision is not None:
                said = finding.message(self.project.units)
                words = f"Accepted by {decision.who}, {decision.date}: {said} {decision.reason}"
                yield self._p(words, s.small)
        yield CondPageBreak(80 * mm)
        yield self._p("Moisture over the year", s.sub)
        yield self._p(verdict_words(roof, self.project.units), s.body)
        yield Drawing(water_scene(roof, 700, 250, self.project.units), self.width)
        for figure in FIGURES:
            yield from self._working(working_of(roof, figure))

    def _working(self, working: Working) -> Iterator[Flowable]:
        s = self.styles
        head = [self._p(w, s.head) for w in ("", "Step", "Values (SI)")]
        head += [self._p("Result", s.head_right), self._p("Source", s.head)]
        rows = [head]
        for step in working.steps:
            rows.append(
                [
                    self._p(step.symbol, s.cell),
                    self._p(step.expression, s.cell),
                    self._p(step.substitution, s.cell),
                    self._p(self._show(step.value, step.quantity), s.right),
                    self._p(" · ".join(x for x in (step.source, step.note) if x), s.small),
                ]
            )
        yield CondPageBreak(40 * mm)
        yield self._p(f"Working: {working.title}", s.sub)
        yield self._table(rows, [9, 34, 28, 18, 26])
        yield KeepTogether([self._p(text, s.small) for text in working.assumptions])


def alike(results: Results) -> list[list[AreaResult]]:
    """Areas gathered where assembly, rooms, pitch, target and so all figures are the same."""
    groups: dict[object, list[AreaResult]] = {}
    for item in results.areas:
        roof = item.roof
        key = (roof.assembly, roof.zone, roof.area.pitch, roof.target)
        groups.setdefault(key, []).append(item)
    return list(groups.values())


def _footer(project: Project) -> Callable[[Canvas, SimpleDocTemplate], None]:
    def paint(canvas: Canvas, document: SimpleDocTemplate) -> None:
        canvas.saveState()
        canvas.setFont(FACES["regular"], 8)
        canvas.setFillColor(HexColor(PRINT["second"]))
        canvas.drawString(MARGIN + FRAME_PADDING, 10 * mm, project.name)
        canvas.drawRightString(
            document.pagesize[0] - MARGIN - FRAME_PADDING, 10 * mm, f"page {document.page}"
        )
        canvas.restoreState()

    return paint


def _no_progress(_share: float, _words: str) -> None:
    """For callers that do not watch."""


def report_pdf(project: Project, results: Results, progress: Progress = _no_progress) -> bytes:
    """The report as the bytes of a PDF; equal projects give equal bytes.

    Args:
        project: the document.
        results: everything that follows from it.
        progress: called with the share done [-] and what comes next; it may raise to stop.
    """
    progress(0.0, "cover")
    report = Report(project, results)
    story: list[Flowable] = [*report.cover(), PageBreak(), *report.basis(), *report.geometry()]
    groups = alike(results)
    count = max(1, len(groups))
    for number, members in enumerate(groups):
        progress(0.1 + 0.5 * number / count, members[0].roof.area.name)
        story.extend(report.area(members))
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out, pagesize=report.page, leftMargin=MARGIN, rightMargin=MARGIN, topMargin=16 * mm,
        bottomMargin=18 * mm, title=f"{project.name}: shape, heat and moisture", author=project.author,
        creator=f"Glacis {__version__}", invariant=1,
    )  # fmt: skip
    footer = _footer(project)
    pages = {"done": 0}

    def page(canvas: Canvas, doc: SimpleDocTemplate) -> None:
        pages["done"] += 1
        progress(min(0.98, 0.6 + 0.4 * pages["done"] / (3 * count + 2)), f"page {pages['done']}")
        footer(canvas, doc)

    document.build(story, onFirstPage=page, onLaterPages=page)
    progress(1.0, "done")
    return out.getvalue()
