# SPDX-License-Identifier: GPL-3.0-or-later
"""Recovery in the window: offered, kept until the user says so, and autosave that cannot work."""

from pathlib import Path

import pytest
from msgspec.structs import replace

from glacis.files.atomic import stamp_of, write_atomic
from glacis.files.project_file import load, save
from glacis.session import journal as journals
from glacis.session.journal import Kept, encode_entry
from glacis.ui.app import Homes, make_window
from glacis.ui.recovery import DROP, KEEP, OPEN, TAKE, offer_recovery
from glacis.ui.widgets.labels import let_go
from support import demo


def left(folder: Path, name: str, path: Path | None = None) -> Path:
    journal = folder / f"{name}.journal"
    lost = replace(demo(), name=name)
    journal.write_bytes(encode_entry(Kept(lost, path, stamp_of(path) if path else None)))
    return journal


def test_what_a_crash_left_behind_is_taken_up(window, answers, tmp_path):
    old = left(tmp_path / "journal", "Lost and found")
    answers.choice = TAKE
    offer_recovery(window, tmp_path / "journal")
    assert "Lost and found was being edited" in answers.told[-1]
    assert answers.offered == (TAKE, KEEP, DROP)
    assert window.desk.project.name == "Lost and found"
    assert window.desk.store.changed
    assert not old.exists()
    assert window.papers.documents.journal.path.exists()


@pytest.mark.parametrize(("choice", "stays"), [("", True), (KEEP, True), (DROP, False)])
def test_it_stays_until_the_user_says_otherwise(window, answers, tmp_path, choice, stays):
    before = window.desk.project
    one, two = (left(tmp_path / "journal", name) for name in ("One", "Two"))
    answers.choice = choice
    offer_recovery(window, tmp_path / "journal")
    assert len(answers.told) == 2
    assert (one.exists(), two.exists()) == (stays, stays)
    assert window.desk.project is before


def test_a_file_written_since_is_offered_beside_the_work(window, answers, tmp_path):
    path = tmp_path / "roof.glacis"
    save(replace(demo(), name="Old"), path)
    old = left(tmp_path / "journal", "Work", path)
    save(replace(demo(), name="Newer"), path)
    answers.choice = OPEN
    offer_recovery(window, tmp_path / "journal")
    assert answers.offered == (TAKE, OPEN, KEEP, DROP)
    assert "saved by someone else" in answers.told[-1]
    assert window.desk.project.name == "Newer"
    assert old.exists()
    answers.choice = TAKE
    answers.answer = "discard"
    offer_recovery(window, tmp_path / "journal")
    assert window.desk.project.name == "Work"
    assert window.desk.path is None
    assert load(path).name == "Newer"


def test_damaged_journals_are_told_of(window, tmp_path):
    (tmp_path / "journal" / "x.journal").write_bytes(b"{half")
    offer_recovery(window, tmp_path / "journal")
    assert "cannot be read" in window._message.text()


def test_autosave_that_cannot_work_is_said_until_it_works(window, monkeypatch, qtbot, answers):
    monkeypatch.setattr(journals, "AGAIN", 0.01)

    def full(*_args: object, **_options: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(journals, "write_atomic", full)
    window.desk.act("Rename", lambda project: replace(project, name="Changed"))
    qtbot.waitUntil(window.trouble.isVisible)
    assert "No space left on device" in window.trouble.words.words
    monkeypatch.setattr(journals, "write_atomic", write_atomic)
    qtbot.waitUntil(lambda: not window.trouble.isVisible())
    assert b"Changed" in window.papers.documents.journal.path.read_bytes()


def test_a_home_that_cannot_be_written_does_not_keep_it_from_starting(tmp_path, answers, qtbot):
    (tmp_path / "home").write_text("a file in the way")
    homes = Homes(tmp_path / "home" / "config", tmp_path / "home" / "journal")
    window = make_window(True, None, homes, answers)
    window.show()
    qtbot.waitUntil(window.trouble.isVisible)
    window.toggle_theme()
    assert "Settings cannot be kept" in window._message.text()
    window.close()
    let_go(window)


@pytest.mark.parametrize("content", [b"\xff{", b"[" * 100000, b'{"theme":"\xed\xa0\x80"}', b"null"])
def test_settings_of_any_bytes_count_as_none(tmp_path, answers, content):
    (tmp_path / "config").mkdir()
    (tmp_path / "config" / "settings.json").write_bytes(content)
    window = make_window(False, None, Homes(tmp_path / "config", tmp_path / "journal"), answers)
    assert window.desk.settings.theme == "sheet"
    window.close()
    let_go(window)
