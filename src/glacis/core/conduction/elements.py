# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat through bilinear elements on four-sided cells: the energy it finds is never below the true one."""

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from scipy.sparse import coo_matrix, csc_matrix

from glacis.core.conduction.grid import Grid
from glacis.core.conduction.section import Section

Numbers = NDArray[np.int64]
Values = NDArray[np.float64]
GAUSS = (0.5 - 0.5 / 3**0.5, 0.5 + 0.5 / 3**0.5)
"""Points of the two-point rule on 0 to 1 [-]; by definition."""
STEEP = 0.866
"""Share of rise in the length of a face from which it counts as upright [-]: 60° (ISO 6946:2017, 6.8)."""


class Faces(Struct, frozen=True):
    """Sides of cells that air touches.

    Attributes:
        start: numbers of the nodes at one end.
        end: at the other.
        length: [m], or area of the ring they sweep [m²].
        ambient: number of the air.
        film: on the face [m²·K/W].
        panel: whether the face is a panel's.
    """

    start: Numbers
    end: Numbers
    length: Values
    ambient: Numbers
    film: Values
    panel: NDArray[np.bool_]


class Mesh(Struct, frozen=True):
    """Nodes of the cells that conduct, and faces in the air.

    Attributes:
        x: of the nodes in the true section [m].
        y: likewise.
        cells: four nodes of each cell that conducts, anticlockwise.
        conductivity: of each of these cells [W/(m·K)].
        number: number of the node at each crossing of lines, rows from the bottom; -1 where none conducts.
        faces: in the air.
    """

    x: Values
    y: Values
    cells: Numbers
    conductivity: Values
    number: Numbers
    faces: Faces


def mesh_of(section: Section, grid: Grid) -> Mesh:
    """Nodes, cells and faces of a section on a grid."""
    rows, columns = grid.conductivity.shape
    solid = grid.conductivity > 0
    used = np.zeros((rows + 1, columns + 1), dtype=bool)
    for down in (0, 1):
        for along in (0, 1):
            used[down : rows + down, along : columns + along] |= solid
    number = np.full(used.shape, -1, dtype=np.int64)
    number[used] = np.arange(int(used.sum()))
    flat_x, flat_y = np.meshgrid(grid.x, grid.y)
    x, y = section.bend.at(flat_x, flat_y)
    j, i = np.nonzero(solid)
    cells = np.stack(
        [number[j, i], number[j, i + 1], number[j + 1, i + 1], number[j + 1, i]], axis=1
    )
    faces = _faces(section, grid, (x, y), number)
    return Mesh(x[used], y[used], cells, grid.conductivity[solid], number, faces)


def _faces(section: Section, grid: Grid, at: tuple[Values, Values], number: Numbers) -> Faces:
    solid = grid.conductivity > 0
    parts: list[tuple[Numbers, Numbers, Numbers, NDArray[np.bool_]]] = []
    for own, other, lower, upper in (
        (np.s_[:, :-1], np.s_[:, 1:], np.s_[:-1, 1:-1], np.s_[1:, 1:-1]),
        (np.s_[:, 1:], np.s_[:, :-1], np.s_[:-1, 1:-1], np.s_[1:, 1:-1]),
        (np.s_[:-1, :], np.s_[1:, :], np.s_[1:-1, :-1], np.s_[1:-1, 1:]),
        (np.s_[1:, :], np.s_[:-1, :], np.s_[1:-1, :-1], np.s_[1:-1, 1:]),
    ):
        touch = solid[own] & ~solid[other] & (grid.ambient[other] >= 0)
        parts.append(
            (
                number[lower][touch],
                number[upper][touch],
                grid.ambient[other][touch],
                grid.panel[own][touch],
            )
        )
    start, end, ambient = (np.concatenate([part[k] for part in parts]) for k in (0, 1, 2))
    panel = np.concatenate([part[3] for part in parts])
    used = number >= 0
    x, y = at[0][used], at[1][used]
    dx, dy = x[end] - x[start], y[end] - y[start]
    length = np.hypot(dx, dy)
    upright = np.abs(dy) > STEEP * length
    films = np.array([(a.level, a.across) for a in section.ambients])
    return Faces(start, end, length, ambient, films[ambient, upright.astype(int)], panel)


ALONG = np.array([[2, -2, -1, 1], [-2, 2, 1, -1], [-1, 1, 2, -2], [1, -1, -2, 2]]) / 6
UPWARD = np.array([[2, 1, -1, -2], [1, 2, -2, -1], [-1, -2, 2, 1], [-2, -1, 1, 2]]) / 6
"""Products of the slopes of bilinear functions on a rectangle, along and upward; by definition."""


def _plain_stiffness(mesh: Mesh) -> Values:
    """The products on rectangles, in closed form."""
    corner = mesh.cells[:, 0]
    wide = mesh.x[mesh.cells[:, 1]] - mesh.x[corner]
    high = mesh.y[mesh.cells[:, 3]] - mesh.y[corner]
    along, upward = mesh.conductivity * high / wide, mesh.conductivity * wide / high
    products: Values = along[:, None, None] * ALONG + upward[:, None, None] * UPWARD
    return products


def _stiffness(mesh: Mesh, axis: bool, is_plain: bool) -> tuple[Values, Numbers]:
    """The sixteen products of each cell's four shape functions, and its nodes."""
    if is_plain:
        return _plain_stiffness(mesh), mesh.cells
    x, y = mesh.x[mesh.cells], mesh.y[mesh.cells]
    total = np.zeros((len(x), 4, 4))
    for u in GAUSS:
        for v in GAUSS:
            du = np.array([-(1 - v), 1 - v, v, -v])
            dv = np.array([-(1 - u), -u, u, 1 - u])
            xu, xv, yu, yv = x @ du, x @ dv, y @ du, y @ dv
            size = xu * yv - xv * yu
            gx = (yv[:, None] * du - yu[:, None] * dv) / size[:, None]
            gy = (xu[:, None] * dv - xv[:, None] * du) / size[:, None]
            weight = size / 4
            if axis:
                shapes = np.array([(1 - u) * (1 - v), u * (1 - v), u * v, (1 - u) * v])
                weight = weight * 2 * np.pi * (x @ shapes)
            total += weight[:, None, None] * (
                gx[:, :, None] * gx[:, None, :] + gy[:, :, None] * gy[:, None, :]
            )
    return total * mesh.conductivity[:, None, None], mesh.cells


def _side_masses(mesh: Mesh, axis: bool) -> tuple[Values, Values, Values]:
    """Integrals of N1 N1, N1 N2 and N2 N2 along each face, times the ring it sweeps where it turns."""
    faces = mesh.faces
    if not axis:
        return faces.length / 3, faces.length / 6, faces.length / 3
    r1, r2 = mesh.x[faces.start], mesh.x[faces.end]
    turn = 2 * np.pi * faces.length / 12
    return turn * (3 * r1 + r2), turn * (r1 + r2), turn * (r1 + 3 * r2)


class System(Struct, frozen=True):
    """The equations of a section: a matrix of conductances, and what each air brings to each node.

    Attributes:
        matrix: with the films [W/(m·K)], or [W/K] about an axis.
        sources: for each air what one degree of it brings to each node, likewise.
    """

    matrix: csc_matrix
    sources: Values


def system_of(section: Section, mesh: Mesh, films: Values) -> System:
    """The equations of a section with a film on each of its faces [m²·K/W]."""
    is_plain = not section.axis and (section.bend.kind == "none" or section.bend.pitch == 0)
    stiffness, nodes = _stiffness(mesh, section.axis, is_plain)
    one, two, three = (mass / films for mass in _side_masses(mesh, section.axis))
    start, end = mesh.faces.start, mesh.faces.end
    row = np.concatenate([np.repeat(nodes, 4, axis=1).ravel(), start, start, end, end])
    column = np.concatenate([np.tile(nodes, (1, 4)).ravel(), start, end, start, end])
    data = np.concatenate([stiffness.ravel(), one, two, two, three])
    count = len(mesh.x)
    matrix = coo_matrix((data, (row, column)), shape=(count, count)).tocsc()
    sources = np.zeros((len(section.ambients), count))
    np.add.at(sources, (mesh.faces.ambient, start), one + two)
    np.add.at(sources, (mesh.faces.ambient, end), two + three)
    return System(matrix, sources)
