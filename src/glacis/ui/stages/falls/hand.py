# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen in the plan of the falls, and what presses, drags and keys do to it."""

from collections.abc import Callable
from typing import Literal

from msgspec.structs import replace
from PyQt6.QtCore import QObject, QPointF, Qt, pyqtSignal

from glacis.core.falls.change import (
    Thing,
    change_falls,
    falls_in,
    moved,
    new_line,
    new_outlet,
    new_overflow,
    new_ridge,
    new_spout,
    new_threshold,
    thing_of,
    things_in,
    with_end,
    with_thing,
    without_thing,
)
from glacis.core.falls.sources import distance
from glacis.core.model.document import RoofArea
from glacis.core.model.falls import Falls, LevelLine, Outlet, Overflow, Ridge, Threshold
from glacis.core.model.geometry import Point
from glacis.core.model.outlines import foot_on_outline, holds
from glacis.report.plan import Fit
from glacis.report.scene import Hot
from glacis.session.places import random_name
from glacis.ui.desk import Desk

Tool = Literal["", "outlet", "overflow", "gutter", "valley", "ridge", "spout", "door"]
TOOLS: tuple[tuple[Tool, str, str, Qt.Key], ...] = (
    ("outlet", "Outlet", "Press where an outlet comes (O)", Qt.Key.Key_O),
    ("overflow", "Overflow", "Press the edge where an overflow comes (V)", Qt.Key.Key_V),
    ("gutter", "Gutter", "Press the edge that a gutter comes along (G)", Qt.Key.Key_G),
    ("valley", "Valley", "Press both ends of a valley (Y)", Qt.Key.Key_Y),
    (
        "ridge",
        "Ridge",
        "Press both ends of a ridge, each on an edge or another ridge (R)",
        Qt.Key.Key_R,
    ),
    ("door", "Door", "Press the edge where a door or another low sill lies (D)", Qt.Key.Key_D),
    ("spout", "Spout", "Press where an upper roof lets its water out (P)", Qt.Key.Key_P),
)
GRID = 0.05
"""Steps that a dragged thing moves in [m]."""
FINE = 0.01
"""The same with Shift held [m]."""
UPSTAND = 0.15
"""A new door lies so much over what an overflow there would [m]."""
FAR_FROM_EDGE = 14.0
"""An edge is pressed within so much of it [pt]."""
STEPS = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1),
}  # fmt: skip


class FallsHand(QObject):
    """The thing in the hand, the tool in the other, and the section line."""

    changed = pyqtSignal()
    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, fit: Callable[[], Fit], parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self._fit = fit
        self.tool: Tool = ""
        self.chosen = ""
        self.first: Point | None = None
        self.section: tuple[Point, Point] | None = None
        self._dragging: tuple[str, Fit, Point] | None = None
        self._end: int | None = None
        self._drawing: tuple[Point, Fit] | None = None

    @property
    def area(self) -> RoofArea | None:
        """The selected area."""
        return self._desk.area.roof.area if self._desk.area else None

    @property
    def falls(self) -> Falls | None:
        """What is stated for it."""
        return falls_in(self._desk.project, self.area.id) if self.area else None

    @property
    def thing(self) -> Thing | None:
        """The outlet, line or overflow in the hand."""
        return thing_of(self.falls, self.chosen) if self.falls else None

    @property
    def is_dragging(self) -> bool:
        """Whether something is on its way."""
        return self._dragging is not None

    @property
    def held_fit(self) -> Fit | None:
        """The scale that a drag began at."""
        if self._dragging is not None:
            return self._dragging[1]
        return self._drawing[1] if self._drawing is not None else None

    def check(self) -> None:
        """Let go of what is no longer there."""
        if self.chosen and self.thing is None:
            self.chosen = ""

    def take(self, tool: Tool) -> None:
        """Take a tool, or put it away where it is in the hand already."""
        self.tool = "" if tool == self.tool else tool
        self.first = None
        self.changed.emit()

    def let_go(self) -> None:
        """Put the tool away, or let go of the thing."""
        if self.tool:
            self.tool, self.first = "", None
        else:
            self.chosen = ""
        self.changed.emit()

    def _spot(self, at: QPointF, fit: Fit) -> Point:
        return (at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale

    def press(self, hot: Hot | None, at: QPointF) -> None:
        """Place what the tool stands for, take what is pressed, or begin a section."""
        fit = self._fit()
        spot = self._spot(at, fit)
        if self.tool:
            self._place(spot, fit)
            return
        self._end = int(hot.id) if hot is not None and hot.kind == "end" else None
        if self._end is None:
            self.chosen = hot.id if hot is not None else ""
        if hot is not None:
            thing = self.thing
            anchor = _anchor(thing, self._end) if thing is not None else spot
            self._dragging = (
                f"drag-{random_name()}",
                fit,
                (anchor[0] - spot[0], anchor[1] - spot[1]),
            )
        else:
            self._drawing = (spot, fit)
        self.changed.emit()

    def move(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        """Move what is in the hand, or draw the section on."""
        if self._drawing is not None:
            start, fit = self._drawing
            end = self._spot(at, fit)
            if distance(start, end) * fit.scale > 8:
                self.section = (start, end)
                self.changed.emit()
        elif self._dragging is not None:
            merge, fit, (dx, dy) = self._dragging
            x, y = self._spot(at, fit)
            grid = FINE if modifiers & Qt.KeyboardModifier.ShiftModifier else GRID
            self._put((round((x + dx) / grid) * grid, round((y + dy) / grid) * grid), merge)

    def release(self) -> None:
        """What was dragged lies where it is."""
        self._dragging = None
        self._drawing = None
        self._end = None
        self.changed.emit()

    def _put(self, to: Point, merge: str) -> bool:
        thing, area = self.thing, self.area
        if thing is None or area is None:
            return False
        if self._end is not None and isinstance(thing, LevelLine | Ridge):
            line = with_end(thing, self._end, self._snapped(to))
            if line.start == line.end:
                return False
            new: Thing = line
        else:
            new = moved(thing, foot_on_outline(area.outline, to)[0] if _lies_in_edge(thing) else to)
        if not self._lies_on_roof(new):
            return False
        return self._desk.act(
            f"Move {thing.name}",
            lambda p: change_falls(p, area.id, lambda f: with_thing(f, new)),
            merge,
        )

    def _snapped(self, to: Point) -> Point:
        """A point on the edge, kerb or ridge that it comes near to."""
        area, falls = self.area, self.falls
        if area is None or falls is None:
            return to
        reach = FAR_FROM_EDGE / self._fit().scale
        others = [(r.start, r.end) for r in falls.ridges if r.id != self.chosen]
        rings = (area.outline, *(hole.outline for hole in area.holes), *others)
        feet = [foot_on_outline(ring, to) for ring in rings]
        ends = [end for pair in others for end in pair]
        near = [end for end in (*area.outline, *ends) if distance(end, to) < reach / 2]
        if near:
            return min(near, key=lambda end: distance(end, to))
        foot, away, _ = min(feet, key=lambda found: found[1])
        return foot if away < reach else to

    def _lies_on_roof(self, thing: Thing) -> bool:
        area = self.area
        if area is None:
            return False
        places = (thing.start, thing.end) if isinstance(thing, LevelLine | Ridge) else (thing.at,)
        inside = all(
            holds(area.outline, place) or foot_on_outline(area.outline, place)[1] < 1e-6
            for place in places
        )
        return inside and not any(
            holds(hole.outline, place) for hole in area.holes for place in places
        )

    def _place(self, spot: Point, fit: Fit) -> None:
        area = self.area
        if area is None:
            return
        falls = self.falls or Falls(area=area.id)
        if self.tool in ("overflow", "gutter", "door"):
            made = self._on_edge(falls, area, spot, fit)
        elif self.tool in ("valley", "ridge"):
            made = self._between(falls, area, spot)
        else:
            made = self._on_roof(falls, area, spot)
        if made is not None:
            self._add(made, area)
        self.changed.emit()

    def _on_edge(self, falls: Falls, area: RoofArea, spot: Point, fit: Fit) -> Thing | None:
        """What comes to the edge that is pressed."""
        foot, away, edge = foot_on_outline(area.outline, spot)
        if away * fit.scale > FAR_FROM_EDGE:
            self.said.emit("Press on an edge of the roof.", False)
            return None
        if self.tool == "gutter":
            return new_line(falls, *edge, both_sides=False)
        if self.tool == "door":
            return new_threshold(falls, foot, self._sill(foot) + UPSTAND)
        return new_overflow(falls, foot, self._sill(foot))

    def _on_roof(self, falls: Falls, area: RoofArea, spot: Point) -> Thing | None:
        """What comes to the place that is pressed."""
        if not holds(area.outline, spot):
            self.said.emit("Press on the roof.", False)
            return None
        at = (round(spot[0], 2), round(spot[1], 2))
        return new_outlet(falls, at) if self.tool == "outlet" else new_spout(falls, at)

    def _between(self, falls: Falls, area: RoofArea, spot: Point) -> Thing | None:
        """What lies between this press and the one before; None for the first."""
        at = (round(spot[0], 2), round(spot[1], 2))
        if self.tool == "ridge":
            at = self._snapped(spot)
        elif not holds(area.outline, spot):
            self.said.emit("Press on the roof.", False)
            return None
        if self.first is None:
            self.first = at
            return None
        if self.first == at:
            self.said.emit("It has two ends: press where the other one is.", False)
            return None
        if self.tool == "ridge":
            return new_ridge(falls, self.first, at)
        return new_line(falls, self.first, at, both_sides=True)

    def _add(self, made: Thing, area: RoofArea) -> None:
        def placed(falls: Falls) -> Falls:
            more = with_thing(falls, made)
            return replace(more, edges="drawn") if isinstance(made, Ridge) else more

        done = self._desk.act(f"Place {made.name}", lambda p: change_falls(p, area.id, placed))
        if done:
            self.chosen, self.tool, self.first = made.id, "", None

    def _sill(self, at: Point) -> float:
        """A sill 10 mm above the surface at the edge, or a usual one where there is none."""
        found = self._desk.area.roof.drained if self._desk.area else None
        level = found.height(at) if found is not None and hasattr(found, "height") else float("nan")
        return 0.1 if level != level else round(level + 0.0125, 3)

    def key(self, key: Qt.Key, modifiers: Qt.KeyboardModifier) -> bool:
        """Tools by their letters; Space takes the next thing, arrows move it, Delete takes it out."""
        for tool, _words, _tip, letter in TOOLS:
            if key == letter and not modifiers & Qt.KeyboardModifier.ControlModifier:
                self.take(tool)
                return True
        if key == Qt.Key.Key_Escape and (self.tool or self.chosen):
            self.let_go()
            return True
        if key == Qt.Key.Key_Space and self.falls and things_in(self.falls):
            ids = [thing.id for thing in things_in(self.falls)]
            place = ids.index(self.chosen) + 1 if self.chosen in ids else 0
            self.chosen = ids[place % len(ids)]
            self.changed.emit()
            return True
        if key in STEPS and self.thing is not None:
            fine = bool(modifiers & Qt.KeyboardModifier.ShiftModifier)
            self._nudge(STEPS[key], FINE if fine else 0.1)
            return True
        if key == Qt.Key.Key_Delete and self.thing is not None:
            self.remove()
            return True
        return False

    def _nudge(self, step: tuple[int, int], size: float) -> None:
        thing = self.thing
        if thing is None:
            return
        x, y = _anchor(thing)
        if not self._put((x + step[0] * size, y + step[1] * size), f"nudge-{thing.id}"):
            self.said.emit("It stays: it would leave the roof.", False)

    def remove(self) -> None:
        """Take the thing in the hand out."""
        thing, area = self.thing, self.area
        if thing is not None and area is not None:
            self._desk.act(
                f"Take {thing.name} out",
                lambda p: change_falls(p, area.id, lambda f: without_thing(f, thing.id)),
            )

    def change(self, **values: object) -> bool:
        """State other figures of the thing in the hand."""
        thing, area = self.thing, self.area
        if thing is None or area is None:
            return False
        new = replace(thing, **values)
        if _lies_in_edge(new) and not isinstance(new, LevelLine | Ridge):
            new = moved(new, foot_on_outline(area.outline, new.at)[0])
        return self._desk.act(
            f"Change {thing.name}", lambda p: change_falls(p, area.id, lambda f: with_thing(f, new))
        )


def _lies_in_edge(thing: Thing) -> bool:
    """Whether a thing is an opening through the parapet."""
    return isinstance(thing, Overflow | Threshold) or (
        isinstance(thing, Outlet) and thing.mouth == "scupper"
    )


def _anchor(thing: Thing, end: int | None = None) -> Point:
    if isinstance(thing, LevelLine | Ridge):
        (ax, ay), (bx, by) = thing.start, thing.end
        return ((ax + bx) / 2, (ay + by) / 2) if end is None else (thing.start, thing.end)[end]
    return thing.at
