# SPDX-License-Identifier: GPL-3.0-or-later
"""From a plane in space and its stated vents to bays whose ends are open or shut."""

from collections.abc import Sequence
from math import cos, radians

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.air.bays import (
    BayMap,
    Cutter,
    End,
    Piece,
    PlaneBays,
    Side,
    Status,
    bays_of,
    first_member,
)
from glacis.core.air.path import AirWay
from glacis.core.air.screens import flow_per_metre, net_per_metre
from glacis.core.air.tables import Tables
from glacis.core.errors import ValueRefused
from glacis.core.model.air import Air, AirVent
from glacis.core.model.document import RoofArea
from glacis.core.shape.edges import Edge
from glacis.core.shape.planes import Plane
from glacis.core.shape.upslope import upslope_frame

LEVEL = 1e-9
"""A side whose ends lie this close across the slope is neither low nor high [m]; our judgement: rounding."""


AT_EAVES = ("eaves", "edge", "parapet")
"""Kinds of edge that a bay begins at by right: there it wants its own way in, and its chute."""


AT_TOP = ("ridge", "top", "abutment", "edge", "parapet")
"""Kinds of edge that a bay ends at by right, hips and valleys apart."""


BREAK = "break"
"""Kind of edge at which the pitch changes."""


class EdgeVents(Struct, frozen=True):
    """An edge of a plane with what opens along it.

    Attributes:
        side: where it lies.
        low: whether the plane rises from it; None beside the slope.
        height: of its middle [m].
        neighbour: id of the area beyond; empty for none.
        vents: along it.
    """

    side: Side
    low: bool | None
    height: float
    neighbour: str
    vents: tuple[AirVent, ...]

    def vented_length(self, vent: AirVent) -> float:
        """How much of the edge a vent runs along [m]."""
        return max(0.0, self.side.length - vent.left - vent.right)

    def net(self, tables: Tables) -> float:
        """Net area of all its vents [m²], as codes count it."""
        return sum(
            net_per_metre(vent, self.vented_length(vent), tables) * self.vented_length(vent)
            for vent in self.vents
        )

    def flow(self, tables: Tables) -> float:
        """C_d A of all its vents as air feels it [m²]."""
        return sum(
            vent.discharge
            * flow_per_metre(vent, self.vented_length(vent), tables)
            * self.vented_length(vent)
            for vent in self.vents
        )


class BayEnd(Struct, frozen=True):
    """An end of a piece as air and codes see it.

    Attributes:
        kind: of the edge.
        edge: its id.
        net: area for this bay [m²], as codes count it.
        flow: C_d A for this bay [m²].
        height: of the lowest vent's sill over the covering [m].
    """

    kind: str
    edge: str
    net: float
    flow: float
    height: float = 0.0

    @property
    def open(self) -> bool:
        """Whether air passes it."""
        return self.net > 0


SHUT = BayEnd("", "", 0.0, 0.0)


class Stretch(Struct, frozen=True):
    """What a bay passes on a plane beyond a change of pitch: length along the slope [m], pitch [°], and what is
    stated about the air there.
    """

    length: float
    pitch: float
    air: Air

    @property
    def run(self) -> float:
        """Its length in plan [m]."""
        return self.length * cos(radians(self.pitch))


class BayPiece(Struct, frozen=True):
    """A piece of a bay with both its ends.

    Attributes:
        piece: where it lies.
        low: its lower end.
        high: its upper end.
        status: whether air passes.
        chuted: whether it has a chute where chutes are stated.
        below: what it passes on other planes before it comes to this one, from the low end.
        above: what it passes after it.
    """

    piece: Piece
    low: BayEnd
    high: BayEnd
    status: Status
    chuted: bool = True
    below: tuple[Stretch, ...] = ()
    above: tuple[Stretch, ...] = ()

    @property
    def beyond(self) -> tuple[Stretch, ...]:
        """All that it passes on other planes."""
        return (*self.below, *self.above)


class Layout(Struct, frozen=True):
    """The bays of an area.

    Attributes:
        way: the air takes.
        map: where bays lie.
        pieces: with their ends.
        edges: with their vents.
        stray: ids of vents on no edge of this area.
    """

    way: AirWay
    map: BayMap
    pieces: tuple[BayPiece, ...]
    edges: tuple[EdgeVents, ...]
    stray: tuple[str, ...]

    @property
    def eaves_length(self) -> float:
        """Of all low edges but valleys [m]."""
        return sum(rim.side.length for rim in self.edges if rim.low and rim.side.kind != "valley")

    @property
    def ridge_length(self) -> float:
        """Of ridges, top edges, walls above, far edges of flat roofs and breaks that bays pass upwards [m]."""
        kinds = (*AT_TOP, BREAK) if any(piece.above for piece in self.pieces) else AT_TOP
        high = (rim.side for rim in self.edges if rim.low is False)
        return sum(side.length for side in high if side.kind in kinds)

    @property
    def beyond(self) -> tuple[float, float]:
        """What its bays pass beyond changes of pitch: on the slope and in plan [m²]."""
        parts = [part for piece in self.pieces for part in piece.beyond]
        spacing = self.way.spacing
        return spacing * sum(p.length for p in parts), spacing * sum(p.run for p in parts)

    @property
    def starved(self) -> float:
        """Area of pieces that air does not pass from end to end, slivers included [m²]."""
        return self.map.slivers + sum(
            piece.piece.area for piece in self.pieces if piece.status != "through"
        )

    @property
    def starved_share(self) -> float:
        """That area over the plane's [-]."""
        return self.starved / self.map.area if self.map.area > 0 else 0.0


def plane_bays(area: RoofArea, plane: Plane, edges: Sequence[Edge], way: AirWay) -> PlaneBays:
    """A plane as bays are laid over it, the origin of ``u`` and ``s`` that of the plan."""
    frame = upslope_frame(area.azimuth, area.pitch)

    def sides(loop: int) -> tuple[Side, ...]:
        start = f"{area.id}/{loop}."
        return tuple(
            Side(edge.id, edge.kind, frame(edge.start[:2]), frame(edge.end[:2]))
            for edge in edges
            if edge.id.startswith(start)
        )

    outline = tuple(frame(corner[:2]) for corner in plane.corners)
    holes, cutters, rims = [], [], list(sides(0))
    for loop, (corners, by) in enumerate(plane.holes, 1):
        ring = tuple(frame(corner[:2]) for corner in corners)
        if by:
            cutters.append(Cutter(by, "opening", ring, sides(loop)))
        else:
            holes.append(ring)
            rims += sides(loop)
    return PlaneBays(tuple(rims), outline, tuple(holes), tuple(cutters), way.spacing, way.width)


def vents_on(air: Air, edge: Edge) -> tuple[AirVent, ...]:
    """Vents along an edge: those that name it, else those of its kind."""
    own = tuple(vent for vent in air.vents if vent.edge == edge.id)
    return own or tuple(vent for vent in air.vents if vent.edge == edge.kind)


def own_edges(plane: Plane, edges: Sequence[Edge]) -> tuple[Edge, ...]:
    """The edges of a plane and of courtyards in it, without those round openings and dormers."""
    around = tuple(f"{plane.id}/{loop}." for loop, (_, by) in enumerate(plane.holes, 1) if by)
    return tuple(edge for edge in edges if not edge.id.startswith(around))


def edge_vents(
    air: Air, area: RoofArea, plane: Plane, edges: Sequence[Edge]
) -> tuple[EdgeVents, ...]:
    """Every edge of a plane with its vents; an edge is low where the plane rises from it."""
    frame = upslope_frame(area.azimuth, area.pitch)
    found = []
    for edge in own_edges(plane, edges):
        start, end = frame(edge.start[:2]), frame(edge.end[:2])
        across = end[0] - start[0]
        low = None if abs(across) < LEVEL * max(1.0, edge.length) else across > 0
        height = (edge.start[2] + edge.end[2]) / 2
        side = Side(edge.id, edge.kind, start, end)
        found.append(EdgeVents(side, low, height, edge.other, vents_on(air, edge)))
    return tuple(found)


def lay_out(
    area: RoofArea, plane: Plane, edges: Sequence[Edge], way: AirWay, air: Air, tables: Tables
) -> Layout:
    """Lay the bays of an area out and see which of them breathe.

    Raises:
        ValueRefused: where nobody stated the members.
    """
    if not way.spacing:
        raise ValueRefused(
            f"spacing of the members of '{area.name}'", "none stated", "a spacing and a width",
            "State members in the build-up's ventilated layer, or here.",
        )  # fmt: skip
    bays = plane_bays(area, plane, edges, way)
    member = first_member(bays, air.members.datum, air.members.offset)
    mapped = bays_of(bays, member)
    rims = edge_vents(air, area, plane, edges)
    by_edge = {rim.side.id: rim for rim in rims}
    pieces = [_ends(piece, by_edge, air, (way, tables)) for piece in mapped.pieces]
    made = _as_attic(pieces) if way.kind == "cold-attic" else pieces
    if way.sideways:
        made = as_one(pieces)
    known = {rim.side.id for rim in rims} | {rim.side.kind for rim in rims}
    stray = tuple(vent.id for vent in air.vents if vent.edge not in known)
    return Layout(way, mapped, tuple(made), rims, stray)


def _ends(
    piece: Piece, edges: dict[str, EdgeVents], air: Air, how: tuple[AirWay, Tables]
) -> BayPiece:
    way, tables = how
    low, high = (_end(end, edges, way.spacing, tables) for end in (piece.lower, piece.upper))
    chuted = True
    chutes = air.chutes
    at_eaves = piece.lower.kind in AT_EAVES
    if chutes is not None and at_eaves:
        chuted = piece.bay % chutes.every == 0
        clear = way.spacing - way.width
        most = (min(chutes.width or clear, clear) * chutes.gap) if chuted else 0.0
        discharge = low.flow / low.net if low.net > 0 else 0.0
        low = BayEnd(low.kind, low.edge, min(low.net, most), min(low.flow, most * discharge))
    return BayPiece(piece, low, high, status_of(low.open, high.open), chuted)


def _end(end: End, edges: dict[str, EdgeVents], spacing: float, tables: Tables) -> BayEnd:
    """The worse of the edges that a piece meets; an opening that trims it is shut."""
    met = [edges[name] for name in end.edge.split() if name in edges]
    if not met:
        return BayEnd(end.kind, end.edge, 0.0, 0.0)
    ends = [_at(rim, end, spacing, tables) for rim in met]
    return min(ends, key=lambda found: found.net)


def _at(rim: EdgeVents, end: End, spacing: float, tables: Tables) -> BayEnd:
    net = flow = 0.0
    heights = []
    size = spacing * end.stretch
    for vent in rim.vents:
        length = rim.vented_length(vent)
        if not vent.left <= end.along <= rim.side.length - vent.right or length <= 0:
            continue
        net += net_per_metre(vent, length, tables) * size
        flow += vent.discharge * flow_per_metre(vent, length, tables) * size
        heights.append(vent.height)
    return BayEnd(rim.side.kind, rim.side.id, net, flow, min(heights, default=0.0))


def status_of(intake: bool, exhaust: bool) -> Status:
    """Whether air passes a bay of which these ends are open."""
    if intake and exhaust:
        return "through"
    if intake:
        return "no-exhaust"
    return "no-intake" if exhaust else "closed"


def _with_status(piece: BayPiece, status: Status) -> BayPiece:
    return replace(piece, status=status)


def as_one(pieces: Sequence[BayPiece]) -> list[BayPiece]:
    """Bays that air passes sideways: one body, which breathes where any of it does."""
    intake = any(piece.low.open for piece in pieces)
    exhaust = any(piece.high.open for piece in pieces)
    return [_with_status(piece, status_of(intake, exhaust)) for piece in pieces]


def _as_attic(pieces: Sequence[BayPiece]) -> list[BayPiece]:
    """Bays that open into one attic: each wants its own way in at the eaves, and the attic a way out."""
    ends = [end for piece in pieces for end in (piece.low, piece.high) if end.open]
    made = []
    for piece in pieces:
        others = any(end.edge != piece.low.edge for end in ends)
        at_eaves = piece.piece.lower.kind in AT_EAVES
        intake = piece.low.open if at_eaves else bool(ends)
        made.append(_with_status(piece, status_of(intake, others)))
    return made


def with_way_out(layout: Layout) -> Layout:
    """An attic that breathes through the vents of other areas too: only its own intakes still count."""
    made = []
    for piece in layout.pieces:
        intake = piece.low.open or piece.piece.lower.kind not in AT_EAVES
        made.append(_with_status(piece, "through" if intake else "no-intake"))
    return replace(layout, pieces=tuple(made))


def low_and_high(layout: Layout, air: Air, tables: Tables) -> tuple[float, float]:
    """Net areas of all low and all high vents [m²]; low ones no more than their chutes let through.

    Gables count as high; sides of a flat roof, which bays do not meet, count for nothing. Beyond a change of
    pitch counts what the bays of this plane have of it.
    """
    low = sum(rim.net(tables) for rim in layout.edges if rim.low)
    high = sum(rim.net(tables) for rim in layout.edges if rim.low is False)
    if air.chutes is not None:
        through = sum(
            piece.low.net for piece in layout.pieces if piece.piece.lower.kind in AT_EAVES
        )
        low = min(low, through)
    low += sum(piece.low.net for piece in layout.pieces if piece.below)
    high += sum(piece.high.net for piece in layout.pieces if piece.above)
    if layout.way.kind != "cold-flat":
        high += sum(rim.net(tables) for rim in layout.edges if rim.low is None)
    return low, high


def run_of(layout: Layout, pitch: float) -> float:
    """The longest piece in plan [m]."""
    own = cos(radians(pitch))
    return max(
        (p.piece.length * own + sum(part.run for part in p.beyond) for p in layout.pieces),
        default=0.0,
    )
