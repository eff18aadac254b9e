# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what outlets, gutters and downpipes carry away of the stated rain."""

from collections.abc import Iterator
from math import ceil

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.change import Thing, change_falls, thing_of, with_thing
from glacis.core.falls.channels import least_pipe
from glacis.core.falls.found import Drain, Drained
from glacis.core.falls.mouths import line_flows, outlet_flow
from glacis.core.falls.rules.draining import HAIR, surface_in
from glacis.core.falls.rules.ways_out import outlets_of
from glacis.core.falls.water import MILLI, USUAL_HEAD
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.judgement.place import on_outlet
from glacis.core.model.document import Project
from glacis.core.model.falls import LevelLine, Outlet
from glacis.core.units.quantities import Quantity

SIZES = (0.075, 0.1, 0.125, 0.15, 0.2, 0.25, 0.3)
"""Mouths of outlets that are usual [m]; our judgement."""
PIPES = (50.0, 65.0, 75.0, 80.0, 90.0, 100.0, 110.0, 125.0, 150.0, 200.0, 250.0, 300.0)
"""Inside diameters of downpipes that are usual [mm]; our judgement."""
MOST_PIPES = 12
"""Downpipes that a remedy asks of one gutter at most; our judgement."""
STEP = 0.05
"""Openings come in whole steps [m]; our judgement."""


def _taken(found: Drained | None, finding: Finding) -> tuple[Drain | None, Thing | None]:
    """The drain that a finding points at, and what is stated of it."""
    if found is None:
        return None, None
    name = finding.place.ids[0]
    return next((d for d in found.drains if d.id == name), None), thing_of(found.stated, name)


def _instead(found: Drained, words: str, thing: Thing) -> tuple[Remedy, ...]:
    area = found.area.id
    return (Remedy(words, lambda p: change_falls(p, area, lambda f: with_thing(f, thing))),)


def _small(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for drain in outlets_of(found) if found else ():
        capacity = drain.capacity or 0.0
        if drain.dry or drain.flow <= capacity * (1 + HAIR):
            continue
        yield Finding(
            "falls.outlet-small",
            "mind",
            "falls",
            on_outlet(drain.id, roof.area.id),
            f"{drain.name} has {{0}} to take and takes {{1}} at the usual head; it would need {{2}}.",
            (
                Evidence("rain", drain.flow, Quantity.WATER_FLOW),
                Evidence("capacity", capacity, Quantity.WATER_FLOW),
                Evidence("head", drain.head or 0.0, Quantity.THICKNESS),
            ),
        )


def _larger(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    drain, thing = _taken(found, finding)
    if found is None or drain is None or not isinstance(thing, Outlet):
        return ()
    head = USUAL_HEAD / MILLI
    if thing.mouth != "round":
        share = drain.flow / outlet_flow(thing, head)
        wider = replace(thing, width=ceil(thing.width * share / STEP - HAIR) * STEP)
        return _instead(found, f"{wider.width * MILLI:.0f} mm wide", wider)
    sizes = (replace(thing, diameter=size) for size in SIZES if size > thing.diameter)
    larger = next((mouth for mouth in sizes if outlet_flow(mouth, head) >= drain.flow), None)
    if larger is None:
        return ()
    return _instead(found, f"a mouth of {larger.diameter * MILLI:.0f} mm", larger)


SMALL = Rule(
    "falls.outlet-small",
    "Outlet too small for its catchment",
    "falls",
    "mind",
    "Water backs up round an outlet that is too small, over a surface that is meant to be dry.",
    "EN 12056-3:2000, 5.4, as recalled",
    _small,
    _larger,
)


def _small_gutter(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for drain in found.drains if found else ():
        if drain.head is not None or drain.capacity is None:
            continue
        if drain.flow > drain.capacity * (1 + HAIR):
            yield Finding(
                "falls.gutter-small",
                "mind",
                "falls",
                on_outlet(drain.id, roof.area.id),
                f"{drain.name} has {{0}} to carry and carries {{1}} to its downpipes.",
                (
                    Evidence("rain", drain.flow, Quantity.WATER_FLOW),
                    Evidence("capacity", drain.capacity, Quantity.WATER_FLOW),
                ),
            )


def _more_pipes(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    drain, line = _taken(found, finding)
    if found is None or drain is None or not isinstance(line, LevelLine) or line.gutter is None:
        return ()
    for pipes in range(line.gutter.pipes + 1, MOST_PIPES + 1):
        more = replace(line, gutter=replace(line.gutter, pipes=pipes))
        flows = line_flows(more)
        if flows is not None and min(flows) >= drain.flow:
            return _instead(found, f"{pipes} downpipes along {line.name}", more)
    return ()


GUTTER = Rule(
    "falls.gutter-small",
    "Gutter too small for its roof",
    "falls",
    "mind",
    "A gutter that is too small spills over its edge: outside it wets the wall, inside the building.",
    "EN 12056-3:2000, 5.1 to 5.3, as recalled",
    _small_gutter,
    _more_pipes,
)


def _small_pipe(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for drain in found.drains if found else ():
        if drain.pipe is not None and drain.flow > drain.pipe * (1 + HAIR):
            yield Finding(
                "falls.pipe-small",
                "mind",
                "falls",
                on_outlet(drain.id, roof.area.id),
                f"{drain.name} has {{0}} to send down and its pipe carries {{1}}.",
                (
                    Evidence("rain", drain.flow, Quantity.WATER_FLOW),
                    Evidence("pipe", drain.pipe, Quantity.WATER_FLOW),
                ),
            )


def _wider_pipe(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    drain, thing = _taken(found, finding)
    if found is None or drain is None:
        return ()
    gutter = thing.gutter if isinstance(thing, LevelLine) else None
    size = least_pipe(drain.flow / (gutter.pipes if gutter else 1), PIPES)
    if size is None:
        return ()
    words = f"a pipe of {size:.0f} mm"
    if isinstance(thing, LevelLine) and gutter is not None:
        return _instead(found, words, replace(thing, gutter=replace(gutter, pipe=size / MILLI)))
    if isinstance(thing, Outlet):
        return _instead(found, words, replace(thing, pipe=size / MILLI))
    return ()


PIPE = Rule(
    "falls.pipe-small",
    "Downpipe too small for what it takes",
    "falls",
    "mind",
    "A pipe that runs full backs water up on the roof, however large the outlet over it is.",
    "EN 12056-3:2000, 6.1, as recalled (Wyly and Eaton 1961)",
    _small_pipe,
    _wider_pipe,
)

RULES = (SMALL, GUTTER, PIPE)
