# SPDX-License-Identifier: GPL-3.0-or-later
"""For every rule about air a roof that trips it and one that nearly does."""

from typing import Any

from msgspec.structs import replace

from glacis.core.air.change import USUAL_SCREEN, set_air, usual_air
from glacis.core.model.air import Air, AirVent, Chutes, Heel, TableValue
from glacis.core.model.document import Project
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, RoofSpaceLayer, SolidLayer
from support import demo, roof_project

BEAMS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
LINING = SolidLayer(id="gypsum", material="gypsum-board", thickness=0.0125)
CONTROL = MembraneLayer(id="control", material="retarder-fixed-10")
BATTS = SolidLayer(id="wool", material="stone-wool-batt", thickness=0.2, framing=BEAMS)
CHANNEL = AirLayer(
    id="channel", thickness=0.05, ventilation="well", framing=replace(BEAMS, aligned_with="wool")
)
BOARDS = SolidLayer(id="boards", material="softwood", thickness=0.024)
ROOFING = MembraneLayer(id="underlay", material="underlay-open")
FILL = SolidLayer(
    id="fill", material="cellulose-blown", thickness=0.4, framing=replace(BEAMS, width=0.045)
)
SPACE = RoofSpaceLayer(id="space", height=1.2)


def vent(edge: str, per_metre: float, **stated: Any) -> AirVent:
    usual = {
        "kind": "soffit",
        "obstructions": (USUAL_SCREEN,),
        "height": 0.0 if edge == "eaves" else 0.1,
    }
    return AirVent(id=f"at-{edge}", edge=edge, per_metre=per_metre, **{**usual, **stated})


LOW, HIGH = vent("eaves", 0.04), vent("top", 0.012, kind="single")


def sloping(pitch: float = 35.0, depth: float = 0.05, **stated: Any) -> Project:
    """A vented slope of 10 by 5 m under a boarded deck; its vents meet the usual rule."""
    layers = (LINING, CONTROL, BATTS, replace(CHANNEL, thickness=depth), BOARDS, ROOFING)
    project = roof_project(*layers, pitch=pitch, approach="cold-ventilated-slope", target=1.0)
    return set_air(project, Air(area="a", **{"vents": (LOW, HIGH), **stated}))


def attic(snow: float = 0.0, fill: float = 0.4, **stated: Any) -> Project:
    """A cold attic under one slope of 30°, with chutes, baffles, a dam and a high heel."""
    layers = (LINING, CONTROL, replace(FILL, thickness=fill), SPACE)
    project = roof_project(*layers, pitch=30.0, approach="cold-ventilated-attic", target=0.16)
    usual = {
        "vents": (vent("eaves", 0.025), vent("top", 0.01, kind="single")), "chutes": Chutes(),
        "baffle": True, "dam": True, "heel": Heel(height=0.5),
    }  # fmt: skip
    made = set_air(project, Air(area="a", **{**usual, **stated}))
    return replace(made, site=replace(made.site, snow=snow))


def blown(project: Project, cp: float) -> Project:
    """In the wind from behind, with the pressure coefficient of a steep ridge stated."""
    site = replace(project.site, wind=3.0, wind_from=0.0)
    own = TableValue(row="Cp-ridge-steep", column="value", value=cp, source="wind tunnel")
    return replace(project, site=site, air_values=(own,))


def unframed(project: Project) -> Project:
    """The same roof, and nobody stated its rafters."""
    assembly = project.assemblies[0]
    bare = tuple(replace(x, framing=None) if hasattr(x, "framing") else x for x in assembly.layers)
    return replace(project, assemblies=(replace(assembly, layers=bare),))


def gables(area: float) -> tuple[AirVent, ...]:
    """Large vents at top and gables, small ones at the eaves."""
    return (
        vent("eaves", 0.01), vent("top", 0.1, kind="single"),
        AirVent(id="gable", edge="verge", kind="gable", count=1, each=area, obstructions=(USUAL_SCREEN,)),
    )  # fmt: skip


def hall_vented() -> Project:
    """The demo with a comb and a vented ridge at the north slope of its hall, under slates on battens."""
    return set_air(demo(), usual_air("hall-north", "counter-batten", frozenset({"eaves", "ridge"})))


AIR_TRIPS: dict[str, Project] = {
    "air.no-vents": sloping(vents=()),
    "air.starved": sloping(vents=(replace(LOW, right=2.0), HIGH)),
    "air.unlaid": unframed(sloping()),
    "air.stray": sloping(vents=(LOW, HIGH, vent("hip", 0.01))),
    "air.still": sloping(
        pitch=5.5, vents=(replace(LOW, per_metre=0.004), replace(HIGH, per_metre=0.003))
    ),
    "air.two-flows": blown(sloping(), 0.2),
    "air.short-circuit": attic(vents=gables(2.0)),
    "air.free-area": sloping(vents=(replace(LOW, per_metre=0.03), HIGH)),
    "air.exhaust-over-intake": sloping(vents=(LOW, replace(HIGH, per_metre=0.05))),
    "air.narrow": sloping(depth=0.02),
    "air.unfit-rule": sloping(rule="flat-cold-5"),
    "air.bare-vent": sloping(vents=(replace(LOW, obstructions=()), HIGH)),
    "air.snowed": attic(snow=0.2),
    "air.filled-eaves": attic(chutes=None, heel=Heel(height=0.35)),
    "air.low-heel": attic(heel=Heel(height=0.1)),
    "air.no-chute": sloping(chutes=Chutes(every=2)),
    "air.alternate-chutes": attic(chutes=Chutes(every=2)),
    "air.loose-eaves": attic(dam=False),
    "air.ice": attic(
        snow=0.4, fill=0.1, vents=(vent("eaves", 0.005), vent("top", 0.003, kind="single"))
    ),
}
AIR_NEAR: dict[str, Project] = {
    "air.no-vents": sloping(vents=(LOW,)),
    # The last bay ends 0.4 m before the corner: its centre line is the last that has a vent.
    "air.starved": sloping(vents=(replace(LOW, right=0.05), HIGH)),
    "air.unlaid": sloping(),
    "air.stray": sloping(vents=(LOW, HIGH, vent("verge", 0.01))),
    "air.still": sloping(),
    "air.two-flows": blown(sloping(), -0.5),
    "air.short-circuit": attic(vents=gables(0.01)),
    "air.free-area": sloping(),
    "air.exhaust-over-intake": sloping(vents=(LOW, replace(HIGH, per_metre=0.04))),
    "air.narrow": sloping(depth=0.025),
    "air.unfit-rule": sloping(rule="slope-25-5"),
    "air.bare-vent": sloping(),
    "air.snowed": attic(snow=0.09),
    "air.filled-eaves": attic(chutes=None, heel=Heel(height=0.41)),
    "air.low-heel": attic(heel=Heel(height=0.15)),
    "air.no-chute": sloping(chutes=Chutes(every=1)),
    "air.alternate-chutes": attic(),
    "air.loose-eaves": attic(),
    "air.ice": attic(
        snow=0.01, vents=(vent("eaves", 0.025), vent("top", 0.01, kind="single", height=0.3))
    ),
}
