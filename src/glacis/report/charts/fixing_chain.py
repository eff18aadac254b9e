# SPDX-License-Identifier: GPL-3.0-or-later
"""The chain from the sheet to the frame: a bar at each interface, the weakest named."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.fixings.chain import Interface, called, reach_of
from glacis.core.fixings.found import Fixed
from glacis.core.heat.resolve import LayerData
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.charts.fixing_marks import LABEL, Drawn, screw, stack_of, stack_patches
from glacis.report.scene import (
    CUT,
    DIMENSION,
    Face,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
    spread,
)

TOP, BELOW = 44.0, 40.0
NARROW = 640.0
"""Drawings narrower than this have less room for the stack [pt]; our judgement."""
ROW = 34.0
TOLD = 205.0
"""Room for the words beside the bars [pt]."""


def _room(size: Size) -> tuple[float, float]:
    """Left end of the stack and its width [pt]."""
    return (112.0, 100.0) if size[0] < NARROW else (150.0, 150.0)


class ChainView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        fixed: what holds the area.
        layers: of its build-up, inside to outside.
        system: units of the reader.
        held: id of the set in the hand.
    """

    fixed: Fixed
    layers: tuple[LayerData, ...]
    system: System
    held: str = ""


def _first(view: ChainView) -> int:
    """Number of the innermost layer that is shown: the frame, or the one it stands on."""
    frame = view.fixed.chain.frame
    return next((k for k, layer in enumerate(view.layers) if layer.id == frame), 0)


def chain_scene(view: ChainView, size: Size) -> Scene:
    """The whole drawing."""
    links = view.fixed.chain.interfaces
    left, wide = _room(size)
    stack_right = left + wide
    drawn = stack_of(view.layers, _first(view), (left, TOP, stack_right, size[1] - BELOW))
    items: list[Item] = [*stack_patches(view.layers, drawn, left, stack_right)]
    items += _layer_names(view, drawn, left)
    items += _sets(view, drawn, (left, wide))
    bars_left = stack_right + 44
    items.append(Text(bars_left, 20, "use of what holds each interface", LABEL, "second"))
    full = max(size[0] - TOLD, bars_left + 40)
    items.append(Line((full, 28, full, size[1] - BELOW + 6), "stop", DIMENSION, "dash"))
    items.append(Text(full, 36, "100\u2009%", LABEL, "stop", "middle"))
    tops = {band.number: band.bottom for band in drawn}
    ys = [tops.get(_number(view, link), TOP) for link in links]
    placed = spread(ys, ROW, TOP + 12, size[1] - BELOW - 2)
    weakest = view.fixed.chain.weakest
    hot = []
    for link, y, at in zip(links, ys, placed, strict=True):
        mine = link is weakest
        items.append(
            Line((stack_right, y, stack_right + 26, at, bars_left - 6, at), "second", DIMENSION)
        )
        items += _bar(view, link, at, (bars_left, full, size[0]), is_weakest=mine)
        hot.append(
            Hot("link", link.above, (bars_left, at - 14, size[0] - 8, at + 16), _hint(view, link))
        )
    items += _foot(view, size)
    return Scene(size[0], size[1], tuple(items), tuple(hot))


def _number(view: ChainView, link: Interface) -> int:
    return next(k for k, layer in enumerate(view.layers) if layer.id == link.above)


def _hint(view: ChainView, link: Interface) -> str:
    load = with_unit(link.load, Quantity.LOAD, view.system)
    lines = [f"{link.names[0]} on {link.names[1]}: {load} less 0.9 of the weight above"]
    zones = view.fixed.wind.zones
    for each in link.crossings:
        use = "nobody knows" if each.use is None else f"{100 * each.use:.0f} %"
        lines.append(f"{each.name}: {use} in zone {zones[each.zone].name}")
    return "\n".join(lines)


def link_words(view: ChainView, link: Interface) -> tuple[str, str]:
    """What holds an interface, in words, and the ink they are written in."""
    zones = view.fixed.wind.zones
    if link.unheld:
        return f"nothing holds: zones {', '.join(link.unheld)}", "stop"
    if link.way == "one piece":
        return "made as one piece", "second"
    if link.way == "weight":
        return "held by the weight above", "ink"
    if link.use is None:
        return f"{link.way}: nobody knows what it bears", "stop"
    zone = zones[link.zone].name if link.zone < len(zones) else ""
    return f"{100 * link.use:.0f}\u2009% {link.way}, zone {zone}", "stop" if link.use > 1 else "ink"


def _bar(
    view: ChainView,
    link: Interface,
    y: float,
    ends: tuple[float, float, float],
    *,
    is_weakest: bool,
) -> Iterator[Item]:
    left, full, right = ends
    words, ink = link_words(view, link)
    names = f"{link.names[0]} on {link.names[1]}"
    if link.use:
        reach = left + (full - left) * min(link.use, 1.15)
        yield Patch(
            box(left, y + 2, reach, y + 11),
            "stop" if link.use > 1 else "accent" if is_weakest else "tone:4",
        )
    elif link.unheld or link.use is None:
        yield Patch(box(left, y + 2, full, y + 11), "", "stop", CUT)
        for step in range(int((full - left) / 8)):
            at = left + 8 * step
            yield Line((at, y + 11, min(at + 9, full), y + 2), "stop", DIMENSION)
    else:
        yield Line((left, y + 6, left + 14, y + 6), "ink", CUT)
    yield Text(left, y - 3, shorten(names, right - left - 100, LABEL), LABEL, "second")
    face: Face = "semibold" if is_weakest or ink == "stop" else "regular"
    x = full + 34
    yield Text(x, y + 10, shorten(words, right - x - 8, LABEL), LABEL, ink, "start", face)
    if is_weakest:
        yield Text(right - 8, y - 3, "weakest link", LABEL, "accent", "end", "semibold")


def _layer_names(view: ChainView, drawn: tuple[Drawn, ...], left: float) -> Iterator[Item]:
    middles = [(band.top + band.bottom) / 2 for band in drawn]
    for band, y in zip(drawn, spread(middles, 15.0, TOP, 4000.0), strict=True):
        yield Text(
            left - 8,
            y + 4,
            shorten(called(view.layers[band.number]), left - 14, LABEL),
            LABEL,
            "ink",
            "end",
        )


def _sets(view: ChainView, drawn: tuple[Drawn, ...], room: tuple[float, float]) -> Iterator[Item]:
    """Each set from what it holds to what it bites into."""
    tops = {band.number: band for band in drawn}
    driven = [each for each in view.fixed.sets if each.set.fastener is not None]
    for k, each in enumerate(driven):
        inner, outer = reach_of(each.held, view.layers)
        if outer not in tops:
            continue
        anchor = tops.get(inner)
        bottom = (anchor.top + anchor.bottom) / 2 if anchor is not None else drawn[-1].bottom + 14
        x = room[0] + room[1] * (k + 1) / (len(driven) + 1)
        mine = each.set.id == view.held
        yield from screw(x, tops[outer].top, bottom, "accent" if mine else "ink")


def _foot(view: ChainView, size: Size) -> Iterator[Item]:
    weakest = view.fixed.chain.weakest
    if weakest is None:
        return
    words, ink = link_words(view, weakest)
    named = f"Weakest: {weakest.names[0]} on {weakest.names[1]}, {words}"
    yield Text(
        10,
        size[1] - 10,
        shorten(named, size[0] - 20, LABEL),
        LABEL,
        ink,
        "start",
        "semibold",
    )
