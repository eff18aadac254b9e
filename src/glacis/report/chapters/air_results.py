# SPDX-License-Identifier: GPL-3.0-or-later
"""The air of an area in the results."""

from typing import Any

from glacis.core.air.found import Aired
from glacis.core.air.layout import BayPiece, Layout
from glacis.core.analysis.results import Results
from glacis.core.thickness.eaves import eaves_of
from glacis.report.offers import Key, Section

MM2 = 1e6
HOUR = 3600.0


def _bay(found: Aired, layout: Layout, number: int, piece: BayPiece) -> dict[str, Any]:
    way, states = found.way, found.states
    kind = states.of_piece[number] if states is not None else -1
    flow = states.flows[0][kind] if states is not None and kind >= 0 else None
    sections = (
        [found.least_depth * (way.spacing - way.width) / way.spacing] if found.least_depth else []
    )
    places = [piece.low.net / way.spacing, *sections, piece.high.net / way.spacing]
    return {
        "id": layout.map.name(piece.piece),
        "status": piece.status,
        "length_m": piece.piece.length,
        "area_m2": piece.piece.area,
        "narrowest_mm2_m": min(places) * MM2,
        "flow_m3_h": None if flow is None else flow.volume * HOUR * (1 if flow.mass >= 0 else -1),
        "air_changes": None if flow is None else flow.air_changes * HOUR,
    }


def _air(found: Aired) -> dict[str, Any]:
    layout, free = found.layout, found.free
    if layout is None or free is None:
        return {"path": found.way.kind, "fault": found.fault or found.way.why}
    asked = free.verdict.asked if free.verdict else None
    return {
        "path": found.way.kind,
        "bays": [_bay(found, layout, k, piece) for k, piece in enumerate(layout.pieces)],
        "rule": free.rule.id if free.rule else None,
        "required_low_mm2": None if asked is None else asked.low * MM2,
        "required_high_mm2": None if asked is None else asked.high * MM2,
        "net_low_mm2": free.low * MM2,
        "net_high_mm2": free.high * MM2,
        "starved_share": layout.starved_share,
        "narrowest_mm2_m": found.narrow[0] * MM2,
    }


def _hot(found: Aired) -> dict[str, Any] | None:
    if found.attic is not None:
        attic, noon = found.attic, found.attic.flows[0]
        gain, shut = (
            (t - attic.below) / attic.resistance for t in (noon.temperature, attic.shut.temperature)
        )
        return {
            "T_top": None,
            "T_bottom": noon.temperature,
            "gain_vented": gain,
            "gain_shut": shut,
        }
    hot = found.hot
    if hot is None:
        return None
    return {
        "T_top": hot.open_top,
        "T_bottom": hot.open_bottom,
        "gain_vented": hot.open.heat_down,
        "gain_shut": hot.shut.heat_down,
    }


def _results(results: Results, area: str) -> dict[str, Any]:
    roof = results.of(area).roof
    found = roof.aired
    if found is None:
        return {"air": None, "hot_day": None, "eaves": None, "ice_kg_m": None}
    strip = eaves_of(roof)
    heel = strip.heel if strip else None
    worst = found.frost.worst if found.frost else None
    return {
        "air": _air(found),
        "hot_day": _hot(found),
        "eaves": None
        if strip is None or heel is None
        else {"U_strip": strip.transmittance, "f_Rsi": heel.f_rsi, "length_m": heel.width},
        "ice_kg_m": None if worst is None else worst.ice,
    }


AIR_SECTION = Section(
    "area",
    (
        Key(("air",), "", "bays and free areas, below; null where nothing is stated"),
        Key(("hot_day",), "", "a hot, still noon, below; null where no air passes"),
        Key(("eaves",), "", "the strip over the plate, below; null where no heel is stated"),
        Key(
            ("ice_kg_m",),
            "kg/m",
            "ice to the metre of eaves in the worst spell; null without snow and heel",
        ),
    ),
    _results,
    more="""## The air

`air`: `path` (`unvented`, `cold-attic`, `cold-slope`, `cold-flat`, `over-roof` or `counter-batten`); `bays`, a row
for each piece of a bay, with `id` (its number from the left, seen looking up the slope), `status` (`through`,
`no-exhaust`, `no-intake` or `closed`), `length_m`, `area_m2`, `narrowest_mm2_m`, `flow_m3_h` and `air_changes` an hour
on the hot still noon, upward positive (null in an attic); `rule`; `required_low_mm2`, `required_high_mm2`,
`net_low_mm2`, `net_high_mm2`; `starved_share` [-]; `narrowest_mm2_m`. Bays that cannot be laid out, and unvented
roofs, hold `path` and `fault` alone.

`hot_day`: `T_top` and `T_bottom`, means of the faces of the bay met most often [°C] (in an attic its air, and null);
`gain_vented` and `gain_shut`, heat into what lies beneath [W/m²].

`eaves`: `U_strip`, `f_Rsi` at the inner face of the wall in one dimension, `length_m` of the strip inwards from there.
""",
)
