# SPDX-License-Identifier: GPL-3.0-or-later
"""Where vapour comes from decides which side is the wrong one: sound roofs, and roofs with one mistake."""

import pytest
from msgspec.structs import replace

from core.faulty import (
    BARRIER,
    COLD,
    DECK,
    FOAM,
    GYPSUM,
    HUMID,
    SHEET,
    SLATE,
    UNDERLAY,
    VENTED,
    WOOL,
    solid,
)
from glacis.core.judgement.drive import vapour_drive
from glacis.core.judgement.questions import is_wet
from glacis.core.model.document import HumidityClass, SetPoint
from glacis.core.model.layers import RoofSpaceLayer
from glacis.core.moisture.air import saturation_pressure
from support import analysed, climate, roof_project, rules_of

SIDES = {"vapour.cold-store", "order.vapour-control-side", "vapour.inward-drive"}
DESERT = climate(
    (14.0, 16.0, 20.0, 25.0, 31.0, 34.0, 36.0, 35.5, 33.0, 28.0, 20.0, 15.0),
    (0.45, 0.40, 0.32, 0.25, 0.20, 0.18, 0.22, 0.24, 0.24, 0.28, 0.37, 0.46),
)
ATTIC = RoofSpaceLayer(id="attic")
STORE = SetPoint(humidity=0.8)
OFFICE = HumidityClass(number=2)
COOLED = SetPoint(humidity=0.5)
TIGHT_INSIDE = (GYPSUM, BARRIER, WOOL, UNDERLAY, VENTED, SLATE)
TIGHT_OUTSIDE = (GYPSUM, WOOL, BARRIER, DECK, SHEET)
METAL = solid("metal", "steel-deck", 0.001)

SOUND = {
    "office at 24 °C in the desert": roof_project(*TIGHT_INSIDE, weather=DESERT, humidity=OFFICE, indoor=24.0),
    "the same at 25 °C": roof_project(*TIGHT_INSIDE, weather=DESERT, humidity=OFFICE, indoor=25.0),
    "barrier outside over cooled rooms in the humid heat": roof_project(
        *TIGHT_OUTSIDE, pitch=2, weather=HUMID, humidity=COOLED, indoor=24.0
    ),
    "freezer with its barrier outside": roof_project(
        GYPSUM, WOOL, BARRIER, UNDERLAY, VENTED, SLATE, humidity=STORE, indoor=-18.0
    ),
    "freezer of closed foam on a steel deck": roof_project(
        METAL, solid("foam", "pir-foil", 0.2), SHEET, pitch=2, humidity=STORE, indoor=-18.0
    ),
    "attic with 150 mm of fill over cooled rooms": roof_project(
        GYPSUM, solid("fill", "cellulose-blown", 0.15), ATTIC, weather=HUMID, humidity=COOLED, indoor=24.0
    ),
    "attic with 151 mm": roof_project(
        GYPSUM, solid("fill", "cellulose-blown", 0.151), ATTIC, weather=HUMID, humidity=COOLED, indoor=24.0
    ),
    "dwelling with its barrier inside in the cold": roof_project(*TIGHT_INSIDE, weather=COLD),
    "steel deck, barrier, foam over a mild office": roof_project(
        METAL, BARRIER, FOAM, SHEET, pitch=2, humidity=OFFICE
    ),
}  # fmt: skip
MISTAKEN = {
    "freezer with its barrier inside": ("vapour.cold-store", roof_project(*TIGHT_INSIDE, humidity=STORE, indoor=-18.0)),
    "cold store at 4 °C with its barrier inside": (
        "vapour.cold-store", roof_project(*TIGHT_INSIDE, humidity=SetPoint(humidity=0.85), indoor=2.0, weather=HUMID)
    ),
    "cooled rooms in the humid heat with the barrier inside": (
        "vapour.cold-store", roof_project(*TIGHT_INSIDE, weather=HUMID, humidity=COOLED, indoor=24.0)
    ),
    "dwelling in the cold with the barrier outside": (
        "order.vapour-control-side", roof_project(*TIGHT_OUTSIDE, pitch=2, weather=COLD)
    ),
    "pool with the barrier outside": (
        "order.vapour-control-side",
        roof_project(*TIGHT_OUTSIDE, pitch=2, humidity=SetPoint(humidity=0.6), indoor=30.0, use="work"),
    ),
    "pool at 30 °C and 60 % entered as work": (
        "vapour.wet-room",
        roof_project(GYPSUM, WOOL, DECK, SHEET, pitch=2, humidity=SetPoint(humidity=0.6), indoor=30.0, use="work"),
    ),
    "commercial kitchen of class 4 entered as work": (
        "vapour.wet-room",
        roof_project(GYPSUM, WOOL, DECK, SHEET, pitch=2, humidity=HumidityClass(number=4), use="work"),
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", SOUND)
def test_no_sound_roof_has_its_vapour_control_on_the_wrong_side(name):
    assert not rules_of(SOUND[name]) & (SIDES | {"vapour.wet-room"})


@pytest.mark.parametrize("name", MISTAKEN)
def test_no_such_mistake_is_missed(name):
    rule, project = MISTAKEN[name]
    assert rule in rules_of(project)


def test_the_drive_of_a_year_by_hand():
    """Rooms held at 20 °C and 50 % under air of 10 °C and 80 %: 1168.5 less 981.9 Pa, every month."""
    weather = climate((10.0,) * 12, (0.8,) * 12)
    roof = analysed(
        roof_project(*TIGHT_INSIDE, weather=weather, humidity=SetPoint(humidity=0.5))
    ).roof
    wanted = 0.5 * saturation_pressure(20.0) - 0.8 * saturation_pressure(10.0)
    drive = vapour_drive(roof)
    assert drive.months == pytest.approx((wanted,) * 12)
    assert (drive.mean, drive.comes_from) == (pytest.approx(wanted), "inside")
    colder = analysed(
        roof_project(*TIGHT_INSIDE, weather=weather, humidity=SetPoint(humidity=0.4))
    ).roof
    assert vapour_drive(colder).comes_from == "neither"
    turned = replace(drive, months=tuple(-p for p in drive.months))
    assert turned.comes_from == "outside"


@pytest.mark.parametrize(
    ("humidity", "indoor", "wet"),
    [
        (SetPoint(humidity=0.80), -18.0, False),
        (SetPoint(humidity=0.85), 4.0, False),
        (SetPoint(humidity=0.60), 30.0, True),
        (SetPoint(humidity=0.50), 21.0, False),
        (SetPoint(humidity=0.50), 24.0, False),
        (SetPoint(humidity=0.70), 20.0, True),
    ],
)
def test_rooms_are_wet_by_what_they_press_out(humidity, indoor, wet):
    roof = analysed(roof_project(*TIGHT_INSIDE, humidity=humidity, indoor=indoor, use="work")).roof
    assert is_wet(roof) == wet
