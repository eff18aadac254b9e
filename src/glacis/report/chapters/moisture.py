# SPDX-License-Identifier: GPL-3.0-or-later
"""An area's year of water: said, drawn, worked, and in the results."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.climate.year import MONTH_SHORT
from glacis.core.figures.headline import working_of
from glacis.core.graph.part import Part
from glacis.core.moisture.monthly import Interface, Monthly
from glacis.report.blocks import Blocks, Picture, Room, Words
from glacis.report.chapters import hours
from glacis.report.chapters.build_up import AreaDrawn, reads_drawn
from glacis.report.charts.water import verdict_words, water_scene
from glacis.report.offers import Chapter, Key, Offer, Section
from glacis.report.workings import working_blocks

GRAMS = 1000.0
FROM_OCTOBER = tuple((9 + k) % 12 for k in range(12))


def _blocks(read: AreaDrawn) -> Blocks:
    roof, detail, system = read.roof, read.detail, read.units
    return (
        Room(80),
        Words("Moisture over the year", "sub"),
        Words(verdict_words(roof, system)),
        Picture(water_scene(roof, detail, (700, 250), system)),
        *working_blocks(working_of(roof, "condensate"), system),
    )


def _interface(monthly: Monthly, face: Interface) -> dict[str, Any]:
    return {
        "after_layer": monthly.path.layers[face.layer].name,
        "layer_id": monthly.path.layers[face.layer].id,
        "within_layer": face.within,
        "s_d_m": face.sd,
        "depth_m": face.depth,
        "peak_g_m2": face.peak * GRAMS,
        "by_month_g_m2": [face.mass[month] * GRAMS for month in FROM_OCTOBER],
    }


def _results(results: Results, area: str) -> dict[str, Any]:
    monthly = results.of(area).roof.monthly
    return {
        "monthly": {
            "method": "ISO 13788:2012",
            "months": [MONTH_SHORT[month] for month in FROM_OCTOBER],
            "verdict": monthly.verdict,
            "peak_g_m2": monthly.peak * GRAMS,
            "residual_g_m2": monthly.residual * GRAMS,
            "gain_g_m2_a": monthly.gain * GRAMS,
            "dries_out": monthly.verdict != "accumulates",
            "first_month": None if monthly.start is None else MONTH_SHORT[monthly.start],
            "interfaces": [_interface(monthly, face) for face in monthly.interfaces],
        }
    }


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter moisture", reads_drawn, _blocks)), hours.CHAPTER),
    exports=hours.EXPORTS,
    sections=(
        Section(
            "area",
            (Key(("monthly",), "", "the year of water, below"),),
            _results,
            more="""## The year of water

`monthly`: `method`; `months` (the order of all monthly lists, October first); `verdict` (`none`,
`dries` or `accumulates`); `peak_g_m2` and `residual_g_m2` of the whole build-up, in the year that
repeats itself or in the first of a roof that accumulates; `gain_g_m2_a`, what every further year adds
to such a roof; `dries_out`;
`first_month`; `interfaces`, each with `after_layer` (name), `layer_id`, `within_layer`, `s_d_m`,
`depth_m`, `peak_g_m2` and `by_month_g_m2` (water at the end of each month).
""",
        ),
        hours.SECTION,
    ),
)
