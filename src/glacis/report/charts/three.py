# SPDX-License-Identifier: GPL-3.0-or-later
"""Three methods side by side in words: what each says of a roof, by which figure."""

from glacis.core.judgement.methods import Method
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import System

SAYS: dict[str, str] = {
    "fit": "passes",
    "mind": "a second look",
    "stop": "condemned",
    "not asked": "not asked",
}


def figure_words(method: Method, system: System) -> str:
    """The figure of a method with what it is of."""
    if method.figure is None:
        return method.of
    if method.quantity is None:
        return f"{method.of} {plain(method.figure, 0)}\u2009% by mass"
    return f"{method.of} {with_unit(method.figure, method.quantity, system)}"


def methods_line(methods: tuple[Method, ...], system: System) -> str:
    """All of them in one line."""
    return " · ".join(
        f"{method.name}: {SAYS[method.says]} ({figure_words(method, system)})" for method in methods
    )
