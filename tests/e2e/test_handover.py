# SPDX-License-Identifier: GPL-3.0-or-later
"""Handing over in the window: packs by reader, the page, everything with photographs, a finding as a page."""

import io

from msgspec.structs import replace
from pypdf import PdfReader
from PyQt6.QtWidgets import QPushButton

from glacis.core.model.log import Attachment, Entry, Inspected
from glacis.report.offers import exports
from glacis.report.packs.bundle import unzipped, zipped
from glacis.session.attachments import folder_of, name_of, take_in
from glacis.ui.stages.handover.bench import HandoverBench


def offered(window, ident):
    return next(export for export in exports(window.desk.stages) if export.id == ident)


def test_packs_and_the_page_have_a_menu_of_their_own(window):
    bench = window.bench("handover", HandoverBench)
    words = [action.text() for action in bench.packs.actions()]
    assert [each.split(" (")[0] for each in words] == [  # in the order of their readers
        "Pack for the authority",
        "Pack for the crew",
        "Pack for the owner",
        "Page for a browser",
        "Everything, with a manifest",
    ]
    assert not {"Page for a browser (HTML)…"} & {a.text() for a in bench.files.actions()}


def test_a_pack_is_made_beside_the_window_and_written(window, answers, tmp_path, qtbot):
    bench = window.bench("handover", HandoverBench)
    window.show_stage("log")
    answers.path = tmp_path / "owner.pdf"
    bench.write(offered(window, "pack-owner"))
    qtbot.waitUntil(answers.path.exists, timeout=120000)
    reader = PdfReader(answers.path)
    assert "For the owner" in reader.pages[0].extract_text()
    answers.path = tmp_path / "roof.html"
    bench.write(offered(window, "page"))
    qtbot.waitUntil(answers.path.exists, timeout=120000)
    assert "Tern Point Field Station" in answers.path.read_text()


def test_everything_takes_the_photographs_along_that_are_what_was_taken_in(
    window, answers, tmp_path
):
    picture = tmp_path / "seam.png"
    picture.write_bytes(b"seam")
    answers.path = tmp_path / "station.glacis"
    window.papers.save_as()
    taken = take_in(window.desk.path, picture)
    gone = Attachment(name="gone.png", sha256="0" * 64, size=4)
    entry = Entry(
        id="x", what=Inspected(), date="2026-05-01", who="T. Orme", attachments=(taken, gone)
    )
    window.desk.act("x", lambda p: replace(p, log=replace(p.log, entries=(*p.log.entries, entry))))
    bench = window.bench("handover", HandoverBench)
    content = zipped({"owner.pdf": b"x"}, "Roof")
    whole = unzipped(bench._whole(offered(window, "pack"), content))
    assert set(whole) == {"owner.pdf", f"photographs/{name_of(taken)}"}
    assert bench._whole(offered(window, "page"), b"page") == b"page"


def test_photographs_go_along_when_a_project_is_saved_elsewhere(window, answers, tmp_path):
    picture = tmp_path / "seam.png"
    picture.write_bytes(b"seam")
    answers.path = tmp_path / "station.glacis"
    window.papers.save_as()
    taken = take_in(window.desk.path, picture)
    entry = Entry(id="x", what=Inspected(), date="2026-05-01", who="T. Orme", attachments=(taken,))
    window.desk.act("x", lambda p: replace(p, log=replace(p.log, entries=(*p.log.entries, entry))))
    (tmp_path / "other").mkdir()
    answers.path = tmp_path / "other" / "copy.glacis"
    window.papers.save_as()
    copied = folder_of(answers.path) / name_of(taken)
    assert copied.read_bytes() == b"seam"
    copied.unlink()
    (folder_of(tmp_path / "station.glacis") / name_of(taken)).unlink()
    answers.path = tmp_path / "third.glacis"
    window.papers.save_as()
    assert "seam.png" in answers.told[-1]


def test_a_finding_is_written_as_a_page(window, answers, tmp_path, qtbot):
    window.desk.select_area("laboratory")
    row = window.findings._rows[0]
    window.findings._toggle(row.group)
    answers.path = tmp_path / "finding.pdf"
    row = window.findings._rows[0]
    button = next(b for b in row.findChildren(QPushButton) if b.text() == "As a page…")
    button.click()
    reader = PdfReader(io.BytesIO(answers.path.read_bytes()))
    text = " ".join(reader.pages[0].extract_text().split())
    assert window.desk.results.rule(row.group.finding).title in text
    assert "Ways out" in text
