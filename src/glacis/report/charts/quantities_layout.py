# SPDX-License-Identifier: GPL-3.0-or-later
"""One layer laid out on its plane with its marks, as the crew takes it along."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.quantities.line import Line as BillLine
from glacis.report.charts.fixing_marks import fit_of, flat
from glacis.report.charts.quantities_plan import drawn_boards, drawn_rolls
from glacis.report.scene import CUT, FACE, Item, Patch, Scene, Size

Ring = Sequence[tuple[float, float]]


class LayoutView(Struct, frozen=True):
    """A line that is laid out, outline and holes of its plane, and which layer of boards is shown."""

    line: BillLine
    plane: tuple[Ring, ...]
    sheet: int = 0


def layout_scene(view: LayoutView, size: Size) -> Scene:
    """The layout, as large as the drawing takes."""
    fit = fit_of(view.plane[0], (10.0, 10.0, size[0] - 10, size[1] - 10))
    items: list[Item] = [Patch(flat(fit, view.plane[0]), "wash", "", 0.0)]
    items += drawn_rolls(view.line, fit)
    items += drawn_boards(view.line, view.sheet, fit)
    items += [Patch(flat(fit, hole), "bench", "ink", FACE) for hole in view.plane[1:]]
    items.append(Patch(flat(fit, view.plane[0]), "", "ink", CUT))
    return Scene(*size, tuple(items))
