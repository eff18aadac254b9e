# SPDX-License-Identifier: GPL-3.0-or-later
"""Temperatures of a section, and what flows from air to air."""

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from scipy.sparse.linalg import splu

from glacis.core.conduction.elements import Mesh, System, Values, mesh_of, system_of
from glacis.core.conduction.grid import NOTHING, USUAL, Fineness, Grid, grid_of
from glacis.core.conduction.section import Section, check_section
from glacis.core.errors import ValueRefused

MOST_CELLS = 400_000
"""Cells of one section at most; our judgement: more take longer than anybody waits."""
MOULD_FILM = 0.25
"""Film on inner faces in the run for mould [m²·K/W] (ISO 13788:2012, 4.4.1)."""
PANEL_FILM = 0.13
"""The same on glass and frames (ISO 13788:2012, 4.4.1)."""


class Solved(Struct, frozen=True):
    """A section with its temperatures.

    Attributes:
        grid: of it.
        mesh: of it.
        temperatures: of the nodes [°C].
        flows: out of the section into each air [W/m], or [W] about an axis; negative where it gives heat.
    """

    grid: Grid
    mesh: Mesh
    temperatures: Values
    flows: tuple[float, ...]

    @property
    def balance(self) -> float:
        """What goes in less what comes out, over what goes in [-]."""
        into = sum(-flow for flow in self.flows if flow < 0)
        return abs(sum(self.flows)) / into if into > 0 else 0.0


def _check_ground(grid: Grid) -> None:
    """Refuse silent air: a place inside the frame that nothing fills."""
    silent = np.argwhere(grid.ambient == NOTHING)
    if len(silent):
        row, column = silent[len(silent) // 2]
        at = f"{grid.x[column]:.3f}, {grid.y[row]:.3f} m"
        raise ValueRefused("section", f"nothing at {at}", "a piece or an air: what fills this?")


def _temperatures(system: System, airs: Values) -> Values:
    options = {"SymmetricMode": True}
    factors = splu(
        system.matrix, permc_spec="MMD_AT_PLUS_A", diag_pivot_thresh=0.001, options=options
    )
    found: Values = factors.solve(airs @ system.sources)
    return found


def solve(section: Section, fineness: Fineness = USUAL, *, mould: bool = False) -> Solved:
    """Temperatures and flows of a section (ISO 10211:2017).

    Args:
        section: to be solved.
        fineness: of the grid.
        mould: whether the faces of rooms carry the films for the coldest point instead of those for heat.

    Raises:
        ValueRefused: for a section that cannot be solved, has a place that nothing fills, or takes
            more cells than anybody waits for.
    """
    check_section(section)
    grid = grid_of(section, fineness)
    if grid.cells > MOST_CELLS:
        raise ValueRefused("grid of the section", f"{grid.cells} cells", f"{MOST_CELLS} at most")
    _check_ground(grid)
    mesh = mesh_of(section, grid)
    faces = mesh.faces
    films = faces.film
    if mould:
        rooms = np.array([ambient.is_room for ambient in section.ambients])
        inner = np.where(faces.panel, PANEL_FILM, MOULD_FILM)
        films = np.where(rooms[faces.ambient], inner, films)
    airs = np.array([ambient.temperature for ambient in section.ambients])
    system = system_of(section, mesh, films)
    temperatures = _temperatures(system, airs)
    flows = system.sources @ temperatures - system.sources.sum(axis=1) * airs
    return Solved(grid, mesh, temperatures, tuple(float(flow) for flow in flows))


def coupling(section: Section, solved: Solved) -> float:
    """L of a section between its rooms and outside [W/(m·K)], or [W/K] about an axis.

    Rooms share one temperature, and so do the airs outside.

    Raises:
        ValueRefused: where they do not.
    """
    rooms = {a.temperature for a in section.ambients if a.is_room}
    outside = {a.temperature for a in section.ambients if not a.is_room}
    if len(rooms) != 1 or len(outside) != 1:
        raise ValueRefused(
            "temperatures of the section",
            f"{len(rooms)} inside, {len(outside)} outside",
            "one each",
        )
    lost = sum(-flow for flow, a in zip(solved.flows, section.ambients, strict=True) if a.is_room)
    return lost / (rooms.pop() - outside.pop())


def coldest(section: Section, solved: Solved) -> tuple[tuple[str, float, tuple[float, float]], ...]:
    """For each room the lowest temperature of its faces [°C] and where that is [m]."""
    found = []
    faces = solved.mesh.faces
    for number, ambient in enumerate(section.ambients):
        nodes = np.unique(
            np.concatenate([end[faces.ambient == number] for end in (faces.start, faces.end)])
        )
        if ambient.is_room and len(nodes):
            at = nodes[np.argmin(solved.temperatures[nodes])]
            place = (float(solved.mesh.x[at]), float(solved.mesh.y[at]))
            found.append((ambient.name, float(solved.temperatures[at]), place))
    return tuple(found)


def temperature_at(solved: Solved, points: NDArray[np.float64]) -> Values:
    """Temperatures at points [m], shape (n, 2), that lie on crossings of lines of an unbent section."""
    found = []
    for x, y in points:
        column = int(np.argmin(np.abs(solved.grid.x - x)))
        row = int(np.argmin(np.abs(solved.grid.y - y)))
        found.append(solved.temperatures[solved.mesh.number[row, column]])
    return np.array(found)
