# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what carries what: nails that hold, boards that bear, loose layers that stay."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.questions import finding, index_of, material
from glacis.core.judgement.remedies import insert_solid
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

LIES_TO = {"ballast": 5.0, "planting": 15.0}
"""Pitch up to which loose layers lie by themselves [°], by role; our judgement after common practice, confirm."""
NAILED = ("bitumen-shingles", "wood-shingles")
"""Coverings that are nailed straight to what lies below them."""
NAIL_BASE = 0.018
"""Thickness of a board that holds shingle nails [m]; our judgement after common practice."""


def _slides(roof: AnalysedArea) -> Iterator[Finding]:
    for layer in roof.layers:
        limit = next((pitch for role, pitch in LIES_TO.items() if layer.has_role(role)), None)
        if limit is not None and roof.area.pitch > limit:
            words = f"{layer.name} lies loose at {{0}} of pitch; beyond {{1}} it slides and washes down."
            yield finding(
                roof, "order.slides", "stop" if roof.area.pitch > 2 * limit else "mind", "build-up", [layer], words,
                Evidence("pitch", roof.area.pitch, Quantity.ANGLE), Evidence("lies to", limit, Quantity.ANGLE),
            )  # fmt: skip


SLIDES = Rule(
    "order.slides",
    "Loose layer on too steep a roof",
    "build-up",
    "stop",
    "Gravel and substrate stay by friction alone: on a slope they need shear barriers, or they end in the gutter.",
    "Our judgement after common practice: gravel to 5°, substrate without shear barriers to 15°",
    _slides,
    no_remedies,
)


def _no_nail_base(roof: AnalysedArea) -> Iterator[Finding]:
    for index, layer in enumerate(roof.layers):
        if material(layer) not in NAILED:
            continue
        below = next((x for x in reversed(roof.layers[:index]) if x.kind != "membrane"), None)
        if below is not None and below.is_insulation:
            yield finding(
                roof, "order.nail-base", "stop", "build-up", [layer, below],
                f"{layer.name} lies on {below.name}: nothing there holds a nail.",
            )  # fmt: skip


def _lay_nail_base(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    above = index_of(roof, found.layers[1]) + 1
    change = partial(
        insert_solid, assembly=roof.assembly.id, index=above, material="oriented-strand-board",
        thickness=NAIL_BASE,
    )  # fmt: skip
    return (Remedy("Lay a nail base of strand board over the insulation", change),)


NAIL_BASE_RULE = Rule(
    "order.nail-base",
    "Shingles without a nail base",
    "build-up",
    "stop",
    "Shingles hang on their nails. Foam and wool hold none: the first storm takes them.",
    "Our judgement after common practice: nailed coverings want a board of 18 mm or battens",
    _no_nail_base,
    _lay_nail_base,
)

RULES = (SLIDES, NAIL_BASE_RULE)
