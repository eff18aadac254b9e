# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards: the reference case, areas and volumes that add up, what can be cut from what."""

import csv
from io import StringIO

import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from core.test_falls_water import SQUARE, area, found, outlet
from glacis.core.falls.boards import Layout, layout
from glacis.core.model.falls import BoardSet, LevelLine
from glacis.files.boards_csv import boards_csv
from support import analyser, case, demo


def test_the_reference_case_of_a_four_way_square():
    stated = case("f53_boards_four_way")
    given_, wanted = stated["inputs"], stated["expected"]
    roof = found(area(*map(tuple, given_["outline"])), outlets=(outlet("o", *given_["origin"]),))
    boards = BoardSet(
        length=given_["board"][0], width=given_["board"][1], tapers=given_["set_size"],
        first=given_["t_first"], bond=given_["bond"], kerf=0.0,
    )  # fmt: skip
    made = layout(roof, boards)
    for kind in made.kinds:
        expected = wanted["boards"][kind.mark]
        assert (kind.whole, kind.count - kind.whole) == (expected["whole"], expected["cut_boards"])
        assert kind.whole + kind.pieces == expected["pieces"]
    assert made.count == wanted["board_count"]
    assert sum(kind.area for kind in made.kinds) == pytest.approx(wanted["covered"])
    assert made.waste == pytest.approx(wanted["waste_share"])
    assert (made.refused, made.packer_area) == (wanted["refused_area"], wanted["packer_area"])


def heights_add_up(made: Layout, roof, boards: BoardSet) -> float:
    """Volume of all pieces with their packers, from their marks alone [m³]."""
    rise = roof.stated.fall * boards.length
    total = 0.0
    for piece in made.pieces:
        shape = shapely.Polygon(piece.outline)
        start = int(piece.mark.split(">")[0]) / 1000
        foot = piece.row * rise
        along = roof.over_deck_at((shape.centroid.x, shape.centroid.y)) - foot
        total += shape.area * (start + along + piece.packers * boards.tapers * rise - boards.first)
    return total


@settings(max_examples=25)
@given(st.floats(1, 9), st.floats(1, 9), st.sampled_from((0.0, 0.5)), st.integers(1, 4))
def test_boards_cover_the_surface_and_add_up_to_its_volume(x, y, bond, tapers):
    roof = found(SQUARE, fall=1 / 60, outlets=(outlet("o", x, y),))
    boards = BoardSet(bond=bond, tapers=tapers, first=0.03)
    made = layout(roof, boards)
    shapes = [shapely.Polygon(piece.outline) for piece in made.pieces]
    assert sum(s.area for s in shapes) == pytest.approx(100.0, abs=1e-5)
    assert shapely.union_all(shapes, grid_size=1e-7).area == pytest.approx(100.0, abs=1e-4)
    assert heights_add_up(made, roof, boards) == pytest.approx(roof.over_deck.volume, rel=1e-6)
    assert all(piece.area <= 1.2 * 1.2 * (1 + 1e-9) for piece in made.pieces)
    assert 0 <= made.least_waste <= made.waste < 1
    for kind in made.kinds:
        boards_used = {p.board for p in made.pieces if p.mark == kind.mark}
        assert boards_used == set(range(kind.count))
        for board in boards_used:
            laid = sum(p.area for p in made.pieces if p.mark == kind.mark and p.board == board)
            assert laid <= 1.2 * 1.2 * (1 + 1e-9)


def test_pieces_that_slide_together_share_a_board():
    """A one-way roof 3 m wide: rows of two boards and a half; halves of two rows share a board."""
    roof = found(
        area((0.0, 0.0), (3.0, 0.0), (3.0, 4.8), (0.0, 4.8)), fall=1 / 60,
        lines=(LevelLine(id="g", name="g", start=(0.0, 0.0), end=(3.0, 0.0)),),
    )  # fmt: skip
    made = layout(roof, BoardSet(bond=0.0, kerf=0.0, tapers=1))
    assert made.count == 10
    assert made.waste == pytest.approx(0.0)
    sawn = layout(roof, BoardSet(bond=0.0, kerf=0.003, tapers=1))
    assert sawn.count == 12


def test_facets_that_no_such_board_makes_are_refused():
    roof = found(SQUARE, edges="level", outlets=(outlet("o", 4.0, 5.0),))
    made = layout(roof, BoardSet())
    assert made.refused == pytest.approx(100.0 - sum(kind.area for kind in made.kinds))
    assert made.refused > 0


def test_the_cut_list_has_a_row_for_every_piece():
    from glacis.core.falls.parts import BOARDS

    results = analyser().analyse(demo())
    made = results.value(BOARDS, "laboratory")
    assert made is not None
    rows = list(csv.DictReader(StringIO(boards_csv([("Wet laboratory", made)]))))
    assert len(rows) == len(made.pieces)
    assert sum(float(row["area_m2"]) for row in rows) == pytest.approx(190.08, abs=0.01)
    assert {row["mark"] for row in rows} == {kind.mark for kind in made.kinds}
    assert results.value(BOARDS, "bunkhouse") is None
