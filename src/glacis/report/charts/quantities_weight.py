# SPDX-License-Identifier: GPL-3.0-or-later
"""What areas weigh: layers as a bar, water and snow beyond it, what is allowed as a mark; stacks on the plan."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.model.document import RoofArea
from glacis.core.quantities.weights import AreaWeight, StackOn
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.fixing_marks import fit_of, flat, lines_within
from glacis.report.plan import Fit
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    HATCH,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

ROW = 30.0
LABEL = 12.0
MASS = Quantity.AREA_MASS


class WeightView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        areas: of the roof.
        weights: of each.
        stacks: on the deck.
        system: units of the reader.
        area: id of the area in the hand.
        stack: id of the stack in the hand; empty for none.
    """

    areas: tuple[RoofArea, ...]
    weights: tuple[AreaWeight, ...]
    stacks: tuple[StackOn, ...]
    system: System
    area: str = ""
    stack: str = ""


def plan_fit(view: WeightView, size: Size) -> Fit:
    """How metres of the plan map to the drawing."""
    points = [point for area in view.areas for point in area.outline]
    return fit_of(
        points or [(0.0, 0.0), (10.0, 10.0)], (12.0, size[1] * 0.52, size[0] - 260, size[1] - 14)
    )


def weight_scene(view: WeightView, size: Size) -> Scene:
    """Bars above, plan with stacks below."""
    bars, hot = _bars(view, size)
    plan, touched = _plan(view, size)
    return Scene(*size, (*bars, *plan), (*hot, *touched))


def _bars(view: WeightView, size: Size) -> tuple[list[Item], list[Hot]]:
    items: list[Item] = [
        Text(12, 20, f"by the {Quantity.AREA.unit(view.system).symbol} of slope", LABEL, "second")
    ]
    hot: list[Hot] = []
    left, right = 190.0, size[0] - 118
    most = max((max(w.most, w.allowed) for w in view.weights), default=1.0) or 1.0
    room = size[1] * 0.52 - 44
    step = min(ROW, room / max(1, len(view.weights)))
    names = {area.id: area.name for area in view.areas}
    y = 30.0
    for weight in view.weights:
        if weight.area == view.area:
            items.append(Patch(box(6, y - 1, size[0] - 6, y + step - 1), "wash", "", 0.0))
        items.append(
            Text(
                12,
                y + step / 2 + 4,
                shorten(names.get(weight.area, weight.area), left - 24, LABEL),
                LABEL,
                "ink",
            )
        )
        items += _bar(weight, (left, right, y, step), most)
        items.append(
            Text(
                size[0] - 12,
                y + step / 2 + 4,
                with_unit(weight.most, MASS, view.system),
                LABEL,
                "ink",
                "end",
                "semibold",
            )
        )
        hot.append(
            Hot(
                "area",
                weight.area,
                (6, y - 1, size[0] - 6, y + step - 1),
                _hint(weight, view.system),
            )
        )
        y += step
    return items, hot


def _hint(weight: AreaWeight, system: System) -> str:
    told = [f"dry {with_unit(weight.dry, MASS, system)}"]
    if weight.saturated > weight.dry + 0.05:
        told.append(f"wet {with_unit(weight.saturated, MASS, system)}")
    if weight.snow:
        told.append(f"snow {with_unit(weight.snow, MASS, system)}")
    if weight.slid > 0.05:
        told.append(f"slid from above {with_unit(weight.slid, MASS, system)}")
    told.append(
        f"allowed {with_unit(weight.allowed, MASS, system)}"
        if weight.allowed
        else "nobody gave the engineer's number"
    )
    return ", ".join(told)


def _bar(
    weight: AreaWeight, where: tuple[float, float, float, float], most: float
) -> Iterator[Item]:
    left, right, y, step = where
    scale = (right - left) / most
    x, top, bottom = left, y + 4, y + step - 5
    for number, (_, mass) in enumerate(weight.layers):
        wide = mass * scale
        if wide > 0.3:
            yield Patch(box(x, top, x + wide, bottom), f"copper:{1 + number % 3}", "ink", DIMENSION)
            x += wide
    for mass, tone in (
        (weight.saturated - weight.dry, 8.0),
        (weight.snow + weight.slid + weight.panels, 4.0),
    ):
        wide = mass * scale
        if wide > 0.3:
            ring = ((x, top), (x + wide, top), (x + wide, bottom), (x, bottom))
            yield Patch(box(x, top, x + wide, bottom), "bench", "ink", DIMENSION)
            for a, b in lines_within([ring], tone):
                yield Line((*a, *b), "second", HATCH)
            x += wide
    if weight.allowed:
        at = left + weight.allowed * scale
        over = weight.most > weight.allowed
        yield Line((at, y + 1, at, y + step - 2), "stop" if over else "ink", CUT)


def _plan(view: WeightView, size: Size) -> tuple[list[Item], list[Hot]]:
    fit = plan_fit(view, size)
    items: list[Item] = []
    hot: list[Hot] = []
    for area in view.areas:
        ring = flat(fit, area.outline)
        items.append(Patch(ring, "wash" if area.id == view.area else "bench", "ink", FACE))
        for hole in area.holes:
            items.append(Patch(flat(fit, hole.outline), "kerb", "second", HATCH))
    left, y = size[0] - 240, size[1] * 0.52 + 16
    head = "stacks on the deck" if view.stacks else "no stack is set down: add one below"
    items.append(Text(left, y, head, LABEL, "second"))
    for stack in view.stacks:
        stated = stack.stated
        half = stated.length / 2 * fit.scale, stated.width / 2 * fit.scale
        x, z = fit.point(*stated.at)
        bad = stack.holds is False or not stack.inside
        frame = (x - max(half[0], 5), z - max(half[1], 5), x + max(half[0], 5), z + max(half[1], 5))
        held = stated.id == view.stack
        items.append(
            Patch(
                box(*frame),
                "stop" if bad else "accent" if held else "copper:3",
                "ink",
                CUT if held else FACE,
            )
        )
        words = f"{stated.name}: {with_unit(stack.load, MASS, view.system)}"
        hot.append(Hot("stack", stated.id, frame, f"{words}\nDrag it to another place"))
        y += 19
        ink = "stop" if bad else "ink" if stack.holds else "mind"
        told = words + ("" if stack.holds is not None else ", no number")
        items.append(Text(left, y, shorten(told, 230, LABEL), LABEL, ink))
    return items, hot
