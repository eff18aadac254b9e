# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind, fixings, the chain and evidence in the results."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.fixings.found import Fixed
from glacis.core.fixings.parts import FIXED, wind_of
from glacis.core.wind.loads import AreaWind
from glacis.report.charts.fixing_pattern import told
from glacis.report.offers import Key, Section


def _wind(wind: AreaWind, basis: str) -> dict[str, Any] | None:
    if basis == "unstated":
        return None
    coefficient = {"en": "cpe", "asce": "GCp"}.get(basis, "stated")
    return {
        "basis": basis,
        "q_p_Pa": wind.peak.pressure if wind.peak is not None else None,
        "height_m": wind.height or None,
        "refused": wind.refused or None,
        "unconfirmed": list(wind.open_rows),
        "zones": [
            {
                "name": zone.name,
                "outline": [
                    [[list(point) for point in ring] for ring in rings] for rings in zone.polygons
                ],
                "area_m2": zone.true_area,
                coefficient: zone.external,
                "w_k_Pa": zone.suction,
                "w_d_Pa": zone.design,
                "wind_from": zone.wind_from,
            }
            for zone in wind.zones
        ],
    }


def _sets(fixed: Fixed) -> list[dict[str, Any]]:
    found = []
    lengths = {item.set: item for item in fixed.lengths}
    weakest = fixed.chain.weakest
    for each in fixed.sets:
        item = lengths.get(each.set.id)
        chosen = item.length.chosen if item is not None and item.length is not None else None
        governs = each.held.resistance.governs
        for pattern, count, size in zip(each.held.patterns, each.counts, each.areas, strict=True):
            found.append({
                "set": each.set.name,
                "zone": fixed.wind.zones[pattern.zone].name,
                "per_m2": count / size if size else 0.0,
                "count": count,
                "pattern": told(pattern, "si"),
                "spacing_m": pattern.spacing or None,
                "length_mm": None if chosen is None else chosen * 1000,
                "lengths_mm": [None if band.length is None else band.length * 1000 for band in item.bands]
                if item is not None else [],
                "utilisation": pattern.use,
                "weakest": governs.mode if governs is not None else None,
                "weakest_link": " | ".join(weakest.names) if weakest is not None else None,
            })  # fmt: skip
    return found


def _area(results: Results, area: str) -> dict[str, Any]:
    basis = results.project.wind.basis
    fixed = results.value(FIXED, area)
    chain = fixed.chain.interfaces if fixed is not None else ()
    return {
        "wind": _wind(wind_of(results.reader, area), basis),
        "fixing_sets": _sets(fixed) if fixed is not None else [],
        "chain": [
            {
                "interface": " | ".join(link.names),
                "way": link.way or None,
                "utilisation": link.use,
                "load_Pa": link.load,
                "unheld": list(link.unheld),
            }
            for link in chain
        ],
    }


FIXINGS_SECTION = Section(
    "area",
    (
        Key(("wind",), "", "suctions by zone, below; null where nobody stated the wind"),
        Key(("fixing_sets",), "", "every set in every zone, below"),
        Key(("chain",), "", "what holds each interface from the sheet to the frame, below"),
    ),
    _area,
    more="""## Wind and fixings

`wind`: `basis` (`en`, `asce` or `stated`), `q_p_Pa` (q_h by ASCE), `height_m` it was taken at, `refused` (words where
the book has no answer), `unconfirmed` (keys of coefficients that nobody held against the standard yet), `zones`, the
worst first: `name`, `outline` (polygons in plan [m], each its outline and its holes), `area_m2` along the slope, `cpe`,
`GCp` or `stated`, `w_k_Pa` (service level by ASCE), `w_d_Pa`, `wind_from` [°].

`fixing_sets`: `set`, `zone`, `per_m2`, `count`, `pattern` in words, `spacing_m`, `length_mm` (null where none fits),
`lengths_mm` over a taper, `utilisation` (null where nobody knows what one bears), `weakest` (what fails first),
`weakest_link` of the whole chain.

`chain`, from the outside in: `interface`, `way` (name of the set that holds it, `weight` or `one piece`; null for
nothing), `utilisation`, `load_Pa`, `unheld` (zones that nothing holds).
""",
)  # fmt: skip


def _project(results: Results, _subject: str) -> dict[str, Any]:
    return {
        "evidence": [
            {
                "id": each.id,
                "title": each.title,
                "issuer": each.issuer,
                "expires": each.expires or None,
                "covers": [{"role": role.role, "product": role.product} for role in each.covers],
                "sha256": each.digest or None,
            }
            for each in results.project.evidence
        ]
    }


REGISTER_SECTION = Section(
    "project",
    (
        Key(
            ("evidence",),
            "",
            "approvals in the register: number, title, issuer, expiry, products, fingerprint",
        ),
    ),
    _project,
)
