# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what carries what: nails that hold, boards that bear, loose layers that stay."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.fixings import hangs_on_battens, needs_fixing, usual_fixings
from glacis.core.heat.resolve import LayerData
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.judgement.questions import family, finding, first_with, index_of, material
from glacis.core.judgement.remedies import count_fixings, insert_solid
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

LIES_TO = {"ballast": 5.0, "planting": 15.0}
"""Pitch up to which loose layers lie by themselves [°], by role; our judgement after common practice, confirm."""
LIGHT_LOAD, HEAVY_LOAD = 150.0, 300.0
"""Loose layers that a light deck carries for good, and beyond which it is stopped [kg/m²]; our judgement."""
UNFIXED_TO = 10.0
"""Pitch up to which boards lie by glue alone [°]; our judgement after common practice."""
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
        if not layer.has_trait("nailed"):
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


def _is_light(layer: LayerData) -> bool:
    light = family(layer) in ("timber", "wood-board", "metal", "mineral-board")
    return light and (layer.has_role("deck") or layer.has_role("structure"))


def _light_deck(roof: AnalysedArea) -> Iterator[Finding]:
    load = first_with(roof.layers, *LIES_TO)
    if load is None:
        return
    carrying = [x for x in roof.layers[:load] if x.has_role("deck") or x.has_role("structure")]
    if not carrying or not all(map(_is_light, carrying)):
        return
    loose = [x for x in roof.layers[load:] if any(map(x.has_role, LIES_TO))]
    weight = sum(x.mass for x in loose)
    if weight <= LIGHT_LOAD:
        return
    panel = any(material(x) == "laminated-timber-panel" for x in carrying)
    severity: Severity = "stop" if weight > HEAVY_LOAD and not panel else "mind"
    yield finding(
        roof, "structure.light-deck", severity, "build-up", [carrying[-1], *loose],
        f"{loose[-1].name} lies on {carrying[-1].name} with {{0}}, moist; light decks carry about {{1}} for good.",
        Evidence("loose layers", weight, Quantity.AREA_MASS),
        Evidence("light decks carry", LIGHT_LOAD, Quantity.AREA_MASS),
    )  # fmt: skip


LIGHT_DECK = Rule(
    "structure.light-deck",
    "Heavy layers on a light deck",
    "build-up",
    "stop",
    "Soil and gravel weigh more than the roof below them, and more again when wet. A light deck sags, water "
    "stands in the sag, and the deck gives way. The structural engineer decides.",
    "Our judgement: light decks are designed for 1 to 1.5 kN/m² of lasting load beside snow",
    _light_deck,
    no_remedies,
)


def _unfixed(roof: AnalysedArea) -> Iterator[Finding]:
    pitch = roof.area.pitch
    if roof.assembly.imperfections.fixing != "none" or pitch <= UNFIXED_TO:
        return
    held = needs_fixing(roof.layers, roof.heat.counted)
    if held is None:
        return
    grave = pitch > 2 * UNFIXED_TO or hangs_on_battens(roof.layers, held)
    yield finding(
        roof, "structure.unfixed-slope", "stop" if grave else "mind", "build-up", [held],
        f"No fixings are stated for {held.name} at {{0}} of pitch: beyond {{1}} it slides with all that lies on it.",
        Evidence("pitch", pitch, Quantity.ANGLE), Evidence("adhered to", UNFIXED_TO, Quantity.ANGLE),
    )  # fmt: skip


def state_screws(_project: Project, roof: AnalysedArea, _found: Finding) -> tuple[Remedy, ...]:
    """State the usual screws of a build-up; nothing where it needs none."""
    usual = usual_fixings(roof.layers, roof.heat.counted)
    if usual is None:
        return ()
    change = partial(count_fixings, assembly=roof.assembly.id, fixings=usual)
    words = (
        f"State {usual.per_area:g} steel screws of {usual.diameter * 1000:g} mm to the square metre"
    )
    return (Remedy(words, change),)


UNFIXED = Rule(
    "structure.unfixed-slope",
    "Nothing holds the insulation on its slope",
    "build-up",
    "stop",
    "Boards, battens and covering hang on screws through the insulation into the frame; glue alone creeps in "
    "the sun. Zero screws on a slope is a slip, not a detail.",
    "Our judgement after common practice: adhered boards to 10°, beyond that fixings by calculation",
    _unfixed,
    state_screws,
)

RULES = (SLIDES, NAIL_BASE_RULE, LIGHT_DECK, UNFIXED)
