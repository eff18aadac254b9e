# SPDX-License-Identifier: GPL-3.0-or-later
"""The layout of tapered boards: every piece with its mark, and what is to be bought."""

from collections.abc import Iterator

from glacis.core.falls.boards import Layout, Piece
from glacis.core.falls.bond import joint_gap, layer_gap
from glacis.core.model.falls import BoardSet
from glacis.core.model.outlines import holds
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.room import bounds_of, clear
from glacis.report.palette import THICKNESS_TINTS
from glacis.report.plan import Fit
from glacis.report.scene import HATCH, Bounds, Hot, Item, Patch, Text, text_width

SMALL = 11.0
"""Size of the marks on boards [pt]."""


def board_patches(layout: Layout, fit: Fit) -> Iterator[Item]:
    """Pieces tinted by mark."""
    marks = [kind.mark for kind in layout.kinds]
    last = max(1, len(marks) - 1)
    for piece in layout.pieces:
        tone = round(marks.index(piece.mark) / last * (THICKNESS_TINTS - 3))
        yield Patch(_run(piece, fit), f"copper:{tone}", "second", HATCH)


def board_marks(layout: Layout, fit: Fit, taken: list[Bounds]) -> Iterator[Item]:
    """Marks on the pieces that have room, with the number of packers below each, off what stands there."""
    for piece in layout.pieces:
        run = _run(piece, fit)
        x, y = _middle(run)
        lines = [piece.mark] + ([f"+{piece.packers}"] if piece.packers else [])
        half, tall = max(text_width(line, SMALL) for line in lines) / 2, SMALL * len(lines)
        spot = (x - half, y - tall / 2, x + half, y + tall / 2)
        corners = tuple(zip(run[::2], run[1::2], strict=True))
        inside = all(
            holds(corners, at) for at in ((spot[0], y), (spot[2], y), (x, spot[1]), (x, spot[3]))
        )
        if not inside or not clear(spot, taken):
            continue
        taken.append(spot)
        for number, line in enumerate(lines):
            yield Text(x, spot[1] + SMALL * (number + 0.85), line, SMALL, "ink", "middle")


def _run(piece: Piece, fit: Fit) -> tuple[float, ...]:
    return tuple(value for x, y in piece.outline for value in fit.point(x, y))


def board_zones(layout: Layout, fit: Fit) -> Iterator[Hot]:
    """What each piece tells under the pointer."""
    for number, piece in enumerate(layout.pieces):
        run = _run(piece, fit)
        cut = "whole" if piece.is_whole else f"cut from board {piece.board + 1} of its mark"
        below = f", {piece.packers} packers below" if piece.packers else ""
        yield Hot("board", str(number), bounds_of(run), f"{piece.mark}, {cut}{below}", run)


def _middle(run: tuple[float, ...]) -> tuple[float, float]:
    xs, ys = run[::2], run[1::2]
    return sum(xs) / len(xs), sum(ys) / len(ys)


def board_rows(layout: Layout, boards: BoardSet, system: System) -> Iterator[tuple[str, str, str]]:
    """Name, figure and weight of what is told beside the drawing."""
    length = with_unit(boards.length, Quantity.LENGTH, system)
    width = with_unit(boards.width, Quantity.LENGTH, system)
    yield (f"Boards {length} × {width}", "", "head")
    for kind in layout.kinds:
        yield (kind.mark, str(kind.count), "main")
        yield ("  whole, pieces", f"{kind.whole}, {kind.pieces}", "plain")
    yield ("In all", "", "head")
    yield ("boards", str(layout.count), "main")
    for layer in layout.packers:
        thick = with_unit(layer.thickness, Quantity.THICKNESS, system)
        yield (f"flat {thick}, layer {layer.number}", str(layer.count), "plain")
    yield ("waste", f"{plain(100 * layout.waste, 1)} %", "main")
    yield ("least it could be", f"{plain(100 * layout.least_waste, 1)} %", "plain")
    t = Quantity.THICKNESS
    yield ("joints of rows apart", with_unit(joint_gap(boards), t, system), "plain")
    if layout.packers:
        yield ("joints of layers apart", with_unit(layer_gap(boards), t, system), "plain")
    if layout.narrow:
        yield ("narrow pieces", str(layout.narrow), "plain")
    if layout.refused > 1e-6:
        yield ("no board falls so", with_unit(layout.refused, Quantity.AREA, system), "main")
