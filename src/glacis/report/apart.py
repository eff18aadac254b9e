# SPDX-License-Identifier: GPL-3.0-or-later
"""Files that stages offer, made in another process."""

from glacis.core.analysis.again import Known, results_again
from glacis.core.graph.part import Progress
from glacis.report.offers import exports


def export_apart(progress: Progress, known: Known, name: str) -> bytes:
    """One of the files that the stages offer.

    Args:
        progress: told what is made; a file has no shares worth telling.
        known: what it follows from.
        name: of the export.
    """
    progress(0.0, name)
    made = next(export for export in exports(known.stages) if export.id == name)
    return made.make(results_again(known))
