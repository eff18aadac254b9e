# SPDX-License-Identifier: GPL-3.0-or-later
"""Read a whole file, if it is one and of bearable size."""

import os
import stat
from pathlib import Path

from glacis.files.errors import FileRefused

MEBI = 1024 * 1024


def kind_of_file(mode: int) -> str:
    """What stands at a path, in words; empty for a plain file."""
    for test, words in (
        (stat.S_ISREG, ""), (stat.S_ISDIR, "a folder"), (stat.S_ISFIFO, "a pipe"),
        (stat.S_ISSOCK, "a socket"), (stat.S_ISCHR, "a device"), (stat.S_ISBLK, "a device"),
    ):  # fmt: skip
        if test(mode):
            return words
    return "something else"


def read_whole(path: Path, most: int, expected: str = "a file that can be read") -> bytes:
    """The bytes of a plain file.

    What is no plain file is never waited for, and not more than ``most`` bytes are read, whatever
    the file grows to meanwhile.

    Raises:
        FileRefused: where it cannot be read, is no plain file or is larger than ``most`` bytes.
    """
    try:
        number = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_NOCTTY | os.O_CLOEXEC)
        odd = kind_of_file(os.fstat(number).st_mode)
        if odd:
            os.close(number)
            raise FileRefused(path, "", "a file", odd)
        with open(number, "rb") as file:
            content = file.read(most + 1)
    except (OSError, ValueError) as fault:
        reason = getattr(fault, "strerror", None) or str(fault)
        raise FileRefused(path, "", expected, reason) from fault
    if len(content) > most:
        raise FileRefused(path, "", f"at most {most / MEBI:g} MiB", "more")
    return content
