# SPDX-License-Identifier: GPL-3.0-or-later
"""Splitting a free plane by a line: both parts stay in the plane, and what stands on it stays on its part."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from core.test_footprints import started
from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.geometry import Opening
from glacis.core.model.outlines import holds
from glacis.core.shape.change import add_opening, release_footprint, reshape_area
from glacis.core.shape.shape import shape_of
from glacis.core.shape.splitting import on_outline, split_area


def freed() -> Project:
    project = release_footprint(started(), "roof")
    return replace(
        project, areas=tuple(replace(a, id=f"a{k}") for k, a in enumerate(project.areas))
    )


@settings(max_examples=40)
@given(st.floats(0.5, 11.5), st.floats(0.5, 11.5))
def test_a_split_leaves_both_parts_in_their_plane(low, high):
    project = freed()
    parted = split_area(project, "a0", (low, 0.0), (high, 4.0))
    before, after = shape_of(project), shape_of(parted)
    one, two = after.planes[0], after.planes[1]
    whole = before.planes[0]
    assert one.plan_area + two.plan_area == pytest.approx(whole.plan_area)
    for plane in (one, two):
        assert plane.normal == pytest.approx(whole.normal)
        assert plane.height(3.0, 3.0) == pytest.approx(whole.height(3.0, 3.0), abs=1e-9)
    assert {e.kind for e in after.edges_at("a0") if e.other == "a0-2"} == {"seam"}
    tilted = reshape_area(parted, replace(parted.areas[1], azimuth=200.0))
    assert "seam" not in {e.kind for e in shape_of(tilted).edges_at("a0") if e.other == "a0-2"}


def test_what_stands_on_a_split_area_stays_on_its_part():
    project = freed()
    lit = add_opening(project, Opening(
        id="light", name="Light", kind="rooflight", area="a0", at=(9.0, 2.0), width=0.8, length=1.0
    ))  # fmt: skip
    parted = split_area(lit, "a0", (6.0, 0.0), (6.0, 4.0))
    owner = parted.openings[0].area
    assert holds(next(a for a in parted.areas if a.id == owner).outline, (9.0, 2.0))
    assert [len(a.holes) for a in parted.areas] in ([1, 0, 0], [0, 1, 0])
    for line, words in (
        (((9.0, 0.0), (9.0, 4.0)), "through an opening"),
        (((2.0, 0.0), (5.0, 0.0)), "does not part"),
        (((2.0, 1.0), (5.0, 4.0)), "a point on the outline"),
    ):
        with pytest.raises(ValueRefused, match=words):
            split_area(lit, "a0", *line)
    with pytest.raises(ValueRefused, match="Free the planes"):
        split_area(started(), "roof-e1", (1.0, 0.0), (1.0, 4.0))


def test_ends_of_a_line_come_to_rest_on_the_outline():
    outline = ((0.0, 0.0), (10.0, 0.0), (10.0, 6.0), (0.0, 6.0))
    assert on_outline(outline, (0.1, 0.1), 0.3) == (0.0, 0.0)
    assert on_outline(outline, (4.0, 0.2), 0.3) == pytest.approx((4.0, 0.0))
    assert on_outline(outline, (4.0, 3.0), 0.3) is None
