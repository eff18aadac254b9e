# SPDX-License-Identifier: GPL-3.0-or-later
"""A checker with a pocket calculator: works out again what a working prints, from the text alone."""

import re
from math import acos, asin, atan, cos, degrees, exp, log, radians, sin, tan

from glacis.core.units.format import number
from glacis.core.working import Step

_NUMBER = r"−?\d+(?:\.\d+)?(?:e−?\d+)?"
_ARITHMETIC = re.compile(
    r"(?:\d|[.\s()+−×·/²|°^]|p_sat⁻¹|p_sat|asin|acos|atan|sin|cos|tan|=)+"
)  # fmt: skip


def _saturation(theta: float) -> float:
    a, b = (17.269, 237.3) if theta >= 0 else (21.875, 265.5)
    return 610.5 * exp(a * theta / (b + theta))


def _dew_point(pressure: float) -> float:
    ratio = log(pressure / 610.5)
    a, b = (17.269, 237.3) if pressure >= 610.5 else (21.875, 265.5)
    return b * ratio / (a - ratio)


_NAMES = {
    "asin": lambda x: degrees(asin(max(-1.0, min(1.0, x)))),
    "acos": lambda x: degrees(acos(max(-1.0, min(1.0, x)))),
    "atan": lambda x: degrees(atan(x)),
    "Sin": lambda x: sin(radians(x)),
    "Cos": lambda x: cos(radians(x)),
    "Tan": lambda x: tan(radians(x)),
    "saturation": _saturation,
    "dew_point": _dew_point,
    "abs": abs,
}


def is_arithmetic(text: str) -> bool:
    """Whether a text is numbers and operations rather than words such as "table 8, 50 mm"."""
    return bool(re.search(r"\d", text)) and _ARITHMETIC.fullmatch(text) is not None


def worked_out(text: str) -> float:
    """What a pocket calculator shows for printed arithmetic."""
    text = re.sub(r"·10\^", "e", text)
    text = re.sub(r"\|([^|]+)\|", r"abs(\1)", text)
    text = re.sub(rf"\b(sin|cos|tan) ({_NUMBER})°", lambda m: f"{m[1].title()}({m[2]})", text)
    text = text.replace("p_sat⁻¹", "dew_point").replace("p_sat", "saturation")
    for printed, plain in (("×", "*"), ("·", "*"), ("−", "-"), ("²", "**2"), ("°", "")):
        text = text.replace(printed, plain)
    return float(eval(text.strip(), {"__builtins__": {}}, dict(_NAMES)))  # noqa: S307


def faults_of(step: Step) -> str:
    """What does not close in a printed step; empty where it does or has nothing to redo."""
    if not is_arithmetic(step.substitution):
        return ""
    sides = [worked_out(side) for side in step.substitution.split("=")]
    if len(sides) == 2:
        left, right = sides
        return "" if abs(left - right) < 2e-4 else f"{step.symbol}: {step.substitution}"
    redone, printed = number(sides[0], step.quantity, "si"), number(step.value, step.quantity, "si")
    return (
        "" if redone == printed else f"{step.symbol} = {step.substitution}: {redone}, not {printed}"
    )
