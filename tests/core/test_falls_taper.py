# SPDX-License-Identifier: GPL-3.0-or-later
"""U of tapered layers: closed forms, quadrature, framed roofs, and what the rest of the program makes of it."""

from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.falls.change import change_falls, falls_in, set_falls
from glacis.core.falls.integrals import Spread, mean_conductance, mean_of
from glacis.core.falls.means import WORDS, by_means, days_before_cover
from glacis.core.figures.headline import headlines, working_of
from glacis.core.model.document import FixingSet, Imperfections, Project
from glacis.core.model.edit import remove_area
from glacis.core.model.falls import Falls, Outlet
from glacis.core.model.layers import Framing, MembraneLayer, SolidLayer
from glacis.core.model.validate import check_project
from glacis.core.thickness.solve import transmittance_at
from glacis.files.project_file import decode, encode
from support import analysed, analyser, case, demo, library, roof_project

DECK = SolidLayer(id="deck", material="plywood", thickness=0.018)
BARRIER = MembraneLayer(id="barrier", material="aluminium-foil-barrier")
FOAM = SolidLayer(id="foam", material="eps-white", thickness=0.16)
SHEET = MembraneLayer(id="sheet", material="bitumen-two-ply")


def triangle(*thicknesses: float) -> Spread:
    return Spread(np.array([1.0]), np.array([thicknesses]), np.array([0]))


def rectangle(low: float, high: float) -> Spread:
    return Spread(
        np.array([0.5, 0.5]), np.array([(low, high, high), (low, high, low)]), np.array([0, 0])
    )


def test_reference_cases_of_tapered_layers():
    stated = case("u10_taper_rect")
    base, rise = stated["inputs"]["R0"], stated["inputs"]["R1"]
    assert mean_conductance(base, 1.0, rectangle(0.0, rise)) == pytest.approx(
        stated["expected"]["U"], rel=1e-9
    )
    stated = case("u10_taper_tri_general")
    corners = stated["inputs"]["vertices"]
    found = mean_conductance(stated["inputs"]["R0"], 1.0, triangle(*corners))
    assert found == pytest.approx(stated["expected"]["U"], rel=1e-9)
    stated = case("u10s_small_taper_rect")
    found = mean_conductance(stated["inputs"]["R0"], 1.0, rectangle(0.0, stated["inputs"]["R1"]))
    assert found == pytest.approx(stated["expected"]["U"], rel=1e-9)


@given(st.floats(0.5, 8), st.lists(st.floats(0, 6), min_size=3, max_size=3))
def test_the_mean_over_any_triangle_is_that_of_quadrature(base, corners):
    """Dunavant's mid-side rule on a fine mesh of sub-triangles, another road to the same mean."""
    a, b, c = corners
    n = 60
    total = 0.0
    for i in range(n):
        for j in range(n - i):
            for up in (True, False) if j < n - i - 1 else (True,):
                k = 0 if up else 1
                u = (
                    np.array([i + k, i + 1, i + k * 1.0]) / n
                    if up
                    else np.array([i + 1, i + 1, i]) / n
                )
                v = np.array([j, j, j + 1]) / n if up else np.array([j, j + 1, j + 1]) / n
                r = base + a + u * (b - a) + v * (c - a)
                sides = (r + np.roll(r, 1)) / 2
                total += (1 / sides).mean() / n**2
    spread = triangle(*corners)
    assert mean_conductance(base, 1.0, spread) == pytest.approx(total, rel=1e-4)
    assert mean_of(spread, lambda t: 1 / (base + t)) == pytest.approx(
        mean_conductance(base, 1.0, spread), rel=1e-7
    )


def tapered(*layers, imperfections: Imperfections | None = None, **falls) -> Project:
    project = roof_project(
        *layers, pitch=0.0, imperfections=imperfections or Imperfections(fixing="none")
    )
    outlet = Outlet(id="o", name="Outlet", at=(3.0, 2.0))
    return set_falls(project, Falls(area="a", outlets=(outlet,), **falls))


def heights(project: Project, n: int = 200) -> np.ndarray:
    """Thickness beyond the least on a raster of the 10 × 5 m roof, by the formula for one outlet."""
    x, y = np.meshgrid((np.arange(n) + 0.5) * 10 / n, (np.arange(n) + 0.5) * 5 / n)
    fall = project.falls[0].fall
    return fall * np.maximum(np.abs(x - 3), np.abs(y - 2))


@pytest.mark.parametrize(
    ("deck", "imperfections"),
    [
        (DECK, Imperfections(fixing="none")),
        (
            replace(
                DECK,
                thickness=0.2,
                framing=Framing(material="softwood-dense", width=0.06, spacing=0.6),
            ),
            Imperfections(fixing="none"),
        ),
        (DECK, Imperfections(fixing="counted", fixings=FixingSet(per_area=6.0), voids=1)),
    ],
    ids=["plain", "framed", "corrected"],
)
def test_u_of_a_tapered_roof_is_the_mean_of_u_at_every_place(deck, imperfections):
    project = tapered(deck, BARRIER, FOAM, SHEET, imperfections=imperfections)
    roof = analysed(project).roof
    over = heights(project, 40)
    flat = replace(project, falls=())

    def u_at(thickness: float) -> float:
        layers = tuple(
            replace(layer, thickness=thickness) if layer.id == "foam" else layer
            for layer in flat.assemblies[0].layers
        )
        built = replace(flat, assemblies=(replace(flat.assemblies[0], layers=layers),))
        return analysed(built).roof.heat.transmittance

    series = np.linspace(0.16, 0.16 + over.max() + 0.01, 25)
    u_values = np.array([u_at(float(t)) for t in series])
    raster = np.interp(0.16 + over, series, 1 / u_values)
    assert roof.transmittance == pytest.approx(float((1 / raster).mean()), rel=1e-3)
    assert roof.taper.thinnest == pytest.approx(u_at(0.16), rel=1e-12)
    assert roof.taper.of_mean < roof.transmittance < roof.taper.thinnest


def test_weight_height_cost_and_loss_follow_the_taper():
    project = tapered(DECK, BARRIER, FOAM, SHEET)
    flat = analysed(replace(project, falls=())).roof
    roof = analysed(project).roof
    mean = float(heights(project).mean())
    assert roof.weight - flat.weight == pytest.approx(mean * 20.0, rel=1e-3)
    assert roof.thickness - flat.thickness == pytest.approx(7 / 60, rel=1e-9)
    assert roof.annual_loss / flat.annual_loss == pytest.approx(
        roof.transmittance / flat.transmittance
    )
    figures = {item.id: item.value for item in headlines(roof)}
    before = {item.id: item.value for item in headlines(flat)}
    assert figures["u"] == roof.transmittance
    assert figures["thickness"] == roof.thickness
    assert figures["cost"] > before["cost"]
    assert figures["condensate"] == before["condensate"]
    assert working_of(roof, "u").title == "Thermal transmittance of the tapered roof"


def test_a_structure_that_falls_itself_leaves_u_alone():
    project = tapered(DECK, BARRIER, FOAM, SHEET, means="structure")
    roof = analysed(project).roof
    assert roof.taper is None
    assert roof.transmittance == roof.heat.transmittance
    assert roof.drained.highest == pytest.approx(7 / 60)


def test_a_screed_to_falls_weighs_what_it_holds():
    screed = SolidLayer(id="screed", material="cement-screed", thickness=0.05)
    project = tapered(DECK, screed, BARRIER, FOAM, SHEET, means="screed", layer="screed")
    roof = analysed(project).roof
    assert roof.taper.layer == "screed"
    assert roof.taper.extra_weight == pytest.approx(
        float(heights(project).mean()) * roof.taper.density, rel=1e-3
    )
    assert roof.taper.thinnest / roof.transmittance - 1 < 0.02


def test_thicknesses_are_solved_for_the_mean():
    project = tapered(DECK, BARRIER, FOAM, SHEET)
    roof = analysed(project).roof
    index = next(k for k, layer in enumerate(roof.layers) if layer.id == "foam")
    thicker = tuple(
        replace(layer, thickness=0.2) if layer.id == "foam" else layer
        for layer in project.assemblies[0].layers
    )
    built = replace(project, assemblies=(replace(project.assemblies[0], layers=thicker),))
    assert transmittance_at(roof, index, 0.2) == pytest.approx(
        analysed(built).roof.transmittance, rel=1e-9
    )


def test_falls_are_kept_in_the_file_and_go_with_their_area():
    project = demo()
    assert decode(encode(project), Path("demo.glacis")) == project
    assert falls_in(project, "laboratory").outlets[0].name == "West outlet"
    gone = remove_area(project, "laboratory")
    assert falls_in(gone, "laboratory") is None
    assert falls_in(gone, "corridor") is not None


def test_falls_that_contradict_themselves_are_refused():
    project = demo()
    twice = Outlet(id="outlet-1", name="Twice", at=(40.0, 6.0))
    with pytest.raises(ValueRefused, match="outlet-1"):
        change_falls(project, "laboratory", lambda f: replace(f, outlets=(*f.outlets, twice)))
    with pytest.raises(ValueRefused, match="fall"):
        change_falls(project, "laboratory", lambda f: replace(f, fall=0.0))
    with pytest.raises(MissingReference):
        set_falls(project, Falls(area="nowhere"))


def test_dragging_an_outlet_works_out_nothing_but_the_falls():
    tool = analyser()
    project = demo()
    results = tool.analyse(project)
    for item in results.areas:
        assert item.roof is not None
    before = dict(tool.counts)
    moved = change_falls(
        project, "laboratory",
        lambda f: replace(f, outlets=(replace(f.outlets[0], at=(35.0, 6.0)), *f.outlets[1:])),
    )  # fmt: skip
    again = tool.analyse(moved)
    assert again.of("laboratory").roof.drained.drains[0].catchment != pytest.approx(
        results.of("laboratory").roof.drained.drains[0].catchment
    )
    once = {name for name, count in tool.counts.items() if count != before.get(name, 0)}
    assert {"falls", "taper"} <= once
    assert not once & {"falls plan", "thermal", "monthly", "shape"}


@pytest.mark.parametrize("means", list(WORDS))
def test_falls_made_five_ways_are_sound_roofs_that_come_back(means):
    flat = analysed(replace(tapered(DECK, BARRIER, FOAM, SHEET), falls=())).roof
    project = by_means(tapered(DECK, BARRIER, FOAM, SHEET), "a", means, library())
    check_project(project)
    roof = analysed(project).roof
    over = float(heights(project).mean())
    if means == "structure":
        assert (roof.transmittance, roof.weight) == (flat.transmittance, flat.weight)
    elif means == "screed":
        assert roof.weight - flat.weight == pytest.approx((over + 0.03) * 2000, rel=1e-3)
        assert roof.transmittance < flat.transmittance
        assert days_before_cover(means, 0.03, 0.03 + 7 / 60) == pytest.approx(
            50 + 2 * (7 / 0.06 - 20)
        )
    elif means == "firrings":
        share = 0.05 / 0.6
        density = 35 * (1 - share) + 500 * share
        assert roof.weight - flat.weight > (over + 0.02) * 35
        assert roof.taper.spread.least == pytest.approx(0.02)
        assert density > 35
    else:
        assert roof.taper.layer == "foam"
    back = analysed(by_means(project, "a", "tapered", library())).roof
    assert back.transmittance == pytest.approx(
        analysed(tapered(DECK, BARRIER, FOAM, SHEET)).roof.transmittance
    )
    assert [layer.id for layer in back.layers] == [layer.id for layer in flat.layers]


def test_no_insulation_no_foam_in_its_place():
    project = set_falls(roof_project(DECK, SHEET, pitch=0.0), Falls(area="a"))
    with pytest.raises(ValueRefused, match="insulation"):
        by_means(project, "a", "foam", library())
    shared = by_means(demo(), "laboratory", "screed", library())
    assert [a.id for a in shared.assemblies] == [a.id for a in demo().assemblies]
