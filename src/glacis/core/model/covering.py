# SPDX-License-Identifier: GPL-3.0-or-later
"""Products that are laid piece by piece: tiles, slates, shingles, sheets, rolls, panels, boards."""

from typing import Annotated, Literal

from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

TileBond = Literal["straight", "broken"]
SlateNailing = Literal["centre", "head"]
NailRule = Literal["all", "alternate", "edges"]
SheetFixing = Literal["concealed", "exposed"]

T = Quantity.THICKNESS
SIZES = "our judgement: nothing smaller or larger is laid as one piece"
Length = Annotated[float, Range("length", T, 0.05, 30.0, SIZES)]
Width = Annotated[float, Range("width", T, 0.02, 5.0, SIZES)]
Lap = Annotated[float, Range("lap", T, 0.0, 1.0)]
Mass = Annotated[float, Range("mass of a piece", Quantity.MASS, 0.0, 2000.0)]
LeastPitch = Annotated[float, Range("least pitch", Quantity.ANGLE, 0.0, 85.0, "by definition")]


class Tile(Node, frozen=True, kw_only=True, tag_field="kind", tag="tile"):
    """A single-lap tile.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        length: of a tile [m].
        hang: from its nib to its tail [m].
        headlap_least: by which it covers the one below [m].
        headlap_most: the same at most [m].
        cover_least: across, pushed together [m].
        cover_most: across, drawn apart [m].
        verge_least: overhang at a verge [m].
        verge_most: the same at most [m].
        bond: joints in line, or halfway.
        top_clear: from the top of the plane down to the highest batten [m].
        nailing: which tiles are fixed: all, alternate courses inside edges that are fixed wholly, or edges.
        fixings: to a tile that is fixed.
        mass: of a tile [kg].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    length: Length
    hang: Annotated[float, Range("nib to tail", T, 0.02, 30.0, SIZES)]
    headlap_least: Lap
    headlap_most: Lap
    cover_least: Width
    cover_most: Width
    verge_least: Lap = 0.0
    verge_most: Lap = 0.05
    bond: TileBond = "straight"
    top_clear: Lap = 0.04
    nailing: NailRule = "alternate"
    fixings: Annotated[int, Range("fixings to a piece", None, 0, 20)] = 1
    mass: Mass = 0.0
    least_pitch: LeastPitch = 0.0
    source: str = ""


class SlatePiece(Node, frozen=True, kw_only=True, tag_field="kind", tag="slate"):
    """A double-lap slate or plain tile.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        length: [m].
        width: [m].
        lap: over the second slate below [m].
        nailing: at its centre or at its head.
        side_lap: least that the pitch and exposure ask for [m].
        top_clear: from the top of the plane down to the highest exposed edge [m].
        fixings: nails to a slate.
        mass: of a slate [kg].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    length: Length
    width: Width
    lap: Lap
    nailing: SlateNailing = "centre"
    side_lap: Lap = 0.075
    top_clear: Lap = 0.0
    fixings: Annotated[int, Range("fixings to a piece", None, 0, 20)] = 2
    mass: Mass = 0.0
    least_pitch: LeastPitch = 0.0
    source: str = ""


class ShingleStrip(Node, frozen=True, kw_only=True, tag_field="kind", tag="shingle"):
    """A strip of shingles.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        width: of a strip along the eaves [m].
        exposure: at most [m].
        offset: of each course against the one below [m].
        bond: least distance of joints in neighbouring courses [m].
        piece: least width of a piece at an end [m].
        fixings: nails to a strip.
        mass: of a strip [kg].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    width: Width
    exposure: Annotated[float, Range("exposure", T, 0.02, 1.0, SIZES)]
    offset: Annotated[float, Range("offset", T, 0.0, 5.0)]
    bond: Lap = 0.1
    piece: Lap = 0.1
    fixings: Annotated[int, Range("fixings to a piece", None, 0, 20)] = 4
    mass: Mass = 0.0
    least_pitch: LeastPitch = 0.0
    source: str = ""


class SheetProduct(Node, frozen=True, kw_only=True, tag_field="kind", tag="sheet"):
    """A metal sheet laid up the slope, cut to length or formed from a coil.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        cover: across [m].
        eaves: beyond the fascia's front [m].
        ridge: that it stops short of the top [m].
        step: of lengths that can be ordered [m]; 0 for any.
        transport: length at most [m]; 0 for any.
        end_lap: where two lie in line [m].
        fixing: by hidden clips or through its face.
        expansion: of its metal [1/K].
        density: of its metal [kg/m³].
        thickness: [m].
        coil_width: that it is formed from [m]; 0 where it comes as sheets.
        coil_mass: of a coil [kg].
        setup: lost at the beginning of each coil [m].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    cover: Width
    eaves: Lap = 0.05
    ridge: Lap = 0.02
    step: Lap = 0.0
    transport: Annotated[float, Range("length carried", Quantity.LENGTH, 0.0, 60.0)] = 0.0
    end_lap: Lap = 0.2
    fixing: SheetFixing = "concealed"
    expansion: Annotated[float, Range("expansion", None, 0.0, 1e-4)] = 12e-6
    density: Annotated[float, Range("density", Quantity.DENSITY, 500.0, 12000.0)] = 7850.0
    thickness: Annotated[float, Range("thickness", T, 1e-4, 0.01)] = 0.0006
    coil_width: Annotated[float, Range("width of the coil", T, 0.0, 2.5)] = 0.0
    coil_mass: Annotated[float, Range("mass of a coil", Quantity.MASS, 0.0, 20000.0)] = 0.0
    setup: Annotated[float, Range("lost to a coil", Quantity.LENGTH, 0.0, 20.0)] = 1.0
    least_pitch: LeastPitch = 0.0
    source: str = ""


class RollProduct(Node, frozen=True, kw_only=True, tag_field="kind", tag="roll"):
    """A membrane in rolls.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        width: [m].
        length: of a roll [m].
        headlaps: pitch from which, and headlap [°, m], the steepest last.
        side_lap: at joints [m].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    width: Width
    length: Annotated[float, Range("length of a roll", Quantity.LENGTH, 1.0, 500.0)]
    headlaps: tuple[tuple[float, float], ...] = ((0.0, 0.15),)
    side_lap: Lap = 0.1
    least_pitch: LeastPitch = 0.0
    source: str = ""

    def headlap(self, pitch: float) -> float:
        """Headlap at a pitch [°]: of the last row that it reaches [m]."""
        reached = [lap for least, lap in self.headlaps if pitch >= least]
        return reached[-1] if reached else self.headlaps[0][1]


class PanelProduct(Node, frozen=True, kw_only=True, tag_field="kind", tag="panel"):
    """A structural panel laid side by side along the eaves.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        width: [m].
        length: along the slope [m].
        thickness: [m].
        growth: planned by joint [m].
        tightest: joint that can be closed to [m].
        widest: joint that can be left [m].
        joint: section of the foam in a joint [m²].
        mass: of a panel [kg].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    width: Width
    length: Length
    thickness: Annotated[float, Range("thickness", T, 0.02, 1.0)]
    growth: Annotated[float, Range("growth of a joint", Quantity.JOINT, 0.0, 0.02)] = 0.002
    tightest: Annotated[float, Range("tightest joint", Quantity.JOINT, 0.0, 0.02)] = 0.001
    widest: Annotated[float, Range("widest joint", Quantity.JOINT, 0.0, 0.05)] = 0.006
    joint: Annotated[float, Range("section of a joint", Quantity.VENT_AREA, 0.0, 0.1)] = 0.0006
    mass: Mass = 0.0
    least_pitch: LeastPitch = 0.0
    source: str = ""


class DeckBoard(Node, frozen=True, kw_only=True, tag_field="kind", tag="board"):
    """A deck sheet whose ends meet on members.

    Attributes:
        id: of the product.
        name: generic, never a brand.
        length: across the members [m].
        width: [m].
        gap: left at every end [m].
        mass: of a sheet [kg].
        least_pitch: [°].
        source: where the figures come from.
    """

    id: str
    name: str
    length: Length
    width: Width
    gap: Annotated[float, Range("gap", Quantity.JOINT, 0.0, 0.02)] = 0.003
    mass: Mass = 0.0
    least_pitch: LeastPitch = 0.0
    source: str = ""


Product = Tile | SlatePiece | ShingleStrip | SheetProduct | RollProduct | PanelProduct | DeckBoard
Unit = Tile | SlatePiece | ShingleStrip
"""Kinds that are laid in courses."""
COVERINGS = (Tile, SlatePiece, ShingleStrip, SheetProduct)
"""Kinds that shed the water themselves; by definition."""
