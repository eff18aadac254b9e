# SPDX-License-Identifier: GPL-3.0-or-later
"""Tapered boards: the reference case, areas and volumes that add up, what can be cut from what."""

import csv
from io import BytesIO, StringIO
from itertools import pairwise

import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from core.test_falls_water import SQUARE, area, found, outlet
from glacis.core.falls.boards import Layout, layout
from glacis.core.falls.bond import joint_gap, layer_gap
from glacis.core.model.falls import BoardSet, LevelLine
from glacis.files.boards_csv import boards_csv
from glacis.files.boards_dxf import boards_dxf
from glacis.files.boards_xlsx import boards_xlsx
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
    tapered = [row for row in rows if row["layer"] == "0"]
    assert len(tapered) == len(made.pieces)
    assert len(rows) == len(made.pieces) + sum(len(layer.pieces) for layer in made.packers)
    assert sum(float(row["area_m2"]) for row in tapered) == pytest.approx(190.08, abs=0.01)
    assert {row["mark"] for row in tapered} == {kind.mark for kind in made.kinds}
    flat = sum(float(row["area_m2"]) for row in rows) - 190.08
    assert flat == pytest.approx(made.packer_area, abs=0.02)
    assert results.value(BOARDS, "bunkhouse") is None


def joints(pieces) -> set[float]:
    """Where joints along the contour lie on a roof that falls along y, to the millimetre."""
    found = set()
    for piece in pieces:
        ring = piece.outline
        for (_, ay), (_, by) in zip(ring, (*ring[1:], ring[0]), strict=True):
            if abs(ay - by) < 1e-9:
                found.add(round(ay, 3))
    return found


def test_packers_lie_under_the_rows_that_want_them_with_joints_of_their_own():
    """A one-way roof 12 m up the fall: ten rows in sets of three: layers from rows 3, 6 and 9."""
    roof = found(
        area((0.0, 0.0), (6.0, 0.0), (6.0, 12.0), (0.0, 12.0)), fall=1 / 60,
        lines=(LevelLine(id="g", name="g", start=(0.0, 0.0), end=(6.0, 0.0)),),
    )  # fmt: skip
    boards = BoardSet(bond=0.5, tapers=3)
    made = layout(roof, boards)
    areas = [layer.area for layer in made.packers]
    assert areas == pytest.approx([6 * (12 - 3.6 * k) for k in (1, 2, 3)])
    assert sum(areas) == pytest.approx(made.packer_area)
    assert [layer.thickness for layer in made.packers] == pytest.approx([0.06] * 3)
    rows = [joints(made.pieces), *(joints(layer.pieces) for layer in made.packers)]
    for above, below in pairwise(rows):
        inside = {y for y in below if 1e-3 < y % 3.6 < 3.599 and y < 11.99}
        assert inside
        assert min(abs(a - b) for a in above for b in inside) >= 0.15
    assert (joint_gap(boards), layer_gap(boards)) == pytest.approx((0.6, 0.15))


def test_joints_begin_where_the_fewest_boards_are_touched():
    """A catchment of 2.4 m with its outlet 0.7 m from the wall: from the wall two boards fill a row."""
    roof = found(
        area((0.0, 0.0), (2.4, 0.0), (2.4, 2.4), (0.0, 2.4)), fall=1 / 60,
        lines=(LevelLine(id="g", name="g", start=(0.7, 0.0), end=(2.4, 0.0)),
               LevelLine(id="h", name="h", start=(0.0, 0.0), end=(0.7, 0.0))),
    )  # fmt: skip
    made = layout(roof, BoardSet(bond=0.0, kerf=0.0))
    # The part left of 0.7 m takes a piece of a board a row, the other two: 0.7 + 1.2 + 0.5.
    assert made.count == 4
    assert sum(kind.whole for kind in made.kinds) == 2


def test_the_workbook_and_the_drawing_hold_every_piece():
    from ezdxf.filemanagement import read
    from openpyxl import load_workbook

    roof = found(SQUARE, fall=1 / 60, outlets=(outlet("o", 2.0, 3.0),))
    made = layout(roof, BoardSet())
    pieces = len(made.pieces) + sum(len(layer.pieces) for layer in made.packers)
    book = load_workbook(BytesIO(boards_xlsx([("=1+1 Area", made)])))
    listed = list(book["Pieces"].iter_rows(min_row=2, values_only=True))
    assert len(listed) == pieces
    assert listed[0][0].lstrip("'") == "=1+1 Area"
    assert book["Pieces"].cell(2, 1).data_type == "s"
    bought = list(book["To buy"].iter_rows(min_row=2, values_only=True))
    assert sum(row[2] for row in bought) == made.count + sum(layer.count for layer in made.packers)
    drawing = read(StringIO(boards_dxf([(SQUARE, made)], "si").decode()))
    lines = list(drawing.modelspace().query("LWPOLYLINE"))
    assert len(lines) == pieces + 1
    areas = [shapely.Polygon([(x, y) for x, y, *_ in line]).area for line in lines[1:]]
    assert sum(areas) == pytest.approx(100.0 + made.packer_area, abs=1e-4)
    assert len(drawing.modelspace().query("TEXT")) == len(made.pieces)
