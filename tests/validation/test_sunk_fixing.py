# SPDX-License-Identifier: GPL-3.0-or-later
"""The heat round a screw sunk in a plastic tube, by the field: which reading of F.3 it bears out."""

from math import pi, sqrt

import numpy as np
import pytest
from scipy.sparse import coo_matrix
from scipy.sparse.linalg import spsolve

from glacis.core.model.document import FixingSet, Imperfections
from glacis.core.model.layers import SolidLayer
from support import analysed, own_material, roof_project

DEPTH, WOOL, STEEL = 0.2, 0.038, 50.0
SHAFT, COUNT = 0.0048, 5.0
INSIDE, OUTSIDE = 0.10, 0.04
DECK = 0.001
PLATE = (0.04, 0.001)
"""Steel plate under the head: diameter and thickness [m]."""


def loss(metal: float, head: bool = False, rings: int = 70, planes: int = 200) -> float:
    """U [W/(m²·K)] of the ground that one screw holds, a cylinder in rings and planes.

    Args:
        metal: length of the shaft from the steel deck [m].
        head: whether a steel plate sits on its end.
        rings: of the cylinder, finer towards the shaft.
        planes: of the insulation.
    """
    outer = sqrt(1 / COUNT / pi)
    edges = np.concatenate(
        (
            [0.0, SHAFT / 4, SHAFT / 2],
            SHAFT / 2 + (outer - SHAFT / 2) * np.linspace(0, 1, rings)[1:] ** 3,
        )
    )
    area = pi * np.diff(edges**2)
    middle = (edges[1:] + edges[:-1]) / 2
    steps = np.concatenate((np.full(2, DECK / 2), np.full(planes, DEPTH / planes)))
    height = np.cumsum(steps) - steps / 2 - DECK
    conductivity = np.full((len(area), len(steps)), WOOL)
    conductivity[:, height < 0] = STEEL
    conductivity[np.ix_(middle < SHAFT / 2, height < metal)] = STEEL
    plate = (height < metal) & (height > metal - PLATE[1])
    if head:
        conductivity[np.ix_(middle < PLATE[0] / 2, plate)] = STEEL
    number = np.arange(conductivity.size).reshape(conductivity.shape)
    rows, columns, values = [], [], []

    def link(a, b, conductance):
        for i, j, v in (
            (a, a, conductance),
            (b, b, conductance),
            (a, b, -conductance),
            (b, a, -conductance),
        ):
            rows.append(i.ravel())
            columns.append(j.ravel())
            values.append(v.ravel())

    half = steps / 2 / conductivity
    up = area[:, None] / (half[:, 1:] + half[:, :-1])
    link(number[:, :-1], number[:, 1:], up)
    near = np.log(edges[1:-1] / middle[:-1])[:, None] / conductivity[:-1]
    far = np.log(middle[1:] / edges[1:-1])[:, None] / conductivity[1:]
    link(number[:-1], number[1:], 2 * pi * steps / (near + far))
    warm = area / (INSIDE + half[:, 0])
    cold = area / (OUTSIDE + half[:, -1])
    for place, conductance in ((number[:, 0], warm), (number[:, -1], cold)):
        rows.append(place)
        columns.append(place)
        values.append(conductance)
    matrix = coo_matrix(
        (np.concatenate(values), (np.concatenate(rows), np.concatenate(columns)))
    ).tocsc()
    source = np.zeros(conductivity.size)
    source[number[:, 0]] = warm
    theta = spsolve(matrix, source)
    return float((cold * theta[number[:, -1]]).sum() / area.sum())


def by_glacis(recess: float) -> float:
    """dU_f [W/(m²·K)] of the same roof."""
    wool = own_material(id="wool", conductivity=WOOL, roles=("insulation",))
    project = roof_project(
        SolidLayer(id="w", material="wool", thickness=DEPTH), materials=(wool,), pitch=0,
        imperfections=Imperfections(
            fixing="counted", fixings=FixingSet(diameter=SHAFT, per_area=COUNT, recess=recess)
        ),
    )  # fmt: skip
    return analysed(project).roof.heat.corrections.fixings.value


def added(metal: float, head: bool) -> float:
    """dU_f [W/(m²·K)] by the field."""
    return loss(metal, head) - loss(0.0)


def test_the_field_without_a_screw_is_exact():
    plain = INSIDE + DECK / STEEL + DEPTH / WOOL + OUTSIDE
    assert loss(0.0) == pytest.approx(1 / plain, rel=1e-9)


def test_the_field_converges():
    coarse = loss(0.06, True, 35, 100) - loss(0.0, False, 35, 100)
    assert coarse == pytest.approx(added(0.06, True), rel=0.1)


@pytest.mark.parametrize("metal", [0.03, 0.06, 0.1, 0.15, DEPTH])
def test_a_fixing_lies_between_a_bare_shaft_and_one_with_a_plate(metal):
    """With the length of metal in divisor and R_1, as F.3 is read here."""
    assert added(metal, False) < by_glacis(DEPTH - metal) < 1.15 * added(metal, True)


@pytest.mark.parametrize("metal", [0.03, 0.06, 0.1])
def test_the_other_readings_lie_outside_the_field(metal):
    mine = by_glacis(DEPTH - metal)
    with_whole_layer = mine * DEPTH / metal
    with_whole_divisor = mine * metal / DEPTH
    assert with_whole_layer > 1.5 * added(metal, True)
    assert with_whole_divisor < added(metal, False)
