# SPDX-License-Identifier: GPL-3.0-or-later
"""Variants for the whole job, and what would have to change about one for it to draw level with what is built."""

from collections.abc import Callable, Iterator
from functools import partial

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.analysis.again import Known, known_to, results_again
from glacis.core.analysis.results import Results
from glacis.core.errors import GlacisError
from glacis.core.graph.part import WHOLE, LongPart, Progress
from glacis.core.graph.reader import Reader
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.core.model.quantities import Price
from glacis.core.model.variants import in_place, variants_of
from glacis.core.order.parts import PLAN
from glacis.core.order.whole_job import WholeJob, whole_job
from glacis.core.quantities.change import put_price
from glacis.core.quantities.choices import level_at
from glacis.core.quantities.parts import COST, LATER

BUILT = ""
"""Stands for what is built among ids of variants."""
THIN, THICK = 0.01, 0.5
"""Between what thicknesses of a layer of insulation it is sought [m]; our judgement."""
DEAR = 4.0
"""Up to how many times its price a product is sought; our judgement."""
DEAREST = 3
"""So many of the products it costs most for are varied; our judgement."""
CLOSE = 1e-3
"""How closely it is sought, as a share; our judgement: prices and thicknesses are not known better."""
SPLIT = "|"


class AskedOf(Struct, frozen=True):
    """A question about an area and all that it follows from: ``variant`` is the one asked about, if one is."""

    known: Known
    area: str
    variant: str = BUILT


class Level(Struct, frozen=True):
    """Where a variant draws level with what is built.

    Attributes:
        figure: ``U``, ``first cost`` or ``carbon``.
        lever: what would have to change, in words.
        kind: thickness [m] or price [money by ``unit``].
        unit: that a price is for; empty for a thickness.
        now: as it is.
        at: where it draws level; None for nowhere between the bounds.
        low: bound.
        high: bound.
    """

    figure: str
    lever: str
    kind: str
    unit: str
    now: float
    at: float | None
    low: float
    high: float


class Lever(Struct, frozen=True):
    """Something about a variant that could be otherwise, and the figures that it moves."""

    words: str
    kind: str
    unit: str
    now: float
    bounds: tuple[float, float]
    figures: tuple[str, ...]
    change: Callable[[float], Project]


def job_of(results: Results, area: str) -> WholeJob:
    """Sums of the whole job as results have it, with U of an area."""
    heat = results.of(area).figures.whole
    later = results.value(LATER, WHOLE)
    return whole_job(heat, results.value(COST, WHOLE), results.value(PLAN, WHOLE), later)


def _jobs(asked: AskedOf, progress: Progress) -> tuple[tuple[str, WholeJob], ...]:
    results = results_again(asked.known)
    project = results.project
    assembly = results.of(asked.area).roof.assembly.id
    kept = variants_of(project, assembly)
    found = []
    for done, variant in enumerate((None, *kept)):
        name = "what is built" if variant is None else variant.name
        progress(done / (1 + len(kept)), name)
        other = results if variant is None else results.beside(in_place(project, variant.id))
        found.append((BUILT if variant is None else variant.id, job_of(other, asked.area)))
    return tuple(found)


def _figure(results: Results, area: str, figure: str) -> float:
    if figure == "U":
        return results.of(area).figures.whole
    cost = results.value(COST, WHOLE)
    return cost.total.typical if figure == "first cost" else cost.carbon.made.typical


def levers_of(results: Results, area: str) -> Iterator[Lever]:
    """What could be otherwise about an area's build-up: thicknesses of insulation, prices of what it costs most for."""
    roof, project = results.of(area).roof, results.project
    for layer in roof.layers:
        if layer.is_insulation and layer.kind == "solid":
            change = partial(set_thickness, project, roof.assembly.id, layer.id)
            figures = ("U", "first cost", "carbon")
            yield Lever(
                layer.name, "thickness", "", layer.thickness, (THIN, THICK), figures, change
            )
    materials = {layer.material.id for layer in roof.layers if layer.material is not None}
    prices = {price.key: price for price in project.quantities.prices if price.key in materials}
    orders = [order for order in results.value(COST, WHOLE).orders if order.key in prices]
    for order in sorted(orders, key=lambda each: -each.cost[1])[:DEAREST]:
        price = prices[order.key]
        if price.typical > 0:
            bounds = (0.0, DEAR * price.typical)
            yield Lever(
                price.name or price.key, "price", price.unit, price.typical, bounds, ("first cost",),
                partial(_priced, project, price),
            )  # fmt: skip


def _priced(project: Project, price: Price, typical: float) -> Project:
    """Low and high move with it."""
    share = typical / price.typical
    return put_price(
        project, replace(price, typical=typical, low=price.low * share, high=price.high * share)
    )


def _levels(asked: AskedOf, progress: Progress) -> tuple[Level, ...]:
    results = results_again(asked.known)
    other = results.beside(in_place(results.project, asked.variant))
    levers = tuple(levers_of(other, asked.area))
    steps = [(lever, figure) for lever in levers for figure in lever.figures]
    found = []
    for done, (lever, figure) in enumerate(steps):
        progress(done / max(1, len(steps)), f"{figure} by {lever.words}")
        target = _figure(results, asked.area, figure)
        at = _drawn_level(other, asked.area, lever, figure, target)
        found.append(
            Level(figure, lever.words, lever.kind, lever.unit, lever.now, at, *lever.bounds)
        )
    return tuple(found)


def _drawn_level(
    results: Results, area: str, lever: Lever, figure: str, target: float
) -> float | None:
    def told(value: float) -> float:
        return _figure(results.beside(lever.change(value)), area, figure)

    try:
        return level_at(told, target, *lever.bounds, CLOSE)
    except GlacisError:  # a bound that this roof cannot take
        return None


def _asked(reader: Reader, subject: str) -> AskedOf:
    area, _, variant = subject.partition(SPLIT)
    return AskedOf(known_to(reader), area, variant)


WHOLE_JOBS: "LongPart[AskedOf, tuple[tuple[str, WholeJob], ...]]" = LongPart(
    "whole job of variants", _asked, _jobs
)
"""Sums of the whole job for what is built and each variant of an area, by its id."""
LEVELS: "LongPart[AskedOf, tuple[Level, ...]]" = LongPart("what draws level", _asked, _levels)
"""What would have to change about a variant; the subject is ``area|variant``."""
