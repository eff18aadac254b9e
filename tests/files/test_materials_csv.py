# SPDX-License-Identifier: GPL-3.0-or-later
"""Materials go out to a table and come back; a bad table is refused by row and column."""

import pytest

from glacis.files.errors import FileRefused
from glacis.files.materials_csv import COLUMNS, materials_csv, read_materials, with_materials
from support import demo, library, own_material

FAMILIES = library().family_index()
HEAD = "id,name,family,conductivity,density,mu_dry,source"
GOOD = "own-reed,Reed board,plant-fibre,0.055,180,2,measured by the office"


def write(path, text):
    path.write_text(text, encoding="utf-8")
    return path


def test_the_whole_library_goes_out_and_comes_back(tmp_path):
    path = write(tmp_path / "m.csv", materials_csv(library().materials))
    assert read_materials(path, FAMILIES) == library().materials
    assert path.read_text().splitlines()[0] == ",".join(COLUMNS)


def test_a_short_table_is_enough_and_replaces_its_namesakes(tmp_path):
    found = read_materials(write(tmp_path / "m.csv", f"{HEAD}\n{GOOD}\n"), FAMILIES)
    project = with_materials(demo(), found)
    assert project.materials[-1].name == "Reed board"
    assert project.materials[-1].heat_capacity == 1000.0
    again = with_materials(project, (own_material(id="own-reed", name="Other reed"),))
    assert [m.name for m in again.materials if m.id == "own-reed"] == ["Other reed"]
    assert len(again.materials) == len(project.materials)


@pytest.mark.parametrize(
    ("text", "place"),
    [
        ("", "first row"),
        ("id,name\nx,y\n", "columns"),
        (HEAD + "\n", "at least one material"),
        (HEAD + "\n" + GOOD.replace("0.055", "thick"), "conductivity.*thick"),
        (HEAD + "\n" + GOOD.replace("0.055", ""), "row 2, conductivity"),
        (HEAD + "\n" + GOOD.replace("0.055", "0"), "conductivity: expected 0.001"),
        (HEAD + "\n" + GOOD.replace("plant-fibre", "unobtainium"), "family"),
        (HEAD + "\n" + GOOD.replace(",2,", ",,"), "vapour resistance"),
        (HEAD + "\n" + GOOD.replace(",2,", ",-2,"), "dry cup: expected 0 to"),
    ],
)
def test_bad_tables_are_refused_naming_row_and_column(tmp_path, text, place):
    with pytest.raises(FileRefused, match=place):
        read_materials(write(tmp_path / "bad.csv", text), FAMILIES)


def test_what_is_no_text_or_not_there_is_refused(tmp_path):
    (tmp_path / "raw.csv").write_bytes(b"\xff\xfe\x00\x80")
    for name in ("raw.csv", "none.csv"):
        with pytest.raises(FileRefused):
            read_materials(tmp_path / name, FAMILIES)


def test_names_cannot_become_formulas(tmp_path):
    evil = own_material(name="=1+1")
    assert "'=1+1" in materials_csv((evil,))
