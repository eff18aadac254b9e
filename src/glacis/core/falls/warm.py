# SPDX-License-Identifier: GPL-3.0-or-later
"""A small roof that calls every kernel of the falls, so that all of them are compiled."""

from glacis.core.falls.facets import facets_of
from glacis.core.falls.ground import ground_of
from glacis.core.falls.sources import LineSource, PointSource, regular
from glacis.core.falls.surface import surface_of


def call_every_kernel() -> None:
    """Shape a roof with outlets, a valley, a gutter and a kerb."""
    gauge = regular(0.02, 4, 0.0)
    outline = ((0.0, 0.0), (9.0, 0.0), (9.0, 4.0), (5.0, 4.0), (5.0, 9.0), (0.0, 9.0))
    kerb = ((2.0, 6.0), (3.0, 6.0), (3.0, 7.0), (2.0, 7.0))
    sources = (
        PointSource("a", (7.0, 2.0), 0.0, gauge),
        PointSource("b", (2.0, 2.0), 0.01, gauge),
        LineSource("c", (0.0, 9.0), (0.0, 5.0), 0.0, 0.02),
        LineSource("d", (1.0, 8.0), (4.0, 8.0), 0.05, 0.02, both_sides=True),
    )
    surface = surface_of(ground_of(outline, (kerb,), 0.1), sources)
    facets_of(surface.cells)
    surface.owner_at((1.0, 1.0))
