# SPDX-License-Identifier: GPL-3.0-or-later
"""Quantities as they are handed on: tables whose sums agree, workbook, layouts, prices read and refused."""

import csv
import io
from pathlib import Path

import pytest
from ezdxf.filemanagement import read as read_dxf
from msgspec.structs import replace
from openpyxl import load_workbook
from pypdf import PdfReader

from core.bought_roofs import TRIPS
from glacis.core.graph.part import WHOLE
from glacis.core.model.quantities import Quantities
from glacis.core.quantities.parts import BILL, COST, LATER, STACKS, WEIGHT
from glacis.demo.shipped import shipped_demo
from glacis.files.errors import FileRefused, ManyRefused
from glacis.files.prices_csv import labour_csv, prices_csv, read_labour, read_prices
from glacis.report.chapters.quantities.chapter import blocks, reads
from glacis.report.chapters.quantities.files import (
    bill,
    cuts,
    drawing,
    layouts,
    orders,
    prices,
    workbook,
)
from glacis.report.charts.quantities_cost import CostView, cost_scene
from glacis.report.charts.quantities_cuts import CutsView, cuts_scene
from glacis.report.charts.quantities_plan import BillView, bill_scene, order_id
from glacis.report.charts.quantities_weight import WeightView, weight_scene
from glacis.report.charts.quantities_years import YearsView, years_scene
from glacis.report.results import results_json
from report.drawn import outside
from support import analyser, demo

SIZES = [(738.0, 518.0), (558.0, 340.0)]


@pytest.fixture(scope="module")
def results():
    return analyser().analyse(demo())


@pytest.fixture(scope="module")
def barn():
    return analyser().analyse(shipped_demo("sallow-creek"))


def rows(data: bytes) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(data.decode())))


def test_csv_workbook_and_results_tell_the_same_rows_and_sums(results):
    listed = rows(bill(results))
    book = load_workbook(io.BytesIO(workbook(results)))
    assert {
        "Bill",
        "Order by product",
        "Rolls",
        "Boards",
        "Cuts",
        "Fixings",
        "Cost",
        "Life ledger",
        "Carbon",
        "Assumptions",
    } <= set(book.sheetnames)
    sheet = book["Bill"]
    head = [cell.value for cell in sheet[1]]
    assert sheet.freeze_panes == "A2"
    body = [
        dict(zip(head, [cell.value for cell in row], strict=True))
        for row in sheet.iter_rows(min_row=2)
    ]
    assert [row["id"] for row in body[: len(listed)]] == [row["id"] for row in listed]
    cost = sheet.cell(len(listed) + 2, head.index("cost") + 1).value
    assert cost.startswith("=SUM(")
    for row, cells in zip(listed, body, strict=False):
        assert float(row["gross"]) == cells["gross"]
        assert isinstance(cells["gross"], (int, float))
    assert book.properties.title == results.project.name
    data = results_json(results)
    assert [line["id"] for line in data["bill"]] == [row["id"] for row in listed]
    total = sum(float(row["cost"] or 0) + float(row["labour"] or 0) for row in listed)
    costing = results.project.quantities.costing
    factor = (1 + costing.overhead) * (1 + costing.contingency)
    assert data["first_cost"]["typical"] == pytest.approx(total * factor, rel=1e-4)
    assert sum(float(row["cost"] or 0) for row in rows(orders(results))) == pytest.approx(
        sum(float(row["cost"] or 0) for row in listed), rel=1e-4
    )


def test_the_cut_list_holds_every_piece(results):
    found = results.value(BILL, WHOLE)
    battens = next(order for order in found.orders if order.key == "battens")
    listed = [row for row in rows(cuts(results)) if row["key"] == "battens"]
    lines = [line for line in found.bought if line.key == "battens"]
    assert len(listed) == sum(len(line.pieces) for line in lines)
    assert sum(float(row["piece_m"]) for row in listed) == pytest.approx(battens.gross, rel=0.1)


def test_layouts_have_a_sheet_each_and_a_drawing(results):
    found = results.value(BILL, WHOLE)
    laid = [line for line in found.bought if line.rolls is not None or line.boards]
    pages = PdfReader(io.BytesIO(layouts(results))).pages
    assert len(pages) >= len(laid)
    text = pages[0].extract_text()
    assert "Wet laboratory" in text
    drawn = read_dxf(io.StringIO(drawing(results).decode()))
    layers = {entity.dxf.layer for entity in drawn.modelspace()}
    assert {"PLANE", "ROLLS", "BOARDS-WHOLE", "BOARDS-CUT", "MARKS"} <= layers


def test_the_chapter_tells_all_of_it_and_is_silent_where_nothing_is_stated(results):
    made = blocks(reads(results.reader, WHOLE))
    told = " ".join(getattr(block, "text", "") for block in made)
    assert "NOT within" in told
    assert "engineer's number" in told
    bare = analyser().analyse(replace(demo(), quantities=Quantities()))
    assert blocks(reads(bare.reader, WHOLE)) == ()


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("system", ["si", "us"])
def test_no_drawing_lets_words_out_of_its_sheet(results, barn, size, system):
    for made in (results, barn):
        project = made.project
        found, cost = made.value(BILL, WHOLE), made.value(COST, WHOLE)
        names = {area.id: area.name for area in project.areas}
        weights = tuple(made.value(WEIGHT, area.id) for area in project.areas)
        for order in found.orders[::7]:
            view = BillView(
                found,
                cost,
                project.areas,
                names,
                {},
                (),
                None,
                (),
                system,
                "EUR",
                order_id(order),
                order.lines[0],
            )
            assert outside(bill_scene(view, size)) == []
            assert outside(cuts_scene(CutsView(found, order, (), system), size)) == []
        laid = next(line for line in found.bought if line.boards)
        assert outside(cuts_scene(CutsView(found, None, laid.boards, system), size)) == []
        assert (
            outside(
                weight_scene(
                    WeightView(project.areas, weights, made.value(STACKS, WHOLE), system), size
                )
            )
            == []
        )
        assert outside(cost_scene(CostView(found, cost, "EUR", 500.0), size)) == []
        for year in (-1, 28):
            assert (
                outside(years_scene(YearsView(made.value(LATER, WHOLE), "EUR", names, year), size))
                == []
            )


def test_prices_and_labour_come_back_as_they_went(results, tmp_path: Path):
    stated = results.project.quantities
    path = tmp_path / "prices.csv"
    path.write_text(prices_csv(stated.prices), "utf-8")
    assert read_prices(path) == stated.prices
    path.write_text(labour_csv(stated.labour), "utf-8")
    assert read_labour(path) == stated.labour
    blank = tmp_path / "blank.csv"
    blank.write_bytes(prices(analyser().analyse(TRIPS["quantities.not-laid"])))
    assert {price.key for price in read_prices(blank)} >= {"slate", "underlay-open"}


@pytest.mark.parametrize(
    ("table", "where", "expected"),
    [
        ("key,unit,price\nsheet,acre,12\n", "row 2, unit", "m2"),
        ("key,unit,price\nsheet,m2,dear\n", "row 2, price", "a number"),
        ("key,unit,price\nsheet,m2,-3\n", "row 2, price", "0 or more"),
        ("key,unit,price\nsheet,m2,\n", "row 2, price", "a number"),
        ("key,unit,price_low,price\nsheet,m2,20,12\n", "row 2", "low, typical and high"),
        ("key,unit,price,life_years\nsheet,m2,12,soon\n", "row 2, life_years", "years above 0"),
        ("key,unit,price,currency\na,m2,1,EUR\nb,m2,1,USD\n", "currency", "one currency"),
        ("key,unit,price\na,m2,1\na,m2,2\n", "row 3, key", "one row"),
        ("key,price\na,1\n", "row 1", "unit"),
    ],
)
def test_a_price_that_cannot_be_is_refused_with_row_and_column(tmp_path, table, where, expected):
    path = tmp_path / "prices.csv"
    path.write_text(table, "utf-8")
    with pytest.raises(FileRefused) as refused:
        read_prices(path)
    assert where in str(refused.value)
    assert expected in str(refused.value)


def test_all_faults_of_a_table_are_told_at_once(tmp_path):
    path = tmp_path / "prices.csv"
    path.write_text("key,unit,price\na,m2,x\nb,acre,1\nc,m2,3\nd,m2,\n", "utf-8")
    with pytest.raises(ManyRefused) as refused:
        read_prices(path)
    for place in ("row 2, price", "row 3, unit", "row 5, price"):
        assert place in str(refused.value)
    path.write_text("trade,rate\nroofer,forty\n,40\n", "utf-8")
    with pytest.raises(ManyRefused):
        read_labour(path)


def test_words_that_look_like_formulas_are_written_as_text(results):
    project = results.project
    named = replace(project.areas[0], name="=1+1")
    changed = analyser().analyse(
        replace(project, areas=(named, *project.areas[1:]), name="=SUM(A1)")
    )
    book = load_workbook(io.BytesIO(workbook(changed)))
    for sheet in book.worksheets:
        for row in sheet.iter_rows():
            for cell in row:
                if isinstance(cell.value, str) and cell.value.startswith("="):
                    assert cell.value.startswith("=SUM(")
                    assert cell.value.endswith(")")
                    assert "A1" not in cell.value or sheet.title != "Bill"
