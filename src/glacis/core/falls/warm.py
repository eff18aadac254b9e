# SPDX-License-Identifier: GPL-3.0-or-later
"""A small roof that calls every kernel of the falls, so that all of them are compiled."""

import numpy as np

from glacis.core.falls.crickets import HalfCricket, with_crickets
from glacis.core.falls.engine.flood import paint
from glacis.core.falls.facets import facets_of
from glacis.core.falls.ground import ground_of
from glacis.core.falls.nests import nests_in
from glacis.core.falls.raster import Raster, flooded_by, flows_on, pools_in
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
    half = HalfCricket((2.0, 8.0), (4.0, 8.0), True, 0.05, 0.02, 0.5, 0.01, 3)
    with_crickets(surface.cells, (half,))
    z = np.ones((4, 4))
    flows_on(flooded_by(z, np.array([0])))
    raster = Raster((0.0, 0.0), 1.0, z, np.array([0]))
    pools_in(raster, z)
    nests_in(raster, z)
    cells = surface.cells
    paint(cells.shapes, cells.counts, cells.planes, np.zeros(2), 1.0, z)
