# SPDX-License-Identifier: GPL-3.0-or-later
"""Every printed step of every shipped document, worked out again from its print."""

from collections.abc import Iterator
from typing import get_args

import pytest

from glacis.core.analysis.results import Results
from glacis.core.arithmetic import evaluate
from glacis.core.figures.headline import Figure
from glacis.core.model.document import Project
from glacis.core.moisture.working import SATURATION
from glacis.core.shape.cut_working import cut_working
from glacis.core.shape.parts import SHAPE
from glacis.core.working import Step, Working
from glacis.demo.examples import EXAMPLES, example_project
from glacis.demo.shipped import shipped_demo
from glacis.files.libraries import load_sites
from support import analyser
from validation.printed import faults_of, is_arithmetic, worked_out

EXPECTED_STEPS = 1200
"""Fewer printed steps than this would mean that workings were lost."""


def documents() -> Iterator[Project]:
    sites, engine = load_sites(), analyser()
    yield shipped_demo("tern-point")
    yield shipped_demo("sallow-creek")
    for example in EXAMPLES:
        yield example_project(example, sites, lambda: engine)


def workings_of(results: Results) -> Iterator[Working]:
    for item in results.areas:
        for figure in get_args(Figure):
            if figure != "mean":
                yield results.working(item.roof.area.id, figure)
    yield results.mean_working()
    areas = {area.id: area for area in results.project.areas}
    for cut in results.value(SHAPE, "").cuts:
        first, second = (areas[name] for name in cut.areas)
        yield cut_working(cut, first, second)


def test_every_printed_step_gives_its_printed_result():
    faults, steps = [], []
    for project in documents():
        for working in workings_of(analyser().analyse(project)):
            for step in working.steps:
                steps.append(step)
                fault = faults_of(step)
                if fault:
                    faults.append(f"{project.name}, {working.title}, {fault}")
    assert not faults, "\n".join(faults[:20])
    assert sum(is_arithmetic(step.substitution) for step in steps) > EXPECTED_STEPS


@pytest.mark.parametrize(
    ("text", "value"),
    [
        ("0.1 + 0.16/0.04", 4.1),
        ("(1 − 0.25) × 4 + 0.25 × 2", 3.5),
        ("2·10^−10 × (3 − 1)/4", 1e-10),
        ("|315.000° − 360.000°|", 45.0),
        ("acos(cos 60.000° · sin 90.000°)", 60.0),
        ("acos(sin 9·10^−5°)", 89.99991),
        ("p_sat(0)", 610.5),
        ("3 × (2/4)²", 0.75),
    ],
)
def test_the_checker_and_the_program_can_count(text, value):
    assert worked_out(text) == pytest.approx(value)
    assert evaluate(text, SATURATION) == pytest.approx(value)


def test_the_checker_sees_what_does_not_close():
    from glacis.core.units.quantities import Quantity

    good = Step("U", "1/R", "1/4.1", 1 / 4.1, Quantity.TRANSMITTANCE)
    bad = Step("U", "1/R", "1/4.1", 0.25, Quantity.TRANSMITTANCE)
    assert not faults_of(good)
    assert faults_of(bad)
