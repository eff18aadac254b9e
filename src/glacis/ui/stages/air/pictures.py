# SPDX-License-Identifier: GPL-3.0-or-later
"""From the air of an area to the drawings of its bench."""

from msgspec import Struct

from glacis.core.air.channel import air_density
from glacis.core.air.day import AirDay
from glacis.core.air.found import Aired
from glacis.core.air.layout import Layout
from glacis.core.air.states import States, in_state, segments_of
from glacis.core.air.tables import tables_with
from glacis.core.analysis.results import AreaResult
from glacis.core.area.analysed import AnalysedArea
from glacis.core.units.quantities import System
from glacis.report.charts.air_attic import AtticVentDrawn, AtticView, air_attic_scene
from glacis.report.charts.air_day import air_day_scene
from glacis.report.charts.air_map import MapView, air_map_scene, map_rows
from glacis.report.charts.air_section import SectionView, air_section_scene, depth_per_point
from glacis.report.scene import SceneMaker, saying
from glacis.ui.desk import Desk
from glacis.ui.stages.air.hand import AirHand


def ways_of_air(layout: Layout, states: States | None, state: int) -> tuple[int, ...]:
    """Which way the air flows in each piece: 1 up, -1 down, 0 where it stands."""
    if states is None:
        return tuple(1 if piece.status == "through" else 0 for piece in layout.pieces)
    flows = states.flows[state]
    signs = []
    for kind in states.of_piece:
        mass = flows[kind].mass if kind >= 0 else 0.0
        signs.append(0 if mass == 0 else 1 if mass > 0 else -1)
    return tuple(signs)


def saved_by(aired: Aired) -> float | None:
    """Heat that the air keeps out of what lies beneath on the hot still noon [W/m²]; None where none passes."""
    if aired.attic is not None:
        return aired.attic.saved if aired.attic.flows[0].exchange > 0 else None
    states = aired.states
    if states is None or aired.layout is None:
        return None
    moving = [k for k, flow in enumerate(states.flows[0]) if flow.mass != 0]
    if not moving:
        return None
    longest = max(moving, key=lambda k: len(states.classes[k].pieces))
    return states.hot(longest).saved


def map_of(roof: AnalysedArea, aired: Aired, hand: AirHand, state: int, desk: Desk) -> SceneMaker:
    """The bays on the plan."""
    layout = aired.layout
    if layout is None:
        return saying(aired.fault)
    view = MapView(
        area=roof.area,
        aired=aired,
        layout=layout,
        tables=tables_with(desk.project.air_values),
        system=desk.system,
        piece=hand.piece,
        edge=hand.edge,
        up=ways_of_air(layout, aired.states, state),
        rows=map_rows(aired, saved_by(aired), desk.system),
    )
    return lambda w, h: air_map_scene(view, (w, h))


class Section(Struct, frozen=True):
    """A drawing of a bay, and how much its gap deepens for each point it is dragged [m]."""

    scene: SceneMaker
    per_point: float


def section_of(
    roof: AnalysedArea, aired: Aired, number: int, state: int, system: System
) -> Section:
    """One bay in section."""
    layout, states = aired.layout, aired.states
    if layout is None or states is None or not 0 <= number < len(layout.pieces):
        return Section(saying("Press a bay to see it in section."), 0.001)
    kind = states.of_piece[number]
    if kind < 0:
        return Section(saying("This piece is too short to have a flow of its own."), 0.001)
    condition, piece = states.conditions[state], layout.pieces[number]
    segments = segments_of(layout, aired.stated, roof.area, states.classes[kind].length)
    warm = in_state(segments, condition, aired.stated, roof.area.pitch, roof.zone.temperature)
    view = SectionView(
        piece=piece,
        flow=states.flows[state][kind],
        lengths=tuple(s.length for s in segments),
        depths=tuple(s.depth for s in segments),
        pitch=roof.area.pitch,
        sol=warm[0].t_sol,
        below=roof.zone.temperature,
        outside=condition.temperature,
        narrow=aired.narrow,
        state=condition.name,
        system=system,
    )
    return Section(lambda w, h: air_section_scene(view, (w, h)), depth_per_point(view))


def attic_of(area: AreaResult, aired: Aired, state: int, system: System) -> SceneMaker:
    """The attic in section, and its heel."""
    attic, layout = aired.attic, aired.layout
    if attic is None or layout is None:
        return saying("No attic.")
    condition, flow = attic.conditions[state], attic.flows[state]
    kinds = {rim.side.id: rim.side.kind for rim in layout.edges}
    dense = air_density(condition.temperature)
    vents = tuple(
        AtticVentDrawn(kinds.get(name, "vent beyond"), where, mass / dense)
        for (name, _, _, where), mass in zip(attic.vents, flow.flows, strict=True)
    )
    stated = aired.stated
    view = AtticView(
        state=condition.name,
        flow=flow,
        outside=condition.temperature,
        below=attic.below,
        vents=vents,
        pitch=area.roof.area.pitch,
        eaves=area.figures.eaves,
        heel=stated.heel,
        gap=stated.chutes.gap if stated.chutes else 0.0,
        system=system,
    )
    return lambda w, h: air_attic_scene(view, (w, h))


def day_of(aired: Aired, day: AirDay, number: int, system: System) -> SceneMaker:
    """The day of the bay in the hand."""
    states = aired.states
    kind = states.of_piece[number] if states is not None and number >= 0 else -1
    if kind < 0:
        return saying("No day for so short a piece.")
    return lambda w, h: air_day_scene(day.strips[kind], (w, h), system)
