# SPDX-License-Identifier: GPL-3.0-or-later
"""Every rule has a roof that trips it and one that does not; every remedy helps."""

import pytest
from msgspec.structs import replace

from core.faulty import (
    DECK,
    DEEP_WOOL,
    GOOD,
    GYPSUM,
    RAFTERS,
    RETARDER,
    SHEET,
    SLATE,
    TRIPS,
    UNDERLAY,
    VENTED,
    VOID,
    WOOL,
)
from glacis.core.judgement.catalogue import rule_book
from glacis.core.judgement.finding import SEVERITIES, Finding, Remedy
from glacis.core.model.document import HumidityClass, Project, SetPoint
from glacis.core.model.layers import MembraneLayer, SolidLayer
from support import analysed, analyser, demo, own_material, roof_project, rules_of

RULES = tuple(rule for rule in rule_book().rules if rule.about in ("area", "set-out", "fixings"))


def test_every_rule_has_a_roof_that_trips_it():
    assert set(TRIPS) == {rule.id for rule in RULES}
    assert len(RULES) >= 10


@pytest.mark.parametrize("rule", TRIPS)
def test_a_faulty_roof_trips_the_rule_and_a_good_one_does_not(rule):
    assert rule in rules_of(TRIPS[rule])
    assert rules_of(GOOD) == set()


@pytest.mark.parametrize("rule", rule_book().rules, ids=lambda rule: rule.id)
def test_every_rule_says_why_and_by_what_source(rule):
    assert len(rule.reason) > 20
    assert rule.source
    assert rule.title


def measure(project: Project, rule: str) -> float:
    """How bad a rule's findings are: number and severity, then the first figure there is."""
    findings = [f for f in analysed(project).findings if f.rule == rule]
    figure = findings[0].evidence[0].value if findings and findings[0].evidence else 0.0
    graveness = sum(3 - SEVERITIES.index(f.severity) for f in findings)
    return graveness * 1e6 + figure if findings else 0.0


def remedies(project: Project, finding: Finding) -> tuple[Remedy, ...]:
    return analyser().analyse(project).remedies(finding)


def offered() -> list[tuple[str, Project, int]]:
    found = []
    for rule, project in TRIPS.items():
        result = analysed(project)
        finding = next(f for f in result.findings if f.rule == rule)
        count = len(remedies(project, finding))
        found += [(rule, project, number) for number in range(count)]
    return found


@pytest.mark.parametrize(
    ("rule", "project", "number"), offered(), ids=lambda x: x if isinstance(x, (str, int)) else ""
)
def test_every_remedy_clears_or_lowers_its_finding(rule, project, number):
    result = analysed(project)
    finding = next(f for f in result.findings if f.rule == rule)
    remedy = remedies(project, finding)[number]
    after = remedy.change(project)
    assert after != project
    assert measure(after, rule) < measure(project, rule)


def test_every_remedy_of_the_demo_clears_or_lowers_its_finding():
    project = demo()
    judge = analyser()
    results = judge.analyse(project)
    for item in results.areas:
        for finding in item.findings:
            for remedy in results.remedies(finding):
                after = judge.preview(remedy.change(project)).area(item.roof.area.id)
                assert after is not None
                assert finding not in after.findings, remedy.title


def test_the_demo_shows_its_deliberate_faults():
    found = {finding.rule for finding in analyser().analyse(demo()).findings}
    assert found == {
        "heat.target",
        "vapour.wet-room",
        "moisture.accumulates",
        "order.separation",
        "order.no-air-layer",
        "data.implausible-conductivity",
        "data.source-missing",
        "order.root-layer",
        "order.cover-board",
        "order.no-vapour-layer",
        "structure.planting-load",
        "falls.least",
        "falls.load",
        "falls.outlet-small",
        "falls.overflow-low",
        "falls.thinnest",
        "air.starved",
        "air.low-heel",
        "air.loose-eaves",
        "set-out.window",
        "junction.missing",
        "junction.undrawn",
        "junction.handover",
        "lap.reverse-never",
        "fixings.evidence",
        "fixings.unconfirmed",
        "fixings.few-tests",
        "fixings.heat",
        "fixings.pierced",
        "fixings.tip",
        "quantities.stack-heavy",
        "quantities.stack-unknown",
        "quantities.shorter-lived",
        "log.late",
        "log.question",
        "log.rain",
    }


def test_the_failed_roof_is_condemned_for_its_empty_void():
    # Low slope, fibre below, an empty sleeper void above it, rubber sheet: known to fail.
    project = roof_project(
        GYPSUM,
        replace(WOOL, framing=RAFTERS),
        VOID,
        DECK,
        MembraneLayer(id="rubber", material="epdm-sheet"),
        pitch=2.0,
    )
    stops = {f.rule for f in analysed(project).findings if f.severity == "stop"}
    assert "vapour.empty-void" in stops
    assert "order.no-air-layer" in rules_of(project)


def test_wet_rooms_are_known_by_use_class_and_set_point():
    build = (GYPSUM, RETARDER, DEEP_WOOL, UNDERLAY, VENTED, SLATE)
    for humidity in (HumidityClass(number=5), SetPoint(humidity=0.7)):
        assert "vapour.wet-room" in rules_of(roof_project(*build, pitch=35, humidity=humidity))


def test_names_with_braces_are_printed_as_they_are():
    odd = own_material(name="Wool {0} {nope}", conductivity=0.5)
    project = roof_project(
        GYPSUM, RETARDER, SolidLayer(id="x", material="own", thickness=0.1), SHEET, materials=(odd,)
    )
    messages = [finding.message("us") for finding in analysed(project).findings]
    assert any("{nope}" in message for message in messages)


def test_messages_speak_the_readers_units():
    finding = next(f for f in analysed(TRIPS["heat.target"]).findings if f.rule == "heat.target")
    assert "W/(m²·K)" in finding.message("si")
    assert "Btu" in finding.message("us")
