# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about how layers are laid and how long they last beside each other."""

from collections.abc import Iterator
from functools import partial

from glacis.core.judgement.by_quantities import QuantitiesSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.model.document import Material, Project
from glacis.core.model.quantities import Price
from glacis.core.quantities.change import lay
from glacis.core.quantities.cost import life_of
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.plans import SHEDS, runs_loose
from glacis.core.quantities.rules.asked import plain, says
from glacis.core.units.quantities import Quantity

MUCH_SHORTER = 0.6
"""A layer that lasts less than this share of what lies on it takes that off with it [-]; our judgement."""


def _against(subject: QuantitiesSubject) -> Iterator[Finding]:
    areas = {
        area.id: (area, items) for area, items in zip(subject.areas, subject.counted, strict=True)
    }
    for laying in subject.stated.layings:
        area, items = areas.get(laying.area, (None, ()))
        item = next((item for item in items if item.layer.id == laying.layer), None)
        if area is None or item is None or item.how != "rolls" or laying.direction is None:
            continue
        if area.pitch >= SHEDS and runs_loose(item.layer) and abs(laying.direction) % 180 > 0.5:
            yield says(
                "quantities.against-fall",
                "stop",
                f"{plain(item.layer.name)} is rolled out across the slope of {{0}}: its loose laps "
                "lie against the water.",
                Evidence("pitch", area.pitch, Quantity.ANGLE),
                area=area.id,
                layers=(item.layer.id,),
            )


def _along(_project: Project, _subject: QuantitiesSubject, finding: Finding) -> tuple[Remedy, ...]:
    layer = finding.layers[0]
    return (
        Remedy(
            "Roll it out along the eaves",
            partial(lay, area=finding.area, layer=layer, direction=None),
        ),
    )


AGAINST = Rule(
    "quantities.against-fall",
    "Laps against the fall",
    "quantities",
    "stop",
    "A loose lap sheds only what runs over it from above.",
    "Our judgement after common practice of underlays",
    _against,
    _along,
    "quantities",
)


def _covered(items: tuple[Counted, ...]) -> list[tuple[Material, str, str]]:
    return [
        (item.layer.material, item.layer.id, item.product.id if item.product is not None else "")
        for item in items
        if item.layer.material is not None
        and (item.layer.has_role("water") or item.layer.has_role("covering"))
    ]


def _shorter(subject: QuantitiesSubject) -> Iterator[Finding]:
    prices: dict[str, Price] = {price.key: price for price in subject.stated.prices}
    told = set()
    for area, items in zip(subject.areas, subject.counted, strict=True):
        keeps = _covered(items)
        for (inner, layer, inner_id), (outer, _, outer_id) in zip(keeps, keeps[1:], strict=False):
            low, assumed = life_of(prices.get(inner_id) or prices.get(inner.id), inner)
            high, _ = life_of(prices.get(outer_id) or prices.get(outer.id), outer)
            if low[1] < MUCH_SHORTER * high[1] and (area.assembly, layer) not in told:
                told.add((area.assembly, layer))
                words = "is taken to last" if assumed else "lasts"
                yield says(
                    "quantities.shorter-lived",
                    "note",
                    f"{plain(inner.name)} {words} about {low[1]:.0f} years under {plain(outer.name)} "
                    f"that lasts {high[1]:.0f}: the outer one "
                    "has to come off for it once.",
                    area=area.id,
                    layers=(layer,),
                )


SHORTER = Rule(
    "quantities.shorter-lived",
    "Short-lived under long-lived",
    "quantities",
    "note",
    "What lies inside is replaced at the price of what lies on it.",
    "ISO 15686-5:2017: replacement with what must come off with it; lives are assumed until stated",
    _shorter,
    no_remedies,
    "quantities",
)


def _not_laid(subject: QuantitiesSubject) -> Iterator[Finding]:
    for area, items in zip(subject.areas, subject.counted, strict=True):
        for item in items:
            if item.how == "units" and item.layer.has_role("covering"):
                yield says(
                    "quantities.not-laid",
                    "note",
                    f"{plain(item.layer.name)} is counted by its area: choose what it is laid of in "
                    "Set-out, and pieces are counted one by one.",
                    area=area.id,
                    layers=(item.layer.id,),
                )


NOT_LAID = Rule(
    "quantities.not-laid",
    "Counted by area only",
    "quantities",
    "note",
    "Cut pieces, courses and verges are not in a figure by the square metre.",
    "Our judgement: only pieces that are laid are counted",
    _not_laid,
    no_remedies,
    "quantities",
)
RULES = (AGAINST, SHORTER, NOT_LAID)
