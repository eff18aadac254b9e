# SPDX-License-Identifier: GPL-3.0-or-later
"""The hand on the plan of the roof: corners, edges and openings dragged, new outlines drawn."""

from collections.abc import Callable
from math import hypot, inf

from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtCore import QObject, QPointF, Qt, pyqtSignal

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.core.model.geometry import Dormer, Footprint, Opening
from glacis.core.model.lookup import things_of
from glacis.core.model.outlines import foot_on
from glacis.core.shape.change import (
    drop_corner,
    move_corner_to,
    push_edge,
    remove_opening,
    remove_shape,
    set_dormer,
    set_opening,
    split_edge,
)
from glacis.core.shape.edges import NEAR
from glacis.core.shape.outline import (
    Point,
    insert_corner,
    move_corner,
    remove_corner,
    snapped,
)
from glacis.core.shape.overhangs import run_of
from glacis.core.shape.rims import RoofRefused
from glacis.core.shape.shape import RoofShape
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import FOOT, Quantity
from glacis.report.charts.outlines import Held, fit_shape
from glacis.report.plan import Fit
from glacis.report.scene import Hot
from glacis.session.places import random_name
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.shape.outline_pen import OutlinePen, about, plan_point

TOGETHER = Qt.KeyboardModifier.ControlModifier
FREE = Qt.KeyboardModifier.ShiftModifier
SUMS = 36
"""Height kept free under the plan for a second line of its sums."""
PULL = 9.0
"""How near in drawing points another corner draws."""
MOST_ZOOM = 60.0
ARROWS = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1),
}  # fmt: skip
Move = Callable[[Project, Point], Project]


class Grip(Struct):
    """Something in the hand.

    Attributes:
        kind: corner, rim, rim-corner or thing.
        id: of it.
        label: of the step in the history.
        anchor: the point of it that goes along [m].
        move: the change that puts the anchor elsewhere.
    """

    kind: str
    id: str
    label: str
    anchor: Point
    move: Move


class Drag:
    """A grip on its way: the document and scale it was taken at."""

    def __init__(self, grip: Grip, start: Project, fit: Fit, pressed: Point) -> None:
        self.grip = grip
        self.start = start
        self.fit = fit
        self.offset = (grip.anchor[0] - pressed[0], grip.anchor[1] - pressed[1])
        self.merge = f"drag-{random_name()}"


class PlanHand(QObject):
    """What is chosen in the plan, and what dragging, double clicks and keys do to it."""

    changed = pyqtSignal()
    said = pyqtSignal(str, bool)
    length_wanted = pyqtSignal()

    def __init__(self, desk: Desk, canvas: Canvas, shape: Callable[[], RoofShape]) -> None:
        super().__init__(canvas)
        self._desk = desk
        self._canvas = canvas
        self._shape = shape
        self._drag: Drag | None = None
        self._pan: tuple[QPointF, Fit] | None = None
        self._zoom: Fit | None = None
        self.corner = -1
        self.rim = ""
        self.rim_corner = ""
        self.thing = ""
        self.also: frozenset[str] = frozenset()
        self.fault: Point | None = None
        self.pen = OutlinePen(desk, canvas, self)
        self.pen.changed.connect(self.changed)
        self.pen.said.connect(self.said)

    @property
    def area(self) -> str:
        """Id of the selected area."""
        return self._desk.area.roof.area.id if self._desk.area else ""

    @property
    def footprint(self) -> Footprint | None:
        """What the selected area grows from."""
        area = self._desk.area.roof.area if self._desk.area else None
        source = area.grown.source if area and area.grown else ""
        return next((f for f in self._desk.project.footprints if f.id == source), None)

    @property
    def chosen_thing(self) -> Opening | Dormer | None:
        """The opening or dormer in the hand."""
        things = things_of(self._desk.project)
        return next((thing for thing in things if thing.id == self.thing), None)

    def check(self) -> None:
        """Let go of what is no longer there."""
        self.also &= {area.id for area in self._desk.project.areas} - {self.area}
        if self.corner >= len(self.outline()):
            self.corner = -1
        footprint = self.footprint
        known = {e.id for loop in footprint.loops for e in loop.edges} if footprint else frozenset()
        self.rim = self.rim if self.rim in known else ""
        self.rim_corner = self.rim_corner if self.rim_corner in known else ""
        if self.thing and self.chosen_thing is None:
            self.thing = ""

    def held(self) -> Held:
        """What the plan shows as chosen."""
        place = self._desk.marked
        outline = self.outline()
        return Held(
            area=self.area, also=self.also, corner=outline[self.corner] if self.corner >= 0 else None,
            footprint=self.footprint.id if self.footprint else "", rim=self.rim,
            rim_corner=self.rim_corner, thing=self.thing, drawing=self.pen.drawing, fault=self.fault,
            marked=frozenset(place.ids) if place is not None and place.kind == "edge" else frozenset(),
        )  # fmt: skip

    def fit(self) -> Fit:
        """The scale of the plan; it stays while something is dragged or drawn."""
        if self._drag is not None:
            return self._drag.fit
        return self._zoom or self._whole()

    def _whole(self) -> Fit:
        height = self._canvas.height() - SUMS
        return fit_shape(self._desk.project, self._canvas.width(), height)

    def wheel(self, at: QPointF, notches: float) -> None:
        """Come nearer or go back about the pointer; all the way back shows the whole plan again."""
        if self._drag is not None:
            return
        fit, whole = self.fit(), self._whole()
        scale = fit.scale * 1.15**notches
        if scale <= whole.scale * 1.001:
            self.show_whole()
            return
        self._zoom = about(fit, at, min(scale, whole.scale * MOST_ZOOM))
        self.changed.emit()

    def show_whole(self) -> None:
        """Show the whole plan."""
        self._zoom = None
        self.changed.emit()

    def show_area(self) -> None:
        """Let the selected area fill the plan; once more shows the whole."""
        plane = self._shape().plane(self.area)
        if self._zoom is not None or plane is None:
            self.show_whole()
            return
        west, south, east, north = plane.box
        width, height = self._canvas.width(), self._canvas.height()
        scale = min(width / max(east - west, 0.5), height / max(north - south, 0.5)) * 0.7
        self._zoom = Fit(
            scale, width / 2 - (west + east) / 2 * scale, height / 2 + (south + north) / 2 * scale
        )
        self.changed.emit()

    def outline(self) -> tuple[Point, ...]:
        """Corners of the selected area where it stands for itself, anticlockwise."""
        area = self._desk.area.roof.area if self._desk.area else None
        plane = self._shape().plane(area.id) if area and area.grown is None else None
        return tuple((c[0], c[1]) for c in plane.corners) if plane else ()

    def grid(self) -> float:
        """Steps of the plan [m]."""
        return 0.05 if self._desk.system == "si" else FOOT / 12 * 2

    def choose(
        self, corner: int = -1, rim: str = "", rim_corner: str = "", thing: str = ""
    ) -> None:
        """Take one thing in the hand and let go of all others."""
        self.corner, self.rim, self.rim_corner, self.thing = corner, rim, rim_corner, thing
        self.fault = None

    def press(self, hot: Hot | None, at: QPointF) -> None:
        """Take what is under the pointer; while drawing, set a corner."""
        if self.pen.drawing is not None:
            self.pen.press(at)
            return
        if hot is None:
            self.choose()
            self._pan = (at, self.fit())
            return
        if hot.kind == "area":
            self.choose()
            self._pick(hot.id, together=bool(self._canvas.modifiers & TOGETHER))
            return
        grip = self._grip(hot, plan_point(self.fit(), at))
        if grip is not None:
            fit = self.fit()
            self._drag = Drag(grip, self._desk.project, fit, plan_point(fit, at))

    def _pick(self, area: str, *, together: bool) -> None:
        """Select an area; with Ctrl beside those that are, or let go of it again."""
        if not together:
            self.also = frozenset()
            self._desk.select_area(area)
        elif area != self.area:
            self.also ^= {area}
            self.changed.emit()

    def _grip(self, hot: Hot, at: Point) -> Grip | None:
        footprint = self.footprint
        if hot.kind == "corner":
            self.choose(corner=int(hot.id))
            spot = self.outline()[self.corner]
            return Grip(
                "corner", hot.id, "Move corner", spot, lambda p, to: move_corner(p, spot, to)
            )
        if hot.kind == "thing":
            self.choose(thing=hot.id)
            return self._thing_grip()
        if footprint is None:
            return None
        source = footprint.id
        edge, end = footprint.side(hot.id)
        if hot.kind == "rim-corner":
            self.choose(rim=hot.id, rim_corner=hot.id)
            return Grip(
                hot.kind, hot.id, "Move corner", edge.at,
                lambda p, to: move_corner_to(p, source, edge.id, to),
            )  # fmt: skip
        self.choose(rim=hot.id)
        x, y = run_of(edge.at, end)
        out = (y, -x)
        grid = self.grid()

        def push(project: Project, to: Point) -> Project:
            reach = (to[0] - at[0]) * out[0] + (to[1] - at[1]) * out[1]
            return push_edge(project, source, edge.id, round(reach / grid) * grid)

        return Grip(hot.kind, hot.id, "Move edge", at, push)

    def _thing_grip(self) -> Grip | None:
        thing = self.chosen_thing
        if thing is None:
            return None

        def put(project: Project, to: Point) -> Project:
            moved = replace(thing, at=to)
            if isinstance(moved, Dormer):
                return set_dormer(project, moved)
            return set_opening(project, moved)

        return Grip("thing", thing.id, f"Move {thing.name}", thing.at, put)

    def move(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        """Let what is in the hand follow; on empty paper the plan itself."""
        if self._pan is not None:
            start, fit = self._pan
            self._zoom = Fit(fit.scale, fit.x + at.x() - start.x(), fit.y + at.y() - start.y())
            self.changed.emit()
        if self._drag is None:
            return
        drag, free = self._drag, bool(modifiers & FREE)
        under = plan_point(drag.fit, at)
        to = (under[0] + drag.offset[0], under[1] + drag.offset[1])
        if drag.grip.kind != "rim":
            grid = 0.0 if free else self.grid()
            reach = 0.0 if free or drag.grip.kind == "thing" else PULL / drag.fit.scale
            to = snapped(drag.start, to, drag.grip.anchor, reach, grid)
        if self._put(drag.grip, drag.start, to, drag.merge):
            if drag.grip.kind == "corner":
                self._hold(to)
            self._canvas.set_note(at, self._words())
        else:
            self._canvas.set_note(at, "edges would cross" if self.fault is None else "no roof")
        self.changed.emit()

    def _put(self, grip: Grip, start: Project, to: Point, merge: str) -> bool:
        """Move what is in the hand; what cannot be is left, its place marked."""
        try:
            moved = grip.move(start, to)
        except GlacisError as fault:
            self.fault = fault.place if isinstance(fault, RoofRefused) else None
            return False
        self.fault = None
        self._desk.act(grip.label, lambda _project: moved, merge)
        return True

    def _hold(self, at: Point) -> None:
        self.corner = next(
            (k for k, c in enumerate(self.outline()) if hypot(at[0] - c[0], at[1] - c[1]) <= NEAR),
            -1,
        )

    def _words(self) -> str:
        """What the selected area measures while something is dragged."""
        plane = self._shape().plane(self.area)
        if plane is None:
            return ""
        system = self._desk.system
        edges = self._shape().edges_at(plane.id)
        outline = self.outline()
        at = outline[self.corner] if self.corner >= 0 else None
        beside = [
            e
            for e in edges
            if at is None
            or any(hypot(at[0] - p[0], at[1] - p[1]) <= NEAR for p in (e.start, e.end))
        ]
        lines = [f"{e.kind} {with_unit(e.length, Quantity.LENGTH, system)}" for e in beside[:2]]
        return "\n".join([*lines, with_unit(plane.true_area, Quantity.AREA, system)])

    def release(self) -> None:
        """Let go."""
        self._pan = None
        if self._drag is not None:
            self._drag = None
            self.fault = None
            self._canvas.set_note(None)
            self._desk.store.end_gesture()
        self.changed.emit()

    def double(self, hot: Hot | None, at: QPointF) -> None:
        """A double click makes a corner in an edge; while drawing it closes the outline."""
        if self.pen.drawing is not None:
            self.pen.close()
            return
        self._drag = None
        fit = self.fit()
        spot = plan_point(fit, at)
        footprint = self.footprint
        if hot is not None and hot.kind == "rim" and footprint is not None:
            edge, end = footprint.side(hot.id)
            _, foot = foot_on(edge.at, end, spot)
            self._desk.act("Add corner", lambda p: split_edge(p, footprint.id, hot.id, foot))
            return
        away, made = self._nearest_on_outline(spot)
        if away * fit.scale < PULL and self._desk.act(
            "Add corner", lambda p: insert_corner(p, made)
        ):
            self._hold(made)
            self.changed.emit()

    def _nearest_on_outline(self, spot: Point) -> tuple[float, Point]:
        """How far a spot lies from the outline [m], and where on it; off its corners."""
        outline = self.outline()
        sides = zip(outline, outline[1:] + outline[:1], strict=True)
        feet = [foot_on(a, b, spot) for a, b in sides]
        found = [
            (abs(foot[0] - spot[0]) + abs(foot[1] - spot[1]), foot)
            for share, foot in feet
            if 0 < share < 1
        ]
        return min(found, default=(inf, spot))

    def key(self, key: Qt.Key, modifiers: Qt.KeyboardModifier) -> bool:
        """Space takes the next corner or edge, arrows move it, Delete takes it out."""
        if self.pen.drawing is not None:
            return self.pen.key(key)
        if key == Qt.Key.Key_Space:
            return self._next()
        if key == Qt.Key.Key_F:
            self.show_area()
            return True
        if key in ARROWS:
            return self._nudge(ARROWS[key], bool(modifiers & FREE))
        if key == Qt.Key.Key_Delete:
            return self._delete()
        if key in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.rim:
            self.length_wanted.emit()
            return True
        return False

    def _next(self) -> bool:
        footprint = self.footprint
        if footprint is not None:
            ids = [e.id for loop in footprint.loops for e in loop.edges]
            place = (ids.index(self.rim) + 1) % len(ids) if self.rim in ids else 0
            self.choose(rim=ids[place], rim_corner=ids[place])
            return True
        if not self.outline():
            return False
        self.choose(corner=(self.corner + 1) % len(self.outline()))
        return True

    def _in_hand(self) -> Grip | None:
        if self.thing:
            return self._thing_grip()
        if self.rim_corner:
            zone = (0.0, 0.0, 0.0, 0.0)
            return self._grip(Hot("rim-corner", self.rim_corner, zone), (0.0, 0.0))
        if self.corner >= 0:
            return self._grip(Hot("corner", str(self.corner), (0.0, 0.0, 0.0, 0.0)), (0.0, 0.0))
        return None

    def _nudge(self, step: tuple[int, int], fine: bool) -> bool:
        grip = self._in_hand()
        if grip is None:
            return False
        size = 0.01 if fine else self.grid()
        to = (grip.anchor[0] + step[0] * size, grip.anchor[1] + step[1] * size)
        merge = f"nudge-{self.area}-{grip.kind}-{grip.id}"
        if self._put(grip, self._desk.project, to, merge):
            if grip.kind == "corner":
                self._hold(to)
        else:
            self.said.emit("It stays: edges would cross, or the roof would not close.", False)
        return True

    def _delete(self) -> bool:
        footprint = self.footprint
        if self.thing:
            self.remove_thing()
        elif self.rim_corner and footprint is not None:
            edge = self.rim_corner
            self._desk.act("Remove corner", lambda p: drop_corner(p, footprint.id, edge))
        elif self.corner >= 0:
            at = self.outline()[self.corner]
            if self._desk.act("Remove corner", lambda p: remove_corner(p, at)):
                self.corner = -1
        else:
            return False
        return True

    def remove_thing(self) -> None:
        """Take the chosen opening or dormer away."""
        thing = self.chosen_thing
        if isinstance(thing, Opening):
            self._desk.act(f"Remove {thing.name}", lambda p: remove_opening(p, thing.id))
        elif thing is not None:
            source = thing.id
            own = next(a for a in self._desk.project.areas if a.grown and a.grown.source == source)
            self._desk.act(f"Remove {thing.name}", lambda p: remove_shape(p, own.id))
