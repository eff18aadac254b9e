# SPDX-License-Identifier: GPL-3.0-or-later
"""Links of control lines as CSV: the steps that Order takes up, and who owes a drawing."""

from collections.abc import Iterator

from glacis.core.junctions.traced import Traced
from glacis.files.layers_csv import safe
from glacis.files.rows_csv import csv_of

HEAD = (
    "junction", "kind", "areas", "length_m", "count", "control", "step", "from", "to", "joint", "over", "lap_m",
    "least_m", "trade", "drawn_by", "dated", "how", "verdict",
)  # fmt: skip


def links_csv(junctions: tuple[Traced, ...]) -> str:
    """A row for every link of every junction, in the order of its lines."""
    return csv_of(HEAD, _rows(junctions))


def _rows(junctions: tuple[Traced, ...]) -> Iterator[list[object]]:
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
            yield [safe(cell) if isinstance(cell, str) else cell for cell in row]
