# SPDX-License-Identifier: GPL-3.0-or-later
"""``glacis``: the window, and what can be done without one."""

import gc
import os
import sys
from collections.abc import Callable, Sequence
from contextlib import suppress
from io import TextIOWrapper
from pathlib import Path
from typing import Any

from glacis.cli.words import (
    COMMANDS,
    EXIT_BAD_INPUT,
    EXIT_INTERRUPTED,
    EXIT_NO_OUTPUT,
    complain,
    usage,
)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; no error leaves it as a traceback.

    The exit code is 0, 1 on a stop finding, 2 on bad input, 3 where the output cannot be written.
    """
    for stream in (sys.stdout, sys.stderr):
        if isinstance(stream, TextIOWrapper):
            stream.reconfigure(errors="backslashreplace")
    words = list(sys.argv[1:] if arguments is None else arguments)
    try:
        code = _run(words)
        sys.stdout.flush()
    except KeyboardInterrupt:
        return EXIT_INTERRUPTED
    except OSError as fault:
        if fault.filename is not None:  # a file of ours, not what is printed
            complain(f"{fault.filename}: {fault.strerror}"[:300])
            return EXIT_BAD_INPUT
        _leave_output()
        complain(f"the output cannot be written: {fault.strerror or fault}")
        return EXIT_NO_OUTPUT
    except Exception as fault:  # noqa: BLE001 - whatever it is, a user reads a sentence
        complain(f"this could not be worked out ({type(fault).__name__}: {fault})"[:300])
        return EXIT_BAD_INPUT
    return code


def _leave_output() -> None:
    """Let nothing be written any more to an output that is closed or full."""
    with suppress(OSError, ValueError):
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())


def _run(words: list[str]) -> int:
    if words and words[0] in (*COMMANDS, "--help", "-h", "--version"):
        from glacis.cli.commands import run

        return run(words)
    return _window(words)


def _window(words: list[str]) -> int:
    demo = "--demo" in words
    files = [word for word in words if not word.startswith("-")]
    odd = [word for word in words if word.startswith("-") and word != "--demo"]
    if odd or len(files) > 1:
        complain(f"cannot use {' '.join(odd or files[1:])!r}\n{usage()}")
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
