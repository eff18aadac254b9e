# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions in the results as JSON: lines, gaps, what they lose, and U of the whole roof."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.junctions.cases import POINTS
from glacis.core.junctions.edge_parts import Loss
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.traced import Traced
from glacis.report.offers import Key, Section


def _lap(found: Traced, number: int) -> dict[str, Any] | None:
    lap, link = found.laps[number], found.links[number]
    if lap is None or lap.verdict == "ok":
        return None
    return {
        "from": link.start,
        "to": link.end,
        "verdict": lap.verdict,
        "id": lap.id,
        "why": lap.why,
    }


def _junction(
    found: Traced, loss: Loss | None, temperatures: tuple[float, float]
) -> dict[str, Any]:
    piece, solved = found.piece, loss.solved if loss is not None else None
    point = piece.kind in POINTS
    inside, outside = temperatures
    laps = (_lap(found, number) for number in range(len(found.links)))
    return {
        "id": piece.id,
        "kind": piece.edge or piece.kind,
        "form": piece.kind,
        "length_m": piece.length,
        "count": piece.count,
        "areas": list(piece.areas),
        "name": piece.name or None,
        "continuity": {line.control: line.state for line in found.lines},
        "gap": list(found.gaps),
        "laps": [lap for lap in laps if lap is not None],
        "psi_i": None if solved is None or point else solved.internal,
        "psi_e": None if solved is None or point else solved.external,
        "chi": solved.internal if solved is not None and point else None,
        "f_Rsi": None if solved is None else solved.factor,
        "theta_min": None if solved is None else outside + solved.factor * (inside - outside),
        "L2D": None if solved is None else solved.coupling,
        "no_section": loss.why or None if loss is not None and solved is None else None,
    }


def _project(results: Results, _subject: str) -> dict[str, Any]:
    lost = {item.piece.id: item for item in results.edge_losses or ()}
    climate = results.project.site.climate
    warm = {area.id: results.reader.zone(area).temperature for area in results.project.areas}
    junctions = [
        _junction(
            found, lost.get(found.piece.id), (warm[found.piece.areas[0]], climate.design_winter)
        )
        for found in results.value(JUNCTIONS)
    ]
    points: dict[tuple[str, float], int] = {}
    for item in lost.values():
        if item.solved is not None and item.piece.kind in POINTS:
            key = item.piece.kind, item.solved.internal
            points[key] = points.get(key, 0) + item.piece.count
    return {
        "junctions": junctions,
        "points": [
            {"kind": kind, "chi": chi, "count": count} for (kind, chi), count in points.items()
        ],
        "U_whole": results.whole_transmittance,
    }


JUNCTIONS_SECTION = Section(
    "project",
    (
        Key(("junctions",), "",
            "every piece of edge, opening, outlet and thing by hand, below; psi, chi, f_Rsi, theta_min and L2D are "
            "`null` where there is no section or where they were not worked out: `check` and the report do, "
            "the window does in Junctions"),
        Key(("points",), "", "points by `kind` and `chi` [W/K] with their `count`"),
        Key(("U_whole",), "W/(m²·K)",
            "of the whole roof with what its edges and points lose by outer measures; `null` where that was not "
            "worked out"),
    ),
    _project,
    more="""## A junction

`id` (it stays as long as the same areas meet in the same order of edges), `kind` (of edge, as in `edges` of an area,
else of junction), `form` (kind of junction, such as `eaves-warm`), `length_m`, `count`, `areas` (that whose field the
lines come from first), `name` (of the opening, outlet or thing; else `null`), `continuity` (`water`, `air`, `vapour`,
`thermal`: `whole`, `undrawn`, `broken`, or `none` where there is no line to draw), `gap` (where broken lines part, in
words), `laps` (those that are not well: `from`, `to`, `verdict`, `id`, `why`), `psi_i` and `psi_e` [W/(m·K)] or `chi`
[W/K], `f_Rsi` of its coldest point, `theta_min` [°C] there on the winter design day, `L2D` [W/(m·K)], or [W/K] of a
point's disc, and `no_section` (why there is none, else `null`).
""",
)  # fmt: skip
