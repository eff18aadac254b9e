# SPDX-License-Identifier: GPL-3.0-or-later
"""Two years on record of both demo projects, invented: what stands there was built in 2024; plans of 2027 renew it."""

from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.log import (
    Asked,
    Care,
    Case,
    Deviated,
    Entry,
    Happened,
    Held,
    Inspected,
    Issued,
    Laid,
    Left,
    Log,
    Measured,
    Observed,
    Spot,
    Tried,
    Warranty,
    What,
)

LAB, BUNK, LINK = "laboratory", "bunkhouse", "corridor"
FOREMAN, KEEPER, DESIGNER = ("R. Vane", "foreman"), ("T. Orme", "keeper"), ("A. Merrow", "designer")


def _entry(
    ident: str, date: str, by: tuple[str, str], spot: Spot, what: What, **values: object
) -> Entry:
    who, role = by
    return Entry(id=ident, date=date, who=who, role=role, spot=spot, what=what, **values)  # type: ignore[arg-type]


def _on(area: str, x: float, y: float) -> Spot:
    return Spot(area=area, at=(x, y))


RETARDER, BOARDS, SHEET = (Spot(area=LAB, layer=x) for x in ("retarder", "insulation", "sheet"))
BUILT = (
    _entry(
        "issue-1",
        "2024-06-03",
        DESIGNER,
        Spot(),
        Issued(matter="drawing", number="R-12", title="Laboratory roof", revision="B", to="site"),
    ),
    _entry(
        "laid-retarder",
        "2024-08-12",
        FOREMAN,
        RETARDER,
        Laid(
            product="Vapour sheet, loose",
            lot="V-2207",
            quantity=206.0,
            crew="two roofers",
            air=16.2,
            humidity=0.71,
            wind=4.1,
            rain=0.0,
            substrate=17.0,
            moisture=14.5,
            method="pin meter",
            due="2024-08-13",
            covered="2024-08-15",
            next="tapered boards",
            sensed=True,
        ),
        hour=9.0,
    ),
    _entry(
        "air-test",
        "2024-08-12",
        FOREMAN,
        Spot(area=LAB),
        Tried(
            test="fan-pressure",
            instrument="fan in the door",
            value=0.52,
            unit="1/h",
            limit=0.6,
            least=False,
        ),
        hour=15.0,
    ),
    _entry(
        "held-air",
        "2024-08-12",
        DESIGNER,
        Spot(area=LAB),
        Held(what="Air layer before boards", witness="A. Merrow"),
    ),
    _entry(
        "laid-boards",
        "2024-08-15",
        FOREMAN,
        BOARDS,
        Laid(
            product="Tapered boards",
            lot="E-918",
            quantity=192.0,
            crew="three roofers",
            air=14.0,
            humidity=0.8,
            wind=3.0,
            rain=0.006,
            substrate=14.8,
            covered="2024-08-16",
            next="sheet",
            sensed=True,
        ),
        hour=8.0,
    ),
    _entry(
        "laid-sheet",
        "2024-08-16",
        FOREMAN,
        SHEET,
        Laid(
            product="Plastic sheet, 1.5 mm",
            lot="P-4410",
            quantity=228.0,
            crew="three roofers",
            air=15.1,
            humidity=0.68,
            rain=0.0,
            substrate=19.0,
            sensed=True,
        ),
        hour=10.0,
    ),
    _entry(
        "peel-1",
        "2024-08-19",
        FOREMAN,
        SHEET,
        Tried(test="seam-peel", instrument="hand gauge", value=3.4, unit="N/mm", limit=3.0),
    ),
    _entry(
        "flood-1",
        "2024-08-21",
        FOREMAN,
        Spot(area=LAB),
        Tried(
            test="flood",
            instrument="plugs, 24 h at 50 mm",
            value=0.0,
            unit="mm lost",
            limit=2.0,
            least=False,
        ),
    ),
    _entry(
        "left-1",
        "2024-08-21",
        FOREMAN,
        _on(LAB, 33.0, 10.6),
        Left(what="Loose edge by the hoist post", until="2024-08-22"),
    ),
    _entry(
        "left-1-done",
        "2024-08-22",
        FOREMAN,
        _on(LAB, 33.0, 10.6),
        Left(what="Loose edge by the hoist post", until="2024-08-22", closed="2024-08-22"),
        corrects="left-1",
    ),
    _entry(
        "otherwise-1",
        "2024-09-03",
        FOREMAN,
        Spot(area=LINK, layer="insulation"),
        Deviated(
            drawn="boards in two layers",
            built="one layer, 20 mm thinner at the door",
            agreed="A. Merrow",
            agreed_on="2024-09-04",
            thickness=0.16,
        ),
    ),
    _entry(
        "density",
        "2024-09-10",
        KEEPER,
        Spot(area=BUNK),
        Asked(
            question="Settled density of the blown fill?",
            first="45 kg/m³ by the bag",
            second="50 kg/m³ by the data sheet",
            used=2,
            to="the installer",
            by="2024-10-01",
        ),
    ),
    _entry(
        "tape",
        "2024-09-11",
        FOREMAN,
        Spot(area=LAB),
        Asked(
            question="Which tape goes on the boards' facing?",
            answer="butyl, 60 mm",
            answered="A. Merrow",
        ),
    ),
    _entry(
        "variation-1",
        "2024-09-12",
        DESIGNER,
        Spot(),
        Issued(
            matter="variation",
            number="V-3",
            title="One layer over the corridor's door",
            to="contractor",
        ),
    ),
)
"""While it was built: a retarder that lay open too long, in the rain."""


KEPT = (
    _entry(
        "walk-1",
        "2025-04-16",
        KEEPER,
        Spot(),
        Inspected(weather="dry, 9 °C", not_reached="north slope of the hall"),
    ),
    _entry(
        "pond-1",
        "2025-04-16",
        KEEPER,
        _on(LAB, 37.5, 6.2),
        Observed(what="ponding", inspection="walk-1", size=1.8),
    ),
    _entry(
        "outlet-1",
        "2025-04-16",
        KEEPER,
        _on(LAB, 42.0, 6.0),
        Observed(what="blocked-outlet", inspection="walk-1", size=0.2, severity=2),
        text="Gulls' nest, taken out.",
    ),
    _entry("walk-2", "2025-11-20", KEEPER, Spot(), Inspected(weather="overcast, 4 °C")),
    _entry(
        "outlet-2",
        "2025-11-20",
        KEEPER,
        _on(LAB, 42.0, 6.0),
        Observed(what="blocked-outlet", inspection="walk-2", continues="outlet-1", trend="gone"),
    ),
    _entry(
        "pond-2",
        "2025-11-20",
        KEEPER,
        _on(LAB, 37.5, 6.2),
        Observed(
            what="ponding",
            inspection="walk-2",
            size=2.6,
            severity=2,
            continues="pond-1",
            trend="grew",
        ),
    ),
    _entry(
        "stain-1",
        "2025-11-20",
        KEEPER,
        _on(BUNK, 9.0, 17.6),
        Observed(what="stain", inspection="walk-2", size=1.2),
    ),
    _entry("gale", "2026-01-14", KEEPER, Spot(), Happened(event="gust", gust=27.0)),
    _entry(
        "walk-3",
        "2026-01-17",
        KEEPER,
        Spot(),
        Inspected(occasion="storm", weather="dry, 3 °C, calm"),
    ),
    _entry(
        "loose-1",
        "2026-01-17",
        KEEPER,
        _on("hall-south", 9.0, 3.0),
        Observed(what="loose-fixing", inspection="walk-3", count=3, size=0.4, severity=2),
        text="Three slates slipped; hung anew.",
    ),
    _entry(
        "core-1",
        "2026-02-03",
        KEEPER,
        _on(LAB, 38.0, 7.4),
        Measured(
            plane="deck, underside",
            how="pin meter through the ceiling",
            temperature=11.0,
            wood=19.5,
            species="spruce",
        ),
    ),
    _entry(
        "walk-4",
        "2026-05-06",
        KEEPER,
        Spot(),
        Inspected(weather="dry, 13 °C", not_reached="corridor beneath the planting"),
    ),
    _entry(
        "loose-2",
        "2026-05-06",
        KEEPER,
        _on("hall-south", 9.0, 3.0),
        Observed(what="loose-fixing", inspection="walk-4", continues="loose-1", trend="gone"),
    ),
    _entry(
        "damp-1",
        "2026-05-06",
        KEEPER,
        _on(LAB, 36.0, 8.4),
        Observed(what="damp-below", inspection="walk-4", size=3.5, count=4, severity=2),
        text="Spots under the whole field, in April's frost.",
    ),
    _entry(
        "growth-1",
        "2026-05-06",
        KEEPER,
        _on(LINK, 27.0, 6.0),
        Observed(what="growth", inspection="walk-4", size=0.6),
    ),
)
"""Walks since, with what was seen on them."""


def tern_point_log(project: Project) -> Project:
    """The station: a laboratory that is damp in dry frost, and a question nobody has answered."""
    log = Log(
        completed="2024-10-04",
        entries=(*BUILT, *KEPT),
        cases=(
            Case(
                area=LAB,
                seen=("cold-dry", "scattered", "humid-rooms", "underside-wet", "ponding"),
                absent=("after-rain", "open-seam", "thaw"),
                note="Told by the keeper, seen from the ladder in February 2026.",
            ),
        ),
        warranties=(
            Warranty(
                name="Laboratory sheet",
                ends="2034-10-04",
                months=12,
                terms="a look each year, on record",
            ),
        ),
        care=(
            Care(area=LAB, plant=True, pipes=True),
            Care(area=BUNK, trees=True),
            Care(area=LINK, overhung=True),
        ),
    )
    return replace(project, log=log)


LEAN = Spot(area="lean-south")
HAIL = (
    _entry(
        "laid-foam",
        "2024-09-09",
        FOREMAN,
        Spot(area="lean-south", layer="foam"),
        Laid(
            product="Sprayed foam",
            lot="S-77",
            quantity=56.0,
            crew="sprayer and one",
            air=14.0,
            humidity=0.55,
            wind=2.0,
            rain=0.0,
            substrate=16.0,
            due="2024-09-12",
            covered="2024-09-11",
            next="coating",
            sensed=True,
        ),
    ),
    _entry(
        "laid-coat",
        "2024-09-11",
        FOREMAN,
        Spot(area="lean-south", layer="coating"),
        Laid(
            product="Coating",
            lot="C-301",
            expires="2024-08-31",
            quantity=56.0,
            crew="sprayer and one",
            air=9.0,
            humidity=0.82,
            substrate=7.5,
            sensed=True,
        ),
    ),
    _entry(
        "film",
        "2024-09-16",
        FOREMAN,
        LEAN,
        Tried(test="thickness", instrument="film gauge", value=0.62, unit="mm", limit=0.5),
    ),
    _entry("walk-1", "2025-10-02", KEEPER, Spot(), Inspected(weather="dry, windy at noon")),
    _entry(
        "blister-1",
        "2025-10-02",
        KEEPER,
        _on("lean-south", 8.0, -2.0),
        Observed(what="blister", inspection="walk-1", size=0.3, count=2),
    ),
    _entry("hail", "2026-07-21", KEEPER, Spot(), Happened(event="hail")),
)
"""Of the barn: hail nobody has looked after yet, and a coating that was laid cold."""


def sallow_creek_log(project: Project) -> Project:
    """The barn: hail nobody has looked after yet, and a coating that was laid cold."""
    return replace(
        project,
        log=Log(completed="2024-09-20", entries=HAIL, care=(Care(area="lean-south", coated=True),)),
    )
