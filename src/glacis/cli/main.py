# SPDX-License-Identifier: GPL-3.0-or-later
"""``glacis``: the window, and what can be done without one."""

import gc
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

from glacis.cli.words import COMMANDS, EXIT_BAD_INPUT, usage


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code is 0, 1 on a stop finding, 2 on bad input."""
    words = list(sys.argv[1:] if arguments is None else arguments)
    if words and words[0] in (*COMMANDS, "--help", "-h", "--version"):
        from glacis.cli.commands import run

        return run(words)
    return _window(words)


def _window(words: list[str]) -> int:
    demo = "--demo" in words
    files = [word for word in words if not word.startswith("-")]
    odd = [word for word in words if word.startswith("-") and word != "--demo"]
    if odd or len(files) > 1:
        sys.stderr.write(f"glacis: cannot use {' '.join(odd or files[1:])!r}\n{usage()}")
        return EXIT_BAD_INPUT
    return open_window(demo, Path(files[0]) if files else None)


def open_window(demo: bool, path: Path | None, shown: Callable[[Any], None] | None = None) -> int:
    """Open the window and stay until it is closed.

    Args:
        demo: whether to open the demo project.
        path: the project to open, or None.
        shown: called with the window as soon as it is shown.
    """
    gc.disable()  # nothing is garbage yet; the window turns it on again once it is shown
    _import_msgspec()
    from glacis.ui.app import run_window

    return run_window(demo, path, shown)


def _import_msgspec() -> None:
    """Import msgspec without typing_extensions.

    It prefers that module where it finds it and takes typing where not. Both give it the same on
    the Pythons we run on, and importing the larger one would be a twentieth of the whole start.
    """
    if "typing_extensions" in sys.modules:
        return
    hidden: dict[str, Any] = {"typing_extensions": None}
    sys.modules.update(hidden)
    try:
        import msgspec  # noqa: F401
    finally:
        del sys.modules["typing_extensions"]
