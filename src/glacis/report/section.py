# SPDX-License-Identifier: GPL-3.0-or-later
"""The to-scale section of an assembly, outside on top."""

from collections.abc import Iterator, Sequence
from typing import Literal

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.control import Thread
from glacis.core.figures.detail import AreaDetail
from glacis.core.heat.resolve import FramePart, LayerData
from glacis.core.moisture.monthly import Profile
from glacis.core.units.format import number, with_unit
from glacis.core.units.quantities import FOOT, INCH, Quantity, System
from glacis.report.control_threads import ROOM, thread_items, thread_spots
from glacis.report.frame import (
    LEAST_DRAWN,
    POINTS_PER_METRE,
    Frame,
    LayerBand,
    best_scale,
    drawn_height,
)
from glacis.report.hatch import hatched
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Text,
    box,
    shifted,
    shorten,
    spread,
    text_width,
)

LABEL_GAP = 33.0
LEAST_LABEL_GAP = 15.0

Labels = Literal["full", "thickness", "none"]


class SectionStyle(Struct, frozen=True):
    """How a section is laid out.

    Attributes:
        width: of the drawing.
        height: of the drawing.
        system: units of its figures.
        labels: full labels beside it, thicknesses only, or nothing but the layers.
        selected: id of the layer that is selected, or empty.
        scale: the n of 1:n; None chooses the largest that fits.
        temperature: whether the temperature line of the winter design day is drawn.
        vapour: the vapour lines to draw; None for none.
        live: whether parts answer to the pointer.
        threads: whether the four control layers are traced beside it.
        floor: y of the inner surface; None centres the section. Held while dragging, so that
            the face stays under the hand.
    """

    width: float
    height: float
    system: System = "si"
    labels: Labels = "full"
    selected: str = ""
    scale: float | None = None
    temperature: bool = False
    vapour: Profile | None = None
    live: bool = False
    threads: bool = False
    floor: float | None = None


def lay_out(roof: AnalysedArea, style: SectionStyle) -> Frame:
    """Where every layer lies."""
    full = style.labels == "full"
    if style.labels == "none":
        return _stacked(roof, style, (1.0, style.width - 1.0), (2.0, style.height - 2.0))
    left = (12.0 + ROOM if style.threads else 20.0) if full else 6.0
    right = style.width * 0.52 if full else style.width - 58.0
    top, bottom = (46.0, style.height - 60.0) if full else (34.0, style.height - 64.0)
    return _stacked(roof, style, (left, right), (top, bottom))


def _stacked(
    roof: AnalysedArea, style: SectionStyle, sides: tuple[float, float], room: tuple[float, float]
) -> Frame:
    """The layers from the inner surface up, between two sides, in the height that they have."""
    (left, right), (top, bottom) = sides, room
    centred = style.labels != "thickness"
    scale = style.scale or best_scale(roof.layers, bottom - top)
    metre = POINTS_PER_METRE / scale
    height = sum(drawn_height(layer, metre) for layer in roof.layers)
    free = (bottom - top - height) / 2
    lowest = style.floor
    if lowest is None:
        lowest = bottom - (free if centred else max(0.0, free))
    bands, y = [], lowest
    for layer in roof.layers:
        drawn = drawn_height(layer, metre)
        true = layer.kind != "roof-space" and layer.thickness * metre >= LEAST_DRAWN
        bands.append(LayerBand(layer, y - drawn, y, true))
        y -= drawn
    return Frame(tuple(bands), left, right, y, lowest, scale)


def _members(frame: FramePart, layout: Frame) -> Iterator[tuple[float, float]]:
    """Left and right edge of each member in view; the first stands at a third of the width."""
    spacing, width = frame.spacing * layout.metre, frame.width * layout.metre
    first = layout.left + (layout.right - layout.left) * 0.34
    if spacing < 3:
        return
    centre = first - spacing * int((first - layout.left) / spacing + 1)
    while centre - width / 2 < layout.right:
        left, right = max(layout.left, centre - width / 2), min(layout.right, centre + width / 2)
        if right - left > 0.5:
            yield left, right
        centre += spacing


def _band_items(band: LayerBand, layout: Frame) -> Iterator[Item]:
    layer = band.layer
    if layer.kind == "roof-space":
        yield from _roof_space(band, layout)
        return
    yield from hatched(layer.hatch, (layout.left, band.top, layout.right, band.bottom))
    if layer.frame and band.bottom - band.top >= 2:
        for left, right in _members(layer.frame, layout):
            yield from _member_items(layer.frame, band, left, right, layout.metre)
    if layer.kind == "air" and layer.ventilation != "none":
        yield from _breeze(band, layout)


def _member_items(
    frame: FramePart, band: LayerBand, left: float, right: float, metre: float
) -> Iterator[Item]:
    """A member in section: solid, or two flanges with a web between them."""
    kind = "metal" if frame.metal else "timber-end"
    if frame.web is None:
        yield from hatched(kind, (left, band.top, right, band.bottom))
        yield Line((left, band.top, left, band.bottom), "ink", FACE)
        yield Line((right, band.top, right, band.bottom), "ink", FACE)
        return
    flange = (band.bottom - band.top) * frame.web.flanges / 2
    middle, half = (left + right) / 2, max(0.8, frame.web.width * metre / 2)
    for area in (
        (left, band.top, right, band.top + flange),
        (left, band.bottom - flange, right, band.bottom),
        (middle - half, band.top + flange, middle + half, band.bottom - flange),
    ):
        yield from hatched(kind, area)
        yield Patch(box(*area), "", "ink", FACE)


def _breeze(band: LayerBand, layout: Frame) -> Iterator[Item]:
    """Arrows along a ventilated layer."""
    y = (band.top + band.bottom) / 2
    for share in (0.10, 0.58, 0.80):
        x = layout.left + (layout.right - layout.left) * share
        if x + 26 > layout.right:
            continue
        yield Line((x, y, x + 26, y), "second", FACE)
        yield Line((x + 21, y - 3, x + 26, y, x + 21, y + 3), "second", FACE)


def _roof_space(band: LayerBand, layout: Frame) -> Iterator[Item]:
    """A space drawn short: break lines at both sides and arrows through it."""
    yield from _breeze(band, layout)
    middle = (band.top + band.bottom) / 2
    for x in (layout.left, layout.right):
        yield Line(
            (x, band.bottom, x, middle + 6, x - 5, middle + 2, x + 5, middle - 2, x, middle - 6,
             x, band.top), "ink", FACE,
        )  # fmt: skip


def _outline(layout: Frame) -> Iterator[Item]:
    left, right = layout.left, layout.right
    for band in layout.bands[1:]:
        yield Line((left, band.bottom, right, band.bottom), "ink", FACE)
    yield Line((left, layout.top, right, layout.top), "ink", CUT)
    yield Line((left, layout.bottom, right, layout.bottom), "ink", CUT)


def _selection(layout: Frame, style: SectionStyle) -> Iterator[Item]:
    for band in layout.bands:
        if band.layer.id == style.selected:
            corners = box(layout.left - 4, band.top - 1, layout.right + 4, band.bottom + 1)
            yield Patch(corners, "", "accent", 2.0)


def _figures(layer: LayerData, system: System) -> str:
    parts = (
        []
        if layer.kind == "roof-space"
        else [with_unit(layer.thickness, Quantity.THICKNESS, system)]
    )
    if layer.kind == "membrane":
        symbol = "s_d " if system == "si" else ""
        parts = [symbol + with_unit(layer.sd_dry, Quantity.AIR_LAYER, system)]
        if layer.sd_wet != layer.sd_dry:
            parts.append(f"wet {with_unit(layer.sd_wet, Quantity.AIR_LAYER, system)}")
        return "   ".join(parts)
    if layer.material is not None:
        parts.append(f"λ {number(layer.material.conductivity, Quantity.CONDUCTIVITY, system)}")
    if layer.resistance:
        shown = number(layer.resistance, Quantity.RESISTANCE, system)
        parts.append(f"R-{shown}" if system == "us" else f"R {shown}")
    return "   ".join(parts)


def _label_positions(layout: Frame, style: SectionStyle) -> tuple[list[float], float]:
    centres = [(band.top + band.bottom) / 2 for band in reversed(layout.bands)]
    low, high = 30.0, style.height - 34.0
    gap = min(LABEL_GAP, (high - low) / max(1, len(centres) - 1))
    return list(reversed(spread(centres, gap, low, high))), gap


def _full_labels(layout: Frame, style: SectionStyle) -> Iterator[Item]:
    positions, gap = _label_positions(layout, style)
    x = layout.right + 40
    room = style.width - x - 6
    for band, y in zip(layout.bands, positions, strict=True):
        middle = (band.top + band.bottom) / 2
        chosen = band.layer.id == style.selected
        ink = "accent" if chosen else "hairline"
        yield Line(
            (layout.right + 4, middle, layout.right + 12, middle, x - 12, y, x - 5, y),
            ink,
            DIMENSION,
        )
        name = band.layer.name
        face: Literal["semibold", "regular"] = "semibold" if chosen else "regular"
        if gap >= 26:
            yield Text(x, y - 2, shorten(name, room, 13), 13, "ink", "start", face)
            figures = _figures(band.layer, style.system)
            if band.layer.frame:
                figures += f"   {_framing_words(band.layer.frame, style.system)}"
            yield Text(x, y + 12, shorten(figures, room, 12), 12, "second")
        else:
            figures = with_unit(band.layer.thickness, Quantity.THICKNESS, style.system)
            if band.layer.kind == "membrane":
                figures = _figures(band.layer, style.system)
            words = shorten(f"{name}   {figures}", room, 12)
            yield Text(x, y + 4, words, 12, "ink", "start", face)


def _framing_words(frame: FramePart, system: System) -> str:
    width = number(frame.width, Quantity.THICKNESS, system)
    spacing = with_unit(frame.spacing, Quantity.THICKNESS, system)
    return f"members {width} at {spacing}"


def _thickness_labels(layout: Frame, style: SectionStyle) -> Iterator[Item]:
    bands = [band for band in layout.bands if band.layer.kind != "membrane"]
    centres = [(band.top + band.bottom) / 2 for band in reversed(bands)]
    placed = list(reversed(spread(centres, 14.0, layout.top - 6, layout.bottom + 6)))
    for band, y in zip(bands, placed, strict=True):
        middle = (band.top + band.bottom) / 2
        x = layout.right + 3
        ink = "accent" if band.layer.id == style.selected else "second"
        yield Line((x, middle, x + 8, y), "hairline", DIMENSION)
        if band.layer.kind == "roof-space":
            yield Text(x + 10, y + 4, "space", 12, ink)
        else:
            shown = with_unit(band.layer.thickness, Quantity.THICKNESS, style.system)
            yield Text(x + 10, y + 4, shown, 12, ink)


def _scale_bar(layout: Frame, style: SectionStyle) -> Iterator[Item]:
    if style.system == "us":
        choices = [(INCH, "1 in"), (3 * INCH, "3 in"), (6 * INCH, "6 in"), (FOOT, "1 ft")]
    else:
        choices = [
            (0.02, "20 mm"),
            (0.05, "50 mm"),
            (0.1, "100 mm"),
            (0.2, "200 mm"),
            (0.5, "500 mm"),
        ]
    length, words = next((c for c in choices if c[0] * layout.metre >= 40), choices[-1])
    drawn = length * layout.metre
    x, y = layout.left, style.height - 16
    yield Line((x, y - 4, x, y, x + drawn, y, x + drawn, y - 4), "second", FACE)
    yield Text(x + drawn + 6, y + 1, words, 12, "second")
    if style.labels == "full":
        heavy = any(not band.true for band in layout.bands)
        note = f"Section 1:{layout.scale:g}" + (" · heavy lines not to scale" if heavy else "")
        yield Text(x + drawn + 16 + text_width(words, 12), y + 1, note, 12, "second")
        units = [q.unit(style.system).symbol for q in (Quantity.CONDUCTIVITY, Quantity.RESISTANCE)]
        words = f"λ in {units[0]}, R in {units[1]}"
        yield Text(style.width - 6, y + 1, words, 12, "second", "end")


def _temperature_line(
    roof: AnalysedArea, faces: tuple[float, ...], layout: Frame, style: SectionStyle
) -> Iterator[Item]:
    indoor, outdoor = roof.zone.temperature, roof.climate.design_winter
    low, high = min(indoor, outdoor), max(indoor, outdoor)
    if high - low < 0.1:
        return
    left, right = layout.left + 12, layout.right - 12

    def across(value: float) -> float:
        return left + (value - low) / (high - low) * (right - left)

    tail = 17 if style.vapour else 12
    points = [across(indoor), layout.bottom + tail, across(faces[0]), layout.bottom]
    for value, band in zip(faces[1:], layout.bands, strict=True):
        points += [across(value), band.top]
    points += [across(outdoor), layout.top - 12]
    yield Line(tuple(points), "bench", 4.0)
    yield Line(tuple(points), "warm", 2.0)
    at_in, at_out = (
        with_unit(value, Quantity.TEMPERATURE, style.system) for value in (indoor, outdoor)
    )
    words = f"{at_out}, winter design day" if style.labels == "full" else at_out
    # Each stands on the inner side of its end, whichever side is the warm one.
    warm_room = indoor > outdoor
    bottom, top = layout.bottom + tail + 13, layout.top - 16
    yield Text(across(indoor), bottom, at_in, 12, "warm", "end" if warm_room else "start")
    lean = -8.0 if warm_room else 8.0
    yield Text(across(outdoor) + lean, top, words, 12, "warm", "start" if warm_room else "end")


def _face_depths(roof: AnalysedArea) -> tuple[float, ...]:
    depths = [0.0]
    for layer in roof.layers:
        depths.append(depths[-1] + layer.thickness)
    return tuple(depths)


def _vapour_lines(
    roof: AnalysedArea, lines: Profile, layout: Frame, style: SectionStyle
) -> Iterator[Item]:
    monthly = roof.monthly
    top = max(*lines.saturation, *lines.pressure)
    left, right = layout.left + 12, layout.right - 12
    faces = _face_depths(roof)

    def trace(values: tuple[float, ...]) -> tuple[float, ...]:
        points: list[float] = []
        for place, value in zip(monthly.path.places, values, strict=True):
            points += [left + value / top * (right - left), layout.height_of(faces, place.depth)]
        return tuple(points)

    yield Line(trace(lines.saturation), "cold", 1.2, "dash")
    yield Line(trace(lines.pressure), "bench", 4.0)
    yield Line(trace(lines.pressure), "cold", 2.0)
    inner = left + lines.pressure[0] / top * (right - left)
    full = left + lines.saturation[0] / top * (right - left)
    words = "p" if style.labels == "thickness" else "vapour p"
    edge = layout.right - 22
    full = min(full + 28, edge)
    yield Text(inner + 10, layout.bottom + 14, words, 12, "cold", "end")
    if full - inner > 78:
        yield Text(full, layout.bottom + 14, "saturation", 12, "cold", "end")


def _wet_marks(roof: AnalysedArea, layout: Frame) -> Iterator[Item]:
    """Drops where water gathers."""
    faces = _face_depths(roof)
    for face in roof.monthly.interfaces:
        y = layout.height_of(faces, face.depth)
        for share in (0.18, 0.62, 0.86):
            x = layout.left + (layout.right - layout.left) * share
            drop = (x, y, x + 3.6, y + 6, x + 2.4, y + 9.5, x - 2.4, y + 9.5, x - 3.6, y + 6)
            yield Patch(drop, "wet", "bench", 0.8)


def _hot_spots(layout: Frame) -> Iterator[Hot]:
    for band in layout.bands:
        middle = (band.top + band.bottom) / 2
        top, bottom = min(band.top, middle - 4), max(band.bottom, middle + 4)
        yield Hot("layer", band.layer.id, (layout.left, top, layout.right, bottom), band.layer.name)
    for band in layout.bands:
        if band.layer.kind in ("solid", "air"):
            edges = (layout.left, band.top - 4, layout.right, band.top + 4)
            yield Hot("face", band.layer.id, edges, f"Drag to change {band.layer.name}")


def _label_spots(layout: Frame, style: SectionStyle) -> Iterator[Hot]:
    positions, gap = _label_positions(layout, style)
    x = layout.right + 34
    for band, y in zip(layout.bands, positions, strict=True):
        edges = (x, y - gap / 2, style.width, y + gap / 2)
        yield Hot("layer", band.layer.id, edges, band.layer.name)


def _sides(layout: Frame, style: SectionStyle) -> Iterator[Item]:
    if style.labels == "full":
        yield Text(layout.right, layout.top - 16, "outside", 12, "second", "end")
        yield Text(layout.left, layout.bottom + 22, "inside", 12, "second")


def section_scene(roof: AnalysedArea, detail: AreaDetail, style: SectionStyle) -> Scene:
    """The section of ``roof`` as a drawing, with the lines of its ``detail``."""
    layout = lay_out(roof, style)
    items: list[Item] = []
    for band in layout.bands:
        items.extend(_band_items(band, layout))
    items.extend(_outline(layout))
    items.extend(_wet_marks(roof, layout))
    if style.vapour is not None:
        items.extend(_vapour_lines(roof, style.vapour, layout, style))
    if style.temperature:
        items.extend(_temperature_line(roof, detail.temperatures, layout, style))
    items.extend(_selection(layout, style))
    if style.labels != "none":
        labels = _full_labels if style.labels == "full" else _thickness_labels
        items.extend(labels(layout, style))
        items.extend(_scale_bar(layout, style))
    items.extend(_sides(layout, style))
    traced = detail.controls if style.threads and style.labels == "full" and layout.bands else ()
    items.extend(thread_items(traced, layout))
    hot = tuple(_spots(traced, layout, style)) if style.live else ()
    return Scene(style.width, style.height, tuple(items), hot)


def grown_items(
    layout: Frame, states: Sequence[str], offset: tuple[float, float]
) -> Iterator[Item]:
    """Layers as far as they lie: hatched once they do, with a heavy frame while at work, else in outline.

    Args:
        layout: of the whole section.
        states: of each layer, "to come", "at work" or "laid".
        offset: by which all is moved.
    """
    for band, state in zip(layout.bands, states, strict=True):
        if state != "to come":
            yield from (shifted(item, *offset) for item in _band_items(band, layout))
        ink, width = {
            "to come": ("hairline", DIMENSION), "at work": ("accent", CUT), "laid": ("ink", FACE),
        }[state]  # fmt: skip
        corners = (layout.left, band.top, layout.right, band.top, layout.right, band.bottom)
        ring = (*corners, layout.left, band.bottom, layout.left, band.top)
        yield shifted(Line(ring, ink, width), *offset)


def _spots(traced: tuple[Thread, ...], layout: Frame, style: SectionStyle) -> Iterator[Hot]:
    """Everything that answers to the pointer, what lies on top last."""
    if style.labels == "full":
        yield from _label_spots(layout, style)
    yield from _hot_spots(layout)
    yield from thread_spots(traced, layout)
