# SPDX-License-Identifier: GPL-3.0-or-later
"""What is stated about where things go on an area: datum, gauges, windows, members, eaves, panels."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

GaugeChoice = Literal["even", "two"]
GridStart = Literal["face", "centre"]
SprocketChoice = Literal["counter", "batten"]

T = Quantity.THICKNESS


class MemberGrid(Node, frozen=True, kw_only=True):
    """Members along the eaves.

    Attributes:
        spacing: centre to centre [m]; 0 takes what the build-up states.
        width: of one [m]; 0 likewise.
        start: whether the first one's outer face or its centre lies on the datum.
        doubled: numbers of members that stand twice, from 1.
    """

    spacing: Annotated[float, Range("spacing of the members", T, 0.0, 10.0)] = 0.0
    width: Annotated[float, Range("width of the members", T, 0.0, 1.0)] = 0.0
    start: GridStart = "face"
    doubled: tuple[int, ...] = ()


class EavesSection(Node, frozen=True, kw_only=True):
    """Eaves of an area whose insulation lies over its rafters.

    Attributes:
        rafter: depth [m]; 0 takes what the build-up states.
        projection: of the fascia's front from the wall, in plan [m].
        below: how far the fascia hangs below the rafters' tails [m].
        kick: of the lowest pieces, which have none below [m].
        seat: of the birdsmouth, level [m].
        wall: thickness of the wall head that is filled [m].
        sprocket: whether counter-battens run on over it, or tile battens alone.
        sprocket_pitch: of a flatter sprocket [°]; 0 for none.
        sprocket_length: along it [m].
    """

    rafter: Annotated[float, Range("depth of the rafter", T, 0.0, 1.0)] = 0.0
    projection: Annotated[float, Range("projection of the eaves", T, 0.0, 3.0)] = 0.35
    below: Annotated[float, Range("fascia below the tails", T, 0.0, 0.5)] = 0.02
    kick: Annotated[float, Range("kick", T, 0.0, 0.2)] = 0.012
    seat: Annotated[float, Range("seat of the birdsmouth", T, 0.0, 0.5)] = 0.06
    wall: Annotated[float, Range("wall head", T, 0.0, 2.0)] = 0.3
    sprocket: SprocketChoice = "counter"
    sprocket_pitch: Annotated[float, Range("pitch of the sprocket", Quantity.ANGLE, 0.0, 80.0)] = (
        0.0
    )
    sprocket_length: Annotated[float, Range("length of the sprocket", T, 0.05, 3.0)] = 0.5


class MeasuredRun(Node, frozen=True, kw_only=True):
    """A run of panels measured at both edges.

    Attributes:
        laid: panels when it was measured.
        bottom: run at the lower edge [m].
        top: run at the upper edge [m].
    """

    laid: Annotated[int, Range("panels laid", None, 2, 1000)]
    bottom: Annotated[float, Range("run at the lower edge", T, 0.05, 500.0)]
    top: Annotated[float, Range("run at the upper edge", T, 0.05, 500.0)]


class PanelRun(Node, frozen=True, kw_only=True):
    """A row of panels along the eaves.

    Attributes:
        start: overhang beyond the frame where it begins [m].
        end: overhang where it ends, as drawn [m].
        tolerance: of the far edge [m].
        recut: whether the last panel has been recut to its two widths.
        measured: runs, in the order in which they were measured.
        temperature: of cans and air while joints are foamed [°C].
        humidity: of the air then [-].
        can: yield of one [m³].
        coldest: that cans take [°C].
    """

    start: Annotated[float, Range("overhang at the start", T, 0.0, 2.0)] = 0.15
    end: Annotated[float, Range("overhang at the end", T, 0.0, 2.0)] = 0.15
    tolerance: Annotated[float, Range("tolerance of the far edge", T, 0.0, 0.1)] = 0.01
    recut: bool = False
    measured: tuple[MeasuredRun, ...] = ()
    temperature: Annotated[float, Range("temperature", Quantity.TEMPERATURE, -40.0, 60.0)] = 15.0
    humidity: Annotated[float, Range("humidity", Quantity.HUMIDITY, 0.05, 1.0)] = 0.6
    can: Annotated[float, Range("yield of a can", Quantity.VOLUME, 0.001, 1.0)] = 0.035
    coldest: Annotated[float, Range("coldest can", Quantity.TEMPERATURE, -30.0, 30.0)] = 5.0


class SetOut(Node, frozen=True, kw_only=True):
    """Where things go on an area.

    Attributes:
        area: id of the roof area.
        datum: from the left end of the eaves to where joints begin, along them [m].
        mirrored: whether it is laid from the right.
        overhang: of the lowest course over the fascia in plan, into the gutter [m].
        top_clear: from the top of the plane down to the highest batten [m]; None takes the product's.
        gauge: equal gauges, or one below and one above a window.
        window: id of the opening that the two gauges meet at.
        seat_least: of a window's frame above the hanging line of the batten below [m].
        seat_most: the same at most [m].
        clearance: round a window's frame [m].
        grid: members.
        eaves: their section; None where nobody stated it.
        panels: a row of them; None likewise.
        colder: span from the coldest to the hottest metal [K].
        batten: depth of the tile battens [m].
        counter: depth of the counter-battens [m].
    """

    area: str
    datum: Annotated[float, Range("datum", T, -100.0, 500.0)] = 0.0
    mirrored: bool = False
    overhang: Annotated[float, Range("overhang into the gutter", T, 0.0, 0.3)] = 0.05
    top_clear: Annotated[float, Range("top clearance", T, 0.0, 1.0)] | None = None
    gauge: GaugeChoice = "even"
    window: str = ""
    seat_least: Annotated[float, Range("seat of a window", T, -0.5, 1.0)] = 0.08
    seat_most: Annotated[float, Range("seat of a window", T, -0.5, 1.0)] = 0.1
    clearance: Annotated[float, Range("clearance of a window", T, 0.0, 0.3)] = 0.02
    grid: MemberGrid = MemberGrid()
    eaves: EavesSection | None = None
    panels: PanelRun | None = None
    colder: Annotated[float, Range("span of the metal", Quantity.TEMPERATURE_STEP, 0.0, 200.0)] = (
        100.0
    )
    batten: Annotated[float, Range("tile batten", T, 0.0, 0.1)] = 0.025
    counter: Annotated[float, Range("counter-batten", T, 0.0, 0.2)] = 0.038
