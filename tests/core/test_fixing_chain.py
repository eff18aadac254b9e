# SPDX-License-Identifier: GPL-3.0-or-later
"""The chain from sheet to frame: what holds each interface, and which way bears it."""

from core.fixed_roofs import BOARDS, ROWS, held
from glacis.core.fixings.parts import FIXED
from support import analyser


def test_unlike_ways_do_not_add_and_a_plate_clamps_nothing_above_itself():
    both, alone = (
        analyser().analyse(roof).value(FIXED, "a").chain.interfaces
        for roof in (held(ROWS, BOARDS), held(ROWS))
    )
    assert [each.name for each in both[0].crossings] == ["Sheet screws"]
    assert {each.name for each in both[1].crossings} == {"Sheet screws", "Board screws"}
    uses = [chain[1].use or 0.0 for chain in (both, alone)]
    assert 0 < uses[0] <= uses[1]
    assert alone[0].load > alone[-1].load
