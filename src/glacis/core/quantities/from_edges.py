# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the bill for junctions: what their chains name, by the metre, by the item, or none needed and why."""

from collections.abc import Iterator
from math import hypot

from msgspec import Struct

from glacis.core.junctions.pieces import Piece
from glacis.core.junctions.traced import Traced
from glacis.core.model.quantities import PieceForm
from glacis.core.quantities.line import Line, Per, Places
from glacis.core.quantities.measures import m, t
from glacis.core.quantities.trade import Thing, Trade, thing_named, wholes

TAPED = ("tape", "sealant")
"""Ways of joining that take something by the metre; by definition."""
SHEET_MASS = 5.5
"""What folded metal weighs [kg/m²]; our judgement: 0.7 mm of steel or zinc."""


class EdgesRead(Struct, frozen=True):
    """What lines of junctions follow from."""

    junctions: tuple[Traced, ...]
    trade: Trade


def edge_lines(read: EdgesRead) -> tuple[Line, ...]:
    """Lines of all junctions: each thing of each chain once, an edge that two areas share once."""
    return tuple(line for found in read.junctions for line in _of(found, read.trade))


def _of(found: Traced, trade: Trade) -> Iterator[Line]:
    piece = found.piece
    if piece.kind in wholes():
        yield _whole(piece)
    for name in _things(found):
        thing = thing_named(name)
        if thing.basis == "metre":
            yield _by_metre(piece, name, thing, trade)
        elif thing.basis == "item":
            yield _by_item(piece, name, thing)
        else:
            yield _none(piece, name, thing.why)
    yield from _joints(found)


def _things(found: Traced) -> tuple[str, ...]:
    names = [name for link in found.links for name in (link.start, link.end)]
    return tuple(dict.fromkeys(names))


def edges_of(piece: Piece) -> tuple[float, ...]:
    """Straight stretches of a junction [m]: along its lines, else its length round about in four."""
    if piece.lines:
        plan = [hypot(b[0] - a[0], b[1] - a[1]) for a, b in piece.lines]
        true = piece.length / sum(plan) if sum(plan) > 0 else 1.0
        return tuple(length * true for length in plan)
    if piece.length > 0:
        return (piece.length / 4,) * 4 if piece.by else (piece.length,)
    return (0.4,) * 4


def _places(piece: Piece) -> Places:
    return Places(piece.areas, "", (piece.id,), piece.by)


def _named(piece: Piece, name: str) -> str:
    return f"{name}, {piece.name}" if piece.name else f"{name}, {piece.words}"


def _whole(piece: Piece) -> Line:
    name, step = wholes()[piece.kind]
    return Line(
        f"{piece.id}/{name}", "Openings and outlets", _named(piece, name), name, "item", _places(piece),
        net=float(piece.count), form=PieceForm(), how=("by the piece",), step=step, work=float(piece.count),
    )  # fmt: skip


def _by_metre(piece: Piece, name: str, thing: Thing, trade: Trade) -> Line:
    form, spare, assumed = trade.trim(name, thing)
    edges = tuple(edge for edge in edges_of(piece) for _ in range(piece.count) if edge > 0.01)
    net = sum(edges)
    girth = form.girth
    how: tuple[str, ...] = (
        f"{len(edges)} straight edge{'s' if len(edges) != 1 else ''}, pieces of {m(form.piece)}, lap {t(form.lap)}",
    )
    if girth:
        how += (f"girth {t(girth)}",)
    return Line(
        f"{piece.id}/{name}",
        "Edges",
        _named(piece, name),
        name,
        "m",
        _places(piece),
        net=net,
        share=spare,
        per=Per(girth, 0.0, girth * SHEET_MASS, 1.0),
        form=form,
        how=how,
        assumed=("pieces and girth assumed",) if assumed else (),
        step=thing.step,
        work=net,
        pieces=edges,
    )


def _by_item(piece: Piece, name: str, thing: Thing) -> Line:
    return Line(
        f"{piece.id}/{name}", "Edges", _named(piece, name), name, "item", _places(piece), net=float(piece.count),
        form=PieceForm(), how=("by the piece",), step=thing.step, work=float(piece.count),
    )  # fmt: skip


def _none(piece: Piece, name: str, why: str) -> Line:
    return Line(
        f"{piece.id}/{name}", "Edges", _named(piece, name), name, "m", _places(piece), why=why
    )


def _joints(found: Traced) -> Iterator[Line]:
    """Tapes and sealants by the metre of their joints, corners doubled."""
    piece = found.piece
    edges = edges_of(piece)
    if not piece.length and not piece.by:
        return
    by_joint: dict[str, int] = {}
    for link in found.links:
        if link.joint in TAPED:
            by_joint[link.joint] = by_joint.get(link.joint, 0) + 1
    corners = 0.1 * (len(edges) if piece.by else max(0, len(edges) - 1))
    for joint, times in by_joint.items():
        net = (sum(edges) + corners) * times * piece.count
        yield Line(
            f"{piece.id}/{joint}", "Edges", _named(piece, joint), joint, "m", _places(piece), net=net,
            form=PieceForm(), how=(f"{times} joint{'s' if times > 1 else ''} along it, corners doubled over {t(0.1)}",),
            per=Per(0.0, 0.0, 0.05, 1.0),
        )  # fmt: skip
