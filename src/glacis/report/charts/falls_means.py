# SPDX-License-Identifier: GPL-3.0-or-later
"""Five ways of making the same falls side by side; a press takes one."""

from collections.abc import Iterator

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.burdens import carbon_of, cost_of
from glacis.core.falls.found import Drained
from glacis.core.falls.means import WORDS, days_before_cover
from glacis.core.model.falls import Means
from glacis.core.units.format import number, plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
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
    text_width,
)

COLUMNS = (
    ("U", Quantity.TRANSMITTANCE), ("thinnest", Quantity.TRANSMITTANCE), ("weight", Quantity.AREA_MASS),
    ("thickest", Quantity.THICKNESS), ("cost", Quantity.COST), ("carbon", Quantity.CARBON),
)  # fmt: skip


class Way(Struct, frozen=True):
    """One way: what it is, the roof made so, or why it cannot be.

    Attributes:
        means: which.
        roof: analysed with it; None where it is refused.
        why: in words, where it is refused.
    """

    means: Means
    roof: AnalysedArea | None
    why: str = ""


def means_scene(ways: tuple[Way, ...], chosen: Means, size: Size, system: System) -> Scene:
    """A row for each way, the chosen one marked."""
    width, height = size
    items: list[Item] = []
    hot: list[Hot] = []
    left = 16.0
    first = max(140.0, min(270.0, width - 90 - 64 * len(COLUMNS)))
    step = (width - first - 90) / len(COLUMNS)
    for k, (words, quantity) in enumerate(COLUMNS):
        x = first + (k + 1) * step - 8
        items.append(Text(x, 24, words, 12, "ink", "end", "semibold"))
        symbol = quantity.unit(system).symbol
        if text_width(symbol, 11) < step - 4:
            items.append(Text(x, 39, symbol, 11, "second", "end"))
    items.append(Text(width - 16, 24, "waits", 12, "ink", "end", "semibold"))
    items.append(Text(width - 16, 39, "days", 11, "second", "end"))
    room = min(84.0, (height - 76) / len(ways))
    for place, way in enumerate(ways):
        top = 50 + place * room
        mine = way.means == chosen
        if mine:
            items.append(Patch(box(6, top, width - 6, top + room - 4), "wash"))
        items.append(Line((6, top - 2, width - 6, top - 2), "hairline", DIMENSION))
        said = WORDS[way.means]
        face: Face = "semibold" if mine else "regular"
        items.append(Text(left, top + 20, said.name, 14, "ink", "start", face))
        lines = (said.who, said.asks)[: max(0, int((room - 28) / 16))]
        for k, line in enumerate(lines):
            y = top + 38 + 16 * k
            items.append(Text(left, y, shorten(line, first + step, 12), 12, "second"))
        items.extend(_figures(way, top + 20, (first, step, width), system))
        hint = f"Make the falls of this roof by {said.name.lower()}; undo brings the other back"
        hot.append(Hot("means", way.means, (6, top, width - 6, top + room - 4), hint))
    note = "One surface, five ways to build it; U with insulation at its stated least thickness."
    items.append(Text(left, height - 10, shorten(note, width - 32, 12), 12, "second"))
    return Scene(width, height, tuple(items), tuple(hot))


def _figures(
    way: Way, y: float, grid: tuple[float, float, float], system: System
) -> Iterator[Item]:
    first, step, width = grid
    roof = way.roof
    if roof is None:
        yield Text(first + step, y, shorten(way.why, width - first - step, 12), 12, "mind")
        return
    thinnest = roof.taper.thinnest if roof.taper else roof.transmittance
    layers = roof.built_layers
    figures = (
        roof.transmittance, thinnest, roof.weight, _height(roof),
        sum(cost_of(layers)) / 2, sum(carbon_of(layers)) / 2,
    )  # fmt: skip
    for k, ((_, quantity), value) in enumerate(zip(COLUMNS, figures, strict=True)):
        yield Text(first + (k + 1) * step - 8, y, number(value, quantity, system), 13, "ink", "end")
    least, most = (roof.taper.spread.least, roof.taper.spread.most) if roof.taper else (0.0, 0.0)
    days = days_before_cover(way.means, least, most)
    yield Text(width - 16, y, plain(days, 0) if days else "–", 13, "ink", "end")


def _height(roof: AnalysedArea) -> float:
    """Of build-up and falls together, at the highest place [m]."""
    if roof.taper is None and isinstance(roof.drained, Drained):
        return roof.thickness + roof.drained.over_deck.most
    return roof.thickness


def means_words(ways: tuple[Way, ...], system: System) -> str:
    """How far the ways lie apart, in a sentence."""
    made = [way.roof for way in ways if way.roof is not None]
    if not made:
        return ""
    weights = [roof.weight for roof in made]
    low, high = (with_unit(w, Quantity.AREA_MASS, system) for w in (min(weights), max(weights)))
    return f"the lightest weighs {low}, the heaviest {high}"
