# SPDX-License-Identifier: GPL-3.0-or-later
"""Two thousand hostile inputs at every door: accepted whole or refused in one message."""

import pytest

from hostile.doors import SHARES
from hostile.feeding import feed, plan

PARTS = 8
INPUTS = plan(2000)


@pytest.mark.parametrize("part", range(PARTS))
def test_whatever_comes_in_is_kept_whole_or_refused_in_a_sentence(part):
    fed = [feed(door, seed) for door, seed in INPUTS[part::PARTS]]
    faults = [f"{one.door}, seed {one.seed}:\n{one.fault}" for one in fed if one.fault]
    assert not faults, "\n".join(faults[:3])
    for door in SHARES:
        outcomes = {one.accepted for one in fed if one.door == door}
        assert outcomes, door


def test_an_input_is_the_same_for_the_same_seed():
    assert feed("project", 3) == feed("project", 3)
    assert {door for door, _ in INPUTS} == set(SHARES)
    assert len(INPUTS) == 2000
