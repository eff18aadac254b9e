# SPDX-License-Identifier: GPL-3.0-or-later
"""What variants mean for the whole job, and which of them another beats."""

from hypothesis import given
from hypothesis import strategies as st

from glacis.core.graph.part import WHOLE
from glacis.core.model.edit import set_thickness
from glacis.core.order.parts import PLAN
from glacis.core.order.whole_job import WholeJob, staying, whole_job
from glacis.core.quantities.parts import COST
from glacis.core.quantities.spread import Spread
from support import analyser, demo

FIGURES = st.tuples(*(st.integers(1, 4) for _ in range(3)), st.sampled_from((1, 2, 3, None)))


def job(heat: float, cost: float, carbon: float, days: float | None) -> WholeJob:
    return WholeJob(heat, Spread(typical=cost), Spread(typical=carbon), days, 0)


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
        heat = results.of("laboratory").figures.whole
        return whole_job(heat, results.value(COST, WHOLE), results.value(PLAN, WHOLE))

    thin, thick = told(0.16), told(0.3)
    assert thick.heat < thin.heat
    assert thick.cost.typical > thin.cost.typical
    assert thick.carbon.typical > thin.carbon.typical
    assert thick.open == thin.open > 0
    assert staying([thin, thick]) == (True, True)
