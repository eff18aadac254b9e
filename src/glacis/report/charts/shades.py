# SPDX-License-Identifier: GPL-3.0-or-later
"""What the areas of the view in space are shaded by: build-up, U, moisture, pitch, or nothing."""

from typing import Literal

from msgspec import Struct

from glacis.core.analysis.results import Results
from glacis.core.model.document import Project
from glacis.core.units.format import with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import shorten

ShadeKind = Literal["build-up", "u-value", "moisture", "pitch", "plain"]
SHADES: tuple[tuple[ShadeKind, str], ...] = (
    ("build-up", "build-up"), ("u-value", "U-value"), ("moisture", "moisture over the year"),
    ("pitch", "pitch"), ("plain", "nothing"),
)  # fmt: skip
TONES = tuple(f"tone:{k}" for k in range(5))
BUILDS = (
    "tint:board", "tint:drain", "tint:tile", "tint:soil", "tint:foam", "tint:metal", "tint:gypsum",
    "tint:fibre",
)  # fmt: skip
VERDICTS = {
    "none": ("tone:0", "stays dry"), "dries": ("tone:3", "wets and dries"),
    "accumulates": ("wet-3", "gathers water"),
}  # fmt: skip


class Shading(Struct, frozen=True):
    """Fills and words of the areas by id, and what the fills mean: colour role and words."""

    fills: dict[str, str]
    words: dict[str, str]
    legend: tuple[tuple[str, str], ...] = ()


def _ramp(values: dict[str, float], quantity: Quantity, system: System) -> Shading:
    """Five tones from the least to the greatest value; one tone where all are alike."""
    least, most = min(values.values()), max(values.values())
    step = (most - least) / len(TONES)
    words = {area: with_unit(value, quantity, system) for area, value in values.items()}
    if step < 1e-9:
        only = with_unit(least, quantity, system)
        return Shading(dict.fromkeys(values, TONES[1]), words, ((TONES[1], only),))
    fills = {
        area: TONES[min(len(TONES) - 1, int((value - least) / step))]
        for area, value in values.items()
    }
    legend = tuple(
        (tone, f"up to {with_unit(least + step * (k + 1), quantity, system)}")
        for k, tone in enumerate(TONES)
        if tone in fills.values()
    )
    return Shading(fills, words, legend)


def builds(project: Project) -> Shading:
    """Areas shaded by what they are built of."""
    names = {assembly.id: assembly.name for assembly in project.assemblies}
    used = list(dict.fromkeys(area.assembly for area in project.areas))
    fills = {build: BUILDS[k % len(BUILDS)] for k, build in enumerate(used)}
    return Shading(
        {area.id: fills[area.assembly] for area in project.areas},
        {area.id: shorten(names[area.assembly], 150, 12) for area in project.areas},
        tuple((fills[build], names[build]) for build in used),
    )


def shading(kind: ShadeKind, project: Project, results: Results) -> Shading:
    """How the areas of a project are shaded."""
    if kind == "build-up":
        return builds(project)
    if kind == "u-value":
        values = {r.roof.area.id: r.roof.transmittance for r in results.areas}
        return _ramp(values, Quantity.TRANSMITTANCE, project.units)
    if kind == "pitch":
        pitches = {area.id: area.pitch for area in project.areas}
        return _ramp(pitches, Quantity.ANGLE, project.units)
    if kind == "moisture":
        verdicts = {r.roof.area.id: VERDICTS[r.roof.monthly.verdict] for r in results.areas}
        shown = dict.fromkeys(verdicts.values())
        return Shading(
            {area: fill for area, (fill, _) in verdicts.items()},
            {area: words for area, (_, words) in verdicts.items()},
            tuple(shown),
        )
    return Shading({}, {})
