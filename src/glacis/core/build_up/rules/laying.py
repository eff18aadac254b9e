# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about how layers are laid: flame, solvent, screws, and what may get wet."""

from collections.abc import Iterator
from functools import partial

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.approaches.builds import DRY
from glacis.core.heat.corrections import passed_by_fixings
from glacis.core.heat.resolve import LayerData, strongest
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity
from glacis.core.judgement.questions import finding, index_of, material
from glacis.core.judgement.remedies import (
    insert_solid,
    membrane_remedy,
    set_fixing,
    swap_membrane,
    swap_solid,
)
from glacis.core.model.document import Project
from glacis.core.units.quantities import Quantity

COLD_KINDS = {"bitumen-two-ply": "bitumen-two-ply-cold", "bitumen-built-up": "bitumen-two-ply-cold",
              "bitumen-aluminium-barrier": "aluminium-self-adhered"}  # fmt: skip
"""Sheets laid without flame in the place of others."""
COATING_RAIN = (DRY, 900.0)
"""Rain of a year up to which a bare coating on foam is taken as it is, and from which it is stopped [mm];
our judgement, editable by the user's own decision."""
EARTH_RAIN = (350.0, 500.0)
"""The same for earth on a liner without drainage [mm]; our judgement."""


def _hot_over(roof: AnalysedArea) -> Iterator[tuple[LayerData, LayerData]]:
    """Layers that a flame or hot bitumen reaches, each with the sheet that is laid so."""
    for index, sheet in enumerate(roof.layers):
        if sheet.has_trait("hot") and index:
            yield roof.layers[index - 1], sheet


def _flame_on_foam(roof: AnalysedArea) -> Iterator[Finding]:
    for below, sheet in _hot_over(roof):
        if below.has_trait("polystyrene") and not below.has_trait("faced"):
            words = f"{sheet.name} is torched or poured onto {below.name}, which melts."
            yield finding(roof, "fire.flame-on-foam", "stop", "build-up", [below, sheet], words)


def _shield(roof: AnalysedArea, found: Finding) -> Remedy:
    index = index_of(roof, found.layers[1])
    words = "Lay a self-adhered base ply first"
    return membrane_remedy(words, roof, index, "bitumen-base-self-adhered")


def _lay_cold(roof: AnalysedArea, found: Finding) -> Iterator[Remedy]:
    sheet = roof.layers[index_of(roof, found.layers[1])]
    cold = COLD_KINDS.get(material(sheet))
    if cold is not None:
        change = partial(swap_membrane, assembly=roof.assembly.id, layer_id=sheet.id, material=cold)
        yield Remedy("Take a self-adhered sheet, laid without flame", change)


def _no_flame(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    below = roof.layers[index_of(roof, found.layers[0])]
    remedies = [_shield(roof, found), *_lay_cold(roof, found)]
    if material(below) in ("eps-white", "eps-grey"):
        change = partial(
            swap_solid, assembly=roof.assembly.id, layer_id=below.id, material="eps-bitumen-faced"
        )
        remedies.append(Remedy("Take boards faced with bitumen sheet", change))
    return tuple(remedies)


FLAME_ON_FOAM = Rule(
    "fire.flame-on-foam",
    "Flame on polystyrene",
    "build-up",
    "stop",
    "Polystyrene softens at 80 °C and feeds a fire under the sheet that is being laid.",
    "EN 13163 and EN 13164 boards: service temperature 70 to 85 °C; our judgement that a facing or a cold "
    "first ply is needed",
    _flame_on_foam,
    _no_flame,
)


def _hot_works(roof: AnalysedArea) -> Iterator[Finding]:
    for below, sheet in _hot_over(roof):
        if below.wood_based and not below.is_insulation:
            words = f"{sheet.name} is torched or poured straight onto {below.name}."
            yield finding(roof, "fire.hot-works", "mind", "build-up", [below, sheet], words)


def _cold_works(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    return (*_lay_cold(roof, found), _shield(roof, found))


HOT_WORKS = Rule(
    "fire.hot-works",
    "Hot works over a timber roof",
    "build-up",
    "mind",
    "A flame finds gaps between boards; fill and dust below smoulder for hours after the crew has left. Where "
    "hot works stay: a permit, a base ply laid cold, extinguishers, a watch of hours.",
    "Our judgement after fire-safety guidance on torch-applied roofing: no flame straight on timber",
    _hot_works,
    _cold_works,
)


def _solvent(roof: AnalysedArea) -> Iterator[Finding]:
    for pair in zip(roof.layers, roof.layers[1:], strict=False):
        glue = next((x for x in pair if x.has_trait("solvent")), None)
        foam = next(
            (x for x in pair if x.has_trait("polystyrene") and not x.has_trait("faced")), None
        )
        if glue is not None and foam is not None:
            words = f"{glue.name} lies on {foam.name}: its solvent dissolves the foam."
            yield finding(roof, "order.solvent", "stop", "build-up", [glue, foam], words)


def _without_solvent(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    change = partial(
        swap_membrane, assembly=roof.assembly.id, layer_id=found.layers[0],
        material="adhesive-polyurethane",
    )  # fmt: skip
    return (Remedy("Take a polyurethane adhesive", change),)


SOLVENT = Rule(
    "order.solvent",
    "Solvent on polystyrene",
    "build-up",
    "stop",
    "Contact adhesive eats hollows into polystyrene within minutes; the sheet above hangs on skins.",
    "Our judgement: solvents dissolve polystyrene; the adhesive's own approval decides",
    _solvent,
    _without_solvent,
)


def _pierced_panel(roof: AnalysedArea) -> Iterator[Finding]:
    stated = roof.assembly.imperfections
    if stated.fixing != "counted" or stated.fixings.per_area <= 0:
        return
    for layer in passed_by_fixings(roof.layers[: roof.heat.counted], stated.fixings.layer):
        if layer.has_trait("never-pierced"):
            words = f"Fixings pass {layer.name}: each hole leaves a panel without its vacuum."
            yield finding(roof, "order.pierced-panel", "stop", "build-up", [layer], words)


def _unscrewed(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    change = partial(set_fixing, assembly=roof.assembly.id, fixing="none")
    return (Remedy("Adhere it and what lies on it: no fixings", change),)


PIERCED_PANEL = Rule(
    "order.pierced-panel",
    "Screws through vacuum panels",
    "build-up",
    "stop",
    "A pierced panel insulates a fifth as well as a whole one, and nobody sees which.",
    "ISO 16478: panels that lost their vacuum conduct about 0.020 W/(m·K)",
    _pierced_panel,
    _unscrewed,
)


def _dry_board_outside(roof: AnalysedArea) -> Iterator[Finding]:
    main = strongest(roof.layers)
    for index, layer in enumerate(roof.layers):
        outside = main is None or index > main
        if layer.has_trait("dry-only") and layer.has_role("deck") and outside:
            words = f"{layer.name} lies on the cold side, where it gets damp."
            yield finding(roof, "order.dry-board", "stop", "build-up", [layer], words)


def _board_for_damp(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    change = partial(
        swap_solid, assembly=roof.assembly.id, layer_id=found.layers[0], material="plywood"
    )
    return (Remedy("Take plywood in its place", change),)


DRY_BOARD = Rule(
    "order.dry-board",
    "Board for dry rooms as outer deck",
    "build-up",
    "stop",
    "Particle board swells and loses its strength once damp; a deck outside the insulation is damp every winter.",
    "EN 312 and EN 1995-1-1: boards for dry use are kept to service class 1",
    _dry_board_outside,
    _board_for_damp,
)


def _dry_site(roof: AnalysedArea) -> Iterator[Finding]:
    top = roof.layers[-1] if roof.layers else None
    if top is not None and top.has_trait("bare-coating"):
        words = f"{top.name} is all that covers the foam, under {{0}} of rain in a year; it suits up to {{1}}."
        yield from _told(roof, [top], words, COATING_RAIN)
    for below, above in zip(roof.layers, roof.layers[1:], strict=False):
        if above.has_role("planting") and below.has_role("covering"):
            words = (
                f"{above.name} lies on {below.name} undrained, under {{0}} of rain in a year; "
                "that suits up to {1}."
            )
            yield from _told(roof, [below, above], words, EARTH_RAIN)


def _told(
    roof: AnalysedArea, layers: list[LayerData], words: str, limits: tuple[float, float]
) -> Iterator[Finding]:
    rain = sum(roof.climate.rain)
    if rain <= limits[0]:
        return
    severity: Severity = "stop" if rain > limits[1] else "mind"
    yield finding(
        roof, "climate.dry-site", severity, "build-up", layers, words,
        Evidence("rain of a year", rain, Quantity.RAIN), Evidence("suits up to", limits[0], Quantity.RAIN),
    )  # fmt: skip


def _for_wet(_project: Project, roof: AnalysedArea, found: Finding) -> tuple[Remedy, ...]:
    if len(found.layers) > 1:
        index = index_of(roof, found.layers[1])
        change = partial(
            insert_solid, assembly=roof.assembly.id, index=index, material="drainage-mat",
            thickness=0.02,
        )  # fmt: skip
        return (Remedy("Lay a drainage mat under the earth", change),)
    swap = partial(
        swap_membrane, assembly=roof.assembly.id, layer_id=found.layers[0],
        material="silicone-coating-granules",
    )  # fmt: skip
    return (Remedy("Take a coating with granules broadcast into it", swap),)


DRY_SITE = Rule(
    "climate.dry-site",
    "Detail for dry sites under much rain",
    "build-up",
    "mind",
    "What lasts in a desert drowns on a coast: hail, birds and standing water open a bare coating, and earth "
    "without drainage stands full.",
    "Our judgement: rain of a year up to which such details are known to last",
    _dry_site,
    _for_wet,
)

RULES = (FLAME_ON_FOAM, HOT_WORKS, SOLVENT, PIERCED_PANEL, DRY_BOARD, DRY_SITE)
