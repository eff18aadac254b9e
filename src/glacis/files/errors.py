# SPDX-License-Identifier: GPL-3.0-or-later
"""What can be wrong with a file."""

from pathlib import Path

from glacis.core.errors import GlacisError


class FileRefused(GlacisError):
    """A file that cannot be read or written as asked.

    Carries the file, the place in it, what was expected and what was found.
    """

    def __init__(self, path: Path | str, place: str, expected: str, found: str) -> None:
        self.path = Path(path)
        self.place = place
        self.expected = expected
        self.found = found
        at = f", {place}" if place else ""
        super().__init__(f"{self.path.name}{at}: expected {expected}, found {found}.")
