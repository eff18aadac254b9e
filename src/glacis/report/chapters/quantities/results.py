# SPDX-License-Identifier: GPL-3.0-or-later
"""The bill, weights, cost, carbon and years in the results."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE
from glacis.core.quantities.measures import told
from glacis.core.quantities.parts import BILL, COST, LATER, STACKS, WEIGHT
from glacis.core.quantities.spread import Spread
from glacis.report.offers import Key, Section


def _spread(spread: Spread) -> dict[str, float]:
    return {
        "low": spread.low, "typical": spread.typical, "high": spread.high, "likely_low": spread.likely_low,
        "likely_high": spread.likely_high,
    }  # fmt: skip


def _bill(results: Results) -> list[dict[str, Any]]:
    bill, cost = results.value(BILL, WHOLE), results.value(COST, WHOLE)
    costs = {line.id: line for line in cost.lines}
    found = []
    for line in bill.bought:
        mine = costs[line.id]
        found.append(
            {
                "id": line.id,
                "section": line.section,
                "name": told(line.name, "si"),
                "key": line.key,
                "unit": line.unit,
                "net": line.net,
                "lap": line.lap,
                "cut": line.cut,
                "spare": line.spare,
                "gross": line.gross,
                "packs": bill.packs(line),
                "kg": mine.mass,
                "cost": list(mine.material) if mine.material is not None else None,
                "labour": list(mine.labour) if mine.labour is not None else None,
                "hours": list(mine.hours),
                "carbon": list(mine.carbon) if mine.carbon is not None else None,
                "places": {
                    "areas": list(line.places.areas),
                    "layer": line.places.layer or None,
                    "edges": list(line.places.pieces),
                    "thing": line.places.thing or None,
                },
                "origin": line.origin,
                "assumed": [told(words, "si") for words in line.assumed],
            }
        )
    return found


def _orders(results: Results) -> list[dict[str, Any]]:
    bill, cost = results.value(BILL, WHOLE), results.value(COST, WHOLE)
    return [
        {
            "key": order.key,
            "name": told(order.name, "si"),
            "unit": order.unit,
            "gross": order.gross,
            "pack": order.pack or None,
            "packs": order.packs,
            "bought": order.bought,
            "kg": order.mass,
            "cost": list(found.cost) if found.by else None,
            "carbon": list(found.carbon) if found.carbon is not None else None,
            "exact": order.exact,
            "gap": order.gap,
        }
        for order, found in zip(bill.orders, cost.orders, strict=True)
    ]


def _project(results: Results, _subject: str) -> dict[str, Any]:
    bill, cost, later = (
        results.value(BILL, WHOLE),
        results.value(COST, WHOLE),
        results.value(LATER, WHOLE),
    )
    return {
        "bill": _bill(results),
        "orders": _orders(results),
        "none_needed": [{"id": line.id, "why": line.why} for line in bill.none_needed],
        "first_cost": {
            **_spread(cost.total),
            "unpriced": list(cost.unpriced),
            "no_rate": list(cost.unpaid),
        },
        "embodied_carbon": {
            **_spread(cost.carbon.made),
            "bound_apart": cost.carbon.bound,
            "uncounted": list(cost.uncounted),
        },
        "life": {
            "horizon": later.ledger.ahead.horizon,
            "undiscounted": later.ledger.undiscounted,
            "present": later.ledger.present,
            "rest": later.ledger.rest,
            "P10": later.spread.low,
            "P50": later.spread.middle,
            "P90": later.spread.high,
            "runs": later.spread.runs,
            "seed": later.spread.seed,
            "years": [{"year": y, "amount": a, "present": p} for y, a, p in later.ledger.by_year()],
        },
        "stacks": [
            {
                "id": stack.stated.id,
                "name": stack.stated.name,
                "area": stack.stated.area,
                "kg_m2": stack.load,
                "allowed_kg_m2": stack.stated.allowed or None,
                "inside": stack.inside,
                "holds": stack.holds,
            }
            for stack in results.value(STACKS, WHOLE)
        ],
    }


BILL_SECTION = Section(
    "project",
    (
        Key(("bill",), "", "every line in which something is bought, below"),
        Key(("orders",), "", "what to order by product, packs rounded once, below"),
        Key(("none_needed",), "", "places that need nothing of their own, and why"),
        Key(
            ("first_cost",),
            "",
            "low, typical, high and likely; what has no price and trades without a rate",
        ),
        Key(("embodied_carbon",), "kg CO2e", "A1 to A3; what wood binds stands apart"),
        Key(("life",), "", "the years after: present value, draws, years"),
        Key(("stacks",), "", "stacks on the deck against the engineer's number"),
    ),
    _project,
    more="""## Quantities

`bill`: `id` (place and layer or step), `section`, `name`, `key` it is priced by, `unit` (`m2`, `m`, `m3`, `kg` or
`item`), `net`, `lap`, `cut`, `spare` and their sum `gross`, `packs` (its share of the product's packs), `kg` bought,
`cost` and `labour` [low, typical, high] (null where nobody states a price or rate), `hours`, `carbon` [kg CO2e],
`places` (`areas`, `layer`, `edges`, `thing`), `origin` (`derived` or `user`), `assumed`.

`orders`: `key`, `gross`, `pack`, `packs`, `bought`, `kg`, `cost`, `carbon`; `exact` says that no other way of cutting
takes less, else `gap` tells how far the bound lies below.

`life`: `undiscounted` and `present` less what is left (`rest`) at the `horizon`; `P10`, `P50`, `P90` over seeded draws.

`weights` by area [kg/m² of slope]: `dry`, `saturated`, `snow`, `slid`, `most`, `removed`, `allowed`, `layers`, and
`members` that carry it [kg/m].
""",
)


def _area(results: Results, area: str) -> dict[str, Any]:
    weight = results.value(WEIGHT, area)
    return {
        "weights": {
            "true_area_m2": weight.true_area, "dry": weight.dry, "saturated": weight.saturated, "snow": weight.snow,
            "slid": weight.slid, "most": weight.most, "removed": weight.removed, "allowed": weight.allowed or None,
            "layers": [{"layer": layer, "kg_m2": mass} for layer, mass in weight.layers],
            "members": [
                {"layer": each.layer, "spacing_m": each.spacing, "dry_kg_m": each.dry, "most_kg_m": each.most}
                for each in weight.carried
            ],
        }
    }  # fmt: skip


AREA_SECTION = Section(
    "area",
    (Key(("weights",), "kg/m²", "dry, saturated, with snow, by layer and on members"),),
    _area,
)
