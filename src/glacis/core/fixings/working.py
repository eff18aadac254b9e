# SPDX-License-Identifier: GPL-3.0-or-later
"""How wind, patterns, the chain and lengths come about, step by step."""

from collections.abc import Iterator

from glacis.core.fixings.found import Fixed, LengthFound, SetPlaced
from glacis.core.model.wind import Wind
from glacis.core.units.quantities import Quantity
from glacis.core.wind.loads import AreaWind
from glacis.core.wind.peak import AscePeak, EnPeak
from glacis.core.wind.suction import WindZone
from glacis.core.working import Step, Working, put_in

F, T, LOAD, SPEED, FACTOR = (
    Quantity.FORCE, Quantity.THICKNESS, Quantity.LOAD, Quantity.SPEED, Quantity.FACTOR
)  # fmt: skip
EN, ASCE = "EN 1991-1-4:2005", "ASCE 7"
ASSUMED = (
    "Zones are measured in plan; every wind square to a side is run and the worst kept place by place.",
    "Where the outline turns in there is no corner zone and strips run on by their own depth: our rule.",
    "Walls beside a lower roof give no shelter; a side takes the least parapet that stands along it.",
    "A wind takes the hardest sector within 45° to both sides.",
    "Points are placed: zones grow to the next roll, rafter or board, and the points are the count.",
)


def _step(
    symbol: str, template: tuple[str, str], values: tuple[float, ...], found: tuple[float, Quantity],
    where: tuple[str, str] = ("", ""),
) -> Step:  # fmt: skip
    """A step with its figures put in; ``found`` is its value and kind, ``where`` its source and a note."""
    expression, pattern = template
    return Step(symbol, expression, put_in(pattern, values, *found), *found, *where)


def fixings_working(basis: Wind, wind: AreaWind, fixed: Fixed | None) -> Working:
    """The steps behind the worst zone of an area, and behind its sets."""
    steps: list[Step] = []
    if isinstance(wind.peak, EnPeak):
        steps += _en(wind.peak, basis)
    elif isinstance(wind.peak, AscePeak):
        steps += _asce(wind.peak, basis)
    if wind.zones:
        steps += _zone(wind.zones[0], basis)
    for each in fixed.sets if fixed is not None else ():
        steps += _set(each)
    for found in fixed.lengths if fixed is not None else ():
        steps += _length(found)
    if not steps:
        steps = [Step("w_d", "stated", "", 0.0, LOAD)]
    return Working("Fixings", tuple(steps), ASSUMED)


def _en(peak: EnPeak, basis: Wind) -> Iterator[Step]:
    z, z_0 = peak.height, peak.length
    factors = peak.basic / basis.speed
    yield _step(
        "v_b", ("c_dir c_season c_prob v_b0", "{} × {}"), (factors, basis.speed), (peak.basic, SPEED),
        (f"{EN}, 4.2", basis.source),
    )  # fmt: skip
    yield _step(
        "k_r", ("0.19 (z_0/0.05)^0.07", "0.19 × ({} / 0.05)^0.07"), (z_0,), (peak.terrain_factor, FACTOR),
        (f"{EN}, 4.3.2", ""),
    )  # fmt: skip
    yield _step(
        "c_r", ("k_r ln(z/z_0)", "{} × ln({} / {})"), (peak.terrain_factor, z, z_0), (peak.roughness, FACTOR),
        (f"{EN}, 4.3.2", ""),
    )  # fmt: skip
    orography = peak.mean / peak.roughness / peak.basic
    yield _step(
        "v_m", ("c_r c_o v_b", "{} × {} × {}"), (peak.roughness, orography, peak.basic), (peak.mean, SPEED),
        (f"{EN}, 4.3.1", ""),
    )  # fmt: skip
    yield _step(
        "I_v", ("1/(c_o ln(z/z_0))", "1 / ({} × ln({} / {}))"), (orography, z, z_0), (peak.turbulence, FACTOR),
        (f"{EN}, 4.4", ""),
    )  # fmt: skip
    density = 2 * peak.basic_pressure / peak.basic**2
    yield _step(
        "q_p", ("(1 + 7 I_v) ρ/2 v_m²", "(1 + 7 × {}) × {} / 2 × {}²"), (peak.turbulence, density, peak.mean),
        (peak.pressure, LOAD), (f"{EN}, 4.5", "in Pa"),
    )  # fmt: skip


def _asce(peak: AscePeak, basis: Wind) -> Iterator[Step]:
    late = peak.pressure_factor != 1.0
    yield _step(
        "K_z", ("C (z/z_g)^(2/α)", "{}"), (peak.exposure,), (peak.exposure, FACTOR),
        (f"{ASCE}, 26.10.1", f"exposure {basis.exposure}, z {peak.height:.4g} ft"),
    )  # fmt: skip
    factors = (
        peak.exposure,
        peak.topography,
        1.0 if late else peak.directionality,
        peak.elevation,
        basis.speed,
    )
    note = "in Pa; K_d is part of p from this edition on" if late else "in Pa"
    yield _step(
        "q_h", ("0.613 K_z K_zt K_d K_e V²", "0.613 × {} × {} × {} × {} × {}²"), factors, (peak.pressure, LOAD),
        (f"{ASCE}, 26.10.2", note),
    )  # fmt: skip


def _zone(zone: WindZone, basis: Wind) -> Iterator[Step]:
    note = f"zone {zone.name}" + (": coefficients unconfirmed" if zone.open else "")
    if basis.basis == "asce":
        net = zone.pressure * (zone.under - zone.external)
        yield _step(
            "p", ("q_h (GC_pi − GC_p)", "{} × ({} − {})"), (zone.pressure, zone.under, zone.external), (net, LOAD),
            (f"{ASCE}, 30.3", f"{note}; 16 psf at least"),
        )  # fmt: skip
        return
    if basis.basis == "en":
        yield _step(
            "w_k", ("q_p (c_pi − c_pe)", "{} × ({} − {})"), (zone.pressure, zone.under, zone.external),
            (zone.suction, LOAD),
            (f"{EN}, 5.2", note),
        )  # fmt: skip
    yield _step(
        "w_d",
        ("γ w_k", "{} × {}"),
        (basis.factor, zone.suction),
        (zone.design, LOAD),
        ("EN 1990:2002, A1", note),
    )


def _set(each: SetPlaced) -> Iterator[Step]:
    tests, name, annex = each.held.resistance.tests, each.set.name, "EN 1990:2002, D.7"
    if tests is not None:
        words = f"{tests.count} tests, {each.set.school}, {each.set.distribution}"
        yield _step(
            "k",
            ("factor for so many tests", "{}"),
            (tests.factor,),
            (tests.factor, FACTOR),
            (annex, words),
        )
        values = (tests.centre, tests.factor, tests.spread)
        logs = each.set.distribution == "lognormal"
        how = (
            ("e^(m − k s)", "{} × exp(− {} × {})")
            if logs
            else ("m (1 − k V)", "{} × (1 − {} × {})")
        )
        yield _step("R_k", how, values, (tests.characteristic, F), (annex, name))
        factors = (each.set.eta, tests.characteristic, each.set.gamma)
        yield _step("R_d", ("η R_k/γ", "{} × {} / {}"), factors, (tests.design, F), (annex, name))
    for pattern in each.held.patterns[:1]:
        if pattern.kind not in ("rows", "along", "clip", "crest") or pattern.use is None:
            continue
        suction = pattern.load / (pattern.distance * pattern.spacing)
        yield _step(
            "F_d", ("w_d a s", "{} × {} × {}"), (suction, pattern.distance, pattern.spacing), (pattern.load, F),
            ("", f"{name}, hardest zone"),
        )  # fmt: skip
        yield _step(
            "use",
            ("F_d/R_d", "{} / {}"),
            (pattern.load, pattern.bears),
            (pattern.use, FACTOR),
            ("", name),
        )


def _length(found: LengthFound) -> Iterator[Step]:
    if found.length is None:
        return
    passed, note = found.passed, f"into {found.substrate}"
    total, angle = passed.thickness - passed.recess, passed.angle
    if passed.grip == "blind":
        yield _step(
            "L_min", ("(T + tol)/sin θ + e_min", "({} + {}) / sin({}) + {}"),
            (total, passed.plus, angle, passed.least_grip),
            (found.length.least, T), ("", f"{note}, in m"),
        )  # fmt: skip
        far = passed.substrate - passed.cover
        yield _step(
            "L_max", ("(T − tol)/sin θ + (substrate − cover)/sin θ", "({} − {} + {}) / sin({})"),
            (total, passed.minus, far, angle), (found.length.most, T), ("", f"{note}, in m"),
        )  # fmt: skip
        return
    yield _step(
        "L_min", ("(T + tol + substrate)/sin θ + tip", "({} + {} + {}) / sin({}) + {}"),
        (total, passed.plus, passed.substrate, angle, passed.tip_least), (found.length.least, T), ("", f"{note}, in m"),
    )  # fmt: skip
    yield _step(
        "L_max", ("(T − tol + substrate)/sin θ + tip", "({} − {} + {}) / sin({}) + {}"),
        (total, passed.minus, passed.substrate, angle, passed.tip_most), (found.length.most, T), ("", f"{note}, in m"),
    )  # fmt: skip
