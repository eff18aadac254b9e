# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat through an area: the workings of its figures, and its results."""

from typing import Any

from msgspec import Struct

from glacis.core.analysis.results import Results
from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.figures.headline import Figure, working_of
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.units.quantities import System
from glacis.report.blocks import Blocks
from glacis.report.offers import Chapter, Key, Offer, Section
from glacis.report.workings import working_blocks

FIGURES: tuple[Figure, ...] = ("u", "surface", "weight")


class HeatRead(Struct, frozen=True):
    """An area, and the units of the reader."""

    roof: AnalysedArea
    units: System


def _reads(reader: Reader, area: str) -> HeatRead:
    return HeatRead(reader.value(ANALYSED, area), reader.project.units)


def _blocks(read: HeatRead) -> Blocks:
    return tuple(
        block
        for figure in FIGURES
        for block in working_blocks(working_of(read.roof, figure), read.units)
    )


def _results(results: Results, area: str) -> dict[str, Any]:
    item = results.of(area)
    roof, heat = item.roof, item.roof.heat
    return {
        "U": results.of(area).roof.transmittance,
        "U_target": roof.target,
        "U_clear": heat.clear_transmittance,
        "U_parallel": heat.parallel,
        "U_isothermal": heat.isothermal,
        "U_with_eaves": item.figures.whole,
        "corrections": {
            "voids": heat.corrections.voids.value,
            "fixings": heat.corrections.shafts,
            "inverted_rain": heat.corrections.inverted_rain.value,
            "applied": heat.corrections.applied,
        },
        "R_total": heat.resistance,
        "R_nominal": heat.nominal,
        "R_effective": heat.effective,
        "R_upper": heat.upper,
        "R_lower": heat.lower,
        "f_Rsi": heat.surface_factor,
        "f_Rsi_min": roof.surface.least_factor,
        "annual_loss_kWh_m2": roof.annual_loss,
    }


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter heat", _reads, _blocks)),),
    sections=(
        Section(
            "area",
            (
                Key(("U",), "W/(m²·K)", "thermal transmittance with corrections"),
                Key(("U_target",), "W/(m²·K)", "what it must meet"),
                Key(("U_clear",), "W/(m²·K)", "before corrections"),
                Key(("U_parallel", "U_isothermal"), "W/(m²·K)", "1/R′ and 1/R″, the schools of US practice"),
                Key(("U_with_eaves",), "W/(m²·K)", "area-weighted with the strip along the eaves"),
                Key(("corrections",), "W/(m²·K)",
                    "`voids`, `fixings`, `inverted_rain`; `applied` is false where they are small and left "
                    "out by choice"),
                Key(("R_total", "R_upper", "R_lower"), "m²·K/W",
                    "by the method in force; both limits of the combined method, ISO 6946:2017 6.7.2"),
                Key(("R_nominal", "R_effective"), "m²·K/W", "insulation as labelled; 1/U with corrections"),
                Key(("f_Rsi", "f_Rsi_min"), "–",
                    "surface factor of the clear field with R_si = 0.25, by the combined method, and what the "
                    "critical month asks; null where no month asks for anything"),
                Key(("annual_loss_kWh_m2",), "kWh/(m²·a)", "by degree hours of the monthly means"),
            ),
            _results,
        ),
    ),
)  # fmt: skip
