# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the bill for fixings, for what is taken off, and for what the user adds."""

from collections.abc import Iterator

from glacis.core.fixings.found import Fixed, LengthFound, SetPlaced
from glacis.core.model.document import RoofArea
from glacis.core.model.fixings import Ballast, Bond
from glacis.core.model.quantities import Costing, OwnLine, PieceForm, PourForm, Stripped
from glacis.core.quantities.amounts import skips_of
from glacis.core.quantities.line import Line, Per, Places
from glacis.core.quantities.measures import kg_m2, m2, m3, t

DRIVEN = "mechanical fixing driven and checked"
"""Step of the table of rates that drives one in."""
HOLDS_ITSELF = ("self-adhered", "sprayed", "torched", "welded", "mortar")
"""Bonds for which nothing is bought beside the layer; by definition of their kinds."""
SPARE = 0.03
"""Fixings that are lost, bent or driven twice [-]; our judgement."""
STEEL = 7850.0
"""Of a screw [kg/m³] (ISO 10456:2007, table 3)."""


def fixing_lines(area: RoofArea, fixed: Fixed | None) -> Iterator[Line]:
    """Placed fixings by set and length: the points that Fixings counts, never a number on the square metre."""
    if fixed is None:
        return
    for placed in fixed.sets:
        found = next((item for item in fixed.lengths if item.set == placed.set.id), None)
        yield from _of_set(area, placed, found)


def _of_set(area: RoofArea, placed: SetPlaced, found: LengthFound | None) -> Iterator[Line]:
    stated, way = placed.set, placed.set.way
    ident = f"{area.id}/fixings/{stated.id}"
    places = Places((area.id,), set=stated.id)
    whole = sum(placed.areas)
    if isinstance(way, Ballast):
        yield _ballast(ident, placed, way, places)
        return
    if isinstance(way, Bond):
        if way.kind in HOLDS_ITSELF:
            yield Line(
                ident, "Fixings", stated.name, "", "m2", places, why="what is laid holds itself"
            )
            return
        yield Line(
            ident, "Fixings", f"adhesive, {stated.name.lower()}", "adhesive", "m2", places, net=whole, form=PieceForm(),
            per=Per(1.0, 0.0, 0.3), how=(f"{m2(whole)} bonded: {way.kind}",), step="prime", work=whole,
        )  # fmt: skip
        return
    fastener = stated.fastener
    if fastener is None:
        yield Line(ident, "Fixings", stated.name, "", "item", places, why="nothing is driven in")
        return
    name = fastener.name
    for length, count in _by_length(placed, found):
        tail = f" {t(length)}" if length else ""
        volume = 0.7854 * fastener.diameter**2 * (length or 0.1)
        assumed = () if length else ("length not found: see Fixings",)
        yield Line(
            f"{ident}/{length * 1000:.0f}",
            "Fixings",
            f"{name}{tail}, {stated.name.lower()}",
            f"{name} {fastener.diameter * 1000:g} x {length * 1000:.0f}",
            "item",
            places,
            net=float(count),
            share=SPARE,
            per=Per(0.0, volume, volume * STEEL),
            form=PieceForm(pack=100),
            assumed=assumed,
            step=DRIVEN,
            material=f"{name} {fastener.diameter * 1000:g}",
            work=float(count),
            how=(
                "placed one by one in Fixings"
                if placed.placed is not None
                else "reckoned by zone in Fixings",
            ),
        )


def _ballast(ident: str, placed: SetPlaced, way: Ballast, places: Places) -> Line:
    """Ballast that lies beside the layers of the build-up: more where the wind asks for more."""
    name = f"{placed.set.name}, {way.kind}"
    heavy = max(way.mass, way.edges)
    needed = [pattern.load > way.mass for pattern in placed.held.patterns]
    mass = sum(
        area * (heavy if more else way.mass)
        for area, more in zip(placed.areas, needed, strict=False)
    )
    if mass <= 0:
        return Line(ident, "Fixings", name, "", "kg", places, why="it is a layer of the build-up")
    return Line(
        ident, "Fixings", name, f"ballast {way.kind}", "kg", places, net=mass, per=Per(0.0, 1 / 1800, 1.0),
        form=PieceForm(), how=(f"{kg_m2(way.mass)} in the field, {kg_m2(heavy)} where the wind asks for more",),
        step="gravel by hoist or pump" if way.kind == "gravel" else "pavers on supports", work=sum(placed.areas),
    )  # fmt: skip


def _by_length(placed: SetPlaced, found: LengthFound | None) -> list[tuple[float, int]]:
    """How many of which length [m]; 0 where no length was found."""
    if found is None or found.refused:
        return [(0.0, placed.count)]
    by: dict[float, int] = {}
    for band, count in zip(found.bands, found.counts, strict=False):
        by[band.length or 0.0] = by.get(band.length or 0.0, 0) + count
    left = placed.count - sum(by.values())
    if left:
        chosen = found.length.chosen if found.length is not None else None
        by[chosen or 0.0] = by.get(chosen or 0.0, 0) + left
    return sorted((length, count) for length, count in by.items() if count)


def own_lines(own: tuple[OwnLine, ...]) -> Iterator[Line]:
    """Lines the user adds."""
    for line in own:
        areas = (line.area,) if line.area else ()
        yield Line(
            f"own/{line.id}",
            line.section,
            line.name,
            line.key or line.name,
            line.unit,
            Places(areas),
            net=line.quantity,
            per=Per(
                float(line.unit == "m2"),
                float(line.unit == "m3"),
                line.mass or float(line.unit == "kg"),
            ),
            form=PieceForm(),
            how=("added by hand",),
            step=line.step,
            work=line.quantity if line.step else 0.0,
            origin="user",
        )


def stripped_lines(
    stripped: tuple[Stripped, ...], true_areas: dict[str, float], costing: Costing
) -> Iterator[Line]:
    """What comes off: by its volume in the skip, less what goes on again."""
    for item in stripped:
        area = true_areas.get(item.area, 0.0)
        volume = area * item.thickness
        loose = volume * item.bulking * (1 - item.reused)
        skips = skips_of(volume, item.bulking, costing.skip, item.reused)
        how = [
            f"{m3(volume)} on the roof, x {item.bulking:g} loose, {skips} skips of {m3(costing.skip)}"
        ]
        if item.reused:
            how.append(f"{item.reused * 100:.0f} % goes on again")
        yield Line(
            f"{item.area}/off/{item.id}", "Taken off", f"{item.name}, taken off", "skip", "m3", Places((item.area,)),
            net=loose, per=Per(1 / item.thickness if item.thickness else 0.0, 1.0, item.density / item.bulking),
            form=PourForm(load=costing.skip), how=tuple(how), step=item.step, work=area,
        )  # fmt: skip
