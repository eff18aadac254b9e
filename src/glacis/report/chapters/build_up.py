# SPDX-License-Identifier: GPL-3.0-or-later
"""The build-up of an area: drawn, lifted apart, its approach and its control layers."""

from typing import Any

from msgspec import Struct

from glacis.core.analysis.results import Results
from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.build_up.approaches.catalogue import approach_of
from glacis.core.build_up.burdens import carbon_of, cost_of
from glacis.core.figures.detail import AreaDetail
from glacis.core.figures.parts import DETAIL
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.files.ifc_write import can_write_ifc
from glacis.files.layers_csv import layers_csv
from glacis.report.blocks import Blocks, Picture, Words
from glacis.report.charts.exploded import Apart, exploded_scene
from glacis.report.offers import Chapter, Export, Key, Offer, Section
from glacis.report.section import SectionStyle, section_scene

LAYERS_SHARE = 0.86
"""Width of the layers apart, in parts of the page's."""


class AreaDrawn(Struct, frozen=True):
    """An area with what its drawings show."""

    roof: AnalysedArea
    detail: AreaDetail
    units: System


def reads_drawn(reader: Reader, area: str) -> AreaDrawn:
    """An area, its detail and the units of the reader."""
    units = reader.project.units
    return AreaDrawn(reader.value(ANALYSED, area), reader.value(DETAIL, area), units)


def _blocks(read: AreaDrawn) -> Blocks:
    roof, detail, system = read.roof, read.detail, read.units
    style = SectionStyle(700, 430, system=system, temperature=True, threads=True)
    approach = approach_of(roof.assembly.approach)
    loss = with_unit(roof.annual_loss, Quantity.HEAT_LOSS, system)
    traced = "; ".join(
        f"{thread.control}: {', '.join(roof.layers[i].name for i in thread.layers) or 'none'}"
        for thread in detail.controls
    )
    return (
        Picture(section_scene(roof, detail, style)),
        Picture(exploded_scene(roof, Apart(), (700, 330), system), LAYERS_SHARE),
        Words(f"Approach: {approach.name}. {approach.needs}"),
        Words(f"Control layers: {traced}. Heat lost in a year: {loss}."),
    )


def _layers(results: Results) -> bytes:
    return layers_csv(results).encode()


def _results(results: Results, area: str) -> dict[str, Any]:
    roof, detail = results.of(area).roof, results.detail(area)
    return {
        "control_layers": {
            thread.control: [roof.layers[index].name for index in thread.layers]
            for thread in detail.controls
        },
        "insulation_ratio": roof.insulation_ratio,
        "cost_per_m2": list(cost_of(roof.built_layers)),
        "carbon_kg_m2": list(carbon_of(roof.built_layers)),
        "thickness_m": roof.thickness,
        "weight_kg_m2": roof.weight,
    }


def _ifc(results: Results) -> bytes:
    """Layer sets, where the extra that writes them is installed."""
    from glacis.files.ifc_write import Sheeted, layer_sets_ifc

    areas = tuple(
        Sheeted(item.roof.area, item.roof.layers, item.figures.whole) for item in results.areas
    )
    return layer_sets_ifc(results.project, areas)


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter build-up", reads_drawn, _blocks)),),
    exports=(
        Export("layers", "Layers of every area", ".csv", "CSV", _layers),
        *((Export("ifc", "Layer sets of every area", ".ifc", "IFC", _ifc),) if can_write_ifc() else ()),
    ),
    sections=(
        Section(
            "area",
            (
                Key(("control_layers",), "",
                    "`water`, `air`, `vapour`, `thermal`: names of the layers that do the job, inside to "
                    "outside"),
                Key(("insulation_ratio",), "–", "share of the insulation's R outside its innermost layer"),
                Key(("cost_per_m2", "carbon_kg_m2"), "per m², kg CO₂e/m²",
                    "least and most, from library ranges"),
                Key(("thickness_m", "weight_kg_m2"), "m, kg/m²", "without a roof space; dry"),
            ),
            _results,
        ),
    ),
)  # fmt: skip
