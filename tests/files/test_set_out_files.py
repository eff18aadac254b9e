# SPDX-License-Identifier: GPL-3.0-or-later
"""Products out of a table and back, lists, drawings and sheets of set-out."""

import csv
import io

import ezdxf.filemanagement
import openpyxl
import pytest
from msgspec.structs import replace
from pypdf import PdfReader

from glacis.core.model.covering import RollProduct, Tile
from glacis.core.set_out.shipped import SHIPPED
from glacis.files.errors import FileRefused
from glacis.files.products_csv import columns, products_csv, read_products
from glacis.report.chapters.set_out import OFFER
from support import analyser, demo

EXPORTS = {export.id: export for export in OFFER.exports}


def made(name, project=None):
    return EXPORTS[name].make(analyser().analyse(project or demo()))


def test_products_come_back_from_a_table_as_they_are(tmp_path):
    path = tmp_path / "x.csv"
    path.write_text(products_csv(SHIPPED))
    assert read_products(path) == SHIPPED
    assert {"kind", "id", "headlap_least_mm", "least_pitch_deg", "coil_mass_kg"} <= set(columns())


def test_a_table_of_one_s_own_needs_only_what_its_kind_needs(tmp_path):
    path = tmp_path / "x.csv"
    path.write_text(
        "kind;id;name;length_mm;hang_mm;headlap_least_mm;headlap_most_mm;cover_least_mm;cover_most_mm;width_mm;headlaps\\n"
        "tile;own;Own tile;480,5;440;80;110;330;336;;\\n"
        "roll;sheet;Own sheet;50000;;;;;;1500;0:200;20:150\\n".replace("0:200;20:150", '"0:200;20:150"')
        .replace(";50000;", ";;")
    )  # fmt: skip
    path.write_text(
        path.read_text()
        .replace("\\n", "\n")
        .replace("roll;sheet;Own sheet;;", "roll;sheet;Own sheet;;")
    )
    with pytest.raises(FileRefused, match="length_m"):
        read_products(path)
    text = path.read_text().splitlines()
    path.write_text("\n".join([text[0] + ";length_m", text[1] + ";", text[2] + ";50"]))
    tile, roll = read_products(path)
    assert isinstance(tile, Tile)
    assert (tile.length, tile.headlap_most, tile.top_clear) == (0.4805, 0.11, 0.04)
    assert isinstance(roll, RollProduct)
    assert (roll.headlap(10.0), roll.headlap(25.0)) == (0.2, 0.15)


@pytest.mark.parametrize(
    ("rows", "words"),
    [
        ("id,name\nx,y", "kind"),
        ("kind,id,name\nbrick,x,y", "brick"),
        ("kind,id,name\rslate,x,y", "CSV table"),
        ("kind,id,name,colour\ntile,x,y,red", "colour"),
        ("kind,id,name,length_mm,width_mm,lap_mm\nslate,x,X,500,250,600", "lap"),
        ("kind,id,name,length_mm,width_mm,lap_mm\nslate,x,X,500,wide,100", "wide"),
        (
            "kind,id,name,length_mm,width_mm,lap_mm\nslate,x,X,500,250,100\nslate,x,X,500,250,100",
            "twice",
        ),
        ("kind,id,name,length_mm,width_mm,lap_mm\n", "rows of products"),
        ("kind,id,name,length_mm,width_mm,lap_mm\nslate,x,X,5e9,250,100", "length"),
    ],
)
def test_what_is_no_product_is_refused_with_its_place(tmp_path, rows, words):
    path = tmp_path / "x.csv"
    path.write_text(rows)
    with pytest.raises(FileRefused, match=words):
        read_products(path)


def test_courses_and_pieces_are_listed_alike_in_table_and_workbook():
    rows = list(csv.DictReader(io.StringIO(made("courses").decode())))
    south = [row for row in rows if row["area"].startswith("Lecture hall, south")]
    places = [int(row["s_mm"]) for row in south]
    assert [int(row["gauge_mm"]) for row in south[1:]] == [
        b - a for a, b in zip(places, places[1:], strict=False)
    ]
    pieces = list(csv.DictReader(io.StringIO(made("pieces").decode())))
    assert {row["mark"] for row in pieces} >= {"P", "C", "W", "E", "I", "T1", "R1"}
    book = openpyxl.load_workbook(io.BytesIO(made("set-out-book")))
    assert book.sheetnames == ["Courses", "Pieces"]
    assert book["Courses"].max_row == len(rows) + 1


def test_the_drawing_has_every_course_at_its_true_place():
    sheet = ezdxf.filemanagement.read(io.StringIO(made("set-out-drawing").decode()))
    lines = list(sheet.modelspace().query('LWPOLYLINE[layer=="COURSES"]'))
    wanted = list(csv.DictReader(io.StringIO(made("courses").decode())))
    assert len(lines) == len(wanted)
    assert sorted(round(line.get_points()[0][1] * 1000) for line in lines) == sorted(
        int(row["s_mm"]) for row in wanted
    )


def test_sheets_for_the_roof_are_large_pages_that_name_planes_and_datum():
    pdf = PdfReader(io.BytesIO(made("plane-sheets")))
    first = pdf.pages[0]
    assert (round(first.mediabox.width), round(first.mediabox.height)) == (1191, 842)
    words = first.extract_text()
    assert "Lecture hall, south slope" in words
    assert "Fall protection" in words
    poles = PdfReader(io.BytesIO(made("story-poles")))
    assert len(poles.pages) == 2
    assert "datum" in poles.pages[0].extract_text()
    free = EXPORTS["plane-sheets"].make(
        analyser().analyse(demo().__class__(name="x", site=demo().site))
    )
    assert "No plane is set out" in PdfReader(io.BytesIO(free)).pages[0].extract_text()


def test_an_id_that_looks_like_a_formula_is_written_safe_and_comes_back(tmp_path):
    odd = tuple(replace(product, id=f"={product.id}") for product in SHIPPED[:2])
    path = tmp_path / "x.csv"
    path.write_text(products_csv(odd))
    assert "'=" in path.read_text()
    assert [product.id for product in read_products(path)] == [product.id for product in odd]
