# SPDX-License-Identifier: GPL-3.0-or-later
"""Everything that follows from a document, looked up or worked out part by part."""

from collections.abc import Callable
from functools import cached_property
from typing import TYPE_CHECKING, Literal, TypeVar

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.build_up.burdens import cost_of
from glacis.core.errors import ValueRefused
from glacis.core.figures.detail import AreaDetail
from glacis.core.figures.headline import Figure, Headline, working_of
from glacis.core.figures.parts import DETAIL, FIGURES, AreaFigures
from glacis.core.graph.part import WHOLE, AnyPart, State
from glacis.core.graph.reader import Reader
from glacis.core.judgement.catalogue import RuleBook, by_severity
from glacis.core.judgement.decisions import accepted_by
from glacis.core.judgement.finding import AnyRule, Finding, Remedy
from glacis.core.judgement.parts import AREA_FINDINGS
from glacis.core.judgement.trials import Trial, changes, trial
from glacis.core.model.document import Decision, Project
from glacis.core.model.edit import Change, give_own_assembly
from glacis.core.model.log import Log
from glacis.core.model.quantities import Quantities
from glacis.core.stages import Stage
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

if TYPE_CHECKING:
    from glacis.core.junctions.edge_parts import Loss

Value = TypeVar("Value")
Scope = Literal["figures", "all"]
"""How much is worked out: figures alone, as a window does before it is first painted, or all."""


class AreaResult(Struct, frozen=True):
    """An analysed area, its figures, and what the rules find about it, worst first.

    Attributes:
        roof: the area.
        figures: of it.
        findings: that every document has at once, so that any two can be compared.
        by_hours: those of its hours, where it was run.
    """

    roof: AnalysedArea
    figures: AreaFigures
    findings: tuple[Finding, ...]
    by_hours: tuple[Finding, ...] = ()

    @property
    def told(self) -> tuple[Finding, ...]:
        """All that is known to be wrong with it, worst first."""
        return by_severity([*self.findings, *self.by_hours]) if self.by_hours else self.findings

    @property
    def headlines(self) -> tuple[Headline, ...]:
        """The figures a designer watches while working."""
        return self.figures.headlines


class Results:
    """The results of one document; what is asked for is worked out once.

    Attributes:
        rules: by which findings are made.
        scope: figures alone, or findings too.
        at_once: whether what edges lose is judged on coarse grids where it is not worked out yet.
    """

    def __init__(
        self,
        reader: Reader,
        rules: RuleBook,
        scope: Scope = "all",
        preview: "Callable[[Project], Results] | None" = None,
        *,
        at_once: bool = False,
    ) -> None:
        self._reader = reader
        self._preview = preview or self.beside
        self.rules = rules
        self.scope = scope
        self.at_once = at_once
        self._known: dict[str, AreaResult] = {}
        self._came = reader.came

    def judged_at_once(self) -> "Results":
        """The same document with what its edges lose judged without waiting, on coarse grids."""
        return Results(self._reader, self.rules, self.scope, self._preview, at_once=True)

    def _renew(self) -> None:
        """Let go of findings where something has come from the background since."""
        if self._came != self._reader.came:
            self._came = self._reader.came
            self._known.clear()
            for name in ("_areas", "whole", "_all", "_accepting", "_open", "_accepted"):
                self.__dict__.pop(name, None)

    @property
    def project(self) -> Project:
        """The document they follow from."""
        return self._reader.project

    @property
    def stages(self) -> tuple[Stage, ...]:
        """The stages of the work."""
        return self._reader.known.stages

    @property
    def decisions(self) -> tuple[Decision, ...]:
        """Decisions that accept findings."""
        return tuple(d for d in self.project.decisions if d.rule)

    def state(self, part: AnyPart[Value], subject: str = WHOLE) -> State[Value]:
        """How a part stands: ready, pending or failed. Works nothing out."""
        return self._reader.state(part, subject)

    def value(self, part: AnyPart[Value], subject: str = WHOLE) -> Value:
        """The value of a part, worked out now where it is not known yet.

        Raises:
            NotReady: for a long part that is not known yet.
            GlacisError: what working it out refuses.
        """
        return self._reader.value(part, subject)

    @property
    def reader(self) -> Reader:
        """What parts read of the document."""
        return self._reader

    @property
    def areas(self) -> tuple[AreaResult, ...]:
        """The results of every roof area, in the order of the document.

        Raises:
            MissingReference: where an area names an assembly or zone that does not exist.
        """
        self._renew()
        return self._areas

    @cached_property
    def _areas(self) -> tuple[AreaResult, ...]:
        return tuple(self.of(area.id) for area in self.project.areas)

    def of(self, area: str) -> AreaResult:
        """The result of one area.

        Raises:
            MissingReference: where the area, its build-up or its rooms do not exist.
        """
        self._renew()
        if area not in self._known:
            value = self._reader.value
            findings = value(AREA_FINDINGS, area) if self.scope == "all" else ()
            placed = (*self._by_set_out(area), *self._by_fixings(area))
            self._known[area] = AreaResult(
                value(ANALYSED, area),
                value(FIGURES, area),
                by_severity([*findings, *placed]) if placed else findings,
                self._by_hours(area),
            )
        return self._known[area]

    def _by_set_out(self, area: str) -> tuple[Finding, ...]:
        if self.scope != "all" or area not in self._set_out:
            return ()
        from glacis.core.judgement.by_set_out import SET_OUT_FINDINGS

        return self._reader.value(SET_OUT_FINDINGS, area)

    def _by_fixings(self, area: str) -> tuple[Finding, ...]:
        if self.scope != "all" or area not in self._fixings:
            return ()
        from glacis.core.judgement.by_fixings import FIXINGS_FINDINGS

        return self._reader.value(FIXINGS_FINDINGS, area)

    @cached_property
    def _fixings(self) -> frozenset[str]:
        """Areas whose fixings are stated."""
        return frozenset(item.area for item in self.project.fixings)

    @cached_property
    def _set_out(self) -> frozenset[str]:
        """Areas that are set out."""
        return frozenset(item.area for item in self.project.set_outs)

    def _by_hours(self, area: str) -> tuple[Finding, ...]:
        if self.scope != "all" or not self._reader.came:
            return ()
        from glacis.core.hourly.parts import HOURLY
        from glacis.core.judgement.by_hours import HOURS_FINDINGS

        ran = self._reader.ready(HOURLY, area) is not None
        return self._reader.value(HOURS_FINDINGS, area) if ran else ()

    def area(self, identifier: str) -> AreaResult | None:
        """The result of one area; None where there is no such area."""
        return self.of(identifier) if self._reader.has_area(identifier) else None

    def beside(self, project: Project) -> "Results":
        """Results of a variant of the document, remembered like its own."""
        return Results(self._reader.beside(project), self.rules, self.scope)

    def detail(self, area: str) -> AreaDetail:
        """What drawings of an area show beyond its figures.

        Raises:
            MissingReference: where there is no such area.
        """
        return self._reader.value(DETAIL, area)

    @cached_property
    def whole(self) -> tuple[Finding, ...]:
        """What is wrong with edges, openings and the project; empty before all is judged."""
        if self.scope != "all":
            return ()
        from glacis.core.judgement.by_junction import JUNCTION_FINDINGS
        from glacis.core.judgement.whole import WHOLE_FINDINGS

        parts = (*WHOLE_FINDINGS, JUNCTION_FINDINGS, *self._by_quantities, *self._by_log)
        found = [finding for part in parts for finding in self._reader.value(part, WHOLE)]
        return by_severity([*found, *self._by_edges])

    @property
    def _by_quantities(self) -> tuple[AnyPart[tuple[Finding, ...]], ...]:
        """Findings of what is bought, once something is stated about it."""
        if self.project.quantities == Quantities():
            return ()
        from glacis.core.judgement.by_quantities import QUANTITIES_FINDINGS

        return (QUANTITIES_FINDINGS,)

    @property
    def _by_log(self) -> tuple[AnyPart[tuple[Finding, ...]], ...]:
        """Findings of what is on record, once something is."""
        if self.project.log == Log():
            return ()
        from glacis.core.judgement.by_log import LOG_FINDINGS

        return (LOG_FINDINGS,)

    @property
    def _by_edges(self) -> tuple[Finding, ...]:
        """Findings of what edges lose: once that is worked out, or at once for what is only considered."""
        if not (self._reader.came or self.at_once):
            return ()
        from glacis.core.judgement.by_edge import edge_findings

        return edge_findings(self._reader, at_once=self.at_once)

    @property
    def findings(self) -> tuple[Finding, ...]:
        """All findings, worst first; none before all is judged."""
        self._renew()
        return self._all

    @cached_property
    def _all(self) -> tuple[Finding, ...]:
        if self.scope != "all":
            return ()
        found = [finding for item in self.areas for finding in item.told]
        return by_severity([*found, *self.whole])

    def comparable(self, hours_of: str = "", *, edges: bool = False) -> tuple[Finding, ...]:
        """Findings by which two documents are compared: those of hours of one area only, or of none.

        Args:
            hours_of: id of that area; empty for none.
            edges: whether those of what edges lose are compared too.
        """
        of_hours = {rule.id for rule in self.rules.rules if rule.about == "hours"}
        of_edges = {rule.id for rule in self.rules.rules if rule.about == "edge-heat" and not edges}
        kept = (f for f in self.findings if f.rule not in of_edges)
        return tuple(f for f in kept if f.rule not in of_hours or f.area == hours_of != "")

    @cached_property
    def _accepting(self) -> dict[Finding, Decision | None]:
        decisions = self.decisions
        return {f: accepted_by(decisions, f) if decisions else None for f in self.findings}

    def decision(self, finding: Finding) -> Decision | None:
        """The decision that accepts a finding as it stands; None where it is open."""
        self._renew()
        return self._accepting.get(finding)

    @property
    def open_findings(self) -> tuple[Finding, ...]:
        """Findings that nobody has accepted, worst first."""
        self._renew()
        return self._open

    @cached_property
    def _open(self) -> tuple[Finding, ...]:
        return tuple(f for f in self.findings if self.decision(f) is None)

    @property
    def accepted_findings(self) -> tuple[Finding, ...]:
        """Findings on record as accepted, worst first."""
        self._renew()
        return self._accepted

    @cached_property
    def _accepted(self) -> tuple[Finding, ...]:
        return tuple(f for f in self.findings if self.decision(f) is not None)

    def rule(self, finding: Finding) -> AnyRule:
        """The rule behind a finding."""
        return self.rules.of(finding)

    def proposed(self, finding: Finding) -> tuple[Remedy, ...]:
        """Ways out of a finding that its rule knows and that change something, tried or not."""
        rule = self.rule(finding)
        subject = self._subject(rule, finding)
        if subject is None:
            return ()
        offered = rule.remedies(self.project, subject, finding)
        return tuple(remedy for remedy in offered if changes(remedy, self.project))

    def trials(self, finding: Finding) -> "tuple[Trial[Results], ...] | None":
        """Ways out of a finding, each tried on the whole project, the best first.

        None for a finding of hours whose ways out were not run yet: ``TRIED`` of its area is wanted.
        """
        by_hours = self.rule(finding).about == "hours"
        remedies = self._run_ways_out(finding.area) if by_hours else self.proposed(finding)
        if remedies is None:
            return None
        hours_of = finding.area if by_hours else ""
        edges = self.rule(finding).about == "edge-heat"
        before, cost = self.comparable(hours_of, edges=edges), self._cost
        made = []
        for remedy in remedies:
            after = self._preview(remedy.change(self.project))
            after = after.judged_at_once() if edges else after
            found = after.comparable(hours_of, edges=edges)
            made.append(trial(remedy, finding, before, found, after, after._cost - cost))
        if by_hours:
            return tuple(sorted(made, key=lambda each: (each.after._stops(hours_of), each.order)))
        return tuple(sorted(made, key=lambda each: each.order))

    def _stops(self, area: str) -> int:
        """How often the hours of an area stop it."""
        return sum(finding.severity == "stop" for finding in self.of(area).by_hours)

    def _run_ways_out(self, area: str) -> tuple[Remedy, ...] | None:
        from glacis.core.judgement.by_hours import take_up

        return take_up(self._reader, area)

    def remedies(self, finding: Finding) -> tuple[Remedy, ...]:
        """Ways out of a finding that clear or ease it and stop nothing else, the best first."""
        return tuple(each.remedy for each in self.trials(finding) or () if each.is_offered)

    def only_here(self, finding: Finding, remedy: Remedy) -> Change:
        """The same way out for the area of a finding alone, which gets a build-up of its own.

        Raises:
            ValueRefused: by the change, where the area on its own has no such way out.
        """

        def change(project: Project) -> Project:
            apart = give_own_assembly(project, finding.area)
            results = self._preview(apart)
            twins = (
                f for f in results.findings if (f.rule, f.place) == (finding.rule, finding.place)
            )
            for offered in (r for twin in twins for r in results.proposed(twin)):
                if offered.title == remedy.title:
                    return offered.change(apart)
            raise ValueRefused("remedy", remedy.title, "one that this area has on its own")

        return change

    @property
    def _cost(self) -> float:
        """First cost of all areas, the mean of what materials cost [per m²]."""
        areas = [item.roof for item in self.areas]
        total = sum(roof.true_area for roof in areas)
        spent = sum(roof.true_area * sum(cost_of(roof.built_layers)) / 2 for roof in areas)
        return spent / total if total > 0 else 0.0

    def _subject(self, rule: AnyRule, finding: Finding) -> object | None:
        if rule.about == "area":
            item = self.area(finding.area)
            return None if item is None else item.roof
        from glacis.core.judgement.asked_again import subject_again

        return subject_again(rule, self._reader, finding)

    @cached_property
    def mean_transmittance(self) -> float | None:
        """U of the whole roof, areas weighted along their slope [W/(m²·K)]; None without areas."""
        total = sum(item.roof.true_area for item in self.areas)
        if total <= 0:
            return None
        return sum(i.roof.true_area * i.figures.whole for i in self.areas) / total

    @property
    def edge_losses(self) -> "tuple[Loss, ...] | None":
        """What every junction loses; None where that was not worked out yet."""
        from glacis.core.junctions.edge_parts import losses_of

        return losses_of(self._reader) if self._reader.came else None

    @property
    def whole_transmittance(self) -> float | None:
        """U of the whole roof with all that its edges and points lose [W/(m²·K)].

        None without areas, or where the edges were not worked out yet. What has no section is left out.
        """
        losses, mean = self.edge_losses, self.mean_transmittance
        if losses is None or mean is None:
            return None
        total = sum(item.roof.true_area for item in self.areas)
        return mean + sum(item.loss for item in losses) / total

    def working(self, area: str, figure: Figure) -> Working:
        """The steps behind a figure of an area, or of the whole roof for its mean U.

        Raises:
            MissingReference: where there is no such area.
        """
        if figure == "mean":
            return self.mean_working()
        return working_of(self.of(area).roof, figure)

    def mean_working(self) -> Working:
        """How U of the whole roof came about."""
        kind = Quantity.TRANSMITTANCE
        steps = []
        for number, item in enumerate(self.areas, 1):
            size, whole = item.roof.true_area, item.figures.whole
            shown = put_in("{} × {}", (size, whole), size * whole, Quantity.FACTOR)
            name, symbol = item.roof.area.name, f"A_{number} U_{number}"
            steps.append(Step(symbol, name, shown, size * whole, Quantity.FACTOR))
        total = sum(item.roof.true_area for item in self.areas)
        mean = self.mean_transmittance or 0.0
        lost = sum(step.value for step in steps)
        shown = put_in("{} / {}", (lost, total), mean, kind) if total else ""
        steps.append(Step("U_m", "Σ A U/Σ A", shown, mean, kind, "", "areas along the slope"))
        losses = self.edge_losses
        if losses is None or not total:
            left_out = "Clear fields only: what edges and points lose is worked out in Junctions."
            return Working("Thermal transmittance of the whole roof", tuple(steps), (left_out,))
        from glacis.core.junctions.edge_working import whole_steps

        more, notes = whole_steps(losses, mean, total)
        return Working("Thermal transmittance of the whole roof", (*steps, *more), notes)
