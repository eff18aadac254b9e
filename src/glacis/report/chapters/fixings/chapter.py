# SPDX-License-Identifier: GPL-3.0-or-later
"""How an area is held down, for the report and the permit: zones, patterns, chain, lengths, register, cautions."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.fixings.evidence import Asked, judge_evidence
from glacis.core.fixings.found import Fixed
from glacis.core.fixings.parts import FIXED, wind_of
from glacis.core.fixings.walls import Wall, walls_of
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.heat.parts import THERMAL
from glacis.core.heat.resolve import LayerData
from glacis.core.model.document import RoofArea
from glacis.core.model.fixings import Evidence, PullOut
from glacis.core.model.wind import Wind
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.core.wind.coefficients import FLATTEST
from glacis.core.wind.loads import AreaWind
from glacis.report.blocks import Block, Blocks, Picture, Room, Words, words_grid
from glacis.report.workings import working_blocks

PLAN, CHAIN, LENGTH = (760.0, 400.0), (760.0, 340.0), (760.0, 300.0)
LOAD, T, F = Quantity.LOAD, Quantity.THICKNESS, Quantity.FORCE
CAUTION = (
    "Edges, rooflights and wet slopes: fall protection before anyone goes up. No loose sheets or boards in wind. Hot "
    "bitumen and flame: permit, extinguisher, watch afterwards. Solvents: air and no spark. Foam and glue with "
    "isocyanates: mask and gloves. Drills overhead and dust: goggles and mask. The products' approvals, the local "
    "annex and the engineer outrank this page."
)


class FixingsRead(Struct, frozen=True):
    """What the chapter says.

    Attributes:
        area: the roof area.
        wind: on it.
        basis: as stated.
        fixed: what holds it.
        layers: of its build-up.
        walls: its free edges with their parapets.
        units: of the report.
    """

    area: RoofArea
    wind: AreaWind
    basis: Wind
    fixed: Fixed
    layers: tuple[LayerData, ...]
    walls: tuple[Wall, ...]
    units: System


def _reads(reader: Reader, area: str) -> FixingsRead | None:
    fixed = reader.value(FIXED, area)
    if fixed is None or reader.project.wind.basis == "unstated":
        return None
    return FixingsRead(
        reader.area(area), fixed.wind, reader.project.wind, fixed,
        reader.value(THERMAL, area).layers, walls_of(reader, area), reader.project.units,
    )  # fmt: skip


def _blocks(read: FixingsRead | None) -> Blocks:
    if read is None:
        return ()
    if not read.wind.zones:
        return (
            Room(30),
            Words("Wind and fixings", "sub"),
            Words(read.wind.refused or "No wind is stated."),
        )
    from glacis.core.fixings.working import fixings_working

    return (
        Room(110),
        Words("Wind and fixings", "sub"),
        *_zones(read),
        *_held(read, read.fixed),
        *working_blocks(fixings_working(read.basis, read.wind, read.fixed), read.units),
        Words(CAUTION, "small"),
    )


def _zones(read: FixingsRead) -> Iterator[Block]:
    from glacis.report.charts.fixing_zones import ZonesView, wind_words, zones_scene

    asce = read.basis.basis == "asce"
    flat = read.area.pitch <= FLATTEST
    view = ZonesView(read.area, read.wind, read.walls, asce, read.units, parapets=flat)
    yield Picture(zones_scene(view, PLAN))
    rows: list[tuple[str, ...]] = [
        ("zone", "governed by", "GC_p" if asce else "c_pe", "below", "w_k", "w_d", "area")
    ]
    for zone in read.wind.zones:
        rows.append((
            zone.name, wind_words(zone, asce) or "all winds", plain(zone.external, 2), plain(zone.under, 2),
            with_unit(zone.suction, LOAD, read.units), with_unit(zone.design, LOAD, read.units),
            with_unit(zone.true_area, Quantity.AREA, read.units),
        ))  # fmt: skip
    yield Room(40)
    yield words_grid(rows, (1, 1.8, 0.8, 0.8, 1.2, 1.2, 1.1), 2)
    if read.wind.open_rows:
        yield Words("Coefficients unconfirmed: some rows were not yet held against the standard.")


def _held(read: FixingsRead, fixed: Fixed) -> Iterator[Block]:
    from glacis.report.charts.fixing_chain import ChainView, chain_scene
    from glacis.report.charts.fixing_length import LengthView, length_scene
    from glacis.report.charts.fixing_pattern import PatternView, pattern_scene

    for each in fixed.sets:
        yield Room(100)
        yield Words(each.set.name, "sub")
        if each.held.refused:
            yield Words(each.held.refused)
            continue
        yield Picture(pattern_scene(PatternView(read.area, fixed, each, read.units), PLAN))
        found = next((item for item in fixed.lengths if item.set == each.set.id), None)
        if found is not None:
            yield Room(80)
            yield Picture(
                length_scene(LengthView(fixed, each, found, read.layers, read.units), LENGTH)
            )
        ways = each.held.resistance.ways
        if ways:
            from glacis.core.fixings.resistance import MODES

            rows: list[tuple[str, ...]] = [("fails by", "bears", "level", "by design", "source")]
            for way in ways:
                quantity = (
                    Quantity.STRESS if way.mode in ("glue", "facer", "substrate", "bond") else F
                )
                rows.append((
                    MODES[way.mode], with_unit(way.stated, quantity, read.units), way.level,
                    with_unit(way.design, quantity, read.units), way.source,
                ))  # fmt: skip
            yield words_grid(rows, (2, 1, 1.2, 1, 2.4), 1)
    if fixed.chain.interfaces:
        yield Room(100)
        yield Words("From the sheet to the frame", "sub")
        yield Picture(chain_scene(ChainView(fixed, read.layers, read.units), CHAIN))
    yield from _thrust(fixed, read.units)


def _thrust(fixed: Fixed, system: System) -> Iterator[Block]:
    found = fixed.thrust
    if found is None:
        return
    yield Words("Thrust down the slope", "sub")
    rows: list[tuple[str, ...]] = [("", "")]
    rows.append(("by the metre of batten", f"{plain(found.thrust.along / 1000, 2)} kN/m"))
    rows.append(("sum on one rafter, for a stop at the eaves", with_unit(found.eaves, F, system)))
    if found.truss is not None:
        rows.append(("one angled screw bears", with_unit(found.screw, F, system)))
        rows.append(("angled screws at most apart", with_unit(found.truss.spacing, T, system)))
        rows.append(
            ("pressure on the insulation", with_unit(found.truss.stress, Quantity.STRESS, system))
        )
    rows.append(
        ("square screws alone would let it slide", with_unit(found.sag, Quantity.JOINT, system))
    )
    yield words_grid(rows, (3, 1), 1)


FIXINGS_CHAPTER = Part("chapter fixings", _reads, _blocks)
"""How one area is held down."""


def told_apart(results: Results, item: AreaResult) -> object:
    """Areas differ here by all that holds them; what is stated of none tells none apart."""
    return results.value(FIXED, item.roof.area.id)


class RegisterRead(Struct, frozen=True):
    """What the register says."""

    register: tuple[Evidence, ...]
    tests: tuple[PullOut, ...]
    areas: tuple[tuple[str, str, Asked], ...]
    units: System


def _reads_register(reader: Reader, _subject: str) -> RegisterRead:
    project = reader.project
    asked = []
    for stated in (item for item in project.fixings if reader.has_area(item.area)):
        area = reader.area(stated.area)
        worst = max((zone.design for zone in wind_of(reader, area.id).zones), default=0.0)
        substrate = next((held.substrate for held in stated.sets if held.substrate), "")
        asked.append(
            (
                area.id,
                area.name,
                Asked(stated.products, area.pitch, substrate, worst, stated.laid, ""),
            )
        )
    return RegisterRead(project.evidence, project.pull_outs, tuple(asked), project.units)


def _register(read: RegisterRead) -> Blocks:
    if not read.register and not read.tests:
        return ()
    return (*_approvals(read), *_tests(read))


def _approvals(read: RegisterRead) -> Iterator[Block]:
    if not read.register:
        return
    yield Room(60)
    yield Words("Register of approvals", "heading")
    rows: list[tuple[str, ...]] = [("number", "about", "by", "runs out", "file")]
    for each in read.register:
        rows.append((each.id, each.title, each.issuer, each.expires or "never", each.digest[:12]))
    yield words_grid(rows, (1, 2.6, 1.6, 1, 1.2), 3)
    for _, name, asked in read.areas:
        for each in read.register if asked.products else ():
            judged = judge_evidence(each, asked)
            touches = any(cover.role == own.role for cover in each.covers for own in asked.products)
            if touches:
                words = (
                    "stands as it is"
                    if judged.holds
                    else "; ".join(said for _, said in judged.gaps)
                )
                yield Words(f"{each.id} for {name}: {words}.")


def _tests(read: RegisterRead) -> Iterator[Block]:
    if not read.tests:
        return
    from glacis.report.charts.fixing_tests import PullOutsView, height_of, pull_outs_scene

    yield Room(80)
    yield Words("Pull-out tests", "heading")
    size = 760.0, height_of(read.tests)
    yield Picture(pull_outs_scene(PullOutsView(read.tests, read.units), size))
    names = {ident: name for ident, name, _ in read.areas}
    rows: list[tuple[str, ...]] = [
        ("area", "substrate", "fixing", "failed at", "how", "date", "by")
    ]
    for test in read.tests:
        rows.append((
            names.get(test.area, test.area), test.substrate, test.fixing, with_unit(test.force, F, read.units),
            test.failure,
            test.dated, test.by,
        ))  # fmt: skip
    yield words_grid(rows, (1.6, 1.6, 1.4, 0.9, 1.1, 1, 1), 3)


REGISTER_CHAPTER = Part("chapter approvals", _reads_register, _register)
"""Approvals and tests of the whole project."""
