# SPDX-License-Identifier: GPL-3.0-or-later
"""Arithmetic as workings print it, worked out again from what is printed."""

import ast
import operator
import re
from collections.abc import Callable, Mapping
from math import acos, asin, atan, ceil, cos, degrees, exp, log, radians, sin, tan

from glacis.core.errors import ValueRefused

Function = Callable[[float], float]
_OPERATORS: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
    ast.Pow: operator.pow,
}
_FUNCTIONS: dict[str, Function] = {
    "sin": lambda angle: sin(radians(angle)),
    "cos": lambda angle: cos(radians(angle)),
    "tan": lambda angle: tan(radians(angle)),
    "asin": lambda share: degrees(asin(max(-1.0, min(1.0, share)))),
    "acos": lambda share: degrees(acos(max(-1.0, min(1.0, share)))),
    "atan": lambda rise: degrees(atan(rise)),
    "abs": abs,
    "exp": exp,
    "ln": lambda value: log(value) if value > 0 else 0.0,
    "ceil": lambda value: float(ceil(value - 1e-6)),
}
"""Angles are printed in degrees."""
_WRITTEN = (
    (r"·10\^\(?−?", lambda m: "e-" if "−" in m.group() else "e"),
    (r"\|([^|]*)\|", lambda m: f"abs({m.group(1)})"),
    (r"\b(sin|cos|tan) (−?[\d.]+(?:e-?\d+)?)°", lambda m: f"{m.group(1)}({m.group(2)})"),
    (r"(p_sat)⁻¹", lambda _m: "p_sat_inverse"),
    (r"[×·]", lambda _m: "*"),
    (r"−", lambda _m: "-"),
    (r"²", lambda _m: "**2"),
    (r"\^", lambda _m: "**"),
    (r"°", lambda _m: ""),
)


def evaluate(text: str, functions: Mapping[str, Function]) -> float:
    """The value of printed arithmetic: + − × · / ² ^ | |, brackets, and functions by name.

    Args:
        text: such as ``(1 − 0.1) × 4.2 + 0.1 × 3.9`` or ``acos(sin 30° · cos 45°)``.
        functions: further functions that it may name.

    Raises:
        ValueRefused: where the text is no such arithmetic.
        ZeroDivisionError: where it divides by nothing.

    >>> evaluate("(1 − 0.1) × 4.2 + 0.1 × 3.9", {})
    4.17
    """
    plain = text
    for pattern, written in _WRITTEN:
        plain = re.sub(pattern, written, plain)
    try:
        return _value(ast.parse(plain.strip(), mode="eval").body, {**_FUNCTIONS, **functions})
    except (SyntaxError, KeyError, TypeError) as fault:
        raise ValueRefused("arithmetic", text, "numbers, + − × / and brackets") from fault


def _value(node: ast.expr, functions: Mapping[str, Function]) -> float:
    if isinstance(node, ast.Constant):
        return float(node.value)  # type: ignore[arg-type]
    if isinstance(node, ast.BinOp):
        left, right = _value(node.left, functions), _value(node.right, functions)
        return _OPERATORS[type(node.op)](left, right)
    if isinstance(node, ast.UnaryOp):
        return -_value(node.operand, functions)
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
        return functions[node.func.id](_value(node.args[0], functions))
    raise TypeError(type(node).__name__)
