# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind, fixings, tests and approvals of both demo projects, each with a deliberate fault."""

from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.fixings import (
    AreaFixings,
    BattenScrews,
    Bond,
    Crests,
    Evidence,
    Fastener,
    FixSet,
    Pieces,
    PullOut,
    Role,
    SeamRows,
    Strength,
)
from glacis.core.model.wind import Sector, Wind
from glacis.core.units.quantities import FOOT, INCH

COAST = Wind(
    basis="en", speed=27.0, source="drawn by the demo office: open coast", terrain="II",
    sectors=(
        Sector(start=0.0, terrain="II"), Sector(start=120.0, terrain="I"), Sector(start=250.0, terrain="0"),
    ),
)  # fmt: skip
TESTED = (Role(role="sheet", product="PVC sheet 1.5"), Role(role="plate", product="plate 40 x 82"))
REGISTER = (
    Evidence(
        id="TA-114", title="PVC sheet in seam rows on plywood", issuer="Test house North", issued="2022-05-01",
        expires="2027-05-01", covers=(*TESTED, Role(role="screw", product="deck screw 4.8")), steepest=20.0,
        substrates=("plywood deck",), uplift=3600.0, fire="Broof(t1)",
    ),
    Evidence(
        id="TA-208", title="Counter-batten screws through wood fibre", issuer="Test house North", issued="2024-02-01",
        expires="2029-02-01",
        covers=(Role(role="screw", product="batten screw 8"), Role(role="board", product="wood fibre board")),
    ),
)  # fmt: skip
"""Two invented approvals; the laboratory's sheet is screwed with another screw than was tested."""
PULLED = (1420.0, 1180.0, 1550.0, 1310.0, 1270.0)


def _laboratory() -> AreaFixings:
    screw = Fastener(
        name="deck screw",
        grip="through",
        stock=tuple(k * 0.02 for k in range(5, 19)),
        tip_least=0.02,
        tip_most=0.06,
    )
    return AreaFixings(
        area="laboratory", laid="2027-04-12", products=(*TESTED, Role(role="screw", product="site screw 5.0")),
        sets=(
            FixSet(
                id="sheet-screws", name="Sheet screws", way=SeamRows(roll=1.5, lap=0.12, step=0.05, least=0.15),
                holds="sheet", anchor="deck", fastener=screw, substrate="plywood deck",
                strengths=(Strength(mode="sheet", value=1350.0, source="TA-114"),),
            ),
        ),
    )  # fmt: skip


def _hall(area: str) -> AreaFixings:
    battens = FixSet(
        id="batten-screws", name="Counter-batten screws", way=BattenScrews(thrust="angled", limit=40e3),
        holds="counter-battens", anchor="between",
        fastener=Fastener(name="batten screw", diameter=0.006, stock=(0.12, 0.14, 0.16, 0.18, 0.2)),
        strengths=(Strength(mode="pull-out", value=3200.0, gamma=1.44, source="TA-208"),),
    )  # fmt: skip
    slates = FixSet(
        id="nails", name="Slate hooks",
        way=Pieces(width=0.25, exposed=0.2, mass=2.1, arm_wind=0.3, arm_weight=0.25, arm_fixing=0.4, each=1),
        holds="slate", anchor="counter-battens",
        strengths=(Strength(mode="pull-out", value=260.0, gamma=1.44, source="drawn by the demo office"),),
    )  # fmt: skip
    products = (
        Role(role="screw", product="batten screw 8"),
        Role(role="board", product="wood fibre board"),
    )
    return AreaFixings(
        area=area, laid="2027-06-01", snow=700.0, products=products, sets=(battens, slates)
    )


def tern_point_fixings(project: Project) -> Project:
    """The station on its coast: the laboratory's sheet stands on a mixed set, its tests are few."""
    tests = tuple(
        PullOut(
            id=f"pull-out-{k}", area="laboratory", substrate="plywood deck", fixing="site screw 5.0", force=force,
            at=(31.0 + 3.1 * k, 2.0 + 2.0 * (k % 3)), dated="2026-10-14", by="site manager",
        )
        for k, force in enumerate(PULLED, 1)
    )  # fmt: skip
    return replace(
        project, wind=COAST, fixings=(_laboratory(), _hall("hall-south"), _hall("hall-north")), pull_outs=tests,
        evidence=REGISTER,
    )  # fmt: skip


def sallow_creek_fixings(project: Project) -> Project:
    """The barn on its plain: nobody says what holds the sprayed foam of its lean-to down."""
    metal = FixSet(
        id="sheet-screws", name="Sheet screws", way=Crests(rib=12 * INCH, purlin=24 * INCH), holds="metal",
        anchor="battens",
        fastener=Fastener(
            name="sheet screw", diameter=0.0063, stock=(1 * INCH, 1.5 * INCH, 2 * INCH, 2.5 * INCH),
            least_grip=1 * INCH,
            cover=0.0, plus=0.0, minus=0.0,
        ),
        strengths=(Strength(mode="set", value=2000.0, level="allowable", source="drawn by the demo office"),),
    )  # fmt: skip
    panels = FixSet(
        id="panel-screws", name="Panel screws", way=BattenScrews(rafters=4 * FOOT, step=1 * INCH, most=24 * INCH),
        holds="battens", anchor="", depth=3.5 * INCH,
        fastener=Fastener(
            name="panel screw", diameter=0.0063, stock=tuple(k * INCH for k in (8, 9, 10, 11, 12, 13)),
            least_grip=1.5 * INCH,
            cover=0.25 * INCH,
        ),
        strengths=(Strength(mode="set", value=3200.0, level="allowable", source="drawn by the demo office"),),
    )  # fmt: skip
    foam = FixSet(
        id="foam",
        name="Sprayed foam",
        way=Bond(kind="sprayed", glue=40e3),
        holds="foam",
        anchor="deck",
    )
    coat = FixSet(
        id="coat", name="Coating", way=Bond(kind="full", glue=100e3, source="drawn by the demo office"),
        holds="coating",
        anchor="foam",
    )  # fmt: skip
    wind = Wind(
        basis="asce",
        speed=115 * 0.44704,
        exposure="C",
        edition="7-16",
        source="drawn by the demo office: high plain",
    )
    return replace(
        project, wind=wind,
        fixings=(
            AreaFixings(area="barn-south", sets=(panels, metal)), AreaFixings(area="barn-north", sets=(panels, metal)),
            AreaFixings(area="lean-south", sets=(foam, coat)),
        ),
    )  # fmt: skip
