# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions with all four lines followed and all laps judged."""

from functools import lru_cache

from msgspec import Struct

from glacis.core.junctions.chains import CONTROLS, Ends, ends_of, usual_links
from glacis.core.junctions.continuity import STATES, Handover, Line, State, trace
from glacis.core.junctions.elements import FIELDS, UNDERLAYS, Element, FieldLayers, element
from glacis.core.junctions.laps import LapVerdict, is_direction_open, judge_lap, lap_of
from glacis.core.junctions.pieces import Piece
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.model.junctions import Control, Link, StatedJunction

Fields = dict[str, FieldLayers]
"""What each area has for each control, by its id."""
OPEN_DIRECTION = LapVerdict("mind", "lap.uphill", "nobody has said which of the two is uphill")


class Followed(Struct, frozen=True):
    """What links alone tell.

    Attributes:
        links: of all lines.
        lines: the four, in the order water, air, vapour, thermal.
        laps: for each link what its lap is worth; None where it is none.
    """

    links: tuple[Link, ...]
    lines: tuple[Line, ...]
    laps: tuple[LapVerdict | None, ...]


class Traced(Struct, frozen=True):
    """A junction and what is known of its lines.

    Attributes:
        piece: the junction.
        stated: whether somebody drew its links in place of the usual ones.
        followed: its links and lines.
        fields: what the areas concerned have for each control.
        bare: things of the thermal line that are not there.
    """

    piece: Piece
    stated: bool
    followed: Followed
    fields: tuple[tuple[str, FieldLayers], ...]
    bare: frozenset[str] = frozenset()

    @property
    def links(self) -> tuple[Link, ...]:
        """Links of all its lines."""
        return self.followed.links

    @property
    def lines(self) -> tuple[Line, ...]:
        """The four, in the order water, air, vapour, thermal."""
        return self.followed.lines

    @property
    def laps(self) -> tuple[LapVerdict | None, ...]:
        """For each link what its lap is worth; None where it is none."""
        return self.followed.laps

    def line(self, control: Control) -> Line:
        """One of its lines."""
        return self.lines[CONTROLS.index(control)]

    def element(self, name: str) -> Element:
        """What a thing of its chains stands for."""
        return element(name, self.piece, dict(self.fields))

    @property
    def worst(self) -> State:
        """State of the worst of its lines."""
        return min((line.state for line in self.lines), key=STATES.index)

    @property
    def gaps(self) -> tuple[str, ...]:
        """Where its broken lines part, in words."""
        return tuple(f"{line.control}: {line.gap}" for line in self.lines if line.gap)

    @property
    def handovers(self) -> tuple[Handover, ...]:
        """Where the trade changes along any of its lines, each once."""
        return tuple(dict.fromkeys(item for line in self.lines for item in line.handovers))


def _without(links: tuple[Link, ...], missing: frozenset[str]) -> tuple[Link, ...]:
    """Usual links without a second water line that the build-up does not have, and what it leads to."""
    gone = {name for name in missing if name in UNDERLAYS}
    kept = links
    for _ in links:
        lost = {link.end for link in kept if link.start in gone}
        gone |= {end for end in lost if all(link.start in gone for link in kept if link.end == end)}
        kept = tuple(link for link in kept if not {link.start, link.end} & gone)
    return kept


def _line(
    kind: str,
    control: Control,
    links: tuple[Link, ...],
    missing: frozenset[str],
    bare: frozenset[str] = frozenset(),
) -> Line:
    """One line; none where the field has no layer for it, broken where what it has to reach has none."""
    ends = ends_of(kind)[control]
    if not ends.start or ends.start in missing:
        return trace(control, links, Ends())
    line = trace(control, links, ends, bare)
    if line.state in ("whole", "undrawn") and ends.end in missing:
        reached = tuple(name for name in line.path if name != ends.end)
        beyond = (f"{ends.end}, which its build-up does not have",)
        return Line(control, "broken", islands=(reached, beyond))
    return line


def _lap(form: str, link: Link) -> LapVerdict | None:
    lap = lap_of(form, link)
    if lap is not None:
        return judge_lap(lap)
    return OPEN_DIRECTION if is_direction_open(form, link) else None


def _followed(
    kind: str,
    form: str,
    links: tuple[Link, ...],
    missing: frozenset[str],
    bare: frozenset[str] = frozenset(),
) -> Followed:
    lines = tuple(_line(kind, control, links, missing, bare) for control in CONTROLS)
    return Followed(links, lines, tuple(_lap(form, link) for link in links))


@lru_cache(maxsize=512)
def _usual(kind: str, form: str, missing: frozenset[str]) -> Followed:
    """The usual lines of a kind of junction: alike wherever the same layers are there."""
    return _followed(kind, form, _without(usual_links(kind), missing), missing)


@lru_cache(maxsize=64)
def _field_names(kind: str) -> tuple[str, ...]:
    """Things of the usual chains of a kind that are layers of a field."""
    names = dict.fromkeys(name for link in usual_links(kind) for name in (link.start, link.end))
    return tuple(name for name in names if name in FIELDS or name in UNDERLAYS)


def missing_in(piece: Piece, fields: Fields) -> frozenset[str]:
    """Things of the usual chains of a junction for which the build-ups have no layer."""
    names = _field_names(piece.kind)
    return frozenset(name for name in names if element(name, piece, fields).missing)


BARE: dict[str, str] = {
    "parapet": "parapet wrap", "wall-level": "upstand insulation", "kerb": "kerb insulation", "post": "post wrap",
}  # fmt: skip
"""Things that a section can be drawn without; by definition of the usual chains."""


def bare_in(kind: str, detail: EdgeDetail | None) -> frozenset[str]:
    """Things of the thermal line that are not there, because somebody stated the section without them."""
    if detail is None or kind not in BARE:
        return frozenset()
    there = detail.wrap != "none" if kind == "parapet" else detail.insulation > 0 or detail.pad > 0
    return frozenset() if there else frozenset({BARE[kind]})


def traced(piece: Piece, stated: StatedJunction | None, fields: Fields) -> Traced:
    """Follow the lines of a junction and judge its laps.

    Args:
        piece: the junction.
        stated: what somebody said about it; None for nothing.
        fields: what each area has for each control, by its id.
    """
    missing = missing_in(piece, fields)
    own = tuple((area, fields[area]) for area in piece.areas if area in fields)
    links = None if stated is None else stated.links
    bare = bare_in(piece.kind, stated.detail if stated is not None else None)
    if links is None and not bare:
        return Traced(piece, False, _usual(piece.kind, piece.form, missing), own)
    held = _without(usual_links(piece.kind), missing) if links is None else links
    followed = _followed(piece.kind, piece.form, held, missing, bare)
    return Traced(piece, links is not None, followed, own, bare)
