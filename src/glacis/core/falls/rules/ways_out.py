# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about outlets, overflows and the load of water that stands when one is blocked."""

from collections.abc import Iterator
from math import ceil

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.change import change_falls, new_overflow, thing_of, with_thing
from glacis.core.falls.found import Drain, Drained, Escape
from glacis.core.falls.rules.draining import HAIR, surface_in
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import on_area, on_outlet
from glacis.core.model.document import Project
from glacis.core.model.falls import Outlet, Overflow
from glacis.core.model.outlines import foot_on_outline
from glacis.core.units.quantities import Quantity

CLEAR = 0.01
"""An overflow begins so much above the working water level [m]; our judgement: waves and dirt."""
STEP = 0.005
"""Sills are set to whole steps [m]; our judgement."""


def outlets_of(found: Drained) -> tuple[Drain, ...]:
    """What takes water at a place, not along a line."""
    return tuple(drain for drain in found.drains if drain.head is not None)


def _is_open(found: Drained) -> bool:
    """Whether water runs off over an edge: a level line that lies on the outline takes it all."""
    return len(outlets_of(found)) < len(found.drains)


def _one_way(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or found.escapes or _is_open(found):
        return
    count = len(outlets_of(found))
    only = "One outlet and no overflow" if count == 1 else "No overflow"
    yield Finding(
        "falls.overflow",
        "stop" if count == 1 else "mind",
        "falls",
        on_area(roof.area.id),
        f"{only}: when leaves block {'it' if count == 1 else 'the outlets'}, water rises until it "
        "finds a way of its own.",
    )


def _add_overflow(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None:
        return ()
    drain = max(outlets_of(found), key=lambda d: d.flow)
    thing = thing_of(found.stated, drain.id)
    if not isinstance(thing, Outlet):
        return ()
    at = foot_on_outline(found.area.outline, thing.at)[0]
    sill = _up(
        max(found.height(at) - min(d.level for d in found.drains), drain.level + (drain.head or 0))
        + CLEAR
    )
    overflow = new_overflow(found.stated, at, sill)
    return (
        Remedy(
            f"an overflow in the edge nearest to {thing.name}",
            lambda p: change_falls(p, found.area.id, lambda f: with_thing(f, overflow)),
        ),
    )


def _up(height: float) -> float:
    return ceil(height / STEP - HAIR) * STEP


OVERFLOW = Rule(
    "falls.overflow",
    "No second way out",
    "falls",
    "stop",
    "Outlets do get blocked. A second way out that shows itself keeps the load within bounds.",
    "EN 12056-3:2000, 7.4, as recalled: flat roofs with parapets want two outlets, or one and an overflow",
    _one_way,
    _add_overflow,
)


def _working_level(found: Drained, escape: Escape) -> float:
    """Where water stands in the overflow's catchment while its outlet works [m]."""
    drain = found.drains[escape.owner]
    return drain.level + (drain.head or 0.0)


def _low(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for escape in found.escapes if found else ():
        place = on_outlet(escape.stated.id, roof.area.id)
        if escape.stated.sill < escape.surface - HAIR:
            yield Finding(
                "falls.overflow-low", "stop", "falls", place,
                f"The sill of {escape.stated.name} lies at {{0}}, below the finished surface at {{1}}.",
                (
                    Evidence("sill", escape.stated.sill, Quantity.THICKNESS),
                    Evidence("surface", escape.surface, Quantity.THICKNESS),
                ),
            )  # fmt: skip
        elif found and escape.stated.sill < _working_level(found, escape) - HAIR:
            yield Finding(
                "falls.overflow-low", "mind", "falls", place,
                f"{escape.stated.name} runs in every heavy rain: its sill lies at {{0}}, the water at "
                "the working outlet at {1}. Nobody will see by it that an outlet is blocked.",
                (
                    Evidence("sill", escape.stated.sill, Quantity.THICKNESS),
                    Evidence("water", _working_level(found, escape), Quantity.THICKNESS),
                ),
            )  # fmt: skip


def _raise(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None:
        return ()
    escape = next((e for e in found.escapes if e.stated.id == finding.place.ids[0]), None)
    if escape is None:
        return ()
    sill = _up(max(escape.surface, _working_level(found, escape)) + CLEAR)
    higher = replace(escape.stated, sill=sill)
    return (
        Remedy(
            f"raise its sill to {sill * 1000:.0f} mm",
            lambda p: change_falls(p, found.area.id, lambda f: with_thing(f, higher)),
        ),
    )


LOW = Rule(
    "falls.overflow-low",
    "Overflow too low",
    "falls",
    "stop",
    "An overflow below the surface is buried; one at the level of the outlet drains in every rain, "
    "stains the wall and warns of nothing.",
    "EN 12056-3:2000, 7.4, as recalled; geometry of the stated falls",
    _low,
    _raise,
)


def _small_overflow(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or not found.escapes:
        return
    capacity = sum(escape.capacity for escape in found.escapes)
    wanted = max((drain.flow for drain in outlets_of(found)), default=0.0)
    if capacity >= wanted * (1 - HAIR):
        return
    yield Finding(
        "falls.overflow-small",
        "mind",
        "falls",
        on_outlet(found.escapes[0].stated.id, roof.area.id),
        "The overflows take {0} before they are full; the largest outlet they stand in for has {1}.",
        (
            Evidence("overflows", capacity, Quantity.WATER_FLOW),
            Evidence("outlet", wanted, Quantity.WATER_FLOW),
        ),
    )


def _widen(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None or not found.escapes:
        return ()
    first: Overflow = found.escapes[0].stated
    capacity = sum(escape.capacity for escape in found.escapes)
    missing = max(drain.flow for drain in outlets_of(found)) - capacity
    width = first.width * (1 + missing / found.escapes[0].capacity)
    width = ceil(width / 0.05 - HAIR) * 0.05
    wider = replace(first, width=width)
    return (
        Remedy(
            f"make {first.name} {width * 1000:.0f} mm wide",
            lambda p: change_falls(p, found.area.id, lambda f: with_thing(f, wider)),
        ),
    )


SMALL_OVERFLOW = Rule(
    "falls.overflow-small",
    "Overflow smaller than what it stands in for",
    "falls",
    "mind",
    "An overflow that cannot take what a blocked outlet leaves lets the water rise above it.",
    "EN 12056-3:2000, 7.4, as recalled",
    _small_overflow,
    _widen,
)


def _load(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    worst = found.worst if found else None
    if found is None or worst is None or worst.depth <= 0:
        return
    figures = (
        Evidence("deepest", worst.depth, Quantity.THICKNESS),
        Evidence("load there", worst.most, Quantity.AREA_MASS),
    )
    names = " and ".join(found.drains[k].name for k in worst.blocked)
    if not found.stated.allowance:
        yield Finding(
            "falls.load", "note", "falls", on_area(roof.area.id),
            f"With {names} blocked water stands {{0}} deep, {{1}} there. What the structure may bear is "
            "not stated: ask its engineer, for ponding as well.",
            figures,
        )  # fmt: skip
    elif worst.most > found.stated.allowance * (1 + HAIR):
        yield Finding(
            "falls.load", "stop", "falls", on_area(roof.area.id),
            f"With {names} blocked water stands {{0}} deep, {{1}} there; the structure may bear {{2}}.",
            (*figures, Evidence("allowance", found.stated.allowance, Quantity.AREA_MASS)),
        )  # fmt: skip


LOAD = Rule(
    "falls.load",
    "Load of standing water",
    "falls",
    "stop",
    "Roofs have fallen in under water from a blocked outlet: a deck that sags holds more of it, and sags "
    "more. Whether that runs away is the engineer's to judge.",
    "EN 1990 treats it as an accidental load; the allowance is the engineer's",
    _load,
    no_remedies,
)


def _above(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for spout in found.stated.spouts if found else ():
        if spout.flow > 0:
            yield Finding(
                "falls.concentrated",
                "mind",
                "falls",
                on_outlet(spout.id, roof.area.id),
                f"{spout.name} sends {{0}} onto one place: the membrane wears there, and one outlet gets it all.",
                (Evidence("from above", spout.flow, Quantity.WATER_FLOW),),
            )


CONCENTRATED = Rule(
    "falls.concentrated",
    "Upper roof discharging onto a lower one",
    "falls",
    "mind",
    "A pipe that ends over a membrane scours it. Lead it on to an outlet, or put a sacrificial slab beneath.",
    "Our judgement: common practice",
    _above,
    no_remedies,
)

RULES = (OVERFLOW, LOW, SMALL_OVERFLOW, LOAD, CONCENTRATED)
