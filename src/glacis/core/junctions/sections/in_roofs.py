# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections within a roof: kerbs, windows, chimneys, doors, and where one build-up meets another."""

from glacis.core.conduction.section import Region, Section
from glacis.core.heat.surfaces import R_SI
from glacis.core.junctions.sections.drawn import (
    MARGIN,
    OUT,
    ROOM,
    UPPER,
    Drawn,
    Run,
    Share,
    Span,
    airs,
    depth,
    laid,
    panel,
    piece,
    reach,
)
from glacis.core.junctions.sections.stack import Ply, Stack
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.model.junctions import Control

PANEL = 0.03
"""Thickness that a glass or leaf is drawn with [m]; our judgement: its U, not its thickness, counts."""
SEAT = 0.03
"""How far a frame sits on its kerb [m]; our judgement."""


def kerb(roof: Stack, detail: EdgeDetail) -> Drawn:
    """A kerb round an opening under glass; x = 0 is the opening's inner face, y = 0 the top of the deck.

    The glass has the same U as the real one with its frame. What the kerb itself takes of the roof's
    area counts in psi: the roof is measured to the opening's inner face.
    """
    deck, over = roof.inner, roof.outer
    below, top = -depth(deck), depth(over)
    high = top + detail.height
    away = reach(roof)
    right, left = detail.width + detail.insulation + away, -away
    frame = (left, right, below - MARGIN, high + PANEL + MARGIN)
    glass = panel(detail.panel, R_SI["up"], roof.outside, PANEL)
    regions = [
        Region(frame, 0.0, OUT),
        Region((left, 0.0, below - MARGIN, high), 0.0, ROOM),
        Region((left, right, below - MARGIN, below), 0.0, ROOM),
        *laid(deck, 0.0, right, below),
        *laid(over, detail.width, right, 0.0),
        Region((0.0, detail.width, 0.0, high), detail.structure, -1, "kerb", "timber-end"),
    ]
    if detail.insulation:
        box = (detail.width, detail.width + detail.insulation, top, high)
        regions.append(Region(box, detail.conductivity, -1, "insulation of the kerb", "fibre"))
    seat = detail.width + detail.insulation
    regions.append(
        Region((left, seat, high, high + PANEL), glass, -1, "glass of equal U", "board", panel=True)
    )
    shares = (
        Share("roof", roof.transmittance, right, right),
        Share("glass", detail.panel, -left, -left),
    )
    runs = (
        Run("water", ((right, top), (seat, top), (seat, high), (seat, high + PANEL), (left, high + PANEL))),
        Run("air", ((right, 0.0), (detail.width, 0.0), (detail.width, high), (left, high))),
        Run("vapour", ((right, 0.0), (0.0, 0.0), (0.0, high), (left, high))),
        Run("thermal", ((right, top / 2), (seat - detail.insulation / 2, top / 2),
                        (seat - detail.insulation / 2, high + PANEL / 2), (left, high + PANEL / 2))),
    )  # fmt: skip
    spans = (Span("glass", False, left, 0.0), Span("roof", False, 0.0, right))
    return Drawn(Section(frame, tuple(regions), airs(roof)), shares, runs, spans=spans)


def chimney(roof: Stack, detail: EdgeDetail) -> Drawn:
    """Masonry through the roof, cut at its middle; x = 0 is there, mineral fibre stands against it."""
    wide, clear = detail.width, detail.insulation
    away = reach(roof)
    right, bottom, top = wide + clear + away, -away, roof.thickness + max(detail.height, 0.1)
    frame = (0.0, right, bottom, top + MARGIN)
    regions = [
        Region(frame, 0.0, OUT),
        Region((0.0, right, bottom, 0.0), 0.0, ROOM),
        *laid(roof.plies, wide, right, 0.0),
        Region((0.0, wide, bottom, top), detail.structure, -1, "masonry", "concrete"),
    ]
    if clear:
        low = depth(roof.inner)
        box = (wide, wide + clear, low, roof.thickness)
        regions.append(
            Region(box, detail.conductivity, -1, "fibre to the flue's clearance", "fibre")
        )
    shares = (Share("roof", roof.transmittance, right - wide, right - wide),)
    low, high = depth(roof.inner), roof.thickness
    runs = (
        Run("water", ((right, high), (wide, high), (wide, top))), Run("air", ((right, low), (wide, low))),
        Run("vapour", ((right, low / 2), (wide, low / 2))),
        Run("thermal", ((right, (low + high) / 2), (wide, (low + high) / 2))),
    )  # fmt: skip
    spans = (Span("roof", False, wide, right),)
    return Drawn(Section(frame, tuple(regions), airs(roof)), shares, runs, spans=spans)


def threshold(roof: Stack, detail: EdgeDetail) -> Drawn:
    """A door onto the roof; x = 0 is the block's outer face, y = 0 the top of the deck, which runs on as floor.

    The leaf stands over the block on the line of its middle, drawn with its U.
    """
    deck, over = roof.inner, roof.outer
    below, top = -depth(deck), depth(over)
    step = top + detail.height
    away = reach(roof)
    left, right, high = -away, detail.width + away, step + away
    leaf = (detail.width - PANEL) / 2
    frame = (left, right, below - MARGIN, high)
    conductivity = panel(detail.panel, R_SI["horizontal"], roof.outside, PANEL)
    regions = (
        Region((left, detail.width / 2, 0.0, high), 0.0, OUT),
        Region((left, right, below - MARGIN, below), 0.0, ROOM),
        Region((detail.width / 2, right, 0.0, high), 0.0, UPPER),
        *laid(deck, left, right, below),
        *laid(over, left, 0.0, 0.0),
        Region(
            (0.0, detail.width, 0.0, step), detail.structure, -1, "block under the frame", "board"
        ),
        Region(
            (leaf, leaf + PANEL, step, high),
            conductivity,
            -1,
            "door of equal U",
            "board",
            panel=True,
        ),
    )
    shares = (
        Share("roof", roof.transmittance, -left + detail.width, -left),
        Share("door", detail.panel, high, high - top),
    )
    runs = (
        Run("water", ((left, top), (0.0, top), (0.0, step), (leaf, step), (leaf, high))),
        Run("air", ((left, 0.0), (0.0, 0.0), (0.0, step), (leaf, step))),
        Run("vapour", ((left, 0.0), (detail.width, 0.0), (detail.width, step))),
        Run("thermal", ((left, top / 2), (detail.width / 2, top / 2), (detail.width / 2, high))),
    )
    spans = (
        Span("roof l_e", False, left, 0.0), Span("roof l_i", False, left, detail.width),
        Span("door l_e", True, top, high), Span("door l_i", True, 0.0, high),
    )  # fmt: skip
    return Drawn(Section(frame, regions, airs(roof, upper=True)), shares, runs, spans=spans)


def change(first: Stack, second: Stack, detail: EdgeDetail) -> Drawn:
    """Where one build-up meets another; x = 0 is the line between, y = 0 the ceiling of both."""
    away = reach(first, second)
    high = max(first.thickness, second.thickness)
    frame = (-away, away, -MARGIN, high + MARGIN)
    regions = [
        Region(frame, 0.0, OUT),
        Region((-away, away, -MARGIN, 0.0), 0.0, ROOM),
        *laid(first.plies, -away, 0.0, 0.0),
        *laid(second.plies, 0.0, away, 0.0),
    ]
    if detail.board:
        box = (-detail.board / 2, detail.board / 2, 0.0, min(first.thickness, second.thickness))
        regions.append(Region(box, detail.structure, -1, "trimmer", "timber-end"))
    shares = (
        Share("first roof", first.transmittance, away, away),
        Share("second roof", second.transmittance, away, away),
    )
    spans = (Span("first roof", False, -away, 0.0), Span("second roof", False, 0.0, away))
    runs = _across(first, second, away)
    return Drawn(Section(frame, tuple(regions), airs(first)), shares, runs, spans=spans)


def joint(roof: Stack, detail: EdgeDetail) -> Drawn:
    """A joint that lets two parts of a roof move, with something soft in it; one half is solved."""
    away, half = reach(roof), detail.width / 2
    frame = (0.0, away, -MARGIN, roof.thickness + MARGIN)
    regions = (
        Region((0.0, away, roof.thickness, roof.thickness + MARGIN), 0.0, OUT),
        Region((0.0, away, -MARGIN, 0.0), 0.0, ROOM),
        *laid(roof.plies, 0.0, away, 0.0),
        piece(
            Ply("soft strip", roof.thickness, detail.conductivity, "fibre", True),
            (0.0, half, 0.0, roof.thickness),
        ),
    )
    shares = (Share("roof", roof.transmittance, away, away),)
    return Drawn(
        Section(frame, regions, airs(roof)), shares, _across(roof, roof, away), doubled=True
    )


def _across(first: Stack, second: Stack, away: float) -> tuple[Run, ...]:
    """Control lines from one build-up straight on into the other."""
    one, other = depth(first.inner), depth(second.inner)

    def run(control: Control, left: float, right: float) -> Run:
        return Run(control, ((-away, left), (0.0, left), (0.0, right), (away, right)))

    return (
        run("water", first.thickness, second.thickness),
        run("air", one, other),
        run("vapour", one / 2, other / 2),
        run("thermal", (one + first.thickness) / 2, (other + second.thickness) / 2),
    )
