# SPDX-License-Identifier: GPL-3.0-or-later
"""Members that cross: the product of their shares against heat in three dimensions."""

import pytest

from glacis.core.model.layers import Framing, SolidLayer
from support import analysed, roof_project
from validation.conduction_3d import Block, resistance
from validation.framings import FIBRE, GYPSUM, UP_IN, UP_OUT, WOOD, WOOL

FILMS = (UP_IN, UP_OUT)
FINE = 0.0075
"""Cells at which another halving moves R by less than 0.1 % [m]."""
CASES = [
    # rafter width, rafter spacing, depth, batten width, batten spacing, depth of the counter layer
    (0.08, 0.6, 0.16, 0.06, 0.4, 0.06),
    (0.06, 0.6, 0.20, 0.06, 0.6, 0.04),
    (0.045, 0.4, 0.14, 0.045, 0.4, 0.045),
]


def blocks_of(case: tuple[float, ...]) -> tuple[Block, ...]:
    width, spacing, depth, batten, centres, counter = case
    x, y = spacing / 2, centres / 2
    z0, z1, z2 = 0.0125, 0.0125 + counter, 0.0125 + counter + depth
    return (
        Block((0, 0, 0), (x, y, z0), GYPSUM),
        Block((0, 0, z0), (x, y, z1), WOOL),
        Block((0, 0, z0), (x, batten / 2, z1), WOOD),
        Block((0, 0, z1), (x, y, z2), WOOL),
        Block((0, 0, z1), (width / 2, y, z2), WOOD),
        Block((0, 0, z2), (x, y, z2 + 0.035), FIBRE),
    )


def layers_of(case: tuple[float, ...]) -> tuple[SolidLayer, ...]:
    width, spacing, depth, batten, centres, counter = case

    def wood(face: float, gap: float) -> Framing:
        return Framing(material="softwood-dense", width=face, spacing=gap)

    return (
        SolidLayer(id="g", material="gypsum-board", thickness=0.0125),
        SolidLayer(
            id="c", material="stone-wool-batt", thickness=counter, framing=wood(batten, centres)
        ),
        SolidLayer(
            id="r", material="stone-wool-batt", thickness=depth, framing=wood(width, spacing)
        ),
        SolidLayer(id="o", material="wood-fibre-board", thickness=0.035),
    )


def test_plain_layers_are_exact_in_three_dimensions_too():
    blocks = (
        Block((0, 0, 0), (0.3, 0.2, 0.1), 0.04),
        Block((0, 0, 0.1), (0.3, 0.2, 0.12), 0.13),
    )
    expected = UP_IN + 0.1 / 0.04 + 0.02 / 0.13 + UP_OUT
    assert resistance(blocks, FILMS, 0.05) == pytest.approx(expected, rel=1e-9)


@pytest.mark.parametrize("case", CASES, ids=lambda case: "-".join(f"{v * 1000:g}" for v in case))
def test_crossing_members_lie_within_the_stated_error(case):
    heat = analysed(roof_project(*layers_of(case))).roof.heat
    truth = resistance(blocks_of(case), FILMS, FINE)
    assert heat.lower * (1 - 5e-3) <= truth <= heat.upper * (1 + 5e-3)
    assert abs(heat.main.total - truth) / truth <= heat.main.error + 5e-3


def test_the_solver_converges_as_its_cells_shrink():
    coarse, middle, fine = (resistance(blocks_of(CASES[0]), FILMS, c) for c in (0.04, 0.02, 0.01))
    assert abs(fine - middle) < 0.7 * abs(middle - coarse)
    assert resistance(blocks_of(CASES[0]), FILMS, FINE) == pytest.approx(fine, rel=1e-3)


def test_taking_crossing_members_for_aligned_ones_would_be_wrong():
    case = CASES[0]
    crossing = analysed(roof_project(*layers_of(case))).roof.heat.main.total
    plain, counter, rafters, over = layers_of(case)
    from msgspec.structs import replace

    framing = replace(counter.framing, spacing=case[1], aligned_with="r")
    aligned = (plain, replace(counter, framing=framing), rafters, over)
    same_share = replace(framing, share=case[3] / case[4])
    in_line = analysed(
        roof_project(plain, replace(counter, framing=same_share), rafters, over)
    ).roof.heat.main.total
    assert in_line < crossing
    assert analysed(roof_project(*aligned)).roof.heat.main.total != pytest.approx(crossing)
