# SPDX-License-Identifier: GPL-3.0-or-later
"""How free areas, starved share and flow come about, step by step."""

from collections.abc import Iterator

from glacis.core.air.channel import BayFlow
from glacis.core.air.found import Aired, Free
from glacis.core.air.layout import Layout
from glacis.core.air.screens import gross_per_metre, net_share
from glacis.core.air.tables import Tables
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in, summed

SHOWN = 8
"""Edges whose vents are worked one by one; the rest is in the sum; our judgement: a page."""


def air_working(found: Aired) -> Working:
    """Free areas beside what is asked, the starved share, and the balance of one bay."""
    layout, free, tables = found.layout, found.free, found.tables
    if layout is None or free is None or tables is None:
        step = Step("A", "no bays are laid out", "", 0.0, Quantity.VENT_AREA)
        return Working("Ventilation", (step,), (found.fault or found.way.why,))
    steps = [*_net(layout, tables), *_asked(free), _starved(layout)]
    hot = found.hot
    if hot is not None:
        steps += _balance(hot.open)
    return Working(
        "Ventilation",
        tuple(steps),
        (
            "Net areas are gross times what each screen leaves, dust of years included.",
            "Rules for free areas are recalled from the practice they name; the local code outranks them.",
            "Flow: dry air, steady, one direction in the whole bay, no leaks between bays.",
        ),
    )


def _net(layout: Layout, tables: Tables) -> Iterator[Step]:
    number = 0
    for rim in layout.edges:
        for vent in rim.vents:
            length = rim.vented_length(vent)
            if vent.sealed or length <= 0:
                continue
            number += 1
            if number > SHOWN:
                return
            gross, share = gross_per_metre(vent, length), net_share(vent.obstructions, tables)
            area = gross * share * length
            shown = put_in("{} × {} × {}", (gross, share, length), area, Quantity.VENT_AREA)
            where = f"{rim.side.kind}, {'low' if rim.low else 'high'}"
            yield Step(f"A_{number}", "A_gross f l", shown, area, Quantity.VENT_AREA, "", where)


def _asked(free: Free) -> Iterator[Step]:
    rule, verdict, basis = free.rule, free.verdict, free.basis
    if rule is None or verdict is None:
        return
    asked, kind = verdict.asked, Quantity.VENT_AREA
    source = f"{rule.source}{', recalled' if rule.confirm else ''}"
    if rule.both:
        shown = put_in("{} × {}", (rule.low, basis.ceiling), asked.total, kind)
        yield Step("A_req", "share of the ceiling, low and high", shown, asked.total, kind, source)
        return
    for symbol, share, least, whole, length, value in (
        ("A_low", rule.low, rule.low_least, basis.slope, basis.eaves, asked.low),
        ("A_high", rule.high, rule.high_least, basis.slopes, basis.ridge, asked.high),
    ):
        if value <= 0:
            continue
        if rule.basis in ("eaves", "edge"):
            shown = put_in("{} × {}", (share, length), value, kind)
            yield Step(symbol, "slot times length", shown, value, kind, source)
            continue
        taken = basis.ceiling if rule.basis == "roof" else whole
        by_length = least * length >= share * taken
        figures = (least, length) if by_length else (share, taken)
        shown = put_in("{} × {}", figures, value, kind)
        words = "least to the metre times length" if by_length else "share of the area"
        yield Step(symbol, words, shown, value, kind, source)


def _starved(layout: Layout) -> Step:
    parts = (layout.starved, layout.map.area)
    shown = put_in("{}/{}", parts, layout.starved_share, Quantity.SHARE)
    note = "pieces that do not breathe, and slivers at corners"
    return Step("s", "A_starved/A", shown, layout.starved_share, Quantity.SHARE, "", note)


def _balance(flow: BayFlow) -> Iterator[Step]:
    kind = Quantity.AIR_PRESSURE
    way = 1.0 if flow.mass > 0 else -1.0
    drive = way * (flow.buoyancy + flow.wind)
    yield Step(
        "B", "Σ g sin α dx (ρ_e − ρ)", "", way * flow.buoyancy, kind, "", "one bay, hot still noon"
    )
    if flow.wind:
        yield Step("Δp_w", "ΔC_p ρ v²/2", "", way * flow.wind, kind)
    yield Step("Δp_in", "m²/(2 ρ_e (C_d A)²)", "", flow.inlet, kind)
    yield Step("Δp_f", "Σ (f dx/D + ζ) m²/(2 ρ A²)", "", flow.friction, kind)
    yield Step("Δp_out", "m²/(2 ρ (C_d A)²)", "", flow.outlet, kind)
    losses = (flow.inlet, flow.friction, flow.outlet)
    shown = put_in(summed(3), losses, sum(losses), kind)
    yield Step(
        "ΣΔp", "Δp_in + Δp_f + Δp_out", shown, sum(losses), kind, "", f"drive {drive:.3g} Pa"
    )
    yield Step("V", "m/ρ_e", "", flow.volume, Quantity.AIR_FLOW, "", "found where both are equal")
