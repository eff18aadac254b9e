# SPDX-License-Identifier: GPL-3.0-or-later
"""What holds an area down, tests of it, and the approvals it stands on, as somebody states them."""

from typing import Annotated, Literal

from glacis.core.model.geometry import Point
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Level = Literal["characteristic", "design", "allowable"]
Mode = Literal["pull-out", "pull-through", "sheet", "steel", "set"]
Grip = Literal["blind", "through"]
School = Literal["predictive", "tolerance75"]
Distribution = Literal["lognormal", "normal"]
BondKind = Literal[
    "full", "ribbons", "self-adhered", "torched", "hot-bonded", "welded", "sprayed", "mortar"
]
BallastKind = Literal["gravel", "pavers"]
Failure = Literal["pulled out", "head through", "shaft broke", "substrate broke", "held"]

T = Quantity.THICKNESS
SIZES = "our judgement: nothing smaller or larger is sold"
Force = Annotated[float, Range("resistance", Quantity.FORCE, 1.0, 1e6, SIZES)]
Stress = Annotated[float, Range("strength", Quantity.STRESS, 0.0, 1e7, SIZES)]
Spacing = Annotated[float, Range("spacing", T, 0.01, 5.0)]
Gamma = Annotated[float, Range("partial factor", None, 0.5, 5.0)]
Tip = Annotated[float, Range("tip", T, 0.0, 0.5)]


STOCK = tuple(k * 0.02 for k in range(2, 31))
"""Lengths from 40 to 600 mm by twenties [m]; our judgement, until the seller's list is entered."""


class Strength(Node, frozen=True, kw_only=True):
    """What one fixing bears in one way of failing.

    Attributes:
        mode: how it fails; ``set`` for a value that was tested for the whole set.
        value: [N].
        level: characteristic, design or allowable.
        gamma: partial factor of a characteristic value [-].
        source: approval, test report or standard.
    """

    mode: Mode
    value: Force
    level: Level = "characteristic"
    gamma: Gamma = 1.5
    source: str = ""


class Fastener(Node, frozen=True, kw_only=True):
    """A screw, nail or anchor and the lengths it is sold in.

    Attributes:
        name: generic, never a brand.
        diameter: of the shaft [m].
        conductivity: of the shaft [W/(m·K)]; plastic below 1 counts for nothing in Heat.
        recess: of its head in a tube washer [m].
        angle: of its axis against the surface [°]; 90 for square.
        stock: lengths it is sold in [m].
        grip: blind in timber or concrete, or through a sheet or board.
        least_grip: blind in the substrate [m].
        cover: left to the far face of the substrate [m].
        tip_least: of the tip beyond a substrate passed through [m].
        tip_most: before the tip meets a flute's bottom, a service or a ceiling [m].
        plus: by which what is passed may be thicker [m].
        minus: by which it may be thinner [m].
        sealing: whether membranes it passes close round it.
    """

    name: str = "screw"
    diameter: Annotated[float, Range("diameter", T, 0.001, 0.03)] = 0.0048
    conductivity: Annotated[float, Range("conductivity", Quantity.CONDUCTIVITY, 0.1, 400.0)] = 50.0
    recess: Annotated[float, Range("recess", T, 0.0, 1.0)] = 0.0
    angle: Annotated[float, Range("angle of the fixing", Quantity.ANGLE, 30.0, 90.0)] = 90.0
    stock: tuple[Annotated[float, Range("stock length", T, 0.01, 2.0)], ...] = STOCK
    grip: Grip = "blind"
    least_grip: Annotated[float, Range("grip", T, 0.005, 0.5)] = 0.04
    cover: Annotated[float, Range("cover", T, 0.0, 0.5)] = 0.01
    tip_least: Tip = 0.02
    tip_most: Tip = 0.06
    plus: Annotated[float, Range("tolerance", T, 0.0, 0.1)] = 0.003
    minus: Annotated[float, Range("tolerance", T, 0.0, 0.1)] = 0.003
    sealing: bool = False


class SeamRows(Node, frozen=True, kw_only=True, tag_field="way", tag="rows"):
    """Screws in rows along the seams of a sheet.

    Attributes:
        roll: width [m].
        lap: of the rolls [m].
        halves: whether half rolls, or rows in the middle of rolls under a strip, may be laid.
        turn: of the rolls from eastward [°]; rows run with them.
        step: of the deck's flutes, or what is marked off [m].
        flutes: direction of the flutes from eastward [°]; None for a deck without.
        least: spacing in a row [m].
        most: spacing in a row [m].
        least_per_area: whatever the wind [1/m²].
    """

    roll: Annotated[float, Range("width of a roll", T, 0.3, 4.0)] = 1.5
    lap: Annotated[float, Range("lap", T, 0.03, 0.5)] = 0.12
    halves: bool = True
    turn: Annotated[float, Range("turn of the rolls", Quantity.ANGLE, -360.0, 360.0)] = 0.0
    step: Spacing = 0.05
    flutes: (
        Annotated[float, Range("direction of the flutes", Quantity.ANGLE, -360.0, 360.0)] | None
    ) = None
    least: Spacing = 0.15
    most: Spacing = 0.5
    least_per_area: Annotated[float, Range("number of fixings", Quantity.COUNT_AREA, 0.0, 50.0)] = (
        2.0
    )


class BoardScrews(Node, frozen=True, kw_only=True, tag_field="way", tag="boards"):
    """Screws through boards, in patterns that are drawn.

    Attributes:
        length: of a board [m].
        width: of a board [m].
        turn: of its length from eastward [°].
        patterns: numbers of fixings that are drawn.
    """

    length: Annotated[float, Range("length of a board", T, 0.2, 6.0)] = 2.4
    width: Annotated[float, Range("width of a board", T, 0.2, 3.0)] = 1.2
    turn: Annotated[float, Range("turn of the boards", Quantity.ANGLE, -360.0, 360.0)] = 0.0
    patterns: tuple[Annotated[int, Range("pattern", None, 1, 60)], ...] = (
        2,
        4,
        5,
        6,
        8,
        9,
        12,
        16,
        20,
    )


class BattenScrews(Node, frozen=True, kw_only=True, tag_field="way", tag="battens"):
    """Screws through counter-battens into rafters.

    Attributes:
        step: of the spacing along a rafter [m].
        least: spacing [m].
        most: spacing [m].
        batten: width of the counter-batten [m].
        rafters: spacing of rafters [m]; None for those of the build-up.
        thrust: what takes the thrust down the slope: angled screws, a stop at the eaves; None where nobody stated it.
        lean: of the angled screws against the slope [°].
        thread: length of thread in the rafter [m].
        shaft: outer diameter of the angled screws [m].
        core: diameter of their core [m].
        timber: characteristic density of the rafter [kg/m³].
        limit: long-term stress that the insulation bears [Pa]; 0 where nobody stated it.
        pairs: whether square screws threaded in the batten take the pressure off soft insulation.
    """

    step: Spacing = 0.05
    least: Spacing = 0.1
    most: Spacing = 1.0
    batten: Annotated[float, Range("width of the batten", T, 0.02, 0.2)] = 0.06
    rafters: Spacing | None = None
    thrust: Literal["angled", "stop"] | None = None
    lean: Annotated[float, Range("angle of the screws", Quantity.ANGLE, 30.0, 85.0)] = 65.0
    thread: Annotated[float, Range("thread", T, 0.01, 0.5)] = 0.08
    shaft: Annotated[float, Range("diameter", T, 0.003, 0.016)] = 0.008
    core: Annotated[float, Range("core", T, 0.002, 0.014)] = 0.0053
    timber: Annotated[float, Range("density", Quantity.DENSITY, 250.0, 900.0)] = 350.0
    limit: Annotated[float, Range("long-term stress", Quantity.STRESS, 0.0, 1e6)] = 0.0
    pairs: bool = False


class Bond(Node, frozen=True, kw_only=True, tag_field="way", tag="bond"):
    """Glue, bitumen, a weld, foam or mortar that holds a layer to the one beneath.

    Attributes:
        kind: how.
        glue: tensile strength of the glue, or the tested value of what is bonded as a whole [Pa].
        facer: of the board and its facing, square to it [Pa]; 0 where it is not asked.
        substrate: of what it is bonded to [Pa]; 0 where it is not asked.
        bead: width of a ribbon when pressed [m].
        spacing: of ribbons in the field [m].
        spacings: of ribbons that may be laid, for zones that need them closer [m].
        share: of the face that is bonded in full bonding [-].
        level: of the strengths.
        gamma: partial factor [-].
        source: approval or test report; a bond without it has no value.
    """

    kind: BondKind = "full"
    glue: Stress = 0.0
    facer: Stress = 0.0
    substrate: Stress = 0.0
    bead: Annotated[float, Range("width of a ribbon", T, 0.005, 0.5)] = 0.03
    spacing: Spacing = 0.3
    spacings: tuple[Spacing, ...] = (0.3, 0.25, 0.2, 0.15, 0.1)
    share: Annotated[float, Range("share bonded", Quantity.SHARE, 0.05, 1.0)] = 1.0
    level: Level = "characteristic"
    gamma: Gamma = 2.0
    source: str = ""


class Ballast(Node, frozen=True, kw_only=True, tag_field="way", tag="ballast"):
    """Gravel or pavers on loose layers.

    Attributes:
        kind: gravel, or pavers, which scour spares.
        mass: laid in the field, beside the layers of the build-up [kg/m²].
        edges: laid where the wind asks for more than in the field [kg/m²].
        allowance: of the structure for it [kg/m²]; 0 where nobody stated it.
    """

    kind: BallastKind = "gravel"
    mass: Annotated[float, Range("ballast", Quantity.AREA_MASS, 0.0, 600.0)] = 0.0
    edges: Annotated[float, Range("ballast", Quantity.AREA_MASS, 0.0, 600.0)] = 0.0
    allowance: Annotated[float, Range("load allowed", Quantity.AREA_MASS, 0.0, 2000.0)] = 0.0


class Clips(Node, frozen=True, kw_only=True, tag_field="way", tag="clips"):
    """Clips in standing seams.

    Attributes:
        seam: distance of seams [m].
        step: of spacings along a seam [m].
        most: spacing [m].
        fixed: length from the fixed clips to the free end [m].
        expansion: of the metal [1/K].
        range: of temperature to one side [K].
        slot: way that sliding clips let it go to one side [m].
    """

    seam: Spacing = 0.5
    step: Spacing = 0.05
    most: Spacing = 0.5
    fixed: Annotated[float, Range("length from the fixed clips", Quantity.LENGTH, 0.1, 60.0)] = 10.0
    expansion: Annotated[float, Range("expansion", None, 1e-6, 1e-4)] = 12e-6
    range: Annotated[
        float, Range("range of temperature", Quantity.TEMPERATURE_STEP, 1.0, 120.0)
    ] = 60.0
    slot: Annotated[float, Range("slot", T, 0.001, 0.1)] = 0.015


class Crests(Node, frozen=True, kw_only=True, tag_field="way", tag="crests"):
    """Screws through the crests of profiled sheets into purlins or battens.

    Attributes:
        rib: distance of crests [m].
        purlin: distance of purlins or battens along the slope [m].
    """

    rib: Spacing = 0.25
    purlin: Spacing = 0.6


class Pieces(Node, frozen=True, kw_only=True, tag_field="way", tag="pieces"):
    """Nails, hooks or patches of foam on slates and tiles.

    Attributes:
        width: of a piece [m].
        exposed: length that the wind gets at [m].
        mass: of a piece [kg].
        arm_wind: from where it hangs to the middle of the suction [m].
        arm_weight: from there to its centre of mass [m].
        arm_fixing: from there to the fixing [m].
        each: fixings to a piece that is fixed.
    """

    width: Annotated[float, Range("width", T, 0.02, 2.0)] = 0.25
    exposed: Annotated[float, Range("exposed length", T, 0.02, 2.0)] = 0.2
    mass: Annotated[float, Range("mass of a piece", Quantity.MASS, 0.05, 100.0)] = 2.0
    arm_wind: Annotated[float, Range("arm of the wind", T, 0.005, 2.0)] = 0.35
    arm_weight: Annotated[float, Range("arm of the weight", T, 0.005, 2.0)] = 0.2
    arm_fixing: Annotated[float, Range("arm of the fixing", T, 0.005, 2.0)] = 0.25
    each: Annotated[int, Range("fixings to a piece", None, 1, 20)] = 2


WayOf = SeamRows | BoardScrews | BattenScrews | Bond | Ballast | Clips | Crests | Pieces


class FixSet(Node, frozen=True, kw_only=True):
    """One way of holding, in some or all zones of an area.

    Attributes:
        id: within its area.
        name: as people call it.
        way: what it is.
        holds: id of the outermost layer that it holds.
        anchor: id of the layer it bites into or is bonded to; empty for the structure beneath the build-up.
        depth: of the structure beneath that it bites into, where the build-up does not show it [m].
        zones: names of zones it is for; empty for all.
        fastener: what is driven in; None for what needs none.
        strengths: of one fixing.
        substrate: of pull-out tests that count for it; empty for none.
        school: of their statistics.
        distribution: of their values.
        gamma: partial factor of their characteristic value [-].
        eta: conversion factor of it, such as k_mod [-].
        known: coefficient of variation known from before [-]; 0 where it is not.
    """

    id: str
    name: str
    way: WayOf
    holds: str
    anchor: str = ""
    depth: Annotated[float, Range("depth of the structure", T, 0.0005, 2.0)] = 0.1
    zones: tuple[str, ...] = ()
    fastener: Fastener | None = None
    strengths: tuple[Strength, ...] = ()
    substrate: str = ""
    school: School = "predictive"
    distribution: Distribution = "lognormal"
    gamma: Gamma = 1.5
    eta: Annotated[float, Range("conversion factor", None, 0.1, 1.5)] = 1.0
    known: Annotated[float, Range("coefficient of variation", None, 0.0, 1.0)] = 0.0


class EdgeHeight(Node, frozen=True, kw_only=True):
    """A parapet along one edge.

    Attributes:
        edge: id of the edge of the area.
        height: over the roof [m].
    """

    edge: str
    height: Annotated[float, Range("parapet", T, 0.0, 5.0)]


class Role(Node, frozen=True, kw_only=True):
    """Which product stands in a role of the tested set.

    Attributes:
        role: such as sheet, plate, screw, board, deck.
        product: by name.
    """

    role: str
    product: str


class AreaFixings(Node, frozen=True, kw_only=True):
    """How one area is held down, and what the wind meets there.

    Attributes:
        area: its id.
        parapet: height all round over the roof [m]; None takes that of Falls, where there is one.
        parapets: edge by edge, where they differ.
        rounding: radius of curved eaves [m]; 0 for sharp ones.
        airtight: id of the layer that the air inside presses on; empty for the covering, on the safe side.
        share: of the wind that small pieces on an underlay carry [-]; 1 unless tested.
        loaded: area that one fixing holds, for the coefficients [m²].
        snow: on the plan, for the thrust down the slope [Pa].
        sets: what holds it.
        products: that stand in the roles of a tested set.
        evidence: id of the approval somebody chose; empty for the one that fits best.
        laid: when it will be laid, as year-month-day; empty where nobody knows.
    """

    area: str
    parapet: Annotated[float, Range("parapet", T, 0.0, 5.0)] | None = None
    parapets: tuple[EdgeHeight, ...] = ()
    rounding: Annotated[float, Range("radius of the eaves", T, 0.0, 5.0)] = 0.0
    airtight: str = ""
    share: Annotated[float, Range("share of the wind", Quantity.SHARE, 0.1, 1.0)] = 1.0
    loaded: Annotated[float, Range("loaded area", Quantity.AREA, 0.01, 100.0)] = 1.0
    snow: Annotated[float, Range("snow", Quantity.LOAD, 0.0, 20000.0)] = 0.0
    sets: tuple[FixSet, ...] = ()
    products: tuple[Role, ...] = ()
    evidence: str = ""
    laid: str = ""


class PullOut(Node, frozen=True, kw_only=True):
    """One pull-out test on site.

    Attributes:
        id: of it.
        area: id of the roof area.
        at: in plan [m]; None where nobody noted it.
        substrate: what it was driven into; different substrates are never one sample.
        fixing: what was pulled.
        force: at which it failed, or that it held [N].
        failure: how it ended.
        dated: year-month-day.
        by: who pulled.
    """

    id: str
    area: str
    substrate: str
    fixing: str
    force: Annotated[float, Range("pull-out force", Quantity.FORCE, 1.0, 1e6, SIZES)]
    at: Point | None = None
    failure: Failure = "pulled out"
    dated: str = ""
    by: str = ""


class Evidence(Node, frozen=True, kw_only=True):
    """An approval, certificate or test report.

    Attributes:
        id: its number.
        title: what it is about.
        issuer: who stands for it.
        issued: year-month-day.
        expires: year-month-day; empty for never.
        covers: products by role that were tested together.
        steepest: pitch up to which it holds [°]; None for any.
        substrates: that it names; empty for any.
        uplift: design suction up to which it was proved [Pa]; 0 where it says nothing.
        fire: class it proves; empty for none.
        exposure: days that the sheet may lie open; 0 where it says nothing.
        coldest: temperature of laying [°C]; None for any.
        digest: of its file (SHA-256); empty where no file was taken.
        file: name of its file.
    """

    id: str
    title: str
    issuer: str = ""
    issued: str = ""
    expires: str = ""
    covers: tuple[Role, ...] = ()
    steepest: Annotated[float, Range("steepest pitch", Quantity.ANGLE, 0.0, 90.0)] | None = None
    substrates: tuple[str, ...] = ()
    uplift: Annotated[float, Range("proved suction", Quantity.LOAD, 0.0, 50000.0)] = 0.0
    fire: str = ""
    exposure: Annotated[int, Range("days of exposure", None, 0, 3650)] = 0
    coldest: (
        Annotated[float, Range("temperature of laying", Quantity.TEMPERATURE, -40.0, 60.0)] | None
    ) = None
    digest: str = ""
    file: str = ""
