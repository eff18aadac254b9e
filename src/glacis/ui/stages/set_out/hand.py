# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Set-out bench, and what drags and keys change."""

from collections.abc import Mapping
from typing import Any

from msgspec.structs import replace
from PyQt6.QtCore import QObject, QPointF, pyqtSignal

from glacis.core.model.document import RoofArea
from glacis.core.model.lookup import by_id
from glacis.core.model.set_out import EavesSection, PanelRun, SetOut
from glacis.core.set_out.change import (
    change_set_out,
    move_opening,
    put_set_out,
    set_out_in,
    state_set_out,
)
from glacis.core.set_out.found import Seated, SetOutFound
from glacis.core.set_out.parts import SET_OUT
from glacis.core.set_out.plane import Window
from glacis.report.scene import Hot
from glacis.session.places import random_name
from glacis.ui.desk import Desk

STEP = 0.001
"""A window or the datum is dragged in steps of a millimetre [m]."""


class Held:
    """A drag on its way: what is held, where the hand was, how much has been moved."""

    def __init__(self, hot: Hot, at: QPointF, scale: float, datum: float) -> None:
        self.hot, self.at, self.scale, self.datum = hot, at, scale, datum
        self.moved = (0.0, 0.0)
        self.merge = random_name()


class SetOutHand(QObject):
    """The window in the hand, and what a drag has taken hold of."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.window = ""
        self._held: Held | None = None

    @property
    def area(self) -> RoofArea | None:
        """The selected area."""
        return self._desk.area.roof.area if self._desk.area else None

    @property
    def stated(self) -> SetOut | None:
        """What is stated about its set-out."""
        return set_out_in(self._desk.project, self.area.id) if self.area else None

    @property
    def found(self) -> SetOutFound | None:
        """What follows from that."""
        return self._desk.value(SET_OUT, self.area.id) if self.area else None

    @property
    def windows(self) -> tuple[Window, ...]:
        """Windows in the plane."""
        return self.found.plane.windows if self.found is not None else ()

    @property
    def seat(self) -> Seated | None:
        """The window in the hand beside the courses, else one that sits on none; None where all do."""
        covered = self.found.covered if self.found is not None else None
        seats = covered.windows if covered is not None else ()
        held = next((seat for seat in seats if seat.window.id == self.window), None)
        return held or next((seat for seat in seats if not seat.sits), None)

    def check(self) -> None:
        """Let go of a window that is no longer there."""
        if all(window.id != self.window for window in self.windows):
            self.window = ""

    def begin(self) -> bool:
        """State the usual set-out of the area."""
        area = self.area
        if area is None:
            return False
        return self._desk.act("Set it out", lambda p: put_set_out(p, SetOut(area=area.id)))

    def change(self, words: str, values: Mapping[str, Any], merge: str = "") -> bool:
        """State figures of the set-out."""
        area = self.area
        if area is None:
            return False
        return self._desk.act(words, lambda p: state_set_out(p, area.id, **values), merge)

    def change_part(self, words: str, part: str, key: str, value: Any) -> bool:
        """State a figure of the members, the eaves or the panels."""
        area = self.area
        if area is None:
            return False
        usual: dict[str, Any] = {"eaves": EavesSection(), "panels": PanelRun()}

        def stated(held: SetOut) -> SetOut:
            whole = getattr(held, part)
            whole = usual[part] if whole is None else whole
            return replace(held, **{part: replace(whole, **{key: value})})

        return self._desk.act(words, lambda p: change_set_out(p, area.id, stated))

    def choose(self, window: str) -> None:
        """Take a window in the hand; an empty name lets go."""
        self.window = window
        self.changed.emit()

    def next_window(self) -> None:
        """The next window, after the last none."""
        names = ["", *(window.id for window in self.windows)]
        place = names.index(self.window) if self.window in names else 0
        self.choose(names[(place + 1) % len(names)])

    @property
    def is_dragging(self) -> bool:
        """Whether something is held."""
        return self._held is not None

    def grip(self, hot: Hot | None, at: QPointF, scale: float) -> None:
        """Take hold of what lies under the hand."""
        if hot is None or hot.kind not in ("window", "datum"):
            self.choose("")
            return
        stated = self.stated
        self._held = Held(hot, at, scale, stated.datum if stated is not None else 0.0)
        if hot.kind == "window":
            self.choose(hot.id)

    def drag(self, at: QPointF) -> None:
        """Move what is held with the hand, in whole millimetres."""
        held = self._held
        if held is None:
            return
        along = round((at.x() - held.at.x()) / held.scale / STEP) * STEP
        up = round((held.at.y() - at.y()) / held.scale / STEP) * STEP
        if held.hot.kind == "datum":
            way = -1.0 if self.stated is not None and self.stated.mirrored else 1.0
            self.change("Move datum", {"datum": round(held.datum + way * along, 6)}, held.merge)
            return
        step = (along - held.moved[0], up - held.moved[1])
        if self.move(held.hot.id, step, held.merge):
            held.moved = (along, up)

    def release(self) -> None:
        """Let go."""
        self._held = None

    def move(self, window: str, step: tuple[float, float], merge: str = "") -> bool:
        """Move a window along the eaves and up the slope [m]."""
        if step == (0.0, 0.0):
            return True
        name = by_id(self._desk.project.openings, window, "opening", "The change").name
        return self._desk.act(f"Move {name}", lambda p: move_opening(p, window, *step), merge)
