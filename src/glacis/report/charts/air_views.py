# SPDX-License-Identifier: GPL-3.0-or-later
"""From the air of an area to what its drawings show."""

from glacis.core.air.channel import Outside, Segment, air_density
from glacis.core.air.drying import drying_bound
from glacis.core.air.found import Aired
from glacis.core.air.legs import Run, legs_of
from glacis.core.air.tables import SHIPPED
from glacis.core.area.analysed import AnalysedArea
from glacis.core.climate.year import extremes
from glacis.core.model.air import Air
from glacis.core.thickness.eaves import Eaves
from glacis.core.units.quantities import System
from glacis.report.charts.air_attic import AtticVentDrawn, AtticView
from glacis.report.charts.air_section import SectionView


def bay_view(
    roof: AnalysedArea, aired: Aired, number: int, state: int, system: System
) -> SectionView | None:
    """One bay in a state; None where it has no flow of its own.

    Args:
        roof: the area with its results.
        aired: its air.
        number: of the piece.
        state: which of its conditions.
        system: units of the reader.
    """
    layout, states = aired.layout, aired.states
    if layout is None or states is None or not 0 <= number < len(layout.pieces):
        return None
    kind = states.of_piece[number]
    if kind < 0:
        return None
    condition, flow = states.conditions[state], states.flows[state][kind]
    run = states.classes[kind].run(roof.area.pitch)
    legs = legs_of(layout.way, aired.stated, run, aired.tables or SHIPPED)
    segments = [segment for leg in legs for segment in leg]
    coldest, warmest = extremes(roof.climate)
    humidity = roof.climate.humidity[warmest if condition.sun > 0 else coldest]
    outside = Outside(condition.temperature, states.pressure)
    return SectionView(
        piece=layout.pieces[number],
        name=layout.map.name(layout.pieces[number].piece),
        flow=flow,
        lengths=tuple(segment.length for segment in segments),
        depths=tuple(segment.depth for segment in segments),
        pitches=tuple(leg[-1].pitch for leg in legs for _ in leg),
        gaps=_gaps(aired.stated, run, legs),
        pitch=roof.area.pitch,
        outside=condition.temperature,
        narrow=aired.narrow,
        drying=drying_bound(flow, humidity, outside, layout.way.spacing - layout.way.width),
        state=condition.name,
        system=system,
    )


def _gaps(stated: Air, run: Run, legs: tuple[tuple[Segment, ...], ...]) -> dict[int, int]:
    """Which drawn segment shows which of those that are listed for the plane: those beyond are others' to change."""
    before = sum(map(len, legs[: len(run.below)]))
    own = len(legs[len(run.below)])
    listed = len(stated.segments) or (2 if stated.chutes else 1)
    return {before + k: listed - own + k for k in range(own)}


def attic_view(
    roof: AnalysedArea, aired: Aired, eaves: Eaves | None, state: int, system: System
) -> AtticView | None:
    """An attic in a state; None where there is none."""
    attic, layout = aired.attic, aired.layout
    if attic is None or layout is None:
        return None
    condition, flow = attic.conditions[state], attic.flows[state]
    kinds = {rim.side.id: rim.side.kind for rim in layout.edges}
    dense = air_density(condition.temperature, attic.pressure)
    vents = tuple(
        AtticVentDrawn(kinds.get(name, "vent beyond"), where, mass / dense)
        for (name, _, _, where), mass in zip(attic.vents, flow.flows, strict=True)
    )
    stated = aired.stated
    return AtticView(
        state=condition.name,
        flow=flow,
        outside=condition.temperature,
        below=attic.below,
        vents=vents,
        pitch=roof.area.pitch,
        eaves=eaves,
        heel=stated.heel,
        gap=stated.chutes.gap if stated.chutes else 0.0,
        system=system,
    )
