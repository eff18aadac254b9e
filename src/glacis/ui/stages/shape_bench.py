"""The Shape bench: the roof in plan, in space, and the cuts where its planes meet."""

import uuid
from functools import partial
from math import hypot

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QPushButton, QWidget

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.core.model.edit import remove_area
from glacis.core.shape.cuts import Cut
from glacis.core.shape.edges import NEAR
from glacis.core.shape.outline import Point, insert_corner, move_corner, remove_corner, snapped
from glacis.core.shape.shape import Shape, shape_of
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import FOOT, Quantity
from glacis.report.charts.cuts import Choice, cuts_scene
from glacis.report.charts.in_space import space_scene
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from glacis.report.plan import Fit
from glacis.report.scene import Hot, Scene, Text
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.stages.area_strip import AreaStrip
from glacis.ui.stages.bench import Bench, field_row, view_buttons
from glacis.ui.widgets.labels import label, rich
from glacis.ui.widgets.unit_field import UnitField

VIEWS = (
    ("plan", "Plan", "Edges and their true lengths; drag corners (1)"),
    ("space", "In space", "The whole roof from above; drag to turn it (2)"),
    ("cuts", "Cuts", "Angles for boards and members at hips, valleys and ridges (3)"),
)
WORDS = {
    "plan": "Lengths are true lengths along the slope. Drag a corner of the selected area (Shift: off "
    "the grid); a double click on an edge makes one, Delete takes it out. Planes stay where they are.",
    "space": "Drag, or Left and Right, to turn. Working on or near edges and openings needs guarding.",
    "cuts": "Angles of the true planes, without play. Cut a trial piece first; a tilted blade throws "
    "its offcut and raises dust: clamp, guard and protect eyes, ears and lungs.",
}
FREE = Qt.KeyboardModifier.ShiftModifier
PULL = 9.0
"""How near in drawing points another corner draws."""
TURN = 15.0
ARROWS = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1),
}  # fmt: skip


def _near(at: Point, place: tuple[float, ...]) -> bool:
    return hypot(at[0] - place[0], at[1] - place[1]) <= NEAR


class CornerDrag:
    """A corner in the hand: where it is [m], and the scale it was taken at."""

    def __init__(self, at: Point, fit: Fit) -> None:
        self.at = at
        self.fit = fit
        self.merge = f"corner-{uuid.uuid4().hex}"


class ShapeBench(Bench):
    """Measure the roof, move its corners, state what each area is, read the cuts."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, "Shape")
        self._view = "plan"
        self._turned = 200.0
        self._turning: tuple[float, float] | None = None
        self._cut = 0
        self._corner = -1
        self._drag: CornerDrag | None = None
        self._known: tuple[Project, Shape] | None = None
        self.views = view_buttons(self, VIEWS, self.show_view)
        self.remove = QPushButton("Remove area")
        self.remove.setToolTip("Take the selected area away; undo brings it back")
        self.remove.clicked.connect(self.remove_selected)
        self.controls.addWidget(self.remove)
        self.canvas = Canvas("Shape of the roof", QSize(400, 300))
        self.canvas.pressed.connect(self._press)
        self.canvas.dragged.connect(self._move)
        self.canvas.released.connect(self._release)
        self.canvas.double_clicked.connect(self._double)
        self.canvas.key.connect(self._key)
        self.column.addWidget(self.canvas, 1)
        self.setFocusProxy(self.canvas)
        self._why = label(kind="second small", wrap=True)
        self.column.addWidget(self._why)
        self.strip = AreaStrip(desk)
        self.strip.said.connect(self.said)
        self.column.addWidget(self.strip)
        self.thickness = UnitField("Board", Quantity.THICKNESS, 100)
        self.reach = UnitField("Saw reaches", Quantity.THICKNESS, 100)
        self._board = {"thickness": 0.12, "reach": 0.065}
        for key, field in (("thickness", self.thickness), ("reach", self.reach)):
            field.committed.connect(partial(self._take_board, key))
            field.said.connect(self.said)
        row, _names = field_row(("Board", self.thickness), ("Saw reaches", self.reach))
        self._boards = QWidget()
        row.setContentsMargins(0, 0, 0, 0)
        self._boards.setLayout(row)
        self.column.addWidget(self._boards)

    @property
    def shape(self) -> Shape:
        """The roof in space, worked out once for a document."""
        project = self.desk.project
        if self._known is None or self._known[0] is not project:
            self._known = (project, shape_of(project))
        return self._known[1]

    def cuts(self) -> tuple[Cut, ...]:
        """The selected area's cuts before all others."""
        chosen = self._chosen()
        return tuple(sorted(self.shape.cuts, key=lambda cut: chosen not in cut.areas))

    def _chosen(self) -> str:
        return self.desk.area.roof.area.id if self.desk.area else ""

    def show_view(self, name: str) -> None:
        """Show the plan, the roof in space or the cuts."""
        self._view = name
        self.refresh()

    def refresh(self) -> None:
        """Show the roof as it is."""
        self.views[self._view].setChecked(True)
        self.remove.setEnabled(self.desk.area is not None)
        self.strip.setVisible(self._view != "cuts" and self.desk.area is not None)
        self._boards.setVisible(self._view == "cuts")
        self._why.setText(rich(WORDS[self._view]))
        self.strip.refresh()
        self.thickness.show_value(self._board["thickness"], self.desk.system)
        self.reach.show_value(self._board["reach"], self.desk.system)
        self._cut = max(0, min(self._cut, len(self.shape.cuts) - 1))
        if self._corner >= len(self._outline()):
            self._corner = -1
        self.say(self.empty_words() or self._totals())
        self.canvas.show_scene(self._scene, self.desk.palette)

    def _totals(self) -> str:
        show, planes = partial(with_unit, system=self.desk.system), self.shape.planes
        slope = show(sum(p.true_area for p in planes), Quantity.AREA)
        flat = show(sum(p.plan_area for p in planes), Quantity.AREA)
        sums: dict[str, float] = {}
        for junction in self.shape.junctions:
            sums[junction.kind] = sums.get(junction.kind, 0.0) + junction.length
        lengths = ", ".join(
            f"{kind} {show(sums[kind], Quantity.LENGTH)}"
            for kind in ("eaves", "verge", "ridge", "hip", "valley", "abutment")
            if kind in sums
        )
        return f"{slope} of roof over {flat} in plan · {lengths}"

    def _scene(self, width: float, height: float) -> Scene:
        words = self.empty_words()
        if words:
            return Scene(
                width, height, (Text(width / 2, height / 2, words, 13, "second", "middle"),)
            )
        project, chosen = self.desk.project, self._chosen()
        names = {area.id: area.name for area in project.areas}
        if self._view == "space":
            return space_scene(self.shape, names, chosen, self._turned, width, height)
        if self._view == "cuts":
            choice = Choice(self._cut, self._board["thickness"], self._board["reach"])
            return cuts_scene(self.cuts(), names, choice, width, height, self.desk.system)
        fit = self._drag.fit if self._drag else fit_shape(project, width, height)
        outline = self._outline()
        held = outline[self._corner] if self._corner >= 0 else None
        return shape_plan_scene(project, self.shape, Held(chosen, held), fit, width, height)

    def _outline(self) -> tuple[Point, ...]:
        """Corners of the selected area as drawn, anticlockwise."""
        plane = self.shape.plane(self._chosen())
        return tuple((c[0], c[1]) for c in plane.corners) if plane else ()

    def _fit(self) -> Fit:
        return fit_shape(self.desk.project, self.canvas.width(), self.canvas.height())

    def _press(self, hot: Hot | None, at: QPointF) -> None:
        if self._view == "space":
            self._turning = (at.x(), self._turned)
        if hot is None:
            return
        if hot.kind == "area":
            self._corner = -1
            self.desk.select_area(hot.id)
        elif hot.kind == "cut":
            self._cut = int(hot.id)
        elif hot.kind == "corner":
            self._corner = int(hot.id)
            self._drag = CornerDrag(self._outline()[self._corner], self._fit())
        self.refresh()

    def _move(self, at: QPointF, modifiers: Qt.KeyboardModifier) -> None:
        if self._turning is not None:
            start, turned = self._turning
            self._turned = (turned + (at.x() - start) * 0.5) % 360
            self.refresh()
        if self._drag is None:
            return
        fit, free = self._drag.fit, bool(modifiers & FREE)
        under = ((at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale)
        grid = 0.0 if free else self._grid()
        reach = 0.0 if free else PULL / fit.scale
        to = snapped(self.desk.project, under, self._drag.at, reach, grid)
        if self._shift(self._drag.at, to, self._drag.merge):
            self._drag.at = to
            self._hold(to)
            self.canvas.set_note(at, self._held_words())
        else:
            self.canvas.set_note(at, "edges would cross")

    def _grid(self) -> float:
        return 0.05 if self.desk.system == "si" else FOOT / 12 * 2

    def _hold(self, at: Point) -> None:
        outline = self._outline()
        self._corner = next((k for k, corner in enumerate(outline) if _near(at, corner)), -1)

    def _shift(self, at: Point, to: Point, merge: str) -> bool:
        """Move a corner; what would cross is left, without a word of refusal."""
        try:
            move_corner(self.desk.project, at, to)
        except GlacisError:
            return False
        self.desk.act("Move corner", partial(move_corner, at=at, to=to), merge)
        return True

    def _held_words(self) -> str:
        plane = self.shape.plane(self._chosen())
        if plane is None:
            return ""
        edges = self.shape.edges_at(plane.id)
        at = self._outline()[self._corner] if self._corner >= 0 else None
        beside = [
            f"{e.kind} {with_unit(e.length, Quantity.LENGTH, self.desk.system)}"
            for e in edges
            if at is not None and any(_near(at, place) for place in (e.start, e.end))
        ]
        area = with_unit(plane.true_area, Quantity.AREA, self.desk.system)
        return "\n".join([*beside[:2], area])

    def _release(self, _at: QPointF) -> None:
        self._turning = None
        if self._drag is not None:
            self._drag = None
            self.canvas.set_note(None)
            self.desk.store.end_gesture()
        self.refresh()

    def _double(self, _hot: Hot | None, at: QPointF) -> None:
        if self._view != "plan":
            return
        fit, outline = self._fit(), self._outline()
        spot = ((at.x() - fit.x) / fit.scale, (fit.y - at.y()) / fit.scale)
        best: tuple[float, Point] | None = None
        for a, b in zip(outline, outline[1:] + outline[:1], strict=True):
            run = (b[0] - a[0], b[1] - a[1])
            share = ((spot[0] - a[0]) * run[0] + (spot[1] - a[1]) * run[1]) / (
                run[0] ** 2 + run[1] ** 2
            )
            foot = (a[0] + run[0] * share, a[1] + run[1] * share)
            away = abs(foot[0] - spot[0]) + abs(foot[1] - spot[1])
            if 0 < share < 1 and (best is None or away < best[0]):
                best = (away, foot)
        if best is not None and best[0] * fit.scale < PULL:
            self._drag = None
            if self.desk.act("Add corner", partial(insert_corner, point=best[1])):
                self._hold(best[1])
                self.refresh()

    def _key(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        views = {Qt.Key.Key_1: "plan", Qt.Key.Key_2: "space", Qt.Key.Key_3: "cuts"}
        if key in views:
            self.show_view(views[key])
        elif self._view == "space" and key in (Qt.Key.Key_Left, Qt.Key.Key_Right):
            self._turned = (self._turned + (TURN if key == Qt.Key.Key_Right else -TURN)) % 360
        elif self._view == "cuts" and key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self._cut += 1 if key == Qt.Key.Key_Down else -1
        elif self._view == "plan" and key == Qt.Key.Key_Space and self._outline():
            self._corner = (self._corner + 1) % len(self._outline())
        elif self._view == "plan" and self._corner >= 0 and key in ARROWS:
            self._nudge(ARROWS[key], bool(event.modifiers() & FREE))
        elif self._view == "plan" and self._corner >= 0 and key == Qt.Key.Key_Delete:
            at = self._outline()[self._corner]
            if self.desk.act("Remove corner", partial(remove_corner, at=at)):
                self._corner = -1
        else:
            return
        event.accept()
        self.refresh()

    def _nudge(self, step: tuple[int, int], fine: bool) -> None:
        size = 0.01 if fine else self._grid()
        at = self._outline()[self._corner]
        to = (at[0] + step[0] * size, at[1] + step[1] * size)
        if self._shift(at, to, f"nudge-{self._chosen()}-{self._corner}"):
            self._hold(to)
        else:
            self.said.emit("The corner stays: edges would cross.", False)

    def _take_board(self, key: str, value: float) -> None:
        if 0.001 <= value <= 2.0:
            self._board[key] = value
        else:
            self.said.emit("A board or blade is 1 mm to 2 m.", True)
        self.refresh()

    def remove_selected(self) -> None:
        """Take the selected area away."""
        if self.desk.area is not None:
            self._corner = -1
            self.desk.act("Remove roof area", partial(remove_area, area_id=self._chosen()))
