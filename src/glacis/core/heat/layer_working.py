# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind the resistance of one layer: its material, its air, its members."""

from collections.abc import Sequence

from glacis.core.heat.air_layers import (
    HIGH_EMISSIVITY,
    convection,
    in_narrow_void,
    is_narrow,
    radiation,
    rows,
)
from glacis.core.heat.combined import ThermalLayer
from glacis.core.heat.resolve import AIR_HEAT, FramePart, LayerData
from glacis.core.heat.surfaces import Direction
from glacis.core.model.layers import RoofSpaceLayer
from glacis.core.units.format import significant as sig
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, put_in

ISO = "ISO 6946:2017"
R = Quantity.RESISTANCE
Arithmetic = tuple[str, Sequence[float]]
"""A template and the values it takes."""
PARALLEL = "1/((1 − {}) / {} + {} / {})"
"""Two resistances side by side by their shares."""


def resistance_step(
    symbol: str,
    expression: str,
    arithmetic: Arithmetic,
    value: float,
    clause: str,
    note: str = "",
) -> Step:
    """A step that gives a resistance, by a template and its values."""
    shown = put_in(*arithmetic, value, R)
    return Step(symbol, expression, shown, value, R, f"{ISO}, {clause}" if clause else "", note)


def _space_step(layer: LayerData, space: RoofSpaceLayer | None) -> Step:
    if space is None or space.covering != "balance":
        return Step("R_u", "roof space", "table 9", layer.resistance, R, f"{ISO}, table 9")
    shown = put_in(
        "1/({} × {} + {} × {} × {})",
        (space.roof_ratio, space.roof_u, AIR_HEAT, space.air_change, space.height),
        layer.resistance,
        R,
    )
    expression = "roof space by its balance: 1/((A_r/A) U_r + ρc n h)"
    return Step("R_u", expression, shown, layer.resistance, R, "ISO 13789:2017, 8.4")


def _air_step(number: int, layer: LayerData, direction: Direction) -> Step:
    """An air layer by the table, or by the coefficients of annex D."""
    symbol, note = f"R_{number}", "between members" if layer.frame else ""
    depth, width = layer.thickness, layer.void_width
    driven = convection(depth, direction)
    if width is not None and is_narrow(depth, width):
        radiated = in_narrow_void(depth, width, layer.emissivities)
        note = f"void {sig(width * 1000)} mm wide, {sig(depth * 1000)} mm deep, between members"
        expression, values = f"{layer.name}: 1/(h_a + h_r)", (driven, radiated)
        return resistance_step(
            symbol, expression, ("1/({} + {})", values), layer.resistance, "D.4", note
        )
    if min(layer.emissivities) < HIGH_EMISSIVITY:
        values = (driven, radiation(*layer.emissivities))
        expression = f"{layer.name}: 1/(h_a + h_r)"
        return resistance_step(
            symbol, expression, ("1/({} + {})", values), layer.resistance, "D.1 and D.2", note
        )
    found = rows(depth, direction)
    (low, high), (least, most) = found.depths, found.resistances
    if low == high:
        shown = f"table 8, {sig(depth * 1000)} mm"
        return Step(symbol, layer.name, shown, layer.resistance, R, f"{ISO}, table 8", note)
    expression = f"{layer.name}, {sig(depth * 1000)} mm: between two rows"
    template, between_rows = (
        "{} + ({} − {})/({} − {}) × ({} − {})",
        (
            least,
            depth,
            low,
            high,
            low,
            most,
            least,
        ),
    )
    return resistance_step(
        symbol, expression, (template, between_rows), layer.resistance, "table 8", note
    )


def layer_step(number: int, layer: LayerData, direction: Direction) -> Step:
    """How the resistance of a layer, between its members, came about."""
    if layer.kind == "roof-space":
        return _space_step(layer, layer.space)
    if layer.kind == "air":
        return _air_step(number, layer, direction)
    if layer.missing:
        words = f"{layer.name}: material not known"
        return Step(f"R_{number}", words, "", layer.resistance, R, "", "counts nothing")
    if not layer.counts:
        note = "soil, gravel and drainage count no R unless stated"
        return Step(f"R_{number}", layer.name, "", layer.resistance, R, f"{ISO}, 6.1", note)
    template, values = "{} / {}", [layer.thickness, layer.conductivity]
    notes = []
    if layer.settling:
        template = "{} × (1 − {}) / {}"
        values.insert(1, layer.settling)
        notes.append("settled thickness")
    if layer.material and layer.material.curve:
        notes.append(f"λ at its winter temperature; {sig(layer.material.conductivity)} at 10 °C")
    return resistance_step(
        f"R_{number}",
        f"{layer.name}: d/λ",
        (template, values),
        layer.resistance,
        "6.7.1.1",
        "; ".join(notes),
    )


def _member_words(frame: FramePart) -> str:
    words = f"{sig(frame.width * 1000)} mm members at {sig(frame.spacing * 1000)} mm"
    if frame.web is not None:
        words += f", webs of {sig(frame.web.width * 1000)} mm, share {sig(frame.web.fraction, 3)}"
    return words


def frame_steps(number: int, layer: LayerData, thermal: ThermalLayer, mean: float) -> list[Step]:
    """Members of a layer: R through them, beside their webs, and the mean of the whole layer."""
    frame, framed = layer.frame, thermal.framed
    if frame is None or framed is None:
        return []
    words = f"{frame.name}: d/λ, share f = {sig(frame.fraction * 100, 3)} %"
    through = ("{} / {}", (layer.thickness, frame.conductivity))
    note = _member_words(frame)
    steps = [resistance_step(f"R_{number},f", words, through, frame.resistance, "6.7.2", note)]
    between = layer.resistance
    if between <= 0 or frame.resistance <= 0:
        return steps
    if frame.web is None:
        values = (frame.fraction, between, frame.fraction, frame.resistance)
        side_by_side = (PARALLEL, values)
        words = "1/((1−f)/R + f/R_f)"
        return [*steps, resistance_step(f"R_{number},m", words, side_by_side, mean, "6.7.2.4")]
    flanges, web = frame.web.flanges, frame.web.fraction
    words = "beside the web, through both flanges: s R_f + (1−s) R"
    beside = ("{} × {} + (1 − {}) × {}", (flanges, frame.resistance, flanges, between))
    note = "s: share of the depth that the flanges take"
    steps.append(resistance_step(f"R_{number},b", words, beside, framed.resistance, "6.7.2", note))
    flange_zone = (frame.fraction, between, frame.fraction, frame.resistance, flanges)
    web_zone = (web, between, web, frame.resistance, flanges)
    planes = (f"{PARALLEL} × {{}} + {PARALLEL} × (1 − {{}})", flange_zone + web_zone)
    words = "planes of the flanges and planes of the web"
    steps.append(resistance_step(f"R_{number},m", words, planes, mean, "6.7.2.4"))
    return steps
