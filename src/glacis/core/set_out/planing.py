# SPDX-License-Identifier: GPL-3.0-or-later
"""Planing out a deck whose zones differ: furring strips ripped so that all come to one plane."""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.set_out.running import MARK

MINDED = 0.001
"""A residual step between neighbours over this shows [m]; our judgement: a covering telegraphs it."""


class DeckZone(Struct, frozen=True):
    """What lies on a zone of the deck [m]: its base, deck and sheets."""

    base: float
    deck: float
    sheets: float


class Planed(Struct, frozen=True):
    """Furring on every zone [m].

    Attributes:
        target: height of the plane.
        tops: heights of the zones without furring.
        rips: furring on each, rounded as it is ripped.
        residuals: how far each lies off the plane.
        steps: between neighbours.
    """

    target: float
    tops: tuple[float, ...]
    rips: tuple[float, ...]
    residuals: tuple[float, ...]
    steps: tuple[float, ...]

    @property
    def minded(self) -> tuple[int, ...]:
        """Numbers of the steps that show, from 0."""
        return tuple(k for k, step in enumerate(self.steps) if abs(step) > MINDED + 1e-9)


def planed(zones: Sequence[DeckZone], least: float, mark: float = MARK) -> Planed:
    """Furring that brings all zones to the highest of them with the least furring on it.

    Args:
        zones: side by side.
        least: furring at least [m].
        mark: to which strips are ripped [m].

    Raises:
        ValueRefused: without zones.
    """
    if not zones:
        raise ValueRefused("zones to plane out", "none", "at least one")
    tops = [zone.base + zone.deck + zone.sheets for zone in zones]
    target = max(tops) + least
    rips = [round(round((target - top) / mark) * mark, 9) for top in tops]
    off = [top + rip - target for top, rip in zip(tops, rips, strict=True)]
    steps = tuple(after - before for before, after in zip(off, off[1:], strict=False))
    return Planed(target, tuple(tops), tuple(rips), tuple(off), steps)


class LevelPlane(Struct, frozen=True):
    """A plane over measured supports: height = at + x·slope_x + y·slope_y [m].

    Attributes:
        at: over the origin.
        slope_x: [m/m].
        slope_y: [m/m].
        furring: on each support.
        raised: how far the best plane was raised to clear the highest.
    """

    at: float
    slope_x: float
    slope_y: float
    furring: tuple[float, ...]
    raised: float


def over_supports(points: Sequence[tuple[float, float, float]], least: float = 0.0) -> LevelPlane:
    """The plane nearest to measured supports by least squares, raised to clear the highest.

    Args:
        points: x, y and height of each [m].
        least: furring at least [m].

    Raises:
        ValueRefused: for fewer than three points, or points in one line.
    """
    if len(points) < 3:
        raise ValueRefused("measured supports", str(len(points)), "at least 3")
    held = np.array(points, dtype=float)
    table = np.column_stack([np.ones(len(held)), held[:, :2]])
    fitted, _, rank, _ = np.linalg.lstsq(table, held[:, 2], rcond=None)
    if rank < 3:
        raise ValueRefused("measured supports", "all in one line", "three that are not")
    over = held[:, 2] - table @ fitted
    raised = float(over.max()) + least
    furring = tuple((raised - over).tolist())
    return LevelPlane(
        float(fitted[0]) + raised, float(fitted[1]), float(fitted[2]), furring, raised
    )


def nail_length(furring: float, upper_deck: float, lower_deck: float) -> tuple[float, float]:
    """What a nail passes before it grips, and how much it may pass before it shows [m]."""
    return upper_deck + furring, upper_deck + furring + lower_deck
