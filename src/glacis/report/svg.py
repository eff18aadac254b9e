# SPDX-License-Identifier: GPL-3.0-or-later
"""Any drawing as SVG: lines, polygons and words, one point of the drawing to one unit."""

from html import escape

from glacis.report.palette import PRINT, Palette
from glacis.report.picture import data_uri
from glacis.report.scene import SUB_DROP, SUB_SCALE, Item, Line, Patch, Raster, Scene, Text, runs

FAMILIES = {
    "regular": "font-family=\"'Source Sans 3', sans-serif\"",
    "semibold": "font-family=\"'Source Sans 3', sans-serif\" font-weight='600'",
    "mono": "font-family=\"'Fira Code', monospace\"",
}
DASHES = {"solid": "", "dash": "6 4", "dot": "1.5 3", "dash-dot": "8 3 1.5 3"}
ANCHORS = {"start": "start", "middle": "middle", "end": "end"}


def _points(points: tuple[float, ...]) -> str:
    return " ".join(f"{x:.2f},{y:.2f}" for x, y in zip(points[::2], points[1::2], strict=True))


def _words(item: Text) -> str:
    parts = []
    drop = SUB_DROP * item.size
    lowered = False
    for text, low in runs(item.text):
        shift = f" dy='{drop if low else -drop:.2f}'" if low != lowered else ""
        size = f" font-size='{item.size * SUB_SCALE:.2f}'" if low else ""
        parts.append(f"<tspan{shift}{size}>{escape(text)}</tspan>")
        lowered = low
    return "".join(parts)


def _element(item: Item, palette: Palette) -> str:
    if isinstance(item, Line):
        dash = f" stroke-dasharray='{DASHES[item.dash]}'" if DASHES[item.dash] else ""
        return (
            f"<polyline points='{_points(item.points)}' fill='none' "
            f"stroke='{palette[item.ink]}' stroke-width='{item.width:g}'{dash}/>"
        )
    if isinstance(item, Patch):
        fill = palette[item.fill] if item.fill else "none"
        edge = f" stroke='{palette[item.ink]}' stroke-width='{item.width:g}'" if item.ink else ""
        return f"<polygon points='{_points(item.points)}' fill='{fill}'{edge}/>"
    if isinstance(item, Raster):
        left, top, right, bottom = item.box
        return (
            f"<image x='{left:.2f}' y='{top:.2f}' width='{right - left:.2f}' "
            f"height='{bottom - top:.2f}' preserveAspectRatio='none' "
            f"style='image-rendering: pixelated' href='{data_uri(item, palette)}'/>"
        )
    turn = f" transform='rotate({-item.angle:.2f} {item.x:.2f} {item.y:.2f})'" if item.angle else ""
    return (
        f"<text x='{item.x:.2f}' y='{item.y:.2f}' font-size='{item.size:g}' {FAMILIES[item.face]} "
        f"fill='{palette[item.ink]}' text-anchor='{ANCHORS[item.anchor]}' "
        f"xml:space='preserve'{turn}>{_words(item)}</text>"
    )


def scene_svg(scene: Scene, title: str, palette: Palette = PRINT) -> str:
    """A drawing as an SVG document.

    Args:
        scene: the drawing.
        title: what it shows, for readers and screen readers.
        palette: its colours.
    """
    size = f"width='{scene.width:g}' height='{scene.height:g}'"
    lines = [
        "<?xml version='1.0' encoding='UTF-8'?>",
        f"<svg xmlns='http://www.w3.org/2000/svg' {size} "
        f"viewBox='0 0 {scene.width:g} {scene.height:g}'>",
        f"<title>{escape(title)}</title>",
        f"<rect {size} fill='{palette['bench']}'/>",
        *(_element(item, palette) for item in scene.items),
        "</svg>",
    ]
    return "\n".join(lines) + "\n"
