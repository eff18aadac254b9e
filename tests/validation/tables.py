# SPDX-License-Identifier: GPL-3.0-or-later
"""The rows of docs/physics/validation.md, each worked out anew."""

from collections.abc import Iterator

from support import analysed, roof_project
from validation.conduction import resistance
from validation.conduction_3d import resistance as resistance_3d
from validation.framings import FRAMINGS, UP_IN, UP_OUT
from validation.test_conduction_3d import CASES, FINE, blocks_of, layers_of
from validation.test_uvalues import ALL, by_glacis


def hand_rows() -> Iterator[str]:
    """U by hand beside U by Glacis."""
    for roof in ALL:
        yield f"| {roof.name} | {roof.how} | {roof.expected:.4f} | {by_glacis(roof):.4f} |"


def framing_rows() -> Iterator[str]:
    """Members in one direction against two dimensions."""
    for framed in FRAMINGS:
        truth = resistance(framed.patches, framed.width, framed.depth, (UP_IN, UP_OUT), 0.004)
        yield _row(framed.name, framed.layers, truth)


def crossing_rows() -> Iterator[str]:
    """Members that cross against three dimensions."""
    for members in CASES:
        truth = resistance_3d(blocks_of(members), (UP_IN, UP_OUT), FINE)
        width, spacing, depth, batten, centres, counter = (value * 1000 for value in members)
        name = f"{width:g} × {depth:g} at {spacing:g}; {batten:g} × {counter:g} at {centres:g}"
        yield _row(name, layers_of(members), truth)


def _row(name: str, layers: tuple, truth: float) -> str:
    heat = analysed(roof_project(*layers)).roof.heat
    error = (heat.main.total / truth - 1) * 100
    return (
        f"| {name} | {heat.upper:.3f} | {truth:.3f} | {heat.lower:.3f} "
        f"| {heat.main.total:.3f} | {error:+.1f} | {heat.main.error * 100:.1f} |"
    )
