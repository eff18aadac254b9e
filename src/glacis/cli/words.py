# SPDX-License-Identifier: GPL-3.0-or-later
"""What the command line says about itself."""

import sys
from collections.abc import Sequence
from contextlib import suppress
from itertools import groupby
from typing import Protocol

EXIT_STOP, EXIT_BAD_INPUT, EXIT_NO_OUTPUT, EXIT_INTERRUPTED = 1, 2, 3, 130
COMMANDS = ("check", "report", "export", "study")
INDENT = " " * 35


class Offered(Protocol):
    """A file that can be exported, as far as it is told of here."""

    @property
    def id(self) -> str:
        """As the command line calls it."""

    @property
    def kind(self) -> str:
        """Kind of file."""


def complain(words: str) -> None:
    """Say what is wrong where errors are read, if anybody can read there."""
    with suppress(OSError, ValueError):
        sys.stderr.write(f"glacis: {words}\n")


def what_words(offered: Sequence[Offered]) -> str:
    """The exports by kind of file, such as ``layers, edges, cuts (CSV); results (JSON)``."""
    ranked = sorted(offered, key=lambda export: export.kind)
    groups = groupby(ranked, key=lambda export: export.kind)
    return "; ".join(f"{', '.join(e.id for e in group)} ({kind})" for kind, group in groups)


def usage(offered: Sequence[Offered] = ()) -> str:
    """All commands by example."""
    what = f"{INDENT}{what_words(offered)}\n" if offered else ""
    return (
        "glacis [FILE]                      open the window, on FILE if given\n"
        "glacis --demo                      open the window on the demo project\n"
        "glacis check FILE [--json] [--hourly]\n"
        f"{INDENT}headline results and findings; --hourly runs every area hour by hour\n"
        "glacis report FILE -o OUT.pdf      calculation report\n"
        f"glacis export FILE --what WHAT -o OUT\n{what}"
        'glacis study FILE --grid "leak=none,usual; colour=0.3,0.9" -o OUT.csv\n'
        f"{INDENT}an area run hour by hour at every point of a grid; goes on where it was ended\n"
    )
