# SPDX-License-Identifier: GPL-3.0-or-later
"""Pull-out tests on a line for each substrate, with what both schools make of them."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.fixings.pull_out import Distribution, School, pulled
from glacis.core.fixings.resistance import samples
from glacis.core.model.fixings import PullOut
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import CUT, DIMENSION, FACE, Item, Line, Patch, Scene, Size, Text, shorten

F = Quantity.FORCE
LEFT, TOP, ROW = 150.0, 14.0, 116.0
SCHOOLS: tuple[tuple[School, Distribution, str], ...] = (
    ("predictive", "lognormal", "next test, logarithms"), ("predictive", "normal", "next test, normal"),
    ("tolerance75", "lognormal", "75\u2009% sure, logarithms"), ("tolerance75", "normal", "75\u2009% sure, normal"),
)  # fmt: skip


class PullOutsView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        tests: pull-outs of the project.
        system: units of the reader.
        gamma: partial factor that R_d is shown with [-].
    """

    tests: tuple[PullOut, ...]
    system: System
    gamma: float = 1.5


def substrates(tests: tuple[PullOut, ...]) -> tuple[str, ...]:
    """Names of the substrates, in the order of the tests."""
    return tuple(dict.fromkeys(test.substrate for test in tests))


def height_of(tests: tuple[PullOut, ...]) -> float:
    """Height that the drawing wants [pt]."""
    return TOP + ROW * max(1, len(substrates(tests))) + 20


def pull_outs_scene(view: PullOutsView, size: Size) -> Scene:
    """The whole drawing."""
    if not view.tests:
        words = "No pull-out test yet: add one below, or read a table."
        return Scene(
            size[0], size[1], (Text(size[0] / 2, size[1] / 2, words, 13, "second", "middle"),)
        )
    most = 1.1 * max(test.force for test in view.tests)
    items: list[Item] = []
    for k, substrate in enumerate(substrates(view.tests)):
        y = TOP + ROW * k
        if k and y + ROW > size[1]:
            break
        items += _substrate(view, substrate, y, (LEFT, max(size[0] - 230, LEFT + 100), most))
    return Scene(size[0], size[1], tuple(items))


def _substrate(
    view: PullOutsView, substrate: str, top: float, scale: tuple[float, float, float]
) -> Iterator[Item]:
    left, right, most = scale
    mine = samples(view.tests, substrate)
    yield Text(14, top + 12, shorten(substrate, LEFT - 20, 13), 13, "ink", "start", "semibold")
    yield Text(14, top + 29, f"{len(mine)} tests" if len(mine) != 1 else "1 test", 12, "second")
    y = top + 20

    def at(force: float) -> float:
        return left + (right - left) * force / most

    yield Line((left, y, right, y), "second", FACE)
    for k in range(5):
        x = at(most * k / 4)
        yield Line((x, y - 3, x, y + 3), "second", DIMENSION)
        yield Text(x, y - 8, with_unit(most * k / 4, F, view.system), 12, "second", "middle")
    for test in mine:
        x = at(test.force)
        yield Patch((x - 4, y, x, y - 5, x + 4, y, x, y + 5), "accent", "ink", DIMENSION)
    for number, (school, distribution, words) in enumerate(SCHOOLS):
        row = y + 22 + 19 * number
        yield from _school(view, mine, (school, distribution, words), row, (left, right, most))


def _school(
    view: PullOutsView, tests: tuple[PullOut, ...], how: tuple[School, Distribution, str], y: float,
    scale: tuple[float, float, float],
) -> Iterator[Item]:  # fmt: skip
    left, right, most = scale
    school, distribution, words = how
    yield Text(right + 14, y + 4, words, 12, "second")
    try:
        found = pulled([test.force for test in tests], school, distribution, view.gamma)
    except ValueRefused as refused:
        if school == "predictive" and distribution == "lognormal":
            yield Text(left, y + 4, shorten(str(refused), right - left, 12), 12, "mind")
        return
    ends = [
        left + (right - left) * value / most
        for value in (found.design, found.characteristic, found.centre)
    ]
    yield Line((ends[0], y, ends[2], y), "ink", DIMENSION)
    for x, ink in zip(ends, ("accent", "ink", "second"), strict=True):
        yield Line((x, y - 5, x, y + 5), ink, CUT)
    said = f"R_d {with_unit(found.design, F, view.system)}, k {plain(found.factor, 2)}"
    if ends[0] - left > 150:
        yield Text(ends[0] - 8, y + 4, said, 12, "ink", "end")
    else:
        yield Text(ends[2] + 8, y + 4, said, 12, "ink")
