# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Junctions bench, and what keys and fields change."""

from typing import Any

from PyQt6.QtCore import QObject, pyqtSignal

from glacis.core.junctions.cases import usual_detail
from glacis.core.junctions.chains import usual_links
from glacis.core.junctions.change import (
    add_link,
    cut_link,
    join_islands,
    set_detail,
    set_link,
    stated_of,
    turn_lap,
    usual_again,
    want_dry,
)
from glacis.core.junctions.edge_parts import Loss, losses_of
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.rows import Row, rows_of
from glacis.core.junctions.traced import Traced
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.model.junctions import Control, Link, StatedJunction
from glacis.ui.desk import Desk


class JunctionHand(QObject):
    """The junction and the link in the hand."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.junction = ""
        self.link: int | None = None

    @property
    def all(self) -> tuple[Traced, ...]:
        """Every junction."""
        return self._desk.value(JUNCTIONS)

    @property
    def losses(self) -> tuple[Loss, ...]:
        """What they lose, where that was worked out for the document as it is."""
        return losses_of(self._desk.results.reader) or ()

    @property
    def rows(self) -> tuple[Row, ...]:
        """Junctions that are alike in one row, the worst first."""
        assemblies = {area.id: area.assembly for area in self._desk.project.areas}
        return rows_of(self.all, assemblies, self.losses)

    @property
    def found(self) -> Traced | None:
        """The junction in the hand."""
        return next((item for item in self.all if item.piece.id == self.junction), None)

    @property
    def loss(self) -> Loss | None:
        """What it loses; None where that was not worked out."""
        return next((item for item in self.losses if item.piece.id == self.junction), None)

    @property
    def detail(self) -> EdgeDetail:
        """Sizes that its section is drawn with."""
        found = self.found
        if found is None:
            return EdgeDetail()
        stated = self.stated.detail
        return usual_detail(found.piece.kind) if stated is None else stated

    @property
    def stated(self) -> StatedJunction:
        """What is stated about it."""
        return stated_of(self._desk.project, self.junction)

    def want_dry(self, detail: str, holds: bool | None) -> None:
        """Want a detail for dry climates here; empty for none."""
        junction = self.junction
        self._desk.act("Change detail", lambda p: want_dry(p, junction, detail, holds))

    def check(self) -> None:
        """Let go of what is no longer there; take the first row where nothing is held."""
        if self.found is None:
            rows = self.rows
            self.junction = rows[0].first.piece.id if rows else ""
            self.link = None
        found = self.found
        if self.link is not None and (found is None or self.link >= len(found.links)):
            self.link = None

    def choose(self, junction: str) -> None:
        """Take a junction in the hand."""
        if junction != self.junction:
            self.junction, self.link = junction, None
            found = self.found
            if found is not None and self._desk.area is not None:
                areas = found.piece.areas
                if self._desk.area.roof.area.id not in areas:
                    self._desk.select_area(areas[0])
        self.changed.emit()

    def choose_link(self, link: int | None) -> None:
        """Take a link in the hand."""
        self.link = link
        self.changed.emit()

    def step(self, by: int) -> None:
        """The junction so many rows on."""
        rows = [row.first.piece.id for row in self.rows]
        held = next(
            (
                k
                for k, row in enumerate(self.rows)
                if any(m.piece.id == self.junction for m in row.members)
            ),
            0,
        )
        if rows:
            self.choose(rows[max(0, min(len(rows) - 1, held + by))])

    def step_link(self, by: int) -> None:
        """The link so many on."""
        found = self.found
        if found is not None and found.links:
            at = -1 if self.link is None else self.link
            self.choose_link((at + by) % len(found.links))

    def set_link(self, **values: Any) -> bool:
        """State the link in the hand otherwise."""
        found, number = self.found, self.link
        if found is None or number is None:
            return False
        return self._desk.act("Change link", lambda p: set_link(p, found, number, **values))

    def turn(self) -> None:
        """Turn the lap in the hand."""
        found, number = self.found, self.link
        if found is not None and number is not None:
            self._desk.act("Turn lap", lambda p: turn_lap(p, found, number))

    def cut(self) -> None:
        """Cut the link in the hand."""
        found, number = self.found, self.link
        if found is not None and number is not None:
            self._desk.act("Cut link", lambda p: cut_link(p, found, number))

    def mend(self, control: Control) -> None:
        """Join the two sides of a broken line."""
        found = self.found
        if found is not None:
            usual = usual_links(found.piece.kind)
            self._desk.act("Join the line", lambda p: join_islands(p, found, control, usual))

    def join(self, control: Control, start: str, end: str) -> bool:
        """Join two things of a line, and take the new link in the hand."""
        found = self.found
        if found is None:
            return False
        link = Link(
            control=control, start=start, end=end, joint="lap" if control == "water" else "tape"
        )
        done = self._desk.act("Add link", lambda p: add_link(p, found, link))
        if done:
            self.choose_link(len(found.links))
        return done

    def usual_again(self) -> None:
        """Leave the lines to the usual ones."""
        junction = self.junction
        found = self.found
        if found is not None and found.stated:
            self._desk.act("Usual lines", lambda p: usual_again(p, junction))

    def set_detail(self, merge: str = "", **values: Any) -> bool:
        """State sizes of the section."""
        from msgspec.structs import replace

        junction, detail = self.junction, replace(self.detail, **values)
        return self._desk.act("Change section", lambda p: set_detail(p, junction, detail), merge)
