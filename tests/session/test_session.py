# SPDX-License-Identifier: GPL-3.0-or-later
"""History, autosave and settings, without a display."""

import os
import signal
import subprocess
import sys
import threading
from functools import partial
from pathlib import Path

import pytest
from msgspec.structs import replace

from glacis.core.errors import GlacisError
from glacis.core.model.edit import remove_layer, set_thickness
from glacis.files.project_file import load, save
from glacis.session.journal import Journal, Kept
from glacis.session.locks import FileLock
from glacis.session.places import config_folder, journal_folder
from glacis.session.recovery import discard, left_behind
from glacis.session.settings import Settings, load_settings, save_settings, with_recent
from glacis.session.store import Store
from support import demo

thicken = partial(set_thickness, assembly_id="hall-slate", layer_id="between")


def test_undo_and_redo_walk_through_every_document():
    store = Store(demo())
    for thickness in (0.18, 0.2, 0.22):
        store.apply("Change thickness", partial(thicken, thickness=thickness))
    last = store.document
    for _ in range(5):
        store.undo()
    assert store.document == demo()
    assert not store.changed
    for _ in range(5):
        store.redo()
    assert store.document == last
    assert store.undo_label == "Change thickness"


def test_one_gesture_is_one_step():
    store = Store(demo())
    for thickness in (0.17, 0.18, 0.19):
        store.apply("Drag", partial(thicken, thickness=thickness), "drag-1")
    store.end_gesture()
    store.apply("Drag", partial(thicken, thickness=0.2), "drag-2")
    store.undo()
    assert store.document == thicken(demo(), thickness=0.19)
    store.undo()
    assert store.document == demo()


def test_a_gesture_that_comes_back_is_no_step():
    store = Store(demo())
    store.apply("Drag", partial(thicken, thickness=0.2), "drag")
    store.apply("Drag", partial(thicken, thickness=0.16), "drag")
    store.end_gesture()
    assert store.undo_label == ""


def test_an_equal_document_is_no_step_and_a_refusal_changes_nothing():
    store = Store(demo())
    heard = []
    store.listen(lambda: heard.append(store.document))
    assert not store.apply("Nothing", lambda project: replace(project))
    with pytest.raises(GlacisError):
        store.apply("Impossible", partial(thicken, thickness=-1.0))
    with pytest.raises(GlacisError):
        store.apply("Broken", lambda project: replace(project, assemblies=()))
    assert heard == []
    assert store.document == demo()


def test_a_new_change_forgets_what_was_undone():
    store = Store(demo())
    store.apply("One", partial(thicken, thickness=0.2))
    store.undo()
    store.apply("Two", partial(remove_layer, assembly_id="hall-slate", layer_id="over"))
    assert store.redo_label == ""
    store.mark_saved()
    assert not store.changed
    store.undo()
    assert store.changed


CRASH = """
import sys, time
from functools import partial
from pathlib import Path
from glacis.core.model.edit import set_thickness
from glacis.demo.tern_point import tern_point
from glacis.files.libraries import load_sites
from glacis.session.journal import Journal, Kept
journal = Journal(Path(sys.argv[1]))
project = tern_point(load_sites()[0])
for k in range(1, 30):
    thickness = round(0.1 + k / 1000, 3)
    project = set_thickness(project, "hall-slate", "between", thickness)
    journal.note(Kept(project, Path(sys.argv[2])))
print("edited", flush=True)
sys.stdin.readline()
"""


def test_a_killed_program_loses_at_most_the_last_second(tmp_path):
    target = tmp_path / "roof.glacis"
    save(demo(), target)
    folder = tmp_path / "journal"
    child = subprocess.Popen(
        [sys.executable, "-c", CRASH, str(folder), str(target)],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
    )
    assert child.stdout is not None
    assert child.stdin is not None
    assert child.stdout.readline() == b"edited\n"
    # The promise is one second; the journal is given just that, then the program is killed.
    threading.Event().wait(1.0)
    assert left_behind(folder).found == (), "a living program's journal is not up for recovery"
    os.kill(child.pid, signal.SIGKILL)
    child.wait()
    child.stdin.close()
    child.stdout.close()
    (found,) = left_behind(folder).found
    assert found.kept.path == target
    layer = found.kept.project.assemblies[0].layers[3]
    assert layer.thickness == 0.129
    assert load(target) == demo()
    discard(found)
    assert left_behind(folder).found == ()


def test_a_kill_during_save_leaves_the_old_or_the_new_file(tmp_path):
    target = tmp_path / "roof.glacis"
    save(demo(), target)
    code = (
        "import sys; from pathlib import Path; from glacis.files.project_file import load, save\n"
        "from msgspec.structs import replace\n"
        "path = Path(sys.argv[1]); project = load(path); print('go', flush=True)\n"
        "while True:\n    project = replace(project, note=project.note + '.'); save(project, path)\n"
    )
    for _ in range(3):
        child = subprocess.Popen([sys.executable, "-c", code, str(target)], stdout=subprocess.PIPE)
        assert child.stdout is not None
        child.stdout.readline()
        os.kill(child.pid, signal.SIGKILL)
        child.wait()
        child.stdout.close()
        assert replace(load(target), note=demo().note) == demo()


def test_a_journal_forgets_what_was_saved_and_closes_clean(tmp_path):
    journal = Journal(tmp_path, delay=0.01)
    journal.note(Kept(demo()))
    while not journal.path.exists():
        threading.Event().wait(0.005)
    journal.forget()
    assert not journal.path.exists()
    journal.close()
    assert list(tmp_path.iterdir()) == []


def test_one_window_per_file(tmp_path):
    path = tmp_path / "roof.glacis"
    path.write_bytes(b"x")
    first, second = FileLock(path), FileLock(path)
    assert first.take()
    assert not second.take()
    first.release()
    assert second.take()
    second.release()


def test_settings_are_remembered_and_a_broken_file_is_no_obstacle(tmp_path):
    settings = with_recent(with_recent(Settings(theme="lamp"), tmp_path / "a"), tmp_path / "b")
    settings = with_recent(settings, tmp_path / "a")
    assert [Path(name).name for name in settings.recent] == ["a", "b"]
    save_settings(settings, tmp_path / "config")
    assert load_settings(tmp_path / "config") == settings
    (tmp_path / "config" / "settings.json").write_bytes(b"\xff\x00")
    assert load_settings(tmp_path / "config") == Settings()
    save_settings(settings, Path("/proc/nowhere"))


def test_places_can_be_moved(monkeypatch, tmp_path):
    monkeypatch.setenv("GLACIS_HOME", str(tmp_path))
    assert config_folder() == tmp_path / "config"
    monkeypatch.delenv("GLACIS_HOME")
    assert config_folder().name == "glacis"
    assert journal_folder().name == "journal"
