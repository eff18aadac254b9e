# SPDX-License-Identifier: GPL-3.0-or-later
"""Every piece of edge, outlet, opening and thing by hand that a control line has to pass."""

from collections import Counter
from collections.abc import Iterator

from msgspec import Struct

from glacis.core.model.air import Air
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls
from glacis.core.model.geometry import Dormer, Opening, Point
from glacis.core.model.junctions import HandPiece
from glacis.core.shape.edges import Edge
from glacis.core.shape.shape import RoofShape
from glacis.core.shape.vectors import Vector

KIND_WORDS = {
    "eaves-warm": "eaves of a warm roof", "eaves-cold": "eaves under a cold roof space",
    "eaves-heel": "eaves with a raised heel", "eaves-gutter": "eaves with an inner gutter",
    "verge": "verge", "ridge": "ridge", "mono-top": "top of a single pitch", "hip": "hip", "valley": "valley",
    "flat-edge": "edge of a level roof", "parapet": "parapet", "wall-level": "wall beside a level edge",
    "wall-side": "wall beside a slope", "obstacle": "chimney or kerb in a slope", "kerb": "kerb",
    "roof-window": "window in a slope", "outlet": "outlet", "scupper": "scupper", "overflow": "overflow",
    "pipe": "pipe", "post": "post", "movement-joint": "movement joint", "module-joint": "module joint",
    "break": "change of pitch", "threshold": "threshold", "change": "change of build-up",
    "upper-on-lower": "upper roof over a lower one",
}  # fmt: skip
"""Kinds of junction in words."""
KINDS = tuple(KIND_WORDS)
WINDOW_FROM = 5.0
"""Pitch [°] from which a rooflight is flashed into the slope instead of standing on a kerb; our judgement,
below it water stands at its head."""
SAME_HEIGHT = 0.01
"""Ends closer in height than this [m] make a level edge; our judgement: the play of a string line."""


class Piece(Struct, frozen=True):
    """One junction.

    Attributes:
        id: stays while the same areas meet in the same order of edges.
        kind: of junction.
        areas: ids of the areas concerned, that whose field the lines come from first.
        length: of the edge, or round about an opening [m]; 0 for a point.
        lines: ends in plan of the stretches it runs along [m]; none for a point.
        at: a point of it in plan [m].
        count: how many alike.
        by: id of the outlet, opening or thing that makes it; empty for an edge.
        name: of that; empty for an edge.
        upper: which of the areas is uphill, or higher; empty where neither is.
        edge: kind of edge of the roof in space that it is; empty for what is none.
    """

    id: str
    kind: str
    areas: tuple[str, ...]
    length: float = 0.0
    lines: tuple[tuple[Point, Point], ...] = ()
    at: Point = (0.0, 0.0)
    count: int = 1
    by: str = ""
    name: str = ""
    upper: str = ""
    edge: str = ""

    @property
    def form(self) -> str:
        """Its kind as water sees it: where two level areas meet, neither is uphill by itself."""
        return f"{self.kind}-level" if self.kind == "change" and not self.upper else self.kind

    @property
    def words(self) -> str:
        """Its kind in words."""
        return KIND_WORDS.get(self.kind, self.kind)


class PiecesRead(Struct, frozen=True):
    """What the list of junctions follows from.

    Attributes:
        areas: roof areas.
        shape: of the roof in space.
        openings: in and on the areas.
        dormers: small roofs on areas.
        falls: of low-slope areas.
        airs: of ventilated ones.
        hand: junctions by hand.
        cold: ids of areas under a ventilated roof space.
    """

    areas: tuple[RoofArea, ...]
    shape: RoofShape
    openings: tuple[Opening, ...]
    dormers: tuple[Dormer, ...]
    falls: tuple[Falls, ...]
    airs: tuple[Air, ...]
    hand: tuple[HandPiece, ...]
    cold: frozenset[str]


def _flat(point: Vector) -> Point:
    return point[0], point[1]


def _middle(a: Point, b: Point) -> Point:
    return (a[0] + b[0]) / 2, (a[1] + b[1]) / 2


class _Kinds:
    """What kind of junction an edge is."""

    def __init__(self, read: PiecesRead) -> None:
        self.areas = {area.id: area for area in read.areas}
        self.cold = read.cold
        self.heeled = {air.area for air in read.airs if air.heel is not None}
        self.gutters = {
            falls.area: [(line.start, line.end) for line in falls.lines if line.gutter and line.gutter.kind == "inner"]
            for falls in read.falls
        }  # fmt: skip

    def of(self, edge: Edge) -> str:
        """The kind of an edge; empty for one that is no junction."""
        match edge.kind:
            case "eaves":
                return self._eaves(edge)
            case "top":
                return "mono-top"
            case "edge":
                return "eaves-gutter" if self._has_gutter(edge) else "flat-edge"
            case "parapet":
                return "parapet"
            case "abutment":
                level = abs(edge.start[2] - edge.end[2]) <= SAME_HEIGHT
                return "wall-level" if level else "wall-side"
            case "seam":
                mine, other = self.areas.get(edge.area), self.areas.get(edge.other)
                differ = mine is not None and other is not None and mine.assembly != other.assembly
                return "change" if differ else ""
            case "kerb" | "penetration":
                return ""
            case kind:
                return kind

    def _eaves(self, edge: Edge) -> str:
        if edge.area in self.heeled:
            return "eaves-heel"
        if edge.area in self.cold:
            return "eaves-cold"
        return "eaves-gutter" if self._has_gutter(edge) else "eaves-warm"

    def _has_gutter(self, edge: Edge) -> bool:
        ends = {_rounded(_flat(edge.start)), _rounded(_flat(edge.end))}
        lines = self.gutters.get(edge.area, ())
        return any({_rounded(a), _rounded(b)} == ends for a, b in lines)


def _rounded(point: Point) -> Point:
    return round(point[0], 2), round(point[1], 2)


def _higher(areas: dict[str, RoofArea], ids: tuple[str, ...]) -> str:
    levels = {identifier: areas[identifier].level for identifier in ids if identifier in areas}
    if len(levels) < 2 or len(set(levels.values())) == 1:
        return ""
    return max(levels, key=lambda identifier: levels[identifier])


def _edges(read: PiecesRead) -> Iterator[Piece]:
    kinds = _Kinds(read)
    counted: Counter[str] = Counter()
    for edge in read.shape.edges:
        kind = kinds.of(edge)
        if not kind or (edge.other and edge.kind != "abutment" and edge.area > edge.other):
            continue
        areas = (edge.area, edge.other) if edge.other else (edge.area,)
        stem = f"{kind}:{'+'.join(areas)}"
        counted[stem] += 1
        a, b = _flat(edge.start), _flat(edge.end)
        yield Piece(
            f"{stem}#{counted[stem]}", kind, areas, edge.length, ((a, b),), _middle(a, b),
            upper=_higher(kinds.areas, areas), edge="" if kind == "change" else edge.kind,
        )  # fmt: skip
        if edge.over:
            stem = f"upper-on-lower:{edge.over}+{edge.area}"
            counted[stem] += 1
            yield Piece(
                f"{stem}#{counted[stem]}", "upper-on-lower", (edge.over, edge.area), edge.length, ((a, b),),
                _middle(a, b), upper=edge.area,
            )  # fmt: skip


def _kind_of(item: Opening, steep: bool) -> str:
    """The kind of junction round an opening."""
    if item.kind == "post":
        return "post"
    if item.kind == "chimney":
        return "obstacle"
    return "roof-window" if steep else "kerb"


def _kerbs(read: PiecesRead) -> Iterator[Piece]:
    """One junction for each opening and dormer, with all the kerb round it; posts are points."""
    pitches = {area.id: area.pitch for area in read.areas}
    around: dict[str, list[Edge]] = {}
    for edge in read.shape.edges:
        if edge.kind == "kerb":
            around.setdefault(edge.area, []).append(edge)
    for item in read.openings:
        if item.area not in pitches or item.kind in ("plant", "solar"):
            continue
        kind = _kind_of(item, pitches[item.area] >= WINDOW_FROM)
        name = f"{kind}:{item.area}/{item.id}"
        if kind == "post":
            yield Piece(
                name, kind, (item.area,), at=item.at, by=item.id, name=item.name, edge="penetration"
            )
            continue
        edges = _taken(around.get(item.area, []), item.at, max(item.width, item.length))
        length = sum(edge.length for edge in edges) or 2 * (item.width + item.length)
        yield Piece(
            name, kind, (item.area,), length, _lines(edges), item.at, by=item.id, name=item.name, edge="kerb"
        )  # fmt: skip
    for dormer in read.dormers:
        edges = _taken(around.get(dormer.area, []), dormer.at, 2 * dormer.width)
        if edges:
            yield Piece(
                f"wall-side:{dormer.area}/{dormer.id}", "wall-side", (dormer.area,),
                sum(edge.length for edge in edges), _lines(edges), dormer.at, by=dormer.id, name=dormer.name,
                edge="kerb",
            )  # fmt: skip


def _lines(edges: list[Edge]) -> tuple[tuple[Point, Point], ...]:
    return tuple((_flat(edge.start), _flat(edge.end)) for edge in edges)


def _taken(edges: list[Edge], at: Point, reach: float) -> list[Edge]:
    """Edges near a point, taken out of those that are left."""
    near = [edge for edge in edges if _near(edge, at, reach)]
    edges[:] = [edge for edge in edges if edge not in near]
    return near


def _near(edge: Edge, at: Point, reach: float) -> bool:
    x, y = _middle(_flat(edge.start), _flat(edge.end))
    return abs(x - at[0]) <= reach and abs(y - at[1]) <= reach


def _falls(read: PiecesRead) -> Iterator[Piece]:
    for falls in read.falls:
        for outlet in falls.outlets:
            kind = "scupper" if outlet.mouth == "scupper" else "outlet"
            yield _point(kind, falls.area, outlet.id, outlet.name, outlet.at)
        for overflow in falls.overflows:
            yield _point("overflow", falls.area, overflow.id, overflow.name, overflow.at)
        for threshold in falls.thresholds:
            yield _point("threshold", falls.area, threshold.id, threshold.name, threshold.at)


def _point(kind: str, area: str, by: str, name: str, at: Point) -> Piece:
    return Piece(f"{kind}:{area}/{by}", kind, (area,), 0.0, (), at, 1, by, name)


LONG_KINDS = ("threshold", "movement-joint", "module-joint")
"""Kinds by hand whose size is a length; by definition."""


def _by_hand(read: PiecesRead) -> Iterator[Piece]:
    for item in read.hand:
        length = item.size if item.kind in LONG_KINDS else 0.0
        yield Piece(
            f"{item.kind}:{item.area}/{item.id}", item.kind, (item.area,), length, (), item.at, item.count, item.id,
            item.name,
        )  # fmt: skip


def pieces_of(read: PiecesRead) -> tuple[Piece, ...]:
    """Every junction of a roof: from its shape, its falls and what was added by hand.

    Kinds that no edge tells of are asked for by the one who adds them, never invented.
    """
    known = {area.id for area in read.areas}
    found = (*_edges(read), *_kerbs(read), *_falls(read), *_by_hand(read))
    return tuple(piece for piece in found if known.issuperset(piece.areas))
