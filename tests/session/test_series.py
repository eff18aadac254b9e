# SPDX-License-Identifier: GPL-3.0-or-later
"""Large series live beside the document: named by content, mapped, never changed."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.numpy import array_shapes, arrays

from glacis.core.errors import MissingReference, ValueRefused
from glacis.session.series import SeriesStore

FINITE = st.floats(-1e6, 1e6, width=32)


@given(arrays(np.float64, array_shapes(max_dims=3, max_side=6), elements=FINITE))
def test_what_is_put_comes_back_as_it_was(tmp_path_factory, numbers):
    store = SeriesStore(tmp_path_factory.mktemp("series"))
    name = store.put(numbers)
    assert store.put(numbers.copy()) == name
    back = store.get(name)
    assert back.shape == numbers.shape
    assert np.array_equal(back, numbers)
    assert not back.flags.writeable
    half = store.put(numbers, "float32")
    assert np.array_equal(store.get(half), numbers.astype(np.float32))
    assert half.digest != name.digest


def test_equal_series_are_kept_once_and_shape_is_part_of_the_name(tmp_path):
    store = SeriesStore(tmp_path)
    hours = np.arange(8760 * 8, dtype=float).reshape(8760, 8)
    first, again = store.put(hours), store.put(hours + 0.0)
    assert first == again
    assert len(list(tmp_path.iterdir())) == 1
    assert store.put(hours.T).digest != first.digest
    assert isinstance(store.get(first), np.memmap)


def test_a_series_that_is_gone_or_cut_short_is_told(tmp_path):
    store = SeriesStore(tmp_path)
    name = store.put(np.ones(100))
    path = next(tmp_path.iterdir())
    path.write_bytes(path.read_bytes()[:-8])
    with pytest.raises(MissingReference, match=name.digest[:12]):
        store.get(name)
    path.unlink()
    with pytest.raises(MissingReference):
        store.get(name)


def test_numbers_that_are_none_are_refused_with_their_place(tmp_path):
    bad = np.zeros((5, 3))
    bad[3, 1] = np.nan
    with pytest.raises(ValueRefused, match="value 4, 2"):
        SeriesStore(tmp_path).put(bad)
    assert not list(tmp_path.iterdir())


def test_what_no_document_names_any_more_can_be_swept(tmp_path):
    store = SeriesStore(tmp_path)
    kept, gone = store.put(np.ones(3)), store.put(np.zeros(3))
    assert store.sweep(frozenset({kept.digest})) == 1
    assert store.get(kept).sum() == 3
    with pytest.raises(MissingReference):
        store.get(gone)
