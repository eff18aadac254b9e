# SPDX-License-Identifier: GPL-3.0-or-later
"""Photographs and papers of the log: kept in a folder beside the project, by the hash of their content."""

import hashlib
import shutil
from collections.abc import Iterable
from pathlib import Path
from typing import Literal

from msgspec import Struct

from glacis.core.model.log import Attachment
from glacis.files.errors import FileRefused

State = Literal["there", "moved", "changed", "missing"]
FOLDER = ".photographs"
BLOCK = 1 << 20
LARGEST = 200 * BLOCK
"""Largest file that is taken in [B]; our judgement: photographs and papers are smaller."""
STEM = 16
"""Digits of the hash that begin a file's name; enough to tell files of one job apart."""


class Kept(Struct, frozen=True):
    """An attachment with where it is: there, moved (found by its hash under another name), changed, or missing."""

    attachment: Attachment
    state: State
    path: Path | None


def folder_of(project: Path) -> Path:
    """The folder beside a project file."""
    return project.with_name(f"{project.stem}{FOLDER}")


def digest_of(path: Path) -> str:
    """SHA-256 of a file's content, hexadecimal."""
    hashed = hashlib.sha256()
    with path.open("rb") as stream:
        while block := stream.read(BLOCK):
            hashed.update(block)
    return hashed.hexdigest()


def name_of(attachment: Attachment) -> str:
    """What the file is called in the folder."""
    return f"{attachment.sha256[:STEM]}{Path(attachment.name).suffix.lower()}"


def take_in(project: Path, source: Path) -> Attachment:
    """Copy a file beside the project; the same content is kept once.

    Raises:
        FileRefused: for what is no file, is empty, or too large.
    """
    try:
        size = source.stat().st_size
        if not source.is_file() or size == 0 or size > LARGEST:
            raise FileRefused(
                source, "its size", f"1 to {LARGEST} bytes in a file", f"{size} bytes"
            )
        made = Attachment(name=source.name, sha256=digest_of(source), size=size)
        folder = folder_of(project)
        folder.mkdir(exist_ok=True)
        target = folder / name_of(made)
        if not target.exists() or digest_of(target) != made.sha256:
            shutil.copyfile(source, target)
    except OSError as fault:
        raise FileRefused(
            source, "", "a file that can be read", fault.strerror or "none"
        ) from fault
    return made


class Checker:
    """Looks after files; what has not been touched since is not hashed again."""

    def __init__(self) -> None:
        self._known: dict[tuple[Path, int, int], str] = {}

    def _digest(self, path: Path) -> str:
        stat = path.stat()
        key = (path, stat.st_mtime_ns, stat.st_size)
        if key not in self._known:
            self._known[key] = digest_of(path)
        return self._known[key]

    def _is(self, path: Path, attachment: Attachment) -> bool:
        alike = path.is_file() and path.stat().st_size == attachment.size
        return alike and self._digest(path) == attachment.sha256

    def check(self, project: Path | None, attachment: Attachment) -> Kept:
        """Where an attachment is, and whether it is what was taken in."""
        if project is None:
            return Kept(attachment, "missing", None)
        folder = folder_of(project)
        path = folder / name_of(attachment)
        try:
            if path.is_file():
                same = self._digest(path) == attachment.sha256
                return Kept(attachment, "there" if same else "changed", path)
            for other in sorted(folder.glob("*")) if folder.is_dir() else ():
                if self._is(other, attachment):
                    return Kept(attachment, "moved", other)
        except OSError:
            return Kept(attachment, "missing", None)
        return Kept(attachment, "missing", None)


def carry_over(old: Path | None, new: Path, attachments: Iterable[Attachment]) -> tuple[str, ...]:
    """Copy what lies beside one project file beside another; names of what could not be copied.

    Args:
        old: where the project lay; None for nowhere.
        new: where it lies now.
        attachments: of its log.
    """
    if old is None or folder_of(old) == folder_of(new):
        return ()
    lost = []
    for attachment in attachments:
        source, target = (folder_of(path) / name_of(attachment) for path in (old, new))
        if target.exists():
            continue
        try:
            target.parent.mkdir(exist_ok=True)
            shutil.copyfile(source, target)
        except OSError:
            lost.append(attachment.name)
    return tuple(lost)


def beside(project: Path | None, attachments: Iterable[Attachment]) -> dict[str, bytes]:
    """What lies beside a project and is what was taken in, by its name in an archive."""
    found = {}
    checker = Checker()
    for attachment in attachments:
        kept = checker.check(project, attachment)
        if kept.path is not None and kept.state in ("there", "moved"):
            found[f"photographs/{name_of(attachment)}"] = kept.path.read_bytes()
    return found
