# SPDX-License-Identifier: GPL-3.0-or-later
"""Write a file whole or not at all, and notice when someone else wrote it."""

import os
from contextlib import suppress
from pathlib import Path

from msgspec import Struct

from glacis.files.errors import FileRefused


class Stamp(Struct, frozen=True):
    """What tells one state of a file on disk from another."""

    modified: int
    size: int
    inode: int


def stamp_of(path: Path) -> Stamp | None:
    """The present state of a file, or None where there is none."""
    try:
        info = path.stat()
    except OSError:
        return None
    return Stamp(info.st_mtime_ns, info.st_size, info.st_ino)


def write_atomic(path: Path, content: bytes) -> None:
    """Replace ``path`` by ``content``: temporary file, fsync, rename, fsync of the folder.

    A reader sees the old file or the new one, whenever the machine stops. A link is
    followed, and the permissions of a file already there are kept.

    Raises:
        FileRefused: where the folder cannot be written; the old file is then untouched.
    """
    target = Path(os.path.realpath(path))
    temporary = target.with_name(f".{target.name}.{os.getpid()}.part")
    try:
        mode = target.stat().st_mode & 0o777 if target.exists() else 0o666 & ~_umask()
        with open(os.open(temporary, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, mode), "wb") as out:
            out.write(content)
            out.flush()
            os.fsync(out.fileno())
        os.replace(temporary, target)
        _sync_folder(target.parent)
    except OSError as fault:
        with suppress(OSError):
            temporary.unlink()
        reason = fault.strerror or str(fault)
        raise FileRefused(path, "", "a place that can be written", reason) from fault


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
