# SPDX-License-Identifier: GPL-3.0-or-later
"""Sallow Creek Seed Barn: a gabled barn and its lean-to on an invented plain, in US customary units."""

from math import radians, tan

from msgspec.structs import replace

from glacis.core.model.covering import PanelProduct
from glacis.core.model.document import (
    Assembly,
    HumidityClass,
    Imperfections,
    Project,
    RoofArea,
    SetPoint,
    Site,
    Targets,
    Zone,
)
from glacis.core.model.falls import Falls, Gutter, LevelLine
from glacis.core.model.geometry import Footprint, FootprintEdge, Loop, Opening, RimKind
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, SolidLayer
from glacis.core.model.set_out import MeasuredRun, PanelRun, SetOut
from glacis.core.shape.change import settle
from glacis.core.shape.footprints import regrow
from glacis.core.units.quantities import FOOT, INCH
from glacis.demo.edges import walls_of
from glacis.demo.fixings import sallow_creek_fixings
from glacis.demo.log import sallow_creek_log
from glacis.demo.order import sallow_creek_order
from glacis.demo.quantities import sallow_creek_quantities

BARN_PITCH = 18.435
"""4 in 12 [°]."""
LEAN_PITCH = 1.194
"""1/4 in 12 [°]."""
NAMES = {
    "barn-south": "Seed barn, south slope", "barn-north": "Seed barn, north slope",
    "lean-south": "Cold store lean-to",
}  # fmt: skip


def _barn() -> Assembly:
    return Assembly(
        id="barn-panels",
        name="Barn roof, metal over panels",
        approach="structural-panel",
        layers=(
            SolidLayer(id="inner-board", material="oriented-strand-board", thickness=0.5 * INCH),
            SolidLayer(
                id="core", material="structural-panel-core", thickness=7.25 * INCH, product="barn-panel"
            ),
            SolidLayer(id="outer-board", material="oriented-strand-board", thickness=0.5 * INCH),
            MembraneLayer(id="underlay", material="underlay-open"),
            AirLayer(
                id="battens", thickness=1.5 * INCH, ventilation="well",
                framing=Framing(material="softwood", width=3.5 * INCH, spacing=24 * INCH),
            ),
            SolidLayer(id="metal", material="steel-sheet", thickness=0.0007, product="sheet-rib"),
        ),
        note="Exposed fasteners through ribbed sheets; panels screwed to the purlins.",
    )  # fmt: skip


def _lean_to() -> Assembly:
    return Assembly(
        id="lean-foam",
        name="Lean-to, sprayed foam",
        approach="sprayed-foam",
        layers=(
            SolidLayer(id="deck", material="plywood", thickness=0.75 * INCH),
            SolidLayer(id="foam", material="spray-foam-closed", thickness=3.0 * INCH),
            MembraneLayer(id="coating", material="silicone-coating"),
        ),
        imperfections=Imperfections(fixing="none"),
        note="Foam to falls under a UV coating.",
    )


def _edge(name: str, x: float, y: float, kind: RimKind, pitch: float, out: float) -> FootprintEdge:
    overhang = out * FOOT if kind == "eaves" else 0.0
    return FootprintEdge(
        id=name, at=(x * FOOT, y * FOOT), kind=kind, pitch=pitch, overhang=overhang
    )


def _footprints() -> tuple[Footprint, ...]:
    def barn(name: str, x: float, y: float, kind: RimKind = "eaves") -> FootprintEdge:
        return _edge(name, x, y, kind, BARN_PITCH, 1.0)

    def lean(name: str, x: float, y: float, kind: RimKind) -> FootprintEdge:
        return _edge(name, x, y, kind, LEAN_PITCH, 0.0)

    return (
        Footprint(
            id="barn", name="Seed barn", level=14 * FOOT,
            loops=(Loop(edges=(
                barn("south", 0, 0), barn("east", 60, 0, "verge"), barn("north", 60, 36),
                barn("west", 0, 36, "verge"),
            )),),
        ),
        Footprint(
            id="lean", name="Cold store lean-to", level=9 * FOOT,
            loops=(Loop(edges=(
                lean("south", 12, -15, "eaves"), lean("east", 52, -15, "verge"),
                lean("north", 52, 0, "abutment"), lean("west", 12, 0, "verge"),
            )),),
        ),
    )  # fmt: skip


OPENINGS = (
    Opening(
        id="light-1", name="Rooflight west", kind="rooflight", area="barn-south",
        at=(15 * FOOT, 9 * FOOT), width=4 * FOOT, length=6 * FOOT, upstand=6 * INCH,
    ),
    Opening(
        id="light-2", name="Rooflight east", kind="rooflight", area="barn-south",
        at=(45 * FOOT, 9 * FOOT), width=4 * FOOT, length=6 * FOOT, upstand=6 * INCH,
    ),
    Opening(
        id="cooler", name="Condenser", kind="plant", area="lean-south",
        at=(42 * FOOT, -8 * FOOT), width=5 * FOOT, length=3 * FOOT, upstand=14 * INCH,
    ),
    Opening(
        id="flue", name="Dryer flue", kind="post", area="barn-north", at=(40 * FOOT, 27 * FOOT),
        width=8 * INCH, length=8 * INCH, upstand=30 * INCH,
    ),
)  # fmt: skip


LEAN_FALLS = Falls(
    area="lean-south",
    means="foam",
    fall=tan(radians(LEAN_PITCH)),
    lines=(
        LevelLine(
            id="gutter-1", name="South gutter", start=(12 * FOOT, -15 * FOOT), end=(52 * FOOT, -15 * FOOT),
            gutter=Gutter(kind="box", width=5 * INCH, depth=5 * INCH, pipes=2, pipe=3 * INCH),
        ),
    ),
    rain=100.0,
    from_above=2.0,
)  # fmt: skip
"""The deck falls itself; the foam makes the cricket behind the condenser. The barn's south slope drips on it."""


PANEL = PanelProduct(
    id="barn-panel", name="Structural panel 4 ft × 21 ft", width=48 * INCH, length=21 * FOOT, thickness=8.25 * INCH,
    growth=INCH / 16, tightest=INCH / 32, widest=INCH / 4, mass=190.0, source="drawn by the demo office",
)  # fmt: skip
ROW = SetOut(
    area="barn-south",
    panels=PanelRun(
        start=6 * INCH, end=6 * INCH, tolerance=0.375 * INCH, temperature=7.0, humidity=0.4,
        measured=(
            MeasuredRun(laid=5, bottom=240.375 * INCH, top=240.25 * INCH),
            MeasuredRun(laid=9, bottom=433.5 * INCH, top=432.75 * INCH),
        ),
    ),
)  # fmt: skip
"""A row measured after five and nine panels: its lower edge grows faster than its upper."""


def _renamed(area: RoofArea) -> RoofArea:
    name = f"{area.grown.source}-{area.grown.edge}" if area.grown else area.id
    return replace(area, id=name, name=NAMES[name])


def sallow_creek(site: Site) -> Project:
    """The second demo on ``site``.

    Its faults: nobody stated what the screws through the panels are, and the thin foam of the
    lean-to misses its target over a humid store whose inner surface runs too cold; the panels of the
    barn grow and skew past their gable; nobody tested what holds the lean-to's foam.
    """
    project = Project(
        name="Sallow Creek Seed Barn",
        number="SC-02",
        author="Demo office",
        note="Invented barn on an invented plain.",
        site=site,
        units="us",
        targets=Targets(u_value=0.2, method="parallel"),
        zones=(
            Zone(
                id="barn", name="Seed floor", use="work", temperature=16.0,
                humidity=HumidityClass(number=3),
            ),
            Zone(
                id="store", name="Cold store", use="store", temperature=8.0,
                humidity=SetPoint(humidity=0.75),
            ),
        ),
        assemblies=(_barn(), _lean_to()),
        footprints=_footprints(),
    )  # fmt: skip
    project = regrow(project, "barn", ("barn-panels", "barn"))
    project = regrow(project, "lean", ("lean-foam", "store"))
    areas = tuple(_renamed(area) for area in project.areas)
    settled = settle(
        replace(
            project, areas=areas, openings=OPENINGS, falls=(LEAN_FALLS,), products=(PANEL,), set_outs=(ROW,),
            walls=walls_of("frame"),
        )
    )  # fmt: skip
    held = sallow_creek_quantities(sallow_creek_fixings(settled))
    return sallow_creek_log(sallow_creek_order(held))
