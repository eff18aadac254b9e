# SPDX-License-Identifier: GPL-3.0-or-later
"""From the air of an area to the drawings of its bench."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.day import AirDay
from glacis.core.air.found import Aired
from glacis.core.analysis.results import AreaResult
from glacis.core.area.analysed import AnalysedArea
from glacis.core.units.quantities import System
from glacis.report.charts.air_attic import air_attic_scene
from glacis.report.charts.air_day import air_day_scene
from glacis.report.charts.air_map import air_map_scene, map_view
from glacis.report.charts.air_section import air_section_scene, depth_per_point
from glacis.report.charts.air_views import attic_view, bay_view
from glacis.report.scene import SceneMaker, saying
from glacis.ui.stages.air.hand import AirHand


def map_of(
    roof: AnalysedArea, aired: Aired, hand: AirHand, state: int, system: System
) -> SceneMaker:
    """The bays on the plan."""
    found = map_view(roof.area, aired, state, system)
    if found is None:
        return saying(aired.fault)
    view = replace(found, piece=hand.piece, edge=hand.edge)
    return lambda w, h: air_map_scene(view, (w, h))


class Section(Struct, frozen=True):
    """A drawing of a bay, and how much its gap deepens for each point it is dragged [m]."""

    scene: SceneMaker
    per_point: float


def section_of(
    roof: AnalysedArea, aired: Aired, number: int, state: int, system: System
) -> Section:
    """One bay in section."""
    view = bay_view(roof, aired, number, state, system)
    if view is None:
        return Section(saying("This piece is too short to have a flow of its own."), 0.001)
    return Section(lambda w, h: air_section_scene(view, (w, h)), depth_per_point(view))


def attic_of(area: AreaResult, aired: Aired, state: int, system: System) -> SceneMaker:
    """The attic in section, and its heel."""
    view = attic_view(area.roof, aired, area.figures.eaves, state, system)
    if view is None:
        return saying("No attic.")
    return lambda w, h: air_attic_scene(view, (w, h))


def day_of(aired: Aired, day: AirDay, number: int, system: System) -> SceneMaker:
    """The day of the bay in the hand."""
    states = aired.states
    kind = states.of_piece[number] if states is not None and number >= 0 else -1
    if kind < 0:
        return saying("No day for so short a piece.")
    return lambda w, h: air_day_scene(day.strips[kind], (w, h), system)
