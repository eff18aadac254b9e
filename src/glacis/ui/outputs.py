# SPDX-License-Identifier: GPL-3.0-or-later
"""Write what a bench hands out: asked where, never over the project, and told how it went."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtWidgets import QWidget

from glacis.core.errors import GlacisError
from glacis.files.atomic import write_output
from glacis.files.errors import WriteProtected, shown_name
from glacis.ui.desk import Desk
from glacis.ui.prompts import Prompts


def write_out(
    desk: Desk, prompts: Prompts, over: QWidget, path: Path, make: Callable[[], bytes]
) -> str:
    """Write a file; the answer says so, and is empty where it was not written, which is told.

    Args:
        desk: whose project file is never written over.
        prompts: to ask and to tell.
        over: what dialogs lie over.
        path: where.
        make: its content.
    """
    try:
        content = make()
        try:
            write_output(path, content, desk.path)
        except WriteProtected:
            if not may_replace(prompts, over, path):
                return ""
            write_output(path, content, desk.path, over_protected=True)
    except GlacisError as fault:
        prompts.tell(over, "Not written", str(fault))
        return ""
    return f"Written: {shown_name(path)}"


def may_replace(prompts: Prompts, over: QWidget, path: Path) -> bool:
    """Whether a write-protected file may be replaced."""
    text = f"{shown_name(path)} is write-protected."
    return prompts.confirm(over, "Write-protected", text, "Replace it all the same")
