# SPDX-License-Identifier: GPL-3.0-or-later
"""Better forms of an edge, and what lies between the present and one of them."""

from typing import Any

from msgspec.structs import replace

from glacis.core.model.edge_detail import EdgeDetail

Way = tuple[str, dict[str, Any]]
"""Words, and the sizes that change."""

BETTER: dict[str, tuple[Way, ...]] = {
    "parapet": (
        ("Wrap the parapet on the roof's side and over its head",
         {"wrap": "both", "insulation": 0.1, "head": 0.06}),
        ("Take a parapet of light blocks on a thermal break", {"structure": 0.15}),
    ),
    "wall-level": (("Insulate behind the upstand", {"insulation": 0.1}),),
    "wall-side": (("Insulate behind the upstand", {"insulation": 0.1}),),
    "kerb": (("Insulate the kerb", {"insulation": 0.1}), ("Take a better glass", {"panel": 0.8})),
    "roof-window": (("Frame it in insulation", {"insulation": 0.08}), ("Take a better glass", {"panel": 0.8})),
    "threshold": (("Set the frame on an insulating block", {"structure": 0.05}),),
    "post": (
        ("Wrap what stands proud in a jacket", {"insulation": 0.1, "proud": 0.3}),
        ("Set it on a firm pad", {"pad": 0.02}),
    ),
    "pipe": (("Insulate the pipe below the roof", {"insulation": 0.06}),),
    "outlet": (("Insulate body and pipe below the roof", {"insulation": 0.06}),),
    "verge": (("Fill the ladder over the gable head", {"insulation": 0.1}),),
    "mono-top": (("Fill behind the edge board", {"insulation": 0.1}),),
    "eaves-cold": (("Raise the heel", {"insulation": 0.25}),),
    "obstacle": (("Fibre to the flue's clearance", {"insulation": 0.1}),),
    "ridge": (("Fill the joint of the boards", {"fill": "filled"}),),
}  # fmt: skip
"""Ways out by kind; our judgement, each tried before it is offered."""
THICKER = ("insulation", "head", "pad", "proud")
"""Sizes that a way out never makes less than they are; by definition."""


def ways_of(kind: str) -> tuple[Way, ...]:
    """Better forms of a kind of junction."""
    return BETTER.get(kind, ())


def improved(detail: EdgeDetail, sizes: dict[str, Any]) -> EdgeDetail:
    """Sizes changed to a better form, none of them made worse than it is."""
    raised = {
        name: max(size, getattr(detail, name)) if name in THICKER else size
        for name, size in sizes.items()
    }
    better: EdgeDetail = replace(detail, **raised)
    return better


def blended(present: EdgeDetail, other: EdgeDetail, share: float) -> EdgeDetail:
    """Sizes part of the way [-] from one detail to another; what is no figure goes over at once.

    Args:
        present: at share 0.
        other: at share 1.
        share: from 0 to 1.
    """
    if share <= 0:
        return present
    values: dict[str, Any] = {}
    for name in present.__struct_fields__:
        a, b = getattr(present, name), getattr(other, name)
        mixed = isinstance(a, float) and isinstance(b, float)
        values[name] = a + (b - a) * share if mixed else b
    made: EdgeDetail = replace(present, **values)
    return made
