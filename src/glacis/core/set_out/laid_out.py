# SPDX-License-Identifier: GPL-3.0-or-later
"""The set-out of an area: each part worked out where it is stated, what cannot be said with its reason."""

from collections.abc import Callable
from functools import partial
from math import ceil
from typing import Any, TypeVar

from glacis.core.errors import GlacisError
from glacis.core.model.covering import (
    DeckBoard,
    PanelProduct,
    Product,
    RollProduct,
    SheetProduct,
    ShingleStrip,
    SlatePiece,
    Tile,
    Unit,
)
from glacis.core.model.set_out import EavesSection, PanelRun
from glacis.core.set_out.covered import covered_by_shingles, covered_by_slates, covered_by_tiles
from glacis.core.set_out.curves import Facets, facets
from glacis.core.set_out.eaves import (
    Eaves,
    EavesIn,
    PitchChange,
    Plate,
    PlateIn,
    eaves,
    pitch_change,
    plate,
)
from glacis.core.set_out.foam import cans_for
from glacis.core.set_out.found import (
    Covered,
    Panelled,
    Placed,
    SetOutFound,
    SetOutRead,
    Sheeted,
)
from glacis.core.set_out.grid import Decked, Framed, Grid, Sheeting, beside, decked, framed
from glacis.core.set_out.laying import mirrored_laid, shape_of
from glacis.core.set_out.metal import (
    Coil,
    MetalSheet,
    coil_length,
    movement,
    share_out,
    strips_over,
)
from glacis.core.set_out.outriggers import Outrigged, outrigged
from glacis.core.set_out.panels import PanelRow, measured, panels_for, ridge_void
from glacis.core.set_out.plane import RoofPlane, mirrored, plane_of
from glacis.core.set_out.planing import DeckZone, Planed, planed
from glacis.core.set_out.rolls import Roll, RollsLaid, courses_of, rolls_over

Worked = TypeVar("Worked")


class _Parts:
    """Parts worked out one by one; faults gathered."""

    def __init__(self) -> None:
        self.faults: list[tuple[str, str]] = []

    def tried(self, what: str, work: Callable[[], Worked]) -> Worked | None:
        try:
            return work()
        except GlacisError as fault:
            self.faults.append((what, str(fault)))
            return None


def placed_on(read: SetOutRead) -> Placed:
    """What is laid on the plane of an area: covering, sheets, panels, members, deck, rolls."""
    windows = frozenset(identifier for identifier, _ in read.openings)
    seen = plane_of(read.area, windows)
    plane = mirrored(seen) if read.stated.mirrored else seen
    parts = _Parts()
    for unknown in read.missing:
        parts.faults.append(("product", f"nobody knows '{unknown[:60]}'; choose another"))
    products = [product for _, product in read.products]
    covering = _last(products, (Tile, SlatePiece, ShingleStrip, SheetProduct))
    covered = sheeted = None
    if isinstance(covering, SheetProduct):
        sheet = covering
        sheeted = parts.tried("sheets", lambda: _sheeted(read, plane, sheet))
    elif isinstance(covering, Tile | SlatePiece | ShingleStrip):
        pieces = covering
        covered = parts.tried("courses", lambda: _covered(read, plane, pieces))
    panel = _last(products, (PanelProduct,))
    panelled = None
    if isinstance(panel, PanelProduct):
        slab = panel
        panelled = parts.tried("panels", lambda: _panelled(read, plane, slab))
    frame, deck = _frame_and_deck(read, plane, products, parts)
    roll = _last(products, (RollProduct,))
    rolled = None
    if isinstance(roll, RollProduct):
        sheet_in_rolls = roll
        rolled = parts.tried("rolls", lambda: _rolled(plane, sheet_in_rolls))
    turned = read.stated.mirrored
    return Placed(
        plane=seen,
        covered=_turned(covered, plane) if turned and covered is not None else covered,
        sheeted=_turned_sheets(sheeted, plane) if turned else sheeted,
        panelled=panelled,
        frame=frame,
        beside=_beside(read, seen, frame),
        decked=deck,
        rolled=rolled,
        profiles=_profiles(read, covering),
        faults=tuple(parts.faults),
    )


def laid_out(read: SetOutRead) -> SetOutFound:
    """The set-out of an area."""
    placed = placed_on(read) if read.placed is None else read.placed
    parts = _Parts()
    section = read.stated.eaves
    cut = seat = None
    if section is not None:
        stated = section
        cut = parts.tried("eaves", lambda: _eaves(read, stated))
        seat = parts.tried("plate", lambda: _plate(read, stated))
    timber = _timber(read, placed.plane, parts)
    return SetOutFound(
        stated=read.stated,
        plane=placed.plane,
        stack=read.stack,
        covered=placed.covered,
        sheeted=placed.sheeted,
        panelled=placed.panelled,
        frame=placed.frame,
        beside=placed.beside,
        decked=placed.decked,
        rolled=placed.rolled,
        eaves=cut,
        plate=seat,
        outrigged=timber[0],
        planed=timber[1],
        facets=timber[2],
        dormers=read.dormers,
        profiles=placed.profiles,
        faults=(*placed.faults, *parts.faults),
    )


def _profiles(read: SetOutRead, covering: Product | None) -> tuple[tuple[PitchChange, float], ...]:
    """Bent profiles at changes of pitch, each leg by the covering's lap."""
    lap = 0.0
    if isinstance(covering, Tile):
        lap = covering.headlap_least
    elif isinstance(covering, SlatePiece):
        lap = covering.lap
    elif isinstance(covering, SheetProduct):
        lap = covering.end_lap
    return tuple(
        (pitch_change(read.area.pitch, pitch, (lap, lap)), length) for pitch, length in read.breaks
    )


def _beside(
    read: SetOutRead, plane: RoofPlane, frame: Framed | None
) -> tuple[tuple[str, tuple[int, ...]], ...]:
    if frame is None:
        return ()
    width, gap = read.stated.grid.width or read.stack.width, read.stated.clearance
    return tuple(
        (
            window.id,
            beside(frame, width, (window.left - gap - plane.left, window.right + gap - plane.left)),
        )
        for window in plane.windows
    )


def _timber(
    read: SetOutRead, plane: RoofPlane, parts: _Parts
) -> tuple[Outrigged | None, Planed | None, Facets | None]:
    """Outriggers, furring and facets, where they are stated."""
    stated = read.stated
    rig, furring, curve = stated.outriggers, stated.furring, stated.curve
    members = stated.grid.spacing or read.stack.spacing, stated.grid.width or read.stack.width
    left, right = plane.eaves
    on = off = round_ = None
    if rig is not None:
        on = parts.tried("outriggers", lambda: outrigged(rig, right - left, members))
    if furring is not None and furring.zones:
        zones = tuple(DeckZone(zone.base, zone.deck, zone.sheets) for zone in furring.zones)
        off = parts.tried("furring", lambda: planed(zones, furring.least))
    if curve is not None:
        round_ = parts.tried(
            "curve", lambda: facets(curve.radius, curve.angle, curve.limit, curve.board)
        )
    return on, off, round_


def _last(products: list[Product], kinds: tuple[type[Any], ...]) -> Product | None:
    """The outermost product of some kinds."""
    return next((product for product in reversed(products) if isinstance(product, kinds)), None)


def _turned(covered: Covered, plane: RoofPlane) -> Covered:
    """What was laid on the mirrored plane, seen as it is."""
    from msgspec.structs import replace

    width = sum(plane.eaves)
    laid = None if covered.laid is None else mirrored_laid(covered.laid, width)
    windows = tuple(
        replace(
            seat,
            window=replace(
                seat.window, left=width - seat.window.right, right=width - seat.window.left
            ),
        )
        for seat in covered.windows
    )
    return replace(covered, laid=laid, windows=windows)


def _turned_sheets(sheeted: Sheeted | None, plane: RoofPlane) -> Sheeted | None:
    from msgspec.structs import replace

    if sheeted is None:
        return None
    width = sum(plane.eaves)
    strips = tuple(
        replace(strip, left=width - strip.right, right=width - strip.left)
        for strip in sheeted.strips
    )
    return replace(sheeted, strips=strips)


def _covered(read: SetOutRead, plane: RoofPlane, product: Unit) -> Covered:
    if isinstance(product, Tile):
        return covered_by_tiles(read, plane, product)
    if isinstance(product, SlatePiece):
        return covered_by_slates(read, plane, product)
    return covered_by_shingles(read, plane, product)


def _sheeted(read: SetOutRead, plane: RoofPlane, product: SheetProduct) -> Sheeted:
    sheet = MetalSheet(
        product.cover,
        product.eaves,
        product.ridge,
        product.step,
        product.transport,
        product.end_lap,
    )
    strips = strips_over(plane, sheet)
    lengths = [strip.length for strip in strips for _ in range(strip.pieces)]
    coil, shared = 0.0, None
    if product.coil_width:
        coil = coil_length(
            Coil(product.coil_mass, product.density, product.thickness, product.coil_width)
        )
        shared = share_out(lengths, (coil,), product.setup)
    longest = max(lengths, default=0.0)
    grows = movement(longest, product.expansion, read.stated.colder)
    return Sheeted(product, strips, sum(lengths), coil, shared, grows)


def _panelled(read: SetOutRead, plane: RoofPlane, product: PanelProduct) -> Panelled:
    stated = read.stated.panels or PanelRun()
    left, right = plane.eaves
    width = right - left
    row = PanelRow(
        n=panels_for(width - stated.tolerance, product.width, product.growth),
        width=product.width,
        length=product.length,
        growth_planned=product.growth,
        frame=width - stated.start - stated.end,
        overhang_start=stated.start,
        overhang_end=stated.end,
        tolerance=stated.tolerance,
        tightest=product.tightest,
        widest=product.widest,
    )
    runs = tuple((run, measured(row, run.laid, run.bottom, run.top)) for run in stated.measured)
    rows = ceil(plane.slope / product.length - 1e-9)
    joints = ((row.n - 1) * rows, min(plane.slope / rows, product.length), product.joint)
    cans = cans_for(joints, (stated.can, stated.coldest), (stated.temperature, stated.humidity))
    return Panelled(product, row, runs, rows, cans, ridge_void(product.thickness, plane.pitch))


def _frame_and_deck(
    read: SetOutRead, plane: RoofPlane, products: list[Product], parts: _Parts
) -> tuple[Framed | None, Decked | None]:
    stated = read.stated.grid
    spacing, width = stated.spacing or read.stack.spacing, stated.width or read.stack.width
    if not (spacing and width):
        return None, None
    left, right = plane.left, plane.right
    grid = Grid(right - left, spacing, width, stated.start, stated.doubled)
    frame = parts.tried("members", lambda: framed(grid))
    board = _last(products, (DeckBoard,))
    if frame is None or not isinstance(board, DeckBoard):
        return frame, None
    sheeting = Sheeting(board.length, board.width, board.gap)
    return frame, parts.tried("deck", lambda: _decked(plane, grid, sheeting))


def _decked(plane: RoofPlane, grid: Grid, sheeting: Sheeting) -> Decked:
    """Deck sheets over the plane's rectangle, those left out that lie beside it."""
    import shapely
    from msgspec.structs import replace

    whole = decked(grid, plane.slope, sheeting)
    shape, left = shape_of(plane), plane.left
    kept = []
    for sheet in whole.sheets:
        face = shapely.box(sheet.left + left, sheet.low, sheet.right + left, sheet.high)
        part = face.intersection(shape).area
        if part > 1e-6:
            cut = sheet.cut or part < face.area - 1e-6
            kept.append(replace(sheet, left=sheet.left + left, right=sheet.right + left, cut=cut))
    rectangle = len(kept) == len(whole.sheets)
    return replace(whole, sheets=tuple(kept), bought=whole.bought if rectangle else len(kept))


def _rolled(plane: RoofPlane, product: RollProduct) -> tuple[RollProduct, RollsLaid]:
    import shapely

    headlap = product.headlap(plane.pitch)
    count = courses_of(plane.slope, product.width, headlap)
    shape, step = shape_of(plane), product.width - headlap
    runs = []
    for k in range(count):
        low = min(k * step, max(0.0, plane.slope - product.width))
        band = shapely.box(plane.left - 1, low, plane.right + 1, low + product.width)
        west, _, east, _ = shapely.intersection(shape, band).bounds
        runs.append(east - west)
    roll = Roll(product.width, product.length, headlap, product.side_lap)
    return product, rolls_over(runs, roll, plane.slope)


def _eaves(read: SetOutRead, section: EavesSection) -> Eaves:
    stack = read.stack
    return eaves(
        EavesIn(
            pitch=read.area.pitch,
            rafter=section.rafter or stack.rafter,
            board=stack.board,
            counter=stack.counter or read.stated.counter,
            batten=read.stated.batten,
            projection=section.projection,
            fascia_below=section.below,
            kick=section.kick,
            seat=section.seat,
            sprocket_pitch=section.sprocket_pitch,
            sprocket_length=section.sprocket_length,
        )
    )


def _plate(read: SetOutRead, section: EavesSection) -> Plate:
    grid, stack = read.stated.grid, read.stack
    return plate(
        PlateIn(
            pitch=read.area.pitch,
            rafter=section.rafter or stack.rafter,
            seat=section.seat,
            plate_out=0.0,
            wall_in=section.wall,
            wall_out=0.0,
            spacing=grid.spacing or stack.spacing,
            member=grid.width or stack.width,
        )
    )


def sheet_ways(read: SetOutRead, known: tuple[Product, ...]) -> tuple[Sheeted, ...]:
    """The plane laid of every metal sheet that is known, hidden fixings and open ones side by side.

    None of them where the plane is not laid of metal; those that cannot be laid are left out.
    """
    if not any(isinstance(product, SheetProduct) for _, product in read.products):
        return ()
    windows = frozenset(identifier for identifier, _ in read.openings)
    plane, parts = plane_of(read.area, windows), _Parts()
    found = []
    for sheet in known:
        if isinstance(sheet, SheetProduct):
            way = parts.tried(sheet.name, partial(_sheeted, read, plane, sheet))
            found += [] if way is None else [way]
    return tuple(found)
