# SPDX-License-Identifier: GPL-3.0-or-later
"""A roof as the engine takes it: slabs of material with sheets between them, cut into cells."""

from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.errors import ValueRefused
from glacis.core.hourly.engine.columns import (
    ABSORBS,
    CAVITY,
    DRAINS,
    JOINT,
    LEAK_CELL,
    MODE,
    ONE_WAY,
    PLACES,
    PLAIN,
    PLANTED,
    R_FACE,
    SD_A,
    SD_B,
    SHEDS,
    VARIABLE,
    WET_FROM,
    WET_TO,
    Roof,
)
from glacis.core.hourly.functions import Curves, Hygric, curves_of, tabulated
from glacis.core.hourly.grid import FINEST, graded

Array = NDArray[np.float64]
Passing = Literal["alike", "by humidity", "one way"]
MODES: dict[Passing, float] = {"alike": PLAIN, "by humidity": VARIABLE, "one way": ONE_WAY}


class Sheet(Struct, frozen=True):
    """What lies between two slabs, or on a surface.

    Attributes:
        s_d: equivalent air layer [m]; dry, or for vapour that goes inwards.
        s_d_wet: wet, or for vapour that goes outwards [m].
        passing: how it lets vapour pass.
        resistance: to heat [m²·K/W].
        stops: whether liquid stops at it.
        name: of it; empty for none.
        layer: its id; empty for none.
    """

    s_d: float = 0.0
    s_d_wet: float = 0.0
    passing: Passing = "alike"
    resistance: float = 0.0
    stops: bool = True
    name: str = ""
    layer: str = ""


NOTHING = Sheet(stops=False)


class Slab(Struct, frozen=True, eq=False):
    """A layer with cells.

    Attributes:
        matter: what it is of.
        thickness: [m].
        cells: how many.
        start: relative humidity in it at the beginning [-].
        start_water: water instead [kg/m³]; None takes the humidity.
        finest: width of its outermost cells [m].
        widths: of all its cells, where they are stated one by one [m].
        layer: id of the layer it is; empty for none.
        name: of it.
    """

    matter: Hygric | Curves
    thickness: float
    cells: int
    start: float = 0.65
    start_water: float | None = None
    finest: float = FINEST
    widths: tuple[float, ...] = ()
    layer: str = ""
    name: str = ""


class Case(Struct, frozen=True, eq=False):
    """All that an hourly run needs of a roof, from outside to inside.

    Attributes:
        slabs: at least one.
        sheets: after which slab there is one, by index.
        outer: on the outer surface.
        inner: on the inner surface.
        cavity: slab that outside air moves through; -1 for none.
        leak: slab in whose outermost cell leaking room air leaves its water; -1 for none.
        wetted: slab that rain leaks into; -1 for none.
        wet_depth: of the zone that it wets, from the slab's outer face [m].
        planted: slab of a planted substrate; -1 for none.
        absorbs: whether the outermost slab takes up rain.
        weathered: how many slabs lie in the rain, from which water runs off.
        temperature: at the beginning [°C].
    """

    slabs: tuple[Slab, ...]
    sheets: dict[int, Sheet] = {}
    outer: Sheet = NOTHING
    inner: Sheet = NOTHING
    cavity: int = -1
    leak: int = -1
    wetted: int = -1
    wet_depth: float = 0.01
    planted: int = -1
    absorbs: bool = False
    weathered: int = 0
    temperature: float = 15.0


class Assembled(Struct, frozen=True, eq=False):
    """A case as arrays.

    Attributes:
        roof: what the engine reads.
        spans: first and one past the last cell of every slab.
        curves: of every slab.
        full_flow: potential of liquid of the outermost slab where it is full [kg/(m·s)].
        state: temperature [°C] and water [kg/m³] at the beginning, 2 by cells.
    """

    roof: Roof
    spans: tuple[tuple[int, int], ...]
    curves: tuple[Curves, ...]
    full_flow: float
    state: Array

    @property
    def widths(self) -> Array:
        """Of the cells [m]."""
        return self.roof[3]

    def humidity(self, water: Array) -> Array:
        """Relative humidity [-] of all cells along the last axis, for isotherms."""
        found = np.empty(water.shape)
        for (first, last), curves in zip(self.spans, self.curves, strict=True):
            found[..., first:last] = np.interp(
                water[..., first:last], curves.water, curves.humidity
            )
        return found


def assembled(case: Case) -> Assembled:
    """A case as arrays.

    Raises:
        ValueRefused: for no slab, or a thickness that is none.
    """
    if not case.slabs:
        raise ValueRefused(
            "layers of the hourly calculation", "none", "at least one with a material"
        )
    for slab in case.slabs:
        if not (slab.thickness > 0 and slab.cells > 0):
            raise ValueRefused(f"thickness of {slab.name}", str(slab.thickness), "more than 0")
    known: dict[int, int] = {}
    curves: list[Curves] = []
    kinds: list[int] = []
    widths: list[float] = []
    faces: list[Array] = []
    spans: list[tuple[int, int]] = []
    for number, slab in enumerate(case.slabs):
        matter = slab.matter
        key = hash(matter) if isinstance(matter, Hygric) else id(matter)
        if key not in known:
            known[key] = len(curves)
            curves.append(curves_of(matter) if isinstance(matter, Hygric) else matter)
        first = len(widths)
        widths += slab.widths or list(graded(slab.thickness, slab.cells, slab.finest))
        count = len(widths) - first
        kinds += [known[key]] * count
        spans.append((first, len(widths)))
        faces += [np.zeros(5)] * (count - 1)
        faces.append(_face(case.sheets.get(number)))
    tables, columns = zip(*(tabulated(item) for item in curves), strict=True)
    roof: Roof = (
        np.array(tables), np.array(columns), np.array(kinds, np.int64), np.array(widths), np.array(faces),
        np.array([_surface(case.outer), _surface(case.inner)]), _places(case, spans, widths),
    )  # fmt: skip
    own = tuple(curves[kinds[first]] for first, _ in spans)
    state = np.empty((2, len(widths)))
    state[0] = case.temperature
    for slab, (first, last), curve in zip(case.slabs, spans, own, strict=True):
        held = float(np.interp(slab.start, curve.humidity, curve.water))
        state[1, first:last] = held if slab.start_water is None else slab.start_water
    outermost = own[0]
    full = float(np.interp(outermost.full, outermost.water, outermost.potential))
    return Assembled(roof, tuple(spans), own, full, state)


def _face(sheet: Sheet | None) -> Array:
    face = np.zeros(5)
    face[JOINT] = 1.0
    if sheet is not None:
        face[JOINT] = 2.0 if sheet.stops else 1.0
        face[MODE] = MODES[sheet.passing]
        face[SD_A], face[SD_B], face[R_FACE] = sheet.s_d, sheet.s_d_wet, sheet.resistance
    return face


def _surface(sheet: Sheet) -> Array:
    face = np.zeros(5)
    face[SD_A], face[R_FACE] = sheet.s_d, sheet.resistance
    return face


def _places(case: Case, spans: list[tuple[int, int]], widths: list[float]) -> NDArray[np.int64]:
    places = np.full(PLACES, -1, np.int64)
    places[WET_TO] = 0
    places[ABSORBS] = int(case.absorbs)
    places[SHEDS] = spans[case.weathered - 1][1] if case.weathered else 0
    places[DRAINS] = int(case.inner.s_d < 100.0)
    if case.cavity >= 0:
        places[CAVITY] = spans[case.cavity][0]
    if case.leak >= 0:
        places[LEAK_CELL] = spans[case.leak][0]
    if case.planted >= 0:
        places[PLANTED] = sum(spans[case.planted]) // 2
    if case.wetted >= 0:
        first, last = spans[case.wetted]
        deep = np.cumsum(widths[first:last])
        places[WET_FROM] = first
        places[WET_TO] = first + int(np.searchsorted(deep, case.wet_depth - 1e-9)) + 1
        places[WET_TO] = min(places[WET_TO], last)
    return places
