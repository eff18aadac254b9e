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
from glacis.core.falls.rain import (
    SURE,
    Field,
    Raster,
    days_to_dry,
    evaporation,
    flooded_by,
    flows_on,
    pools_in,
    rain_test,
    raster_of,
    wilson,
)
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
    assert len(pools) == len(wanted)
    pool = pools[0]
    assert (pool.area, pool.volume, pool.depth) == pytest.approx(
        (wanted[0]["area"], wanted[0]["volume"], wanted[0]["max_depth"])
    )
    flows = flows_on(flooded_by(z, np.array([0])))
    assert flows[0, 0] == stated["expected"]["flow_at_exits_cells"][0]


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
