# SPDX-License-Identifier: GPL-3.0-or-later
"""Accepted findings stay on record and open again when the roof says something else."""

import pytest
from msgspec.structs import replace

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.judgement.decisions import (
    accept,
    accepted_by,
    decision_on,
    reopen,
    wording,
)
from glacis.core.judgement.finding import Evidence, Finding, Severity
from glacis.core.judgement.place import on_area
from glacis.core.model.adding import NewArea, add_area
from glacis.core.model.document import Decision, Project
from glacis.core.model.edit import set_thickness
from glacis.core.model.validate import check_project
from glacis.core.model.variants import (
    in_place,
    keep_variant,
    promote_variant,
    remove_variant,
    rename_variant,
    variants_of,
)
from glacis.core.units.quantities import Quantity
from support import analyser, demo, roof_project

BETWEEN = next(x.thickness for x in demo().assemblies[0].layers if x.id == "between")
WHO = Decision(
    id="", subject="", who="R. Vane", role="designer", date="2026-05-04", reason="Agreed"
)


def finding_of(project: Project, rule: str, area: str):
    return next(
        f for f in analyser().analyse(project).findings if f.rule == rule and f.area == area
    )


def test_an_accepted_finding_is_no_longer_open_and_can_be_opened_again():
    found = finding_of(demo(), "heat.target", "hall-south")
    accepted = accept(demo(), found, WHO)
    results = analyser().analyse(accepted)
    assert found in results.findings
    assert found in results.accepted_findings
    assert found not in results.open_findings
    assert results.decision(found).who == "R. Vane"
    twin = finding_of(demo(), "heat.target", "hall-north")
    assert twin in results.open_findings
    back = reopen(accepted, results.decision(found).id)
    assert back.decisions == demo().decisions


def test_a_decision_no_longer_fits_when_the_roof_changes():
    found = finding_of(demo(), "heat.target", "hall-south")
    accepted = accept(demo(), found, WHO)
    worse = set_thickness(accepted, "hall-slate", "between", 0.12)
    results = analyser().analyse(worse)
    again = next(f for f in results.findings if f.rule == "heat.target" and f.area == "hall-south")
    assert results.decision(again) is None
    assert decision_on(worse.decisions, again).who == "R. Vane"
    undone = set_thickness(worse, "hall-slate", "between", BETWEEN)
    assert analyser().analyse(undone).decision(found) is not None


def lying(
    figure: float, severity: Severity = "mind", template: str = "Slate lies {0} low."
) -> Finding:
    figures = (Evidence("low by", figure, Quantity.THICKNESS),)
    return Finding("r", severity, "heat", on_area("a"), template, figures)


@pytest.mark.parametrize(
    ("figure", "severity", "template", "is_open"),
    [
        (0.927, "mind", "Slate lies {0} low.", False),
        (0.928, "mind", "Slate lies {0} low.", False),
        (0.2, "note", "Slate lies {0} low.", False),
        (1.019, "mind", "Slate lies {0} low.", False),
        (1.021, "mind", "Slate lies {0} low.", True),
        (0.927, "stop", "Slate lies {0} low.", True),
        (0.927, "mind", "Tiles lie {0} low.", True),
    ],
)
def test_an_accepted_finding_opens_when_it_gets_worse_not_when_it_changes(
    figure, severity, template, is_open
):
    """Accepted as a mind at 0.927: a tenth more may come, no graver word, no other thing."""
    decision = accept(demo(), lying(0.927), WHO).decisions[-1]
    now = lying(figure, severity, template)
    assert (accepted_by((decision,), now) is None) == is_open


def test_what_is_wanted_is_what_a_figure_is_bad_by():
    """A fall of 1 % where 2 % is wanted is 1 % short; 0.8 % is 1.2 % short, more than a tenth worse."""

    def fall(value: float) -> Finding:
        figures = (Evidence("fall", value, Quantity.FALL), Evidence("wanted", 0.02, Quantity.FALL))
        return Finding("r", "mind", "falls", on_area("a"), "It falls {0}.", figures)

    decision = accept(demo(), fall(0.01), WHO).decisions[-1]
    assert decision.figures == pytest.approx((0.01,))
    for value, is_open in ((0.0095, False), (0.008, True), (0.015, False)):
        assert (accepted_by((decision,), fall(value)) is None) == is_open


def test_planting_that_is_made_deep_opens_again():
    from core.faulty import TRIPS

    project = TRIPS["structure.planting-load"]
    (found,) = (
        f for f in analyser().analyse(project).findings if f.rule == "structure.planting-load"
    )
    accepted = accept(project, found, WHO)
    deep = set_thickness(accepted, project.assemblies[0].id, found.layers[0], 0.5)
    results = analyser().analyse(deep)
    (again,) = (f for f in results.findings if f.rule == "structure.planting-load")
    assert results.decision(again) is None


def test_decisions_of_older_files_hold_by_their_words():
    found = finding_of(demo(), "heat.target", "hall-south")
    made = accept(demo(), found, WHO).decisions[-1]
    older = replace(made, fits=wording(found), severity="", figures=())
    assert accepted_by((older,), found) is older
    assert accepted_by((replace(older, fits="something else"),), found) is None


def test_a_decision_needs_a_name_and_a_reason():
    found = finding_of(demo(), "heat.target", "hall-south")
    for nothing in (replace(WHO, who=" "), replace(WHO, reason="")):
        with pytest.raises(ValueRefused, match="a few words"):
            accept(demo(), found, nothing)


def test_a_variant_is_kept_compared_built_and_let_go():
    built = demo().assemblies[0]
    thicker = replace(built, layers=tuple(
        replace(x, thickness=0.24) if x.id == "between" else x for x in built.layers
    ))  # fmt: skip
    project = keep_variant(demo(), built.id, "  Thicker ", thicker)
    variant = variants_of(project, built.id)[-1]
    assert variant.name == "Thicker"
    check_project(project)
    assert analyser().analyse(project).areas == analyser().analyse(demo()).areas
    preview = analyser().preview(in_place(project, variant.id)).of("hall-south")
    promoted = promote_variant(project, variant.id)
    real = analyser().preview(promoted).of("hall-south")
    assert real.roof.heat.transmittance == preview.roof.heat.transmittance
    kept = variants_of(promoted, built.id)[-1]
    assert kept.name == f"Before: {built.name}"
    assert kept.assembly.layers == built.layers
    assert promote_variant(promoted, kept.id).assemblies == project.assemblies
    assert remove_variant(project, variant.id).variants == demo().variants
    renamed = rename_variant(project, variant.id, "Deeper")
    assert variants_of(renamed, built.id)[-1].name == "Deeper"


def test_variants_refuse_what_they_cannot_be():
    built = demo().assemblies[0]
    with pytest.raises(ValueRefused, match="a few letters"):
        keep_variant(demo(), built.id, " ", built)
    once = keep_variant(demo(), built.id, "A", built)
    with pytest.raises(ValueRefused, match="no other variant"):
        keep_variant(once, built.id, "A", built)
    with pytest.raises(GlacisError):
        promote_variant(demo(), "nothing")


def test_a_new_area_brings_its_rooms_and_stands_beside_the_others():
    project = add_area(demo(), NewArea("Porch", 4.0, 2.0, 15.0, use="store"))
    check_project(project)
    area = project.areas[-1]
    assert min(x for x, _ in area.outline) > max(x for a in demo().areas for x, _ in a.outline)
    assert project.zones[-1].use == "store"
    there = add_area(demo(), NewArea("Porch", 4.0, 2.0, 15.0, zone="tanks"))
    assert there.zones == demo().zones
    for bad in (NewArea(" ", 4, 2, 15), NewArea("P", 0.0, 2, 15), NewArea("P", 4, 5000, 15)):
        with pytest.raises(ValueRefused):
            add_area(demo(), bad)
    with pytest.raises(GlacisError, match="pitch"):
        check_project(add_area(demo(), NewArea("P", 4, 2, 120.0)))


def test_the_whole_roof_is_weighted_along_its_slopes():
    from math import cos, radians

    from glacis.core.model.lookup import turning

    results = analyser().analyse(demo())
    total = weighted = 0.0
    for item in results.areas:
        area = item.roof.area
        xs = [x for x, _ in area.outline]
        ys = [y for _, y in area.outline]
        plan = abs(sum(
            x1 * y2 - x2 * y1
            for x1, y1, x2, y2 in zip(xs, ys, xs[1:] + xs[:1], ys[1:] + ys[:1], strict=True)
        )) / 2  # fmt: skip
        plan -= sum(abs(turning(hole.outline)) for hole in area.holes)
        slope = plan / cos(radians(area.pitch))
        total += slope
        weighted += slope * item.figures.whole
    assert results.mean_transmittance == pytest.approx(weighted / total)
    assert results.mean_working().steps[-1].value == pytest.approx(weighted / total)
    assert analyser().analyse(replace(demo(), areas=())).mean_transmittance is None
    assert roof_project().areas
