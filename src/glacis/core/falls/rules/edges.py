# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about parapets, their copings, and what lies on a roof for good."""

from collections.abc import Iterator
from math import ceil

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.change import change_falls, thing_of, with_thing
from glacis.core.falls.coping import UPSTAND
from glacis.core.falls.found import Drained
from glacis.core.falls.lying import lying_on
from glacis.core.falls.rules.draining import HAIR, surface_in
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import on_area, on_outlet
from glacis.core.model.document import Project
from glacis.core.model.falls import Parapet, Threshold
from glacis.core.model.geometry import Point
from glacis.core.units.quantities import Quantity

COPING_FALL = 0.05
"""Fall of a coping at least [-]; our judgement after common practice: 3°, about 1:20."""
STEP = 0.005
"""Sills are set to whole steps [m]; our judgement."""
OVERHANG = 0.03
"""Drips stand clear of both faces by at least this [m]; our judgement after common practice: 30 to 50 mm."""


def _coping(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    parapet = found.stated.parapet if found else None
    if parapet is None:
        return
    place = on_area(roof.area.id)
    if not parapet.inward and parapet.fall > 0:
        yield Finding(
            "falls.coping", "mind", "falls", place,
            "The coping tips outward: what runs off it streaks the wall and freezes over doors.",
        )  # fmt: skip
    elif parapet.fall < COPING_FALL * (1 - HAIR):
        yield Finding(
            "falls.coping", "mind", "falls", place,
            "The coping falls {0}; {1} is wanted, or water stands on its joints.",
            (
                Evidence("fall", parapet.fall, Quantity.FALL),
                Evidence("wanted", COPING_FALL, Quantity.FALL),
            ),
        )  # fmt: skip
    if parapet.overhang < OVERHANG * (1 - HAIR):
        yield Finding(
            "falls.coping", "mind", "falls", place,
            "Drips of the coping stand {0} clear of the wall; {1} is wanted, or the wall gets what runs off.",
            (
                Evidence("overhang", parapet.overhang, Quantity.THICKNESS),
                Evidence("wanted", OVERHANG, Quantity.THICKNESS),
            ),
        )  # fmt: skip


def _mended(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    parapet = found.stated.parapet if found else None
    if found is None or parapet is None:
        return ()
    area = found.area.id
    better: Parapet = replace(
        parapet,
        inward=True,
        fall=max(parapet.fall, COPING_FALL),
        overhang=max(parapet.overhang, OVERHANG),
    )
    words = f"tip it inward, 1:{1 / better.fall:.0f}, drips {better.overhang * 1000:.0f} mm clear"
    return (Remedy(words, lambda p: change_falls(p, area, lambda f: replace(f, parapet=better))),)


COPING = Rule(
    "falls.coping",
    "Coping that sheds water the wrong way",
    "falls",
    "mind",
    "The top of a parapet is the wettest place of a building: it tips inward and drips clear of both faces.",
    "Our judgement after common practice",
    _coping,
    _mended,
)


def _threshold(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for door in found.stated.thresholds if found else ():
        surface = found.height(door.at) if found else float("nan")
        water = _water_at(found, door.at) if found else None
        place = on_outlet(door.id, roof.area.id)
        if water is not None and water > door.level:
            yield Finding(
                "falls.threshold", "stop", "falls", place,
                f"With outlets blocked water rises to {{0}} and comes in over {door.name} at {{1}}.",
                (
                    Evidence("water", water, Quantity.THICKNESS),
                    Evidence("sill", door.level, Quantity.THICKNESS),
                ),
            )  # fmt: skip
        elif door.level - surface < UPSTAND * (1 - HAIR):
            yield Finding(
                "falls.threshold", "mind", "falls", place,
                f"{door.name} lies {{0}} over the finished surface; {{1}} is wanted, or a channel with a grate.",
                (
                    Evidence("over the surface", door.level - surface, Quantity.THICKNESS),
                    Evidence("wanted", UPSTAND, Quantity.THICKNESS),
                ),
            )  # fmt: skip


def _water_at(found: Drained, at: Point) -> float | None:
    """The level of water at a place in the worst case of blocked outlets [m]; None where none stands."""
    owner, worst = found.surface.owner_at(at), found.worst
    return None if owner is None or worst is None else worst.level(owner)


def _raised(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    door = thing_of(found.stated, finding.place.ids[0]) if found else None
    if found is None or not isinstance(door, Threshold):
        return ()
    level = (
        ceil(max(found.height(door.at) + UPSTAND, _water_at(found, door.at) or 0.0) / STEP) * STEP
    )
    higher, area = replace(door, level=level), found.area.id
    return (
        Remedy(
            f"raise its sill to {level * 1000:.0f} mm above the lowest outlet",
            lambda p: change_falls(p, area, lambda f: with_thing(f, higher)),
        ),
    )


THRESHOLD = Rule(
    "falls.threshold",
    "Door sill too low over the roof",
    "falls",
    "stop",
    "Standing water, splash and melting snow come in where a door lies low over a roof.",
    "Our judgement after BS 6229:2018, 4.9, as recalled: 150 mm over the finished surface",
    _threshold,
    _raised,
)


def _burden(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or not found.stated.burden.permanent:
        return
    lying = lying_on(roof.layers, found.stated.burden)
    if lying.total > found.stated.burden.permanent * (1 + HAIR):
        yield Finding(
            "falls.burden",
            "stop",
            "falls",
            on_area(roof.area.id),
            "What lies on the roof weighs {0} saturated; the structure may bear {1} for good.",
            (
                Evidence("saturated", lying.total, Quantity.AREA_MASS),
                Evidence("may bear", found.stated.burden.permanent, Quantity.AREA_MASS),
            ),
        )


BURDEN = Rule(
    "falls.burden",
    "Heavier than the structure bears",
    "falls",
    "stop",
    "Planting, gravel, stored water and ballast lie there every day, and are heaviest under snow.",
    "EN 1991-1-1: permanent loads; the allowance is the engineer's",
    _burden,
    no_remedies,
)


def _stress(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or not found.stated.burden.strength:
        return
    lying = lying_on(roof.layers, found.stated.burden)
    if lying.stress > found.stated.burden.strength * (1 + HAIR):
        yield Finding(
            "falls.stress",
            "mind",
            "falls",
            on_area(roof.area.id),
            "What lies on the roof presses with {0}; the insulation bears {1} for fifty years.",
            (
                Evidence("stress", lying.stress, Quantity.STRESS),
                Evidence("bears", found.stated.burden.strength, Quantity.STRESS),
            ),
        )


STRESS = Rule(
    "falls.stress",
    "Insulation pressed beyond its long-term strength",
    "falls",
    "mind",
    "Boards creep under a load that they bear for a day; falls go, and joints open.",
    "EN 1606: creep under compression, declared for fifty years at 2 %",
    _stress,
    no_remedies,
)


def _storage(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or not found.stated.burden.storage or not found.escapes:
        return
    sill = min(escape.stated.sill for escape in found.escapes)
    if found.stated.burden.storage > sill * (1 + HAIR):
        yield Finding(
            "falls.storage",
            "mind",
            "falls",
            on_area(roof.area.id),
            "Water is to be held {0} deep, and the lowest overflow lets it out at {1}.",
            (
                Evidence("held", found.stated.burden.storage, Quantity.THICKNESS),
                Evidence("overflow", sill, Quantity.THICKNESS),
            ),
        )


def _shallower(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None or not found.escapes:
        return ()
    sill = min(escape.stated.sill for escape in found.escapes)
    burden, area = replace(found.stated.burden, storage=sill), found.area.id
    return (
        Remedy(
            f"hold {sill * 1000:.0f} mm back",
            lambda p: change_falls(p, area, lambda f: replace(f, burden=burden)),
        ),
    )


STORAGE = Rule(
    "falls.storage",
    "Storage above its overflow",
    "falls",
    "mind",
    "A roof that stores rain has an overflow above what it stores, and its structure bears both.",
    "Our judgement: geometry of the stated depths",
    _storage,
    _shallower,
)

RULES = (COPING, THRESHOLD, BURDEN, STRESS, STORAGE)
