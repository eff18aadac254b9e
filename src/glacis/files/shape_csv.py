# SPDX-License-Identifier: GPL-3.0-or-later
"""Schedules of the roof in space as CSV: its edges and junctions, and the angles of its cuts."""

import csv
import io
from collections.abc import Iterable

from glacis.core.model.document import Project
from glacis.core.shape.shape import RoofShape
from glacis.files.layers_csv import safe

EDGE_HEAD = ("kind", "area", "other_area", "length_m")
CUT_HEAD = (
    "kind", "areas", "side", "dihedral_deg", "line_pitch_deg", "plumb_deg", "blade_tilt_deg",
    "mitre_deg", "jack_on_side_mitre_deg", "jack_on_side_tilt_deg", "jack_face_up_mitre_deg",
    "jack_face_up_tilt_deg", "backing_deg", "jack_step",
)  # fmt: skip


def _table(head: tuple[str, ...], rows: Iterable[list[str]]) -> str:
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(head)
    writer.writerows([safe(cell) for cell in row] for row in rows)
    return out.getvalue()


def edges_csv(project: Project, shape: RoofShape) -> str:
    """One row a junction or free edge, true lengths in metres."""
    names = {area.id: area.name for area in project.areas}
    rows = []
    for junction in shape.junctions:
        first, *rest = (names[area] for area in junction.areas)
        rows.append([junction.kind, first, "; ".join(rest), f"{junction.length:.3f}"])
    return _table(EDGE_HEAD, rows)


def cuts_csv(project: Project, shape: RoofShape) -> str:
    """One row for each side of every meeting of two planes, angles in degrees."""
    names = {area.id: area.name for area in project.areas}
    rows = []
    for cut in shape.cuts:
        for side in cut.sides:
            angles = (
                cut.dihedral, cut.line_pitch, cut.plumb, cut.tilt, side.mitre, *side.jack_on_side,
                *side.jack_face_up, side.backing,
            )  # fmt: skip
            rows.append(
                [
                    cut.kind,
                    "; ".join(names[area] for area in cut.areas),
                    names[side.area],
                    *(f"{angle:.2f}" for angle in angles),
                    f"{side.jack_step:.4f}",
                ]
            )
    return _table(CUT_HEAD, rows)
