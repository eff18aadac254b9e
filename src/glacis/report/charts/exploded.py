# SPDX-License-Identifier: GPL-3.0-or-later
"""A build-up with its layers lifted apart and stepped back, so that each shows itself and its lap."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.heat.resolve import LayerData
from glacis.core.shape.vectors import Vector
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.facets import Facet, View, facing, fitted, view_from
from glacis.report.scene import (
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    shorten,
    spread,
)

WIDE, DEEP = 1.5, 1.3
"""The cut-out of the roof that is shown [m]."""
LEAST, MOST = 0.006, 0.4
"""Thickness [m] that a membrane is drawn, and that a roof space is cut to."""
LABELS = 0.36
"""Share of the width that names take."""
LABEL_GAP = 34.0


class Apart(Struct, frozen=True):
    """How the layers are shown.

    Attributes:
        azimuth: where the eye stands, 180 before the cut-back side [°].
        lift: how high it stands [°].
        gap: between one layer and the next [m].
        selected: id of the chosen layer.
    """

    azimuth: float = 205.0
    lift: float = 26.0
    gap: float = 0.09
    selected: str = ""


class _Slab(Struct, frozen=True):
    """A layer in space: heights of its faces and where it is cut back to [m]."""

    layer: LayerData
    bottom: float
    top: float
    front: float


def _drawn(layer: LayerData) -> float:
    return min(MOST, max(LEAST, layer.thickness)) if layer.kind != "roof-space" else MOST


def _slabs(layers: tuple[LayerData, ...], apart: Apart) -> list[_Slab]:
    step = DEEP * 0.62 / max(1, len(layers) - 1)
    slabs, height = [], 0.0
    for place, layer in enumerate(layers):
        top = height + _drawn(layer)
        slabs.append(_Slab(layer, height, top, step * place))
        height = top + apart.gap
    return slabs


def _block(x: tuple[float, float], y: tuple[float, float], z: tuple[float, float]) -> list[tuple[
    Vector, ...
]]:  # fmt: skip
    (x0, x1), (y0, y1), (z0, z1) = x, y, z
    return [
        ((x0, y0, z0), (x1, y0, z0), (x1, y0, z1), (x0, y0, z1)),
        ((x1, y0, z0), (x1, y1, z0), (x1, y1, z1), (x1, y0, z1)),
        ((x1, y1, z0), (x0, y1, z0), (x0, y1, z1), (x1, y1, z1)),
        ((x0, y1, z0), (x0, y0, z0), (x0, y0, z1), (x0, y1, z1)),
        ((x0, y0, z1), (x1, y0, z1), (x1, y1, z1), (x0, y1, z1)),
    ]


Bars = list[tuple[float, float, str]]


def _bars(layer: LayerData, length: float) -> Bars:
    """The layer along the way its members are counted: from, to, and tint of each part."""
    frame = layer.frame
    if frame is None or frame.spacing <= 0:
        return [(0.0, length, f"tint:{layer.hatch}")]
    member = "tint:metal" if frame.metal else "tint:timber-end"
    parts: Bars = []
    at, centre = 0.0, min(0.25, frame.spacing / 2)
    while centre - frame.width / 2 < length:
        left, right = max(0.0, centre - frame.width / 2), min(length, centre + frame.width / 2)
        if left > at:
            parts.append((at, left, f"tint:{layer.hatch}"))
        parts.append((left, right, member))
        at, centre = right, centre + frame.spacing
    if at < length:
        parts.append((at, length, f"tint:{layer.hatch}"))
    return parts


def runs_across(layers: tuple[LayerData, ...]) -> dict[str, bool]:
    """Whether the members of each framed layer lie across the slope.

    The deepest framed layer runs up the slope with all in line with it; others lie across.
    """
    framed = [layer for layer in layers if layer.frame is not None]
    if not framed:
        return {}
    main = max(framed, key=lambda layer: layer.thickness)
    group = main.frame.group if main.frame else ""
    return {x.id: bool(x.frame and x.frame.group != group and x is not main) for x in framed}


def _pieces(slab: _Slab, across: bool) -> Iterator[Facet]:
    z = (slab.bottom, slab.top)
    if across:
        for a, b, tint in _bars(slab.layer, DEEP):
            y = (max(a, slab.front), b)
            if y[1] > y[0]:
                for face in _block((0.0, WIDE), y, z):
                    yield Facet(face, tint)
        return
    for a, b, tint in _bars(slab.layer, WIDE):
        for face in _block((a, b), (slab.front, DEEP), z):
            yield Facet(face, tint)


def _painted(slab: _Slab, across: bool, view: View) -> Iterator[Item]:
    """Faces of a layer that are seen; parts of one slab stand side by side, far ones first.

    Air is left out: only its edges are hinted at, and what stands in it shows.
    """
    if slab.layer.kind in ("air", "roof-space"):
        y0, y1 = slab.front, DEEP
        for z in (slab.bottom, slab.top):
            ring = ((0.0, y0, z), (WIDE, y0, z), (WIDE, y1, z), (0.0, y1, z), (0.0, y0, z))
            yield Line(view.flat(ring), "second", DIMENSION, "dot")
    seen = [
        facet for facet in _pieces(slab, across) if facet.fill != "tint:air" and facing(facet, view)
    ]
    depth = {id(f): sum(c[0] * view.eye[0] + c[1] * view.eye[1] for c in f.corners) for f in seen}
    for facet in sorted(seen, key=lambda f: depth[id(f)]):
        yield Patch(view.flat(facet.corners), facet.fill, "ink", DIMENSION)


def _lap(slab: _Slab, view: View) -> Iterator[Item]:
    """The edge of the next sheet on a membrane."""
    if slab.layer.kind != "membrane":
        return
    y = slab.front + 0.03
    for shift in (0.0, 0.03):
        line = ((0.0, y + shift, slab.top), (WIDE, y + shift, slab.top))
        yield Line(view.flat(line), "bench", FACE, "solid" if not shift else "dash")


def _words(layer: LayerData, system: System) -> str:
    if layer.kind == "membrane":
        return "membrane, laps shown"
    thick = with_unit(layer.thickness, Quantity.THICKNESS, system)
    if layer.frame is not None:
        width, spacing = (
            with_unit(v, Quantity.THICKNESS, system)
            for v in (layer.frame.width, layer.frame.spacing)
        )
        return f"{thick}, {layer.frame.name.split(',')[0].lower()} {width} at {spacing}"
    return thick


def exploded_scene(
    roof: AnalysedArea, apart: Apart, size: tuple[float, float], system: System
) -> Scene:
    """The layers of an area, inside below, each named.

    Args:
        roof: the area with its layers.
        apart: how they are shown.
        size: width and height of the drawing.
        system: units of the reader.
    """
    width, height = size
    slabs = _slabs(roof.layers, apart)
    if not slabs:
        words = "No layers yet."
        return Scene(width, height, (Text(width / 2, height / 2, words, 13, "second", "middle"),))
    places: list[Vector] = [
        (x, y, z)
        for x in (0.0, WIDE)
        for slab in slabs
        for y in (slab.front, DEEP)
        for z in (slab.bottom, slab.top)
    ]
    right = width * (1 - LABELS)
    view = fitted(view_from(apart.azimuth, apart.lift), places, (16, 16, right - 30, height - 34))
    across = runs_across(roof.layers)
    items: list[Item] = []
    hot: list[Hot] = []
    anchors: list[tuple[float, float]] = []
    for slab in slabs:
        items.extend(_painted(slab, across.get(slab.layer.id, False), view))
        items.extend(_lap(slab, view))
        rim = _rim(slab)
        if slab.layer.id == apart.selected:
            items.append(Patch(view.flat(rim), "", "accent", 2.2))
        flat = view.flat(rim)
        bounds = (min(flat[::2]), min(flat[1::2]), max(flat[::2]), max(flat[1::2]))
        hot.append(Hot("layer", slab.layer.id, bounds, slab.layer.name, flat))
        anchors.append(max((view.point(c) for c in rim), key=lambda p: p[0]))
    items.extend(_labels(slabs, anchors, (right, width, height), system))
    caption = "inside below, outside on top; not to scale between layers"
    items.append(Text(8, height - 10, caption, 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))


def _rim(slab: _Slab) -> tuple[Vector, ...]:
    y0, z = slab.front, slab.top
    return ((0.0, y0, z), (WIDE, y0, z), (WIDE, DEEP, z), (0.0, DEEP, z))


def _labels(
    slabs: list[_Slab],
    anchors: list[tuple[float, float]],
    zone: tuple[float, float, float],
    system: System,
) -> Iterator[Item]:
    right, width, height = zone
    order = sorted(range(len(slabs)), key=lambda k: anchors[k][1])
    ys = spread([anchors[k][1] for k in order], LABEL_GAP, 22, height - 40)
    for k, y in zip(order, ys, strict=True):
        ax, ay = anchors[k]
        yield Line((ax + 2, ay, right - 22, y, right - 6, y), "second", DIMENSION)
        layer = slabs[k].layer
        room = width - right - 6
        yield Text(right, y + 1, shorten(layer.name, room, 13), 13, "ink", face="semibold")
        yield Text(right, y + 16, shorten(_words(layer, system), room, 12), 12, "second")
