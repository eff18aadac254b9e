# SPDX-License-Identifier: GPL-3.0-or-later
"""What crashed programs left behind."""

import os
from contextlib import suppress
from pathlib import Path
from urllib.parse import unquote_to_bytes, urlsplit

import msgspec
from msgspec import Struct

from glacis.files.atomic import stamp_of, sweep
from glacis.files.project_file import LARGEST, decode, load
from glacis.files.reading import read_whole
from glacis.session.journal import SUFFIX, Entry, Kept
from glacis.session.locks import held_by_someone


class Recovered(Struct, frozen=True):
    """A document that a crash left behind.

    Attributes:
        journal: where it lies.
        kept: the document, its file and that file's stamp.
        overtaken: whether the file was written by someone else since.
        when: it was written last [s since 1970].
    """

    journal: Path
    kept: Kept
    overtaken: bool
    when: float


class LeftBehind(Struct, frozen=True):
    """What was found: documents, newest first, and journals that nobody can read."""

    found: tuple[Recovered, ...]
    damaged: tuple[Path, ...]


def _path_of(address: str) -> Path | None:
    if not address:
        return None
    if address.startswith("file:"):
        return Path(os.fsdecode(unquote_to_bytes(urlsplit(address).path)))
    return Path(address)


def _read(journal: Path) -> Recovered:
    entry = msgspec.json.decode(read_whole(journal, 2 * LARGEST), type=Entry)
    path = _path_of(entry.path)
    project = decode(entry.content.encode(), path or journal)
    now = stamp_of(path) if path is not None else None
    overtaken = entry.stamp is not None and now is not None and now != entry.stamp
    kept = Kept(project, path, entry.stamp or now)
    return Recovered(journal, kept, overtaken, journal.stat().st_mtime)


def _is_saved(recovered: Recovered) -> bool:
    """Whether its file holds the very same document: then nothing was lost."""
    path = recovered.kept.path
    if path is None:
        return False
    try:
        return load(path) == recovered.kept.project
    except Exception:  # noqa: BLE001 - a file that cannot be read holds nothing for us
        return False


def left_behind(folder: Path) -> LeftBehind:
    """All journals of programs that ended without closing them; one damaged hides no other."""
    sweep(folder)
    found: list[Recovered] = []
    damaged: list[Path] = []
    with suppress(OSError):
        for journal in folder.glob(f"*{SUFFIX}"):
            if held_by_someone(journal.with_suffix(".lock")):
                continue
            try:
                recovered = _read(journal)
            except Exception:  # noqa: BLE001 - whatever is wrong with one, the others count
                damaged.append(journal)
                continue
            if _is_saved(recovered):
                discard(recovered)
            else:
                found.append(recovered)
    found.sort(key=lambda recovered: -recovered.when)
    return LeftBehind(tuple(found), tuple(damaged))


def discard(recovered: Recovered) -> None:
    """Drop a journal that has been taken over or is not wanted."""
    for path in (recovered.journal, recovered.journal.with_suffix(".lock")):
        with suppress(OSError):
            path.unlink()
