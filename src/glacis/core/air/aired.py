# SPDX-License-Identifier: GPL-3.0-or-later
"""A ventilated roof area with all that follows: bays, free areas, flows, attic, heel and ice."""

from math import cos, radians

from msgspec.structs import replace

from glacis.core.air.attic_states import attic_states
from glacis.core.air.eaves import chutes_in, frost_in
from glacis.core.air.found import Aired, AirRead, BaysRead, Beside, Free, Laid, over_breaks
from glacis.core.air.free_area import Basis, Setting, asked_by, judge, narrowest, unfit, usual_rule
from glacis.core.air.joined import Joint, join
from glacis.core.air.layout import Layout, edge_vents, lay_out, low_and_high, run_of, with_way_out
from glacis.core.air.legs import Run, segments_of
from glacis.core.air.path import AirWay, way_of
from glacis.core.air.states import states_of
from glacis.core.air.tables import Tables, tables_with
from glacis.core.errors import GlacisError
from glacis.core.model.air import Air
from glacis.core.model.lookup import plan_area


def laid_out(read: BaysRead) -> Laid:
    """The bays of an area, or why there are none."""
    try:
        return Laid(_layout(read, tables_with(read.values)))
    except GlacisError as fault:
        return Laid(None, str(fault))


def _layout(read: BaysRead, tables: Tables) -> Layout:
    """The bays of an area, going on beyond its changes of pitch."""
    own, *others = read.chain
    layout = lay_out(own.area, own.plane, own.edges, read.way, read.air, tables)
    if read.way.kind == "cold-attic":
        return layout
    joints = {one.area.id: _joint(one, read.way, tables) for one in others}
    return join(own.area.id, layout, joints)


def _joint(one: Beside, way: AirWay, tables: Tables) -> Joint:
    """A plane beyond a change of pitch; its members as stated there, else as here."""
    air = one.air or Air(area=one.area.id)
    spacing, width = air.members.spacing or way.spacing, air.members.width or way.width
    there = replace(way, spacing=spacing, width=width)
    layout = lay_out(one.area, one.plane, one.edges, there, air, tables)
    return Joint(one.area.pitch, air, layout)


def aired(read: AirRead) -> Aired:
    """All that follows for the air of an area; what cannot be laid out says why."""
    tables = tables_with(read.values)
    way = way_of(read.layers, read.approach, read.area.pitch, read.air, read.film)
    if not way.vented:
        return Aired(read.air, way)
    laid = read.laid or laid_out(BaysRead(read.air, over_breaks(read.beside), way, read.values))
    if laid.layout is None:
        return Aired(read.air, way, fault=laid.fault)
    layout = _open_elsewhere(replace(laid.layout, way=way), read)
    states = attic = None
    try:
        if way.kind == "cold-attic":
            attic = attic_states(read, layout, tables)
        else:
            states = states_of(layout, read.air, read.area, read.site, read.below, tables)
    except GlacisError as fault:
        return Aired(read.air, way, fault=str(fault))
    free = _free(read, layout, tables)
    return Aired(
        read.air,
        way,
        layout=layout,
        free=free,
        narrow=_narrow(read, layout, free),
        states=states,
        attic=attic,
        chutes=chutes_in(read, layout),
        frost=frost_in(read, layout, (states, attic), tables),
        tables=tables,
        least_depth=min(_depths(read, layout), default=None),
        low_with_every_bay=_low_with_every_bay(read, tables, free.low),
    )


def _open_elsewhere(layout: Layout, read: AirRead) -> Layout:
    """An attic that other areas share breathes through their vents too."""
    if layout.way.kind != "cold-attic" or len(read.beside) < 2:
        return layout
    open_there = any(
        vent
        for kin in read.beside[1:]
        if kin.air is not None
        for rim in edge_vents(kin.air, kin.area, kin.plane, kin.edges)
        for vent in rim.vents
        if not vent.sealed
    )
    return with_way_out(layout) if open_there else layout


def _free(read: AirRead, layout: Layout, tables: Tables) -> Free:
    area, air, way = read.area, read.air, layout.way
    across = {rim.neighbour for rim in layout.edges if rim.side.kind == "ridge" and rim.neighbour}
    kin = [b for b in read.beside[1:] if b.area.id in across]
    own = read.beside[0].plane
    run = run_of(layout, area.pitch)
    span = run + max((_run(b) for b in kin), default=0.0) if way.kind == "cold-attic" else run
    slope, plan = layout.beyond
    basis = Basis(
        ceiling=plan_area(area) + plan,
        slope=own.true_area + slope,
        slopes=own.true_area + slope,
        eaves=layout.eaves_length,
        ridge=layout.ridge_length,
        span=span,
    )
    setting = Setting(way.kind, area.pitch, span, mono=not across)
    rule = tables.rule(air.rule) if air.rule else usual_rule(setting, tables)
    low, high = low_and_high(layout, air, tables)
    if rule is None:
        why = (
            f"There is no rule '{air.rule}'."
            if air.rule
            else "No rule of the table is for this roof."
        )
        return Free(None, why, basis, None, low, high)
    depth = min(_depths(read, layout), default=way.depth)
    verdict = judge(rule, asked_by(rule, basis), low, high, depth)
    return Free(rule, unfit(rule, way.kind, area.pitch, span), basis, verdict, low, high)


def _run(beside: Beside) -> float:
    """Depth of an area in plan along its slope [m]."""
    return beside.plane.rafter * cos(radians(beside.area.pitch))


def _depths(read: AirRead, layout: Layout) -> list[float]:
    """Depth of every segment on its own plane [m]; in an attic of the chutes alone."""
    if layout.way.kind == "cold-attic":
        return [read.air.chutes.gap] if read.air.chutes else []
    return [s.depth for s in segments_of(layout.way, read.air, Run(1.0, read.area.pitch))]


def _low_with_every_bay(read: AirRead, tables: Tables, low: float) -> float:
    """Low net area with a chute in every bay [m²]."""
    chutes = read.air.chutes
    if chutes is None or chutes.every == 1:
        return low
    air = replace(read.air, chutes=replace(chutes, every=1))
    way = way_of(read.layers, read.approach, read.area.pitch, air, read.film)
    layout = _layout(BaysRead(air, over_breaks(read.beside), way, read.values), tables)
    return low_and_high(layout, air, tables)[0]


def _narrow(read: AirRead, layout: Layout, free: Free) -> tuple[float, str]:
    """The narrowest place to the metre of eaves [m²/m], and where."""
    way = layout.way
    depths = _depths(read, layout)
    low = free.low / free.basis.eaves if free.basis.eaves > 0 else 0.0
    high = free.high / free.basis.ridge if free.basis.ridge > 0 else free.high
    return narrowest(low, high, depths, way.spacing - way.width, way.spacing)
