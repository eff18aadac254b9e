# SPDX-License-Identifier: GPL-3.0-or-later
"""What a rule asks of low and high vents, and whether what is there meets it."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.air.tables import SHIPPED, Tables, VentRule
from glacis.core.model.air import PathChoice

HAIR = 1e-9
"""Share by which an area may fall short of what is asked and still meets it [-]; our judgement: rounding."""
LONG_SPAN, STEEP = 10.0, 35.0
"""Span [m] and pitch [°] over which ridges are vented too (BS 5250, recalled; confirm)."""


class Basis(Struct, frozen=True):
    """What shares of a rule are taken of.

    Attributes:
        ceiling: area in plan [m²].
        slope: area along the slope above this eaves [m²].
        slopes: area of all slopes that the ridge serves [m²].
        eaves: length of the low edge [m].
        ridge: length of the high edge [m].
        span: from low to high opening, or from eaves to eaves [m].
    """

    ceiling: float
    slope: float
    slopes: float
    eaves: float
    ridge: float
    span: float


class Asked(Struct, frozen=True):
    """Net areas that a rule asks for.

    Attributes:
        low: [m²].
        high: [m²].
        total: low and high together [m²].
        high_least: of the total, that has to lie high [m²].
        high_most: of the total, that counts where it lies high [m²].
    """

    low: float
    high: float
    total: float
    high_least: float
    high_most: float


class Verdict(Struct, frozen=True):
    """What is there beside what is asked.

    Attributes:
        asked: by the rule.
        low: net area there is [m²].
        high: likewise [m²].
        counted: of both together, what counts [m²].
        low_met: whether low vents suffice.
        high_met: whether high vents suffice.
        exhaust_over_intake: whether more can leave than enter.
        depth_met: whether the way between them is as deep as asked.
    """

    asked: Asked
    low: float
    high: float
    counted: float
    low_met: bool
    high_met: bool
    exhaust_over_intake: bool
    depth_met: bool

    @property
    def met(self) -> bool:
        """Whether all of it is met."""
        return self.low_met and self.high_met and self.depth_met and not self.exhaust_over_intake


def asked_by(rule: VentRule, basis: Basis, high_share: float | None = None) -> Asked:
    """Net areas that a rule asks for.

    Args:
        rule: of the table.
        basis: of the roof.
        high_share: of the total that is to lie high where the rule leaves a choice [-]; None takes the most
            that counts.

    >>> rule = SHIPPED.rule("ratio-150")
    >>> asked_by(rule, Basis(120.0, 70.0, 140.0, 24.0, 12.0, 10.0)).low
    0.4
    """
    if rule.both:
        total = rule.low * basis.ceiling
        high = (rule.high_to if high_share is None else high_share) * total
        return Asked(total - high, high, total, rule.high_from * total, rule.high_to * total)
    if rule.basis in ("eaves", "edge"):
        low, high = rule.low * basis.eaves, rule.high * basis.ridge
    else:
        whole = basis.ceiling if rule.basis == "roof" else basis.slope
        every = basis.ceiling if rule.basis == "roof" else basis.slopes
        low = max(rule.low * whole, rule.low_least * basis.eaves)
        high = max(rule.high * every, rule.high_least * basis.ridge)
    return Asked(low, high, low + high, high, float("inf"))


def judge(rule: VentRule, asked: Asked, low: float, high: float, depth: float) -> Verdict:
    """Hold net areas [m²] and the least depth [m] against a rule.

    Where a rule asks for a total, high vents count only up to their share of it.
    """
    if rule.both:
        counted = low + min(high, asked.high_most)
        high_met = high >= asked.high_least * (1 - HAIR)
        low_met = counted >= asked.total * (1 - HAIR)
    else:
        counted = low + high
        low_met, high_met = low >= asked.low * (1 - HAIR), high >= asked.high * (1 - HAIR)
    return Verdict(
        asked, low, high, counted, low_met, high_met, high > low * (1 + HAIR),
        depth >= rule.depth * (1 - HAIR),
    )  # fmt: skip


def unfit(rule: VentRule, path: PathChoice, pitch: float, span: float) -> str:
    """Why a rule is not for a roof, in words; empty where it is."""
    if path not in rule.paths:
        return f"It is for {' or '.join(rule.paths)}, not for {path}."
    if not (rule.pitch_from <= pitch and (pitch < rule.pitch_to or rule.pitch_to >= 90)):
        return f"It is for pitches of {rule.pitch_from:g} to {rule.pitch_to:g}°."
    if rule.longest and span > rule.longest * (1 + HAIR):
        return f"It is for ways of up to {rule.longest:g} m; this one has {span:.1f} m."
    return ""


class Setting(Struct, frozen=True):
    """What chooses a rule: path, pitch [°], span [m], and whether a mono-pitch."""

    path: PathChoice
    pitch: float
    span: float
    mono: bool = False


def usual_rule(setting: Setting, tables: Tables = SHIPPED) -> VentRule | None:
    """The rule that one would begin with; None where the path needs none or none fits."""
    names = _usual(setting)
    found = (tables.rule(name) for name in names)
    return next(
        (row for row in found if row and not unfit(row, setting.path, setting.pitch, setting.span)),
        None,
    )


def _usual(setting: Setting) -> tuple[str, ...]:
    if setting.path == "cold-attic":
        long = setting.mono or setting.pitch > STEEP or setting.span > LONG_SPAN
        return ("slot-10-5", "slot-25") if long else ("slot-10", "slot-25", "slot-10-5")
    if setting.path == "cold-slope":
        return ("slope-permille", "slope-25-5", "ratio-150")
    if setting.path == "cold-flat":
        return ("flat-cold-5", "flat-cold-10", "flat-permille")
    return ("slope-permille",)


def narrowest(
    low: float, high: float, sections: Sequence[float], width: float, spacing: float
) -> tuple[float, str]:
    """The narrowest place of a bay [m²/m of eaves] and where it is.

    Args:
        low: net opening of the low vent [m²/m].
        high: of the high vent [m²/m of eaves].
        sections: depth of each segment [m].
        width: clear [m].
        spacing: of the members [m].
    """
    places = [(low, "low vent")]
    places += [(width * d / spacing, f"segment {k}") for k, d in enumerate(sections, 1)]
    places.append((high, "high vent"))
    return min(places, key=lambda place: place[0])
