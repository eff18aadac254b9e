# SPDX-License-Identifier: GPL-3.0-or-later
"""Tasks derived from layers, junctions, tests, waits and checks of a roof."""

from collections.abc import Iterable, Iterator

from msgspec import Struct

from glacis.core.heat.resolve import LayerData
from glacis.core.model.covering import PanelProduct
from glacis.core.model.document import RoofArea
from glacis.core.model.order import Order
from glacis.core.model.quantities import Quantities
from glacis.core.order.rules_table import SCREED_SLOW
from glacis.core.order.task import LEAST, From, Task
from glacis.core.quantities.bill import Bill
from glacis.core.quantities.cost import Cost, LineCost, trade_of_step
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.line import Line
from glacis.core.quantities.trade import Trade

FLAT = 5.0
"""Pitch [°] below which a roof is tested with water standing on it; our judgement: it runs off steeper ones."""
DEEP = 0.08
"""Members at least so deep carry the roof [m]; our judgement: battens are shallower."""
SHARED = ("ridge", "hip", "valley", "break", "change", "movement-joint", "module-joint")
"""Kinds of junction that lie in both fields; others belong to the first."""
FALLS = "Fall protection, nets and edge protection before anybody goes up; rooflights are fragile."
CAUTIONS = {
    "hot": "Permit for hot work, extinguisher at hand, fire watch two hours after. Hot bitumen burns to the bone.",
    "foam": "Isocyanates: mask, gloves, nobody else near. Masking of what lies in the wind.",
    "coating": "Solvents: air, no spark.",
    "strip": "Survey for load, fibres and moisture first. Open no more than is closed tonight.",
    "panel": "Loads over heads: nobody below. No lifting in wind over 9 m/s.",
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


def deck_number(items: tuple[Counted, ...]) -> int:
    """Number of the layer everything else is fitted to: the innermost that carries, -1 where none does."""
    for number, item in enumerate(items):
        layer = item.layer
        carries = layer.has_role("deck") or layer.has_role("structure")
        deep = item.frame is not None and layer.thickness >= DEEP
        if carries or deep:
            return number
    return -1


def layer_tags(
    item: Counted, number: int, items: tuple[Counted, ...], pitch: float
) -> tuple[str, ...]:
    """By what rules know a layer."""
    layer, material = item.layer, item.layer.material
    found: list[str] = []
    deck = deck_number(items)
    if layer.kind == "air":
        outside = item.frame is not None and number > deck
        found.append(
            "counter"
            if outside and layer.ventilation != "none"
            else "service"
            if item.frame
            else "air space"
        )
        return tuple(found)
    if material is None:
        return ("layer",)
    roles = material.roles
    if number == deck:
        found.append("frame" if item.frame is not None else "deck")
    if number < deck:
        found.append("lining" if "lining" in roles else "inner")
    found += [
        role
        for role in ("air", "vapour", "root", "drainage", "planting", "ballast")
        if layer.has_role(role)
    ]
    found += _material_tags(item, layer, number > deck)
    if layer.has_role("covering"):
        found.append("sheet" if pitch < FLAT or layer.kind == "membrane" else "covering")
    elif layer.has_role("water") and layer.kind == "membrane":
        found.append("sheet" if pitch < FLAT else "underlay")
    if "hot" in material.traits:
        found.append("hot")
    space = any(other.layer.kind == "roof-space" for other in items)
    if space and "lining" in roles:
        found.append("ceiling")
    return tuple(dict.fromkeys(found)) or ("layer",)


def _material_tags(item: Counted, layer: LayerData, outside: bool) -> Iterator[str]:
    material = layer.material
    if material is None:
        return
    if isinstance(item.product, PanelProduct):
        yield "panel"
    if layer.is_insulation:
        yield from _insulation_tags(item, outside)
    if "cover" in material.roles and outside:
        yield "board"
    if "coating" in material.id:
        yield "coating"
    if "screed" in material.roles:
        yield "screed"
    if set(material.roles) & {"protection", "separation", "filter"}:
        yield "fleece"


def _insulation_tags(item: Counted, outside: bool) -> Iterator[str]:
    material = item.layer.material
    if material is None:
        return
    if "spray" in material.id:
        yield "foam"
    elif material.family == "loose-fill" or item.how == "fill":
        yield "fill"
    else:
        yield "insulation"
        if outside:
            yield "board"
            if item.frame is None and material.family == "plant-fibre":
                yield "over board"


def fitted_from(item: Counted, number: int, items: tuple[Counted, ...]) -> From:
    """Whether a layer is fitted from above, from below, or comes inside a panel."""
    deck = deck_number(items)
    if any(isinstance(other.product, PanelProduct) for other in items) and item.layer.has_trait(
        "panel-part"
    ):
        return "inside"
    if number < deck:
        return "below"
    between = item.frame is not None and item.layer.thickness >= DEEP and item.layer.kind == "solid"
    roofed = any(other.layer.kind == "roof-space" for other in items)
    return "below" if between and number == deck and not roofed else "above"


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
    found += _edges(read, hours)
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


def _by_hand(task: Task, order: Order) -> Task:
    from msgspec.structs import replace

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
    tags = {
        tag
        for number, item in enumerate(items)
        for tag in layer_tags(item, number, items, area.pitch)
    }
    flat = area.pitch < FLAT
    place = (area.id,)
    if any(item.area == area.id for item in read.quantities.stripped):
        yield from _stripping(read, area)
    if flat and {"air", "vapour"} & tags and "insulation" in tags and "sheet" in tags:
        yield Task(
            f"{area.id}/air-test",
            "air layer tested",
            "test",
            place,
            ("air test",),
            hold=True,
            days=(0.25, 0.5, 1.0),
        )
    if flat and "sheet" in tags:
        yield Task(
            f"{area.id}/flood-test",
            "water test, a day standing",
            "test",
            place,
            ("flood test",),
            hold=True,
            days=(1.0, 1.0, 2.0),
        )
    if "hot" in tags:
        yield Task(
            f"{area.id}/permit",
            "permit for hot work",
            "decide",
            place,
            ("permit",),
            hold=True,
            people=1,
        )
    deck = deck_number(items)
    if deck >= 0 and flat:
        yield from _deck(items[deck], area, tags)
    if area.id in read.tested:
        yield Task(
            f"{area.id}/pull-test",
            "pull-out tests",
            "test",
            place,
            ("pull test",),
            days=(0.25, 0.5, 1.0),
        )
    if area.id in read.fixed:
        yield Task(
            f"{area.id}/fixings-ordered",
            "fixings ordered by length",
            "decide",
            place,
            ("fixings ordered",),
            people=1,
        )
    if any(stack.area == area.id for stack in read.quantities.stacks):
        yield Task(
            f"{area.id}/load-check",
            "loads of stacks checked",
            "decide",
            place,
            ("load check",),
            hold=True,
            people=1,
        )


def _deck(item: Counted, area: RoofArea, tags: set[str]) -> Iterator[Task]:
    """Drying and reading of a deck that takes up water."""
    material = item.layer.material
    if material is None or not {"air", "vapour", "sheet"} & tags:
        return
    place = (area.id,)
    if material.family == "concrete":
        millimetres = item.layer.thickness * 1000
        slow = SCREED_SLOW * 1000
        days = min(60.0, min(millimetres, slow) + 2 * max(0.0, min(millimetres, 70.0) - slow))
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
    """A task for each thing of each junction that is bought, and what belongs to outlets and holes."""
    kinds = dict(read.kinds)
    for line in read.bill.bought:
        if not line.places.pieces or line.key in ("tape", "sealant"):
            continue
        piece = line.places.pieces[0]
        days, known, trade, people = _days([line], hours, read)
        areas = line.places.areas if kinds.get(piece) in SHARED else line.places.areas[:1]
        tags = (line.key, "edge")
        yield Task(
            line.id, line.name, "seal", areas, tags, piece=piece, trade=trade, people=people, days=days,
            known=known, caution=_caution(tags),
        )  # fmt: skip
        if line.key == "outlet":
            name = line.name.replace("outlet,", "outlet clamped,", 1)
            yield Task(
                f"{line.id}/clamped", name, "seal", areas, ("outlet clamped", "edge"), piece=piece
            )
        if kinds.get(piece) in ("post", "pipe") and line.key in ("post sleeve", "collar"):
            yield Task(
                f"{piece}/holes",
                f"holes drilled for {line.name.rpartition(', ')[2]}",
                "cut",
                areas,
                ("holes",),
                piece=piece,
            )
        if line.key == "rooflight with kerb":
            yield Task(
                f"{line.id}/guard",
                "guard over the rooflight",
                "lift",
                areas,
                ("guard", "edge"),
                piece=piece,
                caution=FALLS,
            )
