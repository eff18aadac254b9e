# SPDX-License-Identifier: GPL-3.0-or-later
"""Outlines out of a DXF drawing: closed lines of any kind, blocks taken apart, by layer."""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from math import hypot
from pathlib import Path
from typing import Any

from ezdxf import path as ezpath
from ezdxf.filemanagement import readfile
from ezdxf.lldxf.const import DXFError

from glacis.core.model.geometry import Point, RimKind
from glacis.core.shape.drawn import Found, FoundLoop, FoundRun
from glacis.files.errors import FileRefused

METRES = {
    1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1.0, 8: 0.0254e-6, 10: 0.9144, 13: 1e-6, 14: 0.1,
    21: 1200 / 3937,
}  # fmt: skip
"""Metres to a unit by the drawing's $INSUNITS."""
CURVES = ("LWPOLYLINE", "POLYLINE", "LINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE")
WORDS: tuple[tuple[str, RimKind], ...] = (
    ("verge", "verge"), ("gable", "verge"), ("eaves", "eaves"), ("eave", "eaves"),
    ("parapet", "parapet"), ("abutment", "abutment"),
)  # fmt: skip
FLAT = 0.01
"""How far a curve may leave the runs that stand for it, in parts of its size."""
DEEPEST = 8
APP = "GLACIS"
Chain = list[tuple[float, float, float]]


def _kind_of(layer: str) -> RimKind | None:
    """What a layer's name says that its lines are."""
    name = layer.lower()
    return next((kind for word, kind in WORDS if word in name), None)


def _entities(space: Iterable[Any], notes: list[str], depth: int = 0) -> Iterator[Any]:
    for entity in space:
        kind = entity.dxftype()
        if kind == "INSERT":
            if depth >= DEEPEST:
                notes.append(f"block '{entity.dxf.name}' is nested too deep and was left out")
                continue
            yield from _entities(entity.virtual_entities(), notes, depth + 1)
        else:
            yield entity


def _chain(entity: Any) -> Chain:
    curve = ezpath.make_path(entity)
    low, high = ezpath.bbox([curve], fast=True).extmin, ezpath.bbox([curve], fast=True).extmax
    size = max(1e-9, hypot(high.x - low.x, high.y - low.y))
    return [(p.x, p.y, p.z) for p in curve.flattening(FLAT * size)]


def _near(a: tuple[float, ...], b: tuple[float, ...], room: float) -> bool:
    return hypot(a[0] - b[0], a[1] - b[1]) <= room


def _joined(chains: list[Chain], room: float) -> tuple[list[Chain], list[Chain]]:
    """Open chains of one layer tied end to end: those that close, and those that stay open."""
    closed: list[Chain] = []
    left: list[Chain] = []
    loose = list(chains)
    while loose:
        chain = loose.pop()
        grown = True
        while grown and not _near(chain[0], chain[-1], room):
            grown = False
            for k, other in enumerate(loose):
                if _near(chain[-1], other[0], room) or _near(chain[-1], other[-1], room):
                    run = other if _near(chain[-1], other[0], room) else other[::-1]
                    chain = [*chain, *run[1:]]
                    del loose[k]
                    grown = True
                    break
        whole = len(chain) > 3 and _near(chain[0], chain[-1], room)
        (closed if whole else left).append(chain)
    return closed, left


def _flat(chain: Chain) -> tuple[Point, ...]:
    points = tuple((x, y) for x, y, _ in chain)
    return points[:-1] if len(points) > 1 and _near(points[0], points[-1], 0.0) else points


def _read(path: Path) -> Any:
    try:
        return readfile(path)
    except OSError as fault:
        raise FileRefused(path, "", "a DXF drawing", str(fault.strerror or fault)) from fault
    except DXFError as fault:
        raise FileRefused(path, "", "a DXF drawing", str(fault)) from fault
    except (UnicodeDecodeError, ValueError, KeyError, AttributeError, IndexError) as fault:
        raise FileRefused(
            path, "", "a sound DXF drawing", f"{type(fault).__name__}: {fault}"
        ) from fault


def _tied(chains: dict[str, list[Chain]], notes: list[str]) -> Iterator[FoundLoop]:
    """Outlines of lines tied end to end; what stays open is noted with its place."""
    points = [p for layer in chains.values() for chain in layer for p in chain]
    size = max((max(abs(p[0]), abs(p[1])) for p in points), default=1.0)
    for layer, open_chains in chains.items():
        closed, left = _joined(open_chains, 1e-6 * size)
        for chain in closed:
            yield FoundLoop(layer, _flat(chain), chain[0][2])
        if left:
            x, y, _ = left[0][-1]
            count = "a line does" if len(left) == 1 else f"{len(left)} lines do"
            notes.append(f"layer '{layer}': {count} not close, open at x {x:g}, y {y:g}")


def _name_of(entity: Any) -> str:
    """The name that a drawing of our own gave an outline."""
    if not entity.has_xdata(APP):
        return ""
    return next((str(tag.value) for tag in entity.get_xdata(APP) if tag.code == 1000), "")


def read_dxf(path: Path) -> Found:
    """The closed outlines of a drawing.

    Raises:
        FileRefused: for what is no DXF, or holds no closed outline.
    """
    drawing = _read(path)
    notes: list[str] = []
    skipped: dict[str, int] = defaultdict(int)
    chains: dict[str, list[Chain]] = defaultdict(list)
    runs: list[FoundRun] = []
    loops: list[FoundLoop] = []
    for entity in _entities(drawing.modelspace(), notes):
        kind, layer = entity.dxftype(), str(entity.dxf.layer)
        if kind not in CURVES:
            skipped[kind] += 1
            continue
        chain = _chain(entity)
        rim = _kind_of(layer)
        if rim is not None and kind == "LINE":
            runs.append(FoundRun(rim, chain[0][:2], chain[-1][:2]))
        elif len(chain) > 3 and _near(chain[0], chain[-1], 0.0):
            loops.append(FoundLoop(layer, _flat(chain), chain[0][2], _name_of(entity)))
        else:
            chains[layer].append(chain)
    loops += _tied(chains, notes)
    notes += [
        f"{count} of kind {kind} left out: no outline in plan"
        for kind, count in sorted(skipped.items())
    ]
    if not loops:
        seen = "; ".join(notes[:3]) or "nothing drawn"
        raise FileRefused(path, "", "at least one closed outline", seen)
    unit = METRES.get(int(drawing.header.get("$INSUNITS", 0)))
    return Found(tuple(loops), tuple(runs), unit, tuple(notes))
