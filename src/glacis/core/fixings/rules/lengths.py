# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about lengths: none that fits, tips that show, layers that are pierced, screws that miss."""

from collections.abc import Iterator
from math import ceil, floor

from glacis.core.fixings.found import LengthFound
from glacis.core.fixings.rules.asked import driving, named, plain, says
from glacis.core.judgement.by_fixings import FixingsSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.judgement.questions import is_wet
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

T = Quantity.THICKNESS
MISSES = 0.05
"""Share of screws that may miss a rafter [-]; our judgement."""
ORDERED = 0.01
"""Lengths that are ordered by the piece go by whole centimetres [m]; our judgement."""


def _name(roof: FixingsSubject, found: LengthFound) -> str:
    return next(plain(each.set.name) for each in roof.fixed.sets if each.set.id == found.set)


def _no_length(roof: FixingsSubject) -> Iterator[Finding]:
    for found in roof.fixed.lengths:
        name = _name(roof, found)
        if found.refused:
            yield says(
                roof,
                "fixings.no-length",
                "stop",
                f"“{name}” has no length: {plain(found.refused)}.",
            )
        elif found.bands:
            missing = sum(band.share for band in found.bands if band.length is None)
            if missing > 0:
                yield says(
                    roof, "fixings.no-length", "stop",
                    f"Over the taper no stock length of “{name}” fits {missing * 100:.0f} % of the places; at the "
                    "thinnest it has to be {0} to {1}.",
                    *_ends(found),
                )  # fmt: skip
        elif found.length is not None and found.length.chosen is None:
            crossed = found.length.least > found.length.most
            why = (
                ", which leaves nothing between: what it bites into is too thin" if crossed else ""
            )
            yield says(
                roof, "fixings.no-length", "stop",
                f"No stock length of “{name}” fits: it has to be {{0}} at least and {{1}} at most{why}.", *_ends(found)
            )  # fmt: skip


def _ends(found: LengthFound) -> tuple[Evidence, ...]:
    if found.length is None:
        return ()
    return Evidence("least", found.length.least, T), Evidence("most", found.length.most, T)


def _other_length(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    found = next(
        (item for item in roof.fixed.lengths if each is not None and item.set == each.set.id), None
    )
    if each is None or found is None or found.length is None or each.set.fastener is None:
        return ()
    screw, ways = each.set.fastener, []
    least, most = found.length.least, found.length.most
    size = ORDERED * ceil(least / ORDERED - 1e-9)
    if found.bands:
        high = found.bands[-1].thickest - found.passed.thickness
        more = {round(size + k * 0.02, 3) for k in range(max(0, floor(high / 0.02)) + 3)}
        ways.append(
            driving(
                roof,
                each.set.id,
                "Order every length the taper asks for",
                stock=_stock(screw.stock, more),
            )
        )
    elif size <= most + 1e-9:
        words = f"Order them {size * 1000:.0f} mm long"
        ways.append(driving(roof, each.set.id, words, stock=_stock(screw.stock, {round(size, 3)})))
    if least > most and screw.grip == "blind":
        ways.append(driving(roof, each.set.id, "Let the tip come through", grip="through"))
    return tuple(ways)


def _stock(stock: tuple[float, ...], more: set[float]) -> tuple[float, ...]:
    return tuple(sorted({*stock, *more}))


NO_LENGTH = Rule(
    "fixings.no-length",
    "No length fits",
    "fixings",
    "stop",
    "Too short, and it grips nothing; too long, and it meets what lies behind. On a taper one length never does.",
    "Our judgement: what is passed with its tolerance, least grip and greatest tip bound the length",
    _no_length,
    _other_length,
)


def _tip(roof: FixingsSubject) -> Iterator[Finding]:
    layers = roof.roof.layers
    for found in roof.fixed.lengths:
        each = next(item for item in roof.fixed.sets if item.set.id == found.set)
        screw = each.set.fastener
        if (
            screw is None
            or screw.grip != "through"
            or found.length is None
            or found.length.chosen is None
        ):
            continue
        place = next((k for k, layer in enumerate(layers) if layer.id == each.set.anchor), None)
        if place is None:
            continue
        behind = layers[place - 1] if place > 0 else None
        name = plain(each.set.name)
        if behind is None:
            words = f"Tips of “{name}” stand {{0}} out of the deck, in sight from below."
            yield says(roof, "fixings.tip", "note", words, Evidence("tip", found.length.thin, T))
        elif behind.kind != "air" or behind.thickness < found.length.thin:
            words = (
                f"Tips of “{name}” stand {{0}} out of what they pass and meet {plain(behind.name)}."
            )
            yield says(roof, "fixings.tip", "mind", words, Evidence("tip", found.length.thin, T))


def _shorter(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    if each is None or each.set.fastener is None:
        return ()
    return (driving(roof, each.set.id, "Bite blind, without a tip that shows", grip="blind"),)


TIP = Rule(
    "fixings.tip",
    "Tips that show or meet something",
    "fixings",
    "mind",
    "Tips find cables and pipes, and a ceiling of good boards full of them is seen every day.",
    "Our judgement: a tip goes as far as it is long, through whatever lies there",
    _tip,
    _shorter,
)


def _pierced(roof: FixingsSubject) -> Iterator[Finding]:
    names = {layer.id: layer.name for layer in roof.roof.layers}
    if not is_wet(roof.roof):
        return
    for found in roof.fixed.lengths:
        each = next(item for item in roof.fixed.sets if item.set.id == found.set)
        screw = each.set.fastener
        if screw is None or screw.sealing or not found.pierced:
            continue
        through = " and ".join(plain(names[layer]) for layer in found.pierced)
        yield says(
            roof, "fixings.pierced", "mind",
            f"“{plain(each.set.name)}” pierce {through} over wet rooms, {{0}} of them, and nothing closes round them.",
            Evidence("number", each.per_area, Quantity.COUNT_AREA),
        )  # fmt: skip


def _seal(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    if each is None:
        return ()
    return (driving(roof, each.set.id, "Pierce a sheet that closes round them", sealing=True),)


PIERCED = Rule(
    "fixings.pierced",
    "Fixings pierce what stops air and vapour",
    "fixings",
    "mind",
    "Each hole breathes warm wet air into the insulation, and the cold shaft waits for it there.",
    "Our judgement after job experience with pools, kitchens and tanks",
    _pierced,
    _seal,
)


def _stray(roof: FixingsSubject) -> Iterator[Finding]:
    for found in roof.fixed.lengths:
        if found.stray is None or found.stray[1] <= MISSES:
            continue
        allowed, share = found.stray
        yield says(
            roof, "fixings.stray", "mind",
            f"About {share * 100:.0f} % of “{_name(roof, found)}” miss the rafter: from mark to grip they may stray "
            "{0}.",
            Evidence("stray", max(0.0, allowed), Quantity.JOINT),
        )  # fmt: skip


def _string(_project: Project, _roof: FixingsSubject, _finding: Finding) -> tuple[Remedy, ...]:
    return ()


STRAY = Rule(
    "fixings.stray",
    "Screws that miss the rafter",
    "fixings",
    "mind",
    "Through thick insulation two degrees of lean are centimetres at the tip. Strike lines from eaves to ridge, "
    "drill with a guide, and look from below while one can.",
    "Our judgement: marks within 10 mm and hands within 2°, 95 % each; edge distance 4 d",
    _stray,
    _string,
)
RULES = (NO_LENGTH, TIP, PIERCED, STRAY)
