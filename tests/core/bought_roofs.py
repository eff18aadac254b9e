# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs about whose buying something is stated: for every rule one that trips it, and one that just does not."""

from typing import Any

from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.falls import Burden, Falls, Outlet
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, SolidLayer
from glacis.core.model.quantities import (
    Costing,
    Laying,
    Override,
    Price,
    Quantities,
    Stack,
)
from support import roof_project

DECK = SolidLayer(id="deck", material="plywood", thickness=0.021)
BARRIER = MembraneLayer(id="barrier", material="bitumen-aluminium-barrier")
FOAM = SolidLayer(id="foam", material="eps-white", thickness=0.2)
SHEET = MembraneLayer(id="sheet", material="epdm-sheet")
GRAVEL = SolidLayer(id="gravel", material="gravel-ballast", thickness=0.06)
WOOL = SolidLayer(
    id="wool", material="stone-wool-batt", thickness=0.2,
    framing=Framing(material="softwood-dense", width=0.08, spacing=0.6),
)  # fmt: skip
UNDERLAY = MembraneLayer(id="underlay", material="underlay-open")
BATTENS = AirLayer(
    id="battens", thickness=0.04, ventilation="well",
    framing=Framing(material="softwood-dense", width=0.06, spacing=0.6),
)  # fmt: skip
SLATE = SolidLayer(id="slate", material="slate", thickness=0.008)
STEEL = SolidLayer(id="steel", material="steel-sheet", thickness=0.0006)
PALLET = Stack(
    id="s", name="Pallet", area="a", at=(5.0, 2.5), mass=480.0, length=1.2, width=0.8, allowed=500.0
)


def flat(**values: Any) -> Project:
    return replace(
        roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2), quantities=Quantities(**values)
    )


def pitched(covering: SolidLayer = SLATE, **values: Any) -> Project:
    project = roof_project(WOOL, UNDERLAY, BATTENS, covering, pitch=35)
    return replace(project, quantities=Quantities(**values))


def with_stack(**values: Any) -> Project:
    return flat(stacks=(replace(PALLET, **values),))


def bearing(strength: float) -> Project:
    drained = Falls(
        area="a", means="tapered", fall=0.02, outlets=(Outlet(id="o", name="Outlet", at=(5.0, 2.5)),),
        burden=Burden(strength=strength),
    )  # fmt: skip
    return replace(with_stack(), falls=(drained,))


def ballasted(permanent: float) -> Project:
    project = roof_project(DECK, BARRIER, FOAM, SHEET, GRAVEL, pitch=2)
    drained = Falls(
        area="a", means="structure", fall=0.02, outlets=(Outlet(id="o", name="Outlet", at=(5.0, 2.5)),),
        burden=Burden(permanent=permanent),
    )  # fmt: skip
    return replace(
        project, falls=(drained,), quantities=Quantities(costing=Costing(currency="EUR"))
    )


def below_metal(covering: SolidLayer) -> Project:
    """A low roof beside the eaves of a pitched one, in a snowy place."""
    project = pitched(covering, costing=Costing(currency="EUR"))
    high = replace(project.areas[0], level=6.0)
    low_layers = roof_project(DECK, BARRIER, FOAM, SHEET, pitch=2)
    low = replace(
        low_layers.areas[0],
        id="low",
        name="Low",
        assembly="flat",
        outline=((0.0, -4.0), (10.0, -4.0), (10.0, 0.0), (0.0, 0.0)),
        level=3.0,
        pitch=2.0,
    )
    flat_one = replace(low_layers.assemblies[0], id="flat")
    return replace(
        project,
        areas=(high, low),
        assemblies=(*project.assemblies, flat_one),
        site=replace(project.site, snow=0.4),
    )


def priced(**values: Any) -> Price:
    return Price(
        **{
            "key": "epdm-sheet",
            "unit": "m2",
            "low": 10.0,
            "typical": 12.0,
            "high": 15.0,
            "currency": "EUR",
            **values,
        }
    )


def dated(dated: str) -> Project:
    return flat(prices=(priced(dated=dated),), costing=Costing(currency="EUR", dated="2026-11-20"))


def by_hand(derived: float) -> Project:
    return flat(
        overrides=(
            Override(line="a/sheet", quantity=60.0, derived=derived, reason="measured on site"),
        )
    )


def slated_over(life: float) -> Project:
    lives = priced(key="underlay-open", life=(life - 5, life, life + 5))
    return pitched(prices=(lives, priced(key="slate", unit="m2", life=(60.0, 80.0, 100.0))))


NET = 50.0 / 0.9993908270190958
"""True area of the test roof at 2° [m²]."""
TRIPS: dict[str, Project] = {
    "quantities.stack-outside": with_stack(at=(0.3, 2.5)),
    "quantities.stack-heavy": with_stack(mass=481.0),
    "quantities.stack-unknown": with_stack(allowed=0.0),
    "quantities.stack-crushes": bearing(4900.0),
    "quantities.snow-slides": below_metal(STEEL),
    "quantities.mixed-money": flat(prices=(priced(), priced(key="eps-white", unit="m3", currency="USD"))),
    "quantities.old-prices": dated("2025-11-15"),
    "quantities.pack-odd": flat(prices=(priced(pack=9.0),)),
    "quantities.moved-on": by_hand(45.0),
    "quantities.against-fall": pitched(layings=(Laying(area="a", layer="underlay", direction=90.0),)),
    "quantities.shorter-lived": slated_over(47.0),
    "quantities.not-laid": pitched(costing=Costing(currency="EUR")),
}  # fmt: skip
NEAR: dict[str, Project] = {
    "quantities.stack-outside": with_stack(at=(0.6, 2.5)),
    "quantities.stack-heavy": with_stack(),
    "quantities.stack-unknown": with_stack(),
    "quantities.stack-crushes": bearing(4910.0),
    "quantities.snow-slides": below_metal(SLATE),
    "quantities.mixed-money": flat(prices=(priced(), priced(key="eps-white", unit="m3"))),
    "quantities.old-prices": dated("2025-11-25"),
    "quantities.pack-odd": flat(prices=(priced(pack=9.1),)),
    "quantities.moved-on": by_hand(NET),
    "quantities.against-fall": pitched(layings=(Laying(area="a", layer="underlay", direction=0.0),)),
    "quantities.shorter-lived": slated_over(48.0),
    "quantities.not-laid": pitched(STEEL, costing=Costing(currency="EUR")),
}  # fmt: skip
