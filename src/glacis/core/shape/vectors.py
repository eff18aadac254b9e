# SPDX-License-Identifier: GPL-3.0-or-later
"""Vectors in space, as tuples: x east, y north, z up [m]."""

from math import atan2, degrees, sqrt

Vector = tuple[float, float, float]
UP: Vector = (0.0, 0.0, 1.0)


def plus(a: Vector, b: Vector) -> Vector:
    """A + b."""
    return (a[0] + b[0], a[1] + b[1], a[2] + b[2])


def minus(a: Vector, b: Vector) -> Vector:
    """A - b."""
    return (a[0] - b[0], a[1] - b[1], a[2] - b[2])


def times(a: Vector, factor: float) -> Vector:
    """A stretched."""
    return (a[0] * factor, a[1] * factor, a[2] * factor)


def dot(a: Vector, b: Vector) -> float:
    """Scalar product."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def cross(a: Vector, b: Vector) -> Vector:
    """Vector product."""
    return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])


def length(a: Vector) -> float:
    """Length [m]."""
    return sqrt(dot(a, a))


def unit(a: Vector) -> Vector:
    """The same direction, of length 1; the zero vector stays what it is."""
    size = length(a)
    return times(a, 1 / size) if size > 0 else a


def angle(a: Vector, b: Vector) -> float:
    """Angle between two directions [°], 0 to 180; exact to the last digits for small ones too."""
    x = a[1] * b[2] - a[2] * b[1]
    y = a[2] * b[0] - a[0] * b[2]
    z = a[0] * b[1] - a[1] * b[0]
    return degrees(atan2(sqrt(x * x + y * y + z * z), dot(a, b)))


def normal_of(corners: tuple[Vector, ...]) -> Vector:
    """Normal of a flat polygon, as long as twice its area (Newell's sum)."""
    total: Vector = (0.0, 0.0, 0.0)
    for a, b in zip(corners, corners[1:] + corners[:1], strict=True):
        total = plus(total, cross(a, b))
    return total
