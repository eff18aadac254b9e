# SPDX-License-Identifier: GPL-3.0-or-later
"""Five ways of making the same falls, each as a change of the document, so that all can be compared and taken."""

from typing import Any

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.falls.change import change_falls
from glacis.core.materials.library import Library
from glacis.core.model.document import Assembly, Project
from glacis.core.model.edit import give_own_assembly, insert_layer, new_layer_id, with_layers
from glacis.core.model.falls import Means
from glacis.core.model.layers import Framing, Layer, SolidLayer
from glacis.core.model.lookup import area_of, assembly_of

SCREED, FOAM, FILL, STRIPS = (
    "cement-screed",
    "spray-foam-closed",
    "cellulose-blown",
    "softwood-dense",
)
"""Materials of the library that the means are made of."""
BOARDS = "eps-white"
"""Boards that take the place of sprayed foam where another way is taken."""
LEAST_SCREED, LEAST_FIRRING = 0.03, 0.02
"""Where they are thinnest [m]; our judgement: what holds together, and what a strip can be sawn to."""
STRIP_WIDTH, STRIP_SPACING = 0.05, 0.6
"""Of firring strips [m]; our judgement: usual joists."""
SLOW_FROM = 0.05
"""Screed dries a day a millimetre up to this, and two beyond [m] (our judgement after trade rules)."""


class MeansWords(Struct, frozen=True):
    """What is said of a way of making falls: its name, who takes it, and what it asks."""

    name: str
    who: str
    asks: str


WORDS: dict[Means, MeansWords] = {
    "tapered": MeansWords(
        "Tapered boards", "light, dry, and insulates where it is thick",
        "a layout, and mitres cut on the roof",
    ),
    "screed": MeansWords(
        "Screed to falls", "on concrete decks, where weight and water can be borne",
        "weeks of drying before it is covered",
    ),
    "foam": MeansWords(
        "Sprayed foam to falls", "over uneven old roofs, without joints",
        "a dry warm day, a coating, and masks: isocyanates",
    ),
    "structure": MeansWords(
        "Sloped structure", "new buildings: nothing is spent above the deck",
        "falls settled before the frame, and room below",
    ),
    "firrings": MeansWords(
        "Firring strips, void filled", "over level joists, where the void is filled or vented",
        "no empty unvented void: it would gather water",
    ),
}  # fmt: skip


def days_before_cover(means: Means, least: float, most: float) -> float:
    """Days from laying until it can be covered, where it is thickest [day].

    Args:
        means: by which the falls are made.
        least: thickness where the layer is thinnest [m].
        most: and where it is thickest [m].

    >>> days_before_cover("screed", 0.03, 0.08)
    110.0
    """
    if least < 0 or most < least:
        raise ValueRefused("thickness of the falls", most, "the least or more")
    if means == "screed":
        fast, slow = min(most, SLOW_FROM), max(0.0, most - SLOW_FROM)
        return 1000 * (fast + 2 * slow)
    return 1.0 if means == "foam" else 0.0


def by_means(project: Project, area_id: str, means: Means, library: Library) -> Project:
    """The project with the falls of an area made another way; its build-up follows.

    Raises:
        ValueRefused: where the build-up has no insulation that the way needs.
    """
    area = area_of(project, area_id)
    if sum(other.assembly == area.assembly for other in project.areas) > 1:
        project = give_own_assembly(project, area_id)
    assembly = assembly_of(project, area_of(project, area_id))
    project, layer = _built(_cleared(project, area_id, assembly), area_id, means, library)
    return change_falls(project, area_id, lambda falls: replace(falls, means=means, layer=layer))


def _cleared(project: Project, area_id: str, assembly: Assembly) -> Project:
    """Without the screed, strips or foam that another way has put in."""
    falls = next((f for f in project.falls if f.area == area_id), None)
    if falls is None or not falls.layer:
        return project
    if falls.means == "foam":
        boards = tuple(
            replace(layer, material=BOARDS)
            if isinstance(layer, SolidLayer) and layer.id == falls.layer and layer.material == FOAM
            else layer
            for layer in assembly.layers
        )
        return with_layers(project, assembly.id, boards)
    if falls.means not in ("screed", "firrings"):
        return project
    kept = tuple(layer for layer in assembly.layers if layer.id != falls.layer)
    return with_layers(project, assembly.id, kept)


def _built(project: Project, area_id: str, means: Means, library: Library) -> tuple[Project, str]:
    """The build-up for a way of making falls, and the layer that makes them."""
    assembly = assembly_of(project, area_of(project, area_id))
    known = {material.id: material for material in (*library.materials, *project.materials)}
    roles = [_roles(layer, known) for layer in assembly.layers]
    if means in ("structure", "tapered"):
        return project, ""
    if means == "foam":
        place = max((k for k, r in enumerate(roles) if "insulation" in r), default=-1)
        layer = assembly.layers[place] if place >= 0 else None
        if not isinstance(layer, SolidLayer):
            raise ValueRefused("insulation", "none", "a layer of insulation to be sprayed instead")
        foam = replace(layer, material=FOAM, framing=None, boards=1, staggered=False)
        layers = tuple(foam if x.id == foam.id else x for x in assembly.layers)
        return with_layers(project, assembly.id, layers), foam.id
    deck = next((k for k, r in enumerate(roles) if "deck" in r or "structure" in r), -1)
    if means == "screed":
        layer = SolidLayer(
            id=new_layer_id(assembly.layers, "screed"), material=SCREED, thickness=LEAST_SCREED
        )
        return insert_layer(project, assembly.id, deck + 1, layer), layer.id
    strips = Framing(material=STRIPS, width=STRIP_WIDTH, spacing=STRIP_SPACING)
    layer = SolidLayer(
        id=new_layer_id(assembly.layers, "firrings"), material=FILL, thickness=LEAST_FIRRING,
        framing=strips,
    )  # fmt: skip
    return insert_layer(project, assembly.id, max(0, deck), layer), layer.id


def _roles(layer: Layer, known: dict[str, Any]) -> tuple[str, ...]:
    material = known.get(getattr(layer, "material", ""))
    return material.roles if material is not None else ()
