# SPDX-License-Identifier: GPL-3.0-or-later
"""Findings of junctions: their lines are followed only once findings are wanted."""

from msgspec import Struct

from glacis.core.graph.part import WHOLE, Part
from glacis.core.graph.reader import Reader
from glacis.core.judgement.asked import rules_about
from glacis.core.judgement.catalogue import judge
from glacis.core.judgement.finding import AnyRule, Finding
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.pieces import Piece
from glacis.core.junctions.traced import Traced
from glacis.core.model.document import Climate, RoofArea
from glacis.core.model.junctions import ContactRule, HandPiece, StatedJunction
from glacis.core.model.outlines import distance


class LinesSubject(Struct, frozen=True):
    """A junction as rules are asked about it.

    Attributes:
        found: the junction with its lines.
        stated: what somebody said about it; None for nothing.
        contacts: where the project holds otherwise than the table.
        rain: twelve monthly sums of the site [mm].
        frosts: nights of frost in a year; None where no detail asks for them.
        clear: from the rim of a pipe to the nearest edge of its area [m]; None for what is no pipe.
    """

    found: Traced
    stated: StatedJunction | None
    contacts: tuple[ContactRule, ...]
    rain: tuple[float, ...]
    frosts: int | None = None
    clear: float | None = None

    @property
    def piece(self) -> Piece:
        """The junction."""
        return self.found.piece


class JunctionsJudged(Struct, frozen=True):
    """What findings of junctions depend on."""

    junctions: tuple[Traced, ...]
    stated: tuple[StatedJunction, ...]
    contacts: tuple[ContactRule, ...]
    climate: Climate
    frosts: int | None
    hand: tuple[HandPiece, ...]
    areas: tuple[RoofArea, ...]
    rules: tuple[AnyRule, ...]


def _clear(piece: HandPiece, areas: dict[str, RoofArea]) -> float | None:
    """From the rim of a pipe to the nearest edge of its area."""
    area = areas.get(piece.area)
    if piece.kind != "pipe" or area is None:
        return None
    outline = area.outline
    sides = zip(outline, outline[1:] + outline[:1], strict=True)
    return min(distance(piece.at, a, b) for a, b in sides) - piece.size / 2


def lines_in(read: JunctionsJudged) -> tuple[LinesSubject, ...]:
    """Every junction with what rules ask about it."""
    areas = {area.id: area for area in read.areas}
    clear = {item.id: _clear(item, areas) for item in read.hand}
    stated = {item.id: item for item in read.stated}
    return tuple(
        LinesSubject(
            found, stated.get(found.piece.id), read.contacts, read.climate.rain, read.frosts, clear.get(found.piece.by)
        )
        for found in read.junctions
    )  # fmt: skip


def _frosts(reader: Reader) -> int | None:
    """Nights of frost, of the weather year; made only where a detail for dry climates is wanted."""
    if not any(item.dry for item in reader.project.junctions):
        return None
    from glacis.core.weather.parts import WEATHER

    return reader.value(WEATHER, WHOLE).statistics.frost_nights


def _reads(reader: Reader, _subject: str) -> JunctionsJudged:
    project = reader.project
    return JunctionsJudged(
        reader.value(JUNCTIONS, WHOLE), project.junctions, project.contacts, project.site.climate, _frosts(reader),
        project.hand_pieces, project.areas, rules_about(reader, "junction"),
    )  # fmt: skip


def _judge(read: JunctionsJudged) -> tuple[Finding, ...]:
    return judge(lines_in(read), read.rules)


JUNCTION_FINDINGS = Part("findings of junctions", _reads, _judge)
"""What is wrong with the lines and laps of all junctions."""


def lines_subject(reader: Reader, junction: str) -> LinesSubject | None:
    """A junction as rules are asked about it; None where there is none of this id."""
    subjects = lines_in(_reads(reader, WHOLE))
    return next((item for item in subjects if item.piece.id == junction), None)
