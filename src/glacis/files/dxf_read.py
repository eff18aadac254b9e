# SPDX-License-Identifier: GPL-3.0-or-later
"""Outlines out of a DXF drawing: closed lines of any kind, blocks taken apart, by layer."""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from itertools import islice
from math import floor, hypot, isfinite
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
MOST_ENTITIES = 100_000
"""Of a drawing, blocks taken apart."""
MOST_POINTS = 5_000
"""Of one curve, turned into runs."""
FLAT = 0.01
"""How far a curve may leave the runs that stand for it, in parts of its size."""
DEEPEST = 8
APP = "GLACIS"
Chain = list[tuple[float, float, float]]


def _kind_of(layer: str) -> RimKind | None:
    """What a layer's name says that its lines are."""
    name = layer.lower()
    return next((kind for word, kind in WORDS if word in name), None)


class _Budget:
    """Counts entities and blocks, so that drawings that contain themselves come to an end."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self._left = MOST_ENTITIES

    def spend(self) -> None:
        """One more.

        Raises:
            FileRefused: where it is one too many.
        """
        self._left -= 1
        if self._left < 0:
            raise FileRefused(self._path, "", f"at most {MOST_ENTITIES} entities", "more")


def _entities(
    space: Iterable[Any], notes: list[str], budget: _Budget, depth: int = 0
) -> Iterator[Any]:
    for entity in space:
        budget.spend()
        if entity.dxftype() != "INSERT":
            yield entity
        elif depth >= DEEPEST:
            note = f"block '{entity.dxf.name}' is nested too deep and was left out"
            if note not in notes:
                notes.append(note)
        else:
            yield from _entities(entity.virtual_entities(), notes, budget, depth + 1)


def _chain(entity: Any) -> Chain:
    """The points of a curve.

    Raises:
        ValueError: where they are no numbers, or more than any edge of a roof has.
    """
    curve = ezpath.make_path(entity)
    corners = [coordinate for point in curve.control_vertices() for coordinate in point.xyz]
    if not corners or not all(map(isfinite, corners)):
        raise ValueError("points that are no numbers")
    box = ezpath.bbox([curve], fast=True)
    size = max(1e-9, hypot(box.extmax.x - box.extmin.x, box.extmax.y - box.extmin.y))
    points = list(islice(curve.flattening(FLAT * size), MOST_POINTS + 1))
    if len(points) > MOST_POINTS:
        raise ValueError(f"more than {MOST_POINTS} points")
    return [(p.x, p.y, p.z) for p in points]


def _near(a: tuple[float, ...], b: tuple[float, ...], room: float) -> bool:
    return hypot(a[0] - b[0], a[1] - b[1]) <= room


class _Ends:
    """The loose chains of a layer by where they begin and end."""

    def __init__(self, chains: list[Chain], room: float) -> None:
        self._room = room
        self.chains: dict[int, Chain] = dict(enumerate(chains))
        self._cells: dict[tuple[int, int], list[int]] = defaultdict(list)
        for number, chain in self.chains.items():
            for end in (chain[0], chain[-1]):
                self._cells[self._cell(end)].append(number)

    def _cell(self, point: tuple[float, ...]) -> tuple[int, int]:
        side = max(2 * self._room, 1e-12)
        return floor(point[0] / side), floor(point[1] / side)

    def take(self) -> Chain:
        """Any chain that is left."""
        return self.chains.popitem()[1]

    def take_at(self, point: tuple[float, ...]) -> Chain | None:
        """A chain with an end at a point, turned to begin there; None where there is none."""
        x, y = self._cell(point)
        for cell in ((x + i, y + j) for i in (-1, 0, 1) for j in (-1, 0, 1)):
            for number in self._cells.get(cell, ()):
                chain = self.chains.get(number)
                if chain is None:
                    continue
                if _near(point, chain[0], self._room):
                    return self.chains.pop(number)
                if _near(point, chain[-1], self._room):
                    return self.chains.pop(number)[::-1]
        return None


def _joined(chains: list[Chain], room: float) -> tuple[list[Chain], list[Chain]]:
    """Open chains of one layer tied end to end: those that close, and those that stay open."""
    closed: list[Chain] = []
    left: list[Chain] = []
    loose = _Ends(chains, room)
    while loose.chains:
        chain = list(loose.take())
        while not _near(chain[0], chain[-1], room):
            more = loose.take_at(chain[-1])
            if more is None:
                break
            chain.extend(more[1:])
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
    """The closed outlines of a drawing; an entity that is broken is left out and noted.

    Raises:
        FileRefused: for what is no DXF, holds too much or no closed outline.
    """
    drawing = _read(path)
    notes: list[str] = []
    skipped: dict[str, int] = defaultdict(int)
    broken: list[str] = []
    chains: dict[str, list[Chain]] = defaultdict(list)
    runs: list[FoundRun] = []
    loops: list[FoundLoop] = []
    for entity in _entities(drawing.modelspace(), notes, _Budget(path)):
        kind, layer = entity.dxftype(), str(entity.dxf.get("layer", "0"))
        if kind not in CURVES:
            skipped[kind] += 1
            continue
        try:
            chain = _chain(entity)
        except Exception as fault:  # noqa: BLE001 - broken entities break the library in many ways
            broken.append(
                f"{kind} {entity.dxf.get('handle', '')} on layer '{layer}': {fault}"[:120]
            )
            continue
        rim = _kind_of(layer)
        if rim is not None and kind == "LINE":
            runs.append(FoundRun(rim, chain[0][:2], chain[-1][:2]))
        elif len(chain) > 3 and _near(chain[0], chain[-1], 0.0):
            loops.append(FoundLoop(layer, _flat(chain), chain[0][2], _name_of(entity)))
        else:
            chains[layer].append(chain)
    if broken:
        more = f", and {len(broken) - 1} more" if len(broken) > 1 else ""
        notes.append(f"left out as broken: {broken[0]}{more}")
    loops += _tied(chains, notes)
    notes += [
        f"{count} of kind {kind} left out: no outline in plan"
        for kind, count in sorted(skipped.items())
    ]
    if not loops:
        seen = "; ".join(notes[:3]) or "nothing drawn"
        raise FileRefused(path, "", "at least one closed outline", seen)
    unit = METRES.get(drawing.header.get("$INSUNITS", 0))
    return Found(tuple(loops), tuple(runs), unit, tuple(notes))
