# SPDX-License-Identifier: GPL-3.0-or-later
"""Solving for a target: what is proposed can be bought, meets the wish, and nothing better is missed."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.analysis.propose import with_options
from glacis.core.build_up.burdens import carbon_of, cost_of
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, SolidLayer
from glacis.core.thickness.returns import correction_thickness, returns_of
from glacis.core.thickness.solve import (
    Wish,
    exact_thickness,
    least_thickness,
    purchasable,
    solve,
    transmittance_at,
)
from support import analysed, analyser, demo, library, roof_project

RAFTERS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
LAYERS = (
    SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
    MembraneLayer(id="r", material="retarder-fixed-10"),
    SolidLayer(id="w", material="stone-wool-batt", thickness=0.16, framing=RAFTERS),
    SolidLayer(id="o", material="wood-fibre-board", thickness=0.035),
    MembraneLayer(id="u", material="underlay-open"),
    AirLayer(id="v", thickness=0.04, ventilation="well"),
    SolidLayer(id="s", material="slate", thickness=0.008),
)
PROJECT = roof_project(*LAYERS, pitch=40)
ROOF = analysed(PROJECT).roof


def whole(project, option):
    changed = with_options(project, project.assemblies[0].id, option)
    return analysed(changed).roof


@pytest.mark.parametrize("order", ["thickness", "weight", "cost", "carbon"])
def test_answers_meet_the_target_can_be_bought_and_are_ranked(order):
    answer = solve(ROOF, Wish(target=0.16, order=order))
    assert 1 <= len(answer.options) <= 8
    keys = []
    for option in answer.options:
        roof = whole(PROJECT, option)
        assert roof.heat.transmittance == pytest.approx(option.transmittance, rel=1e-12)
        assert option.transmittance <= 0.16 * (1 + 1e-9)
        assert roof.thickness == pytest.approx(option.thickness)
        assert roof.weight == pytest.approx(option.weight)
        assert roof.monthly.verdict == option.moisture
        assert option.cost == pytest.approx(cost_of(roof.layers))
        assert option.carbon == pytest.approx(carbon_of(roof.layers))
        for key, thickness in option.thicknesses:
            index = next(i for i, x in enumerate(ROOF.layers) if x.id == key)
            assert thickness in purchasable(ROOF.layers[index])
        keys.append({"thickness": option.thickness, "weight": option.weight,
                     "cost": sum(option.cost), "carbon": sum(option.carbon)}[order])  # fmt: skip
    assert keys == sorted(keys)


def test_the_thinnest_answer_is_found_among_all_pairs():
    target = 0.16
    inner, outer = ROOF.layers[2], ROOF.layers[3]
    every = [
        analysed(
            roof_project(
                *(replace(x, thickness=a) if x.id == "w" else replace(x, thickness=b) if x.id == "o" else x
                  for x in LAYERS),
                pitch=40,
            )
        ).roof
        for a in purchasable(inner)[::3]
        for b in purchasable(outer)[::3]
    ]  # fmt: skip
    best = min(r.thickness for r in every if r.heat.transmittance <= target)
    assert solve(ROOF, Wish(target=target)).options[0].thickness <= best + 1e-9


def test_limits_shut_answers_out_and_are_named():
    free = solve(ROOF, Wish(target=0.14))
    low = min(option.thickness for option in free.options)
    none = solve(ROOF, Wish(target=0.14, height=low - 0.001))
    assert none.options == ()
    assert none.binding == "height"
    kept = solve(ROOF, Wish(target=0.14, least_outside=0.5))
    assert all(option.outside >= 0.5 for option in kept.options)
    impossible = solve(ROOF, Wish(target=0.001))
    assert impossible.options == ()
    assert impossible.binding == "target"


@settings(max_examples=40, deadline=None)
@given(st.floats(min_value=0.09, max_value=0.4))
def test_the_exact_thickness_meets_the_target_exactly_and_the_bought_one_is_next(target):
    exact = exact_thickness(ROOF, 3, target)
    bought = least_thickness(ROOF, 3, target)
    if exact is not None and exact > 2e-4:
        assert transmittance_at(ROOF, 3, exact) == pytest.approx(target, rel=1e-6)
    if exact is None or bought is None:
        return
    series = purchasable(ROOF.layers[3])
    assert bought == min(t for t in series if t >= exact * (1 - 1e-6))


def test_returns_diminish():
    found = returns_of(ROOF)
    u_values = [point.transmittance for point in found.points]
    steps = [a - b for a, b in zip(u_values, u_values[1:], strict=False)]
    assert all(step > 0 for step in steps)
    assert all(later < earlier for earlier, later in zip(steps, steps[1:], strict=False))
    assert found.needed == pytest.approx(exact_thickness(ROOF, 2, ROOF.target))
    step = found.next
    assert step.saved > 0
    assert step.cost_years == pytest.approx(step.cost / (step.saved * ROOF.targets.heat_price))
    assert returns_of(analysed(roof_project(LAYERS[0])).roof) is None


def test_annual_loss_is_u_times_degree_hours():
    # By hand: sum of (20 - monthly mean) x days x 24 of the mild test climate.
    from glacis.core.climate.year import DAYS
    from support import MILD

    hours = sum((20 - t) * d * 24 for t, d in zip(MILD, DAYS, strict=True))
    assert ROOF.annual_loss == pytest.approx(ROOF.heat.transmittance * hours / 1000)


def test_corrections_are_told_in_millimetres():
    hall = next(a for a in analyser().analyse(demo()).areas if a.roof.area.id == "hall-south")
    thicker = correction_thickness(hall.roof)
    assert thicker is not None
    at = transmittance_at(hall.roof, 3, hall.roof.layers[3].thickness + thicker)
    assert at == pytest.approx(hall.roof.heat.clear_transmittance, rel=1e-6)
    assert correction_thickness(ROOF) == 0.0


def test_cost_and_carbon_add_up_over_layers_and_every_material_has_both():
    for material in library().materials:
        for low, high in (material.cost, material.carbon):
            assert 0 < low <= high, material.id
    slab = analysed(roof_project(SolidLayer(id="c", material="reinforced-concrete", thickness=0.2)))
    assert cost_of(slab.roof.layers) == pytest.approx((0.2 * 260, 0.2 * 420))
    assert carbon_of(slab.roof.layers) == pytest.approx((0.2 * 2300 * 0.12, 0.2 * 2300 * 0.24))
