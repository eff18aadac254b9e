# SPDX-License-Identifier: GPL-3.0-or-later
"""What the solver offers: judged by the rules, with the screws that hold it, bought as boards that are sold."""

import pytest
from msgspec.structs import replace

from core.faulty import COLD, DECK, GRAVEL, GYPSUM, RAFTERS, RETARDER, SHEET, SLAB, solid
from glacis.core.analysis.answers import answers, taken
from glacis.core.judgement.plane import least_outside
from glacis.core.materials.library import boards_for
from glacis.core.thickness.solve import Wish, purchasable
from support import analysed, analyser, library, roof_project

FIBRE = replace(solid("wool", "stone-wool-batt", 0.1), framing=RAFTERS)
HYBRID = roof_project(
    GYPSUM, RETARDER, FIBRE, DECK, solid("foam", "pir-fleece", 0.12), SHEET, pitch=2, weather=COLD, target=0.15
)  # fmt: skip


def stops(project):
    return {f.rule for f in analysed(project).findings if f.severity == "stop"}


def test_no_answer_brings_a_stop_and_what_is_left_out_is_told():
    """Polystyrene in the foam's place would lie under the torched sheet."""
    judge = analyser()
    found = answers(judge, HYBRID, "a", Wish(0.15), others=True)
    assert found.options
    assert "fire.flame-on-foam" in found.why
    assert found.left_out >= len(found.why)
    assert {option.material for option in found.options} >= {"", "phenolic-board"}
    for option in found.options:
        made = taken(HYBRID, "a", option, found.fixings)
        assert stops(made) <= stops(HYBRID)
        roof = analysed(made).roof
        assert roof.transmittance == pytest.approx(option.transmittance)
        assert roof.transmittance <= 0.15


def test_screws_that_nobody_stated_are_counted_and_then_stated():
    found = answers(analyser(), HYBRID, "a", Wish(0.15))
    assert found.fixings is not None
    made = taken(HYBRID, "a", found.options[0], found.fixings)
    assert made.assemblies[0].imperfections.fixing == "counted"
    assert analysed(made).roof.heat.corrections.fixings.value > 0
    assert answers(analyser(), made, "a", Wish(0.15)).fixings is None


def test_a_target_met_only_without_screws_says_so():
    (u,) = (h for h in analysed(HYBRID).headlines if h.id == "u")
    assert u.meets
    assert u.screwed is None
    bare = analysed(HYBRID).roof.transmittance
    tight = replace(HYBRID.areas[0], target_u=bare * 1.001)
    (u,) = (h for h in analysed(replace(HYBRID, areas=(tight,))).headlines if h.id == "u")
    found = answers(analyser(), HYBRID, "a", Wish(0.5))
    held = taken(HYBRID, "a", found.options[0], found.fixings).assemblies[0].imperfections
    counted = replace(HYBRID.assemblies[0], imperfections=held)
    screwed = analysed(replace(HYBRID, assemblies=(counted,))).roof.transmittance
    assert u.screwed == pytest.approx(screwed)
    assert screwed > bare * 1.001


def test_a_target_out_of_reach_names_what_limits_it():
    """Two boards of 200 mm of extruded foam under open gravel: rain takes most of what is left."""
    wet = roof_project(SLAB, SHEET, solid("xps", "xps", 0.16), GRAVEL, pitch=2, target=0.05)
    found = answers(analyser(), wet, "a", Wish(0.05))
    assert (found.options, found.binding) == ((), "target")
    total = 0.10 + 0.2 / 2.3 + 0.008 / 0.23 + 0.4 / 0.034 + 0.04
    rain = 7 * 60.0 / (31 + 28 + 31 + 30 + 31 + 30 + 31) * 0.04 * (0.4 / 0.034 / total) ** 2
    assert found.rain == pytest.approx(rain)
    assert found.reached == pytest.approx(1 / total + rain)


def test_boards_that_are_sold_make_up_a_thickness():
    board = library().index()["wood-fibre-board"]
    assert boards_for(board, 0.16) == (0.16,)
    assert boards_for(board, 0.152) == (0.1, 0.052)
    assert boards_for(board, 0.4) == (0.2, 0.2)
    assert boards_for(board, 0.123) == (0.123,)


def test_fills_between_rafters_come_in_the_depths_of_rafters():
    layer = analysed(HYBRID).roof.layers[2]
    sizes = set(library().index()["softwood-dense"].thicknesses)
    assert layer.frame is not None
    assert set(purchasable(layer)) <= sizes
    assert 0.2 in purchasable(layer)


def test_the_share_outside_follows_from_the_climate():
    """Three coldest months of -8.2 °C: the plane stays at 7 °C with 13/28.2 of R inside it at most."""
    cold = sum(sorted(COLD.temperature)[:3]) / 3
    assert least_outside(analysed(HYBRID).roof) == pytest.approx(1 - 13 / (20 - cold), abs=0.01)
