# SPDX-License-Identifier: GPL-3.0-or-later
"""What is found about the set-out of an area."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.model.covering import PanelProduct, Product, RollProduct, SheetProduct, Unit
from glacis.core.model.document import RoofArea
from glacis.core.model.set_out import MeasuredRun, SetOut
from glacis.core.set_out.plane import RoofPlane, Window

if TYPE_CHECKING:
    from glacis.core.set_out.across import Across
    from glacis.core.set_out.curves import Facets
    from glacis.core.set_out.eaves import Eaves, PitchChange, Plate
    from glacis.core.set_out.foam import Cans
    from glacis.core.set_out.gauges import Gauged, Hanging, Moved, Otherwise, TwoGauges
    from glacis.core.set_out.grid import Decked, Framed
    from glacis.core.set_out.laying import Laid
    from glacis.core.set_out.metal import Shared, Strip
    from glacis.core.set_out.outriggers import Outrigged
    from glacis.core.set_out.panels import PanelRow, RowMeasured
    from glacis.core.set_out.planing import Planed
    from glacis.core.set_out.rolls import RollsLaid
    from glacis.core.set_out.shingles import ShingleCourses
    from glacis.core.set_out.slates import SlateCourses


class Stack(Struct, frozen=True):
    """What the build-up says of members and of what lies over them [m].

    Attributes:
        spacing: of the rafters; 0 where no layer has members.
        width: of one.
        rafter: depth of the layer they stand in.
        board: all that lies over them up to the battens.
        counter: ventilated space outside of that; 0 for none.
        visible: thickness of a lining that is seen from the rooms, under the deck; 0 for none.
    """

    spacing: float
    width: float
    rafter: float
    board: float
    counter: float
    visible: float = 0.0


class SetOutRead(Struct, frozen=True):
    """What the set-out of an area depends on.

    Attributes:
        area: roof area.
        stated: about it.
        products: of its layers from inside to outside, each with the layer's id.
        openings: names of the openings in it, by id.
        stack: of its build-up.
        dormers: name and height of the front wall of those on it [m].
        breaks: where the plane goes on at another pitch above [°], and how long that is [m].
        missing: ids of products that layers name and nobody knows.
        placed: what is laid on the plane, where that is known already.
    """

    area: RoofArea
    stated: SetOut
    products: tuple[tuple[str, Product], ...]
    openings: tuple[tuple[str, str], ...]
    stack: Stack
    dormers: tuple[tuple[str, float], ...] = ()
    breaks: tuple[tuple[float, float], ...] = ()
    missing: tuple[str, ...] = ()
    placed: "Placed | None" = None


class Course(Struct, frozen=True):
    """A course as it is marked on the roof.

    Attributes:
        no: from the eaves, from 1.
        s: where its pieces hang: upper edge of its batten, or its lower edge where none hangs [m].
        tail: lower edge [m].
        gauge: from the course below [m]; 0 for the lowest.
        headlap: over it, or over the second below in double lap [m].
        note: first, window, top; empty for the rest.
    """

    no: int
    s: float
    tail: float
    gauge: float
    headlap: float
    note: str = ""


class Seated(Struct, frozen=True):
    """A window beside the courses.

    Attributes:
        window: as it lies.
        name: of the opening.
        over: from the line below it to its frame's lower edge [m].
        line: number of that line, from 0.
        sits: whether it sits on a whole course.
        moved: the least way to move it; None where there are no courses.
        two: two gauges that seat it where it is; None where none do.
        nearest: where two gauges would seat it next [m]; None likewise.
    """

    window: Window
    name: str
    over: float
    line: int
    sits: bool
    moved: "Moved | None"
    two: "TwoGauges | None"
    nearest: float | None


class Covered(Struct, frozen=True):
    """The covering laid course by course.

    Attributes:
        product: that is laid.
        courses: from the eaves.
        lines: exposed lower edges and the top [m].
        hanging: limits of single-lap gauges, and of those that slates share; None for shingles.
        gauged: equal gauges of tiles; None for others.
        slates: courses of slates; None for others.
        shingles: courses of shingles; None for others.
        two: the two gauges that are laid; None for equal ones.
        across: tiles across a plane with upright verges; None for others, or where none is possible.
        across_asked: whether tiles end at upright verges, so that a count across has to be found.
        ways: other ways, where equal gauges are impossible.
        laid: every piece; None where courses are impossible.
        slivers: numbers of pieces that are too narrow to be held.
        windows: in the plane.
        fixed: pieces that are fixed.
    """

    product: Unit
    courses: tuple[Course, ...]
    lines: tuple[float, ...]
    hanging: "Hanging | None"
    gauged: "Gauged | None"
    slates: "SlateCourses | None"
    shingles: "ShingleCourses | None"
    two: "TwoGauges | None"
    across: "Across | None"
    across_asked: bool
    ways: "tuple[Otherwise, ...]"
    laid: "Laid | None"
    slivers: tuple[int, ...]
    windows: tuple[Seated, ...]
    fixed: int


class Sheeted(Struct, frozen=True):
    """Metal over a plane.

    Attributes:
        product: that is laid.
        strips: from the left.
        metres: of all sheets [m].
        coil: length on one [m]; 0 where it comes as sheets.
        shared: sheets over coils; None where it comes as sheets.
        movement: of the longest sheet between cold and hot [m].
    """

    product: SheetProduct
    strips: "tuple[Strip, ...]"
    metres: float
    coil: float
    shared: "Shared | None"
    movement: float


class Panelled(Struct, frozen=True):
    """A row of structural panels.

    Attributes:
        product: that is laid.
        row: as planned.
        measured: each measured run with what it says.
        rows: up the slope.
        cans: of foam for its joints.
        void: section of the ridge's void [m²].
    """

    product: PanelProduct
    row: "PanelRow"
    measured: "tuple[tuple[MeasuredRun, RowMeasured], ...]"
    rows: int
    cans: "Cans"
    void: float


class Placed(Struct, frozen=True):
    """What is laid on a plane; it takes long to find, and no thickness of a layer changes it.

    Attributes as of :class:`SetOutFound`.
    """

    plane: RoofPlane
    covered: Covered | None
    sheeted: Sheeted | None
    panelled: Panelled | None
    frame: "Framed | None"
    beside: tuple[tuple[str, tuple[int, ...]], ...]
    decked: "Decked | None"
    rolled: "tuple[RollProduct, RollsLaid] | None"
    profiles: "tuple[tuple[PitchChange, float], ...]"
    faults: tuple[tuple[str, str], ...]


class SetOutFound(Struct, frozen=True):
    """The set-out of an area.

    Attributes:
        stated: about it.
        plane: as one sees it from the eaves.
        stack: of its build-up.
        covered: by pieces in courses; None for other coverings.
        sheeted: by metal; None likewise.
        panelled: None without panels.
        frame: members; None where nothing says how they stand.
        beside: numbers of the members that are doubled beside each window, by its id.
        decked: deck sheets; None without.
        rolled: rolls of the widest or innermost membrane with its product; None without.
        eaves: their section; None where nobody stated it.
        plate: infill over the wall head; None likewise.
        outrigged: outriggers along the eaves; None likewise.
        planed: furring over the deck's zones; None likewise.
        facets: of a curve; None likewise.
        dormers: name and height of the front wall of those on it [m].
        profiles: where the pitch changes above: the bent profile, and its length [m].
        faults: what could not be worked out: which part, and why.
    """

    stated: SetOut
    plane: RoofPlane
    stack: Stack
    covered: Covered | None = None
    sheeted: Sheeted | None = None
    panelled: Panelled | None = None
    frame: "Framed | None" = None
    beside: tuple[tuple[str, tuple[int, ...]], ...] = ()
    decked: "Decked | None" = None
    rolled: "tuple[RollProduct, RollsLaid] | None" = None
    eaves: "Eaves | None" = None
    plate: "Plate | None" = None
    outrigged: "Outrigged | None" = None
    planed: "Planed | None" = None
    facets: "Facets | None" = None
    dormers: tuple[tuple[str, float], ...] = ()
    profiles: "tuple[tuple[PitchChange, float], ...]" = ()
    faults: tuple[tuple[str, str], ...] = ()

    @property
    def is_empty(self) -> bool:
        """Whether no layer says what it is laid of, and nothing else is stated."""
        parts = (self.covered, self.sheeted, self.panelled, self.decked, self.rolled, self.eaves)
        return not self.faults and all(part is None for part in parts)
