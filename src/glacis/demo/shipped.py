# SPDX-License-Identifier: GPL-3.0-or-later
"""The demo projects as files that lie beside the program, so that opening one costs no geometry."""

from pathlib import Path
from typing import Literal

from glacis.core.model.document import Project
from glacis.files.project_file import load

DemoName = Literal["tern-point", "sallow-creek"]
FOLDER = Path(__file__).parent / "data"


def demo_file(name: DemoName) -> Path:
    """Where a demo project lies."""
    return FOLDER / f"{name}.glacis"


def shipped_demo(name: DemoName = "tern-point") -> Project:
    """A demo project as it is shipped; ``tools/docs.py`` writes it."""
    return load(demo_file(name))
