# SPDX-License-Identifier: GPL-3.0-or-later
"""What variants mean for the whole job, and which of them another beats."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from glacis.core.analysis.beside import BUILT, LEVELS, WHOLE_JOBS, job_of
from glacis.core.graph.part import unwatched
from glacis.core.model.edit import set_thickness
from glacis.core.model.variants import in_place
from glacis.core.order.whole_job import WholeJob, staying
from glacis.core.quantities.spread import Spread
from support import analyser, demo

FIGURES = st.tuples(*(st.integers(1, 4) for _ in range(3)), st.sampled_from((1, 2, 3, None)))


def job(heat: float, cost: float, carbon: float, days: float | None) -> WholeJob:
    return WholeJob(
        heat, Spread(typical=cost), Spread(typical=carbon), days, Spread(typical=cost), 0
    )


@given(st.lists(FIGURES, min_size=1, max_size=6))
def test_somebody_stays_and_who_is_out_is_beaten_by_one_who_stays(figures):
    stays = staying([job(*each) for each in figures])
    assert any(stays)
    never = [(*each[:3], 99 if each[3] is None else each[3]) for each in figures]
    for mine, stay in zip(never, stays, strict=True):
        beaten = any(
            other != mine and all(o <= m for o, m in zip(other, mine, strict=True))
            for other, kept in zip(never, stays, strict=True) if kept
        )  # fmt: skip
        assert beaten == (not stay)


def test_more_insulation_costs_more_and_loses_less():
    engine = analyser()

    def told(thickness: float) -> WholeJob:
        results = engine.analyse(set_thickness(demo(), "lab-low-slope", "insulation", thickness))
        return job_of(results, "laboratory")

    thin, thick = told(0.16), told(0.3)
    assert thick.heat < thin.heat
    assert thick.cost.typical > thin.cost.typical
    assert thick.carbon.typical > thin.carbon.typical
    assert thick.open == thin.open > 0
    assert staying([thin, thick]) == (True, True)


def test_a_variant_draws_level_where_the_whole_roof_worked_out_again_says_so():
    """The thickness that is found gives the U that is built; where nothing does, that is said."""
    project, engine = demo(), analyser()
    built = engine.analyse(project, "figures")
    variant = "lab-closed"
    asked = LEVELS.reads(built.reader, f"laboratory|{variant}")
    levels = LEVELS.work(asked, unwatched)
    assert {level.figure for level in levels} == {"U", "first cost", "carbon"}
    other = in_place(project, variant)
    target = built.of("laboratory").figures.whole
    found = [(level, level.at) for level in levels if level.figure == "U" and level.at is not None]
    assert found
    for level, at in found:
        assert level.low < at < level.high
        layer = next(
            x for x in engine.analyse(other).of("laboratory").roof.layers if x.name == level.lever
        )
        changed = set_thickness(other, "lab-low-slope", layer.id, at)
        again = engine.analyse(changed, "figures").of("laboratory").figures.whole
        assert again == pytest.approx(target, rel=2e-3)
    assert any(level.at is None for level in levels)


def test_the_whole_job_of_each_variant_is_what_it_would_be_built():
    project, engine = demo(), analyser()
    built = engine.analyse(project, "figures")
    jobs = dict(WHOLE_JOBS.work(WHOLE_JOBS.reads(built.reader, "laboratory"), unwatched))
    assert list(jobs) == [BUILT, "lab-closed"]
    assert jobs[BUILT] == job_of(built, "laboratory")
    assert jobs["lab-closed"] == job_of(
        engine.analyse(in_place(project, "lab-closed"), "figures"), "laboratory"
    )
    assert jobs[BUILT].life.typical > jobs[BUILT].cost.typical
