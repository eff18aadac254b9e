# SPDX-License-Identifier: GPL-3.0-or-later
"""The shape in the results as JSON: sizes and edges of areas, junctions, cuts, openings."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.model.document import Project
from glacis.core.model.geometry import Dormer, Opening
from glacis.core.model.lookup import things_of, turning
from glacis.core.shape.cuts import Cut
from glacis.core.shape.parts import SHAPE
from glacis.report.offers import Key, Section


def _area(results: Results, area: str) -> dict[str, Any]:
    shape = results.value(SHAPE)
    plane = next(plane for plane in shape.planes if plane.id == area)
    return {
        "area_m2": plane.true_area,
        "plan_area_m2": plane.plan_area,
        "rafter_m": plane.rafter,
        "edges": [
            {
                "id": edge.id,
                "kind": edge.kind,
                "length_m": edge.length,
                "to": edge.other or None,
                "over": edge.over or None,
            }
            for edge in shape.edges_at(area)
        ],
    }


def _opening(project: Project, thing: Opening | Dormer) -> dict[str, Any]:
    holes = [h for a in project.areas for h in a.holes if h.by == thing.id]
    return {
        "id": thing.id,
        "name": thing.name,
        "kind": "dormer" if isinstance(thing, Dormer) else thing.kind,
        "area": thing.area,
        "at_m": list(thing.at),
        "width_m": thing.width,
        "length_m": None if isinstance(thing, Dormer) else thing.length,
        "upstand_m": None if isinstance(thing, Dormer) else thing.upstand,
        "cut_plan_m2": sum(abs(turning(hole.outline)) for hole in holes),
    }


def _cut(cut: Cut) -> dict[str, Any]:
    return {
        "kind": cut.kind,
        "areas": list(cut.areas),
        "dihedral_deg": cut.dihedral,
        "line_pitch_deg": cut.line_pitch,
        "plumb_deg": cut.plumb,
        "tilt_deg": cut.tilt,
        "junction": f"{cut.kind}: {' and '.join(cut.areas)}",
        "member": {"plumb_deg": cut.plumb, "seat_deg": cut.line_pitch},
        "board": {
            "tilt_deg": cut.tilt,
            "complement_deg": 90.0 - cut.tilt,
            "mitre_deg": [side.mitre for side in cut.sides],
        },
        "sides": [
            {
                "area": side.area,
                "mitre_deg": side.mitre,
                "jack_plumb_deg": side.jack_plumb,
                "jack_bevel_deg": side.jack_bevel,
                "backing_deg": side.backing,
                "jack_step": side.jack_step,
            }
            for side in cut.sides
        ],
    }


def _project(results: Results, _subject: str) -> dict[str, Any]:
    shape, project = results.value(SHAPE), results.project
    return {
        "cuts": [_cut(cut) for cut in shape.cuts],
        "openings": [_opening(project, thing) for thing in things_of(project)],
    }


SIZES = Section(
    "area",
    (
        Key(("area_m2", "plan_area_m2"), "m²",
            "along the slope and in plan, less what openings and dormers cut out"),
        Key(("rafter_m",), "m", "longest run down the slope"),
        Key(("edges",), "",
            "anticlockwise, each `id`, `kind`, true `length_m`, `to`, the id of the area beyond or `null`, "
            "and `over`, the id of an area that lies lower beyond a free edge or `null`"),
    ),
    _area,
)  # fmt: skip
WHOLE_SHAPE = Section(
    "project",
    (
        Key(("cuts",), "", "angles where two planes meet, below"),
        Key(("openings",), "", "what goes through the roof or stands on it, below"),
    ),
    _project,
    more="""## A cut

`kind` (`ridge`, `hip`, `valley` or `break`), `areas`, `dihedral_deg`, `line_pitch_deg`, `plumb_deg`,
`tilt_deg`; `junction` in words; `member` (`plumb_deg`, `seat_deg` of a member along the line);
`board` (`tilt_deg`, `complement_deg`, `mitre_deg` of both sides); and `sides`, each with `area`,
`mitre_deg`, `jack_plumb_deg`, `jack_bevel_deg`, `backing_deg` and `jack_step` (difference in length for
each metre of spacing). What each angle counts from: [shape](shape.md).

## An opening

`id`, `name`, `kind` (`dormer`, `rooflight`, `hatch`, `chimney`, `plant`, `post`, `solar`), `area` (id of
the area it stands on), `at_m` (its middle in plan, of a dormer the middle of its front wall),
`width_m`, `length_m` and `upstand_m` (`null` for a dormer), `cut_plan_m2` (what it takes out of the
area in plan; 0 for what only stands on it).
""",
)  # fmt: skip
SHAPE_SECTIONS = (SIZES, WHOLE_SHAPE)
