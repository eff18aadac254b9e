# SPDX-License-Identifier: GPL-3.0-or-later
"""The rain test: the flood against a plain heap, draws against what a Gaussian field must do."""

import heapq
from math import erf, sqrt

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from core.test_falls_water import RECTANGLE, SQUARE, found, outlet
from glacis.core.errors import ValueRefused
from glacis.core.falls.built import SURE, back_fall, tolerance_for
from glacis.core.falls.drying import days_to_dry, evaporation
from glacis.core.falls.nests import nests_in
from glacis.core.falls.rain import (
    HALVINGS,
    LOOSEST,
    SEEKING_CELLS,
    SEEKING_DRAWS,
    does_pond,
    rain_draw,
    rain_test,
    wilson,
)
from glacis.core.falls.raster import Raster, cell_size, flooded_by, flows_on, pools_in, raster_of
from glacis.core.falls.strayed import Field, Strayed
from support import case


def by_heap(z: np.ndarray, exits: list[int]) -> np.ndarray:
    """Levels by the plainest priority flood there is."""
    levels = np.full(z.shape, np.nan)
    heap, done = [], ~np.isfinite(z)
    for cell in exits:
        j, i = divmod(cell, z.shape[1])
        heap.append((z[j, i], j, i))
        levels[j, i], done[j, i] = z[j, i], True
    heapq.heapify(heap)
    while heap:
        level, j, i = heapq.heappop(heap)
        for nj in range(max(0, j - 1), min(z.shape[0], j + 2)):
            for ni in range(max(0, i - 1), min(z.shape[1], i + 2)):
                if not done[nj, ni]:
                    done[nj, ni] = True
                    levels[nj, ni] = max(level, z[nj, ni])
                    heapq.heappush(heap, (levels[nj, ni], nj, ni))
    return levels


@settings(max_examples=60)
@given(
    st.integers(0, 10**6), st.integers(1, 25), st.integers(1, 25), st.sampled_from((0.0, 0.2, 0.5))
)
def test_the_flood_fills_what_a_plain_heap_fills(seed, rows, columns, share):
    rng = np.random.default_rng(seed)
    z = np.round(rng.random((rows, columns)), 1 + seed % 3)
    z[rng.random((rows, columns)) < share] = np.nan
    inside = np.flatnonzero(np.isfinite(z.ravel()))
    if not len(inside):
        return
    exits = sorted(set(rng.choice(inside, 2).tolist()))
    flooded = flooded_by(z, np.array(exits))
    levels = flooded.inner(flooded.levels)
    assert np.array_equal(levels, by_heap(z, exits), equal_nan=True)
    reached = np.isfinite(levels)
    flows = flows_on(flooded)
    assert flows.ravel()[exits].sum() == pytest.approx(reached.sum())
    _, pools = pools_in(Raster((0.0, 0.0), 1.0, z, np.array(exits)), z, 0.0)
    assert sum(pool.volume for pool in pools) == pytest.approx(float(np.nansum(levels - z)))


def test_nested_pools_of_the_reference_case():
    stated = case("f49_raster_nested_pools")
    z = np.array(stated["inputs"]["z"], dtype=float)
    raster = Raster((0.0, 0.0), stated["inputs"]["h"], z, np.array([0]))
    _, pools = pools_in(raster, z, 0.0)
    wanted = stated["expected"]["pools"]
    figures = [(n.spill, n.volume, n.area, n.depth, n.inside) for n in nests_in(raster, z)]
    hierarchy = [tuple(node.values()) for node in stated["expected"]["hierarchy"]]
    assert len(figures) == len(hierarchy)
    for found_one, wanted_one in zip(sorted(figures), sorted(hierarchy), strict=True):
        assert found_one == pytest.approx(wanted_one)
    assert len(pools) == len(wanted)
    pool = pools[0]
    assert (pool.area, pool.volume, pool.depth) == pytest.approx(
        (wanted[0]["area"], wanted[0]["volume"], wanted[0]["max_depth"])
    )
    flows = flows_on(flooded_by(z, np.array([0])))
    assert flows[0, 0] == stated["expected"]["flow_at_exits_cells"][0]


@settings(max_examples=60)
@given(st.integers(0, 10**6), st.integers(2, 20), st.integers(2, 20))
def test_hollows_that_are_in_no_larger_one_hold_what_the_flood_holds(seed, rows, columns):
    rng = np.random.default_rng(seed)
    z = np.round(rng.random((rows, columns)), 1 + seed % 3)
    z[rng.random(z.shape) < 0.1 * (seed % 2)] = np.nan
    inside = np.flatnonzero(np.isfinite(z.ravel()))
    exits = np.array(sorted(set(rng.choice(inside, 2).tolist())))
    raster = Raster((0.0, 0.0), 0.5, z, exits)
    flooded = flooded_by(z, exits)
    nests = nests_in(raster, z)
    depth = flooded.inner(flooded.levels) - z
    # Hollows of a part that no water gets out of never spill, and are none.
    held = sum(nest.volume for nest in nests if not nest.inside)
    assert held == pytest.approx(float(np.nansum(depth)) * 0.25)
    deepest = max((nest.depth for nest in nests if not nest.inside), default=0.0)
    assert deepest == pytest.approx(float(np.nanmax(np.nan_to_num(depth))))
    if np.isfinite(depth).sum() == np.isfinite(z).sum():
        assert all(nest.volume <= held + 1e-9 for nest in nests)


def test_sag_and_steps_hold_water_on_a_level_deck():
    """A bay that sags by 20 mm at most holds a bowl: its depth is a uniform share of that."""
    roof = found(
        SQUARE, outlets=(outlet("o", 0.5, 0.5),), fall=0.001, tolerance=0.0, sag=0.02, bay=5.0
    )
    raster = raster_of(roof, 0.1)
    strayed = Strayed(roof, raster)
    low = [float((raster.z - strayed.draw(k))[75, 75]) for k in range(400)]
    # The middle of a bay lies half a cell beside (7.5, 7.5).
    assert 0.018 < max(low) <= 0.02
    assert min(low) >= 0.0
    assert np.mean(low) == pytest.approx(0.01, rel=0.1)
    assert float((raster.z - strayed.draw(0))[0, 0]) == pytest.approx(0.0, abs=2e-5)
    stepped = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),), tolerance=0.0, board_steps=0.002)
    raster = raster_of(stepped, 0.1)
    off = Strayed(stepped, raster).draw(1) - raster.z
    # Boards of 1.2 m: no more than 9 x 9 values, of spread 2 mm / 1.96.
    assert len(np.unique(off.round(9))) <= 81
    assert float(off.std()) == pytest.approx(0.002 / SURE, rel=0.25)


def test_a_draw_looked_at_alone_is_that_of_the_test():
    roof = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),), fall=1 / 80, tolerance=0.02)
    tested = rain_test(roof, 12)
    assert len(tested.ponds) == tested.ponding > 0
    volumes = [sum(p.volume for p in rain_draw(roof, k).pools) for k in tested.ponds]
    assert sorted(volumes, reverse=True) == pytest.approx(volumes, rel=0.05)
    again = rain_draw(roof, tested.ponds[0])
    assert float(np.nanmax(again.depth)) == pytest.approx(again.pools[0].depth, rel=0.5)
    assert any(not nest.inside for nest in again.nests)


def test_the_tolerance_at_which_one_in_twenty_ponds():
    """Steeper falls may stray more; at the tolerance found hardly a draw ponds, at twice it most do."""
    gentle, steep = (
        found(SQUARE, outlets=(outlet("o", 5.0, 5.0),), fall=fall) for fall in (1 / 80, 1 / 40)
    )
    seldom = rain_test(gentle, 1).seldom
    assert seldom is not None
    assert (rain_test(steep, 1).seldom or 1.0) > 1.5 * seldom
    raster = raster_of(gentle, cell_size(gentle, SEEKING_CELLS))
    strayed = Strayed(gentle, raster)

    def ponding(tolerance: float) -> int:
        return sum(does_pond(raster, strayed.draw(k, tolerance)) for k in range(SEEKING_DRAWS))

    # Three of sixty draws at most; one halving of the search further there are more.
    assert ponding(seldom) <= 3 < ponding(seldom + LOOSEST / 2**HALVINGS)
    few = rain_test(replace(gentle, stated=replace(gentle.stated, tolerance=seldom)), 40)
    many = rain_test(replace(gentle, stated=replace(gentle.stated, tolerance=2 * seldom)), 40)
    assert few.share <= 0.2 < 0.5 < many.share
    # The rule's own closed form, by hand: at 1:50, 1 m and 0.5 %, 1.96 / 2.5758 of 20 mm.
    assert tolerance_for(0.02, 0.005, 1.0) == pytest.approx(0.02 * SURE / 2.5758293, rel=1e-6)
    assert back_fall(0.02, 0.0, 1.0) == 0.0


@pytest.mark.parametrize("correlation", [0.5, 1.0])
def test_draws_keep_their_spread_and_their_length(correlation):
    size = 0.05
    field, rng = Field((200, 240), size, correlation), np.random.default_rng(5)
    draws = np.array([field.draw(rng) for _ in range(60)])
    assert draws.std() == pytest.approx(1.0, rel=0.05)
    step = round(correlation / size)
    over = (draws[:, :, :-step] * draws[:, :, step:]).mean()
    assert over == pytest.approx(np.exp(-0.5), abs=0.08)


def test_a_plane_falls_back_where_deviations_are_steeper_than_it():
    """The share of back-fall is Φ(−s l/σ), since the slope of the field has the spread σ/l."""
    fall, sigma, length, size = 1 / 80, 0.01 / SURE, 0.3, 0.02
    field, rng = Field((300, 300), size, length), np.random.default_rng(9)
    slopes = np.concatenate(
        [np.diff(sigma * field.draw(rng), axis=1).ravel() / size for _ in range(20)]
    )
    wanted = (1 + erf(-fall * length / sigma / sqrt(2))) / 2
    assert (slopes < -fall).mean() == pytest.approx(wanted, rel=0.15)


def test_a_surface_as_drawn_holds_no_pool_and_all_its_rain_reaches_an_outlet():
    roof = found(RECTANGLE, outlets=(outlet("a", 6.0, 5.0), outlet("b", 18.0, 5.0)))
    raster = raster_of(roof, 0.1)
    _, pools = pools_in(raster, raster.z, 1e-6)
    assert pools == []
    flows = flows_on(flooded_by(raster.z, raster.exits)).ravel()
    assert flows[raster.exits].sum() == pytest.approx(np.isfinite(raster.z).sum())
    assert np.isfinite(raster.z).sum() * 0.01 == pytest.approx(240.0)
    assert raster.z[2, 3] == pytest.approx(roof.height((0.35, 0.25)))


def test_more_tolerance_and_shorter_lengths_pond_more_often():
    roof = found(SQUARE, outlets=(outlet("o", 5.0, 5.0),), fall=1 / 80)
    exact = rain_test(replace(roof, stated=replace(roof.stated, tolerance=0.0)), 20)
    assert (exact.ponding, exact.typical) == (0, ())
    shares = [
        rain_test(
            replace(roof, stated=replace(roof.stated, tolerance=t, correlation=reach)), 40
        ).ponding
        for t, reach in ((0.004, 1.0), (0.02, 1.0), (0.02, 0.5))
    ]
    assert shares[0] < shares[1] <= shares[2]
    again = rain_test(replace(roof, stated=replace(roof.stated, tolerance=0.02)), 40)
    assert again.ponding == shares[1]
    assert float(np.nanmax(again.shares)) > 0
    low, high = again.between
    assert low < again.share < high or again.ponding in (0, 40)


def test_shares_and_drying_by_hand():
    # Wilson's range of 0 of 100 by hand: z²/(n + z²).
    assert wilson(0, 100) == pytest.approx((0.0, SURE**2 / (100 + SURE**2)))
    assert wilson(100, 100)[1] == 1.0
    with pytest.raises(ValueRefused):
        wilson(3, 2)
    # 20 °C: saturated 23.4 hPa; 0.26 (1 + 1.08) × 23.4 × 0.3 = 3.8 mm a day.
    assert evaporation(20.0, 0.7) == pytest.approx(0.26 * 2.08 * 23.37 * 0.3, rel=2e-3)
    assert days_to_dry(0.0076, (20.0,) * 12, (0.7,) * 12) == pytest.approx(2.0, rel=0.01)
    assert days_to_dry(0.01, (20.0,), (1.0,)) == float("inf")
