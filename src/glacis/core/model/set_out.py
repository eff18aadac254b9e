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


class Outriggers(Node, frozen=True, kw_only=True):
    """Outriggers that carry the eaves past the wall, boards going in uncut between them.

    Attributes:
        overhang: beyond the outer support [m].
        backspan: between the supports [m].
        dead: load [Pa].
        snow: load [Pa].
        uplift: of wind under the overhang [Pa].
        tip: at the end of each [N].
        board: that lies between two of them [m].
        fit: that it needs to go in [m].
        width: of an outrigger [m].
        start: centre of the first from the left end [m].
    """

    overhang: Annotated[float, Range("overhang", T, 0.05, 3.0)] = 0.6
    backspan: Annotated[float, Range("backspan", T, 0.1, 10.0)] = 1.2
    dead: Annotated[float, Range("dead load", Quantity.LOAD, 0.0, 2e4)] = 800.0
    snow: Annotated[float, Range("snow load", Quantity.LOAD, 0.0, 2e4)] = 1000.0
    uplift: Annotated[float, Range("uplift", Quantity.LOAD, 0.0, 2e4)] = 900.0
    tip: Annotated[float, Range("load at the tip", Quantity.FORCE, 0.0, 1e4)] = 60.0
    board: Annotated[float, Range("board", T, 0.1, 5.0)] = 0.6
    fit: Annotated[float, Range("fit", T, 0.0, 0.05)] = 0.002
    width: Annotated[float, Range("width of an outrigger", T, 0.02, 0.3)] = 0.038
    start: Annotated[float, Range("first outrigger", T, 0.0, 5.0)] = 0.0


class FurringZone(Node, frozen=True, kw_only=True):
    """A zone of a deck that is planed out [m]: its name, base, deck and sheets on it."""

    name: str = ""
    base: Annotated[float, Range("base", T, -1.0, 1.0)] = 0.0
    deck: Annotated[float, Range("deck", T, 0.0, 0.3)] = 0.018
    sheets: Annotated[float, Range("sheets", T, 0.0, 0.1)] = 0.0


class Furring(Node, frozen=True, kw_only=True):
    """Strips that bring zones of a deck to one plane.

    Attributes:
        zones: side by side.
        least: furring at least [m].
    """

    zones: tuple[FurringZone, ...] = ()
    least: Annotated[float, Range("least furring", T, 0.0, 0.3)] = 0.02


class Curve(Node, frozen=True, kw_only=True):
    """A curved roof in facets.

    Attributes:
        radius: [m].
        angle: of the whole curve [°].
        limit: between curve and facet at most [m].
        board: thickness of what lies over it [m].
    """

    radius: Annotated[float, Range("radius", Quantity.LENGTH, 0.3, 1000.0)] = 6.0
    angle: Annotated[float, Range("angle of the curve", Quantity.ANGLE, 1.0, 360.0)] = 60.0
    limit: Annotated[float, Range("limit", Quantity.JOINT, 0.0002, 0.2)] = 0.005
    board: Annotated[float, Range("board", T, 0.0, 0.5)] = 0.1


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
        outriggers: that carry the eaves; None where nobody stated them.
        furring: that planes the deck out; None likewise.
        curve: that is laid in facets; None likewise.
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
    outriggers: Outriggers | None = None
    furring: Furring | None = None
    curve: Curve | None = None
