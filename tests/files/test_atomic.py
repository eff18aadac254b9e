# SPDX-License-Identifier: GPL-3.0-or-later
"""Files are read and written whole or not at all, whatever stands in the way."""

import os
import socket
import stat
import time
from pathlib import Path

import pytest
from msgspec.structs import replace

from glacis.files import atomic
from glacis.files.atomic import sweep, write_atomic
from glacis.files.errors import FileRefused, WriteProtected
from glacis.files.project_file import load, save
from glacis.files.reading import read_whole
from support import demo

CALLS = ("open", "fchmod", "fsync", "replace", "urandom")


def odd_places(folder: Path) -> list[Path]:
    pipe, door, loop = folder / "pipe", folder / "door", folder / "loop"
    os.mkfifo(pipe)
    with socket.socket(socket.AF_UNIX) as made:
        made.bind(str(door))
    loop.symlink_to(loop)
    return [pipe, door, loop, folder, Path("/dev/zero"), folder / "no" / "such", Path("nul\0byte")]


def test_what_is_no_plain_file_is_neither_read_nor_written(tmp_path):
    for place in odd_places(tmp_path):
        with pytest.raises(FileRefused) as told:
            read_whole(place, 100)
        assert len(str(told.value)) < 300
        with pytest.raises(FileRefused):
            write_atomic(place, b"x")
    assert sorted(p.name for p in tmp_path.iterdir()) == ["door", "loop", "pipe"]


def test_not_more_is_read_than_is_borne(tmp_path):
    path = tmp_path / "long"
    path.write_bytes(b"x" * 101)
    assert len(read_whole(path, 101)) == 101
    with pytest.raises(FileRefused, match="more"):
        read_whole(path, 100)


@pytest.mark.parametrize("code", [1, 5, 13, 28, 30, 122])
@pytest.mark.parametrize("broken", CALLS)
def test_a_fault_at_any_step_leaves_the_old_file_and_nothing_else(
    tmp_path, monkeypatch, broken, code
):
    """Thirty faults: not permitted, broken, no access, full, read only, over the quota."""
    path = tmp_path / "roof.glacis"
    path.write_bytes(b"old")
    true = getattr(os, broken)
    calls = []

    def fault(*args: object, **options: object) -> object:
        calls.append(args)
        raise OSError(code, os.strerror(code))

    monkeypatch.setattr(os, broken, fault)
    with pytest.raises(FileRefused, match=os.strerror(code)):
        write_atomic(path, b"new")
    monkeypatch.setattr(os, broken, true)
    assert calls
    assert path.read_bytes() == b"old"
    assert [p.name for p in tmp_path.iterdir()] == ["roof.glacis"]


def test_a_folder_that_cannot_be_synced_does_not_unsave_the_file(tmp_path, monkeypatch):
    def fault(_folder: Path) -> None:
        raise OSError(22, "Invalid argument")

    monkeypatch.setattr(atomic, "_sync_folder", fault)
    write_atomic(tmp_path / "roof.glacis", b"new")
    assert (tmp_path / "roof.glacis").read_bytes() == b"new"


def test_a_write_protected_file_is_replaced_only_on_demand(tmp_path):
    path = tmp_path / "roof.glacis"
    path.write_bytes(b"old")
    path.chmod(0o440)
    with pytest.raises(WriteProtected):
        write_atomic(path, b"new")
    assert path.read_bytes() == b"old"
    write_atomic(path, b"new", over_protected=True)
    assert path.read_bytes() == b"new"
    assert stat.S_IMODE(path.stat().st_mode) == 0o440


def test_left_over_temporary_files_go_once_they_are_old(tmp_path):
    old, fresh, other = (tmp_path / f".{name}.{'0' * 24}.part" for name in ("a", "b", "c"))
    alike = tmp_path / ".a.part"
    for path in (old, fresh, other, alike):
        path.write_bytes(b"x")
    aged = time.time() - 3600
    for path in (old, other, alike):
        os.utime(path, (aged, aged))
    sweep(tmp_path, "a")
    assert {p.name for p in tmp_path.iterdir()} == {fresh.name, other.name, alike.name}
    sweep(tmp_path)
    assert {p.name for p in tmp_path.iterdir()} == {fresh.name, alike.name}
    sweep(tmp_path / "nowhere")


def test_two_names_of_one_project_part_when_one_is_saved(tmp_path):
    # Two windows may hold a file by two hard links, and neither can overwrite the other's work.
    first, second = tmp_path / "first.glacis", tmp_path / "second.glacis"
    save(demo(), first)
    os.link(first, second)
    save(replace(demo(), name="Changed"), first)
    assert load(second) == demo()
    save(replace(demo(), name="Changed too"), second)
    assert load(first).name == "Changed"
    assert load(second).name == "Changed too"
