# SPDX-License-Identifier: GPL-3.0-or-later
"""Autosave: every change reaches disk within a second, and a crash leaves it there.

Each running program holds a lock on its own journal. A journal that nobody holds belongs
to a program that ended without closing it, and is offered for recovery.
"""

import fcntl
import os
import threading
from contextlib import suppress
from pathlib import Path
from typing import IO

import msgspec
from msgspec import Struct

from glacis.core.model.document import Project
from glacis.files.atomic import write_atomic
from glacis.files.errors import FileRefused
from glacis.files.project_file import decode, encode
from glacis.session.places import random_name

SUFFIX = ".journal"
DELAY = 0.5
"""Seconds between a change and its writing; with the writing itself well under one."""


class Recovered(Struct, frozen=True):
    """A document that a crash left behind, and the file it belonged to, if any."""

    journal: Path
    project: Project
    path: Path | None


class _Entry(Struct, frozen=True):
    """What a journal file holds: the path of the project and the bytes of its file."""

    path: str
    content: str


def encode_entry(project: Project, path: Path | None) -> bytes:
    """The bytes of a journal."""
    return msgspec.json.encode(_Entry(str(path or ""), encode(project).decode()))


class Journal:
    """Writes the newest document in the background, in the order it came."""

    def __init__(self, folder: Path, delay: float = DELAY) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        self.path = folder / f"{random_name()}{SUFFIX}"
        self._delay = delay
        self._lock_file = _hold(self.path.with_suffix(".lock"))
        self._wanted: tuple[Project, Path | None] | None = None
        self._condition = threading.Condition()
        self._disk = threading.Lock()
        self._forgotten = 0
        self._closing = False
        self._thread = threading.Thread(target=self._run, name="journal", daemon=True)
        self.fault: str = ""
        self._thread.start()

    def note(self, project: Project, path: Path | None) -> None:
        """Have ``project`` on disk soon; only the newest counts."""
        with self._condition:
            self._wanted = (project, path)
            self._condition.notify()

    def forget(self) -> None:
        """The document is safe elsewhere: drop what was journalled."""
        with self._condition:
            self._wanted = None
            self._forgotten += 1
        with self._disk, suppress(OSError):
            self.path.unlink()

    def close(self) -> None:
        """End the writer and leave nothing behind."""
        with self._condition:
            self._closing = True
            self._wanted = None
            self._condition.notify()
        self._thread.join()
        self.forget()
        self._lock_file.close()
        with suppress(OSError):
            self.path.with_suffix(".lock").unlink()

    def _run(self) -> None:
        while True:
            with self._condition:
                self._condition.wait_for(lambda: self._wanted is not None or self._closing)
                if self._closing:
                    return
                if self._condition.wait_for(lambda: self._closing, timeout=self._delay):
                    return
                wanted, self._wanted = self._wanted, None
                asked = self._forgotten
            if wanted is not None:
                self._write(*wanted, asked)

    def _write(self, project: Project, path: Path | None, asked: int) -> None:
        content = encode_entry(project, path)
        with self._disk:
            if asked != self._forgotten:
                return
            try:
                write_atomic(self.path, content)
                self.fault = ""
            except FileRefused as fault:
                self.fault = str(fault)


def _hold(path: Path) -> IO[bytes]:
    """A file held under an exclusive lock until it is closed or the process ends."""
    handle = open(path, "wb")  # noqa: SIM115 - held open for the life of the journal
    fcntl.flock(handle, fcntl.LOCK_EX)
    return handle


def _held_by_someone(path: Path) -> bool:
    try:
        handle = os.open(path, os.O_RDONLY)
    except OSError:
        return False
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        return True
    finally:
        os.close(handle)
    return False


def orphans(folder: Path) -> list[Recovered]:
    """Documents that crashed programs left behind, newest first; unreadable ones are skipped."""
    found = []
    paths = sorted(folder.glob(f"*{SUFFIX}"), key=lambda p: p.stat().st_mtime, reverse=True)
    for path in paths:
        if _held_by_someone(path.with_suffix(".lock")):
            continue
        try:
            entry = msgspec.json.decode(path.read_bytes(), type=_Entry)
            project = decode(entry.content.encode(), entry.path or path.name)
        except (OSError, msgspec.MsgspecError, FileRefused):
            continue
        found.append(Recovered(path, project, Path(entry.path) if entry.path else None))
    return found


def discard(recovered: Recovered) -> None:
    """Drop a journal that has been taken over or is not wanted."""
    for path in (recovered.journal, recovered.journal.with_suffix(".lock")):
        with suppress(OSError):
            path.unlink()


class FileLock:
    """One window per project file: a lock beside it, held while it is open."""

    def __init__(self, path: Path) -> None:
        self.path = path.resolve()
        self._file = self.path.with_name(f".{self.path.name}.lock")
        self._handle: IO[bytes] | None = None

    def take(self) -> bool:
        """Whether the file is now ours; a folder that cannot be written needs no lock."""
        try:
            handle = open(self._file, "ab")  # noqa: SIM115 - held while the file is open
        except OSError:
            return True
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            handle.close()
            return False
        self._handle = handle
        return True

    def release(self) -> None:
        """Give the file free."""
        if self._handle is not None:
            with suppress(OSError):
                self._file.unlink()
            self._handle.close()
            self._handle = None
