# SPDX-License-Identifier: GPL-3.0-or-later
"""Whether a build-up is what its approach says it is."""

from collections.abc import Callable

from glacis.core.heat.corrections import inverted_layers
from glacis.core.heat.resolve import LayerData, of_weight

Layers = tuple[LayerData, ...]
COUNTS = 0.1
"""Insulation from this share of the strongest layer's R on belongs to an approach [-]; our judgement: less
is a lining or a levelling board."""


def _has(layers: Layers, *materials: str) -> bool:
    return any(x.material is not None and x.material.id in materials for x in layers)


def _insulation(layers: Layers) -> list[int]:
    return of_weight(layers, COUNTS)


def _framed(layers: Layers) -> list[int]:
    return [i for i in _insulation(layers) if layers[i].frame is not None]


def _unframed(layers: Layers) -> list[int]:
    return [i for i in _insulation(layers) if layers[i].frame is None]


def _vented_outside(layers: Layers) -> bool:
    inner = _insulation(layers)
    return any(
        x.kind == "air" and x.ventilation == "well" and (not inner or i > inner[0])
        for i, x in enumerate(layers)
    )


def _sheet(layers: Layers) -> int | None:
    found = [i for i, x in enumerate(layers) if x.kind == "membrane" and x.has_role("covering")]
    return found[0] if found else None


def _foam_framed(layers: Layers) -> bool:
    return any(layers[i].is_foam for i in _framed(layers))


def _closed_outside_open(layers: Layers) -> bool:
    found = [(layers[i].material.mu_dry or 0.0) for i in _insulation(layers) if layers[i].material]  # type: ignore[union-attr]
    return any(inner <= 10 < outer for inner, outer in zip(found, found[1:], strict=False))


def _attic(layers: Layers) -> str:
    return "" if any(x.kind == "roof-space" for x in layers) else "there is no roof space"


def _cold_slope(layers: Layers) -> str:
    if not _framed(layers):
        return "no insulation lies between members"
    return "" if _vented_outside(layers) else "no ventilated layer lies outside the insulation"


def _over_roof(layers: Layers) -> str:
    return "" if _vented_outside(layers) else "no ventilated layer lies under the covering"


def _over_only(layers: Layers) -> str:
    if not _unframed(layers):
        return "no insulation lies over the structure"
    return "" if not _framed(layers) else "there is insulation between members as well"


def _both(layers: Layers) -> str:
    framed, over = _framed(layers), _unframed(layers)
    if not framed:
        return "no insulation lies between members"
    return "" if over and over[-1] > framed[0] else "no insulation lies over the members"


def _warm_deck(layers: Layers) -> str:
    sheet = _sheet(layers)
    if sheet is None:
        return "no waterproofing sheet lies on top"
    if inverted_layers(layers):
        return "insulation lies over the sheet"
    return "" if _unframed(layers) else "no insulation lies on the deck"


def _inverted(layers: Layers) -> str:
    return "" if inverted_layers(layers) else "no insulation lies over the waterproofing sheet"


def _compact(layers: Layers) -> str:
    if not _foam_framed(layers):
        return "no foam lies between the members"
    return ""


def _hybrid(layers: Layers) -> str:
    return "" if _closed_outside_open(layers) else "no closed boards lie outside open insulation"


def _nail_base(layers: Layers) -> str:
    return "" if _has(layers, "nail-base-foam") else "there is no nail-base board"


def _panel(layers: Layers) -> str:
    return "" if _has(layers, "structural-panel-core") else "there is no panel core"


def _dense(layers: Layers) -> str:
    fills = [i for i in _framed(layers) if layers[i].material.family == "loose-fill"]  # type: ignore[union-attr]
    return "" if fills else "no fibre is packed between the members"


def _sprayed(layers: Layers) -> str:
    foam = any(
        x.material is not None and x.material.id == "spray-foam-closed" and x.frame is None
        for x in layers
    )
    return "" if foam else "no foam is sprayed over the deck"


def _planted(layers: Layers) -> str:
    return "" if any(x.has_role("planting") for x in layers) else "nothing is planted"


def _buried(layers: Layers) -> str:
    return "" if _has(layers, "earth-cover") else "no earth lies on it"


CHECKS: dict[str, Callable[[Layers], str]] = {
    "buried": _buried,
    "planted": _planted,
    "cold-ventilated-attic": _attic,
    "structural-panel": _panel,
    "nail-base": _nail_base,
    "inverted": _inverted,
    "sprayed-foam": _sprayed,
    "compact-foam-under-deck": _compact,
    "hybrid": _hybrid,
    "dense-pack": _dense,
    "warm-between-and-over": _both,
    "cold-ventilated-slope": _cold_slope,
    "warm-deck": _warm_deck,
    "all-outside": _over_only,
    "warm-over-rafter": _over_only,
    "ventilated-over-roof": _over_roof,
}
"""What is wrong with a build-up as one of these; the more telling approaches come first."""


def misfit(approach: str, layers: Layers) -> str:
    """Why ``layers`` are not what ``approach`` says; empty where they are."""
    return CHECKS[approach](layers) if layers else ""


def fitting(layers: Layers) -> tuple[str, ...]:
    """Approaches that ``layers`` do follow, the more telling first."""
    return tuple(name for name, check in CHECKS.items() if not check(layers))
