# SPDX-License-Identifier: GPL-3.0-or-later
"""Paint a scene onto a PDF page."""

from reportlab.lib.colors import HexColor
from reportlab.lib.utils import ImageReader
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from glacis.report.fonts import FILES, font_path
from glacis.report.palette import PRINT
from glacis.report.picture import picture
from glacis.report.scene import SUB_DROP, SUB_SCALE, Item, Line, Patch, Raster, Scene, Text, runs

FACES = {"regular": "GlacisRegular", "semibold": "GlacisSemibold", "mono": "GlacisMono"}
_DASHES: dict[str, tuple[float, ...]] = {
    "solid": (), "dash": (4, 3), "dot": (1, 2), "dash-dot": (6, 2, 1, 2),
}  # fmt: skip


def register_fonts() -> None:
    """Make the shipped faces known to the PDF writer, once."""
    known = set(pdfmetrics.getRegisteredFontNames())
    for face in FILES:
        if FACES[face] not in known:
            pdfmetrics.registerFont(TTFont(FACES[face], str(font_path(face))))
    pdfmetrics.registerFontFamily(
        FACES["regular"], normal=FACES["regular"], bold=FACES["semibold"],
        italic=FACES["regular"], boldItalic=FACES["semibold"],
    )  # fmt: skip


def _path(canvas: Canvas, points: tuple[float, ...], height: float, closed: bool) -> object:
    path = canvas.beginPath()
    path.moveTo(points[0], height - points[1])
    for index in range(2, len(points), 2):
        path.lineTo(points[index], height - points[index + 1])
    if closed:
        path.close()
    return path


def _line(canvas: Canvas, item: Line, height: float) -> None:
    canvas.setStrokeColor(HexColor(PRINT[item.ink]))
    canvas.setLineWidth(item.width)
    canvas.setDash(*([list(_DASHES[item.dash])] if item.dash != "solid" else [[]]))
    canvas.drawPath(_path(canvas, item.points, height, closed=False), stroke=1, fill=0)


def _shape(canvas: Canvas, item: Patch, height: float) -> None:
    if item.fill:
        canvas.setFillColor(HexColor(PRINT[item.fill]))
    if item.ink:
        canvas.setStrokeColor(HexColor(PRINT[item.ink]))
        canvas.setLineWidth(item.width)
        canvas.setDash([])
    path = _path(canvas, item.points, height, closed=True)
    canvas.drawPath(path, stroke=int(bool(item.ink)), fill=int(bool(item.fill)))


def _text(canvas: Canvas, item: Text, height: float) -> None:
    name = FACES[item.face]
    canvas.setFillColor(HexColor(PRINT[item.ink]))
    pieces = []
    for words, low in runs(item.text):
        size = item.size * SUB_SCALE if low else item.size
        width = pdfmetrics.stringWidth(words, name, size)
        pieces.append((words, size, SUB_DROP * item.size if low else 0.0, width))
    total = sum(piece[3] for piece in pieces)
    x = -{"start": 0.0, "middle": total / 2, "end": total}[item.anchor]
    canvas.saveState()
    canvas.translate(item.x, height - item.y)
    canvas.rotate(item.angle)
    for words, size, drop, width in pieces:
        canvas.setFont(name, size)
        canvas.drawString(x, -drop, words)
        x += width
    canvas.restoreState()


def _paint(canvas: Canvas, item: Item, height: float) -> None:
    if isinstance(item, Line):
        _line(canvas, item, height)
    elif isinstance(item, Patch):
        _shape(canvas, item, height)
    elif isinstance(item, Raster):
        left, top, right, bottom = item.box
        made = ImageReader(picture(item, PRINT).convert("RGB"))
        canvas.drawImage(made, left, height - bottom, right - left, bottom - top)
    else:
        _text(canvas, item, height)


class Drawing(Flowable):  # type: ignore[misc]
    """A scene as a block of a page, shrunk to the page's width."""

    def __init__(self, scene: Scene, width: float) -> None:
        super().__init__()
        self._scene = scene
        self._scale = min(1.0, width / scene.width)
        self.width = scene.width * self._scale
        self.height = scene.height * self._scale

    def draw(self) -> None:
        """Paint onto the page."""
        self.canv.saveState()
        self.canv.scale(self._scale, self._scale)
        for item in self._scene.items:
            _paint(self.canv, item, self._scene.height)
        self.canv.restoreState()
