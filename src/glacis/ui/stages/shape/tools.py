# SPDX-License-Identifier: GPL-3.0-or-later
"""What is done to the roof from the buttons and menus of the Shape bench."""

from functools import partial
from typing import TYPE_CHECKING

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QMenu

from glacis.core.model.geometry import Opening
from glacis.core.model.lookup import things_of
from glacis.core.model.outlines import outline_fault
from glacis.core.shape.change import (
    add_courtyard,
    add_dormer,
    add_opening,
    release_footprint,
    remove_shape,
)
from glacis.core.shape.outline import Point
from glacis.core.shape.placing import PLACES, placed_dormer, placed_opening
from glacis.core.shape.splitting import split_area
from glacis.ui.desk import Desk
from glacis.ui.stages.shape.plan_hand import PlanHand

if TYPE_CHECKING:
    from glacis.ui.stages.shape.bench import ShapeBench


class ShapeTools:
    """Places things, cuts courtyards, splits areas, frees and removes roofs."""

    def __init__(self, bench: "ShapeBench", desk: Desk, hand: PlanHand) -> None:
        self._bench = bench
        self._desk = desk
        self._hand = hand
        hand.pen.drawn.connect(self.take_drawn)
        hand.pen.parted.connect(self.take_line)

    def open_places(self) -> None:
        """Offer what can be placed on the selected area."""
        menu = QMenu(self._bench)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        for kind, words in PLACES:
            entry = menu.addAction(words)
            if entry is not None:
                entry.triggered.connect(lambda _on=False, what=kind: self.place_thing(what))
        menu.addSeparator()
        for words, slot in (
            ("Courtyard, drawn", self.cut_courtyard), ("Line that splits the area", self.split_by_line),
        ):  # fmt: skip
            entry = menu.addAction(words)
            if entry is not None:
                entry.triggered.connect(slot)
        menu.popup(self._bench.place.mapToGlobal(QPoint(0, self._bench.place.height())))

    def place_thing(self, kind: str) -> None:
        """Put something in the middle of the selected area, and take it in the hand."""
        if self._desk.area is None:
            return
        self._bench.show_view("plan")
        area, project = self._desk.area.roof.area, self._desk.project
        known = {thing.id for thing in things_of(project)}
        if kind == "dormer":
            dormer = placed_dormer(project, area)
            done = self._desk.act("Add dormer", partial(add_dormer, dormer=dormer))
        else:
            opening: Opening = placed_opening(project, area, kind)
            done = self._desk.act(f"Add {kind}", partial(add_opening, opening=opening))
        if done:
            things = things_of(self._desk.project)
            self._hand.choose(thing=next(t.id for t in things if t.id not in known))
        self._bench.canvas.setFocus()
        self._bench.refresh()

    def cut_courtyard(self) -> None:
        """Draw a courtyard in the selected roof."""
        self._bench.show_view("plan")
        if self._hand.footprint is None:
            self._bench.said.emit("A courtyard needs a roof that grows from an outline.", True)
            return
        self._hand.choose()
        self._hand.pen.start("courtyard")

    def split_by_line(self) -> None:
        """Part the selected area by a line, so that its parts can have planes of their own."""
        self._bench.show_view("plan")
        if self._hand.footprint is not None:
            self._bench.said.emit(
                "This plane grows from an outline: free the planes of its roof first (Edit menu).",
                True,
            )
        elif self._hand.outline():
            self._hand.choose()
            self._hand.pen.start("line")

    def take_drawn(self, corners: list[Point]) -> None:
        """A roof over a drawn outline, or a courtyard in the selected roof; faults are marked."""
        outline = tuple(corners)
        fault = outline_fault((outline,))
        if fault is not None:
            self._hand.fault = fault.place
            self._bench.said.emit(
                f"The outline has {fault.words}; Backspace takes corners back.", True
            )
            self._bench.refresh()
            return
        footprint = self._hand.footprint
        if self._hand.pen.kind == "courtyard" and footprint is not None:
            act = partial(add_courtyard, footprint_id=footprint.id, outline=outline)
            if self._desk.act("Cut a courtyard", act):
                self._hand.pen.stop()
            return
        self._bench.open_panel(outline)

    def take_line(self, start: Point, end: Point) -> None:
        """Part the selected area by a drawn line."""
        area = self._hand.area
        self._desk.act("Split area", partial(split_area, area_id=area, start=start, end=end))

    def free_planes(self) -> None:
        """Let the planes of the selected roof stand for themselves, to be shaped one by one."""
        footprint = self._hand.footprint
        if footprint is None:
            self._bench.said.emit(
                "The selected area grows from no outline: it stands for itself.", True
            )
            return
        act = partial(release_footprint, identifier=footprint.id)
        self._desk.act(f"Free the planes of {footprint.name}", act)

    def remove_selected(self) -> None:
        """Take the chosen opening away, else the selected area with its roof."""
        if self._hand.thing:
            self._hand.remove_thing()
        elif self._desk.area is not None:
            area = self._hand.area
            self._hand.choose()
            self._desk.act("Remove roof area", partial(remove_shape, area_id=area))
