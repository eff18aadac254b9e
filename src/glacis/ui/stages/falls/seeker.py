# SPDX-License-Identifier: GPL-3.0-or-later
"""Better places for outlets: sought beside the window, told as a short list, taken by choosing one."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from glacis.core.falls.change import change_falls, falls_in
from glacis.core.falls.parts import PLACES
from glacis.core.graph.part import Failed, Ready
from glacis.core.model.falls import Falls
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity
from glacis.ui.desk import Desk
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import tight

if TYPE_CHECKING:
    from glacis.core.falls.places import Answer, Answers


class Seeker(QWidget):
    """A button that begins to seek, and the answers, which stand elsewhere, once they are there."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self._desk = desk
        self._seeking = ""
        self._found: tuple[str, Answers] | None = None
        self.button = QPushButton("Best places")
        self.button.setToolTip("Seek places for these outlets: least volume, least height")
        self.button.clicked.connect(self._begin)
        self.answers = chooser("Places for the outlets", ())
        self.answers.setFixedWidth(130)
        lines = self.answers.view()
        if lines is not None:
            lines.setMinimumWidth(340)
        self.answers.activated.connect(self._take)
        row = tight(QHBoxLayout(self), (0, 0, 0, 0), 6)
        row.addWidget(self.button)

    @property
    def _area(self) -> str:
        return self._desk.area.roof.area.id if self._desk.area else ""

    @property
    def _stated(self) -> Falls | None:
        return falls_in(self._desk.project, self._area)

    def _begin(self) -> None:
        self._seeking, self._found = self._area, None
        self.follow()

    def follow(self) -> None:
        """Show how the search stands."""
        if self._seeking and self._seeking == self._area:
            state = self._desk.want(PLACES, self._seeking)
            if isinstance(state, Ready):
                self._take_in(state.value)
            elif isinstance(state, Failed):
                self._seeking = ""
                self.said.emit(state.why, True)
        elif self._seeking:
            self._seeking = ""
        seeking = bool(self._seeking)
        self.button.setEnabled(not seeking)
        self.button.setText("seeking…" if seeking else "Best places")
        self.answers.setVisible(self._found is not None and self._found[0] == self._area)

    def _take_in(self, found: "Answers | str") -> None:
        area, self._seeking = self._seeking, ""
        if isinstance(found, str):
            self.said.emit(found, False)
            return
        if not found.found:
            self.said.emit("No better places were found: the outlets stand well.", False)
            return
        self._found = (area, found)
        self.answers.clear()
        self.answers.addItem(self._words("as it was", found.stated))
        for answer in found.found:
            aim = "least volume" if answer.aim == "volume" else "least height"
            self.answers.addItem(self._words(aim, answer))

    def _words(self, aim: str, answer: "Answer") -> str:
        system = self._desk.system
        volume = with_unit(answer.volume, Quantity.VOLUME, system)
        if (falls := self._stated) is not None and answer.directions != falls.directions:
            ways = "4 ways" if answer.directions == "four" else "8 ways"
            aim = f"{aim}, {ways} at {with_unit(answer.fall, Quantity.FALL, system)}"
        return f"{aim}: {volume}, {with_unit(answer.highest, Quantity.THICKNESS, system)}"

    def _take(self, index: int) -> None:
        if self._found is None:
            return
        from glacis.core.falls.places import with_answer

        area, found = self._found
        answer = (found.stated, *found.found)[index]
        self._desk.act(
            "Move outlets", lambda p: change_falls(p, area, lambda f: with_answer(f, answer))
        )
