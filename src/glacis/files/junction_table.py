# SPDX-License-Identifier: GPL-3.0-or-later
"""Links of control lines as CSV: the steps that Order takes up, and who owes a drawing."""

import csv
import io

from glacis.core.junctions.traced import Traced
from glacis.files.layers_csv import safe

HEAD = (
    "junction", "kind", "areas", "length_m", "count", "control", "step", "from", "to", "joint", "over", "lap_m",
    "least_m", "trade", "drawn_by", "dated", "how", "verdict",
)  # fmt: skip


def links_csv(junctions: tuple[Traced, ...]) -> str:
    """A row for every link of every junction, in the order of its lines."""
    held = io.StringIO()
    table = csv.writer(held, lineterminator="\n")
    table.writerow(HEAD)
    for found in junctions:
        piece = found.piece
        steps: dict[str, int] = {}
        for link, lap in zip(found.links, found.laps, strict=True):
            steps[link.control] = steps.get(link.control, 0) + 1
            row = (
                piece.id, piece.kind, "; ".join(piece.areas), f"{piece.length:.3f}", piece.count, link.control,
                steps[link.control], link.start, link.end, link.joint, link.over, link.length or "",
                link.least or "", link.trade, link.drawn_by, link.dated, link.how, lap.id if lap is not None else "",
            )  # fmt: skip
            table.writerow([safe(cell) if isinstance(cell, str) else cell for cell in row])
    return held.getvalue()
