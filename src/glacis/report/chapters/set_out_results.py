# SPDX-License-Identifier: GPL-3.0-or-later
"""The set-out of an area in the results."""

from collections import Counter
from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.model.covering import SlatePiece
from glacis.core.set_out.found import Covered, Panelled, SetOutFound
from glacis.core.set_out.parts import SET_OUT
from glacis.report.offers import Key, Section


def _courses(covered: Covered | None) -> list[dict[str, Any]]:
    courses = covered.courses if covered is not None else ()
    return [
        {"no": item.no, "s_m": item.s, "gauge_m": item.gauge or None, "note": item.note}
        for item in courses
    ]


def _pieces(found: SetOutFound) -> dict[str, Any]:
    laid = found.covered.laid if found.covered is not None else None
    counts = None
    if laid is not None:
        counts = {"whole": laid.whole, "cut": laid.cuts, "wide": laid.wide}
    slates = found.covered is not None and isinstance(found.covered.product, SlatePiece)
    sheets: Counter[float] = Counter()
    if found.sheeted is not None:
        for strip in found.sheeted.strips:
            sheets[round(strip.length, 3)] += strip.pieces
    return {
        "tiles": None if slates else counts,
        "slates": counts if slates else None,
        "sheets": [
            {"length_m": length, "count": count}
            for length, count in sorted(sheets.items(), reverse=True)
        ],
    }


def _set_out(found: SetOutFound) -> dict[str, Any]:
    frame, grid = found.frame, found.stated.grid
    return {
        "courses": _courses(found.covered),
        "pieces": _pieces(found),
        "grid": None
        if frame is None
        else {
            "first_m": frame.centres[0],
            "spacing_m": grid.spacing or found.stack.spacing,
            "members": frame.members,
        },
        "faults": [f"{what}: {why}" for what, why in found.faults],
    }


def _eaves(found: SetOutFound) -> dict[str, Any] | None:
    cut = found.eaves
    if cut is None:
        return None
    flat = cut.flat_sprocket
    return {
        "fascia_m": cut.fascia_height,
        "fascia_top_m": cut.fascia_top if flat is None else flat.fascia_top,
        "sprocket_m": cut.sprocket_under_counter
        if found.stated.eaves is not None and found.stated.eaves.sprocket == "counter"
        else cut.sprocket_under_batten,
        "birdsmouth_share": cut.birdsmouth_share,
        "plate_infill_m3": found.plate.volume_per_bay if found.plate is not None else None,
    }


def _panels(panelled: Panelled | None) -> dict[str, Any] | None:
    if panelled is None:
        return None
    last = panelled.measured[-1][1] if panelled.measured else None
    return {
        "count": panelled.row.n,
        "run_m": None if last is None else [last.predicted_bottom, last.predicted_top],
        "growth_m": None if last is None else [last.growth_bottom, last.growth_top],
        "skew": None if last is None else last.skew,
        "recut_m": [last.last_width_bottom, last.last_width_top]
        if last is not None and last.recut
        else None,
        "cans": panelled.cans.cans,
    }


def _results(results: Results, area: str) -> dict[str, Any]:
    found = results.value(SET_OUT, area)
    if found is None:
        return {"set_out": None, "eaves_section": None, "panels": None}
    return {
        "set_out": _set_out(found),
        "eaves_section": _eaves(found),
        "panels": _panels(found.panelled),
    }


SET_OUT_SECTION = Section(
    "area",
    (
        Key(("set_out",), "", "courses, pieces and members, below; null where nothing is stated"),
        Key(("eaves_section",), "", "fascia, sprocket and birdsmouth, below; null where no eaves are stated"),
        Key(("panels",), "", "a row of structural panels, below; null where none are laid"),
    ),
    _results,
    more="""## Set-out

`set_out`: `courses`, a row for each from the eaves up, with `no`, `s_m` (along the slope from the front of the fascia
to where the pieces hang; to their lower edge for slates and shingles), `gauge_m` from the course below (null for the
first) and `note` (`first`, `window`, `top` or empty); `pieces` with `tiles` and `slates` (`whole`, `cut` and `wide`
pieces, null for the other kind; shingles count as tiles) and `sheets` (`length_m` and `count`, the longest first);
`grid` with `first_m` (centre of the first member from the left end), `spacing_m` and `members`, null without members;
`faults`, what could not be set out and why.

`eaves_section`: `fascia_m` (height of the fascia), `fascia_top_m` (over the rafter's top edge at the wall's face),
`sprocket_m` (depth of a straight sprocket), `birdsmouth_share` [-], `plate_infill_m3` for one bay.

`panels`: `count`, `run_m`, `growth_m` by joint and `recut_m` (widths of the last panel), each as lower and upper edge
and null until a run is measured (`recut_m` also where none is needed), `skew` [rad], `cans` of foam.
""",
)  # fmt: skip
