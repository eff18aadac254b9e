# SPDX-License-Identifier: GPL-3.0-or-later
"""Changes to the shape: each ends with every plane, dormer and hole where it then lies."""

from collections.abc import Mapping
from math import hypot
from typing import TypeVar

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.adding import with_bare_deck, with_rooms
from glacis.core.model.document import Project, RoofArea, Use
from glacis.core.model.edit import Change, remove_area, set_area, swap
from glacis.core.model.geometry import (
    Dormer,
    Footprint,
    FootprintEdge,
    Grown,
    Loop,
    Opening,
    Point,
)
from glacis.core.model.lookup import (
    Identified,
    area_of,
    by_id,
    fresh_id,
    shape_ids,
    things_of,
    turning,
)
from glacis.core.model.quantities import on_areas
from glacis.core.model.validate import check_footprint
from glacis.core.shape.dormers import regrow_dormer
from glacis.core.shape.footprints import alike, regrow
from glacis.core.shape.openings import with_holes
from glacis.core.shape.overhangs import run_of

Item = TypeVar("Item", bound=Identified)


def settle(project: Project) -> Project:
    """Dormers and holes as their areas now lie.

    Raises:
        ValueRefused: for a dormer or opening that lost its area or no longer lies within it.
    """
    areas = {area.id: area for area in project.areas}
    for thing in things_of(project):
        if thing.area not in areas:
            raise ValueRefused(
                f"roof area of '{thing.name}'", "a plane that would vanish",
                "a plane that stays; move or remove it first",
            )  # fmt: skip
    for dormer in project.dormers:
        host = areas[dormer.area]
        if host.grown and any(host.grown.source == d.id for d in project.dormers):
            raise ValueRefused(f"roof area of '{dormer.name}'", host.name, "no dormer's plane")
        project = regrow_dormer(project, dormer, host)
    stated = (
        project.falls, project.airs, project.hourlies, project.probes, project.set_outs, project.hand_pieces,
        project.fixings, project.pull_outs, project.quantities.layings, project.quantities.stacks,
        project.quantities.stripped,
    )  # fmt: skip
    if not {item.area for items in stated for item in items} <= areas.keys():
        project = replace(
            project,
            falls=tuple(falls for falls in project.falls if falls.area in areas),
            airs=tuple(air for air in project.airs if air.area in areas),
            hourlies=tuple(item for item in project.hourlies if item.area in areas),
            probes=tuple(item for item in project.probes if item.area in areas),
            set_outs=tuple(item for item in project.set_outs if item.area in areas),
            hand_pieces=tuple(item for item in project.hand_pieces if item.area in areas),
            fixings=tuple(item for item in project.fixings if item.area in areas),
            pull_outs=tuple(item for item in project.pull_outs if item.area in areas),
            quantities=on_areas(project.quantities, frozenset(areas)),
        )
    return with_holes(project)


def _grown(project: Project, footprint: Footprint) -> Project:
    check_footprint(footprint)
    footprints = swap(project.footprints, footprint)
    return settle(regrow(replace(project, footprints=footprints), footprint.id))


def footprint_of(project: Project, identifier: str) -> Footprint:
    """The footprint with this id."""
    return by_id(project.footprints, identifier, "footprint", "The project")


def set_footprint(project: Project, footprint: Footprint) -> Project:
    """Replace a footprint; its areas follow.

    Raises:
        ValueRefused: for an outline or edge that cannot be.
        RoofRefused: where planes do not close.
    """
    footprint_of(project, footprint.id)
    return _grown(project, footprint)


class Under(Struct, frozen=True):
    """What a new roof is built as, and what lies below.

    Attributes:
        assembly: id of a build-up that is there; empty for a bare deck.
        zone: id of rooms that are there; empty makes new ones.
        use: of new rooms.
    """

    assembly: str = ""
    zone: str = ""
    use: Use = "dwelling"


def add_roof(project: Project, footprint: Footprint, under: Under) -> Project:
    """A new footprint with the areas that rise from it.

    Raises:
        ValueRefused: for an outline or edge that cannot be.
        RoofRefused: where planes do not close.
    """
    check_footprint(footprint)
    own = replace(footprint, id=fresh_id(shape_ids(project), footprint.id))
    project, zone = with_rooms(project, under.zone, under.use)
    assembly = under.assembly
    if not assembly:
        pitch = max(e.pitch if e.kind == "eaves" else 0.0 for e in own.loops[0].edges)
        project, assembly = with_bare_deck(project, own.name, pitch)
    grown = replace(project, footprints=(*project.footprints, own))
    return settle(regrow(grown, own.id, (assembly, zone)))


def add_roofs(project: Project, footprints: tuple[Footprint, ...], under: Under) -> Project:
    """Several new footprints, built alike over the same rooms."""
    for footprint in footprints:
        if under.zone and under.assembly:
            project = add_roof(project, footprint, under)
            continue
        known = {area.id for area in project.areas}
        project = add_roof(project, footprint, under)
        fresh = next(area for area in project.areas if area.id not in known)
        under = Under(assembly=fresh.assembly, zone=fresh.zone)
    return project


def release_footprint(project: Project, identifier: str) -> Project:
    """Let the areas of a footprint stand for themselves, to be shaped one by one."""
    footprint_of(project, identifier)
    areas = tuple(
        replace(a, grown=None) if a.grown and a.grown.source == identifier else a
        for a in project.areas
    )
    kept = tuple(f for f in project.footprints if f.id != identifier)
    return replace(project, footprints=kept, areas=areas)


def _grown_from(project: Project, sources: set[str]) -> set[str]:
    """Ids of the areas that grow from footprints or dormers."""
    return {a.id for a in project.areas if a.grown is not None and a.grown.source in sources}


def _without(items: tuple[Item, ...], gone: set[str]) -> tuple[Item, ...]:
    return tuple(item for item in items if item.id not in gone)


def remove_shape(project: Project, area_id: str) -> Project:
    """Take an area away with what stands on it; with a footprint's or a dormer's area all of that."""
    area = area_of(project, area_id)
    gone = {area.id}
    if area.grown is not None:
        gone = _grown_from(project, {area.grown.source})
        project = replace(
            project,
            footprints=_without(project.footprints, {area.grown.source}),
            dormers=_without(project.dormers, {area.grown.source}),
        )
    lost = {dormer.id for dormer in project.dormers if dormer.area in gone}
    gone |= _grown_from(project, lost)
    for identifier in sorted(gone):
        project = remove_area(project, identifier)
    standing = {opening.id for opening in project.openings if opening.area in gone}
    return settle(
        replace(
            project,
            dormers=_without(project.dormers, lost),
            openings=_without(project.openings, standing),
        )
    )


def reshape_area(project: Project, area: RoofArea) -> Project:
    """Replace an area that stands for itself; dormers and openings on it follow."""
    return settle(set_area(project, area))


def area_change(project: Project, area: RoofArea) -> Change:
    """What gives an area another pitch, direction, level or name; where it grows, from its source.

    The pitch of a plane over an edge is that edge's, and the level that of the whole roof.
    """
    before, link = area_of(project, area.id), area.grown
    footprint = next((f for f in project.footprints if link and f.id == link.source), None)
    dormer = next((d for d in project.dormers if link and d.id == link.source), None)
    kept = replace(area, pitch=before.pitch, azimuth=before.azimuth, level=before.level)
    if dormer is not None and area.pitch != before.pitch:
        steeper = replace(dormer, pitch=area.pitch)
        return lambda p: set_dormer(set_area(p, kept), steeper)
    if footprint is None or link is None:
        return lambda p: reshape_area(p, area)
    if area.level != before.level:
        lifted = replace(footprint, level=footprint.level + area.level - before.level)
        return lambda p: set_footprint(set_area(p, kept), lifted)
    if link.edge and area.pitch != before.pitch:
        tilted = set_plane_values(footprint, link.edge, _tilted(footprint, link, area.pitch))
        return lambda p: set_footprint(set_area(p, kept), tilted)
    return lambda p: reshape_area(p, area)


def _tilted(footprint: Footprint, link: Grown, pitch: float) -> dict[str, object]:
    """What an edge states where its plane, or the part of it above a break, has another pitch."""
    if not link.band:
        return {"pitch": pitch}
    breaks = list(footprint.side(link.edge)[0].breaks)
    breaks[link.band - 1] = replace(breaks[link.band - 1], pitch=pitch)
    return {"breaks": tuple(breaks)}


def with_edges(footprint: Footprint, edges: tuple[FootprintEdge, ...], loop: int) -> Footprint:
    """The footprint with other edges in one of its loops."""
    loops = (*footprint.loops[:loop], Loop(edges=edges), *footprint.loops[loop + 1 :])
    return replace(footprint, loops=loops)


def find_edge(footprint: Footprint, edge: str) -> tuple[int, int]:
    """Number of the loop and place in it of an edge.

    Raises:
        ValueRefused: where it has no such edge.
    """
    for number, loop in enumerate(footprint.loops):
        for place, item in enumerate(loop.edges):
            if item.id == edge:
                return number, place
    raise ValueRefused(f"edge of footprint '{footprint.name}'", edge, "one of its edges")


def set_edge(project: Project, footprint_id: str, edge: FootprintEdge) -> Project:
    """Give an edge another kind, pitch, overhang, rise or upper pitch."""
    footprint = footprint_of(project, footprint_id)
    loop, _ = find_edge(footprint, edge.id)
    return set_footprint(
        project, with_edges(footprint, swap(footprint.loops[loop].edges, edge), loop)
    )


def set_plane_values(footprint: Footprint, edge: str, values: Mapping[str, object]) -> Footprint:
    """The footprint with an edge, and all that raise one plane with it, stated otherwise."""
    together = alike(footprint, edge)
    loops = tuple(
        Loop(edges=tuple(replace(e, **values) if e.id in together else e for e in loop.edges))
        for loop in footprint.loops
    )
    return replace(footprint, loops=loops)


def _moved(edge: FootprintEdge, step: Point) -> FootprintEdge:
    return replace(edge, at=(edge.at[0] + step[0], edge.at[1] + step[1]))


def move_corner_to(project: Project, footprint_id: str, edge: str, to: Point) -> Project:
    """Move the corner where an edge begins."""
    footprint = footprint_of(project, footprint_id)
    return set_edge(project, footprint_id, replace(footprint.side(edge)[0], at=to))


def edge_length(footprint: Footprint, edge: str) -> float:
    """Length of an edge in plan [m]."""
    found, end = footprint.side(edge)
    return hypot(end[0] - found.at[0], end[1] - found.at[1])


def push_edge(project: Project, footprint_id: str, edge: str, out: float) -> Project:
    """Move an edge outward by ``out`` [m], square to itself; its neighbours grow with it."""
    footprint = footprint_of(project, footprint_id)
    loop, place = find_edge(footprint, edge)
    found, end = footprint.side(edge)
    x, y = run_of(found.at, end)
    step = (y * out, -x * out)
    edges = list(footprint.loops[loop].edges)
    for k in (place, (place + 1) % len(edges)):
        edges[k] = _moved(edges[k], step)
    return set_footprint(project, with_edges(footprint, tuple(edges), loop))


def set_length(project: Project, footprint_id: str, edge: str, length: float) -> Project:
    """Give an edge a length [m]: the edge at its end moves along with its end."""
    footprint = footprint_of(project, footprint_id)
    loop, place = find_edge(footprint, edge)
    found, end = footprint.side(edge)
    longer = length - edge_length(footprint, edge)
    x, y = run_of(found.at, end)
    if not 0.01 <= length <= 10000:
        raise ValueRefused("length of the edge", length, "0.01 to 10000 m")
    step = (x * longer, y * longer)
    edges = list(footprint.loops[loop].edges)
    for k in ((place + 1) % len(edges), (place + 2) % len(edges)):
        if k != place:
            edges[k] = _moved(edges[k], step)
    return set_footprint(project, with_edges(footprint, tuple(edges), loop))


def split_edge(project: Project, footprint_id: str, edge: str, at: Point) -> Project:
    """A new corner in an edge; both parts are as the edge was."""
    footprint = footprint_of(project, footprint_id)
    loop, place = find_edge(footprint, edge)
    edges = footprint.loops[loop].edges
    taken = {e.id for ring in footprint.loops for e in ring.edges}
    new = replace(edges[place], id=fresh_id(taken, "e1"), at=at)
    return set_footprint(
        project,
        with_edges(footprint, (*edges[: place + 1], new, *edges[place + 1 :]), loop),
    )


def add_courtyard(project: Project, footprint_id: str, outline: tuple[Point, ...]) -> Project:
    """Cut a courtyard with eaves of its own out of a footprint, at the pitch of its first edge."""
    footprint = footprint_of(project, footprint_id)
    taken = {e.id for loop in footprint.loops for e in loop.edges}
    first = footprint.loops[0].edges[0]
    edges: list[FootprintEdge] = []
    for at in outline if turning(outline) < 0 else outline[::-1]:
        edge = fresh_id(taken, "c1")
        taken.add(edge)
        edges.append(FootprintEdge(id=edge, at=at, pitch=first.pitch, breaks=first.breaks))
    loops = (*footprint.loops, Loop(edges=tuple(edges)))
    return set_footprint(project, replace(footprint, loops=loops))


def drop_corner(project: Project, footprint_id: str, edge: str) -> Project:
    """Take out the corner where an edge begins, and that edge; the one before runs on.

    Raises:
        ValueRefused: where fewer than three corners would be left.
    """
    footprint = footprint_of(project, footprint_id)
    loop, place = find_edge(footprint, edge)
    edges = footprint.loops[loop].edges
    if len(edges) <= 3:
        raise ValueRefused(f"corners of footprint '{footprint.name}'", len(edges) - 1, "at least 3")
    return set_footprint(project, with_edges(footprint, edges[:place] + edges[place + 1 :], loop))


def add_dormer(project: Project, dormer: Dormer) -> Project:
    """A new dormer with its areas, built and used like the area it stands on."""
    own = replace(dormer, id=fresh_id(shape_ids(project), dormer.id))
    return settle(replace(project, dormers=(*project.dormers, own)))


def set_dormer(project: Project, dormer: Dormer) -> Project:
    """Replace a dormer; its areas follow."""
    by_id(project.dormers, dormer.id, "dormer", "The change")
    return settle(replace(project, dormers=swap(project.dormers, dormer)))


def add_opening(project: Project, opening: Opening) -> Project:
    """Something new on a roof area."""
    own = replace(opening, id=fresh_id(shape_ids(project), opening.id))
    return settle(replace(project, openings=(*project.openings, own)))


def set_opening(project: Project, opening: Opening) -> Project:
    """Replace an opening."""
    by_id(project.openings, opening.id, "opening", "The change")
    return settle(replace(project, openings=swap(project.openings, opening)))


def remove_opening(project: Project, identifier: str) -> Project:
    """Take an opening away; the area closes."""
    by_id(project.openings, identifier, "opening", "The change")
    kept = tuple(o for o in project.openings if o.id != identifier)
    return settle(replace(project, openings=kept))
