# SPDX-License-Identifier: GPL-3.0-or-later
"""Set-out as a part of the results: all of an area while a window or the datum is dragged."""

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.model.covering import Product
from glacis.core.model.document import Assembly, RoofArea
from glacis.core.model.geometry import CUTTING
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.core.model.set_out import SetOut
from glacis.core.set_out.found import Placed, SetOutFound, SetOutRead, Sheeted, Stack

DEEP = 0.08
"""Members at least so deep carry the roof [m]; our judgement: battens are shallower."""


def set_out_of(reader: Reader, area: str) -> SetOut | None:
    """What is stated about the set-out of an area; None for nothing."""
    stated = reader.once("set-outs", lambda: {item.area: item for item in reader.project.set_outs})
    return stated.get(area)


def products_in(
    reader: Reader, assembly: Assembly
) -> tuple[tuple[tuple[str, Product], ...], tuple[str, ...]]:
    """What the layers of a build-up are laid of, from inside to outside, and ids that nobody knows."""
    chosen = [
        (layer.id, layer.product)
        for layer in assembly.layers
        if isinstance(layer, SolidLayer | MembraneLayer) and layer.product
    ]
    if not chosen:
        return (), ()
    from glacis.core.set_out.shipped import products_of

    known = reader.once("products", lambda: products_of(reader.project.products))
    found = tuple((layer, known[product]) for layer, product in chosen if product in known)
    return found, tuple(product for _, product in chosen if product not in known)


def stack_of(assembly: Assembly, layers: tuple[LayerData, ...]) -> Stack:
    """Rafters and what lies over them: the outermost deep framing carries, the rest lies on it."""
    frames = [getattr(layer, "framing", None) for layer in assembly.layers]
    deep = [
        k for k, frame in enumerate(frames) if frame is not None and layers[k].thickness >= DEEP
    ]
    first = deep[0] if deep else 0
    frame = frames[first] if frames else None
    if not deep or frame is None:
        return Stack(0.0, 0.0, 0.0, 0.0, 0.0)
    board = counter = 0.0
    for layer in layers[first + 1 :]:
        if layer.kind == "air" and layer.ventilation != "none":
            counter = layer.thickness
            break
        if layer.kind in ("solid", "air"):
            board += layer.thickness
    else:
        last = layers[-1]
        board -= last.thickness if last.kind == "solid" and len(layers) > first + 1 else 0.0
    inner = layers[0] if first > 0 and layers[0].kind == "solid" else None
    visible = inner.thickness if inner is not None and inner.wood_based else 0.0
    return Stack(
        frame.spacing, frame.width, layers[first].thickness, max(0.0, board), counter, visible
    )


def read_set_out(reader: Reader, subject: str, stated: SetOut) -> SetOutRead:
    """What the set-out of an area depends on, with ``stated`` said about it."""
    read = reader.once(f"set-out of {subject}", lambda: _gathered(reader, subject, stated))
    return read if read.stated is stated else replace(read, stated=stated)


def _gathered(reader: Reader, subject: str, stated: SetOut) -> SetOutRead:
    area = reader.area(subject)
    assembly = reader.assembly(area)
    layers = reader.value(THERMAL, subject).layers
    openings = tuple(
        (item.id, item.name)
        for item in reader.project.openings
        if item.area == subject and item.kind in CUTTING
    )
    dormers = tuple(
        (item.name, item.wall) for item in reader.project.dormers if item.area == subject
    )
    products, missing = products_in(reader, assembly)
    stack, breaks = stack_of(assembly, layers), _breaks(reader, area)
    return SetOutRead(area, stated, products, openings, stack, dormers, breaks, missing)


def _breaks(reader: Reader, area: RoofArea) -> tuple[tuple[float, float], ...]:
    """Changes of pitch above an area: asked of the roof in space only where its footprint has any."""
    grown = area.grown
    footprint = next(
        (item for item in reader.project.footprints if grown and item.id == grown.source), None
    )
    edges = [edge for edge, _ in footprint.sides] if footprint is not None else []
    if not any(grown and edge.id == grown.edge and edge.breaks for edge in edges):
        return ()
    from glacis.core.shape.parts import SHAPE

    shape = reader.value(SHAPE, WHOLE)
    found = []
    for edge in reader.once("edges by area", shape.edges_by_area)[area.id]:
        if edge.kind == "break" and reader.area(edge.other).level > area.level:
            found.append((reader.area(edge.other).pitch, edge.length))
    return tuple(found)


def _reads_placed(reader: Reader, subject: str) -> SetOutRead | None:
    """Of all that is stated what changes where pieces lie: no thickness, no section, no timber."""
    stated = set_out_of(reader, subject)
    if stated is None:
        return None
    bare = SetOut(area=stated.area)
    plain = replace(
        stated, eaves=None, outriggers=None, furring=None, curve=None, batten=bare.batten, counter=bare.counter
    )  # fmt: skip
    read = read_set_out(reader, subject, plain)
    members = Stack(read.stack.spacing, read.stack.width, 0.0, 0.0, 0.0)
    return replace(read, stack=members, dormers=())


def _placed(read: SetOutRead | None) -> "Placed | None":
    if read is None:
        return None
    from glacis.core.set_out.laid_out import placed_on

    return placed_on(read)


SIZE_OF_PIECE = 200
"""What a laid piece takes [bytes]: four figures, three numbers, some an outline; our judgement, as measured."""


def _weigh(found: "Placed | None") -> int:
    laid = found.covered.laid if found is not None and found.covered is not None else None
    return 32 * 1024 + (SIZE_OF_PIECE * len(laid.course) if laid is not None else 0)


PLACED = Part("set-out laid", _reads_placed, _placed, _weigh)
"""What is laid on an area; None where nothing is stated about it."""


def _reads(reader: Reader, subject: str) -> SetOutRead | None:
    stated = set_out_of(reader, subject)
    if stated is None:
        return None
    return replace(read_set_out(reader, subject, stated), placed=reader.value(PLACED, subject))


def _found(read: SetOutRead | None) -> SetOutFound | None:
    if read is None:
        return None
    from glacis.core.set_out.laid_out import laid_out

    return laid_out(read)


SET_OUT = Part("set-out", _reads, _found)
"""The set-out of an area; None where nothing is stated about it."""


class WaysRead(Struct, frozen=True):
    """What sheets side by side depend on."""

    read: SetOutRead | None
    own: tuple[Product, ...]


def _reads_ways(reader: Reader, subject: str) -> WaysRead:
    return WaysRead(_reads(reader, subject), reader.project.products)


def _ways(read: WaysRead) -> tuple[Sheeted, ...]:
    if read.read is None:
        return ()
    from glacis.core.set_out.laid_out import sheet_ways
    from glacis.core.set_out.shipped import products_of

    return sheet_ways(read.read, tuple(products_of(read.own).values()))


SHEET_WAYS = Part("sheets side by side", _reads_ways, _ways)
"""An area that is laid of metal, laid of every sheet that is known."""
