# SPDX-License-Identifier: GPL-3.0-or-later
"""Project files: one readable JSON document with a version and its units stated."""

from collections.abc import Callable
from pathlib import Path
from typing import Any

import msgspec

from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.model.document import Project
from glacis.core.model.validate import check_project
from glacis.core.units.ranges import OutOfRange
from glacis.files.atomic import write_atomic
from glacis.files.errors import FileRefused
from glacis.files.reading import MEBI, read_whole
from glacis.files.unknown_keys import fold, unfold

FORMAT = "glacis-project"
VERSION = 1
SUFFIX = ".glacis"
LARGEST = 64 * MEBI
MOST_VALUES = 3_000_000
"""Brackets and commas of a file: each may cost the memory of twenty of its bytes."""
UNITS = {
    "length": "m",
    "temperature": "degC",
    "angle": "deg",
    "conductivity": "W/(m K)",
    "density": "kg/m3",
    "heat_capacity": "J/(kg K)",
    "resistance": "m2 K/W",
    "u_value": "W/(m2 K)",
    "sd": "m",
    "condensate": "kg/m2",
    "opening": "m2/m",
    "humidity": "1",
}
_ENVELOPE = {"format", "version", "units", "project"}
_OUTER = "@file"

Migration = Callable[[dict[str, Any]], dict[str, Any]]
MIGRATIONS: dict[int, Migration] = {}
"""For each old version, the step that turns its envelope into the next version's."""


def encode(project: Project) -> bytes:
    """The project as the bytes of a file; equal documents give equal bytes."""
    inner = unfold(msgspec.to_builtins(project))
    outer = inner.pop(_OUTER, {})
    envelope = {"format": FORMAT, "version": VERSION, "units": UNITS, "project": inner, **outer}
    return msgspec.json.format(msgspec.json.encode(envelope), indent=2) + b"\n"


def decode(
    content: bytes, path: Path | str, migrations: dict[int, Migration] | None = None
) -> Project:
    """The project in ``content``.

    Args:
        content: bytes of a file.
        path: its name, for messages.
        migrations: steps from older versions; the module's own by default.

    Raises:
        FileRefused: naming the place, what was expected and what was found.
    """
    envelope = _envelope(content, path)
    envelope = _to_present(envelope, path, MIGRATIONS if migrations is None else migrations)
    inner = envelope.get("project")
    if not isinstance(inner, dict):
        raise FileRefused(path, "project", "an object", _kind(inner))
    outer = {key: value for key, value in envelope.items() if key not in _ENVELOPE}
    if _OUTER in inner:
        raise FileRefused(path, f"project, {_OUTER}", "a key without this name", "one")
    if outer:
        inner = {**inner, _OUTER: outer}
    try:
        project = msgspec.convert(fold(inner, Project), Project)
    except msgspec.ValidationError as fault:
        raise _refusal(path, fault) from fault
    except RecursionError as fault:
        raise FileRefused(path, "", "a project", "nesting too deep to be one") from fault
    _check(project, path)
    return project


def _check(project: Project, path: Path | str) -> None:
    try:
        check_project(project)
    except MissingReference as fault:
        expected = f"the id of a known {fault.kind}"
        raise FileRefused(path, fault.where, expected, f"'{fault.identifier}'") from fault
    except OutOfRange as fault:
        raise FileRefused(path, fault.field, fault.expected, fault.shown("si")) from fault
    except ValueRefused as fault:
        raise FileRefused(path, fault.field, fault.expected, str(fault.found)) from fault


def _envelope(content: bytes, path: Path | str) -> dict[str, Any]:
    if not content.strip():
        raise FileRefused(path, "", "a Glacis project", "an empty file")
    if sum(map(content.count, (b"[", b"{", b","))) > MOST_VALUES:
        raise FileRefused(path, "", f"at most {MOST_VALUES} values", "more")
    try:
        envelope = msgspec.json.decode(content)
    except (msgspec.DecodeError, RecursionError, UnicodeDecodeError) as fault:
        found = "a file cut short or damaged" if content.lstrip()[:1] == b"{" else "something else"
        raise FileRefused(path, "", "a Glacis project", f"{found} ({fault})") from fault
    if not isinstance(envelope, dict) or envelope.get("format") != FORMAT:
        named = envelope.get("format") if isinstance(envelope, dict) else _kind(envelope)
        raise FileRefused(path, "format", f"'{FORMAT}'", repr(named)[:80])
    return envelope


def _to_present(
    envelope: dict[str, Any], path: Path | str, migrations: dict[int, Migration]
) -> dict[str, Any]:
    version = envelope.get("version")
    if not isinstance(version, int) or isinstance(version, bool):
        raise FileRefused(path, "version", "a whole number", repr(version)[:80])
    if version > VERSION:
        raise FileRefused(
            path,
            "version",
            f"{VERSION} or older",
            f"{version}: the file was written by a newer Glacis, which can open it",
        )
    while version < VERSION:
        step = migrations.get(version)
        if step is None:
            raise FileRefused(path, "version", f"a version up to {VERSION}", str(version))
        envelope = step(envelope)
        version += 1
    return envelope


def _refusal(path: Path | str, fault: msgspec.ValidationError) -> FileRefused:
    """Msgspec says ``Expected `float`, got `str` - at `$.areas[0].pitch` ``; say it our way."""
    text = str(fault)
    message, _, place = text.partition(" - at ")
    place = place.strip("`").removeprefix("$.")
    expected, _, found = message.partition(", got ")
    expected = expected.removeprefix("Expected ").strip("`")
    if not found:
        return FileRefused(path, place, "a valid value", message)
    return FileRefused(path, place, expected, found.strip("`"))


def _kind(value: object) -> str:
    names = {dict: "an object", list: "a list", str: "a text", type(None): "nothing"}
    return names.get(type(value), "a number")


def read_bytes(path: Path) -> bytes:
    """The bytes of a file of bearable size.

    Raises:
        FileRefused: where it cannot be read or is larger than any project.
    """
    return read_whole(path, LARGEST)


def load(path: Path) -> Project:
    """Read a project file.

    Raises:
        FileRefused: with file, place, what was expected and what was found.
    """
    return decode(read_bytes(path), path)


def save(project: Project, path: Path, *, over_protected: bool = False) -> None:
    """Write a project file whole or not at all, and only what reads back as it is.

    Raises:
        WriteProtected: for a file that its owner protected, unless that is allowed.
        FileRefused: where it cannot be written or would not read back; the old file is untouched.
    """
    content = encode(project)
    if decode(content, path) != project:
        raise FileRefused(path, "", "a project that a file can keep", "values that change in it")
    write_atomic(path, content, over_protected=over_protected)
