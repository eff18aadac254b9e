# SPDX-License-Identifier: GPL-3.0-or-later
"""Thrust down the slope: a truss of angled screws and insulation under the counter-batten, or a stop at the eaves.

EN 1995-1-1:2004, 8.7.2 (amendment 1) for withdrawal; the truss is common practice of approvals. No friction is taken.
"""

from math import cos, pi, radians, sin, tan

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.fixings.lengths import FLATTEST_SCREW

PERMANENT, VARIABLE = 1.35, 1.5
"""Partial factors of loads [-] (EN 1990:2002, table A1.2(B))."""


class Thrust(Struct, frozen=True):
    """Load of a counter-batten on one rafter, by the metre of batten.

    Attributes:
        load: v, of the slope [Pa].
        along: down the slope [N/m].
        square: square to it [N/m].
    """

    load: float
    along: float
    square: float


def thrust_of(dead: float, snow: float, pitch: float, rafters: float) -> Thrust:
    """V = 1.35 g + 1.5 s cos a; its parts along and square to the slope, times the spacing of rafters.

    Args:
        dead: weight above the insulation on the slope [Pa].
        snow: on the plan [Pa].
        pitch: 0 to below 90 [°].
        rafters: spacing, above 0 [m].
    """
    slope = radians(pitch)
    load = PERMANENT * dead + VARIABLE * snow * cos(slope)
    return Thrust(load, load * sin(slope) * rafters, load * cos(slope) * rafters)


class Truss(Struct, frozen=True):
    """Angled screws that pull, insulation that is pressed.

    Attributes:
        tension: in the screws, by the metre of batten [N/m].
        compression: on the insulation under the batten, by the metre [N/m].
        stress: on it [Pa].
        spacing: of screws that their resistance asks for [m].
        use_insulation: of its long-term limit [-]; 0 where no limit is known.
    """

    tension: float
    compression: float
    stress: float
    spacing: float
    use_insulation: float


def truss_of(
    thrust: Thrust, angle: float, resistance: float, batten: float, limit: float = 0.0
) -> Truss:
    """T = along/cos(theta), compression = along tan(theta) + square.

    Args:
        thrust: on the batten.
        angle: of the screws against the slope, 30 to below 90; usually 60 to 67 [°].
        resistance: of one screw in tension, F_Rd, above 0 [N].
        batten: width of the counter-batten, above 0 [m].
        limit: long-term stress that the insulation bears [Pa]; 0 where nobody stated it.

    Raises:
        ValueRefused: for an angle that makes no truss.
    """
    if not FLATTEST_SCREW <= angle < 90:
        raise ValueRefused(
            "angle of the screws", f"{angle:g}°", f"{FLATTEST_SCREW:g}° to below 90°"
        )
    lean = radians(angle)
    tension = thrust.along / cos(lean)
    compression = thrust.along * tan(lean) + thrust.square
    stress = compression / batten
    spacing = resistance / tension if tension > 0 else float("inf")
    return Truss(tension, compression, stress, spacing, stress / limit if limit > 0 else 0.0)


def withdrawal(
    diameter: float, thread: float, density: float, angle: float = 90.0, k_mod: float = 0.9, gamma: float = 1.3
) -> float:  # fmt: skip
    """Design resistance of a screw's thread in timber [N] (EN 1995-1-1:2004, 8.7.2, expressions 8.38 to 8.40).

    F_k = 0.52 d^-0.5 l^-0.1 rho^0.8 d l k_d/(1.2 cos² + sin²), k_d = min(d/8, 1), in millimetres.

    Args:
        diameter: outer, of the thread, above 0 [m].
        thread: length in the timber, above 0 [m].
        density: characteristic, of the timber [kg/m³].
        angle: of the axis against the grain, 30 to 90 [°].
        k_mod: of duration and moisture [-].
        gamma: of the material [-].
    """
    d, length = diameter * 1000, thread * 1000
    if not (d > 0 and length > 0):
        raise ValueRefused("screw", f"{d:g} mm, {length:g} mm in the timber", "more than 0 mm")
    lean = radians(angle)
    f = 0.52 * d**-0.5 * length**-0.1 * density**0.8
    force = f * d * length * min(d / 8, 1) / (1.2 * cos(lean) ** 2 + sin(lean) ** 2)
    return float(force * k_mod / gamma)


def buckling_force(diameter: float, free: float, modulus: float = 2.1e11) -> float:
    """Euler's load of a screw between batten and rafter, hinged at both ends, pi² E I/L² [N].

    Args:
        diameter: of the core [m].
        free: length in the insulation, above 0 [m].
        modulus: of steel [Pa].
    """
    return pi**2 * modulus * (pi * diameter**4 / 64) / free**2


def bending_slip(force: float, free: float, diameter: float, modulus: float = 2.1e11) -> float:
    """How far a square screw's head goes down the slope, held at both ends, F L³/(12 E I) [m].

    Args:
        force: along the slope on one screw [N].
        free: length in the insulation [m].
        diameter: of the core [m].
        modulus: of steel [Pa].
    """
    return force * free**3 / (12 * modulus * pi * diameter**4 / 64)


def eaves_force(thrust: Thrust, slope: float) -> float:
    """What a stop at the eaves holds on one rafter: the sum over the slope [N].

    Args:
        thrust: on the batten.
        slope: its length [m].
    """
    return thrust.along * slope
