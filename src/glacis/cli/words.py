# SPDX-License-Identifier: GPL-3.0-or-later
"""What the command line says about itself."""

from collections.abc import Sequence
from itertools import groupby
from typing import Protocol

EXIT_STOP, EXIT_BAD_INPUT = 1, 2
COMMANDS = ("check", "report", "export")
INDENT = " " * 35


class Offered(Protocol):
    """A file that can be exported, as far as it is told of here."""

    @property
    def id(self) -> str:
        """As the command line calls it."""

    @property
    def kind(self) -> str:
        """Kind of file."""


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
        "glacis check FILE [--json]         headline results and findings\n"
        "glacis report FILE -o OUT.pdf      calculation report\n"
        f"glacis export FILE --what WHAT -o OUT\n{what}"
    )
