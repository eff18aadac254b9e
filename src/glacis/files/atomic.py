# SPDX-License-Identifier: GPL-3.0-or-later
"""Write a file whole or not at all, and notice when someone else wrote it."""

import os
import re
import stat
import time
from contextlib import suppress
from pathlib import Path

from msgspec import Struct

from glacis.files.errors import FileRefused, WriteProtected
from glacis.files.reading import kind_of_file

PART = re.compile(r"\.(?P<name>.+)\.[0-9a-f]{24}\.part")
"""Names of temporary files."""
LEFT_OVER = 600.0
"""Seconds after which a temporary file belongs to nobody any more."""


class Stamp(Struct, frozen=True):
    """What tells one state of a file on disk from another."""

    modified: int
    size: int
    inode: int


def stamp_of(path: Path) -> Stamp | None:
    """The present state of a file, or None where there is none."""
    try:
        info = path.stat()
    except (OSError, ValueError):
        return None
    return Stamp(info.st_mtime_ns, info.st_size, info.st_ino)


def write_atomic(path: Path, content: bytes, *, over_protected: bool = False) -> None:
    """Replace ``path`` by ``content``: temporary file, fsync, rename, fsync of the folder.

    A reader sees the old file or the new one, whenever the machine stops. A link is
    followed, and the permissions of a file already there are kept.

    Args:
        path: what to write.
        content: of the file.
        over_protected: whether a write-protected file may be replaced.

    Raises:
        WriteProtected: for a file that its owner protected, unless that is allowed.
        FileRefused: where it cannot be written or is no plain file; the old one is then untouched.
    """
    temporary: Path | None = None
    try:
        target = Path(os.path.realpath(path))
        mode = _mode_for(path, target, over_protected)
        temporary = target.with_name(f".{target.name}.{os.urandom(12).hex()}.part")
        flags = os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_NOFOLLOW | os.O_CLOEXEC
        with open(os.open(temporary, flags, 0o600), "wb") as out:
            os.fchmod(out.fileno(), mode)
            out.write(content)
            out.flush()
            os.fsync(out.fileno())
        os.replace(temporary, target)
        temporary = None
    except (OSError, ValueError) as fault:
        reason = getattr(fault, "strerror", None) or str(fault)
        raise FileRefused(path, "", "a place that can be written", reason) from fault
    finally:
        if temporary is not None:
            with suppress(OSError):
                temporary.unlink()
    with suppress(OSError):  # the file is there; only a power cut in this moment could undo it
        _sync_folder(target.parent)


def write_output(
    path: Path, content: bytes, of: Path | None, *, over_protected: bool = False
) -> None:
    """Write what a project hands out, never over the project's own file ``of``.

    Raises:
        WriteProtected: for a file that its owner protected, unless that is allowed.
        FileRefused: where it cannot be written, or is the project itself.
    """
    if of is not None and os.path.realpath(path) == os.path.realpath(of):
        raise FileRefused(path, "", "another file than the project itself", "its own name")
    write_atomic(path, content, over_protected=over_protected)


def _mode_for(path: Path, target: Path, over_protected: bool) -> int:
    """The permissions of the new file: of the old one, or the usual ones where there is none."""
    try:
        mode = target.stat().st_mode
    except FileNotFoundError:
        return 0o666 & ~_umask()
    odd = kind_of_file(mode)
    if odd:
        raise FileRefused(path, "", "a file to write", odd)
    if not (over_protected or mode & (stat.S_IWUSR | stat.S_IWGRP | stat.S_IWOTH)):
        raise WriteProtected(path)
    return mode & 0o777


def sweep(folder: Path, name: str = "") -> None:
    """Remove temporary files that a crash left in a folder, of one file or of all."""
    with suppress(OSError):
        for entry in os.scandir(folder):
            found = PART.fullmatch(entry.name)
            if found is None or (name and found["name"] != name):
                continue
            with suppress(OSError):
                info = entry.stat(follow_symlinks=False)
                if stat.S_ISREG(info.st_mode) and time.time() - info.st_mtime > LEFT_OVER:
                    os.unlink(entry.path)


def _umask() -> int:
    value = os.umask(0)
    os.umask(value)
    return value


def _sync_folder(folder: Path) -> None:
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
