# SPDX-License-Identifier: GPL-3.0-or-later
"""What goes out: of the present document, never over the project, asked about where it is protected."""

import os
from functools import partial
from pathlib import Path

import pytest
from msgspec.structs import replace
from pypdf import PdfReader

from glacis.files.project_file import load
from glacis.report.offers import exports
from glacis.report.pdf import report_pdf
from glacis.ui.stages.handover.bench import EXPORTING, HandoverBench
from support import analyser, demo


@pytest.fixture
def saved(window, answers, tmp_path):
    answers.path = tmp_path / "roof.glacis"
    assert window.papers.save()
    return answers.path


def test_every_file_that_is_offered_is_written_for_a_saved_project(
    window, answers, tmp_path, saved, qtbot
):
    bench, jobs = window.bench("handover", HandoverBench), window.desk.session.jobs
    for export in exports(window.desk.stages):
        answers.path = tmp_path / f"out {export.id}{export.suffix}"
        assert bench._proposal(f" {export.id}{export.suffix}") == str(
            tmp_path / f"roof {export.id}{export.suffix}"
        )
        bench.write(export)
        qtbot.waitUntil(lambda: not any(n == EXPORTING for n, _ in jobs._jobs), timeout=30000)
        if export.of_hours:
            assert "run hour by hour first" in answers.told.pop()
            assert not answers.path.exists()
        else:
            assert answers.path.stat().st_size > 50, export.id
    window.bench("shape").write_cards()
    assert not [words for words in answers.told if "expected" in words]


def test_nothing_goes_out_over_the_project(window, answers, saved, qtbot):
    bench = window.bench("handover", HandoverBench)
    before = saved.read_bytes()
    for export in exports(window.desk.stages)[:3]:
        answers.told.clear()
        bench.write(export)
        qtbot.waitUntil(lambda: bool(answers.told), timeout=30000)
        assert "another file than the project" in answers.told[-1]
    assert saved.read_bytes() == before


def test_a_report_is_of_the_document_that_is_on_the_desk(window, answers, tmp_path, qtbot):
    bench = window.bench("handover", HandoverBench)
    qtbot.waitUntil(lambda: bench.ready is not None, timeout=30000)
    window.desk.act("Rename", lambda project: replace(project, name="Quite another job"))
    answers.path = tmp_path / "report.pdf"
    bench.stop()
    bench.write_report()
    assert not answers.path.exists(), "the report of an older document is not written"
    qtbot.waitUntil(lambda: bench.ready is not None, timeout=30000)
    bench.write_report()
    assert "Quite another job" in PdfReader(answers.path).pages[0].extract_text()


def test_save_as_without_an_ending_asks_about_the_file_it_means(window, answers, tmp_path):
    there = tmp_path / "roof.glacis"
    there.write_bytes(b"something of value")
    answers.path, answers.yes = tmp_path / "roof", False
    assert not window.papers.save_as()
    assert "roof.glacis is there already" in answers.told[-1]
    assert there.read_bytes() == b"something of value"
    answers.yes = True
    assert window.papers.save_as()
    assert load(there) == window.desk.project


def test_a_write_protected_project_is_replaced_only_if_the_user_says_so(window, answers, saved):
    saved.chmod(0o444)
    before = saved.read_bytes()
    window.desk.act("Rename", lambda project: replace(project, name="Changed"))
    answers.yes = False
    assert not window.papers.save()
    assert "write-protected" in answers.told[-1]
    assert saved.read_bytes() == before
    answers.yes = True
    assert window.papers.save()
    assert load(saved).name == "Changed"


LONG = "The very long name of a roof over the corner of the old boat shed " * 2


@pytest.mark.parametrize(("count", "name"), [(120, "Area"), (60, LONG)], ids=["many", "long"])
def test_a_report_of_many_alike_areas_is_made(count, name):
    base = replace(next(a for a in demo().areas if a.id == "bunkhouse"), grown=None)

    def moved(number: int, point: tuple[float, float]) -> tuple[float, float]:
        return point[0] + number % 11 * 25.0, point[1] + number // 11 * 20.0

    areas = tuple(
        replace(
            base,
            id=f"a{k}",
            name=f"{name} {k}",
            outline=tuple(map(partial(moved, k), base.outline)),
        )
        for k in range(count)
    )
    many = replace(
        demo(), areas=areas, footprints=(), dormers=(), openings=(), falls=(), airs=(), decisions=()
    )
    assert report_pdf(analyser().analyse(many)).startswith(b"%PDF")


def test_a_file_whose_name_is_no_text_is_opened_saved_and_named(
    window, answers, tmp_path, saved, qtbot
):
    odd = Path(os.fsdecode(os.fsencode(tmp_path) + b"/od\xffd.glacis"))
    odd.write_bytes(saved.read_bytes())
    window.papers.open_path(odd)
    assert window.desk.path == odd
    assert "od\ufffdd.glacis" in window.windowTitle()
    window.desk.act("Rename", lambda project: replace(project, name="Changed"))
    qtbot.waitUntil(window.papers.documents.journal.path.exists)
    assert window.papers.save()
    assert load(odd).name == "Changed"
    assert window.desk.settings.recent[0].endswith("od\ufffdd.glacis")
    window.papers.new_project()
    odd.write_bytes(b"{half")
    window.papers.open_path(odd)
    assert "od\ufffdd.glacis" in answers.told[-1]
