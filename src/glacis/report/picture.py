# SPDX-License-Identifier: GPL-3.0-or-later
"""A raster of a drawing as a picture, for reports and files."""

from base64 import b64encode
from io import BytesIO

from PIL import Image

from glacis.report.palette import Palette
from glacis.report.scene import Raster


def picture(raster: Raster, palette: Palette) -> Image.Image:
    """The cells in their colours, one dot each."""
    found = Image.frombytes("P", (raster.columns, raster.rows), raster.cells)
    colours = (palette[ink] for ink in raster.inks)
    found.putpalette([int(c[k : k + 2], 16) for c in colours for k in (1, 3, 5)])
    return found


def data_uri(raster: Raster, palette: Palette) -> str:
    """The picture as PNG within a document."""
    out = BytesIO()
    picture(raster, palette).save(out, "PNG", optimize=True)
    return "data:image/png;base64," + b64encode(out.getvalue()).decode("ascii")
