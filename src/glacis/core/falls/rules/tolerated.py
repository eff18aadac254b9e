# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about falls that work on paper and not as they are built: tolerances, joints of boards."""

from collections.abc import Iterator
from math import floor

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.bond import joint_gap
from glacis.core.falls.built import SURE, back_fall, tolerance_for
from glacis.core.falls.change import change_falls
from glacis.core.falls.rules.draining import HAIR, surface_in
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.judgement.place import on_area
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

FALLS_BACK = 0.005
"""Share of the steepest plane that may fall back [-]; our judgement: of 200 draws of 500 m² with 0.7 % about
one in seven ponded, with less than 0.1 % none."""
JOINTS = 0.2
"""Between joints of neighbouring rows at least [m]; our judgement after common practice."""
STEP = 0.0005
"""Tolerances are asked for in whole steps [m]; our judgement."""


def _strays(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None:
        return
    stated = found.stated
    share = back_fall(stated.fall, stated.tolerance, stated.correlation)
    if share <= FALLS_BACK * (1 + HAIR):
        return
    yield Finding(
        "falls.tolerance",
        "mind",
        "falls",
        on_area(roof.area.id),
        "Built within {0} to both sides over {1}, {2} of a surface at {3} falls back: expect puddles.",
        (
            Evidence("tolerance", stated.tolerance, Quantity.THICKNESS),
            Evidence("it holds over", stated.correlation, Quantity.LENGTH),
            Evidence("falls back", share, Quantity.SHARE),
            Evidence("fall", stated.fall, Quantity.FALL),
        ),
    )


def _closer(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None:
        return ()
    stated, area = found.stated, found.area.id
    enough = tolerance_for(stated.fall, FALLS_BACK, stated.correlation)
    fall = stated.fall * stated.tolerance / enough
    closer = floor(enough / STEP + HAIR) * STEP
    remedies = [
        Remedy(
            f"fall 1:{1 / fall:.0f}",
            lambda p: change_falls(p, area, lambda f: replace(f, fall=fall * (1 + HAIR))),
        )
    ]
    if closer > 0:
        words = f"ask for a surface within {closer * 1000:.1f} mm"
        remedies.append(
            Remedy(words, lambda p: change_falls(p, area, lambda f: replace(f, tolerance=closer)))
        )
    return tuple(remedies)


TOLERANCE = Rule(
    "falls.tolerance",
    "Falls that the building tolerance eats up",
    "falls",
    "mind",
    "Surfaces are laid a little high here and a little low there. Where that is steeper than the fall, water "
    "stands; the rain test shows where.",
    f"Our judgement: at most {FALLS_BACK:.1%} of a plane, Φ(-s l/σ) with σ the tolerance over {SURE:.2f}",
    _strays,
    _closer,
)


def _joints(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or found.stated.means != "tapered":
        return
    gap = joint_gap(found.stated.boards)
    if gap < JOINTS * (1 - HAIR):
        yield Finding(
            "falls.joints",
            "mind",
            "falls",
            on_area(roof.area.id),
            "Joints of neighbouring rows of boards lie {0} apart; {1} is wanted.",
            (
                Evidence("apart", gap, Quantity.THICKNESS),
                Evidence("wanted", JOINTS, Quantity.THICKNESS),
            ),
        )


def _bonded(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None or found.stated.boards.width < 2 * JOINTS:
        return ()
    area, half = found.area.id, replace(found.stated.boards, bond=0.5)
    return (
        Remedy(
            "shift every other row by half a board",
            lambda p: change_falls(p, area, lambda f: replace(f, boards=half)),
        ),
    )


BONDED = Rule(
    "falls.joints",
    "Joints of boards too near each other",
    "falls",
    "mind",
    "Where joints of neighbouring rows meet, four corners rock on one spot and the sheet above works.",
    "Our judgement after common practice: 200 mm or more, and no four joints in a point",
    _joints,
    _bonded,
)

RULES = (TOLERANCE, BONDED)
