# SPDX-License-Identifier: GPL-3.0-or-later
"""The edge of a roof in section: layers, upstand, parapet with its coping, overflow with its pan, water levels."""

from collections.abc import Callable, Iterator

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.coping import UPSTAND, coping_girth, coping_rise, pan_girth
from glacis.core.falls.found import Drained, Escape
from glacis.core.falls.lying import above_waterproofing, lying_on
from glacis.core.model.falls import Burden, Parapet
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.falls_column import SIDE, column
from glacis.report.charts.falls_marks import LABEL
from glacis.report.scene import CUT, FACE, HATCH, Item, Line, Patch, Scene, Size, Text, box

ROOF = 0.9
"""How much of the roof is shown beside the parapet [m]."""
Place = Callable[[float, float], tuple[float, float]]


class Edge(Struct, frozen=True):
    """Heights at one place of an edge, above the lowest outlet [m].

    Attributes:
        name: of the place.
        surface: of the finished surface there.
        top: of the upstand or parapet; None where nobody stated it.
        escape: the overflow there, if one is.
        working: of the water while outlets work.
        blocked: of the water with the outlets blocked; None where none stands there.
        below: thickness of all layers below it there [m].
        above: thickness of what lies on it [m].
    """

    name: str
    surface: float
    top: float | None
    escape: Escape | None
    working: float
    blocked: float | None
    below: float
    above: float


def edge_of(roof: AnalysedArea, found: Drained, least: float) -> Edge:
    """The edge that matters: at the first overflow, else where the surface is highest.

    Args:
        roof: analysed.
        found: its falls.
        least: thickness of the tapered layer where it is thinnest [m].
    """
    escape = found.escapes[0] if found.escapes else None
    if escape is not None:
        at, name, owner = escape.stated.at, escape.stated.name, escape.owner
    else:
        at = max(found.area.outline, key=found.height)
        name, owner = "highest corner", found.surface.owner_at(at) or 0
    drain = found.drains[owner]
    worst = found.worst
    blocked = worst.level(owner) if worst is not None else None
    above = sum(x.thickness for x in above_waterproofing(roof.layers))
    flat = sum(x.thickness for x in roof.layers if x.kind != "roof-space") - above
    tapered = found.over_deck_at(at) + (least - roof.taper.spread.least if roof.taper else 0.0)
    top = found.stated.upstand or None
    return Edge(
        name,
        found.height(at),
        top,
        escape,
        drain.level + (drain.head or 0.0),
        blocked,
        flat + tapered,
        above,
    )


def falls_edge_scene(
    roof: AnalysedArea, found: Drained, least: float, size: Size, system: System
) -> Scene:
    """The section at true proportions, and the figures beside it."""
    edge = edge_of(roof, found, least)
    items = [*_section(edge, found.stated.parapet, (size[0] - SIDE, size[1]), system)]
    items.extend(column(edge_rows(roof, found, edge, system), size))
    return Scene(size[0], size[1], tuple(items))


def _section(edge: Edge, parapet: Parapet | None, size: Size, system: System) -> Iterator[Item]:
    wall = parapet.wall if parapet else 0.0
    over = parapet.overhang if parapet else 0.0
    top = edge.top if edge.top is not None else edge.surface + 0.3
    high = (
        max(top, edge.blocked or 0.0, edge.surface + edge.above)
        + (coping_rise(parapet) if parapet else 0.0)
        + 0.06
    )
    low = edge.surface - edge.below - 0.08
    wide = ROOF + wall + 2 * over + 0.25
    scale = min((size[0] - 60) / wide, (size[1] - 56) / (high - low))
    inner = 34 + (over + wall + 0.25) * scale
    start = 26 + (size[1] - 56 - (high - low) * scale) / 2

    def point(x: float, z: float) -> tuple[float, float]:
        """A place so far from the parapet's inner face into the roof, and so high."""
        return inner + x * scale, start + (high - z) * scale

    deck = edge.surface - edge.below
    yield Patch(_area(point, (0.0, deck), (ROOF, edge.surface)), "copper:3", "copper:3", HATCH)
    if parapet is not None:
        yield from _wall(point, parapet, edge, (low, top))
    if edge.blocked is not None and edge.blocked > edge.surface:
        yield Patch(_area(point, (0.0, edge.surface), (ROOF, edge.blocked)), "flood:1")
    if edge.above > 0:
        cover = _area(point, (0.0, edge.surface), (ROOF, edge.surface + edge.above))
        yield Patch(cover, "" if edge.blocked else "wash", "second", HATCH)
    yield Line((*point(ROOF, deck), *point(0.0, deck)), "ink", CUT)
    sheet = (
        *point(ROOF, edge.surface),
        *point(0.03, edge.surface),
        *point(0.0, edge.surface + 0.03),
    )
    yield Line((*sheet, *point(0.0, top)), "ink", 2.4)
    yield from _levels(point, edge, system)
    if edge.top is not None:
        yield from _upstand(point, edge, system)
    yield Text(34, size[1] - 12, f"Section at {edge.name}, to scale", LABEL, "second")


def _area(point: Place, low: tuple[float, float], high: tuple[float, float]) -> tuple[float, ...]:
    (x0, y0), (x1, y1) = point(*low), point(*high)
    return box(x0, y1, x1, y0)


def _wall(point: Place, parapet: Parapet, edge: Edge, ends: tuple[float, float]) -> Iterator[Item]:
    low, top = ends
    outer = -parapet.wall
    opening = edge.escape.stated if edge.escape is not None else None
    spans = [(low, top)]
    if opening is not None and opening.sill < top:
        spans = [(low, opening.sill), (min(top, opening.sill + opening.height), top)]
    for start, end in spans:
        if end > start:
            yield Patch(_area(point, (outer, start), (0.0, end)), "kerb", "ink", FACE)
    if opening is not None and opening.sill < top:
        bottom, lip = opening.sill, 0.03
        pan = (
            *point(parapet.flange, bottom), *point(outer - 0.02, bottom - 0.005),
            *point(outer - 0.02, bottom - lip),
        )  # fmt: skip
        yield Line(pan, "accent", 2.4)
    rise = coping_rise(parapet)
    left, right = outer - parapet.overhang, parapet.overhang
    at_left, at_right = (top + rise, top) if parapet.inward else (top, top + rise)
    coping = (
        *point(left, at_left - parapet.drop), *point(left, at_left), *point(right, at_right),
        *point(right, at_right - parapet.drop),
    )  # fmt: skip
    yield Line(coping, "ink", 2.8)
    for x, z, out in ((left, at_left, -0.012), (right, at_right, 0.012)):
        yield Line(
            (*point(x, z - parapet.drop), *point(x + out, z - parapet.drop - 0.012)), "ink", 2.0
        )


def _levels(point: Place, edge: Edge, system: System) -> Iterator[Item]:
    """Water levels on the roof, named where they have room."""
    levels = [("working", edge.working), ("blocked", edge.blocked)]
    shown = [(word, z) for word, z in levels if z is not None and z > edge.surface]
    for word, z in shown:
        (x0, y), (x1, _) = point(0.02, z), point(ROOF, z)
        yield Line((x0, y, x1, y), "ink" if word == "blocked" else "second", FACE, "dash")
        words = f"{word} {with_unit(z, Quantity.THICKNESS, system)}"
        yield Text(x1 - 4, y - 4, words, LABEL, "ink", "end")
    x, y = point(ROOF, edge.surface)
    words = f"finished {with_unit(edge.surface, Quantity.THICKNESS, system)}"
    yield Text(x - 4, y + 14, words, LABEL, "ink", "end")


def _upstand(point: Place, edge: Edge, system: System) -> Iterator[Item]:
    """What is left of the upstand over the finished surface."""
    if edge.top is None:
        return
    (x, y0), (_, y1) = point(0.1, edge.surface), point(0.1, edge.top)
    left = edge.top - edge.surface
    ink = "ink" if left >= UPSTAND else "mind"
    yield Line((x, y0, x, y1), ink, FACE)
    for y in (y0, y1):
        yield Line((x - 4, y, x + 4, y), ink, FACE)
    yield Text(x + 8, (y0 + y1) / 2 + 4, with_unit(left, Quantity.THICKNESS, system), LABEL, ink)


def edge_rows(
    roof: AnalysedArea, found: Drained, edge: Edge, system: System
) -> Iterator[tuple[str, str, str]]:
    """Name, figure and weight of what is told beside the section."""
    t = Quantity.THICKNESS

    def show(value: float, quantity: Quantity = t) -> str:
        return with_unit(value, quantity, system)

    parapet, burden = found.stated.parapet, found.stated.burden
    yield ("Upstand", "", "head")
    if edge.top is None:
        yield ("top not stated", "", "plain")
    else:
        yield ("left at this place", show(edge.top - edge.surface), "main")
        yield ("left at the highest", show(edge.top - found.highest), "plain")
    if edge.escape is not None:
        yield (edge.escape.stated.name, "", "head")
        yield ("sill over surface", show(edge.escape.stated.sill - edge.surface), "main")
        yield ("over working water", show(edge.escape.stated.sill - edge.working), "plain")
        yield ("takes when full", show(edge.escape.capacity, Quantity.WATER_FLOW), "plain")
    if parapet is not None:
        yield ("Coping", "", "head")
        yield ("tips", "inward" if parapet.inward else "outward", "plain")
        yield ("falls", show(parapet.fall, Quantity.FALL), "plain")
        yield ("girth", show(coping_girth(parapet)), "main")
        if edge.escape is not None:
            around, through = pan_girth(parapet, edge.escape.stated)
            yield ("pan", f"{show(around)} × {show(through)}", "plain")
    yield from _lying_rows(roof, burden, system)


def _lying_rows(
    roof: AnalysedArea, burden: Burden, system: System
) -> Iterator[tuple[str, str, str]]:
    m = Quantity.AREA_MASS

    def show(value: float, quantity: Quantity) -> str:
        return with_unit(value, quantity, system)

    lying = lying_on(roof.layers, burden)
    yield ("Lying on the roof", "", "head")
    if lying.names:
        yield ("layers, dry", show(lying.dry, m), "plain")
        yield ("saturated", show(lying.saturated, m), "plain")
    if burden.storage:
        yield ("water held back", show(lying.storage, m), "plain")
    if burden.panels:
        yield ("panels", show(lying.panels, m), "plain")
    yield ("in all", show(lying.total, m), "main")
    if burden.permanent:
        yield ("may bear", show(burden.permanent, m), "plain")
    yield ("presses with", show(lying.stress, Quantity.STRESS), "plain")
    if burden.strength:
        yield ("insulation bears", show(burden.strength, Quantity.STRESS), "plain")
