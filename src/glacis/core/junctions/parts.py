# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions as parts of the results."""

from msgspec import Struct

from glacis.core.build_up.control import control_layers
from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.junctions.elements import FieldLayers, NamedLayer
from glacis.core.junctions.pieces import Piece, PiecesRead, pieces_of
from glacis.core.junctions.traced import Traced, traced
from glacis.core.model.document import RoofArea
from glacis.core.model.junctions import StatedJunction
from glacis.core.model.layers import RoofSpaceLayer
from glacis.core.shape.parts import SHAPE

SIZE_OF_PIECE = 600
"""What a junction takes [bytes]: a few texts and figures; our judgement, as measured."""


def _cold(reader: Reader) -> frozenset[str]:
    """Ids of areas under a ventilated roof space."""
    cold = {
        assembly.id
        for assembly in reader.project.assemblies
        if any(isinstance(layer, RoofSpaceLayer) for layer in assembly.layers)
    }
    return frozenset(area.id for area in reader.project.areas if area.assembly in cold)


def _reads_pieces(reader: Reader, _subject: str) -> PiecesRead:
    project = reader.project
    return PiecesRead(
        project.areas, reader.value(SHAPE, WHOLE), project.openings, project.dormers, project.falls, project.airs,
        project.hand_pieces, reader.once("under roof spaces", lambda: _cold(reader)),
    )  # fmt: skip


PIECES = Part(
    "junctions listed", _reads_pieces, pieces_of, lambda found: SIZE_OF_PIECE * (1 + len(found))
)
"""Every junction of the roof."""


def field_layers(layers: tuple[LayerData, ...]) -> FieldLayers:
    """What a build-up has for each control."""

    def named(numbers: tuple[int, ...]) -> NamedLayer | None:
        if not numbers:
            return None
        layer = layers[numbers[0]]
        return NamedLayer(
            layer.id, layer.name, layer.material.id if layer.material is not None else ""
        )

    water, air, vapour, thermal = (thread.layers for thread in control_layers(layers))
    outward = tuple(reversed(water))
    return FieldLayers(
        named(outward), named(outward[1:]), named(air), named(vapour), named(thermal)
    )


class JunctionsRead(Struct, frozen=True):
    """What junctions depend on.

    Attributes:
        pieces: every junction.
        stated: what somebody drew.
        areas: roof areas.
        fields: what each build-up has for each control, by its id.
    """

    pieces: tuple[Piece, ...]
    stated: tuple[StatedJunction, ...]
    areas: tuple[RoofArea, ...]
    fields: tuple[tuple[str, FieldLayers], ...]


def _fields(reader: Reader) -> tuple[tuple[str, FieldLayers], ...]:
    found: dict[str, FieldLayers] = {}
    for area in reader.project.areas:
        if area.assembly not in found:
            found[area.assembly] = field_layers(reader.value(THERMAL, area.id).layers)
    return tuple(found.items())


def _reads(reader: Reader, _subject: str) -> JunctionsRead:
    project = reader.project
    fields = reader.once("fields of junctions", lambda: _fields(reader))
    return JunctionsRead(reader.value(PIECES, WHOLE), project.junctions, project.areas, fields)


def _traced(read: JunctionsRead) -> tuple[Traced, ...]:
    by_assembly = dict(read.fields)
    fields = {area.id: by_assembly[area.assembly] for area in read.areas}
    stated = {item.id: item for item in read.stated}
    return tuple(traced(piece, stated.get(piece.id), fields) for piece in read.pieces)


JUNCTIONS = Part("junctions", _reads, _traced, lambda found: SIZE_OF_PIECE * (1 + len(found)))
"""Every junction with its lines followed and its laps judged."""
