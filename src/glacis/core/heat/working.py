# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind U, f_Rsi and weight, from the same numbers that made them."""

from collections.abc import Iterator

from glacis.core.heat.assess import Heat, by_method, thermal_layers, ventilated_cut
from glacis.core.heat.combined import Combined, Section, ThermalLayer, layer_mean
from glacis.core.heat.corrections import Addition
from glacis.core.heat.layer_working import ISO, R, frame_steps, layer_step, resistance_step
from glacis.core.heat.resolve import LayerData
from glacis.core.heat.surfaces import FLOW_WORDS, STEEPEST_UP
from glacis.core.units.format import significant as sig
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in, summed

METHOD_SOURCE = {
    "parallel": "ASHRAE Handbook of Fundamentals, parallel-path method",
    "isothermal": "ASHRAE Handbook of Fundamentals, isothermal-planes method",
}


def _section_step(
    number: int,
    section: Section,
    layers: tuple[LayerData, ...],
    thermal: tuple[ThermalLayer, ...],
    combined: Combined,
    mark: str,
) -> Step:
    through = [
        layer.name
        for layer, inside in zip(layers, section.in_frame, strict=False)
        if inside and layer.frame
    ]
    words = "through members in " + " and ".join(through) if through else "between all members"
    inside, outside = combined.surfaces
    passed = (part.through(k) for part, k in zip(thermal, section.in_frame, strict=True))
    values = (inside, *(value for value in passed if value), outside)
    return resistance_step(
        f"R_T{number}{mark}",
        f"section {number}, {words}, share {sig(section.fraction * 100)} %",
        (summed(len(values)), values),
        section.resistance,
        "6.7.2.3",
    )


def _limit_steps(
    combined: Combined,
    thermal: tuple[ThermalLayer, ...],
    layers: tuple[LayerData, ...],
    mark: str = "",
) -> list[Step]:
    """From resistances of layers to R_tot by the combined method; ``mark`` tells cases apart."""
    inside, outside = combined.surfaces
    terms = (inside, *(mean for mean in combined.layer_means if mean), outside)
    total = combined.total
    if len(combined.sections) == 1:
        template = summed(len(terms))
        return [
            resistance_step(f"R_tot{mark}", "R_si + ΣR + R_se", (template, terms), total, "6.7.1")
        ]
    steps = [
        _section_step(n, section, layers, thermal, combined, mark)
        for n, section in enumerate(combined.sections, 1)
    ]
    pairs = [value for s in combined.sections for value in (s.fraction, s.resistance)]
    template = f"1/({' + '.join(['{}/{}'] * len(combined.sections))})"
    upper, lower = combined.upper, combined.lower
    steps += [
        resistance_step(f"R′{mark}", "1/Σ(f/R_T)", (template, pairs), upper, "6.7.2.3"),
        resistance_step(
            f"R″{mark}", "R_si + ΣR̄ + R_se", (summed(len(terms)), terms), lower, "6.7.2.4"
        ),
        resistance_step(
            f"R_tot{mark}", "(R′ + R″)/2", ("({} + {})/2", (upper, lower)), total, "6.7.2.2"
        ),
    ]
    shown = put_in("({} − {})/(2 × {})", (upper, lower, total), combined.error, Quantity.SHARE)
    formula = "(R′ − R″)/(2 R_tot)"
    steps.append(
        Step(f"e{mark}", formula, shown, combined.error, Quantity.SHARE, f"{ISO}, 6.7.2.5")
    )
    return steps


def _film_steps(heat: Heat) -> list[Step]:
    inside, outside = heat.main.surfaces
    words = f"inner surface, {FLOW_WORDS[heat.direction]} heat flow"
    return [
        Step("R_si", words, "table 7, or stated", inside, R, f"{ISO}, table 7"),
        Step("R_se", "outer surface", "table 7, or stated", outside, R, f"{ISO}, table 7 or 6.9.4"),
    ]


def _ventilation_note(layers: tuple[LayerData, ...]) -> Iterator[str]:
    cut = ventilated_cut(layers)
    if cut.space:
        yield "The roof above the roof space is counted in R_u and not layer by layer."
    elif cut.ended:
        yield (
            "The well ventilated air layer and everything outside it are left out, and the outer "
            "surface takes the value of R_si (6.9.4)."
        )
    for _, weight in cut.slight:
        yield (
            f"A slightly ventilated air layer counts with {sig(weight * 100, 3)} % of the case in "
            "which it is open and everything outside it is left out (6.9.3)."
        )


def _mixing_note(layers: tuple[LayerData, ...]) -> list[str]:
    groups = {layer.frame.group for layer in layers if layer.frame}
    framed = [layer for layer in layers if layer.frame]
    notes = []
    if len(groups) > 1:
        notes.append("Members of different layers cross independently: shares are multiplied.")
    if len(framed) > len(groups):
        notes.append("Members that run in line overlap: the narrower lies within the wider.")
    return notes


def _addition_steps(
    symbol: str, formula: str, addition: Addition, heat: Heat, clause: str
) -> list[Step]:
    kind = Quantity.TRANSMITTANCE
    steps = []
    if len(addition.parts) > 1:
        note = f"{addition.layer}, as far as it counts"
        steps.append(
            resistance_step(
                "R_1",
                f"of {symbol}",
                (summed(len(addition.parts)), addition.parts),
                addition.resistance,
                clause,
                note,
            )
        )
    values = (*addition.values, addition.resistance, heat.resistance)
    shown = put_in(f"{addition.template} × ({{}}/{{}})²", values, addition.value, kind)
    note = f"R_1 of {addition.layer}"
    return [*steps, Step(symbol, formula, shown, addition.value, kind, f"{ISO}, {clause}", note)]


def _correction_steps(heat: Heat) -> list[Step]:
    found = heat.corrections
    steps = []
    if found.voids.value:
        steps += _addition_steps("ΔU_g", "ΔU″ (R_1/R_tot)²", found.voids, heat, "F.2")
    if found.fixings.value:
        formula = "α λ_f A_f n_f/d_1 (R_1/R_tot)²"
        steps += _addition_steps("ΔU_f", formula, found.fixings, heat, "F.3")
    for number, other in enumerate(found.others, 2):
        if other.value:
            formula = "α λ_f A_f n_f/d_1 (R_1/R_tot)²"
            steps += _addition_steps(f"ΔU_f{number}", formula, other, heat, "F.3")
    if found.inverted_rain.value:
        formula = "p f x (R_1/R_tot)²"
        steps += _addition_steps("ΔU_r", formula, found.inverted_rain, heat, "F.4")
    if not steps:
        return []
    note = "" if found.applied else "below 3 % of U in all and left out by choice (7)"
    kind = Quantity.TRANSMITTANCE
    parts = [heat.clear_transmittance]
    if found.applied:
        others = (other.value for other in found.others)
        additions = (found.voids.value, found.fixings.value, *others, found.inverted_rain.value)
        parts += [value for value in additions if value]
    shown = put_in(summed(len(parts)), parts, heat.transmittance, kind)
    steps.append(Step("U_c", "U + ΔU", shown, heat.transmittance, kind, f"{ISO}, 7", note))
    steps.append(resistance_step("R", "1/U_c", ("1/{}", (heat.transmittance,)), heat.effective, ""))
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
            shown = put_in("1/{}", (1 / value,), value, kind)
            source = METHOD_SOURCE[method]
            steps.append(Step(symbol, limit, shown, value, kind, source, "beside it"))
    if heat.nominal:
        formula = "Σ d/λ of the insulation, as labelled"
        steps.append(Step("R_lab", formula, "", heat.nominal, R, "", "no members, no settling"))
        values = (heat.effective, *heat.main.surfaces, heat.nominal)
        shown = put_in("1 − ({} − {} − {})/{}", values, heat.derating, Quantity.SHARE)
        formula = "1 − (1/U_c − R_si − R_se)/R_lab"
        note = "below zero: other layers give more than members take" if heat.derating < 0 else ""
        steps.append(Step("lost", formula, shown, heat.derating, Quantity.SHARE, "", note))
    return steps


def _method_steps(heat: Heat, layers: tuple[LayerData, ...]) -> Iterator[Step]:
    """What the method in force takes, and the cases of slightly ventilated air layers together."""
    limit = {"combined": "R_tot", "parallel": "R′", "isothermal": "R″"}[heat.method]
    for number, case in enumerate(heat.opened, 1):
        thermal = thermal_layers(layers)[: len(case.combined.layer_means)]
        yield from _limit_steps(case.combined, thermal, layers, f",open{number}")
    source = METHOD_SOURCE.get(heat.method, f"{ISO}, 6.9.3")
    if heat.method != "combined" and not heat.opened:
        note = "the method set in the project's targets; US practice"
        yield Step("R", limit, sig(heat.resistance, 7), heat.resistance, R, source, note)
    if heat.opened:
        names = [f"a_{n} {limit},open{n}" for n in range(1, len(heat.opened) + 1)]
        values = [heat.share_closed, by_method(heat.main, heat.method)]
        for case in heat.opened:
            values += [case.weight, by_method(case.combined, heat.method)]
        template = " + ".join(["{} × {}"] * (len(values) // 2))
        shown = put_in(template, values, heat.resistance, R)
        expression = f"(1 − Σa) {limit} + {' + '.join(names)}"
        note = "a: weight of the case with the air layer open"
        yield Step("R", expression, shown, heat.resistance, R, source, note)


def transmittance_working(layers: tuple[LayerData, ...], heat: Heat) -> Working:
    """How U came about."""
    counted = layers[: heat.counted]
    thermal = thermal_layers(counted)
    steps = _film_steps(heat)
    for number, (layer, part) in enumerate(zip(counted, thermal, strict=True), 1):
        steps.append(layer_step(number, layer, heat.direction))
        steps.extend(frame_steps(number, layer, part, layer_mean(part)))
    steps.extend(_limit_steps(heat.main, thermal, counted))
    steps.extend(_method_steps(heat, counted))
    kind = Quantity.TRANSMITTANCE
    shown = put_in("1/{}", (heat.resistance,), heat.clear_transmittance, kind)
    steps.append(
        Step("U", "1/R", shown, heat.clear_transmittance, kind, f"{ISO}, 6.5.2", "clear field")
    )
    steps.extend(_correction_steps(heat))
    steps.extend(_beside_steps(heat))
    assumptions = [
        f"Heat flows up through roofs to {STEEPEST_UP:.0f}° pitch, and down into rooms colder than "
        "the yearly mean outside, unless the area states another direction.",
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
        laps = layer.material.laps if layer.material else 1.0
        mass = (1 - share) * layer.mass
        template, values = "{} × {} × {}", [1 - share, layer.thickness, density]
        if laps > 1:
            template += " × {}"
            values.append(laps)
        if layer.frame:
            mass += share * layer.thickness * layer.frame.density
            template += " + {} × {} × {}"
            values += [share, layer.thickness, layer.frame.density]
        shown = put_in(template, values, mass, Quantity.AREA_MASS)
        steps.append(Step(f"m_{number}", layer.name, shown, mass, Quantity.AREA_MASS, "d ρ, laps"))
    parts = [step.value for step in steps]
    shown = put_in(summed(len(parts)), parts, total, Quantity.AREA_MASS) if parts else "0"
    steps.append(Step("m", "Σ m", shown, total, Quantity.AREA_MASS))
    return Working(
        "Dry weight of the build-up",
        tuple(steps),
        (
            "Dry densities of the library; water, snow, fixings and battens not listed are extra.",
            "The structure is a matter for the engineer.",
        ),
    )
