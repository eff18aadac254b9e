# SPDX-License-Identifier: GPL-3.0-or-later
"""How joints of boards lie to each other, in rows beside each other and in layers over each other."""

from itertools import pairwise

from glacis.core.model.falls import BoardSet

SHIFTS = ((0.25, 0.375), (0.5, 0.25))
"""Where rows and joints of flat packers begin, in parts of a board: of even layers, then of odd ones; our
judgement: a quarter of a board or more off those of the layer above, with a bond of one half."""


def joint_gap(boards: BoardSet) -> float:
    """How far joints of neighbouring rows lie apart [m]; 0 where four boards meet in a point.

    >>> joint_gap(BoardSet(width=1.2, bond=0.5))
    0.6
    """
    off = boards.bond * boards.width
    return min(off, boards.width - off)


def layer_gap(boards: BoardSet) -> float:
    """How far joints of the tapered boards and of each layer of packers lie from those next to them [m].

    >>> round(layer_gap(BoardSet(width=1.2, length=1.2, bond=0.5)), 3)
    0.15
    """
    layers = (0.0, SHIFTS[1][1], SHIFTS[0][1])
    gaps = []
    for one, other in pairwise(layers):
        apart = [(other - one + k * boards.bond) % 1 for k in (-1, 0, 1)]
        gaps += [min(part, 1 - part) * boards.width for part in apart]
    rows = (0.0, SHIFTS[1][0], SHIFTS[0][0])
    gaps += [abs(other - one) * boards.length for one, other in pairwise(rows)]
    return min(gaps)
