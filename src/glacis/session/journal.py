# SPDX-License-Identifier: GPL-3.0-or-later
"""Autosave: every change reaches disk within a second, and a crash leaves it there.

Each running program holds a lock on its own journal. A journal that nobody holds belongs
to a program that ended without closing it, and is offered for recovery.
"""

import os
import threading
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

import msgspec
from msgspec import Struct

from glacis.core.model.document import Project
from glacis.files.atomic import Stamp, write_atomic
from glacis.files.project_file import encode
from glacis.session.locks import Lock
from glacis.session.places import random_name

SUFFIX = ".journal"
DELAY = 0.5
"""Seconds between a change and its writing; with the writing itself well under one."""
AGAIN = 5.0
"""Seconds until what could not be written is tried again."""


class Kept(Struct, frozen=True):
    """What is kept of a document.

    Attributes:
        project: the document.
        path: of its file; None where it has none.
        stamp: of that file as it was last read or written.
    """

    project: Project
    path: Path | None = None
    stamp: Stamp | None = None


class Entry(Struct, frozen=True):
    """What a journal file holds: the project's file, as an address, its stamp and its content."""

    path: str
    content: str
    stamp: Stamp | None = None


def encode_entry(kept: Kept) -> bytes:
    """The bytes of a journal; names of files may be of any bytes."""
    address = kept.path.absolute().as_uri() if kept.path is not None else ""
    return msgspec.json.encode(Entry(address, encode(kept.project).decode(), kept.stamp))


def _nobody(_fault: str) -> None:
    """For journals whose troubles are asked for."""


class Journal:
    """Writes the newest document in the background, in the order it came.

    What cannot be written is tried again until it can. ``told`` hears of the trouble, once, and with
    an empty text of its end, on the writing thread.
    """

    def __init__(
        self, folder: Path, delay: float = DELAY, told: Callable[[str], None] = _nobody
    ) -> None:
        self.path = folder / f"{random_name()}{SUFFIX}"
        self._delay = delay
        self._told = told
        self._lock = Lock(self.path.with_suffix(".lock"))
        self._wanted: Kept | None = None
        self._condition = threading.Condition()
        self._disk = threading.Lock()
        self._forgotten = 0
        self._closing = False
        self._thread = threading.Thread(target=self._run, name="journal", daemon=True)
        self.fault: str = ""
        self._prepare()
        self._thread.start()

    def note(self, kept: Kept) -> None:
        """Have a document on disk soon; only the newest counts."""
        with self._condition:
            self._wanted = kept
            self._condition.notify()

    def write_now(self, kept: Kept) -> bool:
        """Have a document on disk at once; whether it is."""
        with self._condition:
            self._wanted = None
            asked = self._forgotten
        return self._write(kept, asked)

    def forget(self) -> None:
        """The document is safe elsewhere: drop what was journalled."""
        with self._condition:
            self._wanted = None
            self._forgotten += 1
        with self._disk, suppress(OSError):
            self.path.unlink()

    def close(self) -> None:
        """End the writer and leave nothing behind."""
        self._end()
        self.forget()
        self._lock.release()

    def abandon(self) -> None:
        """End the writer and leave the newest document behind, as a crash would."""
        with self._condition:
            wanted, asked = self._wanted, self._forgotten
        self._end()
        if wanted is not None:
            self._write(wanted, asked)
        self._lock.release()

    def _end(self) -> None:
        with self._condition:
            self._closing = True
            self._wanted = None
            self._condition.notify()
        self._thread.join()

    def _prepare(self) -> None:
        """Have the folder and the lock, without which nobody may take the journal for a living one."""
        try:
            self.path.parent.mkdir(parents=True, exist_ok=True)
            self._lock.take()
        except OSError as fault:
            self._tell(f"{self.path.parent}: {fault.strerror or fault}")

    def _run(self) -> None:
        while True:
            with self._condition:
                self._condition.wait_for(lambda: self._wanted is not None or self._closing)
                wait = AGAIN if self.fault else self._delay
                if self._condition.wait_for(lambda: self._closing, timeout=wait):
                    return
                wanted, self._wanted = self._wanted, None
                asked = self._forgotten
            if wanted is not None and not self._write(wanted, asked):
                with self._condition:
                    newest = self._forgotten == asked and self._wanted is None
                    self._wanted = wanted if newest else self._wanted

    def _write(self, kept: Kept, asked: int) -> bool:
        """Whether the document is on disk, or need not be any more."""
        try:
            content = encode_entry(kept)
            with self._disk:
                if asked != self._forgotten:
                    return True
                if not self._lock.held:
                    self.path.parent.mkdir(parents=True, exist_ok=True)
                    self._lock.take()
                write_atomic(self.path, content)
        except Exception as fault:  # noqa: BLE001 - autosave that dies silently is worse than any error
            self._tell(str(fault) or type(fault).__name__)
            return False
        self._tell("")
        return True

    def _tell(self, fault: str) -> None:
        changed = bool(fault) != bool(self.fault)
        self.fault = os.fsencode(fault).decode("utf-8", "replace")
        if changed:
            self._told(self.fault)
