# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about openings: how much, where, behind which mesh, under how much snow."""

from collections.abc import Iterator
from math import ceil

from msgspec.structs import replace

from glacis.core.air.change import LOW_KINDS, USUAL_SCREEN
from glacis.core.air.rules.asked import laid, remedy, says
from glacis.core.air.screens import EMBERS, MICE, clear_opening
from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule
from glacis.core.model.air import Air, AirVent
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

HAIR = 1e-9
"""Share that is rounding [-]; our judgement."""
STEP = 0.001
"""Openings are widened to whole steps [m²/m]: a millimetre of slot; our judgement."""
NARROW = 0.025
"""Depth under which a way for air is narrow [m] (BS 5250, R806 and DIN 4108-3, recalled; confirm)."""
OVER_SNOW = 0.1
"""How far a vent is raised over the snow [m]; our judgement: drifts."""


def _under(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    free = found[0].free if found else None
    if free is None or free.verdict is None or free.rule is None or free.low + free.high <= 0:
        return
    verdict, rule = free.verdict, free.rule
    if not verdict.low_met:
        have, want = (
            (verdict.counted, verdict.asked.total) if rule.both else (free.low, verdict.asked.low)
        )
        where = "Low and high vents together" if rule.both else "Low vents"
        yield says(
            roof, "air.free-area", "mind",
            f"{where} have {{0}} net; {rule.name} asks for {{1}}.",
            Evidence("net", have, Quantity.VENT_AREA), Evidence("asked", want, Quantity.VENT_AREA),
        )  # fmt: skip
    elif not verdict.high_met:
        yield says(
            roof, "air.free-area", "mind",
            f"High vents have {{0}} net; {rule.name} asks for {{1}}.",
            Evidence("net", free.high, Quantity.VENT_AREA),
            Evidence("asked", verdict.asked.high_least, Quantity.VENT_AREA),
        )  # fmt: skip
    elif not verdict.depth_met:
        yield says(
            roof, "air.free-area", "mind",
            f"The way between the vents is {{0}} deep; {rule.name} asks for {{1}}.",
            Evidence("depth", (found[0].least_depth if found else None) or 0.0, Quantity.THICKNESS),
            Evidence("asked", rule.depth, Quantity.THICKNESS),
        )  # fmt: skip


def _is_low(vent: AirVent) -> bool:
    return vent.edge in LOW_KINDS or vent.kind in ("soffit", "fascia", "comb")


def _scaled(air: Air, low: float, high: float) -> Air:
    """Openings widened by these factors, to whole millimetres of slot."""

    def wide(vent: AirVent) -> AirVent:
        factor = low if _is_low(vent) else high
        if factor <= 1 or not vent.per_metre:
            return vent
        return replace(vent, per_metre=min(0.5, ceil(vent.per_metre * factor / STEP - HAIR) * STEP))

    return replace(air, vents=tuple(wide(vent) for vent in air.vents))


def _widen(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = laid(roof)
    free = found[0].free if found else None
    if found is None or free is None or free.verdict is None or free.rule is None:
        return ()
    asked = free.verdict.asked
    low = asked.low / free.low if free.low > 0 else 0.0
    high = asked.high / free.high if free.high > 0 else 0.0
    ways = [remedy(roof, "widen the vents to what is asked", lambda air: _scaled(air, low, high))]
    gap = found[0].stated.chutes
    if gap is not None and gap.gap < free.rule.depth:
        deeper = replace(gap, gap=free.rule.depth)
        ways.append(remedy(roof, "deeper chutes", lambda air: replace(air, chutes=deeper)))
    return tuple(ways)


FREE_AREA = Rule(
    "air.free-area",
    "Less open than the rule asks",
    "air",
    "mind",
    "Practices differ in what they ask for, and agree that too little lets water stay. The rule that applies is named; "
    "the local code outranks it.",
    "R806, BS 5250 or DIN 4108-3 as the rule's row says, recalled (confirm)",
    _under,
    _widen,
)


def _more_out(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    free = found[0].free if found else None
    if free is None or free.low <= 0 or free.high <= free.low * (1 + HAIR):
        return
    yield says(
        roof, "air.exhaust-over-intake", "mind",
        "High vents have {0} net, low ones {1}: what leaves above is drawn out of the rooms instead.",
        Evidence("high", free.high, Quantity.VENT_AREA), Evidence("low", free.low, Quantity.VENT_AREA),
    )  # fmt: skip


def _balance(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = laid(roof)
    free = found[0].free if found else None
    if free is None or free.low <= 0:
        return ()
    factor = free.high / free.low
    return (
        remedy(roof, "widen the low vents to match", lambda air: _scaled(air, factor, 0.0)),
        remedy(roof, "narrow the high vents to match", lambda air: _narrowed(air, 1 / factor)),
    )


def _narrowed(air: Air, factor: float) -> Air:
    def less(vent: AirVent) -> AirVent:
        return vent if _is_low(vent) else replace(vent, per_metre=vent.per_metre * factor)

    return replace(air, vents=tuple(less(vent) for vent in air.vents))


MORE_OUT = Rule(
    "air.exhaust-over-intake",
    "More can leave than enter",
    "air",
    "mind",
    "Air that leaves at the ridge is replaced from where it comes easiest: the ceiling, with the rooms' vapour.",
    "Our judgement after R806, recalled (confirm): intake is never below exhaust",
    _more_out,
    _balance,
)


def _narrow(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None:
        return
    depth = found[0].least_depth
    if depth is None or depth >= NARROW * (1 - HAIR):
        return
    yield says(
        roof, "air.narrow", "mind",
        "The narrowest place of the way is {0} deep; {1} stay open when timber swells and fill bulges.",
        Evidence("depth", depth, Quantity.THICKNESS), Evidence("wanted", NARROW, Quantity.THICKNESS),
    )  # fmt: skip


def _deepen(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    def change(air: Air) -> Air:
        segments = tuple(
            replace(s, depth=max(s.depth, NARROW)) if s.depth else s for s in air.segments
        )
        chutes = air.chutes and replace(air.chutes, gap=max(air.chutes.gap, NARROW))
        return replace(air, segments=segments, chutes=chutes)

    return (remedy(roof, f"make it {NARROW * 1000:.0f} mm deep", change),)


NARROW_WAY = Rule(
    "air.narrow",
    "Narrow way for air",
    "air",
    "mind",
    "A gap that is narrow on paper is shut on site: batts swell, chutes sag, battens are out of true.",
    "BS 5250 and DIN 4108-3, recalled (confirm): 25 mm clear and more",
    _narrow,
    _deepen,
)


def _unfit(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    free = found[0].free if found else None
    if free is None or not free.unfit:
        return
    name = f"The rule '{free.rule.name}' does not fit: " if free.rule else ""
    yield says(roof, "air.unfit-rule", "mind", f"{name}{free.unfit}")


def _usual(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    return (remedy(roof, "take the usual rule", lambda air: replace(air, rule="")),)


UNFIT = Rule(
    "air.unfit-rule",
    "Rule that is not for this roof",
    "air",
    "mind",
    "Each rule was written for one kind of roof, pitch and span; beyond them it promises nothing.",
    "Our judgement: each row says which roofs it was written for",
    _unfit,
    _usual,
)


def _bare(vent: AirVent, tables_clear: float | None) -> bool:
    opens = (vent.per_metre or vent.count) and not vent.sealed
    return bool(opens) and (tables_clear is None or tables_clear > MICE)


def _open_to_embers(roof: AnalysedArea) -> Iterator[Finding]:
    found = laid(roof)
    if found is None:
        return
    bare = [v for v in found[0].stated.vents if _bare(v, clear_opening(v.obstructions))]
    if bare:
        yield says(
            roof, "air.bare-vent", "mind",
            f"{len(bare)} of {len(found[0].stated.vents)} vents are open wider than {{0}}: mice, wasps and embers "
            "get in.",
            Evidence("widest", MICE, Quantity.THICKNESS),
        )  # fmt: skip


def _screen(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    def change(air: Air) -> Air:
        return replace(
            air,
            vents=tuple(
                replace(v, obstructions=(*v.obstructions, USUAL_SCREEN))
                if _bare(v, clear_opening(v.obstructions))
                else v
                for v in air.vents
            ),
        )

    return (remedy(roof, f"metal mesh of {EMBERS[1] * 1000:.1f} mm", change),)


BARE = Rule(
    "air.bare-vent",
    "Vent without a mesh",
    "air",
    "mind",
    "What keeps animals and embers out costs air: metal mesh of 3.2 mm leaves 64 % after years of dust, 1.2 mm 45 %.",
    "Our judgement after US wildland practice, recalled (confirm): 1.6 to 3.2 mm, non-combustible",
    _open_to_embers,
    _screen,
)


def _snowed(roof: AnalysedArea) -> Iterator[Finding]:
    frost = roof.aired.frost if roof.aired else None
    if frost is None or not frost.snowed:
        return
    found = laid(roof)
    heights = (
        [p.high.height for p in found[1].pieces if p.high.edge in frost.snowed] if found else []
    )
    yield says(
        roof, "air.snowed", "mind",
        "High vents open {0} over the covering, and snow lies deeper there for days: then nothing leaves.",
        Evidence("height", min(heights, default=0.0), Quantity.THICKNESS),
    )  # fmt: skip


def _raise_vents(project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    height = project.site.snow + OVER_SNOW

    def change(air: Air) -> Air:
        return replace(
            air,
            vents=tuple(
                v if _is_low(v) else replace(v, height=max(v.height, height)) for v in air.vents
            ),
        )

    return (remedy(roof, "raise the high vents over the snow", change),)


SNOWED = Rule(
    "air.snowed",
    "Vents under the snow",
    "air",
    "mind",
    "A ridge under snow is shut just when the rooms press the most vapour out.",
    "Our judgement: stated depth of snow against the sill of the vent",
    _snowed,
    _raise_vents,
)

RULES = (FREE_AREA, MORE_OUT, NARROW_WAY, UNFIT, BARE, SNOWED)
