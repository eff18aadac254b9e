# SPDX-License-Identifier: GPL-3.0-or-later
"""What can be wrong with a file."""

import os
from pathlib import Path

from glacis.core.errors import GlacisError, short


def shown_name(path: Path | str) -> str:
    """The name of a file as text that every screen and file can take."""
    return short(os.fsencode(Path(path).name).decode("utf-8", "replace"))


class FileRefused(GlacisError):
    """A file that cannot be read or written as asked.

    Carries the file, the place in it, what was expected and what was found.
    """

    def __init__(self, path: Path | str, place: str, expected: str, found: str) -> None:
        self.path = Path(path)
        self.place = place
        self.expected = expected
        self.found = found
        at = f", {short(place)}" if place else ""
        said = f"expected {short(expected)}, found {short(found)}"
        super().__init__(f"{shown_name(self.path)}{at}: {said}.")


class WriteProtected(FileRefused):
    """A file whose owner protected it; it is replaced only if the user says so."""

    def __init__(self, path: Path | str) -> None:
        super().__init__(path, "", "a file that may be written", "one that is write-protected")


MOST_TOLD = 12
"""Faults of one file that are told by themselves; our judgement: more than anybody mends before trying again."""


class ManyRefused(FileRefused):
    """A table with faults in several places, all told at once; nothing of it is taken."""

    def __init__(self, path: Path | str, faults: list[FileRefused]) -> None:
        first = faults[0]
        super().__init__(path, first.place, first.expected, first.found)
        self.faults = tuple(faults)
        told = [
            f"{fault.place}: expected {short(fault.expected)}, found {short(fault.found)}"
            for fault in faults[:MOST_TOLD]
        ]
        more = f"; and {len(faults) - MOST_TOLD} more" if len(faults) > MOST_TOLD else ""
        self.args = (f"{shown_name(self.path)}, {len(faults)} faults: {'; '.join(told)}{more}.",)
