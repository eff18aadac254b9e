# SPDX-License-Identifier: GPL-3.0-or-later
"""What is decided, measured, masked, cut open and delivered: no line of the bill buys it, and work waits for it."""

import pytest
from msgspec.structs import replace

from core.bought_roofs import (
    BARRIER,
    BATTENS,
    DECK,
    FOAM,
    PALLET,
    SHEET,
    SLATE,
    UNDERLAY,
    flat,
)
from core.low_roof import twelve
from glacis.core.graph.part import WHOLE
from glacis.core.model.document import Project
from glacis.core.model.fixings import AreaFixings, Bond, FixSet
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.core.model.quantities import Quantities
from glacis.core.order.parts import PLAN
from glacis.core.order.planned import Plan
from glacis.demo.shipped import shipped_demo
from support import analyser, roof_project

SPRAY = SolidLayer(id="spray", material="spray-foam-closed", thickness=0.08)
COAT = MembraneLayer(id="coat", material="silicone-coating")
BOARDING = SolidLayer(id="boarding", material="plywood", thickness=0.018)
OVER_ROOF = (DECK, UNDERLAY, BATTENS, BOARDING, SLATE)
GLUED = AreaFixings(
    area="a", sets=(FixSet(id="g", name="Glue", way=Bond(), holds="sheet", anchor="foam"),)
)
ROOFS = {
    "low": twelve,
    "rubber": lambda: flat(stacks=(PALLET,)),
    "sprayed": lambda: roof_project(DECK, SPRAY, COAT, pitch=2),
    "over-roof": lambda: roof_project(*OVER_ROOF, pitch=35),
    "glued": lambda: replace(
        roof_project(DECK, BARRIER, FOAM, SHEET, MembraneLayer(id="fleece", material="protection-fleece"), pitch=2),
        fixings=(GLUED,),
    ),
    "barn": lambda: shipped_demo("sallow-creek"),
    "station": lambda: shipped_demo("tern-point"),
}  # fmt: skip


def plan_of(project: Project) -> Plan:
    return analyser().analyse(project, "figures").value(PLAN, WHOLE)


@pytest.mark.parametrize(
    ("roof", "rule", "before", "after"),
    [
        ("low", 4, "a/falls-decided", "a/deck"),
        ("rubber", 17, "a/sheet-measured", "a/foam"),
        ("barn", 20, "barn-south/panel-order", "barn-south/core"),
        ("barn", 21, "barn-south/overhang-measured", "barn-south/underlay"),
        ("barn", 22, "barn-south/core", "ridge:barn-north+barn-south/ridge cap/void"),
        ("station", 22, "ridge:hall-north+hall-south/ridge cap/void", "ridge:hall-north+hall-south/ridge cap"),
        ("sprayed", 31, "a/masked", "a/spray"),
        ("over-roof", 32, "a/screen", "a/boarding"),
        ("over-roof", 33, "a/deck-trued", "a/battens"),
        ("station", 36, "upper-on-lower:corridor/splash pad or downpipe to the gutter", "hall-east/slate"),
        ("glued", 37, "a/sheet", "a/fleece"),
        ("rubber", 40, "a/load-check", "a/delivery/s"),
    ],
)  # fmt: skip
def test_work_waits_for_what_nobody_buys(roof, rule, before, after):
    plan = plan_of(ROOFS[roof]())
    assert plan.network is not None, plan.circle
    assert (before, after) in {
        (link.before, link.after) for link in plan.links if link.rule == rule
    }
    early = plan.network.earliest
    first, second = plan.at(before), plan.at(after)
    assert early[first] + plan.tasks[first].days[1] <= early[second] + 1e-9


@pytest.mark.parametrize("roof", ["sprayed", "over-roof", "glued"])
def test_roofs_without_rubber_panels_or_stacks_are_not_asked_for_them(roof):
    ids = {task.id for task in plan_of(ROOFS[roof]()).tasks}
    assert not {"a/panel-order", "a/overhang-measured", "a/delivery/s", "a/falls-decided"} & ids
    assert ("a/sheet-measured" in ids) == (roof == "glued")


def test_a_vent_slot_is_capped_within_a_day_of_being_cut():
    station = shipped_demo("tern-point")
    air = replace(
        station.airs[0], area="hall-north", vents=(replace(vent_of(station), kind="ridge"),)
    )
    plan = plan_of(replace(station, airs=(air,)))
    assert plan.network is not None, plan.circle
    slot = plan.at("ridge:hall-north+hall-south/ridge cap/slot")
    cap = plan.at("ridge:hall-north+hall-south/ridge cap")
    ends = plan.network.earliest[slot] + plan.tasks[slot].days[1]
    assert 0 <= plan.network.earliest[cap] - ends <= 1.0 + 1e-9
    assert plan.tasks[slot].water == "opens"
    assert "rain" in plan.tasks[slot].caution


def vent_of(project: Project):
    return next(vent for air in project.airs for vent in air.vents)


def test_deliveries_give_way_unasked():
    """They are wishes: the network does not wait for pallets, the list says that they should be there."""
    plan = plan_of(flat(stacks=(PALLET,)))
    wishes = {(link.before, link.after) for link in plan.links if link.strength == "wish"}
    assert ("a/delivery/s", "a/foam") in wishes
    assert "a/delivery/s" not in {
        task.id for task in plan_of(replace(flat(), quantities=Quantities())).tasks
    }
