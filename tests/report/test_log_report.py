# SPDX-License-Identifier: GPL-3.0-or-later
"""The log on paper, in tables and in the results."""

from pathlib import Path

import pytest
from msgspec.structs import replace

from glacis.core.log.belief import belief
from glacis.core.log.table import usual_table
from glacis.core.model.log import Attachment, Entry, Inspected, Log
from glacis.demo.shipped import shipped_demo
from glacis.files.errors import FileRefused
from glacis.files.log_table import read_sheet, sheet_csv
from glacis.report.chapters.log import OFFER
from glacis.report.chapters.log.chapter import blocks, reads
from glacis.report.chapters.log.results import LOG_SECTION
from glacis.report.roof_sheets import sheet_blocks
from glacis.session.attachments import Checker, digest_of, folder_of, name_of, take_in
from report.drawn import words_in
from support import analyser


@pytest.fixture(scope="module")
def results():
    return analyser().analyse(shipped_demo("tern-point"))


def made(results, name):
    export = next(x for x in OFFER.exports if x.id == name)
    return export.make(results)


def test_the_chapter_says_what_was_built_seen_and_is_open(results):
    words = words_in(blocks(reads(results.reader, "")))
    assert "built one layer, 20 mm thinner at the door (agreed by A. Merrow, 2024-09-04)" in words
    assert "fan pressure: 0.52 1/h, at most 0.6 1/h, passed" in words
    assert "Settled density of the blown fill?" in words
    assert "used" not in words or "50 kg/m³" in words
    assert "Why it is wet: Wet laboratory" in words
    assert "Undecided" in words
    assert "shuts the water in" in words
    bare = analyser().analyse(replace(results.project, log=Log()))
    assert blocks(reads(bare.reader, "")) == ()


def test_files_hold_the_record_what_is_due_and_the_table(results):
    record = made(results, "record").decode().splitlines()
    assert len(record) == 1 + len(results.project.log.entries)
    due = made(results, "due").decode()
    assert "laboratory,Wet laboratory,Walk the roof,2026-08-06" in due
    calendar = made(results, "care-calendar").decode()
    assert calendar.count("BEGIN:VEVENT") == len(due.splitlines()) - 1
    assert all(len(line.encode()) <= 75 for line in calendar.split("\r\n"))
    table = usual_table()
    rows = made(results, "likelihoods").decode().splitlines()
    count = len(table.causes) + (len(table.signs) + len(table.tests)) * (1 + len(table.causes))
    assert len(rows) == 1 + count
    assert made(results, "roof-sheet").startswith(b"%PDF")


def test_results_tell_causes_as_the_belief_has_them(results):
    told = LOG_SECTION.make(results, "")
    case = results.project.log.cases[0]
    found = belief(usual_table(), case.seen, case.absent, {})
    assert [c["id"] for c in told["diagnoses"][0]["causes"]] == [c.id for c in found.causes]
    assert told["diagnoses"][0]["says"] == ["undecided"]
    ids = {entry["id"] for entry in told["log"]["entries"]}
    assert "left-1" not in ids  # corrected
    assert "left-1-done" in ids


def test_a_sheet_for_the_roof_numbers_what_is_open_as_the_plan_does(results):
    area = next(a for a in results.project.areas if a.id == "laboratory")
    words = words_in(tuple(sheet_blocks(results, area)))
    assert "ponding, 2025-11-20" in words
    assert "Rooflights are fragile" in words
    assert "severity 1 to 3" in words


def walk(day="2026-06-01"):
    return Entry(id="w", what=Inspected(), date=day, who="T. Orme")


@pytest.mark.parametrize(
    ("row", "error"),
    [
        ("pond-9,laboratory,ponding,same,1,,1,,,", "an observation on record"),
        ("pond-2,laboratory,ponding,better,1,,1,,,", "trend"),
        (",laboratory,lake,new,1,,1,,,", "what"),
        (",laboratory,stain,gone,1,,1,,,", "trend"),
        (",laboratory,stain,new,4,,1,,,", "a whole number from 1 to 3"),
        (",laboratory,stain,new,1.5,,1,,,", "a whole number from 1 to 3"),
        (",laboratory,stain,new,1,big,1,,,", "size_m"),
        (",laboratory,stain,new,1,,1,30,,", "both, or neither"),
        (",laboratory,stain,new,1,,1,nan,2,", "x_m"),
    ],
)
def test_a_sheet_with_a_fault_is_refused_by_row_and_column(results, tmp_path, row, error):
    log = results.project.log
    path = tmp_path / "sheet.csv"
    path.write_text(sheet_csv(log, ("laboratory",)).splitlines()[0] + "\n" + row + "\n")
    with pytest.raises(FileRefused, match=error) as fault:
        read_sheet(path, log, walk())
    assert "row 2" in str(fault.value)


def test_rows_nobody_filled_in_say_nothing(results, tmp_path):
    path = tmp_path / "sheet.csv"
    path.write_text(sheet_csv(results.project.log, ("laboratory", "bunkhouse")))
    assert read_sheet(path, results.project.log, walk()) == (walk(),)


def test_decimal_commas_and_tabs_are_read(results, tmp_path):
    head = sheet_csv(results.project.log, ()).splitlines()[0].replace(",", "\t")
    path = tmp_path / "sheet.csv"
    path.write_text(f"{head}\n\tlaboratory\tblister\tnew\t2\t0,4\t3\t33,5\t2,5\tby the post\n")
    entry = read_sheet(path, results.project.log, walk())[1]
    assert (entry.what.size, entry.what.count, entry.spot.at) == (0.4, 3, (33.5, 2.5))


def test_files_beside_a_project_are_found_by_content(tmp_path):
    project, source = tmp_path / "roof.glacis", tmp_path / "a.png"
    source.write_bytes(b"seam")
    taken = take_in(project, source)
    assert (taken.size, taken.sha256) == (4, digest_of(source))
    checker, home = Checker(), folder_of(project) / name_of(taken)
    assert checker.check(project, taken).state == "there"
    home.write_bytes(b"mase")
    assert checker.check(project, taken).state == "changed"
    home.unlink()
    assert checker.check(project, taken).state == "missing"
    other = folder_of(project) / "renamed.png"
    other.write_bytes(b"seam")
    found = checker.check(project, taken)
    assert (found.state, found.path) == ("moved", other)
    assert checker.check(None, taken).state == "missing"
    take_in(project, source)
    assert checker.check(project, taken).state == "there"


@pytest.mark.parametrize("content", [None, b""])
def test_what_is_no_file_or_empty_is_not_taken_in(tmp_path, content):
    source = tmp_path / "a.png"
    if content is not None:
        source.write_bytes(content)
    with pytest.raises(FileRefused, match=r"a\.png"):
        take_in(tmp_path / "roof.glacis", source)
    assert not folder_of(tmp_path / "roof.glacis").exists()


def test_an_attachment_names_no_path():
    """What a file was called never leads out of the folder."""
    odd = Attachment(name="../../etc/passwd.PNG", sha256="0" * 64)
    assert Path(name_of(odd)).name == name_of(odd)
