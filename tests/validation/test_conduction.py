# SPDX-License-Identifier: GPL-3.0-or-later
"""The combined method against heat that really spreads: two-dimensional conduction."""

import pytest

from support import analysed, roof_project
from validation.conduction import Patch, resistance
from validation.framings import FRAMINGS, UP_IN, UP_OUT, Framed

FILMS = (UP_IN, UP_OUT)


def true_resistance(roof: Framed, cell: float) -> float:
    return resistance(roof.patches, roof.width, roof.depth, FILMS, cell)


def test_the_solver_is_exact_for_plain_layers():
    patches = (Patch(0, 0.3, 0, 0.1, 0.04), Patch(0, 0.3, 0.1, 0.12, 0.13))
    expected = 0.10 + 0.1 / 0.04 + 0.02 / 0.13 + 0.04
    assert resistance(patches, 0.3, 0.12, FILMS, 0.02) == pytest.approx(expected, rel=1e-10)


def test_the_solver_converges_as_its_cells_shrink():
    coarse, middle, fine = (true_resistance(FRAMINGS[0], cell) for cell in (0.016, 0.008, 0.004))
    assert abs(fine - middle) < 0.6 * abs(middle - coarse)
    assert abs(fine - middle) < 0.004 * fine


@pytest.mark.parametrize("roof", FRAMINGS, ids=lambda roof: roof.name)
def test_the_truth_lies_between_the_limits_and_within_the_stated_error(roof: Framed):
    heat = analysed(roof_project(*roof.layers)).roof.heat
    truth = true_resistance(roof, 0.004)
    assert heat.lower * (1 - 2e-3) <= truth <= heat.upper * (1 + 2e-3)
    assert abs(heat.main.total - truth) / truth <= heat.main.error + 2e-3
