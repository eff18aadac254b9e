# SPDX-License-Identifier: GPL-3.0-or-later
"""Files held under a lock: by a running program its journal, by a window its project file."""

import fcntl
import os
from contextlib import suppress
from pathlib import Path

FLAGS = os.O_RDWR | os.O_CREAT | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC


class Lock:
    """An exclusive lock on a file of its own, until it is released or the process ends."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self._handle = -1

    @property
    def held(self) -> bool:
        """Whether it is ours."""
        return self._handle >= 0

    def take(self) -> bool:
        """Take it; False where somebody else has it.

        Raises:
            OSError: where the file cannot be made.
        """
        while not self.held:
            handle = os.open(self.path, FLAGS, 0o600)
            try:
                fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError:
                os.close(handle)
                return False
            if _is_still(handle, self.path):
                self._handle = handle
            else:
                os.close(handle)  # who had it before took the file away between the two steps
        return True

    def release(self) -> None:
        """Give it free and leave nothing behind."""
        if self.held:
            with suppress(OSError):
                self.path.unlink()
            os.close(self._handle)
            self._handle = -1


def _is_still(handle: int, path: Path) -> bool:
    """Whether the open file is the one that the path names now."""
    try:
        return os.path.samestat(os.fstat(handle), os.stat(path, follow_symlinks=False))
    except OSError:
        return False


def held_by_someone(path: Path) -> bool:
    """Whether a running program holds the lock at ``path``."""
    try:
        handle = os.open(path, os.O_RDONLY | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC)
    except OSError:
        return False
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        return True
    finally:
        os.close(handle)
    return False


class FileLock:
    """One window per project file: a lock beside it, held while it is open."""

    def __init__(self, path: Path) -> None:
        self.path = Path(os.path.realpath(path))
        self._lock = Lock(self.path.with_name(f".{self.path.name}.lock"))

    def take(self) -> bool:
        """Whether the file is now ours; a folder that cannot be written needs no lock."""
        try:
            return self._lock.take()
        except OSError:
            return True

    def release(self) -> None:
        """Give the file free."""
        self._lock.release()
