# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks derived from layers, junctions, tests, waits and checks of a roof."""

from collections.abc import Iterable, Iterator

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.model.document import RoofArea
from glacis.core.model.order import Order
from glacis.core.model.quantities import Quantities
from glacis.core.order.besides import Beside, at_caps, besides
from glacis.core.order.rules_table import SCREED_SLOW
from glacis.core.order.tags import FLAT, deck_number, fitted_from, layer_tags
from glacis.core.order.task import LEAST, Task
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost, LineCost, trade_of_step
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.line import Line
from glacis.core.quantities.trade import Trade

SHARED = ("ridge", "hip", "valley", "break", "change", "movement-joint", "module-joint")
"""Kinds of junction that lie in both fields; others belong to the first."""
FALLS = "Fall protection, nets and edge protection before anybody goes up; rooflights are fragile."
CAUTIONS = {
    "hot": "Permit for hot work, extinguisher at hand, fire watch two hours after. Hot bitumen burns to the bone.",
    "foam": "Isocyanates: mask, gloves, nobody else near. Masking of what lies in the wind.",
    "coating": "Solvents: air, no spark.",
    "strip": "Survey for load, fibres and moisture first. Open no more than is closed tonight.",
    "panel": "Loads over heads: nobody below. No lifting in wind over 9 m/s. Foam in joints pushes panels apart: clamp "
    "at once.",
    "sheet": "No loose sheets in wind over 8 m/s.",
    "board": "No loose boards in wind over 10 m/s. Dust of mineral fibre: masks.",
    "covering": "Ladders lashed, nobody below. Wet slates and tiles are ice.",
    "edge": FALLS,
    "fill": "Dust: masks. Boards to walk on: nobody steps between joists.",
}  # fmt: skip
"""What is said at a step, by its tag; common site practice, local rules outrank it."""


class AreaTasks(Struct, frozen=True):
    """What tasks of an area follow from."""

    area: RoofArea
    counted: tuple[Counted, ...]


class TasksRead(Struct, frozen=True):
    """What all tasks follow from.

    Attributes:
        areas: each with its layers.
        bill: what is laid.
        cost: hours of it.
        trade: rates of work.
        kinds: kind of each junction, by its id.
        quantities: stacks and what comes off.
        order: crews, machines, days by hand.
        tested: areas whose fixings go by tests on site.
        fixed: areas whose fixings are stated.
        bonded: tasks of layers that a bond holds.
        drained: areas with outlets.
        vented: areas that air leaves along a ridge or hip.
    """

    areas: tuple[AreaTasks, ...]
    bill: Bill
    cost: Cost
    trade: Trade
    kinds: tuple[tuple[str, str], ...]
    quantities: Quantities
    order: Order
    tested: frozenset[str]
    fixed: frozenset[str]
    bonded: frozenset[str] = frozenset()
    drained: frozenset[str] = frozenset()
    vented: frozenset[str] = frozenset()


def tasks_of(read: TasksRead) -> tuple[Task, ...]:
    """All tasks of the job."""
    hours = {line.id: line for line in read.cost.lines}
    found: list[Task] = [
        Task(
            "edge-protection",
            "edge protection and nets",
            "lift",
            tuple(a.area.id for a in read.areas),
            ("edge protection",),
            days=(0.5, 1.0, 2.0),
            caution=FALLS,
        ),
    ]
    for machine in read.order.machines:
        days = (machine.lead,) * 3
        found.append(
            Task(
                f"machine/{machine.id}",
                f"{machine.name} booked",
                "decide",
                (),
                ("machine",),
                days=days,
                people=1,
            )
        )
    for each in read.areas:
        found += _layers(read, each, hours)
        found += _checks(read, each)
    layers = tuple(task for task in found if task.layer)
    for each in read.areas:
        found += besides(_beside(read, each.area, layers))
    edges = tuple(_edges(read, hours))
    found += edges
    for cap in edges:
        if {"ridge cap", "hip cap"} & set(cap.tags):
            found += at_caps(cap, layers, read.vented)
    if read.quantities.stripped:
        found.append(
            Task(
                "survey",
                "survey of load, fibres and moisture",
                "test",
                (),
                ("survey",),
                hold=True,
                days=(0.5, 1, 2),
            )
        )
    return tuple(_by_hand(task, read.order) for task in found)


def _beside(read: TasksRead, area: RoofArea, layers: tuple[Task, ...]) -> Beside:
    mine = tuple(task for task in layers if task.areas == (area.id,))
    stacks = tuple(stack for stack in read.quantities.stacks if stack.area == area.id)
    return Beside(area, mine, area.id in read.drained, area.id in read.vented, stacks)


def _by_hand(task: Task, order: Order) -> Task:
    lasts = next((each for each in order.lasts if each.task == task.id), None)
    crew = next((each for each in order.crews if each.trade == task.trade), None)
    if lasts is not None:
        return replace(task, days=(lasts.days,) * 3, known=True, origin="user")
    if (
        crew is None
        or not task.known
        or task.kind in ("wait", "decide", "test")
        or crew.people == task.people
    ):
        return task
    share = task.people / crew.people
    low, typical, high = (max(LEAST, each * share) for each in task.days)
    return replace(task, people=crew.people, days=(low, typical, high))


def _days(
    lines: Iterable[Line], hours: dict[str, LineCost], read: TasksRead
) -> tuple[tuple[float, float, float], bool, str, int]:
    """Low, typical and high days of lines together, whether all are known, the trade, the people."""
    total = [0.0, 0.0, 0.0]
    known, trade, people, most = True, "roofer", 2, 0.0
    shift = read.order.calendar.hours or 8.0
    for line in lines:
        cost = hours.get(line.id)
        rate = read.trade.rate(line.step) if line.step else None
        if cost is None or rate is None or cost.hours[1] <= 0:
            known = known and line.section == "Fixings" and line.unit != "item"
            continue
        for k in range(3):
            total[k] += cost.hours[k]
        if cost.hours[1] > most:
            most, trade, people = cost.hours[1], trade_of_step(line.step), rate[1].people
    if most == 0:
        return (LEAST, LEAST, LEAST), False, trade, people
    low, typical, high = (max(LEAST, each / (people * shift)) for each in total)
    return (low, typical, high), known or most > 0, trade, people


def _caution(tags: tuple[str, ...]) -> str:
    return next((CAUTIONS[tag] for tag in tags if tag in CAUTIONS), "")


def _layers(read: TasksRead, each: AreaTasks, hours: dict[str, LineCost]) -> Iterator[Task]:
    area, items = each.area, each.counted
    by_layer: dict[str, list[Line]] = {}
    for line in read.bill.bought:
        if line.places.areas == (area.id,) and line.places.layer:
            by_layer.setdefault(line.places.layer, []).append(line)
    for number, item in enumerate(items):
        lines = by_layer.get(item.layer.id, [])
        if not lines:
            continue
        tags = layer_tags(item, number, items, area.pitch)
        if f"{area.id}/{item.layer.id}" in read.bonded:
            tags = (*tags, "bonded")
        if "frame" in tags and len(lines) > 1:
            yield _frame(
                area, item, number, [x for x in lines if x.id.endswith("#members")], hours, read
            )
            lines = [x for x in lines if not x.id.endswith("#members")]
            tags = tuple(tag for tag in tags if tag != "frame")
        days, known, trade, people = _days(lines, hours, read)
        fitted = fitted_from(item, number, items)
        water = "closes" if {"sheet", "underlay", "covering"} & set(tags) else ""
        yield Task(
            f"{area.id}/{item.layer.id}",
            item.layer.name if item.layer.kind != "air" else f"battens, {item.layer.id}",
            "lay",
            (area.id,),
            tags,
            layer=item.layer.id,
            number=number,
            trade=trade,
            people=people,
            days=days,
            known=known,
            fitted=fitted,
            water=water,
            caution=_caution(tags),
        )


def _frame(
    area: RoofArea,
    item: Counted,
    number: int,
    lines: list[Line],
    hours: dict[str, LineCost],
    read: TasksRead,
) -> Task:
    """Members that carry, apart from what is fitted between them."""
    days, known, trade, people = _days(lines, hours, read)
    return Task(
        f"{area.id}/{item.layer.id}#frame", "frame plumb and fixed", "lay", (area.id,), ("frame",), layer=item.layer.id,
        number=number, trade="carpenter" if trade == "roofer" else trade, people=people, days=days, known=known,
    )  # fmt: skip


def _checks(read: TasksRead, each: AreaTasks) -> Iterator[Task]:
    """Tests, waits, permits and readings that layers of an area ask for."""
    area, items = each.area, each.counted
    by_layer = [set(layer_tags(item, k, items, area.pitch)) for k, item in enumerate(items)]
    tags = set().union(*by_layer)
    flat = area.pitch < FLAT
    if any(item.area == area.id for item in read.quantities.stripped):
        yield from _stripping(read, area)
    if flat and "sheet" in tags:
        yield from _tests(area, by_layer)
    if "hot" in tags:
        yield _decision(area, "permit", "permit for hot work", hold=True)
    deck = deck_number(items)
    if deck >= 0 and flat:
        yield from _deck(items[deck], area, tags)
    if area.id in read.tested:
        yield _test(area, "pull-test", "pull-out tests", (0.25, 0.5, 1.0), hold=False)
    if area.id in read.fixed:
        yield _decision(area, "fixings-ordered", "fixings ordered by length", hold=False)
    if any(stack.area == area.id for stack in read.quantities.stacks):
        yield _decision(area, "load-check", "loads of stacks checked", hold=True)


def _tests(area: RoofArea, by_layer: list[set[str]]) -> Iterator[Task]:
    """Of the air layer under the insulation, and of the outermost sheet."""
    last = max((k for k, tags in enumerate(by_layer) if "insulation" in tags), default=-1)
    airs = [k for k, tags in enumerate(by_layer) if {"air", "vapour"} & tags and k < last]
    sheet = max(k for k, tags in enumerate(by_layer) if "sheet" in tags)
    if airs:
        days = (0.25, 0.5, 1.0)
        yield _test(area, "air-test", "air layer tested", days, hold=True, number=airs[0])
    days = (1.0, 1.0, 2.0)
    yield _test(area, "flood-test", "water test, a day standing", days, hold=True, number=sheet)


def _test(
    area: RoofArea,
    ident: str,
    name: str,
    days: tuple[float, float, float],
    *,
    hold: bool,
    number: int = -1,
) -> Task:
    tags = (ident.replace("-", " "),)
    place = (area.id,)
    return Task(
        f"{area.id}/{ident}", name, "test", place, tags, number=number, hold=hold, days=days
    )


def _decision(area: RoofArea, ident: str, name: str, *, hold: bool) -> Task:
    tags = (ident.replace("-", " "),)
    return Task(f"{area.id}/{ident}", name, "decide", (area.id,), tags, hold=hold, people=1)


def _deck(item: Counted, area: RoofArea, tags: set[str]) -> Iterator[Task]:
    """Drying and reading of a deck that takes up water."""
    material = item.layer.material
    if material is None or not {"air", "vapour", "sheet"} & tags:
        return
    place = (area.id,)
    if material.family == "concrete":
        millimetres = item.layer.thickness * 1000
        slow = SCREED_SLOW * 1000
        days = min(millimetres, slow) + 2 * max(0.0, millimetres - slow)
        yield Task(
            f"{area.id}/drying",
            "deck dries",
            "wait",
            place,
            ("drying",),
            days=(0.7 * days, days, 1.5 * days),
            people=1,
        )
    if material.family in ("concrete", "timber", "wood-board"):
        yield Task(
            f"{area.id}/deck-dry",
            "deck measured dry",
            "test",
            place,
            ("deck dry",),
            hold=True,
            people=1,
        )


def _stripping(read: TasksRead, area: RoofArea) -> Iterator[Task]:
    mine = [
        line
        for line in read.bill.bought
        if line.section == "Taken off" and line.places.areas == (area.id,)
    ]
    hours = {line.id: line for line in read.cost.lines}
    days, known, trade, people = _days(mine, hours, read)
    yield Task(
        f"{area.id}/outlets-live",
        "old outlets live, cover on site",
        "decide",
        (area.id,),
        ("outlets live",),
        hold=True,
    )
    yield Task(
        f"{area.id}/strip",
        "old roof taken off",
        "strip",
        (area.id,),
        ("strip",),
        trade=trade,
        people=people,
        days=days,
        known=known,
        water="opens",
        caution=CAUTIONS["strip"],
    )


def _edges(read: TasksRead, hours: dict[str, LineCost]) -> Iterator[Task]:
    """A task for each thing of alike junctions of a field, and what belongs to outlets and holes."""
    kinds = dict(read.kinds)
    groups: dict[tuple[str, str, tuple[str, ...], str], list[Line]] = {}
    for line in read.bill.bought:
        if not line.places.pieces or line.key in ("tape", "sealant"):
            continue
        kind = kinds.get(line.places.pieces[0], "")
        areas = line.places.areas if kind in SHARED else line.places.areas[:1]
        groups.setdefault((line.key, kind, areas, line.places.thing), []).append(line)
    for (key, kind, areas, thing), lines in groups.items():
        yield from _edge(read, (key, kind, areas, thing), lines, hours)


def _edge(
    read: TasksRead,
    group: tuple[str, str, tuple[str, ...], str],
    lines: list[Line],
    hours: dict[str, LineCost],
) -> Iterator[Task]:
    key, kind, areas, thing = group
    days, known, trade, people = _days(lines, hours, read)
    pieces = tuple(dict.fromkeys(piece for line in lines for piece in line.places.pieces))
    tags = (key, "edge")
    place = thing or "+".join(areas)
    ident, name = f"{kind}:{place}/{key}", lines[0].name
    if len(pieces) > 1:
        name += f" × {len(pieces)}"
    yield Task(
        ident, name, "seal", areas, tags, pieces=pieces, trade=trade, people=people, days=days, known=known,
        caution=_caution(tags),
    )  # fmt: skip
    if key == "outlet":
        clamped = name.replace("outlet,", "outlet clamped,", 1)
        yield Task(
            f"{ident}/clamped", clamped, "seal", areas, ("outlet clamped", "edge"), pieces=pieces
        )
    if kind in ("post", "pipe") and key in ("post sleeve", "collar"):
        holes = f"holes drilled for {name.rpartition(', ')[2]}"
        yield Task(f"{kind}:{place}/holes", holes, "cut", areas, ("holes",), pieces=pieces)
    if key == "rooflight with kerb":
        guard = f"guard over {name.rpartition(', ')[2]}"
        yield Task(
            f"{ident}/guard", guard, "lift", areas, ("guard", "edge"), pieces=pieces, caution=FALLS
        )
