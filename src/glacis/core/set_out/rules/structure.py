# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what lies under a covering: panels, joints, eaves, deck, nails that would show."""

from collections.abc import Iterator
from math import cos, floor, radians, tan

from msgspec.structs import replace

from glacis.core.judgement.by_set_out import SetOutSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.model.document import Project
from glacis.core.set_out.eaves import MOST_BITE
from glacis.core.set_out.grid import bearing
from glacis.core.set_out.panels import RowMeasured
from glacis.core.set_out.rules.asked import says, stating
from glacis.core.units.quantities import Quantity

T, J = Quantity.THICKNESS, Quantity.JOINT
MOST_THIN = 0.015
"""Furring thinner than this splits [m]; our judgement after usual practice."""
UNSEEN = 0.005
"""A nail's point stays so far inside a visible face [m]; our judgement: a board's cup and its planing."""


def _measured(roof: SetOutSubject) -> RowMeasured | None:
    panels = roof.set_out.panelled
    return panels.measured[-1][1] if panels is not None and panels.measured else None


def _growth(roof: SetOutSubject) -> Iterator[Finding]:
    found, out = _measured(roof), roof.set_out
    if found is None or out is None or not found.recut:
        return
    if out.stated.panels is not None and out.stated.panels.recut:
        return
    why = " and ".join(found.causes) or "the plan itself"
    yield says(
        roof, "set-out.panels", "stop",
        f"By {why} the row will end {{0}} too far at the lower edge and {{1}} at the upper: the last panel has to be "
        "{2} wide below and {3} above before it is lifted.",
        Evidence("lower edge", found.excess_bottom, J), Evidence("upper edge", found.excess_top, J),
        Evidence("width below", found.last_width_bottom, T), Evidence("width above", found.last_width_top, T),
    )  # fmt: skip


def _recut(_project: Project, roof: SetOutSubject, _finding: Finding) -> tuple[Remedy, ...]:
    out = roof.set_out
    if out is None or out.stated.panels is None:
        return ()
    return (
        stating(roof, "recut the last panel so", panels=replace(out.stated.panels, recut=True)),
    )


PANELS = Rule(
    "set-out.panels",
    "Panels grow past the gable",
    "set-out",
    "stop",
    "Joints add up: what is a hair in each is a hand's breadth at the gable, and up there nobody can saw a panel.",
    "Our judgement: geometry, growth and skew from the runs measured at both edges",
    _growth,
    _recut,
)


def _short(roof: SetOutSubject) -> Iterator[Finding]:
    found = _measured(roof)
    if found is None or not found.short:
        return
    yield says(
        roof, "set-out.panels-short", "mind",
        "The row will end {0} short at its worse edge; that cannot be recut: open the joints to come, fill the rest.",
        Evidence("short", -min(found.excess_bottom, found.excess_top), J),
    )  # fmt: skip


SHORT = Rule(
    "set-out.panels-short",
    "Panels end short",
    "set-out",
    "mind",
    "A panel can be cut narrower, never wider; a filler at the gable wants its own air seal and insulation.",
    "Our judgement: geometry, the run measured at both edges",
    _short,
    no_remedies,
)


def _foam(roof: SetOutSubject) -> Iterator[Finding]:
    out = roof.set_out
    if out is None or out.panelled is None or not out.panelled.cans.too_cold:
        return
    stated = out.stated.panels
    if stated is None:
        return
    yield says(
        roof, "set-out.foam", "stop",
        "It is {0}; the cans take {1} at least. More cans do not help: wait, or warm them.",
        Evidence("air", stated.temperature, Quantity.TEMPERATURE),
        Evidence("least", stated.coldest, Quantity.TEMPERATURE),
    )  # fmt: skip


FOAM = Rule(
    "set-out.foam",
    "Too cold to foam",
    "set-out",
    "stop",
    "Cold foam does not rise and does not stick: the joint is full of holes that nobody sees. Foam gives off "
    "isocyanates: gloves, eyes, air.",
    "Our judgement: the can's own least temperature",
    _foam,
    no_remedies,
)


def _bite(roof: SetOutSubject) -> Iterator[Finding]:
    found = roof.set_out.eaves
    if found is None or found.birdsmouth_share <= MOST_BITE + 1e-9:
        return
    yield says(
        roof, "set-out.birdsmouth", "mind", "The birdsmouth takes {0} of the rafter; a third is the most.",
        Evidence("share", found.birdsmouth_share, Quantity.SHARE),
    )  # fmt: skip


def _narrower(_project: Project, roof: SetOutSubject, _finding: Finding) -> tuple[Remedy, ...]:
    out = roof.set_out
    section = out.stated.eaves if out is not None else None
    if out is None or section is None:
        return ()
    slope = radians(roof.area.pitch)
    plumb = (section.rafter or out.stack.rafter) / cos(slope)
    seat = floor(MOST_BITE * plumb / tan(slope) * 1000) / 1000
    return (stating(roof, f"a seat of {seat * 1000:.0f} mm", eaves=replace(section, seat=seat)),)


BITE = Rule(
    "set-out.birdsmouth",
    "Deep birdsmouth",
    "set-out",
    "mind",
    "The eaves hang from what the birdsmouth leaves; cut too deep, the rafter splits along it.",
    "Our judgement after usual practice: a third of the rafter's plumb depth, recalled (confirm); the engineer decides",
    _bite,
    _narrower,
)


def _creep(roof: SetOutSubject) -> Iterator[Finding]:
    out = roof.set_out
    found = out.decked if out is not None else None
    if out is None or found is None or found.creeps is None:
        return
    width = out.stated.grid.width or out.stack.width
    yield says(
        roof, "set-out.creep", "mind",
        f"Full sheets laid with gaps creep off their members: from joint {found.creeps} they bear {{0}}. Trim each "
        "by {1}.",
        Evidence("bearing", bearing(width, found.gap, found.creeps), T), Evidence("trim", found.trimmed, J),
    )  # fmt: skip


CREEP = Rule(
    "set-out.creep",
    "Deck sheets creep",
    "set-out",
    "mind",
    "The gap that every joint needs adds up until an end hangs beside its member and the next foot goes through it.",
    "Our judgement after usual practice: 18 mm of bearing at least",
    _creep,
    no_remedies,
)


def _visible(roof: SetOutSubject) -> Iterator[Finding]:
    out = roof.set_out
    if out is None or not out.stack.visible:
        return
    over = next((layer for layer in roof.layers[1:] if layer.kind == "solid"), None)
    if over is None:
        return
    most = over.thickness + out.stack.visible - UNSEEN
    yield says(
        roof, "set-out.visible", "note",
        f"{roof.layers[0].name} is seen from below: nails through {over.name} ({{0}}) may be {{1}} at most.",
        Evidence("sheet", over.thickness, T), Evidence("nail", most, T),
    )  # fmt: skip


VISIBLE = Rule(
    "set-out.visible",
    "Boards that are seen",
    "set-out",
    "note",
    "A nail that comes through a visible board is there for good; so is rain on it: shorter nails, a sheet over it.",
    "Our judgement: nails end inside the visible board",
    _visible,
    no_remedies,
)


def _held_down(roof: SetOutSubject) -> Iterator[Finding]:
    found = roof.set_out.outrigged
    if found is None or found.hold_down <= 0:
        return
    yield says(
        roof, "set-out.hold-down", "mind",
        f"By {found.cases[0].name} the inner end of each outrigger is lifted by {{0}}: screws or a strap hold it.",
        Evidence("lift", found.hold_down, Quantity.FORCE),
    )  # fmt: skip


HOLD_DOWN = Rule(
    "set-out.hold-down",
    "Outriggers lift at their inner end",
    "set-out",
    "mind",
    "Snow on the overhang alone, or wind under it, turns an outrigger about the wall: its inner end comes up.",
    "Our judgement: statics, a beam over two supports; loads without factors, the engineer sizes what holds it",
    _held_down,
    no_remedies,
)


def _blocks(roof: SetOutSubject) -> Iterator[Finding]:
    found = roof.set_out.outrigged
    if found is None or found.best.blocks >= found.laid.blocks:
        return
    yield says(
        roof, "set-out.blocks", "note",
        f"{found.laid.blocks} outriggers of {len(found.laid.centres)} lie beside no member and need a block; begun at "
        f"{{0}} it is {found.best.blocks}.",
        Evidence("first outrigger", found.best.start, T),
    )  # fmt: skip


def _begin_at(_project: Project, roof: SetOutSubject, _finding: Finding) -> tuple[Remedy, ...]:
    out = roof.set_out
    if out is None or out.outrigged is None or out.stated.outriggers is None:
        return ()
    best = out.outrigged.best.start
    moved = replace(out.stated.outriggers, start=best)
    return (stating(roof, f"the first outrigger at {best * 1000:.0f} mm", outriggers=moved),)


BLOCKS = Rule(
    "set-out.blocks",
    "Outriggers drift off the members",
    "set-out",
    "note",
    "Boards that go in uncut set their own module; every outrigger that meets no member costs a block and two screws.",
    "Our judgement: geometry, 24 starts within one module are tried",
    _blocks,
    _begin_at,
)


def _step(roof: SetOutSubject) -> Iterator[Finding]:
    found = roof.set_out.planed
    stated = roof.set_out.stated.furring
    if found is None or stated is None:
        return
    for number, rip in enumerate(found.rips):
        if rip < MOST_THIN - 1e-9:
            name = stated.zones[number].name or f"zone {number + 1}"
            yield says(
                roof, "set-out.thin-furring", "mind",
                f"Furring over {name} would be {{0}} thin; it splits under a screw. Raise the least furring.",
                Evidence("furring", rip, T),
            )  # fmt: skip
            return


def _thicker(_project: Project, roof: SetOutSubject, _finding: Finding) -> tuple[Remedy, ...]:
    out = roof.set_out
    if out is None or out.stated.furring is None:
        return ()
    raised = replace(out.stated.furring, least=MOST_THIN)
    return (stating(roof, f"furring of {MOST_THIN * 1000:.0f} mm at least", furring=raised),)


THIN = Rule(
    "set-out.thin-furring",
    "Furring too thin to hold",
    "set-out",
    "mind",
    "A strip ripped thinner than a screw is thick splits, and what is screwed to it lifts.",
    "Our judgement after usual practice: 15 mm of softwood under a screw",
    _step,
    _thicker,
)

RULES = (PANELS, SHORT, FOAM, BITE, CREEP, VISIBLE, HOLD_DOWN, BLOCKS, THIN)
