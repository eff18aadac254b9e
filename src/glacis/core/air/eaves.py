# SPDX-License-Identifier: GPL-3.0-or-later
"""What stands at the eaves: chutes, baffles and dam, snow and ice."""

from math import cos, radians

from glacis.core.air.attic_states import UPPER_FILM
from glacis.core.air.found import AirRead, AtticStates, Frost
from glacis.core.air.heel import ChuteCount, chute_length, depth_at
from glacis.core.air.ice import Eaves, Snow, Under, ice_sheet, worst_ice
from glacis.core.air.layout import AT_EAVES, Layout
from glacis.core.air.plate import fill_depth, plate_of
from glacis.core.air.states import States
from glacis.core.air.tables import SHIPPED, Tables
from glacis.core.model.lookup import plan_area

THINNEST = 1e-3
"""Resistance between a space and the snow on it at least [m²·K/W], so that its balance stays finite; our
judgement."""


def chutes_in(read: AirRead, layout: Layout) -> ChuteCount | None:
    """Chutes, baffles and dam; None where no chutes are stated."""
    air, pitch = read.air, read.area.pitch
    if air.chutes is None:
        return None
    at_eaves = [piece for piece in layout.pieces if piece.piece.lower.kind in AT_EAVES]
    length = height = 0.0
    if air.heel is not None and pitch > 0:
        plate, full = plate_of(air.heel, air, pitch), fill_depth(read.layers)
        length, height = chute_length(plate, full), max(0.0, depth_at(0.0, plate, full))
    return ChuteCount(
        chutes=sum(1 for piece in at_eaves if piece.chuted),
        baffles=len(at_eaves),
        length=length,
        dam=layout.eaves_length,
        dam_height=height,
    )


def _passing(states: States | None, attic: AtticStates | None) -> float:
    """Outside air beneath the roof on the clear winter night [kg/s]."""
    if attic is not None:
        return attic.flows[1].exchange
    if states is None:
        return 0.0
    night = zip(states.classes, states.flows[1], strict=True)
    return sum(abs(flow.mass) * len(kind.pieces) for kind, flow in night)


def frost_in(
    read: AirRead,
    layout: Layout,
    moved: tuple[States | None, AtticStates | None],
    tables: Tables = SHIPPED,
) -> Frost | None:
    """Vents under the snow, ice of the worst spell and the sheet against it; None without heel and snow."""
    states, attic = moved
    heel, area, depth = read.air.heel, read.area, read.site.snow
    if heel is None and depth <= 0:
        return None
    sheet = None
    if heel is not None:
        sheet = ice_sheet(heel.overhang, heel.wall, area.pitch, tables.loss("ice-beyond"))
    if depth <= 0:
        return Frost(sheet, None, ())
    high = [piece.high for piece in layout.pieces if piece.high.open]
    snowed = tuple(dict.fromkeys(end.edge for end in high if end.height < depth))
    if heel is None:
        return Frost(sheet, None, snowed)
    snow, way = Snow(depth), layout.way
    kin = read.beside if attic is not None else read.beside[:1]
    under = Under(
        ceiling=sum(plan_area(one.area) for one in kin) / (way.r_inside + UPPER_FILM),
        area=sum(one.plane.true_area for one in kin),
        r_below=max(THINNEST, way.r_outside + (0.0 if attic is not None else UPPER_FILM)),
        air=_passing(states, attic),
        t_below=read.below,
    )
    rafter = max(
        (piece.piece.length + sum(part.length for part in piece.above) for piece in layout.pieces),
        default=0.0,
    )
    eaves = Eaves(rafter, heel.overhang / cos(radians(area.pitch)))
    return Frost(sheet, worst_ice(snow, under, eaves, read.site.climate.design_winter), snowed)
