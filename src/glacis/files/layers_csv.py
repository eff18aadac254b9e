# SPDX-License-Identifier: GPL-3.0-or-later
"""Schedules of layers as CSV, inside to outside, SI units stated in the head."""

import csv
import io

from glacis.core.analysis.results import Results
from glacis.core.heat.resolve import LayerData

HEAD = (
    "area", "assembly", "number", "layer", "kind", "thickness_mm", "conductivity_W_mK",
    "resistance_m2K_W", "sd_dry_m", "sd_wet_m", "density_kg_m3", "framing", "framing_share",
    "source",
)  # fmt: skip


def _row(layer: LayerData) -> list[str]:
    material, frame = layer.material, layer.frame
    return [
        layer.name,
        layer.kind,
        f"{layer.thickness * 1000:g}",
        f"{material.conductivity:g}" if material else "",
        f"{layer.resistance:.6g}",
        f"{layer.sd_dry:.6g}",
        f"{layer.sd_wet:.6g}",
        f"{material.density:g}" if material else "",
        frame.name if frame else "",
        f"{frame.fraction:.6g}" if frame else "",
        material.source if material else "",
    ]


LEADS = ("=", "+", "-", "@", "\t", "\r", "\n")
"""Signs by which spreadsheets tell a formula, and such as they skip to find one."""


def safe(cell: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{cell}" if cell[:1] in LEADS and not _is_number(cell) else cell


def as_meant(cell: str) -> str:
    """A cell as it was before it was made safe."""
    return cell[1:] if cell[:1] == "'" and safe(cell[1:]) == cell else cell


def _is_number(cell: str) -> bool:
    try:
        float(cell)
    except ValueError:
        return False
    return True


def layers_csv(results: Results) -> str:
    """One row a layer for every area."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(HEAD)
    for item in results.areas:
        roof = item.roof
        for number, layer in enumerate(roof.layers, 1):
            cells = [roof.area.name, roof.assembly.name, str(number), *_row(layer)]
            writer.writerow([safe(cell) for cell in cells])
    return out.getvalue()
