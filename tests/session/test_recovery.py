# SPDX-License-Identifier: GPL-3.0-or-later
"""Autosave and what crashes leave behind: nothing dies silently, nothing is hidden or lost."""

import os
import threading
from pathlib import Path

import pytest
from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.files import project_file
from glacis.files.atomic import stamp_of
from glacis.files.project_file import load, save
from glacis.session import journal as journals
from glacis.session.documents import Documents
from glacis.session.journal import Journal, Kept, encode_entry
from glacis.session.recovery import Recovered, left_behind
from glacis.session.store import Store
from support import demo


def named(name: str) -> Project:
    return replace(demo(), name=name)


def left(folder: Path, kept: Kept, name: str = "a") -> Path:
    """A journal as a killed program leaves it."""
    folder.mkdir(exist_ok=True)
    path = folder / f"{name}.journal"
    path.write_bytes(encode_entry(kept))
    return path


def until(true: object, seconds: float = 20.0) -> None:
    tick = threading.Event()
    for _ in range(int(seconds / 0.01)):
        if true():  # type: ignore[operator]
            return
        tick.wait(0.01)
    raise AssertionError("it did not come")


def test_one_damaged_journal_hides_no_other(tmp_path):
    left(tmp_path, Kept(named("Whole")), "m")
    for name, content in (
        ("a", b"{half"), ("b", b""), ("c", b'{"path":"","content":"' + b"[" * 5000 + b'"}'),
        ("z", b"\xff\xfe"), ("y", b'{"path":3,"content":{}}'),
    ):  # fmt: skip
        (tmp_path / f"{name}.journal").write_bytes(content)
    (tmp_path / "folder.journal").mkdir()
    os.mkfifo(tmp_path / "pipe.journal")
    (tmp_path / "loop.journal").symlink_to(tmp_path / "loop.journal")
    behind = left_behind(tmp_path)
    assert [found.kept.project.name for found in behind.found] == ["Whole"]
    assert len(behind.damaged) == 8
    assert all(path.exists() or path.is_symlink() for path in behind.damaged)


def test_a_name_of_any_bytes_comes_back(tmp_path):
    odd = Path(os.fsdecode(os.fsencode(tmp_path) + b"/roof \xff%20#.glacis"))
    left(tmp_path, Kept(named("Odd"), odd, None))
    (found,) = left_behind(tmp_path).found
    assert found.kept.path == odd


def test_what_was_saved_after_all_is_not_offered(tmp_path):
    path = tmp_path / "roof.glacis"
    save(named("Safe"), path)
    entry = left(tmp_path / "j", Kept(named("Safe"), path))
    assert left_behind(tmp_path / "j").found == ()
    assert not entry.exists()


def recovered_on(tmp_path, found: Recovered) -> Documents:
    documents = Documents(Store(named("Blank")), tmp_path / "j")
    documents.recover(found, named("Blank"))
    return documents


def test_the_old_journal_goes_only_once_the_new_one_is_there(tmp_path, monkeypatch):
    old = left(tmp_path / "j", Kept(named("Lost")))
    (found,) = left_behind(tmp_path / "j").found
    seen: list[bool] = []
    unlink = Path.unlink

    def watched(path: Path, missing_ok: bool = False) -> None:
        if path == old:
            ours = [p for p in (tmp_path / "j").glob("*.journal") if p != old]
            seen.append(b"Lost" in b"".join(p.read_bytes() for p in ours))
        unlink(path, missing_ok)

    monkeypatch.setattr(Path, "unlink", watched)
    documents = recovered_on(tmp_path, found)
    assert seen == [True]
    assert not old.exists()
    documents.close()


def test_where_the_new_journal_cannot_be_written_the_old_one_stays(tmp_path, monkeypatch):
    old = left(tmp_path / "j", Kept(named("Lost")))
    (found,) = left_behind(tmp_path / "j").found

    def full(*_args: object, **_options: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(journals, "write_atomic", full)
    documents = recovered_on(tmp_path, found)
    assert "No space left" in documents.trouble
    documents.close()
    assert old.exists()


def test_a_file_that_was_written_since_stays_as_it_is(tmp_path):
    path = tmp_path / "roof.glacis"
    save(named("Old"), path)
    left(tmp_path / "j", Kept(named("Work"), path, stamp_of(path)))
    os.utime(path, ns=(1, 1))
    (found,) = left_behind(tmp_path / "j").found
    assert found.overtaken
    documents = recovered_on(tmp_path, found)
    assert documents.path is None
    documents.close()
    assert load(path).name == "Old"


def test_a_file_that_is_as_it_was_is_taken_up_with_its_stamp(tmp_path):
    path = tmp_path / "roof.glacis"
    save(named("Old"), path)
    left(tmp_path / "j", Kept(named("Work"), path, stamp_of(path)))
    (found,) = left_behind(tmp_path / "j").found
    assert not found.overtaken
    documents = recovered_on(tmp_path, found)
    assert documents.path == path
    assert documents.stamp == stamp_of(path)
    documents.close()


@pytest.mark.parametrize("fault", [
    OSError(28, "No space left on device"), ValueError("surrogates not allowed"), MemoryError(),
])  # fmt: skip
def test_trouble_is_told_once_and_its_end_too(tmp_path, monkeypatch, fault):
    monkeypatch.setattr(journals, "AGAIN", 0.01)
    told: list[str] = []
    broken = [True]

    def sometimes(project: Project) -> bytes:
        if broken[0]:
            raise fault
        return project_file.encode(project)

    monkeypatch.setattr(journals, "encode", sometimes)
    journal = Journal(tmp_path, delay=0.0, told=told.append)
    journal.note(Kept(named("Kept all the same")))
    until(lambda: told)
    tries = threading.Event()
    tries.wait(0.1)
    assert len(told) == 1
    assert journal.fault
    broken[0] = False
    until(journal.path.exists)
    until(lambda: len(told) == 2)
    assert told[1] == journal.fault == ""
    assert b"Kept all the same" in journal.path.read_bytes()
    journal.close()


def test_a_home_that_cannot_be_written_is_told_and_tried_again(tmp_path, monkeypatch):
    monkeypatch.setattr(journals, "AGAIN", 0.01)
    folder = tmp_path / "file" / "journal"
    (tmp_path / "file").write_text("in the way")
    journal = Journal(folder, delay=0.0)
    assert "Not a directory" in journal.fault
    journal.note(Kept(named("Waiting")))
    (tmp_path / "file").unlink()
    until(journal.path.exists)
    until(lambda: not journal.fault)
    journal.close()


def test_a_program_told_to_end_leaves_its_last_change(tmp_path):
    journal = Journal(tmp_path, delay=60.0)
    journal.note(Kept(named("Last change")))
    journal.abandon()
    assert b"Last change" in journal.path.read_bytes()
