# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind U, f_Rsi and weight, from the same numbers that made them."""

from msgspec.structs import replace

from glacis.core.heat.assess import Heat, ventilated_cut
from glacis.core.heat.combined import Combined, Section
from glacis.core.heat.corrections import Addition
from glacis.core.heat.resolve import FramePart, LayerData
from glacis.core.heat.surfaces import STEEPEST_UP
from glacis.core.units.format import significant as sig
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working

ISO = "ISO 6946:2017"
R = Quantity.RESISTANCE
METHOD_SOURCE = {
    "parallel": "ASHRAE Handbook of Fundamentals, parallel-path method",
    "isothermal": "ASHRAE Handbook of Fundamentals, isothermal-planes method",
}


def _layer_step(number: int, layer: LayerData) -> Step:
    if layer.kind == "roof-space":
        source = f"{ISO}, table 9, or ISO 13789:2017, 8.4"
        return Step("R_u", "roof space", "table, or own balance", layer.resistance, R, source)
    if layer.kind == "air":
        note = "between members" if layer.frame else ""
        shown = f"depth {sig(layer.thickness * 1000)} mm"
        source = f"{ISO}, table 8 or annex D"
        return Step(f"R_{number}", layer.name, shown, layer.resistance, R, source, note)
    shown = f"{sig(layer.thickness)} / {sig(layer.conductivity)}"
    notes = []
    if layer.settling:
        shown = f"{sig(layer.thickness)} × (1 − {sig(layer.settling)}) / {sig(layer.conductivity)}"
        notes.append("settled thickness")
    if layer.material and layer.material.curve:
        notes.append(f"λ at its winter temperature; {sig(layer.material.conductivity)} at 10 °C")
    return Step(
        f"R_{number}",
        f"{layer.name}: d/λ",
        shown,
        layer.resistance,
        R,
        f"{ISO}, 6.7.1.1",
        "; ".join(notes),
    )


def _frame_step(number: int, layer: LayerData) -> Step | None:
    frame = layer.frame
    if frame is None:
        return None
    return Step(
        f"R_{number},f",
        f"{frame.name}: d/λ, share f = {sig(frame.fraction * 100, 3)} %",
        f"{sig(layer.thickness)} / {sig(frame.conductivity)}",
        frame.resistance,
        R,
        f"{ISO}, 6.7.2",
        _member_words(frame),
    )


def _member_words(frame: FramePart) -> str:
    words = f"{sig(frame.width * 1000)} mm members at {sig(frame.spacing * 1000)} mm"
    if frame.web is not None:
        words += f", webs of {sig(frame.web.width * 1000)} mm, share {sig(frame.web.fraction, 3)}"
    return words


def _section_step(number: int, section: Section, layers: tuple[LayerData, ...]) -> Step:
    through = [
        layer.name
        for layer, inside in zip(layers, section.in_frame, strict=False)
        if inside and layer.frame
    ]
    words = "through members in " + " and ".join(through) if through else "between all members"
    return Step(
        f"R_T{number}",
        f"section {number}, {words}",
        f"share {sig(section.fraction * 100)} %",
        section.resistance,
        R,
        f"{ISO}, 6.7.2.3",
    )


def _limit_steps(combined: Combined, layers: tuple[LayerData, ...]) -> list[Step]:
    if len(combined.sections) == 1:
        terms = " + ".join(sig(mean) for mean in combined.layer_means)
        inside, outside = combined.surfaces
        shown = f"{sig(inside)} + {terms} + {sig(outside)}"
        return [Step("R_tot", "R_si + ΣR + R_se", shown, combined.total, R, f"{ISO}, 6.7.1")]
    steps = [_section_step(n, s, layers) for n, s in enumerate(combined.sections, 1)]
    upper = " + ".join(f"{sig(s.fraction)}/{sig(s.resistance)}" for s in combined.sections)
    steps.append(Step("R′", "1/Σ(f/R_T)", f"1/({upper})", combined.upper, R, f"{ISO}, 6.7.2.3"))
    inside, outside = combined.surfaces
    lower = " + ".join(sig(mean) for mean in combined.layer_means)
    shown = f"{sig(inside)} + {lower} + {sig(outside)}"
    steps.append(Step("R″", "R_si + ΣR̄ + R_se", shown, combined.lower, R, f"{ISO}, 6.7.2.4"))
    shown = f"({sig(combined.upper)} + {sig(combined.lower)})/2"
    steps.append(Step("R_tot", "(R′ + R″)/2", shown, combined.total, R, f"{ISO}, 6.7.2.2"))
    shown = f"({sig(combined.upper)} − {sig(combined.lower)})/(2 × {sig(combined.total)})"
    steps.append(
        Step("e", "(R′ − R″)/(2 R_tot)", shown, combined.error, Quantity.SHARE, f"{ISO}, 6.7.2.5")
    )
    return steps


def _film_steps(heat: Heat) -> list[Step]:
    inside, outside = heat.main.surfaces
    flow = "upward" if heat.direction == "up" else "horizontal"
    return [
        Step("R_si", f"inner surface, {flow} heat flow", "table", inside, R, f"{ISO}, table 7"),
        Step("R_se", "outer surface", "table", outside, R, f"{ISO}, table 7 or 6.9.4"),
    ]


def _ventilation_note(layers: tuple[LayerData, ...]) -> list[str]:
    cut = ventilated_cut(layers)
    if not cut.share:
        return []
    if cut.space:
        return ["The roof above the roof space is counted in R_u and not layer by layer."]
    if cut.share == 1:
        return [
            "The ventilated air layer and everything outside it are left out, and the outer "
            "surface takes the value of R_si (6.9.4)."
        ]
    return [f"The air layer is slightly ventilated: {sig(cut.share * 100, 3)} % of the open case."]


def _mixing_note(layers: tuple[LayerData, ...]) -> list[str]:
    groups = {layer.frame.group for layer in layers if layer.frame}
    framed = [layer for layer in layers if layer.frame]
    notes = []
    if len(groups) > 1:
        notes.append("Members of different layers cross independently: shares are multiplied.")
    if len(framed) > len(groups):
        notes.append("Members that run in line overlap: the narrower lies within the wider.")
    return notes


def _addition_step(symbol: str, formula: str, addition: Addition, heat: Heat, clause: str) -> Step:
    shown = f"{addition.shown} × ({sig(addition.resistance)}/{sig(heat.resistance)})²"
    note = f"R_1 of {addition.layer}"
    kind = Quantity.TRANSMITTANCE
    return Step(symbol, formula, shown, addition.value, kind, f"{ISO}, {clause}", note)


def _correction_steps(heat: Heat) -> list[Step]:
    found = heat.corrections
    steps = []
    if found.voids.value:
        formula = "ΔU″ (R_1/R_tot)²"
        addition = replace(found.voids, shown=sig(found.voids.base))
        steps.append(_addition_step("ΔU_g", formula, addition, heat, "F.2"))
    if found.fixings.value:
        formula = "α λ_f A_f n_f/d_0 (R_1/R_tot)²"
        steps.append(_addition_step("ΔU_f", formula, found.fixings, heat, "F.3"))
    if found.inverted_rain.value:
        formula = "p f x (R_1/R_tot)²"
        steps.append(_addition_step("ΔU_r", formula, found.inverted_rain, heat, "F.4"))
    if not steps:
        return []
    note = "" if found.applied else "below 3 % of U in all and left out by choice (7)"
    values = f"{sig(heat.clear_transmittance)} + {sig(found.total)}"
    kind = Quantity.TRANSMITTANCE
    steps.append(Step("U_c", "U + ΔU", values, heat.transmittance, kind, f"{ISO}, 7", note))
    steps.append(Step("R", "1/U_c", f"1/{sig(heat.transmittance)}", heat.effective, R))
    return steps


def _beside_steps(heat: Heat) -> list[Step]:
    """The same roof by the other schools, and its label against what works."""
    kind = Quantity.TRANSMITTANCE
    steps = []
    if len(heat.main.sections) > 1:
        for symbol, limit, value, method in (
            ("U_par", "1/R′", heat.parallel, "parallel"),
            ("U_iso", "1/R″", heat.isothermal, "isothermal"),
        ):
            shown = f"1/{sig(1 / value)}"
            steps.append(
                Step(symbol, limit, shown, value, kind, METHOD_SOURCE[method], "beside it")
            )
    if heat.nominal:
        formula = "Σ d/λ of the insulation, as labelled"
        steps.append(Step("R_lab", formula, "", heat.nominal, R, "", "no members, no settling"))
        inside, outside = heat.main.surfaces
        shown = f"1 − ({sig(heat.effective)} − {sig(inside)} − {sig(outside)})/{sig(heat.nominal)}"
        lost = max(0.0, heat.derating)
        steps.append(Step("lost", "1 − (1/U_c − R_si − R_se)/R_lab", shown, lost, Quantity.SHARE))
    return steps


def transmittance_working(layers: tuple[LayerData, ...], heat: Heat) -> Working:
    """How U came about."""
    counted = layers[: heat.counted]
    steps = _film_steps(heat)
    for number, layer in enumerate(counted, 1):
        steps.append(_layer_step(number, layer))
        framed = _frame_step(number, layer)
        if framed:
            steps.append(framed)
    steps.extend(_limit_steps(heat.main, counted))
    if heat.method != "combined" and len(heat.main.sections) > 1:
        limit = "R′" if heat.method == "parallel" else "R″"
        note = "the method set in the project's targets; US practice"
        steps.append(Step("R", limit, "", heat.resistance, R, METHOD_SOURCE[heat.method], note))
    if heat.opened:
        a = heat.share_open
        shown = f"(1 − {sig(a)}) × {sig(heat.main.total)} + {sig(a)} × {sig(heat.opened.total)}"
        steps.append(
            Step("R_tot", "(1−a) R_closed + a R_open", shown, heat.resistance, R, f"{ISO}, 6.9.3")
        )
    steps.append(
        Step(
            "U",
            "1/R_tot",
            f"1/{sig(heat.resistance)}",
            heat.clear_transmittance,
            Quantity.TRANSMITTANCE,
            f"{ISO}, 6.5.2",
            "clear field",
        )
    )
    steps.extend(_correction_steps(heat))
    steps.extend(_beside_steps(heat))
    assumptions = [
        f"Heat flows upward through roofs up to {STEEPEST_UP:.0f}° pitch.",
        "A certificate states U with two decimals.",
        *_mixing_note(counted),
        *_ventilation_note(layers),
    ]
    return Working("Thermal transmittance of the clear field", tuple(steps), tuple(assumptions))


def weight_working(layers: tuple[LayerData, ...], total: float) -> Working:
    """How the dry weight came about."""
    steps = []
    for number, layer in enumerate(layers, 1):
        if layer.material is None and layer.frame is None:
            continue
        share = layer.frame.solid_share if layer.frame else 0.0
        density = layer.material.density if layer.material else 0.0
        mass = (1 - share) * layer.thickness * density
        shown = f"{sig(1 - share)} × {sig(layer.thickness)} × {sig(density)}"
        if layer.frame:
            mass += share * layer.thickness * layer.frame.density
            shown += f" + {sig(share)} × {sig(layer.thickness)} × {sig(layer.frame.density)}"
        steps.append(Step(f"m_{number}", layer.name, shown, mass, Quantity.AREA_MASS, "d ρ"))
    shown = " + ".join(sig(step.value) for step in steps)
    steps.append(Step("m", "Σ m", shown, total, Quantity.AREA_MASS))
    return Working(
        "Dry weight of the build-up",
        tuple(steps),
        (
            "Dry densities of the library; water, snow, fixings and battens not listed are extra.",
            "The structure is a matter for the engineer.",
        ),
    )
