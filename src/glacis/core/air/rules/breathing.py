# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about bays that do not breathe: starved, without a drive, cut short."""

from collections import Counter
from collections.abc import Iterator

from msgspec.structs import replace

from glacis.core.air.change import new_vent, remove_air, usual_air, with_vent
from glacis.core.air.found import STATUS_WORDS
from glacis.core.air.rules.asked import laid, remedy, says, starved, vented_too, whole_edges
from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import strongest
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.judgement.remedies import fill_void
from glacis.core.model.air import Air
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

SHORT_PIECE = 0.5
"""A piece of a bay this short [m] dries by itself; our judgement: air reaches so far in by its own whirls."""

SHORT = 0.7
"""Low intake under this share of what it is with the middle vents shut is cut short [-]; our judgement."""


def _no_vents(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or found[0].free is None:
        return
    if found[0].free.low + found[0].free.high <= 0:
        yield says(
            roof, "air.no-vents", "stop",
            "A ventilated space of {0} is drawn, and nothing opens into it.",
            Evidence("depth", found[0].way.depth, Quantity.THICKNESS),
        )  # fmt: skip


def _give_vents(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = laid(roof)
    if found is None:
        return ()
    kinds = frozenset(rim.side.kind for rim in found[1].edges)
    usual = usual_air(roof.area.id, found[0].way.kind, kinds)
    return (remedy(roof, "give it the usual vents", lambda air: replace(air, vents=usual.vents)),)


NO_VENTS = Rule(
    "air.no-vents",
    "Ventilated space without vents",
    "air",
    "stop",
    "A space that is drawn as ventilated and is shut holds what gets in: water condenses on its cold side and stays.",
    "ISO 13788:2012, 1 and DIN 4108-3, recalled (confirm): only spaces with openings count as ventilated",
    _no_vents,
    _give_vents,
)


def _starved(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or found[0].free is None or found[0].free.low + found[0].free.high <= 0:
        return
    air, layout = found
    pieces = starved(layout, SHORT_PIECE)
    if not pieces:
        return
    counts = Counter(piece.status for piece in pieces)
    kinds = ", ".join(f"{number} {STATUS_WORDS[status]}" for status, number in counts.items())
    severity: Severity = "stop" if air.way.kind in ("cold-slope", "cold-flat") else "mind"
    yield says(
        roof, "air.starved", severity,
        f"{{0}} of the area lies in bays that do not breathe: {len(pieces)} of {len(layout.pieces)} pieces, {kinds}.",
        Evidence("starved", layout.starved_share, Quantity.SHARE),
    )  # fmt: skip


def _feed(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = laid(roof)
    if found is None:
        return ()
    air, layout = found
    met = {
        end.kind
        for piece in starved(layout, SHORT_PIECE)
        for end in (piece.low, piece.high)
        if not end.open
    }
    ways = [
        vented_too(roof, air, kind) for kind in ("hip", "valley", "ridge", "top") if kind in met
    ]
    if {"hip", "valley"} <= met:
        path = air.way.kind

        def both(stated: Air) -> Air:
            first = with_vent(stated, new_vent(stated, "hip", "hip", path))
            return with_vent(first, new_vent(first, "valley", "valley", path))

        ways.insert(0, remedy(roof, "vent the hips and the valleys too", both))
    if any(vent.left or vent.right for vent in air.stated.vents):
        ways.append(remedy(roof, "carry the vents on to the ends of their edges", whole_edges))
    if air.stated.chutes and air.stated.chutes.every > 1:
        chutes = replace(air.stated.chutes, every=1)
        ways.append(remedy(roof, "a chute in every bay", lambda a: replace(a, chutes=chutes)))
    if not air.way.sideways and air.way.kind != "cold-attic":
        words = (
            "notched rafters let air pass sideways: for the engineer to allow"
            if air.way.kind == "cold-slope"
            else "cross-battens: air passes sideways"
        )
        ways.append(remedy(roof, words, lambda a: replace(a, cross_battens=True)))
    return (*ways, *_closed(roof))


def _closed(roof: AnalysedArea) -> tuple[Remedy, ...]:
    """Give the channel up: fill it with what lies below it, so that insulation meets the deck."""
    found = roof.aired
    index = strongest(roof.layers)
    material = roof.layers[index].material if index is not None else None
    if found is None or material is None or found.way.kind not in ("cold-slope", "cold-flat"):
        return ()
    assembly, layer, area, filling = roof.assembly.id, found.way.layer, roof.area.id, material.id

    def apply(project: Project) -> Project:
        return fill_void(remove_air(project, area), assembly, layer, filling)

    return (Remedy("close it: insulation up to the deck", apply),)


STARVED = Rule(
    "air.starved",
    "Bays that do not breathe",
    "air",
    "stop",
    "A bay that ends at a hip, a valley or a rooflight has one open end: its air stands, and what dampens it stays. "
    "One figure for the whole roof hides that.",
    "Our judgement: geometry of the stated members, edges and vents",
    _starved,
    _feed,
)


def _unlaid(roof: AnalysedArea) -> Iterator[Finding]:
    found = roof.aired
    if found is not None and found.fault:
        yield says(roof, "air.unlaid", "mind", found.fault)


UNLAID = Rule(
    "air.unlaid",
    "Bays that cannot be laid out",
    "air",
    "mind",
    "Without the members nobody knows which bays breathe; 600 mm is a guess that has starved many roofs.",
    "Our judgement: stated, never guessed",
    _unlaid,
    no_remedies,
)


def _stray(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or not found[1].stray:
        return
    edges = ", ".join(sorted({v.edge for v in found[0].stated.vents if v.id in found[1].stray}))
    yield says(
        roof, "air.stray", "mind",
        f"A vent is stated along '{edges[:60]}', and the area has no such edge: it counts for nothing.",
    )  # fmt: skip


def _take_out(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = laid(roof)
    if found is None:
        return ()
    stray = found[1].stray

    def change(air: Air) -> Air:
        return replace(air, vents=tuple(vent for vent in air.vents if vent.id not in stray))

    return (remedy(roof, "take it out", change),)


STRAY = Rule(
    "air.stray",
    "Vent on no edge",
    "air",
    "mind",
    "Edges come and go while a roof is drawn; a vent that lost its edge lets no air in.",
    "Our judgement: edges of the area as it is drawn",
    _stray,
    _take_out,
)


def _still(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or found[0].states is None:
        return
    states, layout = found[0].states, found[1]
    through = [
        states.drive[number].per_area
        for number, kind in enumerate(states.classes)
        if any(layout.pieces[k].status == "through" for k in kind.pieces)
    ]
    least = min(through, default=None)
    if layout.way.sideways or least is None or least >= states.least_drive:
        return
    yield says(
        roof, "air.still", "mind",
        "In still air, with the covering 5 K over it, {0} passes; under {1} a gap counts as unvented.",
        Evidence("flow", least, Quantity.AIR_FLOW_AREA),
        Evidence("least", states.least_drive, Quantity.AIR_FLOW_AREA),
    )  # fmt: skip


def _wider(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    def change(air: Air) -> Air:
        return replace(
            air, vents=tuple(replace(v, per_metre=min(0.5, 2 * v.per_metre)) for v in air.vents)
        )

    return (remedy(roof, "twice the opening at both ends", change),)


STILL = Rule(
    "air.still",
    "Ventilated in name only",
    "air",
    "mind",
    "Nearly level gaps and mean openings move next to no air unless the wind blows: they dry nothing.",
    "Our judgement: 0.25 m³/(h·m²) carries 12 g/(m²·d) at 2 g/m³; editable in the table",
    _still,
    _wider,
)


def _two_flows(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None or found[0].states is None:
        return
    states = found[0].states
    for state, flows in zip(states.conditions, states.flows, strict=True):
        both = [flow.stable for flow in flows if len({m > 0 for m in flow.stable}) == 2]
        if both:
            up, down = max(both[0]), min(both[0])
            yield says(
                roof, "air.two-flows", "note",
                f"{state.name}: air may flow up with {{0}} or down with {{1}}; it keeps the way it had before.",
                Evidence("up", up / 1.2, Quantity.AIR_FLOW),
                Evidence("down", -down / 1.2, Quantity.AIR_FLOW),
            )  # fmt: skip
            return


TWO_FLOWS = Rule(
    "air.two-flows",
    "Two flows at which a bay is at rest",
    "air",
    "note",
    "Where sun drives air up and wind drives it down, both ways hold themselves; the hour before decides.",
    "Our judgement: both found by scanning the pressures of both directions",
    _two_flows,
    no_remedies,
)


def _short(roof: AnalysedArea) -> Iterator[Finding]:
    found = roof.aired
    attic = found.attic if found else None
    if attic is None or attic.short is None or attic.short >= SHORT:
        return
    yield says(
        roof, "air.short-circuit", "mind",
        "With the middle vents open the low ones take in {0} of what they take without them: air passes "
        "between middle and ridge and leaves the eaves standing.",
        Evidence("share", attic.short, Quantity.SHARE),
        Evidence("wanted", SHORT, Quantity.SHARE),
    )  # fmt: skip


def _shut_middle(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    def change(air: Air) -> Air:
        return replace(
            air, vents=tuple(replace(v, sealed=v.sealed or v.kind == "gable") for v in air.vents)
        )

    return (remedy(roof, "shut the gable vents", change),)


SHORT_CIRCUIT = Rule(
    "air.short-circuit",
    "Air cut short past the eaves",
    "air",
    "mind",
    "Vents half way up feed the ridge with the shortest way; what is damp at the eaves stays damp.",
    "Our judgement: 70 % of the intake, computed with and without the middle vents",
    _short,
    _shut_middle,
)

RULES = (NO_VENTS, STARVED, UNLAID, STRAY, STILL, TWO_FLOWS, SHORT_CIRCUIT)
