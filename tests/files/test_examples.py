# SPDX-License-Identifier: GPL-3.0-or-later
"""Every example roof lies in examples/, computes, and says why what is found there is borne."""

from pathlib import Path

import pytest

from glacis.demo.examples import EXAMPLES, example_project
from glacis.files.libraries import load_sites
from glacis.files.project_file import encode, load
from support import analyser

FOLDER = Path(__file__).parents[2] / "examples"
TYPES = 23


def test_there_is_one_example_of_every_kind_and_no_other_file():
    assert len(EXAMPLES) == TYPES
    assert [example.id[:2] for example in EXAMPLES] == [f"{n:02d}" for n in range(1, TYPES + 1)]
    assert {path.stem for path in FOLDER.glob("*.glacis")} == {example.id for example in EXAMPLES}
    assert [example.id for example in EXAMPLES if example.fails] == ["15-failed-sleeper-void"]


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda example: example.id)
def test_the_file_is_the_example_and_nothing_on_it_is_unexplained(example):
    path = FOLDER / f"{example.id}.glacis"
    project = load(path)
    made = example_project(example, load_sites(), analyser)
    assert project == made
    assert path.read_bytes() == encode(made)
    results = analyser().analyse(project)
    heat = results.areas[0].roof.heat
    assert 0.05 < heat.transmittance < 0.4
    if example.fails:
        return
    assert results.open_findings == ()
    accepted = {finding.rule for finding in results.accepted_findings}
    assert accepted == {rule for rule, _ in example.accepted}
    assert heat.transmittance <= example.target


def test_the_failed_roof_is_condemned_for_the_right_reasons():
    failed = next(example for example in EXAMPLES if example.fails)
    results = analyser().analyse(example_project(failed, load_sites(), analyser))
    stops = {f.rule for f in results.open_findings if f.severity == "stop"}
    assert {"vapour.empty-void", "vapour.unvented-fibre", "moisture.accumulates"} <= stops
    assert "order.no-air-layer" in {f.rule for f in results.open_findings}
    void = next(f for f in results.open_findings if f.rule == "vapour.empty-void")
    assert void.layers == ("sleeper-void",)
