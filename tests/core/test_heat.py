# SPDX-License-Identifier: GPL-3.0-or-later
"""U-values: replayed reference cases and laws that must hold for every roof."""

from math import isclose

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from glacis.core.heat.air_layers import by_formula, tabulated, unventilated
from glacis.core.heat.combined import Framed, ThermalLayer, combine
from glacis.core.heat.surfaces import R_SE, R_SI, direction_of
from support import case


def layers_of(construction: dict) -> tuple[ThermalLayer, ...]:
    found = []
    for number, layer in enumerate(construction["layers"]):
        if "parts" in layer:
            main, member = layer["parts"]
            fraction = construction["groups"][layer["group"]][1]
            framed = Framed(fraction, layer["d"] / member["lambda"], layer["group"])
            found.append(ThermalLayer(str(number), layer["d"] / main["lambda"], framed))
        else:
            resistance = layer.get("R", layer.get("d", 0) / layer.get("lambda", 1))
            found.append(ThermalLayer(str(number), resistance))
    return tuple(found)


def test_crossing_members_match_the_reference():
    found = case("u03_pitched_crossing_4sections")
    result = combine(layers_of(found["inputs"]["construction"]), 0.10, 0.10)
    expected = found["expected"]
    assert result.upper == pytest.approx(expected["R_upper"], rel=1e-9)
    assert result.lower == pytest.approx(expected["R_lower"], rel=1e-9)
    assert result.transmittance == pytest.approx(expected["U"], rel=1e-9)
    assert result.error * 100 == pytest.approx(expected["error_pct"], rel=1e-6)
    sections = sorted((s["fraction"], s["R"]) for s in expected["sections"])
    mine = sorted((s.fraction, s.resistance) for s in result.sections)
    for (share, resistance), (f, r) in zip(mine, sections, strict=True):
        assert (share, resistance) == pytest.approx((f, r), rel=1e-8)


def test_a_single_slab_matches_the_reference():
    found = case("u01a_single_layer_up")
    result = combine(layers_of(found["inputs"]["construction"]), R_SI["up"], R_SE)
    assert result.total == pytest.approx(found["expected"]["R_total"], rel=1e-9)
    assert result.transmittance == pytest.approx(found["expected"]["U"], rel=1e-9)


@pytest.mark.parametrize("films", ["iso", "us_winter_up_6.7ms", "us_with_ventilated_still_air"])
def test_other_surface_resistances_match_the_reference(films):
    found = case("u12_parallel_vs_isothermal")
    inside, outside = found["inputs"]["films"][films]
    result = combine(layers_of(found["inputs"]["construction"]), inside, outside)
    expected = found["expected"][films]
    assert result.transmittance == pytest.approx(expected["U"], rel=1e-8)
    assert 1 / result.upper == pytest.approx(expected["U_parallel_path"], rel=1e-8)
    assert 1 / result.lower == pytest.approx(expected["U_isothermal_planes"], rel=1e-8)


def test_air_layers_match_the_reference():
    found = case("u02_air_layers")
    for query, expected in zip(
        found["inputs"]["queries"], found["expected"]["results"], strict=True
    ):
        if "b" in query:
            mine = unventilated(query["d"], query["direction"], (0.9, 0.9), query["b"])
            assert mine == pytest.approx(expected, rel=1e-8)
            continue
        if "eps1" in query:
            faces = (query["eps1"], query["eps2"])
            mine = by_formula(query["d"], query["direction"], faces, query["Tm_C"], query["dT"])
            assert mine == pytest.approx(expected, rel=1e-8)
        else:
            assert tabulated(query["d"], query["direction"]) == pytest.approx(expected, abs=1e-9)


def test_table_and_formula_agree_for_dull_faces():
    # Both stand in ISO 6946; the table is the formula rounded to two decimals.
    for depth in (0.010, 0.025, 0.050):
        assert by_formula(depth, "up", (0.9, 0.9)) == pytest.approx(
            tabulated(depth, "up"), abs=0.01
        )


def test_a_foil_face_counts_only_by_formula():
    assert unventilated(0.025, "up", (0.9, 0.9)) == 0.16
    assert unventilated(0.025, "up", (0.9, 0.05)) > 0.4


@pytest.mark.parametrize(
    ("pitch", "indoor", "outdoor", "direction"),
    [
        (0, 20.0, 9.0, "up"),
        (60, 20.0, 9.0, "up"),
        (60.1, 20.0, 9.0, "horizontal"),
        (0, 2.0, 9.0, "down"),
        (45, -25.0, 9.0, "down"),
        (80, -25.0, 9.0, "horizontal"),
        (0, 9.0, 9.0, "up"),
    ],
)
def test_heat_flows_up_through_roofs_and_down_into_cold_stores(pitch, indoor, outdoor, direction):
    assert direction_of(pitch, indoor, outdoor) == direction
    for stated in ("up", "horizontal", "down"):
        assert direction_of(pitch, indoor, outdoor, stated) == stated


resistances = st.floats(0.01, 10.0)
framed = st.builds(
    ThermalLayer,
    st.just("x"),
    resistances,
    st.one_of(
        st.none(),
        st.builds(Framed, st.floats(0.01, 0.5), resistances, st.sampled_from(["a", "b", "c"])),
    ),
)
build_ups = st.lists(framed, min_size=1, max_size=5).map(tuple)


@given(build_ups)
def test_shares_of_all_paths_make_up_the_whole(layers):
    result = combine(layers, 0.10, 0.04)
    assert sum(section.fraction for section in result.sections) == pytest.approx(1.0, abs=1e-12)


@given(build_ups)
def test_the_lower_limit_never_exceeds_the_upper(layers):
    result = combine(layers, 0.10, 0.04)
    assert result.lower <= result.upper * (1 + 1e-12)
    assert result.lower * (1 - 1e-12) <= result.total <= result.upper * (1 + 1e-12)


@given(build_ups, st.integers(0, 4), st.floats(0.01, 5.0))
def test_more_resistance_never_raises_u(layers, index, more):
    index = min(index, len(layers) - 1)
    thicker = list(layers)
    old = thicker[index]
    member = old.framed and Framed(
        old.framed.fraction, old.framed.resistance + more, old.framed.group
    )
    thicker[index] = ThermalLayer(old.id, old.resistance + more, member)
    before = combine(layers, 0.10, 0.04).transmittance
    assert combine(tuple(thicker), 0.10, 0.04).transmittance <= before * (1 + 1e-12)


@given(st.lists(resistances, min_size=1, max_size=6), st.randoms(use_true_random=False))
def test_order_of_plain_layers_leaves_u_alone(values, random):
    plain = [ThermalLayer(str(i), r) for i, r in enumerate(values)]
    shuffled = plain[:]
    random.shuffle(shuffled)
    first, second = (combine(tuple(x), 0.10, 0.04).total for x in (plain, shuffled))
    assert isclose(first, second, rel_tol=1e-12)


@given(st.floats(0.01, 0.4), st.floats(0.01, 0.4), resistances, resistances)
def test_members_in_line_overlap_and_crossing_ones_multiply(f1, f2, r1, r2):
    assume(abs(f1 - f2) > 1e-6)

    def pair(group: str) -> tuple[ThermalLayer, ...]:
        return (
            ThermalLayer("1", 3.0, Framed(f1, r1, "a")),
            ThermalLayer("2", 2.0, Framed(f2, r2, group)),
        )

    aligned = combine(pair("a"), 0.10, 0.04).sections
    crossing = combine(pair("b"), 0.10, 0.04).sections
    both = sum(s.fraction for s in aligned if all(s.in_frame))
    assert both == pytest.approx(min(f1, f2), rel=1e-9)
    product = sum(s.fraction for s in crossing if all(s.in_frame))
    assert product == pytest.approx(f1 * f2, rel=1e-9)
