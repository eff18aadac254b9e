# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections of junctions solved here and now, where nobody waits at a window."""

from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE, Progress, unwatched
from glacis.core.junctions.edge_parts import EDGES


def solve_edges(results: Results, progress: Progress = unwatched) -> None:
    """Solve the sections of all junctions.

    Args:
        results: of the document.
        progress: told while it goes on.
    """
    results.reader.finish(EDGES, WHOLE, progress)
