# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the eaves: chutes, baffles, dams, fill that shuts the vents, ice."""

from collections.abc import Iterator
from math import ceil, cos, radians

from msgspec.structs import replace

from glacis.core.air.heel import depth_at
from glacis.core.air.plate import fill_depth, plate_of
from glacis.core.air.rules.asked import laid, remedy, says
from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.model.air import Chutes
from glacis.core.model.document import Project
from glacis.core.thickness.eaves import eaves_of
from glacis.core.units.quantities import Quantity

NOTE, MIND, STOP = 1.0, 5.0, 20.0
"""Ice in the worst spell [kg/m] from which it is told; our judgement: a crust, a dam, a danger to those below."""
STEP = 0.01
"""Heels are raised to whole steps [m]; our judgement."""


def _needed_heel(roof: AnalysedArea) -> float:
    """Height of a heel at which the fill is full over the outer face of the wall [m]."""
    found = roof.aired
    gap = found.stated.chutes.gap if found and found.stated.chutes else 0.0
    slope = radians(roof.area.pitch)
    return float(ceil((fill_depth(roof.layers) + gap / cos(slope)) / STEP - 1e-9) * STEP)


def _filled(roof: AnalysedArea) -> Iterator[Finding]:
    found = roof.aired
    if found is None or found.way.kind != "cold-attic" or found.stated.heel is None:
        return
    heel, full = found.stated.heel, fill_depth(roof.layers)
    over = depth_at(0.0, plate_of(heel, found.stated, roof.area.pitch), full)
    if found.stated.chutes is None and heel.height < full:
        yield says(
            roof, "air.filled-eaves", "stop",
            "The heel is {0} high and the fill {1} deep, without chutes: it lies against the deck and shuts the vents.",
            Evidence("heel", heel.height, Quantity.THICKNESS), Evidence("fill", full, Quantity.THICKNESS),
        )  # fmt: skip
    elif over <= 0:
        yield says(
            roof, "air.filled-eaves", "stop",
            "The heel is {0} high and the chute takes {1}: no insulation is left over the plate.",
            Evidence("heel", heel.height, Quantity.THICKNESS),
            Evidence("chute", found.stated.chutes.gap if found.stated.chutes else 0.0, Quantity.THICKNESS),
        )  # fmt: skip


def _free_eaves(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = roof.aired
    heel = found.stated.heel if found else None
    if found is None or heel is None:
        return ()
    height = _needed_heel(roof)
    raised = replace(heel, height=height)
    ways = [
        remedy(roof, f"raise the heel to {height * 1000:.0f} mm", lambda a: replace(a, heel=raised))
    ]
    if found.stated.chutes is None:
        ways.append(remedy(roof, "chutes in every bay", lambda a: replace(a, chutes=Chutes())))
    return tuple(ways)


FILLED = Rule(
    "air.filled-eaves",
    "Insulation shuts the eaves",
    "air",
    "stop",
    "Fill that reaches the deck over the plate stops the air at its first step and soaks what snow and rain bring in.",
    "Our judgement after R806.3, recalled (confirm): a way of 25 mm stays open; geometry of heel, chute and fill",
    _filled,
    _free_eaves,
)


def _low_heel(roof: AnalysedArea) -> Iterator[Finding]:
    strip = eaves_of(roof)
    heel = strip.heel if strip else None
    if strip is None or heel is None or not 0 < heel.at_inner < heel.full:
        return
    if roof.meets(strip.transmittance):
        return
    yield says(
        roof, "air.low-heel", "mind",
        "At the eaves U is {0}; the target is {1}. Over the inner face of the wall {2} of insulation is left, and "
        "a cold strip runs along it.",
        Evidence("U of the strip", strip.transmittance, Quantity.TRANSMITTANCE),
        Evidence("target", roof.target, Quantity.TRANSMITTANCE),
        Evidence("left", heel.at_inner, Quantity.THICKNESS),
    )  # fmt: skip


def _raise_heel(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = roof.aired
    heel = found.stated.heel if found else None
    if heel is None:
        return ()
    height = _needed_heel(roof)
    raised = replace(heel, height=height)
    return (
        remedy(
            roof, f"raise the heel to {height * 1000:.0f} mm", lambda a: replace(a, heel=raised)
        ),
    )


LOW_HEEL = Rule(
    "air.low-heel",
    "Low heel",
    "air",
    "mind",
    "The strip over the plate is the coldest of the ceiling: mould in the corner, ice on the gutter.",
    "Our judgement: U of the strip against the target; the corner itself is for a two-dimensional section to decide",
    _low_heel,
    _raise_heel,
)


def _unchuted(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or found[0].stated.chutes is None or found[0].stated.chutes.every < 2:
        return
    air, layout = found
    without = [piece for piece in layout.pieces if not piece.chuted]
    if not without:
        return
    every = air.stated.chutes.every if air.stated.chutes else 1
    if air.way.kind == "cold-attic":
        yield says(
            roof, "air.alternate-chutes", "note",
            f"Chutes stand in every {_nth(every)} bay: the eaves let {{0}} in, with one in each bay {{1}}.",
            Evidence("now", air.free.low if air.free else 0.0, Quantity.VENT_AREA),
            Evidence("each bay", air.low_with_every_bay, Quantity.VENT_AREA),
        )  # fmt: skip
    else:
        yield says(
            roof, "air.no-chute", "stop",
            f"{len(without)} bays of the slope have no chute: {{0}} of the area is shut at the eaves.",
            Evidence("share", sum(p.piece.area for p in without) / layout.map.area, Quantity.SHARE),
        )  # fmt: skip


def _nth(number: int) -> str:
    return {2: "second", 3: "third"}.get(number, f"{number}th")


def _every_bay(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = roof.aired
    chutes = found.stated.chutes if found else None
    if chutes is None:
        return ()
    each = replace(chutes, every=1)
    return (remedy(roof, "a chute in every bay", lambda air: replace(air, chutes=each)),)


NO_CHUTE = Rule(
    "air.no-chute",
    "Bays of a slope without a chute",
    "air",
    "stop",
    "Between rafters every bay is a room of its own: one without a chute is shut.",
    "Our judgement: geometry of the bays",
    lambda roof: (f for f in _unchuted(roof) if f.rule == "air.no-chute"),
    _every_bay,
)
ALTERNATE = Rule(
    "air.alternate-chutes",
    "Chutes in alternate bays",
    "air",
    "note",
    "In an attic air spreads sideways above the fill, so some build a chute in every other bay; others want each bay "
    "open, since fill drifts. Both are computed.",
    "Our judgement: both schools computed; low area is the lesser of soffit and chutes",
    lambda roof: (f for f in _unchuted(roof) if f.rule == "air.alternate-chutes"),
    _every_bay,
)


def _loose(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or found[0].way.kind != "cold-attic" or found[0].free is None:
        return
    stated = found[0].stated
    if found[0].free.low <= 0 or (stated.baffle and stated.dam):
        return
    missing = " and ".join(
        word for word, there in (("baffles", stated.baffle), ("a dam", stated.dam)) if not there
    )
    yield says(
        roof, "air.loose-eaves", "mind",
        f"At the eaves {missing} {'is' if missing == 'a dam' else 'are'} missing: wind blows through the fill and "
        "moves it.",
    )  # fmt: skip


def _hold(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    return (
        remedy(
            roof, "baffles in each bay and a dam", lambda air: replace(air, baffle=True, dam=True)
        ),
    )


LOOSE = Rule(
    "air.loose-eaves",
    "No baffle or dam at the eaves",
    "air",
    "mind",
    "Wind that enters at the soffit washes through the fill over the plate, cools it and drives it back.",
    "Our judgement after common practice: a baffle from plate to chute in each bay, a dam as high as the fill there",
    _loose,
    _hold,
)


def _icy(roof: AnalysedArea) -> Iterator[Finding]:
    frost = roof.aired.frost if roof.aired else None
    worst = frost.worst if frost else None
    if worst is None or worst.ice <= NOTE:
        return
    severity: Severity = "stop" if worst.ice > STOP else "mind" if worst.ice > MIND else "note"
    yield says(
        roof, "air.ice", severity,
        "Under snow, at {1} outside, {0} of ice grows along the eaves in five days.",
        Evidence("ice", worst.ice, Quantity.LINE_MASS),
        Evidence("outside", worst.outside, Quantity.TEMPERATURE),
    )  # fmt: skip


ICE = Rule(
    "air.ice",
    "Ice at the eaves",
    "air",
    "stop",
    "Snow that melts over warm rooms freezes over the cold overhang, dams the water behind it, and falls on people.",
    "Our judgement: 1, 5 and 20 kg/m in the worst spell of five days; balance of the space beneath the snow",
    _icy,
    no_remedies,
)

RULES = (FILLED, LOW_HEEL, NO_CHUTE, ALTERNATE, LOOSE, ICE)
